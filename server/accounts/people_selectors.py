"""What is read of the people of a shop."""

from collections import defaultdict
from datetime import datetime

from django.contrib.sessions.models import Session
from django.utils import timezone
from django_otp.plugins.otp_totp.models import TOTPDevice

from accounts.documents import ShopChoice
from accounts.models import Invitation, Membership, Shop, SignedIn, User
from accounts.people import open_links
from accounts.people_documents import (
    InvitationOut,
    PeopleOut,
    PersonOut,
    RightOut,
    SignedInList,
    SignedInOut,
)
from accounts.rights import MAY, ROLES, Role, read_role


def _role(text: str) -> Role:
    return read_role(text) or "counter"


def shops_of(user: User) -> tuple[ShopChoice, ...]:
    """Shops to which a person belongs."""
    rows = Membership.objects.select_related("shop").filter(user=user)
    return tuple(ShopChoice(id=row.shop_id, name=row.shop.name, role=_role(row.role)) for row in rows)


def invitation_out(row: Invitation) -> InvitationOut:
    """A link as it is sent."""
    return InvitationOut(
        id=row.pk,
        name=row.name,
        role=_role(row.role),
        person=row.user.username if row.user else None,
        made_at=row.made_at,
        ends_at=row.ends_at,
    )


def people_of(shop: Shop, asker: User) -> PeopleOut:
    """Who works in a shop, links that are open, and what each role may do."""
    rows = list(Membership.objects.select_related("user").filter(shop=shop, user__token__isnull=True))
    users = [row.user_id for row in rows]
    seen: dict[int, datetime] = {}
    for user, at in SignedIn.objects.filter(user__in=users).values_list("user", "seen_at"):
        seen[user] = max(at, seen.get(user, at))
    second = set(TOTPDevice.objects.filter(user__in=users, confirmed=True).values_list("user", flat=True))
    shops: dict[int, int] = defaultdict(int)
    for user in Membership.objects.filter(user__in=users).values_list("user", flat=True):
        shops[user] += 1
    people = tuple(
        PersonOut(
            id=row.user_id,
            username=row.user.username,
            name=row.user.first_name or row.user.username,
            role=_role(row.role),
            here=row.user_id == asker.pk,
            second_factor=row.user_id in second,
            seen_at=seen.get(row.user_id),
            other_shops=shops[row.user_id] > 1,
        )
        for row in sorted(rows, key=lambda row: (ROLES.index(_role(row.role)), row.pk))
    )
    return PeopleOut(
        people=people,
        invitations=tuple(map(invitation_out, open_links(shop))),
        rights=tuple(
            RightOut(right=right, roles=tuple(role for role in ROLES if role in roles))
            for right, roles in MAY.items()
        ),
    )


def signed_in(user: User, session_key: str | None) -> SignedInList:
    """Browsers in which a person is signed in."""
    live = Session.objects.filter(expire_date__gt=timezone.now()).values("session_key")
    rows = SignedIn.objects.filter(user=user, session_key__in=live)
    return SignedInList(
        browsers=tuple(
            SignedInOut(
                id=row.pk,
                browser=row.browser,
                began_at=row.began_at,
                seen_at=row.seen_at,
                here=row.session_key == session_key,
            )
            for row in rows
        )
    )
