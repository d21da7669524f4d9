"""What is done to people: links that are printed, roles, passwords, browsers."""

from __future__ import annotations

import hashlib
import secrets
from datetime import timedelta

from django.contrib.auth import login, update_session_auth_hash
from django.contrib.sessions.models import Session
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.http import Http404, HttpRequest
from django.utils import timezone
from django_otp.plugins.otp_static.models import StaticDevice
from django_otp.plugins.otp_totp.models import TOTPDevice

from accounts.commands import BACKEND
from accounts.models import Invitation, Membership, Shop, SignedIn, User
from accounts.people_documents import InvitationIn, JoinIn
from accounts.rights import Role, read_role
from chord_core.errors import ChordError

#: A link for somebody new is open so long; one for another password is for the same day.
_JOIN, _RESET = timedelta(days=7), timedelta(hours=24)


def _digest(word: str) -> str:
    return hashlib.sha256(word.encode()).hexdigest()


def _link(
    shop: Shop, by: User, role: str, name: str, user: User | None, lasts: timedelta
) -> tuple[str, Invitation]:
    """A link and its row; the word itself is nowhere else."""
    word = secrets.token_urlsafe(32)
    row = Invitation.objects.create(
        shop=shop, user=user, name=name, role=role, digest=_digest(word), made_by=by,
        ends_at=timezone.now() + lasts,
    )  # fmt: skip
    return word, row


def invite(shop: Shop, by: User, given: InvitationIn) -> tuple[str, Invitation]:
    """A link for somebody new."""
    return _link(shop, by, given.role, given.name, None, _JOIN)


def open_links(shop: Shop) -> list[Invitation]:
    """Links that still open."""
    rows = Invitation.objects.filter(shop=shop, used_at__isnull=True, ends_at__gt=timezone.now())
    return list(rows.select_related("user"))


def member(shop: Shop, pk: int) -> Membership:
    """Somebody who works in a shop.

    Raises:
        Http404: nobody of that number does.
    """
    found = Membership.objects.select_related("user").filter(shop=shop, user_id=pk).first()
    if found is None:
        raise Http404
    return found


def beyond(shop: Shop, by: User, user: User) -> bool:
    """Whether somebody works in a shop that ``by`` does not own: whoever changed their password would come in
    there too."""
    owned = Membership.objects.filter(user=by, role="owner").values("shop")
    return Membership.objects.filter(user=user).exclude(shop=shop).exclude(shop__in=owned).exists()


def reset_link(shop: Shop, by: User, pk: int) -> tuple[str, Invitation]:
    """A link with which somebody chooses another password; it turns their second factor off.

    Raises:
        Http404: nobody of that number works here.
        ChordError: they also work where the asker has no say.
    """
    found = member(shop, pk)
    if beyond(shop, by, found.user):
        message = "they also work in a shop that is not yours: they ask there, or change it themselves"
        raise ChordError("person", found.user.username, message)
    Invitation.objects.filter(user=found.user, used_at__isnull=True).delete()
    return _link(shop, by, found.role, found.user.first_name, found.user, _RESET)


def _keep_an_owner(shop: Shop, found: Membership) -> None:
    others = Membership.objects.filter(shop=shop, role="owner").exclude(pk=found.pk)
    if found.role == "owner" and not others.exists():
        raise ChordError("role", found.role, "a shop keeps an owner: make somebody else one first")


def _lock(shop: Shop) -> None:
    """Who changes people of a shop waits for whoever does: two owners cannot put each other out at once."""
    Shop.objects.select_for_update().get(pk=shop.pk)


@transaction.atomic
def change_role(shop: Shop, pk: int, role: Role) -> None:
    """Let somebody work as something else.

    Raises:
        Http404: nobody of that number works here.
        ChordError: they are the last owner.
    """
    _lock(shop)
    found = member(shop, pk)
    if role != "owner":
        _keep_an_owner(shop, found)
    found.role = role
    found.save(update_fields=["role"])


@transaction.atomic
def let_go(shop: Shop, pk: int) -> None:
    """Somebody no longer works here: out at once, wherever they are signed in.

    Raises:
        Http404: nobody of that number works here.
        ChordError: they are the last owner.
    """
    _lock(shop)
    found = member(shop, pk)
    _keep_an_owner(shop, found)
    user = found.user
    found.delete()
    if user.shop_id == shop.pk:
        left = Membership.objects.filter(user=user).first()
        user.shop = left.shop if left else None
        user.save(update_fields=["shop"])
    end_all(user)


