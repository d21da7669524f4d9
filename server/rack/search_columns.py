"""What the core makes of boards, kept as columns to search by; made again when the tables change."""

from collections.abc import Sequence

from accounts.models import Shop
from chord_core.documents import Board as Document
from chord_core.hull.label import labelled_hulls
from chord_core.tables import tables_version
from rack.models import Board

#: Counts changes of how hulls are drawn that no table tells of.
_DRAWING = 1
_COLUMNS = ("litres", "nose_width_m", "tail_width_m", "nose_rocker_m", "tail_rocker_m", "mass_kg")
_BATCH = 1000


def drawn_with() -> str:
    """What columns that are drawn now are drawn with."""
    return f"{_DRAWING}-{tables_version()}"


def fill_search_columns(rows: Sequence[Board], documents: Sequence[Document]) -> None:
    """Fill the drawn columns of rows that are not saved yet.

    Args:
        documents: the same boards as documents.
    """
    if not rows:
        return
    hull = labelled_hulls(documents)
    fleet = hull.fleet
    values = {
        "litres": hull.litres,
        "nose_width_m": fleet.nose_width,
        "tail_width_m": fleet.tail_width,
        "nose_rocker_m": hull.rocker[:, -1],
        "tail_rocker_m": hull.rocker[:, 0],
        "mass_kg": hull.mass_kg,
    }
    with_ = drawn_with()
    for i, row in enumerate(rows):
        row.drawn_with = with_
        row.words = " ".join((row.name, row.number, row.colour or "", row.family)).lower()
        for name in _COLUMNS:
            setattr(row, f"drawn_{name}", float(values[name][i]))


def refresh_search_columns(shop: Shop) -> None:
    """Draw the boards of a shop whose columns are of other tables, or of none."""
    stale = Board.objects.of(shop).exclude(drawn_with=drawn_with())
    while rows := list(stale[:_BATCH]):
        fill_search_columns(rows, [row.document() for row in rows])
        Board.objects.bulk_update(rows, ["drawn_with", "words", *(f"drawn_{name}" for name in _COLUMNS)])
