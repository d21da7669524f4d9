"""``compare``: boards laid on each other."""

from __future__ import annotations

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.shared import Pair
from chord_core.documents.water import Water
from chord_core.documents.why import Derivation


class CompareRequest(Document):
    """``compare`` reads two or three boards; with a surfer also what they do in a water."""

    boards: tuple[Board, ...] = Field(min_length=2, max_length=3)
    surfer: Surfer | None = None
    water: Water = Water()


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
