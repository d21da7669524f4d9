"""The ``drawings`` verb: a board as a file."""

from __future__ import annotations

from collections.abc import Callable

from chord_core.documents.board import Board
from chord_core.documents.verbs.drawings import DrawingsRequest
from chord_core.drawings.dxf import dxf_of
from chord_core.drawings.pdf import pdf_of
from chord_core.drawings.plan import whole_of
from chord_core.drawings.stations import stations_of
from chord_core.drawings.svg import svg_of


def _mesh(board: Board, kind: str) -> bytes:
    """The solid as a file; its library is loaded by whoever first asks for one."""
    from chord_core.drawings.mesh import stl_of, three_mf_of

    return stl_of(board) if kind == "stl" else three_mf_of(board)


_PLAIN: dict[str, Callable[[Board], bytes]] = {
    "svg": lambda board: svg_of(whole_of(board)),
    "dxf": lambda board: dxf_of(whole_of(board)),
    "stl": lambda board: _mesh(board, "stl"),
    "3mf": lambda board: _mesh(board, "3mf"),
    "csv": stations_of,
}


def drawings(request: DrawingsRequest) -> bytes:
    """The file that is asked for, as bytes."""
    if request.kind == "pdf":
        return pdf_of(request.board, request.paper)
    return _PLAIN[request.kind](request.board)
