"""Use cases of fittings."""

from typing import Any

from django.db import transaction
from django.utils import timezone

from accounts.models import Shop, User
from breaks.climate import sea_days, water_of
from breaks.models import Break
from chord_core.documents import Surfer as Facts
from chord_core.documents import Water, parse
from chord_core.documents.answers import PinnedSize, SizeResult, Windows
from chord_core.documents.base import Document
from chord_core.documents.climate import HoursAsked
from chord_core.errors import ChordError
from chord_core.hull.describe import dims_of
from chord_core.surfer.defaults import height_from_mass
from chord_core.tables import tables_version
from chord_core.water.artificial import foam_water
from config.errors import Stale
from fittings.answers import answer_for, doubts_for, pins_of, typed_board, windows_for
from fittings.board_details import compared_for, faces_for, why_for, why_not_for
from fittings.documents import (
    Answer,
    Compared,
    Doubts,
    Faces,
    FittingDocument,
    FittingIn,
    FittingOut,
    FittingPatch,
    FittingRow,
    SettledSize,
    SurfableDays,
    Why,
    WhyNot,
)
from fittings.hand_out import hand_out
from fittings.models import Fitting
from fittings.surfable_days import surfable_days_for
from rack.models import Board as RackBoard
from surfers.models import Surfer
from surfers.services import new_surfer, remember

#: Mass [kg] of a learner who has not said it, for the depth in which one stands.
_ANYBODY_KG = 75.0
#: Days that stay as a surfer remembers them, whatever is measured.
_REMEMBERED = ("small_m", "big_m", "kind", "name")
#: The boards that a surfer speaks of.
_BOARDS = ("present_board", "best_board", "worst_board")


def as_document(fitting: Fitting, leads: int | None = None) -> FittingOut:
    """A ticket with its answer, computed now.

    Args:
        leads: a board that goes before those that are as good, as the doubts named it.
    """
    facts, water = _said(fitting)
    return FittingOut.model_construct(
        id=fitting.pk,
        version=fitting.version,
        facts=facts,
        lines={name: dims_of(board) for name in _BOARDS if (board := getattr(facts, name))},
        water=water,
        break_id=fitting.surf_break_id,
        target_l=fitting.target_l,
        pinned=pins_of(fitting),
        bench_id=fitting.bench_board_id,
        typed_board=typed_board(fitting),
        answer=answer_for(fitting, facts, water, leads),
    )


def _said(fitting: Fitting) -> tuple[Facts, Water]:
    return parse(Facts, fitting.facts, "facts"), parse(Water, fitting.water, "water")


def settled_size(fitting: Fitting) -> SettledSize:
    """The windows of a ticket, searched now."""
    size, pinned = windows_for(fitting, *_said(fitting))
    return SettledSize.model_construct(version=fitting.version, size=size, pinned=pinned)


def faces_of(fitting: Fitting, leads: int | None = None) -> Faces:
    """What the boards of a ticket do, number by number."""
    return faces_for(fitting, *_said(fitting), leads)


def why_of(fitting: Fitting, leads: int | None = None) -> Why:
    """How the numbers of a ticket came about."""
    return why_for(fitting, *_said(fitting), leads)


def why_not_of(fitting: Fitting, board_id: int | None, leads: int | None = None) -> WhyNot:
    """Why not a board of the rack, or the one on the bench.

    Raises:
        ChordError: there is no such board, or mass or rung is not known.
    """
    return why_not_for(fitting, *_said(fitting), board_id, leads)


def compared_of(fitting: Fitting, others: tuple[str, ...], leads: int | None = None) -> Compared:
    """The board on the bench laid on one or two others.

    Args:
        others: numbers of the shop's boards, or "now" for the present one.

    Raises:
        ChordError: there is no such board, too few or too many.
    """
    return compared_for(fitting, *_said(fitting), others, leads)


def hand_out_of(fitting: Fitting, person: User) -> bytes:
    """The page that the surfer takes home, as PDF, with the figures that the screen shows."""
    facts, water = _said(fitting)
    size, pinned = windows_for(fitting, facts, water)
    answer = answer_for(fitting, facts, water, doubts_for(fitting, facts, water).leads)
    return hand_out(facts, water, answer, _kind_shown(answer, size, pinned), person.units, fitting.shop.name)


def _kind_shown(answer: Answer, size: SizeResult, pinned: PinnedSize | None) -> tuple[str, Windows] | None:
    """The family whose windows stand under the bench: that of the board there, else the leading one."""
    family = answer.bench.board.family if answer.bench else ""
    if pinned and pinned.family == family:
        return family, pinned.windows
    kinds = [kind for kind in size.families if kind.windows]
    shown = next((kind for kind in kinds if kind.family == family), next(iter(kinds), None))
    return (shown.family, shown.windows) if shown and shown.windows else None


def doubts_of(fitting: Fitting) -> Doubts:
    """How sure a ticket's answer is, computed now."""
    return doubts_for(fitting, *_said(fitting))


def list_fittings(shop: Shop) -> list[FittingRow]:
    """The shop's tickets in the order in which they were opened."""
    rows = Fitting.objects.of(shop).values_list("pk", "surfer_id", "facts", "created_at", "water__name")
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
    place, (facts, _) = fitting.surf_break, _said(fitting)
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
    if "bench_id" in given:
        fitting.bench_board = _own(fitting.shop, RackBoard, "bench_id", patch.bench_id)
        fitting.typed_board = None
    if "typed_board" in given:
        board = patch.typed_board
        fitting.typed_board = board.model_dump(mode="json", exclude_unset=True) if board else None
        fitting.bench_board = None if board else fitting.bench_board


def document_of(fitting: Fitting) -> FittingDocument:
    """A whole fitting as a document of its own, with the board that was put on the bench."""
    facts, water = _said(fitting)
    board = typed_board(fitting) or (fitting.bench_board.document() if fitting.bench_board else None)
    return FittingDocument(
        surfer=facts, water=water, target_l=fitting.target_l, pinned=pins_of(fitting), bench=board
    )


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
        typed_board=_stored(given.bench) if given.bench else None,
        tables_version=tables_version(),
        made_by=person,
    )


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


def throw_away(fitting: Fitting) -> None:
    """Throw a ticket away; it is kept for whoever wants it back."""
    fitting.thrown_at = timezone.now()
    fitting.save(update_fields=["thrown_at"])


def take_back(fitting: Fitting) -> Fitting:
    """Take a ticket back that was thrown away."""
    fitting.thrown_at = None
    fitting.save(update_fields=["thrown_at"])
    return fitting


def surfable_days_of(fitting: Fitting, asked: HoursAsked) -> SurfableDays:
    """Days worth going at a ticket's break.

    Raises:
        ChordError: no buoy measured there, or no board can be judged yet.
    """
    return surfable_days_for(fitting, *_said(fitting), asked)
