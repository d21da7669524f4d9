"""What every answer to a made-up request is held to; Schemathesis takes it in by SCHEMATHESIS_HOOKS."""

from __future__ import annotations

import os
from typing import Any

import schemathesis
from schemathesis import Case, CheckContext, Response

#: Stands in everything of the other shop; nobody of this one may ever read it.
CANARY = os.environ.get("CHORD_CANARY", "")


@schemathesis.check
def nothing_of_another_shop(ctx: CheckContext, response: Response, case: Case[Any]) -> None:
    """No word of another shop is in an answer."""
    assert not CANARY or CANARY.encode() not in response.content, "a word of another shop"
