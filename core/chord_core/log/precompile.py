"""Compile the loops over tracks once: ``python -m chord_core.log.precompile``, after an installation."""

from __future__ import annotations

import numpy as np

from chord_core.log.track_file import Readings
from chord_core.log.track_motion import motion_of
from chord_core.log.track_rides import find_rides


def main() -> None:
    """Read a minute of sitting still."""
    seconds = np.arange(60.0)
    find_rides(motion_of(Readings(seconds, np.full(60, 45.0), np.zeros(60))))


if __name__ == "__main__":
    main()
