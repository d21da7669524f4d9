"""The ``learn`` verb: prior, evidence and result of a surfer and their breaks; the next session foretold.

Rides are counts that spread more than chance alone (negative binomial), paddling speeds log-normal, ratings
ordered steps (McCullagh 1980) of what is paddled and caught against what was expected.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from scipy.special import gammaln, log_ndtr, ndtr, ndtri

from chord_core.documents.surfer import Learned, Surfer
from chord_core.documents.verbs.learn import (
    BreakKnown,
    Learning,
    LearnRequest,
    LearnResult,
    LoggedSession,
    NextSession,
    Predicted,
    Triple,
)
from chord_core.hull.stations import Array
from chord_core.log.learn_litres import evidence_of, litres_learned
from chord_core.log.posterior import Draws, draws_of
from chord_core.log.response import Response, Responses, response_of
from chord_core.memory import cached_property
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import tables
from chord_core.tables.log_schema import Learn

#: Eight of ten lie between.
LOW, HIGH = 0.1, 0.9
_WIDE = float(ndtri(HIGH))
_CRUISE, _SPRINT, _TAKEOFF, _WAVES, _OWN = 0, 1, 2, 3, 4


def _rules() -> Learn:
    return tables().log.learn


@dataclass(frozen=True)
class Problem:
    """All that is known of one surfer: sessions with their responses, breaks by name, what others' sessions
    say of these."""

    sessions: Sequence[LoggedSession]
    responses: Responses
    breaks: tuple[str, ...]
    known: dict[str, BreakKnown]

    @cached_property
    def at(self) -> Array:
        """Which break each session was at, (s,)."""
        return np.array([self.breaks.index(one.water.name) for one in self.sessions], int)

    @cached_property
    def paddled(self) -> _Rated | None:
        """How boards paddled, where that was rated."""
        return _rated_by(self, "paddles")

    @cached_property
    def taken_off(self) -> _Rated | None:
        """How early boards took off, where that was rated."""
        return _rated_by(self, "takes_off")

    @property
    def dims(self) -> int:
        """How many numbers are learned together."""
        return _OWN + len(self.breaks)

    def logs(self, place: Array) -> tuple[Array, Array, Array, Array, Array]:
        """Standard normal places (n, d) as logs of factors: cruise, sprint, threshold, waves gone for (n,),
        waves offered at each break (n, b)."""
        rules = _rules()
        cruise = rules.cruise_sd * place[:, _CRUISE]
        shared = rules.sprint_with_cruise
        sprint = rules.sprint_sd * (shared * place[:, _CRUISE] + np.sqrt(1 - shared**2) * place[:, _SPRINT])
        offered = np.empty((len(place), len(self.breaks)))
        for i, name in enumerate(self.breaks):
            middle, sd = self.prior_of(name)
            offered[:, i] = middle + sd * place[:, _OWN + i]
        return (
            cruise,
            sprint,
            rules.takeoff_sd * place[:, _TAKEOFF],
            rules.waves_sd * place[:, _WAVES],
            offered,
        )

    def prior_of(self, name: str) -> tuple[float, float]:
        """Prior of a break in logs: as it was said, with others' sessions."""
        sd = _rules().offered_sd
        others = self.known.get(name)
        if others is None:
            return 0.0, sd
        weight = 1 / sd**2 + 1 / others.log_sd**2
        return float(np.log(others.ratio) / others.log_sd**2 / weight), float(weight**-0.5)

    def density(self, place: Array) -> Array:
        """Log of prior times likelihood at places (n, d), (n,)."""
        cruise, sprint, takeoff, waves, offered = self.logs(place)
        value: Array = np.asarray(-(place**2).sum(axis=1) / 2)
        if not self.sessions:
            return value
        rates = self.responses.rates(cruise, sprint, takeoff, waves[:, None] + offered[:, self.at])
        value = value + _counts(rates, self.sessions)
        value = value + _speeds(self.responses.log_cruise(cruise), self.sessions)
        rules, paddled, taken = _rules(), self.paddled, self.taken_off
        if paddled:
            faster = paddled.here.log_cruise(cruise) - paddled.expected
            value = value + step_log(paddled.step, faster / rules.paddle_step).sum(axis=1)
        if taken:
            flatter = taken.expected - taken.here.log_threshold(sprint, takeoff)
            value = value + step_log(taken.step, flatter / rules.takeoff_step).sum(axis=1)
        return np.asarray(value)


