"""Thousands of documents that somebody got wrong, at the verbs: an answer or a refusal, never a traceback."""

import copy
import io
import json
import random
from typing import Any
from unittest import TestCase

from chord_core.cli import run
from tests import draws
from tests.test_gear_sets import fin_set

BOARD: dict[str, Any] = {
    "name": "x",
    "family": "all-rounder",
    "length_m": 1.8,
    "width_m": 0.5,
    "thickness_m": 0.063,
    "stated_litres": 31,
    "outline": {"nose_width_m": 0.3, "tail_width_m": 0.37, "wide_point_m": 0.01, "tail_shape": "squash"},
    "rocker": {"nose_m": 0.12, "tail_m": 0.055},
    "foil": {"nose_m": 0.04},
    "section": {"deck": "dome", "rail_tail": 0.4},
    "bottom": [
        {"from_tail_m": 0.3, "shape": "vee", "depth_m": 0.004},
        {"from_tail_m": 1.2, "shape": "flat", "depth_m": 0},
    ],
    "fins": {"setup": "thruster", "size": "M", "position_m": 0.01},
    "build": "PU / epoxy",
    "mass_kg": 2.9,
    "stations": [
        {"from_tail_m": 0.3, "width_m": 0.37, "thickness_m": 0.04},
        {"from_tail_m": 0.9, "width_m": 0.5},
    ],
}
SURFER: dict[str, Any] = {
    "mass_kg": 72,
    "height_m": 1.76,
    "age": 31,
    "rung": "linking",
    "skills": {"catches unbroken waves": True},
    "fitness": "good",
    "sessions_month": 5,
    "wetsuit_mm": 3,
    "foot_weight": "back",
    "style": "relaxed",
    "sprint_m_s": 1.7,
    "craft": "prone",
    "aim": "progress",
    "complaints": ["stiff"],
    "present_board": BOARD,
}
WATER: dict[str, Any] = {
    "kind": "sea",
    "small_m": 0.5,
    "usual_m": 0.9,
    "big_m": 1.6,
    "steepness": "soft",
    "wind": "onshore",
    "chop_m": 0.1,
    "waves_per_hour": 50,
    "crowd": "high",
    "paddle_out_m": 90,
    "ride_length_m": 60,
}
BASES: dict[str, dict[str, Any]] = {
    "hull": {"board": BOARD},
    "water": {"water": WATER, "swell": {"height_m": 1.2, "period_s": 11, "bottom_slope": 0.02}},
    "ride": {"board": BOARD, "surfer": SURFER, "water": WATER},
    "size": {"surfer": SURFER, "water": WATER},
    "rank": {"boards": [BOARD], "surfer": SURFER, "water": WATER, "quick": True},
    "solve": {"surfer": SURFER, "water": WATER, "family": "mid-length", "pinned": {"length_m": 2.1}},
    "compare": {"boards": [BOARD, BOARD], "surfer": SURFER, "water": WATER},
    "change": {"board": BOARD, "surfer": SURFER, "water": WATER},
    "gear": {
        "board": BOARD,
        "surfer": {**SURFER, "present_board": BOARD},
        "water": WATER,
        "fin_sets": [fin_set().model_dump(mode="json", exclude_none=True)],
        "trade_in": {"sessions": 40, "stains": "some"},
        "extras": ["bag"],
    },
    "quiver": {
        "boards": [BOARD, {**BOARD, "length_m": 2.4}],
        "candidates": [{**BOARD, "length_m": 1.8, "price": 500}],
        "surfer": SURFER,
        "water": WATER,
        "to_order": [BOARD],
        "slots": 2,
        "budget": 600,
        "by_choice": [1],
    },
    "plan": {
        "boards": [BOARD],
        "surfer": {**SURFER, "age": 13},
        "water": WATER,
        "months": 6,
        "growth_of": "girls",
        "wear": [{"sessions": 40}],
    },
    "learn": {
        "surfer": {**SURFER, "learned": {"cruise": 1.1, "sessions": 3}},
        "sessions": [
            {
                "board": BOARD,
                "water": {**WATER, "name": "Saltpan"},
                "minutes": 90,
                "rides": 8,
                "paddle_m_s": 1.2,
                "ratings": {"paddles": 1, "turns": -1},
                "said_with": {"litres": 1.02},
            }
        ],
        "next": {"board": BOARD, "water": WATER, "minutes": 60},
        "breaks": {"Saltpan": {"ratio": 1.2, "log_sd": 0.3}},
    },
    "trial": {
        "surfer": SURFER,
        "sessions": [
            {"board": BOARD, "water": WATER, "minutes": 90, "rides": 8, "ratings": {"turns": 0}},
            {
                "board": {**BOARD, "name": "other"},
                "water": WATER,
                "minutes": 80,
                "day": "2026-05-02",
                "ratings": {"turns": 1, "holds": -2},
            },
        ],
        "old": BOARD,
        "new": {**BOARD, "name": "other"},
    },
    "fix": {"surfer": {**SURFER, "present_board": BOARD}, "water": WATER},
}
JUNK: tuple[Any, ...] = (
    None,
    "",
    "abc",
    "-",
    -1,
    0,
    1,
    3,
    0.5,
    17.5,
    1e308,
    -1e308,
    1e-300,
    True,
    [],
    {},
    [1],
    {"a": 1},
    "x" * 500,
    "reef",
    "river",
    "pool",
    "white_water",
    "stand_up",
    "nose-rider",
    "hollow",
    2**70,
    "½",
    "5'10",
    [[[]]],
    "starter",
)


