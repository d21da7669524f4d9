"""What goes with the board on the bench of a ticket: the core's answer over the shop's own fin wall."""

from dataclasses import dataclass, field

from fins.selectors import fins_in_stock

from chord_core.documents import FinSet, GearRequest, GearResult, parse
from chord_core.documents.board import Board
from chord_core.documents.fins import FinGroup
from chord_core.documents.terms import Terms
from chord_core.errors import ChordError
from chord_core.fit.answer.gear import gear
from chord_core.fit.rules.fin_sets import box_kind_of
from chord_core.fit.rules.terms import terms
from chord_core.ride.fins import groups_in, setup_of
from chord_core.spoken import Spoken, spoken
from chord_core.tables import kept_by_tables
from fittings.answers import Ticket, judge_ticket
from fittings.documents import Gear, GearChoice
from fittings.models import Fitting
from rack.selectors import rack_of

#: Answers that are kept: what was asked ahead for a board is there when it is put on the bench.
_KEPT = 128


def gear_choice(fitting: Fitting) -> GearChoice:
    """What was chosen on a ticket to go with the board."""
    return parse(GearChoice, fitting.gear, "gear")


def own_fins(board: Board | None) -> FinSet | None:
    """The fins in the present board, where their size or measures and the kind of their boxes are known."""
    if board is None or not (box := box_kind_of(board)) or not (board.fins.size or board.fins.groups):
        return None
    groups = board.fins.groups or tuple(
        FinGroup(count=count, area_m2=area, depth_m=depth) for count, _, area, depth in groups_in(board)
    )
    facts = {"name": "those of their board", "setup": setup_of(board), "box": box, "groups": groups}
    return FinSet.model_validate({**facts, "size": board.fins.size, "flex": board.fins.flex or "medium"})


@dataclass(frozen=True)
class _Asked:
    """What is asked, compared by what an answer depends on; facts as texts, which compare quickly."""

    request: GearRequest = field(compare=False)
    facts: tuple[str, str]
    board: Board
    fin_sets: tuple[FinSet, ...]
    choice: str
    units: Spoken
    terms: Terms


@kept_by_tables(_KEPT)
def _answer(asked: _Asked) -> tuple[GearResult, str]:
    """The answer; where the fins that were picked cannot be, the answer without them and why."""
    request = asked.request
    try:
        return gear(request), ""
    except ChordError as error:
        if error.field != "picked_fins":
            raise
        return gear(request.model_copy(update={"picked_fins": None})), f"{error.value}: {error.message}"


def build_gear(fitting: Fitting, preferred: int | None) -> Gear:
    """Fins, builds and all else that leaves the shop with the board on the bench."""
    return gear_in(fitting, judge_ticket(fitting, preferred=preferred))


def gear_in(fitting: Fitting, ticket: Ticket) -> Gear:
    """The same of a ticket whose boards were judged."""
    if ticket.bench is None or ticket.case is None:
        return Gear(version=fitting.version)
    return _gear_with(fitting, ticket.fleet.boards[ticket.bench])


def gear_ahead(fitting: Fitting, board_id: int) -> Gear:
    """What would go with a board of the rack if it lay on the bench.

    Raises:
        ChordError: no such board hangs there.
    """
    rack = rack_of(fitting.shop)
    if board_id not in rack.ids:
        raise ChordError("board", board_id, "there is no such board in the rack")
    return _gear_with(fitting, rack.boards[rack.ids.index(board_id)])


def _gear_with(fitting: Fitting, board: Board) -> Gear:
    surfer, water = fitting.documents()
    choice, fin_sets = gear_choice(fitting), fins_in_stock(fitting.shop)
    # Who no longer says what they ride gives nothing in payment.
    looks = choice.trade_in if surfer.present_board else None
    request = GearRequest(
        board=board,
        surfer=surfer,
        water=water,
        fin_sets=fin_sets,
        present_fins=own_fins(surfer.present_board),
        picked_fins=choice.picked_fins,
        extras=choice.extras,
        trade_in=looks,
        water_c=choice.water_c,
    )
    facts = (surfer.model_dump_json(exclude_unset=True), water.model_dump_json(exclude_unset=True))
    said = choice.model_dump_json()
    answer, unpicked = _answer(_Asked(request, facts, board, fin_sets, said, spoken(), terms()))
    known = None if answer.missing else answer
    return Gear.model_construct(version=fitting.version, gear=known, unpicked=unpicked)
