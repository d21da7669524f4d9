"""Addresses of the log: sessions, tracks, what was learned, trials."""

from collections.abc import Callable
from typing import Any

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from breaks.models import Break
from chord_core.documents import parse
from chord_core.documents.base import Document
from chord_core.errors import ChordError
from chord_core.log.track_file import MOST_BYTES
from fittings.commands import change_fitting
from fittings.documents import FittingPatch
from fittings.models import Fitting
from logbook import commands, selectors, tracks
from logbook.csv_table import read_log, write_log
from logbook.documents import (
    FindingsOut,
    FinTrialIn,
    HourAsked,
    HourIn,
    HourOut,
    HourSays,
    KeptOut,
    LearningPatch,
    LogDocument,
    LogOut,
    SessionPatch,
    SessionsIn,
    SessionsOut,
    TableRead,
    TrackOut,
    TrackPatch,
    TracksOut,
    TrialIn,
    TrialPatch,
)
from logbook.findings import findings_for, sessions_without_names
from logbook.hours import hour_at
from logbook.learning import facts_of, foretell
from logbook.loan_documents import DemoPairOut, LoanPatch, LoansIn
from logbook.loans import change_loan, demo_pair_for, lend
from logbook.models import Loan, Session, Track, Trial


def _or_404(act: Callable[[], Any]) -> Any:
    """What an act gives; what is not of this surfer does not exist here."""
    try:
        return act()
    except (Session.DoesNotExist, Track.DoesNotExist, Trial.DoesNotExist, Loan.DoesNotExist) as error:
        raise Http404 from error


