"""A card for the wall at home: which board on which day. One page; it names nobody but by the first name."""

from __future__ import annotations

import numpy as np
from fpdf.enums import TableBordersLayout

from chord_core.hull.describe import describe_hull
from chord_core.tables import tables
from chord_core.water.bins import median_slope
from chord_core.water.days import height_words
from chord_core.water.face import Face
from fittings.models import Fitting
from paper.sheet import LEFT, LINE, WIDE, Sheet, draw_board
from quivers.documents import QuiverOut
from quivers.selectors import owned_of, quiver_of, ready_boards

#: Width of the heights, height of a line [mm]; boards that are drawn.
_FIRST, _ROW, _DRAWN = 24.0, 4.4, 4


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
    """Heights downwards, steepness to the right; names that are long go over two lines."""
    classes = [row.name for row in tables().waves.steepness]
    each = (WIDE - _FIRST) / len(classes)
    sheet.set_font("sans", "", 9)
    sheet.set_draw_color(*LINE)
    with sheet.table(
        width=WIDE,
        col_widths=(_FIRST, *(each for _ in classes)),
        text_align="LEFT",
        borders_layout=TableBordersLayout.HORIZONTAL_LINES,
        line_height=_ROW,
        padding=(1, 1, 1, 0),
    ) as table:
        for cells in (["", *classes], *([word, *names] for word, names in rows)):
            row = table.row()
            for text in cells:
                row.cell(text)


def _boards(sheet: Sheet, found: QuiverOut, units: str) -> None:
    """The first boards two beside each other, each with its dims above it."""
    top = bottom = sheet.get_y() + 3
    for i, owned in enumerate(found.boards[:_DRAWN]):
        if i % 2 == 0:
            top = bottom
        left = LEFT + i % 2 * WIDE / 2
        line = owned.line.metric if units == "metric" else owned.line.imperial
        sheet.set_font("sans", "B", 9)
        sheet.text(left, top + 4, f"{owned.board.name or owned.board.family}, {line}")
        sheet.set_y(top + 5)
        draw_board(sheet, describe_hull(owned.board), left, WIDE / 2 - 6)
        bottom = max(bottom, sheet.get_y())
    sheet.set_y(bottom)


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
    _boards(sheet, found, units)
    return bytes(sheet.output())
