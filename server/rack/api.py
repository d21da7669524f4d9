"""Addresses of the rack, the line reader and the words."""

from django.http import HttpResponse
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import OpenApiParameter, extend_schema
from rest_framework.request import Request

from accounts.scope import ShopView, answer
from chord_core.documents import parse
from rack import services
from rack.documents import BoardIn, BoardList, BoardOut, BoardPut, LineIn, LineOut, RowsOf, Words
from rack.find import MEASURES, Find, Found, find_boards, find_of
from rack.hanging import board_from, change_board, hang
from rack.models import Board

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
        return answer(services.words())


class LineView(ShopView):
    """The one-line reader."""

    @extend_schema(request=LineIn, responses=LineOut)
    def post(self, request: Request) -> HttpResponse:
        """Read a line of dims."""
        return answer(services.read_dims(parse(LineIn, request.data).text))


class BoardsView(ShopView):
    """The rack."""

    @extend_schema(operation_id="boards_list", responses=BoardList)
    def get(self, request: Request) -> HttpResponse:
        """List the boards in the order in which they came."""
        return answer(BoardList(services.rack_of(self.shop).sent))

    @extend_schema(request=BoardIn, responses={201: BoardOut})
    def post(self, request: Request) -> HttpResponse:
        """Hang a board."""
        given = parse(BoardIn, request.data)
        row = hang(self.shop, board_from(given), given.number, given.hung_on, request.user)
        return answer(_one(self, row.pk), 201)


class FindView(ShopView):
    """The rack, searched."""

    @extend_schema(parameters=_FINDS, responses=Found)
    def get(self, request: Request) -> HttpResponse:
        """Find boards by every measure, in order."""
        return answer(find_boards(self.shop, find_of(request.query_params)))


class RowsView(ShopView):
    """Some boards of the rack."""

    @extend_schema(
        parameters=[OpenApiParameter("ids", OpenApiTypes.STR, required=True, description="as 12,5,40")],
        responses=BoardList,
    )
    def get(self, request: Request) -> HttpResponse:
        """List some boards, as many as a screen shows."""
        named = request.query_params.get("ids", "").split(",")
        ids = parse(RowsOf, {"ids": [part for part in named if part]}).ids
        return answer(BoardList(services.boards_of(self.shop, ids)))


class BoardView(ShopView):
    """One board."""

    @extend_schema(responses=BoardOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it."""
        return answer(_one(self, self.own_or_404(Board, pk).pk))

    @extend_schema(request=BoardPut, responses=BoardOut)
    def put(self, request: Request, pk: int) -> HttpResponse:
        """Write it as it is now; 409 with the board as it stands when somebody else was faster."""
        self.own_or_404(Board, pk)
        row = change_board(self.shop, pk, parse(BoardPut, request.data), request.user)
        return answer(_one(self, row.pk))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Take it out of the rack."""
        self.own_or_404(Board, pk).delete()
        return HttpResponse(status=204)


def _one(view: ShopView, pk: int) -> BoardOut:
    return services.boards_of(view.shop, [pk])[0]
