"""Why: every closed formula gives its number from the inputs that it names."""

import io
import json
import math
import re
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.cli import run
from chord_core.documents import (
    Board,
    CompareRequest,
    HullRequest,
    RankRequest,
    RideRequest,
    SizeRequest,
    SolveRequest,
    Surfer,
    Water,
    WaterRequest,
)
from chord_core.documents.verbs.water import Swell
from chord_core.documents.why import Derivation
from chord_core.fit.answer.why import explain_compare, explain_rank, explain_size, explain_solve
from chord_core.ride import indices
from chord_core.ride.formula import Formula
from chord_core.ride.indices import TAIL_HOLDS, TURN_RADIUS
from chord_core.tables import families
from chord_core.tables.calibration import calibration, scaled_constant
from chord_core.why.derivation import explained
from chord_core.why.explain import explain_hull, explain_ride, explain_water
from tests import tries
from tests.strategies import boards, riders, seas

ANY = st.sampled_from(list(families())).flatmap(boards)
FUNCTIONS = {
    "sqrt": math.sqrt, "exp": math.exp, "ln": math.log, "tan": math.tan, "atan": math.atan, "pi": math.pi,
    "max": max, "min": min, "abs": abs,
    "S": lambda z: 1 / (1 + math.exp(-z)), "__builtins__": {},
}  # fmt: skip


class Why(TestCase):
    def holds(self, derivations: tuple[Derivation, ...]) -> None:
        for row in derivations:
            self.assertTrue(row.words and row.formula and row.source and row.valid, row.of)
            if not row.closed or row.value is None:
                continue
            value = eval(row.formula, FUNCTIONS, {given.symbol: given.value for given in row.inputs})
            self.assertTrue(
                math.isclose(value, row.value, rel_tol=1e-5, abs_tol=1e-9), f"{row.of}: {value} {row.value}"
            )

    @tries(15)
    @given(ANY, riders(), seas())
    def test_ride(self, board: Board, surfer: Surfer, water: Water) -> None:
        answer = explain_ride(RideRequest(board=board, surfer=surfer, water=water))
        self.holds(answer.derivations)
        assert answer.behaviour
        told = {row.of for row in answer.derivations}
        untold = set(answer.behaviour.model_dump(exclude_none=True)) - told - {"must_walk"}
        self.assertEqual(untold, set())

    def test_ride_of_others(self) -> None:
        board = Board(family="wave stand-up", length_m=2.4, width_m=0.72, thickness_m=0.1)
        self.holds(
            explain_ride(
                RideRequest(board=board, surfer=Surfer(mass_kg=80, rung="linking", craft="stand_up"))
            ).derivations
        )
        river = RideRequest(
            board=board, surfer=Surfer(mass_kg=80, rung="linking"), water=Water(kind="river", usual_m=0.8)
        )
        self.holds(explain_ride(river).derivations)

    @tries(10)
    @given(ANY)
    def test_hull(self, board: Board) -> None:
        self.holds(explain_hull(HullRequest(board=board)).derivations)

    def test_water(self) -> None:
        swell = Swell(height_m=1.5, period_s=12, bottom_slope=0.03)
        answer = explain_water(WaterRequest(water=Water(usual_m=1.2), swell=swell))
        self.holds(answer.derivations)
        assert answer.breaker
        told = {row.of: row.value for row in answer.derivations}
        self.assertAlmostEqual(told["breaker.height_m"] or 0, answer.breaker.height_m)

    @tries(6)
    @given(st.lists(boards("all-rounder"), min_size=2, max_size=3), riders(), seas())
    def test_answer(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Band, fit and feel: the fit of the board that leads is the number that is explained."""
        self.holds(explain_size(SizeRequest(surfer=surfer, water=water)).derivations)
        ranked = explain_rank(RankRequest(surfer=surfer, water=water, boards=some, quick=True))
        self.holds(ranked.derivations)
        told = {row.of: row.value for row in ranked.derivations}
        self.assertAlmostEqual(told["fit"] or 0, ranked.ranking[0].fit, places=6)
        compared = explain_compare(CompareRequest(surfer=surfer, water=water, boards=some))
        self.holds(compared.derivations)
        self.assertEqual(len(compared.derivations), len(some) - 1)

    def test_solved(self) -> None:
        surfer, water = Surfer(mass_kg=70, rung="trimming"), Water(usual_m=0.9)
        answer = explain_solve(SolveRequest(surfer=surfer, water=water))
        self.holds(answer.derivations)
        self.assertIn("expected_l", [row.of for row in answer.derivations])

    def test_the_verb(self) -> None:
        document = {"board": {"family": "all-rounder", "length_m": 1.8, "width_m": 0.5, "thickness_m": 0.063}}
        sink = io.StringIO()
        self.assertEqual(run("hull", io.StringIO(json.dumps(document)), sink, explain=True), 0)
        self.assertIn("litres", [row["of"] for row in json.loads(sink.getvalue())["derivations"]])
        sink = io.StringIO()
        self.assertEqual(run("fix", io.StringIO("{}"), sink, explain=True), 2)
        self.assertEqual(json.loads(sink.getvalue())["error"]["field"], "--explain")


class OneText(TestCase):
    """A formula of the craft is evaluated and shown from one text."""

    def test_what_is_shown_is_what_is_evaluated(self) -> None:
        """With the constants moved the shown text has the new numbers, and gives the new value."""
        values = {"B": 0.8, "J": 1.1, "Y": 0.9, "k": 0.3, "o": 0.5, "z": 0.95}
        before = float(TURN_RADIUS(values))
        with scaled_constant("turn_rail", 1.5):
            told = explained(TURN_RADIUS, values, float(TURN_RADIUS(values)))
            self.assertIn(f"{calibration().turn_rail:g} * k", told.formula)
            self.assertAlmostEqual(
                eval(told.formula, FUNCTIONS, values), float(TURN_RADIUS(values)), places=5
            )
            self.assertLess(float(TURN_RADIUS(values)), before)
        self.assertEqual(float(TURN_RADIUS(values)), before)

    def test_a_missing_and_an_odd_symbol_are_refused(self) -> None:
        for values in ({"v": 3.0}, {"v": 3.0, "V": 2.0, "w": 1.0}):
            with self.assertRaises(KeyError):
                TAIL_HOLDS(values)

    def test_every_formula_uses_each_of_its_symbols(self) -> None:
        for formula in vars(indices).values():
            if isinstance(formula, Formula):
                used = set(re.findall(r"[A-Za-z_]\w*", formula.text())) - set(FUNCTIONS)
                self.assertEqual(used, set(formula.terms), formula.of)
                self.assertTrue(all(words for _, words in formula.terms.values()), formula.of)
