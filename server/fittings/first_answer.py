"""What a ticket is answered first, in three words: kind, litres, board."""

from __future__ import annotations

from dataclasses import dataclass

from chord_core.fit.answer.size import Sized
from fittings.answers import judge_ticket
from fittings.models import Fitting


@dataclass(frozen=True)
class First:
    """The kind that leads, the litres that are meant, the first board of the rack if one is open."""

    family: str
    target_l: float
    board_id: int | None


def first_answer(fitting: Fitting) -> First | None:
    """By the numbers in use; None while mass or level is not known, or no kind is open."""
    ticket = judge_ticket(fitting)
    if ticket.case is None:
        return None
    ranking, there = ticket.ranking, ticket.rack.ids
    sized = ranking.judged.sized if ranking else Sized(ticket.case, fitting.target_l)
    if not sized.baseline.open:
        return None
    open_ = ranking.open_first if ranking else []
    first = next((row for row in open_ if row < len(there)), None)
    return First(
        family=sized.baseline.families[0].name,
        target_l=round(float(sized.sizing.target_l), 2),
        board_id=None if first is None else there[first],
    )
