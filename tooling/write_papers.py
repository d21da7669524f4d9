"""Write docs/grid.md, docs/fittings.md and docs/constants.md from the core's answers. Run in the environment:
``python -m tooling.write_papers NAME FOLDER``."""

from __future__ import annotations

import json
import sys
from contextlib import AbstractContextManager
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import numpy as np
from scipy.stats import spearmanr

from chord_core.documents import Board, SizeRequest, SolveRequest, Surfer, Water, parse
from chord_core.documents.verbs.solve import SolveResult
from chord_core.fit.answer.size import size
from chord_core.fit.answer.solve import solve
from chord_core.fit.judge.candidates import fit_in
from chord_core.fit.judge.case import Case, case_with
from chord_core.fit.rules.cautions import cautions_for
from chord_core.fit.rules.gates import a
from chord_core.fit.rules.reference_boards import board_at
from chord_core.line import read_line
from chord_core.tables import families, rungs, tables, using_tables
from chord_core.tables.answer_schema import PartWeights
from chord_core.tables.calibration import scaled_constant
from chord_core.tables.whole import with_table
from tooling.write_judged import judged_paper

WATERS: dict[str, dict[str, Any]] = {
    "crumbly, knee": {"usual_m": 0.5, "steepness": "crumbly"},
    "soft, thigh": {"usual_m": 0.7, "steepness": "soft"},
    "average, waist": {"usual_m": 1.0, "steepness": "average"},
    "punchy, chest": {"usual_m": 1.3, "steepness": "steep"},
    "hollow, overhead": {"usual_m": 2.1, "steepness": "hollow"},
    "open ocean, big": {"small_m": 2.2, "usual_m": 3.2, "big_m": 4.8, "steepness": "average"},
}
MASSES = (58, 75, 92)
#: More surfers: name, facts, water.
OTHERS: tuple[tuple[str, dict[str, Any], dict[str, Any]], ...] = (
    ("first board, starter", {"rung": "starter"}, {"kind": "white_water", "usual_m": 0.5}),
    ("first board, standing", {"rung": "standing"}, {"usual_m": 0.6, "steepness": "soft"}),
    (
        "progress, green wave",
        {"rung": "green wave", "aim": "progress"},
        {"usual_m": 0.8, "steepness": "soft"},
    ),
    ("progress, trimming", {"rung": "trimming", "aim": "progress"}, {"usual_m": 1.0}),
    ("keep and share, starter", {"rung": "starter", "aim": "keep and share"}, {"usual_m": 0.5}),
    ("keep and share, trimming", {"rung": "trimming", "aim": "keep and share"}, {"usual_m": 0.8}),
    ("more waves, linking", {"rung": "linking", "aim": "more waves"}, {"usual_m": 0.7, "steepness": "soft"}),
    ("nose-ride", {"rung": "linking", "aim": "nose-ride"}, {"usual_m": 0.7, "steepness": "crumbly"}),
    ("nose-ride, steep", {"rung": "linking", "aim": "nose-ride"}, {"usual_m": 1.1, "steepness": "steep"}),
    (
        "carve long",
        {"rung": "linking", "aim": "carve long", "wish": "performance longboard"},
        {"usual_m": 1.0},
    ),
    (
        "longboard, good days",
        {"rung": "carving", "aim": "good days", "wish": "big-wave longboard"},
        {"usual_m": 2.0, "steepness": "soft"},
    ),
    ("stand-up, standing", {"rung": "standing", "craft": "stand_up"}, {"usual_m": 0.5, "steepness": "soft"}),
    ("stand-up, carving", {"rung": "carving", "craft": "stand_up"}, {"usual_m": 1.2}),
    ("river, slow", {"rung": "trimming"}, {"kind": "river", "usual_m": 0.5, "flow_m_s": 2.8}),
    ("river, fast", {"rung": "carving"}, {"kind": "river", "usual_m": 1.0, "flow_m_s": 4.3}),
)
CHILDREN: tuple[tuple[str, dict[str, Any], dict[str, Any]], ...] = (
    ("child of 24 kg, starter", {"mass_kg": 24, "height_m": 1.22, "rung": "starter"}, {"usual_m": 0.4}),
    ("child of 30 kg, standing", {"mass_kg": 30, "height_m": 1.34, "rung": "standing"}, {"usual_m": 0.5}),
    ("child of 38 kg, trimming", {"mass_kg": 38, "height_m": 1.48, "rung": "trimming"}, {"usual_m": 0.7}),
)


def _solved(facts: dict[str, Any], water: dict[str, Any]) -> SolveResult:
    return solve(SolveRequest(surfer=parse(Surfer, facts), water=parse(Water, water)))


def _cell(result: SolveResult) -> str:
    """Family, dims and litres, rides an hour; what is said first where somebody should not be there."""
    if result.board is None or result.ranked is None:
        return result.not_yet or "-"
    family, _, dims = result.board.name.partition(", ")
    rides, stays = result.ranked.on_the_wave.rides, result.ranked.on_the_wave.stays_on
    count = f"{rides.usual:.1f}/h" if rides else f"stays {stays:.0%}"
    return f"{family}<br>{dims}<br>{count}"


