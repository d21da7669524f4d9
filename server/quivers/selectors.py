"""What is read of the boards that a surfer owns: each drawn and valued, and a year of them over a water."""

from dataclasses import dataclass

import numpy as np
from django.utils import timezone

from breaks.climate import ANYBODY_M, hours_of
from breaks.now import last_hour
from chord_core.documents import Board, QuiverRequest, Surfer, Water
from chord_core.documents.verbs.gear import TradeInLooks
from chord_core.documents.verbs.quiver import QuiverResult
from chord_core.fit.answer.gear_sum import worth_of_looks
from chord_core.fit.answer.quiver import quiver
from chord_core.fit.answer.quiver_year import Asked, asked_of
from chord_core.fit.judge.baseline import expected_boards
from chord_core.fit.judge.case import Case
from chord_core.fit.search.windows import nearest_fractions
from chord_core.hull.describe import dims_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import fins_of
from chord_core.surfer.defaults import height_from_mass, missing_facts
from chord_core.tables import kept_by_tables
from chord_core.water.bins import median_slope
from chord_core.water.face import Face
from fittings.answers import drawn, judge_ticket
from fittings.models import Fitting
from fittings.ranking import case_for
from quivers.documents import (
    Candidate,
    NextAsked,
    OwnedOut,
    QuiverNext,
    QuiverOut,
    TodayTakes,
)
from quivers.models import OwnedBoard

#: Boards of a rack that are asked whether they would add something, the best first.
_ASKED = 500
#: What was asked of boards lately is kept: a look at the page again, or a note that changes nothing.
_KEPT = 32


@dataclass(frozen=True)
class Owned:
    """A board that somebody owns; ``row`` is None of the one that the ticket says they ride now."""

    row: OwnedBoard | None
    board: Board
    looks: TradeInLooks

    @property
    def by_choice(self) -> bool:
        """Whether it is ridden wherever it works."""
        return self.row is not None and self.row.by_choice


def owned_of(fitting: Fitting) -> list[Owned]:
    """The boards of a ticket's surfer: the one that is ridden now, then the others."""
    surfer, _ = fitting.documents()
    rows = [Owned(row, row.document(), row.wear()) for row in fitting.surfer.owned_boards.all()]
    now = surfer.present_board
    return [Owned(None, now, TradeInLooks()), *rows] if now else rows


def _out(owned: Owned) -> OwnedOut:
    hull, row = drawn(owned.board), owned.row
    return OwnedOut.model_construct(
        id=row.pk if row else None,
        version=row.version if row else 0,
        board=owned.board,
        line=dims_of(owned.board),
        litres=(owned.board.stated_litres if hull.label.agrees else None) or hull.litres,
        curves=hull.curves,
        looks=owned.looks,
        worth=worth_of_looks(owned.board, owned.looks),
        by_choice=owned.by_choice,
    )


def as_out(row: OwnedBoard) -> OwnedOut:
    """A board as it is sent."""
    return _out(Owned(row, row.document(), row.wear()))


def _request(fitting: Fitting, owned: list[Owned]) -> QuiverRequest:
    surfer, water = fitting.documents()
    return QuiverRequest(
        surfer=surfer,
        water=water,
        boards=tuple(one.board for one in owned),
        wear=tuple(one.looks for one in owned),
        by_choice=tuple(place for place, one in enumerate(owned) if one.by_choice),
    )


@kept_by_tables(_KEPT)
def _asked(surfer: str, water: str, boards: tuple[Board, ...]) -> Asked | None:
    case = case_for(Surfer.model_validate_json(surfer), Water.model_validate_json(water))
    return asked_of(case, labelled_hulls(boards), fins_of(boards)) if case else None


def ready_boards(fitting: Fitting, owned: list[Owned]) -> Asked | None:
    """The boards ready to be asked; None while mass or level is not known, or there is none."""
    if not owned:
        return None
    surfer, water = fitting.documents()
    boards = tuple(one.board for one in owned)
    return _asked(
        surfer.model_dump_json(exclude_unset=True), water.model_dump_json(exclude_unset=True), boards
    )


