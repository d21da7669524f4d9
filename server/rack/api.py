"""Addresses of the rack, the line reader and the words."""

from typing import Any, Literal

from django.http import HttpResponse, StreamingHttpResponse
from django.http.response import HttpResponseBase
from django.shortcuts import get_object_or_404
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.parsers import BaseParser
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.conditional import tag_of, tagged, unchanged, version_meant
from api_tools.query import parameters
from chord_core.documents import HullRequest, RangeResult, TapeResult, parse
from chord_core.documents.verbs.drawings import DrawingKind
from chord_core.fit.rules.terms import terms
from chord_core.hull.tape import tape_of
from chord_core.spoken import spoken
from chord_core.tables import tables_version
from rack import csv_read, photograph, selectors
from rack.bring_in import bring_in, read_file
from rack.commands import add_board, board_from, change_board, patch_board, put_back_board, take_down
from rack.csv_write import rack_rows, write_rack
from rack.documents import (
    Accept,
    Beside,
    BoardIn,
    BoardList,
    BoardOut,
    BoardPatch,
    BoardPut,
    BoardsOf,
    LeftAs,
    LengthsOf,
    LineIn,
    LineOut,
    ReadOut,
    RowsOf,
    SeenOf,
    Sheet,
    TableAs,
    TradeIn,
    TradeInOf,
    Words,
)
from rack.drawing_files import PaperAsked, drawing_file
from rack.find import MEASURES, Find, Found, find_boards, find_of
from rack.gauge import GaugeOut, read_gauge
from rack.models import Board
from rack.sheets import beside_of, range_for, sheet_of, trade_in_of
from rack.workbook import XLSX, workbook_of

_MANY = ("families", "stocks", "builds")
#: The question of a search as an address writes it.
_FINDS = [
    *(OpenApiParameter(name, OpenApiTypes.STR, many=name in _MANY)
      for name in Find.model_fields if name != "between"),
    *(OpenApiParameter(f"{name}_{end}", OpenApiTypes.FLOAT)
      for name in (*MEASURES, "days") for end in ("from", "to")),
]  # fmt: skip


class WordsView(ShopView):
    """The words of the trade."""

    @extend_schema(responses=Words)
    def get(self, request: Request) -> HttpResponse:
        """List what the screens offer."""
        return json_response(selectors.words())


class LineView(ShopView):
    """The one-line reader."""

    @extend_schema(request=LineIn, responses=LineOut)
    def post(self, request: Request) -> HttpResponse:
        """Read a line of dims."""
        given = parse(LineIn, request.data)
        read = selectors.read_rough if given.rough else selectors.read_dims
        return json_response(read(given.text))


class BoardsView(ShopView):
    """The rack."""

    @extend_schema(operation_id="boards_list", parameters=parameters(BoardsOf), responses=BoardList)
    def get(self, request: Request) -> HttpResponse:
        """List the boards in the order in which they came; a page of them has the next one's address in its
        header ``Link``. With ``If-None-Match`` 304 where nothing changed."""
        asked = self.query(BoardsOf)
        state = selectors.rack_state(self.shop)
        tag = tag_of(*state, tables_version(), spoken(), asked.model_dump_json())
        if (same := unchanged(request, tag)) is not None:
            return same
        found = selectors.boards_listed(self.shop, asked, state)
        response = tagged(json_response(BoardList(found)), tag)
        if asked.limit is not None and len(found) == asked.limit:
            words = request.query_params.copy()
            words["after"] = str(found[-1].id)
            response["Link"] = f'<{request.path}?{words.urlencode()}>; rel="next"'
        return response

    @extend_schema(request=BoardIn, responses={201: BoardOut})
    def post(self, request: Request) -> HttpResponse:
        """Hang a board."""
        given = parse(BoardIn, request.data)
        row = add_board(self.shop, board_from(given), given.number, given.hung_on, self.person)
        return json_response(_one(self, row.pk), 201)


class FindView(ShopView):
    """The rack, searched."""

    @extend_schema(parameters=_FINDS, responses=Found)
    def get(self, request: Request) -> HttpResponse:
        """Find boards by every measure, in order."""
        return json_response(find_boards(self.shop, find_of(request.query_params)))


