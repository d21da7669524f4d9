"""The ``hull`` verb: one board as a result document."""

from __future__ import annotations

from chord_core.documents.board import Board
from chord_core.documents.verbs.hull import Bottom, Curves, Dims, HullResult
from chord_core.hull.contours import effective_deadrise
from chord_core.hull.hull import MISSED_M, Hull
from chord_core.hull.label import check_label
from chord_core.hull.measured import hulls_of
from chord_core.hull.stations import SHARE, Array
from chord_core.line import write_line

_DRAWN = 4


def _rounded(values: Array) -> tuple[float, ...]:
    return tuple(round(float(v), _DRAWN) for v in values)


def curves_of(hull: Hull, row: int = 0, every: int = 1) -> Curves:
    """The drawn curves of board ``row`` of a hull, at every ``every``-th station, to 0.1 mm."""
    cut = slice(None, None, every)
    return Curves(
        from_tail_m=_rounded((SHARE * hull.fleet.length[row])[cut]),
        half_width_m=_rounded(hull.half_width[row][cut]),
        notch_half_m=_rounded(hull.notch_half[row][cut]),
        rocker_m=_rounded(hull.rocker[row][cut]),
        thickness_m=_rounded(hull.thickness[row][cut]),
        section_m2=tuple(round(float(v), 6) for v in hull.section_m2[row][cut]),
    )


def dims_of(board: Board) -> Dims:
    """The board's line in both units, with its stated litres."""
    dims = (board.length_m, board.width_m, board.thickness_m, board.stated_litres)
    return Dims(imperial=write_line(*dims), metric=write_line(*dims, unit="metric"))


def _bottom(hull: Hull) -> Bottom:
    angles = {
        "vee_front_deg": hull.front_vee_deg,
        "vee_rear_deg": hull.rear_vee_deg,
        "concave_rear_deg": hull.rear_concave_deg,
        "deadrise_deg": effective_deadrise(hull),
        "channel_m2": hull.fleet.channel_m2,
    }
    return Bottom(**{name: float(values[0]) for name, values in angles.items()})


def _flags(hull: Hull) -> tuple[str, ...]:
    if hull.missed_m[0] <= MISSED_M:
        return ()
    return (
        f"No fair curve meets the one-foot widths; the drawn one misses by {hull.missed_m[0] * 1e3:.0f} mm.",
    )


def describe_hull(board: Board) -> HullResult:
    """Compute what a board is, without a rider: litres, area, thirds, mass, curvature, swing, label.

    Raises:
        ChordError: the document itself is refused on construction, never here.
    """
    hull = hulls_of([board])
    fleet = hull.fleet
    return HullResult(
        line=dims_of(board),
        litres=float(hull.litres[0]),
        litres_sd=float(hull.unsure_l[0]),
        planform_m2=float(hull.planform_m2[0]),
        mass_kg=float(hull.mass_kg[0]),
        surface_m2=float(hull.surface_m2[0]),
        turning_beam_m=float(hull.turning_beam_m[0]),
        planing_beam_m=float(hull.planing_beam_m()[0]),
        nose_width_m=float(fleet.nose_width[0]),
        tail_width_m=float(fleet.tail_width[0]),
        centre_of_volume_m=float(hull.centre_of_volume_m[0]),
        thirds_l=tuple(float(v) * 1e3 for v in hull.thirds_m3[0]),
        rocker_curvature_per_m=float(hull.rocker_curvature[0]),
        rear_curvature_per_m=float(hull.rear_curvature[0]),
        rail_curvature_per_m=float(hull.rail_curvature[0]),
        outline_curvature_per_m=float(hull.outline_curvature[0]),
        tail_curvature_per_m=float(hull.tail_curvature[0]),
        edge_m=float(hull.edge_m[0]),
        rail_thickness_m=float(fleet.rail_thickness[0]),
        bottom=_bottom(hull),
        roll_kg_m2=float(hull.roll_kg_m2[0]),
        swing_kg_m2=float(hull.swing_kg_m2[0]),
        label=check_label(hull, board.stated_litres),
        curves=curves_of(hull),
        flags=_flags(hull),
    )
