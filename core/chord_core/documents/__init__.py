"""The open documents of Chord: frozen, checked on construction, SI units in the field names."""

from chord_core.documents.answers import (
    ChangeResult,
    CompareResult,
    FixResult,
    RankResult,
    SizeResult,
    SolveResult,
)
from chord_core.documents.base import parse
from chord_core.documents.board import Board
from chord_core.documents.requests import (
    ChangeRequest,
    CompareRequest,
    FixRequest,
    HullRequest,
    RankRequest,
    RideRequest,
    SizeRequest,
    SolveRequest,
    WaterRequest,
)
from chord_core.documents.results import HullResult, RideResult, WaterResult
from chord_core.documents.surfer import Surfer
from chord_core.documents.tape import RangeRequest, RangeResult, StillResult, TapeResult
from chord_core.documents.water import Water

__all__ = [
    "Board",
    "ChangeRequest",
    "ChangeResult",
    "CompareRequest",
    "CompareResult",
    "FixRequest",
    "FixResult",
    "HullRequest",
    "HullResult",
    "RangeRequest",
    "RangeResult",
    "RankRequest",
    "RankResult",
    "RideRequest",
    "RideResult",
    "SizeRequest",
    "SizeResult",
    "SolveRequest",
    "SolveResult",
    "StillResult",
    "Surfer",
    "TapeResult",
    "Water",
    "WaterRequest",
    "WaterResult",
    "parse",
]
