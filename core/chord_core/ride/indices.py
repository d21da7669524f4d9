"""The craft's indices and chances: each formula once, evaluated by the ride and shown by the derivations.

The constants are fitted to the order of boards on which shapers and riders agree, not measured; they stand in
``tables/craft.json`` with ranges and reasons.
"""

from __future__ import annotations

from chord_core.ride.formula import CRAFT, Formula

_SAVITSKY_HOLDS = "wetted length to 4 beams, speed coefficient .6-13, trim 2-15 degrees"
_MASS = ("kg", "mass of the rider")
_RHO = ("kg/m3", "density of the water")
_SPEED = ("m/s", "speed along the wall, or the river's flow")
_SWING = ("kg m2", "swing weight")
_YAW = ("", "yaw stiffness of the fins, medium thruster 1")
_HEIGHT = ("m", "height of the face")
_SLOPE = ("", "steepest slope of the face")
_SOFT = ("", "softness")

TURN_RADIUS = Formula(
    "turn_radius_m",
    "Turn radius, an index",
    "({turn_wide} - {turn_block} * B) * (J / {turn_swing_kg_m2})**{turn_swing}"
    " * max(Y, {turn_yaw_least})**{turn_yaw}"
    " / (max({turn_rail} * k + {turn_outline} * o, {turn_curve_least}) * z)",
    "m",
    CRAFT,
    {
        "B": ("", "tail block over the one-foot width"),
        "J": _SWING,
        "Y": _YAW,
        "k": ("1/m", "curve of the rail line, with flex"),
        "o": ("1/m", "curve of the outline"),
        "z": ("", "bite of edge, rails and fins"),
    },
)
LOOSENESS = Formula(
    "looseness",
    "How freely the tail yaws",
    "1 / ({loose_yaw} * Y * {loose_kg} / M + {loose_swing} * J)",
    "",
    CRAFT,
    {"Y": _YAW, "M": _MASS, "J": _SWING},
)
PIVOT = Formula(
    "pivot",
    "Turned from the tail (over .5) or laid on the rail",
    "max(k, 0) / {pivot_curve} * T / {pivot_tail_m} * sqrt(d / {pivot_depth_m})",
    "",
    CRAFT,
    {
        "k": ("1/m", "curve of the last quarter"),
        "T": ("m", "tail one foot in"),
        "d": ("m", "deepest fin"),
    },
)
DRIVE = Formula(
    "drive",
    "What a pushed tail gives back",
    "l * (1 - {drive_flex} * (f - 1))",
    "",
    "Savitsky 1964, lift with deadrise over flat; flex: " + CRAFT,
    {
        "l": ("", "lift of the tail's bottom over that of a flat one at the load of a turn"),
        "f": ("", "flex, PU 1"),
    },
)
LAY_OVER = Formula(
    "lay_over",
    "Bank to which it can be laid, 1 is on the rail",
    "M * g * y / ({lay_righting} * rho / 2 * V**2 * b**3 + {lay_rail} * rho * g * t * b**2)",
    "",
    "moments of rider and planing beam; shares: " + CRAFT,
    {
        "M": _MASS,
        "g": ("m/s2", "gravity"),
        "y": ("m", "arm of the rider's weight"),
        "rho": _RHO,
        "V": _SPEED,
        "b": ("m", "beam that rights, less for vee and low rails"),
        "t": ("m", "rail thickness"),
    },
)
ROLL_TIME = Formula(
    "roll_time_s",
    "Time to roll by 30 degrees",
    "sqrt(2 * pi / 6 * I / max(m - w, 0.1 * m))",
    "s",
    "inertia with added mass (Newman 1977); arm: " + CRAFT,
    {
        "I": ("kg m2", "roll inertia with the water that moves"),
        "m": ("N m", "moment of the rider"),
        "w": ("N m", "what the beam rights"),
    },
)
LEAN = Formula(
    "lean_deg",
    "Lean before the weight is outside of the beam",
    "atan(b / 2 / ({mass_at} * h)) * 180 / pi",
    "deg",
    "geometry; vee and low rails: " + CRAFT,
    {"b": ("m", "beam that bears a leaning rider"), "h": ("m", "height of the rider")},
)
STEADINESS = Formula(
    "steadiness",
    "How steady it is at rest under a standing rider",
    "rho * I / (M * {mass_at} * h)",
    "",
    "metacentre of a shallow hull: righting moment over that of the rider's mass",
    {
        "rho": _RHO,
        "I": ("m4", "integral of 2/3 half-width cubed"),
        "M": ("kg", "rider with wetsuit and kit"),
        "h": ("m", "height of the rider"),
    },
)
_VOLUME = ("m3", "volume of the board")
_BOARD = ("kg", "mass of the board")
_RIDER = ("kg", "rider with wetsuit and kit")
LIFT_SHARE = Formula(
    "lift_share",
    "Share of the rider that the board bears",
    "(rho * V - m) / M",
    "",
    "Archimedes",
    {"rho": _RHO, "V": _VOLUME, "m": _BOARD, "M": _RIDER},
)
RESERVE = Formula(
    "reserve",
    "Float left over",
    "(rho * V - m - K) / M",
    "",
    "Archimedes",
    {"rho": _RHO, "V": _VOLUME, "m": _BOARD, "K": _RIDER, "M": _MASS},
)
DUCK_DIVE = Formula(
    "duck_dive",
    "How hard it is to sink",
    "l / {press_share}",
    "",
    "lift over what the arms press; under .65 easy, to .90 with technique",
    {"l": ("", "share of the rider that the board bears")},
)
CHOP = Formula(
    "chop_g",
    "How hard chop hits",
    "h / D**{chop_damping} * (1 - {impact_flex} * (f - 1))",
    "g",
    "Savitsky & Brown 1976, read as an order: boards have less deadrise than its hulls",
    {
        "h": ("g", "impact of the bare hull at 5 m/s in this chop"),
        "D": ("", "damping of the build, PU 1"),
        "f": ("", "flex, PU 1"),
    },
    "3-5 beams long, trim 3-7, deadrise 10-30 degrees",
)
HOLD = Formula(
    "hold_m_s",
    "Speed at which the tail lets go",
    "v / (1 + {hold_impact} * max(a - {hold_impact_from_g}, 0))",
    "m/s",
    "Savitsky's lift of the tail at 8 degrees; fins by Helmbold 1942; rails and chop: " + CRAFT,
    {"v": ("m/s", "the same on smooth water"), "a": ("g", "impact of chop")},
    _SAVITSKY_HOLDS,
)

