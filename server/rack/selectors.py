"""What is read of a rack: its boards as they are sent and judged, and lines of dims."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, get_args

from django.db.models import Count, Max, QuerySet, Sum

from accounts.models import Shop
from api_tools.written_once import WrittenOnce
from chord_core.documents import Board as Document
from chord_core.documents import board as board_document
from chord_core.documents import surfer, water
from chord_core.documents.verbs.hull import Dims
from chord_core.fit.rules.gear import out_of_the_door
from chord_core.fit.rules.terms import terms
from chord_core.hull.describe import curves_of, dims_of
from chord_core.hull.guess import guess_family
from chord_core.hull.half_known import board_from_words
from chord_core.hull.hull import Hull
from chord_core.hull.label import check_label, labelled_hulls
from chord_core.hull.measured import hulls_of
from chord_core.line import read_line, write_line
from chord_core.ride.fins import FleetFins, fins_of
from chord_core.tables import builds, families, kept_by_tables, rungs, tables
from chord_core.water.days import height_words
from rack.documents import BoardOut, BoardsOf, Family, HeightWord, LineOut, Rung, Silhouette, Skill, Words
from rack.models import Board

#: Stations of a silhouette: every fourth of the drawn ones is enough at its size.
_EVERY = 4


@dataclass(frozen=True, eq=False)
class Rack:
    """A shop's boards with their hulls, in one order; compared and kept by identity."""

    ids: tuple[int, ...]
    boards: tuple[Document, ...]
    hull: Hull
    fins: FleetFins
    sent: tuple[BoardOut, ...]


def read_dims(text: str) -> LineOut:
    """Read a line of dims and write it back.

    Raises:
        ChordError: as ``chord_core.line.read_line``.
    """
    line = read_line(text)
    dims = (line.length_m, line.width_m, line.thickness_m, line.stated_litres)
    written = {"imperial": write_line(*dims), "metric": write_line(*dims, unit="metric")}
    guess = guess_family(*dims[:3])
    return LineOut.model_validate({**vars(line), "written": written, "family_guess": guess})


def read_rough(text: str) -> LineOut:
    """Read a line of dims, or what is known of a board.

    Raises:
        ChordError: as ``chord_core.hull.half_known.board_from_words``.
    """
    board = board_from_words(text)
    if "width_m" not in board.assumed:
        return read_dims(text).model_copy(update={"assumed": ("family",)})
    dims = (board.length_m, board.width_m, board.thickness_m)
    return LineOut(
        name=None,
        length_m=dims[0],
        width_m=dims[1],
        thickness_m=dims[2],
        stated_litres=board.stated_litres,
        unit="imperial",
        confirm=None,
        written=Dims(imperial=write_line(*dims), metric=write_line(*dims, unit="metric")),
        family_guess=board.family,
        assumed=board.assumed,
    )


def _sent(row_: Board, board: Document, plain: Hull, row: int) -> BoardOut:
    label = check_label(plain.rows(slice(row, row + 1)), board.stated_litres)
    curves = curves_of(plain, row, _EVERY)
    trusted = board.stated_litres if label.agrees else label.computed_l
    return BoardOut(
        id=row_.pk,
        number=row_.number,
        hung_on=row_.hung_on,
        version=row_.version,
        board=board,
        line=dims_of(board),
        litres=trusted or label.computed_l,
        mass_kg=float(plain.mass_kg[row]),
        out_of_the_door=out_of_the_door(board),
        label_says=label.says,
        label_agrees=label.agrees,
        silhouette=Silhouette(
            from_tail_m=curves.from_tail_m,
            half_width_m=curves.half_width_m,
            notch_half_m=curves.notch_half_m,
        ),
    )


#: How many boards and which (by the sum of their ids), when the last of them changed, the terms of sale.
RackState = tuple[int, int, object, str]


@kept_by_tables(64)
def _rack(shop_id: int, _count: int, _which: int, _changed: object, _terms: str) -> Rack:
    rows = list(Board.objects.filter(shop_id=shop_id, reserved=False))
    boards = tuple(row.document() for row in rows)
    ids = tuple(row.pk for row in rows)
    return Rack(ids, boards, labelled_hulls(boards), fins_of(boards), _sent_of(rows, boards))


def _sent_of(rows: Sequence[Board], boards: Sequence[Document]) -> tuple[BoardOut, ...]:
    plain = hulls_of(boards)
    return tuple(_sent(row, board, plain, i) for i, (row, board) in enumerate(zip(rows, boards, strict=True)))


def boards_of(shop: Shop, ids: Sequence[int]) -> tuple[BoardOut, ...]:
    """Some boards of a shop as they are sent, in the order in which they are named; who is not there is left
    out."""
    rows = Board.objects.of(shop).in_bulk(ids)
    some = [rows[pk] for pk in ids if pk in rows]
    return _sent_of(some, [row.document() for row in some]) if some else ()


def _hung(shop_id: int) -> QuerySet[Board, Any]:
    """Of the boards that hang there how many, which (by the sum of their ids), and when the last changed."""
    of_shop = Board.objects.filter(shop_id=shop_id, reserved=False).order_by().values("shop_id")
    counted = of_shop.annotate(count=Count("pk"), which=Sum("pk"), changed=Max("updated_at"))
    return counted.values_list("count", "which", "changed")


_state = WrittenOnce(_hung, 1)


def rack_state(shop: Shop) -> RackState:
    """What all that is sent of a rack hangs on, besides the tables in use."""
    count, which, changed = next(iter(_state(shop.pk)), (0, 0, None))
    return count, int(which), changed, terms().model_dump_json()


def rack_of(shop: Shop, state: RackState | None = None) -> Rack:
    """The shop's rack with its hulls; drawn again only after a board came, went or changed."""
    return _rack(shop.pk, *(state or rack_state(shop)))


def boards_listed(shop: Shop, asked: BoardsOf, state: RackState) -> tuple[BoardOut, ...]:
    """The boards that were asked for, in the order in which they came."""
    narrows = asked.model_dump(exclude_none=True)
    if not narrows:
        return rack_of(shop, state).sent
    rows = Board.objects.of(shop).filter(reserved=False)
    if asked.number is not None:
        rows = rows.filter(number=asked.number)
    if asked.changed_since is not None:
        rows = rows.filter(updated_at__gte=asked.changed_since)
    if asked.after is not None:
        rows = rows.filter(pk__gt=asked.after)
    found = list(rows.order_by("pk")[: asked.limit])
    return _sent_of(found, [row.document() for row in found]) if found else ()


def words() -> Words:
    """The words that the screens offer."""
    return Words(
        families=tuple(Family(name=f.name, board_class=f.board_class) for f in families().values()),
        rungs=tuple(Rung(name=r.name, can_do=r.can_do) for r in rungs().values()),
        skills=tuple(Skill(name=r.name, rung=r.rung, says=r.says) for r in tables().rungs.skills),
        builds=tuple(builds()),
        heights=tuple(HeightWord(word=word, share=share) for word, share in height_words()),
        steepness=tuple(row.name for row in tables().waves.steepness),
        slopes={row.name: row.median_slope for row in tables().waves.steepness},
        fitness=get_args(surfer.Fitness),
        foot_weight=get_args(surfer.FootWeight),
        aims=get_args(surfer.Aim),
        complaints=get_args(surfer.Complaint),
        asks={name: rule.ask for name, rule in tables().complaints.complaints.items()},
        likes=get_args(surfer.Like),
        stocks=get_args(board_document.Stock),
        setups=tuple(tables().fins.setups),
        face_over_back=tables().waves.face_over_back,
        kinds=get_args(water.Kind),
    )
