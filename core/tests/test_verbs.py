"""The verbs of the answer at their door: documents in, documents out, and bad input named by its field."""

import io
import json
from typing import Any
from unittest import TestCase

from chord_core.cli import run
from standins.surf_watch import gpx_of, some_track
from tests.buoys import NEW_HEAD, NEW_UNITS, still, written, year_hours

BOARD = {"family": "all-rounder", "length_m": 1.87, "width_m": 0.52, "thickness_m": 0.066}
SMALL = {"family": "performance shortboard", "length_m": 1.78, "width_m": 0.475, "thickness_m": 0.058}
SURFER = {"mass_kg": 75, "rung": "linking"}
WATER = {"usual_m": 1.1}


class Asking(TestCase):
    def ask(self, verb: str, document: dict[str, Any], code: int = 0) -> dict[str, Any]:
        sink = io.StringIO()
        self.assertEqual(run(verb, io.StringIO(json.dumps(document)), sink), code, sink.getvalue()[:300])
        answer: dict[str, Any] = json.loads(sink.getvalue(), parse_constant=self.fail)
        return answer


class Verbs(Asking):
    def test_size(self) -> None:
        answer = self.ask("size", {"surfer": SURFER, "water": WATER})
        said = (
            "sizing_methods target_l target_band_l target_because windows families tails builds fins fin_size"
        )
        for name in (*said.split(), "leash", "cautions"):
            self.assertTrue(answer[name], name)
        self.assertEqual(
            set(answer["windows"]),
            {"length_m", "width_m", "thickness_m", "litres", "nose_width_m", "tail_width_m", "nose_rocker_m",
             "tail_rocker_m", "rail"},
        )  # fmt: skip

    def test_rank(self) -> None:
        answer = self.ask("rank", {"surfer": SURFER, "water": WATER, "boards": [BOARD, SMALL]})
        first = answer["ranking"][0]
        for name in ("fit", "factors", "for", "against", "cautions", "on_the_wave", "fins", "pad"):
            self.assertTrue(first[name], name)
        self.assertEqual(set(first["factors"]), {"rides", "style", "handling", "growth", "kind"})
        self.assertEqual(len(answer["stability"]), 2)
        quick = self.ask("rank", {"surfer": SURFER, "water": WATER, "boards": [BOARD, SMALL], "quick": True})
        self.assertEqual([row["fit"] for row in quick["ranking"]], [row["fit"] for row in answer["ranking"]])
        self.assertEqual((quick["stability"], quick["size"]["windows"]), ([], None))

    def test_solve_and_what_it_solved_is_a_board(self) -> None:
        answer = self.ask("solve", {"surfer": SURFER, "water": WATER, "family": "performance fish"})
        self.assertIn("performance fish", answer["board"]["name"])
        again = self.ask(
            "rank", {"surfer": SURFER, "water": WATER, "boards": [answer["board"]], "quick": True}
        )
        self.assertAlmostEqual(again["ranking"][0]["fit"], answer["fit"], places=6)

    def test_compare(self) -> None:
        answer = self.ask("compare", {"boards": [BOARD, SMALL], "surfer": SURFER, "water": WATER})
        self.assertEqual({len(row["values"]) for row in answer["differences"]}, {2})
        self.assertTrue(answer["feel"])
        plain = self.ask("compare", {"boards": [BOARD, SMALL]})
        self.assertEqual(plain["feel"], [])

    def test_change_and_fix(self) -> None:
        change = self.ask("change", {"board": SMALL, "surfer": {**SURFER, "mass_kg": 84}, "water": WATER})
        self.assertTrue(change["says"])
        self.assertLess(change["fit"], change["right"])
        self.assertTrue(all(row["fit"] >= change["right"] for row in change["changes"]))
        stiff = {**SURFER, "present_board": SMALL, "complaints": ["stiff"]}
        fix = self.ask("fix", {"surfer": stiff, "water": WATER})
        self.assertEqual(fix["complaints"][0]["complaint"], "stiff")

    def test_tape(self) -> None:
        rows = [{"from_tail_m": 0.3, "width_m": 0.38}, {"from_tail_m": 0.9, "thickness_m": 0.065}]
        answer = self.ask("tape", {"board": {**BOARD, "stations": rows}})
        self.assertEqual(len(answer["readings"]), 2)
        low, high = answer["litres_band"]
        self.assertTrue(low < answer["litres"] < high)
        self.assertTrue(answer["next"][0]["unsure_l"] < (high - low) / 2)
        self.assertEqual(answer["hull"]["line"]["metric"], "187 x 52 x 6.6")

    def test_still(self) -> None:
        answer = self.ask("still", {"board": BOARD})
        self.assertEqual(answer["rider_kg"], 75)
        ridden = self.ask("ride", {"board": BOARD, "surfer": SURFER, "water": {**WATER, "chop_m": 0.1}})
        for name in ("hold_m_s", "turn_radius_m", "roll_time_s", "sweet_spot_m", "looseness", "pivot"):
            self.assertGreater(answer[name], 0)
        # Under 75 kg on the sea a board turns, yaws and pivots as it does for a surfer of 75 kg.
        for name in ("turn_radius_m", "looseness", "pivot"):
            self.assertAlmostEqual(answer[name], ridden["behaviour"][name], places=6)

    def test_range(self) -> None:
        sizes = [
            {**BOARD, "length_m": at, "thickness_m": 0.06 + 0.02 * (at - 1.7)} for at in (1.75, 1.95, 1.85)
        ]
        answer = self.ask("range", {"boards": sizes, "lengths_m": [1.9]})
        self.assertEqual([size["length_m"] for size in answer["sizes"]], [1.75, 1.85, 1.95])
        self.assertEqual(answer["litres"], sorted(answer["litres"]))
        self.assertTrue(answer["litres"][1] < answer["made_litres"][0] < answer["litres"][2])
        self.assertEqual(self.ask("range", {"boards": sizes[:1]}, 2)["error"]["field"], "boards")
        self.assertEqual(
            self.ask("range", {"boards": sizes, "lengths_m": [3]}, 2)["error"]["field"], "lengths_m"
        )

    def test_track_reads_text_and_refuses_what_is_none(self) -> None:
        sink = io.StringIO()
        self.assertEqual(run("track", io.StringIO(gpx_of(some_track(9))), sink), 0)
        answer = json.loads(sink.getvalue())
        self.assertTrue(answer["session"])
        self.assertEqual(len(answer["rides"]), 3)
        self.assertLessEqual(
            {"session", "says", "started", "minutes", "rides", "paddling", "waiting_minutes", "faults"},
            set(answer),
        )
        sink = io.StringIO()
        self.assertEqual(run("track", io.StringIO("{}"), sink), 2)
        self.assertEqual(json.loads(sink.getvalue())["error"]["field"], "track")

    def test_learn_and_trial(self) -> None:
        session = {"board": BOARD, "water": {**WATER, "name": "Saltpan"}, "minutes": 90, "rides": 8}
        answer = self.ask("learn", {
            "surfer": SURFER, "sessions": [session],
            "next": {"board": BOARD, "water": session["water"], "minutes": 90},
        })  # fmt: skip
        self.assertTrue(
            answer["predicted"]["low"] <= answer["predicted"]["mid"] <= answer["predicted"]["high"]
        )
        for row in answer["parameters"]:
            self.assertEqual(row["prior"], sorted(row["prior"]))
            self.assertEqual(row["result"], sorted(row["result"]))
        other = {**BOARD, "name": "other"}
        answer = self.ask("trial", {
            "surfer": SURFER, "old": BOARD, "new": other,
            "sessions": [
                {**session, "ratings": {"turns": 0}},
                {**session, "board": other, "ratings": {"turns": 2}},
            ],
        })  # fmt: skip
        self.assertEqual(answer["pairs"], 1)
        self.assertEqual([row["what"] for row in answer["changed"]], ["board"])

    def test_without_mass_or_rung_nothing_is_invented(self) -> None:
        for verb, more in (
            ("size", {}),
            ("rank", {"boards": [BOARD]}),
            ("solve", {}),
            ("change", {"board": BOARD}),
            ("fix", {}),
            ("gear", {"board": BOARD}),
            ("quiver", {"boards": [BOARD]}),
            ("plan", {}),
            ("learn", {}),
            ("trial", {"old": BOARD, "new": SMALL}),
            ("compare", {"boards": [BOARD, SMALL]}),
        ):
            answer = self.ask(verb, {"surfer": {"rung": "linking"}, **more})
            self.assertEqual(
                answer["missing"] if verb != "rank" else answer["size"]["missing"], ["mass_kg"], verb
            )

    def test_what_cannot_be_is_refused_by_its_field(self) -> None:
        both = {"surfer": SURFER, "water": WATER}
        for verb, document, field in (
            ("solve", {**both, "family": "surfboard"}, "family"),
            ("solve", {**both, "family": "river wide"}, "family"),
            ("solve", {**both, "pinned": {"length_m": 9}}, "pinned.length_m"),
            ("solve", {**both, "pinned": {"weight_kg": 3}}, "pinned.weight_kg"),
            ("solve", {**both, "target_l": 2}, "target_l"),
            ("rank", {**both, "boards": []}, "boards"),
            ("compare", {"boards": [BOARD]}, "boards"),
            ("compare", {"boards": [BOARD] * 4}, "boards"),
            ("compare", {"boards": [BOARD, {**BOARD, "width_m": 3}]}, "boards.1.width_m"),
            ("change", both, "board"),
            ("fix", both, "surfer.present_board"),
            ("gear", both, "board"),
            ("gear", {**both, "board": BOARD, "trade_in": {}}, "trade_in"),
            ("gear", {**both, "board": BOARD, "picked_fins": "none"}, "picked_fins"),
            ("gear", {**both, "board": BOARD, "extras": ["boat"]}, "extras.0"),
            ("plan", {**both, "wear": [{}]}, "wear"),
            ("plan", {**both, "months": 0}, "months"),
            ("plan", {**both, "growth_of": "cats"}, "growth_of"),
            ("learn", {"surfer": SURFER, "sessions": [{"board": BOARD, "minutes": 60}]}, "sessions.0.water"),
            (
                "learn",
                {"surfer": SURFER, "next": {"board": BOARD, "water": WATER, "minutes": 2}},
                "next.minutes",
            ),
            ("learn", {"surfer": SURFER, "breaks": {"A": {"ratio": 0, "log_sd": 1}}}, "breaks.A.ratio"),
            ("trial", {"surfer": SURFER, "old": BOARD}, "new"),
            ("quiver", both, "boards"),
            ("quiver", {**both, "boards": [BOARD], "by_choice": [1]}, "by_choice.0"),
            ("quiver", {**both, "boards": [BOARD] * 13}, "boards"),
            ("quiver", {**both, "boards": [BOARD], "slots": 4}, "slots"),
            ("size", {"surfer": {**SURFER, "sharers": [{"mass_kg": 1}]}}, "surfer.sharers.0.mass_kg"),
            ("size", {"surfer": {**SURFER, "complaints": ["ugly"]}}, "surfer.complaints.0"),
        ):
            with self.subTest(verb=verb, field=field):
                error = self.ask(verb, document, 2)["error"]
                self.assertEqual(error["field"], field)
                self.assertGreater(len(error["message"]), 10)

    def test_a_starter_in_giants_is_told_so(self) -> None:
        answer = self.ask("solve", {"surfer": {"mass_kg": 75, "rung": "starter"}, "water": {"usual_m": 4.0}})
        self.assertIsNone(answer["board"])
        self.assertIn("Not yet", answer["not_yet"])


