"""What an advisor says with a board: what the kind does, why it suits this customer, what to mind.

Sentences come from ``tables/advice.json``, chosen by what holds of surfer, water and board, what matters most
first. Nothing is said that a fact does not bear out.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

import numpy as np

from chord_core import spoken
from chord_core.documents.verbs.size import Advice
from chord_core.fit.expected.facts import how_often
from chord_core.fit.judge.case import Case
from chord_core.fit.judge.factors import Judged
from chord_core.fit.judge.handling import DUCK_EASY, DUCK_MOST
from chord_core.fit.rules.gates import a
from chord_core.fit.rules.present import present_litres
from chord_core.fit.rules.reference_boards import family_litres
from chord_core.surfer.defaults import Rider
from chord_core.tables import families, rungs, tables
from chord_core.tables.answer_schema import AdviceRow
from chord_core.water.days import BIG_SHARE

#: Shares of the present litres from which a step is a step, and a far one.
_STEP, _FAR = 0.10, 0.25
_HEAVY_KG, _FAIRLY_HEAVY_KG, _LIGHT_KG = 95.0, 86.0, 60.0
#: Ages [years]; sessions a month up to which one surfs seldom, and from which often.
_OVER_FORTY, _OLDER, _OVER_SIXTY, _GROWING = 40, 50, 60, 18
_SELDOM, _RUSTY, _OFTEN = 2.5, 3.5, 12.0
#: Usual faces [m] and in body heights that are big; a way out [m] that is rather long, and long.
_BIG_M, _VERY_BIG_M, _BIG_HEIGHTS, _RATHER_FAR_M, _FAR_OUT_M = 2.0, 3.0, 1.2, 150.0, 200.0
#: By far the big day is one and a half times as high as a usual day may be.
_BIG_OF_USUAL = 1.5
#: Big days are above a level from so many times its comfortable face, and where they are steep.
_ABOVE, _ABOVE_STEEP = 1.35, 1.15
_THICK_MM, _LONG_M, _FAST_M_S = 4.5, 2.7, 3.0
#: Aims that a sentence speaks of by name.
_AIMS = ("performance", "progress", "trip", "carve long", "nose-ride", "good days", "more waves")
#: From this share between a kind's smallest and largest litres few racks hold a board for a heavy surfer.
_RARE = 0.65
#: A sharer of less than this share of the mass soon needs a board of their own.
_MUCH_LIGHTER = 0.6
#: A kind is much shorter than another from this share of its longest.
_MUCH_SHORTER = 0.85
#: Boards from this length [m] are rolled under, not pushed.
_ROLLED_M = 2.3
#: What counts less is said only where nothing else is.
_LAST = 2.0
#: Reasons for the customer's own facts.
_REASONS = 2
#: From this share a complaint is answered (a half is the present board itself).
_ANSWERED = 0.6
#: From this difference of nose rocker [m] two kinds of board are for different days.
_OTHER_CURVE_M = 0.01


@dataclass(frozen=True)
class Chosen:
    """A board to speak of: its kind, litres [L], length [m], how hard it is to sink (0-1).

    ``answers``: how far it answers each complaint, 0-1; ``comes_first``: whether its kind does here;
    ``right_size``: whether its litres are those that are looked for."""

    family: str
    litres: float
    length_m: float
    duck_dive: float
    answers: Mapping[str, float] = field(default_factory=dict)
    comes_first: bool = True
    right_size: bool = True

    @classmethod
    def of(cls, judged: Judged, row: int, first: str) -> Chosen:
        """Board ``row`` of those that were judged; ``first`` is the kind that comes first."""
        litres, wanted = float(judged.hull.litres[row]), judged.growth.wanted
        return cls(
            family=judged.families[row],
            litres=litres,
            length_m=float(judged.hull.fleet.length[row]),
            duck_dive=float(judged.ridden.floats.duck_dive[row]),
            answers={name: float(shares[row]) for name, shares in judged.complaint_scores.answered.items()},
            comes_first=judged.families[row] == first,
            right_size=bool(wanted.low_l[row] <= litres <= wanted.high_l[row]),
        )


def _of_surfer(rider: Rider) -> dict[str, bool]:
    surfer, step = rider.surfer, rider.rung.step
    grown = not rider.child
    return {
        "child": rider.child,
        "growing": rider.age < _GROWING,
        "over forty": rider.age >= _OVER_FORTY,
        "older": rider.age >= _OLDER,
        "over sixty": rider.age >= _OVER_SIXTY,
        "heavy": rider.mass_kg >= _HEAVY_KG,
        "fairly heavy": rider.mass_kg >= _FAIRLY_HEAVY_KG,
        "light": grown and rider.mass_kg <= _LIGHT_KG,
        "unfit": rider.fitness in ("low", "fair"),
        "weak arms": rider.fitness == "low",
        "seldom": surfer.sessions_month is not None and rider.sessions_month <= _SELDOM,
        "rusty": surfer.sessions_month is not None and rider.sessions_month <= _RUSTY,
        "out of practice": rider.fitness == "low"
        or (surfer.sessions_month is not None and rider.sessions_month <= _SELDOM),
        "misses waves": rider.fitness == "low"
        or surfer.aim == "more waves"
        or bool({"will not catch", "tips"} & set(surfer.complaints)),
        "often": rider.sessions_month >= _OFTEN,
        "first": step <= rungs()["standing"].step,
        "early": step <= rungs()["green wave"].step,
        "can turn": step >= rungs()["linking"].step,
        "back foot": surfer.foot_weight == "back",
        "front foot": surfer.foot_weight == "front",
        "shared": bool(surfer.sharers) or surfer.aim == "keep and share",
        "sharers": bool(surfer.sharers),
        "shared with a beginner": any(
            one.rung and rungs()[one.rung].step <= rungs()["standing"].step for one in surfer.sharers
        ),
        "shared with a light one": any(
            (one.mass_kg or rider.mass_kg) < _MUCH_LIGHTER * rider.mass_kg for one in surfer.sharers
        ),
        "thick suit": surfer.wetsuit_mm is not None and rider.wetsuit_mm >= _THICK_MM,
        "no suit": surfer.wetsuit_mm is not None and rider.wetsuit_mm == 0,
        "stand-up": rider.craft == "stand_up",
        "wants one board": surfer.aim == "one board for everything",
        **{f"wants {aim}": surfer.aim == aim for aim in _AIMS},
        **{f"complains {one}": True for one in surfer.complaints},
    }


def _of_step(rider: Rider, chosen: Chosen) -> dict[str, bool]:
    """How this board differs from the present one; nothing where there is none."""
    now, board = present_litres(rider), rider.surfer.present_board
    if board is None:
        return {}
    was, is_now = families()[board.family], families()[chosen.family]
    change = chosen.litres / now - 1 if now else 0.0
    curve = is_now.nose_rocker_m - was.nose_rocker_m
    return {
        "has a board": True,
        "comes from soft": was.board_class == "soft" and is_now.board_class != "soft",
        "had soft": was.board_class == "soft",
        "step down": change <= -_STEP,
        "step down far": change <= -_FAR,
        "same size": abs(change) < _STEP,
        "step up": change >= _STEP,
        "step up far": change >= _FAR,
        "same kind": was.name == is_now.name,
        "was flatter": curve >= _OTHER_CURVE_M,
        "was more curved": curve <= -_OTHER_CURVE_M,
    }


def _is_big(usual_m: float, big_m: float, body_m: float) -> bool:
    """Whether the usual day, or by far the big one, is for who knows big water."""
    return max(usual_m, big_m / _BIG_OF_USUAL) >= _BIG_M or usual_m / body_m >= _BIG_HEIGHTS


def _is_above(rider: Rider, steep: bool, big_m: float) -> bool:
    """Whether the big days of a break [m] are above the surfer's level, sooner where they are steep."""
    return big_m > rider.rung.comfortable_face_m * (_ABOVE_STEEP if steep else _ABOVE)


