"""Use cases of breaks."""

from django.db import IntegrityError, transaction

from accounts.models import Shop
from breaks.documents import BreakIn, BreakOut
from breaks.models import Break
from chord_core.errors import ChordError


def as_document(place: Break) -> BreakOut:
    """A break as it is sent."""
    return BreakOut(id=place.pk, about=place.about, **place.document().model_dump(exclude={"water_kg_m3"}))


def keep_break(shop: Shop, given: BreakIn, place: Break | None = None) -> Break:
    """Write a break, new or changed.

    Raises:
        ChordError: the shop has another break of this name.
    """
    place = place or Break(shop=shop)
    for field, value in given.model_dump(exclude={"water_kg_m3"}).items():
        setattr(place, field, value)
    try:
        with transaction.atomic():
            place.save()
    except IntegrityError as error:
        raise ChordError("name", given.name, f"There is a break “{given.name}” already.") from error
    return place