class Handling(TestCase):
    def fits(self, surfer: dict[str, Any], boards: list[dict[str, Any]]) -> list[float]:
        sink = io.StringIO()
        document = {"surfer": {**SURFER, **surfer}, "water": WATER, "boards": boards, "quick": True}
        run("rank", io.StringIO(json.dumps(document)), sink)
        rows = json.loads(sink.getvalue())["ranking"]
        return [row["fit"] for row in sorted(rows, key=lambda row: row["index"])]

    def test_what_does_not_fit_the_car_is_held_against_a_board(self) -> None:
        """A roof for 1.9 m: the longer board loses, the shorter one does not."""
        long = {**BOARD, "length_m": 2.1}
        free, tied = self.fits({}, [BOARD, long]), self.fits({"max_carry_m": 1.9}, [BOARD, long])
        self.assertGreater(tied[0] / free[0], 0.95)
        self.assertLess(tied[1] / free[1], 0.9)

    def test_a_heavy_board_is_held_against_a_light_surfer(self) -> None:
        heavy = {**BOARD, "mass_kg": 9.0}
        light, strong = (self.fits({"mass_kg": mass}, [BOARD, heavy]) for mass in (50, 95))
        self.assertLess(light[1] / light[0], strong[1] / strong[0])


class WaterVerbs(Asking):
    TEXT = NEW_HEAD + NEW_UNITS + written(still(year_hours(2021, 400), 1.5, 11.0))

    def test_climate(self) -> None:
        answer = self.ask(
            "climate", {"texts": [self.TEXT], "shore": {"faces_deg": 300}, "water": {"name": "Ropewalk"}}
        )
        self.assertEqual((answer["readings"], answer["faulty"], answer["stuck_spells"]), (400, 0, 0))
        self.assertEqual(answer["water"]["name"], "Ropewalk")
        # Komar & Gaughan: 1.5 m at 11 s breaks at 2.22 m.
        self.assertAlmostEqual(answer["climate"]["usual_m"], 2.22, delta=0.02)
        ranked = self.ask("size", {"surfer": SURFER, "water": answer["water"]})
        self.assertGreater(ranked["target_l"], 20)

    def test_tide(self) -> None:
        constants = [{"name": "S2", "amplitude_m": 1.0, "phase_deg": 0}]
        answer = self.ask(
            "tide", {"tide": {"constants": constants}, "begin": "2024-05-01T00:00:00Z", "hours": 24}
        )
        self.assertEqual(len(answer["height_m"]), 49)
        highs = [turn["at"] for turn in answer["turns"] if turn["high"]]
        self.assertIn("2024-05-01T12:00:00Z", highs)

    def test_river(self) -> None:
        rating = [{"flow_m3_s": 20, "speed_m_s": 2.8, "depth_m": 0.6, "face_m": 0.7}]
        river = {"rating": rating, "low_m3_s": 15, "high_m3_s": 35}
        answer = self.ask("river", {"river": river, "flows": "time,flow\n2024-03-01,20\nx,1\n"})
        self.assertEqual((answer["water"]["flow_m_s"], answer["faulty"]), (2.8, 1))

    def test_refused_by_name(self) -> None:
        for verb, document, field in (
            ("climate", {"texts": ["hello"], "shore": {"faces_deg": 300}}, "file"),
            ("climate", {"texts": [self.TEXT], "shore": {"faces_deg": 400}}, "shore.faces_deg"),
            ("climate", {"texts": [], "shore": {"faces_deg": 3}}, "texts"),
            ("tide", {"tide": {}, "begin": "soon"}, "begin"),
            ("river", {"river": {"rating": [], "low_m3_s": 1, "high_m3_s": 2}, "flows": ""}, "river.rating"),
        ):
            self.assertEqual(self.ask(verb, document, 2)["error"]["field"], field, verb)
