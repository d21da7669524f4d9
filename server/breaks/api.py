"""Addresses of breaks."""

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.parsers import MultiPartParser
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from breaks import commands, selectors
from breaks.climate import break_climate
from breaks.documents import (
    BreakClimate,
    BreakFile,
    BreakIn,
    BreakList,
    BreakOut,
    FlowsRead,
    GivesOf,
    Now,
    SeenList,
    SeenOut,
)
from breaks.models import Break
from breaks.now import now_at
from chord_core.documents import parse
from chord_core.documents.verbs.calibrate import CalibrateResult, Seen
from chord_core.documents.verbs.climate import HoursAsked
from chord_core.errors import ChordError
from chord_core.water import river


class BreaksView(ShopView):
    """The breaks of the shop."""

    @extend_schema(operation_id="breaks_list", responses=BreakList)
    def get(self, request: Request) -> HttpResponse:
        """List them by name."""
        rows = self.own(Break).select_related("buoy", "flows")
        return json_response(BreakList(tuple(map(selectors.as_document, rows))))

    @extend_schema(request=BreakIn, responses={201: BreakOut})
    def post(self, request: Request) -> HttpResponse:
        """Add one."""
        place = commands.keep_break(self.shop, parse(BreakIn, request.data))
        return json_response(selectors.as_document(place), 201)


class BreakView(ShopView):
    """One break."""

    @extend_schema(responses=BreakOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it."""
        return json_response(selectors.as_document(self.own_or_404(Break, pk)))

    @extend_schema(request=BreakIn, responses=BreakOut)
    def put(self, request: Request, pk: int) -> HttpResponse:
        """Change it."""
        place = commands.keep_break(self.shop, parse(BreakIn, request.data), self.own_or_404(Break, pk))
        return json_response(selectors.as_document(place))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Take it out; fittings keep the waves they were made for."""
        self.own_or_404(Break, pk).delete()
        return HttpResponse(status=204)


class GivesView(ShopView):
    """What a break gives."""

    @extend_schema(
        parameters=parameters(HoursAsked, GivesOf),
        responses=BreakClimate,
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it for months, light and free hours, against what the break or the one asking remembers."""
        place, hours = self.own_or_404(Break, pk), self.query(HoursAsked)
        return json_response(break_climate(place, hours, self.query(GivesOf)))


class NowView(ShopView):
    """Today at a break."""

    @extend_schema(responses=Now)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show the last hour, the tide and the light; the buoy is asked if that is due."""
        return json_response(now_at(self.own_or_404(Break, pk)))


class SeenView(ShopView):
    """What was seen at a break."""

    @extend_schema(operation_id="breaks_seen_list", responses=SeenList)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """List it in order of time."""
        return json_response(selectors.seen_at(self.own_or_404(Break, pk)))

    @extend_schema(request=Seen, responses={201: SeenList})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Write down what somebody saw."""
        place = self.own_or_404(Break, pk)
        commands.note_seen(place, self.person, parse(Seen, request.data))
        return json_response(selectors.seen_at(place), 201)


class SightingView(ShopView):
    """One sighting."""

    @extend_schema(responses=SeenOut)
    def delete(self, request: Request, pk: int, sighting: int) -> HttpResponse:
        """Strike it out."""
        self.own_or_404(Break, pk).seen.filter(pk=sighting).delete()
        return json_response(selectors.seen_at(self.own_or_404(Break, pk)))


class CalibrateView(ShopView):
    """What was seen against what the buoy says."""

    @extend_schema(responses=CalibrateResult)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show exposure and bottom slope as the sightings pull them; nothing is written."""
        return json_response(selectors.calibrate(self.own_or_404(Break, pk)))


class BreakFileView(ShopView):
    """A break as a document of its own."""

    @extend_schema(responses=BreakFile)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Send it with what was seen there."""
        response = json_response(selectors.break_file(self.own_or_404(Break, pk)))
        response["Content-Disposition"] = 'attachment; filename="break.json"'
        return response


class BreakImportView(ShopView):
    """A break from a document."""

    @extend_schema(request=BreakFile, responses={201: BreakOut})
    def post(self, request: Request) -> HttpResponse:
        """Make it, or lay it over the shop's own of that name."""
        place = commands.import_break(self.shop, self.person, parse(BreakFile, request.data))
        return json_response(selectors.as_document(place), 201)


class FlowsView(ShopView):
    """What a river's gauge measured."""

    parser_classes = [MultiPartParser]
    most_bytes = river.MOST_BYTES + 4096

    @extend_schema(request={"multipart/form-data": OpenApiTypes.OBJECT}, responses=FlowsRead)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Read a series of flows as CSV."""
        place = self.own_or_404(Break, pk)
        file = request.FILES.get("file")
        if file is None:
            raise ChordError("file", None, "send one file as “file”")
        return json_response(commands.keep_flows(place, file.file, file.name or "file"))


class ClimateTableView(ShopView):
    """What a break gives, as a table."""

    @extend_schema(parameters=parameters(HoursAsked), responses={(200, "text/csv"): OpenApiTypes.STR})
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Send its bins as CSV: face, slope, share of the waves."""
        given = break_climate(self.own_or_404(Break, pk), self.query(HoursAsked))
        rows = given.climate.bins if given.climate else given.water.bins
        if not rows:
            raise ChordError("break", pk, "nothing is measured here: there are no bins to send")
        lines = [
            "face_m,steepness,weight",
            *(f"{r.face_m:.4f},{r.steepness:.4f},{r.weight:.6f}" for r in rows),
        ]
        response = HttpResponse("\n".join(lines) + "\n", content_type="text/csv; charset=utf-8")
        response["Content-Disposition"] = 'attachment; filename="waves.csv"'
        return response
