"""What is read of breaks."""

from __future__ import annotations

from breaks.climate import hours_of, river_for, shore_of
from breaks.documents import BreakFile, BreakIn, BreakOut, SeenList, SeenOut
from breaks.models import Break
from buoys.selectors import seas_of_buoy
from chord_core.documents.verbs.calibrate import CalibrateResult, Seen
from chord_core.errors import ChordError
from chord_core.water.calibrate import calibrated

#: Fields of a break that are no part of its water.
TEXT_COLUMNS = ("about", "mind")


DOCUMENT_COLUMNS = {"shore": "shore", "tide_table": "tide", "river": "river"}


def as_document(place: Break) -> BreakOut:
    """A break as it is sent."""
    documents = {name: getattr(place, column) for name, column in DOCUMENT_COLUMNS.items()}
    pool = place.kind == "pool" and bool(place.settings)
    return BreakOut.model_validate(
        place.document().model_dump(exclude_unset=True)
        | {name: getattr(place, name) for name in TEXT_COLUMNS}
        | documents
        | {
            "id": place.pk,
            "settings": place.settings,
            "buoy_id": place.buoy_id,
            "measured": pool or river_for(place) is not None or hours_of(place) is not None,
        }
    )


def seen_at(place: Break) -> SeenList:
    """What was seen at a break."""
    rows = place.seen.values_list("pk", "day", "hour", "face_m", "steepness")
    return SeenList(
        tuple(
            SeenOut(id=pk, day=day, hour=hour, face_m=face, steepness=steep)
            for pk, day, hour, face, steep in rows
        )
    )


def calibrate(place: Break) -> CalibrateResult:
    """What the sightings of a break make of its shore; nothing is written.

    Raises:
        ChordError: there is no shore, buoy or sighting, or the buoy was away at all of them.
    """
    shore = shore_of(place)
    if not shore or not place.buoy:
        raise ChordError("shore", None, "say first how the break lies and which buoy is its own")
    seen = [Seen(**row.model_dump(exclude={"id"})) for row in seen_at(place).root]
    if not seen:
        raise ChordError("seen", None, "note first what was seen: day, hour and face")
    return calibrated(seas_of_buoy(place.buoy), shore, seen, place.buoy.depth_m)


def break_file(place: Break) -> BreakFile:
    """A break as a document of its own; the buoy is the shop's, and stays there."""
    known = as_document(place).model_dump(exclude={"id", "measured", "buoy_id"}, exclude_none=True)
    seen = tuple(Seen(**row.model_dump(exclude={"id"})) for row in seen_at(place).root)
    return BreakFile(place=BreakIn.model_validate(known), seen=seen)
