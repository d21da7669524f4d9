"""The tag that hangs on a board: its line, what it holds, what it costs, for whom."""

from collections.abc import Sequence

from chord_core import spoken
from chord_core.documents import HullResult
from paper.sheet import INK, LINE, Sheet, draw_board
from rack.documents import BoardOut

#: A tag of card, printed flat [mm].
_SIZE = (105.0, 148.0)
_EDGE = 10.0
_INSIDE = _SIZE[0] - 2 * _EDGE


def tag_of(board: BoardOut, hull: HullResult, for_whom: Sequence[str], units: str, shop: str) -> bytes:
    """One tag (A6) as PDF.

    Args:
        for_whom: sentences about whom it suits.
        units: ``imperial`` or ``metric``.
    """
    tag = Sheet(_SIZE)
    document = board.board
    tag.set_title(document.name or document.family)
    tag.set_margins(_EDGE, _EDGE, _EDGE)
    tag.set_draw_color(*LINE)
    tag.ellipse(_SIZE[0] / 2 - 2.5, 4, 5, 5)

    def says(text: str, family: str = "sans", style: str = "", size: float = 10, high: float = 5) -> None:
        tag.set_font(family, style, size)
        tag.set_x(_EDGE)
        tag.multi_cell(_INSIDE, high, text, align="L", new_x="LMARGIN", new_y="NEXT")

    tag.set_y(13)
    says(document.name or document.family, "serif", size=20, high=9)
    says(board.line.metric if units == "metric" else board.line.imperial, style="B", size=12, high=6)
    kinds = (document.family, document.build, document.fins.setup, document.fins.box_type, document.colour)
    says(" · ".join(str(part) for part in kinds if part), size=9)
    draw_board(tag, hull, _EDGE, _INSIDE)
    says(f"{board.litres:.1f} litres · {spoken.mass(board.mass_kg)}", style="B", size=11, high=6)
    says(board.label_says, size=9, high=4.6)
    for line in for_whom:
        says(line, size=10)
    tag.set_text_color(*INK)
    if document.price is not None:
        tag.set_y(_SIZE[1] - 31)
        says(f"{document.price:g}", "serif", size=22, high=10)
        if board.out_of_the_door is not None:
            says(f"{board.out_of_the_door:g} out of the door, with fins, leash and pad or wax", size=9)
    tag.set_y(_SIZE[1] - 13)
    says(" · ".join(part for part in (board.number, document.stock or "", shop) if part), size=9)
    return bytes(tag.output())
