"""``./chord papers calibrate``: learn what advisors expect from judged fittings and write it into the tables.

Litres, length and width are ridge regressions of logs with bounds (each number a range that the trade would
sign); kinds are a multinomial logistic regression with normal priors. What is learned is judged on fittings
that were not used: ten folds, and one advisor's set left out at a time. Run in the environment of the core.
"""

from __future__ import annotations

import json
import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import numpy as np
from scipy.optimize import lsq_linear, minimize

from chord_core.fit.expected import dims, kinds, litres
from chord_core.fit.expected.facts import facts_of
from chord_core.fit.judge.baseline import build_baseline
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import closed_in
from chord_core.tables import families, tables
from chord_core.tables.schema import Learned
from tooling.judged import Answer, Judged, sets_of, tenths

TABLES = Path(__file__).resolve().parent.parent / "core" / "chord_core" / "tables"
#: Spread of one advisor's litres, length and width about the rule, in logs: what a fitting counts.
_NOISE = {"litres": 0.07, "length_m": 0.03, "width_m": 0.03}
#: Of the kinds that are accepted, the share of the first; the rest share what is left.
_FIRST = 0.6
SEA = ("soft", "middle", "long", "short")


@dataclass(frozen=True)
class Linear:
    """Numbers of a linear rule by name."""

    numbers: dict[str, float]

    def at(self, terms: dict[str, float]) -> float:
        """The rule's value."""
        return sum(self.numbers.get(name, 0.0) * value for name, value in terms.items())


def fit_linear(
    rows: Sequence[dict[str, float]], values: Sequence[float], table_rows: Mapping[str, Learned], noise: float
) -> Linear:
    """Ridge regression with bounds: each number is drawn to its prior by its own spread, inside its range.

    Args:
        table_rows: the numbers of a table, with prior, spread and range.
        noise: spread of a value about the rule.
    """
    names = list(table_rows)
    design = np.array([[row.get(name, 0.0) for name in names] for row in rows])
    prior = np.array([table_rows[name].prior for name in names])
    spread = np.array([table_rows[name].spread for name in names])
    low, high = (np.array([getattr(table_rows[name], end) for name in names]) for end in ("low", "high"))
    found = lsq_linear(
        np.vstack([design / noise, np.diag(1 / spread)]),
        np.concatenate([np.array(values) / noise, prior / spread]),
        bounds=(low, high),
    )
    return Linear(dict(zip(names, (float(one) for one in found.x), strict=True)))


def _names(part: str) -> list[str]:
    return list(getattr(tables().expected_kinds, part))


@dataclass(frozen=True)
class Designs:
    """Facts of all judged fittings as arrays: of classes (n, facts), of kinds (n, facts), of the very kind
    (n, kinds, facts), which kinds belong to craft and water (n, kinds), and what was judged (n, kinds)."""

    of_class: Any
    of_kind: Any
    own: Any
    belongs: Any
    judged: Any

    def rows(self, rows: Sequence[int]) -> Designs:
        """The same of some fittings."""
        at = np.array(rows, int)
        return Designs(self.of_class[at], self.of_kind[at], self.own[at], self.belongs[at], self.judged[at])


def designs(cases: Sequence[Judged]) -> Designs:
    """The facts of fittings."""
    every = [facts_of(case.rider, case.conditions) for case in cases]
    names = list(families())
    of_class = np.array([[facts.get(name, 0.0) for name in _names("classes")] for facts in every])
    of_kind = np.array([[1.0, *(facts.get(name, 0.0) for name in _names("kinds"))] for facts in every])
    own = np.array(
        [[[kinds.own_facts(case.rider, kind).get(fact, 0.0) for fact in _names("own")] for kind in names]
         for case in cases]
    )  # fmt: skip
    belongs = np.array(
        [[kinds.of_this_craft(f, case.rider.craft, case.conditions.river) for f in families().values()]
         for case in cases]
    )  # fmt: skip
    said = np.array([_shares_of(case, names) for case in cases]) * belongs
    return Designs(of_class, of_kind, own, belongs, said / np.maximum(said.sum(axis=1, keepdims=True), 1e-9))


def _shares_of(case: Judged, names: Sequence[str]) -> list[float]:
    first, *others = case.accepted
    rest = {name: (1 - _FIRST) / len(others) for name in others} if others else {}
    return [(_FIRST if others else 1.0) if name == first else rest.get(name, 0.0) for name in names]


@dataclass(frozen=True)
class Kinds:
    """Weights of the facts in log-odds: of the sea's classes (4, facts), of kinds (kinds, 1 + facts), own."""

    of_class: Any
    of_kind: Any
    own: Any

    def log_shares(self, data: Designs) -> Any:
        """Log shares of kinds, (n, kinds); -inf for those of another craft or water."""
        score = _scores(data, self.of_class, self.of_kind, self.own)
        score -= score.max(axis=1, keepdims=True)
        return score - np.log(np.exp(score).sum(axis=1, keepdims=True))


