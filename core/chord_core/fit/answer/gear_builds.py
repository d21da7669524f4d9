"""The same shape in several builds: what each feels like in this water, and what it costs over its life."""

from __future__ import annotations

import numpy as np

from chord_core.documents.board import Board
from chord_core.documents.verbs.gear import BuildFit, GearRequest
from chord_core.fit.rules.costs import cheaper_from, price_in, spent, years_until
from chord_core.fit.rules.gear import build_of
from chord_core.fit.rules.similarity import feel_of
from chord_core.fit.rules.terms import money
from chord_core.fit.search.options import builds_for, with_build
from chord_core.ride.ride_model import FleetRide
from chord_core.tables import families, tables

#: How much of its life such a board has behind it nobody knows.
_LIVED = ("used", "demo", "hire")


def _offered(board: Board) -> list[str]:
    """The board's own build, then the cheapest, the one that lives longest for its price, and the family's
    own, as many as are laid side by side."""
    own, wears = build_of(board), tables().gear.builds
    names = builds_for(families()[board.family])
    others = [name for name in names if name != own]
    chosen = [own]
    for name in (
        families()[board.family].build,
        min(others, key=lambda name: wears[name].price_index, default=own),
        max(others, key=lambda name: wears[name].life, default=own),
        min(others, key=lambda name: wears[name].price_index / wears[name].life, default=own),
        *others,
    ):
        if name not in chosen:
            chosen.append(name)
    return chosen[: tables().gear.beside.most]


def _crossing_says(sessions: int, a_month: float) -> str:
    year = f", at {a_month:g} a month in year {years_until(sessions, a_month)}" if a_month else ""
    return f"cheaper from session {sessions}{year}"


def _says(
    build: str, price: float, own_price: float, crosses: int | None, a_month: float, feel: str, light: bool
) -> str:
    """What an advisor says of a build beside the board's own."""
    parts = []
    if price > own_price:
        parts.append("dearer at any time" if crosses is None else _crossing_says(crosses, a_month))
        if price > tables().gear.beside.prove_from_price * own_price:
            parts.append("prove the shape in the cheaper build first")
    elif price < own_price:
        parts.append("cheaper to begin with" + ("" if crosses else ", dearer in the long run"))
    if feel:
        parts.append(feel)
    if light:
        parts.append("lighter than usual of this size: fins a size up, or a litre more")
    return ("; ".join(parts) + ".").capitalize() if parts else ""


def new_price(board: Board) -> float | None:
    """What a board costs that has its whole life before it; None for others, and where it is not known."""
    return None if board.stock in _LIVED else board.price


def in_builds(board: Board) -> list[Board]:
    """The board's shape in two to four builds, its own first."""
    # What the shop's scale said is true of the board that hangs there, and of no other build.
    bare = board.model_copy(update={"mass_kg": None})
    return [board, *(with_build(bare, name) for name in _offered(board)[1:])]


def builds_beside(request: GearRequest, fleet_ride: FleetRide) -> tuple[BuildFit, ...]:
    """What the board is and does in each build.

    Args:
        fleet_ride: those of ``in_builds`` in front.
    """
    names = _offered(request.board)
    own, hull = names[0], fleet_ride.hull
    close = tables().complaints.close_in_feel
    feels = {
        feel.board: f"another feel: about {feel.sessions} sessions to get used to it"
        for feel in feel_of(fleet_ride)
        if feel.change > close
    }
    at = np.array(tables().gear.beside.at_sessions, float)
    price, a_month = new_price(request.board), fleet_ride.rider.sessions_month
    found = []
    for row, name in enumerate(names):
        wears = tables().gear.builds[name]
        costs = None if price is None else price_in(name, price, own)
        crosses = None if price is None or name == own else cheaper_from(name, own, price)
        light = hull.mass_kg[row] < tables().gear.beside.light_to * hull.mass_kg[0]
        found.append(
            BuildFit(
                build=name,
                mass_kg=float(hull.mass_kg[row]),
                swing_kg_m2=float(hull.swing_kg_m2[row]),
                chop_g=float(fleet_ride.impact[row]),
                hold_m_s=float(fleet_ride.hold_m_s[row]),
                flex=float(hull.fleet.flex[row]),
                dent=wears.dent,
                life_sessions=wears.life,
                price=None if costs is None else money(costs),
                cost_a_session=()
                if costs is None
                else tuple(money(float(v)) for v in spent(name, costs, at) / at),
                crossing_sessions=crosses,
                feel=wears.feel,
                fails=wears.fails,
                mend=wears.mend,
                heat=wears.heat,
                says=""
                if costs is None or price is None or name == own
                else _says(name, costs, price, crosses, a_month, feels.get(row, ""), bool(light)),
            )
        )
    return tuple(found)
