"""Tails, fin set-ups and builds that would do on the best board of a family, in order."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.size import Option
from chord_core.fit.search.best_boards import Judge
from chord_core.hull.stations import Array
from chord_core.surfer.defaults import Rider
from chord_core.tables import Family, families, tables

#: Another tail or set-up has to be better by this share, another build by that: what a family is usually made
#: with is known, and a shape is proven in the cheaper build.
WORTH_IT, WORTH_A_BUILD = 1.005, 1.015


def _own_first(own: str, others: Sequence[str]) -> list[str]:
    return [own, *(name for name in others if name != own)]


def _made_with(rules: Mapping[str, tuple[str, ...]], family: Family) -> tuple[str, ...]:
    return rules.get(family.name) or rules[family.board_class]


def tails_for(family: Family) -> list[str]:
    """Tails that are made on a family, its own first."""
    return _own_first(family.tail_shape, _made_with(tables().choice.tails, family))


def setups_for(family: Family, rider: Rider) -> list[str]:
    """Fin set-ups that are put under a family and suit this rider's foot, its own first."""
    rules = tables().choice
    slides = rider.foot_weight == "back" or "slides" in rider.surfer.complaints
    barred = set(rules.setups_not_for_back_foot) if slides else set()
    made = _own_first(family.fin_setup, _made_with(rules.setups, family))
    return [name for name in made if name not in barred] or made


def builds_for(family: Family) -> list[str]:
    """Builds in which a family is made, its own first."""
    rows = tables().choice.builds
    return _own_first(family.build, rows.soft if family.board_class == "soft" else rows.hard)


def with_tail(board: Board, tail: str) -> Board:
    """The board with another tail, its block that tail's own."""
    outline = board.outline.model_copy(update={"tail_shape": tail, "tail_block_m": None})
    return board.model_copy(update={"outline": outline})


def with_setup(board: Board, setup: str) -> Board:
    """The board with another fin set-up."""
    fins = board.fins.model_copy(update={"setup": setup, "groups": ()})
    return board.model_copy(update={"fins": fins})


def with_build(board: Board, build: str) -> Board:
    """The board in another build."""
    return board.model_copy(update={"build": build})


@dataclass(frozen=True)
class _Choice:
    """A way of making a board: what it may be made with, its family's own first; the board so made; what is
    said of it; by how much it has to be better than what is usual."""

    names: list[str]
    made: Callable[[str], Board]
    says: Callable[[str], str]
    worth: float

    def listed(self, fit: Array) -> tuple[Option, ...]:
        """Those that fit nearly as well as the best, in order of fit (n,); what a family is usually made with
        goes after those only that are better by ``worth``."""

        def stands(i: int) -> tuple[int, float, int]:
            return (0 if fit[i] > self.worth * fit[0] else 1 if i == 0 else 2), -float(fit[i]), i

        order = sorted(range(len(fit)), key=stands)
        near = [i for i in order if fit[i] >= tables().fit.near_best * fit.max()]
        return tuple(
            Option(name=self.names[i], fit=float(fit[i]), says=self.says(self.names[i])) for i in near
        )


@dataclass(frozen=True)
class Options:
    """Tails, fin set-ups and builds that fit a board nearly as well as the best, in order."""

    tails: tuple[Option, ...]
    fins: tuple[Option, ...]
    builds: tuple[Option, ...]


def _build_says(name: str) -> str:
    """Feel, life and what is first to go."""
    row = tables().gear.builds[name]
    price = f"{row.price_index:g} times the price"
    return f"{row.feel}; {row.life} sessions, {price}; {row.fails}"


def options(judge: Judge, board: Board) -> Options:
    """Tails, fin set-ups and builds for a board, judged in one fleet."""
    family, choice = families()[board.family], tables().choice
    choices = (
        _Choice(
            tails_for(family), lambda n: with_tail(board, n), lambda n: str(choice.tail_says[n]), WORTH_IT
        ),
        _Choice(
            setups_for(family, judge.case.rider),
            lambda n: with_setup(board, n),
            lambda n: str(choice.setup_says[n]),
            WORTH_IT,
        ),
        _Choice(builds_for(family), lambda n: with_build(board, n), _build_says, WORTH_A_BUILD),
    )
    fit = judge.fit([one.made(name) for one in choices for name in one.names])
    ends = np.cumsum([0, *(len(one.names) for one in choices)])
    return Options(*(one.listed(fit[a:b]) for one, (a, b) in zip(choices, pairwise(ends), strict=True)))
