"""Loops over boards that are done by two hands: no board depends on which hand had it."""

import os
import select
import signal
from threading import get_ident
from unittest import TestCase

import numpy as np

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.judge.case import case_with
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.kernel import in_one_thread, in_two_threads
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of


def squares(count: int) -> list[float]:
    out = np.full(count, np.nan)

    def loop(at: slice) -> None:
        out[at] = np.arange(count, dtype=float)[at] ** 2

    in_two_threads(loop, count)
    return out.tolist()


class Halves(TestCase):
    def test_every_row_is_done_once(self) -> None:
        for count in (0, 1, 2, 23, 24, 25, 101, 1000):
            seen: list[int] = []
            in_two_threads(lambda at, seen=seen, count=count: seen.extend(range(count)[at]), count)
            self.assertEqual(sorted(seen), list(range(count)))
            self.assertEqual(squares(count), [float(n * n) for n in range(count)])

    def test_few_are_done_by_one_hand_and_many_by_two(self) -> None:
        for count, hands in ((5, 1), (500, 2)):
            who: set[int] = set()
            in_two_threads(lambda _, who=who: who.add(get_ident()), count)
            self.assertEqual(len(who), hands)

    def test_where_processes_share_the_cores_one_hand_does_all(self) -> None:
        who: set[int] = set()
        with in_one_thread():
            in_two_threads(lambda _: who.add(get_ident()), 500)
            alone = squares(500)
        self.assertEqual(who, {get_ident()})
        self.assertEqual(alone, squares(500))

    def test_the_second_hand_is_left_while_somebody_else_has_the_core(self) -> None:
        taken = [False, True, False]
        hands: list[int] = []
        with in_one_thread(lambda: taken[len(hands)]):
            for _ in taken:
                who: set[int] = set()
                in_two_threads(lambda _, who=who: who.add(get_ident()), 500)
                hands.append(len(who))
        self.assertEqual(hands, [2, 1, 2])

    def test_what_goes_wrong_in_either_half_is_said(self) -> None:
        for bad in (3, 97):

            def loop(at: slice, bad: int = bad) -> None:
                if bad in range(100)[at]:
                    raise ZeroDivisionError

            with self.assertRaises(ZeroDivisionError):
                in_two_threads(loop, 100)
            self.assertEqual(squares(60)[-1], 59.0**2)

    def test_a_forked_process_has_two_hands_of_its_own(self) -> None:
        squares(100)
        answer, line = os.pipe()
        child = os.fork()
        if not child:
            try:
                os.write(line, str(squares(100)[-1]).encode())
            finally:
                os._exit(0)
        there, _, _ = select.select([answer], [], [], 20)
        if not there:
            os.kill(child, signal.SIGKILL)
        os.waitpid(child, 0)
        self.assertTrue(there, "it answers")
        self.assertEqual(os.read(answer, 100), b"9801.0")
        os.close(answer)
        os.close(line)

    def test_boards_ride_alike_alone_and_among_many(self) -> None:
        case = case_with(Surfer(mass_kg=74, rung="carving"), Water(usual_m=1.2))
        assert case
        boards = [
            Board(family="performance fish", length_m=1.70 + 0.004 * n, width_m=0.52, thickness_m=0.064)
            for n in range(60)
        ]
        rider, conditions = case.rider, case.conditions
        many = summarize_rides(hull_of(fleet_of(boards)), fins_of(boards), rider, conditions)
        for n in (0, 29, 30, 59):
            one = summarize_rides(hull_of(fleet_of([boards[n]])), fins_of([boards[n]]), rider, conditions)
            np.testing.assert_allclose(one.works[0], many.works[n], rtol=1e-12)
            np.testing.assert_allclose(one.sprint_m_s[0], many.sprint_m_s[n], rtol=1e-12)
