"""The craft laws of behaviour, over the whole design space, several surfers and waters, all else equal.

Laws 1, 4, 13, 15, 16, 18 and 20 stand with the parts that they speak of (``test_float``, ``test_drag``,
``test_hull``, ``test_ride``, ``test_sizing``); 24 and 25 are laws of choice. What could not be made to hold
everywhere is told in docs/decisions/0011.
"""

from collections.abc import Callable, Sequence
from unittest import TestCase

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from chord_core.documents import Board, Surfer, Water
from chord_core.documents.board import BottomZone
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import SHARE
from chord_core.ride.fins import fins_of
from chord_core.ride.nose import nose_clearance
from chord_core.ride.plane import Planing, plane_at
from chord_core.ride.ride_model import FleetRide, build_fleet_ride
from chord_core.ride.river import bears, stays_on
from chord_core.ride.trim import carry_m
from chord_core.ride.turn import drive, lay_over, looseness, pivot, turn_radius
from chord_core.ride.wave_range import find_wave_range
from chord_core.surfer.defaults import rider_with_defaults
from chord_core.tables import families
from chord_core.water.conditions import conditions_with_defaults
from chord_core.water.face import Face
from tests import tries
from tests.strategies import boards, riders, seas

SEA_FAMILIES = [name for name, family in families().items() if family.board_class != "river"]
FLEET = st.lists(st.sampled_from(SEA_FAMILIES).flatmap(boards), min_size=8, max_size=8)
Change = Callable[[Board], dict[str, object]]
many = tries(12)
Values = np.ndarray


def out(some: Sequence[Board], surfer: Surfer, water: Water) -> FleetRide:
    rider, _ = rider_with_defaults(surfer)
    conditions, _ = conditions_with_defaults(water, rider.height_m)
    return build_fleet_ride(labelled_hulls(some), fins_of(some), rider, conditions)


def nothing(_: Board) -> dict[str, object]:
    return {}


def both(
    some: Sequence[Board],
    surfer: Surfer,
    water: Water,
    change: Change,
    first: Change = nothing,
    mass: float | None = 3.0,
) -> tuple[FleetRide, FleetRide]:
    """The boards before and after a change, all at one mass so that nothing but it changes."""

    def made(*changes: Change) -> list[Board]:
        return [
            board.model_copy(update={"mass_kg": mass} | {k: v for c in changes for k, v in c(board).items()})
            for board in some
        ]

    return out(made(first), surfer, water), out(made(first, change), surfer, water)


def part(name: str, **values: object) -> Change:
    """Change fields of a part of the board."""
    return lambda board: {name: getattr(board, name).model_copy(update=values)}


def scaled(name: str, **factors: float) -> Change:
    """Multiply fields of a part of the board."""
    return lambda board: {
        name: getattr(board, name).model_copy(
            update={key: getattr(getattr(board, name), key) * factor for key, factor in factors.items()}
        )
    }


def zones(rear: str, front: str, depth: float = 0.005) -> Change:
    """A contour of the rear and of the front half."""

    def change(board: Board) -> dict[str, object]:
        rows = ((0.2, rear), (0.8, front))
        return {
            "bottom": tuple(
                BottomZone(
                    from_tail_m=at * board.length_m, shape=shape, depth_m=depth if shape != "flat" else 0
                )
                for at, shape in rows
            )
        }

    return change


def radius(fleet_ride: FleetRide) -> Values:
    return turn_radius(fleet_ride.hull, fleet_ride.fins)


def planing_at(fleet_ride: FleetRide, speed: float) -> Planing:
    many_speeds = np.full(len(fleet_ride.hull), speed)
    return plane_at(
        fleet_ride.hull, fleet_ride.weight_n, many_speeds, fleet_ride.rho, fleet_ride.rider.foot_weight
    )


def drag_at(fleet_ride: FleetRide, speed: float) -> Values:
    return planing_at(fleet_ride, speed).drag_of_weight


