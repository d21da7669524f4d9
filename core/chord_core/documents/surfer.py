"""The surfer document, ``chord-surfer/1``. What is not said is assumed (``surfer.defaults``)."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document
from chord_core.documents.board import Board
from chord_core.documents.names import FamilyName, RungName, SkillName

Fitness = Literal["low", "fair", "good", "high"]
FootWeight = Literal["front", "even", "back"]
Style = Literal["active", "relaxed"]
Stance = Literal["regular", "goofy"]
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

#: What is liked about the present board: another one should not give it up unsaid.
Like = Literal["wave count", "paddling", "speed on flats", "turning", "hold", "steadiness"]

MassKg = Annotated[float, Field(ge=14, le=200)]
HeightM = Annotated[float, Field(ge=0.9, le=2.3)]


Ratio = Annotated[float, Field(ge=0.3, le=3)]


class Learned(Document):
    """What sessions have taught about a surfer, as factors on what their level and fitness say: power for a
    take-off and power that is held, the slope from which a wave is caught (under 1: flatter ones), how many
    of the waves they go for, the litres that suit them; from how many sessions."""

    sprint: Ratio = 1
    cruise: Ratio = 1
    takeoff: Ratio = 1
    waves: Ratio = 1
    litres: Ratio = 1
    sessions: Annotated[int, Field(ge=0, le=100_000)] = 0


class Surfer(Document):
    """A surfer, ``chord-surfer/1``: mass [kg], height [m], what they can do, ride and want.

    ``skills`` are yes or no observations; they give the rung when none is said. ``sprint_m_s`` is a paddling
    speed that was measured on the present board; it replaces the guess of power. ``learned`` is what their
    sessions have taught (the verb ``learn``). ``sharers`` are others who will ride the board too. ``likes``
    and ``complaints`` are about the present board; ``best_board`` and ``worst_board`` are those of a life.
    """

    name: str = Field(default="", max_length=80)
    mass_kg: MassKg | None = None
    height_m: HeightM | None = None
    age: Annotated[int, Field(ge=4, le=100)] | None = None
    rung: RungName | None = None
    skills: dict[SkillName, bool] = Field(default_factory=dict, max_length=30)
    fitness: Fitness | None = None
    sessions_month: Annotated[float, Field(ge=0, le=60)] | None = None
    wetsuit_mm: Annotated[float, Field(ge=0, le=7)] | None = None
    stance: Stance | None = None
    foot_weight: FootWeight | None = None
    style: Style | None = None
    sprint_m_s: Annotated[float, Field(ge=0.5, le=4)] | None = None
    learned: Learned | None = None
    craft: Craft | None = None
    aim: Aim | None = None
    complaints: tuple[Complaint, ...] = Field(default=(), max_length=9)
    likes: tuple[Like, ...] = Field(default=(), max_length=6)
    present_board: Board | None = None
    best_board: Board | None = None
    worst_board: Board | None = None
    wish: FamilyName | None = None
    sharers: tuple[Surfer, ...] = Field(default=(), max_length=6)
    max_carry_m: Annotated[float, Field(ge=1, le=4)] | None = None
    budget: Annotated[float, Field(ge=0, le=20000)] | None = None
