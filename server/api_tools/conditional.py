"""What is asked on a condition: sent only if it changed, written only if it did not (RFC 9110, 13)."""

from __future__ import annotations

import hashlib
import re

from django.http import HttpResponse
from rest_framework.request import Request

from chord_core.errors import ChordError

_VERSION = re.compile(r'^(?:W/)?"(\d+)(?:-[0-9a-f]*)?"$')


def tag_of(*parts: object, version: int | None = None) -> str:
    """An entity tag of what an answer is made from; the version of the record first, where it has one."""
    digest = hashlib.sha256("\0".join(map(str, parts)).encode()).hexdigest()[:16]
    return f'"{digest}"' if version is None else f'"{version}-{digest}"'


def unchanged(request: Request, tag: str) -> HttpResponse | None:
    """304 where who asks has it already; None where it has to be sent."""
    known = {one.strip().removeprefix("W/") for one in request.headers.get("If-None-Match", "").split(",")}
    return tagged(HttpResponse(status=304), tag) if tag in known or "*" in known else None


def tagged(response: HttpResponse, tag: str) -> HttpResponse:
    """The answer with its tag; it is asked for again each time."""
    response["ETag"] = tag
    response["Cache-Control"] = "private, no-cache"
    return response


def version_meant(request: Request, said: int | None) -> int:
    """The version of a record that a change is meant for: of the document, or of ``If-Match``.

    Raises:
        ChordError: neither says it, or the tag is none of a record.
    """
    if said is not None:
        return said
    tag = request.headers.get("If-Match", "")
    found = _VERSION.match(tag)
    if found is None:
        says = "say which version you change, or send the ETag of what you read as If-Match"
        raise ChordError("version", tag or None, says)
    return int(found.group(1))
