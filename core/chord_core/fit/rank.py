"""The ``rank`` verb: a rack in order of fit, each board with its reasons."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.requests import RankRequest
from chord_core.documents.results import Float, Ranked, RankResult, SizeResult
from chord_core.fit.cautions import leash_for
from chord_core.fit.factors import Judged, float_factor, litres_factor
from chord_core.fit.gates import closed_because, kind_factor
from chord_core.fit.gear import advise_fins, cost_a_session, out_of_the_door
from chord_core.fit.handling import DUCK_MOST, handle, must_duck_dive
from chord_core.fit.schools import Sizing, present_litres
from chord_core.fit.sentences import reasons
from chord_core.fit.size import Case, answer_of, band_in, case_of
from chord_core.fit.wave_words import limits_say, on_the_wave
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls, labels_agree
from chord_core.hull.stations import Array, Rows
from chord_core.ride.chunks import Summary, summary_of
from chord_core.ride.fins import FinSet, fins_of
from chord_core.ride.float import Floats
from chord_core.ride.standup import reserve as reserve_under
from chord_core.surfer.pencil import missing_facts
from chord_core.tables import families, table, tables_version

#: What is said when no board of a rack is open to this surfer.
NOT_YET = "Not yet, not here: every board of this rack is behind a gate."
JUDGED_BY = ("litres", "float", "duck-dive", "carry", "kind")


def _bands(case: Case, sizing: Sizing, names: Sequence[str]) -> Array:
    """Low, high and target litres [L] for each board's family, (n, 3)."""
    of: dict[str, tuple[float, float, float]] = {}
    for family in set(names):
        band = band_in(case, sizing, family)
        target = sizing.target_l if band == sizing.band else sum(band) / 2
        of[family] = (*band, target)
    return np.array([of[name] for name in names])


def judge(case: Case, sizing: Sizing, boards: Sequence[Board], hull: Hull, floats: Floats) -> Judged:
    """Judge boards for a case.

    Args:
        hull: the same boards in the same order, as ``labelled_hulls`` gives them.
        floats: how they float the rider.
    """
    rider, spot = case.rider, case.spot
    standing = rider.craft == "stand_up"
    reserve = reserve_under(hull, rider, spot.water_kg_m3) if standing else None
    handling = handle(hull, floats, rider, spot)
    names = [board.family for board in boards]
    low, high, target = _bands(case, sizing, names).T
    closed = {n: closed_because(families()[n], rider, spot) for n in set(names)}
    kinds = {n: kind_factor(families()[n], rider, spot) for n in set(names)}
    return Judged(
        hull=hull,
        floats=floats,
        handling=handling,
        kind=np.array([0.0 if closed[n] else kinds[n][0] for n in names]),
        kind_says=tuple(kinds[n][1] for n in names),
        closed=tuple(closed[n] for n in names),
        factors={
            "litres": litres_factor(hull.litres, low, high, target, rider.rung.step),
            "float": float_factor(floats, rider, reserve),
            "duck-dive": handling.duck,
            "carry": handling.carry,
        },
        low_l=low,
        high_l=high,
        target_l=target,
        present_l=present_litres(rider),
        duck_needed=must_duck_dive(rider, spot),
        river=spot.kind == "river",
        reserve=reserve,
        label_agrees=labels_agree(boards, hull),
    )


def _cautions(case: Case, board: Board, judged: Judged, row: int) -> tuple[str, ...]:
    found = [leash_for(board.length_m, case.rider, case.spot)]
    if judged.duck_needed and judged.floats.duck_dive[row] > DUCK_MOST:
        found.append("Cannot be sunk under a wave: turtle roll, channel, or ask.")
    return tuple(found)


def _float(judged: Judged, row: int) -> Float:
    floats = judged.floats
    lift = float(floats.lift_share[row])
    if judged.reserve is not None:
        return Float(lift_share=lift, reserve_share=float(judged.reserve[row]))
    return Float(
        lift_share=lift,
        trim_deg=float(np.degrees(floats.trim_rad[row])),
        sink_m=float(floats.sink_m[row]),
        nose_clear_m=float(floats.nose_clear_m[row]),
        duck_dive=float(floats.duck_dive[row]),
    )


