"""What stands in the cells of a table of boards: heads in many words, measures in many units, faults by
cell."""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any, get_args

from chord_core.documents.board import Stock
from chord_core.errors import ChordError
from chord_core.line import Line, read_line
from chord_core.line_measures import measure_of
from chord_core.tables import builds, families, tables
from chord_core.units import POUND_KG
from rack.models import today

#: The dims, in the order of a line.
DIMS = ("length", "width", "thickness")
#: Words for a column's head, the plain one first; what is written is the plain one.
HEADS = {
    "number": ("number", "no", "no.", "nr", "nr.", "sku", "id", "stock number", "article", "article number",
               "item number", "variant sku", "artikelnummer", "artikelnr", "art.-nr.", "art. nr.", "nummer",
               "référence", "reference", "réf", "réf.", "ref", "numéro"),
    "name": ("name", "model", "board", "title", "product", "product name", "item", "item name",
             "description", "modell", "bezeichnung", "brett", "artikel", "nom", "modèle", "modele",
             "planche", "désignation"),
    "line": ("line", "dims", "dimensions", "size", "maße", "masse", "größe", "taille", "dims (l x w x t)"),
    "family": ("family", "kind", "type", "category", "product type", "typ", "art", "kategorie", "famille",
               "catégorie"),
    "length": ("length", "l", "länge", "laenge", "longueur", "long"),
    "width": ("width", "w", "breite", "largeur", "larg"),
    "thickness": ("thickness", "thick", "t", "dicke", "stärke", "staerke", "épaisseur", "epaisseur", "ép."),
    "litres": ("litres", "liters", "volume", "vol", "litre", "liter", "volumen"),
    "nose_width": ("nose width", "nose", "nosebreite", "largeur nose"),
    "tail_width": ("tail width", "tail", "tailbreite", "largeur tail"),
    "nose_rocker": ("nose rocker",),
    "tail_rocker": ("tail rocker",),
    "weight": ("weight", "mass", "board weight", "gewicht", "poids"),
    "build": ("build", "construction", "material", "bauweise", "bauart", "matériau"),
    "setup": ("fins", "fin setup", "setup", "set-up", "finnen", "dérives", "ailerons"),
    "box_type": ("fin boxes", "boxes", "box", "box type", "fin box", "finnenkasten", "boîtiers"),
    "fins_included": ("fins included", "with fins", "mit finnen", "avec dérives"),
    "pad": ("pad", "traction"),
    "price": ("price", "rrp", "retail", "price new", "variant price", "sale price", "unit price", "preis",
              "vk", "verkaufspreis", "uvp", "prix", "prix ttc", "tarif"),
    "stock": ("stock", "state", "new or used", "status", "bestand", "neu oder gebraucht", "état du stock"),
    "condition": ("condition", "grade", "zustand", "état", "etat"),
    "colour": ("colour", "color", "farbe", "couleur"),
    "more": ("more",),
    "hung_on": ("in the shop since", "hung on", "since", "date", "received", "arrived", "seit", "eingang",
                "datum", "depuis", "reçu le", "entrée"),
}  # fmt: skip
_BY_WORD = {word: name for name, words in HEADS.items() for word in words}
#: A unit in brackets or behind a comma or a slash: ``length (cm)``, ``width, in``.
_HEAD_UNIT = re.compile(
    r"^(?P<head>.*?)\s*[\[(,/]\s*(?P<unit>mm|cm|m|in|inch|inches|zoll|pouces|kg|lb|lbs|l|%|€|\$|£|eur|usd|gbp|chf)\s*[\])]?$"
)
#: Units by another word; the currency of a price is the shop's own and is not read.
_UNITS = {"inch": "in", "inches": "in", "zoll": "in", "pouces": "in", "lbs": "lb"}
_UNITS |= dict.fromkeys(("€", "$", "£", "eur", "usd", "gbp", "chf"), "")
_TRUE = ("yes", "y", "true", "1", "x", "ja", "oui", "si", "sí")
_FALSE = ("no", "n", "false", "0", "-", "nein", "non")
_DATES = ("%Y-%m-%d", "%d.%m.%Y", "%d/%m/%Y", "%Y/%m/%d", "%d.%m.%y")
#: The first day of the serial numbers that spreadsheets keep dates in.
_SERIAL_FROM, _SERIALS = date(1899, 12, 30), (20000, 80000)
_THOUSANDS = re.compile(r"^[1-9]\d{0,2}(?:\.\d{3})+\b")
#: Day and month, or month and day.
_EITHER = re.compile(r"^(\d{1,2})/(\d{1,2})/\d{4}$")
_NUMBER = re.compile(r"^[+-]?\d+(?:\.\d+)?$")


