"""Signing in and out, and what a person keeps for themselves."""

from typing import Any

from django.contrib.auth import logout
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.middleware.csrf import get_token
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.views import APIView

from accounts import commands, sign_in
from accounts.commands import shop_terms
from accounts.documents import Me, Session, ShopTerms, SignIn
from accounts.models import User
from accounts.people_selectors import shops_of
from accounts.rights import rights_of
from accounts.tenancy import ShopView, json_response
from api_tools.problems import refused
from chord_core.documents import parse
from chord_core.documents.terms import Terms


def locked_out(request: HttpRequest, *args: Any, **kwargs: Any) -> JsonResponse:
    """The answer after too many wrong passwords."""
    message = "Too many wrong passwords: try again in a quarter of an hour."
    return refused(429, "password", message)


def session_out(request: Request) -> Session:
    """The session of a browser as it is sent."""
    user = request.user
    # Nobody's choices are those with which a person begins.
    person = user if isinstance(user, User) and user.shop else User()
    choices = {name: getattr(person, name) for name in ("units", "masses", "faces")}
    return parse(
        Session,
        {
            **choices,
            "signed_in": bool(person.shop),
            "person": person.get_short_name() or person.username or None,
            "shop": person.shop.name if person.shop else None,
            "shop_id": person.shop_id,
            "role": person.role if person.shop else None,
            "rights": rights_of(person.role) if person.shop else (),
            "shops": shops_of(person) if person.shop else (),
            "demo_available": commands.demo_available(request._request),
            "token": get_token(request._request),
        },
    )


@method_decorator(csrf_protect, name="dispatch")
class SessionView(APIView):
    """The session of this browser."""

    permission_classes = [AllowAny]

    @extend_schema(responses=Session)
    def get(self, request: Request) -> HttpResponse:
        """Say who is signed in."""
        return json_response(session_out(request))

    @extend_schema(request=SignIn, responses=Session)
    def post(self, request: Request) -> HttpResponse:
        """Sign in."""
        given = parse(SignIn, request.data)
        sign_in.sign_in(request._request, given.username, given.password, given.code)
        request.user = request._request.user
        return json_response(session_out(request))

    @extend_schema(responses=Session)
    def delete(self, request: Request) -> HttpResponse:
        """Sign out."""
        logout(request._request)
        request.user = request._request.user
        return json_response(session_out(request))


@method_decorator(csrf_protect, name="dispatch")
class DemoView(APIView):
    """The demo shop's door."""

    permission_classes = [AllowAny]

    @extend_schema(request=None, responses=Session)
    def post(self, request: Request) -> HttpResponse:
        """Open the demo shop, on loopback with demo data only."""
        commands.open_demo(request._request)
        request.user = request._request.user
        return json_response(session_out(request))


class TermsView(ShopView):
    """On which terms the shop sells."""

    @extend_schema(operation_id="shop_terms", responses=ShopTerms)
    def get(self, request: Request) -> HttpResponse:
        """Show them, with the prices that stand where none is its own."""
        return json_response(shop_terms(self.shop))

    @extend_schema(operation_id="shop_terms_put", request=Terms, responses=ShopTerms)
    def put(self, request: Request) -> HttpResponse:
        """Write them."""
        return json_response(commands.keep_terms(self.shop, parse(Terms, request.data)))


class MeView(ShopView):
    """The signed-in person."""

    @extend_schema(request=Me, responses=Session)
    def patch(self, request: Request) -> HttpResponse:
        """Keep the choice of units."""
        given = parse(Me, request.data).model_dump(exclude_none=True)
        for name, value in given.items():
            setattr(self.person, name, value)
        self.person.save(update_fields=list(given))
        return json_response(session_out(request))
