"""A drawing as DXF (R2010) in millimetres, a layer for each kind of line."""

from __future__ import annotations

import io

from chord_core.drawings.plan import Drawing

#: Height of the words [mm].
_LETTERS = 8.0


def dxf_of(drawing: Drawing) -> bytes:
    """Write a drawing as DXF."""
    from ezdxf import units  # Slow to load, and few programs draw.
    from ezdxf.filemanagement import new

    made = new("R2010", units=units.MM)
    space = made.modelspace()
    for layer in dict.fromkeys(line.layer for line in drawing.lines):
        made.layers.add(layer)
    made.layers.add("WORDS")
    for line in drawing.lines:
        space.add_lwpolyline(line.points, close=line.closed, dxfattribs={"layer": line.layer})
    for note in drawing.notes:
        words = space.add_text(note.text, height=_LETTERS, dxfattribs={"layer": "WORDS"})
        words.set_placement((note.x, note.y))
    sink = io.StringIO()
    made.write(sink)
    return sink.getvalue().encode("utf-8")
