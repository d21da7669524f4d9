"""Tails, fin set-ups and builds that would do on the best board of a family, in order."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from chord_core.documents.board import Board
from chord_core.documents.verbs.size import Option
from chord_core.fit.search.best_boards import Judge
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


def _listed(
    judge: Judge, names: list[str], made: Callable[[str], Board], says: Callable[[str], str], worth: float
) -> tuple[Option, ...]:
    """Options in order of fit; what a family is usually made with, ``names[0]``, goes after those only that
    are better by ``worth``."""
    fit = judge.fit([made(name) for name in names])

    def stands(i: int) -> tuple[int, float, int]:
        return (0 if fit[i] > worth * fit[0] else 1 if i == 0 else 2), -float(fit[i]), i

    order = sorted(range(len(names)), key=stands)
    near = [i for i in order if fit[i] >= tables().fit.near_best * fit.max()]
    return tuple(Option(name=names[i], fit=float(fit[i]), says=says(names[i])) for i in near)


def tails(judge: Judge, board: Board) -> tuple[Option, ...]:
    """Tails that fit nearly as well as the best, in order."""
    says = tables().choice.tail_says
    family = families()[board.family]
    return _listed(judge, tails_for(family), lambda n: with_tail(board, n), lambda n: str(says[n]), WORTH_IT)


def setups(judge: Judge, board: Board) -> tuple[Option, ...]:
    """Fin set-ups that fit nearly as well as the best, in order."""
    says, family = tables().choice.setup_says, families()[board.family]
    names = setups_for(family, judge.case.rider)
    return _listed(judge, names, lambda n: with_setup(board, n), lambda n: str(says[n]), WORTH_IT)


def builds(judge: Judge, board: Board) -> tuple[Option, ...]:
    """Builds that fit nearly as well as the best, in order, with feel, life and what is first to go."""

    def says(name: str) -> str:
        row = tables().gear.builds[name]
        price = f"{row.price_index:g} times the price"
        return f"{row.feel}; {row.life} sessions, {price}; {row.fails}"

    return _listed(
        judge, builds_for(families()[board.family]), lambda n: with_build(board, n), says, WORTH_A_BUILD
    )
