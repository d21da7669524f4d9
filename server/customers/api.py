"""Addresses of customers."""

from __future__ import annotations

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from chord_core.documents import parse
from customers import commands
from customers.documents import (
    CustomerDocument,
    CustomerOut,
    CustomerPatch,
    CustomersAsked,
    CustomersOut,
    Erased,
    EraseIn,
    MergeIn,
    RetentionIn,
)
from customers.selectors import customer_document, customer_out, customers_of
from customers.sheet import customer_pdf
from surfers.models import Surfer


class CustomerBase(ShopView):
    """A customer of this shop who was not erased."""

    def customer(self, pk: int) -> Surfer:
        """The row; nobody of that number does not exist here."""
        return self.found_or_404([self.own_or_404(Surfer, pk)][: 1 if self._is_there(pk) else 0])

    def _is_there(self, pk: int) -> bool:
        return self.own(Surfer).filter(pk=pk, erased_at__isnull=True).exists()


class CustomersView(ShopView):
    """Customers."""

    @extend_schema(operation_id="customers", parameters=parameters(CustomersAsked), responses=CustomersOut)
    def get(self, request: Request) -> HttpResponse:
        """List a page by name, or find by parts of it."""
        return json_response(customers_of(self.shop, self.query(CustomersAsked)))


class CustomerView(CustomerBase):
    """One customer."""

    @extend_schema(operation_id="customer", responses=CustomerOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """What is kept of them, their visits, and who may be the same person."""
        return json_response(customer_out(self.customer(pk)))

    @extend_schema(operation_id="customer_change", request=CustomerPatch, responses=CustomerOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Change name, notes, guardian or consent."""
        found = self.customer(pk).pk
        return json_response(
            customer_out(commands.change_customer(found, parse(CustomerPatch, request.data)))
        )


class CustomerMergeView(CustomerBase):
    """Two entries that are one person."""

    @extend_schema(operation_id="customer_merge", request=MergeIn, responses=CustomerOut)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Take everything of the other over; the other is no more."""
        row = self.customer(pk)
        commands.merge(row, parse(MergeIn, request.data))
        return json_response(customer_out(self.customer(pk)))


class CustomerEraseView(CustomerBase):
    """Erasing a customer."""

    @extend_schema(operation_id="customer_erase", request=EraseIn, responses=Erased)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Take the person from every table and from the trail; figures stay without one."""
        row = self.customer(pk)
        return json_response(commands.erase_customer(row, self.person, parse(EraseIn, request.data)))


class CustomerDocumentView(CustomerBase):
    """All that is kept of a customer."""

    @extend_schema(operation_id="customer_document", responses=CustomerDocument)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Send it as ``chord-customer/1``."""
        response = json_response(customer_document(self.customer(pk)))
        response["Content-Disposition"] = 'attachment; filename="customer.json"'
        return response


class CustomerSheetView(CustomerBase):
    """The same on paper."""

    @extend_schema(operation_id="customer_sheet", responses={(200, "application/pdf"): OpenApiTypes.BINARY})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Send it as PDF."""
        body = customer_pdf(customer_document(self.customer(pk)), self.person.units)
        response = HttpResponse(body, content_type="application/pdf")
        response["Content-Disposition"] = 'inline; filename="customer.pdf"'
        return response


class RetentionView(ShopView):
    """How long customers are kept."""

    @extend_schema(operation_id="retention", request=RetentionIn, responses=CustomersOut)
    def put(self, request: Request) -> HttpResponse:
        """Set it; nobody is erased by that alone."""
        commands.keep_for(self.shop, parse(RetentionIn, request.data).keep_months)
        return json_response(customers_of(self.shop, CustomersAsked()))

    @extend_schema(operation_id="retention_erase", request=None, responses=CustomersOut)
    def post(self, request: Request) -> HttpResponse:
        """Erase those whose time is over; whoever has an open order or a board out waits."""
        commands.erase_due(self.shop, self.person)
        return json_response(customers_of(self.shop, CustomersAsked()))
