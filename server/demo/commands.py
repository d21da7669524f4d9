"""The demo shop, made from JSON documents by the commands that the screens use."""

import json
from collections.abc import Iterator
from datetime import timedelta
from itertools import zip_longest
from pathlib import Path
from typing import Any

from django.db import transaction
from fins.commands import add_fins
from fins.documents import FinsIn
from quivers.commands import change_owned, own_board
from quivers.documents import OwnedIn, OwnedPatch

from accounts.models import Membership, Shop, User
from breaks.commands import keep_break
from breaks.documents import BreakIn
from chord_core.documents import Board, Surfer, parse
from chord_core.errors import ChordError
from chord_core.fit.search.step import scaled
from demo.logged import keep_log
from demo.measured import measured
from fittings.commands import open_fitting
from fittings.documents import FittingIn
from fittings.models import Fitting
from rack.commands import add_board
from rack.models import Board as RackBoard
from rack.models import today
from rack.search_columns import fill_search_columns


def _read(folder: Path, name: str) -> Any:
    return json.loads((folder / f"{name}.json").read_text(encoding="utf-8"))


def _each(folder: Path, name: str) -> list[Any]:
    document = _read(folder, name)
    if not isinstance(document, dict) or not isinstance(document.get(name), list):
        raise ChordError(f"{name}.json", None, f"must be an object with a list “{name}”")
    return list(document[name])


def fill_rack(folder: Path, count: int) -> str:
    """Hang boards into the demo shop until it has so many: the demo's own, a little larger or smaller."""
    shop = Shop.objects.get(demo=True)
    own = [parse(Board, row, f"boards.{i}") for i, row in enumerate(_each(folder, "boards"))]
    rows, documents = [], []
    for i in range(max(count - RackBoard.objects.of(shop).count(), 0)):
        board = own[i % len(own)]
        row = RackBoard(shop=shop)
        document = scaled(board, 1 + 0.004 * ((i // len(own)) % 21 - 10))
        row.take(document)
        documents.append(document)
        rows.append(row)
    fill_search_columns(rows, documents)
    RackBoard.objects.bulk_create(rows)
    return f"{RackBoard.objects.of(shop).count()} boards in the rack"


def _people(shop: Shop, rows: list[dict[str, str]]) -> User:
    """People of the shop, who have no password: the first comes in by the demo's button."""
    made = []
    for row in rows:
        user = User(username=row["username"], first_name=row["first_name"], shop=shop)
        user.set_unusable_password()
        user.save()
        Membership.objects.create(shop=shop, user=user, role=row["role"])
        made.append(user)
    return made[0]


@transaction.atomic
def load_demo(folder: Path, reset: bool = False) -> str:
    """Load the demo shop unless it is there.

    Args:
        folder: where shop, boards, fins, breaks and fittings lie as JSON.
        reset: throw the demo shop that is there away first.

    Raises:
        ChordError: a document cannot be read; nothing is written.
    """
    old = Shop.objects.filter(demo=True)
    if reset:
        User.objects.filter(memberships__shop__demo=True).delete()
        old.delete()
    elif old.exists():
        return "the demo shop is there already"
    about = _read(folder, "shop")
    shop = Shop.objects.create(name=about["shop"], demo=True)
    person = _people(shop, about["people"])
    boards = _each(folder, "boards")
    hung: list[Any] = _read(folder, "boards").get("hung", [])
    pairs: Iterator[tuple[Any, Any]] = zip_longest(boards, hung, fillvalue={})
    for i, (row, came) in enumerate(pairs):
        since = today() - timedelta(days=came.get("days", 0))
        add_board(shop, parse(Board, row, f"boards.{i}"), came.get("number", ""), since)
    for i, row in enumerate(_each(folder, "fins")):
        add_fins(shop, parse(FinsIn, row, f"fins.{i}"))
    rows = _each(folder, "breaks")
    places = {row["name"]: keep_break(shop, parse(BreakIn, row, f"breaks.{i}")) for i, row in enumerate(rows)}
    tickets: dict[str, Fitting] = {}
    for i, row in enumerate(_each(folder, "fittings")):
        facts = parse(Surfer, row["surfer"], f"fittings.{i}.surfer")
        if row["at"] not in places:
            raise ChordError(f"fittings.{i}.at", row["at"], f"there is no break “{row['at']}”")
        ticket = open_fitting(shop, person, FittingIn(facts=facts, break_id=places[row["at"]].pk))
        tickets[facts.name] = ticket
        for k, owned in enumerate(row.get("owns", [])):
            where = f"fittings.{i}.owns.{k}"
            own = own_board(ticket, parse(OwnedIn, {"board": owned.pop("board")}, where))
            change_owned(ticket, own.pk, parse(OwnedPatch, {"version": 1, **owned}, where))
    # The tickets were written by what people remember; what is measured came to the shop later.
    measured(shop, person, _read(folder, "water"), places)
    keep_log(tickets, _read(folder, "log"))
    return f"demo shop “{shop.name}” loaded"
