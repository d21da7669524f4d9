"""The nine surfers of the demo shop: what leads is what an advisor would sign (``docs/demo-surfers.md``)."""

import json
from pathlib import Path
from unittest import TestCase

from chord_core.documents import Board, RankRequest, Surfer, Water
from chord_core.fit.answer.rank import rank
from chord_core.tables import families

DEMO = Path(__file__).resolve().parents[2] / "demo"

#: Families that an advisor would hand over out of this rack, and litres: by how the advisors of
#: ``core/judged`` answered like customers (``docs/demo-surfers.md``), as wide as this rack asks.
SIGNED = {
    "Ines Varga": ({"performance fish", "all-rounder", "mid-length"}, (36, 47)),
    "Tobi Hale": ({"short soft-top"}, (29, 37)),
    "Marguerite Oake": ({"long soft-top"}, (65, 85)),
    "Piet Ostrander": ({"long soft-top", "mini-mal"}, (58, 80)),
    "Salome Firth": ({"performance shortboard", "all-rounder"}, (22, 26)),
    "Dov Pellam": ({"mid-length", "mini-mal", "single fin"}, (45, 61)),
    "Anselm Thorne": ({"step-up"}, (36, 44)),
    "Lotte Kehr": ({"river wide", "river fast"}, (29, 46)),
    "Yun Asaro": ({"all-rounder", "performance fish"}, (31, 37)),
}


def _read(name: str) -> list[dict[str, object]]:
    found: list[dict[str, object]] = json.loads((DEMO / f"{name}.json").read_text(encoding="utf-8"))[name]
    return found


class Demo(TestCase):
    def test_what_leads_would_be_signed(self) -> None:
        boards = tuple(Board.model_validate(row) for row in _read("boards"))
        waters = {row["name"]: {k: v for k, v in row.items() if k != "about"} for row in _read("breaks")}
        rows = _read("fittings")
        self.assertEqual({row["surfer"]["name"] for row in rows}, set(SIGNED))
        for row in rows:
            surfer = Surfer.model_validate(row["surfer"])
            water = Water.model_validate(waters[row["at"]])
            answer = rank(RankRequest(surfer=surfer, water=water, boards=boards, quick=True))
            first = answer.ranking[0]
            kinds, (low, high) = SIGNED[surfer.name]
            with self.subTest(surfer.name, first=f"{first.family}, {first.litres:.1f} L"):
                self.assertLessEqual(kinds, set(families()))
                self.assertIn(first.family, kinds)
                self.assertTrue(low <= first.litres <= high)
                self.assertEqual(first.over_budget, 0)