@dataclass(frozen=True)
class Head:
    """A column: what it holds, and the unit that its head names ("" where it names none)."""

    name: str
    unit: str


def head_of(text: str) -> Head | None:
    """What a column holds by its head; None where no word of it is known."""
    plain = " ".join(text.replace("_", " ").lower().split())
    unit = ""
    found = _HEAD_UNIT.match(plain)
    if found and plain not in _BY_WORD:
        plain, unit = found["head"].strip(), found["unit"]
    name = _BY_WORD.get(plain)
    return Head(name, _UNITS.get(unit, unit)) if name else None


def unit_of(text: str) -> str | None:
    """A unit as a head names it, by our own word; None where it is none."""
    found = _HEAD_UNIT.match(f"x ({text.strip().lower()})")
    return _UNITS.get(found["unit"], found["unit"]) if found else None


def plain_number(name: str, text: str) -> str:
    """A cell of a table whose decimals are commas, with points; a price of ``1.200`` there is twelve
    hundred."""
    if "," in text or (name == "price" and _THOUSANDS.match(text.strip())):
        return text.replace(".", "").replace(",", ".")
    return text


def number_in(name: str, text: str) -> float:
    """A number as spreadsheets of any country write it: ``1,234.5``, ``1.234,5``, ``64,9``, ``650 €``.

    Raises:
        ChordError: it is none.
    """
    plain = re.sub(r"[\s'’$€£¥]", "", text.lower())
    plain = re.sub(r"(?<=\d)(?:eur|usd|gbp|l|kg|%)$", "", plain)
    comma, dot = plain.rfind(","), plain.rfind(".")
    if comma >= 0 and dot >= 0:
        plain = plain.replace("," if dot > comma else ".", "")
    if plain.count(",") == 1 and not re.match(r"^\d{1,3},\d{3}$", plain):
        plain = plain.replace(",", ".")
    plain = plain.replace(",", "") if re.match(r"^\d{1,3}(,\d{3})+(\.\d+)?$", plain) else plain
    if not _NUMBER.match(plain):
        raise ChordError(name, text, f"“{text}” is no number")
    return float(plain)


def _word(name: str, text: str, allowed: Sequence[str]) -> str:
    plain = " ".join(text.lower().replace("-", " ").split())
    for one in allowed:
        if plain == " ".join(one.lower().replace("-", " ").split()):
            return one
    raise ChordError(name, text, f"“{text}” is none of {', '.join(allowed)}")


def _flag(name: str, text: str) -> bool:
    plain = text.strip().lower()
    if plain in _TRUE:
        return True
    if plain in _FALSE:
        return False
    raise ChordError(name, text, f"“{text}”: write yes or no")


def _day(name: str, text: str) -> date:
    plain = text.strip().split(" ")[0].split("T")[0]
    if plain.isdigit() and _SERIALS[0] < int(plain) < _SERIALS[1]:
        return _SERIAL_FROM + timedelta(days=int(plain))
    either = _EITHER.match(plain)
    if either and either[1] != either[2] and max(int(either[1]), int(either[2])) <= 12:
        says = f"“{text}” may be either of two days; write 2026-05-31 or 31.05.2026"
        raise ChordError(name, text, says)
    for form in _DATES:
        try:
            day = datetime.strptime(plain, form).date()
        except ValueError:
            continue
        if day > today():
            raise ChordError(name, text, f"“{text}” is still to come")
        return day
    raise ChordError(name, text, f"“{text}” is no day; write 2026-05-31 or 31.05.2026")


def _condition(name: str, text: str) -> float:
    value = number_in(name, text)
    share = value / 100 if value > 1 else value
    if not 0 <= share <= 1:
        says = f"“{text}”: condition goes from 0 (for parts) to 1 (as new), or in percent"
        raise ChordError(name, text, says)
    return share


def _weight(name: str, text: str, unit: str) -> float:
    pounds = unit == "lb" or re.search(r"lbs?$", text.strip().lower())
    value = number_in(name, re.sub(r"\s*lbs?$", "", text.strip(), flags=re.I))
    return value * (POUND_KG if pounds else 1)


def _more(name: str, text: str) -> dict[str, Any]:
    """The rest of a board's document, as it was written out."""
    try:
        found = json.loads(text)
    except ValueError as error:
        raise ChordError(name, text[:80], f"this is not JSON: {error}") from error
    if not isinstance(found, dict):
        raise ChordError(name, text[:80], "this must be a JSON object")
    return found


