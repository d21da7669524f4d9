"""All that is expected of a surfer in a water, computed once."""

from __future__ import annotations

import math
from dataclasses import dataclass

from chord_core.documents.board import Board
from chord_core.fit.expected.dims import expected_dim
from chord_core.fit.expected.kinds import log_shares
from chord_core.fit.expected.litres import Expected, log_litres, spread, with_others
from chord_core.fit.rules.reference_boards import family_litres, litres_per_box
from chord_core.memory import cached_property
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, tables
from chord_core.water.conditions import Conditions


@dataclass(frozen=True)
class Expectation:
    """What an advisor expects for a surfer in a water.

    ``assumed``: names of the facts that were not said; they widen the litres."""

    rider: Rider
    conditions: Conditions
    assumed: tuple[str, ...]

    @cached_property
    def log_shares(self) -> dict[str, float]:
        """Natural log of the share of advisors who would put each kind first."""
        return log_shares(self.rider, self.conditions)

    @cached_property
    def _shares(self) -> dict[str, float]:
        return {name: math.exp(log) for name, log in self.log_shares.items()}

    @cached_property
    def _log_litres(self) -> dict[str, float]:
        return log_litres(self.rider, self.conditions, self.log_shares)

    def _log_of(self, family: str) -> float:
        """Log litres of a kind; one of another craft or water stands for itself."""
        if family not in self._log_litres:
            return log_litres(self.rider, self.conditions, (family,))[family]
        return with_others(family, self._log_litres, self._shares)

    @cached_property
    def _spread(self) -> float:
        return spread(self.assumed)

    @cached_property
    def _litres(self) -> dict[str, Expected]:
        return {}

    def litres(self, family: str, target_l: float | None = None) -> Expected:
        """Litres of a kind: those that are expected, as far as the kind is made so small or large, or about
        the advisor's own target [L]."""
        if target_l is not None:
            return Expected(target_l, self._spread)
        if family not in self._litres:
            litres = math.exp(self._log_of(family)) * self.rider.learned.litres
            made = family_litres(family)
            self._litres[family] = Expected(min(max(litres, float(made[0])), float(made[-1])), self._spread)
        return self._litres[family]

    def litres_window(self, family: str, target_l: float | None = None) -> tuple[float, float]:
        """Litres [L] between which a board of a kind is as good as one of the target's."""
        return self.litres(family, target_l).window(float(tables().expected_litres.window.value))

    def dim(self, name: str, family: str, target_l: float | None = None) -> Expected:
        """``length_m`` or ``width_m`` of a kind [m]."""
        return expected_dim(name, self.rider, self.conditions, family, self.litres(family, target_l).middle)

    def dim_window(self, name: str, family: str, target_l: float | None = None) -> tuple[float, float]:
        """Lengths or widths [m] between which a board of a kind is as good as the expected one."""
        return self.dim(name, family, target_l).window(float(tables().expected_dims.window.value))

    def board(self, family: str, target_l: float | None = None, times: float = 1.0) -> Board:
        """The board of a kind that is expected, ``times`` its litres; as thick as its litres ask, as far as
        the kind is made so."""
        kind, litres = families()[family], times * self.litres(family, target_l).middle
        length, width = (
            expected_dim(name, self.rider, self.conditions, family, litres).middle
            for name in ("length_m", "width_m")
        )
        low, high = kind.thickness_m
        thick = litres / (1000 * length * width * litres_per_box(family, length))
        thick = min(max(thick, low), high)
        return Board(family=family, length_m=length, width_m=width, thickness_m=thick)
