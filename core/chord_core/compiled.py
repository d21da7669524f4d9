"""How loops over boards are compiled: once, kept on disk, with floats that divide as NumPy's do."""

from __future__ import annotations

from numba import njit

#: Sums may be taken in another order and products fused; infinities and NaN keep their meaning.
compiled = njit(cache=True, error_model="numpy", fastmath={"reassoc", "contract", "arcp", "nsz"})
