"""Machines that ask the API: a till, a list of stock. Each has a word of its own and works in a role."""

from __future__ import annotations

import hashlib
import secrets
from datetime import timedelta

from django.db import IntegrityError, transaction
from django.http import Http404, HttpRequest
from django.utils import timezone

from accounts.models import Membership, Shop, Token, User
from accounts.people_documents import TokenIn, TokenOut, TokensOut
from accounts.rights import read_role
from chord_core.errors import ChordError

_BEARER = "Bearer "
#: That a token was used is written down at most so often.
_EVERY = timedelta(minutes=10)


def _digest(word: str) -> str:
    return hashlib.sha256(word.encode()).hexdigest()


@transaction.atomic
def make(shop: Shop, by: User, given: TokenIn) -> str:
    """Let a machine ask.

    Returns:
        Its word, which is nowhere else.

    Raises:
        ChordError: there is one of this name.
    """
    word = f"chord_{secrets.token_urlsafe(32)}"
    user = User(username=f"machine {secrets.token_hex(6)}", first_name=given.name, shop=shop)
    user.set_unusable_password()
    try:
        with transaction.atomic():
            user.save()
            Membership.objects.create(shop=shop, user=user, role=given.role)
            Token.objects.create(shop=shop, user=user, name=given.name, digest=_digest(word), made_by=by)
    except IntegrityError as error:
        raise ChordError("name", given.name, "there is a token of this name already") from error
    return word


def end(shop: Shop, pk: int) -> None:
    """A machine may no longer ask; what it did stays.

    Raises:
        Http404: there is none of that number.
    """
    found = Token.objects.filter(shop=shop, pk=pk).first()
    if found is None:
        raise Http404
    found.user.delete()


def tokens_of(shop: Shop, word: str | None = None) -> TokensOut:
    """Machines that may ask."""
    rows = Token.objects.filter(shop=shop)
    roles = dict(Membership.objects.filter(shop=shop, user__token__in=rows).values_list("user", "role"))
    return TokensOut(
        tokens=tuple(
            TokenOut(
                id=row.pk,
                name=row.name,
                role=read_role(roles.get(row.user_id)) or "counter",
                made_at=row.made_at,
                used_at=row.used_at,
            )
            for row in rows
        ),
        word=word,
    )


def word_of(request: HttpRequest) -> str | None:
    """The word that a request carries, if it carries one."""
    header = request.META.get("HTTP_AUTHORIZATION", "")
    return header.removeprefix(_BEARER).strip() if header.startswith(_BEARER) else None


def token_of(word: str) -> Token | None:
    """The token of a word, with its machine; None where there is none."""
    found = Token.objects.select_related("user__shop").filter(digest=_digest(word)).first()
    if found and (found.used_at is None or timezone.now() - found.used_at > _EVERY):
        Token.objects.filter(pk=found.pk).update(used_at=timezone.now())
    return found
