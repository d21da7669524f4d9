"""Fin sets under a board: what the boxes take, the area that is wanted, and what each does on the wave."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, FinSet, GearRequest, GearResult, Surfer, Water, parse
from chord_core.documents.fins import BOX_KINDS
from chord_core.errors import ChordError
from chord_core.fit.answer.gear import gear
from chord_core.fit.rules.fin_sets import boxes_take
from chord_core.ride.fins import fins_of, groups_in, groups_of
from chord_core.tables import tables
from tests import tries
from tests.strategies import boards, inches

SETUPS = tuple(tables().fins.setups)
FLEXES = ("soft", "medium", "stiff")


def fin_set(setup: str = "thruster", size: str = "M", flex: str = "medium", **more: object) -> FinSet:
    """A set as the set-up's own fins are in a size."""
    groups = [{"count": n, "area_m2": area, "depth_m": deep} for n, _, area, deep in groups_of(setup, size)]
    box = "long box" if setup == "single" else "two-tab"
    facts = {"name": f"{setup} {size} {flex}", "setup": setup, "size": size, "flex": flex, "box": box}
    return parse(FinSet, {**facts, "groups": groups, **more})


def under(mass: float = 75, board: Board | None = None, *sets: FinSet, **more: object) -> GearResult:
    """The sets under a board with five boxes of two-tab."""
    of = board or inches("all-rounder", 72, 20, 2.5, fins={"boxes": 5, "box_type": "two-tab"}, price=650)
    surfer = Surfer(mass_kg=mass, rung="linking", height_m=1.78)
    asked = {"board": of, "surfer": surfer, "water": Water(usual_m=1.2), "fin_sets": sets, **more}
    return gear(GearRequest.model_validate(asked))


class Documents(TestCase):
    def test_a_set_known_by_its_measures_rides_as_the_size_that_it_is(self) -> None:
        for setup in SETUPS:
            plain = inches("all-rounder", 72, 20, 2.5, fins={"setup": setup, "size": "L"})
            groups = tuple(group.model_dump() for group in fin_set(setup, "L").groups)
            known = inches("all-rounder", 72, 20, 2.5, fins={"setup": setup, "groups": groups})
            self.assertEqual(groups_in(plain), groups_in(known))
            self.assertEqual(fins_of([plain]).yaw, fins_of([known]).yaw)

    def test_what_is_no_such_setup_is_refused_by_its_field(self) -> None:
        whole = fin_set().model_dump(mode="json")
        for change, field in (
            ({"groups": whole["groups"][:1]}, "groups"),
            ({"groups": []}, "groups"),
            ({"setup": "hedgehog"}, "setup"),
            ({"box": "glue"}, "box"),
            ({"groups": [{"count": 2, "depth_m": 0.1}, whole["groups"][1]]}, "groups.0.area_m2"),
            ({"groups": [{**whole["groups"][0], "area_m2": 95}, whole["groups"][1]]}, "groups.0.area_m2"),
            ({"price": -1}, "price"),
            ({"name": ""}, "name"),
        ):
            with self.subTest(field=field), self.assertRaises(ChordError) as caught:
                parse(FinSet, {**whole, **change})
            self.assertEqual(caught.exception.field, field)

    def test_fins_of_a_board_name_their_setup(self) -> None:
        groups = [group.model_dump() for group in fin_set().groups]
        with self.assertRaises(ChordError) as caught:
            parse(Board, {**inches("mid-length", 84, 21, 2.75).model_dump(), "fins": {"groups": groups}})
        self.assertEqual(caught.exception.field, "fins.setup")


