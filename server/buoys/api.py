"""Addresses of buoys."""

from django.http import HttpResponse, StreamingHttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from buoys import commands, selectors
from buoys.documents import BuoyIn, BuoyList, BuoyOut, FilesRead
from buoys.models import Buoy
from chord_core.documents import parse
from chord_core.errors import ChordError

#: Most files at once.
_MOST_FILES = 40
#: Most bytes of them together; ten years of readings every hour are 8 MB, packed 2.
_MOST_BYTES = 128 * 2**20


class BuoysView(ShopView):
    """The buoys of the shop."""

    @extend_schema(operation_id="buoys_list", responses=BuoyList)
    def get(self, request: Request) -> HttpResponse:
        """List them by name."""
        return json_response(BuoyList(tuple(map(selectors.as_document, self.own(Buoy)))))

    @extend_schema(request=BuoyIn, responses={201: BuoyOut})
    def post(self, request: Request) -> HttpResponse:
        """Add one."""
        buoy = commands.keep_buoy(self.shop, parse(BuoyIn, request.data))
        return json_response(selectors.as_document(buoy), 201)


class BuoyView(ShopView):
    """One buoy."""

    @extend_schema(responses=BuoyOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it."""
        return json_response(selectors.as_document(self.own_or_404(Buoy, pk)))

    @extend_schema(request=BuoyIn, responses=BuoyOut)
    def put(self, request: Request, pk: int) -> HttpResponse:
        """Change it."""
        buoy = commands.keep_buoy(self.shop, parse(BuoyIn, request.data), self.own_or_404(Buoy, pk))
        return json_response(selectors.as_document(buoy))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Take it out with its hours; breaks keep what they remember."""
        self.own_or_404(Buoy, pk).delete()
        return HttpResponse(status=204)


class BuoyFilesView(ShopView):
    """What a buoy measured, in and out."""

    parser_classes = [MultiPartParser]
    most_bytes = _MOST_BYTES

    @extend_schema(
        request={"multipart/form-data": OpenApiTypes.OBJECT},
        responses={(200, "application/x-ndjson"): FilesRead},
    )
    def post(self, request: Request, pk: int) -> StreamingHttpResponse:
        """Read files of buoy text, plain or packed, as far as they are sound.

        Lines of JSON: ``{"file": name, "lines": n}`` as it goes on; at last ``{"read": …}``."""
        buoy = self.own_or_404(Buoy, pk)
        files = request.FILES.getlist("file")
        if not 1 <= len(files) <= _MOST_FILES:
            raise ChordError("file", len(files), f"send 1 to {_MOST_FILES} files as “file”")
        lines = commands.read_files(buoy, [(file.name or "file", file.file) for file in files])
        return StreamingHttpResponse(lines, content_type="application/x-ndjson")

    @extend_schema(responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request, pk: int) -> StreamingHttpResponse:
        """Send its hours as CSV."""
        buoy = self.own_or_404(Buoy, pk)
        lines = selectors.hours_csv(selectors.seas_of_buoy(buoy))
        response = StreamingHttpResponse(lines, content_type="text/csv; charset=utf-8")
        response["Content-Disposition"] = 'attachment; filename="hours.csv"'
        return response
