"""Pairs of boards that differ in one thing, under one surfer in one water, for the craft laws."""

from collections.abc import Callable, Sequence
from unittest import TestCase

import numpy as np
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.documents.board import BottomZone
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import fins_of
from chord_core.ride.plane import Planing, plane_at
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.turn import lay_over, looseness, turn_radius
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.tables import families
from chord_core.water.conditions import conditions_with_defaults
from tests import tries
from tests.strategies import boards

SEA_FAMILIES = [name for name, family in families().items() if family.board_class != "river"]
FLEET = st.lists(st.sampled_from(SEA_FAMILIES).flatmap(boards), min_size=8, max_size=8)
Change = Callable[[Board], dict[str, object]]
many = tries(12)
Values = np.ndarray


def out(some: Sequence[Board], surfer: Surfer, water: Water) -> FleetRide:
    rider, _ = rider_with_defaults(surfer)
    conditions, _ = conditions_with_defaults(water, rider.height_m)
    return build_fleet_ride(labelled_hulls(some), fins_of(some), rider, conditions)


def nothing(_: Board) -> dict[str, object]:
    return {}


def both(
    some: Sequence[Board],
    surfer: Surfer,
    water: Water,
    change: Change,
    first: Change = nothing,
    mass: float | None = 3.0,
) -> tuple[FleetRide, FleetRide]:
    """The boards before and after a change, all at one mass so that nothing but it changes."""

    def made(*changes: Change) -> list[Board]:
        return [
            board.model_copy(update={"mass_kg": mass} | {k: v for c in changes for k, v in c(board).items()})
            for board in some
        ]

    return out(made(first), surfer, water), out(made(first, change), surfer, water)


def part(name: str, **values: object) -> Change:
    """Change fields of a part of the board."""
    return lambda board: {name: getattr(board, name).model_copy(update=values)}


def scaled(name: str, **factors: float) -> Change:
    """Multiply fields of a part of the board."""
    return lambda board: {
        name: getattr(board, name).model_copy(
            update={key: getattr(getattr(board, name), key) * factor for key, factor in factors.items()}
        )
    }


def zones(rear: str, front: str, depth: float = 0.005) -> Change:
    """A contour of the rear and of the front half."""

    def change(board: Board) -> dict[str, object]:
        rows = ((0.2, rear), (0.8, front))
        return {
            "bottom": tuple(
                BottomZone(
                    from_tail_m=at * board.length_m, shape=shape, depth_m=depth if shape != "flat" else 0
                )
                for at, shape in rows
            )
        }

    return change


def radius(fleet_ride: FleetRide) -> Values:
    return turn_radius(fleet_ride.hull, fleet_ride.fins)


def planing_at(fleet_ride: FleetRide, speed: float) -> Planing:
    many_speeds = np.full(len(fleet_ride.hull), speed)
    return plane_at(
        fleet_ride.hull, fleet_ride.weight_n, many_speeds, fleet_ride.rho, fleet_ride.rider.foot_weight
    )


def drag_at(fleet_ride: FleetRide, speed: float) -> Values:
    return planing_at(fleet_ride, speed).drag_of_weight


def bank(fleet_ride: FleetRide) -> Values:
    return lay_over(fleet_ride.hull, fleet_ride.rider.mass_kg, np.array([5.5]), fleet_ride.rho)[:, 0]


def loose(fleet_ride: FleetRide) -> Values:
    return looseness(fleet_ride.hull, fleet_ride.fins, fleet_ride.rider.mass_kg)


class LawCase(TestCase):
    def more(self, before: Values, after: Values, slack: float = 1e-9) -> None:
        """``after`` is more than ``before``, or less by no more than a share ``slack``."""
        self.assertTrue((after >= before * (1 - slack)).all(), after / before)
