"""Three sets of fins from the wall, tried on the board on the bench and read as one."""

import json
from typing import Any

from logbook.models import Trial
from logbook.tests.case import LogCase

FLEXES = ("soft", "medium", "stiff")
WALL = {
    "setup": "thruster", "box": "two-tab", "size": "M", "template": "Skerry",
    "groups": [
        {"count": 2, "area_m2": 0.0095, "depth_m": 0.115, "base_m": 0.11, "foil": "flat inside"},
        {"count": 1, "area_m2": 0.0095, "depth_m": 0.115},
    ],
}  # fmt: skip
SETS = [f"Skerry {flex}" for flex in FLEXES]


class FinTrials(LogCase):
    def setUp(self) -> None:
        super().setUp()
        for flex, name in zip(FLEXES, SETS, strict=True):
            self.good("post", "/api/fins/", {"fins": {**WALL, "name": name, "flex": flex}, "count": 1})

    def begin(self, *sets: str) -> dict[str, Any]:
        return self.good("post", self.path("trials/fins/"), {"sets": sets})

    def test_three_sets_are_each_tried_against_the_middle_one(self) -> None:
        log = self.begin(*SETS)
        (series,) = log["series"]
        self.assertEqual((series["sets"], series["middle"]), (list(FLEXES), "medium"))
        self.assertEqual(series["trials"], [one["id"] for one in log["trials"]])
        self.assertEqual({one["old"]["fins"]["flex"] for one in log["trials"]}, {"medium"})
        self.assertEqual([one["new"]["fins"]["flex"] for one in log["trials"]], ["soft", "stiff"])
        for one in log["trials"]:
            (changed,) = one["answer"]["changed"]
            self.assertEqual(changed["what"], "fins")
        # The three are offered for the next session, as they are to be ridden.
        offered = [board["fins"] for board in log["boards"]]
        for flex in FLEXES:
            self.assertTrue(any(flex in words or flex == "medium" for words in offered), offered)

    def test_asked_for_twice_it_is_the_same_trial(self) -> None:
        self.begin(*SETS)
        self.begin(*SETS)
        self.assertEqual(Trial.objects.count(), 2)

    def test_a_pair_that_goes_on_becomes_part_of_it(self) -> None:
        pair = self.begin("Skerry medium", "Skerry stiff")
        self.assertEqual((len(pair["trials"]), pair["series"]), (1, []))
        log = self.begin(*SETS)
        self.assertEqual(Trial.objects.count(), 2)
        self.assertIn(pair["trials"][0]["id"], log["series"][0]["trials"])

    def test_sessions_decide_between_them(self) -> None:
        log = self.begin(*SETS)
        by_flex = {"medium": log["trials"][0]["old"]}
        by_flex |= {one["new"]["fins"]["flex"]: one["new"] for one in log["trials"]}
        steps = {"soft": -2, "medium": 0, "stiff": 2}
        days = [(day, flex) for day in range(12) for flex in FLEXES]
        self.keep(*(
            self.session(i // 3, by_flex[flex], hour={"face_m": 1.4}, ratings={"holds": steps[flex]})
            for i, (_, flex) in enumerate(days)
        ))  # fmt: skip
        (series,) = self.log()["series"]
        (cell,) = series["found"]["cells"]
        self.assertEqual((cell["behaviour"], cell["best"], cell["decided"]), ("holds", "stiff", True))
        self.assertIn("stiff", series["found"]["says"])

    def test_one_of_them_taken_away_leaves_a_plain_trial(self) -> None:
        log = self.begin(*SETS)
        after = self.good("delete", self.path(f"trials/{log['trials'][0]['id']}/"))
        self.assertEqual((len(after["trials"]), after["series"]), (1, []))

    def test_what_cannot_be_tried_is_named_and_nothing_begins(self) -> None:
        quad = {**WALL, "name": "Four", "setup": "quad", "groups": [{**WALL["groups"][0]}] * 2}
        self.good("post", "/api/fins/", {"fins": quad, "count": 1})
        for sets, field in (
            (["Skerry soft"], "sets"),
            ([], "sets"),
            ([*SETS, "Skerry soft"], "sets"),
            (["Skerry soft", "Gone"], "sets.1"),
            (["Skerry soft", "Skerry soft"], "sets.1"),
            (["Skerry soft", "Four"], "sets.1"),
        ):
            with self.subTest(sets=json.dumps(sets)):
                error = self.refused(400, "post", self.path("trials/fins/"), {"sets": sets})
                self.assertEqual(error["field"], field)
        other = self.good("post", "/api/fittings/", {"facts": {}})
        error = self.refused(400, "post", self.path("trials/fins/", other), {"sets": SETS})
        self.assertEqual(error["message"], "no board lies on the bench")
        self.assertEqual(Trial.objects.count(), 0)
