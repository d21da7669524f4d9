"""Bands, sizing_methods, windows: the numbers of the counter and the laws about how much."""

from unittest import TestCase

import numpy as np
from hypothesis import assume, given
from hypothesis import strategies as st

from chord_core.documents import SizeRequest, Surfer, Water
from chord_core.documents.verbs.size import SizeResult, SizingMethod
from chord_core.fit.answer.size import size
from chord_core.fit.judge.case import case_of
from chord_core.fit.rules.bands import band_for, moves
from chord_core.fit.rules.reference_boards import reference_fleet
from chord_core.hull.describe import describe_hull
from chord_core.ride.batches import summarize_rides
from chord_core.surfer.defaults import height_from_mass, rider_with_defaults
from chord_core.tables import rungs
from chord_core.water.conditions import conditions_with_defaults
from tests import tries
from tests.strategies import inches, surfers, waters

PLAIN = {"mass_kg": 75, "height_m": 1.78, "age": 30, "fitness": "good", "sessions_month": 6}


def sized(
    surfer: dict[str, object], water: dict[str, object] | None = None, target: float | None = None
) -> SizeResult:
    return size(
        SizeRequest(
            surfer=Surfer(**surfer),
            water=Water(**({"usual_m": 1.0} if water is None else water)),
            target_l=target,
        )
    )


def band(
    surfer: dict[str, object], water: dict[str, object] | None = None, family: str | None = None
) -> tuple[float, float]:
    request = SizeRequest(
        surfer=Surfer(**surfer), water=Water(**(water or {"usual_m": 1.0, "steepness": "average"}))
    )
    case = case_of(request)
    assert case
    return band_for(case.rider, case.conditions, family)


class Bands(TestCase):
    def test_litres_per_kilogram_of_the_ladder(self) -> None:
        """75 kg, six sessions a month, nothing to correct: the table's numbers themselves."""
        table = {
            "starter": (1.05, 1.30),
            "green wave": (0.66, 0.86),
            "trimming": (0.51, 0.66),
            "critical": (0.35, 0.41),
        }
        for rung, (low, high) in table.items():
            got = band(
                {**PLAIN, "rung": rung},
                {"small_m": 0.5, "usual_m": 0.8, "big_m": 1.1, "steepness": "average"},
            )
            self.assertAlmostEqual(got[0], low * 75, delta=0.002 * low * 75)
            self.assertAlmostEqual(got[1], high * 75, delta=0.002 * high * 75)

    def test_longboards_have_their_own(self) -> None:
        low, high = band({**PLAIN, "rung": "linking"}, family="nose-rider")
        self.assertAlmostEqual(low, 0.90 * 75, delta=0.3)
        self.assertAlmostEqual(high, 1.15 * 75, delta=0.3)

    def test_big_water_factor(self) -> None:
        """``docs/trade.md``: mean face of 1.2 body heights 1.12, 1.6: 1.36, 3: 2.2."""
        from chord_core.fit.rules.bands import _big_water

        for face, factor in ((0.5, 1.0), (1.2, 1.12), (1.6, 1.36), (3.0, 2.2)):
            self.assertAlmostEqual(_big_water(face), factor, delta=0.02 * factor)

    def test_stand_up_litres(self) -> None:
        """``docs/model.md``: standing 81-95 / 109-128 / 143-168 L for 55 / 75 / 100 kg, critical
        59-67 / 79-90 / 103-118; a wetsuit of 3 mm."""
        expected = {
            "standing": {55: (81, 95), 75: (109, 128), 100: (143, 168)},
            "critical": {55: (59, 67), 75: (79, 90), 100: (103, 118)},
        }
        for rung, rows in expected.items():
            for mass, (low, high) in rows.items():
                got = band({"mass_kg": mass, "rung": rung, "craft": "stand_up", "wetsuit_mm": 3})
                self.assertAlmostEqual(got[0], low, delta=0.02 * low)
                self.assertAlmostEqual(got[1], high, delta=0.02 * high)

    def test_a_light_surfer_gets_more_a_kilogram_where_a_board_is_stood_on(self) -> None:
        light, heavy = (
            band({**PLAIN, "mass_kg": 50, "rung": "starter"}),
            band({**PLAIN, "mass_kg": 100, "rung": "starter"}),
        )
        self.assertGreater(light[0] / 50, heavy[0] / 100)
        self.assertAlmostEqual((light[0] / 50) / (heavy[0] / 100), 2**0.2, delta=0.01)

    def test_every_correction_says_itself(self) -> None:
        surfer = Surfer(mass_kg=75, rung="linking", age=60, fitness="low", sessions_month=1)
        rider, _ = rider_with_defaults(surfer)
        conditions, _ = conditions_with_defaults(Water(kind="pool", usual_m=1.0), rider.height_m)
        said = " ".join(move.says for move in moves(rider, conditions))
        for word in ("low fitness", "1 sessions", "60 years", "fresh water"):
            self.assertIn(word, said)


