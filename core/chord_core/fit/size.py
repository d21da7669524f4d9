"""The ``size`` verb: schools, target, windows, families, leash and cautions for one surfer."""

from __future__ import annotations

from dataclasses import dataclass

from chord_core.documents.requests import SizeRequest
from chord_core.documents.results import Assumed, Closed, Day, Kind, SizeResult
from chord_core.fit.bands import Band, band_for
from chord_core.fit.cautions import cautions_for, leash_for
from chord_core.fit.gates import closed_because, kind_factor, own_class
from chord_core.fit.schools import Sizing, size_up
from chord_core.fit.windows import board_at, off_centre, place_of, windows_in
from chord_core.surfer.pencil import Rider, missing_facts, pencil_rider
from chord_core.surfer.spot import Spot, pencil_water
from chord_core.tables import Family, families, table, tables_version
from chord_core.water.days import days_by_word


@dataclass(frozen=True)
class Case:
    """A surfer and a water with all facts, and what was assumed of them."""

    rider: Rider
    spot: Spot
    assumed: tuple[Assumed, ...]


def case_of(request: SizeRequest) -> Case | None:
    """Fill the request in pencil; None while mass or rung is missing."""
    if missing_facts(request.surfer):
        return None
    rider, of_rider = pencil_rider(request.surfer)
    spot, of_water = pencil_water(request.water, rider.height_m)
    return Case(rider, spot, (*of_rider, *of_water))


def ordered_families(case: Case, target_l: float | None) -> list[tuple[Family, str]]:
    """Open families of the class and aim, best first: where their litres are an ordinary size.

    A family that was wished for leads inside its class; from 1.2 body heights those for big water do;
    the family ridden now is known to suit and counts as nearer.
    """
    rider, spot = case.rider, case.spot
    cls, why = own_class(rider, spot)
    big = spot.days.usual_m / rider.height_m >= table("choice")["big_water_first_from"]
    found: list[tuple[float, Family, str]] = []
    for family in families().values():
        factor, _ = kind_factor(family, rider, spot)
        if closed_because(family, rider, spot) or factor < table("sizing")["kind"]["opened class"]:
            continue
        low, high = band_for(rider, spot, family.name)
        away = off_centre(family, target_l or (low + high) / 2)
        away += 0.0 if family.board_class == cls else 0.5
        away += 0.5 if big and family.name not in table("choice")["big_water"] else 0.0
        now = rider.surfer.present_board
        away -= table("choice")["nearer_when_ridden_now"] if now and now.family == family.name else 0.0
        wished = family.name == rider.surfer.wish
        found.append((-1.0 if wished else away, family, f"{family.board_class} class: {why}"))
    return [(family, says) for _, family, says in sorted(found, key=lambda row: row[0])]


def lead(case: Case, target_l: float | None) -> tuple[Sizing, list[tuple[Family, str]]]:
    """Settle the leading family and the litres in it; the second half of ``size``."""
    present = ordered_families(case, target_l)
    name = present[0][0].name if present else None
    sizing = size_up(case.rider, case.spot, name, target_l)
    settled = ordered_families(case, sizing.target_l)
    return sizing, settled


def _closed(case: Case) -> tuple[Closed, ...]:
    why = ((f.name, closed_because(f, case.rider, case.spot)) for f in families().values())
    return tuple(Closed(family=name, reason=reason) for name, reason in why if reason)


def _days(case: Case) -> tuple[Day, ...]:
    if case.spot.kind == "river":
        return ()
    rows = days_by_word(case.spot.days, case.rider.height_m)
    return tuple(Day(word=w, low_m=a, high_m=b, share=share) for w, a, b, share in rows)


def band_in(case: Case, sizing: Sizing, family: str) -> Band:
    """The band for one family [L]: the settled one, or a longboard's own beside another kind."""
    longboards = table("sizing")["longboard_litres_per_kg"]
    settled = sizing.overruled or sizing.leads == "by step" or family not in longboards
    return sizing.band if settled else band_for(case.rider, case.spot, family)


def answer_of(case: Case, target_l: float | None) -> tuple[Sizing, SizeResult]:
    """The size answer of a case, and the sizing that it stands on."""
    sizing, kinds = lead(case, target_l)
    windows, leash = None, ""
    if kinds:
        family = kinds[0][0]
        windows = windows_in(family, sizing.band)
        middle = board_at(family, place_of(family, sizing.target_l))
        leash = leash_for(middle.length_m, case.rider, case.spot)
    return sizing, SizeResult(
        assumed=case.assumed,
        schools=sizing.schools,
        leads=sizing.leads,
        leads_because=sizing.because,
        disagreement=sizing.disagreement,
        target_l=sizing.target_l,
        windows=windows,
        families=tuple(
            Kind(family=f.name, reason=why, windows=windows_in(f, band_in(case, sizing, f.name)))
            for f, why in kinds
        ),
        closed=_closed(case),
        leash=leash,
        cautions=cautions_for(case.rider, case.spot),
        days=_days(case),
        tables_version=tables_version(),
    )


def size(request: SizeRequest) -> SizeResult:
    """Size a surfer for a water.

    Returns:
        Schools, target [L], windows, families in order; or only ``missing`` while mass or rung is
        not known.
    """
    case = case_of(request)
    if case is None:
        return SizeResult(missing=missing_facts(request.surfer), tables_version=tables_version())
    return answer_of(case, request.target_l)[1]
