"""The environment in which the server's programs run."""

from __future__ import annotations

import os
import secrets
from pathlib import Path

from tooling.kernels import kernels_folder
from tooling.paths import CORE, ROOT, SERVER

#: One thread a worker: the fleets of a shop are small, and threads would fight for the cores.
_ONE_THREAD = {f"{name}_NUM_THREADS": "1" for name in ("OMP", "OPENBLAS", "MKL", "NUMEXPR")}


def kept_key(folder: Path) -> str:
    """The signing key of this checkout, made once."""
    file = folder / "secret_key"
    if not file.exists():
        folder.mkdir(parents=True, exist_ok=True)
        file.touch(mode=0o600)
        file.write_text(secrets.token_urlsafe(64))
    return file.read_text()


def core_env() -> dict[str, str]:
    """What the core and the checks need."""
    paths = os.pathsep.join([str(CORE), str(SERVER), str(ROOT)])
    kernels = {"NUMBA_CACHE_DIR": str(kernels_folder())}
    return {**os.environ, **_ONE_THREAD, **kernels, "PYTHONPATH": paths, "PYTHONUTF8": "1"}


def server_programs_env() -> dict[str, str]:
    """What long-lived programs of the server need besides: with many threads the memory that one gives back
    would stay with its own arena, and the process grow for ever."""
    return {**core_env(), "MALLOC_ARENA_MAX": os.environ.get("MALLOC_ARENA_MAX", "2")}


def server_env(url: str, key: str, demo: bool) -> dict[str, str]:
    """What Django needs on loopback, without https."""
    return {
        **server_programs_env(),
        "DATABASE_URL": url,
        "CHORD_SECRET_KEY": os.environ.get("CHORD_SECRET_KEY", key),
        "CHORD_HTTPS": os.environ.get("CHORD_HTTPS", "false"),
        "CHORD_DEMO": "true" if demo else "false",
        "DJANGO_SETTINGS_MODULE": "config.settings",
        "CHORD_LOG_LEVEL": os.environ.get("CHORD_LOG_LEVEL", "WARNING"),
    }
