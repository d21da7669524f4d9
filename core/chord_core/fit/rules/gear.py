"""What goes with a board: fins by size and flex, wax, what it costs out of the door and a session, trade-in.

All numbers are the shop's own (``gear.json``).
"""

from __future__ import annotations

import numpy as np

from chord_core import spoken
from chord_core.documents.board import Board
from chord_core.documents.verbs.size import FinAdvice
from chord_core.fit.rules.terms import money, prices, with_tax
from chord_core.hull.hull import Hull
from chord_core.ride.fins import setup_of
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, tables
from chord_core.water.conditions import Conditions

_POWER = ("steep", "hollow")
#: Classes of boards that are waxed all over.
_WAXED = ("soft", "long")
#: A board is kept so many years when nobody says how many.
_YEARS_KEPT = 4.0


def in_power(conditions: Conditions, body_m: float) -> bool:
    """Whether the usual water pushes: steep, hollow, or over the head."""
    return conditions.steepness in _POWER or conditions.days.usual_m > body_m


def _grips(hull: Hull, row: int) -> bool:
    fleet = hull.fleet
    return bool(fleet.rail[row] <= tables().gear.fins.grips_rail_to or fleet.dropped[row])


def fin_area_cm2(hull: Hull, row: int, rider: Rider, conditions: Conditions) -> float:
    """Area wanted of one side fin [cm2]: 97 (M / 72)^.5, less for a gripping rail or edge, more for a wide
    tail and a light build in power."""
    rules, fleet = tables().gear.fins, hull.fleet
    area = rules.area_cm2 * np.sqrt(rider.mass_kg / rules.at_kg)
    area *= rules.gripping if _grips(hull, row) else 1.0
    area *= rules.wide_tail if fleet.tail_width[row] > rules.wide_tail_from_m else 1.0
    light = fleet.damping[row] <= rules.light_damping_to and in_power(conditions, rider.height_m)
    return float(area * (rules.light_in_power if light else 1.0))


def fin_sizes(area_cm2: float) -> tuple[str, ...]:
    """The size of a side fin for an area [cm2]; both neighbours within 3 % of an edge."""
    rules = tables().gear.fins
    names, edges = list(rules.sizes_to_cm2), [edge for edge in rules.sizes_to_cm2.values() if edge]
    at = int(np.searchsorted(edges, area_cm2))
    for i, edge in enumerate(edges):
        if abs(area_cm2 / edge - 1) <= rules.both_within:
            return names[i], names[i + 1]
    return (names[at],)


def fin_flex(hull: Hull, row: int, rider: Rider, conditions: Conditions) -> str:
    """Soft, medium or stiff: by mass, usual face, a tail that flexes (stiffer), a rail that grips
    (softer)."""
    rules = tables().gear.fins
    index = (rider.mass_kg - rules.flex_at_kg) / rules.flex_a_kg
    index += (conditions.days.usual_m - rules.flex_at_face_m) / rules.flex_a_face_m
    index += float(hull.fleet.flex[row] >= rules.flexible_from) - float(_grips(hull, row))
    if abs(index) <= rules.flex_edge:
        return "medium"
    return "stiff" if index > 0 else "soft"


def advise_fins(board: Board, hull: Hull, row: int, rider: Rider, conditions: Conditions) -> FinAdvice:
    """Size and flex for a board, the designer's own set first.

    Args:
        hull: a fleet with ``board`` in its ``row``.
    """
    area, flex = fin_area_cm2(hull, row, rider, conditions), fin_flex(hull, row, rider, conditions)
    sizes = fin_sizes(area)
    setup = setup_of(board)
    says = f"{setup}, {' or '.join(sizes)}, {flex}: {spoken.fin_area(area)} a side fin."
    own = board.designer_fins
    if own and own.size:
        rules, medium = tables().gear.fins, tables().fins.sizes
        theirs = rules.area_cm2 * medium[own.size]
        if theirs > rules.too_much * area:
            says += f" The designer's {own.size} is too much for this rider: try it, then {sizes[0]}."
        else:
            says = f"The designer's set first ({own.setup or setup}, {own.size}). Then {says}"
    return FinAdvice(setup=setup, area_cm2=area, sizes=sizes, flex=flex, says=says)


