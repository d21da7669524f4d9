"""Craft laws about choice (``trade.md``): what the best boards become when the surfer or the water changes.

The search is a sample, so each law is asked over several surfers and waters, weakly each ("not less"), and
strictly of their mean."""

from itertools import product
from statistics import mean
from unittest import TestCase

import numpy as np

from chord_core.documents import Board, SizeRequest, Surfer, Water
from chord_core.documents.verbs.size import SizeResult
from chord_core.fit.answer.size import Sized, size
from chord_core.fit.judge.candidates import fit_in
from chord_core.fit.judge.case import case_with
from chord_core.fit.rules.gear import advise_fins
from chord_core.fit.rules.reference_boards import board_at
from chord_core.fit.search.best_boards import search
from chord_core.fit.search.shapes import measures
from chord_core.hull.label import labelled_hulls
from chord_core.tables import families
from tests import draws
from tests.strategies import inches

RUNGS = ("trimming", "linking", "carving")
WATERS = ({"usual_m": 0.8, "steepness": "soft"}, {"usual_m": 1.3, "steepness": "average"})


def answers(surfer: dict[str, object], water: dict[str, object]) -> SizeResult:
    return size(SizeRequest(surfer=Surfer(**surfer), water=Water(**water)))


def litres(surfer: dict[str, object], water: dict[str, object]) -> float:
    windows = answers(surfer, water).windows
    assert windows
    return mean(windows.litres)


def best_of(surfer: dict[str, object], water: dict[str, object], family: str) -> dict[str, float]:
    """Measures of the boards of one family that fit nearly as well as its best, on the mean."""
    case = case_with(Surfer(**surfer), Water(**water))
    assert case
    found = next(f for f in search(Sized(case, None).judge) if f.family == family)
    good = found.shapes[found.fit >= 0.97 * found.best]
    rows = [measures(families()[family], shape) for shape in good]
    return {name: mean(row[name] for row in rows) for name in rows[0]} | {
        "litres": float(found.litres[found.fit >= 0.97 * found.best].mean())
    }


class HowMuch(TestCase):
    def pairs(self, one: dict[str, object], other: dict[str, object]) -> list[tuple[float, float]]:
        """Litres asked for, of two surfers who differ in one fact."""
        return [
            (
                litres({"rung": rung, "mass_kg": 72, **one}, water),
                litres({"rung": rung, "mass_kg": 72, **other}, water),
            )
            for water, rung in [*product(WATERS, RUNGS)][:: draws(1, 2)]
        ]

    def more(self, pairs: list[tuple[float, float]], by: float) -> None:
        for less, more in pairs:
            self.assertGreaterEqual(more, less * 0.99)
        self.assertGreater(mean(more / less for less, more in pairs), by)

    def test_heavier_wants_more(self) -> None:
        """Law 15: a third more mass asks for a tenth to a quarter more litres (exponents of .35 to .8), not
        for a third."""
        pairs = self.pairs({"mass_kg": 62}, {"mass_kg": 82})
        self.more(pairs, (82 / 62) ** 0.35)
        self.assertLess(mean(more / less for less, more in pairs), (82 / 62) ** 0.85)

    def test_fewer_sessions_want_more(self) -> None:
        """Law 20: a session a month against twelve."""
        self.more(self.pairs({"sessions_month": 12}, {"sessions_month": 1}), 1.04)

    def test_fitter_needs_less(self) -> None:
        """Law 16."""
        self.more(self.pairs({"fitness": "high"}, {"fitness": "low"}), 1.03)

    def test_older_wants_more(self) -> None:
        self.more(self.pairs({"age": 35}, {"age": 58}), 1.02)

    def test_fresh_water_wants_more(self) -> None:
        for rung in RUNGS:
            surfer = {"mass_kg": 75, "rung": rung}
            sea, pool = (
                {"usual_m": 1.1, "kind": kind, "duck_dive_needed": False} for kind in ("sea", "pool")
            )
            self.assertGreaterEqual(litres(surfer, pool), litres(surfer, sea) * 0.99)

    def test_big_water_wants_more_and_longer(self) -> None:
        """Step-up in overhead water: more litres and length than the everyday board in chest-high water."""
        surfer = {"mass_kg": 75, "rung": "carving"}
        usual = best_of(surfer, {"usual_m": 1.3, "steepness": "steep"}, "performance shortboard")
        big = best_of(surfer, {"usual_m": 2.2, "steepness": "steep"}, "step-up")
        self.assertTrue(1.05 <= big["litres"] / usual["litres"] <= 1.30)
        self.assertGreater(big["length_m"], usual["length_m"] + 2 * 0.0254)


