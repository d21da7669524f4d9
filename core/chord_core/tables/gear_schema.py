"""What the table of all that goes with a board holds, a model each: fins, builds, leash, pad, wax, prices."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from chord_core.tables.schema import Named, Row, Share, Table, Weights

Extra = Literal["bag", "kit", "pad", "fins"]


class FinFlex(Row):
    """What a flex leaves of side force and of yaw stiffness."""

    side_force: float
    yaw: float


class FinBoxes(Row):
    """The boxes that a set-up stands in: pairs beside the stringer, and what stands on it."""

    pairs: int = Field(ge=0, le=2)
    centre: Literal["none", "tab", "long"]


class Fins(Table):
    """Fin set-ups at size M: groups of count, place from the tail [m], area [m2], depth [m]; their boxes."""

    sizes: Weights
    setups: dict[str, tuple[tuple[int, float, float, float], ...]]
    boxes: dict[str, FinBoxes]
    pump: Weights
    flex: dict[str, FinFlex]


class FinChoice(Row):
    """Side-fin area [cm2] by mass, and what moves it; flex by mass, face, tail and rail."""

    area_cm2: float
    at_kg: float
    gripping: float
    wide_tail: float
    wide_tail_from_m: float
    light_in_power: float
    sizes_to_cm2: dict[str, float | None]
    both_within: float
    too_much: float
    grips_rail_to: float
    flexible_from: float
    light_damping_to: float
    flex_at_kg: float
    flex_a_kg: float
    flex_at_face_m: float
    flex_a_face_m: float
    flex_edge: float
    balance_off: float = Field(gt=0, le=1)
    answers_from: float = Field(gt=0, le=1)


class Pads(Row):
    """Pads by water, kind and stance; how long a tail pad is, how far it reaches behind the rear foot and how
    near to the tail [m]."""

    river: str
    none: str
    back: str
    front: str
    even: str
    length_m: float = Field(gt=0)
    behind_foot_m: float = Field(ge=0)
    from_tail_m: float = Field(ge=0)


class WaxRow(Named):
    """A wax, and up to which water it serves [C]; None: any warmer."""

    to_c: float | None


class BuildWears(Row):
    """How a build feels and fails, its price beside PU, its life in sessions, how well it takes dents; with
    what it is mended, what a mend costs beside one of PU, and what heat does to it."""

    feel: str
    fails: str
    price_index: float
    life: float
    dent: float
    mend: str
    mend_index: float = Field(gt=0)
    heat: str


class Mends(Row):
    """What a mend of a PU board costs, and after how many sessions one is due on it: on others after as many
    more as they take dents better."""

    price: float = Field(ge=0)
    every_sessions: float = Field(gt=0)


class BuildsBeside(Row):
    """How many builds are laid side by side, the sessions at which their cost is told, up to where it is
    followed; from how many times the price of the board's own build on the shape is proven first; under which
    share of its mass a build is light for its size."""

    most: int = Field(ge=2, le=4)
    at_sessions: tuple[int, ...]
    up_to_sessions: int = Field(gt=0)
    prove_from_price: float = Field(gt=1)
    light_to: Share


class Prices(Row):
    """What goes with a board, in the shop's currency; ``hire``: a board for a session."""

    fins: float
    leash: float
    pad: float
    wax: float
    bag: float
    kit: float
    hire: float


class Look(Row):
    """Something that is looked for on a used board: what is said of some and of much of it, and which share
    of the condition each leaves."""

    some: Share
    much: Share
    some_says: str
    much_says: str


class TradeInCounts(Row):
    """Share of the price that is paid, what the worst condition leaves, from where a board is heavy, and on
    which share of the waves it has to serve to be kept."""

    share: Share
    worst_condition: Share
    heavy_from: float
    keep_from: Share
    looks: dict[str, Look]


class Leash(Row):
    """Cord of a leash by the usual face in body heights, and where it is worn by its length [ft]."""

    thin_to_heights: float = Field(gt=0)
    thick_from_heights: float = Field(gt=0)
    knee_from_ft: int


class Gear(Table):
    """What goes with a board."""

    fins: FinChoice
    leash: Leash
    pads: Pads
    wax: tuple[WaxRow, ...]
    builds: dict[str, BuildWears]
    beside: BuildsBeside
    mends: Mends
    currency: str
    currencies: dict[str, int]
    prices: Prices
    leave_out: tuple[Extra, ...]
    instalments: tuple[int, ...]
    care: tuple[str, ...]
    trade_in: TradeInCounts
