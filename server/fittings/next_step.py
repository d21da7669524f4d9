"""How long the board on the bench of a ticket serves, and what comes after it, in a sentence."""

from chord_core.documents import Board, PlanRequest
from chord_core.fit.answer.plan import next_step
from chord_core.tables import kept_by_tables
from fittings.answers import Said, judge_ticket, said_of
from fittings.documents import NextStep
from fittings.models import Fitting

#: Sentences that are kept: each looked three years ahead.
_KEPT = 256
#: What a board is called that has no name of its own.
_THIS = "this one"


@kept_by_tables(_KEPT)
def _says(said: Said, board: Board) -> str:
    named = board.model_copy(update={"name": board.name or _THIS})
    return next_step(PlanRequest(surfer=said.surfer, water=said.water, boards=(named,)))


def build_next_step(fitting: Fitting, preferred: int | None = None) -> NextStep:
    """The sentence; empty where no board lies there, or it does not serve."""
    said, ticket = said_of(fitting), judge_ticket(fitting, preferred=preferred)
    if said is None or ticket.bench is None:
        return NextStep(version=fitting.version, says="")
    return NextStep(version=fitting.version, says=_says(said, ticket.fleet.boards[ticket.bench]))
