"""Who a surfer will be: the level and the body after so many months, and what fits then."""

from __future__ import annotations

from dataclasses import dataclass, field

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.surfer import Surfer
from chord_core.documents.water import Water
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.answer.size import Sized
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.judge.style import style_of
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.memory import cached_property
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.surfer.defaults import Rider
from chord_core.surfer.growth import GrowthOf, grown, grows
from chord_core.surfer.learning import climb_months
from chord_core.tables import tables


@dataclass(frozen=True)
class Stage:
    """A surfer of one level and one body in their water."""

    rung: str
    case: Case

    @cached_property
    def sized(self) -> Sized:
        """What is expected then."""
        return Sized(self.case, None)

    @cached_property
    def litres(self) -> tuple[float, float]:
        """The litres [L] between which a board of the leading kind is as good."""
        low, high = self.sized.sizing.band
        return float(low), float(high)

    def board(self) -> Board:
        """The board that is expected then."""
        return self.case.expected.board(self.sized.lead)

    def fits(self, boards: tuple[Board, ...]) -> Array:
        """Fit of boards then, 0-100, (n,), worked out once: who learns quickly and who learns slowly come
        through the same stages."""
        return self.case.once(("fits", boards), lambda: self._fits(boards))

    def _fits(self, boards: tuple[Board, ...]) -> Array:
        if not boards:
            return np.zeros(0)
        hull, fins = labelled_hulls(boards), fins_of(boards)
        ridden = summarize_rides(hull, fins, self.case.rider, self.case.conditions)
        return judge_rack(self.case, boards, hull, None, fins, ridden).fit

    def rides(self, boards: tuple[Board, ...]) -> Array:
        """Rides an hour of boards then, as one would want them, (n,); on a river how surely one stays."""
        hull, fins = labelled_hulls(boards), fins_of(boards)
        rider, conditions = self.case.rider, self.case.conditions
        ridden = summarize_rides(hull, fins, rider, conditions)
        style = style_of(rider, conditions, ridden).style
        return np.asarray((ridden.stays_on if conditions.river else ridden.rides) * style)


@dataclass(frozen=True)
class Way:
    """The way ahead of a surfer: stages by month and by how slowly they learn, each made once."""

    surfer: Surfer
    water: Water
    rider: Rider
    growth_of: GrowthOf | None = None
    made: dict[tuple[str, int], Stage] = field(default_factory=dict)

    @cached_property
    def climbs(self) -> dict[str, float]:
        """Median months until each level."""
        return climb_months(self.rider)

    @property
    def grows(self) -> bool:
        """Whether the body changes by itself: only of who said an age."""
        return grows(self.surfer.age)

    def rung_at(self, month: float, slowness: float) -> str:
        """The level after so many months of somebody this much slower than usual."""
        reached = [name for name, after in self.climbs.items() if after * slowness <= month]
        return reached[-1] if reached else str(self.rider.rung.name)

    def body_at(self, month: int) -> tuple[float, float]:
        """Height [m] and mass [kg] after so many months."""
        height, mass = self.rider.height_m, self.rider.mass_kg
        if not self.grows or self.surfer.age is None:
            return height, mass
        return grown(height, mass, self.surfer.age, month, self.growth_of)

    def stage(self, month: int, slowness: float) -> Stage:
        """Who they are after so many months."""
        every = tables().plan.measured_every_months
        measured = month // every * every if self.grows else 0
        key = (self.rung_at(month, slowness), measured)
        if key not in self.made:
            self.made[key] = self._stage(*key)
        return self.made[key]

    def _stage(self, rung: str, month: int) -> Stage:
        change: dict[str, object] = {"rung": rung, "skills": {}}
        if self.grows and self.surfer.age is not None:
            height, mass = self.body_at(month)
            change |= {"height_m": round(height, 3), "mass_kg": round(mass, 2)}
            change["age"] = self.surfer.age + month // 12
        case = case_with(self.surfer.model_copy(update=change), self.water)
        assert case is not None, "mass and level are known"
        return Stage(rung, case)
