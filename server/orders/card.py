"""The order card: one page for the shaper. It names nobody."""

from __future__ import annotations

from collections.abc import Iterable

from chord_core import spoken
from chord_core.documents.order import OrderCard, OrderedFor, OrderedMeasure
from chord_core.hull.describe import describe_hull
from orders.documents import OrderOut
from paper.measures import MEASURES, measure_text, small_text
from paper.sheet import LEFT, WIDE, Sheet, draw_board

_ROW, _HALF = 5.2, WIDE / 2
_WORDS = {name: (word, step) for name, word, step in MEASURES}
#: Rails from low to full in five words.
_RAILS = ("low", "lowish", "medium", "fullish", "full")
_ENDS = (("rail_nose", "nose"), ("rail_middle", "middle"), ("rail_tail", "tail"))


def _pairs(sheet: Sheet, rows: Iterable[tuple[str, str]]) -> None:
    """Names and values in two columns."""
    found = [(name, value) for name, value in rows if value]
    half, top = (len(found) + 1) // 2, sheet.get_y()
    sheet.set_font("sans", "", 10)
    for i, (name, value) in enumerate(found):
        x, y = LEFT + (i // half) * _HALF, top + (i % half) * _ROW
        sheet.set_xy(x, y)
        sheet.cell(34, _ROW, name)
        sheet.cell(_HALF - 36, _ROW, value)
    sheet.set_xy(LEFT, top + half * _ROW + 0.5)


def _cost(points: float | None) -> str:
    if points is None:
        return ""
    return "nothing" if points < 0.5 else f"{points:.0f}"


def _measure(one: OrderedMeasure, units: str) -> tuple[str, ...]:
    word, step = _WORDS[one.measure]
    value = measure_text(one.value_m, step, units)
    room = f"± {small_text(one.tolerance_m, units)}"
    if one.pinned:
        return (word, value, room, "must not change", "")
    slip = small_text(one.slip_m, units)
    return (word, value, room, f"{slip} less costs {_cost(one.less)}" if one.less is not None else "",
            f"{slip} more costs {_cost(one.more)}" if one.more is not None else "")  # fmt: skip


def _measures(sheet: Sheet, card: OrderCard, units: str) -> None:
    widths = (38.0, 26.0, 24.0, 43.0, 43.0)
    for one in card.measures:
        sheet.set_x(LEFT)
        for text, wide, style in zip(_measure(one, units), widths, ("", "B", "", "", ""), strict=True):
            sheet.set_font("sans", style, 10)
            sheet.cell(wide, _ROW, text)
        sheet.ln(_ROW)


def _rails(card: OrderCard) -> str:
    section = card.board.section
    said = [(end, getattr(section, name)) for name, end in _ENDS]
    rails = [f"{_RAILS[round(4 * value)]} at the {end}" for end, value in said if value is not None]
    return ", ".join(rails) or "as usual for the kind"


def _bottom(card: OrderCard, units: str) -> str:
    zones = [
        f"{zone.shape} {small_text(zone.depth_m, units)} at {spoken.span(zone.from_tail_m)}"
        for zone in card.bottom
    ]
    return "; ".join(zones) + " from the tail" if zones else "flat"


def _shape(sheet: Sheet, card: OrderCard, units: str) -> None:
    ends = {
        "Thick one foot in": (card.nose_thickness_m, card.tail_thickness_m),
        "Rocker one foot in": (card.entry_rocker_m, card.exit_rocker_m),
    }
    rows = [
        (name, " / ".join(measure_text(end, 16, units) for end in pair) + ", nose / tail")
        for name, pair in ends.items()
    ]
    wide = spoken.span(abs(card.wide_point_m))
    where = "in the middle" if abs(card.wide_point_m) < 0.003 else (
        f"{wide} {'ahead of' if card.wide_point_m > 0 else 'behind'} the middle"
    )  # fmt: skip
    _pairs(sheet, (
        *rows,
        ("Wide point", where),
        ("Tail", card.tail_shape),
        ("Hard edge", f"{spoken.span(card.edge_from_tail_m)} up from the tail"),
        ("Deck", card.board.section.deck or "as usual for the kind"),
        ("Litres", f"{card.litres:.1f}"),
        ("By thirds", " / ".join(f"{third:.1f}" for third in card.thirds_l) + ", tail to nose"),
    ))  # fmt: skip
    sheet.says(f"Rails: {_rails(card)}.", size=10)
    sheet.says(f"Bottom: {_bottom(card, units)}.", size=10)


def _fins(card: OrderCard) -> list[str]:
    groups = [
        f"{one.count} of {spoken.fin_area(one.area_m2 * 1e4)}, {spoken.span(one.depth_m)} deep, "
        f"middle of the base {spoken.span(one.from_tail_m)} from the tail"
        for one in card.fins
    ]
    box = card.board.fins.box_type
    return [f"{card.setup}{f', {box}' if box else ''}: {'; '.join(groups)}."]


def _for(found: OrderedFor) -> list[tuple[str, str]]:
    often = found.sessions_month
    present = f"{found.present.imperial}" if found.present else ""
    litres = f", {found.present_litres:.1f} L" if found.present_litres and found.present else ""
    return [
        ("Mass", "" if found.mass_kg is None else spoken.body(found.mass_kg)),
        ("Height", "" if found.height_m is None else f"{found.height_m * 100:.0f} cm"),
        ("Age", "" if found.age is None else str(found.age)),
        ("Level", found.rung or ""),
        ("Stance", found.stance or ""),
        ("Sessions", "" if often is None else f"{often:g} a month"),
        ("Waves", found.waves),
        ("Rides now", present if f"{found.present_litres:.1f}" in present else present + litres)
        if found.present_litres
        else ("Rides now", present),
        ("Likes", ", ".join(found.likes)),
        ("Complains of", ", ".join(found.complaints)),
    ]


def card_pdf(order: OrderOut, units: str, shop: str) -> bytes:
    """The card as one A4 page.

    Args:
        units: ``imperial`` or ``metric``.
    """
    card, sheet = order.card, Sheet()
    sheet.set_title(f"Order {order.id}")
    sheet.says(shop, size=9.5)
    sheet.says(f"Order {order.id}", "serif", size=22, high=11)
    name = card.board.name or card.board.family
    line = card.line.metric if units == "metric" else card.line.imperial
    sheet.says(name if line in name else f"{name}, {line}", style="B", size=12, high=6)
    made = [card.board.family, f"shaped by {order.shaper}" if order.shaper else "",
            f"due {order.due.isoformat()}" if order.due else ""]  # fmt: skip
    sheet.says(", ".join(part for part in made if part), size=10)
    draw_board(sheet, describe_hull(card.board))
    sheet.head("Measures")
    _measures(sheet, card, units)
    if any(one.less is not None for one in card.measures):
        sheet.says("What a slip costs is in points of fit of 100, the rest as it is.", size=8.5, high=4.2)
    sheet.head("Shape")
    _shape(sheet, card, units)
    sheet.head("Fins and build")
    sheet.listed(_fins(card))
    blank = card.blank
    foam = f"; blank {blank.name}, {small_text(blank.planed_m, units)} planed off at least" if blank else ""
    sheet.says(f"{card.build}{foam}; about {spoken.mass(card.mass_kg)} when it is done.")
    if order.note:
        sheet.says(f"Colour and note: {order.note}")
    if card.ordered_for:
        sheet.head("Who it is for")
        _pairs(sheet, _for(card.ordered_for))
    money = [("Price", order.price), ("Deposit paid", order.deposit)]
    says = [f"{name} {value}" for name, value in money if value is not None]
    if says:
        sheet.head("Agreed")
        sheet.says(", ".join(says))
    sheet.says("No logo. Measures are checked on arrival against the tolerances above.", size=8.5, high=4.2)
    return bytes(sheet.output())