def link_of(word: str) -> Invitation:
    """The link of a word.

    Raises:
        Http404: there is none, or it was used, or its day is over.
    """
    rows = Invitation.objects.select_related("shop", "user").filter(digest=_digest(word))
    found = rows.filter(used_at__isnull=True, ends_at__gt=timezone.now()).first()
    if found is None:
        raise Http404
    return found


def _set_password(user: User, password: str, field: str = "password") -> None:
    try:
        user.set_password(password)
    except ValidationError as error:
        raise ChordError(field, None, " ".join(error.messages)) from error


@transaction.atomic
def use_link(request: HttpRequest, word: str, given: JoinIn) -> User:
    """Come in by a link: somebody new, or with another password.

    Raises:
        Http404: the link is none, or was used, or its day is over.
        ChordError: the name is taken, or the password breaks a rule.
    """
    found = Invitation.objects.select_for_update().get(pk=link_of(word).pk)
    if found.used_at is not None:
        raise Http404
    user = found.user
    if user is None:
        if not given.username:
            raise ChordError("username", None, "choose a name to sign in with")
        user = _new_person(found, given.username, given.password)
    else:
        _set_password(user, given.password)
        user.save()
        end_all(user)
        turn_off(user)
    found.used_at = timezone.now()
    found.save(update_fields=["used_at"])
    login(request, user, backend=BACKEND)
    return user


def _new_person(found: Invitation, username: str, password: str) -> User:
    role = read_role(found.role)
    try:
        with transaction.atomic():
            return User.objects.create_user(
                username, password=password, shop=found.shop, first_name=found.name, role=role
            )
    except ValidationError as error:
        raise ChordError("password", None, " ".join(error.messages)) from error
    except IntegrityError as error:
        raise ChordError("username", username, "somebody has this name already; choose another") from error


def change_password(request: HttpRequest, user: User, old: str, new: str) -> None:
    """Choose another password; all other browsers are signed out.

    Raises:
        ChordError: the present one is wrong, or the next one breaks a rule.
    """
    if not user.check_password(old):
        raise ChordError("old", None, "this is not your present password")
    _set_password(user, new, "new")
    user.save(update_fields=["password"])
    end_all(user, but=request.session.session_key)
    update_session_auth_hash(request, user)
    SignedIn.objects.filter(user=user).update(session_key=request.session.session_key)


def end_all(user: User, but: str | None = None) -> None:
    """Sign somebody out in every browser, but in one."""
    rows = SignedIn.objects.filter(user=user).exclude(session_key=but or "")
    Session.objects.filter(session_key__in=rows.values("session_key")).delete()
    rows.delete()


def end_one(user: User, pk: int) -> None:
    """Sign somebody out in one browser.

    Raises:
        Http404: there is no such browser of theirs.
    """
    found = SignedIn.objects.filter(user=user, pk=pk).first()
    if found is None:
        raise Http404
    Session.objects.filter(session_key=found.session_key).delete()
    found.delete()


def turn_off(user: User) -> None:
    """Take somebody's second factor away."""
    TOTPDevice.objects.filter(user=user).delete()
    StaticDevice.objects.filter(user=user).delete()


@transaction.atomic
def open_shop(user: User, name: str) -> Shop:
    """A further shop, of which whoever opens it is the owner; they work in it from now on.

    Raises:
        ChordError: they have one of this name.
    """
    if Membership.objects.filter(user=user, shop__name__iexact=name).exists():
        raise ChordError("name", name, "you work in a shop of this name already")
    shop = Shop.objects.create(name=name)
    Membership.objects.create(shop=shop, user=user, role="owner")
    user.shop = shop
    user.save(update_fields=["shop"])
    return shop


def work_in(user: User, shop_id: int) -> None:
    """Work in another of one's shops.

    Raises:
        ChordError: one does not belong to it.
    """
    found = Membership.objects.select_related("shop").filter(user=user, shop_id=shop_id).first()
    if found is None:
        raise ChordError("shop_id", shop_id, "you do not work in this shop")
    user.shop = found.shop
    user.save(update_fields=["shop"])
