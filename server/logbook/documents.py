"""What the addresses of the log read and write."""

from datetime import UTC, datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import AfterValidator, Field, HttpUrl, StringConstraints

from chord_core.documents import Board, Surfer
from chord_core.documents.base import Document, Result
from chord_core.documents.names import SteepnessName
from chord_core.documents.verbs.hull import Curves, Dims
from chord_core.documents.verbs.learn import Learning, LoggedSession, Minutes, Predicted, Ratings
from chord_core.documents.verbs.track import TrackEdit, TrackMap, TrackResult
from chord_core.documents.verbs.trial import SetsResult, TrialResult
from chord_core.documents.water import Crowd, FaceM, Tide, Wind
from logbook.loan_documents import LoanOut, WearIn

MOST_SENT = 100
Note = Annotated[str, StringConstraints(max_length=300)]


def _aware(at: datetime) -> datetime:
    return at if at.tzinfo else at.replace(tzinfo=UTC)


#: A moment; one without a zone is UTC.
Moment = Annotated[datetime, AfterValidator(_aware)]


class HourIn(Document):
    """What is said of the waves of an hour; what is left open is filled from what was measured."""

    face_m: FaceM | None = None
    steepness: SteepnessName | None = None
    wind: Wind | None = None
    tide: Tide | None = None
    crowd: Crowd | None = None


class ShownIn(Document):
    """Rides that showed the next skill, of those that somebody watched."""

    rides: int = Field(ge=0, le=300)
    of: int = Field(ge=1, le=300)


class SessionIn(Document):
    """A session as it is written down. ``key`` is made there: sent twice, it is kept once. The break is one
    of the shop's by its number, or a name; the board one that was ridden or is owned, with its fins."""

    key: UUID
    started_at: Moment
    minutes: Minutes
    board: Board
    break_id: int | None = None
    place: str = Field(default="", max_length=80)
    hour: HourIn = HourIn()
    rides: int | None = Field(default=None, ge=0, le=300)
    paddle_m_s: float | None = Field(default=None, ge=0.2, le=4)
    ratings: Ratings = Ratings()
    rider: str = Field(default="", max_length=80)
    note: Note = ""
    clip: HttpUrl | None = None
    shown: ShownIn | None = None
    wear: WearIn = WearIn()
    track_id: int | None = None


class SessionsIn(Document):
    """Sessions that are sent together, in any order."""

    sessions: tuple[SessionIn, ...] = Field(min_length=1, max_length=MOST_SENT)


class SessionPatch(Document):
    """A change of a session."""

    version: int
    started_at: Moment | None = None
    minutes: Minutes | None = None
    board: Board | None = None
    break_id: int | None = None
    place: str | None = Field(default=None, max_length=80)
    hour: HourIn | None = None
    rides: int | None = Field(default=None, ge=0, le=300)
    paddle_m_s: float | None = Field(default=None, ge=0.2, le=4)
    ratings: Ratings | None = None
    rider: str | None = Field(default=None, max_length=80)
    note: Note | None = None
    clip: HttpUrl | None = None
    shown: ShownIn | None = None
    wear: WearIn | None = None


class Kept(Result):
    """A session that is kept: its number, and whether it was there before."""

    key: UUID
    id: int
    known: bool


class SaidOut(Result):
    """Rides as they were foretold before: eight of ten between."""

    low: int
    mid: int
    high: int


class HourOut(Result):
    """The waves of a session's hour; ``filled``: what of it was measured."""

    face_m: float | None
    word: str
    steepness: SteepnessName | None
    wind: Wind | None
    tide: Tide | None
    crowd: Crowd | None
    filled: tuple[str, ...]


class SessionOut(Result):
    """A session as it is kept. ``inside``: whether the rides were as foretold (null: not known)."""

    id: int
    key: UUID
    version: int
    started_at: datetime
    minutes: float
    board: Board
    fins: str
    break_id: int | None
    place: str
    hour: HourOut
    rides: int | None
    paddle_m_s: float | None
    ratings: Ratings
    said: SaidOut | None
    inside: bool | None
    rider: str
    note: str
    clip: str
    shown: ShownIn | None
    wear: WearIn
    against_old: bool
    track_id: int | None


class BoardChoice(Result):
    """A board that is offered for the next session: the one of the last session first."""

    board: Board
    fins: str
    line: Dims
    curves: Curves
    last: bool


class PlaceChoice(Result):
    """A break of the shop."""

    id: int
    name: str
    seaward_deg: float | None


class Scores(Result):
    """How the foretold bands have held: of the last sessions so many inside, how far the middle was off in
    the mean; ``says`` in a sentence."""

    inside: int
    of: int
    off_by: float | None
    says: str


class LearningOut(Result):
    """What the log has taught about a surfer. ``on``: whether it is used; ``since``: from when sessions
    teach."""

    on: bool
    since: datetime | None
    sessions: int
    parameters: tuple[Learning, ...]


