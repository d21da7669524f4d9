"""A break as remembered: a spread of face heights through three days, and words for heights."""

from __future__ import annotations

import itertools
import math
from bisect import bisect
from collections.abc import Callable
from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr, ndtri

from chord_core.hull.stations import Array
from chord_core.memory import cached_property
from chord_core.tables import kept_by_tables, tables

#: The remembered days are read as these shares of days that are smaller (``model.md`` section 3).
SMALL_SHARE, BIG_SHARE = 0.15, 0.90


@dataclass(frozen=True)
class Days:
    """Two-piece log-normal spread of face heights [m]: median and its own sigma below and above."""

    usual_m: float
    sigma_below: float
    sigma_above: float

    def share_below(self, face_m: Array | float) -> Array:
        """Share of days on which the face is lower than ``face_m`` [m]."""
        log = np.log(np.asarray(face_m, float) / self.usual_m)
        sigma = np.where(log < 0, self.sigma_below, self.sigma_above)
        return np.asarray(ndtr(log / sigma))

    def face_at(self, share: Array | float) -> Array:
        """Face height [m] under which this share of days lies (0-1, open)."""
        z = ndtri(np.asarray(share, float))
        return np.asarray(self.usual_m * np.exp(z * np.where(z < 0, self.sigma_below, self.sigma_above)))

    @cached_property
    def mean_m(self) -> float:
        """Mean face height [m] over 200 days of equal weight."""
        return float(np.mean(self.face_at((np.arange(200) + 0.5) / 200)))


def days_of(small_m: float, usual_m: float, big_m: float) -> Days:
    """The spread that passes through the small day (15 %), the usual (50 %) and the big (90 %) [m]."""
    return Days(
        usual_m,
        float(np.log(usual_m / small_m) / -ndtri(SMALL_SHARE)),
        float(np.log(big_m / usual_m) / ndtri(BIG_SHARE)),
    )


@kept_by_tables(16)
def height_words() -> tuple[tuple[str, float], ...]:
    """Words for face height with their share of body height, smallest first."""
    return tuple((row.word, row.share_of_height) for row in tables().waves.heights)


@kept_by_tables(16)
def _halfway() -> tuple[list[float], list[str]]:
    """Shares of body height between two words, where both are as near by ratio, and the words."""
    words = sorted(height_words(), key=lambda word: word[1])
    edges = [math.sqrt(a * b) for (_, a), (_, b) in itertools.pairwise(words)]
    return edges, [word for word, _ in words]


def word_for(face_m: float, body_m: float) -> str:
    """The word whose height is nearest to a face [m] for a body height [m], by ratio."""
    edges, words = _halfway()
    return words[bisect(edges, face_m / body_m)]


def called_from(word: str, body_m: float) -> float:
    """Lowest face [m] that goes by a word (or a higher one) for a body height [m], as ``word_for`` has it."""
    edges, words = _halfway()
    at = words.index(word)
    return edges[at - 1] * body_m if at else 0.0


def days_by_word(
    smaller: Callable[[float], Array | float], body_m: float
) -> list[tuple[str, float, float, float]]:
    """Split the days by the main body-height words.

    Args:
        smaller: share of days whose face is lower than a height [m].

    Returns:
        Word, low and high face [m] (0 and infinity at the ends left as 0 and 99), share of days.
    """
    words = [row.word for row in tables().waves.heights if row.bar]
    shares = [row.share_of_height for row in tables().waves.heights if row.bar]
    edges = [np.sqrt(a * b) * body_m for a, b in itertools.pairwise(shares)]
    below = [0.0, *(float(smaller(edge)) for edge in edges), 1.0]
    low_high = zip([0.0, *edges], [*edges, 99.0], strict=True)
    return [
        (word, float(low), float(high), below[i + 1] - below[i])
        for i, (word, (low, high)) in enumerate(zip(words, low_high, strict=True))
    ]
