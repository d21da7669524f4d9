"""What is done to webhooks: made, ended, told."""

from __future__ import annotations

import secrets
from datetime import timedelta

from django.db import IntegrityError, transaction
from django.db.models import Max
from django.utils import timezone
from trail.documents import ChangesAsked
from trail.feed import changes_since
from trail.models import Change

from accounts.models import Shop, User
from chord_core.errors import ChordError
from hooks.documents import HookIn, Told
from hooks.models import Hook
from hooks.sending import SendError, check_address, send

#: A shop has so many at most.
_MOST = 10
#: Changes that are sent at once, and how often one after another.
_AT_ONCE, _IN_A_ROW = 200, 20
#: Tried again after 2, 4, 8 s and so on, and never later than this [s].
_LONGEST_S = 600.0


@transaction.atomic
def make(shop: Shop, by: User, given: HookIn) -> Hook:
    """Tell an address of all that changes from now on.

    Raises:
        ChordError: the address lies outside of the shop's network; there is one of this name; too many.
    """
    check_address(given.url)
    Shop.objects.select_for_update().get(pk=shop.pk)
    if Hook.objects.of(shop).count() >= _MOST:
        raise ChordError("name", given.name, f"a shop has {_MOST} webhooks at most")
    newest = Change.objects.filter(shop=shop.pk).aggregate(newest=Max("pk"))["newest"] or 0
    try:
        with transaction.atomic():
            return Hook.objects.create(
                shop=shop,
                name=given.name.strip(),
                url=given.url,
                kinds=sorted(set(given.kinds)),
                secret=secrets.token_urlsafe(32),
                cursor=newest,
                made_by=by,
            )
    except IntegrityError as error:
        raise ChordError("name", given.name, "there is a webhook of this name already") from error


def tell_all() -> None:
    """Tell every webhook that is due of what changed."""
    for pk in Hook.objects.filter(next_at__lte=timezone.now()).values_list("pk", flat=True):
        for _ in range(_IN_A_ROW):
            if not tell(pk):
                break


@transaction.atomic
def tell(pk: int) -> bool:
    """Tell one of what changed since it took something; whether there is more.

    It is told again until it says that it took it, so the same may come twice: under the same ``webhook-id``.
    """
    rows = Hook.objects.select_for_update(skip_locked=True, of=("self",)).select_related("shop")
    hook = rows.filter(pk=pk, next_at__lte=timezone.now()).first()
    if hook is None:
        return False
    asked = ChangesAsked(after=hook.cursor, kinds=tuple(hook.kinds), limit=_AT_ONCE)
    changes = changes_since(hook.shop, asked)
    if not changes.changes:
        return False
    body = Told(shop=hook.shop_id, changes=changes).model_dump_json().encode()
    try:
        send(hook.url, hook.secret, f"{hook.pk}-{changes.next}", body)
    except SendError as error:
        hook.failures += 1
        hook.problem = str(error)[:200]
        hook.next_at = timezone.now() + timedelta(seconds=min(2.0**hook.failures, _LONGEST_S))
        hook.save(update_fields=["failures", "problem", "next_at"])
        return False
    hook.cursor, hook.failures, hook.problem, hook.told_at = changes.next, 0, "", timezone.now()
    hook.save(update_fields=["cursor", "failures", "problem", "told_at"])
    return changes.more
