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

from accounts import services, sign_in
from accounts.documents import Me, Session, SignIn
from accounts.tenancy import ShopView, answer
from chord_core.documents import parse


def locked_out(request: HttpRequest, *args: Any, **kwargs: Any) -> JsonResponse:
    """The answer after too many wrong passwords."""
    message = "Too many wrong passwords: try again in a quarter of an hour."
    return JsonResponse({"error": {"field": "password", "value": None, "message": message}}, status=429)


def _session(request: Request) -> Session:
    user = request.user
    signed_in = bool(user.is_authenticated and user.shop_id)
    return Session(
        signed_in=signed_in,
        person=user.get_short_name() or user.username if signed_in else None,
        shop=user.shop.name if signed_in else None,
        units=user.units if signed_in else "imperial",
        masses=user.masses if signed_in else "kg",
        faces=user.faces if signed_in else "words",
        demo_available=services.demo_available(request._request),
        token=get_token(request._request),
    )


@method_decorator(csrf_protect, name="dispatch")
class SessionView(APIView):
    """The session of this browser."""

    permission_classes = [AllowAny]

    @extend_schema(responses=Session)
    def get(self, request: Request) -> HttpResponse:
        """Say who is signed in."""
        return answer(_session(request))

    @extend_schema(request=SignIn, responses=Session)
    def post(self, request: Request) -> HttpResponse:
        """Sign in."""
        given = parse(SignIn, request.data)
        sign_in.sign_in(request._request, given.username, given.password)
        request.user = request._request.user
        return answer(_session(request))

    @extend_schema(responses=Session)
    def delete(self, request: Request) -> HttpResponse:
        """Sign out."""
        logout(request._request)
        request.user = request._request.user
        return answer(_session(request))


@method_decorator(csrf_protect, name="dispatch")
class DemoView(APIView):
    """The demo shop's door."""

    permission_classes = [AllowAny]

    @extend_schema(request=None, responses=Session)
    def post(self, request: Request) -> HttpResponse:
        """Open the demo shop, on loopback with demo data only."""
        services.open_demo(request._request)
        request.user = request._request.user
        return answer(_session(request))


class MeView(ShopView):
    """The signed-in person."""

    @extend_schema(request=Me, responses=Session)
    def patch(self, request: Request) -> HttpResponse:
        """Keep the choice of units."""
        given = parse(Me, request.data).model_dump(exclude_none=True)
        for name, value in given.items():
            setattr(request.user, name, value)
        request.user.save(update_fields=list(given))
        return answer(_session(request))
