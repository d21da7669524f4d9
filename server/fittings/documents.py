"""What the fitting addresses read and write."""

from typing import Any

from pydantic import Field, RootModel

from chord_core.documents import Board, HullResult, Surfer, Water
from chord_core.documents.answers import FixResult, NextQuestion, Ranked, SizeResult
from chord_core.documents.base import Document, Result
from chord_core.documents.requests import TargetL


class FittingIn(Document):
    """A new ticket: for a surfer who is known, or with what is said already; at a break."""

    surfer_id: int | None = None
    facts: Surfer = Surfer()
    break_id: int | None = None


class FittingPatch(Document):
    """A change of a ticket. Facts and water are merged: a null takes a fact back to pencil."""

    version: int
    facts: dict[str, Any] = Field(default_factory=dict)
    water: dict[str, Any] = Field(default_factory=dict)
    break_id: int | None = None
    target_l: TargetL | None = None
    bench_id: int | None = None
    typed_board: Board | None = None


class FittingRow(Result):
    """A ticket in the list."""

    id: int
    name: str
    rung: str | None
    mass_kg: float | None


class FittingList(RootModel[tuple[FittingRow, ...]]):
    """The tickets of the shop."""


class RackPlace(Result):
    """A board of the rack in the order of fit: its number in the shop, its fit, 0-100, rides an hour, the
    waves over which it works and what ends them, in words; on a river how surely it stays."""

    id: int
    fit: float
    rides: float | None
    stays_on: float | None
    waves: str
    limit: str


class Bench(Result):
    """A board on the bench: its shape, and how it fits. ``id`` is the shop's, 0 for one typed in."""

    id: int
    board: Board
    hull: HullResult
    ranked: Ranked | None


class Answer(Result):
    """The answer of a ticket. ``present`` is the board ridden now, drawn, with its fit."""

    size: SizeResult
    judged_by: tuple[str, ...]
    ranking: tuple[RackPlace, ...]
    not_yet: str
    bench: Bench | None
    present: Bench | None


class SettledSize(Result):
    """The size answer of a ticket as it stood at ``version``, searched: with windows, tails, fins, builds."""

    version: int
    size: SizeResult


class SurePlace(Result):
    """How often a board of the rack, by its number in the shop, is on top and among the first three."""

    id: int
    on_top: float
    in_three: float
    says: str


class Doubts(Result):
    """How sure the answer of a ticket is, as it stood at ``version``: the first boards' places, what to ask
    next, what to try on the present board before another is sold."""

    version: int
    sure: tuple[SurePlace, ...] = ()
    next_question: NextQuestion | None = None
    fix: FixResult | None = None


class FittingOut(Result):
    """A ticket and its answer."""

    id: int
    version: int
    facts: Surfer
    water: Water
    break_id: int | None
    target_l: float | None
    bench_id: int | None
    typed_board: Board | None
    answer: Answer
