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
from chord_core.documents.climate import ClimateAnswer, RiverAnswer, TideResult
from chord_core.documents.requests import (
    ChangeRequest,
    ClimateRequest,
    CompareRequest,
    FixRequest,
    HullRequest,
    RankRequest,
    RideRequest,
    RiverRequest,
    SizeRequest,
    SolveRequest,
    TideRequest,
    WaterRequest,
)
from chord_core.documents.results import HullResult, RideResult, WaterResult
from chord_core.documents.shore import River, Shore, Tide
from chord_core.documents.surfer import Surfer
from chord_core.documents.tape import RangeRequest, RangeResult, StillResult, TapeResult
from chord_core.documents.water import Water

__all__ = [
    "Board",
    "ChangeRequest",
    "ChangeResult",
    "ClimateAnswer",
    "ClimateRequest",
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
    "River",
    "RiverAnswer",
    "RiverRequest",
    "Shore",
    "SizeRequest",
    "SizeResult",
    "SolveRequest",
    "SolveResult",
    "StillResult",
    "Surfer",
    "TapeResult",
    "Tide",
    "TideRequest",
    "TideResult",
    "Water",
    "WaterRequest",
    "WaterResult",
    "parse",
]
