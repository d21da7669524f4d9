"""Who may ask the API at all."""

from typing import Any

from rest_framework.permissions import BasePermission
from rest_framework.request import Request


class HasShop(BasePermission):
    """Signed in, and working in a shop."""

    message = "Sign in first."

    def has_permission(self, request: Request, view: Any) -> bool:
        """Whether the person may ask at all; what they see is cut by ``ShopView.own``."""
        user = request.user
        return bool(user and user.is_authenticated and user.shop_id)
