"""Tables are checked when they are read, and a changed set is a copy that nobody else sees."""

import math
from concurrent.futures import ThreadPoolExecutor
from importlib import resources
from unittest import TestCase

from chord_core.documents import Surfer, parse
from chord_core.errors import ChordError
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.surfer.power import sprint_power_w
from chord_core.tables import (
    TABLE_NAMES,
    changed_tables,
    families,
    kept_by_tables,
    tables,
    tables_version,
    using_tables,
)
from chord_core.tables.calibration import calibration, scaled_constant
from chord_core.tables.whole import checked_tables


class Reading(TestCase):
    def refused(self, table: str, **changes: object) -> ChordError:
        with self.assertRaises(ChordError) as caught:
            changed_tables(table, **changes)
        return caught.exception

    def test_every_file_of_the_folder_is_read(self) -> None:
        files = {file.name for file in resources.files("chord_core.tables").iterdir()}
        self.assertEqual({f"{name}.json" for name in TABLE_NAMES}, {n for n in files if n.endswith(".json")})

    def test_a_wrong_entry_is_named_with_its_place(self) -> None:
        self.assertEqual(self.refused("fit", near_best=1.2).field, "tables.fit.near_best")
        self.assertEqual(self.refused("fit", nonsense=1).field, "tables.fit.nonsense")
        self.assertEqual(self.refused("waves", chop_m=math.nan).field, "tables.waves.chop_m")
        self.assertEqual(
            self.refused("waves", wind={"none": {"slope": 1}}).field, "tables.waves.wind.none.chop_m"
        )

    def test_a_value_outside_its_range_is_refused(self) -> None:
        rows = [row.model_dump() for row in tables().craft.constants]
        rows[0]["value"] = rows[0]["high"] * 2
        self.assertIn(rows[0]["name"], str(tables().craft.constants[0].name))
        self.assertTrue(self.refused("craft", constants=rows).field.startswith("tables.craft.constants.0"))

    def test_names_that_no_other_table_has_are_refused(self) -> None:
        pump = dict(tables().fins.pump)
        for table, changes, word in (
            ("fins", {"pump": {**pump, "five fins": 1.0}}, "five fins"),
            ("fins", {"pump": {name: value for name, value in pump.items() if name != "twin"}}, "twin"),
            ("choice", {"big_water": ["raft"]}, "raft"),
            ("choice", {"dives_from": {"nose-rider": "vertical"}}, "vertical"),
            ("sizing", {"step_by_aim": {"progress": "sideways"}}, "sideways"),
            ("needs", {"aims": {"progress": ["flies"]}}, "flies"),
            ("advice", {"flat": ["door"]}, "door"),
        ):
            with self.subTest(table=table, word=word):
                self.assertIn(f"“{word}”", self.refused(table, **changes).message)

    def test_a_constant_without_a_row_or_a_row_without_a_constant_is_refused(self) -> None:
        rows = [row.model_dump() for row in tables().craft.constants]
        self.assertIn(f"“{rows[0]['name']}”", self.refused("craft", constants=rows[1:]).message)
        odd = {**rows[0], "name": "odd_m"}
        self.assertIn("“odd_m”", self.refused("craft", constants=[*rows, odd]).message)

    def test_a_table_that_is_missing_is_named(self) -> None:
        raw = tables().model_dump(by_alias=True)
        del raw["gear"]
        with self.assertRaises(ChordError) as caught:
            checked_tables(raw)
        self.assertEqual(caught.exception.field, "tables.gear")


class Copies(TestCase):
    def test_the_fingerprint_changes_with_any_table_and_comes_back(self) -> None:
        was = tables_version()
        for table, changes in (
            ("needs", {"fewest": 5}),
            ("gear", {"care": ["Rinse it."]}),
            ("power", {"loss_from_age": 41}),
        ):
            with using_tables(changed_tables(table, **changes)):
                self.assertNotEqual(tables_version(), was, table)
            self.assertEqual(tables_version(), was)

    def test_inside_a_copy_its_numbers_count_and_outside_they_do_not(self) -> None:
        surfer = parse(Surfer, {"rung": "linking", "mass_kg": 75, "fitness": "good", "age": 30})
        was = sprint_power_w(rider_with_defaults(surfer)[0])
        watts = {name: 2 * value for name, value in tables().power.sprint_w_kg.items()}
        with using_tables(changed_tables("power", sprint_w_kg=watts)):
            self.assertAlmostEqual(sprint_power_w(rider_with_defaults(surfer)[0]), 2 * was)
        self.assertAlmostEqual(sprint_power_w(rider_with_defaults(surfer)[0]), was)

    def test_another_thread_does_not_see_it(self) -> None:
        was = tables_version()
        with using_tables(changed_tables("fit", near_best=0.9)), ThreadPoolExecutor(1) as pool:
            self.assertEqual(pool.submit(tables_version).result(), was)

    def test_what_is_kept_is_kept_for_its_tables(self) -> None:
        calls = []

        @kept_by_tables(4)
        def named(family: str) -> str:
            calls.append(family)
            return families()[family].build

        self.assertEqual([named("gun"), named("gun")], ["PU / polyester"] * 2)
        rows = [row.model_dump(by_alias=True) for row in tables().families.families]
        for row in rows:
            row["build"] = "soft-top"
        with using_tables(changed_tables("families", families=rows)):
            self.assertEqual(named("gun"), "soft-top")
        self.assertEqual(named("gun"), "PU / polyester")
        self.assertEqual(calls, ["gun", "gun"])

    def test_a_scaled_constant_is_back_after_an_error(self) -> None:
        was = calibration().lay_arm_m
        with self.assertRaises(ZeroDivisionError), scaled_constant("lay_arm_m", 2.0):
            self.assertAlmostEqual(calibration().lay_arm_m, 2 * was)
            raise ZeroDivisionError
        self.assertEqual(calibration().lay_arm_m, was)
        with self.assertRaises(ChordError), scaled_constant("lay_arm", 2.0):
            self.fail("there is no such constant")