def bank(fleet_ride: FleetRide) -> Values:
    return lay_over(fleet_ride.hull, fleet_ride.rider.mass_kg, np.array([5.5]), fleet_ride.rho)[:, 0]


def loose(fleet_ride: FleetRide) -> Values:
    return looseness(fleet_ride.hull, fleet_ride.fins, fleet_ride.rider.mass_kg)


class Laws(TestCase):
    def more(self, before: Values, after: Values, slack: float = 1e-9) -> None:
        """``after`` is more than ``before``, or less by no more than a share ``slack``."""
        self.assertTrue((after >= before * (1 - slack)).all(), after / before)

    @many
    @given(FLEET, riders(), seas())
    def test_02_length(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Longer paddles faster, turns wider, swings heavier; on faces of half its length and more it dives
        earlier."""
        a, b = both(some, surfer, water, lambda board: {"length_m": min(board.length_m * 1.04, 3.9)})
        self.more(a.paddle_state.sprint_m_s, b.paddle_state.sprint_m_s, 0.005)
        self.more(radius(a), radius(b))
        self.more(a.hull.swing_kg_m2, b.hull.swing_kg_m2)
        big = Face(b.hull.fleet.length.max() / 2 * np.ones(1), np.ones(1))
        short, long = (nose_clearance(fleet_ride.hull, big, 8.0)[:, 0] for fleet_ride in (a, b))
        self.assertTrue((long <= short + 1e-6).all())

    @many
    @given(FLEET, riders(), seas())
    def test_03_width(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Wider is steadier, rolls slower, lets go earlier; it needs less face at 3 m/s and carries further
        under riders who are not over-beamed (docs/model.md, 8.3)."""

        def wider(board: Board) -> dict[str, object]:
            ends = scaled("outline", nose_width_m=1.03, tail_width_m=1.03)(board)
            return {"width_m": board.width_m * 1.03, **ends}

        a, b = both(some, surfer, water, wider)
        self.more(a.lean_deg, b.lean_deg)
        self.more(a.roll_s, b.roll_s)
        self.more(b.still_hold_m_s, a.still_hold_m_s)
        beam = a.hull.planing_beam_m(a.rider.foot_weight)
        loaded = a.weight_n / (1025 / 2 * 3.0**2 * beam**2) > 0.6
        # A board that is wet as far as it goes and four beams long has no length to give for its width; there
        # the planing formula does not hold either (Savitsky 1964).
        wet = planing_at(a, 3.0).wetted_m
        loaded &= (wet < 0.849 * a.hull.fleet.length) | (wet < 4 * beam)
        self.more(drag_at(b, 3.0)[loaded], drag_at(a, 3.0)[loaded], 0.002)

    def test_03_carry(self) -> None:
        """On the ordinary board of every family, under a rider of 80 kg."""

        def wider(board: Board) -> dict[str, object]:
            family = families()[board.family]
            shares = {"nose": family.nose_width_share, "tail": family.tail_width_share}
            widths = {f"{end}_width_m": share * board.width_m * 1.03 for end, share in shares.items()}
            return {"width_m": board.width_m * 1.03, "outline": board.outline.model_copy(update=widths)}

        some = [board_at(families()[name], 0.4) for name in SEA_FAMILIES if "stand-up" not in name]
        a, b = both(some, Surfer(mass_kg=80, rung="linking"), Water(usual_m=1.0), wider)
        still = np.zeros(len(some))
        far = [carry_m(fleet_ride.hull, fleet_ride.weight_n, still, fleet_ride.rho) for fleet_ride in (a, b)]
        self.assertGreater(float(np.median(far[1] / far[0])), 1.0)
        self.more(far[0], far[1], 0.01)

    @many
    @given(FLEET, riders(), seas())
    def test_05_entry_rocker(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Less entry paddles not worse (the tip where it was); a lower tip dives earlier."""

        def entry(share: float) -> Change:
            def change(board: Board) -> dict[str, object]:
                span = 0.53 * board.length_m
                usual = ((span - 0.3048) / span) ** 2.3 * (board.rocker.nose_m or 0)
                return part("rocker", entry_m=usual * share)(board)

            return change

        a, b = both(some, surfer, water, entry(0.85), entry(1.0))
        self.more(a.paddle_state.sprint_m_s, b.paddle_state.sprint_m_s, 0.001)
        lower = lambda board: part("rocker", nose_m=(board.rocker.nose_m or 0) - 0.012)(board)  # noqa: E731
        a, b = both(some, surfer, water, lower)
        face = Face(np.array([1.2]), np.array([0.9]))
        dry, wet = (nose_clearance(fleet_ride.hull, face, 8.0)[:, 0] for fleet_ride in (a, b))
        self.assertTrue((wet < dry).all())

    @many
    @given(FLEET, riders(), seas())
    def test_06_tail_rocker(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """More of it turns tighter and drags more."""
        kick = lambda board: part("rocker", tail_m=(board.rocker.tail_m or 0) + 0.008)(board)  # noqa: E731
        a, b = both(some, surfer, water, kick)
        self.more(radius(b), radius(a))
        self.more(a.planing.drag_of_weight, b.planing.drag_of_weight)

    @many
    @given(FLEET, st.floats(60, 95), st.sampled_from(["average", "steep"]))
    def test_07_and_08_curve(self, some: list[Board], mass: float, steepness: str) -> None:
        """Curve in plan and side: the small end is given up, the big end won, the nose stays drier, and too
        much curve drags more than a weak face gives."""

        def curved(board: Board) -> dict[str, object]:
            ends = scaled("outline", nose_width_m=0.94, tail_width_m=0.94)(board)
            rocker = {
                "nose_m": (board.rocker.nose_m or 0) + 0.02,
                "tail_m": (board.rocker.tail_m or 0) + 0.01,
            }
            return {**ends, **part("rocker", **rocker)(board)}

        surfer, water = Surfer(mass_kg=mass, rung="carving"), Water(usual_m=1.6, steepness=steepness)
        a, b = both(some, surfer, water, curved)
        straight, bent = find_wave_range(a), find_wave_range(b)
        works = np.isfinite(straight.low_m) & np.isfinite(bent.low_m)
        self.more(straight.low_m[works], bent.low_m[works], 0.02)
        self.more(straight.high_m[works], bent.high_m[works], 0.02)
        self.assertGreater(float(np.nanmedian(bent.high_m / straight.high_m)), 1.0)
        faces = Face(np.array([0.7, 1.5]), np.array([0.30, 0.9]))
        self.assertTrue((nose_clearance(b.hull, faces, 8.0) > nose_clearance(a.hull, faces, 8.0)).all())
        self.more(b.given_over_needed(faces)[:, 0], a.given_over_needed(faces)[:, 0])

    @many
    @given(FLEET, riders(), seas())
    def test_09_tail_width(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """A wider tail lets go earlier and, under a back-footed rider, planes easier; wide tails ask more
        fin."""
        wide = scaled("outline", tail_width_m=1.03)
        a, b = both(some, surfer.model_copy(update={"foot_weight": "back"}), water, wide)
        self.more(b.still_hold_m_s, a.still_hold_m_s)
        heavy = a.rider.mass_kg > 60
        if heavy:
            self.more(drag_at(b, 3.0), drag_at(a, 3.0), 0.002)

    def test_09_a_wide_tail_outgrows_a_thruster(self) -> None:
        """From .41 m at one foot on, a thruster no longer holds a mid-size surfer in head-high waves as
        well as the ordinary shortboard does; a larger set makes up for it."""
        board = board_at(families()["groveler"], 0.6).model_copy(update={"mass_kg": 3.0})
        rows = [board.model_copy(update=part("outline", tail_width_m=wide)(board)) for wide in (0.36, 0.42)]
        rows.append(rows[1].model_copy(update=part("fins", size="XL")(rows[1])))
        narrow, wide, finned = out(
            rows, Surfer(mass_kg=75, rung="carving"), Water(usual_m=1.7)
        ).still_hold_m_s
        self.assertLess(wide, narrow)
        self.assertGreater(finned, wide)

    @many
    @given(FLEET, riders(), seas())
    def test_10_and_27_vee(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Vee rolls easier, lays over easier, rides chop softer; a little lift is lost, in the tail a little
        drive."""
        for change, rear in ((zones("flat", "vee"), False), (zones("vee", "flat"), True)):
            a, b = both(some, surfer, water, change)
            self.more(b.roll_s, a.roll_s)
            self.more(bank(a), bank(b))
            self.more(b.impact, a.impact)
            self.more(a.planing.drag_of_weight, b.planing.drag_of_weight)
            if rear:
                self.more(drive(b.hull), drive(a.hull))

    @many
    @given(FLEET, riders(), seas())
    def test_11_concave(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Under the back foot it planes a little earlier, drives more, and is harsher in chop."""
        a, b = both(some, surfer, water, zones("concave", "flat"))
        self.more(b.planing.drag_of_weight, a.planing.drag_of_weight)
        self.more(drive(a.hull), drive(b.hull))
        self.more(a.impact, b.impact)

    @many
    @given(FLEET, riders(), seas())
    def test_12_edge_and_rails(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """A hard edge releases: less drag, lets go a little earlier. Low rails hold more and forgive less."""
        a, b = both(
            some,
            surfer,
            water,
            part("section", edge_from_tail_m=0.35),
            part("section", edge_from_tail_m=0.05),
        )
        self.more(b.planing.drag_of_weight, a.planing.drag_of_weight)
        full, low = (part("section", rail_middle=rail, rail_tail=rail) for rail in (0.7, 0.3))
        a, b = both(some, surfer, water, low, full)
        self.more(a.still_hold_m_s, b.still_hold_m_s)
        self.more(b.lean_deg, a.lean_deg)

    @many
    @given(FLEET, riders(), seas())
    def test_14_pulled_in_nose(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Less swing weight, not faster."""
        a, b = both(some, surfer, water, scaled("outline", nose_width_m=0.95))
        self.more(b.hull.swing_kg_m2, a.hull.swing_kg_m2)
        self.more(b.paddle_state.sprint_m_s, a.paddle_state.sprint_m_s, 0.003)

    @many
    @given(FLEET, riders(), seas())
    def test_17_light_builds(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Less swing, looser, more restless in chop; the top end falls unless the fins grow."""
        plain, light = (
            (lambda board, name=name: {"build": name}) for name in ("PU / polyester", "vacuum carbon wrap")
        )
        a, b = both(some, surfer, water, light, plain, mass=None)
        self.more(b.hull.swing_kg_m2, a.hull.swing_kg_m2)
        self.more(loose(a), loose(b))
        self.more(a.impact, b.impact)
        self.more(b.hold_m_s, a.hold_m_s)

    @many
    @given(FLEET, riders(), seas())
    def test_18_19_34_fins(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Twins are loosest and hold least; big fins are stiff, small ones slide; further back is stiffer."""
        a, b = both(some, surfer, water, part("fins", setup="twin"), part("fins", setup="thruster"))
        self.more(loose(a), loose(b))
        self.more(b.still_hold_m_s, a.still_hold_m_s)
        a, b = both(some, surfer, water, part("fins", size="L"), part("fins", size="S"))
        self.more(loose(b), loose(a))
        self.more(a.still_hold_m_s, b.still_hold_m_s)
        a, b = both(
            some,
            surfer,
            water,
            part("fins", setup="thruster", position_m=-0.02),
            part("fins", setup="thruster"),
        )
        self.more(loose(b), loose(a))

    @many
    @given(FLEET, st.floats(60, 90), st.sampled_from(["trimming", "linking", "carving"]))
    def test_21_weak_and_strong_waves(self, some: list[Board], mass: float, rung: str) -> None:
        """What flatter and wider gains in weak waves it gains less of, or loses, in strong ones."""

        def flat_and_wide(board: Board) -> dict[str, object]:
            ends = scaled("outline", nose_width_m=1.04, tail_width_m=1.04)(board)
            rocker = {
                "nose_m": (board.rocker.nose_m or 0) - 0.01,
                "tail_m": (board.rocker.tail_m or 0) - 0.006,
            }
            return {"width_m": board.width_m * 1.04, **ends, **part("rocker", **rocker)(board)}

        gains = []
        for usual, steepness in ((0.55, "crumbly"), (1.9, "hollow")):
            water = Water(usual_m=usual, steepness=steepness)
            a, b = both(some, Surfer(mass_kg=mass, rung=rung), water, flat_and_wide)
            gains.append(b.works / a.works)
        self.assertTrue((gains[0] > gains[1]).all())
        self.assertGreater(float(np.median(gains[0])), 1.0)

    @many
    @given(FLEET, riders(), st.floats(0.6, 1.8))
    def test_22_chop(self, some: list[Board], surfer: Surfer, usual: float) -> None:
        """Heavier and damped loses less to chop than light."""
        plain, light = (
            (lambda board, name=name: {"build": name}) for name in ("vacuum carbon wrap", "PU / polyester")
        )
        if surfer.rung in ("starter", "standing"):
            return
        gains = []
        for chop in (0.02, 0.2):
            a, b = both(some, surfer, Water(usual_m=usual, chop_m=chop), light, plain, mass=None)
            gains.append(b.works / a.works)
        self.assertTrue((gains[1] > gains[0]).all())
        if (surfer.mass_kg or 0) >= 60:
            self.assertTrue((gains[1] < 3).all(), gains[1].max())

    @many
    @given(
        st.lists(st.sampled_from(["river wide", "river fast"]).flatmap(boards), min_size=6, max_size=6),
        st.floats(50, 95),
    )
    def test_23_rivers(self, some: list[Board], mass: float) -> None:
        """Wider is borne at less flow, and any board stays more surely where the flow is faster."""

        def wider(board: Board) -> dict[str, object]:
            ends = scaled("outline", nose_width_m=1.06, tail_width_m=1.06)(board)
            return {"width_m": board.width_m * 1.06, **ends}

        water = Water(kind="river", usual_m=0.8, flow_m_s=2.6)
        a, b = both(some, Surfer(mass_kg=mass, rung="linking"), water, wider)
        borne = [bears(fleet_ride.hull, fleet_ride.weight_n, 2.6, 1000.0) for fleet_ride in (a, b)]
        self.more(*borne)
        slow, fast = (stays_on(a.hull, a.weight_n, flow, 0.35, a.pump, 1000.0, "even") for flow in (2.4, 3.4))
        self.more(slow, fast, 0.02)

    def test_26_what_ends_a_range(self) -> None:
        """The small end by take-off and trim, but for one in fifty whose flat nose dives first on small steep
        faces; the big end by nose-dive, hold, laying over, lateness, or take-off again; nerve apart."""
        rng, small, big = np.random.default_rng(26), [], []
        some = [board_at(families()[name], float(rng.random())) for name in SEA_FAMILIES for _ in range(8)]
        for rung, usual, steepness in (
            ("trimming", 0.8, "soft"),
            ("linking", 1.1, "average"),
            ("carving", 1.7, "steep"),
        ):
            span = find_wave_range(
                out(some, Surfer(mass_kg=75, rung=rung), Water(usual_m=usual, steepness=steepness))
            )
            works = [row for row in range(len(some)) if span.best[row] > 0.02]
            small += [span.limit(row, "small") for row in works]
            big += [span.limit(row, "big") for row in works]
        self.assertGreater(sum(end in ("keep", "catch") for end in small), 0.98 * len(small))
        self.assertLessEqual(set(big), {"catch", "hold", "nose", "entry", "lay"})

    @many
    @given(FLEET, riders(), seas())
    def test_28_thinner(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Thinner at the same plan: the rail sinks more easily at speed; floats less."""
        a, b = both(some, surfer, water, lambda board: {"thickness_m": board.thickness_m * 0.94})
        self.more(bank(a), bank(b))
        self.more(b.paddle_state.floats.lift_share, a.paddle_state.floats.lift_share)

    @many
    @given(FLEET, riders(), seas())
    def test_29_wings(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """A wing narrows what is behind it and leaves what is ahead; it never turns wider."""
        a, b = both(some, surfer, water, part("outline", wing_from_tail_m=0.28, wing_step_m=0.012))
        share = np.linspace(0, 1, 81)
        ahead = (1 - np.cos(np.pi * share)) / 2 > 0.5
        np.testing.assert_allclose(b.hull.half_width[:, ahead], a.hull.half_width[:, ahead], atol=0.004)
        tail = [fleet_ride.hull.half_width[:, 6] for fleet_ride in (a, b)]
        self.assertTrue((tail[1] < tail[0]).all())
        self.more(radius(b), radius(a), 0.001)

    @many
    @given(FLEET, riders(), seas())
    def test_30_swallow_and_squash(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Of equal width the swallow has less area and bites more; the squash releases."""
        a, b = both(
            some, surfer, water, part("outline", tail_shape="swallow"), part("outline", tail_shape="squash")
        )
        self.more(b.hull.planform_m2, a.hull.planform_m2)
        self.more(a.still_hold_m_s, b.still_hold_m_s)

    @many
    @given(FLEET, riders(), seas())
    def test_31_33_edge_and_deck(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """A dropped edge holds; a stepped deck has thin rails round a thick centre: lays over easier and
        paddles not worse than a dome."""
        a, b = both(some, surfer, water, part("section", dropped_edge=True))
        self.more(a.still_hold_m_s, b.still_hold_m_s)
        a, b = both(some, surfer, water, part("section", deck="stepped"), part("section", deck="dome"))
        self.more(bank(a), bank(b))
        self.more(a.paddle_state.sprint_m_s, b.paddle_state.sprint_m_s, 0.006)

    @many
    @given(st.sampled_from(["mid-length", "mini-mal"]).flatmap(boards))
    def test_32_cut_corners(self, board: Board) -> None:
        """Diamond ends keep the area at less length and swing: a pointed nose cut off, as wide and thick as
        it was where its one foot now lies, until the areas are equal; no more swing (docs/decisions/0011)."""
        long = labelled_hulls([board.model_copy(update=part("outline", nose_shape="pointed")(board))])

        def cut(short: float) -> Hull:
            there = short - 0.3048, SHARE * board.length_m
            wide, thick = (
                float(np.interp(*there, curve[0])) for curve in (2 * long.half_width, long.thickness)
            )
            ends = part("outline", nose_shape="diamond", nose_width_m=wide)(board)
            ends |= part("foil", nose_m=thick)(board)
            return labelled_hulls([board.model_copy(update={"length_m": short, **ends})])

        short = brentq(
            lambda length: float(cut(length).planform_m2[0] - long.planform_m2[0]),
            0.85 * board.length_m,
            board.length_m,
        )
        self.assertLess(short, board.length_m)
        self.assertLess(cut(short).swing_kg_m2[0], 1.01 * long.swing_kg_m2[0])

    def test_a_kick_pivots(self) -> None:
        """Pivot index: a short kicked tail is turned from the tail, a straight long one laid on the rail."""
        short = board_at(families()["performance shortboard"], 0.4)
        long = board_at(families()["long soft-top"], 0.5)
        hull = labelled_hulls([short, long])
        index = pivot(hull, fins_of([short, long]))
        self.assertGreater(index[0], index[1])
