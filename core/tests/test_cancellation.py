"""Long work that is left when nobody waits for it: it stops soon, it leaves nothing half made."""

from unittest import TestCase

from chord_core.cancellation import Cancelled, cancellable, check_cancelled
from chord_core.documents import Surfer, Water
from chord_core.fit.answer.size import Sized, answer_of
from chord_core.fit.judge.case import Case, case_with
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

    def test_what_is_kept_of_a_case_is_whole(self) -> None:
        """The case that a search was left in serves the next one with another target."""
        case = a_case(66.5)
        with self.assertRaises(Cancelled), cancellable(iter([True, False]).__next__):
            answer_of(Sized(case, 30.0))
        self.assertEqual(answer_of(Sized(case, 36.0)), answer_of(Sized(a_case(66.5), 36.0)))
