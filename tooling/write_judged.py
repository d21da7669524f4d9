"""Write docs/judged.md: how well the answer meets judged fittings that it was not learned from."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

import numpy as np

from chord_core.tables import rungs
from tooling.calibrate import answers_out, designs, folds_of, learn, ride_says, write_tables
from tooling.judged import Answer, Held, Judged, held, judged, parts_held

_WORST = 20

Who = Callable[[Judged], bool]
#: Kinds of customer.
GROUPS: dict[str, Who] = {
    "children under 40 kg": lambda one: one.rider.child,
    "first boards (starter, standing)": lambda one: one.rider.rung.step <= rungs()["standing"].step,
    "light (40 to 60 kg)": lambda one: 40 <= one.rider.mass_kg < 60,
    "heavy (from 95 kg)": lambda one: one.rider.mass_kg >= 95,
    "older (from 50)": lambda one: one.rider.age >= 50,
    "strong in weak water": lambda one: one.rider.rung.step >= rungs()["carving"].step
    and one.conditions.steepness in ("crumbly", "soft") and not one.conditions.river,
    "longboards accepted first": lambda one: one.accepted[0]
    in ("nose-rider", "performance longboard", "long pulled-in", "big-wave longboard"),
    "big or steep water": lambda one: one.conditions.days.usual_m > 1.8
    or one.conditions.steepness in ("steep", "hollow"),
    "river": lambda one: one.conditions.river,
    "stand-up": lambda one: one.rider.craft == "stand_up",
}  # fmt: skip


def _row(name: str, rows: Sequence[Held]) -> str:
    cases = rows[0].cases

    def share(part: str) -> str:
        mean = float(np.mean([getattr(row, part) for row in rows]))
        return f"{mean:.{int(len(rows) > 1)}f} ({mean / max(cases, 1):.0%})"

    return (
        " | ".join([f"| {name}", str(cases), *map(share, ("kind", "none_rejected", "litres", "all"))]) + " |"
    )


_HEAD = ["| | fittings | kind | none rejected | litres | all three |", "|---|---|---|---|---|---|"]


def _part(cases: Sequence[Judged], answers: Sequence[Answer], who: Who) -> Held:
    rows = [at for at, case in enumerate(cases) if who(case)]
    return held([cases[at] for at in rows], [answers[at] for at in rows])


def _miss(case: Judged, answer: Answer) -> float:
    kind, none_rejected, _ = parts_held(case, answer)
    low, high = case.litres
    off = max(np.log(low / answer.litres), np.log(answer.litres / high), 0.0)
    return float(off + 0.15 * (not kind) + 0.15 * (not none_rejected))


def _who(case: Judged) -> str:
    rider, conditions = case.rider, case.conditions
    board = rider.surfer.present_board
    words = [f"{rider.mass_kg:.0f} kg", f"{rider.age}", rider.rung.name, f"{rider.fitness} fitness"]
    words += [rider.surfer.aim] if rider.surfer.aim else []
    words += [f"asks for {rider.surfer.wish}"] if rider.surfer.wish else []
    words += [f"rides {board.family}"] if board else []
    return ", ".join([*words, f"{conditions.days.usual_m:.1f} m {conditions.steepness}"])


def _worst(cases: Sequence[Judged], answers: Sequence[Answer]) -> list[str]:
    order = sorted(range(len(cases)), key=lambda at: -_miss(cases[at], answers[at]))[:_WORST]
    rows = ["| who and where | answer | accepted |", "|---|---|---|"]
    for at in order:
        case, answer = cases[at], answers[at]
        low, high = case.litres
        accepted = f"{', '.join(case.accepted)}, {low:g} to {high:g} L"
        rows.append(f"| {_who(case)} | {answer.kind}, {answer.litres:.0f} L | {accepted} |")
    return rows


_ABOUT = (
    "Written by `./chord papers calibrate`. Ten advisors judged 40 fittings each: kinds of board that would"
    " do as first answer, kinds that would be a mistake, and the litres, length and width of the first kind"
    " (`core/judged/fittings.json`). What is expected from the facts alone is learned from them"
    " (`tables/expected_*.json`), and judged here on fittings that were left out. A first answer holds if its"
    " kind is accepted, no kind that is said together with it is rejected, and its litres are accepted.",
    "",
    "A second advisor, blind, on 80 of them: 72 hold. The version before, which learned nothing from them:"
    " 166 of the 400.",
    "",
)


def _of_set(name: str) -> Who:
    return lambda case: case.set == name


def judged_paper() -> list[str]:
    """Learn, write the tables, and say how well fittings are met that were left out."""
    cases = judged()
    data: Any = designs(cases)
    ride = ride_says(cases)
    out = {name: [answers_out(cases, data, folds, ride) for folds in ways]
           for name, ways in folds_of(cases).items()}  # fmt: skip
    inside = answers_out(cases, data, [list(range(len(cases)))], ride, out=False)
    write_tables(learn(cases, data, range(len(cases))))
    sets = list(dict.fromkeys(case.set for case in cases))
    left = out["one set left out"][0]
    return [
        "# Judged fittings",
        "",
        *_ABOUT,
        *_HEAD,
        *(_row(name, [held(cases, one) for one in ways]) for name, ways in out.items()),
        _row("learned from all (no test)", [held(cases, inside)]),
        "",
        "## By advisor, that advisor's set left out",
        "",
        *_HEAD,
        *(_row(name, [_part(cases, left, _of_set(name))]) for name in sets),
        "",
        "## By kind of customer, one set left out at a time",
        "",
        *_HEAD,
        *(_row(name, [_part(cases, left, who)]) for name, who in GROUPS.items()),
        "",
        f"## The {_WORST} worst, one set left out at a time",
        "",
        *_worst(cases, left),
    ]
