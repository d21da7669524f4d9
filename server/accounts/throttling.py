"""How often a machine may ask."""

from __future__ import annotations

from typing import Any

from rest_framework.request import Request
from rest_framework.throttling import SimpleRateThrottle

#: Requests of one token, in each process that answers.
RATE = "600/min"


class MachineRate(SimpleRateThrottle):
    """Counts the requests of a token; people at the screens are not counted."""

    scope = "machine"
    rate = RATE

    def get_cache_key(self, request: Request, view: Any) -> str | None:
        """By token; None for people."""
        token = getattr(request._request, "via_token", None)
        return f"machine-{token.pk}" if token else None