class HowMuch(TestCase):
    @tries(24)
    @given(surfers(), waters(), st.floats(3, 20))
    def test_heavier_wants_more(self, surfer: Surfer, water: Water, more: float) -> None:
        """Law 15, by ratio, at one height and class of board."""
        fixed = surfer.model_copy(update={"present_board": None, "height_m": 1.75})
        self.assertGreater(
            self.low(fixed.model_copy(update={"mass_kg": fixed.mass_kg + more}), water),
            self.low(fixed, water),
        )

    @tries(24)
    @given(surfers(), waters())
    def test_fewer_sessions_and_less_fitness_want_no_less(self, surfer: Surfer, water: Water) -> None:
        """Laws 16 and 20."""
        seldom = surfer.model_copy(update={"sessions_month": 1.0})
        often = surfer.model_copy(update={"sessions_month": 12.0})
        self.assertGreater(self.low(seldom, water), self.low(often, water))
        unfit, fit = (surfer.model_copy(update={"fitness": f}) for f in ("low", "high"))
        self.assertGreater(self.low(unfit, water), self.low(fit, water))

    @tries(16)
    @given(surfers(), waters())
    def test_a_higher_rung_wants_less(self, surfer: Surfer, water: Water) -> None:
        names = list(rungs())
        assume(surfer.rung != names[-1])
        above = surfer.model_copy(update={"rung": names[names.index(str(surfer.rung)) + 1]})
        self.assertLess(self.low(above, water), self.low(surfer, water))

    def low(self, surfer: Surfer, water: Water) -> float:
        case = case_of(SizeRequest(surfer=surfer, water=water))
        assert case
        return band_for(case.rider, case.conditions)[0]


