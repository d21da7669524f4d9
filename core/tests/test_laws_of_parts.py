"""The craft laws of fins, water, thickness, wings, tails, rails and nose; others stand in ``test_laws``."""

import numpy as np
from hypothesis import given
from hypothesis import strategies as st
from scipy.optimize import brentq

from chord_core.documents import Board, Surfer, Water
from chord_core.fit.rules.reference_boards import board_at
from chord_core.hull.hull import Hull
from chord_core.hull.label import labelled_hulls
from chord_core.hull.stations import SHARE
from chord_core.ride.fins import fins_of
from chord_core.ride.river import bears, stays_on
from chord_core.ride.turn import pivot
from chord_core.ride.wave_range import find_wave_range
from chord_core.tables import families
from tests.law_case import FLEET, SEA_FAMILIES, LawCase, bank, both, loose, many, out, part, radius, scaled
from tests.strategies import boards, riders, seas


class Laws(LawCase):
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
