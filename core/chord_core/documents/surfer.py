"""The surfer document, ``chord-surfer/1``. What is not said is assumed in pencil (``surfer.pencil``)."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document
from chord_core.documents.board import Board
from chord_core.documents.names import FamilyName, RungName

Fitness = Literal["low", "fair", "good", "high"]
FootWeight = Literal["front", "even", "back"]
Craft = Literal["prone", "stand_up"]
Aim = Literal[
    "keep and share",
    "progress",
    "more waves",
    "one board for everything",
    "good days",
    "trip",
    "nose-ride",
    "carve long",
    "performance",
]
Complaint = Literal[
    "will not catch",
    "dies on flats",
    "nose-dives",
    "slides",
    "stiff",
    "corky",
    "tips",
    "catches a rail",
    "dead",
]

MassKg = Annotated[float, Field(ge=15, le=200)]
HeightM = Annotated[float, Field(ge=0.9, le=2.3)]


class Surfer(Document):
    """A surfer, ``chord-surfer/1``: mass [kg], height [m], what they can do, ride and want."""

    name: str = Field(default="", max_length=80)
    mass_kg: MassKg | None = None
    height_m: HeightM | None = None
    age: Annotated[int, Field(ge=4, le=100)] | None = None
    rung: RungName | None = None
    fitness: Fitness | None = None
    sessions_month: Annotated[float, Field(ge=0, le=60)] | None = None
    wetsuit_mm: Annotated[float, Field(ge=0, le=7)] | None = None
    foot_weight: FootWeight | None = None
    craft: Craft | None = None
    aim: Aim | None = None
    complaints: tuple[Complaint, ...] = Field(default=(), max_length=9)
    present_board: Board | None = None
    wish: FamilyName | None = None
    budget: Annotated[float, Field(ge=0, le=20000)] | None = None
