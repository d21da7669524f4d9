"""The solid of a board as STL and 3MF, in millimetres, through trimesh."""

from __future__ import annotations

from typing import Any, cast

import trimesh

from chord_core.documents.board import Board
from chord_core.drawings.plan import MM
from chord_core.hull.solid import solid_of


def mesh_of(board: Board) -> trimesh.Trimesh:
    """The closed surface of a board in millimetres."""
    solid = solid_of(board)
    return trimesh.Trimesh(solid.points * MM, solid.faces, process=False)


def _file(board: Board, kind: str) -> bytes:
    # The library does not say the types of what it writes.
    scene = cast(Any, trimesh.Scene([mesh_of(board)]))
    scene.units = "millimeter"
    return cast(bytes, scene.export(file_type=kind))


def stl_of(board: Board) -> bytes:
    """Binary STL."""
    return _file(board, "stl")


def three_mf_of(board: Board) -> bytes:
    """3MF, which says that its unit is the millimetre."""
    return _file(board, "3mf")
