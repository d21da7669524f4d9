"""One measure of a line of dims: what a person typed between two ``x``, as metres."""

from __future__ import annotations

import re
from dataclasses import dataclass

from chord_core.errors import ChordError
from chord_core.units import FOOT_M, INCH_M

_NUMBER = r"\d+(?:[.,]\d+)?|[.,]\d+"
_INCHES = rf"(?:(?P<whole>\d+)[ -]+)?(?P<num>\d+)/(?P<den>\d+)|(?P<dec>{_NUMBER})"
_INCH_SIGN = r"(?:\"|''|in\.?|inch(?:es)?)"
_FEET = re.compile(
    rf"^(?P<feet>{_NUMBER})\s*(?:'(?!')|ft\.?|feet|foot)\s*-?\s*(?:(?P<inches>.+?)\s*{_INCH_SIGN}?)?$",
    re.I,
)
_PLAIN_INCHES = re.compile(rf"^(?:{_INCHES})\s*(?P<sign>{_INCH_SIGN})?$", re.I)
_ONLY_INCHES = re.compile(rf"^(?:{_INCHES})$")
_METRIC = re.compile(rf"^(?P<value>{_NUMBER})\s*(?P<unit>mm|cm|m)$", re.I)
_SPACED_FEET = re.compile(r"^(?P<feet>\d{1,2})[ -](?P<inches>\d{1,2}(?: \d+/\d+)?)$")
_METRES = {"mm": 1e-3, "cm": 1e-2, "m": 1.0}
_DENOMINATORS = (2, 4, 8, 16, 32, 64)
#: Bare numbers from here up are centimetres, from there millimetres; below the first, inches.
_CM_FROM = {"width": (36.5, 200.0), "thickness": (5.6, 30.0)}


@dataclass(frozen=True)
class Measure:
    """One measure in metres; ``said`` when the unit was written, not guessed."""

    metres: float
    imperial: bool
    said: bool
    confirm: str | None = None


def _number(text: str) -> float:
    return float(text.replace(",", "."))


def _inches(name: str, part: str, text: str) -> float:
    found = _ONLY_INCHES.match(text.strip())
    if not found:
        raise ChordError(
            name, part, f"“{text.strip()}” was read in the {name}; write inches as 20 1/2 or 20.5"
        )
    return _inch_value(name, part, found)


def _inch_value(name: str, part: str, found: re.Match[str]) -> float:
    if found["dec"]:
        return _number(found["dec"])
    top, bottom = int(found["num"]), int(found["den"])
    if bottom not in _DENOMINATORS:
        raise ChordError(
            name,
            part,
            f"“{top}/{bottom}” was read; a tape has halves, 4ths, 8ths, 16ths, 32nds, 64ths",
        )
    if top >= bottom:
        raise ChordError(name, part, f"“{top}/{bottom}” was read; a fraction is less than one inch")
    return int(found["whole"] or 0) + top / bottom


def _from_feet(name: str, part: str, found: re.Match[str]) -> Measure:
    if name != "length":
        raise ChordError(name, part, f"feet were read in the {name}; write it in inches, as 20 1/2")
    feet = _number(found["feet"])
    inches = _inches(name, part, found["inches"]) if found["inches"] else 0.0
    if inches >= 12:
        raise ChordError(name, part, f"{inches:g} inches were read; after feet there are 0 to 11 15/16")
    if inches and feet != int(feet):
        raise ChordError(name, part, f"{feet:g} feet and {inches:g} inches were read; write 5'10 or 5.83 ft")
    return Measure(feet * FOOT_M + inches * INCH_M, imperial=True, said=True)


def _dotted_feet(part: str) -> Measure | None:
    """Read ``5.10``, ``6,2`` or ``6`` in first place as feet and inches; None when out of 4-12."""
    feet, _, inches = part.replace(",", ".").partition(".")
    if not feet.isdigit() or not 4 <= int(feet) <= 12 or not (inches.isdigit() or not inches):
        return None
    if inches and int(inches) > 11:
        raise ChordError(
            "length",
            part,
            f"“{part}” was read as {feet} feet {int(inches)} inches; after feet there are 0 to 11 "
            f"inches: write {feet}'… or, for decimal feet, {part} ft",
        )
    written = f"{feet}'{int(inches or 0)}"
    metres = int(feet) * FOOT_M + int(inches or 0) * INCH_M
    confirm = f"“{part}” read as {written}, feet and inches" if inches else None
    return Measure(metres, imperial=True, said=False, confirm=confirm)


def _bare_length(part: str, width_imperial: bool) -> Measure:
    spaced = _SPACED_FEET.match(part)
    if spaced and width_imperial and 4 <= int(spaced["feet"]) <= 12:
        metres = int(spaced["feet"]) * FOOT_M
        inches = _inches("length", part, spaced["inches"])
        if inches >= 12:
            raise ChordError(
                "length", part, f"{inches:g} inches were read; after feet there are 0 to 11 15/16"
            )
        return Measure(metres + inches * INCH_M, True, False, f"“{part}” read as feet and inches")
    dotted = _dotted_feet(part) if width_imperial else None
    if dotted:
        return dotted
    value = _inches("length", part, part)
    if value < 4:
        return Measure(value, imperial=False, said=False)
    if value > 1000:
        return Measure(value * 1e-3, imperial=False, said=False)
    if width_imperial and value < 153:
        return Measure(value * INCH_M, imperial=True, said=False)
    return Measure(value * 1e-2, imperial=False, said=False)


def _bare(name: str, part: str, value: float, fraction: bool, width_imperial: bool) -> Measure:
    cm_from, mm_from = _CM_FROM[name]
    if name == "thickness" and not fraction:
        # A bare thickness follows the width: 5 is centimetres behind 52, inches behind 20.
        cm_from = cm_from if width_imperial else 0.3
    if fraction or cm_from > value >= 1:
        return Measure(value * INCH_M, imperial=True, said=False)
    if value < 1:
        return Measure(value, imperial=False, said=False)
    return Measure(value * (1e-3 if value >= mm_from else 1e-2), imperial=False, said=False)


def _is_imperial_width(part: str) -> bool:
    found = _PLAIN_INCHES.match(part)
    if not found:
        return False
    if found["sign"] or not found["dec"]:
        return True
    return 1 <= _number(found["dec"]) < _CM_FROM["width"][0]


def measure_of(name: str, part: str, parts: list[str]) -> Measure:
    """Read ``part`` as the measure ``name`` ("length", "width", "thickness") of the line ``parts``.

    Raises:
        ChordError: the part is no measure, or reads as one that cannot be.
    """
    if part.startswith("-"):
        raise ChordError(name, part, f"“{part}” was read; a {name} is more than nothing")
    metric = _METRIC.match(part)
    if metric:
        return Measure(_number(metric["value"]) * _METRES[metric["unit"].lower()], False, True)
    feet = _FEET.match(part)
    if feet:
        return _from_feet(name, part, feet)
    width_imperial = _is_imperial_width(parts[1])
    found = _PLAIN_INCHES.match(part)
    if name == "length" and not (found and found["sign"]):
        return _bare_length(part, width_imperial)
    if not found:
        raise ChordError(
            name,
            part,
            f"“{part}” was read as the {name}; write it as 20 1/2, 20.5 or with a unit, as 52 cm",
        )
    value = _inch_value(name, part, found)
    if found["sign"]:
        return Measure(value * INCH_M, imperial=True, said=True)
    return _bare(name, part, value, not found["dec"], width_imperial)
