"""Addresses of sales."""

from __future__ import annotations

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from chord_core.documents import parse
from fittings.models import Fitting
from sales import commands, selectors
from sales.documents import AdviceOut, SaleIn, SaleOut, SalePatch, SalesOut
from sales.models import Sale


class TicketSalesView(ShopView):
    """What was bought after a ticket."""

    @extend_schema(operation_id="ticket_sales", responses=SalesOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """List it, the newest first."""
        return json_response(selectors.sales_of_ticket(self.own_or_404(Fitting, pk)))

    @extend_schema(operation_id="ticket_sell", request=SaleIn, responses={201: SaleOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Sell a board of the rack to the surfer: it leaves the rack and stands in their quiver."""
        sold = commands.sell(self.own_or_404(Fitting, pk), parse(SaleIn, request.data), self.person)
        return json_response(selectors.as_out(sold), 201)


class SaleView(ShopView):
    """One sale."""

    @extend_schema(operation_id="sale", responses=SaleOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it."""
        return json_response(selectors.as_out(self.own_or_404(Sale, pk)))

    @extend_schema(operation_id="sale_change", request=SalePatch, responses=SaleOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Note that the board came back and how, or that it did not."""
        row = self.own_or_404(Sale, pk)
        given = parse(SalePatch, request.data)
        return json_response(selectors.as_out(commands.change_sale(row.pk, given, self.person)))

    @extend_schema(operation_id="sale_undo", responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Undo a sale that was a mistake: the board hangs again."""
        commands.take_back_sale(self.own_or_404(Sale, pk).pk, self.person)
        return HttpResponse(status=204)


class AdviceView(ShopView):
    """How advice did."""

    @extend_schema(operation_id="advice", responses=AdviceOut)
    def get(self, request: Request) -> HttpResponse:
        """Over the last twelve months: what was bought, whether it was the first board, what came back, and
        what the log says."""
        return json_response(selectors.advice_of(self.shop))