def count_log(rides: Array, mean: Array) -> Array:
    """Log-probability of counts under a negative binomial whose variance is mean + spread x mean²."""
    r = 1 / _rules().count_spread
    mean = np.maximum(mean, 1e-9)
    return np.asarray(
        gammaln(rides + r) - gammaln(r) - gammaln(rides + 1)
        + r * np.log(r / (r + mean)) + rides * np.log(mean / (r + mean))
    )  # fmt: skip


def _counts(rates: Array, sessions: Sequence[LoggedSession]) -> Array:
    rows = [i for i, one in enumerate(sessions) if one.rides is not None and one.water.kind != "river"]
    if not rows:
        return np.zeros(len(rates))
    hours = np.array([sessions[i].minutes / 60 for i in rows])
    rides = np.array([float(sessions[i].rides or 0) for i in rows])
    return np.asarray(count_log(rides, rates[:, rows] * hours).sum(axis=1))


def _speeds(log_cruise: Array, sessions: Sequence[LoggedSession]) -> Array:
    rules = _rules()
    rows = [i for i, one in enumerate(sessions) if one.paddle_m_s is not None]
    if not rows:
        return np.zeros(len(log_cruise))
    seen = np.log([sessions[i].paddle_m_s or 1.0 for i in rows])
    z = (seen - np.log(rules.paddled_of_cruise) - log_cruise[:, rows]) / rules.paddle_sd
    return np.asarray(-(z**2).sum(axis=1) / 2)


def step_log(step: Array, middle: Array) -> Array:
    """Log-probability of steps from -2 to 2, (s,), when the truth lies at ``middle`` steps, (n, s); the outer
    steps are open."""
    noise = _rules().rating_noise
    value = np.empty(np.broadcast_shapes(step.shape, middle.shape))
    most, least = step >= 2, step <= -2
    inner = ~(most | least)
    off = (step - middle) / noise
    half = 0.5 / noise
    value[..., inner] = np.log(np.maximum(ndtr(off[..., inner] + half) - ndtr(off[..., inner] - half), 1e-12))
    value[..., most] = log_ndtr(half - off[..., most])
    value[..., least] = log_ndtr(off[..., least] + half)
    return value


@dataclass(frozen=True)
class _Rated:
    """One rating over the sessions that have it: their responses, steps, and logs as they were expected."""

    here: Responses
    step: Array
    expected: Array


def _said_logs(said: Sequence[Learned | None]) -> tuple[Array, Array, Array]:
    """Logs of cruise, sprint and threshold as they were known before each session, (s,) each."""
    known = [one or Learned() for one in said]
    cruise, sprint, takeoff = (
        np.log([float(getattr(one, name)) for one in known]) for name in ("cruise", "sprint", "takeoff")
    )
    return cruise, sprint, takeoff


def _rated_by(problem: Problem, name: str) -> _Rated | None:
    """Ratings of ``paddles`` or ``takes_off``, against what was expected with what was learned by then."""
    steps = {i: getattr(one.ratings, name) for i, one in enumerate(problem.sessions) if one.ratings}
    rows = [i for i, step in steps.items() if step is not None]
    if not rows:
        return None
    here = problem.responses.of(rows)
    cruise, sprint, takeoff = _said_logs([problem.sessions[i].said_with for i in rows])
    # Each session with what was known before it: the diagonal of all with all.
    every = here.log_cruise(cruise) if name == "paddles" else here.log_threshold(sprint, takeoff)
    return _Rated(here, np.array([steps[i] for i in rows], float), np.diagonal(every).copy())


