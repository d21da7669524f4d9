"""Addresses of the boards that surfers own."""

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from chord_core.documents import parse
from chord_core.documents.verbs.climate import HoursAsked
from fittings.models import Fitting
from fittings.preemption import foreground_request, run_unless_stale
from quivers.ahead import months_for, plan_for, trip_for
from quivers.card import card_pdf
from quivers.commands import change_owned, let_go, own_board
from quivers.documents import (
    NextAsked,
    OwnedIn,
    OwnedPatch,
    PlanAsked,
    QuiverMonths,
    QuiverNext,
    QuiverOut,
    QuiverPlan,
    QuiverTrip,
    TripAsked,
)
from quivers.models import OwnedBoard
from quivers.selectors import next_for, quiver_of


class QuiverView(ShopView):
    """The boards of the surfer of a ticket."""

    @extend_schema(operation_id="quiver", responses=QuiverOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Lay them over a year of the ticket's water."""
        fitting = self.own_or_404(Fitting, pk)
        with foreground_request():
            return json_response(quiver_of(fitting))

    @extend_schema(operation_id="quiver_add", request=OwnedIn, responses={201: QuiverOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Add a board, of the rack or as it is said; all of them as they are then."""
        fitting = self.own_or_404(Fitting, pk)
        with foreground_request():
            own_board(fitting, parse(OwnedIn, request.data))
            return json_response(quiver_of(fitting), 201)


class NextView(ShopView):
    """The next board."""

    @extend_schema(
        operation_id="quiver_next", parameters=parameters(NextAsked), responses={200: QuiverNext, 204: None}
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Search the rack; nothing when the ticket is changed meanwhile."""
        asked, fitting = self.query(NextAsked), self.own_or_404(Fitting, pk)
        made = run_unless_stale(fitting, lambda ticket: next_for(ticket, asked))
        return HttpResponse(status=204) if made is None else json_response(made)


class MonthsView(ShopView):
    """The boards month by month."""

    @extend_schema(
        operation_id="quiver_months",
        parameters=parameters(HoursAsked),
        responses={200: QuiverMonths, 204: None},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Count the days in the hours that count; nothing when the ticket is changed meanwhile."""
        fitting, asked = self.own_or_404(Fitting, pk), self.query(HoursAsked)
        made = run_unless_stale(fitting, lambda ticket: months_for(ticket, asked))
        return HttpResponse(status=204) if made is None else json_response(made)


class PlanView(ShopView):
    """The way ahead."""

    @extend_schema(
        operation_id="quiver_plan", parameters=parameters(PlanAsked), responses={200: QuiverPlan, 204: None}
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Look ahead; nothing when the ticket is changed meanwhile."""
        fitting, asked = self.own_or_404(Fitting, pk), self.query(PlanAsked)
        made = run_unless_stale(fitting, lambda ticket: plan_for(ticket, asked))
        return HttpResponse(status=204) if made is None else json_response(made)


class TripView(ShopView):
    """A trip."""

    @extend_schema(operation_id="quiver_trip", parameters=parameters(TripAsked), responses=QuiverTrip)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Say which boards to take."""
        fitting, asked = self.own_or_404(Fitting, pk), self.query(TripAsked)
        return json_response(trip_for(fitting, asked))


class CardView(ShopView):
    """A card for the wall at home."""

    @extend_schema(operation_id="quiver_card", responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Print which board goes out on which day, as PDF."""
        made = card_pdf(self.own_or_404(Fitting, pk), self.person.units)
        response = HttpResponse(made, content_type="application/pdf")
        response["Content-Disposition"] = f'inline; filename="which-board-{pk}.pdf"'
        return response


class OwnedView(ShopView):
    """A board of the surfer of a ticket."""

    @extend_schema(operation_id="quiver_change", request=OwnedPatch, responses=QuiverOut)
    def patch(self, request: Request, pk: int, board: int) -> HttpResponse:
        """Change it; all of them as they are then; 409 with the board as it stands when somebody else was
        faster."""
        fitting = self.own_or_404(Fitting, pk)
        with foreground_request():
            try:
                change_owned(fitting, board, parse(OwnedPatch, request.data))
            except OwnedBoard.DoesNotExist as error:
                raise Http404 from error
            return json_response(quiver_of(fitting))

    @extend_schema(operation_id="quiver_let_go", responses=QuiverOut)
    def delete(self, request: Request, pk: int, board: int) -> HttpResponse:
        """Take it away from those that they own; the others as they are then."""
        fitting = self.own_or_404(Fitting, pk)
        try:
            let_go(fitting, board)
        except OwnedBoard.DoesNotExist as error:
            raise Http404 from error
        with foreground_request():
            return json_response(quiver_of(fitting))
