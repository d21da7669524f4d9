"""What the tables of the answer hold, a model each; as ``schema`` for boards, surfers and waters."""

from __future__ import annotations

from typing import Literal

from pydantic import ConfigDict, Field

from chord_core.tables.schema import Learned, Named, Reasoned, Row, Share, Table, Weights

Class = Literal["soft", "middle", "long", "short"]


# -- which kinds


class Builds(Row):
    """Builds that are offered, for soft boards and for the others."""

    soft: tuple[str, ...]
    hard: tuple[str, ...]


class Choice(Table):
    """Which kinds, tails, set-ups and builds are offered; keys are kinds, or classes of kinds."""

    up_to_face_heights: float
    big_water: tuple[str, ...]
    dives_from: dict[str, str]
    tails: dict[str, tuple[str, ...]]
    setups: dict[str, tuple[str, ...]]
    setups_not_for_back_foot: tuple[str, ...]
    builds: Builds
    tail_says: dict[str, str]
    setup_says: dict[str, str]


class RideCounts(Row):
    """What the ride adds to the log of a kind's probability, and how much at most."""

    weight: float
    most: float
    reason: str


class KindSpreads(Row):
    """Spreads of the priors of class, kind, own facts, and of a kind's usual odds."""

    of_class: float = Field(alias="class")
    kind: float
    own: float
    usual: float


class ClassWeights(Row):
    """What a fact adds to the log-odds of a class, and why."""

    reason: str
    soft: float
    middle: float
    long: float
    short: float

    def of(self, board_class: str) -> float:
        """What it adds to a class; nothing to those of rivers and stand-ups."""
        return float(getattr(self, board_class, 0.0)) if board_class in _CLASSES else 0.0


_CLASSES = ("soft", "middle", "long", "short")


class KindWeights(Row):
    """What a fact adds to the log-odds of kinds, named by the table, and why."""

    model_config = ConfigDict(extra="allow")
    __pydantic_extra__: Weights = Field(init=False)

    reason: str

    @property
    def kinds(self) -> Weights:
        """By kind; of one that is missing nothing is added."""
        return self.__pydantic_extra__


class ExpectedKinds(Table):
    """Which kind of board an advisor puts first, in log-odds."""

    either: Share
    power: float
    least: Share
    ride: RideCounts
    spreads: KindSpreads
    kinds_usual: Weights
    classes: dict[str, ClassWeights]
    kinds: dict[str, KindWeights]
    own: dict[str, Reasoned]


class ExpectedLitres(Table):
    """Litres that an advisor expects, natural log."""

    neighbours: Share
    others: Share
    window: Reasoned
    spread: Reasoned
    numbers: dict[str, Learned]


class ExpectedMeasure(Row):
    """A measure that an advisor expects, natural log of metres: two advisors' spread, and its numbers."""

    spread: Reasoned
    numbers: dict[str, Learned]


class ExpectedDims(Table):
    """Length and width that an advisor expects."""

    window: Reasoned
    length_m: ExpectedMeasure
    width_m: ExpectedMeasure

    def of(self, measure: str) -> ExpectedMeasure:
        """``length_m`` or ``width_m``."""
        return {"length_m": self.length_m, "width_m": self.width_m}[measure]


# -- the fit


class PartWeights(Row):
    """How much each part of the fit weighs."""

    rides: float
    style: float
    handling: float
    growth: float


class BaselineCounts(Row):
    """How many kinds come into question, and down to which log-odds under the first."""

    reason: str
    most: int
    log_odds: float
    fewest: int


class HeadlineCounts(Row):
    """What each gain over the present board counts in the first sentence, and from where it is said."""

    reason: str
    rides: float
    turn: float
    roll: float
    stand: float
    hold: float
    complaint: float
    least: float


class Fit(Table):
    """How the parts of the fit weigh, and from where something is said."""

    weights: dict[str, PartWeights]
    river_radius: float
    either_within: float
    near_best: Share
    wish_from: float
    budget_from: float
    suits_from: float
    ordinary_sizes: int
    over_expected: float
    baseline: BaselineCounts
    headline: HeadlineCounts


class BehaviourRow(Named):
    """A behaviour as it is said at a counter: its measure, derivation, unit, and words around the need."""

    measure: str
    why: str
    unit: str
    better: Literal["more", "less"]
    below: str
    inside: str
    above: str


class Needs(Table):
    """Behaviours, and which of them a complaint or an aim names first."""

    fewest: int
    behaviours: tuple[BehaviourRow, ...]
    complaints: dict[str, tuple[str, ...]]
    aims: dict[str, tuple[str, ...]]


class DifferenceRow(Named):
    """What more and less of a measure does, and from which share of it something is said."""

    unit: str
    from_share: float = Field(alias="from")
    more: str
    less: str


class FeelCounts(Row):
    """The scale of a change of feel, in logs, and sessions to get used to one."""

    scale: float
    sessions: tuple[float, float]


class Compare(Table):
    """What a difference between boards does."""

    measures: tuple[DifferenceRow, ...]
    ridden: tuple[DifferenceRow, ...]
    feel: FeelCounts


class KindAdvice(Row):
    """What a kind does, how it is ridden, and what it is not."""

    does: str
    ridden: str
    is_not: str = Field(alias="not")


class AdviceRow(Row):
    """A sentence: its topic, what must hold and what must not, whose it is, and how much it counts."""

    topic: str
    says: str
    counts: float
    when: tuple[str, ...] = ()
    unless: tuple[str, ...] = ()
    classes: tuple[str, ...] = ()
    kinds: tuple[str, ...] = ()


class Advice(Table):
    """What an advisor says with a board."""

    most: int
    flat: tuple[str, ...]
    kinds: dict[str, KindAdvice]
    because: tuple[AdviceRow, ...]
    warnings: tuple[AdviceRow, ...]
