"""Compile every loop once: ``python -m chord_core.ride.kernels.precompile``, after an installation."""

from __future__ import annotations

from chord_core.documents import Board, RideRequest, Surfer, Water
from chord_core.ride.describe import describe_ride

_BOARD = Board(family="mid-length", length_m=2.1, width_m=0.53, thickness_m=0.068)


def main() -> None:
    """Ask one board lying, standing and from the back foot."""
    for facts in ({"craft": "prone"}, {"craft": "stand_up"}, {"foot_weight": "back"}):
        surfer = Surfer.model_validate({"mass_kg": 75, "rung": "linking", **facts})
        describe_ride(RideRequest(board=_BOARD, surfer=surfer, water=Water()))


if __name__ == "__main__":
    main()
