"""A board that is only half remembered: about 40 litres, an eight-foot soft-top, seven two. What was not said
is taken from a reference board of its family, and named."""

from __future__ import annotations

import re

import numpy as np

from chord_core.documents.board import AssumedMeasure, Board
from chord_core.errors import ChordError
from chord_core.hull.fleet import fleet_of
from chord_core.hull.guess import guess_family
from chord_core.hull.hull import hull_of
from chord_core.line import LIMITS_L, LIMITS_M, plain_text, read_line
from chord_core.tables import Family, families
from chord_core.units import FOOT_M, INCH_M

#: Words for families as people say them, the longer ones first; a length decides between two of them.
_WORDS: tuple[tuple[str, tuple[str, ...]], ...] = (
    (r"stand[- ]?up|paddle ?board|\bsup\b", ("wave stand-up", "long stand-up")),
    (r"soft[- ]?top|foam(ie|y)?( board)?|\bfoam\b|softboard", ("long soft-top", "short soft-top")),
    (r"nose[- ]?rider", ("nose-rider",)),
    (r"long ?board|\blog\b|malibu", ("performance longboard",)),
    (r"mini[- ]?mal|fun ?board", ("mini-mal",)),
    (r"mid[- ]?length|\begg\b", ("mid-length",)),
    (r"keel", ("keel fish",)),
    (r"twin", ("performance twin",)),
    (r"fish|hybrid", ("performance fish",)),
    (r"grovell?er", ("groveler",)),
    (r"single", ("single fin",)),
    (r"step[- ]?up", ("step-up",)),
    (r"\bgun\b", ("gun",)),
    (r"all[- ]?round(er)?", ("all-rounder",)),
    (r"short ?board", ("all-rounder",)),
)
#: Families that are meant when none is said.
_USUAL = ("all-rounder", "mid-length", "mini-mal", "performance longboard")
_NUMBERS = {
    "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9,
    "ten": 10, "eleven": 11, "twelve": 12,
}  # fmt: skip
_DIMS = re.compile(r"\d\s*['\"]?\s*x\s*\d", re.I)
_LITRES = re.compile(r"(?<![\d.,/'])(\d{1,3}(?:[.,]\d)?)\s*(?:l|litres?|liters?|ltrs?)\b", re.I)
_FEET = re.compile(
    r"(?<!\d)(\d{1,2})\s*(?:'|-?\s*(?:ft|foot|feet|footer)\b)\s*(\d{1,2})?\s*(?:\"|in\b|inch(?:es)?)?", re.I
)
_METRES = re.compile(
    r"(?<![\d.,])(?:([1-3][.,]\d{1,2})\s*m\b|(1[2-9]\d|2\d\d|3[0-7]\d)(?:\s*cm)?\b(?!\s*(?:l|litres?)\b))",
    re.I,
)
#: How far a reference board is made wider and thicker to hold litres that were said.
_STRETCH = (0.85, 1.18)


def _number_words(text: str) -> str:
    for word, number in _NUMBERS.items():
        text = re.sub(rf"\b{word}(?=[\s-]*(?:ft|foot|feet|footer|'))", str(number), text, flags=re.I)
    pair = rf"\b({'|'.join(_NUMBERS)})[\s-]+({'|'.join(_NUMBERS)})\b"
    return re.sub(pair, lambda m: f"{_NUMBERS[m[1].lower()]}'{_NUMBERS[m[2].lower()]}", text, flags=re.I)


def _length(text: str) -> float | None:
    if feet := _FEET.search(text):
        return int(feet[1]) * FOOT_M + int(feet[2] or 0) * INCH_M
    if metres := _METRES.search(text):
        return float(metres[1].replace(",", ".")) if metres[1] else int(metres[2]) / 100
    return None


def _families(text: str) -> tuple[str, ...]:
    plain = text.lower()
    for name in sorted(families(), key=len, reverse=True):
        if name in plain:
            return (name,)
    return next((names for pattern, names in _WORDS if re.search(pattern, plain)), ())


