"""Draws the demo's photograph: a board of the core on sand, seen from above, a tape beside it. Run in the
environment; ``./chord figures`` calls it."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

import numpy as np
from PIL import Image, ImageDraw, ImageFilter

from chord_core.documents import Board
from chord_core.hull.measured import hulls_of
from chord_core.hull.stations import SHARE

#: Nobody's board.
BOARD = Board(
    name="Bobbin",
    family="mini-mal",
    length_m=2.2352,
    width_m=0.5461,
    thickness_m=0.073,
    outline={"nose_width_m": 0.415, "tail_width_m": 0.38},
)
_SIZE = (1400, 620)
_SAND, _FOAM, _TAPE = (201, 184, 148), (243, 240, 228), (214, 170, 60)
TAPE_M = 2.0


@dataclass(frozen=True)
class Drawn:
    """A picture, and the two ends of its tape as shares of its width and height."""

    picture: Image.Image
    tape: tuple[tuple[float, float], tuple[float, float]]


def draw_photograph(
    board: Board = BOARD,
    px_per_m: float = 520.0,
    turned_deg: float = 4.0,
    seed: int = 3,
    foam: tuple[int, int, int] = _FOAM,
) -> Drawn:
    """A board on sand with a tape of two metres beside it.

    Args:
        turned_deg: how the board lies against the picture's edge.
        foam: the board's colour.
    """
    rng = np.random.default_rng(seed)
    sand = np.clip(np.array(_SAND) + rng.normal(0, 9, (_SIZE[1], _SIZE[0], 1)), 0, 255).astype(np.uint8)
    picture = Image.fromarray(sand)
    pen = ImageDraw.Draw(picture)
    hull = hulls_of([board])
    along, half = SHARE * board.length_m, hull.half_width[0]
    turn = np.radians(turned_deg)
    axes = np.array([[np.cos(turn), np.sin(turn)], [-np.sin(turn), np.cos(turn)]])
    middle = np.array([_SIZE[0] / 2, _SIZE[1] * 0.46])

    def at(x: float, y: float) -> tuple[float, float]:
        point = middle + px_per_m * (np.array([x - board.length_m / 2, y]) @ axes)
        return float(point[0]), float(point[1])

    outline = [at(x, -h) for x, h in zip(along, half, strict=True)]
    outline += [at(x, h) for x, h in zip(along[::-1], half[::-1], strict=True)]
    pen.polygon(outline, fill=foam)
    pen.line([at(0.02, 0), at(board.length_m - 0.02, 0)], fill=(160, 140, 100), width=2)
    ends = at(0.1, 0.46), at(0.1 + TAPE_M, 0.46)
    pen.line(ends, fill=_TAPE, width=9)
    for i in range(int(TAPE_M * 10) + 1):
        pen.line([at(0.1 + i / 10, 0.46), at(0.1 + i / 10, 0.475)], fill=(40, 40, 40), width=2)
    soft = picture.filter(ImageFilter.GaussianBlur(0.8))
    shares = tuple((x / _SIZE[0], y / _SIZE[1]) for x, y in ends)
    return Drawn(soft, (shares[0], shares[1]))


def main(folder: Path) -> None:
    """Write the demo's photograph."""
    folder.mkdir(parents=True, exist_ok=True)
    draw_photograph().picture.save(folder / "board-on-sand.jpg", quality=82)


if __name__ == "__main__":
    main(Path(__file__).resolve().parent.parent / "demo" / "pictures")
