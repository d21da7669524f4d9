"""Addresses of the rack, the line reader and the words."""

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.scope import ShopView, answer
from chord_core.documents import parse
from rack import services
from rack.documents import BoardIn, BoardList, BoardOut, LineIn, LineOut, Words
from rack.models import Board


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
        row = services.hang(self.shop, services.board_from(parse(BoardIn, request.data)))
        return answer(_one(self, row.pk), 201)


class BoardView(ShopView):
    """One board."""

    @extend_schema(responses=BoardOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it."""
        return answer(_one(self, self.own_or_404(Board, pk).pk))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Take it out of the rack."""
        self.own_or_404(Board, pk).delete()
        return HttpResponse(status=204)


def _one(view: ShopView, pk: int) -> BoardOut:
    return next(board for board in services.rack_of(view.shop).sent if board.id == pk)
