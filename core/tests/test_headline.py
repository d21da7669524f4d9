"""The first sentence: the board's gain over the present one, and what of the rides it keeps."""

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, RankRequest, Surfer, Water
from chord_core.documents.verbs.rank import Ranked
from chord_core.fit.answer.rank import rank
from chord_core.spoken import speaking
from tests import tries
from tests.strategies import boards, inches, surfers, waters

MINI_MAL = inches("mini-mal", 86, 21.25, 2.75, stated_litres=46.0)
ALL_ROUNDER = inches("all-rounder", 77, 20.5, 2.6, stated_litres=38.0)
LOG = inches("performance longboard", 110, 22.5, 3.0)


def asked(board: Board, surfer: dict[str, object], water: dict[str, object]) -> Ranked:
    request = RankRequest(boards=(board,), surfer=Surfer(**surfer), water=Water(**water), quick=True)
    return rank(request).ranking[0]


class Because(TestCase):
    def test_a_smaller_board_turns_and_says_what_it_costs(self) -> None:
        """Fewer rides are said, as a share that one can picture."""
        surfer = {"mass_kg": 68, "rung": "linking", "present_board": MINI_MAL, "aim": "progress"}
        found = asked(ALL_ROUNDER, surfer, {"usual_m": 1.0, "steepness": "average"})
        self.assertRegex(found.because, r"^it turns (where yours does not|tighter than yours), and keeps ")

    def test_more_rides_are_said_with_both_numbers(self) -> None:
        surfer = {"mass_kg": 80, "rung": "trimming", "present_board": ALL_ROUNDER, "aim": "more waves"}
        found = asked(LOG, surfer, {"usual_m": 0.6, "steepness": "soft"})
        self.assertRegex(
            found.because, r"^about \d.* rides an hour, where yours gives|^it turns waves into rides"
        )

    def test_a_complaint_that_is_mended_comes_first(self) -> None:
        surfer = {
            "mass_kg": 68, "rung": "linking", "present_board": MINI_MAL, "complaints": ["stiff"],
        }  # fmt: skip
        found = asked(ALL_ROUNDER, surfer, {"usual_m": 1.0, "steepness": "average"})
        self.assertIn("turns", found.because)

    def test_the_board_that_is_ridden_does_nothing_better_than_itself(self) -> None:
        surfer = {"mass_kg": 75, "rung": "linking", "present_board": ALL_ROUNDER}
        self.assertEqual(asked(ALL_ROUNDER, surfer, {"usual_m": 1.1}).because, "")

    def test_a_board_behind_a_gate_has_no_such_sentence(self) -> None:
        gun = inches("gun", 96, 19.5, 3.0)
        found = asked(gun, {"mass_kg": 75, "rung": "starter"}, {"usual_m": 0.5})
        self.assertEqual((found.fit, found.because), (0, ""))

    @tries(40)
    @given(boards(), surfers(), waters())
    def test_it_is_a_clause_that_goes_on_from_a_name(
        self, board: Board, surfer: Surfer, water: Water
    ) -> None:
        """No number that is none, no full stop, not a word of software."""
        found = rank(RankRequest(boards=(board,), surfer=surfer, water=water, quick=True)).ranking[0]
        says = found.because
        self.assertFalse(says.endswith("."))
        for strange in ("nan", "inf", "None", "  ", ", and ,"):
            self.assertNotIn(strange, says)
        self.assertLess(len(says), 130)


class Units(TestCase):
    """Sentences are said in the units of whoever reads them, one system at a time."""

    METRIC, IMPERIAL = r"\d (m/s|km/h|cm|m|kg)\b", r"\d (mph|ft|in|lb)\b"

    @tries(24)
    @given(boards(), surfers(), waters(), st.booleans())
    def test_one_system_in_all_sentences(
        self, board: Board, surfer: Surfer, water: Water, imperial: bool
    ) -> None:
        with speaking("imperial" if imperial else "metric", "lb" if imperial else "kg"):
            found = rank(RankRequest(boards=(board,), surfer=surfer, water=water, quick=True))
        row = found.ranking[0]
        # A leash is sold by the foot everywhere.
        cautions = [caution.says for caution in found.size.cautions]
        says = " ".join(one for one in (*row.for_, *row.against, *cautions) if "eash" not in one)
        self.assertNotRegex(says, self.METRIC if imperial else self.IMPERIAL)
