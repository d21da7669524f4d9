"""Litres that an advisor expects for a kind of board: a log-linear rule of few numbers with its spread."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass

from chord_core.fit.expected.facts import log_mass, log_rust, steepness_of, years_over
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, tables
from chord_core.water.conditions import Conditions

#: Where the mass exponent and the classes' own steps stand still: trimming, linking.
_MIDDLE, _FROM = 3, 4
#: Usual faces over so many body heights ask for more.
_OVERHEAD = 1.2
#: Flow [m/s] to which a river board's litres are told.
_FLOW = 2.5
#: Terms that are said when somebody asks where the litres come from.
_WORDS = {
    "mass": "mass",
    "age": "age",
    "practice": "few sessions",
    "weak": "weak waves",
    "overhead": "big faces",
    "flow": "flow",
    "lighter sharer": "a lighter person shares it",
    "heavier sharer": "a heavier person shares it",
}


@dataclass(frozen=True)
class Expected:
    """A length, width or volume with its spread: ``middle`` (SI, or L), ``sd`` in natural logs."""

    middle: float
    sd: float

    def window(self, widths: float) -> tuple[float, float]:
        """From so many spreads under the middle to as many over it."""
        far = math.exp(widths * self.sd)
        return self.middle / far, self.middle * far


def terms(rider: Rider, conditions: Conditions, family: str) -> dict[str, float]:
    """The facts that the rule's numbers are multiplied with, by the number's name in ``expected_litres``."""
    board_class, step, mass = families()[family].board_class, rider.rung.step, log_mass(rider)
    values: dict[str, float] = {
        "base": 1.0,
        f"family {family}": 1.0,
        f"class {board_class}": 1.0,
        **{f"rung {rung}": 1.0 for rung in range(1, step + 1)},
        "mass": mass,
        "mass by rung": mass * (step - _MIDDLE) / 3,
        f"mass {board_class}": mass,
        "age": years_over(rider),
    }
    if board_class != "short":
        values[f"rung {board_class}"] = (step - _FROM) / 3
    if board_class in ("short", "soft"):
        values["practice"] = log_rust(rider)
    if rider.surfer.aim:
        values[f"aim {rider.surfer.aim}"] = 1.0
    if conditions.river:
        values["flow"] = 10 * (conditions.flow_m_s - _FLOW)
    else:
        face = conditions.days.usual_m / rider.height_m
        values["weak"] = float(steepness_of(conditions) <= 1)
        values["overhead"] = 10 * max(face - _OVERHEAD, 0.0)
    masses = [one.mass_kg for one in rider.surfer.sharers if one.mass_kg is not None]
    if masses:
        values["lighter sharer"] = math.log(min(*masses, rider.mass_kg) / rider.mass_kg)
        values["heavier sharer"] = math.log(max(*masses, rider.mass_kg) / rider.mass_kg)
    return values


def _numbers() -> dict[str, float]:
    return {name: float(row.value) for name, row in tables().expected_litres.numbers.items()}


def log_litres(rider: Rider, conditions: Conditions, names: Iterable[str]) -> dict[str, float]:
    """Natural logs of the litres [L] that are expected on kinds of board, by kind."""
    numbers, of_class = _numbers(), dict[str, float]()
    logs = {}
    for kind in names:
        own, board_class = f"family {kind}", families()[kind].board_class
        # All but the kind's own number is the same over its class.
        if board_class not in of_class:
            facts = terms(rider, conditions, kind)
            of_class[board_class] = sum(
                numbers.get(name, 0.0) * value for name, value in facts.items() if name != own
            )
        logs[kind] = of_class[board_class] + numbers.get(own, 0.0)
    return logs


def with_others(family: str, logs: dict[str, float], shares: dict[str, float]) -> float:
    """Log litres of a kind with those of other kinds heard beside it, for who is between two kinds is between
    their litres: of its own class by their shares, of all by the squares, those as far as the kind itself is
    expected.

    Args:
        logs: log litres by kind, of all kinds that have a share, and of this one.
        shares: probability of each kind, by kind.
    """
    rules, own = tables().expected_litres, logs[family]
    if not shares.get(family):
        return own
    kinds = families()
    board_class = kinds[family].board_class
    same = {name: share for name, share in shares.items() if kinds[name].board_class == board_class}
    own += float(rules.neighbours) * (_mean(logs, same) - own)
    heard = float(rules.others) * shares[family] / max(shares.values())
    return own + heard * (_mean(logs, {name: share**2 for name, share in shares.items()}) - own)


def _mean(logs: dict[str, float], weights: dict[str, float]) -> float:
    return sum(weight * logs[name] for name, weight in weights.items()) / sum(weights.values())


#: What may be meant by a fact that was not said, in the units of its term: a number's name and a spread.
_UNSAID = {"age": ("age", 0.6), "sessions_month": ("practice", 0.7), "usual_m": ("overhead", 2.0)}


def spread(assumed: tuple[str, ...]) -> float:
    """Spread of the litres in natural logs: that of good advisors among themselves, and what each fact that
    was assumed may change."""
    rows, numbers = tables().expected_litres, _numbers()
    known = float(rows.spread.value)
    unsaid = [numbers[name] * often for fact, (name, often) in _UNSAID.items() if fact in assumed]
    return math.sqrt(known**2 + sum(value**2 for value in unsaid))


def moved_by(rider: Rider, conditions: Conditions, family: str) -> list[tuple[str, float]]:
    """What moves the litres from those of a 75 kg surfer of this level in average waves, the most first:
    words and factor."""
    numbers, own = _numbers(), f"mass {families()[family].board_class}"
    facts = terms(rider, conditions, family)
    logs = {word: numbers.get(name, 0.0) * facts.get(name, 0.0) for name, word in _WORDS.items()}
    logs["mass"] += sum(numbers.get(name, 0.0) * facts.get(name, 0.0) for name in ("mass by rung", own))
    if rider.surfer.aim:
        aim = f"aim {rider.surfer.aim}"
        logs[f"the aim “{rider.surfer.aim}”"] = numbers.get(aim, 0.0)
    found = [(word, math.exp(log)) for word, log in logs.items() if abs(log) > 0.005]
    return sorted(found, key=lambda one: -abs(math.log(one[1])))