def _at(family: Family, length_m: float) -> Board:
    """The family's reference board at a length."""
    low, high = family.length_m
    place = float(np.clip((length_m - low) / (high - low), 0, 1))
    width, thickness = (a + place * (b - a) for a, b in (family.width_m, family.thickness_m))
    return Board(family=family.name, length_m=length_m, width_m=width, thickness_m=thickness)


def _litres(board: Board) -> float:
    return float(hull_of(fleet_of([board])).litres[0])


def _off(family: Family, length_m: float) -> float:
    low, high = family.length_m
    return abs((length_m - (low + high) / 2) / ((high - low) / 2))


def _choose(names: tuple[str, ...], length_m: float | None, litres: float | None) -> Family:
    some = [families()[name] for name in names]
    if length_m is not None and litres is not None:
        return min(some, key=lambda f: abs(np.log(_litres(_at(f, length_m)) / litres)))
    if length_m is not None:
        return min(some, key=lambda f: _off(f, length_m))
    if litres is not None:
        return min(some, key=lambda f: abs(np.log(_litres(_at(f, sum(f.length_m) / 2)) / litres)))
    return some[0]


def _length_for(family: Family, litres: float | None) -> float:
    """The length at which the family's reference board holds these litres, as far as it goes."""
    low, high = family.length_m
    if litres is None:
        return (low + high) / 2
    lengths = np.linspace(low, high, 9)
    return float(np.interp(litres, [_litres(_at(family, float(one))) for one in lengths], lengths))


def _holding(board: Board, litres: float) -> Board:
    """The board made wider and thicker, or less, so that it holds litres [L]."""
    factor = float(np.clip(np.sqrt(litres / _litres(board)), *_STRETCH))
    width = float(np.clip(board.width_m * factor, *LIMITS_M["width"]))
    thickness = float(np.clip(board.thickness_m * factor, *LIMITS_M["thickness"]))
    return board.model_copy(update={"width_m": width, "thickness_m": thickness, "stated_litres": litres})


def _whole(text: str) -> tuple[Board, tuple[AssumedMeasure, ...]]:
    line = read_line(text)
    dims = (line.length_m, line.width_m, line.thickness_m)
    board = Board(
        name=line.name or "", family=guess_family(*dims), length_m=dims[0], width_m=dims[1],
        thickness_m=dims[2], stated_litres=line.stated_litres,
    )  # fmt: skip
    return board, ("family",)


def board_from_words(text: str) -> Board:
    """A board from a line of dims, or from what is known of it.

    Returns:
        The board; ``assumed`` names what was not said.

    Raises:
        ChordError: nothing of it says a length, litres or a family; or what it says is out of range.
    """
    try:
        board, assumed = _whole(text)
    except ChordError as error:
        # Three measures of which one cannot be are a slip, not a half known board.
        known = None if _DIMS.search(plain_text(text)) else _half(text)
        if known is None:
            says = f"{error.message}; or say what is known: 40 litres, an 8-foot soft-top, 7'2"
            raise ChordError(error.field, error.value, says) from error
        return known
    return board.model_copy(update={"assumed": assumed})


def _half(text: str) -> Board | None:
    plain = _number_words(plain_text(text))
    litres_said = _LITRES.search(plain)
    litres = float(litres_said[1].replace(",", ".")) if litres_said else None
    length = _length(plain[: litres_said.start()] + plain[litres_said.end() :] if litres_said else plain)
    names = _families(plain)
    if litres is None and length is None and not names:
        return None
    if litres is not None and not LIMITS_L[0] <= litres <= LIMITS_L[1]:
        raise ChordError(
            "litres", litres, f"{litres:g} L was read; a board has {LIMITS_L[0]:g} to {LIMITS_L[1]:g} L"
        )
    low, high = LIMITS_M["length"]
    if length is not None and not low <= length <= high:
        raise ChordError("length", length, f"{length:.2f} m was read; a board is {low:g} to {high:g} m long")
    family = _choose(names or _USUAL, length, litres)
    board = _at(family, length if length is not None else _length_for(family, litres))
    if litres is not None:
        board = _holding(board, litres)
    said: dict[AssumedMeasure, bool] = {"family": bool(names), "length_m": length is not None}
    assumed = [name for name, known in said.items() if not known]
    return board.model_copy(update={"assumed": (*assumed, "width_m", "thickness_m")})
