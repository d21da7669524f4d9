"""A first guess of the family from a line of dims, which holds until somebody looks at the board."""

from __future__ import annotations

from chord_core.tables import Family, Span, families

#: What a line of dims is likely to be; a twin or a soft-top is told from these by looking at it.
_USUAL = (
    "mini-mal",
    "mid-length",
    "performance longboard",
    "performance fish",
    "all-rounder",
    "performance shortboard",
    "gun",
    "river wide",
    "wave stand-up",
    "long stand-up",
)


def _off(value: float, span: Span) -> float:
    """How far a measure lies from the middle of a span, in half spans (2.5 mm at least)."""
    half = max((span[1] - span[0]) / 2, 0.0025)
    return (value - (span[0] + span[1]) / 2) / half


def _distance(family: Family, length_m: float, width_m: float, thickness_m: float) -> float:
    """Sum of squared offsets, with width and thickness as the family has them at this length."""
    place = _off(length_m, family.length_m)
    held = min(max(place, -1.0), 1.0)
    return (
        0.3 * place**2
        + max(abs(place) - 1, 0) * 4
        + (_off(width_m, family.width_m) - held) ** 2
        + (_off(thickness_m, family.thickness_m) - held) ** 2
    )


def guess_family(length_m: float, width_m: float, thickness_m: float) -> str:
    """The family whose reference boards lie nearest to these dims [m], of those that hang most."""
    usual = [families()[name] for name in _USUAL]
    return min(usual, key=lambda f: _distance(f, length_m, width_m, thickness_m)).name
