"""A closed formula that is evaluated and shown: one text for both."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from types import CodeType
from typing import Any

import numpy as np
from scipy.special import expit

from chord_core.hull.stations import Array
from chord_core.tables.calibration import calibration
from chord_core.tables.constants import Constants

#: Where a number is a choice of the craft.
CRAFT = "fitted to the order of boards on which riders agree, not measured (tables/craft.json)"
ANYWHERE = "any board"
#: What a formula may call; ``S`` is the logistic function 1 / (1 + e^-z).
FUNCTIONS: dict[str, Any] = {
    "sqrt": np.sqrt, "exp": np.exp, "ln": np.log, "tan": np.tan, "atan": np.arctan, "pi": np.pi,
    "max": np.maximum, "min": np.minimum, "abs": np.abs, "S": expit, "__builtins__": {},
}  # fmt: skip
#: An input: its unit and what it is.
Term = tuple[str, str]
Values = Mapping[str, Array | float]


@lru_cache(maxsize=512)
def _compiled(expression: str, constants: Constants) -> CodeType:
    exact = {name: repr(value) for name, value in vars(constants).items()}
    return compile(expression.format_map(exact), "<formula>", "eval")


@dataclass(frozen=True, eq=False)
class Formula:
    """A number as its inputs make it.

    ``expression`` is written with the symbols of ``terms``, ``FUNCTIONS``, and constants of the craft by
    their names in braces; ``words`` say what the number is, ``source`` whose formula it is, ``valid`` where
    it holds.
    """

    of: str
    words: str
    expression: str
    unit: str
    source: str
    terms: Mapping[str, Term]
    valid: str = ANYWHERE

    def text(self) -> str:
        """The formula as it is shown: the constants in use stand in it as numbers."""
        return self.expression.format_map({name: f"{value:g}" for name, value in vars(calibration()).items()})

    def __call__(self, values: Values) -> Array:
        """The number, of the shape that its inputs have together.

        Args:
            values: for each symbol of ``terms`` a number or an array, in its unit.

        Raises:
            KeyError: a symbol has no value, or a value no symbol.
        """
        if set(values) != set(self.terms):
            raise KeyError(f"{self.of} takes {', '.join(self.terms)}, not {', '.join(values)}")
        return np.asarray(eval(_compiled(self.expression, calibration()), FUNCTIONS, dict(values)))
