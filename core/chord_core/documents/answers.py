"""What the verbs of the answer write: ``size``, ``rank``, ``solve``, ``compare``, ``change`` and ``fix``."""

from __future__ import annotations

from typing import Literal

from pydantic import ConfigDict, Field

from chord_core.documents.base import Result
from chord_core.documents.board import Board
from chord_core.documents.results import Assumed, Day, Pair
from chord_core.documents.why import Derivation


class SizingMethod(Result):
    """One school of sizing as a band on the litre ruler, with its reason."""

    name: Literal["by ratio", "by step", "by shape", "by float"]
    low_l: float
    high_l: float
    reason: str


class Windows(Result):
    """What to look for in the rack, in one family, out to a shaper's fractions [m, L]: litres, length and
    width as an advisor expects them, the rest as boards of that size do best; ``rail`` from 0 (low, pinched)
    to 1 (full)."""

    length_m: Pair
    width_m: Pair
    thickness_m: Pair
    litres: Pair
    nose_width_m: Pair
    tail_width_m: Pair
    nose_rocker_m: Pair
    tail_rocker_m: Pair
    rail: Pair


class Option(Result):
    """A tail, a fin set-up or a build that would do, with the fit of the best board made so, and what is said
    of it."""

    name: str
    fit: float
    says: str


class Heard(Result):
    """A complaint about the present board: what to ask back, and what to change first."""

    complaint: str
    ask: str
    change_first: str


class StepDown(Result):
    """The largest step down from the present board that costs no more than a quarter of the rides: litres
    now and then, rides an hour now and then, and the sentence."""

    from_l: float
    to_l: float
    rides_now: float
    rides_then: float
    says: str


class Kind(Result):
    """A family that is open to this surfer: its name, why it stands here, the fit of the best that was found
    in it, whether that is as good as the leading one's, the litres that are looked for in it with those
    between which a board is as good and where they come from, and what to look for (null until it is
    searched)."""

    family: str
    reason: str
    fit: float
    either: bool
    target_l: float
    target_band_l: Pair
    target_because: str
    windows: Windows | None


class Advice(Result):
    """What an advisor says with the board that is advised: the board and what it does (``says``), why it
    suits this customer, what to mind, what matters most first; how the kind is ridden and what it does not
    do."""

    says: str
    reasons: tuple[str, ...]
    warnings: tuple[str, ...]
    ridden: str
    does_not: str


class Closed(Result):
    """A family behind a gate, with the sentence that says so."""

    family: str
    reason: str


class FinAdvice(Result):
    """Fins for a board under this rider: set-up, area wanted of a side fin [cm2], sizes (two near an edge),
    flex, and the sentence."""

    setup: str
    area_cm2: float
    sizes: tuple[str, ...]
    flex: Literal["soft", "medium", "stiff"]
    says: str


class SizeResult(Result):
    """Answer of ``size``. ``missing`` names facts without which there is no answer.

    ``target_l`` are the litres that are expected of the leading family, or the advisor's own target;
    ``target_band_l`` the litres between which a board is as good; ``schools`` other ways of sizing, as
    evidence.
    ``windows``, ``tails``, ``fins``, ``builds`` and ``fin_size`` are of the leading family, in order of fit;
    they and ``step_down`` are empty where the families were only ordered, not searched.
    ``days_say``: how often the water is chest high, without the stop; empty on a river."""

    missing: tuple[str, ...] = ()
    assumed: tuple[Assumed, ...] = ()
    schools: tuple[SizingMethod, ...] = ()
    target_l: float | None = None
    target_band_l: Pair | None = None
    target_because: str = ""
    windows: Windows | None = None
    families: tuple[Kind, ...] = ()
    tails: tuple[Option, ...] = ()
    fins: tuple[Option, ...] = ()
    fin_size: FinAdvice | None = None
    builds: tuple[Option, ...] = ()
    heard: tuple[Heard, ...] = ()
    step_down: StepDown | None = None
    closed: tuple[Closed, ...] = ()
    advice: Advice | None = None
    leash: str = ""
    cautions: tuple[str, ...] = ()
    days: tuple[Day, ...] = ()
    days_say: str = ""
    tables_version: str
    derivations: tuple[Derivation, ...] = ()


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

    works_share: float
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
    cautions: tuple[str, ...]
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


class PinnedSize(Result):
    """What to look for in one family when measures are pinned [m]: the windows of the rest, the best board
    then, in whole fractions, its fit, and the fit of the best with nothing pinned."""

    family: str
    pinned: dict[str, float]
    windows: Windows
    board: Board
    fit: float
    free_fit: float
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
    ``leads``: a board (its place in ``boards``) that is as good as the first and stays on top more often."""

    size: SizeResult
    judged_by: tuple[str, ...]
    ranking: tuple[Ranked, ...]
    not_yet: str = ""
    needs: tuple[Need, ...] = ()
    sure: tuple[RankStability, ...] = ()
    leads: int | None = None
    next_question: NextQuestion | None = None
    derivations: tuple[Derivation, ...] = ()


class SolveResult(Result):
    """Answer of ``solve``: the board in whole fractions, its fit, and the board as a rack would say it."""

    missing: tuple[str, ...] = ()
    not_yet: str = ""
    board: Board | None = None
    fit: float | None = None
    ranked: Ranked | None = None
    derivations: tuple[Derivation, ...] = ()


class Difference(Result):
    """A measure of the boards that are compared, in their order, and what the difference does: of each later
    board against the first, empty where it is no difference."""

    measure: str
    unit: str
    values: tuple[float, ...]
    does: tuple[str, ...]


class HandOver(Result):
    """Face height [m] at which one board hands over to another on faces of a steepness, and the band in which
    either will do: ``below`` and ``above`` are places in ``boards``, ``here`` the share of this water's waves
    that are so steep."""

    steepness: str
    here: float
    face_m: float
    either_m: Pair
    below: int
    above: int
    says: str


class Feel(Result):
    """How far a board feels from the first one, and the sessions to get used to it: verdicts before that
    count half."""

    board: int
    change: float
    sessions: int
    says: str


class CompareResult(Result):
    """Answer of ``compare``: differences of the hulls, with a surfer also of what the boards do, the
    hand-overs between each later board and the first, and the change of feel."""

    missing: tuple[str, ...] = ()
    differences: tuple[Difference, ...] = ()
    hand_overs: tuple[HandOver, ...] = ()
    hand_over_m: float | None = None
    feel: tuple[Feel, ...] = ()
    derivations: tuple[Derivation, ...] = ()


class Change(Result):
    """The smallest change of one thing that makes a board right: what, from what to what, the fit then."""

    thing: Literal["litres", "fins", "practice", "break"]
    was: str
    becomes: str
    fit: float
    says: str


class ChangeResult(Result):
    """Answer of ``change``: the fit now, the fit that is right, and the changes that reach it, smallest
    first of each thing; none where one thing alone does not."""

    missing: tuple[str, ...] = ()
    fit: float | None = None
    right: float | None = None
    changes: tuple[Change, ...] = ()
    says: str = ""


class Fix(Result):
    """Something to try on the present board: what, the fit then, and which share of the gain that another
    board would bring is had so."""

    thing: Literal["fins", "pad", "habit"]
    says: str
    fit: float
    recovers: float


class FixResult(Result):
    """Answer of ``fix``: the present board's fit, the best that might be had instead, what to try first."""

    missing: tuple[str, ...] = ()
    fit: float | None = None
    best_fit: float | None = None
    fixes: tuple[Fix, ...] = ()
    heard: tuple[Heard, ...] = ()
    first: bool = False
    says: str = ""