class RowsView(ShopView):
    """Some boards of the rack."""

    @extend_schema(
        parameters=parameters(RowsOf),
        responses=BoardList,
    )
    def get(self, request: Request) -> HttpResponse:
        """List some boards, as many as a screen shows."""
        ids = self.query(RowsOf).ids
        return json_response(BoardList(selectors.boards_of(self.shop, ids)))


class BoardView(ShopView):
    """One board."""

    @extend_schema(responses=BoardOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it; its ``ETag`` names the version."""
        row = self.own_or_404(Board, pk)
        tag = tag_of(row.pk, terms().model_dump_json(), tables_version(), spoken(), version=row.version)
        return unchanged(request, tag) or tagged(json_response(_one(self, row.pk)), tag)

    @extend_schema(operation_id="board_change", request=BoardPatch, responses=BoardOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Change some of it, by a merge patch; 409 with the board as it stands when somebody else was
        faster."""
        self.own_or_404(Board, pk)
        given = parse(BoardPatch, request.data)
        version = version_meant(request, given.version)
        return json_response(_one(self, patch_board(self.shop, pk, given, version, self.person).pk))

    @extend_schema(request=BoardPut, responses=BoardOut)
    def put(self, request: Request, pk: int) -> HttpResponse:
        """Write it as it is now; 409 with the board as it stands when somebody else was faster."""
        self.own_or_404(Board, pk)
        row = change_board(self.shop, pk, parse(BoardPut, request.data), self.person)
        return json_response(_one(self, row.pk))

    @extend_schema(
        parameters=parameters(LeftAs),
        responses={204: None},
    )
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Take it out of the rack: sold, or taken down where nothing is said. It can be hung again."""
        self.own_or_404(Board, pk)
        given = self.query(LeftAs)
        take_down(self.shop, pk, given.left_as, self.person)
        return HttpResponse(status=204)


class BoardBackView(ShopView):
    """A board that was sold or taken down."""

    @extend_schema(request=None, responses=BoardOut)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Hang it again."""
        get_object_or_404(Board.every.of(self.shop), pk=pk)
        return json_response(_one(self, put_back_board(self.shop, pk, self.person).pk))


class SheetView(ShopView):
    """All that is computed of one board."""

    @extend_schema(responses=Sheet)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it."""
        return json_response(sheet_of(self.shop, pk))


class TapeView(ShopView):
    """The measuring sheet."""

    @extend_schema(request=HullRequest, responses=TapeResult)
    def post(self, request: Request) -> HttpResponse:
        """Say what a board that is being measured holds, and what to measure next; nothing is kept."""
        return json_response(tape_of(parse(HullRequest, request.data).board))


class TradeInView(ShopView):
    """What a used board is worth."""

    @extend_schema(request=TradeInOf, responses=TradeIn)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Say it for a board as it is looked at; nothing is kept."""
        self.own_or_404(Board, pk)
        return json_response(trade_in_of(self.shop, pk, parse(TradeInOf, request.data)))


class RangeView(ShopView):
    """The sizes of a board's model."""

    @extend_schema(
        parameters=parameters(LengthsOf),
        responses=RangeResult,
    )
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Say whether they step evenly, and what sizes between them would be."""
        self.own_or_404(Board, pk)
        return json_response(range_for(self.shop, pk, self.query(LengthsOf).lengths))


class BesideView(ShopView):
    """Boards laid on each other."""

    @extend_schema(
        parameters=parameters(RowsOf),
        responses=Beside,
    )
    def get(self, request: Request) -> HttpResponse:
        """Lay two or three boards on each other."""
        return json_response(beside_of(self.shop, self.query(RowsOf).ids))


class DrawingView(ShopView):
    """A board as a file: drawings, templates, solid, stations, its document."""

    @extend_schema(
        parameters=parameters(PaperAsked),
        responses={(200, "application/octet-stream"): OpenApiTypes.BINARY},
    )
    def get(self, request: Request, pk: int, kind: Literal["json"] | DrawingKind) -> HttpResponse:
        """Send it as a file."""
        document = self.own_or_404(Board, pk).document()
        if kind == "json":
            written = document.model_dump_json(exclude_unset=True, exclude_none=True, indent=1)
            made, type_ = written.encode(), "application/json"
        else:
            made, type_ = drawing_file(document, kind, self.query(PaperAsked).paper)
        response = HttpResponse(made, content_type=type_)
        response["Content-Disposition"] = f'attachment; filename="board-{pk}.{kind}"'
        return response


class GaugeView(ShopView):
    """The bench gauge."""

    @extend_schema(
        parameters=parameters(SeenOf),
        responses=GaugeOut,
    )
    def get(self, request: Request) -> HttpResponse:
        """Say what it measured since."""
        return json_response(read_gauge(self.query(SeenOf).seen))

    @extend_schema(request=SeenOf, responses=GaugeOut)
    def post(self, request: Request) -> HttpResponse:
        """Let it measure its next station (the simulated one), and say what it measured."""
        return json_response(read_gauge(parse(SeenOf, request.data).seen, press=True))


class FileParser(BaseParser):
    """Takes a file as it comes."""

    media_type = "*/*"

    def parse(self, stream: Any, media_type: str | None = None, parser_context: Any = None) -> Any:
        """Read it, up to one byte more than its view takes."""
        view = (parser_context or {})["view"]
        return bytes(stream.read(view.most_bytes + 1))


class PhotographView(ShopView):
    """The outline of a board out of a picture."""

    parser_classes = [FileParser]
    most_bytes = photograph.MOST_BYTES

    @extend_schema(
        parameters=parameters(photograph.ScaleOf, photograph.Turned),
        request={"image/*": OpenApiTypes.BINARY},
        responses=photograph.PhotographOut,
    )
    def post(self, request: Request) -> HttpResponse:
        """Find it; nothing is kept."""
        raw = request.data if isinstance(request.data, bytes) else b""
        scale, turned = self.query(photograph.ScaleOf), self.query(photograph.Turned).turned
        return json_response(photograph.outline_in(raw, scale, turned))


class TableView(ShopView):
    """Tables of boards, in and out."""

    parser_classes = [FileParser]
    most_bytes = csv_read.MOST_BYTES

    @extend_schema(
        parameters=parameters(TableAs),
        responses={(200, "text/csv"): OpenApiTypes.STR, (200, XLSX): OpenApiTypes.BINARY},
    )
    def get(self, request: Request) -> HttpResponseBase:
        """Send the rack as CSV or as a workbook."""
        how = self.query(TableAs)
        if how.form == "xlsx":
            book = HttpResponse(workbook_of(rack_rows(self.shop)), content_type=XLSX)
            book["Content-Disposition"] = 'attachment; filename="rack.xlsx"'
            return book
        lines = write_rack(self.shop, how.separator == "semicolon")
        response = StreamingHttpResponse(lines, content_type="text/csv; charset=utf-8")
        response["Content-Disposition"] = 'attachment; filename="rack.csv"'
        return response

    @extend_schema(
        parameters=parameters(Accept),
        request={"text/csv": OpenApiTypes.STR, XLSX: OpenApiTypes.BINARY},
        responses={(200, "application/x-ndjson"): ReadOut},
    )
    def post(self, request: Request) -> StreamingHttpResponse:
        """Read a table and show how; with ``accept`` write it, all or none.

        Lines of JSON: ``{"done": n, "of": m}`` as it goes on; at last ``{"read": …}``, or with ``accept``
        ``{"hung": n, "changed": n}`` or ``{"error": …}``."""
        raw = request.data if isinstance(request.data, bytes) else b""
        if self.query(Accept).accept:
            lines = bring_in(self.shop, raw, self.person)
        else:
            lines = read_file(self.shop, raw)
        return StreamingHttpResponse(lines, content_type="application/x-ndjson")


def _one(view: ShopView, pk: int) -> BoardOut:
    return selectors.boards_of(view.shop, [pk])[0]
