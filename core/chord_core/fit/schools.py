"""Schools of sizing, side by side: by ratio and by step, which one leads, where they disagree."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

from chord_core.documents.answers import Disagreement, School
from chord_core.documents.board import Board
from chord_core.fit.bands import Band, aimed_band, band_for, moves
from chord_core.hull.label import labelled_hulls
from chord_core.surfer.pencil import Rider
from chord_core.surfer.spot import Spot
from chord_core.tables import rungs, table


@dataclass(frozen=True)
class Sizing:
    """The schools [L], the leading one's name and band, the target, whether the advisor set it
    (``overruled``), and where the schools disagree."""

    schools: tuple[School, ...]
    leads: str
    because: str
    band: Band
    target_l: float
    overruled: bool
    disagreement: Disagreement | None


def present_litres(rider: Rider) -> float | None:
    """Litres [L] of the board ridden now: the label's where it agrees with the dims."""
    board = rider.surfer.present_board
    return None if board is None else _litres_of(board)


@lru_cache(maxsize=512)
def _litres_of(board: Board) -> float:
    return float(labelled_hulls([board]).litres[0])


def by_ratio(rider: Rider, spot: Spot, family: str | None) -> School:
    """Litres per kilogram for the rung (or the longboard), corrected, cut by the aim."""
    (low, high), aim = aimed_band(rider, spot, family)
    if rider.craft == "stand_up":
        reason = f"float to spare for a rider who {rider.rung.can_do}"
    else:
        of = family if family in table("sizing")["longboard_litres_per_kg"] else rider.rung.name
        reason = f"{low / rider.mass_kg:.2f} to {high / rider.mass_kg:.2f} L/kg for {of}"
        moved = [f"{m.says} {m.factor - 1:+.0%}" for m in moves(rider, spot) if abs(m.factor - 1) > 0.005]
        reason += f"; {', '.join(moved)}" if moved else ""
    return School(name="by ratio", low_l=low, high_l=high, reason=reason + (f"; {aim}" if aim else ""))


def _direction(rider: Rider, spot: Spot, family: str | None, now: float) -> tuple[str, str]:
    """Which way to step from the present board, and why: the whole fifth up where that is still less than the
    rung carries."""
    way, why = _way(rider, spot, family, now)
    most = table("sizing")["step"]["far up"][1]
    if way == "up" and band_for(rider, spot, family)[0] > most * now:
        return "far up", f"{why}, and the rung carries more still"
    return way, why


def _way(rider: Rider, spot: Spot, family: str | None, now: float) -> tuple[str, str]:
    rules = table("sizing")
    for complaint in rider.surfer.complaints:
        if complaint in rules["step_by_complaint"]:
            return rules["step_by_complaint"][complaint], f"it is said to be “{complaint}”"
    low, high = band_for(rider, spot, family)
    way = rules["step_by_aim"][rider.aim]
    if way == "down" and now < low:
        return "up", "it is already under what this rung carries"
    if way == "down" and now < (low + high) / 2:
        return "keep", "it is already in the lower half for this rung"
    if way == "up" and now > high:
        return "keep", "it already has more than the rung asks"
    return way, f"the aim is {rider.aim}"


_WORDS = {
    "down": "8 to 15 % down",
    "up": "8 to 15 % up",
    "far up": "15 to 20 % up",
    "trim": "about 5 % down",
    "keep": "about the same litres",
}


def by_step(rider: Rider, spot: Spot, family: str | None) -> School | None:
    """From the board ridden now, in the direction of the complaint or the aim; None without one."""
    now = present_litres(rider)
    if now is None:
        return None
    way, why = _direction(rider, spot, family, now)
    low, high = (share * now for share in table("sizing")["step"][way])
    return School(
        name="by step",
        low_l=low,
        high_l=high,
        reason=f"{_WORDS[way]} from {now:.1f} L, because {why}; a fifth at most by this way of sizing",
    )


def leader(rider: Rider, step: bool) -> tuple[str, str]:
    """Which school leads for a rider, and why.

    Args:
        step: whether a present board is known.
    """
    if rider.craft == "stand_up":
        return "by ratio", "a stand-up board is sized by the float it leaves"
    if rider.rung.step <= rungs()["green wave"].step:
        return "by ratio", f"on the rung “{rider.rung.name}” float counts before habit"
    heard = [one for one in rider.surfer.complaints if one in table("sizing")["step_by_complaint"]]
    if step and heard:
        return "by step", f"the present board is said to be “{heard[0]}”"
    if rider.rung.step >= rungs()["carving"].step:
        return "by shape", "from carving up the shape tells more than the litres"
    if not step:
        return "by ratio", "no present board is known to step from"
    return "by step", "from trimming up the present board tells most"


def _step_band(rider: Rider, spot: Spot, family: str | None, now: float) -> Band:
    way, _ = _direction(rider, spot, family, now)
    low, high = (share * now for share in table("sizing")["step"][way])
    return low, high


def _around(band: Band, target_l: float | None) -> Band:
    """A band moved so that a target [L] is its middle; as it is without one."""
    moved = 1.0 if target_l is None else target_l / (sum(band) / 2)
    return band[0] * moved, band[1] * moved


def settled_band(rider: Rider, spot: Spot, family: str | None, target_l: float | None) -> Band:
    """The band [L] in which a family's boards are looked for: the step's where that leads, else the ratio's
    (the shape only says where in it); about the advisor's target where there is one."""
    now = present_litres(rider)
    leads, _ = leader(rider, now is not None)
    if leads == "by step" and now is not None:
        return _around(_step_band(rider, spot, family, now), target_l)
    return _around(aimed_band(rider, spot, family)[0], target_l)


def _disagreement(leads: School, others: list[School]) -> Disagreement:
    middle = (leads.low_l + leads.high_l) / 2
    shares = {other.name: (other.low_l + other.high_l) / 2 / middle - 1 for other in others}
    name = max(shares, key=lambda one: abs(shares[one]))
    share, limit = shares[name], table("sizing")["disagree_over"]
    warns = abs(share) > limit
    apart = f"{abs(share):.0%} {'more' if share > 0 else 'less'}"
    settled = f"; sizing {leads.name} decides here" if warns else ""
    says = f"Sizing {name} asks for {apart}{settled}."
    return Disagreement(share=share, warns=warns, says=says)


def size_up(
    rider: Rider,
    spot: Spot,
    family: str | None,
    target_l: float | None = None,
    waves: tuple[School, ...] = (),
) -> Sizing:
    """Ask the schools and settle a band and a target.

    Args:
        family: the leading family; longboards have their own band.
        target_l: the advisor's own target [L]; the leading band moves with it.
        waves: what the schools by shape and by float say, if they were asked.
    """
    ratio, step = by_ratio(rider, spot, family), by_step(rider, spot, family)
    schools = tuple(school for school in (ratio, step, *waves) if school)
    leads, because = leader(rider, step is not None)
    leading = next((school for school in schools if school.name == leads), ratio)
    others = [school for school in schools if school is not leading]
    band = settled_band(rider, spot, family, target_l)
    middle = (leading.low_l + leading.high_l) / 2
    return Sizing(
        schools=schools,
        leads=leading.name,
        because=because,
        band=band,
        target_l=float(min(max(middle, band[0]), band[1])) if target_l is None else target_l,
        overruled=target_l is not None,
        disagreement=_disagreement(leading, others) if others else None,
    )
