"""What is read of the log: sessions, how the foretold bands held, trials, readiness."""

from collections.abc import Iterable, Sequence
from uuid import UUID

from breaks.climate import ANYBODY_M
from breaks.models import Break
from chord_core.documents import Board, Surfer, parse
from chord_core.documents.verbs.trial import TrialRequest, TrialSession
from chord_core.hull.describe import dims_of
from chord_core.log.felt import SIZES
from chord_core.log.ready import Shown, enough, ready_of
from chord_core.log.sets import best_of_sets, set_names
from chord_core.log.trial import fins_words, trial
from chord_core.surfer.defaults import height_from_mass, missing_facts
from chord_core.surfer.skill import rung_from_skills
from chord_core.tables import rungs, tables
from chord_core.water.days import word_for
from fittings.answers import drawn
from fittings.models import Fitting
from logbook.documents import (
    BoardChoice,
    HourOut,
    LearningOut,
    LogDocument,
    LogOut,
    PlaceChoice,
    ReadyDay,
    ReadyOut,
    SaidOut,
    Scores,
    SeriesOut,
    SessionIn,
    SessionOut,
    ShownIn,
    TrialOut,
)
from logbook.learning import facts_of, taught_of, teaching
from logbook.loan_documents import LoanOut, WearIn
from logbook.models import Loan, Session, Trial
from rack.models import today

#: Sessions that are sent at once; foretold ones over which the score goes; days of readiness that are shown.
MOST_SHOWN, _SCORED, _DAYS = 200, 20, 6
#: Boards that are offered for a session.
_OFFERED = 12


def body_of(facts: Surfer) -> float:
    """How tall a surfer is, said or by mass [m], for the words of heights."""
    return facts.height_m or (height_from_mass(facts.mass_kg) if facts.mass_kg else ANYBODY_M)


def hour_out(row: Session, body_m: float) -> HourOut:
    """The waves of a session's hour."""
    water = row.hour()
    return HourOut(
        face_m=water.usual_m,
        word=word_for(water.usual_m, body_m) if water.usual_m else "",
        steepness=water.steepness,
        wind=water.wind,
        tide=water.tide,
        crowd=water.crowd,
        filled=tuple(row.filled),
    )


def _inside(row: Session) -> bool | None:
    if row.said is None or row.rides is None or row.rider:
        return None
    return bool(row.said["low"] <= row.rides <= row.said["high"])


def session_out(row: Session, fitting: Fitting) -> SessionOut:
    """A session as it is sent."""
    return _out(row, body_of(facts_of(fitting)))


def _out(row: Session, body_m: float) -> SessionOut:
    board = row.ridden()
    shown = {name: row.shown[name] for name in ("rides", "of")} if row.shown else None
    return SessionOut(
        id=row.pk,
        key=row.key,
        version=row.version,
        started_at=row.started_at,
        minutes=row.minutes,
        board=board,
        fins=fins_words(board.fins),
        break_id=row.surf_break_id,
        place=row.hour().name,
        hour=hour_out(row, body_m),
        rides=row.rides,
        paddle_m_s=row.paddle_m_s,
        ratings=row.rated(),
        said=SaidOut(**{name: row.said[name] for name in ("low", "mid", "high")}) if row.said else None,
        inside=_inside(row),
        rider=row.rider,
        note=row.note,
        clip=row.clip,
        shown=parse(ShownIn, shown, "shown") if shown else None,
        wear=parse(WearIn, row.wear, "wear"),
        against_old=row.against_old,
        track_id=row.track_id,
    )


def scores_of(rows: Iterable[Session]) -> Scores:
    """How the bands have held over the last sessions that were foretold and counted."""
    counted = [row for row in rows if _inside(row) is not None][:_SCORED]
    inside = sum(bool(_inside(row)) for row in counted)
    off = [abs((row.rides or 0) - row.said["mid"]) for row in counted if row.said]
    if not counted:
        return Scores(inside=0, of=0, off_by=None, says="No session was foretold and counted yet.")
    mean = sum(off) / len(off)
    says = (
        f"{inside} of the last {len(counted)} inside what was said; the middle was off by {mean:.1f} rides."
    )
    return Scores(inside=inside, of=len(counted), off_by=mean, says=says)


