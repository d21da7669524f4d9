"""Addresses of fittings."""

from django.http import Http404, HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.scope import ShopView, answer
from chord_core.documents import parse
from fittings import services
from fittings.documents import Doubts, FittingIn, FittingList, FittingOut, FittingPatch, SettledSize
from fittings.models import Fitting


class FittingsView(ShopView):
    """The tickets of the shop."""

    @extend_schema(operation_id="fittings_list", responses=FittingList)
    def get(self, request: Request) -> HttpResponse:
        """List them."""
        return answer(FittingList(tuple(services.list_fittings(self.shop))))

    @extend_schema(request=FittingIn, responses={201: FittingOut})
    def post(self, request: Request) -> HttpResponse:
        """Open a new one."""
        fitting = services.open_fitting(self.shop, request.user, parse(FittingIn, request.data))
        return answer(services.as_document(fitting), 201)


class FittingView(ShopView):
    """One ticket with its answer."""

    @extend_schema(responses=FittingOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Show it; the answer is computed now."""
        return answer(services.as_document(self.own_or_404(Fitting, pk)))

    @extend_schema(request=FittingPatch, responses=FittingOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Change it; 409 with the ticket as it stands when somebody else was faster."""
        patch = parse(FittingPatch, request.data)
        try:
            fitting = services.change_fitting(self.shop, pk, patch)
        except Fitting.DoesNotExist as error:
            raise Http404 from error
        return answer(services.as_document(fitting))

    @extend_schema(responses={204: None})
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Throw the ticket away; the surfer stays known."""
        self.own_or_404(Fitting, pk).delete()
        return HttpResponse(status=204)


class WindowsView(ShopView):
    """What to look for in the rack, for one ticket."""

    @extend_schema(operation_id="fitting_windows", responses=SettledSize)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Search now: windows, tails, fins and builds."""
        return answer(services.settled_size(self.own_or_404(Fitting, pk)))


class DoubtsView(ShopView):
    """How sure the answer of one ticket is."""

    @extend_schema(operation_id="fitting_doubts", responses=Doubts)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """Draw now what is known only about."""
        return answer(services.doubts_of(self.own_or_404(Fitting, pk)))
