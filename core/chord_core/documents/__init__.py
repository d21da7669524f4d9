"""The open documents of Chord: frozen, checked on construction, SI units in the field names."""

from chord_core.documents.base import parse
from chord_core.documents.board import Board
from chord_core.documents.requests import (
    HullRequest,
    RankRequest,
    RideRequest,
    SizeRequest,
    WaterRequest,
)
from chord_core.documents.results import HullResult, RankResult, RideResult, SizeResult, WaterResult
from chord_core.documents.surfer import Surfer
from chord_core.documents.water import Water

__all__ = [
    "Board",
    "HullRequest",
    "HullResult",
    "RankRequest",
    "RankResult",
    "RideRequest",
    "RideResult",
    "SizeRequest",
    "SizeResult",
    "Surfer",
    "Water",
    "WaterRequest",
    "WaterResult",
    "parse",
]