def _ranked(rack: JudgedRack, row: int) -> Ranked:
    case, board, judged = rack.case, rack.boards[row], rack.judged
    wave = on_the_wave(rack.ridden, row, case.rider, case.spot)
    for_, against = reasons(judged, row, limits_say(wave, case.rider.height_m))
    return Ranked(
        index=row,
        name=board.name,
        family=board.family,
        litres=float(judged.hull.litres[row]),
        fit=float(rack.fit[row]),
        floats=_float(judged, row),
        on_the_wave=wave,
        fins=advise_fins(board, judged.hull, row, case.rider, case.spot),
        out_of_the_door=out_of_the_door(board),
        cost_a_session=cost_a_session(board, case.rider.sessions_month),
        factors={name: float(values[row]) for name, values in judged.factors.items()}
        | {"kind": float(judged.kind[row])},
        for_=for_,
        against=against,
        cautions=_cautions(case, board, judged, row),
    )


def _order(case: Case, boards: Sequence[Board], fit: Array, judged: Judged) -> Rows:
    """Rows, best first. Neighbours within a step of fit are "either": the one within the budget
    stands first, then the better fit, then the litres nearer the target. No board's place against
    another depends on a third."""
    budget = case.rider.surfer.budget
    over = [bool(budget and board.price and board.price > budget) for board in boards]
    step = np.floor(fit / table("sizing")["either_within"])
    off = np.abs(judged.hull.litres - judged.target_l)
    return np.lexsort((np.arange(len(fit)), off, -fit, np.array(over), -step))


@dataclass(frozen=True)
class JudgedRack:
    """A rack judged for a case: fits in the rack's order, rows best first; sentences on demand."""

    case: Case
    boards: Sequence[Board]
    size: SizeResult
    judged: Judged
    ridden: Summary
    fit: Array
    order: Rows

    @property
    def judged_by(self) -> tuple[str, ...]:
        """The factors that count here."""
        return tuple(name for name in JUDGED_BY if name != "duck-dive" or self.judged.duck_needed)

    def describe(self, row: int) -> Ranked:
        """Board ``row`` with its factors, what it does on the wave, reasons and cautions."""
        return _ranked(self, row)


def judge_rack(
    case: Case,
    boards: Sequence[Board],
    hull: Hull,
    target_l: float | None,
    fins: FinSet | None = None,
    ridden: Summary | None = None,
) -> JudgedRack:
    """Judge boards whose hulls are known already (a server keeps them).

    Args:
        hull: ``labelled_hulls(boards)``.
        target_l: the advisor's own target [L], or None.
        fins: ``fins_of(boards)`` if they are known already.
        ridden: ``summary_of`` them for this rider and water with the band, if it is known already.
    """
    ridden = ridden or summary_of(hull, fins or fins_of(boards), case.rider, case.spot, band=True)
    sizing, answer = answer_of(case, target_l)
    judged = judge(case, sizing, boards, hull, ridden.floats)
    fit = judged.fit
    return JudgedRack(case, boards, answer, judged, ridden, fit, _order(case, boards, fit, judged))


def rank(request: RankRequest) -> RankResult:
    """Rank a rack for a surfer and a water, best first; ties go to the litres nearer the target."""
    case = case_of(request)
    if case is None:
        empty = SizeResult(missing=missing_facts(request.surfer), tables_version=tables_version())
        return RankResult(size=empty, judged_by=JUDGED_BY, ranking=())
    rack = judge_rack(case, request.boards, labelled_hulls(request.boards), request.target_l)
    return RankResult(
        size=rack.size,
        judged_by=rack.judged_by,
        ranking=tuple(rack.describe(int(row)) for row in rack.order),
        not_yet="" if rack.fit.max() > 0 else NOT_YET,
    )
