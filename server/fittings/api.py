"""Addresses of fittings."""

import json
from collections.abc import Callable

from django.http import Http404, HttpResponse
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from chord_core.documents import parse
from chord_core.documents.base import Document
from chord_core.documents.verbs.climate import HoursAsked
from chord_core.hull.describe import describe_hull
from fittings import commands, selectors
from fittings.answers import build_doubts, build_whole_rack
from fittings.board_details import build_comparison, build_faces, build_why, build_why_not
from fittings.demand import demand_of, suits_say
from fittings.documents import (
    Compared,
    ComparedWith,
    Demand,
    Doubts,
    Faces,
    FittingDocument,
    FittingIn,
    FittingList,
    FittingOut,
    FittingPatch,
    Gear,
    GearOf,
    NextStep,
    PreferredBoard,
    SettledSize,
    Since,
    SurfableDays,
    WholeRack,
    Why,
    WhyNot,
    WhyNotOf,
)
from fittings.gear import build_gear, gear_ahead
from fittings.models import Fitting
from fittings.next_step import build_next_step
from fittings.preemption import Urgency, foreground_request, run_unless_stale
from fittings.surfable_days import count_surfable_days
from rack.models import Board
from rack.selectors import boards_of
from rack.tag import tag_of


def _preferred(view: ShopView) -> int | None:
    """The board that goes before those that are as good, if one is named."""
    return view.query(PreferredBoard).preferred_board_id


def _unless_changed(
    fitting: Fitting, work: Callable[[Fitting], Document], urgency: Urgency = Urgency.SOON
) -> HttpResponse:
    """What takes long; 204 when the ticket was changed meanwhile."""
    made = run_unless_stale(fitting, work, urgency)
    return HttpResponse(status=204) if made is None else json_response(made)


def _answered(fitting: Fitting, status: int = 200, preferred: int | None = None) -> HttpResponse:
    """A ticket with its answer, once it is its turn."""
    with foreground_request():
        return json_response(selectors.as_document(fitting, preferred), status)


class FittingsView(ShopView):
    """The tickets of the shop."""

    @extend_schema(operation_id="fittings_list", responses=FittingList)
    def get(self, request: Request) -> HttpResponse:
        """List them."""
        return json_response(FittingList(tuple(selectors.list_fittings(self.shop))))

    @extend_schema(request=FittingIn, responses={201: FittingOut})
    def post(self, request: Request) -> HttpResponse:
        """Open a new one."""
        fitting = commands.open_fitting(self.shop, self.person, parse(FittingIn, request.data))
        return _answered(fitting, 201)


class AskedView(ShopView):
    """What the last surfers asked of the rack."""

    @extend_schema(responses=Demand)
    def get(self, request: Request) -> HttpResponse:
        """Say whom each board suits, and who found nothing."""
        return json_response(demand_of(self.shop))


