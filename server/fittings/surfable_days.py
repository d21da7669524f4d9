"""Days worth going: the board on the bench and the present one in every hour of the ticket's break."""

from breaks.climate import hours_of, shore_of
from chord_core.documents.verbs.climate import HoursAsked
from chord_core.errors import ChordError
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.ride.surfable_days import days_worth
from chord_core.water.climate import counted
from fittings.answers import judge_ticket
from fittings.documents import SurfableDays
from fittings.models import Fitting


def count_surfable_days(fitting: Fitting, asked: HoursAsked) -> SurfableDays:
    """Count the days of an ordinary year on which each board is worth going.

    Raises:
        ChordError: no buoy measured at the break, or no board can be judged yet.
    """
    surfer, _ = fitting.documents()
    place = fitting.surf_break
    hours, shore = (hours_of(place), shore_of(place)) if place else (None, None)
    if hours is None or shore is None:
        raise ChordError("break", place.name if place else None, "no buoy has measured at this break")
    ticket = judge_ticket(fitting)
    if ticket.case is None or ticket.bench is None:
        raise ChordError("facts", None, "say mass and what they can do; a board must lie on the bench")
    boards = [ticket.fleet.boards[ticket.bench]]
    if surfer.present_board:
        boards.append(surfer.present_board)
    fleet_ride = build_fleet_ride(
        labelled_hulls(boards), fins_of(boards), ticket.case.rider, ticket.case.conditions
    )
    return SurfableDays(
        board=boards[0].name or boards[0].family,
        present=boards[1].name or boards[1].family if len(boards) > 1 else "",
        worth=days_worth(fleet_ride, hours, counted(hours, asked, shore)),
    )
