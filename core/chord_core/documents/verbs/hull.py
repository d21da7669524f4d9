"""``hull`` and ``still``: a board's shape, and what it does under nobody."""

from __future__ import annotations

from chord_core.documents.base import Document, Result
from chord_core.documents.board import Board
from chord_core.documents.why import Derivation


class HullRequest(Document):
    """``hull`` reads one board."""

    board: Board


class Label(Result):
    """Label check: litres as stated and computed, the section fullness the label needs, a sentence."""

    stated_l: float | None
    computed_l: float
    fullness: float | None
    agrees: bool | None
    says: str


class Curves(Result):
    """The drawn board at stations from the tail [m]: half-width, cut between the tips, bottom,
    thickness [m] and section area [m2]."""

    from_tail_m: tuple[float, ...]
    half_width_m: tuple[float, ...]
    notch_half_m: tuple[float, ...]
    rocker_m: tuple[float, ...]
    thickness_m: tuple[float, ...]
    section_m2: tuple[float, ...]


class Dims(Result):
    """The line of dims, written as shapers do and in metric."""

    imperial: str
    metric: str


class Bottom(Result):
    """The bottom by halves [deg, over the half planing beam], the deadrise that planing feels, and the side
    area of channels [m2]."""

    vee_front_deg: float
    vee_rear_deg: float
    concave_rear_deg: float
    deadrise_deg: float
    channel_m2: float


class HullResult(Result):
    """Answer of ``hull``. ``litres_sd``: one standard deviation of the litres from the tape, 0 where no
    station was measured."""

    line: Dims
    litres: float
    litres_sd: float
    planform_m2: float
    surface_m2: float
    mass_kg: float
    planing_beam_m: float
    turning_beam_m: float
    nose_width_m: float
    tail_width_m: float
    centre_of_volume_m: float
    thirds_l: tuple[float, float, float]
    rocker_curvature_per_m: float
    rear_curvature_per_m: float
    rail_curvature_per_m: float
    outline_curvature_per_m: float
    tail_curvature_per_m: float
    edge_m: float
    rail_thickness_m: float
    bottom: Bottom
    roll_kg_m2: float
    swing_kg_m2: float
    label: Label
    curves: Curves
    flags: tuple[str, ...]
    derivations: tuple[Derivation, ...] = ()


class StillResult(Result):
    """Answer of ``still``: what a board does by itself, under a rider of ``rider_kg`` who has no name, on sea
    water. ``turn_radius_m`` is an index."""

    rider_kg: float
    hull: HullResult
    turn_radius_m: float
    roll_time_s: float
    hold_m_s: float
    sweet_spot_m: float
    looseness: float
    pivot: float
    chop_g: float
