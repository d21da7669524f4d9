"""What is read of the trail."""

from __future__ import annotations

import json
from collections.abc import Iterator, Sequence
from itertools import islice
from typing import Any

from django.db.models import QuerySet

from accounts.models import Shop, User
from trail.documents import ChangeOut, FieldChange, TrailAsked, TrailOut
from trail.models import Change

PAGE = 100
#: Values that are shown of one change; the rest is in what is downloaded.
_SHOWN = 8
_LONG = 80
#: Tables, as somebody would call what is in them.
KINDS = {
    "accounts_shop": "shop",
    "accounts_user": "person",
    "accounts_membership": "role",
    "accounts_invitation": "link",
    "accounts_token": "token",
    "otp_totp_totpdevice": "second factor",
    "surfers_surfer": "surfer",
    "fittings_fitting": "ticket",
    "rack_board": "board",
    "fins_finstock": "fins",
    "breaks_break": "break",
    "breaks_sighting": "sighting",
    "buoys_buoy": "buoy",
    "orders_order": "order",
    "quivers_ownedboard": "own board",
    "logbook_track": "track",
    "logbook_trial": "trial",
    "logbook_session": "session",
    "logbook_loan": "loan",
    "sales_sale": "sale",
    "hooks_hook": "webhook",
    "own_numbers_revision": "numbers",
}
_ROLE = "accounts_membership"
#: Where the name of a record stands, the first that is there.
_NAMES = (("name",), ("facts", "name"), ("first_name",), ("username",), ("board", "name"))


def _at(document: Any, path: tuple[str, ...]) -> Any:
    for word in path:
        document = document.get(word) if isinstance(document, dict) else None
    return document


def _name(row: Change) -> str:
    found = (_at(side, path) for path in _NAMES for side in (row.after, row.before) if side)
    return next((str(name) for name in found if name), "")


def _names(rows: Sequence[Change]) -> dict[tuple[str, int], str]:
    """What each record is called. A change tells only what differs: the name stands where it was made."""
    names = {(row.table, row.row): _name(row) for row in reversed(rows) if row.table != _ROLE}
    nameless = {key for key, name in names.items() if not name}
    nameless |= {(row.table, row.row) for row in rows if row.table == _ROLE}
    made = Change.objects.filter(
        did=Change.MADE, table__in={table for table, _ in nameless}, row__in={row for _, row in nameless}
    )
    of_person: dict[int, int] = {}
    for row in made:
        if row.table == _ROLE:
            of_person[row.row] = int((row.after or {}).get("user_id") or 0)
        elif (row.table, row.row) in nameless:
            names[row.table, row.row] = _name(row)
    people = dict(User.objects.filter(pk__in=of_person.values()).values_list("pk", "username"))
    names |= {(_ROLE, row): people.get(person, "") for row, person in of_person.items()}
    return names


def _leaves(value: Any, place: str) -> Iterator[tuple[str, Any]]:
    if isinstance(value, dict):
        for word, inner in value.items():
            yield from _leaves(inner, f"{place}.{word}" if place else word)
    else:
        yield place, value


def _words(value: Any) -> str | None:
    # An empty list says no more than none.
    if value is None or value in ("", [], {}):
        return None
    if isinstance(value, float):
        return f"{value:.6g}"
    text = value if isinstance(value, str) else json.dumps(value, ensure_ascii=False)
    return text if len(text) <= _LONG else text[: _LONG - 1] + "…"


def fields_of(row: Change) -> Iterator[FieldChange]:
    """Values that differ, one by one."""
    before, after = (dict(_leaves(side or {}, "")) for side in (row.before, row.after))
    for place in dict.fromkeys((*before, *after)):
        was, now = _words(before.get(place)), _words(after.get(place))
        if before.get(place) != after.get(place) and (was or now) and place != "id":
            yield FieldChange(field=place, before=was, after=now)


def change_out(row: Change, names: dict[tuple[str, int], str]) -> ChangeOut:
    """A change as it is sent; ``names`` of records by table and number."""
    every = list(fields_of(row))
    did = "made" if row.did == Change.MADE else "removed" if row.did == Change.REMOVED else "changed"
    return ChangeOut(
        id=row.pk,
        at=row.at,
        person=row.person,
        who=row.who,
        kind=KINDS.get(row.table, row.table),
        row=row.row,
        name=names.get((row.table, row.row), ""),
        did=did,
        fields=tuple(every[:_SHOWN]),
        more=max(len(every) - _SHOWN, 0),
    )


def changes_of(shop: Shop, asked: TrailAsked) -> QuerySet[Change]:
    """Changes of a shop, newest first."""
    rows = Change.objects.filter(shop=shop.pk)
    if asked.before:
        rows = rows.filter(pk__lt=asked.before)
    if asked.person:
        rows = rows.filter(person=asked.person)
    if asked.kind:
        rows = rows.filter(table=asked.kind)
    if asked.row:
        rows = rows.filter(row=asked.row)
    return rows


def trail_of(shop: Shop, asked: TrailAsked) -> TrailOut:
    """A page of the trail."""
    rows = list(changes_of(shop, asked)[: PAGE + 1])
    names = _names(rows)
    return TrailOut(
        changes=tuple(change_out(row, names) for row in rows[:PAGE]),
        next=rows[PAGE - 1].pk if len(rows) > PAGE else None,
        kinds=KINDS,
    )


def lines_of(shop: Shop, asked: TrailAsked) -> Iterator[bytes]:
    """The whole trail, a JSON document a line, newest first."""
    rows = changes_of(shop, asked).iterator(chunk_size=500)
    names = ("at", "person", "who", "table", "row", "did", "before", "after")
    while block := list(islice(rows, 500)):
        for row in block:
            line = {"id": row.pk} | {name: getattr(row, name) for name in names}
            line["at"] = row.at.isoformat()
            yield json.dumps(line, ensure_ascii=False).encode() + b"\n"
