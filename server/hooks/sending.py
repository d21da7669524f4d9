"""How a webhook is sent: where it may go, and how it is signed.

Signed after the open specification Standard Webhooks: the headers ``webhook-id`` (the same when it is sent
again), ``webhook-timestamp`` [s since 1970] and ``webhook-signature``, ``v1,`` and the HMAC-SHA256 of
``id.timestamp.body`` in base64.
"""

from __future__ import annotations

import base64
import hashlib
import hmac
import ipaddress
import socket
import time
import urllib.error
import urllib.request
from http.client import HTTPException
from typing import Any
from urllib.parse import urlsplit

from chord_core.errors import ChordError

#: Whoever does not answer within so long is tried again later [s].
PATIENCE_S = 5.0
_PORTS = {"http": 80, "https": 443}


class SendError(Exception):
    """It was not taken; says why."""


class _NoRedirect(urllib.request.HTTPRedirectHandler):
    def redirect_request(self, *args: Any, **kwargs: Any) -> None:
        """Nowhere else: an address that was looked at must not lead on to one that was not."""


_opener = urllib.request.build_opener(urllib.request.ProxyHandler({}), _NoRedirect)


def check_address(url: str) -> None:
    """Whether an address lies in the shop's own network: nothing of a shop leaves its house.

    Raises:
        ChordError: it names no host, is not found, or lies outside.
    """
    parts = urlsplit(url)
    try:
        port = parts.port or _PORTS.get(parts.scheme, 0)
        found = (
            socket.getaddrinfo(parts.hostname or "", port, type=socket.SOCK_STREAM) if parts.hostname else []
        )
    except (OSError, ValueError) as error:
        raise ChordError("url", url, f"is not found ({error})") from error
    if not found or parts.username or parts.password:
        raise ChordError("url", url, "names no host, or a name and password")
    for *_, where in found:
        address = ipaddress.ip_address(where[0])
        if not (address.is_private or address.is_loopback) or address.is_link_local or address.is_unspecified:
            raise ChordError("url", url, f"{address} lies outside of the shop's own network")


def signature(secret: str, number: str, at: int, body: bytes) -> str:
    """What stands in ``webhook-signature``."""
    text = f"{number}.{at}.".encode() + body
    return "v1," + base64.b64encode(hmac.new(secret.encode(), text, hashlib.sha256).digest()).decode()


def send(url: str, secret: str, number: str, body: bytes) -> None:
    """Send a document.

    Raises:
        SendError: it was not taken.
    """
    at = int(time.time())
    headers = {
        "Content-Type": "application/json",
        "User-Agent": "Chord",
        "webhook-id": number,
        "webhook-timestamp": str(at),
        "webhook-signature": signature(secret, number, at, body),
    }
    try:
        check_address(url)
        with _opener.open(urllib.request.Request(url, body, headers), timeout=PATIENCE_S):
            return
    except ChordError as error:
        raise SendError(error.message) from error
    except urllib.error.HTTPError as error:
        error.close()
        raise SendError(f"it answered {error.code}") from error
    except (OSError, HTTPException) as error:
        raise SendError(str(getattr(error, "reason", error)) or type(error).__name__) from error
