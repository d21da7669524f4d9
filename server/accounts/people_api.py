"""Addresses of people: who works here, links that are printed, one's own password and browsers."""

from __future__ import annotations

from django.contrib.auth import logout
from django.http import HttpResponse
from django.utils.decorators import method_decorator
from django.views.decorators.csrf import csrf_protect
from drf_spectacular.utils import extend_schema
from rest_framework.permissions import AllowAny
from rest_framework.request import Request
from rest_framework.views import APIView

from accounts import people, second_factor, tokens
from accounts.api import session_out
from accounts.documents import Session
from accounts.models import Invitation
from accounts.people_documents import (
    CodeIn,
    InvitationIn,
    JoinIn,
    LinkOut,
    LinkSays,
    PasswordAgain,
    PasswordIn,
    PeopleOut,
    PersonPatch,
    SecondFactorOut,
    ShopIn,
    SignedInList,
    TokenIn,
    TokensOut,
    WorkIn,
)
from accounts.people_selectors import invitation_out, people_of, signed_in
from accounts.tenancy import ShopView, json_response
from chord_core.documents import parse
from chord_core.errors import ChordError


class PeopleView(ShopView):
    """People of the shop."""

    @extend_schema(operation_id="people", responses=PeopleOut)
    def get(self, request: Request) -> HttpResponse:
        """List them, links that are open, and what each role may do."""
        return json_response(people_of(self.shop, self.person))


def _link(view: ShopView, made: tuple[str, Invitation]) -> HttpResponse:
    word, row = made
    out = LinkOut(
        path=f"/join/{word}", name=row.name, ends_at=row.ends_at, people=people_of(view.shop, view.person)
    )
    return json_response(out, 201)


class InvitationsView(ShopView):
    """Links for somebody new."""

    @extend_schema(operation_id="invite", request=InvitationIn, responses={201: LinkOut})
    def post(self, request: Request) -> HttpResponse:
        """Make one, to be printed or shown; it is said this once."""
        return _link(self, people.invite(self.shop, self.person, parse(InvitationIn, request.data)))


class InvitationView(ShopView):
    """A link that is open."""

    @extend_schema(operation_id="invitation_end", responses=PeopleOut)
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Close it."""
        rows = [row for row in people.open_links(self.shop) if row.pk == pk]
        self.found_or_404(rows).delete()
        return json_response(people_of(self.shop, self.person))


class PersonView(ShopView):
    """Somebody who works here."""

    @extend_schema(operation_id="person_change", request=PersonPatch, responses=PeopleOut)
    def patch(self, request: Request, pk: int) -> HttpResponse:
        """Let them work as something else."""
        people.member(self.shop, pk)
        people.change_role(self.shop, pk, parse(PersonPatch, request.data).role)
        return json_response(people_of(self.shop, self.person))

    @extend_schema(operation_id="person_let_go", responses=PeopleOut)
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """They no longer work here; out at once. What they did stays."""
        people.let_go(self.shop, pk)
        return json_response(people_of(self.shop, self.person))


class PersonResetView(ShopView):
    """A forgotten password."""

    @extend_schema(operation_id="person_reset", request=None, responses={201: LinkOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Make a link with which they choose another; it turns their second factor off."""
        return _link(self, people.reset_link(self.shop, self.person, pk))


class TokensView(ShopView):
    """Machines that ask the API."""

    @extend_schema(operation_id="tokens", responses=TokensOut)
    def get(self, request: Request) -> HttpResponse:
        """List them."""
        return json_response(tokens.tokens_of(self.shop))

    @extend_schema(operation_id="token_make", request=TokenIn, responses={201: TokensOut})
    def post(self, request: Request) -> HttpResponse:
        """Let one ask; its word is said this once."""
        word = tokens.make(self.shop, self.person, parse(TokenIn, request.data))
        return json_response(tokens.tokens_of(self.shop, word), 201)


class TokenView(ShopView):
    """A machine that asks the API."""

    @extend_schema(operation_id="token_end", responses=TokensOut)
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """It may no longer ask; what it did stays."""
        tokens.end(self.shop, pk)
        return json_response(tokens.tokens_of(self.shop))


