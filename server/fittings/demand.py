"""What the last surfers asked of the rack: whom each board suits, whom nothing that hangs there suits."""

from dataclasses import dataclass

import numpy as np

from accounts.models import Shop
from chord_core.documents import Surfer, Water, parse
from chord_core.fit.answer.size import Sized
from chord_core.tables import kept_by_tables, tables
from fittings.documents import AskedFor, Demand
from fittings.models import Fitting
from fittings.ranking import case_for, fleet_of_rack, rank_fleet
from rack.selectors import Rack, rack_of

#: So many of the last tickets are asked.
_LAST = 30
#: Of a surfer's boards so many are named.
_NAMED = 5
#: What is not for sale meets nobody's wish for a board.
_NOT_FOR_SALE = ("hire",)


@dataclass(frozen=True)
class _Wanted:
    """What one surfer needs [L, m], and the rows of the rack that suit, best first."""

    family: str
    low_l: float
    high_l: float
    length_m: float
    suits: tuple[int, ...]


@kept_by_tables(256)
def _wanted(rack: Rack, surfer: str, water: str, target_l: float | None) -> _Wanted | None:
    of, there = Surfer.model_validate_json(surfer), Water.model_validate_json(water)
    case = case_for(of, there)
    if case is None:
        return None
    ranking = None
    if rack.boards:
        ranking = rank_fleet(fleet_of_rack(rack, ()), case, target_l, surfer + water, whole=True)
    sized = ranking.judged.sized if ranking else Sized(case, target_l)
    baseline, sizing = sized.baseline, sized.sizing
    if not baseline.open:
        return None
    lead = baseline.families[0].name
    rows = baseline.rows_of(lead)
    best = int(np.argmax(baseline.judged.product(baseline.best)[rows]))
    least = tables().fit.suits_from
    open_ = ranking.open_first if ranking else []
    return _Wanted(
        family=lead,
        low_l=min(sizing.band[0], sizing.target_l),
        high_l=max(sizing.band[1], sizing.target_l),
        length_m=float(baseline.judged.hull.fleet.length[rows][best]),
        suits=tuple(row for row in open_ if ranking and ranking.fit_of(row) >= least),
    )


def demand_of(shop: Shop) -> Demand:
    """What the last tickets of a shop ask of its rack; who has not said mass and rung is left out."""
    rack = rack_of(shop)
    tickets = Fitting.objects.of(shop).order_by("-pk")[:_LAST]
    rows: list[AskedFor] = []
    serves: set[int] = set()
    for ticket in tickets:
        facts, water = parse(Surfer, ticket.facts, "facts"), parse(Water, ticket.water, "water")
        wanted = _wanted(rack, facts.model_dump_json(), water.model_dump_json(), ticket.target_l)
        if wanted is None:
            continue
        serves.update(wanted.suits)
        sold = [row for row in wanted.suits if rack.boards[row].stock not in _NOT_FOR_SALE]
        rows.append(
            AskedFor(
                fitting_id=ticket.pk,
                name=facts.name.split(" ")[0] if facts.name else "",
                family=wanted.family,
                low_l=wanted.low_l,
                high_l=wanted.high_l,
                length_m=wanted.length_m,
                suits=tuple(rack.ids[row] for row in wanted.suits),
                best=tuple(rack.ids[row] for row in sold[:_NAMED]),
            )
        )
    nobody = tuple(pk for row, pk in enumerate(rack.ids) if row not in serves) if rows else ()
    return Demand(fittings=tuple(rows), nobody=nobody)


def suits_say(shop: Shop, pk: int) -> tuple[str, ...]:
    """For whom a board is, in sentences for its tag: what the surfers have in common whom it suits, without a
    name. Empty where it suits none of the last tickets."""
    some = [one for one in demand_of(shop).fittings if pk in one.suits]
    if not some:
        return ()
    rows = Fitting.objects.of(shop).filter(pk__in=[one.fitting_id for one in some])
    facts = [parse(Surfer, row.facts, "facts") for row in rows]
    masses = [one.mass_kg for one in facts if one.mass_kg is not None]
    rungs_said = list(dict.fromkeys(one.rung for one in facts if one.rung))
    # Out to the next five kilograms: a tag hangs where everybody reads it.
    low, high = 5 * int((min(masses) - 2) // 5), 5 * int(-(-(max(masses) + 2) // 5))
    return (f"For surfers of about {low} to {high} kg: {', '.join(rungs_said)}.",)
