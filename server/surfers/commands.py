"""What is kept of a surfer."""

from accounts.models import Shop
from chord_core.documents import Surfer as Facts
from surfers.models import Surfer

_COLUMNS = (
    "name",
    "mass_kg",
    "height_m",
    "age",
    "rung",
    "fitness",
    "sessions_month",
    "foot_weight",
)


def remember(surfer: Surfer, facts: Facts) -> None:
    """Keep what is known of a surfer now."""
    for column in _COLUMNS:
        setattr(surfer, column, getattr(facts, column))
    board = facts.present_board
    surfer.present_board = board.model_dump(mode="json", exclude_unset=True) if board else None
    # What others write of the same person meanwhile, notes say, stays.
    known = [*_COLUMNS, "present_board", "updated_at"] if surfer.pk else None
    surfer.save(update_fields=known)


def new_surfer(shop: Shop, facts: Facts) -> Surfer:
    """Add a surfer to a shop."""
    surfer = Surfer(shop=shop)
    remember(surfer, facts)
    return surfer
