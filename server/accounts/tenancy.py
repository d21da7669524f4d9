"""The one place where a view's queries are cut to the shop of the signed-in person."""

from collections.abc import Sequence
from contextlib import nullcontext
from datetime import datetime
from functools import cache
from typing import Any, TypeVar, cast

from django.db.models import QuerySet
from django.http import Http404, HttpResponse
from pydantic import BaseModel
from rest_framework.exceptions import NotAuthenticated, PermissionDenied
from rest_framework.request import Request
from rest_framework.views import APIView

from accounts.models import Shop, ShopOwned, ShopQuerySet, User
from api_tools.query import QueryT, read_query
from api_tools.written_once import RowsWrittenOnce
from chord_core.errors import ChordError
from chord_core.memory import forget_all
from chord_core.spoken import speaking

RowT = TypeVar("RowT")
OwnedT = TypeVar("OwnedT", bound=ShopOwned)


#: Words behind the question mark by view and method, as they were described.
_known_words: dict[tuple[type, str], frozenset[str]] = {}


def _query_words(view: APIView, method: str) -> frozenset[str] | None:
    """Words that an address takes behind its question mark, as its description lists them; None where it is
    not described."""
    key = (type(view), method)
    if key not in _known_words:
        schema = getattr(getattr(view, method, None), "kwargs", {}).get("schema")
        if schema is None:
            return None
        described = schema()
        described.view, described.method = view, method.upper()
        _known_words[key] = frozenset(word.name for word in described.get_override_parameters())
    return _known_words[key]


#: Of each shop the erasure after which this process forgot.
_forgot: dict[int, datetime] = {}


def forget_with(shop: Shop) -> None:
    """Forget what this process remembers where somebody of the shop was erased since."""
    erased = shop.forgotten_at
    if erased is not None and _forgot.get(shop.pk) != erased:
        forget_all()
        _forgot[shop.pk] = erased


@cache
def _rows_of(model: type[OwnedT]) -> RowsWrittenOnce[OwnedT]:
    def own(pk: int, shop_id: int) -> QuerySet[OwnedT]:
        return cast(ShopQuerySet[OwnedT], model.objects.filter(pk=pk, shop_id=shop_id))

    return RowsWrittenOnce(model, own, 1, 2, along=model.read_along)


class ShopView(APIView):
    """A view that sees one shop only, and speaks in the units of who asks."""

    def dispatch(self, request: Any, *args: Any, **kwargs: Any) -> Any:
        """Answer in the units that the person chose, by the numbers and at the prices of their shop."""
        user = request.user
        shop = getattr(user, "shop", None)
        if shop:
            forget_with(shop)
        there = shop.at_work() if shop else nullcontext()
        with speaking(getattr(user, "units", "metric"), getattr(user, "masses", "kg")), there:
            return super().dispatch(request, *args, **kwargs)

    def initial(self, request: Request, *args: Any, **kwargs: Any) -> None:
        """Let in who may ask; refuse words behind the question mark that nobody reads.

        Raises:
            ChordError: names such a word, and those that there are.
        """
        super().initial(request, *args, **kwargs)
        method = "get" if request.method == "HEAD" else str(request.method).lower()
        known = _query_words(self, method)
        unknown = sorted(set(request.query_params) - known) if known is not None else []
        if unknown:
            there = f"there are {', '.join(sorted(known or ()))}" if known else "there are none here"
            says = f"“{unknown[0]}” is no word of this address; {there}"
            raise ChordError(unknown[0] or "request", request.query_params[unknown[0]], says)

    def query(self, model: type[QueryT]) -> QueryT:
        """What stands behind the question mark, as this document.

        Raises:
            ChordError: names the word, its value and what is allowed.
        """
        return read_query(self.request, model)

    @property
    def shop(self) -> Shop:
        """The shop of the signed-in person; nobody without one comes so far (``permissions``)."""
        shop = self.person.shop
        if shop is None:
            raise PermissionDenied
        return shop

    @property
    def person(self) -> User:
        """The signed-in person."""
        user = self.request.user
        if not isinstance(user, User):
            raise NotAuthenticated
        return user

    def own(self, model: type[OwnedT]) -> ShopQuerySet[OwnedT]:
        """The rows of ``model`` that belong to this shop."""
        return cast(ShopQuerySet[OwnedT], model.objects.of(self.shop))

    def own_or_404(self, model: type[OwnedT], pk: int) -> OwnedT:
        """One row of this shop; what another shop owns does not exist here."""
        rows: list[OwnedT] = _rows_of(model)(pk, self.shop.pk)
        row = self.found_or_404(rows)
        row.shop = self.shop
        return row

    @staticmethod
    def found_or_404(rows: Sequence[RowT]) -> RowT:
        """The first of some rows; none does not exist here."""
        if not rows:
            raise Http404
        return rows[0]


def json_response(document: BaseModel, status: int = 200) -> HttpResponse:
    """Send a document as JSON, written by the document itself: no second pass over it."""
    body = document.model_dump_json(by_alias=True)
    return HttpResponse(body, content_type="application/json", status=status)
