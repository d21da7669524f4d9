"""Who may ask the API at all, and who what."""

from typing import Any

from rest_framework.permissions import SAFE_METHODS, BasePermission
from rest_framework.request import Request

from accounts.rights import PERSONAL, allowed


class HasShop(BasePermission):
    """Signed in, working in a shop, in a role that may do what is asked."""

    message = "Sign in first."

    def has_permission(self, request: Request, view: Any) -> bool:
        """Whether the person may ask; what they see is cut by ``ShopView.own``."""
        user = request.user
        if not (user and user.is_authenticated and user.shop_id):
            return False
        match = request._request.resolver_match
        if hasattr(request._request, "via_token") and match and match.url_name in PERSONAL:
            self.message = "This is a person's own; a machine may not ask it."
            return False
        reads = request.method in SAFE_METHODS
        if allowed(user.role, str(match.url_name) if match else "", reads):
            return True
        self.message = (
            f"As {user.role or 'a stranger'} you may not {'read' if reads else 'do'} this here; "
            "ask the owner of the shop."
        )
        return False
