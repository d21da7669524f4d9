"""What a board costs over its sessions: bought, mended, bought again, sold for what is left."""

from __future__ import annotations

import math
from decimal import ROUND_DOWN, Decimal

import numpy as np

from chord_core.fit.rules.terms import smallest_coin
from chord_core.hull.stations import Array, BoolArray
from chord_core.tables import tables


def instalments(total: Decimal, months: int) -> tuple[Decimal, Decimal]:
    """The first of so many payments and each other one: the first has the coins that cannot be shared."""
    each = (total / months).quantize(smallest_coin(), rounding=ROUND_DOWN)
    return total - each * (months - 1), each


def price_in(build: str, price: float, own_build: str) -> float:
    """Price of a shape in a build, from its price in another by their price indices."""
    builds = tables().gear.builds
    return price * builds[build].price_index / builds[own_build].price_index


def mends_a_session(build: str) -> float:
    """What mending costs a session: a PU board's, by what a mend costs and how dents are taken."""
    wears, mends = tables().gear.builds[build], tables().gear.mends
    return mends.price * wears.mend_index / (mends.every_sessions * wears.dent)


def spent(build: str, price: float, sessions: Array | float) -> Array:
    """What so many sessions cost in all: boards that were worn out before, this one less what it is worth
    now (its share in trade of the life left), and mending.

    Args:
        price: of one board in this build.
        sessions: 1 or more.
    """
    life, share = tables().gear.builds[build].life, tables().gear.trade_in.share
    counted = np.asarray(sessions, float)
    before = np.ceil(counted / life) - 1
    left = 1 - (counted - before * life) / life
    return np.asarray(price * (before + 1 - share * left) + mends_a_session(build) * counted)


def crossing(cheaper: BoolArray) -> int | None:
    """The session from which something is cheaper for good, the first being session 1; None where it is not
    at the end."""
    dear = np.flatnonzero(~np.asarray(cheaper, bool))
    if len(dear) == len(cheaper) or (len(dear) and dear[-1] == len(cheaper) - 1):
        return None
    return int(dear[-1]) + 2 if len(dear) else 1


def sessions_followed() -> Array:
    """Sessions 1, 2, ... as far as costs are followed."""
    return np.arange(1, tables().gear.beside.up_to_sessions + 1, dtype=float)


def cheaper_from(build: str, own_build: str, price: float) -> int | None:
    """The session from which a shape in ``build`` is cheaper for good than in ``own_build``.

    Args:
        price: in ``own_build``.
    """
    sessions = sessions_followed()
    there = spent(build, price_in(build, price, own_build), sessions)
    return crossing(there < spent(own_build, price, sessions))


def owning_from(build: str, price: float, hire_a_session: float) -> int | None:
    """The session from which owning is cheaper than hiring for good."""
    sessions = sessions_followed()
    return crossing(spent(build, price, sessions) < hire_a_session * sessions)


def years_until(sessions: int, a_month: float) -> int:
    """The year in which a session falls, the first being 1."""
    return math.ceil(sessions / (12 * a_month))
