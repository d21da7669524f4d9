"""What is done to the log: the only place that writes its rows."""

from typing import Any
from uuid import uuid4

from django.db import transaction
from django.utils import timezone
from fins.selectors import fins_in_stock

from accounts.models import Shop
from api_tools.errors import Stale
from breaks.models import Break
from chord_core.documents import FinSet
from chord_core.documents.base import Document
from chord_core.errors import ChordError
from chord_core.fit.rules.fin_sets import boxes_take, put_in
from chord_core.log.trial import is_new_side
from fittings.answers import judge_ticket
from fittings.models import Fitting
from logbook.documents import (
    FinTrialIn,
    HourIn,
    Kept,
    LearningPatch,
    SessionIn,
    SessionPatch,
    SessionsIn,
    TrialIn,
    TrialPatch,
)
from logbook.hours import FIELDS, hour_at
from logbook.learning import foretell, relearn
from logbook.models import Session, Track, Trial
from logbook.selectors import session_out
from surfers.models import Surfer

#: A session may be written down so long before it is over, where clocks differ [s].
_AHEAD_S = 24 * 3600


def _stored(document: Document) -> dict[str, Any]:
    return document.model_dump(mode="json", exclude_none=True, exclude_unset=True)


def _place(shop: Shop, pk: int | None) -> Break | None:
    if pk is None:
        return None
    row = Break.objects.of(shop).filter(pk=pk).first()
    if row is None:
        raise ChordError("break_id", pk, "there is no such break in this shop")
    return row


def _track(fitting: Fitting, pk: int | None) -> Track | None:
    if pk is None:
        return None
    row = Track.objects.of(fitting.shop).filter(pk=pk, surfer_id=fitting.surfer_id).first()
    if row is None:
        raise ChordError("track_id", pk, "there is no such track of this surfer")
    if hasattr(row, "session"):
        raise ChordError("track_id", pk, "this track belongs to another session already")
    return row


def _against_old(fitting: Fitting, given: SessionIn | Session) -> bool:
    """Whether ratings are against the old side: the board is the new side of a trial that goes on."""
    board = given.board if isinstance(given, SessionIn) else given.ridden()
    trials = Trial.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id, ended_at__isnull=True)
    return any(is_new_side(board, *trial.sides()) for trial in trials)


def _write(fitting: Fitting, given: SessionIn) -> Session:
    if (given.started_at - timezone.now()).total_seconds() > _AHEAD_S:
        raise ChordError("started_at", given.started_at.isoformat(), "a session is logged after it began")
    place = _place(fitting.shop, given.break_id)
    hour = hour_at(place, given.place, given.started_at, given.hour)
    said, learned = foretell(fitting, given.board, hour.water, given.minutes, given.started_at)
    return Session.objects.create(
        shop=fitting.shop,
        surfer=fitting.surfer,
        key=given.key,
        started_at=given.started_at,
        minutes=given.minutes,
        board=_stored(given.board),
        surf_break=place,
        water=_stored(hour.water),
        filled=list(hour.filled),
        rides=given.rides,
        paddle_m_s=given.paddle_m_s,
        ratings=_stored(given.ratings),
        said=_said(said, learned),
        rider=given.rider,
        note=given.note,
        clip=str(given.clip or ""),
        shown=_shown(fitting, given),
        wear=_stored(given.wear),
        against_old=_against_old(fitting, given),
        track=_track(fitting, given.track_id),
    )


def _said(said: Any, learned: Any) -> dict[str, Any] | None:
    if said is None:
        return None
    made = {"low": said.low, "mid": said.mid, "high": said.high}
    return made | ({"learned": learned.model_dump(mode="json")} if learned else {})


def _shown(fitting: Fitting, given: SessionIn | SessionPatch) -> dict[str, Any] | None:
    """What was shown, with the level at which it was."""
    if given.shown is None:
        return None
    if given.shown.rides > given.shown.of:
        raise ChordError(
            "shown.rides", given.shown.rides, f"must be at most the {given.shown.of} that were watched"
        )
    return {**_stored(given.shown), "rung": fitting.documents()[0].rung}


def keep_sessions(fitting: Fitting, given: SessionsIn) -> tuple[Kept, ...]:
    """Keep sessions, in the order of time; what is there already, by its key, is left as it is.

    Raises:
        ChordError: one cannot be; none of them is kept.
    """
    with transaction.atomic():
        # Who sends twice at once is asked one after the other.
        Surfer.objects.of(fitting.shop).select_for_update().get(pk=fitting.surfer_id)
        there = dict(
            Session.objects.of(fitting.shop)
            .filter(key__in=[one.key for one in given.sessions])
            .values_list("key", "pk")
        )
        made, order = {}, sorted(range(len(given.sessions)), key=lambda i: given.sessions[i].started_at)
        for i in order:
            one = given.sessions[i]
            if one.key in there or one.key in made:
                continue
            try:
                made[one.key] = _write(fitting, one).pk
            except ChordError as error:
                raise ChordError(f"sessions.{i}.{error.field}", error.value, error.message) from error
        if made:
            relearn(fitting)
    return tuple(
        Kept(key=one.key, id=made.get(one.key) or there[one.key], known=one.key in there)
        for one in given.sessions
    )


def _hour_said(row: Session, patch: SessionPatch) -> HourIn:
    """What was said of the hour, with a change over it."""
    if patch.hour is not None:
        return patch.hour
    water = row.hour()
    values = {name: getattr(water, "usual_m" if name == "face_m" else name) for name in FIELDS}
    return HourIn(**{name: value for name, value in values.items() if name not in row.filled})


