"""The document of a set of fins as it hangs in the shop, ``chord-fins/1``."""

from __future__ import annotations

from typing import Annotated, Literal, get_args

from pydantic import Field, model_validator

from chord_core.documents.base import Document
from chord_core.documents.names import FinSetupName
from chord_core.errors import ChordError
from chord_core.tables import tables

FinFlex = Literal["soft", "medium", "stiff"]
FinSize = Literal["XS", "S", "M", "L", "XL"]
#: What holds a fin: a box for two tabs or for one, a long one with a bolt, screws through the board, glass.
BoxKind = Literal["two-tab", "one-tab", "long box", "screwed", "glassed on"]
FinFoil = Literal["flat inside", "hollow inside", "both sides"]
BOX_KINDS: tuple[str, ...] = get_args(BoxKind)


class FinGroup(Document):
    """Fins of a set that are alike: how many, area of one [m2], depth [m] and base [m]; rake, cant (0 stands
    upright) and toe [deg]; foil."""

    count: Annotated[int, Field(ge=1, le=2)]
    area_m2: Annotated[float, Field(ge=0.001, le=0.06)]
    depth_m: Annotated[float, Field(ge=0.03, le=0.35)]
    base_m: Annotated[float, Field(ge=0.03, le=0.35)] | None = None
    rake_deg: Annotated[float, Field(ge=0, le=60)] | None = None
    cant_deg: Annotated[float, Field(ge=0, le=20)] | None = None
    toe_deg: Annotated[float, Field(ge=-5, le=10)] | None = None
    foil: FinFoil | None = None


def check_groups(setup: str, groups: tuple[FinGroup, ...]) -> None:
    """Refuse fins that are no such set-up.

    Raises:
        ChordError: names ``groups``, and how many fins the set-up has from front to rear.
    """
    wanted = [count for count, *_ in tables().fins.setups[setup]]
    given = [group.count for group in groups]
    if given != wanted:
        has = " and ".join(map(str, wanted))
        raise ChordError("groups", given, f"a set of “{setup}” has {has} fins, from front to rear")


class FinSet(Document):
    """Fins that are sold or lent together, ``chord-fins/1``: ``groups`` from front to rear. ``template`` is
    what sets of one outline in several flexes share; ``box`` is that of the fins beside the stringer, where
    there are some."""

    name: str = Field(min_length=1, max_length=80)
    setup: FinSetupName
    box: BoxKind
    groups: tuple[FinGroup, ...] = Field(min_length=1, max_length=2)
    size: FinSize | None = None
    flex: FinFlex = "medium"
    template: str = Field(default="", max_length=80)
    material: str = Field(default="", max_length=40)
    price: Annotated[float, Field(ge=0, le=2000)] | None = None

    @model_validator(mode="after")
    def _is_that_setup(self) -> FinSet:
        check_groups(self.setup, self.groups)
        return self