def _of_water(case: Case) -> dict[str, bool]:
    conditions, rider = case.conditions, case.rider
    water = case.water
    big_m = 0.0 if conditions.river else float(conditions.days.face_at(np.array(BIG_SHARE)))
    steep = conditions.steepness in ("steep", "hollow") and not conditions.river
    return {
        "rock": water.bottom in ("rock", "reef"),
        "built": water.bottom == "built" and conditions.kind != "pool",
        "hollow": conditions.steepness == "hollow" and not conditions.river,
        "steep": steep,
        "above level": not conditions.river and _is_above(rider, steep, big_m),
        "weak": conditions.steepness in ("crumbly", "soft") and not conditions.river,
        "big": not conditions.river and _is_big(conditions.days.usual_m, big_m, rider.height_m),
        "very big": not conditions.river and conditions.days.usual_m >= _VERY_BIG_M,
        "crowd": water.crowd == "high",
        "empty": water.crowd == "low",
        "far out": water.paddle_out_m is not None and water.paddle_out_m >= _FAR_OUT_M,
        "rather far out": water.paddle_out_m is not None and water.paddle_out_m >= _RATHER_FAR_M,
        "dives": conditions.duck_dive_needed and rider.craft != "stand_up",
        "river": conditions.river,
        "slow river": conditions.river and conditions.flow_m_s < _FAST_M_S,
        "fast river": conditions.river and conditions.flow_m_s >= _FAST_M_S,
        "pool": conditions.kind == "pool",
    }


