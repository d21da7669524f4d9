"""The environment in which the server's programs run."""

from __future__ import annotations

import hashlib
import os
import secrets
import shutil
from pathlib import Path

from tooling.kernels import kernels_folder
from tooling.paths import BUILD, CORE, ROOT, SERVER, WEB

_STATIC = BUILD / "served"

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


def static_folder() -> Path:
    """Where the files of the front end as it is built now are served from: a folder for each build, so that
    a server that runs keeps the files with which it began."""
    digest = hashlib.sha256()
    for file in sorted(path for path in (WEB / "dist").rglob("*") if path.is_file()):
        # Their names hold a hash of what they are, but for a few small ones.
        held = file.read_bytes() if file.parent == WEB / "dist" else b""
        digest.update(str(file.relative_to(WEB)).encode() + held)
    return _STATIC / digest.hexdigest()[:12]


def sweep_static() -> None:
    """Remove what was gathered of earlier builds; nobody may be serving it."""
    for folder in _STATIC.glob("*"):
        if folder != static_folder():
            shutil.rmtree(folder, ignore_errors=True)


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
        "CHORD_STATIC_ROOT": str(static_folder()),
        "DJANGO_SETTINGS_MODULE": "config.settings",
        "CHORD_LOG_LEVEL": os.environ.get("CHORD_LOG_LEVEL", "WARNING"),
    }
