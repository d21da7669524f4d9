"""The ``quiver`` verb: which board on which waves of a year, hole and double, what to add, what is missed."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.gear import TradeInLooks
from chord_core.documents.verbs.quiver import (
    BoardSet,
    Country,
    Hole,
    NextBoard,
    QuiverHandOver,
    QuiverRequest,
    QuiverResult,
    Regret,
    Swap,
    WaveDays,
)
from chord_core.errors import ChordError
from chord_core.fit.advise.quiver_words import quiver_says
from chord_core.fit.answer.gear_sum import worth_of_looks
from chord_core.fit.answer.quiver_year import (
    YEAR_DAYS,
    Asked,
    Taken,
    Year,
    asked_of,
    map_of,
    suits,
    taken_on,
    year_of,
)
from chord_core.fit.answer.rank import judge_rack
from chord_core.fit.judge.case import Case, case_of
from chord_core.fit.search.sets import best_set, worth_of
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array, BoolArray
from chord_core.ride.batches import summarize_rides
from chord_core.ride.fins import fins_of
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import tables
from chord_core.water.bins import Bins, bins_given, class_of, quantile

#: Of a board's days those between these shares are told as its faces.
_FROM, _TO = 0.1, 0.9
#: Waves are as large as one another within this of each other, in the logarithm of the face.
_AS_LARGE = 0.15
_WHY: tuple[Hole, ...] = ("big", "soft", "small")


def _worth(request: QuiverRequest, row: int) -> float | None:
    """What a board that is owned is worth in payment; None where it is not known what it cost new."""
    looks = request.wear[row] if request.wear else TradeInLooks()
    value = worth_of_looks(request.boards[row], looks).value
    return None if value is None else float(value)


@dataclass(frozen=True)
class _Pool:
    """The boards that are owned, and behind them those that could be added; ``may``: which of all may be
    proposed."""

    boards: tuple[Board, ...]
    worth: tuple[float | None, ...]
    may: BoolArray
    year: Year
    hours: float

    @property
    def owned(self) -> int:
        """How many of them are owned."""
        return len(self.worth)

    @property
    def own(self) -> list[int]:
        """Places of those that are owned."""
        return list(range(self.owned))

    def name(self, row: int) -> str:
        board = self.boards[row]
        return board.name or board.family

    def rides(self, rows: list[int]) -> float:
        """Rides a year as one would want them: those of an hour on each day, by the hours surfed."""
        return worth_of(self.year.gives, tuple(rows)) / YEAR_DAYS * self.hours if rows else 0.0

    def price(self, rows: list[int]) -> float | None:
        """What has to be paid for the boards of a set that are not owned yet."""
        prices = [self.boards[row].price for row in rows if row >= self.owned]
        return None if None in prices else float(sum(price for price in prices if price is not None))


def _countries(pool: _Pool, case: Case, taken: Taken) -> tuple[Country, ...]:
    days, works, bins = pool.year.days, pool.year.works[: pool.owned], case.conditions.bins
    alone = works.sum(axis=0) == 1
    made = []
    for row in pool.own:
        here = taken.board == row
        span: tuple[float | None, float | None] = (None, None)
        if here.any():
            its = bins_given(bins.face_m[here], bins.slope[here], bins.weight[here])
            span = (quantile(its, _FROM), quantile(its, _TO))
        made.append(
            Country(
                name=pool.name(row),
                days=float(days[here].sum()),
                either_days=float(days[taken.good[row] & taken.either].sum()),
                only_days=float(days[alone & works[row]].sum()),
                low_m=span[0],
                high_m=span[1],
            )
        )
    return tuple(made)


def _hand_overs(pool: _Pool, asked: Asked, ridden_m: Array) -> list[QuiverHandOver]:
    """Between each two boards that are owned, the lowest first, on faces that are ridden."""
    found = [
        QuiverHandOver(
            lower=pool.name(over.below),
            upper=pool.name(over.above),
            steepness=over.steepness,
            face_m=over.face_m,
            low_m=over.either_m[0],
            high_m=over.either_m[1],
        )
        for over in asked.hand_overs
        if ridden_m.min(initial=np.inf) <= over.face_m <= ridden_m.max(initial=0.0)
    ]
    return sorted(found, key=lambda one: (one.face_m, one.lower, one.upper))


def _best_sets(pool: _Pool, there: int, slots: int, budget: float | None) -> tuple[BoardSet, ...]:
    """The best sets of the first ``there`` boards: those that are owned and those that hang here."""
    # A board whose price is not known can be in no set that is held against a budget.
    unknown = np.inf if budget is not None else 0.0
    prices = np.array([
        0.0 if row < pool.owned else unknown if board.price is None else board.price
        for row, board in enumerate(pool.boards)
    ])  # fmt: skip
    # What is owned is theirs, whether one would propose it or not.
    may = np.flatnonzero((pool.may | (np.arange(len(pool.boards)) < pool.owned))[:there])
    made = []
    for size in range(1, slots + 1):
        best = best_set(pool.year.gives[may], prices[may], size, budget)
        if best is not None:
            rows = sorted(int(may[row]) for row in best.rows)
            made.append(
                BoardSet(
                    places=tuple(rows),
                    names=tuple(pool.name(row) for row in rows),
                    days=pool.year.days_served(rows),
                    rides=pool.rides(rows),
                    price=pool.price(rows),
                )
            )
    return tuple(made)


def _swap(pool: _Pool, row: int, days: float, rides: float) -> Swap | None:
    """The board that is given for another with the least loss."""
    best: Swap | None = None
    for out in pool.own:
        rows = [one for one in pool.own if one != out] + [row]
        price, worth = pool.price([row]), pool.worth[out]
        one = Swap(
            place=out,
            out=pool.name(out),
            days_added=pool.year.days_served(rows) - days,
            rides_added=pool.rides(rows) - rides,
            price=None if price is None or worth is None else price - worth,
        )
        if best is None or (one.rides_added, one.days_added) > (best.rides_added, best.days_added):
            best = one
    return best


def _next(pool: _Pool) -> tuple[NextBoard, ...]:
    """What each candidate would add, most rides first; those that add nothing last."""
    days, rides = pool.year.days_served(pool.own), pool.rides(pool.own)
    made = [
        NextBoard(
            place=row,
            name=pool.name(row),
            days_added=pool.year.days_served([*pool.own, row]) - days,
            rides_added=pool.rides([*pool.own, row]) - rides,
            price=pool.price([row]),
            suits=bool(pool.may[row]),
            swap=_swap(pool, row, days, rides),
        )
        for row in range(pool.owned, len(pool.boards))
    ]
    return tuple(
        sorted(
            made,
            key=lambda one: (not one.suits, -one.rides_added, -one.days_added, one.price or 0.0, one.name),
        )
    )


def _regrets(pool: _Pool) -> tuple[Regret, ...]:
    days, rides = pool.year.days_served(pool.own), pool.rides(pool.own)
    made = []
    for row in pool.own:
        rest = [one for one in pool.own if one != row]
        made.append(
            Regret(
                name=pool.name(row),
                days=days - pool.year.days_served(rest),
                rides=rides - pool.rides(rest),
                worth=pool.worth[row],
            )
        )
    return tuple(made)


def _hole(bins: Bins, row: int, works: BoolArray) -> Hole | None:
    """Why no board works on a wave: by where the nearest that are ridden lie; None where none is."""
    if not works.any():
        return None
    face, slope = bins.face_m[row], bins.slope[row]
    as_big = works & (np.abs(np.log(bins.face_m / face)) <= _AS_LARGE)
    if (bins.slope[as_big] > slope).any():
        return "soft"
    return "big" if (bins.face_m[works] < face).any() else "small"


def _waves(pool: _Pool, case: Case, taken: Taken) -> tuple[WaveDays, ...]:
    bins, days, works = case.conditions.bins, pool.year.days, taken.board >= 0
    return tuple(
        WaveDays(
            face_m=float(bins.face_m[i]),
            slope=float(bins.slope[i]),
            days=float(days[i]),
            board=int(taken.board[i]),
            either=bool(taken.either[i]),
            hole=None if works[i] else _hole(bins, i, works),
        )
        for i in range(len(days))
    )


def _checked(request: QuiverRequest) -> None:
    if not request.boards and not request.candidates and not request.to_order:
        raise ChordError("boards", [], "name a board that is owned, or one that could be added")
    if request.wear and len(request.wear) != len(request.boards):
        says = f"must say as many as there are boards, {len(request.boards)}, or nothing"
        raise ChordError("wear", len(request.wear), says)
    for i, place in enumerate(request.by_choice):
        if not 0 <= place < len(request.boards):
            says = f"must be a place in boards, 0 to {len(request.boards) - 1}"
            raise ChordError(f"by_choice.{i}", place, says)


def _pool_of(request: QuiverRequest, case: Case, ready: Asked | None) -> _Pool:
    """All boards of a request with a year of each, and which may be proposed."""
    every = (*request.boards, *request.candidates, *request.to_order)
    worth = tuple(_worth(request, row) for row in range(len(request.boards)))
    hours = case.rider.sessions_month * 12 * tables().quiver.hours_a_session
    if ready is not None and len(every) == len(worth):
        return _Pool(every, worth, np.ones(len(every), bool), ready.year, hours)
    hull, fins = labelled_hulls(every), fins_of(every)
    ridden = summarize_rides(hull, fins, case.rider, case.conditions)
    may = suits(case, judge_rack(case, every, hull, None, fins, ridden))
    return _Pool(every, worth, may, year_of(case, hull, fins, ridden), hours)


def quiver(request: QuiverRequest, known: Case | None = None, ready: Asked | None = None) -> QuiverResult:
    """Lay the boards of a surfer over a year of their water.

    Args:
        known: the surfer in the water, where that was made before.
        ready: the boards that are owned, where they were asked before.

    Returns:
        Countries, hand-overs, holes and doubles of the boards that are owned; the best sets of one to
        ``slots`` boards out of those and the candidates; what each candidate and each board to order adds,
        what is lost with each board; or only ``missing`` while mass or level is not known.

    Raises:
        ChordError: no board at all, a place in ``by_choice`` that is none, or not as many in ``wear`` as
            boards.
        Cancelled: nobody waits for it (``cancellable``).
    """
    _checked(request)
    case = known or case_of(request)
    if case is None:
        return QuiverResult(missing=missing_facts(request.surfer))
    boards = request.boards
    if ready is None and boards:
        ready = asked_of(case, labelled_hulls(boards), fins_of(boards))
    pool = _pool_of(request, case, ready)
    mine = pool.year.rows(slice(0, len(boards)))
    taken, faces = taken_on(mine.waves, mine.enough, request.by_choice), case.conditions.bins.face_m
    waves = _waves(pool, case, taken)
    found = QuiverResult(
        enough_rides=pool.year.enough,
        steepness=class_of(case.conditions.bins),
        countries=_countries(pool, case, taken),
        hand_overs=tuple(_hand_overs(pool, ready, faces[taken.board >= 0])) if ready else (),
        hole_days=float(mine.days[taken.board < 0].sum()),
        holes={why: sum(one.days for one in waves if one.hole == why) for why in _WHY},
        double_days=float(mine.days[taken.either].sum()),
        best_sets=_best_sets(pool, len(boards) + len(request.candidates), request.slots, request.budget),
        next=_next(pool),
        regrets=_regrets(pool),
        waves=waves,
        wave_map=map_of(ready, request.by_choice) if ready else None,
    )
    return found.model_copy(update=quiver_says(found))
