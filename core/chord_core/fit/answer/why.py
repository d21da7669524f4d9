"""Why the answer is what it is: derivations of litres, fit and feel, and the verbs with them."""

from __future__ import annotations

import math

from chord_core.documents.verbs.compare import CompareRequest, CompareResult
from chord_core.documents.verbs.rank import RankRequest, RankResult
from chord_core.documents.verbs.size import SizeRequest, SizeResult
from chord_core.documents.verbs.solve import SolveRequest, SolveResult
from chord_core.documents.why import Derivation
from chord_core.fit.answer.compare import compare
from chord_core.fit.answer.rank import JudgedRack, judge_rack, rank
from chord_core.fit.answer.size import size
from chord_core.fit.answer.solve import solve
from chord_core.fit.expected.litres import log_litres, terms
from chord_core.fit.judge.case import Case, case_of, case_with
from chord_core.fit.judge.factors import FACTORS, Judged
from chord_core.fit.rules.gates import a
from chord_core.fit.rules.similarity import felt_of
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array
from chord_core.ride.fins import fins_of
from chord_core.ride.formula import CRAFT
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.tables import tables
from chord_core.tables.calibration import calibration
from chord_core.why.derivation import Quantity, derivation

_LEARNED = "learned from judged fittings (tables/expected_litres.json)"
_ANSWER = "rule of the answer (tables/fit.json)"


def _name(at: int) -> str:
    return f"x{at}"


def litres_derivations(case: Case, family: str) -> tuple[Derivation, ...]:
    """How the litres that are expected on a kind of board come about: the sum of what each fact adds to the
    log, and those of the kinds that would do as well."""
    numbers = tables().expected_litres.numbers
    facts = terms(case.rider, case.conditions, family)
    added: dict[str, Quantity] = {
        _name(at): (float(numbers[name].value) * value, "", f"{name}: {numbers[name].reason}")
        for at, (name, value) in enumerate(sorted(facts.items()))
        if name in numbers and value
    }
    own = math.exp(log_litres(case.rider, case.conditions, (family,))[family])
    expected = case.expected.litres(family).middle
    others = expected / own
    return (
        derivation(
            "expected_l",
            f"Litres that are expected on {a(family)}",
            f"exp({' + '.join(added)}) * n",
            expected,
            "L",
            _LEARNED,
            "judged fittings",
            n=(others, "", "kinds that would do as well, by their shares"),
            also=added,
        ),
    )


def _fit(rack: JudgedRack, row: int) -> Derivation:
    judged, best = rack.judged, rack.sized.baseline.best
    factors = judged.factors(best)
    heard = float(judged.complaint_scores.factor(len(judged.hull))[row])
    symbols = {"rides": "r", "style": "s", "handling": "h", "growth": "g"}
    weights: dict[str, Quantity] = {
        f"w{symbols[name]}": (judged.weights[name], "", f"weight of {name}") for name in FACTORS
    }
    values: dict[str, Quantity] = {symbols[name]: (float(factors[name][row]), "", name) for name in FACTORS}
    power = " * ".join(f"max({symbols[name]}, 1e-9)**w{symbols[name]}" for name in FACTORS)
    norm = best.norms.get(judged.families[row], max(best.norms.values()))
    over = float(tables().fit.over_expected)
    reached = float(judged.product(best)[row]) / norm
    kind = float(judged.kind(best)[row])
    own = 100 * kind * min(reached, 1 + over * (reached - 1))
    ratio = f"({power} * heard / norm)"
    return derivation(
        "fit",
        "Fit for the surfer alone: 100 is the expected board of the kind that is expected first",
        f"100 * kind * min({ratio}, 1 + o * ({ratio} - 1))",
        own,
        "",
        _ANSWER,
        kind=(kind, "", "kind: how probable it is as first answer, over the first one"),
        heard=(heard, "", "what is kept of the fit for the complaints"),
        norm=(norm, "", "the same product of the expected board of this kind"),
        o=(over, "", "what counts of being better than that"),
        also=values | weights,
    )


