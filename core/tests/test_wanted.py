"""Long work that is left when nobody waits for it: it stops soon, it leaves nothing half made."""

from unittest import TestCase

from chord_core.documents import Surfer, Water
from chord_core.fit.case import Case, case_with
from chord_core.fit.size import Sized, answer_of
from chord_core.wanted import NotWanted, go_on, while_wanted
from tests import draws


def a_case(mass_kg: float) -> Case:
    made = case_with(Surfer(mass_kg=mass_kg, rung="carving"), Water(usual_m=1.2))
    assert made
    return made


class Wanted(TestCase):
    def test_work_that_nobody_asked_about_goes_on(self) -> None:
        go_on()
        with while_wanted(lambda: True):
            go_on()

    def test_what_is_not_wanted_stops_and_what_comes_after_does_not(self) -> None:
        with self.assertRaises(NotWanted), while_wanted(lambda: False):
            go_on()
        go_on()

    def test_the_innermost_is_asked_and_then_the_outer_again(self) -> None:
        with self.assertRaises(NotWanted), while_wanted(lambda: False):
            with while_wanted(lambda: True):
                go_on()
            go_on()

    def test_a_search_that_was_left_is_done_again_as_if_it_had_not_been(self) -> None:
        whole = answer_of(Sized(a_case(71.5), None))
        case = a_case(71.5)
        left = 0
        for answers in range(0, 40, draws(1, 4)):
            rest = [True] * answers + [False]
            sized = Sized(case, None)
            try:
                with while_wanted(lambda rest=rest: rest.pop(0)):
                    found = answer_of(sized)
            except NotWanted:
                left += 1
                self.assertEqual(answer_of(sized), whole)
                continue
            self.assertEqual(found, whole)
            break
        self.assertGreaterEqual(left, 2)

    def test_what_is_kept_of_a_case_is_whole(self) -> None:
        """The case that a search was left in serves the next one with another target."""
        case = a_case(66.5)
        with self.assertRaises(NotWanted), while_wanted(iter([True, False]).__next__):
            answer_of(Sized(case, 30.0))
        self.assertEqual(answer_of(Sized(case, 36.0)), answer_of(Sized(a_case(66.5), 36.0)))
