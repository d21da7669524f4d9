"""Draw the figures of docs/model.md. Run in the environment: ``python -m tooling.draw_figures FOLDER``."""

from __future__ import annotations

import json
import sys
from collections.abc import Sequence
from pathlib import Path

import matplotlib as mpl
import numpy as np
from matplotlib.axes import Axes
from matplotlib.figure import Figure

from chord_core.documents import Board, Surfer, Water, parse
from chord_core.hull.fleet import fleet_of
from chord_core.hull.hull import hull_of
from chord_core.hull.label import labelled_hulls
from chord_core.ride.fins import fins_of
from chord_core.ride.paddle import paddling_drag
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.rides import product_of
from chord_core.ride.turn import turn_radius
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.units import INCH_M
from chord_core.water.conditions import conditions_with_defaults
from chord_core.water.face import Face

INK, SEA, PENCIL, WOOD, LINE = "#1d3a3c", "#2f6464", "#d2622a", "#8a7440", "#b9c3b8"
STROKES = (("-", INK), ("--", SEA), ("-.", PENCIL), (":", WOOD), ((0, (6, 2, 1, 2)), "#7a4f7a"))
#: The boards of docs/model.md, "sizes to expect": family, length, width, thickness, nose, tail, rockers [in].
KNOWN = (
    ("performance shortboard", 69, 19, 2.35, 11.5, 14.2, 5.6, 2.5),
    ("groveler", 66, 22, 2.65, 15.5, 17.5, 3.5, 1.2),
    ("mini-mal", 86, 22, 3.0, 16.5, 15.5, 4.5, 2.3),
    ("long soft-top", 110, 22.75, 3.0, 18, 15, 4.0, 2.5),
    ("gun", 84, 19, 2.75, 11.5, 12, 6, 3.2),
)


def known() -> list[Board]:
    """The five boards."""
    made = []
    for family, *inches in KNOWN:
        length, width, thickness, nose, tail, rise, kick = (value * INCH_M for value in inches)
        made.append(
            Board.model_validate(
                {
                    "family": family,
                    "length_m": length,
                    "width_m": width,
                    "thickness_m": thickness,
                    "outline": {"nose_width_m": nose, "tail_width_m": tail},
                    "rocker": {"nose_m": rise, "tail_m": kick},
                }
            )
        )
    return made


def out(boards: Sequence[Board], fast: bool = True, **facts: object) -> FleetRide:
    """The boards under a rider of 75 kg in average waves."""
    surfer = Surfer.model_validate(
        {"mass_kg": 75, "height_m": 1.78, "rung": "carving", "wetsuit_mm": 2, **facts}
    )
    rider, _ = rider_with_defaults(surfer)
    conditions, _ = conditions_with_defaults(Water(usual_m=1.2), rider.height_m)
    return build_fleet_ride(labelled_hulls(boards), fins_of(boards), rider, conditions, fast)


def drag(axes: Axes) -> None:
    """Drag against speed by its parts."""
    fleet_ride = out(known()[:1])
    speeds = np.linspace(0.4, 3.2, 90)
    parts = [paddling_drag(fleet_ride.paddle_state.immersed, np.array([v]), 1025.0) for v in speeds]
    rows = [np.array([getattr(part, name)[0] for part in parts]) for name in ("friction", "body", "wave")]
    colours = ("#cfdcd6", "#9fbab1", SEA)
    axes.stackplot(speeds, *rows, labels=("friction", "body in the water", "waves"), colors=colours)
    planing = np.linspace(1.8, 3.2, 40)
    weight = fleet_ride.weight_n[0]
    planed = [fleet_ride.planing_at(float(v)).drag_of_weight[0] * weight for v in planing]
    axes.plot(planing, planed, color=PENCIL, label="planing")
    axes.axvline(fleet_ride.paddle_state.sprint_m_s[0], color=INK, lw=0.8, ls=":")
    axes.annotate(
        "sprint",
        (fleet_ride.paddle_state.sprint_m_s[0], 330),
        color=INK,
        ha="right",
        xytext=(-3, 0),
        textcoords="offset points",
    )
    axes.set(xlabel="speed, m/s", ylabel="drag, N", ylim=(0, 360), xlim=(0.4, 3.2))
    axes.legend(frameon=False, loc="upper left")


def takeoff(axes: Axes) -> None:
    """Take-off threshold over height."""
    heights = np.linspace(0.25, 4.0, 120)
    threshold = out(known()).paddle_state.threshold(heights)
    for (stroke, colour), row, (family, *_) in zip(STROKES, threshold, KNOWN, strict=True):
        axes.plot(heights, row, ls=stroke, color=colour, label=family)
    for name, slope in (("crumbly", 0.30), ("average", 0.46), ("steep", 0.62), ("hollow", 0.90)):
        axes.axhline(slope, color=LINE, lw=0.8)
        axes.annotate(name, (4.0, slope), ha="right", va="bottom", color="#5b7370", fontsize=8)
    axes.set(xlabel="face height, m", ylabel="least slope that is caught", ylim=(0, 1.1), xlim=(0.25, 4.0))
    axes.legend(frameon=False, loc="upper left")


