"""All that is kept of a customer on paper."""

from __future__ import annotations

from logbook.documents import SessionIn

from chord_core.documents import Board
from chord_core.hull.describe import dims_of
from customers.documents import CustomerDocument
from paper.sheet import Sheet

_FOOT = 18.0


def _facts(found: CustomerDocument) -> list[str]:
    if not found.visits:
        return ["Nothing but the name."]
    said = found.visits[-1].facts.model_dump(
        exclude_none=True, exclude_defaults=True, exclude={"learned", "name"}
    )
    rows = []
    for name, value in said.items():
        if isinstance(value, dict):
            value = value.get("name") or value.get("family") or ", ".join(map(str, value))
        elif isinstance(value, list | tuple):
            value = ", ".join(map(str, value))
        rows.append(f"{name.replace('_', ' ')}: {value}")
    return rows


def _lists(found: CustomerDocument, units: str) -> list[tuple[str, list[str]]]:
    def line(board: Board | None) -> str:
        if board is None:
            return "no board"
        dims = dims_of(board)
        return f"{board.name or board.family}, {dims.metric if units == 'metric' else dims.imperial}"

    def session(one: SessionIn) -> str:
        rides = "rides not counted" if one.rides is None else f"{one.rides} rides"
        board = one.board.name or one.board.family
        return f"{one.started_at:%Y-%m-%d} {one.place}: {one.minutes:.0f} min on {board}, {rides}. {one.note}"

    return [
        ("Visits", [f"{one.opened:%Y-%m-%d} {one.water.name}: {line(one.board)}" for one in found.visits]),
        ("Boards of their own", [line(board) for board in found.boards]),
        ("Orders", [f"{one.made:%Y-%m-%d} {line(one.board)}: {one.state}" for one in found.orders]),
        ("Boards bought", [f"{one.sold:%Y-%m-%d} {line(one.board)} {one.back_as}" for one in found.bought]),
        ("Boards lent", [f"{one.out:%Y-%m-%d} {line(one.board)}" for one in found.loans]),
        ("Sessions", [session(one) for one in found.sessions]),
        ("Tracks", [f"{one.name}: {len(one.text)} signs, in the document" for one in found.tracks]),
    ]


def customer_pdf(found: CustomerDocument, units: str) -> bytes:
    """The document as pages."""
    sheet = Sheet()
    sheet.set_auto_page_break(True, _FOOT)
    sheet.set_title(f"What {found.shop} keeps of {found.name}")
    sheet.says(found.name or "No name", "serif", size=22, high=11)
    sheet.says(f"All that {found.shop} keeps, on {found.made_on}.")
    kept = f"said on {found.consent_at} that they may be kept" if found.consent_at else "never said so"
    sheet.listed([f"Consent: {kept}.", *([f"Guardian: {found.guardian}."] if found.guardian else [])])
    if found.notes:
        sheet.head("Notes")
        sheet.says(found.notes)
    sheet.head("What was said last")
    sheet.listed(_facts(found))

    for head, rows in _lists(found, units):
        if rows:
            sheet.head(head)
            sheet.listed(rows)
    return bytes(sheet.output())
