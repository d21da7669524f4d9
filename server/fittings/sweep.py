"""All customers of a shop over its whole rack: who would ride which board, and for whom nothing hangs there.

The work is cut into pieces of some customers each, which Dask gives to processes: of this machine, or of a
cluster whose scheduler is named. Without Dask it is done here, one piece after another. All come to the same.
"""

from __future__ import annotations

import logging
from collections.abc import Iterator, Sequence
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import timedelta
from typing import Any, Protocol

import numpy as np
from django.db.models import Max
from django.utils import timezone

from accounts.models import Shop
from chord_core.fit.answer.sweep import NO_BOARD, Asked, Swept, SweptRack, joined, pieces_of, sweep
from chord_core.tables import tables
from fittings.models import Fitting
from rack.models import Board

#: Customers in a piece: long enough to be worth sending, short enough that all processes end together.
_PIECE = 20
#: So many boards are named for each customer.
NAMED = 3


class Runs(Protocol):
    """Works pieces out, in their order."""

    def __call__(self, rack: SweptRack, pieces: Sequence[tuple[Asked, ...]], most: int) -> list[Swept]:
        """One result for each piece."""


def here(rack: SweptRack, pieces: Sequence[tuple[Asked, ...]], most: int) -> list[Swept]:
    """One after another, in this process."""
    return [sweep(rack, piece, most) for piece in pieces]


@contextmanager
def through_dask(processes: int, scheduler: str | None) -> Iterator[Runs]:
    """Dask's processes.

    Args:
        processes: of this machine, where no scheduler is named.
        scheduler: the address of a cluster's, e.g. ``tcp://host:8786``; its workers need the core and the
            same versions.

    Raises:
        ImportError: Dask is not installed.
        OSError: no scheduler answers there.
    """
    from distributed import Client

    # It tells of every process that comes and goes.
    logging.getLogger("distributed").setLevel(logging.ERROR)
    own: dict[str, Any] = {"n_workers": processes, "threads_per_worker": 1, "dashboard_address": None}
    with Client(scheduler) if scheduler else Client(**own) as client:

        def run(rack: SweptRack, pieces: Sequence[tuple[Asked, ...]], most: int) -> list[Swept]:
            # Not under a name made of what it holds: that of an earlier run may be just going.
            everywhere = client.scatter(rack, broadcast=True, hash=False)
            tasks = [client.submit(sweep, everywhere, piece, most, pure=False) for piece in pieces]
            return list(client.gather(tasks))

        yield run


@dataclass(frozen=True, eq=False)
class ShopSwept:
    """Tickets (each customer's newest) and boards of a shop with what the sweep found."""

    tickets: tuple[Fitting, ...]
    boards: tuple[Board, ...]
    swept: Swept

    def customer_rows(self) -> Iterator[list[str]]:
        """A row for each customer: ticket, name, and the first boards with their fits."""
        for ticket, fits, first in zip(self.tickets, self.swept.fit, self.swept.first, strict=True):
            row = [str(ticket.pk), ticket.surfer.name]
            for place in first:
                there = place != NO_BOARD
                row += [_called(self.boards[place]), f"{fits[place]:.1f}"] if there else ["", ""]
            yield row

    def board_rows(self) -> Iterator[list[str]]:
        """A row for each board: how many customers it suits, and for how many it comes first."""
        fit, least = np.nan_to_num(self.swept.fit), tables().fit.suits_from
        for place, board in enumerate(self.boards):
            suits = int((fit[:, place] >= least).sum())
            leads = int((self.swept.first[:, :1] == place).sum())
            yield [str(board.pk), _called(board), str(suits), str(leads)]


def _called(board: Board) -> str:
    return " ".join(word for word in (board.number, board.name) if word) or f"{board.family} {board.pk}"


def _newest_tickets(shop: Shop, days: int) -> tuple[Fitting, ...]:
    since = timezone.now() - timedelta(days=days)
    newest = (
        Fitting.objects.of(shop).filter(updated_at__gte=since).values("surfer").annotate(newest=Max("pk"))
    )
    rows = Fitting.objects.of(shop).filter(pk__in=[one["newest"] for one in newest])
    return tuple(rows.select_related("surfer"))


def _asked(ticket: Fitting) -> Asked:
    facts, water = ticket.documents()
    surfer, there = facts.model_dump_json(exclude_unset=True), water.model_dump_json(exclude_unset=True)
    return Asked(surfer, there, ticket.target_l)


def sweep_shop(shop: Shop, days: int, run: Runs = here) -> ShopSwept:
    """Every customer for whom a ticket was worked at lately over every board that is for sale or to hire."""
    tickets = _newest_tickets(shop, days)
    boards = tuple(Board.objects.of(shop).filter(reserved=False).order_by("pk"))
    documents = tuple(board.document().model_dump_json(exclude_unset=True) for board in boards)
    rack = SweptRack(documents, shop.own_numbers())
    with shop.at_work():
        pieces = pieces_of([_asked(ticket) for ticket in tickets], _PIECE)
    found = run(rack, pieces, NAMED)
    empty = Swept(np.zeros((0, len(boards))), np.zeros((0, NAMED), int))
    return ShopSwept(tickets, boards, joined(found) if found else empty)
