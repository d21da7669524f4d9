"""A card for the wall at home: which board on which day. One page; it names nobody but by the first name."""

from __future__ import annotations

import numpy as np

from chord_core.hull.describe import describe_hull
from chord_core.tables import tables
from chord_core.water.bins import median_slope
from chord_core.water.days import height_words
from chord_core.water.face import Face
from fittings.models import Fitting
from paper.sheet import LEFT, WIDE, Sheet, draw_board
from quivers.documents import QuiverOut
from quivers.selectors import owned_of, quiver_of, ready_boards

_FIRST, _ROW = 34.0, 7.0


def _rows(fitting: Fitting, found: QuiverOut) -> list[tuple[str, list[str]]]:
    """For each height in words, from big to small, the board on faces of each steepness; heights on which
    none works are left out."""
    owned = owned_of(fitting)
    ready, words = ready_boards(fitting, owned), height_words()
    names = [one.board.name or one.board.family for one in owned]
    if ready is None or ready.in_foam or ready.case.conditions.kind != "sea":
        return []
    classes = [row.name for row in tables().waves.steepness]
    faces = np.array([share * found.body_m for _, share in words])
    slopes = np.array([median_slope(name) for name in classes])
    face, slope = np.meshgrid(faces, slopes, indexing="ij")
    choice = tuple(at for at, one in enumerate(owned) if one.by_choice)
    taken = ready.taken(Face(face.ravel(), slope.ravel()), choice)
    board, either = taken.board.reshape(face.shape), taken.either.reshape(face.shape)
    made = []
    for i, (word, _) in reversed(list(enumerate(words))):
        if (board[i] < 0).all():
            continue
        cells = [
            "" if row < 0 else f"{names[row]}{' or another' if both else ''}"
            for row, both in zip(board[i], either[i], strict=True)
        ]
        made.append((word, cells))
    return made


def _table(sheet: Sheet, rows: list[tuple[str, list[str]]]) -> None:
    classes = [row.name for row in tables().waves.steepness]
    each = (WIDE - _FIRST) / len(classes)
    for first, cells, style in (("", classes, "B"), *((word, cells, "") for word, cells in rows)):
        sheet.set_x(LEFT)
        sheet.set_font("sans", "B", 10)
        sheet.cell(_FIRST, _ROW, first)
        sheet.set_font("sans", style, 9)
        for text in cells:
            sheet.cell(each, _ROW, text)
        sheet.ln(_ROW)


def card_pdf(fitting: Fitting, units: str) -> bytes:
    """The card as one A4 page."""
    found = quiver_of(fitting)
    who = found.who.split(" ")[0] or "you"
    sheet = Sheet()
    sheet.set_title(f"Which board, for {who}")
    sheet.says("Which board", "serif", size=22, high=11)
    sheet.says(f"For {who}{f' at {found.at}' if found.at else ''}.", size=11)
    rows = _rows(fitting, found)
    if rows:
        sheet.ln(2)
        _table(sheet, rows)
        sheet.says("Faces from the front; an empty place: none of them works.", size=9.5)
    else:
        sheet.listed([found.answer.where_says or "No board yet."])
    sheet.listed([one for one in (found.answer.double_says, found.answer.hole_says) if one])
    for owned in found.boards[:3]:
        line = owned.line.metric if units == "metric" else owned.line.imperial
        sheet.ln(2)
        sheet.says(f"{owned.board.name or owned.board.family}, {line}", style="B")
        draw_board(sheet, describe_hull(owned.board))
    return bytes(sheet.output())
