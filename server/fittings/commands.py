"""What is done to tickets: opened, changed, thrown away and taken back."""

from typing import Any

from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from accounts.models import Shop, User
from api_tools.errors import Stale
from api_tools.written_once import RowsWrittenOnce
from breaks.climate import sea_days, water_of
from breaks.models import Break
from chord_core.documents import Surfer as Facts
from chord_core.documents import Water, parse
from chord_core.documents.base import Document
from chord_core.errors import ChordError
from chord_core.surfer.defaults import height_from_mass
from chord_core.tables import tables_version
from chord_core.water.artificial import foam_water
from fittings.documents import FittingDocument, FittingIn, FittingPatch
from fittings.models import Fitting
from fittings.selectors import as_document
from rack.models import Board as RackBoard
from surfers.commands import new_surfer, remember
from surfers.models import Surfer

#: Mass [kg] of a learner who has not said it, for the depth in which one stands.
_ANYBODY_KG = 75.0


#: Days that stay as a surfer remembers them, whatever is measured.
_REMEMBERED = ("small_m", "big_m", "kind", "name")


def _stored(document: Document) -> dict[str, Any]:
    return document.model_dump(mode="json", exclude_none=True, exclude_unset=True)


def _own(shop: Shop, model: type[Any], field: str, pk: int | None) -> Any:
    """A row of this shop that a ticket points at.

    Raises:
        ChordError: the shop has no such row.
    """
    if pk is None:
        return None
    row = model.objects.of(shop).filter(pk=pk).first()
    if row is None:
        raise ChordError(field, pk, f"there is no such {model.__name__.lower()} in this shop")
    return row


@transaction.atomic
def open_fitting(shop: Shop, person: User | None, given: FittingIn) -> Fitting:
    """Open a ticket, for a new surfer or one who is known, at a break if one is named.

    Who is known brings what was said last time, facts and water; what is given now goes over it."""
    surfer = _own(shop, Surfer, "surfer_id", given.surfer_id)
    place = _own(shop, Break, "break_id", given.break_id)
    last = surfer.fittings.order_by("-pk").first() if surfer else None
    if last:
        facts = parse(Facts, last.facts | _stored(given.facts), "facts")
        water, place = _stored(water_of(place)) if place else last.water, place or last.surf_break
    else:
        facts, water = given.facts, _stored(water_of(place)) if place else {}
    surfer = surfer or new_surfer(shop, facts)
    return Fitting.objects.create(
        shop=shop,
        surfer=surfer,
        surf_break=place,
        facts=_stored(facts),
        water=water,
        tables_version=tables_version(),
        made_by=person,
    )


def _merged(old: dict[str, Any], change: dict[str, Any]) -> dict[str, Any]:
    return {key: value for key, value in {**old, **change}.items() if value is not None}


def _foam_of(fitting: Fitting) -> Water:
    """The white water of a ticket's break, for the first lessons of somebody of this height.

    Raises:
        ChordError: the break is none of the sea.
    """
    place, (facts, _) = fitting.surf_break, fitting.documents()
    if place is None or place.kind != "sea":
        raise ChordError("go_by", "foam", "only a break of the sea has white water for first lessons")
    body = facts.height_m or height_from_mass(facts.mass_kg or _ANYBODY_KG)
    return foam_water(place.document(), sea_days(place, body), body)


def _gone_by(fitting: Fitting, way: str) -> dict[str, Any]:
    """The water of a ticket with what its break measured in it, or without; what was typed stays.

    Raises:
        ChordError: nothing is measured there.
    """
    place = fitting.surf_break
    if way == "foam":
        return _stored(_foam_of(fitting))
    said, real = (place.document(), water_of(place)) if place else (None, None)
    if not (said and real) or said == real:
        if way == "remembered" and said:
            return _stored(said)
        raise ChordError("go_by", way, "nothing is measured at this break")
    measured = {
        name: value
        for name, value in _stored(real).items()
        if value != getattr(said, name) and name not in _REMEMBERED
    }
    if way == "measured":
        if fitting.water.get("kind", "sea") != said.kind:
            return _stored(real)
        return _stored(parse(Water, fitting.water | measured, "water"))
    if fitting.water.get("kind", "sea") != said.kind:
        return _stored(said)
    back = {name: getattr(said, name) for name in measured}
    return _stored(parse(Water, _merged(fitting.water, {**back, "bins": None}), "water"))


