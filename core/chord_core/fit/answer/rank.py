"""The ``rank`` verb: a rack in order of fit, each board with its reasons."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.rank import (
    Float,
    Need,
    NextQuestion,
    Ranked,
    RankRequest,
    RankResult,
    RankStability,
    Remembered,
)
from chord_core.documents.verbs.shared import Caution
from chord_core.documents.verbs.size import SizeRequest, SizeResult
from chord_core.fit.advise.advice import Chosen, advise
from chord_core.fit.advise.headline import because
from chord_core.fit.advise.needs import needs_of
from chord_core.fit.advise.next_question import next_question
from chord_core.fit.advise.remembered import remembered
from chord_core.fit.advise.sentences import About, reasons
from chord_core.fit.advise.stability import rank_stability
from chord_core.fit.advise.wave_words import limits_say, on_the_wave
from chord_core.fit.answer.size import Sized, answer_of
from chord_core.fit.judge.candidates import Candidates
from chord_core.fit.judge.case import Case, case_of
from chord_core.fit.judge.factors import FACTORS, Judged
from chord_core.fit.judge.handling import DUCK_MOST
from chord_core.fit.judge.shared import judge
from chord_core.fit.rules.cautions import leash_caution
from chord_core.fit.rules.gear import advise_fins, cost_a_session, out_of_the_door, pad_for
from chord_core.fit.rules.precedence import all_over_budget, over_budget, tiers
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import Array, IndexArray
from chord_core.memory import cached_property
from chord_core.ride.batches import RideSummary, summarize_rides
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.ride.standup import reserve as reserve_under
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import tables, tables_version

#: What is said when no board of a rack is open to this surfer.
NOT_YET = "Not yet, not here: every board of this rack is behind a gate."


def _cautions(case: Case, board: Board, judged: Judged, row: int) -> tuple[Caution, ...]:
    found = [leash_caution(board.length_m, case.rider, case.conditions)]
    if judged.duck_needed and judged.ridden.floats.duck_dive[row] > DUCK_MOST:
        says = "Cannot be sunk under a wave: turtle roll, channel, or ask."
        found.append(Caution(code="cannot_sink", severity="care", says=says))
    return tuple(found)


def _float(rack: JudgedRack, row: int) -> Float:
    floats, rider = rack.ridden.floats, rack.case.rider
    lift = float(floats.lift_share[row])
    if rider.craft == "stand_up":
        hull = rack.judged.hull.rows(slice(row, row + 1))
        spare = float(reserve_under(hull, rider, rack.case.conditions.water_kg_m3)[0])
        return Float(lift_share=lift, reserve_share=spare)
    return Float(
        lift_share=lift,
        trim_deg=float(np.degrees(floats.trim_rad[row])),
        sink_m=float(floats.sink_m[row]),
        nose_clear_m=float(floats.nose_clear_m[row]),
        duck_dive=float(floats.duck_dive[row]),
    )


@dataclass(frozen=True)
class JudgedRack:
    """A rack judged for a case: fits in the rack's order, rows best first; sentences on demand."""

    sized: Sized
    boards: Sequence[Board]
    judged: Judged
    ridden: RideSummary
    fit: Array
    order: IndexArray

    @property
    def case(self) -> Case:
        """The surfer and the water."""
        return self.sized.case

    @cached_property
    def _factors(self) -> dict[str, Array]:
        best = self.sized.baseline.best
        return {**self.judged.factors(best), "kind": self.judged.kind(best)}

    @cached_property
    def _parts(self) -> dict[str, Array]:
        return self.judged.parts()

    def needs(self, row: int) -> tuple[Need, ...]:
        """What the surfer needs and board ``row`` gives."""
        return needs_of(self.case, self.sized.baseline, self.judged, row)

    def remembered(self, row: int) -> tuple[Remembered, ...]:
        """What board ``row`` keeps or gives up of what is remembered of other boards."""
        return remembered(self.case, self.boards[row], self.judged, row)

    def describe(self, row: int) -> Ranked:
        """Board ``row`` with its factors, what it does on the wave, reasons and cautions."""
        case, board, judged = self.case, self.boards[row], self.judged
        wave = on_the_wave(self.ridden, row, case.rider, case.conditions)
        about = About(case, self.sized.baseline.best)
        for_, against = reasons(judged, about, row, limits_say(wave, case.rider.height_m))
        return Ranked(
            index=row,
            name=board.name,
            family=board.family,
            litres=float(judged.hull.litres[row]),
            fit=float(self.fit[row]),
            because=because(case, judged, row),
            floats=_float(self, row),
            on_the_wave=wave,
            fins=advise_fins(board, judged.hull, row, case.rider, case.conditions),
            pad=pad_for(board, case.rider, case.conditions),
            out_of_the_door=out_of_the_door(board),
            over_budget=over_budget(board, case.rider.surfer),
            cost_a_session=cost_a_session(board, case.rider.sessions_month),
            factors={name: float(values[row]) for name, values in self._factors.items()},
            parts={name: float(values[row]) for name, values in self._parts.items()},
            for_=for_,
            against=against,
            cautions=_cautions(case, board, judged, row),
            advice=None if judged.closed[row] else advise(case, Chosen.of(judged, row, about.best.first)),
        )