def boards_offered(fitting: Fitting, rows: Sequence[Session]) -> tuple[BoardChoice, ...]:
    """Boards that are offered: as last ridden, those that are owned, the ticket's, the bench's."""
    facts = facts_of(fitting)
    boards: list[tuple[Board, bool]] = [(row.ridden(), True) for row in rows if not row.rider]
    if facts.present_board:
        boards.append((facts.present_board, False))
    boards += [(parse(Board, row.board, "board"), False) for row in fitting.surfer.owned_boards.all()]
    for trial_row in Trial.objects.of(fitting.shop).filter(
        surfer_id=fitting.surfer_id, ended_at__isnull=True
    ):
        boards += [(side, False) for side in trial_row.sides()]
    if fitting.bench_board:
        boards.append((fitting.bench_board.document(), False))
    seen: dict[str, tuple[Board, bool]] = {}
    for board, last in boards:
        seen.setdefault(
            board.model_dump_json(include={"name", "family", "length_m", "width_m", "fins"}), (board, last)
        )
    return tuple(
        BoardChoice(
            board=board, fins=fins_words(board.fins), line=dims_of(board), curves=drawn(board).curves,
            last=last,
        )
        for board, last in list(seen.values())[:_OFFERED]
    )  # fmt: skip


def places_of(fitting: Fitting) -> tuple[PlaceChoice, ...]:
    """Breaks of the shop, the ticket's first."""
    rows = sorted(Break.objects.of(fitting.shop), key=lambda row: row.pk != fitting.surf_break_id)
    return tuple(PlaceChoice(id=row.pk, name=row.name, seaward_deg=seaward_of(row)) for row in rows)


def seaward_of(place: Break | None) -> float | None:
    """Where the sea lies at a break (compass), if it is said how it lies."""
    return float(place.shore["faces_deg"]) if place and place.shore and "faces_deg" in place.shore else None


def trial_out(row: Trial, rows: Sequence[Session], facts: Surfer) -> TrialOut:
    """A trial with what the sessions have shown; ``rows`` in the order of time."""
    old, new = row.sides()
    sessions = tuple(
        TrialSession(
            board=one.ridden(), water=one.hour(), minutes=one.minutes, rides=one.rides,
            ratings=one.rated() if one.ratings else None, day=one.started_at.date(),
        )
        for one in rows
    )  # fmt: skip
    answer = trial(TrialRequest(surfer=facts, sessions=sessions, old=old, new=new))
    return TrialOut(
        id=row.pk,
        old=old,
        new=new,
        old_line=dims_of(old),
        new_line=dims_of(new),
        old_curves=drawn(old).curves,
        new_curves=drawn(new).curves,
        old_fins=fins_words(old.fins),
        new_fins=fins_words(new.fins),
        began_at=row.began_at,
        ended_at=row.ended_at,
        sessions=tuple(one.pk for one in rows),
        answer=answer,
    )


def trials_of(fitting: Fitting) -> tuple[TrialOut, ...]:
    """Trials of a ticket's surfer, the newest first."""
    rows = [row for row in sessions_of(fitting)[::-1] if not row.rider]
    trials = Trial.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id)
    return tuple(trial_out(row, rows, facts_of(fitting)) for row in trials[:_OFFERED])


def series_of(fitting: Fitting, trials: Sequence[TrialOut]) -> tuple[SeriesOut, ...]:
    """Trials of several sets of fins on one board, read as one; a trial that was taken away alone leaves the
    others as they are."""
    known = {one.id: one for one in trials}
    rows = Trial.objects.of(fitting.shop).filter(pk__in=known, series__isnull=False)
    by_series: dict[UUID, list[TrialOut]] = {}
    for row in rows:
        if row.series:
            by_series.setdefault(row.series, []).append(known[row.pk])
    made = []
    for outs in by_series.values():
        if len(outs) < 2:
            continue
        *names, middle = set_names([*(one.new for one in outs), outs[0].old])
        made.append(
            SeriesOut(
                board=outs[0].old.name or outs[0].old.family,
                sets=(names[0], middle, *names[1:]),
                middle=middle,
                trials=tuple(one.id for one in outs),
                found=best_of_sets(names, middle, [one.answer for one in outs]),
            )
        )
    return tuple(made[::-1])


def sessions_of(fitting: Fitting) -> list[Session]:
    """The newest sessions on the boards of a ticket's surfer, second riders' too."""
    rows = Session.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id)
    return list(rows.select_related("surf_break")[:MOST_SHOWN])


