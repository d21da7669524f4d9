"""What the addresses of the fin wall read and write."""

from dataclasses import dataclass
from typing import Annotated, Literal

from pydantic import Base64Bytes, Field, RootModel

from chord_core.documents import FinSet
from chord_core.documents.base import Document, Result

Count = Annotated[int, Field(ge=0, le=10_000)]


class FinsIn(Document):
    """A set of fins for the wall, and how many hang there."""

    fins: FinSet
    count: Count = 1


class FinsPut(FinsIn):
    """A set as it is now, with the version that was changed."""

    version: int


class FinsOut(Result):
    """A set on the wall."""

    id: int
    version: int
    count: int
    fins: FinSet


class FinsList(RootModel[tuple[FinsOut, ...]]):
    """The fin wall."""


@dataclass(frozen=True)
class Read:
    """A set as a row or a line gave it, and how many hang there."""

    fins: FinSet
    count: int


class FinsTableIn(Document):
    """A table of sets as CSV, lines of sets, or a workbook (.xlsx, in base 64); ``write``: keep it if no cell
    is wrong."""

    text: str = Field(default="", max_length=2_000_000)
    workbook: Base64Bytes | None = Field(default=None, max_length=8_000_000)
    write: bool = False


class TableForm(Document):
    """How the fin wall is written."""

    form: Literal["csv", "xlsx"] = "csv"


class FinFault(Result):
    """What is wrong in a table: the row in the file, the column's head ("" for the whole row), what was read,
    a sentence."""

    row: int
    column: str
    value: str
    message: str


class FinsRead(Result):
    """How a table was read: sets that are new and sets that change, what is wrong, whether it was kept."""

    new: int
    changed: int
    faults: tuple[FinFault, ...]
    kept: bool
