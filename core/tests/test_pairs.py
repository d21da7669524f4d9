"""Two boards in the same hands, alike but for one measure: how often the craft's law holds of the pair.

The laws are held one by one in ``test_laws``; here they are counted over the whole design space, board beside
board. Of each law 97 of 100 pairs agree; what bends is told in docs/decisions/0011.
"""

from collections.abc import Callable
from typing import NamedTuple
from unittest import TestCase

import numpy as np

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.judge.candidates import fit_in
from chord_core.fit.judge.case import case_with
from chord_core.fit.rules.reference_boards import board_at
from chord_core.fit.search.step import scaled as sized
from chord_core.hull.label import labelled_hulls
from chord_core.ride.nose import nose_clearance
from chord_core.ride.ride_model import FleetRide
from chord_core.ride.turn import turn_radius
from chord_core.tables import families, rungs
from chord_core.water.face import Face
from tests import draws
from tests.law_case import SEA_FAMILIES, Change, both, out, part, scaled

Values = np.ndarray
#: Pairs that are tried of each law, and how many in the same hands.
PAIRS, TOGETHER = draws(400, 100), 20
#: Share of pairs that agree.
MOST = 0.97
#: A difference that no hand feels: a shaper's sixteenth changes more.
UNFELT = 0.005
#: A wall on which boards of all lengths can dive.
WALL = Face(np.array([1.2]), np.array([0.9]))


class Law(NamedTuple):
    says: str
    change: Change
    measure: Callable[[FleetRide], Values]
    sign: int


def wider(board: Board) -> dict[str, object]:
    ends = scaled("outline", nose_width_m=1.03, tail_width_m=1.03)(board)
    return {"width_m": board.width_m * 1.03, **ends}


def longer(board: Board) -> dict[str, object]:
    return {"length_m": min(board.length_m * 1.04, 3.9)}


def curvier(where: str, by_m: float) -> Change:
    return lambda board: part("rocker", **{where: (getattr(board.rocker, where) or 0) + by_m})(board)


def early(fleet_ride: FleetRide) -> Values:
    """The lower the slope that is caught, the earlier."""
    return 1 / fleet_ride.paddle_state.threshold(np.array([1.2]))[:, 0]


def dry(fleet_ride: FleetRide) -> Values:
    return nose_clearance(fleet_ride.hull, WALL, 8.0)[:, 0] + 1


def radius(fleet_ride: FleetRide) -> Values:
    return turn_radius(fleet_ride.hull, fleet_ride.fins)


LAWS = (
    Law("longer takes off earlier", longer, early, 1),
    Law("longer turns wider", longer, radius, 1),
    Law("longer rolls slower", longer, lambda r: r.roll_s, 1),
    Law("wider rolls slower", wider, lambda r: r.roll_s, 1),
    Law("wider is steadier", wider, lambda r: r.lean_deg, 1),
    Law("wider lets go earlier", wider, lambda r: r.still_hold_m_s, -1),
    Law("more nose rocker dives later", curvier("nose_m", 0.012), dry, 1),
    Law("more tail rocker turns tighter", curvier("tail_m", 0.008), radius, -1),
    Law("larger fins hold better", part("fins", size="L"), lambda r: r.still_hold_m_s, 1),
    Law(
        "a wider tail lets go earlier",
        scaled("outline", tail_width_m=1.03),
        lambda r: r.still_hold_m_s,
        -1,
    ),
)  # fmt: skip


def some_board(rng: np.random.Generator) -> Board:
    """Any board of any sea family, its ends free."""
    of = families()[SEA_FAMILIES[rng.integers(len(SEA_FAMILIES))]]
    width = float(rng.uniform(*of.width_m))
    nose, tail = (
        min((share + float(rng.uniform(-0.03, 0.03))) * width, width)
        for share in (of.nose_width_share, of.tail_width_share)
    )
    return Board(
        family=of.name,
        length_m=float(rng.uniform(*of.length_m)),
        width_m=width,
        thickness_m=float(rng.uniform(*of.thickness_m)),
        outline={"nose_width_m": nose, "tail_width_m": tail},
        rocker={"nose_m": float(rng.uniform(0.08, 0.16)), "tail_m": float(rng.uniform(0.03, 0.08))},
    )


def hands(rng: np.random.Generator) -> tuple[Surfer, Water]:
    surfer = Surfer(
        mass_kg=float(rng.uniform(50, 105)),
        height_m=1.75,
        rung=str(rng.choice(list(rungs())[2:])),
        foot_weight=str(rng.choice(["front", "even", "back"])),
        craft="prone",
    )
    water = Water(
        usual_m=float(rng.uniform(0.5, 2.0)), steepness=str(rng.choice(["soft", "average", "steep"]))
    )
    return surfer, water


class Pairs(TestCase):
    def agree(self, says: str, agrees: list[bool]) -> None:
        self.assertGreaterEqual(len(agrees), PAIRS, says)
        self.assertGreaterEqual(float(np.mean(agrees)), MOST, says)

    def test_differ_in_one_measure_and_behave_as_the_craft_says(self) -> None:
        rng = np.random.default_rng(400)
        agrees: dict[str, list[bool]] = {law.says: [] for law in LAWS}
        for _ in range(PAIRS // TOGETHER):
            some, (surfer, water) = [some_board(rng) for _ in range(TOGETHER)], hands(rng)
            for law in LAWS:
                before, after = (
                    law.measure(fleet_ride) for fleet_ride in both(some, surfer, water, law.change)
                )
                agrees[law.says] += list(law.sign * (after / before - 1) > -UNFELT)
        for says, found in agrees.items():
            with self.subTest(says):
                self.agree(says, found)

    def test_a_heavier_rider_takes_off_later_and_never_holds_better(self) -> None:
        rng, later, holds = np.random.default_rng(15), [], []
        for _ in range(PAIRS // TOGETHER):
            some, (surfer, water) = [some_board(rng) for _ in range(TOGETHER)], hands(rng)
            heavy = surfer.model_copy(update={"mass_kg": 1.1 * (surfer.mass_kg or 0)})
            light, heavier = (out(some, one, water) for one in (surfer, heavy))
            later += list(early(heavier) < early(light) * (1 + UNFELT))
            holds += list(heavier.still_hold_m_s <= light.still_hold_m_s + 1e-9)
        self.agree("a heavier rider takes off later", later)
        self.assertTrue(all(holds))

    def test_of_two_sizes_the_one_nearer_to_the_right_litres_fits_better(self) -> None:
        """A board of the right litres, and the same scaled to a fifth less or more, of every open family."""
        rng, agrees = np.random.default_rng(16), []
        while len(agrees) < PAIRS:
            case = case_with(*hands(rng))
            assert case
            shares = case.expected.log_shares
            family = max(shares, key=lambda name: shares[name])
            wanted = case.expected.litres(family).middle
            middle = board_at(families()[family], 0.5)
            scale = float(np.cbrt(wanted / labelled_hulls([middle]).litres[0]))
            right, *wrong = (sized(middle, scale * share ** (1 / 3)) for share in (1.0, 0.8, 1.25))
            fits = fit_in(case, None, [right, *wrong])
            agrees += [bool(fits[0] > fit) for fit in fits[1:]]
        self.agree("the nearer size fits better", agrees)
