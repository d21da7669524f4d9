"""Addresses of the fin wall."""

from django.http import Http404, HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from chord_core.documents import parse
from fins.commands import add_fins, change_fins, keep_table
from fins.csv_table import read_table, text_of_workbook, write_table, write_workbook
from fins.documents import FinsIn, FinsList, FinsOut, FinsPut, FinsRead, FinsTableIn, TableForm
from fins.models import FinStock
from fins.selectors import as_out, list_fins
from rack.workbook import XLSX


class FinWallView(ShopView):
    """The fin wall."""

    @extend_schema(operation_id="fins_list", responses=FinsList)
    def get(self, request: Request) -> HttpResponse:
        """List the sets in the order in which they came."""
        return json_response(FinsList(list_fins(self.shop)))

    @extend_schema(request=FinsIn, responses={201: FinsOut})
    def post(self, request: Request) -> HttpResponse:
        """Hang a set."""
        return json_response(as_out(add_fins(self.shop, parse(FinsIn, request.data))), 201)


class FinsView(ShopView):
    """A set of fins."""

    @extend_schema(request=FinsPut, responses=FinsOut)
    def put(self, request: Request, pk: int) -> HttpResponse:
        """Change it; 409 with the set as it stands when somebody else was faster."""
        self.own_or_404(FinStock, pk)
        try:
            row = change_fins(self.shop, pk, parse(FinsPut, request.data))
        except FinStock.DoesNotExist as error:
            raise Http404 from error
        return json_response(as_out(row))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Take it off the wall for good."""
        self.own_or_404(FinStock, pk).delete()
        return HttpResponse(status=204)


class FinsTableView(ShopView):
    """The fin wall as a table."""

    @extend_schema(
        parameters=parameters(TableForm),
        responses={(200, "text/csv"): OpenApiTypes.STR, (200, XLSX): OpenApiTypes.BINARY},
    )
    def get(self, request: Request) -> HttpResponse:
        """Write it as CSV or as a workbook."""
        rows, form = list_fins(self.shop), self.query(TableForm).form
        if form == "xlsx":
            response = HttpResponse(write_workbook(rows), content_type=XLSX)
        else:
            response = HttpResponse(write_table(rows), content_type="text/csv; charset=utf-8")
        response["Content-Disposition"] = f'attachment; filename="fins.{form}"'
        return response

    @extend_schema(request=FinsTableIn, responses=FinsRead)
    def post(self, request: Request) -> HttpResponse:
        """Read a table; keep it, all or nothing, if that is asked and no cell is wrong."""
        given = parse(FinsTableIn, request.data)
        text = given.text if given.workbook is None else text_of_workbook(given.workbook)
        rows, faults = read_table(text)
        there = set(FinStock.objects.of(self.shop).values_list("name", flat=True))
        keep = given.write and not faults
        if keep:
            keep_table(self.shop, rows)
        new = sum(read.fins.name not in there for read in rows)
        return json_response(FinsRead(new=new, changed=len(rows) - new, faults=tuple(faults), kept=keep))