class LearningPatch(Document):
    """Use what was learned or not; forget what was learned until now, or take that back."""

    on: bool | None = None
    forget: bool | None = None


class TrialIn(Document):
    """Two sides of a trial: boards with their fins."""

    old: Board
    new: Board


class FinTrialIn(Document):
    """Sets of the fin wall, by their names, that are tried on the board on the bench; with three, against the
    one in the middle."""

    sets: Annotated[tuple[str, ...], Field(min_length=2, max_length=3)]
    preferred_board_id: int | None = None


class TrialPatch(Document):
    """End a trial, or go on with it."""

    ended: bool


class TrialOut(Result):
    """A trial and what it has shown. Places in the answer are in ``sessions``, the numbers of the sessions in
    the order of time; ``old_side`` and ``new_side`` drawn."""

    id: int
    old: Board
    new: Board
    old_line: Dims
    new_line: Dims
    old_curves: Curves
    new_curves: Curves
    old_fins: str
    new_fins: str
    began_at: datetime
    ended_at: datetime | None
    sessions: tuple[int, ...]
    answer: TrialResult


class SeriesOut(Result):
    """Trials of several sets of fins on one board, read as one: ``trials`` by their numbers; ``sets`` in the
    order in which they were named, ``middle`` the one that the others are tried against."""

    board: str
    sets: tuple[str, ...]
    middle: str
    trials: tuple[int, ...]
    found: SetsResult


class ReadyDay(Result):
    """A day on which somebody watched."""

    session: int
    started_at: datetime
    rides: int
    of: int
    enough: bool


class ReadyOut(Result):
    """Whether the next level is shown: what is looked for, on which days it was counted, the sentence.
    ``next_rung`` is null on the last level; ``litres``: what suits then."""

    ready: bool
    rung: str
    next_rung: str | None
    looked_for: str
    says: str
    days: tuple[ReadyDay, ...]


class LogOut(Result):
    """The log of the surfer of a ticket, newest session first."""

    fitting_id: int
    version: int
    who: str
    mass_kg: float | None
    height_m: float | None
    rung: str | None
    body_m: float
    missing: tuple[str, ...]
    sessions: tuple[SessionOut, ...]
    count: int
    boards: tuple[BoardChoice, ...]
    places: tuple[PlaceChoice, ...]
    learning: LearningOut
    scores: Scores
    trials: tuple[TrialOut, ...]
    series: tuple[SeriesOut, ...]
    loans: tuple[LoanOut, ...]
    ready: ReadyOut | None


class KeptOut(Result):
    """What is kept after sessions were sent."""

    kept: tuple[Kept, ...]


class HourAsked(Document):
    """Which hour at which break, and on which of the offered boards how long one goes in."""

    break_id: int
    at: Moment
    minutes: Minutes = 90
    board: int = Field(default=0, ge=0, le=100)


class HourSays(Result):
    """The waves of an hour as they were measured, and the rides that are expected then; null where it is not
    known."""

    hour: HourOut
    predicted: Predicted | None


class TrackOut(Result):
    """A track as it is read, on its shore; ``session_id``: the session that it belongs to."""

    id: int
    version: int
    name: str
    track: TrackResult
    map: TrackMap | None
    edits: tuple[TrackEdit, ...]
    session_id: int | None
    known: bool


class TracksOut(Result):
    """Tracks that belong to no session yet."""

    tracks: tuple[TrackOut, ...]


class TrackPatch(Document):
    """All slips that are put right by hand, in the order in which they are."""

    version: int
    edits: tuple[TrackEdit, ...] = Field(max_length=200)


class FindingOut(Result):
    """Rides got over rides expected in a group of sessions: eight of ten between the ends of ``ratio``; how
    many sessions and surfers stand behind it; whether the model is off there, and constants that it could
    move."""

    by: Literal["all", "water", "steepness", "board", "level"]
    name: str
    ratio: tuple[float, float, float]
    sessions: int
    surfers: int
    off: bool
    says: str
    constants: tuple[str, ...]


class FindingsOut(Result):
    """Where the model is off, over the counted sessions of a shop."""

    sessions: int
    surfers: int
    findings: tuple[FindingOut, ...]


class SessionsOf(Result):
    """A surfer without a name, and their own sessions."""

    surfer: Surfer
    sessions: tuple[LoggedSession, ...]


class SessionsOut(Result):
    """The counted sessions of a shop, without names, for ``./chord recalibrate``."""

    surfers: tuple[SessionsOf, ...]


class LogDocument(Result):
    """A log as an open document: what can be sent in again."""

    surfer: str
    sessions: tuple[SessionIn, ...]


class TableRead(Result):
    """What was read of a table: kept, there before, and lines that were not understood."""

    kept: int
    known: int
    refused: tuple[str, ...]