def _growth(judged: Judged, row: int) -> tuple[Derivation, ...]:
    growth, litres = judged.growth, float(judged.hull.litres[row])
    return (
        derivation(
            "growth",
            "Growth",
            "l * m * w * n * d",
            float(growth.growth[row]),
            "",
            _ANSWER,
            l=(float(growth.litres[row]), "", "litres against those expected"),
            m=(float(growth.length[row]), "", "length against that expected"),
            w=(float(growth.width[row]), "", "width against that expected"),
            n=(float(growth.learn[row]), "", "room for the next rung's turn"),
            d=(float(growth.shared[row]), "", "stood on by who shares it"),
        ),
        derivation(
            "growth.litres",
            "Litres against those expected",
            "exp(-(ln(V / e) / s)**2 / 2)",
            float(growth.litres[row]),
            "",
            CRAFT,
            V=(litres, "L", "litres of the board"),
            e=(float(growth.wanted.litres[row]), "L", "litres expected on this kind of board"),
            s=(calibration().growth_litres, "", "how far litres may be off, in logs"),
        ),
    )


def _others(judged: Judged, factors: dict[str, Array], row: int) -> tuple[Derivation, ...]:
    handling = judged.handling
    return (
        derivation(
            "handling",
            "Handling",
            "c * d",
            float(handling.handling[row]),
            "",
            _ANSWER,
            c=(float(handling.carry[row]), "", "carried: mass, length, transport"),
            d=(float(handling.duck[row]), "", "sunk under a wave, where that is needed"),
        ),
        derivation(
            "rides",
            "Rides over the best ordinary board's, on the day of those that count on which it is least",
            "rides an hour of each day over the best ordinary board's, the least of them",
            float(factors["rides"][row]),
            "",
            "ride chapter; days by aim",
            closed=False,
        ),
        derivation(
            "style",
            "Style",
            "mean over the waves that work of (1 - turning (1 - rolls x turns)) x settles",
            float(factors["style"][row]),
            "",
            CRAFT,
            closed=False,
            t=(float(judged.style.turns[row]), "", "turns as tightly as wanted"),
            q=(float(judged.style.rolls[row]), "", "rolls and swings as quickly as wanted"),
            z=(float(judged.style.settles[row]), "", "is not too loose"),
        ),
    )


def fit_derivations(rack: JudgedRack, row: int) -> tuple[Derivation, ...]:
    """How the fit of one board comes about."""
    judged = rack.judged
    factors = judged.factors(rack.sized.baseline.best)
    return (_fit(rack, row), *_growth(judged, row), *_others(judged, factors, row))


def explain_size(request: SizeRequest) -> SizeResult:
    """``size`` with derivations."""
    answer, case = size(request), case_of(request)
    if case is None or not answer.families:
        return answer
    return answer.model_copy(update={"derivations": litres_derivations(case, answer.families[0].family)})


def explain_rank(request: RankRequest) -> RankResult:
    """``rank`` with derivations of the board that leads."""
    answer, case = rank(request), case_of(request)
    if case is None:
        return answer
    rack = judge_rack(case, request.boards, labelled_hulls(request.boards), request.target_l)
    return answer.model_copy(update={"derivations": fit_derivations(rack, answer.ranking[0].index)})


def explain_solve(request: SolveRequest) -> SolveResult:
    """``solve`` with derivations."""
    answer, case = solve(request), case_of(request)
    if case is None or answer.board is None:
        return answer
    rack = judge_rack(case, [answer.board], labelled_hulls([answer.board]), request.target_l)
    found = litres_derivations(case, answer.board.family) + fit_derivations(rack, 0)
    return answer.model_copy(update={"derivations": found})


def explain_compare(request: CompareRequest) -> CompareResult:
    """``compare`` with derivations of the change of feel."""
    answer = compare(request)
    case = case_with(request.surfer, request.water) if request.surfer else None
    if case is None:
        return answer
    fleet_ride = build_fleet_ride(
        labelled_hulls(request.boards), fins_of(request.boards), case.rider, case.conditions
    )
    felt, scale = felt_of(fleet_ride), tables().compare.feel.scale
    words = ("turn radius", "roll time", "swing weight", "sweet spot", "hold", "trim point")
    made = []
    for row in range(1, len(felt)):
        ratios: dict[str, Quantity] = {
            f"r{i}": (float(ratio), "", f"{word} over the first board's")
            for i, (word, ratio) in enumerate(zip(words, felt[row] / felt[0], strict=True), 1)
        }
        total = " + ".join(f"(ln({name}) / s)**2" for name in ratios)
        made.append(
            derivation(
                f"feel.{row}",
                "Change of feel from the first board",
                f"sqrt(({total}) / 6)",
                answer.feel[row - 1].change,
                "",
                _ANSWER,
                s=(scale, "", "scale of a change that is felt"),
                also=ratios,
            )
        )
    return answer.model_copy(update={"derivations": tuple(made)})
