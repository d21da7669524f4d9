"""Use cases of fittings."""

from typing import Any

from django.db import transaction

from accounts.models import Shop, User
from breaks.models import Break
from chord_core.documents import Board, Water, parse
from chord_core.documents import Surfer as Facts
from chord_core.errors import ChordError
from chord_core.tables import tables_version
from config.errors import Stale
from fittings.answers import answer_for, doubts_for, windows_for
from fittings.documents import Doubts, FittingIn, FittingOut, FittingPatch, FittingRow, SettledSize
from fittings.models import Fitting
from rack.models import Board as RackBoard
from surfers.models import Surfer
from surfers.services import new_surfer, remember


def as_document(fitting: Fitting) -> FittingOut:
    """A ticket with its answer, computed now."""
    facts, water = _said(fitting)
    return FittingOut.model_construct(
        id=fitting.pk,
        version=fitting.version,
        facts=facts,
        water=water,
        break_id=fitting.surf_break_id,
        target_l=fitting.target_l,
        bench_id=fitting.bench_board_id,
        typed_board=_typed(fitting),
        answer=answer_for(fitting, facts, water),
    )


def _said(fitting: Fitting) -> tuple[Facts, Water]:
    return parse(Facts, fitting.facts, "facts"), parse(Water, fitting.water, "water")


def settled_size(fitting: Fitting) -> SettledSize:
    """The windows of a ticket, searched now."""
    return SettledSize.model_construct(version=fitting.version, size=windows_for(fitting, *_said(fitting)))


def doubts_of(fitting: Fitting) -> Doubts:
    """How sure a ticket's answer is, computed now."""
    return doubts_for(fitting, *_said(fitting))


def _typed(fitting: Fitting) -> Board | None:
    return parse(Board, fitting.typed_board, "typed_board") if fitting.typed_board else None


def list_fittings(shop: Shop) -> list[FittingRow]:
    """The shop's tickets in the order in which they were opened."""
    rows = Fitting.objects.of(shop).values_list("pk", "facts")
    return [
        FittingRow(id=pk, name=facts.get("name", ""), rung=facts.get("rung"), mass_kg=facts.get("mass_kg"))
        for pk, facts in rows
    ]


def _stored(document: Facts | Water) -> dict[str, Any]:
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
    """Open a ticket, for a new surfer or one who is known, at a break if one is named."""
    surfer = _own(shop, Surfer, "surfer_id", given.surfer_id) or new_surfer(shop, given.facts)
    place = _own(shop, Break, "break_id", given.break_id)
    return Fitting.objects.create(
        shop=shop,
        surfer=surfer,
        surf_break=place,
        facts=_stored(given.facts),
        water=_stored(place.document()) if place else {},
        tables_version=tables_version(),
        made_by=person,
    )


def _merged(old: dict[str, Any], change: dict[str, Any]) -> dict[str, Any]:
    return {key: value for key, value in {**old, **change}.items() if value is not None}


def _apply(fitting: Fitting, patch: FittingPatch) -> None:
    given = patch.model_fields_set
    if "break_id" in given:
        fitting.surf_break = _own(fitting.shop, Break, "break_id", patch.break_id)
        if fitting.surf_break:
            fitting.water = _stored(fitting.surf_break.document())
    if patch.water:
        fitting.water = _stored(parse(Water, _merged(fitting.water, patch.water), "water"))
    if patch.facts:
        facts = parse(Facts, _merged(fitting.facts, patch.facts), "facts")
        fitting.facts = _stored(facts)
        remember(fitting.surfer, facts)
    if "target_l" in given:
        fitting.target_l = patch.target_l
    if "bench_id" in given:
        fitting.bench_board = _own(fitting.shop, RackBoard, "bench_id", patch.bench_id)
        fitting.typed_board = None
    if "typed_board" in given:
        board = patch.typed_board
        fitting.typed_board = board.model_dump(mode="json", exclude_unset=True) if board else None
        fitting.bench_board = None if board else fitting.bench_board


@transaction.atomic
def change_fitting(shop: Shop, pk: int, patch: FittingPatch) -> Fitting:
    """Change a ticket.

    Raises:
        Fitting.DoesNotExist: not a ticket of this shop.
        Stale: somebody changed it since ``patch.version``; nothing is written.
        ChordError: a fact cannot be; nothing is written.
    """
    rows = Fitting.objects.of(shop).select_for_update(of=("self",))
    fitting = rows.select_related("surfer", "shop").get(pk=pk)
    if fitting.version != patch.version:
        raise Stale(as_document(fitting).model_dump(mode="json", by_alias=True))
    _apply(fitting, patch)
    fitting.version += 1
    fitting.tables_version = tables_version()
    fitting.save()
    return fitting
