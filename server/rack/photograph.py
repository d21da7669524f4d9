"""The outline of a board out of one photograph from above: two points give the scale, the board is found by
its colour against what it lies on, and its widths are read across its long axis.

What is found is said with how far it may be off: the edge to a pixel or two, the scale by how well two points
can be set, and by how much the two halves differ (a camera that does not look straight down, a shadow).
"""

from __future__ import annotations

import io
import threading
from typing import Annotated

import numpy as np
from PIL import Image, ImageOps, UnidentifiedImageError
from pydantic import Field
from scipy import ndimage
from skimage.color import rgb2lab
from skimage.filters import gaussian, threshold_otsu
from skimage.measure import label

from chord_core import spoken
from chord_core.documents.base import Document, Result
from chord_core.errors import ChordError
from chord_core.hull.stations import Array
from chord_core.line import LIMITS_M
from chord_core.units import FOOT_M

#: Bytes of a picture; it is looked at with its longer side at most so long [pixels].
MOST_BYTES, _LOOKED_AT = 16 * 1024 * 1024, 1400
#: Pixels that are unpacked at most: a JPEG is unpacked at a fraction of its size, the others whole.
_MOST_PIXELS = {"JPEG": 50_000_000, "PNG": 25_000_000, "WEBP": 25_000_000}
#: One picture is unpacked at a time, for it takes some 150 MB; how long the next one waits [s].
_PATIENCE_S = 10.0
_one_at_a_time = threading.BoundedSemaphore(1)
#: How exactly a person sets a point, and how exactly an edge is found [pixels of the picture looked at].
_POINT_PX, _EDGE_PX = 1.5, 1.0
#: How exactly the tips are found along the board, and with them every place [pixels].
_PLACE_PX = 3.0
#: A board is so many times longer than wide; smaller things than this share of the picture are none.
_SLENDER, _LEAST_SHARE = (1.8, 7.0), 0.01
_BORDER = 0.03
_FORMATS = ("JPEG", "PNG", "WEBP")


class Turned(Document):
    """Whether the tail lies at the other end of the picture than was guessed."""

    turned: bool = False


class ScaleOf(Document):
    """Two points of the picture, as shares of its width and height, and how far apart they are [m]."""

    x1: Annotated[float, Field(ge=0, le=1)]
    y1: Annotated[float, Field(ge=0, le=1)]
    x2: Annotated[float, Field(ge=0, le=1)]
    y2: Annotated[float, Field(ge=0, le=1)]
    apart_m: Annotated[float, Field(ge=0.1, le=6)]


class Across(Result):
    """A width across the board: place from the tail [m], width [m] and how far it may be off [m], and its two
    ends in the picture as shares of its width and height."""

    from_tail_m: float
    width_m: float
    unsure_m: float
    left: tuple[float, float]
    right: tuple[float, float]


class PhotographOut(Result):
    """An outline that was found: length and greatest width [m], widths every half foot from the tail, the
    outline in the picture (shares of its width and height), how far a width may be off [m], and what to look
    at."""

    length_m: float
    width_m: float
    unsure_m: float
    tail: tuple[float, float]
    nose: tuple[float, float]
    widths: tuple[Across, ...]
    outline: tuple[tuple[float, float], ...]
    says: tuple[str, ...]


def _opened(raw: bytes) -> Image.Image:
    """The picture, turned as it was held.

    Raises:
        ChordError: it is too large, or no picture that is read here.
    """
    if len(raw) > MOST_BYTES:
        says = f"the picture has {len(raw) / 1e6:.0f} MB; {MOST_BYTES // 2**20} MB are taken"
        raise ChordError("picture", len(raw), says)
    try:
        # The size stands in the first bytes: it is looked at before anything is unpacked.
        with Image.open(io.BytesIO(raw), formats=_FORMATS) as picture:
            most = _MOST_PIXELS[str(picture.format)]
            if picture.width * picture.height > most:
                size = f"{picture.width} x {picture.height} pixels"
                says = f"{size} are too many: {most / 1e6:.0f} million are taken of a {picture.format}"
                raise ChordError("picture", size, says)
            picture.draft("RGB", (_LOOKED_AT, _LOOKED_AT))
            picture.thumbnail((_LOOKED_AT, _LOOKED_AT), reducing_gap=2.0)
            return ImageOps.exif_transpose(picture).convert("RGB")
    except ChordError:
        raise
    except (UnidentifiedImageError, Image.DecompressionBombError, OSError, ValueError, SyntaxError) as error:
        raise ChordError("picture", None, f"this is no whole {', '.join(_FORMATS)} picture") from error


