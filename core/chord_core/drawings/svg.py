"""A drawing as SVG, one unit a millimetre."""

from __future__ import annotations

from xml.etree import ElementTree

from chord_core.drawings.plan import Drawing, Points

#: Room around the drawing [mm], and the size of its words.
_ROOM, _LETTERS = 40.0, 9.0
_INK, _PALE = "#1d3a3c", "#7f9a94"


def _path(points: Points, top: float, closed: bool) -> str:
    return "M" + "L".join(f"{x:.3f},{top - y:.3f}" for x, y in points) + ("Z" if closed else "")


def svg_of(drawing: Drawing) -> bytes:
    """Write a drawing as SVG; every line has its layer as its class, the first of a layer its id too."""
    left, low, right, high = drawing.box
    wide, tall = right - left + 2 * _ROOM, high - low + 2 * _ROOM
    root = ElementTree.Element("svg", {
        "xmlns": "http://www.w3.org/2000/svg",
        "width": f"{wide:.2f}mm", "height": f"{tall:.2f}mm",
        "viewBox": f"{left - _ROOM:.2f} {-_ROOM:.2f} {wide:.2f} {tall:.2f}",
    })  # fmt: skip
    ElementTree.SubElement(root, "title").text = drawing.name
    named: set[str] = set()
    for line in drawing.lines:
        layer = line.layer.lower()
        own = {} if layer in named else {"id": layer}
        named.add(layer)
        ElementTree.SubElement(root, "path", {
            **own, "class": layer, "d": _path(line.points, high, line.closed), "fill": "none",
            "stroke": _PALE if layer in ("feet", "bench") else _INK, "stroke-width": "0.5",
        })  # fmt: skip
    for note in drawing.notes:
        place = {"x": f"{note.x:.2f}", "y": f"{high - note.y:.2f}"}
        words = ElementTree.SubElement(root, "text", {
            **place, "font-family": "sans-serif", "font-size": f"{_LETTERS:g}", "fill": _INK,
        })  # fmt: skip
        words.text = note.text
    return bytes(ElementTree.tostring(root, encoding="utf-8", xml_declaration=True))
