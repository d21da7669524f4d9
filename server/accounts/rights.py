"""What each role may do: the one place where that stands.

``MAY`` says it in the words of the trade; ``ADDRESSES`` says under which of these each address of the API is
read and written. An address that is not listed is closed to everybody.
"""

from __future__ import annotations

from typing import Literal, get_args

Role = Literal["owner", "advisor", "coach", "counter"]
ROLES: tuple[Role, ...] = get_args(Role)
Right = Literal[
    "work here",
    "advise",
    "read tickets",
    "change the stock",
    "take orders",
    "lend boards",
    "know the water",
    "findings",
    "set the terms",
    "own numbers",
    "people",
    "trail",
    "know customers",
    "erase customers",
]

_ADVISE: frozenset[Role] = frozenset({"owner", "advisor", "coach"})
_SELL: frozenset[Role] = frozenset({"owner", "advisor", "counter"})
_ALL: frozenset[Role] = frozenset(ROLES)
_OWNER: frozenset[Role] = frozenset({"owner"})

MAY: dict[Right, frozenset[Role]] = {
    # The rack, the fin wall, the water and the orders are read by all who work there.
    "work here": _ALL,
    # A customer's body, wishes, quiver and log are written by those who advise.
    "advise": _ADVISE,
    # Who hands the board over reads what was advised.
    "read tickets": _ALL,
    "change the stock": _SELL,
    "take orders": _SELL,
    "lend boards": _ALL,
    # A coach knows the break; the counter does not set its shore and tide.
    "know the water": _ADVISE,
    "findings": _ADVISE,
    "set the terms": _OWNER,
    # What the tables say is what every advice of the shop is made of.
    "own numbers": _OWNER,
    "people": _OWNER,
    "trail": _OWNER,
    "know customers": _ADVISE,
    # Also what is taken along: all of a person in one file.
    "erase customers": _OWNER,
}

_TICKET: tuple[Right, Right] = ("read tickets", "advise")
_STOCK: tuple[Right, Right] = ("work here", "change the stock")
_ORDER: tuple[Right, Right] = ("work here", "take orders")
_WATER: tuple[Right, Right] = ("work here", "know the water")
_OWN: tuple[Right, Right] = ("work here", "work here")
#: An address whose posts only compute: nothing is kept.
_ASK = _OWN


def _same(access: tuple[Right, Right], names: str) -> dict[str, tuple[Right, Right]]:
    return dict.fromkeys(names.split(), access)


#: What is somebody's own: no machine asks it.
PERSONAL = frozenset(["me", "password", "second-factor", "signed-in", "signed-in-one", "shops", "work-in"])
#: Under which right an address is read, and written.
ADDRESSES: dict[str, tuple[Right, Right]] = {
    **dict.fromkeys(PERSONAL, _OWN),
    **_same(_ASK, "words line beside find asked gauge trade-in range sheet changes"),
    **_same(_STOCK, "boards board board-back tag tape table photograph rows fin-wall fins fins-table"),
    **_same(_STOCK, "board-svg board-dxf board-stl board-3mf board-csv board-pdf board-json"),
    **_same(_WATER, "breaks break break-gives break-now break-seen break-calibrate break-flows sighting"),
    **_same(_WATER, "break-file break-table break-import buoys buoy buoy-hours"),
    **_same(
        _TICKET,
        "fittings fitting fitting-back fitting-rack windows doubts import since gear faces why why-not",
    ),
    **_same(_TICKET, "compare document worth orderable step hand-out fitting-numbers"),
    **_same(_TICKET, "quiver quiver-next quiver-months quiver-plan quiver-trip quiver-card quiver-board"),
    **_same(_TICKET, "log log-hour log-table log-document log-learning log-ready log-session"),
    **_same(_TICKET, "tracks track track-file trials trials-of-fins trial demo-pair"),
    **_same(("read tickets", "lend boards"), "loans loan"),
    **_same(("findings", "findings"), "findings findings-sessions advice"),
    **_same(("read tickets", "change the stock"), "ticket-sales sale"),
    **_same(_ORDER, "orders order order-step order-card order-document"),
    **_same(_ORDER, "order-svg order-dxf order-stl order-3mf order-csv order-pdf"),
    "terms": ("work here", "set the terms"),
    **_same(
        ("own numbers", "own numbers"), "numbers numbers-file numbers-revisions numbers-undo numbers-effect"
    ),
    **_same(("own numbers", "own numbers"), "numbers-effect-of jobs job job-stop job-resume"),
    **_same(("people", "people"), "people person person-reset invitations invitation tokens token"),
    **_same(("people", "people"), "hooks hook"),
    **_same(("know customers", "know customers"), "customers customer customer-merge"),
    **_same(
        ("erase customers", "erase customers"), "customer-erase customer-document customer-sheet retention"
    ),
    **_same(("trail", "trail"), "trail trail-file"),
}


def read_role(text: str | None) -> Role | None:
    """A role that was kept."""
    return next((role for role in ROLES if role == text), None)


def may(role: Role | None, right: Right) -> bool:
    """Whether somebody in a role may do something."""
    return role is not None and role in MAY[right]


def rights_of(role: Role | None) -> tuple[Right, ...]:
    """All that somebody in a role may do."""
    return tuple(right for right in MAY if may(role, right))


def allowed(role: Role | None, address: str, reads: bool) -> bool:
    """Whether an address may be asked in a role; one that is not listed by nobody."""
    access = ADDRESSES.get(address)
    return access is not None and may(role, access[0 if reads else 1])
