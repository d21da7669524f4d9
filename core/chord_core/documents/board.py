"""The board document, ``chord-board/1``. All that is not given comes from the family."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from chord_core.documents.base import Document
from chord_core.documents.fins import FinFlex, FinGroup, FinSize, check_groups
from chord_core.documents.names import BuildName, FamilyName, FinSetupName
from chord_core.errors import ChordError
from chord_core.line import LIMITS_L, LIMITS_M
from chord_core.units import FOOT_M

NoseShape = Literal["pointed", "round", "blunt", "diamond"]
TailShape = Literal["pin", "round pin", "round", "squash", "square", "swallow", "fish", "diamond", "bat"]
Deck = Literal["flat", "soft dome", "dome", "stepped", "hollowed over the tail"]
BottomShape = Literal[
    "flat", "belly", "vee", "concave", "double concave", "vee with double concave", "channels"
]
#: What of a board was not said and is taken from an ordinary one of its family.
AssumedMeasure = Literal["family", "length_m", "width_m", "thickness_m"]
Stock = Literal["new", "used", "demo", "hire", "ordered"]

Share = Annotated[float, Field(ge=0, le=1)]
HalfMetre = Annotated[float, Field(ge=0.05, le=0.9)]
Rise = Annotated[float, Field(ge=0, le=0.5)]


class Outline(Document):
    """Plan shape. One-foot widths [m] are taken .3048 m from the tips; the wide point [m] is ahead
    of the middle when positive; ``tail_block_m`` is the full width at the tail's end. Behind a wing, which
    stands ``wing_from_tail_m`` up, the outline steps in by ``wing_step_m`` on each side."""

    nose_width_m: HalfMetre | None = None
    tail_width_m: HalfMetre | None = None
    wide_point_m: Annotated[float, Field(ge=-0.4, le=0.4)] | None = None
    nose_shape: NoseShape | None = None
    tail_shape: TailShape | None = None
    tail_block_m: Annotated[float, Field(ge=0, le=0.6)] | None = None
    wing_from_tail_m: Annotated[float, Field(ge=0.08, le=0.9)] | None = None
    wing_step_m: Annotated[float, Field(ge=0, le=0.04)] | None = None


class Rocker(Document):
    """Heights of the bottom [m] over its lowest point: at the tips, and one foot in (entry, exit)."""

    nose_m: Rise | None = None
    entry_m: Rise | None = None
    exit_m: Rise | None = None
    tail_m: Rise | None = None


class Foil(Document):
    """Thickness [m] one foot from the tips."""

    nose_m: Annotated[float, Field(ge=0.01, le=0.16)] | None = None
    tail_m: Annotated[float, Field(ge=0.01, le=0.16)] | None = None


class Section(Document):
    """Deck and rails. Rails from 0 (low, pinched) to 1 (full); where the hard edge starts [m], and whether it
    is dropped below the bottom in the last third."""

    deck: Deck | None = None
    rail_nose: Share | None = None
    rail_middle: Share | None = None
    rail_tail: Share | None = None
    edge_from_tail_m: Annotated[float, Field(ge=0, le=3.9)] | None = None
    dropped_edge: bool | None = None


class BottomZone(Document):
    """A contour of the bottom that reaches from the last zone to ``from_tail_m`` [m] and beyond.

    The shape says the sign; ``depth_m`` [m] is what a straight-edge shows, always positive. Channels say how
    many there are.
    """

    from_tail_m: Annotated[float, Field(ge=0, le=3.9)]
    shape: BottomShape
    depth_m: Annotated[float, Field(ge=0, le=0.03)]
    count: Annotated[int, Field(ge=1, le=12)] | None = None


class Station(Document):
    """What the tape says at one place from the tail [m]: full width, thickness, height of the bottom."""

    from_tail_m: Annotated[float, Field(ge=0, le=3.9)]
    width_m: Annotated[float, Field(ge=0, le=0.95)] | None = None
    thickness_m: Annotated[float, Field(ge=0, le=0.16)] | None = None
    rocker_m: Annotated[float, Field(ge=0, le=0.5)] | None = None


class Fins(Document):
    """What fins stand in the board, or what its boxes take; ``position_m`` [m] is how far the whole set is
    moved forward of its usual place. ``groups``, from front to rear, are the very fins of a set that is known
    by its measures; without them size and set-up say what they are."""

    setup: FinSetupName | None = None
    size: FinSize | None = None
    boxes: Annotated[int, Field(ge=0, le=7)] | None = None
    box_type: str | None = Field(default=None, max_length=40)
    flex: FinFlex | None = None
    position_m: Annotated[float, Field(ge=-0.1, le=0.1)] | None = None
    groups: tuple[FinGroup, ...] = Field(default=(), max_length=2)

    @model_validator(mode="after")
    def _groups_are_of_the_setup(self) -> Fins:
        if self.groups:
            if self.setup is None:
                raise ChordError("setup", None, "say the set-up of these fins too")
            check_groups(self.setup, self.groups)
        return self


class Board(Document):
    """A surfboard, ``chord-board/1``. ``assumed``: which of its measures nobody said; a board that is only
    half remembered has them from an ordinary one."""

    name: str = Field(default="", max_length=80)
    family: FamilyName
    length_m: Annotated[float, Field(ge=LIMITS_M["length"][0], le=LIMITS_M["length"][1])]
    width_m: Annotated[float, Field(ge=LIMITS_M["width"][0], le=LIMITS_M["width"][1])]
    thickness_m: Annotated[float, Field(ge=LIMITS_M["thickness"][0], le=LIMITS_M["thickness"][1])]
    stated_litres: Annotated[float, Field(ge=LIMITS_L[0], le=LIMITS_L[1])] | None = None
    outline: Outline = Outline()
    rocker: Rocker = Rocker()
    foil: Foil = Foil()
    section: Section = Section()
    bottom: tuple[BottomZone, ...] = Field(default=(), max_length=8)
    fins: Fins = Fins()
    designer_fins: Fins | None = None
    build: BuildName | None = None
    mass_kg: Annotated[float, Field(ge=0.5, le=25)] | None = None
    price: Annotated[float, Field(ge=0, le=20000)] | None = None
    stock: Stock | None = None
    condition: Annotated[float, Field(ge=0, le=1)] | None = None
    fins_included: bool | None = None
    pad: bool | None = None
    colour: str | None = Field(default=None, max_length=40)
    stations: tuple[Station, ...] = Field(default=(), max_length=60)
    assumed: tuple[AssumedMeasure, ...] = Field(default=(), max_length=4)

    @model_validator(mode="after")
    def _ends_fit(self) -> Board:
        for end in ("nose", "tail"):
            wide = getattr(self.outline, f"{end}_width_m")
            if wide is not None and wide > self.width_m:
                raise ChordError(
                    f"outline.{end}_width_m",
                    wide,
                    f"the {end} at one foot ({wide:g} m) is wider than the board ({self.width_m:g} m)",
                )
            thick = getattr(self.foil, f"{end}_m")
            if thick is not None and thick > self.thickness_m:
                raise ChordError(
                    f"foil.{end}_m",
                    thick,
                    f"the {end} at one foot ({thick:g} m) is thicker than the board ({self.thickness_m:g} m)",
                )
        wide_point, room = self.outline.wide_point_m, self.length_m / 2 - 1.2 * FOOT_M
        if wide_point is not None and abs(wide_point) > room:
            raise ChordError(
                "outline.wide_point_m",
                wide_point,
                f"the wide point of this length lies within {room:.2f} m of the middle",
            )
        return self

    @model_validator(mode="after")
    def _stations_lie_on_the_board(self) -> Board:
        places: set[float] = set()
        for i, station in enumerate(self.stations):
            place = station.from_tail_m
            if place > self.length_m:
                says = f"a station {place:g} m from the tail lies off the board ({self.length_m:g} m)"
                raise ChordError(f"stations.{i}.from_tail_m", place, says)
            if place in places:
                raise ChordError(
                    f"stations.{i}.from_tail_m", place, f"the station {place:g} m from the tail stands twice"
                )
            places.add(place)
        return self
