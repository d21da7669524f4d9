"""Where the core's compiled loops are kept: a folder for each state of the sources that they are made of.

The compiler looks at the file of a loop only; constants come from others. So the folder's name is a hash of
them all, and a stale loop is never used.
"""

from __future__ import annotations

import hashlib
import shutil
import sys
from functools import cache
from pathlib import Path

from tooling.paths import BUILD, CORE, ROOT

_KERNELS = BUILD / "kernels"


@cache
def kernels_folder() -> Path:
    """The folder for the sources as they are now."""
    digest = hashlib.sha256(sys.version.encode())
    digest.update((ROOT / "requirements.lock").read_bytes())
    for file in sorted((CORE / "chord_core").rglob("*.py")):
        digest.update(str(file.relative_to(CORE)).encode() + file.read_bytes())
    return _KERNELS / digest.hexdigest()[:12]


def sweep_kernels() -> None:
    """Remove what was compiled of earlier sources."""
    for folder in _KERNELS.glob("*"):
        if folder != kernels_folder():
            shutil.rmtree(folder, ignore_errors=True)
