"""What is done to buoys: kept, filled from files, asked for their last hours."""

from __future__ import annotations

import io
import json
import urllib.request
from collections.abc import Generator, Iterable, Iterator
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta
from queue import SimpleQueue
from typing import BinaryIO
from urllib.error import URLError
from uuid import uuid4

from django.conf import settings
from django.db import IntegrityError, transaction
from django.utils import timezone

from accounts.models import Shop
from buoys.codec import encode, months_of, seas_from
from buoys.documents import BuoyIn, FileRead, FilesRead
from buoys.models import Buoy, BuoyMonth
from buoys.selectors import as_document
from chord_core.documents.verbs.climate import BuoyFault
from chord_core.errors import ChordError
from chord_core.water.buoy import BuoyText, read_buoy
from chord_core.water.seas import Seas, merged

#: A service is asked no more often than this; how long one waits for it, how much of it is read.
POLL_EVERY = timedelta(minutes=10)


_PATIENCE_S, _MOST_POLLED = 4, 4 * 1024 * 1024


def keep_buoy(shop: Shop, given: BuoyIn, buoy: Buoy | None = None) -> Buoy:
    """Write a buoy, new or changed.

    Raises:
        ChordError: the shop has another of this name.
    """
    buoy = buoy or Buoy(shop=shop)
    for field, value in given.model_dump().items():
        setattr(buoy, field, value)
    buoy.stamp = uuid4()
    try:
        with transaction.atomic():
            buoy.save()
    except IntegrityError as error:
        raise ChordError("name", given.name, f"There is a buoy “{given.name}” already.") from error
    return buoy


@transaction.atomic
def keep_seas(buoy: Buoy, seas: Seas) -> int:
    """Lay hours over what a buoy measured so far, all or none; returns how many hours that touched."""
    held = Buoy.objects.select_for_update().get(pk=buoy.pk)
    months = months_of(seas.hour)
    known = held.months.filter(month__in=months).values_list("month", "packed")
    whole = merged(seas_from(known), seas)
    BuoyMonth.objects.bulk_create(
        [BuoyMonth(buoy=held, month=month, packed=encode(whole, month)) for month in months],
        update_conflicts=True,
        unique_fields=["buoy", "month"],
        update_fields=["packed"],
    )
    held.stamp = uuid4()
    held.save(update_fields=["stamp"])
    buoy.stamp = held.stamp
    return len(seas)


def _faults(found: BuoyText) -> tuple[BuoyFault, ...]:
    return tuple(BuoyFault(**vars(fault)) for fault in found.faults)


def _line(**said: object) -> str:
    return json.dumps(said, ensure_ascii=False) + "\n"


def _read_telling(raw: BinaryIO, name: str) -> Generator[str, None, BuoyText]:
    """Read a file, saying now and then in a line of JSON how many lines are read.

    Raises:
        ChordError: as ``read_buoy`` does.
    """
    said: SimpleQueue[int | None] = SimpleQueue()
    with ThreadPoolExecutor(1) as pool:
        job = pool.submit(read_buoy, raw, name, said.put)
        job.add_done_callback(lambda _: said.put(None))
        while (lines := said.get()) is not None:
            yield _line(file=name, lines=lines)
    return job.result()


def read_files(buoy: Buoy, files: Iterable[tuple[str, BinaryIO]]) -> Iterator[str]:
    """Read files of buoy text into a buoy, each whole or, if it is none, not at all.

    Yields:
        Lines of JSON: ``{"file": name, "lines": n}`` as it goes on, at last ``{"read": FilesRead}``.
    """
    done: list[FileRead] = []
    refused: list[BuoyFault] = []
    for name, raw in files:
        yield _line(file=name, lines=0)
        try:
            found = yield from _read_telling(raw, name)
        except ChordError as error:
            refused.append(BuoyFault(line=0, column=name, says=error.message))
            continue
        hours = keep_seas(buoy, found.seas)
        done.append(
            FileRead(
                name=name,
                readings=found.readings,
                hours=hours,
                faults=_faults(found),
                faulty=found.faulty,
                stuck_spells=len(found.stuck),
            )
        )
    result = FilesRead(files=tuple(done), refused=tuple(refused), buoy=as_document(buoy))
    yield _line(read=result.model_dump(mode="json"))


def _asked_service(station: str) -> bytes:
    """The last days of a station as text.

    Raises:
        ChordError: nothing answers, or not with text.
    """
    address = f"http://{settings.BUOY}/{station}.txt"
    try:
        with urllib.request.urlopen(address, timeout=_PATIENCE_S) as got:
            return bytes(got.read(_MOST_POLLED))
    except (URLError, OSError, ValueError) as error:
        reason = getattr(error, "reason", error)
        raise ChordError("buoy", station, f"does not answer ({reason})"[:180]) from error


def poll(buoy: Buoy, force: bool = False) -> Buoy:
    """Ask the service for a buoy's last hours, unless that was done a moment ago.

    What is wrong stands in ``poll_says``; the hours that are there stay.
    """
    if not (settings.BUOY and buoy.station):
        return buoy
    now = timezone.now()
    if buoy.polled_at and now - buoy.polled_at < POLL_EVERY and not force:
        return buoy
    # Only one of those who come at the same time asks.
    mine = Buoy.objects.filter(pk=buoy.pk, polled_at=buoy.polled_at).update(polled_at=now)
    if not mine and not force:
        return Buoy.objects.get(pk=buoy.pk)
    says = ""
    try:
        found = read_buoy(io.BytesIO(_asked_service(buoy.station)), buoy.name)
        keep_seas(buoy, found.seas)
        if found.stuck and found.seas.hour[-1] - sum(found.stuck[-1]) < 3:
            says = "its sensor stands still"
    except ChordError as error:
        says = error.message
    Buoy.objects.filter(pk=buoy.pk).update(poll_says=says[:200])
    buoy.refresh_from_db()
    return buoy
