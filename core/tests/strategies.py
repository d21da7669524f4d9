"""The design space for Hypothesis: any board of any family, surfers from child to heavy expert."""

from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.tables import families, rungs
from chord_core.units import INCH_M


def between(low: float, high: float) -> st.SearchStrategy[float]:
    return st.floats(low, high, allow_nan=False)


@st.composite
def boards(draw: st.DrawFn, family: str | None = None) -> Board:
    """A board with length, width and thickness anywhere in its family's spans, and free ends."""
    of = families()[family or draw(st.sampled_from(list(families())))]
    width = draw(between(*of.width_m))
    shift = st.floats(-0.04, 0.04)
    return Board(
        family=of.name,
        length_m=draw(between(*of.length_m)),
        width_m=width,
        thickness_m=draw(between(*of.thickness_m)),
        outline={
            "nose_width_m": min((of.nose_width_share + draw(shift)) * width, width),
            "tail_width_m": min((of.tail_width_share + draw(shift)) * width, width),
        },
        rocker={"nose_m": draw(between(0.06, 0.18)), "tail_m": draw(between(0.02, 0.09))},
    )


@st.composite
def surfers(draw: st.DrawFn) -> Surfer:
    """A surfer with mass and rung said, other facts perhaps."""
    return Surfer(
        mass_kg=draw(between(25, 120)),
        rung=draw(st.sampled_from(list(rungs()))),
        age=draw(st.none() | st.integers(7, 75)),
        fitness=draw(st.none() | st.sampled_from(["low", "fair", "good", "high"])),
        sessions_month=draw(st.none() | between(0, 20)),
        foot_weight=draw(st.none() | st.sampled_from(["front", "even", "back"])),
        aim=draw(st.none() | st.sampled_from(["progress", "more waves", "keep and share", "performance"])),
        complaints=draw(st.sampled_from([(), ("will not catch",), ("slides",)])),
        present_board=draw(st.none() | boards()),
    )


@st.composite
def waters(draw: st.DrawFn) -> Water:
    """Sea water from knee-high to three metres."""
    return Water(
        usual_m=draw(between(0.4, 3.0)),
        steepness=draw(st.none() | st.sampled_from(["crumbly", "soft", "average", "steep", "hollow"])),
    )


@st.composite
def riders(draw: st.DrawFn) -> Surfer:
    """A prone surfer of any rung from a light teenager to a heavy adult."""
    return Surfer(
        mass_kg=draw(between(45, 110)),
        rung=draw(st.sampled_from(list(rungs()))),
        fitness=draw(st.sampled_from(["low", "fair", "good", "high"])),
        foot_weight=draw(st.sampled_from(["front", "even", "back"])),
        style=draw(st.sampled_from(["active", "relaxed"])),
        craft="prone",
    )


@st.composite
def seas(draw: st.DrawFn) -> Water:
    """Sea water from knee-high to double overhead, with wind perhaps."""
    return Water(
        usual_m=draw(between(0.4, 2.5)),
        steepness=draw(st.sampled_from(["crumbly", "soft", "average", "steep", "hollow"])),
        wind=draw(st.sampled_from(["offshore", "none", "cross", "onshore"])),
    )


def inches(family: str, length: float, width: float, thickness: float, **more: object) -> Board:
    """A board by its dims in inches."""
    return Board(
        family=family,
        length_m=length * INCH_M,
        width_m=width * INCH_M,
        thickness_m=thickness * INCH_M,
        **more,
    )
