"""Or keep it: on which of this water's waves the present board still serves beside the one that is sold."""

from __future__ import annotations

from chord_core.documents.verbs.gear import KeepIt
from chord_core.hull.stations import Array, BoolArray
from chord_core.ride.ride_model import FleetRide
from chord_core.tables import tables

#: By how much a board works better on a wave before it is said to be the one for it, as a share of the better
#: one; and how often a wave has to work at all.
_BETTER, _LEAST = 0.1, 0.05


def keep_or_not(fleet_ride: FleetRide) -> KeepIt:
    """What the present board would still do beside the new one.

    Args:
        fleet_ride: the new board first, the present one last.
    """
    new, old = fleet_ride.by_bin[0], fleet_ride.by_bin[-1]
    bins = fleet_ride.conditions.bins
    better = (old > (1 + _BETTER) * new) & (old >= _LEAST)
    as_good = ~better & (old * (1 + _BETTER) >= new) & (old >= _LEAST)
    share = float(bins.weight[better].sum())
    return KeepIt(
        better=share,
        as_good=float(bins.weight[as_good].sum()),
        says=_says(share, float(bins.weight[as_good].sum()), _where(bins.face_m, bins.weight, better)),
    )


def _where(face_m: Array, weight: Array, better: BoolArray) -> str:
    """Whether those waves are the smaller or the bigger ones of this water."""
    if not better.any():
        return ""
    mean = float(face_m @ weight)
    theirs = float(face_m[better] @ weight[better]) / float(weight[better].sum())
    return "smaller" if theirs < mean else "bigger"


def _says(better: float, as_good: float, where: str) -> str:
    if better >= tables().gear.trade_in.keep_from:
        return f"Or keep it: it works better on {better:.0%} of these waves, the {where} ones."
    if better + as_good >= tables().gear.trade_in.keep_from:
        return f"It works as well on {as_good:.0%} of these waves: two boards for the same days."
    return "It serves on hardly any wave that the new one does not ride better: let it go."
