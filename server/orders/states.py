"""The steps of an order, in their order, and which of them ask for a reason."""

from typing import Literal, get_args

State = Literal[
    "quoted", "ordered", "deposit", "shaping", "glassing", "arrived", "collected", "hung", "called off"
]
STATES: tuple[State, ...] = get_args(State)
#: Who walks these in turn says no more than that it is done.
STEPS: tuple[State, ...] = ("quoted", "ordered", "deposit", "shaping", "glassing", "arrived", "collected")
#: Nothing more is waited for.
ENDED: tuple[State, ...] = ("collected", "hung", "called off")
#: From here on the shaper has begun: the board is what it is.
BEGUN: tuple[State, ...] = ("shaping", "glassing", "arrived", *ENDED)


def state_named(name: str) -> State:
    """The state of this name, as a row keeps it."""
    return STATES[STATES.index(name)]


def next_steps(state: State) -> tuple[State, ...]:
    """The steps that follow without a reason: the next one; who is here goes to the surfer or the wall."""
    if state == "arrived":
        return ("collected", "hung")
    if state not in STEPS or state == STEPS[-1]:
        return ()
    return (STEPS[STEPS.index(state) + 1],)
