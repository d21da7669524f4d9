"""The one place where a view's queries are cut to the shop of the signed-in person."""

from typing import TypeVar

from django.http import HttpResponse
from django.shortcuts import get_object_or_404
from pydantic import BaseModel
from rest_framework.views import APIView

from accounts.models import Shop, ShopOwned, ShopQuerySet

OwnedT = TypeVar("OwnedT", bound=ShopOwned)


class ShopView(APIView):
    """A view that sees one shop only."""

    @property
    def shop(self) -> Shop:
        """The shop of the signed-in person."""
        return self.request.user.shop

    def own(self, model: type[OwnedT]) -> ShopQuerySet:
        """The rows of ``model`` that belong to this shop."""
        return model.objects.of(self.shop)

    def own_or_404(self, model: type[OwnedT], pk: int) -> OwnedT:
        """One row of this shop; what another shop owns does not exist here."""
        return get_object_or_404(self.own(model), pk=pk)


def answer(document: BaseModel, status: int = 200) -> HttpResponse:
    """Send a document as JSON, written by the document itself: no second pass over it."""
    body = document.model_dump_json(by_alias=True)
    return HttpResponse(body, content_type="application/json", status=status)
