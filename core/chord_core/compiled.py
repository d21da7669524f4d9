"""How loops over boards are compiled: once, kept on disk, with floats that divide as NumPy's do."""

from __future__ import annotations

from numba import njit

#: They let go of the interpreter, so that two pieces of a rack are computed side by side.
#: Sums may be taken in another order and products fused; infinities and NaN keep their meaning.
compiled = njit(cache=True, nogil=True, error_model="numpy", fastmath={"reassoc", "contract", "arcp", "nsz"})