def _triple(unit: float, logs: Sequence[float]) -> Triple:
    low, middle, high = (unit * float(np.exp(log)) for log in logs)
    return low, middle, high


def _prior(unit: float, middle: float, sd: float) -> Triple:
    return _triple(unit, (middle - _WIDE * sd, middle, middle + _WIDE * sd))


@dataclass(frozen=True)
class _Row:
    name: str
    of: str
    unit: str
    size: float
    prior: tuple[float, float]
    log: Array


def _learning(row: _Row, draws: Draws) -> Learning:
    result = (draws.mean(row.log), draws.sd(row.log))
    seen = evidence_of(row.prior, result)
    quantiles = [draws.quantile(row.log, share) for share in (LOW, 0.5, HIGH)]
    return Learning.model_validate({
        "name": row.name, "of": row.of, "unit": row.unit,
        "prior": _prior(row.size, *row.prior),
        "evidence": _prior(row.size, *seen) if seen else None,
        "result": _triple(row.size, quantiles),
        "says": _says(row.prior, result, seen is not None),
    })  # fmt: skip


def _says(prior: tuple[float, float], result: tuple[float, float], seen: bool) -> str:
    if not seen:
        return "The sessions say nothing of it yet."
    moved = float(np.exp(result[0] - prior[0]) - 1)
    if abs(moved) < 0.03:
        return "As it was said."
    return f"{abs(moved):.0%} {'more' if moved > 0 else 'less'} than was said."


def _offered(water_of: LoggedSession) -> float:
    said = water_of.water.waves_per_hour
    return said if said is not None else float(tables().waves.offered_an_hour)