def _take(fitting: Fitting, row: Session, patch: SessionPatch) -> None:
    given = patch.model_fields_set
    for name in ("started_at", "minutes", "rides", "paddle_m_s", "rider", "note"):
        if name in given and (getattr(patch, name) is not None or name in ("rides", "paddle_m_s")):
            setattr(row, name, getattr(patch, name))
    if patch.board:
        row.board = _stored(patch.board)
    if patch.ratings:
        row.ratings = _stored(patch.ratings)
    if "clip" in given:
        row.clip = str(patch.clip or "")
    if "shown" in given:
        row.shown = _shown(fitting, patch)
    if patch.wear:
        row.wear = _stored(patch.wear)
    if given & {"hour", "break_id", "place", "started_at"}:
        said = _hour_said(row, patch)
        if "break_id" in given:
            row.surf_break = _place(fitting.shop, patch.break_id)
        name = patch.place if patch.place is not None else row.hour().name
        hour = hour_at(row.surf_break, name, row.started_at, said)
        row.water, row.filled = _stored(hour.water), list(hour.filled)
    row.against_old = _against_old(fitting, row)


@transaction.atomic
def change_session(fitting: Fitting, pk: int, patch: SessionPatch) -> Session:
    """Change a session. What was foretold stays: it was said before.

    Raises:
        Session.DoesNotExist: not one of this surfer's.
        Stale: somebody changed it since ``patch.version``; nothing is written.
    """
    row = _of_surfer(fitting, pk)
    if row.version != patch.version:
        raise Stale(session_out(row, fitting).model_dump(mode="json", by_alias=True))
    _take(fitting, row, patch)
    row.version += 1
    row.save()
    relearn(fitting)
    return row


def _of_surfer(fitting: Fitting, pk: int) -> Session:
    rows = Session.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id)
    return rows.select_for_update(of=("self",)).get(pk=pk)


@transaction.atomic
def take_session_out(fitting: Fitting, pk: int) -> None:
    """Take a session out of the log; what it taught goes with it.

    Raises:
        Session.DoesNotExist: not one of this surfer's.
    """
    _of_surfer(fitting, pk).delete()
    relearn(fitting)


@transaction.atomic
def change_learning(fitting: Fitting, patch: LearningPatch) -> None:
    """Use what was learned or not; forget what sessions until now taught, or take that back."""
    surfer = fitting.surfer
    if patch.on is not None:
        surfer.learns = patch.on
    if patch.forget is not None:
        surfer.learns_from = timezone.now() if patch.forget else None
    surfer.save(update_fields=["learns", "learns_from"])
    relearn(fitting)


def begin_trial(fitting: Fitting, given: TrialIn) -> Trial:
    """Begin to compare two sides.

    Raises:
        ChordError: both sides are the same.
    """
    if given.old == given.new:
        raise ChordError("new", None, "both sides are the same board with the same fins")
    return Trial.objects.create(
        shop=fitting.shop,
        surfer=fitting.surfer,
        old=_stored(given.old),
        new=_stored(given.new),
        began_at=timezone.now(),
    )


def _hanging(fitting: Fitting, sets: tuple[str, ...]) -> list[FinSet]:
    by_name = {one.name: one for one in fins_in_stock(fitting.shop)}
    for i, name in enumerate(sets):
        if name not in by_name:
            raise ChordError(f"sets.{i}", name, "no set of fins on the wall has this name")
        if name in sets[:i]:
            raise ChordError(f"sets.{i}", name, "it is named twice")
    return [by_name[name] for name in sets]


@transaction.atomic
def begin_fin_trial(fitting: Fitting, given: FinTrialIn) -> None:
    """Begin to compare sets of fins on the board on the bench, each against the one in the middle.

    Raises:
        ChordError: no board lies there, or there is no such set, or it does not go into the boxes.
    """
    found = _hanging(fitting, given.sets)
    ticket = judge_ticket(fitting, preferred=given.preferred_board_id)
    if ticket.bench is None:
        raise ChordError("sets", None, "no board lies on the bench")
    board = ticket.fleet.boards[ticket.bench]
    for i, one in enumerate(found):
        if boxes_take(board, one) is False:
            raise ChordError(f"sets.{i}", one.name, "the boxes of this board do not take them")
    sides = [put_in(board, one) for one in found]
    old = sides.pop(len(sides) // 2 if len(sides) > 2 else 0)
    series = uuid4() if len(sides) > 1 else None
    Surfer.objects.of(fitting.shop).select_for_update().get(pk=fitting.surfer_id)
    running = Trial.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id, ended_at__isnull=True)
    # A pair that is compared already goes on, as part of it. The newest is listed first.
    for side in sides[::-1]:
        pair = {"old": _stored(old), "new": _stored(side)}
        row = next((one for one in running if {"old": one.old, "new": one.new} == pair), None)
        row = row or Trial(shop=fitting.shop, surfer=fitting.surfer, began_at=timezone.now(), **pair)
        row.series = series
        row.save()


def _trial(fitting: Fitting, pk: int) -> Trial:
    return Trial.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id).get(pk=pk)


def change_trial(fitting: Fitting, pk: int, patch: TrialPatch) -> Trial:
    """End a trial, or go on with it.

    Raises:
        Trial.DoesNotExist: not one of this surfer's.
    """
    row = _trial(fitting, pk)
    row.ended_at = timezone.now() if patch.ended else None
    row.save(update_fields=["ended_at"])
    return row


def forget_trial(fitting: Fitting, pk: int) -> None:
    """Take a trial away; its sessions stay.

    Raises:
        Trial.DoesNotExist: not one of this surfer's.
    """
    _trial(fitting, pk).delete()
