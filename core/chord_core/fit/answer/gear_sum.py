"""All in: the lines of the sum, the budget, what to leave out first; and what the present board brings."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from decimal import Decimal

from chord_core.documents.board import Board
from chord_core.documents.verbs.gear import (
    FinFit,
    GearRequest,
    Instalments,
    LineCode,
    LookName,
    Seen,
    Sum,
    SumLine,
    TradeInLooks,
    TradeInValue,
)
from chord_core.errors import ChordError
from chord_core.fit.answer.gear_fins import picked_of
from chord_core.fit.rules.costs import instalments
from chord_core.fit.rules.fin_sets import boxes_take
from chord_core.fit.rules.gear import build_of, soaked_says, takes_wax, wax_for, worth_in_trade
from chord_core.fit.rules.terms import currency, money, prices, tax_in, terms
from chord_core.hull.label import labelled_hulls
from chord_core.tables import tables

_ZERO = Decimal("0.00")
_LOOKS: tuple[LookName, ...] = ("buckles", "pressed_deck", "stains", "repairs", "cracked_boxes")


def _weighed(board: Board, told: Seen | None) -> tuple[Seen, str]:
    """How heavy the present board is for its dims: as told, else by the shop's scale."""
    if told is not None or board.mass_kg is None:
        return told or "none", ""
    says = soaked_says(board, float(labelled_hulls([board]).computed_mass_kg()[0]))
    return ("some", says) if says else ("none", "")


def _condition(looks: TradeInLooks, board: Board) -> tuple[float, list[str]]:
    """Share of the condition that is left after six looks, 0-1, and what was seen."""
    left, said = 1.0, []
    heavy, scale_says = _weighed(board, looks.heavy)
    seen: list[tuple[LookName, Seen]] = [(name, getattr(looks, name)) for name in _LOOKS]
    for name, how in [*seen, ("heavy", heavy)]:
        if how == "none":
            continue
        row = tables().gear.trade_in.looks[name]
        left *= row.some if how == "some" else row.much
        shown = row.some_says if how == "some" else row.much_says
        said.append(scale_says if name == "heavy" and scale_says else shown)
    return left, said


def value_of(request: GearRequest) -> TradeInValue | None:
    """What the present board is worth in payment: price x share x life left x condition; None where none is
    given in payment.

    Raises:
        ChordError: something is given in payment and no present board is known.
    """
    looks, board = request.trade_in, request.surfer.present_board
    if looks is None:
        return None
    if board is None:
        raise ChordError("trade_in", None, "no present board is known that could be given in payment")
    return worth_of_looks(board, looks)


def worth_of_looks(board: Board, looks: TradeInLooks) -> TradeInValue:
    """What a used board is worth in payment as it was looked at, with reasons; null while it is not known
    what it cost new."""
    price = board.price if looks.price is None else looks.price
    if price is None:
        return TradeInValue(value=None, reasons=("What did it cost new?",))
    left, said = _condition(looks, board)
    value = money(worth_in_trade(board, price, looks.sessions or 0.0, left))
    lives = tables().gear.builds[build_of(board)].life
    lived = [f"{looks.sessions:.0f} of about {lives:.0f} sessions behind it"] if looks.sessions else []
    return TradeInValue(value=value, reasons=(*lived, *(said or ["sound"])))


def _fins_line(request: GearRequest, fins: tuple[FinFit, ...]) -> SumLine:
    """Fins: with the board, the customer's own where they go in, those that are sold, else any."""
    own, picked = request.present_fins, picked_of(request, fins)
    if request.picked_fins is None:
        if request.board.fins_included:
            return SumLine(code="fins", says="fins are with the board", price=_ZERO)
        if own is not None and boxes_take(request.board, own):
            return SumLine(code="fins", says=f"their own go on: {own.name}", price=_ZERO)
    if picked is not None:
        return SumLine(code="fins", says=picked.name, price=picked.price)
    return SumLine(code="fins", says="a set of fins", price=money(prices().fins))


def _wax(water_c: float | None) -> str:
    """The wax for the water, where it is known how warm that is."""
    return "wax" if water_c is None else f"wax, {wax_for(water_c)}"


def _lines(request: GearRequest, fins: tuple[FinFit, ...]) -> list[SumLine]:
    board, own = request.board, prices()
    cover: LineCode = "wax" if takes_wax(board) else "pad"
    cost: dict[str, tuple[str, float]] = {
        "wax": (_wax(request.water_c), own.wax),
        "pad": ("tail pad", own.pad),
        "bag": ("bag", own.bag),
        "kit": ("repair kit", own.kit),
    }

    def plain(code: LineCode) -> SumLine:
        says, price = cost[code]
        return SumLine(code=code, says=says, price=money(price))

    name = board.name or board.family
    return [
        SumLine(code="board", says=name, price=None if board.price is None else money(board.price)),
        _fins_line(request, fins),
        SumLine(code="leash", says="leash", price=money(own.leash)),
        plain(cover),
        *(plain(extra) for extra in dict.fromkeys(request.extras)),
    ]


def _left_out(lines: Sequence[SumLine], over: Decimal) -> list[str]:
    """What to leave out first, in order, until the rest is within the budget; all of it where that is not
    enough."""
    prices = {line.code: line.price or _ZERO for line in lines}
    found: list[str] = []
    for code in tables().gear.leave_out:
        if over > 0 and prices.get(code, _ZERO) > 0:
            found.append(code)
            over -= prices[code]
    return found


def _over_months(total: Decimal) -> Iterator[Instalments]:
    for months in tables().gear.instalments:
        first, each = instalments(total, months)
        yield Instalments(months=months, first=first, each=each)


def sum_of(request: GearRequest, fins: tuple[FinFit, ...], traded: TradeInValue | None) -> Sum:
    """Lines and total, to the smallest coin; against the budget of the request, else the surfer's."""
    lines = _lines(request, fins)
    sold = sum((line.price for line in lines if line.price is not None), _ZERO)
    tax = tax_in(sold)
    if tax and terms().tax_added:
        lines.append(SumLine(code="tax", says=f"tax, {terms().tax_percent:g} %", price=tax))
    if traded is not None and traded.value is not None:
        lines.append(SumLine(code="trade_in", says="their board in payment", price=-traded.value))
    total = sum((line.price for line in lines if line.price is not None), _ZERO)
    budget = request.surfer.budget if request.budget is None else request.budget
    over = None if not budget or total <= money(budget) else total - money(budget)
    return Sum.model_validate(
        {
            "currency": currency(),
            "lines": tuple(lines),
            "tax_in_it": tax if tax and not terms().tax_added else None,
            "total": total,
            "over": over,
            "leave_out": tuple(_left_out(lines, over)) if over else (),
            "instalments": tuple(_over_months(total)) if total > 0 else (),
        }
    )
