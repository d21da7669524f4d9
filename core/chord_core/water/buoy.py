"""Standard meteorological buoy text: columns under a header, a reading a line; read as far as it is sound."""

from __future__ import annotations

import codecs
import io
import itertools
import math
import re
import zlib
from array import array
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import date
from typing import BinaryIO

import numpy as np

from chord_core.errors import ChordError
from chord_core.tables import tables
from chord_core.water.seas import COLUMNS, Seas, seas_of, stuck_hours, without

#: Most bytes of text that are read, unpacked; ten years of readings every ten minutes are about 50 MB.
MOST_BYTES = 256 * 1024 * 1024
#: Longest line that is one; most readings that are kept; most faults that are told one by one.
MOST_LINE, MOST_ROWS, MOST_TOLD = 4096, 2_000_000, 40
_CHUNK, _MOST_WORDS = 1 << 18, 60
#: What zlib calls the packing of gzip.
_GZIP = 31
#: Columns of the text in the order of ``COLUMNS``, each with the other name that older files give it.
_READ = (("WVHT", ""), ("DPD", ""), ("APD", ""), ("MWD", ""), ("WSPD", "SPD"), ("WDIR", "WD"))
#: Figures that say "not measured", by column, with and without decimals.
_MISSING = {"WVHT": 99.0, "DPD": 99.0, "APD": 99.0, "MWD": 999.0, "WSPD": 99.0, "WDIR": 999.0}
#: Swell and wind waves apart, as files of spectra give them: heights and periods. The higher one dominates.
_SPECTRA = ("SWH", "SWP", "WWH", "WWP")
#: Minutes, as two digits, where a header names none: files gained that column in the middle of a year.
_MINUTES = re.compile(r"[0-5]\d")
_YEARS = ("YY", "YYYY", "YR")
_WANTED = "(YY MM DD hh … WVHT …)"
_EPOCH = date(1970, 1, 1).toordinal()


@dataclass(frozen=True)
class LineFault:
    """What is wrong in one line of a file; ``column`` empty where it is the whole line."""

    line: int
    column: str
    says: str


@dataclass(frozen=True)
class BuoyText:
    """A file as read: the seas by the hour, how many lines held readings, what was left out.

    ``faults``: the first of them; ``faulty``: how many there are; ``stuck``: spells as hour and length [h].
    """

    seas: Seas
    readings: int
    faults: tuple[LineFault, ...]
    faulty: int
    stuck: tuple[tuple[int, int], ...]


class _Faults:
    """Counts faults and keeps the first."""

    def __init__(self) -> None:
        self.told: list[LineFault] = []
        self.count = 0

    def add(self, line: int, column: str, says: str) -> None:
        self.count += 1
        if len(self.told) < MOST_TOLD:
            self.told.append(LineFault(line, column, says))


@dataclass(frozen=True)
class _Header:
    """Where a header puts the date and the columns that are read; -1 where it has none."""

    width: int
    year: int
    month: int
    day: int
    hour: int
    minute: int
    columns: tuple[int, ...]
    spectra: tuple[int, ...] = ()

    def with_minute(self) -> _Header:
        """The same with the minutes behind the hours."""
        columns = tuple(at + 1 if at >= 0 else at for at in self.columns)
        spectra = tuple(at + 1 for at in self.spectra)
        return _Header(self.width + 1, self.year, self.month, self.day, self.hour, 4, columns, spectra)


def _header(words: list[str]) -> _Header | None:
    """The header that these words are; None where they are none."""
    names = [words[0].lstrip("#"), *words[1:]] if words else []
    if not names or names[0].upper() not in _YEARS:
        return None
    upper = [name.upper() for name in names]
    if "WVHT" not in upper:
        return None
    # "MM" is the month and "mm" the minute: told apart by their place, since some programs shout.
    if upper[1:4] != ["MM", "DD", "HH"]:
        return None
    minute = 4 if len(names) > 4 and upper[4] in ("MM", "MN") else -1
    at = tuple(next((upper.index(name) for name in pair if name and name in upper[4:]), -1) for pair in _READ)
    named = all(name in upper for name in _SPECTRA)
    spectra = tuple(upper.index(name) for name in _SPECTRA) if named else ()
    return _Header(len(names), 0, 1, 2, 3, minute, at, spectra)


def _pieces(raw: BinaryIO, faults: _Faults) -> Iterator[bytes]:
    """The bytes of a file, unpacked if it is packed; ends with a fault where the packing breaks off."""
    piece = raw.read(_CHUNK)
    if piece[:2] != b"\x1f\x8b":
        while piece:
            yield piece
            piece = raw.read(_CHUNK)
        return
    packer = zlib.decompressobj(_GZIP)
    while piece:
        try:
            yield packer.decompress(piece, _CHUNK)
        except zlib.error:
            break
        piece = packer.unconsumed_tail
        if packer.eof and packer.unused_data:
            piece, packer = packer.unused_data, zlib.decompressobj(_GZIP)
        piece = piece or raw.read(_CHUNK)
    if not packer.eof:
        faults.add(0, "", "the packed file breaks off; what came before is kept")


