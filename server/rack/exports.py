"""A board in open formats of drawings: SVG and DXF, in millimetres, tail at the origin, nose to the right."""

import io
from xml.etree import ElementTree

from ezdxf import units
from ezdxf.filemanagement import new

from chord_core.documents.verbs.hull import Curves
from paper.sheet import outline_points, side_points

_MM = 1000.0
#: Room around the drawing and between plan and side [mm].
_ROOM = 40.0
_STROKE = "#1d3a3c"

Points = list[tuple[float, float]]


def _plan(curves: Curves, y: float = 0.0) -> Points:
    return outline_points(curves, _MM, 0.0, y)


def svg_of(curves: Curves, title: str) -> bytes:
    """Plan and side as SVG, one unit a millimetre.

    Args:
        title: what a reader of the drawing is told it is.
    """
    length = curves.from_tail_m[-1] * _MM
    half = max(curves.half_width_m) * _MM
    high = max(r + t for r, t in zip(curves.rocker_m, curves.thickness_m, strict=True)) * _MM
    wide, tall = length + 2 * _ROOM, 2 * half + high + 3 * _ROOM
    middle, floor = _ROOM + half, 2 * _ROOM + 2 * half + high
    root = ElementTree.Element("svg", {
        "xmlns": "http://www.w3.org/2000/svg",
        "width": f"{wide:.2f}mm", "height": f"{tall:.2f}mm",
        "viewBox": f"{-_ROOM:g} 0 {wide:.2f} {tall:.2f}",
    })  # fmt: skip
    ElementTree.SubElement(root, "title").text = title
    lines = {"fill": "none", "stroke": _STROKE, "stroke-width": "1"}
    for name, points, closed in (
        ("outline", _plan(curves, middle), True),
        ("stringer", [(0.0, middle), (length, middle)], False),
        ("side", side_points(curves, _MM, 0.0, floor), True),
    ):
        path = "M" + "L".join(f"{x:.3f},{y:.3f}" for x, y in points) + ("Z" if closed else "")
        ElementTree.SubElement(root, "path", {"id": name, "d": path, **lines})
    return bytes(ElementTree.tostring(root, encoding="utf-8", xml_declaration=True))


def dxf_of(curves: Curves) -> bytes:
    """Outline, stringer, bottom and deck as DXF (R2010), a layer each, in millimetres."""
    drawing = new("R2010", units=units.MM)
    space = drawing.modelspace()
    length = curves.from_tail_m[-1] * _MM
    rows = list(zip(curves.from_tail_m, curves.rocker_m, curves.thickness_m, strict=True))
    bottom = [(x * _MM, z * _MM) for x, z, _ in rows]
    deck = [(x * _MM, (z + t) * _MM) for x, z, t in rows]
    for name, points, closed in (
        ("OUTLINE", _plan(curves), True),
        ("STRINGER", [(0.0, 0.0), (length, 0.0)], False),
        ("BOTTOM", bottom, False),
        ("DECK", deck, False),
    ):
        drawing.layers.add(name)
        space.add_lwpolyline(points, close=closed, dxfattribs={"layer": name})
    sink = io.StringIO()
    drawing.write(sink)
    return sink.getvalue().encode("utf-8")
