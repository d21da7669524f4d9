"""Boards that are ridden in many cases which differ in little: by a rider whose age is not known, in waves
that may be steeper. What was worked out for another case, and this one leaves as it was, is taken over."""

from __future__ import annotations

from collections.abc import Hashable
from dataclasses import dataclass, field, fields, replace

from chord_core.cancellation import check_cancelled
from chord_core.hull.hull import Hull
from chord_core.memory import Memory
from chord_core.ride.batches import CHUNK, RideSummary, summarize_rides, summary_of
from chord_core.ride.fins import FleetFins
from chord_core.ride.ride_model import OF_ANY_FACE, FleetRide, build_fleet_ride
from chord_core.ride.rides import met_by
from chord_core.surfer.defaults import Rider
from chord_core.water.conditions import Conditions

#: So many cases are kept: more than one answer asks about.
_KEPT = 64
#: What is so on any face of a water as choppy.
_OF_CHOP = {"impact", "hold_m_s"}


def _asked_of(rider: Rider) -> tuple[Hashable, ...]:
    """What a ride asks of a rider: those who differ in nothing else ride alike."""
    said, facts = rider.surfer, {one.name: getattr(rider, one.name) for one in fields(rider)}
    facts |= {"surfer": None, "aim": None, "rung": rider.rung.name}
    measured = None if said.sprint_m_s is None else (said.sprint_m_s, said.present_board)
    return *facts.values(), said.learned, measured


def _in_water(ridden: FleetRide, conditions: Conditions) -> FleetRide:
    """The same boards under the same rider in another water of the same kind and density."""
    made = replace(ridden, conditions=met_by(ridden.rider, conditions))
    same = OF_ANY_FACE if conditions.chop_m == ridden.conditions.chop_m else OF_ANY_FACE - _OF_CHOP
    made.__dict__.update({name: ridden.__dict__[name] for name in same if name in ridden.__dict__})
    return made


@dataclass(frozen=True)
class OftenRidden:
    """A few boards, their hulls and fins in one order, and what was worked out of them."""

    hull: Hull
    fins: FleetFins
    _fleets: Memory = field(default_factory=lambda: Memory(_KEPT), init=False, repr=False, compare=False)
    _summaries: Memory = field(default_factory=lambda: Memory(_KEPT), init=False, repr=False, compare=False)

    def under(self, rider: Rider, conditions: Conditions) -> RideSummary:
        """What the boards do for a rider in a water, as ``summarize_rides`` says it.

        Raises:
            Cancelled: nobody waits for it (``cancellable``).
        """
        asked = _asked_of(rider)
        return self._summaries.once((asked, conditions), lambda: self._summary(asked, rider, conditions))

    def _summary(self, asked: Hashable, rider: Rider, conditions: Conditions) -> RideSummary:
        if len(self.hull) > CHUNK:
            return summarize_rides(self.hull, self.fins, rider, conditions)
        check_cancelled()

        def ride() -> tuple[Conditions, FleetRide]:
            return conditions, build_fleet_ride(self.hull, self.fins, rider, conditions, full=False)

        water = (conditions.kind, conditions.water_kg_m3, conditions.aeration)
        first, ridden = self._fleets.once((asked, *water), ride)
        return summary_of(ridden if first is conditions else _in_water(ridden, conditions), 0)