#: Signs with which a spreadsheet takes a cell for a formula; written out they get a quote before them.
_FORMULA = ("=", "+", "-", "@", "\t", "\r")


def safe(text: str) -> str:
    """A cell that no spreadsheet takes for a formula."""
    return f"'{text}" if text.startswith(_FORMULA) else text


def unsafe(text: str) -> str:
    """A cell as it was before ``safe``."""
    return text[1:] if text.startswith("'") and text[1:].startswith(_FORMULA) else text


#: A number or a fraction without a unit of its own.
_NO_UNIT = re.compile(r"^\d+(?:[.,]\d+)?(?:\s+\d+/\d+)?$|^\d+/\d+$")
_SIGNS = {"in": '"', "cm": " cm", "mm": " mm", "m": " m"}


def with_unit(text: str, unit: str) -> str:
    """A measure with the unit of its head, where it has none of its own."""
    plain = text.strip()
    return plain + _SIGNS.get(unit, "") if _NO_UNIT.match(plain) else plain


def dims_in(cells: dict[str, tuple[str, str]]) -> tuple[dict[str, Any], Line]:
    """Length, width and thickness of a row, read together as a line is.

    Args:
        cells: text and the unit of the head for each of the three.

    Returns:
        The measures [m] by the document's names, and the line.

    Raises:
        ChordError: names the column, what was read, and what is allowed.
    """
    parts = [with_unit(*cells[name]) for name in DIMS]
    for name, part in zip(DIMS, parts, strict=True):
        if " x " in part.lower() or "×" in part:
            raise ChordError(name, part, f"“{part}” is more than one measure; name that column “line”")
    line = read_line(" x ".join(parts))
    return {f"{name}_m": getattr(line, f"{name}_m") for name in DIMS}, line


def measure_in(name: str, text: str, unit: str) -> float:
    """A measure [m] beside the dims: with its own unit, with that of the head, else with that of the row.

    Raises:
        ChordError: it cannot be read.
    """
    part = with_unit(text, unit)
    try:
        return measure_of("width", part, ["6'0", part, "2 1/2"]).metres
    except ChordError as error:
        raise ChordError(name, text, error.message.replace("width", name.replace("_", " "))) from error


def line_in(text: str) -> tuple[dict[str, Any], Line]:
    """What a line of dims says, by the document's names, and the line."""
    line = read_line(text)
    said = {
        "name": line.name,
        "length_m": line.length_m,
        "width_m": line.width_m,
        "thickness_m": line.thickness_m,
        "stated_litres": line.stated_litres,
    }
    return {name: value for name, value in said.items() if value is not None}, line


#: Where a cell goes in the board's document, and how it is read.
_PLACES: dict[str, tuple[str, Callable[[str, str, str], Any]]] = {
    "number": ("number", lambda n, t, u: t.strip()),
    "name": ("name", lambda n, t, u: t.strip()),
    "family": ("family", lambda n, t, u: _word(n, t, list(families()))),
    "litres": ("stated_litres", lambda n, t, u: number_in(n, t)),
    "nose_width": ("outline.nose_width_m", measure_in),
    "tail_width": ("outline.tail_width_m", measure_in),
    "nose_rocker": ("rocker.nose_m", measure_in),
    "tail_rocker": ("rocker.tail_m", measure_in),
    "weight": ("mass_kg", _weight),
    "build": ("build", lambda n, t, u: _word(n, t, list(builds()))),
    "setup": ("fins.setup", lambda n, t, u: _word(n, t, list(tables().fins.setups))),
    "box_type": ("fins.box_type", lambda n, t, u: t.strip()),
    "fins_included": ("fins_included", lambda n, t, u: _flag(n, t)),
    "pad": ("pad", lambda n, t, u: _flag(n, t)),
    "price": ("price", lambda n, t, u: number_in(n, t)),
    "stock": ("stock", lambda n, t, u: _word(n, t, get_args(Stock))),
    "condition": ("condition", lambda n, t, u: _condition(n, t)),
    "colour": ("colour", lambda n, t, u: t.strip()),
    "hung_on": ("hung_on", lambda n, t, u: _day(n, t)),
    "more": ("", lambda n, t, u: _more(n, t)),
}


def cell_in(head: Head, text: str, row_unit: str) -> tuple[str, Any]:
    """What a cell says: where it goes in the board's document (or ``number``, ``hung_on``), and its value.

    Args:
        row_unit: the unit of the row's dims, for measures without one.

    Raises:
        ChordError: names the column, what was read, and what is allowed.
    """
    path, read = _PLACES[head.name]
    return path, read(head.name, text, head.unit or row_unit)
