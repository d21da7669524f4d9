"""Why the answer is what it is: derivations of band, fit and feel, and the verbs with them."""

from __future__ import annotations

from chord_core.documents.answers import CompareResult, RankResult, SizeResult, SolveResult
from chord_core.documents.requests import CompareRequest, RankRequest, SizeRequest, SolveRequest
from chord_core.documents.why import Derivation
from chord_core.fit.bands import band_for, by_mass, moves, ratio_of
from chord_core.fit.case import Case, case_of, case_with
from chord_core.fit.compare import compare
from chord_core.fit.factors import FACTORS
from chord_core.fit.feel import felt_of
from chord_core.fit.growth import over_softness
from chord_core.fit.rank import JudgedRack, judge_rack, rank
from chord_core.fit.size import size
from chord_core.fit.solve import solve
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import fins_of
from chord_core.ride.works import riding_of
from chord_core.tables import table
from chord_core.tables.craft import craft
from chord_core.why.made import CRAFT, Given, derive

_COUNTER = "rule of the counter (tables/sizing.json, rungs.json)"
_ANSWER = "rule of the answer (tables/fit.json)"


def band_derivations(case: Case, family: str | None) -> tuple[Derivation, ...]:
    """How the ladder's litres per kilogram become the band of a surfer in a water."""
    rider, spot = case.rider, case.spot
    if rider.craft == "stand_up":
        return ()
    factors: dict[str, Given] = {
        f"f{i}": (move.factor, "", move.says) for i, move in enumerate(moves(rider, spot), 1)
    }
    product = " * ".join(factors)
    own: Given = (by_mass(rider, family), "", "more a kilogram for light people on boards that are stood on")
    longboards = table("sizing")["longboard_litres_per_kg"]
    of = family if family and family in longboards else rider.rung.name
    made = []
    for end, share, litres in zip(
        ("low", "high"), ratio_of(rider.rung, family), band_for(rider, spot, family), strict=True
    ):
        made.append(
            derive(
                f"band.{end}_l",
                f"{end.capitalize()} end of the band by ratio, before the aim cuts it",
                f"k * M * m * {product}",
                litres,
                "L",
                _COUNTER,
                "this rung and water",
                k=(share, "L/kg", of),
                M=(rider.mass_kg, "kg", "mass"),
                m=own,
                also=factors,
            )
        )
    return tuple(made)


def fit_derivations(rack: JudgedRack, row: int) -> tuple[Derivation, ...]:
    """How the fit of one board comes about."""
    judged, best = rack.judged, rack.sized.scouts.best
    factors, growth, handling = judged.factors(best), judged.growth, judged.handling
    heard = float(judged.hearing.factor(len(judged.hull))[row])
    symbols = {"rides": "r", "style": "s", "handling": "h", "growth": "g"}
    weights: dict[str, Given] = {
        f"w{symbols[name]}": (judged.weights[name], "", f"weight of {name}") for name in FACTORS
    }
    values: dict[str, Given] = {symbols[name]: (float(factors[name][row]), "", name) for name in FACTORS}
    power = " * ".join(f"max({symbols[name]}, 1e-9)**w{symbols[name]}" for name in FACTORS)
    own = 100 * float(judged.product(best)[row]) / best.product
    litres, c = float(judged.hull.litres[row]), craft()
    inside = "min(abs(ln(V / sqrt(a * b))) / (ln(b / a) / 2), 1)**2"
    return (
        derive(
            "fit",
            "Fit for the surfer alone: 100 is the best ordinary board of the open families",
            f"100 * {power} * kind * heard / best",
            own,
            "",
            _ANSWER,
            kind=(float(judged.kind[row]), "", "kind: class, aim and gates"),
            heard=(heard, "", "what is kept of the fit for the complaints"),
            best=(best.product, "", "the same product of the best ordinary board"),
            also=values | weights,
        ),
        derive(
            "growth",
            "Growth",
            "l * n * d",
            float(growth.growth[row]),
            "",
            _ANSWER,
            l=(float(growth.litres[row]), "", "litres against the band"),
            n=(float(growth.learn[row]), "", "room for the next rung's turn"),
            d=(float(growth.shared[row]), "", "stood on by who shares it"),
        ),
        derive(
            "handling",
            "Handling",
            "c * d",
            float(handling.handling[row]),
            "",
            _ANSWER,
            c=(float(handling.carry[row]), "", "carried: mass, length, transport"),
            d=(float(handling.duck[row]), "", "sunk under a wave, where that is needed"),
        ),
        derive(
            "growth.litres",
            "Litres against the band",
            f"exp(ln(e) * {inside} - ln(max(V / b, 1))**2 / o - ln(max(a / V, 1))**2 / u)",
            float(growth.litres[row]),
            "",
            CRAFT,
            "inside and outside of the band",
            closed=not rack.case.rider.surfer.present_board,
            V=(litres, "L", "litres of the board"),
            a=(float(growth.low_l[row]), "L", "low end of the band"),
            b=(float(growth.high_l[row]), "L", "high end of the band"),
            e=(c.growth_edge, "", "what is left at an end of the band"),
            o=(over_softness(rack.case.rider, rack.case.spot), "", "how fast it falls above"),
            u=(c.growth_under, "", "how fast it falls below"),
        ),
        derive(
            "rides",
            "Rides over the best ordinary board's, on the day of those that count on which it is least",
            "rides an hour of each day over the best ordinary board's, the least of them",
            float(factors["rides"][row]),
            "",
            "ride chapter; days by aim",
            closed=False,
        ),
        derive(
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


def explain_size(request: SizeRequest) -> SizeResult:
    """``size`` with derivations."""
    answer, case = size(request), case_of(request)
    if case is None or not answer.families:
        return answer
    return answer.model_copy(update={"derivations": band_derivations(case, answer.families[0].family)})


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
    found = band_derivations(case, answer.board.family) + fit_derivations(rack, 0)
    return answer.model_copy(update={"derivations": found})


def explain_compare(request: CompareRequest) -> CompareResult:
    """``compare`` with derivations of the change of feel."""
    answer = compare(request)
    case = case_with(request.surfer, request.water) if request.surfer else None
    if case is None:
        return answer
    riding = riding_of(labelled_hulls(request.boards), fins_of(request.boards), case.rider, case.spot)
    felt, scale = felt_of(riding), table("compare")["feel"]["scale"]
    words = ("turn radius", "roll time", "swing weight", "sweet spot", "hold", "trim point")
    made = []
    for row in range(1, len(felt)):
        ratios: dict[str, Given] = {
            f"r{i}": (float(ratio), "", f"{word} over the first board's")
            for i, (word, ratio) in enumerate(zip(words, felt[row] / felt[0], strict=True), 1)
        }
        total = " + ".join(f"(ln({name}) / s)**2" for name in ratios)
        made.append(
            derive(
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
