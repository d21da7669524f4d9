"""What is said of several boards: what to do, then which board on which waves, the double and the hole."""

from __future__ import annotations

from chord_core import spoken
from chord_core.documents.verbs.quiver import Country, Hole, NextBoard, QuiverResult, Regret
from chord_core.tables import tables


def _days(days: float) -> str:
    count = round(days)
    return "1 day" if count == 1 else f"{count} days"


def _for(price: float | None) -> str:
    if price is None:
        return ""
    return f", for {price:.0f}" if price >= 0 else f", and {-price:.0f} comes back"


def _adding(one: NextBoard) -> str:
    """What one board brings, instead of another where that keeps most of it."""
    swap, rules = one.swap, tables().quiver
    if swap and swap.days_added >= rules.swap_keeps * one.days_added and swap.rides_added > 0:
        return f"Give {swap.out} for {one.name}: {_days(swap.days_added)} more a year{_for(swap.price)}."
    return f"Add {one.name}: {_days(one.days_added)} more a year{_for(one.price)}."


def _to_do(found: QuiverResult) -> str:
    rules = tables().quiver
    # Most days first; of as many days those with more rides.
    gains = [one for one in found.next if one.suits and one.days_added >= rules.worth_adding_days]
    if gains:
        return _adding(max(gains, key=lambda one: (round(one.days_added), one.rides_added)))
    if spare := _spare(found):
        return f"Sell {spare.name}: it would hardly be missed."
    if not found.countries:
        return "None of these boards brings enough days."
    them = "These boards are" if len(found.countries) > 1 else "This board is"
    more = "; none that could be added brings enough days" if found.next else ""
    return f"{them} right for this water{more}."


def _where(countries: list[Country]) -> str:
    """Boards from small waves to big ones, each up to where the next begins."""
    parts = []
    for at, one in enumerate(countries):
        last = at == len(countries) - 1
        if last:
            parts.append(f"{one.name} above it" if at else f"{one.name} on all that it works on")
        elif one.high_m is not None:
            parts.append(f"{one.name} up to {spoken.face(one.high_m)}")
    return ", ".join(parts)


def _spare(found: QuiverResult) -> Regret | None:
    """The board that would be missed least, where that is hardly. One at a time: of two that are alike each
    would hardly be missed, and both would."""
    year = sum(one.rides for one in found.regrets) or 1.0
    least = min(found.regrets, key=lambda one: one.rides, default=None)
    if least is None or len(found.regrets) < 2 or least.rides >= tables().quiver.missed_from * year:
        return None
    return least


def _double(found: QuiverResult) -> str:
    spare = _spare(found)
    return f"{spare.name} only repeats the others." if spare else ""


_WHY: dict[Hole, str] = {"big": "too big", "soft": "too soft", "small": "too small"}


def _hole(found: QuiverResult) -> str:
    if found.countries and not any(one.days for one in found.countries):
        return "None of these boards works on any wave here."
    parts = [(round(days), _WHY[why]) for why, days in found.holes.items() if round(days) >= 1]
    if not parts:
        return ""
    why = parts[0][1] if len(parts) == 1 else ", ".join(f"{days} {says}" for days, says in parts)
    return f"No board works on {_days(found.hole_days)}: {why}."


def quiver_says(found: QuiverResult) -> dict[str, str]:
    """What to do, which board on which waves, the double and the hole, by the fields of the answer."""
    taken = sorted((one for one in found.countries if one.days >= 1), key=lambda one: one.high_m or 0.0)
    return {
        "says": _to_do(found),
        "where_says": f"{_where(taken)}." if taken else "",
        "double_says": _double(found),
        "hole_says": _hole(found),
    }
