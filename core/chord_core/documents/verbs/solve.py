"""``solve``: the best board that could be ordered, any measure pinned."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field, model_validator

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board, HalfMetre, Rise
from chord_core.documents.names import FamilyName
from chord_core.documents.verbs.rank import Ranked
from chord_core.documents.verbs.size import SizeRequest, Windows
from chord_core.documents.why import Derivation
from chord_core.errors import ChordError
from chord_core.line import LIMITS_M


class Pinned(Document):
    """Measures [m] that a solved board has to have."""

    length_m: Annotated[float, Field(ge=LIMITS_M["length"][0], le=LIMITS_M["length"][1])] | None = None
    width_m: Annotated[float, Field(ge=LIMITS_M["width"][0], le=LIMITS_M["width"][1])] | None = None
    thickness_m: Annotated[float, Field(ge=LIMITS_M["thickness"][0], le=LIMITS_M["thickness"][1])] | None = (
        None
    )
    nose_width_m: HalfMetre | None = None
    tail_width_m: HalfMetre | None = None
    nose_rocker_m: Rise | None = None
    tail_rocker_m: Rise | None = None

    @model_validator(mode="after")
    def _ends_fit(self) -> Pinned:
        for end in ("nose", "tail"):
            wide = getattr(self, f"{end}_width_m")
            if wide is not None and self.width_m is not None and wide > self.width_m:
                says = f"the {end} at one foot ({wide:g} m) is wider than the board ({self.width_m:g} m)"
                raise ChordError(f"pinned.{end}_width_m", wide, says)
        return self


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


class SolveRequest(SizeRequest):
    """``solve`` reads a surfer and a water; a family, if one is wanted, and measures that are pinned."""

    family: FamilyName | None = None
    pinned: Pinned | None = None


class SolveResult(Result):
    """Answer of ``solve``: the board in whole fractions, its fit, and the board as a rack would say it."""

    missing: tuple[str, ...] = ()
    not_yet: str = ""
    board: Board | None = None
    fit: float | None = None
    ranked: Ranked | None = None
    derivations: tuple[Derivation, ...] = ()