class Boxes(TestCase):
    def test_places_and_kind(self) -> None:
        """Boxes of a board, a set-up and its kind of box: whether it goes in; None: look."""
        cases = (
            ({"setup": "thruster", "box_type": "two-tab"}, "thruster", "two-tab", True),
            ({"setup": "thruster", "box_type": "two-tab"}, "thruster", "one-tab", False),
            ({"setup": "thruster", "box_type": "two-tab"}, "quad", "two-tab", False),
            ({"boxes": 5, "box_type": "Two-tab"}, "quad", "two-tab", True),
            ({"boxes": 5, "box_type": "two-tab"}, "twin + trailer", "two-tab", True),
            ({"boxes": 5, "box_type": "two-tab"}, "single", "long box", False),
            ({"boxes": 4, "box_type": "two-tab"}, "thruster", "two-tab", False),
            ({"setup": "twin"}, "keels", "one-tab", None),
            ({"setup": "two plus one", "box_type": "one-tab"}, "single", "long box", True),
            ({"setup": "two plus one", "box_type": "one-tab"}, "two plus one", "one-tab", True),
            ({"setup": "single"}, "two plus one", "two-tab", False),
            ({"setup": "two plus one", "box_type": "long box"}, "two plus one", "one-tab", None),
            ({"setup": "two plus one", "box_type": "long box"}, "single", "long box", True),
            ({"boxes": 0}, "thruster", "two-tab", False),
            ({"setup": "thruster", "box_type": "glassed on"}, "thruster", "glassed on", False),
        )
        for fins, setup, box, goes in cases:
            with self.subTest(fins=fins, setup=setup, box=box):
                board = inches("all-rounder", 72, 20, 2.5, fins=fins)
                self.assertIs(boxes_take(board, fin_set(setup, box=box)), goes)

    @given(boards(), st.integers(0, 7), st.sampled_from((*BOX_KINDS, "", "odd")))
    @tries(40)
    def test_none_is_proposed_that_the_boxes_refuse(self, board: Board, boxes: int, kind: str) -> None:
        """Those that are refused stand last, answer nothing and are not in the sum or the trial."""
        fins = board.fins.model_copy(update={"boxes": boxes, "box_type": kind or None})
        here = board.model_copy(update={"fins": fins})
        sets = [
            fin_set(setup, "M", flex, template="A")
            for setup in SETUPS
            for flex in ("soft", "medium", "stiff")
        ]
        answer = under(75, here, *sets)
        fits = [fit.fits_boxes for fit in answer.fins]
        self.assertEqual(fits, sorted(fits, key=lambda fit: fit is False))
        refused = {fit.name for fit in answer.fins if fit.fits_boxes is False}
        assert answer.sum is not None
        self.assertTrue(refused.isdisjoint({*answer.trial, *(line.says for line in answer.sum.lines)}))
        self.assertFalse([fit for fit in answer.fins if fit.fits_boxes is False and fit.answers])

    def test_one_that_is_picked_must_go_in(self) -> None:
        for picked, says in (("single M medium", "Does not go into"), ("none such", "no set")):
            with self.assertRaises(ChordError) as caught:
                under(75, None, fin_set("single"), picked_fins=picked)
            self.assertEqual(caught.exception.field, "picked_fins")
            self.assertIn(says, caught.exception.message)


class Order(TestCase):
    def test_the_area_that_is_wanted_leads_and_grows_with_mass(self) -> None:
        """By the table of the trade: XS to 82 cm2, L from 100 to 109 at 97 (M / 72)^.5."""
        sets = [fin_set("thruster", size, template="A") for size in ("XS", "S", "M", "L", "XL")]
        first = {mass: under(mass, None, *sets).fins[0].name for mass in (50, 70, 95)}
        self.assertEqual(first, {50: "thruster XS medium", 70: "thruster M medium", 95: "thruster XL medium"})
        wanted = [under(mass, None, *sets).fins[0].wanted_m2 for mass in (50, 72, 95)]
        self.assertAlmostEqual(wanted[1] * 1e4, 97)
        self.assertEqual(wanted, sorted(wanted))

    def test_too_much_and_too_little_are_said_from_an_eighth_on(self) -> None:
        by_name = {
            fit.name: fit.says
            for fit in under(72, None, *(fin_set("thruster", size) for size in ("XS", "M", "XL"))).fins
        }
        self.assertIn("too little", by_name["thruster XS medium"])
        self.assertIn("as wanted", by_name["thruster M medium"])
        self.assertIn("too much", by_name["thruster XL medium"])

    def test_the_designers_own_goes_first_unless_it_is_too_much(self) -> None:
        board = inches(
            "all-rounder", 72, 20, 2.5, fins={"boxes": 5, "box_type": "two-tab"}, designer_fins={"size": "L"}
        )
        sets = [fin_set("thruster", size) for size in ("S", "M", "L")]
        first = under(75, board, *sets).fins[0]
        self.assertEqual((first.name, first.designer), ("thruster L medium", True))
        light = {fit.name: fit for fit in under(50, board, *sets).fins}
        self.assertNotEqual(next(iter(light)), "thruster L medium")
        self.assertIn("too much", light["thruster L medium"].says)

    def test_a_complaint_is_answered_by_fins(self) -> None:
        sets = [
            fin_set("thruster", size, flex)
            for size in ("S", "M", "L")
            for flex in ("soft", "medium", "stiff")
        ]
        for complaint, number in (("stiff", "looseness"), ("slides", "hold_m_s")):
            surfer = Surfer(mass_kg=75, rung="linking", height_m=1.78, complaints=(complaint,))
            answer = under(75, None, *sets, surfer=surfer)
            own = next(fit for fit in answer.fins if fit.name == "thruster M medium")
            self.assertEqual(answer.fins[0].answers, (complaint,))
            self.assertGreater(getattr(answer.fins[0], number), getattr(own, number))
            self.assertEqual(own.answers, ())

    def test_a_trial_changes_one_thing(self) -> None:
        sets = [fin_set("thruster", "M", flex, template="A") for flex in FLEXES]
        sets += [fin_set("thruster", "L", "stiff", template="B")]
        names = tuple(f"thruster M {flex}" for flex in ("soft", "medium", "stiff"))
        self.assertEqual(under(75, None, *sets).trial, names)
        self.assertEqual(under(75, None, *sets[1:]).trial, ())

    def test_more_at_the_rear_is_said(self) -> None:
        groups = [
            {"count": 2, "area_m2": 0.009, "depth_m": 0.112},
            {"count": 2, "area_m2": 0.009, "depth_m": 0.112},
        ]
        even = fin_set("quad", "M", name="even", groups=groups)
        by_name = {fit.name: fit for fit in under(75, None, even, fin_set("quad")).fins}
        self.assertAlmostEqual(by_name["quad M medium"].balance or 0, 1)
        self.assertAlmostEqual(by_name["even"].balance or 0, 1 / (70 / 95))
        self.assertIn("at the rear", by_name["even"].says)


