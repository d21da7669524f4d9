"""Addresses of orders."""

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from chord_core.documents import parse
from chord_core.documents.order import OrderCard
from chord_core.documents.verbs.drawings import DrawingKind
from fittings.models import Fitting
from fittings.preemption import run_unless_stale
from orders.card import card_pdf
from orders.commands import change_order, move_order, open_order
from orders.documents import Orderable, OrderIn, OrderList, OrderOut, OrderPatch, OrderStep
from orders.models import Order
from orders.orderable import build_orderable
from orders.selectors import as_out, list_orders
from rack.drawing_files import PaperAsked, drawing_file


class OrderableView(ShopView):
    """The board that could be ordered."""

    @extend_schema(operation_id="fitting_orderable", responses={200: Orderable, 204: None})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Solve it now; nothing when the ticket is changed meanwhile."""
        made = run_unless_stale(self.own_or_404(Fitting, pk), build_orderable)
        return HttpResponse(status=204) if made is None else json_response(made)


class OrdersView(ShopView):
    """The orders of the shop."""

    @extend_schema(operation_id="orders_list", responses=OrderList)
    def get(self, request: Request) -> HttpResponse:
        """List them: late ones first, ended ones last."""
        return json_response(OrderList(list_orders(self.shop)))

    @extend_schema(request=OrderIn, responses={201: OrderOut})
    def post(self, request: Request) -> HttpResponse:
        """Quote a board from a ticket."""
        return json_response(as_out(open_order(self.shop, self.person, parse(OrderIn, request.data))), 201)


class OrderView(ShopView):
    """An order."""

    @extend_schema(operation_id="order", responses=OrderOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it with its card."""
        return json_response(as_out(self.own_or_404(Order, pk)))

    @extend_schema(request=OrderPatch, responses=OrderOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Change it; 409 with the order as it stands when somebody else was faster."""
        self.own_or_404(Order, pk)
        try:
            row = change_order(self.shop, pk, parse(OrderPatch, request.data), self.person)
        except Order.DoesNotExist as error:
            raise Http404 from error
        return json_response(as_out(row))


class OrderStepView(ShopView):
    """The step of an order."""

    may_be_late = ("POST",)

    @extend_schema(request=OrderStep, responses=OrderOut)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Take it; 409 with the order as it stands when somebody else was faster."""
        self.own_or_404(Order, pk)
        try:
            row = move_order(self.shop, pk, parse(OrderStep, request.data), self.person)
        except Order.DoesNotExist as error:
            raise Http404 from error
        return json_response(as_out(row))


class OrderCardView(ShopView):
    """The card that the shaper gets."""

    @extend_schema(responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Print it as PDF."""
        row = self.own_or_404(Order, pk)
        made = card_pdf(as_out(row), self.person.units, self.shop.name)
        response = HttpResponse(made, content_type="application/pdf")
        response["Content-Disposition"] = f'inline; filename="order-{pk}.pdf"'
        return response


class OrderCardDocumentView(ShopView):
    """The card as a document."""

    @extend_schema(responses=OrderCard)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Write it, ``chord-order/1``."""
        response = json_response(as_out(self.own_or_404(Order, pk)).card)
        response["Content-Disposition"] = f'attachment; filename="order-{pk}.json"'
        return response


class DrawingView(ShopView):
    """The board of an order as a file."""

    @extend_schema(
        parameters=parameters(PaperAsked),
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, pk: int, kind: DrawingKind) -> HttpResponse:
        """Send it."""
        board = self.own_or_404(Order, pk).document()
        made, type_ = drawing_file(board, kind, self.query(PaperAsked).paper)
        response = HttpResponse(made, content_type=type_)
        response["Content-Disposition"] = f'attachment; filename="order-{pk}.{kind}"'
        return response
