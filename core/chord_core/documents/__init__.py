"""The open documents of Chord: frozen, checked on construction, SI units in the field names."""

from chord_core.documents.base import parse
from chord_core.documents.board import Board
from chord_core.documents.fins import FinSet
from chord_core.documents.shore import River, Shore, Tide
from chord_core.documents.surfer import Surfer
from chord_core.documents.verbs.change import ChangeRequest, ChangeResult
from chord_core.documents.verbs.climate import ClimateAnswer, ClimateRequest
from chord_core.documents.verbs.compare import CompareRequest, CompareResult
from chord_core.documents.verbs.drawings import DrawingsRequest
from chord_core.documents.verbs.fix import FixRequest, FixResult
from chord_core.documents.verbs.gear import GearRequest, GearResult
from chord_core.documents.verbs.hull import HullRequest, HullResult, StillResult
from chord_core.documents.verbs.learn import LearnRequest, LearnResult
from chord_core.documents.verbs.plan import PlanRequest, PlanResult
from chord_core.documents.verbs.quiver import QuiverRequest, QuiverResult
from chord_core.documents.verbs.range import RangeRequest, RangeResult
from chord_core.documents.verbs.rank import RankRequest, RankResult
from chord_core.documents.verbs.ride import RideRequest, RideResult
from chord_core.documents.verbs.river import RiverAnswer, RiverRequest
from chord_core.documents.verbs.size import SizeRequest, SizeResult
from chord_core.documents.verbs.solve import SolveRequest, SolveResult
from chord_core.documents.verbs.tape import TapeResult
from chord_core.documents.verbs.tide import TideRequest, TideResult
from chord_core.documents.verbs.track import TrackResult
from chord_core.documents.verbs.trial import TrialRequest, TrialResult
from chord_core.documents.verbs.water import WaterRequest, WaterResult
from chord_core.documents.water import Water

__all__ = [
    "Board",
    "ChangeRequest",
    "ChangeResult",
    "ClimateAnswer",
    "ClimateRequest",
    "CompareRequest",
    "CompareResult",
    "DrawingsRequest",
    "FinSet",
    "FixRequest",
    "FixResult",
    "GearRequest",
    "GearResult",
    "HullRequest",
    "HullResult",
    "LearnRequest",
    "LearnResult",
    "PlanRequest",
    "PlanResult",
    "QuiverRequest",
    "QuiverResult",
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
    "TrackResult",
    "TrialRequest",
    "TrialResult",
    "Water",
    "WaterRequest",
    "WaterResult",
    "parse",
]