def _lay_on_the_bench(fitting: Fitting, patch: FittingPatch) -> None:
    """Put the board of a change on the bench, if it has one."""
    if "bench_id" in patch.model_fields_set:
        fitting.bench_board = _own(fitting.shop, RackBoard, "bench_id", patch.bench_id)
        fitting.typed_board = None
    if "typed_board" in patch.model_fields_set:
        board = patch.typed_board
        fitting.typed_board = board.model_dump(mode="json", exclude_unset=True) if board else None
        fitting.bench_board = None if board else fitting.bench_board


def _apply(fitting: Fitting, patch: FittingPatch) -> None:
    given = patch.model_fields_set
    if "break_id" in given:
        fitting.surf_break = _own(fitting.shop, Break, "break_id", patch.break_id)
        if fitting.surf_break:
            fitting.water = _stored(water_of(fitting.surf_break))
    if patch.go_by:
        fitting.water = _gone_by(fitting, patch.go_by)
    if patch.water:
        fitting.water = _stored(parse(Water, _merged(fitting.water, patch.water), "water"))
    if patch.facts:
        facts = parse(Facts, _merged(fitting.facts, patch.facts), "facts")
        fitting.facts = _stored(facts)
        remember(fitting.surfer, facts)
    if "target_l" in given:
        fitting.target_l = patch.target_l
    if "pinned" in given:
        fitting.pinned = _stored(patch.pinned) if patch.pinned else None
    if "gear" in given:
        fitting.gear = _stored(patch.gear) if patch.gear else {}
    _lay_on_the_bench(fitting, patch)


@transaction.atomic
def import_fitting(shop: Shop, person: User | None, given: FittingDocument) -> Fitting:
    """Open a ticket from a document; its break is the shop's own of that name, if there is one."""
    surfer = new_surfer(shop, given.surfer)
    place = Break.objects.of(shop).filter(name=given.water.name).first() if given.water.name else None
    return Fitting.objects.create(
        shop=shop,
        surfer=surfer,
        surf_break=place,
        facts=_stored(given.surfer),
        water=_stored(given.water),
        target_l=given.target_l,
        pinned=_stored(given.pinned) if given.pinned else None,
        gear=_stored(given.gear) if given.gear else {},
        typed_board=_stored(given.bench) if given.bench else None,
        tables_version=tables_version(),
        made_by=person,
    )


def _held(pk: int, shop_id: int) -> QuerySet[Fitting]:
    return Fitting.objects.filter(pk=pk, shop_id=shop_id).select_for_update(of=("self",))


_to_change = RowsWrittenOnce(Fitting, _held, 1, 2, along=Fitting.read_along)


@transaction.atomic
def change_fitting(shop: Shop, pk: int, patch: FittingPatch) -> Fitting:
    """Change a ticket.

    Raises:
        Fitting.DoesNotExist: not a ticket of this shop.
        Stale: somebody changed it since ``patch.version``; nothing is written.
        ChordError: a fact cannot be; nothing is written.
    """
    fitting = next(iter(_to_change(pk, shop.pk)), None)
    if fitting is None:
        raise Fitting.DoesNotExist
    fitting.shop = shop
    if fitting.version != patch.version:
        raise Stale(as_document(fitting).model_dump(mode="json", by_alias=True))
    _apply(fitting, patch)
    fitting.version += 1
    fitting.tables_version = tables_version()
    fitting.save()
    return fitting


def throw_away(fitting: Fitting) -> None:
    """Throw a ticket away; it is kept for whoever wants it back."""
    fitting.thrown_at = timezone.now()
    fitting.save(update_fields=["thrown_at"])


def take_back(fitting: Fitting) -> Fitting:
    """Take a ticket back that was thrown away."""
    fitting.thrown_at = None
    fitting.save(update_fields=["thrown_at"])
    return fitting
