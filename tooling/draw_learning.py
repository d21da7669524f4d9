"""Draw how the log learns: ``python -m tooling.draw_learning FOLDER [SURFERS]``, in the core's environment.

Surfers whose truth is drawn from the prior log sessions; drawn are the share of truths inside the bands that
should hold eight of ten, and the error of rides an hour, by how many sessions were logged.
"""

from __future__ import annotations

import sys
from pathlib import Path

import matplotlib as mpl
import numpy as np
from matplotlib.figure import Figure
from tests.logged import a_life

from chord_core.documents import LearnRequest
from chord_core.documents.verbs.learn import NextSession
from chord_core.log.learn import learn

COUNTS = (0, 1, 2, 3, 4, 6, 8, 10, 12)
SEA, PENCIL, LINE = "#2f6464", "#d2622a", "#b9c3b8"


def measured(surfers: int) -> tuple[list[float], list[float], list[float]]:
    """Share inside, and error over the prior's, by ``COUNTS``; share of counts inside too."""
    inside: list[list[float]] = [[] for _ in COUNTS]
    counted: list[list[float]] = [[] for _ in COUNTS]
    off: list[list[float]] = [[] for _ in COUNTS]
    said: list[float] = []
    for seed in range(surfers):
        life = a_life(seed, max(COUNTS) + 1)
        for i, count in enumerate(COUNTS):
            then = life.sessions[count]
            coming = NextSession(board=then.board, water=then.water, minutes=then.minutes)
            request = LearnRequest(surfer=life.surfer, sessions=life.sessions[:count], next=coming)
            predicted = learn(request).predicted
            assert predicted is not None and then.rides is not None
            low, middle, high = predicted.rate
            inside[i].append(float(low <= life.rates[count] <= high))
            counted[i].append(float(predicted.low <= then.rides <= predicted.high))
            off[i].append(abs(middle - life.rates[count]))
            if count == 8:
                said.append(abs(life.said[count] - life.rates[count]))
    ratio = float(np.mean(off[COUNTS.index(8)]) / np.mean(said))
    print("error after eight over the prior's:", round(ratio, 3))
    inner, errors, counts = ([float(np.mean(row)) for row in rows] for rows in (inside, off, counted))
    return inner, errors, counts


def main(folder: Path, surfers: int) -> None:
    """Draw it."""
    mpl.rcParams.update({"svg.hashsalt": "chord", "font.size": 9, "axes.edgecolor": LINE})
    inside, off, counted = measured(surfers)
    print("inside, rates:", [round(one, 3) for one in inside])
    print("inside, counts:", [round(one, 3) for one in counted])
    figure = Figure(figsize=(7.2, 2.8), layout="constrained")
    left, right = figure.subplots(1, 2)
    left.axhspan(0.75, 0.85, color="#dfe7e1")
    left.plot(COUNTS, inside, "o-", color=SEA, label="rides an hour")
    left.plot(COUNTS, counted, "o--", color=PENCIL, label="counts")
    left.set(ylim=(0.5, 1), xlabel="sessions logged", ylabel="share inside the bands (wanted .8)")
    left.legend(frameon=False)
    right.plot(COUNTS, off, "o-", color=SEA)
    right.set(ylim=(0, None), xlabel="sessions logged", ylabel="mean error, rides an hour")
    figure.savefig(folder / "learning.svg", metadata={"Date": None})


if __name__ == "__main__":
    main(Path(sys.argv[1]), int(sys.argv[2]) if len(sys.argv) > 2 else 200)
