"""Every sentence is built from the number that made it: take the number away and the sentence goes."""

from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import given

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.advise.sentences import _SAYS, About, reasons
from chord_core.fit.answer.rank import JudgedRack, judge_rack
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.judge.factors import Judged
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.label import labelled_hulls
from chord_core.tables import families
from tests import tries
from tests.strategies import inches, surfers, waters

RACK = tuple(board_at(family, place) for family in families().values() for place in (0.25, 0.7))
#: Parts of the fit and where they stand: those of rides in the summary's means, others in their own.
STYLE, HANDLING, GROWTH = (
    {"turns", "rolls", "settles"},
    {"carry", "duck"},
    {"litres", "length", "width", "learn", "shared"},
)


def racked(surfer: Surfer, water: Water, boards: tuple[Board, ...] = RACK) -> JudgedRack:
    case = case_with(surfer, water)
    assert case
    return judge_rack(case, boards, labelled_hulls(boards), None)


def without(judged: Judged, part: str, best: float) -> Judged:
    """The same boards with one part as good as the best of the ordinary ones."""
    flat = np.full(len(judged.hull), best)
    if part in STYLE:
        return replace(judged, style=replace(judged.style, **{part: flat}))
    if part in HANDLING:
        return replace(judged, handling=replace(judged.handling, **{part: flat}))
    if part in GROWTH:
        return replace(judged, growth=replace(judged.growth, **{part: flat}))
    means = {**judged.ridden.means, part: flat}
    return replace(judged, ridden=replace(judged.ridden, means=means))


def said(case: Case, rack: JudgedRack, judged: Judged, row: int) -> tuple[tuple[str, ...], tuple[str, ...]]:
    return reasons(judged, About(case, rack.sized.baseline.best), row, ())


class Reasons(TestCase):
    @tries(12)
    @given(surfers(), waters())
    def test_without_its_number_a_reason_against_goes(self, surfer: Surfer, water: Water) -> None:
        """Each part of the fit in turn is made as good as the best: no sentence that blamed it stays."""
        rack = racked(surfer, water)
        case, best = rack.case, rack.sized.baseline.best
        for row in rack.order[:4]:
            _, against = said(case, rack, rack.judged, int(row))
            for part in rack.judged.parts():
                mended = without(rack.judged, part, max(best.parts[part], 1e-6))
                _, now = said(case, rack, mended, int(row))
                of_part = self.blames(rack, mended, int(row), part)
                self.assertFalse(of_part & set(now), part)
            self.assertTrue(against or rack.fit[row] >= 0)

    def blames(self, rack: JudgedRack, judged: Judged, row: int, part: str) -> set[str]:
        about = About(rack.case, rack.sized.baseline.best)
        return {says for says in (_SAYS[part](judged, about, row)[1],) if says}

    @tries(12)
    @given(surfers(), waters())
    def test_nothing_is_said_twice(self, surfer: Surfer, water: Water) -> None:
        rack = racked(surfer, water)
        for row in range(len(RACK)):
            ranked = rack.describe(row)
            lines = [*ranked.for_, *ranked.against]
            self.assertEqual(len(lines), len(set(lines)))
            self.assertTrue(
                all((line.endswith(".") and line[0].isupper()) or line[0].isdigit() for line in lines)
            )

    @tries(12)
    @given(surfers(), waters())
    def test_fourteen_words_at_most(self, surfer: Surfer, water: Water) -> None:
        rack = racked(surfer, water)
        for row in range(len(RACK)):
            ranked = rack.describe(row)
            for line in (*ranked.for_, *ranked.against):
                self.assertLessEqual(len(line.split()), 14, line)

    def test_numbers_are_the_boards_own(self) -> None:
        surfer, water = Surfer(mass_kg=75, rung="linking", height_m=1.78), Water(usual_m=1.1)
        boards = (inches("all-rounder", 75, 20.5, 2.625), inches("all-rounder", 82, 22, 3))
        rack = racked(surfer, water, boards)
        small, big = (rack.describe(row).litres for row in (0, 1))
        about = About(rack.case, rack.sized.baseline.best)
        for_, _ = _SAYS["litres"](rack.judged, about, 0)
        _, against = _SAYS["litres"](rack.judged, about, 1)
        self.assertEqual(for_, f"{small:.1f} L: as many as are looked for.")
        self.assertEqual(against, f"{big:.1f} L: clearly more than is looked for.")

    def test_who_asks_one_thing_is_told_of_that(self) -> None:
        """Good days ask a longboard for drive, not tight turns; to carve has a radius of its own."""
        boards = (
            inches("performance longboard", 110, 22.5, 2.8),
            inches("performance longboard", 113, 23, 3),
        )
        for aim, word in (("good days", "km/h"), ("performance", "5.6 m is wanted")):
            surfer = Surfer(mass_kg=80, rung="carving", aim=aim, wish="performance longboard")
            rack = racked(surfer, Water(usual_m=1.2), boards)
            about = About(rack.case, rack.sized.baseline.best)
            says = _SAYS["turns"](rack.judged, about, 1)
            self.assertIn(word, " ".join(one for one in says if one))

    def test_a_step_over_a_fifth_is_warned_of(self) -> None:
        now = inches("all-rounder", 72, 19.5, 2.4)
        surfer = Surfer(mass_kg=90, rung="trimming", present_board=now)
        rack = racked(surfer, Water(usual_m=0.9), (inches("all-rounder", 78, 21, 2.75),))
        self.assertIn("a big step at once", " ".join(rack.describe(0).against))

    def test_a_complaint_is_answered_with_both_numbers(self) -> None:
        now = inches("mini-mal", 90, 22, 2.8)
        surfer = Surfer(mass_kg=68, rung="trimming", complaints=("stiff",), present_board=now)
        rack = racked(surfer, Water(usual_m=0.9), (inches("all-rounder", 76, 20.75, 2.6), now))
        radius = rack.ridden.radius_m
        says = " ".join(rack.describe(0).for_)
        self.assertIn(f"Answers “stiff”: turns within {radius[0]:.1f} m, now {radius[1]:.1f} m.", says)
        self.assertNotIn("Answers", " ".join(rack.describe(1).for_))
