"""What the break addresses read and write."""

from pydantic import Field, RootModel

from chord_core.documents import Water


class BreakIn(Water):
    """A break as typed: a water with a name and a few words about it."""

    name: str = Field(min_length=1, max_length=80)
    about: str = Field(default="", max_length=120)


class BreakOut(BreakIn):
    """A break of the shop."""

    id: int


class BreakList(RootModel[tuple[BreakOut, ...]]):
    """The breaks of the shop."""