def _chunks(raw: BinaryIO, name: str, faults: _Faults) -> Iterator[bytes]:
    """The text of a file.

    Raises:
        ChordError: it is longer than ``MOST_BYTES``.
    """
    total = 0
    for chunk in _pieces(raw, faults):
        total += len(chunk)
        if total > MOST_BYTES:
            most = f"{MOST_BYTES // 1024 // 1024} MB"
            raise ChordError("file", name, f"the text is longer than {most}: split it by years")
        yield chunk


def _lines(raw: BinaryIO, name: str, faults: _Faults) -> Iterator[str]:
    """The lines of a file whatever its encoding and line ends, never more of it in memory than a piece.

    Raises:
        ChordError: it is too long, or no text.
    """
    rest, decoder, count = "", None, 0
    for chunk in _chunks(raw, name, faults):
        decoder = decoder or io.IncrementalNewlineDecoder(_decoder(chunk), translate=True)
        *lines, rest = (rest + decoder.decode(chunk)).split("\n")
        count += len(lines)
        yield from lines
        if len(rest) > MOST_LINE:
            says = f"line {count + 1} is longer than {MOST_LINE} signs: this is no text of readings"
            raise ChordError("file", name, says)
    if rest:
        yield rest


def _decoder(start: bytes) -> codecs.IncrementalDecoder:
    """Readings are figures: whatever is none of them becomes a sign that no figure has."""
    wide = start[:2] in (codecs.BOM_UTF16_LE, codecs.BOM_UTF16_BE)
    marked = start.startswith(codecs.BOM_UTF8)
    return codecs.getincrementaldecoder("utf-16" if wide else "utf-8-sig" if marked else "latin-1")("replace")


#: A time as Chord writes it, and where the cells of such a line lie.
_CLOCK = re.compile(r"\s*(\d{4})-(\d\d)-(\d\d)[T ](\d\d):(\d\d)(?::\d\d)?Z?\s*$")
_TABLE = _Header(5 + len(COLUMNS), 0, 1, 2, 3, 4, tuple(range(5, 5 + len(COLUMNS))))


class _Days:
    """Days since 1970 of dates as written, each worked out once."""

    def __init__(self) -> None:
        self.known: dict[tuple[str, str, str], int] = {}

    def of(self, year: str, month: str, day: str) -> int:
        """Day of a date.

        Raises:
            ValueError: there is no such date.
        """
        asked = (year, month, day)
        if asked not in self.known:
            number = int(year)
            if len(year) <= 2:
                number += 1900 if number >= 70 else 2000
            if not 1970 <= number <= 2100:
                raise ValueError(f"the year {year} is not between 1970 and 2100")
            self.known[asked] = date(number, int(month), int(day)).toordinal() - _EPOCH
        return self.known[asked]


class _Rows:
    """The readings as they come: minutes since 1970, and the columns in the order of ``COLUMNS``."""

    def __init__(self, faults: _Faults, name: str) -> None:
        self.faults, self.name = faults, name
        self.minutes = array("q")
        self.values = array("d")
        self.days = _Days()
        self.wider = False
        allowed = tables().seas.plausible
        self.rules = [(name, _MISSING[name], *allowed[name]) for name, _ in _READ]

    def _number(self, word: str, line: int, rule: tuple[str, float, float, float]) -> float:
        name, missing, low, high = rule
        try:
            value = float(word)
        except ValueError:
            if word != "MM":
                self.faults.add(line, name, f"“{word[:20]}” is not a number")
            return math.nan
        if value >= missing and (value == missing or value in (999.0, 9999.0)):
            return math.nan
        if not low <= value <= high:
            self.faults.add(line, name, f"{word[:20]} cannot be: it has to lie between {low:g} and {high:g}")
            return math.nan
        return value

    def _dominant(self, words: list[str], line: int, header: _Header) -> float:
        """The period of the higher of swell and wind waves [s]."""
        height, period = self.rules[0], self.rules[1]
        swell_m, swell_s, wind_m, wind_s = (
            self._number(words[at], line, rule)
            for at, rule in zip(header.spectra, (height, period, height, period), strict=True)
        )
        return wind_s if wind_m > swell_m or math.isnan(swell_s) else swell_s

    def take(self, words: list[str], line: int, header: _Header) -> None:
        """Add one line of readings, or say what is wrong with it."""
        if len(words) == header.width + 1 and header.minute < 0 and _MINUTES.fullmatch(words[4]):
            header = header.with_minute()
        if len(words) > header.width and not self.wider:
            self.wider = True
            more = len(words) - header.width
            says = f"from here on {more} more columns than the header names; they are not read"
            self.faults.add(line, "", says)
        if len(words) < header.width:
            says = f"{len(words)} columns where the header has {header.width}: the line is left out"
            self.faults.add(line, "", says)
            return
        try:
            day = self.days.of(words[0], words[1], words[2])
            hour, minute = int(words[3]), int(words[4]) if header.minute > 0 else 0
            if not (0 <= hour <= 23 and 0 <= minute <= 59):
                raise ValueError(f"there is no time {hour}:{minute:02}")
        except ValueError as error:
            self.faults.add(line, "", f"“{' '.join(words[:5])[:40]}” is no time: {error}")
            return
        values = [
            self._number(words[at], line, rule) if at >= 0 else math.nan
            for at, rule in zip(header.columns, self.rules, strict=True)
        ]
        if header.spectra and header.columns[1] < 0:
            values[1] = self._dominant(words, line, header)
        if len(self.minutes) >= MOST_ROWS:
            raise ChordError("file", self.name, f"more than {MOST_ROWS} readings: split it by years")
        self.minutes.append((day * 24 + hour) * 60 + minute)
        self.values.extend(values)

    def hours(self) -> Seas:
        """One reading an hour: of those nearest to it the nearest that has a height."""
        minutes = np.frombuffer(self.minutes, np.int64) if self.minutes else np.empty(0, np.int64)
        values = np.array(self.values, float).reshape(-1, len(COLUMNS))
        hour = (minutes + 30) // 60
        order = np.lexsort((np.abs(minutes - 60 * hour), np.isnan(values[:, 0]), hour))
        first = np.unique(hour[order], return_index=True)
        return seas_of(first[0], values[order][first[1]].T)