def _board_in(picture: Image.Image) -> Array:
    """The mask of the board: the largest thing whose colour is not that of the picture's border.

    Raises:
        ChordError: nothing stands out that could be a board.
    """
    colours = rgb2lab(gaussian(np.asarray(picture) / 255, sigma=1.2, channel_axis=2))
    edge = max(int(min(colours.shape[:2]) * _BORDER), 2)
    sides = (colours[:edge], colours[-edge:], colours[:, :edge], colours[:, -edge:])
    border = np.concatenate([side.reshape(-1, 3) for side in sides])
    middle, spread = np.median(border, axis=0), np.maximum(border.std(axis=0), 2.0)
    off = np.sqrt((((colours - middle) / spread) ** 2).sum(axis=2))
    if float(np.ptp(off)) < 1e-6:
        raise ChordError("picture", None, "the picture is of one colour")
    mask = ndimage.binary_opening(off > threshold_otsu(np.minimum(off, np.quantile(off, 0.99))), iterations=2)
    parts = label(mask)
    sizes = np.bincount(parts.ravel())
    sizes[0] = 0
    if len(sizes) < 2 or sizes.max() < _LEAST_SHARE * mask.size:
        raise ChordError("picture", None, "no board stands out: lay it on something of another colour")
    return np.asarray(
        ndimage.binary_fill_holes(ndimage.binary_closing(parts == sizes.argmax(), iterations=3))
    )


def _axis(mask: Array) -> tuple[Array, Array]:
    """Middle of a mask and its long direction, in pixels (x, y)."""
    y, x = np.nonzero(mask)
    points = np.stack([x, y], axis=1).astype(float)
    middle = points.mean(axis=0)
    _, directions = np.linalg.eigh(np.cov((points - middle).T))
    return middle, directions[:, 1]


def _profile(mask: Array, middle: Array, along: Array) -> tuple[Array, Array, Array]:
    """Places along the axis [px] with how far the board reaches to either side [px], from end to end."""
    across = np.array([-along[1], along[0]])
    y, x = np.nonzero(mask)
    offsets = np.stack([x, y], axis=1) - middle
    s, t = offsets @ along, offsets @ across
    edges = np.arange(np.floor(s.min()), np.ceil(s.max()) + 1)
    which = np.digitize(s, edges) - 1
    left, right = np.full(len(edges), np.inf), np.full(len(edges), -np.inf)
    np.minimum.at(left, which, t)
    np.maximum.at(right, which, t)
    good = np.isfinite(left)
    # A pixel reaches half of its width to each side of its middle.
    return edges[good] + 0.5, -left[good] + 0.5, right[good] + 0.5


def outline_in(raw: bytes, scale: ScaleOf, turned: bool = False) -> PhotographOut:
    """Find the board in a picture and read its widths.

    Args:
        raw: the picture's file.
        turned: whether tail and nose are the other way round than they were taken.

    Raises:
        ChordError: no picture, points that do not give a scale, nothing like a board.
    """
    if not _one_at_a_time.acquire(timeout=_PATIENCE_S):
        raise ChordError("picture", None, "other pictures are being read: try again in a moment")
    try:
        picture = _opened(raw)
        mask = _board_in(picture)
    finally:
        _one_at_a_time.release()
    wide, high = picture.size
    size = np.array([wide, high], float)
    first, second = np.array([scale.x1, scale.y1]) * size, np.array([scale.x2, scale.y2]) * size
    apart_px = float(np.linalg.norm(second - first))
    if apart_px < 30:
        raise ChordError("x2", scale.x2, "the two points lie too near to each other for a scale")
    m_per_px = scale.apart_m / apart_px
    middle, along = _axis(mask)
    places, left, right = _profile(mask, middle, along)
    length_px = float(places[-1] - places[0] + 1)
    width_px = float((left + right).max())
    low, high_ = _SLENDER
    if not low < length_px / width_px < high_:
        says = "what stands out is no board: it is as wide as long, or a stick; leave more ground around it"
        raise ChordError("picture", None, says)
    if bool(mask[0].any() or mask[-1].any() or mask[:, 0].any() or mask[:, -1].any()):
        raise ChordError("picture", None, "the board reaches over the edge of the picture")
    length_m = length_px * m_per_px
    least, most = LIMITS_M["length"]
    if not least <= length_m <= most:
        allowed = f"{spoken.length(least)} to {spoken.length(most)}"
        says = f"by these points the board is {spoken.length(length_m)} long; boards are {allowed}"
        raise ChordError("apart_m", scale.apart_m, says)
    along, left, right, places = _tail_first(along, left, right, places, turned)
    made = _Found(middle, along, places, left, right, m_per_px, size)
    return made.said(length_m, scale)


