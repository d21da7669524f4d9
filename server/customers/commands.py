"""What is done to customers."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone
from logbook.learning import relearn

from accounts.models import Shop, User
from chord_core.errors import ChordError
from customers.documents import CustomerPatch, Erased, EraseIn, MergeIn
from customers.erase import erase
from customers.rows import rows_of
from customers.selectors import ADULT, due_in, there
from surfers.models import Surfer

#: Facts that come over from a twin where they were not said.
_FACTS = ("mass_kg", "height_m", "age", "rung", "fitness", "sessions_month", "foot_weight", "present_board")


@transaction.atomic
def change_customer(pk: int, given: CustomerPatch) -> Surfer:
    """Change what is kept of a customer; two changes at once both stand.

    Raises:
        ChordError: a child is kept without a guardian.
    """
    surfer = Surfer.objects.select_for_update().get(pk=pk)
    for name in ("name", "notes", "guardian"):
        if getattr(given, name) is not None:
            setattr(surfer, name, getattr(given, name).strip())
    if given.consent is not None:
        child = surfer.age is not None and surfer.age < ADULT
        if given.consent and child and not surfer.guardian:
            raise ChordError(
                "guardian", None, f"somebody under {ADULT} is kept with the word of a guardian: name them"
            )
        surfer.consent_at = timezone.now().date() if given.consent else None
    surfer.save(update_fields=["name", "notes", "guardian", "consent_at", "updated_at"])
    return surfer


@transaction.atomic
def merge(surfer: Surfer, given: MergeIn) -> None:
    """Two entries are one person: everything of the other comes over, and the other is no more.

    Raises:
        ChordError: there is no such other customer.
    """
    pair = there(surfer.shop).select_for_update().filter(pk__in=(surfer.pk, given.other)).order_by("pk")
    by_key = {row.pk: row for row in pair}
    other = by_key.get(given.other)
    if other is None or other.pk == surfer.pk:
        raise ChordError("other", given.other, "there is no such other customer in this shop")
    own, theirs = rows_of(surfer), rows_of(other)
    known = own.tracks.values("digest")
    doubles = theirs.tracks.filter(digest__in=known)
    theirs.sessions.filter(track__in=doubles).update(track=None)
    doubles.delete()
    moved = (theirs.tracks, theirs.sessions, theirs.trials, theirs.loans, theirs.sales, theirs.boards)
    for rows in (*moved, theirs.fittings):
        rows.update(surfer=surfer)
    kept = by_key[surfer.pk]
    for name in _FACTS:
        if getattr(kept, name) is None:
            setattr(kept, name, getattr(other, name))
    kept.notes = "\n".join(part for part in (kept.notes, other.notes) if part)[:2000]
    kept.guardian = kept.guardian or other.guardian
    kept.save()
    other.delete()
    if last := rows_of(kept).fittings.order_by("-updated_at").first():
        relearn(last)


def erase_customer(surfer: Surfer, by: User, given: EraseIn) -> Erased:
    """Erase a customer, once their name was typed.

    Raises:
        ChordError: the name is another, an order is open, or a board is out.
    """
    if given.name.strip() != surfer.name:
        raise ChordError("name", given.name, f"type the name as it stands: {surfer.name}")
    return erase(surfer, by)


def keep_for(shop: Shop, months: int | None) -> None:
    """Set how long customers are kept."""
    shop.keep_months = months
    shop.save(update_fields=["keep_months"])


def erase_due(shop: Shop, by: User | None = None) -> tuple[int, int]:
    """Erase those whose time is over; whoever has an open order or a board out waits.

    Returns:
        How many were erased, and how many wait.
    """
    done = waiting = 0
    for surfer in list(due_in(shop)):
        try:
            erase(surfer, by)
            done += 1
        except ChordError:
            waiting += 1
    return done, waiting
