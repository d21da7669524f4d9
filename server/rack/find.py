"""Find, filter and sort the rack by every measure; by index, in three queries."""

from datetime import timedelta
from typing import Any, Literal

from django.db.models import Count
from django.http import QueryDict
from pydantic import Field

from accounts.models import Shop, ShopQuerySet
from chord_core.documents import parse
from chord_core.documents.base import Document, Result
from chord_core.documents.board import Stock
from chord_core.documents.names import BuildName, FamilyName
from chord_core.errors import ChordError
from rack.models import Board, today
from rack.search_columns import refresh_search_columns

#: What a rack is searched and hung by, and the column it stands in.
MEASURES = {
    "litres": "drawn_litres",
    "length_m": "length_m",
    "width_m": "width_m",
    "thickness_m": "thickness_m",
    "nose_width_m": "drawn_nose_width_m",
    "tail_width_m": "drawn_tail_width_m",
    "nose_rocker_m": "drawn_nose_rocker_m",
    "tail_rocker_m": "drawn_tail_rocker_m",
    "mass_kg": "drawn_mass_kg",
    "price": "price",
    "condition": "condition",
}
#: Nothing hangs longer; further back a calendar ends.
_MOST_DAYS = 36_500
Sort = Literal[
    "litres", "length_m", "width_m", "thickness_m", "nose_width_m", "tail_width_m", "nose_rocker_m",
    "tail_rocker_m", "mass_kg", "price", "condition", "days", "name", "number",
]  # fmt: skip


class Between(Document):
    """A range, open where an end is not said."""

    low: float | None = None
    high: float | None = None


class Find(Document):
    """What is looked for; all that is said must hold. ``between`` is by measure (SI), and ``days`` in stock.

    ``text`` is part of the name, the shop's number, the colour or the family."""

    text: str = Field(default="", max_length=80)
    families: tuple[FamilyName, ...] = ()
    stocks: tuple[Stock, ...] = ()
    builds: tuple[BuildName, ...] = ()
    box_type: str | None = Field(default=None, max_length=40)
    fins_included: bool | None = None
    pad: bool | None = None
    between: dict[str, Between] = Field(default_factory=dict)
    sort: Sort = "litres"
    down: bool = False


class Found(Result):
    """Boards that were found, in order, as columns of one length: the shop's rows, their families as places
    in ``families``, litres, length [m], price, days in stock, and what they are hung by if it is another
    measure. ``all`` and ``stocks`` count the whole rack, ``boxes`` are the box types there."""

    total: int
    all: int
    stocks: dict[str, int]
    boxes: tuple[str, ...]
    families: tuple[str, ...]
    ids: tuple[int, ...]
    family: tuple[int, ...]
    litres: tuple[float, ...]
    length_m: tuple[float, ...]
    price: tuple[float | None, ...]
    days: tuple[int, ...]
    stock: tuple[str | None, ...]
    by: tuple[float | None, ...]


def find_of(params: QueryDict) -> Find:
    """The question that an address asks: ``families=…&litres_from=30&litres_to=36&sort=price&down=1``.

    Args:
        params: the query.

    Raises:
        ChordError: names the part of the address.
    """
    lists = ("families", "stocks", "builds")
    ends = {f"{name}_{end}": (name, end) for name in (*MEASURES, "days") for end in ("from", "to")}
    said: dict[str, Any] = {}
    between: dict[str, dict[str, Any]] = {}
    for name in params:
        if name in ends:
            measure, end = ends[name]
            between.setdefault(measure, {})["low" if end == "from" else "high"] = params[name]
        else:
            said[name] = params.getlist(name) if name in lists else params[name]
    return parse(Find, {**said, "between": between})


def _days(rows: ShopQuerySet[Board], between: Between) -> ShopQuerySet[Board]:
    """Boards that hang for so many days: ``hung_on`` counts the other way."""
    for end, days in (("lte", between.low), ("gte", between.high)):
        if days is not None:
            since = today() - timedelta(days=max(min(days, _MOST_DAYS), -_MOST_DAYS))
            rows = rows.filter(**{f"hung_on__{end}": since})
    return rows


def matching(shop: Shop, find: Find) -> ShopQuerySet[Board]:
    """The boards of a shop that match."""
    rows = Board.objects.of(shop).filter(reserved=False)
    if find.text:
        rows = rows.filter(words__contains=find.text.lower())
    exact = {
        "family__in": find.families,
        "stock__in": find.stocks,
        "build__in": find.builds,
    }
    rows = rows.filter(**{name: values for name, values in exact.items() if values})
    plain = {"box_type": find.box_type, "fins_included": find.fins_included, "pad": find.pad}
    rows = rows.filter(**{name: value for name, value in plain.items() if value is not None})
    for name, between in find.between.items():
        if name == "days":
            rows = _days(rows, between)
            continue
        if name not in MEASURES:
            raise ChordError(f"between.{name}", name, f"a rack is searched by {', '.join(MEASURES)}, days")
        ends = {"gte": between.low, "lte": between.high}
        rows = rows.filter(**{f"{MEASURES[name]}__{end}": v for end, v in ends.items() if v is not None})
    return rows


def _order(find: Find) -> tuple[str, ...]:
    column = {"days": "hung_on", "name": "name", "number": "number"}.get(find.sort) or MEASURES[find.sort]
    # The longer a board hangs, the earlier its day.
    down = find.down != (find.sort == "days")
    return (f"-{column}" if down else column), "pk"


def find_boards(shop: Shop, find: Find) -> Found:
    """Find boards of a shop, in order.

    Raises:
        ChordError: there is no such measure.
    """
    refresh_search_columns(shop)
    by = MEASURES.get(find.sort, "drawn_litres")
    rows = list(
        matching(shop, find)
        .order_by(*_order(find))
        .values_list("pk", "family", "drawn_litres", "length_m", "price", "hung_on", "stock", by)
    )
    counts = list(
        Board.objects.of(shop)
        .filter(reserved=False)
        .values_list("stock", "box_type")
        .annotate(count=Count("pk"))
    )
    stocks: dict[str, int] = {}
    for stock, _, count in counts:
        stocks[stock or ""] = stocks.get(stock or "", 0) + count
    columns = list(zip(*rows, strict=True)) or [()] * 8
    names = tuple(dict.fromkeys(columns[1]))
    places = {name: i for i, name in enumerate(names)}
    now = today()
    return Found.model_construct(
        total=len(rows),
        all=sum(stocks.values()),
        stocks=stocks,
        boxes=tuple(sorted({box for _, box, _ in counts if box})),
        families=names,
        ids=columns[0],
        family=tuple(places[name] for name in columns[1]),
        litres=tuple(round(v, 2) for v in columns[2]),
        length_m=columns[3],
        price=columns[4],
        days=tuple((now - day).days for day in columns[5]),
        stock=columns[6],
        by=columns[7],
    )
