"""The demo shop's log: sessions of one surfer over the last months, a trial of two boards, a track."""

import uuid
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any

from django.utils import timezone
from logbook.commands import begin_trial, keep_sessions
from logbook.documents import SessionIn, SessionsIn, TrialIn
from logbook.tracks import keep_track

from chord_core.documents import Board, parse
from chord_core.errors import ChordError
from fittings.models import Fitting
from standins.surf_watch import gpx_of, some_track

#: Keys of the demo's sessions are the same whenever it is loaded.
_SPACE = uuid.UUID("b1a4d5c2-0f1e-4d75-8f1e-2f6d1f4c9a10")
_WAVES = ("face_m", "steepness", "wind", "tide")
_PLAIN = ("minutes", "rides", "ratings", "paddle_m_s", "rider", "note", "shown")


def _boards(ticket: Fitting) -> dict[str, Board]:
    """Boards of a ticket's surfer by name; the one that is ridden now has none."""
    made = {str(row.board.get("name")): row.document() for row in ticket.surfer.owned_boards.all()}
    now = parse(Board, ticket.facts["present_board"], "present_board")
    return {**made, "": now}


def _side(boards: dict[str, Board], name: str, fins: dict[str, Any], where: str) -> Board:
    if name not in boards:
        raise ChordError(where, name, f"there is no such board; there are {', '.join(boards)}")
    return parse(Board, boards[name].model_dump(mode="json", exclude_unset=True) | {"fins": fins}, where)


def _session(
    ticket: Fitting, row: dict[str, Any], boards: dict[str, Board], now: datetime, where: str
) -> SessionIn:
    began = (now - timedelta(days=row["days_ago"])).replace(
        hour=row["hour"], minute=0, second=0, microsecond=0
    )
    track = None
    if "watch" in row:
        place = ticket.surf_break
        sea = place.shore["faces_deg"] if place and place.shore else 180.0
        made = replace(some_track(row["watch"]), started=began, seaward_deg=sea)
        track = keep_track(ticket, "made-up watch.gpx", gpx_of(made).encode())
    given = {
        "key": str(uuid.uuid5(_SPACE, where)),
        "started_at": began.isoformat(),
        "board": _side(boards, row["board"], row["fins"], f"{where}.board").model_dump(
            mode="json", exclude_unset=True
        ),
        "break_id": ticket.surf_break_id,
        "hour": {name: row[name] for name in _WAVES},
        **{name: row[name] for name in _PLAIN if name in row},
    }
    if track:
        given |= {
            "track_id": track.id,
            "rides": len(track.track.rides),
            "paddle_m_s": track.track.paddling.speed_m_s,
        }
    return parse(SessionIn, given, where)


def keep_log(tickets: dict[str, Fitting], document: dict[str, Any]) -> None:
    """Keep the demo's sessions.

    Args:
        tickets: by the names of the surfers.
        document: ``log``: who, the trial, sessions by how many days ago they were.
    """
    now = timezone.now()
    for i, log in enumerate(document["log"]):
        # Its break got its shore and its buoy after the ticket was opened.
        ticket = Fitting.objects.get(pk=tickets[log["who"]].pk)
        boards, trial = _boards(ticket), log["trial"]
        old, new = (
            _side(boards, trial[side], trial["fins"], f"log.{i}.trial.{side}") for side in ("old", "new")
        )
        begin_trial(ticket, TrialIn(old=old, new=new))
        rows = [
            _session(ticket, row, boards, now, f"log.{i}.sessions.{k}")
            for k, row in enumerate(log["sessions"])
        ]
        keep_sessions(ticket, SessionsIn(sessions=tuple(rows)))