def next_rung(rung: str | None) -> str | None:
    """The level above; None on the last one."""
    steps = list(rungs())
    return steps[steps.index(rung) + 1] if rung in steps[:-1] else None


def loan_out(row: Loan) -> LoanOut:
    """A loan as it is sent."""
    return LoanOut(
        id=row.pk,
        version=row.version,
        rack_board_id=row.rack_board_id,
        name=row.lent().name or row.lent().family,
        line=dims_of(row.lent()),
        out_at=row.out_at,
        due=row.due,
        overdue=row.back_at is None and row.due < today(),
        state_out=parse(WearIn, row.state_out, "state_out"),
        back_at=row.back_at,
        state_back=parse(WearIn, row.state_back, "state_back") if row.state_back is not None else None,
        felt=next((size for size in SIZES if size == row.felt), None),
        home=row.home,
    )


def loans_of(fitting: Fitting) -> tuple[LoanOut, ...]:
    """Loans of a ticket's surfer: those that are out first, the newest first."""
    rows = Loan.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id)[:_OFFERED]
    return tuple(loan_out(row) for row in sorted(rows, key=lambda row: row.back_at is not None))


def ready_out(rows: Sequence[Session], facts: Surfer) -> ReadyOut | None:
    """Whether days on which somebody watched show the next level; None while the level is not known."""
    seen = rung_from_skills(facts.skills)
    rung = facts.rung or (seen.rung if seen else None)
    if rung is None:
        return None
    above = next_rung(rung)
    watched = [row for row in rows if row.shown and row.shown.get("rung") == facts.rung and not row.rider]
    days = [Shown(row.shown["rides"], row.shown["of"]) for row in watched if row.shown]
    found = ready_of(days)
    looked_for = next((row.says for row in tables().rungs.skills if row.rung == above), "")
    return ReadyOut(
        ready=found.ready and above is not None,
        rung=rung,
        next_rung=above,
        looked_for=looked_for,
        says=found.says if above else "On the last level.",
        days=tuple(
            ReadyDay(
                session=row.pk, started_at=row.started_at, rides=day.rides, of=day.of, enough=enough(day)
            )
            for row, day in list(zip(watched, days, strict=True))[:_DAYS]
        ),
    )


def log_of(fitting: Fitting) -> LogOut:
    """The log of a ticket's surfer."""
    facts, rows, surfer = facts_of(fitting), sessions_of(fitting), fitting.surfer
    body, taught, trials = body_of(facts), taught_of(surfer), trials_of(fitting)
    return LogOut(
        fitting_id=fitting.pk,
        version=fitting.version,
        who=facts.name,
        mass_kg=facts.mass_kg,
        height_m=facts.height_m,
        rung=facts.rung,
        body_m=body,
        missing=missing_facts(facts),
        sessions=tuple(_out(row, body) for row in rows),
        count=Session.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id).count(),
        boards=boards_offered(fitting, rows),
        places=places_of(fitting),
        learning=LearningOut(
            on=surfer.learns,
            since=surfer.learns_from,
            sessions=teaching(surfer).count(),
            parameters=taught.parameters,
        ),
        scores=scores_of(rows),
        trials=trials,
        series=series_of(fitting, trials),
        loans=loans_of(fitting),
        ready=ready_out(rows, facts),
    )


def log_document(fitting: Fitting) -> LogDocument:
    """The whole log as an open document, oldest first: what ``POST`` takes again."""
    rows = Session.objects.of(fitting.shop).filter(surfer_id=fitting.surfer_id).order_by("started_at", "pk")
    return LogDocument(surfer=facts_of(fitting).name, sessions=tuple(map(_said_again, rows)))


def _said_again(row: Session) -> SessionIn:
    water = row.hour()
    hour = {
        "face_m": water.usual_m, "steepness": water.steepness, "wind": water.wind, "tide": water.tide,
        "crowd": water.crowd,
    }  # fmt: skip
    shown = {name: row.shown[name] for name in ("rides", "of")} if row.shown else None
    return parse(SessionIn, {
        "key": row.key, "started_at": row.started_at, "minutes": row.minutes, "board": row.board,
        "place": water.name, "hour": {name: value for name, value in hour.items() if value is not None},
        "rides": row.rides, "paddle_m_s": row.paddle_m_s, "ratings": row.ratings, "rider": row.rider,
        "note": row.note, "clip": row.clip or None, "shown": shown, "wear": row.wear,
    })  # fmt: skip
