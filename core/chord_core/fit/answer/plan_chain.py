"""Boards one after another: those that give most rides over the months looked ahead."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations

import numpy as np

from chord_core.cancellation import check_cancelled
from chord_core.documents.board import Board
from chord_core.documents.verbs.plan import Chain, ChainBoard
from chord_core.fit.answer.plan_stages import Stage, Way
from chord_core.fit.rules.gear import worth_in_trade
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array, BoolArray
from chord_core.tables import tables

#: Boards that follow each other, at most.
_MOST = 3


@dataclass(frozen=True)
class _Offered:
    """The boards that are expected of each stage, in its order: rides of each in every month, 0 where it does
    not serve, and whether it does, (n, months)."""

    boards: tuple[Board, ...]
    litres: Array
    rides: Array
    serves: BoolArray
    sessions_month: float
    price: float | None

    def _costs(self, row: int, months: int | None) -> float:
        """What a board costs, less what it brings after so many months; None: it is kept."""
        price = self.price or 0.0
        if months is None:
            return price
        return price - worth_in_trade(self.boards[row], price, months * self.sessions_month, 1.0)

    def chain(self, rows: tuple[int, ...]) -> Chain:
        """Some of them one after another, each from the month that lets all give most."""
        months = self.rides.shape[1]
        begins = [*switches(self.rides, rows), months]
        total, dead, costs, parts = 0.0, 0, 0.0, []
        for row, begin, end in zip(rows, begins, begins[1:], strict=False):
            total += float(self.rides[row, begin:end].sum())
            dead += int((~self.serves[row, begin:end]).sum())
            costs += self._costs(row, None if row == rows[-1] else end - begin)
            litres = round(float(self.litres[row]), 1)
            parts.append(ChainBoard(litres=litres, family=self.boards[row].family, from_month=begin))
        price = None if self.price is None else costs
        return Chain(boards=tuple(parts), rides=total, dead_months=dead, price=price)


def switches(rides: Array, rows: tuple[int, ...]) -> list[int]:
    """From which month on each board of a chain is ridden, so that all together give most: exactly, from the
    last board backwards.

    Args:
        rides: of each board in every month, (n, months).
    """
    months = rides.shape[1]
    after = np.zeros(months + 1)
    ends: list[Array] = []
    for row in reversed(rows):
        sums = np.concatenate([[0.0], np.cumsum(rides[row])])
        # Ridden from one month to another, then the boards after it.
        values = sums[None, :] - sums[:, None] + after[None, :]
        values[np.tril_indices(months + 1, -1)] = -np.inf
        ends.append(values.argmax(axis=1))
        after = values.max(axis=1)
    found, month = [0], 0
    for end in reversed(ends[1:]):
        month = int(end[month])
        found.append(month)
    return found


def _offered(way: Way, ahead: int, price: float | None) -> _Offered:
    stages = [way.stage(month, 1.0) for month in range(ahead)]
    distinct: list[Stage] = list({id(stage): stage for stage in stages}.values())
    boards = tuple(stage.board() for stage in distinct)
    served, rides = [], []
    for stage in distinct:
        check_cancelled()
        served.append(stage.fits(boards) >= tables().plan.serves_from)
        rides.append(stage.rides(boards))
    at = [distinct.index(stage) for stage in stages]
    hours = way.rider.sessions_month * tables().quiver.hours_a_session
    serves = np.stack(served, axis=1)[:, at]
    in_month = np.where(serves, np.stack(rides, axis=1)[:, at], 0.0) * hours
    litres = labelled_hulls(boards).litres
    return _Offered(boards, litres, in_month, serves, way.rider.sessions_month, price)


def best_chains(way: Way, ahead: int, price: float | None = None) -> tuple[Chain, Chain]:
    """The chain of one to three boards that gives most rides, of no more boards than each bring enough; and
    the best that one board alone can give.

    Args:
        price: what a board costs; None: not known.
    """
    offered, rules = _offered(way, ahead, price), tables().plan
    best: list[Chain] = []
    for count in range(1, min(_MOST, len(offered.boards)) + 1):
        made = map(offered.chain, combinations(range(len(offered.boards)), count))
        best.append(max(made, key=lambda one: (one.rides, -one.dead_months)))
    chosen = best[0]
    for one in best[1:]:
        if one.rides > chosen.rides * (1 + rules.another_from):
            chosen = one
    return chosen, best[0]
