"""Demo and hire boards that are lent, and which two of them would settle a doubtful size."""

import numpy as np
from django.db import IntegrityError, transaction
from django.utils import timezone
from scipy.special import ndtri

from accounts.models import ShopQuerySet
from api_tools.errors import Stale
from chord_core.errors import ChordError
from chord_core.hull.describe import dims_of
from chord_core.log.felt import Tried, demo_pair
from chord_core.log.learn_litres import expected_of, litres_of
from chord_core.surfer.defaults import missing_facts
from fittings.answers import build_answer
from fittings.models import Fitting
from logbook.learning import facts_of, relearn, taught_of
from logbook.loan_documents import DemoPairOut, Lendable, LoanPatch, LoansIn
from logbook.models import Loan
from logbook.selectors import loan_out
from rack.models import Board as RackBoard
from rack.models import today

#: Boards that are lent.
LENT = ("demo", "hire")
_NONE = "There are not two demo or hire boards in the rack that fit well enough to be tried."


def _doubt(fitting: Fitting, family: str) -> tuple[float, float]:
    """Factor on the litres that are expected, as it is known now, and its spread in logs."""
    facts, water = facts_of(fitting), fitting.documents()[1]
    known = next((row for row in taught_of(fitting.surfer).parameters if row.name == "litres"), None)
    if known is None or not fitting.surfer.learns:
        return 1.0, expected_of(facts, water)(family).sd
    low, middle, high = known.result
    return middle / known.prior[1], float(np.log(high / low) / (2 * ndtri(0.9)))


def demo_pair_for(fitting: Fitting) -> DemoPairOut:
    """The two boards of the rack, demo or hire and not out, that would tell most of a ticket's size."""
    facts, water = facts_of(fitting), fitting.documents()[1]
    nothing = DemoPairOut(boards=(), questions=(), says=_NONE)
    if missing_facts(facts):
        return DemoPairOut(boards=(), questions=(), says="Say mass and what they can do on the ticket first.")
    rows = RackBoard.objects.of(fitting.shop).filter(stock__in=LENT).exclude(loans__in=_out(fitting))
    fits = {place.id: place.fit for place in build_answer(fitting).ranking}
    boards = {row.pk: row.document() for row in rows if row.pk in fits}
    if not boards:
        return nothing
    expected = expected_of(facts, water)
    ratio, sd = _doubt(fitting, next(iter(boards.values())).family)
    tried = [
        Tried(pk, litres_of(board), ratio * expected(board.family).middle, fits[pk])
        for pk, board in boards.items()
    ]
    pair = demo_pair(tried, sd)
    if pair is None:
        return nothing
    two = [(pk, boards[pk]) for pk in (pair.first, pair.second)]
    litres = [litres_of(board) for _, board in two]
    names = [board.name or f"the {board.family}" for _, board in two]
    if names[0] == names[1]:
        names = [f"{name} of {size:.1f} L" for name, size in zip(names, litres, strict=True)]
    return DemoPairOut(
        boards=tuple(
            Lendable(id=pk, name=name, line=dims_of(board), litres=size, stock=str(board.stock))
            for (pk, board), name, size in zip(two, names, litres, strict=True)
        ),
        questions=(
            f"Was {names[0]} too small, right, or too big?",
            f"Was {names[1]} too small, right, or too big?",
            "Which of the two would you take home?",
        ),
        says=(
            f"{_with(names[0], litres[0])} and {_with(names[1], litres[1])}, a session each: the answers "
            f"are expected to take {pair.bits / pair.of_bits:.0%} of the doubt about the litres."
        ),
    )


def _with(name: str, litres: float) -> str:
    """A board's name with its litres, unless they are in it."""
    return name if name.endswith(" L") else f"{name} ({litres:.1f} L)"


def _out(fitting: Fitting) -> ShopQuerySet[Loan]:
    return Loan.objects.of(fitting.shop).filter(back_at__isnull=True)


@transaction.atomic
def lend(fitting: Fitting, given: LoansIn) -> None:
    """Lend boards of the rack to a ticket's surfer.

    Raises:
        ChordError: the rack has no such board, it is no demo or hire board, it is out, or the day is past.
    """
    if given.due < today():
        raise ChordError("due", given.due.isoformat(), "the day until which it is lent is past")
    for i, pk in enumerate(given.rack_board_ids):
        row = RackBoard.objects.of(fitting.shop).filter(pk=pk).first()
        field = f"rack_board_ids.{i}"
        if row is None:
            raise ChordError(field, pk, "there is no such board in the rack")
        if row.document().stock not in LENT:
            raise ChordError(field, pk, "only demo and hire boards are lent")
        state = given.states[i].model_dump(mode="json") if i < len(given.states) else {}
        try:
            with transaction.atomic():
                Loan.objects.create(
                    shop=fitting.shop, surfer=fitting.surfer, rack_board=row,
                    board=row.document().model_dump(mode="json", exclude_unset=True), out_at=timezone.now(),
                    due=given.due, state_out=state,
                )  # fmt: skip
        except IntegrityError as error:
            raise ChordError(field, pk, "this board is out already") from error


@transaction.atomic
def change_loan(fitting: Fitting, pk: int, patch: LoanPatch) -> Loan:
    """Take a board back, or write down how it felt; what it says of the litres goes into every fitting.

    Raises:
        Loan.DoesNotExist: not one of this surfer's.
        Stale: somebody changed it since ``patch.version``; nothing is written.
    """
    rows = Loan.objects.of(fitting.shop).select_for_update(of=("self",))
    row = rows.get(pk=pk, surfer_id=fitting.surfer_id)
    if row.version != patch.version:
        raise Stale(loan_out(row).model_dump(mode="json", by_alias=True))
    given = patch.model_fields_set
    if patch.back is not None:
        row.back_at = timezone.now() if patch.back else None
    if "state_back" in given:
        row.state_back = patch.state_back.model_dump(mode="json") if patch.state_back else None
    if "felt" in given:
        row.felt = patch.felt or ""
        # How it felt is known when it was ridden: back or not.
        row.back_at = row.back_at or timezone.now()
    if "home" in given:
        row.home = patch.home
    row.version += 1
    row.save()
    if "felt" in given:
        relearn(fitting)
    return row