_CLASS_OF = np.array(
    [SEA.index(f.board_class) if f.board_class in SEA else len(SEA) for f in families().values()]
)


def _scores(data: Designs, of_class: Any, of_kind: Any, own: Any) -> Any:
    every = np.vstack([of_class, np.zeros(of_class.shape[1])])
    score = data.of_class @ every[_CLASS_OF].T + data.of_kind @ of_kind.T + data.own @ own
    return np.where(data.belongs, score, -np.inf)


def fit_kinds(data: Designs) -> Kinds:
    """Multinomial logistic regression with normal priors about 0 (spreads in ``expected_kinds``)."""
    rules = tables().expected_kinds.spreads
    shapes = [(len(SEA), data.of_class.shape[1]), (len(families()), data.of_kind.shape[1]),
              (data.own.shape[2],)]  # fmt: skip
    drawn = (rules.of_class, rules.kind, rules.own)
    spreads = [np.full(shape, spread) for shape, spread in zip(shapes, drawn, strict=True)]
    spreads[1][:, 0] = rules.usual
    ends = np.cumsum([math.prod(shape) for shape in shapes])

    def unpacked(flat: Any) -> list[Any]:
        return [part.reshape(shape) for part, shape in zip(np.split(flat, ends[:-1]), shapes, strict=True)]

    def cost(flat: Any) -> tuple[float, Any]:
        now = unpacked(flat)
        logs = Kinds(*now).log_shares(data)
        shares = np.exp(logs)
        off = shares - data.judged
        said = np.where(data.judged > 0, data.judged * np.where(data.judged > 0, logs, 0.0), 0.0)
        by_kind = off.T @ data.of_class
        of_class = np.zeros((len(SEA) + 1, data.of_class.shape[1]))
        np.add.at(of_class, _CLASS_OF, by_kind)
        slopes = [of_class[: len(SEA)], off.T @ data.of_kind, np.einsum("ij,ijk->k", off, data.own)]
        total = -said.sum() + sum(float(((p / s) ** 2).sum()) / 2 for p, s in zip(now, spreads, strict=True))
        made = [slope + p / s**2 for slope, p, s in zip(slopes, now, spreads, strict=True)]
        return float(total), np.concatenate([part.ravel() for part in made])

    found = minimize(cost, np.zeros(ends[-1]), jac=True, method="L-BFGS-B", options={"maxiter": 400})
    return Kinds(*unpacked(found.x))


@dataclass(frozen=True)
class Rules:
    """All that is learned from some fittings."""

    kinds: Kinds
    litres: Linear
    dims: dict[str, Linear]


def learn(cases: Sequence[Judged], data: Designs, rows: Sequence[int]) -> Rules:
    """Learn from some of the fittings."""
    some = [cases[at] for at in rows]
    volume = fit_linear(
        [litres.terms(case.rider, case.conditions, case.accepted[0]) for case in some],
        [case.middle("litres") for case in some],
        tables().expected_litres.numbers,
        _NOISE["litres"],
    )
    sizes = {
        name: fit_linear(
            [dims.terms(case.conditions, case.rider.height_m, case.accepted[0],
                        math.exp(case.middle("litres")))
             for case in some],
            [case.middle(name) for case in some],
            tables().expected_dims.of(name).numbers,
            _NOISE[name],
        )
        for name in ("length_m", "width_m")
    }  # fmt: skip
    return Rules(fit_kinds(data.rows(rows)), volume, sizes)


def _litres_of(learned: Rules, case: Judged, name: str, shares: dict[str, float]) -> float:
    rule = {kind: learned.litres.at(litres.terms(case.rider, case.conditions, kind)) for kind in shares}
    return math.exp(litres.with_others(name, rule, shares))


def _wish_within() -> float:
    """Log-odds under the first kind from which a wish leads (negative)."""
    return math.log(tables().fit.wish_from / 100) / float(tables().expected_kinds.power)


def answer_by(learned: Rules, case: Judged, logs: Any, more: Any) -> Answer:
    """The first answer by what was learned.

    Args:
        logs: log shares of the kinds from the facts alone, by which litres are expected.
        more: what the ride adds to them.
    """
    named = [(name, at) for at, name in enumerate(families()) if np.isfinite(logs[at])]
    shares = {name: math.exp(float(logs[at])) for name, at in named}
    stands = kinds.class_first({name: float(logs[at] + more[at]) for name, at in named})
    lead = max(stands, key=lambda name: stands[name])
    wish = case.rider.surfer.wish
    if wish in stands and stands[wish] >= stands[lead] + _wish_within():
        lead = wish
    least = stands[lead] + math.log(tables().expected_kinds.either)
    together = tuple(name for name, log in stands.items() if log >= least)
    return Answer(lead, together, _litres_of(learned, case, lead, shares))


