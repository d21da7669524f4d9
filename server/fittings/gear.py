"""What goes with the board on the bench of a ticket: the core's answer over the shop's own fin wall."""

from fins.selectors import fins_in_stock

from chord_core.documents import FinSet, GearRequest, GearResult, parse
from chord_core.documents.board import Board
from chord_core.documents.fins import FinGroup
from chord_core.errors import ChordError
from chord_core.fit.answer.gear import gear
from chord_core.fit.rules.fin_sets import box_kind_of
from chord_core.ride.fins import groups_in, setup_of
from fittings.answers import Ticket, judge_ticket
from fittings.documents import Gear, GearChoice
from fittings.models import Fitting


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


def _answer(request: GearRequest) -> tuple[GearResult, str]:
    """The answer; where the fins that were picked cannot be, the answer without them and why."""
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
    surfer, water = fitting.documents()
    choice = gear_choice(fitting)
    if ticket.bench is None or ticket.case is None:
        return Gear(version=fitting.version)
    # Who no longer says what they ride gives nothing in payment.
    looks = choice.trade_in if surfer.present_board else None
    request = GearRequest(
        board=ticket.fleet.boards[ticket.bench],
        surfer=surfer,
        water=water,
        fin_sets=fins_in_stock(fitting.shop),
        present_fins=own_fins(surfer.present_board),
        picked_fins=choice.picked_fins,
        extras=choice.extras,
        trade_in=looks,
        water_c=choice.water_c,
    )
    answer, unpicked = _answer(request)
    return Gear.model_construct(version=fitting.version, gear=answer, unpicked=unpicked)
