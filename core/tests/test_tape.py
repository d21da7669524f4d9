"""Boards under the tape: curves through stations, litres with their uncertainty."""

from unittest import TestCase

import numpy as np

from chord_core.documents import Board, parse
from chord_core.errors import ChordError
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.describe import describe_hull
from chord_core.hull.measured import TAPE_M, hulls_of, smooth
from chord_core.hull.stations import SHARE
from chord_core.tables import families

FOOT = 0.3048


def taped(board: Board, width: np.ndarray, thick: np.ndarray, rocker: np.ndarray, noise: np.ndarray) -> Board:
    """The dims of a board with what a tape says of other curves at every foot."""
    places = np.arange(FOOT, board.length_m - 0.15, FOOT)
    along = SHARE * board.length_m
    rows = []
    for place, error in zip(places, noise, strict=False):
        read = [float(np.interp(place, along, curve)) for curve in (width, thick, rocker)]
        wide, deep, high = (max(value + shift, 0) for value, shift in zip(read, error, strict=True))
        rows.append({"from_tail_m": float(place), "width_m": wide, "thickness_m": deep, "rocker_m": high})
    return Board.model_validate(board.model_dump(exclude_unset=True) | {"stations": rows})


class Tape(TestCase):
    def test_exact_stations_give_the_board_back(self) -> None:
        for name in ("all-rounder", "mini-mal", "gun"):
            board = board_at(families()[name], 0.5)
            hull = hulls_of([board])
            curves = 2 * hull.half_width[0], hull.thickness[0], hull.rocker[0]
            again = hulls_of([taped(board, *curves, np.zeros((20, 3)))])
            self.assertAlmostEqual(again.litres[0] / hull.litres[0], 1.0, delta=0.003)
            np.testing.assert_allclose(again.rocker[0], hull.rocker[0], atol=0.002)

    def test_another_outline_comes_through_the_stations(self) -> None:
        """A board 3 cm wider at the hips than its family draws: the stations win over the family, where
        dims and one-foot widths do not tell."""
        board = board_at(families()["all-rounder"], 0.5)
        hull, x = hulls_of([board]), SHARE * board.length_m
        hips = 0.03 * np.exp(-(((x - 0.6) / 0.22) ** 2))
        wide = 2 * hull.half_width[0] + hips
        made = hulls_of([taped(board, wide, hull.thickness[0], hull.rocker[0], np.zeros((20, 3)))])
        taped_part = (x >= FOOT) & (x <= board.length_m - 0.45)
        np.testing.assert_allclose(2 * made.half_width[0][taped_part], wide[taped_part], atol=0.006)
        self.assertGreater(made.litres[0], hull.litres[0])

    def test_litres_and_their_uncertainty(self) -> None:
        """120 random boards, truths off their family's curves, 2 mm of noise: the median error is under 1 %
        and one and a half standard deviations hold eight in ten."""
        rng = np.random.default_rng(31)
        names, errors, held = list(families()), [], []
        for i in range(120):
            board = board_at(families()[names[i % len(names)]], float(rng.random()))
            hull, share = hulls_of([board]), SHARE
            bump = np.sin(np.pi * share) * np.sin(
                2 * np.pi * share * rng.uniform(0.6, 1.4) + rng.uniform(0, 6)
            )
            wide = np.maximum(2 * hull.half_width[0] + 0.010 * bump * rng.normal(), 0)
            thick = np.maximum(hull.thickness[0] + 0.002 * bump * rng.normal(), 0)
            truth = float(
                hull.fleet.fullness[0] * (wide * thick * np.gradient(share * board.length_m)).sum() * 1e3
            )
            plain = 2 * hull.half_width[0] * hull.thickness[0] * np.gradient(share * board.length_m)
            drawn = float(hull.fleet.fullness[0] * plain.sum() * 1e3)
            made = hulls_of([taped(board, wide, thick, hull.rocker[0], rng.normal(0, TAPE_M, (20, 3)))])
            wanted = float(hull.litres[0]) * truth / drawn
            errors.append(abs(float(made.litres[0]) / wanted - 1))
            held.append(abs(float(made.litres[0]) - wanted) < 1.5 * float(made.unsure_l[0]))
        self.assertLess(float(np.median(errors)), 0.01)
        self.assertLess(float(np.quantile(errors, 0.9)), 0.025)
        self.assertGreater(float(np.mean(held)), 0.8)

    def test_more_stations_make_surer(self) -> None:
        board = board_at(families()["mid-length"], 0.5)
        hull = hulls_of([board])
        whole = taped(board, 2 * hull.half_width[0], hull.thickness[0], hull.rocker[0], np.zeros((20, 3)))
        few = whole.model_copy(update={"stations": whole.stations[::3]})
        unsure = [float(hulls_of([one]).unsure_l[0]) for one in (board, whole, few)]
        self.assertEqual(unsure[0], 0.0)
        self.assertLess(unsure[1], unsure[2])
        self.assertAlmostEqual(describe_hull(whole).litres_sd, unsure[1])

    def test_smoothing_between_two_readings(self) -> None:
        """At a reading without noise the curve goes through it and is sure; far away nothing is known."""
        made = smooth(np.array([1.0]), np.array([0.01]), np.array([1e-9]), np.array([1.0, 9.0]), 0.012)
        self.assertAlmostEqual(made.shift[0], 0.01)
        self.assertAlmostEqual(made.covariance[0, 0], 0.0, places=12)
        self.assertAlmostEqual(made.shift[1], 0.0, places=6)
        self.assertAlmostEqual(made.covariance[1, 1], 0.012**2, places=9)

    def test_stations_off_the_board_or_twice_are_refused(self) -> None:
        plain = {"family": "all-rounder", "length_m": 1.8, "width_m": 0.5, "thickness_m": 0.063}
        cases = (
            ([{"from_tail_m": 1.9, "width_m": 0.3}], "stations.0.from_tail_m", "off the board"),
            ([{"from_tail_m": 0.5}, {"from_tail_m": 0.5}], "stations.1.from_tail_m", "twice"),
        )
        for stations, field, says in cases:
            with self.assertRaises(ChordError) as refused:
                parse(Board, plain | {"stations": stations})
            self.assertEqual(refused.exception.field, field)
            self.assertIn(says, refused.exception.message)
