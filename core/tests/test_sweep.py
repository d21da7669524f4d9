"""Many surfers over a rack: the fits of the verb ``rank``, the same to the bit however the work is cut."""

from itertools import pairwise
from unittest import TestCase

import numpy as np

from chord_core.documents import RankRequest, Surfer, Water
from chord_core.errors import ChordError
from chord_core.fit.answer.rank import rank
from chord_core.fit.answer.sweep import NO_BOARD, Asked, SweptRack, joined, pieces_of, sweep
from tests.strategies import inches

BOARDS = (
    inches("mini-mal", 90, 22, 2.9),
    inches("mid-length", 84, 21.5, 2.7),
    inches("performance fish", 71, 20.8, 2.6),
    inches("all-rounder", 74, 19.8, 2.5),
    inches("performance shortboard", 72, 18.6, 2.3),
    inches("gun", 100, 19.5, 3.0),
)
RACK = SweptRack(tuple(board.model_dump_json(exclude_unset=True) for board in BOARDS))
WATERS = (Water(usual_m=0.7, steepness="soft"), Water(usual_m=1.2, steepness="steep"))
SURFERS = tuple(
    Surfer(mass_kg=mass, rung=rung, age=30)
    for mass, rung in (
        (55, "trimming"),
        (70, "linking"),
        (78, "carving"),
        (95, "green wave"),
        (82, "starter"),
    )
)
ASKED = [Asked(s.model_dump_json(exclude_unset=True), w.model_dump_json(exclude_unset=True), None)
         for s in SURFERS for w in WATERS]  # fmt: skip


class Sweeps(TestCase):
    def test_the_fits_are_those_of_a_rack_that_is_ranked(self) -> None:
        found = sweep(RACK, ASKED, 3)
        self.assertEqual(found.fit.shape, (len(ASKED), len(BOARDS)))
        at = 0
        for surfer in SURFERS:
            for water in WATERS:
                ranked = rank(RankRequest(surfer=surfer, water=water, boards=BOARDS, quick=True)).ranking
                for one in ranked:
                    self.assertAlmostEqual(found.fit[at, one.index], one.fit, 9)
                open_ = [one.index for one in ranked if one.fit > 0][:3]
                self.assertEqual(list(found.first[at, : len(open_)]), open_)
                self.assertTrue((found.first[at, len(open_) :] == NO_BOARD).all())
                at += 1

    def test_however_it_is_cut_it_comes_to_the_same_to_the_bit(self) -> None:
        whole = sweep(RACK, ASKED, 2)
        for size in (1, 3, 4, 100):
            pieces = pieces_of(ASKED, size)
            self.assertEqual(sum(map(len, pieces)), len(ASKED))
            parts = [sweep(RACK, piece, 2) for piece in reversed(pieces)]
            found = joined(parts[::-1])
            self.assertEqual(found.fit.tobytes(), whole.fit.tobytes())
            self.assertEqual(found.first.tobytes(), whole.first.tobytes())

    def test_who_said_too_little_is_judged_for_nothing(self) -> None:
        found = sweep(RACK, [Asked("{}", WATERS[0].model_dump_json(exclude_unset=True))], 2)
        self.assertTrue(np.isnan(found.fit).all())
        self.assertTrue((found.first == NO_BOARD).all())

    def test_a_gate_leaves_nothing_of_a_board(self) -> None:
        """Nobody who starts is sold a gun or a shortboard."""
        starts = [Asked(SURFERS[4].model_dump_json(exclude_unset=True), ASKED[0].water)]
        fit = sweep(RACK, starts, 6).fit[0]
        self.assertEqual([fit[5], fit[4]], [0.0, 0.0])
        self.assertGreater(fit[0], 0)

    def test_own_numbers_count(self) -> None:
        own = sweep(SweptRack(RACK.boards, {"/craft/constants/hold_weight": 2.6}), ASKED, 1)
        plain = sweep(RACK, ASKED, 1)
        self.assertFalse(np.array_equal(own.fit, plain.fit))
        with self.assertRaises(ChordError):
            sweep(SweptRack(RACK.boards, {"no.such.place": 1.0}), ASKED[:1], 1)

    def test_an_empty_rack_has_no_first_board(self) -> None:
        found = sweep(SweptRack(()), ASKED[:2], 2)
        self.assertEqual(found.fit.shape, (2, 0))
        self.assertTrue((found.first == NO_BOARD).all())

    def test_the_first_boards_stand_best_first(self) -> None:
        found = sweep(RACK, ASKED, 4)
        for fits, first in zip(found.fit, found.first, strict=True):
            named = [place for place in first if place != NO_BOARD]
            self.assertEqual(len(set(named)), len(named))
            # Neighbours within a step of fit are "either", and then litres decide.
            self.assertTrue(all(fits[a] >= fits[b] - 0.1 for a, b in pairwise(named)))
