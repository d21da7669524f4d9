"""``rank``: a rack in order of fit."""

from __future__ import annotations

from pydantic import ConfigDict, Field

from chord_core.documents.base import Result
from chord_core.documents.board import Board
from chord_core.documents.verbs.shared import Caution, Pair
from chord_core.documents.verbs.size import Advice, FinAdvice, SizeRequest, SizeResult
from chord_core.documents.why import Derivation


class RankRequest(SizeRequest):
    """``rank`` reads the boards of a rack besides; ``quick``: their order only, without the search for
    windows and without doubts."""

    boards: tuple[Board, ...] = Field(min_length=1, max_length=20000)
    quick: bool = False


class Float(Result):
    """How a board floats its rider in still water: lying down, or for stand-up the reserve left."""

    lift_share: float
    trim_deg: float | None = None
    sink_m: float | None = None
    nose_clear_m: float | None = None
    duck_dive: float | None = None
    reserve_share: float | None = None


class RidesBand(Result):
    """Rides an hour, and between which they lie in about eight draws of ten over what one cannot know."""

    usual: float
    low: float
    high: float


class OnTheWave(Result):
    """What a board does in this water: share of the waves that turn into rides, rides an hour (null on a
    river), face heights over which it works [m] and what ends them at either end; how surely it stays on a
    river wave; sentences."""

    ridden_share: float
    rides: RidesBand | None
    range_m: Pair | None
    ends: dict[str, str]
    stays_on: float | None
    says: tuple[str, ...]


class Ranked(Result):
    """One board of the rack, judged: its place in ``boards``; fit, 100 being the expected board of the kind
    that is expected first; the factors and the parts that they are made of; what it does on the wave;
    sentences, the first of them (``because``) as a clause that goes on from the board's name.
    ``over_budget``: what it costs out of the door beyond the surfer's budget."""

    model_config = ConfigDict(populate_by_name=True)

    index: int
    name: str
    family: str
    litres: float
    fit: float
    because: str
    floats: Float
    on_the_wave: OnTheWave
    fins: FinAdvice
    pad: str
    out_of_the_door: float | None
    over_budget: float
    cost_a_session: float | None
    factors: dict[str, float]
    parts: dict[str, float]
    for_: tuple[str, ...] = Field(alias="for")
    against: tuple[str, ...]
    cautions: tuple[Caution, ...]
    advice: Advice | None = None


class Need(Result):
    """A behaviour: what the surfer needs, ``low`` to ``high``, what the board gives and the present one
    (``now``), in ``unit``; between which ends it is drawn; a word, whether it falls short, and the derivation
    that says why."""

    name: str
    unit: str
    low: float
    high: float
    gives: float
    now: float | None
    span: Pair
    word: str
    short: bool
    why: str


class Remembered(Result):
    """Something remembered of boards, held against one: what, whether it speaks for it, the sentence."""

    of: str
    kept: bool
    says: str


class NextQuestion(Result):
    """The unknown fact most likely to change the board that leads: how to ask for it, in which share of the
    answers the board changes, what staying with today's costs on the mean, in points of fit."""

    field: str
    asks: str
    changes: float
    costs: float
    says: str


class RankStability(Result):
    """How often a board (its place in ``boards``) is on top and among the first three, over draws of what is
    not known: facts that nobody said, a level that was not seen, mass and waves as they are remembered."""

    index: int
    on_top: float
    in_three: float
    says: str


class RankResult(Result):
    """Answer of ``rank``: the boards, best first; the size answer it stands on; how sure the order of the
    first boards is; what to ask next; what is needed and what the board that leads gives.
    ``preferred_index``: a board (its place in ``boards``) that is as good as the first and stays on top more
    often."""

    size: SizeResult
    judged_by: tuple[str, ...]
    ranking: tuple[Ranked, ...]
    not_yet: str = ""
    needs: tuple[Need, ...] = ()
    stability: tuple[RankStability, ...] = ()
    preferred_index: int | None = None
    next_question: NextQuestion | None = None
    derivations: tuple[Derivation, ...] = ()
