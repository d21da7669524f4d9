"""``size``: litres, kinds and windows to look for."""

from __future__ import annotations

from typing import Literal

from chord_core.documents.base import Document, Result
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.shared import Assumed, Caution, Day, Pair, TargetL
from chord_core.documents.water import Water
from chord_core.documents.why import Derivation


class SizeRequest(Document):
    """``size`` reads a surfer and a water; ``target_l`` [L] overrules the ways of sizing."""

    surfer: Surfer
    water: Water = Water()
    target_l: TargetL | None = None


class SizingMethod(Result):
    """A way of sizing as a band on the litre ruler: its code, what it is called, and its reason."""

    code: Literal["ratio", "step", "shape", "float"]
    name: str
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


class ComplaintAdvice(Result):
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
    ``target_band_l`` the litres between which a board is as good; ``sizing_methods`` other ways of sizing, as
    evidence.
    ``windows``, ``tails``, ``fins``, ``builds`` and ``fin_size`` are of the leading family, in order of fit;
    they and ``step_down`` are empty where the families were only ordered, not searched.
    ``days_say``: how often the water is chest high, without the stop; empty on a river."""

    missing: tuple[str, ...] = ()
    assumed: tuple[Assumed, ...] = ()
    sizing_methods: tuple[SizingMethod, ...] = ()
    target_l: float | None = None
    target_band_l: Pair | None = None
    target_because: str = ""
    windows: Windows | None = None
    families: tuple[Kind, ...] = ()
    tails: tuple[Option, ...] = ()
    fins: tuple[Option, ...] = ()
    fin_size: FinAdvice | None = None
    builds: tuple[Option, ...] = ()
    complaints: tuple[ComplaintAdvice, ...] = ()
    step_down: StepDown | None = None
    closed: tuple[Closed, ...] = ()
    advice: Advice | None = None
    leash: str = ""
    cautions: tuple[Caution, ...] = ()
    days: tuple[Day, ...] = ()
    days_say: str = ""
    tables_version: str
    derivations: tuple[Derivation, ...] = ()