def _order(sized: Sized, boards: Sequence[Board], fit: Array, judged: Judged) -> IndexArray:
    """Rows, best first; what the wish names goes before, and what the budget buys, each if it is not far off.
    Neighbours within a step of fit are "either": the one within the budget stands first, then the better fit,
    then the litres nearer the target. No board's place against another depends on a third."""
    surfer = sized.case.rider.surfer
    over = all_over_budget(boards, surfer)
    step = np.floor(fit / tables().fit.either_within)
    off = np.abs(judged.hull.litres - sized.sizing.target_l)
    return np.lexsort((np.arange(len(fit)), off, -fit, over, -step, -tiers(surfer, boards, fit, over)))


def judge_rack(
    case: Case,
    boards: Sequence[Board],
    hull: Hull,
    target_l: float | None,
    fins: FleetFins | None = None,
    ridden: RideSummary | None = None,
    sized: Sized | None = None,
) -> JudgedRack:
    """Judge boards whose hulls are known already (a server keeps them).

    Args:
        hull: ``labelled_hulls(boards)``.
        target_l: the advisor's own target [L], or None.
        fins: ``fins_of(boards)`` if they are known already.
        ridden: ``summarize_rides`` them for this rider and water with the band, if it is known already.
        sized: the case with its litres, if they are known already.
    """
    ridden = ridden or summarize_rides(
        hull, fins or fins_of(boards), case.rider, case.conditions, asked=len(hull)
    )
    sized = sized or Sized(case, target_l)
    judged = judge(case, target_l, boards, hull, ridden)
    fit = judged.fit(sized.baseline.best)
    return JudgedRack(sized, boards, judged, ridden, fit, _order(sized, boards, fit, judged))


#: Boards that are asked how sure their place is, and which question would change it.
_LEADING = 12


def leading(rack: JudgedRack, fins: FleetFins) -> tuple[IndexArray, Candidates]:
    """The first boards of a rack that are open, as candidates of their own."""
    rows = np.array([row for row in rack.order[:_LEADING] if rack.fit[row] > 0], int)
    return rows, Candidates([rack.boards[row] for row in rows], rack.judged.hull.rows(rows), fins.rows(rows))


def doubts(
    request: SizeRequest, rack: JudgedRack, fins: FleetFins
) -> tuple[tuple[RankStability, ...], NextQuestion | None]:
    """How sure the first boards' places are, and the next question; nothing where none is open."""
    rows, candidates = leading(rack, fins)
    if not len(rows):
        return (), None
    best = rack.sized.baseline.best
    sure = rank_stability(request, rack.case, candidates, best)
    placed = tuple(one.model_copy(update={"index": int(rows[one.index])}) for one in sure)
    return placed, next_question(request, rack.case, candidates, best)


def steadiest(rack: JudgedRack, sure: tuple[RankStability, ...]) -> int | None:
    """Of the boards that are as good as the first, the one that stays on top most often; None where that is
    the first itself. As good: as much wished for, as much within the budget, fit within a step."""
    surfer, first = rack.case.rider.surfer, int(rack.order[0])
    within, tier = tables().fit.either_within, tiers(surfer, rack.boards, rack.fit)

    def as_good(row: int) -> bool:
        mine, theirs = rack.boards[row], rack.boards[first]
        same = tier[row] == tier[first]
        budget = not over_budget(mine, surfer) or bool(over_budget(theirs, surfer))
        return bool(same and budget and rack.fit[first] - rack.fit[row] <= within)

    tied = [one for one in sure if one.index == first or as_good(one.index)]
    best = max(tied, key=lambda one: (one.on_top, one.index == first), default=None)
    return best.index if best and best.index != first else None


def rank(request: RankRequest) -> RankResult:
    """Rank a rack for a surfer and a water, best first; ties go to the litres nearer the target."""
    case = case_of(request)
    if case is None:
        empty = SizeResult(missing=missing_facts(request.surfer), tables_version=tables_version())
        return RankResult(size=empty, judged_by=FACTORS, ranking=())
    fins = fins_of(request.boards)
    rack = judge_rack(case, request.boards, labelled_hulls(request.boards), request.target_l, fins)
    sure, question = ((), None) if request.quick else doubts(request, rack, fins)
    return RankResult(
        size=answer_of(rack.sized, searched=not request.quick),
        judged_by=FACTORS,
        ranking=tuple(rack.describe(int(row)) for row in rack.order),
        not_yet="" if rack.fit.max() > 0 else NOT_YET,
        needs=() if request.quick else rack.needs(int(rack.order[0])),
        stability=sure,
        preferred_index=steadiest(rack, sure),
        next_question=question,
    )
