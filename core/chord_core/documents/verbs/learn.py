"""``learn``: what the sessions of one surfer teach about them and about the breaks they surf."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.surfer import Learned, Surfer
from chord_core.documents.water import Water

Triple = tuple[float, float, float]
#: Far less than expected (-2), less, as expected (0), more, far more (2).
Step = Annotated[int, Field(ge=-2, le=2)]
Minutes = Annotated[float, Field(ge=5, le=720)]
MOST_SESSIONS = 500


class Ratings(Document):
    """How a board did against what was expected before: steps from far less (-2) to far more (2)."""

    paddles: Step | None = None
    takes_off: Step | None = None
    runs: Step | None = None
    turns: Step | None = None
    holds: Step | None = None


class LoggedSession(Document):
    """A session: the board with its fins as ridden, the water of that hour (its name is the break), minutes,
    rides, mean paddling speed over the ground, ratings; ``said_with``: what had been learned when the
    expectation was said that the ratings are against."""

    board: Board
    water: Water
    minutes: Minutes
    rides: Annotated[int, Field(ge=0, le=300)] | None = None
    paddle_m_s: Annotated[float, Field(ge=0.2, le=4)] | None = None
    ratings: Ratings | None = None
    said_with: Learned | None = None


class Felt(Document):
    """How the size of a board that was lent felt."""

    board: Board
    felt: Literal["too small", "right", "too big"]


class NextSession(Document):
    """A session that is to be foretold."""

    board: Board
    water: Water
    minutes: Minutes


class BreakKnown(Document):
    """What others' sessions say of the waves that a break offers: a factor on what was said of it, and its
    spread in natural logs."""

    ratio: Annotated[float, Field(ge=0.05, le=20)]
    log_sd: Annotated[float, Field(gt=0, le=10)]


class LearnRequest(Document):
    """``learn`` reads a surfer, their own sessions, how boards that were lent felt, what others' sessions say
    of the breaks, and a session to come."""

    surfer: Surfer
    sessions: tuple[LoggedSession, ...] = Field(default=(), max_length=MOST_SESSIONS)
    next: NextSession | None = None
    felt: tuple[Felt, ...] = Field(default=(), max_length=40)
    breaks: dict[str, BreakKnown] = Field(default_factory=dict, max_length=200)


class Learning(Result):
    """One thing that is learned: eight of ten between the first and the last of each triple. ``prior`` from
    level, fitness and break as they were said, ``evidence`` what the sessions alone say (null: nothing),
    ``result`` both together; ``of`` the break, or the kind of board."""

    name: Literal["sprint_w", "cruise_w", "takeoff_slope", "waves_gone_for", "waves_offered", "litres"]
    of: str
    unit: str
    prior: Triple
    evidence: Triple | None
    result: Triple
    says: str


class Predicted(Result):
    """Rides of the next session: eight of ten between ``low`` and ``high``; ``rate`` the same of the rides an
    hour, without the luck of one day."""

    low: int
    mid: int
    high: int
    rate: Triple


class LearnResult(Result):
    """Answer of ``learn``; ``learned`` goes into the surfer document, ``breaks`` says what these sessions
    alone tell of each break, ``offered`` the factor on its waves with what others say."""

    missing: tuple[str, ...] = ()
    parameters: tuple[Learning, ...] = ()
    predicted: Predicted | None = None
    learned: Learned | None = None
    breaks: dict[str, BreakKnown] = Field(default_factory=dict)
    offered: dict[str, float] = Field(default_factory=dict)
    sessions: int = 0