class TagView(ShopView):
    """The tag of a board, with whom of the last surfers it suits."""

    @extend_schema(responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Print it."""
        self.own_or_404(Board, pk)
        board = boards_of(self.shop, [pk])[0]
        made = tag_of(
            board, describe_hull(board.board), suits_say(self.shop, pk), self.person.units, self.shop.name
        )
        return HttpResponse(made, content_type="application/pdf")


class FittingView(ShopView):
    """One ticket with its answer."""

    @extend_schema(
        parameters=parameters(PreferredBoard),
        responses=FittingOut,
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it; the answer is computed now."""
        return _answered(self.own_or_404(Fitting, pk), preferred=_preferred(self))

    @extend_schema(request=FittingPatch, responses=FittingOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Change it; 409 with the ticket as it stands when somebody else was faster."""
        patch = parse(FittingPatch, request.data)
        with foreground_request():
            try:
                fitting = commands.change_fitting(self.shop, pk, patch)
            except Fitting.DoesNotExist as error:
                raise Http404 from error
            return json_response(selectors.as_document(fitting, with_gear=patch.with_gear))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Throw the ticket away; it can be taken back, and the surfer stays known."""
        commands.throw_away(self.own_or_404(Fitting, pk))
        return HttpResponse(status=204)


class FittingBackView(ShopView):
    """A ticket that was thrown away."""

    @extend_schema(request=None, responses=FittingOut)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Take it back."""
        fitting = get_object_or_404(Fitting.every.of(self.shop), pk=pk)
        return _answered(commands.take_back(fitting))


class WindowsView(ShopView):
    """What to look for in the rack, for one ticket."""

    @extend_schema(operation_id="fitting_windows", responses={200: SettledSize, 204: None})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Search now: windows, tails, fins and builds; nothing when the ticket is changed meanwhile."""
        return _unless_changed(self.own_or_404(Fitting, pk), selectors.settled_size, Urgency.WINDOWS)


class WholeRackView(ShopView):
    """The whole rack in order, for one ticket."""

    @extend_schema(operation_id="fitting_rack", responses={200: WholeRack, 204: None})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Judge the boards behind the first too; nothing when the ticket is changed meanwhile."""
        return _unless_changed(self.own_or_404(Fitting, pk), build_whole_rack)


class DoubtsView(ShopView):
    """How sure the answer of one ticket is."""

    @extend_schema(operation_id="fitting_doubts", responses={200: Doubts, 204: None})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Draw now what is known only about; nothing when the ticket is changed meanwhile."""
        return _unless_changed(self.own_or_404(Fitting, pk), build_doubts, Urgency.LATER)


class SinceView(ShopView):
    """Whether somebody else changed a ticket."""

    @extend_schema(
        operation_id="fitting_since",
        parameters=parameters(Since),
        responses={200: FittingOut, 204: None},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """The ticket if it stands at another version than the one asked about; else nothing."""
        # Asked more often than anything else, and nearly always for nothing: the rest of the row can wait.
        (standing,) = self.found_or_404(selectors.version_of(pk, self.shop.pk))
        if self.query(Since).version == standing:
            return HttpResponse(status=204)
        return _answered(self.own_or_404(Fitting, pk))


class FacesView(ShopView):
    """The faces of the bench."""

    @extend_schema(operation_id="fitting_faces", parameters=parameters(PreferredBoard), responses=Faces)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """What the board on the bench and the present one do, number by number."""
        return json_response(build_faces(self.own_or_404(Fitting, pk), _preferred(self)))


class GearView(ShopView):
    """What goes with the board on the bench."""

    @extend_schema(
        operation_id="fitting_gear",
        parameters=parameters(GearOf),
        responses={200: Gear, 204: None},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Fins, builds, leash, pad, wax, the board in payment, and the sum. For a board that does not lie
        there yet: nothing when the ticket is changed meanwhile."""
        fitting, asked = self.own_or_404(Fitting, pk), self.query(GearOf)
        if (board := asked.board) is not None:
            return _unless_changed(fitting, lambda ticket: gear_ahead(ticket, board))
        with foreground_request():
            return json_response(build_gear(fitting, asked.preferred_board_id))


class StepView(ShopView):
    """The next step."""

    @extend_schema(
        operation_id="fitting_step",
        parameters=parameters(PreferredBoard),
        responses={200: NextStep, 204: None},
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Look three years ahead; nothing when the ticket is changed meanwhile."""
        fitting, preferred = self.own_or_404(Fitting, pk), _preferred(self)
        return _unless_changed(fitting, lambda ticket: build_next_step(ticket, preferred), Urgency.LATER)


class WhyView(ShopView):
    """Why the numbers are what they are."""

    @extend_schema(operation_id="fitting_why", parameters=parameters(PreferredBoard), responses=Why)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Derive the numbers of the board on the bench."""
        return json_response(build_why(self.own_or_404(Fitting, pk), _preferred(self)))


class WhyNotView(ShopView):
    """Why not a board."""

    @extend_schema(
        operation_id="fitting_why_not",
        parameters=parameters(WhyNotOf, PreferredBoard),
        responses=WhyNot,
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """What speaks most against it, and the smallest change that would make it right."""
        board = self.query(WhyNotOf).board
        return json_response(build_why_not(self.own_or_404(Fitting, pk), board, _preferred(self)))


class CompareView(ShopView):
    """Boards laid on each other."""

    @extend_schema(
        operation_id="fitting_compare",
        parameters=parameters(ComparedWith, PreferredBoard),
        responses=Compared,
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """The board on the bench against one or two others."""
        fitting, others = self.own_or_404(Fitting, pk), self.query(ComparedWith).boards
        return json_response(build_comparison(fitting, others, _preferred(self)))


class DocumentView(ShopView):
    """A whole fitting as a document."""

    @extend_schema(operation_id="fitting_document", responses=FittingDocument)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Write it; what was not said is left out."""
        document = selectors.document_of(self.own_or_404(Fitting, pk))
        said = document.model_dump(mode="json", exclude_none=True, exclude_unset=True)
        body = json.dumps({"format": document.format, **said}, indent=1, ensure_ascii=False)
        response = HttpResponse(body, content_type="application/json")
        response["Content-Disposition"] = f'attachment; filename="fitting-{pk}.json"'
        return response


class ImportView(ShopView):
    """Fittings from documents."""

    @extend_schema(operation_id="fitting_import", request=FittingDocument, responses={201: FittingOut})
    def post(self, request: Request) -> HttpResponse:
        """Open a ticket from a document."""
        given = parse(FittingDocument, request.data)
        return _answered(commands.import_fitting(self.shop, self.person, given), 201)


class HandOutView(ShopView):
    """The page that the surfer takes home."""

    @extend_schema(operation_id="fitting_hand_out", responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Print it as PDF."""
        page = selectors.print_hand_out(self.own_or_404(Fitting, pk), self.person)
        response = HttpResponse(page, content_type="application/pdf")
        response["Content-Disposition"] = f'inline; filename="fitting-{pk}.pdf"'
        return response


class WorthView(ShopView):
    """Days worth going."""

    @extend_schema(parameters=parameters(HoursAsked), responses=SurfableDays)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Count them at the ticket's break, in the hours that one has."""
        return json_response(count_surfable_days(self.own_or_404(Fitting, pk), self.query(HoursAsked)))
