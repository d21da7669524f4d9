"""Addresses of the trail: read, and taken along; nothing is written here."""

from django.http import HttpResponse, StreamingHttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from trail.documents import ChangesAsked, ChangesOut, TrailAsked, TrailOut
from trail.feed import changes_since
from trail.selectors import lines_of, trail_of


class TrailView(ShopView):
    """Every change of the shop's records."""

    @extend_schema(operation_id="trail", parameters=parameters(TrailAsked), responses=TrailOut)
    def get(self, request: Request) -> HttpResponse:
        """Read a page, newest first."""
        return json_response(trail_of(self.shop, self.query(TrailAsked)))


class ChangesView(ShopView):
    """What changed since, for programs."""

    @extend_schema(operation_id="changes", parameters=parameters(ChangesAsked), responses=ChangesOut)
    def get(self, request: Request) -> HttpResponse:
        """Say which records were made, changed or removed behind a change that is known."""
        return json_response(changes_since(self.shop, self.query(ChangesAsked)))


class TrailFileView(ShopView):
    """The trail as a file."""

    @extend_schema(
        operation_id="trail_file",
        parameters=parameters(TrailAsked),
        responses={(200, "application/x-ndjson"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request) -> StreamingHttpResponse:
        """Send all of it, a JSON document a line."""
        lines = lines_of(self.shop, self.query(TrailAsked))
        response = StreamingHttpResponse(lines, content_type="application/x-ndjson")
        response["Content-Disposition"] = 'attachment; filename="trail.jsonl"'
        return response
