"""Addresses of webhooks."""

from __future__ import annotations

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from chord_core.documents import parse
from hooks import commands
from hooks.documents import HookIn, HooksOut
from hooks.models import Hook
from hooks.selectors import hooks_of


class HooksView(ShopView):
    """Webhooks of the shop."""

    @extend_schema(operation_id="hooks", responses=HooksOut)
    def get(self, request: Request) -> HttpResponse:
        """List them."""
        return json_response(hooks_of(self.shop))

    @extend_schema(operation_id="hook_make", request=HookIn, responses={201: HooksOut})
    def post(self, request: Request) -> HttpResponse:
        """Tell an address in the shop's own network of changes from now on; its secret is said this once."""
        made = commands.make(self.shop, self.person, parse(HookIn, request.data))
        return json_response(hooks_of(self.shop, made.secret), 201)


class HookView(ShopView):
    """One webhook."""

    @extend_schema(operation_id="hook_end", responses=HooksOut)
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """It is told no more."""
        self.own_or_404(Hook, pk).delete()
        return json_response(hooks_of(self.shop))