class Laws(TestCase):
    """Craft laws through the fins of the wall (numbers of the trade's list)."""

    @given(boards(), st.sampled_from(SETUPS), st.floats(45, 110))
    @tries(60)
    def test_19_more_fin_holds_and_is_stiffer(self, board: Board, setup: str, mass: float) -> None:
        answer = under(mass, board, fin_set(setup, "S"), fin_set(setup, "XL"))
        small, large = (next(f for f in answer.fins if f"{size} " in f.name) for size in ("S", "XL"))
        self.assertGreater(large.hold_m_s, small.hold_m_s)
        self.assertLess(large.looseness, small.looseness)
        # On boards that turn by their rail alone fins change nothing but the last digit.
        self.assertGreaterEqual(large.turn_radius_m * (1 + 1e-12), small.turn_radius_m)

    @given(boards(), st.floats(45, 110))
    @tries(40)
    def test_18_large_fronts_are_looser_than_equal_ones_and_a_twin_is_loosest(
        self, board: Board, mass: float
    ) -> None:
        setups = ("quad, big fronts", "quad, near equal", "thruster", "twin")
        fits = {fit.setup: fit for fit in under(mass, board, *map(fin_set, setups)).fins}
        fronts, equal, thruster, twin = (fits[setup] for setup in setups)
        self.assertGreater(fronts.looseness, equal.looseness)
        self.assertGreater(twin.looseness, max(fronts.looseness, thruster.looseness))
        self.assertLess(twin.hold_m_s, min(fronts.hold_m_s, equal.hold_m_s, thruster.hold_m_s))

    @given(boards(), st.sampled_from(SETUPS))
    @tries(40)
    def test_softer_fins_hold_less_and_are_looser(self, board: Board, setup: str) -> None:
        answer = under(75, board, fin_set(setup, "M", "soft"), fin_set(setup, "M", "stiff"))
        soft, stiff = (next(f for f in answer.fins if f.flex == flex) for flex in ("soft", "stiff"))
        self.assertLess(soft.hold_m_s, stiff.hold_m_s)
        self.assertGreater(soft.looseness, stiff.looseness)

    @given(boards(), st.sampled_from(SETUPS), st.floats(45, 95))
    @tries(40)
    def test_who_is_heavier_never_holds_better_with_the_same_fins(
        self, board: Board, setup: str, mass: float
    ) -> None:
        light, heavy = (under(kg, board, fin_set(setup)).fins[0] for kg in (mass, mass + 15))
        self.assertLess(heavy.hold_m_s, light.hold_m_s)
        self.assertGreater(heavy.wanted_m2, light.wanted_m2)

    @given(boards(), st.sampled_from(["thruster", "quad", "twin", "keels", "single"]))
    @tries(30)
    def test_deeper_fins_of_one_area_hold_more(self, board: Board, setup: str) -> None:
        """Helmbold 1942: a fin of higher aspect works better."""
        plain = fin_set(setup)
        deep = [{**group.model_dump(), "depth_m": group.depth_m * 1.15} for group in plain.groups]
        answer = under(75, board, plain, fin_set(setup, name="deep", groups=deep))
        by_name = {fit.name: fit for fit in answer.fins}
        self.assertGreater(by_name["deep"].hold_m_s, by_name[plain.name].hold_m_s)