def quiver_of(fitting: Fitting) -> QuiverOut:
    """The boards of a ticket's surfer over a year of its water."""
    owned = owned_of(fitting)
    surfer, water = fitting.documents()
    case, missing = case_for(surfer, water), missing_facts(surfer)
    answer, ready = QuiverResult(missing=missing), ready_boards(fitting, owned)
    if ready is not None:
        answer = quiver(_request(fitting, owned), case, ready)
    return QuiverOut.model_construct(
        fitting_id=fitting.pk,
        version=fitting.version,
        who=surfer.name or "",
        body_m=_body_m(surfer),
        at=fitting.surf_break.name if fitting.surf_break else water.name or "",
        measured=fitting.surf_break is not None and hours_of(fitting.surf_break) is not None,
        boards=tuple(map(_out, owned)),
        answer=answer,
        today=_today(fitting, owned, ready),
    )


def _body_m(surfer: Surfer) -> float:
    """How tall a surfer is, for the words of heights."""
    if surfer.height_m or not surfer.mass_kg:
        return surfer.height_m or ANYBODY_M
    return height_from_mass(surfer.mass_kg)


def _today(fitting: Fitting, owned: list[Owned], asked: Asked | None) -> TodayTakes | None:
    place = fitting.surf_break
    if place is None or asked is None or asked.in_foam:
        return None
    last = last_hour(place, timezone.now())
    face_m, steepness, age_h = (last.get(name) for name in ("face_m", "steepness", "age_h"))
    if not last.get("fresh") or not isinstance(face_m, float) or not isinstance(steepness, str):
        return None
    face = Face(np.array([face_m]), np.array([median_slope(steepness)]))
    taken = asked.taken(face, _request(fitting, owned).by_choice)
    return TodayTakes(
        board=int(taken.board[0]),
        either=bool(taken.either[0]),
        face_m=face_m,
        steepness=steepness,
        age_h=age_h if isinstance(age_h, float) else 0.0,
    )


def _to_order(case: Case) -> tuple[Board, ...]:
    """A board of each kind that comes into question, as it would be ordered for this surfer: in a shaper's
    fractions."""
    made = []
    for board in expected_boards(case):
        measures = {name: getattr(board, name) for name in ("length_m", "width_m", "thickness_m")}
        made.append(
            board.model_copy(update={**nearest_fractions(measures), "name": f"an ordered {board.family}"})
        )
    return tuple(made)


def next_for(fitting: Fitting, asked: NextAsked) -> QuiverNext:
    """What the open boards of the rack, and such as could be ordered, would add to those of a ticket's
    surfer."""
    owned, ticket = owned_of(fitting), judge_ticket(fitting, whole=True)
    ranking, rack = ticket.ranking, ticket.rack
    if ticket.case is None or ranking is None:
        return QuiverNext(version=fitting.version, says="", candidates=(), next=(), best_sets=())
    rows = [row for row in ranking.open_first if row < len(rack.ids)][:_ASKED]
    to_order = _to_order(ticket.case)
    request = _request(fitting, owned).model_copy(
        update={
            "candidates": tuple(rack.boards[row] for row in rows),
            "to_order": to_order,
            "slots": asked.slots,
            "budget": asked.budget,
        }
    )
    found = quiver(request, ticket.case, ready_boards(fitting, owned))
    sent = [rack.sent[row] for row in rows]
    return QuiverNext.model_construct(
        version=fitting.version,
        says=found.says,
        candidates=tuple(
            Candidate(id=pk, name=board.name or board.family, line=line, litres=litres)
            for pk, board, line, litres in (
                *((one.id, one.board, one.line, one.litres) for one in sent),
                *((None, board, dims_of(board), drawn(board).litres) for board in to_order),
            )
        ),
        next=found.next,
        best_sets=found.best_sets,
    )
