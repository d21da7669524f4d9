"""How lent boards felt: what it says of the litres, and which two would tell most."""

from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, LearnRequest, Surfer
from chord_core.documents.verbs.learn import Felt
from chord_core.log.felt import LOGS, SIZES, Size, Tried, after, chance_felt, demo_pair, information, prior
from chord_core.log.learn import learn
from tests import tries

SURFER = Surfer(mass_kg=76, height_m=1.78, rung="linking")
BOARD = Board(family="all-rounder", length_m=1.88, width_m=0.51, thickness_m=0.063, stated_litres=34)


class HowItFelt(TestCase):
    @tries(40)
    @given(st.floats(-0.3, 0.3))
    def test_the_three_answers_are_all_there_are(self, over: float) -> None:
        np.testing.assert_allclose(sum(chance_felt(size, over) for size in SIZES), 1)

    @tries(40)
    @given(st.floats(-0.2, 0.2), st.floats(0.05, 0.2))
    def test_too_big_wants_fewer_litres_and_too_small_more(self, over: float, sd: float) -> None:
        small, right, big = (after(sd, [(size, over)])[0] for size in SIZES)
        self.assertLess(big, right)
        self.assertLess(right, small)
        for size in SIZES:
            self.assertLess(after(sd, [(size, 0.0)])[1], sd + 1e-3)

    def test_answers_of_a_known_surfer_bring_their_litres_back(self) -> None:
        """Boards all around, answered by somebody whom 8 % more than expected suits."""
        random, truth = np.random.default_rng(3), 0.08
        at = int(np.abs(LOGS - truth).argmin())
        felt: list[tuple[Size, float]] = []
        for over in random.uniform(-0.2, 0.3, 60):
            chance = np.array([chance_felt(size, float(over))[at] for size in SIZES])
            felt.append((SIZES[int(random.choice(3, p=chance / chance.sum()))], float(over)))
        middle, sd = after(0.12, felt)
        self.assertLess(abs(middle - truth), 2.5 * sd)
        self.assertLess(sd, 0.03)

    def test_it_goes_into_what_is_learned(self) -> None:
        def litres(felt: Size) -> float:
            answer = learn(LearnRequest(surfer=SURFER, felt=(Felt(board=BOARD, felt=felt),)))
            assert answer.learned is not None
            return answer.learned.litres

        self.assertGreater(litres("too small"), litres("right"))
        self.assertGreater(litres("right"), litres("too big"))
        self.assertLess(litres("too big"), 1)


class WhichTwo(TestCase):
    def boards(self, *overs: float, fit: float = 90) -> list[Tried]:
        return [Tried(i, 30 * float(np.exp(over)), 30, fit) for i, over in enumerate(overs)]

    def test_the_pair_that_tells_most_is_one_on_either_side(self) -> None:
        pair = demo_pair(self.boards(-0.02, -0.09, 0.0, 0.1, 0.45), sd=0.1)
        assert pair is not None
        self.assertEqual((pair.first, pair.second), (1, 3))
        self.assertTrue(0 < pair.bits < pair.of_bits)

    def test_it_is_the_best_of_all_pairs(self) -> None:
        random = np.random.default_rng(2)
        boards = self.boards(*random.uniform(-0.3, 0.3, 7))
        pair = demo_pair(boards, sd=0.12)
        assert pair is not None
        every = [information(0.12, a.over, b.over) for a in boards for b in boards if a.over < b.over]
        self.assertAlmostEqual(pair.bits, max(every), places=6)

    @tries(30)
    @given(st.floats(-0.3, 0.3), st.floats(-0.3, 0.3), st.floats(0.04, 0.2))
    def test_answers_never_add_doubt(self, first: float, second: float, sd: float) -> None:
        told = information(sd, first, second)
        self.assertGreaterEqual(told, -1e-9)
        self.assertLess(told, np.log2(18) + 1e-9)

    def test_what_hardly_fits_is_not_lent(self) -> None:
        self.assertIsNone(demo_pair(self.boards(-0.1, 0.1, fit=20), sd=0.1))
        self.assertIsNone(demo_pair(self.boards(0.1), sd=0.1))

    def test_the_prior_is_the_normal_it_says(self) -> None:
        chance = prior(0.1)
        self.assertAlmostEqual(float(chance @ LOGS), 0, places=9)
        self.assertAlmostEqual(float(chance @ LOGS**2) ** 0.5, 0.1, places=3)
