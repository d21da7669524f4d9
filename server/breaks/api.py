"""Addresses of breaks."""

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.scope import ShopView, answer
from breaks import services
from breaks.documents import BreakIn, BreakList, BreakOut
from breaks.models import Break
from chord_core.documents import parse


class BreaksView(ShopView):
    """The breaks of the shop."""

    @extend_schema(operation_id="breaks_list", responses=BreakList)
    def get(self, request: Request) -> HttpResponse:
        """List them by name."""
        return answer(BreakList(tuple(map(services.as_document, self.own(Break)))))

    @extend_schema(request=BreakIn, responses={201: BreakOut})
    def post(self, request: Request) -> HttpResponse:
        """Add one."""
        place = services.keep_break(self.shop, parse(BreakIn, request.data))
        return answer(services.as_document(place), 201)


class BreakView(ShopView):
    """One break."""

    @extend_schema(responses=BreakOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it."""
        return answer(services.as_document(self.own_or_404(Break, pk)))

    @extend_schema(request=BreakIn, responses=BreakOut)
    def put(self, request: Request, pk: int) -> HttpResponse:
        """Change it."""
        place = services.keep_break(self.shop, parse(BreakIn, request.data), self.own_or_404(Break, pk))
        return answer(services.as_document(place))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Take it out; fittings keep the waves they were made for."""
        self.own_or_404(Break, pk).delete()
        return HttpResponse(status=204)