def _tail_first(along: Array, left: Array, right: Array, places: Array, turned: bool) -> tuple[Array, ...]:
    """The axis turned so that it runs from the tail: the end that is wider a tenth of the way in."""
    widths = left + right
    tenth = max(len(widths) // 10, 1)
    nose_first = widths[tenth] < widths[-tenth - 1]
    if bool(nose_first) != turned:
        return -along, right[::-1], left[::-1], -places[::-1]
    return along, left, right, places


class _Found:
    """A board in a picture, from the tail on, with what it takes to say it."""

    def __init__(self, middle: Array, along: Array, places: Array, left: Array, right: Array, m_per_px: float,
                 size: Array) -> None:  # fmt: skip
        self.middle, self.along, self.size, self.m_per_px = middle, along, size, m_per_px
        self.across = np.array([-along[1], along[0]])
        self.places, self.left, self.right = places, left, right

    def at(self, s: float, t: float) -> tuple[float, float]:
        """A point as shares of the picture."""
        x, y = (self.middle + s * self.along + t * self.across) / self.size
        return float(x), float(y)

    def _width(self, place_m: float, unsure_m: float) -> Across:
        s = self.places[0] + place_m / self.m_per_px
        near = np.abs(self.places - s) <= 1.5
        # Where the outline runs away fast a width is only known as well as its place.
        some = np.abs(self.places - s) <= 6
        runs = np.polyfit(self.places[some], (self.left + self.right)[some], 1)[0]
        left, right = float(self.left[near].mean()), float(self.right[near].mean())
        return Across(
            from_tail_m=place_m,
            width_m=(left + right) * self.m_per_px,
            unsure_m=float(np.hypot(unsure_m, runs * _PLACE_PX * self.m_per_px)),
            left=self.at(s, -left),
            right=self.at(s, right),
        )

    def said(self, length_m: float, scale: ScaleOf) -> PhotographOut:
        """The outline with its error."""
        step = FOOT_M / 2
        places = np.arange(step, length_m - step / 3, step)
        width_m = float((self.left + self.right).max()) * self.m_per_px
        by_scale = _POINT_PX * np.sqrt(2) * self.m_per_px / scale.apart_m * width_m
        by_edge = _EDGE_PX * np.sqrt(2) * self.m_per_px
        odd = float(np.sqrt(np.mean((self.left - self.right) ** 2))) * self.m_per_px
        says = []
        if odd > 0.02 * width_m:
            halves = f"The two halves differ by {spoken.span(odd)}"
            says.append(f"{halves}: look straight down on the board, without a shadow.")
        if self.m_per_px > 0.003:
            says.append("The board is small in the picture: go nearer.")
        unsure_m = float(np.hypot(by_scale, by_edge)) + odd / 2
        every = slice(None, None, max(len(self.places) // 160, 1))
        upper = [self.at(s, -t) for s, t in zip(self.places[every], self.left[every], strict=True)]
        lower = [self.at(s, t) for s, t in zip(self.places[every], self.right[every], strict=True)]
        return PhotographOut(
            length_m=length_m,
            width_m=width_m,
            unsure_m=unsure_m,
            tail=self.at(float(self.places[0]), 0.0),
            nose=self.at(float(self.places[-1]), 0.0),
            widths=tuple(self._width(float(place), unsure_m) for place in places),
            outline=(*upper, *reversed(lower)),
            says=tuple(says),
        )
