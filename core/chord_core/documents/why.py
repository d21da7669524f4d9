"""Derivations: how a number came about, as data that a screen can show."""

from __future__ import annotations

from chord_core.documents.base import Result


class Input(Result):
    """One input of a formula: its symbol there, what it is in words, value and unit."""

    symbol: str
    words: str
    value: float
    unit: str


class Derivation(Result):
    """How the number ``of`` came about.

    ``formula``: where ``closed``, an expression over the inputs' symbols that gives ``value`` (with sqrt,
    exp, ln, tan, atan, pi, max, min, abs, S(z) = 1 / (1 + exp(-z)); ** is a power); else what is solved, in
    words. ``valid``: where it holds; ``outside``: it is used beyond that here.
    """

    of: str
    words: str
    formula: str
    closed: bool
    inputs: tuple[Input, ...]
    value: float | None
    unit: str
    source: str
    valid: str
    outside: bool = False
