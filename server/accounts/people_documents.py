"""What the addresses of people, links, passwords and sign-ins read and write."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal

from pydantic import Field

from accounts.rights import Right, Role
from chord_core.documents.base import Document, Result

Name = Annotated[str, Field(min_length=1, max_length=80)]
Password = Annotated[str, Field(min_length=1, max_length=200)]
Code = Annotated[str, Field(min_length=6, max_length=20)]


class PersonOut(Result):
    """Somebody who works in the shop; ``here`` is whoever asks. ``other_shops``: whether they work elsewhere
    too, where the owner has no say."""

    id: int
    username: str
    name: str
    role: Role
    here: bool
    second_factor: bool
    seen_at: datetime | None
    other_shops: bool


class InvitationOut(Result):
    """A printed link that is still open; ``person``: whose password it changes, none for somebody new."""

    id: int
    name: str
    role: Role
    person: str | None
    made_at: datetime
    ends_at: datetime


class RightOut(Result):
    """What may be done, and by whom."""

    right: Right
    roles: tuple[Role, ...]


class PeopleOut(Result):
    """People of a shop, links that are open, and what each role may do."""

    people: tuple[PersonOut, ...]
    invitations: tuple[InvitationOut, ...]
    rights: tuple[RightOut, ...]


class InvitationIn(Document):
    """Somebody new, by the name that they are called, and as what."""

    name: Name
    role: Role


class LinkOut(Result):
    """A link, said once: only its digest is kept."""

    path: str
    name: str
    ends_at: datetime
    people: PeopleOut


class PersonPatch(Document):
    """As what somebody works from now on."""

    role: Role


class LinkSays(Result):
    """What a link is for."""

    kind: Literal["join", "password"]
    shop: str
    name: str
    role: Role
    username: str | None
    ends_at: datetime


class JoinIn(Document):
    """What somebody with a link chooses: a name to sign in with, if they are new, and a password."""

    username: str | None = Field(default=None, min_length=1, max_length=150)
    password: Password


class PasswordIn(Document):
    """The present password and the next one."""

    old: Password
    new: Password


class SignedInOut(Result):
    """A browser in which one is signed in."""

    id: int
    browser: str
    began_at: datetime
    seen_at: datetime
    here: bool


class SignedInList(Result):
    """All browsers in which one is signed in, the last used first."""

    browsers: tuple[SignedInOut, ...]


class SecondFactorOut(Result):
    """The second factor of whoever asks. While it is set up: the secret, and its code as a picture
    (``data:`` of an SVG); right after it was confirmed: recovery codes, said once."""

    on: bool
    secret: str | None = None
    picture: str | None = None
    recovery_codes: tuple[str, ...] = ()
    recovery_left: int = 0


#: What a machine may work as; never an owner.
TokenRole = Literal["advisor", "coach", "counter"]


class TokenIn(Document):
    """A machine that asks the API: what it is called, and as what it works."""

    name: Name
    role: TokenRole


class TokenOut(Result):
    """A machine that may ask."""

    id: int
    name: str
    role: Role
    made_at: datetime
    used_at: datetime | None


class TokensOut(Result):
    """Machines that may ask; ``word``: of the one that was just made, said this once."""

    tokens: tuple[TokenOut, ...]
    word: str | None = None


class CodeIn(Document):
    """Six figures of the app."""

    code: Code


class PasswordAgain(Document):
    """The password once more, for what makes the door weaker."""

    password: Password


class ShopIn(Document):
    """A further shop of an owner."""

    name: Name


class WorkIn(Document):
    """In which of their shops somebody works now."""

    shop_id: int
