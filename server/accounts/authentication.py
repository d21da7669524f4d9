"""Who asks: the person of a session."""

from typing import Any

from django.http import QueryDict
from django.utils.datastructures import MultiValueDict
from rest_framework.authentication import SessionAuthentication
from rest_framework.request import Request


class PersonAuthentication(SessionAuthentication):
    """As the framework's own; the token that guards a post comes in a header, so the body is not read for it:
    what is refused is refused before a large file was taken in."""

    def authenticate_header(self, request: Request) -> str:
        """Says that signing in would help: 401, not 403."""
        return "Session"

    def enforce_csrf(self, request: Request) -> None:
        """Check the token of the header; a machine, which has no cookie, needs none."""
        if hasattr(request._request, "via_token"):
            return
        plain: Any = request._request
        read = hasattr(plain, "_post")
        if not read:
            plain._post, plain._files = QueryDict(), MultiValueDict()
        try:
            super().enforce_csrf(plain)
        finally:
            if not read:
                del plain._post, plain._files