CATCH = Formula(
    "factors.catch",
    "Share of the crest that can be caught",
    "1 - exp(-{catch_crest} * ln(1 + min(s / t, 1000000)**10) / 10)",
    "",
    "slope falls off along the crest; " + CRAFT,
    {"s": _SLOPE, "t": ("", "least slope that is caught")},
)
KEEP = Formula(
    "factors.keep",
    "Share of the ride that it keeps running",
    "S(1.7 * ln(k) / {along_sigma})",
    "",
    "slopes along a ride are log-normal; " + CRAFT,
    {"k": ("", "what the face gives over what trim needs")},
)
TAIL_HOLDS = Formula(
    "factors.hold",
    "Chance that the tail holds",
    "S((v - V) / {hold_soft_m_s})",
    "",
    CRAFT,
    {"v": ("m/s", "speed at which it lets go"), "V": _SPEED},
)
NERVE = Formula(
    "factors.nerve",
    "Ease at this height",
    "S(ln(C / H) / {nerve_soft})",
    "",
    CRAFT,
    {"C": ("m", "face up to which the level is at ease"), "H": _HEIGHT},
)
STAND = Formula(
    "factors.stand",
    "Chance that the rider stays on the feet",
    "min(S(ln(max(a, 0.000001) / A) / {stand_soft} + {stand_margin})"
    " * S((b - B) / {lean_soft_deg} + {stand_margin}) * p, e)",
    "",
    CRAFT,
    {
        "a": ("m", "sweet spot"),
        "A": ("m", "sweet spot that the level needs"),
        "b": ("deg", "lean tolerance"),
        "B": ("deg", "lean that the level needs"),
        "p": ("", "float and steadiness of a stand-up rider, 1 for others"),
        "e": ("", "more than that brings nothing to who links turns"),
    },
)
LAY = Formula(
    "factors.lay",
    "Chance that it is laid over as far as asked",
    "S(ln(L / N) / {lay_soft})",
    "",
    CRAFT,
    {"L": ("", "bank to which it can be laid"), "N": ("", "bank that the level asks")},
)
PITCHES = Formula(
    "pitches",
    "How surely the lip pitches",
    "S(ln(s / {entry_pitch_slope}) / {entry_pitch_soft})",
    "",
    CRAFT,
    {"s": _SLOPE},
)
ENTRY = Formula(
    "factors.entry",
    "Chance to be on the feet in time",
    "1 - (p + (1 - p) * (1 - e)) * (1 - S((t - u - p * sqrt(2 * H / g)) / {entry_soft_s}))",
    "",
    "a shoaling face steepens (Green's law); " + CRAFT,
    {
        "p": ("", "how surely the lip pitches at this slope"),
        "e": ("", "how well the level angles a drop"),
        "t": ("s", "seconds in hand"),
        "u": ("s", "pop-up of the level"),
        "H": _HEIGHT,
        "g": ("m/s2", "gravity"),
    },
)
RIDES_AN_HOUR = Formula(
    "rides_per_hour",
    "Rides an hour",
    "3600 / (R / V + D / v + {rest_s} + 3600 / max(n * w, 0.000000001))",
    "1/h",
    "a ride, the way out, a rest, and waiting for a wave that works",
    {
        "R": ("m", "length of a ride"),
        "V": _SPEED,
        "D": ("m", "way out"),
        "v": ("m/s", "cruise"),
        "n": ("1/h", "waves an hour that fall to one surfer"),
        "w": ("", "share of them that works"),
    },
)

#: Chances that are asked of unbroken waves only, by their names.
OF_UNBROKEN = {"catch": CATCH, "keep": KEEP, "hold": TAIL_HOLDS, "entry": ENTRY, "lay": LAY}
