"""What is read of the numbers of a shop."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from django.db.models import QuerySet
from jobs.models import Job
from jobs.selectors import as_out as job_out

from accounts.models import Shop
from chord_core.documents.board import Board as BoardDocument
from chord_core.tables import TABLE_NAMES, using_tables
from chord_core.tables.numbers import TableNumber, own_tables, shipped_numbers
from chord_core.tables.whole import shipped_tables, tables
from fittings.first_answer import First, first_answer
from fittings.models import Fitting
from own_numbers.documents import (
    EffectOut,
    FirstAnswer,
    FittingNumbers,
    Left,
    Moved,
    NumberChange,
    NumberOut,
    NumbersAsked,
    NumbersOut,
    OwnNumber,
    RevisionOut,
    RevisionsOut,
    TableOut,
)
from own_numbers.models import Revision
from rack.models import Board

#: What each table is about.
TITLES = {
    "advice": "What is said with a board",
    "builds": "Builds: foam and skin",
    "choice": "Which kinds are offered",
    "compare": "Differences between two boards",
    "complaints": "Complaints",
    "craft": "What a board does on a wave",
    "expected_dims": "Length and width that are expected",
    "expected_kinds": "Kind of board that is expected",
    "expected_litres": "Litres that are expected",
    "families": "Kinds of board and their measures",
    "fins": "Fins",
    "fit": "How a fit is weighed",
    "gear": "Gear, wear and trade-in",
    "log": "Log and tracks",
    "needs": "What somebody needs of a board",
    "orders": "Orders and blanks",
    "plan": "The way ahead",
    "power": "Paddling power",
    "questions": "Questions",
    "quiver": "Quiver",
    "rungs": "Levels of skill",
    "seas": "Seas that are remembered",
    "sizing": "Rules of thumb for litres",
    "waves": "Words for waves",
}
#: So many numbers are sent at once; who looks for one says more of it.
_SENT = 150
_REVISIONS = 200
#: A difference in litres that is worth telling.
LITRES = 0.5


# -- the tables


def numbers_out(shop: Shop, asked: NumbersAsked) -> NumbersOut:
    """The tables, and those numbers that were asked for."""
    own, known, said = shop.own_numbers(), shipped_numbers().values(), shop.numbers or {}
    found = list(_found(known, own, asked))
    who = who_set(shop, own)
    return NumbersOut(
        version=tables().version,
        shipped_version=shipped_tables().version,
        tables=tuple(_table(name, known, own) for name in TABLE_NAMES if _count(known, name)),
        numbers=tuple(number_out(number, own, who) for number in found[:_SENT]),
        found=len(found),
        left_out=tuple(Left(place=at, value=value) for at, value in said.items() if at not in own),
    )


def _count(numbers: Iterable[TableNumber], table: str) -> int:
    return sum(number.table == table for number in numbers)


def _table(name: str, numbers: Iterable[TableNumber], own: Mapping[str, float]) -> TableOut:
    mine = [number for number in numbers if number.table == name]
    return TableOut(
        name=name,
        title=TITLES[name],
        reason=getattr(shipped_tables(), name).reason,
        numbers=len(mine),
        own=sum(number.place in own for number in mine),
    )


def _found(
    numbers: Iterable[TableNumber], own: Mapping[str, float], asked: NumbersAsked
) -> Iterable[TableNumber]:
    words = asked.q.casefold().split()
    if not (words or asked.table or asked.own):
        return
    for number in numbers:
        if (asked.table and number.table != asked.table) or (asked.own and number.place not in own):
            continue
        # The reason of a whole table would find all that is in it.
        about = number.reason if number.reasoned else ""
        called = f"{' '.join(number.words)} {number.says} {TITLES[number.table]}"
        text = f"{called} {about}".replace("_", " ").casefold()
        if all(word in text for word in words):
            yield number


def number_out(number: TableNumber, own: Mapping[str, float], who: Mapping[str, OwnNumber]) -> NumberOut:
    """A number as it is sent, by a shop's own numbers and who set them."""
    return NumberOut(
        place=number.place,
        table=number.table,
        says=number.says,
        value=own.get(number.place, number.value),
        shipped=number.value,
        low=number.low,
        high=number.high,
        whole=number.whole,
        unit=number.unit,
        reason=number.reason if number.reasoned else "",
        own=who.get(number.place),
    )


# -- how they came to be


def revisions_of(shop: Shop) -> QuerySet[Revision]:
    """What was changed in a shop, the newest first."""
    return Revision.objects.of(shop).select_related("by", "undone_by")


def who_set(shop: Shop, own: Mapping[str, float]) -> dict[str, OwnNumber]:
    """Of each own number who set it last, when and why."""
    who: dict[str, OwnNumber] = {}
    if own:
        for row in revisions_of(shop).iterator():
            for place in row.changes.keys() & own.keys() - who.keys():
                who[place] = OwnNumber(by=row.by.username if row.by else "", at=row.at, reason=row.reason)
            if len(who) == len(own):
                break
    return who


