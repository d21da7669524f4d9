"""JSON Schema files of the documents, written by ``python -m chord_core.documents.schema FOLDER``."""

from __future__ import annotations

import json
import sys
from pathlib import Path

from pydantic import BaseModel
from pydantic.json_schema import JsonSchemaMode

from chord_core.documents import (
    Board,
    ChangeRequest,
    ChangeResult,
    ClimateAnswer,
    ClimateRequest,
    CompareRequest,
    CompareResult,
    DrawingsRequest,
    FinSet,
    FixRequest,
    FixResult,
    GearRequest,
    GearResult,
    HullRequest,
    HullResult,
    LearnRequest,
    LearnResult,
    PlanRequest,
    PlanResult,
    QuiverRequest,
    QuiverResult,
    RangeRequest,
    RangeResult,
    RankRequest,
    RankResult,
    RideRequest,
    RideResult,
    River,
    RiverAnswer,
    RiverRequest,
    Shore,
    SizeRequest,
    SizeResult,
    SolveRequest,
    SolveResult,
    StillResult,
    Surfer,
    TapeResult,
    Tide,
    TideRequest,
    TideResult,
    TrackResult,
    TrialRequest,
    TrialResult,
    Water,
    WaterRequest,
    WaterResult,
)
from chord_core.documents.order import OrderCard
from chord_core.documents.terms import Terms

#: File name of each schema and the document that it describes.
DOCUMENTS: dict[str, type[BaseModel]] = {
    "chord-board-1": Board,
    "chord-surfer-1": Surfer,
    "chord-water-1": Water,
    "hull-request": HullRequest,
    "hull-result": HullResult,
    "size-request": SizeRequest,
    "size-result": SizeResult,
    "rank-request": RankRequest,
    "rank-result": RankResult,
    "water-request": WaterRequest,
    "water-result": WaterResult,
    "ride-request": RideRequest,
    "ride-result": RideResult,
    "solve-request": SolveRequest,
    "solve-result": SolveResult,
    "compare-request": CompareRequest,
    "compare-result": CompareResult,
    "change-request": ChangeRequest,
    "change-result": ChangeResult,
    "fix-request": FixRequest,
    "fix-result": FixResult,
    "chord-fins-1": FinSet,
    "gear-request": GearRequest,
    "gear-result": GearResult,
    "quiver-request": QuiverRequest,
    "quiver-result": QuiverResult,
    "plan-request": PlanRequest,
    "plan-result": PlanResult,
    "track-result": TrackResult,
    "learn-request": LearnRequest,
    "learn-result": LearnResult,
    "trial-request": TrialRequest,
    "trial-result": TrialResult,
    "chord-order-1": OrderCard,
    "chord-terms-1": Terms,
    "drawings-request": DrawingsRequest,
    "tape-result": TapeResult,
    "still-result": StillResult,
    "range-request": RangeRequest,
    "range-result": RangeResult,
    "chord-shore-1": Shore,
    "chord-tide-1": Tide,
    "chord-river-1": River,
    "climate-request": ClimateRequest,
    "climate-result": ClimateAnswer,
    "tide-request": TideRequest,
    "tide-result": TideResult,
    "river-request": RiverRequest,
    "river-result": RiverAnswer,
}


def schema_text(kind: type[BaseModel]) -> str:
    """The JSON Schema of a document, as it stands in the repository."""
    mode: JsonSchemaMode = "serialization" if kind.__name__.endswith(("Result", "Answer")) else "validation"
    schema = kind.model_json_schema(mode=mode)
    return json.dumps(schema, indent=2, sort_keys=True, ensure_ascii=False) + "\n"


def write_schemas(folder: Path) -> None:
    """Write every schema into ``folder``."""
    folder.mkdir(parents=True, exist_ok=True)
    for name, kind in DOCUMENTS.items():
        (folder / f"{name}.schema.json").write_text(schema_text(kind), encoding="utf-8")


if __name__ == "__main__":
    write_schemas(Path(sys.argv[1]))