def _not_here(facts: dict[str, Any], water: dict[str, Any]) -> bool:
    case = case_with(parse(Surfer, facts), parse(Water, water))
    assert case
    return any(caution.severity == "stop" for caution in cautions_for(case.rider, case.conditions))


def _table(heads: list[str], rows: list[list[str]]) -> list[str]:
    line = "| " + " | ".join(heads) + " |"
    return [line, "|" + "---|" * len(heads), *("| " + " | ".join(row) + " |" for row in rows), ""]


def grid() -> list[str]:
    """The best board for every rung, mass and water, and for surfers beside the ladder."""
    out = ["# The grid of best boards", "",
           "Written by `./chord papers grid`: for each surfer the board that `solve` finds: family, dims,"
           " rides an hour. A cell in italics is not advice: the caution *not yet, not here* goes before it."
           " What is still wrong stands at the end.", ""]  # fmt: skip
    for mass in MASSES:
        rows = []
        for rung in rungs():
            row = [rung]
            for water in WATERS.values():
                facts = {"mass_kg": mass, "rung": rung}
                cell = _cell(_solved(facts, water))
                row.append(f"*{cell.replace('<br>', '*<br>*')}*" if _not_here(facts, water) else cell)
            rows.append(row)
        out += [f"## {mass} kg", "", *_table(["", *WATERS], rows)]
    rows = [
        [name, *(_cell(_solved({"mass_kg": mass, **facts}, water)) for mass in MASSES)]
        for name, facts, water in OTHERS
    ]
    out += ["## Beside the ladder", "", *_table(["", *(f"{mass} kg" for mass in MASSES)], rows)]
    rows = [[name, _cell(_solved(facts, water))] for name, facts, water in CHILDREN]
    return [*out, "## Children", "", *_table(["", "board"], rows)]


def surfer_of(fitting: dict[str, Any]) -> Surfer:
    """The surfer of a written fitting, the present board read from its line."""
    facts = dict(fitting["surfer"])
    if "line" in fitting:
        family, text = fitting["line"]
        line = read_line(text)
        facts["present_board"] = {
            "family": family,
            "length_m": line.length_m,
            "width_m": line.width_m,
            "thickness_m": line.thickness_m,
            "stated_litres": line.stated_litres,
        }
    return parse(Surfer, facts)


def _another_kind(fitting: dict[str, Any]) -> str:
    """What is said of another kind than was written: the right ones that are as good, if any."""
    kinds = size(SizeRequest(surfer=surfer_of(fitting), water=parse(Water, fitting["water"]))).families
    either = [kind.family for kind in kinds if kind.either and kind.family in fitting["right"]]
    return f"either: {' or '.join(map(a, either))} would do as well" if either else "another kind"


def _verdict(fitting: dict[str, Any], result: SolveResult) -> str:
    assert result.ranked
    if fitting.get("not_here"):
        return "not here"
    wrong = [] if result.ranked.family in fitting["right"] else [_another_kind(fitting)]
    low, high = fitting["litres"]
    if not low <= result.ranked.litres <= high:
        wrong.append(f"{result.ranked.litres:.1f} L, {low:g} to {high:g} were written")
    return "; ".join(wrong) or "as written"


def fittings() -> list[str]:
    """What an advisor would say beside what is solved."""
    source = Path(__file__).resolve().parent.parent / "core" / "tests" / "fittings.json"
    rows, agreed = [], 0
    written = json.loads(source.read_text(encoding="utf-8"))["fittings"]
    for fitting in written:
        result = solve(SolveRequest(surfer=surfer_of(fitting), water=parse(Water, fitting["water"])))
        verdict = _verdict(fitting, result)
        agreed += verdict.startswith(("as written", "not here", "either"))
        rows.append([fitting["who"], fitting["advice"], _cell(result), verdict])
    return [
        "# Fittings",
        "",
        "Written by `./chord papers fittings`. The middle column was written before anything was run"
        " (core/tests/fittings.json): what a good advisor would say. The right one is what `solve` finds."
        f" {agreed} of {len(rows)} agree in kind and litres: one hand wrote these, and other advisors judge"
        " differently; how well the answer meets ten of them, out of fold, stands in judged.md.",
        "",
        *_table(["who", "an advisor", "solved", ""], rows),
    ]


@dataclass(frozen=True)
class _Order:
    """A case and what hangs in its rack."""

    case: Case
    boards: list[Board]

    def fit(self) -> np.ndarray:
        return fit_in(self.case, None, self.boards)