def changed_of(changes: Mapping[str, Sequence[float | None]]) -> tuple[NumberChange, ...]:
    """Changes by their places, as they are sent."""
    known = shipped_numbers()
    return tuple(
        NumberChange(
            place=place,
            table=place.split("/")[1],
            says=known[place].says if place in known else ", ".join(place.split("/")[2:]),
            before=before,
            after=after,
        )
        for place, (before, after) in changes.items()
    )


def revision_out(row: Revision) -> RevisionOut:
    """A revision as it is sent."""
    return RevisionOut(
        id=row.pk,
        at=row.at,
        by=row.by.username if row.by else "",
        reason=row.reason,
        changes=changed_of(row.changes),
        version=row.version,
        undone=hasattr(row, "undone_by"),
        undoes=row.undoes_id,
    )


def revisions_out(shop: Shop) -> RevisionsOut:
    """The newest changes of a shop's numbers."""
    return RevisionsOut(revisions=tuple(map(revision_out, revisions_of(shop)[:_REVISIONS])))


# -- what they do


def effect_out(job: Job) -> EffectOut:
    """What is known so far of what other numbers do."""
    parts = [part for part in job.parts.values_list("says", flat=True) if part]
    litres = [part["after"]["target_l"] - part["before"]["target_l"] for part in parts]
    moved = [part for part in parts if part["before"] != part["after"]]
    return EffectOut(
        job=job_out(job),
        changes=job.asks["changes"],
        asked=len(parts),
        first_board=sum(part["before"]["board_id"] != part["after"]["board_id"] for part in parts),
        kind=sum(part["before"]["family"] != part["after"]["family"] for part in parts),
        litres_moved=sum(abs(more) >= LITRES for more in litres),
        litres=(round(min(litres), 2), round(max(litres), 2)) if litres else None,
        moved=_moved(job.shop, moved),
    )


def _moved(shop: Shop, parts: Sequence[dict[str, Any]]) -> tuple[Moved, ...]:
    rows = Fitting.objects.of(shop).in_bulk([part["fitting_id"] for part in parts])
    read = FirstAnswer.model_validate
    firsts = [(part["fitting_id"], read(part["before"]), read(part["after"])) for part in parts]
    names = board_names(shop, (side.board_id for _, *sides in firsts for side in sides))
    made = [
        Moved(
            fitting_id=pk,
            name=str(rows[pk].facts.get("name") or ""),
            before=before,
            after=after,
            board_before=names.get(before.board_id, ""),
            board_after=names.get(after.board_id, ""),
        )
        for pk, before, after in firsts
        if pk in rows
    ]
    return tuple(sorted(made, key=_least_alike))


def _least_alike(one: Moved) -> tuple[bool, bool, float]:
    before, after = one.before, one.after
    return (
        before.family == after.family,
        before.board_id == after.board_id,
        -abs(after.target_l - before.target_l),
    )


def board_names(shop: Shop, ids: Iterable[int | None]) -> dict[int | None, str]:
    """What boards of the rack are called: number and name, or kind where they have none."""
    rows = Board.objects.of(shop).in_bulk([pk for pk in ids if pk is not None])
    return {pk: _name(row.number, row.document()) for pk, row in rows.items()}


def _name(number: str, board: BoardDocument) -> str:
    return " ".join(filter(None, (number, board.name or board.family)))


# -- a ticket


def _first(fitting: Fitting) -> FirstAnswer | None:
    first = first_answer(fitting)
    return _first_out(first) if first else None


def _first_out(first: First) -> FirstAnswer:
    return FirstAnswer(family=first.family, target_l=first.target_l, board_id=first.board_id)


def fitting_numbers(fitting: Fitting) -> FittingNumbers:
    """By which numbers a ticket was answered last, and what those answer beside today's."""
    shop, shipped, today = fitting.shop, shipped_tables().version, tables().version
    row = revisions_of(shop).filter(version=fitting.tables_version, shipped=shipped).first()
    known = row is not None or fitting.tables_version == shipped
    own = row.own if row else {}
    now = _first(fitting)
    then = None
    if known:
        with using_tables(own_tables(own)):
            then = _first(fitting)
    mine = shop.own_numbers()
    places = sorted(own.keys() | mine.keys()) if known else []
    changes = {place: (own.get(place), mine.get(place)) for place in places}
    names = board_names(shop, (one.board_id for one in (now, then) if one))
    return FittingNumbers(
        version=fitting.tables_version,
        today=today,
        known=known,
        own=len(own),
        at=row.at if row else None,
        changed=changed_of({place: pair for place, pair in changes.items() if pair[0] != pair[1]}),
        then=then,
        now=now,
        board_then=names.get(then.board_id, "") if then else "",
        board_now=names.get(now.board_id, "") if now else "",
    )
