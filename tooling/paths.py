"""Where things are: in the checkout, and outside of it what must outlive or not clutter it."""

from __future__ import annotations

import hashlib
import os
import tomllib
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
VENV = ROOT / ".venv"
PYTHON = VENV / "bin" / "python"
WEB = ROOT / "web"
BUILD = ROOT / "build"
STAMPS = BUILD / "stamps"
SERVER = ROOT / "server"
CORE = ROOT / "core"


def version() -> str:
    """The version of Chord."""
    return str(tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["project"]["version"])


def state_folder() -> Path:
    """The folder for clusters and keys of this checkout, named by its path.

    Root's goes under /var/lib, where the user ``postgres`` can reach it even when the checkout lies
    in a closed folder; anybody else's under their own data folder. CHORD_STATE overrules.
    """
    if given := os.environ.get("CHORD_STATE"):
        return Path(given)
    name = f"chord-{hashlib.sha256(str(ROOT).encode()).hexdigest()[:10]}"
    if os.geteuid() == 0:
        return Path("/var/lib") / name
    data = os.environ.get("XDG_DATA_HOME") or Path.home() / ".local" / "share"
    return Path(data) / name
