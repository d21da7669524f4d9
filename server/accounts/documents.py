"""What the account addresses read and write."""

from typing import Literal

from pydantic import Field

from chord_core.documents.base import Document, Result


class SignIn(Document):
    """A name and a password."""

    username: str = Field(max_length=150)
    password: str = Field(max_length=200)


class Session(Result):
    """Who is signed in, and the token that a post needs."""

    signed_in: bool
    person: str | None
    shop: str | None
    units: Literal["imperial", "metric"]
    demo_available: bool
    token: str


class Me(Document):
    """What a person may change of themselves."""

    units: Literal["imperial", "metric"]
