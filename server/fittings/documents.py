"""What the fitting addresses read and write."""

from datetime import date
from typing import Any, Literal

from pydantic import Field, RootModel, model_validator

from api_tools.query import CommaList
from chord_core.documents import Board, HullResult, Surfer, Water
from chord_core.documents.base import Document, Result
from chord_core.documents.names import FamilyName
from chord_core.documents.verbs.change import ChangeResult
from chord_core.documents.verbs.climate import WorthResult
from chord_core.documents.verbs.compare import CompareResult
from chord_core.documents.verbs.fix import FixResult
from chord_core.documents.verbs.gear import GearResult, TradeInLooks, WaterC
from chord_core.documents.verbs.hull import Curves, Dims
from chord_core.documents.verbs.rank import Need, NextQuestion, Ranked, Remembered
from chord_core.documents.verbs.ride import RideResult
from chord_core.documents.verbs.shared import TargetL
from chord_core.documents.verbs.size import SizeResult
from chord_core.documents.verbs.solve import Pinned, PinnedSize
from chord_core.documents.why import Derivation
from chord_core.errors import ChordError


class Pins(Pinned):
    """Measures [m] that an advisor pins in one family; one at least."""

    family: FamilyName

    @model_validator(mode="after")
    def _something_is_pinned(self) -> "Pins":
        if not self.model_dump(exclude={"family"}, exclude_none=True):
            raise ChordError("", None, "pin one measure at least")
        return self


class AskedFor(Result):
    """What one of the last surfers asked for: the leading family, its litres, the length of its best ordinary
    board [m]; the shop's boards that suit, best first, and the best of those that are for sale (none: what
    was asked for does not hang here)."""

    fitting_id: int
    name: str
    family: str
    low_l: float
    high_l: float
    length_m: float
    suits: tuple[int, ...]
    best: tuple[int, ...]


class Demand(Result):
    """What the last tickets ask of the rack, newest first, and the boards that suit none of them."""

    fittings: tuple[AskedFor, ...]
    nobody: tuple[int, ...]


class FittingIn(Document):
    """A new ticket: for a surfer who is known, or with what is said already; at a break."""

    surfer_id: int | None = None
    facts: Surfer = Surfer()
    break_id: int | None = None


class GearChoice(Document):
    """What was chosen to go with the board: fins by name, what else is wanted, how warm the water is [C] for
    the wax, and how the present board was looked at that is given in payment."""

    picked_fins: str | None = Field(default=None, max_length=80)
    extras: tuple[Literal["bag", "kit"], ...] = Field(default=(), max_length=2)
    trade_in: TradeInLooks | None = None
    water_c: WaterC | None = None


class FittingPatch(Document):
    """A change of a ticket. Facts and water are merged: after a null a fact is assumed again. ``go_by``: take
    the waves that the break's buoy or gauge measured, those that are remembered, or its white water.
    ``with_gear``: what goes with the board is answered along."""

    version: int
    facts: dict[str, Any] = Field(default_factory=dict)
    water: dict[str, Any] = Field(default_factory=dict)
    break_id: int | None = None
    go_by: Literal["measured", "remembered", "foam"] | None = None
    target_l: TargetL | None = None
    pinned: Pins | None = None
    gear: GearChoice | None = None
    bench_id: int | None = None
    typed_board: Board | None = None
    with_gear: bool = False


class FittingRow(Result):
    """A ticket in the list; ``surfer_id`` tells whose, for one surfer may have been fitted several times."""

    id: int
    surfer_id: int
    name: str
    rung: str | None
    mass_kg: float | None
    opened: date
    water: str


class FittingList(RootModel[tuple[FittingRow, ...]]):
    """The tickets of the shop."""


class RackPlace(Result):
    """A board of the rack in the order of fit: its number in the shop, its fit, 0-100, rides an hour, the
    waves over which it works and what ends them, in words; on a river how surely it stays."""

    id: int
    fit: float
    rides: float | None
    stays_on: float | None
    waves: str
    limit: str


class Bench(Result):
    """A board on the bench: its shape, how it fits, what is needed and what it gives, what it keeps of other
    boards that are remembered. ``id`` is the shop's, 0 for one typed in."""

    id: int
    board: Board
    hull: HullResult
    ranked: Ranked | None
    needs: tuple[Need, ...] = ()
    remembered: tuple[Remembered, ...] = ()


class Answer(Result):
    """The answer of a ticket: the boards of the rack best first; the numbers of those that stand behind them,
    in no sure order (a large rack is not judged as a whole unless that is asked for), and of those behind a
    gate, which are not judged; ``present`` is the board ridden now, drawn, with its fit."""

    size: SizeResult
    judged_by: tuple[str, ...]
    ranking: tuple[RackPlace, ...]
    behind: tuple[int, ...]
    shut: tuple[int, ...]
    not_yet: str
    bench: Bench | None
    present: Bench | None


