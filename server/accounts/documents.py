"""What the account addresses read and write."""

from typing import Literal

from pydantic import Field

from accounts.rights import Right, Role
from chord_core.documents.base import Document, Result
from chord_core.documents.terms import Terms

Units = Literal["imperial", "metric"]
Masses = Literal["kg", "lb"]
#: How wave heights are said: in words of body height, as faces, or as seen from behind.
FacesAs = Literal["words", "face", "back"]


class SignIn(Document):
    """A name and a password; ``code``: figures of the second factor, where there is one."""

    username: str = Field(max_length=150)
    password: str = Field(max_length=200)
    code: str | None = Field(default=None, max_length=20)


class ShopChoice(Result):
    """A shop to which a person belongs, and as what."""

    id: int
    name: str
    role: Role


class Session(Result):
    """Who is signed in, as what, and the token that a post needs; ``shops``: all to which they belong."""

    signed_in: bool
    person: str | None
    shop: str | None
    shop_id: int | None
    role: Role | None
    rights: tuple[Right, ...]
    shops: tuple[ShopChoice, ...]
    units: Units
    masses: Masses
    faces: FacesAs
    demo_available: bool
    token: str


class ShopTerms(Result):
    """On which terms a shop sells: what it said, the currency that holds, the prices that hold, and the
    currencies that there are."""

    terms: Terms
    currency: str
    prices: dict[str, float]
    currencies: tuple[str, ...]


class Me(Document):
    """What a person may change of themselves; what is not given stays."""

    units: Units | None = None
    masses: Masses | None = None
    faces: FacesAs | None = None
