"""The API's own description: what drf-spectacular reads of the views, with the refusals, an example each."""

import re
from typing import Any, Literal

from django.conf import settings
from django.urls import resolve
from drf_spectacular.extensions import OpenApiAuthenticationExtension
from drf_spectacular.openapi import AutoSchema
from drf_spectacular.utils import OpenApiExample, OpenApiResponse

from accounts.rights import ADDRESSES, ROLES, allowed
from api_tools.problems import PROBLEM, problem
from chord_core.documents.base import Document, Result

#: Where an address has a number or a word.
_PLACE = re.compile(r"\{[^}]+\}")
#: What every address may answer, and why.
_REFUSALS = {
    400: "a value that cannot be used: the field, the value and what is allowed",
    401: "nobody is signed in",
    403: "the page's token is missing or too old",
    404: "there is no such thing in this shop",
    409: "somebody else changed it meanwhile; “current” is how it stands now",
    413: "larger than this address takes",
    429: "too many requests, or too many tries, from here",
}
_EXAMPLES = {
    400: ("facts.mass_kg", 3, "Mass must be at least 10 kg (3 was given)"),
    401: ("request", None, "Sign in first."),
    403: ("csrf", None, "This page is too old: load it again and sign in."),
    404: ("request", None, "There is no such thing in this shop."),
    409: ("version", None, "Somebody else changed this meanwhile."),
    413: ("request", None, "What was sent has 30 MB; 2 MB are taken here."),
    429: ("request", None, "Too many requests from here: wait a moment."),
}


class Fault(Result):
    """What is wrong: the field as a dotted path, the value that was given, a sentence."""

    field: str
    value: Any = None
    message: str


class Refusal(Document):
    """How every refusal is answered: problem details (RFC 9457), ``application/problem+json``. ``error`` says
    which field is wrong; ``current``, where somebody else was faster, how it stands now."""

    type: Literal["about:blank"] = "about:blank"
    title: str
    status: int
    detail: str
    error: Fault
    current: dict[str, Any] | None = None


class SessionCookie(OpenApiAuthenticationExtension):
    """Who asks is known by the cookie of the session; a post also carries the page's token."""

    target_class = "accounts.authentication.PersonAuthentication"
    name = "session"

    def get_security_definition(self, auto_schema: Any) -> dict[str, str]:
        """The cookie's name and place."""
        return {"type": "apiKey", "in": "cookie", "name": settings.SESSION_COOKIE_NAME}


class ChordSchema(AutoSchema):
    """Adds to every address the refusals that it can answer with."""

    def refusals(self) -> list[int]:
        """Codes that this address can answer with."""
        writes = self.method in ("POST", "PUT", "PATCH")
        codes = [400, 429]
        if "{" in self.path:
            codes.append(404)
        if self.method != "GET" or not self._read_by_all():
            codes.append(403)
        if writes:
            codes.append(413)
        if self.path in ("/api/session/", "/api/session/demo/", "/api/health/"):
            return codes
        codes.append(401)
        versioned = self.method in ("PATCH", "PUT") and self.path.count("/") == 4
        late = versioned and "breaks" not in self.path and "buoys" not in self.path
        if late or self.method in getattr(self.view, "may_be_late", ()):
            codes.append(409)
        return codes

    def _read_by_all(self) -> bool:
        """Whether every role may read this address; one that nobody needs a role for counts."""
        name = resolve(_PLACE.sub("1", self.path)).url_name or ""
        return name not in ADDRESSES or all(allowed(role, name, reads=True) for role in ROLES)

    def _get_response_bodies(self, direction: Literal["request", "response"] = "response") -> Any:
        sent = self.get_response_serializers()
        if self.method == "DELETE" and not isinstance(sent, dict):
            # What is left after something was taken away is sent back.
            bodies = {"200": self._get_response_for_code(sent, "200", direction=direction)}
        else:
            bodies = super()._get_response_bodies(direction)
        for code in sorted(self.refusals()):
            if str(code) in bodies:
                continue
            field, value, message = _EXAMPLES[code]
            example = problem(code, field, value, message)
            response = OpenApiResponse(
                Refusal, _REFUSALS[code], examples=[OpenApiExample("refused", example, response_only=True)]
            )
            bodies[str(code)] = self._get_response_for_code(
                response, str(code), media_types=[PROBLEM], direction=direction
            )
        return bodies