def _rows(problem: Problem, draws: Draws) -> list[_Row]:
    rules = _rules()
    cruise, sprint, takeoff, waves, offered = problem.logs(draws.place)
    last: Response = problem.responses.each[-1]
    slope = float(np.exp(last.log_threshold[len(last.log_threshold) // 2]))
    break_of = problem.sessions[-1].water.name
    made = [
        _Row("sprint_w", "", "W", last.sprint_w, (0.0, rules.sprint_sd), sprint),
        _Row("cruise_w", "", "W", last.cruise_w, (0.0, rules.cruise_sd), cruise),
        _Row("takeoff_slope", "", "", slope, (0.0, rules.takeoff_sd), takeoff),
    ]
    if last.counts:
        mine = last.mine_an_hour
        made.append(_Row("waves_gone_for", break_of, "1/h", mine, (0.0, rules.waves_sd), waves))
    for i, name in enumerate(problem.breaks):
        at = [one for one in problem.sessions if one.water.name == name]
        if at[-1].water.kind != "river":
            prior = problem.prior_of(name)
            made.append(_Row("waves_offered", name, "1/h", _offered(at[-1]), prior, offered[:, i]))
    return made


def likely_counts(draws: Draws, mean: Array) -> tuple[int, int, int]:
    """Counts between which about eight of ten lie, and the one in the middle: a count is whole, so the ends
    are those that come nearest to it."""
    most = int(max(12.0, 4 * mean.max() + 12))
    counts = np.arange(min(most, 400))
    chance = draws.weight @ np.exp(count_log(counts[None, :].astype(float), mean[:, None]))
    summed = np.cumsum(chance)
    low, middle, high = (int(np.searchsorted(summed, share)) for share in (LOW, 0.5, HIGH))
    while low < high:
        inside = float(chance[low : high + 1].sum())
        end = low if chance[low] < chance[high] else high
        if abs(inside - float(chance[end]) - (HIGH - LOW)) >= abs(inside - (HIGH - LOW)):
            break
        low, high = (low + 1, high) if end == low else (low, high - 1)
    return low, min(max(middle, low), high), high


def _predicted(problem: Problem, draws: Draws, surfer: Surfer, asked: NextSession) -> Predicted | None:
    response = response_of(surfer, asked.board, asked.water)
    if not response.counts:
        return None
    cruise, sprint, takeoff, waves, offered = problem.logs(draws.place)
    name = asked.water.name
    if name in problem.breaks:
        waves = waves + offered[:, problem.breaks.index(name)]
    else:
        # A break that nobody of them has logged: as wide as such are.
        middle, sd = problem.prior_of(name)
        waves = waves + middle + sd * ndtri((np.arange(len(waves)) * 0.6180339887 + 0.5) % 1)
    rates = Responses([response]).rates(cruise, sprint, takeoff, waves[:, None])[:, 0]
    low, mid, high = likely_counts(draws, rates * asked.minutes / 60)
    a, b, c = (draws.quantile(rates, share) for share in (LOW, 0.5, HIGH))
    return Predicted(low=low, mid=mid, high=high, rate=(a, b, c))


def _factors(problem: Problem, draws: Draws, litres: float) -> Learned:
    cruise, sprint, takeoff, waves, _ = problem.logs(draws.place)
    middle = {
        name: float(np.clip(np.exp(draws.quantile(log, 0.5)), 0.3, 3))
        for name, log in (("cruise", cruise), ("sprint", sprint), ("takeoff", takeoff), ("waves", waves))
    }
    return Learned(**middle, litres=float(np.clip(litres, 0.3, 3)), sessions=len(problem.sessions))


def _breaks(problem: Problem, draws: Draws) -> dict[str, BreakKnown]:
    """What these sessions alone say of each break."""
    offered = problem.logs(draws.place)[4]
    made = {}
    for i, name in enumerate(problem.breaks):
        result = (draws.mean(offered[:, i]), draws.sd(offered[:, i]))
        seen = evidence_of(problem.prior_of(name), result)
        if seen:
            ratio = float(np.clip(np.exp(seen[0]), 0.05, 20))
            made[name] = BreakKnown(ratio=ratio, log_sd=min(seen[1], 10.0))
    return made


def _offered_by(problem: Problem, draws: Draws) -> dict[str, float]:
    """Factor on the waves that each break offers, as far as it is known."""
    offered = problem.logs(draws.place)[4]
    return {
        name: float(np.clip(np.exp(draws.quantile(offered[:, i], 0.5)), 0.05, 20))
        for i, name in enumerate(problem.breaks)
    }


def problem_of(request: LearnRequest) -> Problem:
    """The sessions of a surfer as a problem; ``response_of`` remembers what it made before."""
    sessions = request.sessions
    each = [response_of(request.surfer, one.board, one.water) for one in sessions]
    breaks = tuple(dict.fromkeys(one.water.name for one in sessions))
    return Problem(sessions, Responses(each), breaks, request.breaks)


def learn(request: LearnRequest) -> LearnResult:
    """Compute what sessions teach, and the rides of the next one.

    Returns:
        Parameters, factors for the surfer document, and the band of the next session's rides; only
        ``missing`` while mass or rung is not known.
    """
    missing = missing_facts(request.surfer)
    if missing:
        return LearnResult(missing=missing)
    problem = problem_of(request)
    draws = draws_of(problem.density, problem.dims)
    litres = litres_learned(request)
    parameters = [_learning(row, draws) for row in _rows(problem, draws)] if problem.sessions else []
    if litres.row:
        parameters.append(litres.row)
    return LearnResult(
        parameters=tuple(parameters),
        predicted=_predicted(problem, draws, request.surfer, request.next) if request.next else None,
        learned=_factors(problem, draws, litres.ratio) if problem.sessions or request.felt else None,
        breaks=_breaks(problem, draws),
        offered=_offered_by(problem, draws),
        sessions=len(problem.sessions),
    )