@method_decorator(csrf_protect, name="dispatch")
class JoinView(APIView):
    """A link that was printed."""

    permission_classes = [AllowAny]

    @extend_schema(operation_id="link", responses=LinkSays)
    def get(self, request: Request, word: str) -> HttpResponse:
        """Say what it is for."""
        row = people.link_of(word)
        out = invitation_out(row)
        return json_response(
            LinkSays(
                kind="password" if row.user else "join",
                shop=row.shop.name,
                name=row.name,
                role=out.role,
                username=out.person,
                ends_at=row.ends_at,
            )
        )

    @extend_schema(operation_id="link_use", request=JoinIn, responses=Session)
    def post(self, request: Request, word: str) -> HttpResponse:
        """Come in by it; it opens once."""
        people.link_of(word)
        given = parse(JoinIn, request.data)
        if request.user.is_authenticated:
            logout(request._request)
        people.use_link(request._request, word, given)
        request.user = request._request.user
        return json_response(session_out(request))


class PasswordView(ShopView):
    """One's own password."""

    @extend_schema(operation_id="password", request=PasswordIn, responses=Session)
    def post(self, request: Request) -> HttpResponse:
        """Choose another; all other browsers are signed out."""
        given = parse(PasswordIn, request.data)
        people.change_password(request._request, self.person, given.old, given.new)
        return json_response(session_out(request))


class SignedInView(ShopView):
    """Where one is signed in."""

    @extend_schema(operation_id="signed_in", responses=SignedInList)
    def get(self, request: Request) -> HttpResponse:
        """List the browsers."""
        return json_response(signed_in(self.person, request._request.session.session_key))

    @extend_schema(operation_id="signed_in_end_all", responses=SignedInList)
    def delete(self, request: Request) -> HttpResponse:
        """Sign out everywhere but here."""
        key = request._request.session.session_key
        people.end_all(self.person, but=key)
        return json_response(signed_in(self.person, key))


class SignedInOneView(ShopView):
    """A browser in which one is signed in."""

    @extend_schema(operation_id="signed_in_end", responses=SignedInList)
    def delete(self, request: Request, pk: int) -> HttpResponse:
        """Sign out there."""
        people.end_one(self.person, pk)
        return json_response(signed_in(self.person, request._request.session.session_key))


class SecondFactorView(ShopView):
    """One's own second factor."""

    @extend_schema(operation_id="second_factor", responses=SecondFactorOut)
    def get(self, request: Request) -> HttpResponse:
        """Say whether there is one."""
        return json_response(second_factor.state_of(self.person))

    @extend_schema(operation_id="second_factor_begin", request=None, responses={201: SecondFactorOut})
    def post(self, request: Request) -> HttpResponse:
        """Begin to set one up."""
        return json_response(second_factor.begin(self.person), 201)

    @extend_schema(operation_id="second_factor_confirm", request=CodeIn, responses=SecondFactorOut)
    def put(self, request: Request) -> HttpResponse:
        """Ask for it from now on; gives the recovery codes."""
        return json_response(second_factor.confirm(self.person, parse(CodeIn, request.data).code))

    @extend_schema(operation_id="second_factor_off", request=PasswordAgain, responses=SecondFactorOut)
    def patch(self, request: Request) -> HttpResponse:
        """Turn it off, with the password."""
        if not self.person.check_password(parse(PasswordAgain, request.data).password):
            raise ChordError("password", None, "this is not your password")
        people.turn_off(self.person)
        return json_response(second_factor.state_of(self.person))


class ShopsView(ShopView):
    """The shops of whoever asks."""

    @extend_schema(operation_id="shop_open", request=ShopIn, responses={201: Session})
    def post(self, request: Request) -> HttpResponse:
        """Open a further one, and work in it; owners may."""
        given = parse(ShopIn, request.data)
        if self.person.role != "owner":
            raise ChordError("name", given.name, "only an owner opens a further shop")
        people.open_shop(self.person, given.name)
        return _moved(request)


class WorkInView(ShopView):
    """In which shop one works now."""

    @extend_schema(operation_id="work_in", request=WorkIn, responses=Session)
    def put(self, request: Request) -> HttpResponse:
        """Work in another of one's shops."""
        people.work_in(self.person, parse(WorkIn, request.data).shop_id)
        return _moved(request, 200)


def _moved(request: Request, status: int = 201) -> HttpResponse:
    request.user.__dict__.pop("role", None)
    return json_response(session_out(request), status)