def _read_lines(raw: BinaryIO, name: str, rows: _Rows, told: Callable[[int], None]) -> None:
    header: _Header | None = None
    line = 0
    lines = _lines(raw, name, rows.faults)
    first = next(lines, None)
    if first is not None and "," in first and "time" in _names(first):
        _read_table(lines, rows, first)
        return
    for line, text in enumerate(itertools.chain([] if first is None else [first], lines), 1):
        words = text.split(None, _MOST_WORDS)
        if not words:
            continue
        if words[0][0].isdigit():
            if header is None:
                raise ChordError("file", name, f"line {line} comes before any header {_WANTED}")
            rows.take(words, line, header)
        elif found := _header(words):
            header = found
        elif words[0][0] != "#":
            rows.faults.add(line, "", f"“{text[:40]}” is no reading: the line is left out")
        if line % 20_000 == 0:
            told(line)
    if header is None:
        raise ChordError("file", name, f"none of {line} lines is a header {_WANTED}")


#: Names of ``COLUMNS`` in tables of data services, beside our own.
_TABLE_NAMES = (
    ("height_m", "wvht", "hs", "swh", "significant_wave_height"),
    ("period_s", "dpd", "tp", "dominant_period"),
    ("mean_period_s", "apd", "tz", "average_period"),
    ("from_deg", "mwd", "wave_direction", "mean_wave_direction"),
    ("wind_m_s", "wspd", "wind_speed"),
    ("wind_from_deg", "wd", "wdir", "wind_from_direction"),
)


def _names(head: str) -> list[str]:
    return [word.strip().strip('"').lower() for word in head.split(",")]


def _read_table(lines: Iterator[str], rows: _Rows, head: str) -> None:
    """Lines of CSV: time in UTC and columns by name, as Chord writes a buoy's hours, or as data services do
    (ERDDAP: a second line with the units, NaN where nothing was measured)."""
    names = _names(head)
    clock = names.index("time")
    at = [next((names.index(name) for name in known if name in names), -1) for known in _TABLE_NAMES]
    if at[0] < 0:
        wanted = " or ".join(_TABLE_NAMES[0][:2])
        raise ChordError("file", rows.name, f"line 1 names no column {wanted}: “{head[:60]}”")
    for line, text in enumerate(lines, 2):
        cells = [cell.strip().strip('"') for cell in text.split(",", _MOST_WORDS)]
        found = _CLOCK.match(cells[clock]) if len(cells) == len(names) else None
        units = line == 2 and len(cells) == len(names) and not cells[clock][:1].isdigit()
        if not text.strip() or units:
            continue
        if not found:
            rows.faults.add(line, "", f"“{text[:40]}” is no reading: the line is left out")
            continue
        year, month, day, hour, minute = found.groups()
        said = [cells[k] if k >= 0 and cells[k] not in ("", "NaN") else "MM" for k in at]
        rows.take([year, month, day, hour, minute, *said], line, _TABLE)


def read_buoy(raw: BinaryIO, name: str, told: Callable[[int], None] = lambda lines: None) -> BuoyText:
    """Read one file of readings, plain or packed with gzip, as far as it is sound.

    Args:
        raw: the file, opened for bytes; read piece by piece.
        name: what it is called in a refusal.
        told: called with the number of lines read, every so often.

    Raises:
        ChordError: it has no header with a date and ``WVHT``, no reading at all, or is too long.
    """
    faults = _Faults()
    rows = _Rows(faults, name)
    _read_lines(raw, name, rows, told)
    if not rows.minutes:
        first = f" Line {faults.told[0].line}: {faults.told[0].says}." if faults.told else ""
        raise ChordError("file", name, f"no line holds a reading.{first}")
    seas = rows.hours()
    stuck = stuck_hours(seas)
    spells = tuple((int(seas.hour[begin]), count) for begin, count in stuck)
    return BuoyText(without(seas, stuck), len(rows.minutes), tuple(faults.told), faults.count, spells)
