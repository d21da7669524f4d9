"""Choices of the craft that shape a hull, each with its reason. Ranges in brackets."""

from __future__ import annotations

#: Lowest point of the bottom, as a share of length from the tail [.44-.50]: common on templates.
LOW_POINT_SHARE = 0.47
#: How the bottom rises to the nose [1.8-3]: entry rocker of common boards lies on such a curve.
NOSE_EXPONENT = 2.3
#: Thickness at the very ends as a share of the one-foot thickness [.40-.45].
END_THICKNESS_SHARE = 0.42
#: Tail block width as a share of the tail width one foot up.
TAIL_BLOCK_SHARE = {
    "pin": 0.0,
    "round pin": 0.0,
    "round": 0.0,
    "squash": 0.42,
    "square": 0.50,
    "swallow": 0.56,
    "fish": 0.72,
    "diamond": 0.34,
    "bat": 0.50,
}
#: Depth of the cut between the tips [m].
TAIL_NOTCH_M = {
    "pin": 0.0,
    "round pin": 0.0,
    "round": 0.0,
    "squash": 0.0,
    "square": 0.0,
    "swallow": 0.09,
    "fish": 0.15,
    "diamond": 0.0,
    "bat": 0.04,
}
#: Width of a nose's blunt end as a share of the nose width one foot in.
NOSE_BLOCK_SHARE = {"pointed": 0.0, "round": 0.0, "blunt": 0.25, "diamond": 0.34}
#: A wing steps in over this length of outline [m].
WING_RAMP_M = 0.04
#: Thickness of the rail as a share of the board's: low, and what a full one adds; decks that keep the
#: thickness in the middle leave thinner rails [.1-.2].
RAIL_LOW_SHARE, RAIL_FULL_ADDS, THIN_RAIL_DECKS = 0.42, 0.36, ("stepped", "hollowed over the tail")
RAIL_THINNED = 0.15
#: Section area / (width x thickness) of a dome with pinched rails; what a flat deck and full rails add (.92).
SECTION_PINCHED, SECTION_DECK_ADDS, SECTION_RAIL_ADDS = 0.80, 0.06, 0.06
#: How flat a deck is, 0 (dome) to 1 (flat), for the fullness of the section.
DECK_FLATNESS = {
    "flat": 1.0,
    "soft dome": 0.55,
    "dome": 0.0,
    "stepped": 0.45,
    "hollowed over the tail": 0.4,
}
#: Stringer: thickness [m] and density [kg/m3] of a common strip of light wood.
STRINGER_M = 0.003
STRINGER_KG_M3 = 450.0
#: Fin boxes, leash plug and their resin [kg] [.2-.4].
FITTINGS_KG = 0.25
#: Handle length of a Bezier end as a share of the way to the corner; .5523 draws an ellipse.
HANDLE_SHARE = 0.60
#: Planing beam is the mean width of this rear share of length, by where the weight stands.
PLANING_SHARE = {"even": 0.62, "back": 0.48, "front": 0.70}
#: A turning board stands on its rear .80 m: mean width there is the turning beam [m].
TURNING_M = 0.80
#: The rear foot stands about here, as a share of length: swing is taken about it.
SWING_PIVOT_SHARE = 0.20
#: The bottom touches the face at these shares of length from the tail while the nose is free.
CONTACTS = (0.08, 0.62)
#: Rear share of length that the water holds down while the weight stands at the nose.
HELD_TAIL = 0.30
#: Fullness outside which the label and the dims disagree.
LABEL_FULLNESS = (0.76, 0.95)
#: Height of the rail's widest place as a share of the thickness, low and what a full rail adds [.3-.5]: on
#: common templates it lies under the middle.
RAIL_APEX_SHARE, RAIL_APEX_ADDS = 0.32, 0.16
#: How full the section is under that place, of its box: a bottom that turns up into a soft rail over the
#: outer third, or one that is flat to a hard edge a finger's breadth from the rail [.90-.94, .96-.985].
RAIL_SOFT_FILL, RAIL_HARD_FILL = 0.92, 0.975
#: A hard edge comes out of a soft rail over this length [m] [.2-.4].
EDGE_FADES_M = 0.30
#: A solid's ends are so wide at least [m]: a mesh takes a closed end, and a shaper sands more off.
END_WIDTH_M = 0.0005
