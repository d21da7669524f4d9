"""Made-up surfers with known truth and their sessions, for the tests of what the log teaches."""

from dataclasses import dataclass

import numpy as np

from chord_core.documents import Board, Surfer, Water
from chord_core.documents.verbs.learn import LoggedSession, Ratings
from chord_core.log.learn import Problem
from chord_core.log.response import Responses, response_of
from chord_core.tables import tables

BOARDS = (
    Board(family="all-rounder", length_m=1.88, width_m=0.51, thickness_m=0.063, name="Plover"),
    Board(family="groveler", length_m=1.75, width_m=0.53, thickness_m=0.064, name="Mallet"),
    Board(family="mid-length", length_m=2.15, width_m=0.54, thickness_m=0.07, name="Dunlin"),
)
BREAKS = ("Saltpan", "The Steps")
PLACES = Problem((), Responses(()), BREAKS, {})


@dataclass(frozen=True)
class Life:
    """A surfer, what is true of them (standard normal places), their sessions, true rides an hour in each and
    those that level and break as said would give."""

    surfer: Surfer
    truth: np.ndarray
    sessions: tuple[LoggedSession, ...]
    rates: np.ndarray
    said: np.ndarray


def a_water(random: np.random.Generator, name: str) -> Water:
    usual = round(float(np.clip(np.exp(random.normal(0, 0.35)), 0.5, 1.9)), 1)
    return Water(
        name=name, usual_m=usual, small_m=round(usual * 0.8, 3), big_m=round(usual * 1.25, 3),
        steepness=str(random.choice(["soft", "average", "steep"])),
    )  # fmt: skip


def _step(middle: float, random: np.random.Generator) -> int:
    return int(np.clip(np.round(middle + tables().log.learn.rating_noise * random.standard_normal()), -2, 2))


def a_life(seed: int, count: int, truth: np.ndarray | None = None) -> Life:
    """Somebody whose truth is drawn from what people are like, and sessions by the core's own ride."""
    random, rules = np.random.default_rng([seed, 5]), tables().log.learn
    mass, rung = float(random.uniform(58, 90)), str(random.choice(["trimming", "linking", "carving"]))
    surfer = Surfer.model_validate({"mass_kg": round(mass), "rung": rung})
    place = random.standard_normal((1, PLACES.dims)) if truth is None else truth[None, :]
    cruise, sprint, takeoff, waves, offered = PLACES.logs(place)
    none = np.zeros(1)
    sessions, rates, said = [], [], []
    for _ in range(count):
        at = int(random.random() < 0.4)
        board, water = BOARDS[random.integers(3)], a_water(random, BREAKS[at])
        here = Responses([response_of(surfer, board, water)])
        rate = float(here.rates(cruise, sprint, takeoff, (waves + offered[:, at])[:, None])[0, 0])
        minutes = float(random.uniform(50, 120))
        luck = random.gamma(1 / rules.count_spread, rules.count_spread)
        paddled = rated = None
        if random.random() < 0.5:
            paddled = float(here.log_cruise(cruise)[0, 0] + np.log(rules.paddled_of_cruise))
            paddled = float(np.exp(paddled + rules.paddle_sd * random.standard_normal()))
        if random.random() < 0.5:
            faster = float(here.log_cruise(cruise)[0, 0] - here.log_cruise(none)[0, 0])
            flatter = float(here.log_threshold(none, none)[0, 0] - here.log_threshold(sprint, takeoff)[0, 0])
            rated = Ratings(
                paddles=_step(faster / rules.paddle_step, random),
                takes_off=_step(flatter / rules.takeoff_step, random),
            )
        sessions.append(LoggedSession(
            board=board, water=water, minutes=minutes, rides=int(random.poisson(rate * minutes / 60 * luck)),
            paddle_m_s=paddled, ratings=rated,
        ))  # fmt: skip
        rates.append(rate)
        said.append(float(here.rates(none, none, none, np.zeros((1, 1)))[0, 0]))
    return Life(surfer, place[0], tuple(sessions), np.array(rates), np.array(said))
