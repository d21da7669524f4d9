"""Long work that is left when nobody waits for it: it stops soon, it leaves nothing half made."""

from threading import get_ident
from unittest import TestCase

import numpy as np

from chord_core.cancellation import Cancelled, cancellable, check_cancelled
from chord_core.documents import Board, Surfer, Water
from chord_core.fit.answer.size import Sized, answer_of
from chord_core.fit.judge.case import Case, case_with
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from tests import draws


def a_case(mass_kg: float) -> Case:
    made = case_with(Surfer(mass_kg=mass_kg, rung="carving"), Water(usual_m=1.2))
    assert made
    return made


class Wanted(TestCase):
    def test_work_that_nobody_asked_about_goes_on(self) -> None:
        check_cancelled()
        with cancellable(lambda: True):
            check_cancelled()

    def test_what_is_not_wanted_stops_and_what_comes_after_does_not(self) -> None:
        with self.assertRaises(Cancelled), cancellable(lambda: False):
            check_cancelled()
        check_cancelled()

    def test_the_innermost_is_asked_and_then_the_outer_again(self) -> None:
        with self.assertRaises(Cancelled), cancellable(lambda: False):
            with cancellable(lambda: True):
                check_cancelled()
            check_cancelled()

    def test_a_search_that_was_left_is_done_again_as_if_it_had_not_been(self) -> None:
        whole = answer_of(Sized(a_case(71.5), None))
        case = a_case(71.5)
        left = 0
        for answers in range(0, 40, draws(1, 4)):
            rest = [True] * answers + [False]
            sized = Sized(case, None)
            try:
                with cancellable(lambda rest=rest: rest.pop(0)):
                    found = answer_of(sized)
            except Cancelled:
                left += 1
                self.assertEqual(answer_of(sized), whole)
                continue
            self.assertEqual(found, whole)
            break
        self.assertGreaterEqual(left, 2)

    def test_only_the_one_who_works_is_asked_and_not_their_helpers(self) -> None:
        """Boards in pieces are ridden by threads of their own: asking there would ask twice at once."""
        case, asked = a_case(71.5), []

        def still() -> bool:
            asked.append(get_ident())
            return True

        boards = [
            Board(family="all-rounder", length_m=length, width_m=0.5, thickness_m=0.063)
            for length in np.linspace(1.7, 2.1, 510)
        ]
        hull, fins = labelled_hulls(boards), fins_of(boards)
        with cancellable(still):
            summarize_rides(hull, fins, case.rider, case.conditions)
            check_cancelled()
        self.assertEqual(set(asked), {get_ident()})

    def test_what_is_kept_of_a_case_is_whole(self) -> None:
        """The case that a search was left in serves the next one with another target."""
        case = a_case(66.5)
        with self.assertRaises(Cancelled), cancellable(iter([True, False]).__next__):
            answer_of(Sized(case, 30.0))
        self.assertEqual(answer_of(Sized(case, 36.0)), answer_of(Sized(a_case(66.5), 36.0)))
