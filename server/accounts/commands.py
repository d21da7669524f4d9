"""The demo shop, opened without a password on loopback; on which terms a shop sells."""

import ipaddress

from django.conf import settings
from django.contrib.auth import login
from django.http import HttpRequest

from accounts.documents import ShopTerms
from accounts.models import Membership, Shop
from chord_core.documents.terms import Terms
from chord_core.errors import ChordError
from chord_core.fit.rules.terms import currency, prices, selling
from chord_core.tables import tables

BACKEND = "accounts.backend.PersonBackend"


def _is_loopback(host: str) -> bool:
    if host == "localhost":
        return True
    try:
        return ipaddress.ip_address(host.strip("[]")).is_loopback
    except ValueError:
        return False


def demo_available(request: HttpRequest) -> bool:
    """Whether the demo shop may be opened: with demo data, asked from and at loopback, never else."""
    if not settings.DEMO or "HTTP_X_FORWARDED_FOR" in request.META:
        return False
    host = request.get_host().rsplit(":", 1)[0]
    return _is_loopback(request.META.get("REMOTE_ADDR", "")) and _is_loopback(host)


def open_demo(request: HttpRequest) -> None:
    """Sign in to the demo shop.

    Raises:
        ChordError: this is not a demo on loopback, or the demo data is not there.
    """
    if not demo_available(request):
        raise ChordError("demo", None, "The demo shop opens on this machine only, with demo data.")
    owners = Membership.objects.filter(shop__demo=True, role="owner", user__is_active=True)
    found = owners.select_related("user", "shop").first()
    if found is None:
        raise ChordError("demo", None, "The demo data is not loaded; ./chord demo --reset loads it.")
    user = found.user
    if user.shop_id != found.shop_id:
        # They opened a further shop and work there now.
        user.shop = found.shop
        user.save(update_fields=["shop"])
    login(request, user, backend=BACKEND)


def shop_terms(shop: Shop) -> ShopTerms:
    """The terms of a shop as they stand."""
    terms = shop.sells_on()
    with selling(terms):
        return ShopTerms(
            terms=terms,
            currency=currency(),
            prices=prices().model_dump(),
            currencies=tuple(tables().gear.currencies),
        )


def keep_terms(shop: Shop, terms: Terms) -> ShopTerms:
    """Write the terms of a shop."""
    shop.terms = terms.model_dump(mode="json", exclude_none=True)
    shop.save(update_fields=["terms"])
    return shop_terms(shop)
