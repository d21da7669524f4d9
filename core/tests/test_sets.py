"""Three sets of fins read as one trial: who is best, in which waves, and when nobody is."""

from unittest import TestCase

from chord_core.documents import Board, TrialResult
from chord_core.documents.verbs.learn import Ratings
from chord_core.documents.verbs.trial import TrialSession
from chord_core.log.sets import best_of_sets, set_names
from tests.test_trial import OLD, day, tried


def with_fins(flex: str, **more: object) -> Board:
    fins = OLD.fins.model_copy(update={"flex": flex, **more})
    return OLD.model_copy(update={"fins": fins})


SOFT, MIDDLE, STIFF = (with_fins(flex) for flex in ("soft", "medium", "stiff"))


def days(board: Board, face: float, count: int, **steps: int) -> list[TrialSession]:
    return [day(board, face, ratings=Ratings(**steps)) for _ in range(count)]


def against(side: Board, *sessions: TrialSession) -> TrialResult:
    return tried(*sessions, old=MIDDLE, new=side)


class Sets(TestCase):
    def test_sets_are_told_apart_by_what_differs(self) -> None:
        self.assertEqual(set_names([SOFT, MIDDLE, STIFF]), ["soft", "medium", "stiff"])
        names = set_names([with_fins("soft", size="S"), with_fins("soft", size="L")])
        self.assertEqual(names, ["thruster S soft", "thruster L soft"])

    def test_the_one_that_is_better_where_it_is(self) -> None:
        """Stiff holds better overhead, soft turns no better than the middle one below the waist."""
        big, small = 2.0, 0.7
        overhead = days(MIDDLE, big, 12, holds=0) + days(STIFF, big, 12, holds=2)
        overhead += days(SOFT, big, 12, holds=-2)
        low = [one for side in (MIDDLE, STIFF, SOFT) for one in days(side, small, 12, turns=0)]
        results = [against(side, *overhead, *low) for side in (SOFT, STIFF)]
        found = best_of_sets(["soft", "stiff"], "medium", results)
        by_band = {(one.water, one.behaviour): one for one in found.cells}
        holds = by_band["above head", "holds"]
        self.assertEqual((holds.best, holds.decided), ("stiff", True))
        self.assertGreaterEqual(holds.certainty, 0.95)
        self.assertEqual(by_band["below waist", "turns"].best, "medium or soft or stiff")
        self.assertIn("above head stiff", found.says)
        self.assertIn("below waist it makes no difference", found.says)

    def test_the_middle_one_stays_where_both_others_are_worse(self) -> None:
        sessions = days(MIDDLE, 1.2, 12, holds=0) + days(STIFF, 1.2, 12, holds=-2)
        sessions += days(SOFT, 1.2, 12, holds=-2)
        results = [against(side, *sessions) for side in (SOFT, STIFF)]
        found = best_of_sets(["soft", "stiff"], "medium", results)
        self.assertEqual([one.best for one in found.cells], ["medium"])
        self.assertTrue(found.says.startswith("Stay with medium"), found.says)

    def test_nothing_is_said_of_waves_in_which_a_set_was_not_ridden(self) -> None:
        sessions = days(MIDDLE, 1.2, 6, holds=0) + days(STIFF, 1.2, 6, holds=2)
        results = [against(side, *sessions) for side in (SOFT, STIFF)]
        found = best_of_sets(["soft", "stiff"], "medium", results)
        self.assertEqual(found.cells, ())
        self.assertIn("No set is better", found.says)

    def test_one_that_is_better_is_said_while_the_other_is_open(self) -> None:
        sessions = (
            days(MIDDLE, 1.2, 12, holds=0) + days(STIFF, 1.2, 12, holds=2) + days(SOFT, 1.2, 1, holds=0)
        )
        results = [against(side, *sessions) for side in (SOFT, STIFF)]
        (one,) = best_of_sets(["soft", "stiff"], "medium", results).cells
        self.assertEqual((one.best, one.decided, one.open), ("stiff", True, ("soft",)))
        self.assertGreaterEqual(one.certainty, 0.95)

    def test_too_few_days_decide_nothing_and_say_how_many_more(self) -> None:
        sessions = days(MIDDLE, 1.2, 1, holds=0) + days(STIFF, 1.2, 1, holds=1) + days(SOFT, 1.2, 1, holds=0)
        results = [against(side, *sessions) for side in (SOFT, STIFF)]
        (one,) = best_of_sets(["soft", "stiff"], "medium", results).cells
        needed = [found.pairs_needed for result in results for found in result.verdicts]
        self.assertEqual((one.best, one.decided, one.pairs), ("not decided", False, 1))
        self.assertEqual(one.pairs_needed, max(need for need in needed if need))