def leaves(document: Any, path: tuple[Any, ...] = ()) -> list[tuple[Any, ...]]:
    """Ways to every value inside of a document."""
    rows = (
        document.items()
        if isinstance(document, dict)
        else enumerate(document)
        if isinstance(document, list)
        else ()
    )
    return [way for key, value in rows for way in ((*path, key), *leaves(value, (*path, key)))]


def spoiled(base: dict[str, Any], chance: random.Random) -> dict[str, Any]:
    """A document with one to three things wrong, or at least odd."""
    document = copy.deepcopy(base)
    for _ in range(chance.randint(1, 3)):
        ways = leaves(document)
        if not ways:
            break
        *way, last = chance.choice(ways)
        inside = document
        for key in way:
            inside = inside[key]
        move = chance.random()
        if move < 0.7:
            value = inside[last]
            number = isinstance(value, int | float) and not isinstance(value, bool)
            scaled = value * chance.choice((0.5, 0.8, 1.3, 2.0)) if number and chance.random() < 0.3 else None
            inside[last] = chance.choice(JUNK) if scaled is None else scaled
        elif move < 0.9:
            del inside[last]
        elif isinstance(inside, dict):
            inside[chance.choice(("wing", "length", "mass_kg", "bins", "kind"))] = chance.choice(JUNK)
    return document


class Doors(TestCase):
    def test_thousands_of_documents(self) -> None:
        chance, answered = random.Random(20), {0: 0, 2: 0}
        # The verbs that search take a second each; the others see most of the documents.
        often = {"hull": 40, "water": 40, "ride": 20, "rank": 8, "compare": 3}
        verbs = [verb for verb in BASES for _ in range(often.get(verb, 1))]
        many = draws(10_000, 250)
        for _ in range(many):
            verb = chance.choice(verbs)
            document, sink = spoiled(BASES[verb], chance), io.StringIO()
            text = json.dumps(document)
            if chance.random() < 0.02:
                text = text[: chance.randint(0, len(text))]
            code = run(verb, io.StringIO(text), sink)
            self.assertIn(code, (0, 2), text)
            answered[code] += 1
            answer = json.loads(sink.getvalue(), parse_constant=self.fail)
            if code == 2:
                error = answer["error"]
                self.assertTrue(error["field"] and len(error["message"]) > 10, text)
                self.assertIn("value", error)
        self.assertGreater(min(answered.values()), many / 10)
