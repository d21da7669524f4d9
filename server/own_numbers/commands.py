"""What is done to the numbers of a shop: set, undone, tried on the tickets of a season."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone
from jobs.commands import begin, stop
from jobs.models import Job
from logbook.models import Taught

from accounts.models import Shop, User
from api_tools.errors import Stale
from chord_core.errors import ChordError
from chord_core.tables.numbers import own_tables, shipped_numbers
from chord_core.tables.whole import shipped_tables
from fittings.models import Fitting
from fittings.season import SEASON
from own_numbers.documents import Changes, EffectIn, NumbersIn, UndoIn
from own_numbers.models import Revision
from own_numbers.tasks import EFFECT, LEARN_ANEW

#: Of the tickets of a season the newest so many are answered.
_MOST = 500


def laid_over(own: dict[str, float], changes: Changes) -> dict[str, float]:
    """A shop's numbers with changes: what is set to null, or to what ships, is its own no more.

    Raises:
        ChordError: names the place, the value and what is allowed.
    """
    known = shipped_numbers()
    for place, value in changes.items():
        if place not in known:
            raise ChordError(place, value, "there is no such number in the tables")
    after = {**own, **{place: value for place, value in changes.items() if value is not None}}
    after = {
        place: value
        for place, value in after.items()
        if changes.get(place, value) is not None and value != known[place].value
    }
    own_tables(after)
    return after


@transaction.atomic
def set_numbers(shop: Shop, by: User | None, given: NumbersIn, undoes: Revision | None = None) -> Revision:
    """Set numbers of a shop, all of them or none.

    Raises:
        Stale: others were set since ``given.version``; nothing is written.
        ChordError: names a number that cannot be so, or that nothing differs.
    """
    row = Shop.objects.select_for_update().get(pk=shop.pk)
    own = row.own_numbers()
    if own_tables(own).version != given.version:
        raise Stale({"version": own_tables(own).version})
    after = laid_over(own, given.changes)
    changes = {
        place: (own.get(place), after.get(place))
        for place in given.changes
        if own.get(place) != after.get(place)
    }
    if not changes:
        raise ChordError("changes", None, "these numbers are so already")
    row.numbers = after
    row.save(update_fields=["numbers"])
    shop.numbers = after
    _learn_anew(row, by)
    return Revision.objects.create(
        shop=row,
        by=by,
        reason=given.reason.strip(),
        changes=changes,
        own=after,
        shipped=shipped_tables().version,
        version=own_tables(after).version,
        undoes=undoes,
    )


def _learn_anew(shop: Shop, by: User | None) -> None:
    """What sessions taught was worked out by the numbers before: it is by those that are kept now."""
    for job in Job.objects.of(shop).filter(kind=LEARN_ANEW.name, state__in=Job.OPEN):
        stop(job)
    surfers = list(Taught.objects.of(shop).order_by("pk").values_list("surfer", flat=True))
    if surfers:
        # Numbers that are kept are learned by, whatever else waits.
        begin(shop, by, LEARN_ANEW.name, {}, surfers, most=Job.objects.of(shop).count() + 1)


def undo(shop: Shop, by: User | None, revision: Revision, given: UndoIn) -> Revision:
    """Take a change back.

    Raises:
        Stale: as ``set_numbers``.
        ChordError: it was taken back already, or one of its numbers was changed again since.
    """
    if Revision.objects.filter(undoes=revision).exists():
        raise ChordError("revision", revision.pk, "was taken back already")
    own = shop.own_numbers()
    for place, (_, after) in revision.changes.items():
        if own.get(place) != after:
            raise ChordError(place, own.get(place), "was changed again since; set it by hand")
    changes = {place: before for place, (before, _) in revision.changes.items()}
    return set_numbers(
        shop, by, NumbersIn(changes=changes, reason=given.reason, version=given.version), revision
    )


def ask_effect(shop: Shop, by: User | None, given: EffectIn) -> Job:
    """Ask what other numbers would do to the tickets of a season.

    Raises:
        ChordError: names a number that cannot be so; there is no ticket; too many jobs wait.
    """
    own = shop.own_numbers()
    laid_over(own, given.changes)
    since = timezone.now() - SEASON
    tickets = Fitting.objects.of(shop).filter(updated_at__gte=since).order_by("-updated_at")
    items = list(tickets.values_list("pk", flat=True)[:_MOST])
    if not items:
        raise ChordError("changes", None, "there is no ticket of the last twelve months to try them on")
    return begin(shop, by, EFFECT.name, {"changes": given.changes, "own": own}, items)
