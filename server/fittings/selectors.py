"""What is read of tickets: each with its answer, computed now."""

from typing import Any

from django.db.models import QuerySet
from django.utils import timezone

from accounts.models import Shop, User
from api_tools.written_once import WrittenOnce
from chord_core.documents.verbs.size import SizeResult, Windows
from chord_core.documents.verbs.solve import PinnedSize
from chord_core.hull.describe import dims_of
from chord_core.tables import tables_version
from fittings.answers import (
    answer_in,
    build_answer,
    build_doubts,
    judge_ticket,
    pins_of,
    search_windows,
    typed_board,
)
from fittings.documents import (
    Answer,
    FittingDocument,
    FittingOut,
    FittingRow,
    SettledSize,
)
from fittings.gear import build_gear, gear_choice, gear_in
from fittings.hand_out import hand_out
from fittings.models import Fitting
from fittings.next_step import build_next_step

#: The boards that a surfer speaks of.
_BOARDS = ("present_board", "best_board", "worst_board")


def _version(pk: int, shop_id: int) -> QuerySet[Fitting, Any]:
    return Fitting.objects.filter(pk=pk, shop_id=shop_id).values_list("version")


#: At which version a shop's ticket stands: asked more often than anything else.
version_of = WrittenOnce(_version, 1, 2)


def as_document(fitting: Fitting, preferred: int | None = None, with_gear: bool = False) -> FittingOut:
    """A ticket with its answer, computed now.

    Args:
        preferred: a board that goes before those that are as good, as the doubts named it.
        with_gear: what goes with the board is answered along.
    """
    facts, water = fitting.documents()
    ticket = judge_ticket(fitting, preferred=preferred)
    return FittingOut.model_construct(
        id=fitting.pk,
        version=fitting.version,
        facts=facts,
        lines={name: dims_of(board) for name in _BOARDS if (board := getattr(facts, name))},
        water=water,
        break_id=fitting.surf_break_id,
        target_l=fitting.target_l,
        pinned=pins_of(fitting),
        gear=gear_choice(fitting),
        bench_id=fitting.bench_board_id,
        typed_board=typed_board(fitting),
        answer=answer_in(fitting, ticket),
        gear_answer=gear_in(fitting, ticket) if with_gear else None,
        other_numbers=fitting.tables_version != tables_version(),
    )


def settled_size(fitting: Fitting) -> SettledSize:
    """The windows of a ticket, searched now."""
    size, pinned = search_windows(fitting)
    return SettledSize.model_construct(version=fitting.version, size=size, pinned=pinned)


def print_hand_out(fitting: Fitting, person: User) -> bytes:
    """The page that the surfer takes home, as PDF, with the figures that the screen shows."""
    facts, water = fitting.documents()
    size, pinned = search_windows(fitting)
    preferred = build_doubts(fitting).preferred_board_id
    answer, gear = build_answer(fitting, preferred), build_gear(fitting, preferred).gear
    kind = _kind_shown(answer, size, pinned)
    ahead = build_next_step(fitting, preferred).says
    return hand_out(facts, water, answer, kind, gear, ahead, person.units, fitting.shop.name)


def _kind_shown(answer: Answer, size: SizeResult, pinned: PinnedSize | None) -> tuple[str, Windows] | None:
    """The family whose windows stand under the bench: that of the board there, else the leading one."""
    family = answer.bench.board.family if answer.bench else ""
    if pinned and pinned.family == family:
        return family, pinned.windows
    kinds = [kind for kind in size.families if kind.windows]
    shown = next((kind for kind in kinds if kind.family == family), next(iter(kinds), None))
    return (shown.family, shown.windows) if shown and shown.windows else None


def list_fittings(shop: Shop) -> list[FittingRow]:
    """The shop's tickets in the order in which they were opened; those of nobody are figures only."""
    known = Fitting.objects.of(shop).filter(surfer__erased_at__isnull=True)
    rows = known.values_list("pk", "surfer_id", "facts", "created_at", "water__name")
    return [
        FittingRow(
            id=pk,
            surfer_id=surfer_id,
            name=facts.get("name", ""),
            rung=facts.get("rung"),
            mass_kg=facts.get("mass_kg"),
            opened=timezone.localdate(opened),
            water=water or "",
        )
        for pk, surfer_id, facts, opened, water in rows
    ]


def document_of(fitting: Fitting) -> FittingDocument:
    """A whole fitting as a document of its own, with the board that was put on the bench."""
    facts, water = fitting.documents()
    board = typed_board(fitting) or (fitting.bench_board.document() if fitting.bench_board else None)
    return FittingDocument(
        surfer=facts,
        water=water,
        target_l=fitting.target_l,
        pinned=pins_of(fitting),
        gear=gear_choice(fitting) if fitting.gear else None,
        bench=board,
    )
