"""What the quiver addresses read and write."""

from pydantic import Field

from chord_core.documents import Board
from chord_core.documents.base import Document, Result
from chord_core.documents.names import SteepnessName
from chord_core.documents.verbs.gear import TradeInLooks, TradeInValue
from chord_core.documents.verbs.hull import Curves, Dims
from chord_core.documents.verbs.plan import PlanResult
from chord_core.documents.verbs.quiver import (
    MOST_SLOTS,
    BoardSet,
    DayTakes,
    MonthDays,
    NextBoard,
    QuiverResult,
)
from chord_core.documents.verbs.trip import MOST_TAKEN, LongestM, MostKg, TripDays, TripResult
from chord_core.documents.water import FaceM
from chord_core.surfer.growth import GrowthOf


class OwnedIn(Document):
    """A board that a surfer owns: one of the shop's rack by its number there, or a board."""

    rack_board_id: int | None = None
    board: Board | None = None


class OwnedPatch(Document):
    """A change of a board that a surfer owns."""

    version: int
    board: Board | None = None
    looks: TradeInLooks = TradeInLooks()
    by_choice: bool = False


class OwnedOut(Result):
    """A board that a surfer owns, drawn; ``id`` is null of the one that the ticket says they ride now."""

    id: int | None
    version: int
    board: Board
    line: Dims
    litres: float
    curves: Curves
    looks: TradeInLooks
    worth: TradeInValue
    by_choice: bool


class TodayTakes(Result):
    """Which board the last hour at the break asks for: its place (-1: none works), and whether another does
    as well."""

    board: int
    either: bool
    face_m: float
    steepness: str
    age_h: float


class QuiverOut(Result):
    """The boards of the surfer of a ticket over a year of its water, as the ticket stood at ``version``.

    ``answer`` is of the boards that are owned, in their order; ``today`` is null where no buoy measures, or
    its hour is old. ``body_m``: how tall they are, said or assumed; ``at``: the break, by its name;
    ``measured``: whether months can be told of it."""

    fitting_id: int
    version: int
    who: str
    body_m: float
    at: str
    measured: bool
    boards: tuple[OwnedOut, ...]
    answer: QuiverResult
    today: TodayTakes | None


class NextAsked(Document):
    """How many boards there may be in all, and what those that are added may cost."""

    slots: int = Field(default=3, ge=1, le=MOST_SLOTS)
    budget: float | None = Field(default=None, ge=0, le=100_000)


class Candidate(Result):
    """A board of the rack by its number there; without one a board that could be ordered."""

    id: int | None
    name: str
    line: Dims
    litres: float


class QuiverNext(Result):
    """What the open boards of the rack would add to a surfer's boards, and the best sets of both; places are
    in the surfer's boards with ``candidates`` behind them."""

    version: int
    says: str
    candidates: tuple[Candidate, ...]
    next: tuple[NextBoard, ...]
    best_sets: tuple[BoardSet, ...]


class PlanAsked(Document):
    """For a child: whose growth is taken, the mean of both without it."""

    growth_of: GrowthOf | None = None


class QuiverPlan(Result):
    """The way ahead, as a ticket stood at ``version``."""

    version: int
    plan: PlanResult


class QuiverMonths(Result):
    """Month by month, and the last days as they were measured, in the hours that count; empty where no buoy
    measures."""

    version: int
    months: tuple[MonthDays, ...]
    week: tuple[DayTakes, ...] = ()


class TripAsked(Document):
    """Another water: a break of the shop, or remembered days [m]; for how many days, how many boards, how
    long the longest may be [m] and how much they may weigh together [kg]."""

    break_id: int | None = None
    small_m: FaceM | None = None
    usual_m: FaceM | None = None
    big_m: FaceM | None = None
    steepness: SteepnessName | None = None
    days: TripDays = 10
    slots: int = Field(default=MOST_TAKEN, ge=1, le=MOST_TAKEN)
    longest_m: LongestM | None = None
    most_kg: MostKg | None = None


class QuiverTrip(Result):
    """Which boards to take, as a ticket stood at ``version``."""

    version: int
    at: str
    trip: TripResult