def _of_board(chosen: Chosen) -> dict[str, bool]:
    rolled, made = chosen.length_m >= _ROLLED_M, family_litres(chosen.family)
    return {
        "cannot sink": rolled or chosen.duck_dive > DUCK_MOST,
        "hard to sink": not rolled and DUCK_EASY <= chosen.duck_dive <= DUCK_MOST,
        "sinks": chosen.duck_dive < DUCK_EASY,
        "long to sink": rolled,
        "rare size": chosen.litres >= made[0] + _RARE * (made[-1] - made[0]),
        "long board": chosen.length_m >= _LONG_M,
        "hard deck": families()[chosen.family].board_class != "soft",
        "comes first": chosen.comes_first,
        "right size": chosen.right_size,
        **{f"answers {name}": share >= _ANSWERED for name, share in chosen.answers.items()},
    }


def _is_much_shorter(kind: str, than: str) -> bool:
    """Whether boards of a kind are made much shorter than those of another, the longest of both."""
    return families()[kind].length_m[1] < _MUCH_SHORTER * families()[than].length_m[1]


def _of_wish(rider: Rider, chosen: Chosen, water: Mapping[str, bool]) -> dict[str, bool]:
    """Why a wish is not what is advised."""
    wish = rider.surfer.wish
    if wish is None:
        return {}
    if wish == chosen.family:
        return {"wish granted": chosen.comes_first}
    short = families()[wish].board_class == "short" and families()[chosen.family].board_class != "short"
    big_water = tables().choice.big_water
    for_big = wish in big_water and chosen.family not in big_water
    return {
        "wish refused": True,
        "wish too short for it": chosen.family in big_water and _is_much_shorter(wish, chosen.family),
        "wish cannot dive": water["dives"]
        and chosen.duck_dive <= DUCK_MOST
        and families()[wish].board_class in ("middle", "long"),
        "wish too flat": water["steep"] and wish in tables().advice.flat,
        "wish too big": for_big and not water["big"],
        "wish too short": short and rider.rung.step < rungs()["carving"].step and not for_big,
    }


def holds(case: Case, chosen: Chosen) -> frozenset[str]:
    """What holds of surfer, water and board, by the names that the table of advice uses."""
    water = _of_water(case)
    facts = _of_surfer(case.rider) | _of_step(case.rider, chosen) | water | _of_board(chosen)
    facts |= _of_wish(case.rider, chosen, water)
    return frozenset(name for name, value in facts.items() if value)


def _fits(row: AdviceRow, facts: frozenset[str], family: str, board_class: str) -> bool:
    of_any = not (row.classes or row.kinds)
    board = of_any or board_class in row.classes or family in row.kinds
    return board and facts.issuperset(row.when) and facts.isdisjoint(row.unless)


def _words(case: Case, chosen: Chosen) -> dict[str, str]:
    """What stands in the braces of the table's sentences."""
    rider = case.rider
    now = present_litres(rider)
    sessions, wish = how_often(rider.sessions_month), rider.surfer.wish or ""
    wish_not = tables().advice.kinds[wish].is_not if wish else ""
    return {
        "sessions": sessions,
        "level": rider.rung.name,
        "wish": wish,
        "wish_litres": f"{case.expected.litres(wish).middle:.0f} L" if wish else "",
        "less": f"{now - chosen.litres:.0f} L" if now else "",
        "wish_not": wish_not[:1].lower() + wish_not[1:].rstrip("."),
    }


def _said(
    rows: Iterable[AdviceRow], words: dict[str, str], facts: frozenset[str], family: str, most: int
) -> list[str]:
    """The sentences that hold, those that count most first, one of a topic."""
    own = families()[family].board_class
    order = sorted((row for row in rows if _fits(row, facts, family, own)), key=lambda row: -row.counts)
    taken: dict[str, str] = {}
    for row in order:
        if len(taken) < most and (row.counts >= _LAST or not taken):
            taken.setdefault(row.topic, row.says.format(**words))
    return list(taken.values())


def advise(case: Case, chosen: Chosen) -> Advice:
    """What an advisor would say with a board of this kind and size."""
    rules = tables().advice
    facts, kind, words = holds(case, chosen), rules.kinds[chosen.family], _words(case, chosen)
    size = f"{a(chosen.family).capitalize()} of about {spoken.length(chosen.length_m)}, {chosen.litres:.0f} L"
    return Advice(
        says=f"{size}: {kind.does}.",
        reasons=tuple(_said(rules.because, words, facts, chosen.family, _REASONS)),
        warnings=tuple(_said(rules.warnings, words, facts, chosen.family, rules.most)),
        ridden=kind.ridden,
        does_not=kind.is_not,
    )