class WholeRack(Result):
    """All boards of a rack that are open, best first, for a ticket as it stood at ``version``; empty while
    mass or level is not known."""

    version: int
    ranking: tuple[RackPlace, ...] = ()


class SettledSize(Result):
    """The size answer of a ticket as it stood at ``version``, searched: with windows, tails, fins, builds;
    and what to look for when measures are pinned (null where nothing is, or its family is behind a gate)."""

    version: int
    size: SizeResult
    pinned: PinnedSize | None = None


class SurePlace(Result):
    """How often a board of the rack, by its number in the shop, is on top and among the first three."""

    id: int
    on_top: float
    in_three: float
    says: str


class Doubts(Result):
    """How sure the answer of a ticket is, as it stood at ``version``: the first boards' places, what to ask
    next, what to try on the present board before another is sold. ``preferred_board_id``: a board that is as
    good as the first of the rack and stays on top more often; it goes on the bench where nobody chose one."""

    version: int
    stability: tuple[SurePlace, ...] = ()
    preferred_board_id: int | None = None
    next_question: NextQuestion | None = None
    fix: FixResult | None = None


class Gear(Result):
    """What goes with the board on the bench, as a ticket stood at ``version``; null while mass or level is
    not known, or no board lies there. ``unpicked``: fins that were picked and hang no longer, or that these
    boxes refuse."""

    version: int
    gear: GearResult | None = None
    unpicked: str = ""


class FittingOut(Result):
    """A ticket and its answer; ``lines``: the boards that are spoken of in the facts, written as dims;
    ``gear_answer``: what goes with the board, where that was asked along; ``other_numbers``: whether it was
    changed last while other numbers stood in the tables than those that answer now."""

    id: int
    version: int
    facts: Surfer
    lines: dict[str, Dims]
    water: Water
    break_id: int | None
    target_l: float | None
    pinned: Pins | None
    gear: GearChoice
    bench_id: int | None
    typed_board: Board | None
    answer: Answer
    gear_answer: Gear | None = None
    other_numbers: bool = False


class Faces(Result):
    """What the board on the bench and the present one do, number by number, as a ticket stood at
    ``version``."""

    version: int
    bench: RideResult | None = None
    present: RideResult | None = None


class Why(Result):
    """How the numbers of the board on the bench came about, as a ticket stood at ``version``."""

    version: int
    derivations: tuple[Derivation, ...] = ()


class PreferredBoard(Document):
    """A board of the rack that goes before those that are as good."""

    preferred_board_id: int | None = Field(default=None, description="as the doubts named it")


class Since(Document):
    """The version of a ticket that is known."""

    version: int


class ComparedWith(Document):
    """Boards beside the one on the bench: numbers of the rack, or “now” for the present one."""

    boards: CommaList[str] = Field(description="7,12 or now,7")


class NextStep(Result):
    """How long the board on the bench serves and what comes after it, as a ticket stood at ``version``."""

    version: int
    says: str


class WhyNotOf(Document):
    """Of which board of the rack it is asked; of the one on the bench where none is named."""

    board: int | None = Field(default=None, description="of the rack; else the bench's")


class GearOf(Document):
    """The board of the rack with which it would go; the one on the bench where none is named, or the one that
    is preferred where nobody put one there."""

    board: int | None = Field(default=None, description="of the rack; else the bench's")
    preferred_board_id: int | None = Field(default=None, description="as the doubts named it")


class WhyNot(Result):
    """Why not a board: its first failing factor in a sentence (empty where it is right), and the smallest
    changes that would make it right."""

    version: int
    name: str
    first: str
    change: ChangeResult


class Compared(Result):
    """Two or three boards of a ticket laid on each other, by name, line of dims and curves, with what each
    difference does. The first is the one on the bench."""

    version: int
    names: tuple[str, ...]
    lines: tuple[Dims, ...]
    curves: tuple[Curves, ...]
    fits: tuple[float | None, ...]
    result: CompareResult


class FittingDocument(Document):
    """A whole fitting, ``chord-fitting/1``: what was said and chosen. The answer follows from it."""

    format: Literal["chord-fitting/1"] = "chord-fitting/1"
    surfer: Surfer
    water: Water = Water()
    target_l: TargetL | None = None
    pinned: Pins | None = None
    gear: GearChoice | None = None
    bench: Board | None = None


class SurfableDays(Result):
    """Days worth going at the ticket's break: on the board on the bench, and on the present one."""

    board: str
    present: str
    worth: WorthResult