def answers_out(
    cases: Sequence[Judged], data: Designs, folds: Sequence[Sequence[int]], more: Any = 0.0, out: bool = True
) -> list[Answer]:
    """The first answer to each fitting by what was learned without its fold.

    Args:
        more: log-odds that are added to the log shares, (n, kinds), as what the ride says.
        out: whether what is answered is left out of what is learned.
    """
    made: dict[int, Answer] = {}
    more = np.broadcast_to(np.asarray(more, float), data.belongs.shape)
    for fold in folds:
        left = set(fold) if out else set()
        learned = learn(cases, data, [at for at in range(len(cases)) if at not in left])
        logs = learned.kinds.log_shares(data.rows(fold))
        for row, at in enumerate(fold):
            made[at] = answer_by(learned, cases[at], logs[row], more[at])
    return [made[at] for at in range(len(cases))]


def _rounded(value: float) -> float:
    return round(value, 4) + 0.0


def write_tables(learned: Rules) -> None:
    """Write what was learned into the tables, numbers only; reasons and ranges stay."""
    _write("expected_litres", lambda rows: _fill(rows["numbers"], learned.litres))
    _write(
        "expected_dims",
        lambda rows: _fill_dims(rows, learned.dims),
    )
    _write("expected_kinds", lambda rows: _fill_kinds(rows, learned.kinds))


def _fill(rows: dict[str, Any], rule: Linear) -> None:
    for name, row in rows.items():
        row["value"] = _rounded(rule.numbers[name])


def _fill_dims(rows: dict[str, Any], rules: Mapping[str, Linear]) -> None:
    for name, rule in rules.items():
        _fill(rows[name]["numbers"], rule)


def _fill_kinds(rows: dict[str, Any], found: Kinds) -> None:
    names = list(families())
    rows["kinds_usual"] = {name: _rounded(float(found.of_kind[at, 0])) for at, name in enumerate(names)}
    for at, fact in enumerate(rows["classes"]):
        rows["classes"][fact] |= {one: _rounded(float(found.of_class[k, at])) for k, one in enumerate(SEA)}
    for at, fact in enumerate(rows["kinds"], 1):
        reason = {"reason": rows["kinds"][fact]["reason"]}
        weights = {name: _rounded(float(found.of_kind[k, at])) for k, name in enumerate(names)}
        rows["kinds"][fact] = reason | {name: w for name, w in weights.items() if abs(w) >= 0.0005}
    for at, fact in enumerate(rows["own"]):
        rows["own"][fact]["value"] = _rounded(float(found.own[at]))


def _write(name: str, fill: Any) -> None:
    file = TABLES / f"{name}.json"
    rows = json.loads(file.read_text(encoding="utf-8"))
    fill(rows)
    file.write_text(dumped(rows), encoding="utf-8")


def dumped(rows: Any, depth: int = 0) -> str:
    """JSON with a row a line: objects that hold no others are written in one."""
    if not isinstance(rows, dict) or (depth and not any(isinstance(value, dict) for value in rows.values())):
        return json.dumps(rows, ensure_ascii=False)
    inner = "  " * (depth + 1)
    lines = [
        f"{inner}{json.dumps(key, ensure_ascii=False)}: {dumped(value, depth + 1)}"
        for key, value in rows.items()
    ]
    return "{\n" + ",\n".join(lines) + "\n" + "  " * depth + "}" + ("\n" if not depth else "")


def ride_says(cases: Sequence[Judged]) -> Any:
    """What the ride and the gates add to the log shares of the kinds, (n, kinds)."""
    rows = []
    for one in cases:
        case = Case(one.rider, one.conditions, (), one.water)
        physics = build_baseline(case, None).best.physics
        least = min(physics.values())
        rows.append([_SHUT if closed_in(case, name) else physics.get(name, least) for name in families()])
    return np.array(rows)


#: Log-odds of a kind behind a gate: none.
_SHUT = -20.0
#: A shuffling more or less moves the mean by half a fitting in a hundred: eight of them.
FOLD_SEEDS = tuple(range(1, 9))


def folds_of(cases: Sequence[Judged]) -> dict[str, list[list[list[int]]]]:
    """The ways in which fittings are left out: ten folds in some shufflings, one set at a time."""
    return {
        "10 folds": [tenths(len(cases), seed) for seed in FOLD_SEEDS],
        "one set left out": [sets_of(cases)],
    }
