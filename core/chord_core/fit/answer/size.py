"""The ``size`` verb: ways of sizing, target, windows, families, tails, fins, builds, leash and cautions for
one surfer."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.size import Closed, Kind, SizeRequest, SizeResult
from chord_core.fit.advise.advice import Chosen, advise
from chord_core.fit.expected.kinds import speaks_for
from chord_core.fit.judge.baseline import TIMES, Baseline, build_baseline
from chord_core.fit.judge.case import Case, case_of
from chord_core.fit.judge.complaints import complaint_advice
from chord_core.fit.judge.factors import closed_in
from chord_core.fit.rules.cautions import cautions_for, leash_for
from chord_core.fit.rules.gates import a
from chord_core.fit.rules.gear import advise_fins
from chord_core.fit.search.best_boards import Found, Judge, either, search
from chord_core.fit.search.options import options
from chord_core.fit.search.shapes import boards_of
from chord_core.fit.search.sizing_methods import Sizing, litres_because, size_up
from chord_core.fit.search.step import step_down
from chord_core.fit.search.wave_sizing import wave_sizing_methods
from chord_core.fit.search.windows import HALF_LITRE, held_in, outwards, windows_of
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.memory import cached_property
from chord_core.spoken import spoken
from chord_core.surfer.defaults import missing_facts
from chord_core.tables import families, tables_version
from chord_core.water.conditions import bars_of
from chord_core.water.words import chest_says


@dataclass(frozen=True)
class Sized:
    """A case with its reference boards judged and its litres settled; the search for windows on demand."""

    case: Case
    target_l: float | None

    @cached_property
    def baseline(self) -> Baseline:
        """The reference boards of the open families."""
        return build_baseline(self.case, self.target_l)

    @cached_property
    def sizing(self) -> Sizing:
        """The ways of sizing, and the band and target that they settle."""
        return size_up(self.case, self.lead, self.target_l, wave_sizing_methods(self.baseline, self.case))

    @property
    def lead(self) -> str:
        """The leading family; where every gate is shut the one that is least wrong."""
        baseline = self.baseline
        return baseline.families[0].name if baseline.open else baseline.names[0]

    @property
    def judge(self) -> Judge:
        """Judges boards for this case."""
        return Judge(self.case, self.baseline, self.target_l)

    @cached_property
    def found(self) -> list[Found]:
        """What the search found, the leading family first."""
        return search(self.judge)

    @cached_property
    def best_board(self) -> Board | None:
        """The best board that the search found in the leading family, inside its windows, as it is usually
        built."""
        if not self.found:
            return None
        lead = self.found[0]
        board = boards_of(lead.family, lead.shapes[int(lead.fit.argmax())][None, :])[0]
        return held_in(board, windows_of(lead, self.case.expected, self.target_l))


def _closed(case: Case) -> tuple[Closed, ...]:
    why = ((name, closed_in(case, name)) for name in families())
    return tuple(Closed(family=name, reason=reason) for name, reason in why if reason)


def _days_say(case: Case) -> str:
    if case.conditions.river:
        return ""
    what: Literal["day", "session"] = "session" if case.conditions.kind == "pool" else "day"
    return chest_says(case.conditions.share_below, case.rider.height_m, what)


def _why(sized: Sized, family: str) -> str:
    """Why a family stands where it stands: the facts that speak for it, or for the leading one."""
    case, lead = sized.case, sized.lead
    if family != lead:
        facts = speaks_for(case.rider, case.conditions, lead, family)
        return f"{a(lead)} comes first: {', '.join(facts)}" if facts else f"beside {a(lead)}"
    if family == case.rider.surfer.wish:
        return "asked for"
    others = [
        one.name for one in sized.baseline.families[1:] if one.board_class != families()[lead].board_class
    ]
    facts = speaks_for(case.rider, case.conditions, lead, others[0]) if others else ()
    return f"usual for who {' and '.join(facts)}" if facts else f"usual at the level “{case.rider.rung.name}”"


def _kinds(sized: Sized) -> tuple[Kind, ...]:
    """The families in the order in which they are expected, by their reference boards."""
    baseline, case = sized.baseline, sized.case
    same = either(baseline)

    def kind(name: str) -> Kind:
        return Kind(
            family=name,
            reason=_why(sized, name),
            fit=100 * baseline.best.shares[name],
            either=name in same,
            target_l=case.expected.litres(name, sized.target_l).middle,
            target_band_l=outwards(*case.band(name, sized.target_l), HALF_LITRE),
            target_because=litres_because(case, name),
            windows=None,
        )

    return tuple(kind(family.name) for family in baseline.families)


def _settled(sized: Sized) -> SizeResult:
    """What is said without a search."""
    case, sizing, kinds = sized.case, sized.sizing, _kinds(sized)
    return SizeResult(
        assumed=case.assumed,
        sizing_methods=sizing.sizing_methods,
        target_l=sizing.target_l,
        target_band_l=outwards(*sizing.band, HALF_LITRE),
        target_because=sizing.because,
        families=kinds,
        complaints=complaint_advice(case),
        closed=_closed(case),
        advice=advise(case, _chosen(sized)) if sized.baseline.open else None,
        leash=leash_for(_length_m(sized), case.rider, case.conditions) if kinds else "",
        cautions=cautions_for(case.rider, case.conditions),
        days=bars_of(case.conditions, case.rider.height_m),
        days_say=_days_say(case),
        tables_version=tables_version(),
    )


def answer_of(sized: Sized, searched: bool = True) -> SizeResult:
    """The size answer of a case. What is said without a search is kept with the case, for the search that
    follows.

    Args:
        searched: whether to search for windows, tails, fins and builds; else the families are only put in
            order by their reference boards, in a tenth of the time.
    """
    case = sized.case
    settled = case.once(("settled", sized.target_l, spoken()), lambda: _settled(sized))
    board = sized.best_board if searched else None
    if board is None:
        return settled
    founds = {found.family: found for found in sized.found}
    kinds = tuple(
        kind.model_copy(
            update={
                "fit": founds[kind.family].best,
                "windows": windows_of(founds[kind.family], case.expected, sized.target_l),
            }
        )
        for kind in settled.families
    )
    more = {
        "families": kinds,
        "step_down": step_down(case),
        "windows": kinds[0].windows,
        **vars(options(sized.judge, board)),
        "fin_size": advise_fins(board, hull_of(fleet_of([board])), 0, case.rider, case.conditions),
        "leash": leash_for(board.length_m, case.rider, case.conditions),
    }
    return settled.model_copy(update=more)


def _chosen(sized: Sized) -> Chosen:
    """The board that is advised: as it is expected in the leading family."""
    baseline, lead = sized.baseline, sized.lead
    middle = baseline.rows_of(lead).start + TIMES.index(1.0)
    return replace(Chosen.of(baseline.judged, middle, lead), litres=sized.sizing.target_l)


def _length_m(sized: Sized) -> float:
    """Length of the board for which a leash is named before one was searched for: the best ordinary one."""
    baseline = sized.baseline
    rows = baseline.rows_of(baseline.families[0].name)
    return float(np.median(baseline.judged.hull.fleet.length[rows]))


def size(request: SizeRequest) -> SizeResult:
    """Size a surfer for a water.

    Returns:
        Ways of sizing, target [L], windows, families, tails, fins and builds in order; or only ``missing``
        while mass or rung is not known.
    """
    case = case_of(request)
    if case is None:
        return SizeResult(missing=missing_facts(request.surfer), tables_version=tables_version())
    return answer_of(Sized(case, request.target_l))