def _orders() -> list[_Order]:
    cases = (
        ({"mass_kg": 68, "rung": "green wave"}, {"usual_m": 0.8, "steepness": "soft"}),
        ({"mass_kg": 75, "rung": "trimming"}, {"usual_m": 0.9}),
        ({"mass_kg": 80, "rung": "linking", "aim": "more waves"}, {"usual_m": 0.7, "steepness": "crumbly"}),
        ({"mass_kg": 72, "rung": "linking", "aim": "one board for everything"}, {"usual_m": 1.1}),
        ({"mass_kg": 70, "rung": "carving"}, {"usual_m": 1.3, "steepness": "steep", "wind": "onshore"}),
        ({"mass_kg": 75, "rung": "critical"}, {"usual_m": 2.0, "steepness": "hollow"}),
        ({"mass_kg": 75, "rung": "linking", "aim": "nose-ride"}, {"usual_m": 0.7, "steepness": "crumbly"}),
        ({"mass_kg": 82, "rung": "carving", "aim": "good days"}, {"usual_m": 2.8, "steepness": "steep"}),
    )
    sea = [f for f in families().values() if f.board_class not in ("river", "stand-up")]
    boards = [board_at(family, place) for family in sea for place in (0.1, 0.3, 0.5, 0.7, 0.9)]
    found = []
    for facts, water in cases:
        case = case_with(parse(Surfer, facts), parse(Water, water))
        assert case
        fit = fit_in(case, None, boards)
        found.append(_Order(case, [b for b, value in zip(boards, fit, strict=True) if value > 0]))
    return found


def _hangs_on(orders: list[_Order], before: list[np.ndarray]) -> tuple[float, int]:
    """The worst rank correlation with the order before, and in how many cases another board leads."""
    worst, changed = 1.0, 0
    for order, was in zip(orders, before, strict=True):
        now = order.fit()
        worst = min(worst, float(spearmanr(was, now).statistic))
        changed += int(now.argmax() != was.argmax())
    return worst, changed


def _weighed(factor: str, by: float) -> AbstractContextManager[None]:
    """Everything inside is weighed with one factor of the fit times ``by``, the rest making up for it."""
    fit = tables().fit
    weights = {}
    for name, row in fit.weights.items():
        plain = row.model_dump()
        moved = plain | {factor: plain[factor] * by}
        scale = sum(plain.values()) / sum(moved.values()) if sum(plain.values()) else 1.0
        weights[name] = PartWeights(**{part: value * scale for part, value in moved.items()})
    return using_tables(with_table(tables(), "fit", fit.model_copy(update={"weights": weights})))


def _moves(by: float) -> str:
    return f"{by - 1:+.0%}"


def constants() -> list[str]:
    """For each constant of the craft, how much the order of boards moves when it is moved by a fifth."""
    orders = _orders()
    before = [order.fit() for order in orders]
    rows = []
    for row in tables().craft.constants:
        found = []
        for by in (0.8, 1.2):
            with scaled_constant(row.name, by):
                found.append(_hangs_on(orders, before))
        worst, changed = min(one[0] for one in found), max(one[1] for one in found)
        spread = f"{row.low:g} to {row.high:g}"
        rows.append([row.name, f"{row.value:g}", spread, f"{worst:.3f}", str(changed), row.reason])
    rows.sort(key=lambda row: float(row[3]))
    weights = []
    for factor in ("rides", "style", "handling", "growth"):
        found = []
        for by in (0.8, 1.2):
            with _weighed(factor, by):
                found.append(_hangs_on(orders, before))
        weights.append([factor, f"{min(f[0] for f in found):.3f}", str(max(f[1] for f in found))])
    return [
        "# Constants of the craft",
        "",
        "Written by `./chord papers constants`: each constant of `tables/craft.json` times .8 and 1.2, and"
        f" how the order of the open boards moves in {len(orders)} cases (surfers from green wave to"
        " critical, waters from crumbly knee-high to double overhead, up to 90 ordinary boards): the worst"
        " rank correlation with the order as it is, and in how many cases another board leads. Those on"
        " which most hangs stand first.",
        "",
        *_table(
            ["constant", "value", "could as well lie", "rank correlation", "leaders changed", "reason"], rows
        ),
        "## Weights of the fit",
        "",
        *_table(["factor", "rank correlation", "leaders changed"], weights),
    ]


WRITERS = {"calibrate": judged_paper, "grid": grid, "fittings": fittings, "constants": constants}
#: Papers whose file has another name.
_FILES = {"calibrate": "judged"}
#: What an advisor says of a paper, kept in a file of its own beside it.
_READ = "read"


def main() -> int:
    """Write one paper into a folder; remarks from a file beside it are kept at its end."""
    name, folder = sys.argv[1], Path(sys.argv[2])
    text = "\n".join(WRITERS[name]())
    remarks = folder / _READ / f"{_FILES.get(name, name)}.md"
    if remarks.exists():
        text += "\n" + remarks.read_text(encoding="utf-8")
    (folder / f"{_FILES.get(name, name)}.md").write_text(text.rstrip() + "\n", encoding="utf-8")
    return 0


if __name__ == "__main__":
    sys.exit(main())