class LogView(ShopView):
    """The log of the surfer of a ticket."""

    @extend_schema(operation_id="log", responses=LogOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Read it: sessions, what they taught, trials."""
        return json_response(selectors.log_of(self.own_or_404(Fitting, pk)))

    @extend_schema(operation_id="log_keep", request=SessionsIn, responses={201: KeptOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Keep sessions; one that was sent before, by its key, stays as it is."""
        fitting = self.own_or_404(Fitting, pk)
        kept = commands.keep_sessions(fitting, parse(SessionsIn, request.data))
        return json_response(KeptOut(kept=kept), 201)


class LogHourView(ShopView):
    """An hour at a break, before one goes in."""

    @extend_schema(operation_id="log_hour", parameters=parameters(HourAsked), responses=HourSays)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Say what was measured, and how many rides are expected on a board that is offered."""
        fitting = self.own_or_404(Fitting, pk)
        asked = self.query(HourAsked)
        place = self.own_or_404(Break, asked.break_id)
        hour = hour_at(place, place.name, asked.at, HourIn())
        boards = selectors.boards_offered(fitting, selectors.sessions_of(fitting))
        predicted = None
        if asked.board < len(boards):
            predicted, _ = foretell(fitting, boards[asked.board].board, hour.water, asked.minutes)
        row = Session(water=hour.water.model_dump(mode="json", exclude_unset=True), filled=list(hour.filled))
        out: HourOut = selectors.hour_out(row, selectors.body_of(fitting.documents()[0]))
        return json_response(HourSays(hour=out, predicted=predicted))


class LogSessionView(ShopView):
    """A session of the surfer of a ticket."""

    @extend_schema(operation_id="log_change", request=SessionPatch, responses=LogOut)
    def patch(self, request: Request, pk: int, session: int) -> HttpResponse:
        """Change it; the log as it is then; 409 with the session as it stands when somebody was faster."""
        fitting = self.own_or_404(Fitting, pk)
        _or_404(lambda: commands.change_session(fitting, session, parse(SessionPatch, request.data)))
        return json_response(selectors.log_of(fitting))

    @extend_schema(operation_id="log_take_out", responses=LogOut)
    def delete(self, request: Request, pk: int, session: int) -> HttpResponse:
        """Take it out of the log; the log as it is then."""
        fitting = self.own_or_404(Fitting, pk)
        _or_404(lambda: commands.take_session_out(fitting, session))
        return json_response(selectors.log_of(fitting))


class LearningView(ShopView):
    """What was learned of the surfer of a ticket."""

    @extend_schema(operation_id="log_learning", request=LearningPatch, responses=LogOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Use it or not; forget what sessions until now taught, or take that back."""
        fitting = self.own_or_404(Fitting, pk)
        commands.change_learning(fitting, parse(LearningPatch, request.data))
        return json_response(selectors.log_of(fitting))


class ReadyAsked(Document):
    """The version of the ticket that is changed."""

    version: int


class ReadyView(ShopView):
    """The next level."""

    @extend_schema(operation_id="log_ready", request=ReadyAsked, responses=LogOut)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Move the surfer of a ticket up to the level that their rides have shown.

        Refused while they have not."""
        fitting = self.own_or_404(Fitting, pk)
        version = parse(ReadyAsked, request.data).version
        ready = selectors.ready_out(selectors.sessions_of(fitting), facts_of(fitting))
        if ready is None or not ready.ready:
            raise ChordError("rung", None, ready.says if ready else "say the level first")
        patch = parse(FittingPatch, {"version": version, "facts": {"rung": ready.next_rung}})
        return json_response(selectors.log_of(change_fitting(self.shop, pk, patch)))


class LogTableIn(Document):
    """A table of sessions as text."""

    text: str


class LogTableView(ShopView):
    """The log as a table."""

    @extend_schema(operation_id="log_table", responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Write it as CSV."""
        text = write_log(selectors.log_document(self.own_or_404(Fitting, pk)).sessions)
        response = HttpResponse(text, content_type="text/csv; charset=utf-8")
        response["Content-Disposition"] = f'attachment; filename="log-{pk}.csv"'
        return response

    @extend_schema(operation_id="log_table_read", request=LogTableIn, responses=TableRead)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Read a table; nothing is kept of it while a line is not understood."""
        fitting = self.own_or_404(Fitting, pk)
        read, faults = read_log(parse(LogTableIn, request.data).text)
        kept: list[bool] = []
        if not faults:
            for at in range(0, len(read), 100):
                batch = SessionsIn(sessions=tuple(read[at : at + 100]))
                kept += [one.known for one in commands.keep_sessions(fitting, batch)]
        return json_response(TableRead(kept=kept.count(False), known=kept.count(True), refused=tuple(faults)))


class LogDocumentView(ShopView):
    """The log as an open document."""

    @extend_schema(operation_id="log_document", responses=LogDocument)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Send it as JSON: what can be sent in again."""
        response = json_response(selectors.log_document(self.own_or_404(Fitting, pk)))
        response["Content-Disposition"] = f'attachment; filename="log-{pk}.json"'
        return response


class DemoPairView(ShopView):
    """Two demo boards."""

    @extend_schema(operation_id="demo_pair", responses=DemoPairOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Say which two of the rack's demo and hire boards would settle the size best."""
        return json_response(demo_pair_for(self.own_or_404(Fitting, pk)))


class LoansView(ShopView):
    """Boards that are lent to the surfer of a ticket."""

    @extend_schema(operation_id="loans_lend", request=LoansIn, responses={201: LogOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Lend boards of the rack."""
        fitting = self.own_or_404(Fitting, pk)
        lend(fitting, parse(LoansIn, request.data))
        return json_response(selectors.log_of(fitting), 201)


class LoanView(ShopView):
    """A board that is lent to the surfer of a ticket."""

    @extend_schema(operation_id="loan_change", request=LoanPatch, responses=LogOut)
    def patch(self, request: Request, pk: int, loan: int) -> HttpResponse:
        """Take it back, or write down how it felt; 409 with the loan as it stands if it was changed since."""
        fitting = self.own_or_404(Fitting, pk)
        _or_404(lambda: change_loan(fitting, loan, parse(LoanPatch, request.data)))
        return json_response(selectors.log_of(fitting))


class FindingsView(ShopView):
    """All sessions of the shop."""

    @extend_schema(operation_id="findings", responses=FindingsOut)
    def get(self, request: Request) -> HttpResponse:
        """Say where what was got differs from what the model expects."""
        return json_response(findings_for(self.shop))


class SessionsView(ShopView):
    """All counted sessions of the shop."""

    @extend_schema(operation_id="findings_sessions", responses=SessionsOut)
    def get(self, request: Request) -> HttpResponse:
        """Send them without names, for the constants of the craft."""
        response = json_response(sessions_without_names(self.shop))
        response["Content-Disposition"] = 'attachment; filename="sessions.json"'
        return response


class TracksView(ShopView):
    """Tracks of the surfer of a ticket."""

    parser_classes = [MultiPartParser]
    most_bytes = MOST_BYTES

    @extend_schema(operation_id="tracks", responses=TracksOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Read those that belong to no session yet."""
        fitting = self.own_or_404(Fitting, pk)
        rows = tuple(tracks.track_out(row, fitting) for row in tracks.tracks_of(fitting))
        return json_response(TracksOut.model_construct(tracks=rows))

    @extend_schema(
        operation_id="tracks_keep",
        request={"multipart/form-data": OpenApiTypes.OBJECT},
        responses={201: TrackOut},
    )
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Keep one file, GPX or TCX; the same file twice is kept once."""
        fitting = self.own_or_404(Fitting, pk)
        files = request.FILES.getlist("file")
        if len(files) != 1:
            raise ChordError("file", len(files), "send one file as “file”")
        return json_response(tracks.keep_track(fitting, files[0].name or "track", files[0].read()), 201)


class TrackView(ShopView):
    """A track of the surfer of a ticket."""

    @extend_schema(operation_id="track", responses=TrackOut)
    def get(self, request: Request, pk: int, track: int) -> HttpResponse:
        """Read it, on its shore."""
        fitting = self.own_or_404(Fitting, pk)
        rows = self.own(Track).filter(surfer_id=fitting.surfer_id)
        return json_response(_or_404(lambda: tracks.track_out(rows.get(pk=track), fitting)))

    @extend_schema(operation_id="track_correct", request=TrackPatch, responses=TrackOut)
    def patch(self, request: Request, pk: int, track: int) -> HttpResponse:
        """Put slips right by hand; 409 with the track as it stands when somebody was faster."""
        fitting = self.own_or_404(Fitting, pk)
        patch = parse(TrackPatch, request.data)
        row = _or_404(lambda: tracks.correct_track(fitting, track, patch))
        return json_response(tracks.track_out(row, fitting))

    @extend_schema(operation_id="track_forget", responses={204: None})
    def delete(self, request: Request, pk: int, track: int) -> HttpResponse:
        """Take it away; its session stays."""
        fitting = self.own_or_404(Fitting, pk)
        _or_404(lambda: tracks.forget_track(fitting, track))
        return HttpResponse(status=204)


class TrackFileView(ShopView):
    """A track as it came."""

    @extend_schema(operation_id="track_file", responses={(200, "application/xml"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int, track: int) -> HttpResponse:
        """Send the file as the watch wrote it."""
        fitting = self.own_or_404(Fitting, pk)
        rows = self.own(Track).filter(surfer_id=fitting.surfer_id)
        row: Track = _or_404(lambda: rows.get(pk=track))
        response = HttpResponse(row.raw(), content_type="application/xml")
        response["Content-Disposition"] = 'attachment; filename="track.xml"'
        return response


class TrialsView(ShopView):
    """Trials of the surfer of a ticket."""

    @extend_schema(operation_id="trial_begin", request=TrialIn, responses={201: LogOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Begin one."""
        fitting = self.own_or_404(Fitting, pk)
        commands.begin_trial(fitting, parse(TrialIn, request.data))
        return json_response(selectors.log_of(fitting), 201)


class FinTrialsView(ShopView):
    """Trials of sets of fins on the board on the bench."""

    @extend_schema(operation_id="trial_of_fins", request=FinTrialIn, responses={201: LogOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Begin one: two sets, or three against the one in the middle."""
        fitting = self.own_or_404(Fitting, pk)
        commands.begin_fin_trial(fitting, parse(FinTrialIn, request.data))
        return json_response(selectors.log_of(fitting), 201)


class TrialView(ShopView):
    """A trial of the surfer of a ticket."""

    @extend_schema(operation_id="trial_change", request=TrialPatch, responses=LogOut)
    def patch(self, request: Request, pk: int, trial: int) -> HttpResponse:
        """End it, or go on with it."""
        fitting = self.own_or_404(Fitting, pk)
        _or_404(lambda: commands.change_trial(fitting, trial, parse(TrialPatch, request.data)))
        return json_response(selectors.log_of(fitting))

    @extend_schema(operation_id="trial_forget", responses=LogOut)
    def delete(self, request: Request, pk: int, trial: int) -> HttpResponse:
        """Take it away; its sessions stay."""
        fitting = self.own_or_404(Fitting, pk)
        _or_404(lambda: commands.forget_trial(fitting, trial))
        return json_response(selectors.log_of(fitting))
