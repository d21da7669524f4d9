"""The craft's constants as attributes; what each is, its range and its reason stand in ``craft.json``."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, eq=False)
class Constants:
    """A value for every row of ``craft.json``, by its name; compared by identity."""

    lay_arm_m: float
    lay_arm_stand_up_m: float
    lay_righting: float
    lay_rail: float
    lay_vee_deg: float
    lay_concave_deg: float
    lay_low_rail: float
    lay_dropped_edge: float
    lay_soft: float
    lean_vee_deg: float
    lean_low_rail: float
    nose_clear: float
    nose_soft: float
    nose_volume: float
    nose_recovers: float
    catch_roll_deg: float
    catch_contact: float
    catch_soft_m: float
    hold_soft_m_s: float
    hold_area: float
    hold_weight: float
    hold_dropped_m2: float
    hold_notch: float
    hold_channel: float
    hold_impact: float
    turn_flex: float
    planing_flex: float
    impact_flex: float
    drive_flex: float
    drive_vee: float
    vee_rear: float
    vee_front: float
    vee_soft_edge_deg: float
    vee_channel: float
    roll_arm_m: float
    roll_speed_m_s: float
    roll_righting: float
    chop_speed_m_s: float
    chop_rider: float
    chop_drag: float
    chop_damping: float
    drag_least: float
    along_slope: float
    along_sigma: float
    catch_crest: float
    stand_soft: float
    lean_soft_deg: float
    stand_margin: float
    stand_enough: float
    foam_at_green: float
    pump_roll: float
    nerve_soft: float
    entry_soft_s: float
    entry_pitch_slope: float
    entry_pitch_soft: float
    style_room_m: float
    style_room_soft: float
    style_radius_soft: float
    style_loose: float
    style_loose_soft: float
    style_roll_soft: float
    style_swing_rider: float
    style_nose: float
    style_nose_soft: float
    style_carve_m: float
    style_carve_soft: float
    style_drive_m_s: float
    style_drive_soft: float
    growth_litres: float
    growth_length: float
    growth_width: float
    learn_soft: float
    walk_m: float
    rest_s: float
    foam_of_face: float