class WhichShape(TestCase):
    def test_weaker_water_wants_flatter_and_wider(self) -> None:
        """Law 21: of two boards of one length and the same litres the flat and wide one gains on the narrow
        and curved one as the water gets weaker."""

        def made(width: float, curve: float) -> Board:
            rocker = {"nose_m": 4.8 * 0.0254 * curve, "tail_m": 2.2 * 0.0254 * curve}
            return inches("all-rounder", 73, width, 2.5 * 20 / width, stated_litres=34.0, rocker=rocker)

        pair = [made(20.75, 0.88), made(19.25, 1.12)]
        for rung in ("linking", "carving"):
            gains = []
            for face, steepness in ((0.5, "crumbly"), (0.9, "soft"), (1.3, "average"), (1.7, "hollow")):
                water = Water(usual_m=face, steepness=steepness)
                case = case_with(Surfer(mass_kg=75, rung=rung), water)
                assert case
                wide, narrow = fit_in(case, None, pair)
                gains.append(wide / narrow)
            self.assertEqual(gains, sorted(gains, reverse=True))

    def test_the_kinds_follow_the_water(self) -> None:
        surfer = {"mass_kg": 75, "rung": "linking"}
        flat = answers(surfer, {"usual_m": 0.6, "steepness": "crumbly"}).families[0].family
        curved = answers(surfer, {"usual_m": 1.6, "steepness": "steep"}).families[0].family
        self.assertIn(flat, ("groveler", "performance fish", "keel fish"))
        self.assertIn(curved, ("performance shortboard", "all-rounder", "step-up"))

    def test_a_back_foot_wants_more_tail(self) -> None:
        """Law 9."""
        wider = []
        for rung, water in product(("linking", "carving"), WATERS):
            even, back = (
                best_of({"mass_kg": 75, "rung": rung, "foot_weight": foot}, water, "all-rounder")
                for foot in ("even", "back")
            )
            wider.append(back["tail_width_m"] / back["width_m"] - even["tail_width_m"] / even["width_m"])
        self.assertGreater(mean(wider), 0)

    def test_a_relaxed_surfer_wants_what_runs_by_itself(self) -> None:
        """Who does not pump is helped more by a single fin beside a thruster than who pumps."""
        boards = [
            inches("mid-length", 84, 21, 2.7, fins={"setup": setup}) for setup in ("single", "thruster")
        ]
        gains = {}
        for style in ("active", "relaxed"):
            case = case_with(
                Surfer(mass_kg=75, rung="linking", style=style, wish="mid-length"), Water(usual_m=1.0)
            )
            assert case
            single, thruster = fit_in(case, None, boards)
            gains[style] = single / thruster
        self.assertGreater(gains["relaxed"], gains["active"])

    def test_choppy_water_wants_a_damped_build(self) -> None:
        """Law 22: wind takes more from the light build than from the damped one."""
        boards = [
            inches("all-rounder", 72, 20, 2.5, build=name)
            for name in ("PU / polyester", "vacuum carbon wrap")
        ]
        gains = {}
        for wind in ("none", "onshore"):
            case = case_with(Surfer(mass_kg=75, rung="carving"), Water(usual_m=1.8, wind=wind))
            assert case
            damped, light = fit_in(case, None, boards)
            gains[wind] = damped / light
        self.assertGreater(gains["onshore"], gains["none"])

    def test_a_child_is_limited_by_carrying_before_litres(self) -> None:
        """Law 24: the best board of a child is short enough and light enough to carry."""
        for mass, height in ((24, 1.22), (30, 1.34), (38, 1.48)):
            windows = answers(
                {"mass_kg": mass, "height_m": height, "rung": "standing"}, {"usual_m": 0.5}
            ).windows
            assert windows
            self.assertLessEqual(mean(windows.length_m), 1.4 * height)

    def test_slow_rivers_want_area(self) -> None:
        """Law 23."""
        surfer = {"mass_kg": 72, "rung": "trimming"}
        slow, fast = ({"kind": "river", "usual_m": 0.6, "flow_m_s": flow} for flow in (2.8, 4.2))
        wide, narrow = answers(surfer, slow).windows, answers(surfer, fast).windows
        assert wide and narrow
        self.assertGreater(mean(wide.litres), mean(narrow.litres))
        self.assertGreater(mean(wide.width_m), mean(narrow.width_m))


class Fins(TestCase):
    def area(self, mass: float, build: str) -> float:
        case = case_with(Surfer(mass_kg=mass, rung="carving"), Water(usual_m=1.4, steepness="steep"))
        assert case
        board: Board = inches("performance shortboard", 72, 19, 2.4, build=build)
        return advise_fins(board, labelled_hulls([board]), 0, case.rider, case.conditions).area_cm2

    def test_heavier_riders_and_light_builds_want_bigger_fins(self) -> None:
        """Laws 15 and 17."""
        self.assertGreater(self.area(85, "PU / polyester"), self.area(65, "PU / polyester"))
        self.assertGreater(self.area(75, "vacuum carbon wrap"), self.area(75, "PU / polyester"))


class Order(TestCase):
    def test_the_fit_of_a_board_is_its_own(self) -> None:
        """Alone, in pairs or in a full rack a board has the same fit."""
        case = case_with(Surfer(mass_kg=70, rung="linking"), Water(usual_m=1.0))
        assert case
        boards = [board_at(family, 0.4) for family in families().values()]
        together = fit_in(case, None, boards)
        alone = np.concatenate([fit_in(case, None, [board]) for board in boards])
        np.testing.assert_allclose(together, alone, rtol=1e-9, atol=1e-9)
