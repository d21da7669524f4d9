"""What is read of webhooks."""

from __future__ import annotations

from accounts.models import Shop
from hooks.documents import HookOut, HooksOut
from hooks.models import Hook


def hooks_of(shop: Shop, secret: str | None = None) -> HooksOut:
    """The webhooks of a shop."""
    return HooksOut(
        hooks=tuple(
            HookOut(
                id=row.pk,
                name=row.name,
                url=row.url,
                kinds=tuple(row.kinds),
                made_at=row.made_at,
                told_at=row.told_at,
                failures=row.failures,
                next_at=row.next_at if row.failures else None,
                problem=row.problem,
            )
            for row in Hook.objects.of(shop)
        ),
        secret=secret,
    )
