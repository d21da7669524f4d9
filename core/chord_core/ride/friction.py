"""Friction of a wetted surface."""

from __future__ import annotations

import numpy as np

from chord_core.kernel import shared

#: Reynolds number from which the line holds.
LEAST_REYNOLDS = 1e4


@shared
def friction_by_log(log10_reynolds):
    """Friction coefficient of the ITTC 1957 correlation line: .075 / (log10 Re - 2)^2; Re over 1e4.

    For numbers and arrays, plain and compiled; loops that add logarithms call it as it stands.
    """
    return 0.075 / (np.maximum(log10_reynolds, 4.0) - 2) ** 2


@shared
def friction_line(reynolds):
    """The same by the Reynolds number."""
    return friction_by_log(np.log10(np.maximum(reynolds, LEAST_REYNOLDS)))
