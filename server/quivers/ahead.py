"""What is asked of a surfer's boards beyond the year: the months and the week, the way ahead, a trip."""

from statistics import median

from breaks.climate import hours_of, shore_of, water_of
from breaks.models import Break
from chord_core.documents import PlanRequest, Water, parse
from chord_core.documents.verbs.climate import HoursAsked
from chord_core.documents.verbs.trip import TripRequest
from chord_core.errors import ChordError
from chord_core.fit.answer.plan import plan
from chord_core.fit.answer.quiver_months import best_hours, last_days, months_of
from chord_core.fit.answer.trip import trip
from chord_core.water.climate import counted
from fittings.models import Fitting
from quivers.documents import PlanAsked, QuiverMonths, QuiverPlan, QuiverTrip, TripAsked
from quivers.selectors import owned_of, ready_boards
from rack.selectors import rack_of

#: Days that were measured last and are shown.
_WEEK = 7


def months_for(fitting: Fitting, asked: HoursAsked) -> QuiverMonths:
    """Which board on how many days of each month, and on each of the last days, in the hours that count."""
    place, owned = fitting.surf_break, owned_of(fitting)
    hours, shore = (hours_of(place), shore_of(place)) if place else (None, None)
    ready = ready_boards(fitting, owned)
    if hours is None or shore is None or ready is None or ready.in_foam:
        return QuiverMonths(version=fitting.version, months=())
    rows = counted(hours, asked, shore)
    choice = tuple(at for at, one in enumerate(owned) if one.by_choice)
    best = best_hours(ready, hours, rows, choice)
    return QuiverMonths(
        version=fitting.version, months=months_of(best, hours, rows), week=last_days(best, _WEEK)
    )


def _usual_price(fitting: Fitting) -> float | None:
    """What a board costs in this shop: the median of those that hang there with a price."""
    prices = [board.price for board in rack_of(fitting.shop).boards if board.price is not None]
    return median(prices) if prices else None


def plan_for(fitting: Fitting, asked: PlanAsked) -> QuiverPlan:
    """The way ahead of a ticket's surfer with the boards that they own."""
    owned = owned_of(fitting)
    surfer, water = fitting.documents()
    request = PlanRequest(
        surfer=surfer,
        water=water,
        boards=tuple(one.board for one in owned),
        wear=tuple(one.looks for one in owned),
        growth_of=asked.growth_of,
        board_price=_usual_price(fitting),
    )
    return QuiverPlan(version=fitting.version, plan=plan(request))


def _elsewhere(fitting: Fitting, asked: TripAsked) -> Water:
    """The water of a trip.

    Raises:
        ChordError: no water is named, or the shop has no such break.
    """
    if asked.break_id is not None:
        place = Break.objects.of(fitting.shop).filter(pk=asked.break_id).first()
        if place is None:
            raise ChordError("break_id", asked.break_id, "there is no such break in this shop")
        return water_of(place)
    names = ("small_m", "usual_m", "big_m", "steepness")
    said = {name: value for name in names if (value := getattr(asked, name)) is not None}
    if not said:
        raise ChordError("usual_m", None, "say which break, or how large the waves are there")
    return parse(Water, said)


def trip_for(fitting: Fitting, asked: TripAsked) -> QuiverTrip:
    """Which of the boards of a ticket's surfer to take on a trip."""
    surfer, _ = fitting.documents()
    water = _elsewhere(fitting, asked)
    request = TripRequest(
        surfer=surfer,
        water=water,
        boards=tuple(one.board for one in owned_of(fitting)),
        days=asked.days,
        slots=asked.slots,
        longest_m=asked.longest_m,
        most_kg=asked.most_kg,
    )
    return QuiverTrip(version=fitting.version, at=water.name or "", trip=trip(request))
