"""The craft laws of behaviour, over the whole design space, several surfers and waters, all else equal.

Laws 1, 4, 13, 15, 16, 18 and 20 stand with the parts that they speak of (``test_float``, ``test_drag``,
``test_hull``, ``test_ride``, ``test_sizing``); 24 and 25 are laws of choice. What could not be made to hold
everywhere is told in docs/decisions/0011. Laws of fins, water and parts stand in ``test_laws_of_parts``.
"""

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.rules.reference_boards import board_at
from chord_core.ride.nose import nose_clearance
from chord_core.ride.trim import carry_m
from chord_core.ride.turn import drive
from chord_core.ride.wave_range import find_wave_range
from chord_core.tables import families
from chord_core.water.face import Face
from tests.law_case import (
    FLEET,
    SEA_FAMILIES,
    Change,
    LawCase,
    bank,
    both,
    drag_at,
    loose,
    many,
    out,
    part,
    planing_at,
    radius,
    scaled,
    zones,
)
from tests.strategies import riders, seas


class Laws(LawCase):
    @many
    @given(FLEET, riders(), seas())
    def test_02_length(self, some: list[Board], surfer: Surfer, water: Water) -> None:
        """Longer paddles faster, turns wider, swings heavier; on faces of half its length and more it dives
        earlier."""
        a, b = both(some, surfer, water, lambda board: {"length_m": min(board.length_m * 1.04, 3.9)})
        # Where the longer, drier board makes a shorter hull in the water it bends (decision 11).
        self.more(a.paddle_state.sprint_m_s, b.paddle_state.sprint_m_s, 0.01)
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