def turn(axes: Axes) -> None:
    """Polar of a turn: how far from where it began after so many degrees."""
    boards = known()
    radius = turn_radius(hull_of(fleet_of(boards)), fins_of(boards))
    heading = np.linspace(0, np.pi, 90)
    for (stroke, colour), r, (family, *_) in zip(STROKES, radius, KNOWN, strict=True):
        axes.plot(heading, 2 * r * np.sin(heading / 2), ls=stroke, color=colour, label=f"{family}, {r:.1f} m")
    axes.set_thetamax(180)  # type: ignore[attr-defined]
    axes.set_rlabel_position(90)  # type: ignore[attr-defined]
    axes.legend(frameon=False, loc="upper center", bbox_to_anchor=(0.5, 0.02), ncols=2)


def coverage(figure: Figure) -> None:
    """Coverage maps of the five boards: works share over face height and slope."""
    heights, slopes = np.geomspace(0.25, 4.0, 60), np.geomspace(0.2, 1.2, 50)
    height, slope = np.meshgrid(heights, slopes, indexing="ij")
    fleet_ride = out(known())
    works = product_of(fleet_ride.factors(Face(height.ravel(), slope.ravel()))).reshape(
        len(KNOWN), *height.shape
    )
    ticks = (0.25, 0.5, 1, 2, 4)
    for i, (family, *_) in enumerate(KNOWN):
        axes = figure.add_subplot(1, 5, i + 1)
        drawn = axes.contourf(
            slopes, heights, works[i], levels=np.linspace(0, 0.8, 9), cmap="GnBu", extend="max"
        )
        axes.contour(slopes, heights, works[i], levels=[0.25], colors=PENCIL, linewidths=0.9)
        axes.set(xscale="log", yscale="log", title=family, xlabel="slope")
        axes.set_yticks(ticks, [f"{t:g}" for t in ticks] if i == 0 else [])
        axes.set_xticks((0.3, 0.46, 0.9), ("0.3", "0.46", "0.9"))
        axes.minorticks_off()
        axes.title.set_fontsize(9)
        if i == 0:
            axes.set_ylabel("face height, m")
    figure.colorbar(drawn, ax=figure.axes, label="works share", shrink=0.9, pad=0.01)


def labels(axes: Axes) -> None:
    """Litres against the label: the demo shop's boards."""
    rows = json.loads(
        (Path(__file__).resolve().parent.parent / "demo" / "boards.json").read_text(encoding="utf-8")
    )
    boards = [parse(Board, row) for row in (rows["boards"] if isinstance(rows, dict) else rows)]
    said = [board for board in boards if board.stated_litres]
    computed = hull_of(fleet_of(said)).litres
    stated = np.array([board.stated_litres for board in said], float)
    axes.plot([15, 110], [15, 110], color=LINE, lw=1)
    axes.fill_between([15, 110], [15 * 0.94, 110 * 0.94], [15 * 1.06, 110 * 1.06], color="#e9ece3")
    axes.plot(stated, computed, "o", color=SEA, ms=4, mfc="none")
    axes.set(xlabel="litres on the label", ylabel="litres from the dims", xscale="log", yscale="log")
    ticks = (20, 30, 40, 60, 80, 100)
    axes.set_xticks(ticks, [str(t) for t in ticks])
    axes.set_yticks(ticks, [str(t) for t in ticks])
    axes.minorticks_off()


def main(folder: Path) -> None:
    """Draw all of them."""
    mpl.rcParams.update(
        {
            "font.size": 9,
            "axes.spines.top": False,
            "axes.spines.right": False,
            "axes.edgecolor": INK,
            "text.color": INK,
            "axes.labelcolor": INK,
            "xtick.color": INK,
            "ytick.color": INK,
            "svg.hashsalt": "chord",
        }
    )
    folder.mkdir(parents=True, exist_ok=True)
    plain = {"drag": drag, "take-off": takeoff, "labels": labels}
    for name, draw in plain.items():
        figure = Figure(figsize=(6, 3.6), layout="constrained")
        draw(figure.subplots())
        figure.savefig(folder / f"{name}.svg", metadata={"Date": None})
    figure = Figure(figsize=(6, 4.4), layout="constrained")
    turn(figure.add_subplot(projection="polar"))
    figure.savefig(folder / "turn.svg", metadata={"Date": None})
    figure = Figure(figsize=(10, 3), layout="constrained")
    coverage(figure)
    figure.savefig(folder / "coverage.svg", metadata={"Date": None})


if __name__ == "__main__":
    main(Path(sys.argv[1]))
