"""Boards ridden in many cases that differ in little: what is taken over from one is what would be worked out
for the other."""

from collections.abc import Sequence
from dataclasses import fields, is_dataclass
from typing import Any
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.documents.surfer import Learned
from chord_core.fit.advise.next_question import case_if, unknown_facts
from chord_core.fit.judge.case import Case, case_with
from chord_core.hull.label import labelled_hulls
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.ride.often import OftenRidden
from tests import tries
from tests.strategies import boards, surfers, waters

PRESENT = Board(family="all-rounder", length_m=1.9, width_m=0.51, thickness_m=0.063)
WATERS = (
    Water(usual_m=0.9),
    Water(kind="white_water", usual_m=0.5),
    Water(kind="river", flow_m_s=2.8),
    Water(kind="pool", usual_m=1.1),
)


def columns(made: Any, name: str = "") -> list[tuple[str, Any]]:
    """Everything a summary says, by its name."""
    if is_dataclass(made):
        return [row for one in fields(made) for row in columns(getattr(made, one.name), one.name)]
    if isinstance(made, dict):
        return [row for key, value in made.items() for row in columns(value, f"{name} {key}")]
    return [(name, made)]


class Often(TestCase):
    def alike(self, some: Sequence[Board], cases: Sequence[Case]) -> None:
        """One after another, each is as if it were the only one."""
        hull, fins = labelled_hulls(some), fins_of(some)
        often = OftenRidden(hull, fins)
        for case in (*cases, cases[0]):
            there = columns(often.under(case.rider, case.conditions))
            alone = columns(summarize_rides(hull, fins, case.rider, case.conditions))
            self.assertEqual([name for name, _ in there], [name for name, _ in alone])
            for (name, mine), (_, theirs) in zip(there, alone, strict=True):
                np.testing.assert_array_equal(mine, theirs, err_msg=f"{name}, {case.rider}")

    @tries(15)
    @given(surfers(), waters() | st.sampled_from(WATERS), st.lists(boards(), min_size=1, max_size=4))
    def test_every_answer_to_every_question(self, surfer: Surfer, water: Water, some: list[Board]) -> None:
        case = case_with(surfer, water)
        assert case
        asked = [case_if(case, {one.field: value}) for one in unknown_facts(case) for value, _ in one.answers]
        self.alike(some, [case, *(one for one in asked if one)])

    def test_what_was_measured_and_learned_of_a_surfer_counts(self) -> None:
        """The same facts, but for a measured speed on one board and another, and what sessions taught."""
        facts = {"mass_kg": 75, "rung": "linking"}
        said: tuple[dict[str, Any], ...] = (
            {},
            {"present_board": PRESENT},
            {"present_board": PRESENT, "sprint_m_s": 1.8},
            {"present_board": PRESENT, "sprint_m_s": 2.0},
            {"present_board": PRESENT.model_copy(update={"length_m": 2.4}), "sprint_m_s": 2.0},
            {"learned": Learned(sprint=1.1, sessions=9)},
            {"learned": Learned(takeoff=0.9, waves=1.2, sessions=9)},
        )
        for water in WATERS:
            cases = [case_with(Surfer(**facts, **more), water) for more in said]
            self.alike([PRESENT], [case for case in cases if case])

    def test_another_density_of_the_water_is_another_ride(self) -> None:
        surfer = Surfer(mass_kg=75, rung="linking")
        waters_ = [Water(usual_m=1.0, water_kg_m3=density) for density in (1025.0, 1000.0)]
        rivers = [Water(kind="river", flow_m_s=2.8, aeration=air) for air in (0.0, 0.1)]
        cases = [case_with(surfer, water) for water in (*waters_, *rivers)]
        self.alike([PRESENT], [case for case in cases if case])

    def test_who_wants_something_else_rides_alike(self) -> None:
        """Nothing is worked out twice for another aim in the same water."""
        case = case_with(Surfer(mass_kg=75, rung="linking"), Water(usual_m=1.0))
        assert case
        often = OftenRidden(labelled_hulls([PRESENT]), fins_of([PRESENT]))
        other = case_if(case, {"aim": "more waves"})
        assert other
        self.assertEqual((case.rider.aim, other.rider.aim), ("none in particular", "more waves"))
        once = often.under(case.rider, case.conditions)
        self.assertIs(often.under(other.rider, other.conditions), once)


class CaseIf(TestCase):
    @tries(25)
    @given(surfers(), waters() | st.sampled_from(WATERS))
    def test_a_case_out_of_another_is_the_case(self, surfer: Surfer, water: Water) -> None:
        """Rider, what was assumed and conditions are those of the facts, however they were come by."""
        case = case_with(surfer, water)
        assert case
        for one in unknown_facts(case):
            for value, _ in one.answers:
                made = case_if(case, {one.field: value})
                assert made
                again = case_with(made.rider.surfer, made.water)
                assert again
                self.assertEqual(made.rider, again.rider)
                self.assertEqual(made.assumed, again.assumed)
                for (name, mine), (_, theirs) in zip(
                    columns(made.conditions), columns(again.conditions), strict=True
                ):
                    np.testing.assert_array_equal(mine, theirs, err_msg=f"{one.field} {value}: {name}")
