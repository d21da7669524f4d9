"""Tracks of watches: kept as they came, read when they are asked for, put right by hand."""

import gzip
import hashlib
from typing import Any

from django.db import transaction

from api_tools.errors import Stale
from chord_core.documents import parse
from chord_core.documents.verbs.track import TrackEdit, TrackMap, TrackResult
from chord_core.log.track import read_session
from chord_core.tables import kept_by_tables
from fittings.models import Fitting
from logbook.documents import TrackOut, TrackPatch
from logbook.learning import relearn
from logbook.models import Track
from logbook.selectors import seaward_of
from surfers.models import Surfer

#: Tracks that were read lately.
_KEPT = 64


@kept_by_tables(_KEPT)
def _read(
    pk: int, digest: str, edits: tuple[TrackEdit, ...], seaward: float | None
) -> tuple[TrackResult, TrackMap | None]:
    return read_session(Track.objects.get(pk=pk, digest=digest).raw(), edits, seaward)


def _edits(row: Track) -> tuple[TrackEdit, ...]:
    return tuple(parse(TrackEdit, edit, f"edits.{i}") for i, edit in enumerate(row.edits))


def track_out(row: Track, fitting: Fitting, known: bool = True) -> TrackOut:
    """A track as it is sent."""
    session = getattr(row, "session", None)
    place = session.surf_break if session else fitting.surf_break
    found, drawn = _read(row.pk, row.digest, _edits(row), seaward_of(place))
    return TrackOut.model_construct(
        id=row.pk,
        version=row.version,
        name=row.name,
        track=found,
        map=drawn,
        edits=_edits(row),
        session_id=session.pk if session else None,
        known=known,
    )


def tracks_of(fitting: Fitting) -> list[Track]:
    """Tracks of a ticket's surfer that belong to no session yet."""
    rows = Track.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id, session__isnull=True)
    return list(rows)


def keep_track(fitting: Fitting, name: str, data: bytes) -> TrackOut:
    """Keep a track, the same file once; nothing is kept of what cannot be read.

    Raises:
        ChordError: it cannot be read.
    """
    digest = hashlib.sha256(data).hexdigest()
    with transaction.atomic():
        Surfer.objects.of(fitting.shop).select_for_update().get(pk=fitting.surfer_id)
        row = Track.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id, digest=digest).first()
        known = row is not None
        if row is None:
            packed: dict[str, Any] = {"packed": gzip.compress(data, 6, mtime=0)}
            row = Track.objects.create(
                shop=fitting.shop, surfer=fitting.surfer, name=name[:120], digest=digest, **packed
            )
        # What cannot be read goes again with all that was written.
        return track_out(row, fitting, known)


@transaction.atomic
def correct_track(fitting: Fitting, pk: int, patch: TrackPatch) -> Track:
    """Put a track right by hand; the counts of its session follow.

    Raises:
        Track.DoesNotExist: not one of this surfer's.
        Stale: somebody changed it since ``patch.version``; nothing is written.
        ChordError: a correction does not fit.
    """
    row = (
        Track.objects.of(fitting.shop).select_for_update(of=("self",)).get(pk=pk, surfer_id=fitting.surfer_id)
    )
    if row.version != patch.version:
        raise Stale(track_out(row, fitting).model_dump(mode="json", by_alias=True))
    found, _ = _read(row.pk, row.digest, patch.edits, None)
    row.edits = [edit.model_dump(mode="json", exclude_none=True) for edit in patch.edits]
    row.version += 1
    row.save()
    session = getattr(row, "session", None)
    if session:
        session.rides = len(found.rides)
        session.version += 1
        session.save()
        relearn(fitting)
    return row


def forget_track(fitting: Fitting, pk: int) -> None:
    """Take a track away; its session stays as it is.

    Raises:
        Track.DoesNotExist: not one of this surfer's.
    """
    Track.objects.of(fitting.shop).get(pk=pk, surfer_id=fitting.surfer_id).delete()
