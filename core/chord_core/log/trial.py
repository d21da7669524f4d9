"""The ``trial`` verb: is the new one better, in which waves, over how many like days."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
from scipy.special import ndtri

from chord_core.documents.board import Board, Fins
from chord_core.documents.verbs.learn import Triple
from chord_core.documents.verbs.trial import (
    Behaviour,
    Changed,
    LikePair,
    TrialRequest,
    TrialResult,
    TrialSession,
    Verdict,
    WantedDay,
    WaterBand,
)
from chord_core.fit.rules.similarity import feel_of
from chord_core.hull.label import labelled_hulls
from chord_core.log.pairs import Pair, band_of, face_of, pairs_of
from chord_core.log.verdict import Finding, finding_of
from chord_core.ride.fins import fins_of
from chord_core.ride.ride_model import build_fleet_ride
from chord_core.surfer.defaults import Rider, missing_facts, rider_with_defaults
from chord_core.tables import tables
from chord_core.water.conditions import conditions_with_defaults

BEHAVIOURS: tuple[Behaviour, ...] = ("paddles", "takes_off", "runs", "turns", "holds")
BANDS: tuple[WaterBand, ...] = ("below waist", "waist to head", "above head")
_WORDS: dict[Behaviour, tuple[str, str]] = {
    "paddles": ("paddles better", "paddles worse"),
    "takes_off": ("takes off earlier", "takes off later"),
    "runs": ("runs further on flats", "dies sooner on flats"),
    "turns": ("turns more freely", "is stiffer to turn"),
    "holds": ("holds better", "slides sooner"),
}
EITHER = "either will do"
#: What of a board is its hull; the rest is fins, build, and what hangs on the wall.
_HULL = (
    "family", "length_m", "width_m", "thickness_m", "stated_litres", "outline", "rocker", "foil", "section",
    "bottom", "stations",
)  # fmt: skip


def _hull(board: Board) -> str:
    return board.name + board.model_dump_json(include=set(_HULL))


def fins_words(fins: Fins) -> str:
    """A set of fins in words; empty where nothing is known of it."""
    parts = [fins.setup, fins.size, fins.flex if fins.flex != "medium" else None]
    return " ".join(str(part) for part in parts if part)


def _told(board: Board) -> bool:
    return board.fins != Fins()


def _matches(board: Board, side: Board, other: Board) -> bool:
    if _hull(board) != _hull(side):
        return False
    if side.build and board.build and side.build != board.build:
        return False
    if _told(side) and _told(board) and board.fins != side.fins:
        # With another hull the fins of the sessions are found out, not chosen by.
        return _hull(side) != _hull(other)
    return True


def is_new_side(board: Board, old: Board, new: Board) -> bool:
    """Whether a board as ridden is the new side of a trial, and not the old one as well."""
    return _matches(board, new, old) and not _matches(board, old, new)


def _of_sessions(numbers: Sequence[int], reason: str) -> str:
    """A reason for which some sessions, by their numbers, are left aside."""
    return f"Session{'s' if len(numbers) > 1 else ''} {', '.join(map(str, numbers))}: {reason}"


def _sides(request: TrialRequest) -> tuple[list[int], list[int], list[str]]:
    old, new = [], []
    aside: dict[str, list[int]] = {}
    for i, session in enumerate(request.sessions):
        here = (
            _matches(session.board, request.new, request.old),
            _matches(session.board, request.old, request.new),
        )
        if here[0] and not here[1]:
            new.append(i)
        elif here[1] and not here[0]:
            old.append(i)
        elif any(here):
            aside.setdefault("it could be either; say the fins or the build.", []).append(i + 1)
        elif _hull(session.board) in (_hull(request.old), _hull(request.new)):
            name = session.board.name or session.board.family
            aside.setdefault(f"{name} with these fins is on neither side.", []).append(i + 1)
    return old, new, [_of_sessions(numbers, reason) for reason, numbers in aside.items()]


def _ridden(
    sessions: Sequence[TrialSession], places: Sequence[int], side: Board
) -> tuple[set[str], set[str]]:
    """Fins and builds as ridden on a side, in words."""
    boards = [sessions[i].board for i in places] or [side]
    fins = {fins_words(board.fins if _told(board) else side.fins) for board in boards}
    builds = {str(board.build or side.build or "") for board in boards}
    return fins, builds


def changed_of(request: TrialRequest, old: Sequence[int], new: Sequence[int]) -> tuple[Changed, ...]:
    """What differs between the sides, by what was said and by what stood in the sessions."""
    made = []
    if _hull(request.old) != _hull(request.new):
        names = [board.name or board.family for board in (request.old, request.new)]
        made.append(Changed(what="board", before=names[0], after=names[1]))
    before, after = (_ridden(request.sessions, places, side)
                     for places, side in ((old, request.old), (new, request.new)))  # fmt: skip
    kinds = ((0, "fins"), (1, "build"))
    for which, what in kinds:
        was, now = before[which], after[which]
        if was != now or len(was | now) > 1:
            words = [" or ".join(sorted(one or "not said" for one in side)) for side in (was, now)]
            made.append(Changed.model_validate({"what": what, "before": words[0], "after": words[1]}))
    return tuple(made)


def _feel(request: TrialRequest, rider: Rider) -> tuple[float, int]:
    """Change of feel from the old to the new, and sessions of getting used to it."""
    water = request.sessions[-1].water if request.sessions else None
    if water is None:
        return 0.0, 0
    conditions, _ = conditions_with_defaults(water, rider.height_m)
    boards = [request.old, request.new]
    feel = feel_of(build_fleet_ride(labelled_hulls(boards), fins_of(boards), rider, conditions))[0]
    return feel.change, feel.sessions


def _differences(
    sessions: Sequence[TrialSession], pairs: Sequence[Pair], behaviour: Behaviour
) -> tuple[list[float], list[float]]:
    steps, weights = [], []
    for pair in pairs:
        rated = [sessions[i].ratings for i in (pair.old, pair.new)]
        values = [getattr(one, behaviour) if one else None for one in rated]
        if values[0] is not None and values[1] is not None:
            steps.append(float(values[1] - values[0]))
            weights.append(pair.weight)
    return steps, weights


def _says(behaviour: Behaviour, found: Finding) -> str:
    if found.way is None:
        return "not decided"
    return EITHER if found.way == 0 else _WORDS[behaviour][0 if found.way > 0 else 1]


def _verdicts(request: TrialRequest, pairs: Sequence[Pair]) -> list[Verdict]:
    made = []
    for water in BANDS:
        here = [pair for pair in pairs if pair.water == water]
        for behaviour in BEHAVIOURS:
            steps, weights = _differences(request.sessions, here, behaviour)
            if not steps:
                continue
            found = finding_of(np.array(steps), np.array(weights))
            made.append(
                Verdict(
                    water=water, behaviour=behaviour, says=_says(behaviour, found),
                    decided=found.way is not None, certainty=found.certainty, steps=found.steps,
                    pairs=len(steps), pairs_needed=found.needed,
                )
            )  # fmt: skip
    return made


def _rides_ratio(request: TrialRequest, pairs: Sequence[Pair]) -> Triple | None:
    """Rides an hour on the new one over those on the old, over the pairs: counts that spread more than
    chance."""
    counted = [
        (request.sessions[p.old], request.sessions[p.new])
        for p in pairs
        if request.sessions[p.old].rides is not None and request.sessions[p.new].rides is not None
    ]
    if not counted:
        return None
    rides = [sum(float(pair[side].rides or 0) for pair in counted) + 0.5 for side in (0, 1)]
    hours = [sum(pair[side].minutes / 60 for pair in counted) for side in (0, 1)]
    ratio = (rides[1] / hours[1]) / (rides[0] / hours[0])
    sd = float(np.sqrt(1 / rides[0] + 1 / rides[1] + 2 * tables().log.learn.count_spread / len(counted)))
    far = float(np.exp(ndtri(0.9) * sd))
    return ratio / far, ratio, ratio * far


def _name(board: Board, other: Board) -> str:
    """What a side is called: by its fins too, where the other side is the same board."""
    name = board.name or f"the {board.family}"
    fins = fins_words(board.fins)
    return f"{name} with {fins}" if fins and _hull(board) == _hull(other) else name


def _wanted(
    request: TrialRequest, verdicts: Sequence[Verdict], left: tuple[list[int], list[int]], body_m: float
) -> tuple[WantedDay, ...]:
    """What to ride next: the partners of days that wait, in waves where something is not decided."""
    open_bands = {one.water for one in verdicts if not one.decided and one.pairs_needed}
    made: list[WantedDay] = []
    for side, waiting, board in (("new", left[0], request.new), ("old", left[1], request.old)):
        for i in waiting:
            face = face_of(request.sessions[i])
            water = band_of(face, body_m) if face else None
            if verdicts and water not in open_bands and open_bands:
                continue
            where = request.sessions[i].water.name
            name = _name(board, request.old if side == "new" else request.new)
            says = f"{name}, {water or 'on a like day'}{', ' + where if where else ''}"
            made.append(WantedDay.model_validate({"side": side, "water": water, "like": i, "says": says}))
    if not made and open_bands:
        band = next(one for one in BANDS if one in open_bands)
        old, new = _name(request.old, request.new), _name(request.new, request.old)
        says = f"{old} and {new} on like days, {band}"
        made.append(WantedDay(side="old", water=band, like=None, says=says))
    return tuple(made[:4])


def _headline(request: TrialRequest, verdicts: Sequence[Verdict], pairs: int) -> str:
    """What is found in a sentence: by waves what differs, where either will do, where it is not decided."""
    name = _name(request.new, request.old)
    name = name[0].upper() + name[1:]
    if not pairs:
        return f"{name} is not tried yet: no two like days."
    found, alike, open_, needed = [], [], [], []
    for water in BANDS:
        here = [one for one in verdicts if one.water == water]
        told = [one.says for one in here if one.decided and one.says != EITHER]
        undecided = [one for one in here if not one.decided]
        if told:
            found.append(f"{' and '.join(told[:2])} {water}")
        elif here and 2 * len(undecided) <= len(here):
            alike.append(water)
        elif undecided:
            open_.append(water)
            needed += [one.pairs_needed for one in undecided if one.pairs_needed]
    parts = [f"{name} {'; '.join(found)}"] if found else []
    if alike:
        parts.append(f"{' and '.join(alike)} {EITHER}")
    if open_:
        more = f": {min(needed)} more like pair{'s' if min(needed) > 1 else ''} at least" if needed else ""
        parts.append(f"{' and '.join(open_)} it is not decided{more}")
    if not parts:
        return f"{name}: nothing was rated on both sides yet."
    text = ". ".join(part[0].upper() + part[1:] for part in parts) + "."
    return text if found else f"{name}: {text[0].lower()}{text[1:]}"


def trial(request: TrialRequest) -> TrialResult:
    """Compute what a trial has shown until now, and what to ride next."""
    missing = missing_facts(request.surfer)
    if missing:
        return TrialResult(missing=missing)
    rider, _ = rider_with_defaults(request.surfer)
    old, new, aside = _sides(request)
    change, sessions = _feel(request, rider)
    pairs = pairs_of(request.sessions, old, new, sessions, rider.height_m)
    verdicts = _verdicts(request, pairs)
    left = (
        [i for i in old if i not in {pair.old for pair in pairs}],
        [i for i in new if i not in {pair.new for pair in pairs}],
    )
    return TrialResult(
        says=_headline(request, verdicts, len(pairs)),
        changed=changed_of(request, old, new),
        pairs=len(pairs),
        matched=tuple(LikePair(**vars(pair)) for pair in pairs),
        verdicts=tuple(verdicts),
        rides_ratio=_rides_ratio(request, pairs),
        getting_used=min(sessions, len(new)),
        change_of_feel=change if request.sessions else None,
        wanted=_wanted(request, verdicts, left, rider.height_m),
        unpaired_old=tuple(left[0]),
        unpaired_new=tuple(left[1]),
        aside=tuple(aside),
    )
