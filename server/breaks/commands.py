"""What is done to breaks: kept, brought in, seen."""

from __future__ import annotations

from typing import Any, BinaryIO

import numpy as np
from django.db import IntegrityError, transaction
from pydantic import BaseModel

from accounts.models import Shop, User
from breaks.climate import flows_of
from breaks.documents import BreakFile, BreakIn, FlowsRead
from breaks.models import Break, Flows, Sighting
from breaks.selectors import DOCUMENT_COLUMNS, TEXT_COLUMNS, seen_at
from buoys.models import Buoy
from chord_core.documents import Water
from chord_core.documents.verbs.calibrate import Seen
from chord_core.documents.verbs.climate import BuoyFault
from chord_core.errors import ChordError
from chord_core.water.river import read_flows


def _stored(document: BaseModel | None) -> Any:
    return document.model_dump(mode="json") if document is not None else None


def keep_break(shop: Shop, given: BreakIn, place: Break | None = None) -> Break:
    """Write a break, new or changed.

    Raises:
        ChordError: the shop has another break of this name, or no such buoy.
    """
    place = place or Break(shop=shop)
    place.take(Water.model_validate(given.model_dump(include=set(Water.model_fields))))
    for name in TEXT_COLUMNS:
        setattr(place, name, getattr(given, name))
    for name, column in DOCUMENT_COLUMNS.items():
        setattr(place, column, _stored(getattr(given, name)))
    place.settings = [_stored(row) for row in given.settings]
    place.buoy = None
    if given.buoy_id is not None:
        place.buoy = Buoy.objects.of(shop).filter(pk=given.buoy_id).first()
        if place.buoy is None:
            raise ChordError("buoy_id", given.buoy_id, "there is no such buoy in this shop")
    try:
        with transaction.atomic():
            place.save()
    except IntegrityError as error:
        raise ChordError("name", given.name, f"There is a break “{given.name}” already.") from error
    return place


def note_seen(place: Break, person: User | None, given: Seen) -> Sighting:
    """Write down what somebody saw."""
    return Sighting.objects.create(place=place, seen_by=person, **given.model_dump())


@transaction.atomic
def import_break(shop: Shop, person: User | None, given: BreakFile) -> Break:
    """Make a break from a document, or lay it over the shop's own of that name; all or nothing."""
    old = Break.objects.of(shop).filter(name=given.place.name).first()
    buoy = old.buoy_id if old else given.place.buoy_id
    place = keep_break(shop, given.place.model_copy(update={"buoy_id": buoy}), old)
    known = {(row.day, row.hour, row.face_m) for row in seen_at(place).root}
    for row in given.seen:
        if (row.day, row.hour, row.face_m) not in known:
            note_seen(place, person, row)
    return place


@transaction.atomic
def keep_flows(place: Break, raw: BinaryIO, name: str) -> FlowsRead:
    """Read a flow gauge's series into a river, over what was there; a later reading of an hour stands.

    Raises:
        ChordError: the break is no river, or the file no such series; nothing is written.
    """
    if place.kind != "river":
        raise ChordError("kind", place.kind, "only a river has a flow gauge")
    found = read_flows(raw, name)
    kept = flows_of(place)
    rows = dict(zip(kept.hour, kept.flow_m3_s, strict=True)) if kept else {}
    rows |= dict(zip(found.hour, found.flow_m3_s, strict=True))
    hour = np.array(sorted(rows))
    flow = np.array([rows[at] for at in hour])
    packed = np.stack([hour, flow]).astype("<f8").tobytes()
    held, new = Flows.objects.select_for_update().get_or_create(place=place, defaults={"packed": packed})
    if not new:
        held.packed, held.version = packed, held.version + 1
        held.save()
    place.refresh_from_db()
    span = [np.datetime64(int(at), "h").astype("datetime64[D]").astype(object) for at in (hour[0], hour[-1])]
    faults = tuple(BuoyFault(**vars(fault)) for fault in found.faults)
    return FlowsRead(
        readings=len(found.hour), faults=faults, faulty=found.faulty, from_day=span[0], to_day=span[1]
    )