class SizingMethods(TestCase):
    def present(self, litres: float, **more: object) -> dict[str, object]:
        plain = describe_hull(inches("all-rounder", 74, 20, 2.5)).litres
        board = inches("all-rounder", 74, 20, 2.5 * litres / plain)
        return {**PLAIN, "rung": "trimming", "present_board": board.model_dump(), **more}

    def step(self, surfer: dict[str, object]) -> tuple[float, float]:
        method = next(s for s in sized(surfer).sizing_methods if s.name == "by step")
        return method.low_l, method.high_l

    def test_progress_steps_down_eight_to_fifteen_percent(self) -> None:
        low, high = self.step({**self.present(35), "rung": "linking", "mass_kg": 70, "aim": "progress"})
        self.assertAlmostEqual(low, 0.85 * 35, places=4)
        self.assertAlmostEqual(high, 0.92 * 35, places=4)

    def test_a_board_that_will_not_catch_steps_up_whatever_the_aim(self) -> None:
        low, high = self.step(self.present(34, aim="progress", complaints=("will not catch",)))
        self.assertAlmostEqual(low, 1.08 * 34, places=4)
        self.assertAlmostEqual(high, 1.15 * 34, places=4)

    def test_corky_loses_about_five_percent(self) -> None:
        low, high = self.step(self.present(36, complaints=("corky",)))
        self.assertAlmostEqual((low + high) / 2, 0.95 * 36, places=4)

    def test_too_small_already_is_never_stepped_down(self) -> None:
        """The first mistake people make: too small too soon."""
        low, _ = self.step(self.present(30, aim="progress"))
        self.assertGreater(low, 30)

    @tries(24)
    @given(surfers(), waters())
    def test_never_more_than_a_fifth_at_once(self, surfer: Surfer, water: Water) -> None:
        from chord_core.hull.label import labelled_hulls

        assume(surfer.present_board is not None)
        now = float(labelled_hulls([surfer.present_board]).litres[0])
        method = next(
            s for s in size(SizeRequest(surfer=surfer, water=water)).sizing_methods if s.name == "by step"
        )
        self.assertGreaterEqual(method.low_l, 0.8 * now)
        self.assertLessEqual(method.high_l, 1.2 * now)

    def test_no_school_is_obeyed(self) -> None:
        """The present board moves the litres little (``core/judged``): not by the tenth of its own method."""
        light, heavy = (sized({**self.present(litres), "rung": "linking"}) for litres in (30, 45))
        assert light.target_l and heavy.target_l
        self.assertLess(abs(heavy.target_l / light.target_l - 1), 0.1)

    def test_all_four_are_shown_where_there_is_a_present_board(self) -> None:
        names = [method.name for method in sized(self.present(38)).sizing_methods]
        self.assertEqual(names, ["by ratio", "by step", "by shape", "by float"])

    def by_float(self, surfer: dict[str, object], water: dict[str, object]) -> SizingMethod:
        return next(s for s in sized({**PLAIN, **surfer}, water).sizing_methods if s.name == "by float")

    def test_float_asks_more_for_who_paddles_worse(self) -> None:
        small: dict[str, object] = {"usual_m": 1.0, "steepness": "soft"}
        unfit, fit = (
            self.by_float({"rung": "linking", "wish": "all-rounder", "fitness": f}, small)
            for f in ("low", "high")
        )
        self.assertGreater(unfit.low_l, fit.low_l)

    def test_float_asks_no_more_than_can_be_sunk(self) -> None:
        """Where waves are dived, the method's top is no harder than .9, though the family goes on."""
        water: dict[str, object] = {"usual_m": 1.5, "steepness": "soft"}
        for mass in (48, 56):
            surfer = {"rung": "trimming", "mass_kg": mass, "wish": "all-rounder", "fitness": "low"}
            method = self.by_float(surfer, water)
            self.assertIn("sunk", method.reason)
            _, hull, fins = reference_fleet(("all-rounder",))
            case = case_of(SizeRequest(surfer=Surfer(**{**PLAIN, **surfer}), water=Water(**water)))
            assert case
            dive = summarize_rides(hull, fins, case.rider, case.conditions).floats.duck_dive
            self.assertAlmostEqual(float(np.interp(method.high_l, hull.litres, dive)), 0.90, delta=0.01)

    def test_an_own_target_moves_the_windows(self) -> None:
        free, own = (
            sized(PLAIN | {"rung": "linking"}),
            sized(PLAIN | {"rung": "linking"}, target=40.0),
        )
        self.assertEqual(own.target_l, 40.0)
        assert own.windows and free.windows
        self.assertTrue(own.windows.litres[0] < 40.0 < own.windows.litres[1])
        self.assertGreater(own.windows.litres[0], free.windows.litres[0])
        self.assertEqual(free.sizing_methods[0], own.sizing_methods[0])


class Pencil(TestCase):
    def test_two_facts_give_an_answer_and_the_rest_is_said_to_be_assumed(self) -> None:
        result = sized({"mass_kg": 75, "rung": "trimming"}, {})
        self.assertEqual(result.missing, ())
        self.assertIsNotNone(result.target_l)
        fields = {fact.field for fact in result.assumed}
        self.assertLessEqual({"height_m", "age", "fitness", "sessions_month", "aim", "water.usual_m"}, fields)

    def test_without_mass_or_rung_nothing_is_invented(self) -> None:
        result = sized({"rung": "trimming"})
        self.assertEqual(result.missing, ("mass_kg",))
        self.assertIsNone(result.target_l)
        self.assertEqual(result.sizing_methods, ())

    def test_what_was_said_is_never_called_assumed(self) -> None:
        result = sized(
            PLAIN
            | {
                "rung": "linking",
                "aim": "trip",
                "wetsuit_mm": 4,
                "foot_weight": "back",
                "craft": "prone",
                "style": "relaxed",
            }
        )
        self.assertEqual([f.field for f in result.assumed if not f.field.startswith("water.")], [])

    def test_heights_are_those_of_people(self) -> None:
        for mass, height in (
            (20, 1.13),
            (30, 1.33),
            (60, 1.67),
            (75, 1.78),
            (95, 1.82),
            (110, 1.85),
            (150, 1.87),
        ):
            self.assertAlmostEqual(height_from_mass(mass), height, delta=0.06)
        every = [height_from_mass(float(mass)) for mass in range(14, 200)]
        self.assertEqual(every, sorted(every))