def pad_for(board: Board, rider: Rider, conditions: Conditions) -> str:
    """The pad for a board: a full one on a river, none where one walks or lies on wax, else by the foot."""
    pads = tables().gear.pads
    if conditions.river:
        return str(pads.river)
    if families()[board.family].board_class in _WAXED:
        return str(pads.none)
    return {"back": pads.back, "front": pads.front, "even": pads.even}[rider.foot_weight]


def wax_for(water_c: float) -> str:
    """The wax for a water temperature [C]."""
    return next(str(row.name) for row in tables().gear.wax if row.to_c is None or water_c <= row.to_c)


def build_of(board: Board) -> str:
    """What a board is built of, said or its family's."""
    return board.build or families()[board.family].build


def care_for(board: Board) -> tuple[str, ...]:
    """How to look after a board: what its build has first, then what goes for every board."""
    build = build_of(board)
    first = f"{build}: {tables().gear.builds[build].fails}."
    return (first, *tables().gear.care)


def life_left(board: Board, sessions: float) -> float:
    """Share of a board's life that is left after so many sessions, 0-1."""
    life = float(tables().gear.builds[build_of(board)].life)
    return max(1 - sessions / life, 0.0)


def worth_in_trade(board: Board, price: float, sessions: float, condition: float) -> float:
    """What a used board is worth in trade: price x .7 x life left x condition, that from .6 to 1.

    Args:
        price: what it cost new.
        condition: as looked at, 0 (broken, repaired, buckled) to 1 (as new).
    """
    rules = tables().gear.trade_in
    worst = rules.worst_condition
    return float(price * rules.share * life_left(board, sessions) * (worst + (1 - worst) * condition))


def soaked_says(board: Board, drawn_kg: float) -> str:
    """What is said of a board that weighs 8 % more than is computed of its dims; empty where it does not."""
    if board.mass_kg is None or board.mass_kg <= tables().gear.trade_in.heavy_from * drawn_kg:
        return ""
    return f"{spoken.mass(board.mass_kg)} against {spoken.mass(drawn_kg)} computed: look for water inside"


def trade_in(board: Board, hull: Hull, row: int, sessions: float, condition: float) -> tuple[float, str]:
    """What a used board is worth in trade (``worth_in_trade``), and the warning that goes with it."""
    says = soaked_says(board, float(hull.computed_mass_kg()[row]))
    return worth_in_trade(board, board.price or 0, sessions, condition), f"{says}." if says else ""


def takes_wax(board: Board) -> bool:
    """Whether a board is waxed where others carry a pad: a soft or long one, or one that has its pad."""
    return bool(families()[board.family].board_class in _WAXED or board.pad)


def out_of_the_door(board: Board, taken_in: float = 0.0, bag: bool = False) -> float | None:
    """Price of a board with fins unless they are included, leash, pad (wax where there is one already,
    or none is taken), and a bag if wanted, less what is traded in; None where the board has no price."""
    if board.price is None:
        return None
    own = prices()
    total = board.price + own.leash + (0 if board.fins_included else own.fins)
    total += own.wax if takes_wax(board) else own.pad
    return float(with_tax(money(total + (own.bag if bag else 0)))) - taken_in


def cost_a_session(board: Board, sessions_month: float, years: float = _YEARS_KEPT) -> float | None:
    """What a session costs [in the shop's money]: price less what it is worth after the years that it is
    kept, over the sessions that it is surfed or lives; None where the board has no price."""
    if board.price is None:
        return None
    surfed = max(sessions_month * 12 * years, 1.0)
    life = float(tables().gear.builds[build_of(board)].life)
    left = board.price * tables().gear.trade_in.share * life_left(board, surfed)
    return float((board.price - left) / min(surfed, life))
