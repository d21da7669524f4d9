"""``./chord test``: everything that must hold, in the order in which a fault is found soonest."""

from __future__ import annotations

import contextlib
import os
import shutil
import subprocess
import time
from collections.abc import Sequence
from pathlib import Path

from house.cluster import Cluster
from house.environment import core_env, server_env
from house.install import core_packages, install, system_packages
from house.paths import BUILD, PYTHON, ROOT, SERVER, VENV, WEB, state_folder
from house.say import CannotGoOn, say

PARTS = ("style", "types", "rules", "core", "api", "screens")
_NO_DATABASE = "postgres://nobody@127.0.0.1:1/none"


def _call(says: str, command: Sequence[str | Path], cwd: Path, env: dict[str, str]) -> bool:
    say(f"\n== {says}")
    words = [str(word) for word in command]
    # A test runner on the lower standing leaves the machine usable and the order of prints right.
    return subprocess.run(words, cwd=cwd, env=env, check=False).returncode == 0


def _style(env: dict[str, str]) -> bool:
    ruff = VENV / "bin" / "ruff"
    python = ["core", "server", "house", "standins", "chord"]
    done = [
        _call("ruff: format", [ruff, "format", "--check", *python], ROOT, env),
        _call("ruff: lint", [ruff, "check", *python], ROOT, env),
        _call("eslint", ["npm", "run", "--silent", "lint"], WEB, env),
        _call("prettier", ["npm", "run", "--silent", "format"], WEB, env),
    ]
    return all(done)


def _types(env: dict[str, str]) -> bool:
    mypy = VENV / "bin" / "mypy"
    done = [
        _call("mypy: core, strict", [mypy, "core/chord_core"], ROOT, env),
        _call("vue-tsc, strict", ["npm", "run", "--silent", "types"], WEB, env),
    ]
    return all(done)


def _rules(env: dict[str, str]) -> bool:
    return _call("import rules", [VENV / "bin" / "lint-imports"], ROOT, env)


def _django(says: str, env: dict[str, str], *words: str) -> bool:
    command = [PYTHON, "-W", "error::ResourceWarning", "manage.py", "test", "--no-input", *words]
    return _call(f"{says} (Django's test runner)", command, SERVER, env)


def _core(env: dict[str, str]) -> bool:
    return _django(
        "core", env, "--settings", "config.settings_core", "--parallel", "2", str(ROOT / "core" / "tests")
    )


def _sweep(folder: Path) -> None:
    """Remove clusters that a killed test run left behind."""
    for left in folder.glob("test-*"):
        owner = int(left.name.partition("-")[2])
        if not Path(f"/proc/{owner}").exists():
            Cluster(left, quick=True).remove()


@contextlib.contextmanager
def scratch_cluster(purpose: str = "test") -> contextlib.ExitStack:  # type: ignore[misc]
    """A cluster of this run's own, removed at its end."""
    folder = state_folder() / purpose
    _sweep(folder)
    cluster = Cluster(folder / f"test-{os.getpid()}", quick=True)
    try:
        cluster.start()
        yield cluster
    finally:
        cluster.remove()


def _server(parts: Sequence[str], env: dict[str, str]) -> bool:
    good = True
    (BUILD / "static").mkdir(parents=True, exist_ok=True)
    with scratch_cluster() as cluster:
        key = "test-" + "k" * 60
        env = {**env, **server_env(cluster.url, key, demo=True)}
        if "api" in parts:
            # By what is there: an app that was forgotten in a list would never be tested.
            good &= _django("API", env, *sorted(tests.parent.name for tests in SERVER.glob("*/tests")))
        if "screens" in parts:
            shutil.rmtree(BUILD / "faults", ignore_errors=True)
            good &= _django("screens", env, "e2e")
    return good


def check(parts: Sequence[str]) -> int:
    """Run the parts that are named, or all; return 0 when all hold."""
    unknown = set(parts) - set(PARTS)
    if unknown:
        raise CannotGoOn(f"no such part: {', '.join(sorted(unknown))}; there are {', '.join(PARTS)}")
    wanted = [part for part in PARTS if part in parts] or list(PARTS)
    begun = time.monotonic()
    if set(wanted) <= {"core", "rules"}:
        system_packages(browser=False, database=False)
        core_packages()
    else:
        install(browser="screens" in wanted, database=bool({"api", "screens"} & set(wanted)))
    os.environ.setdefault("CHORD_LOG_LEVEL", "ERROR")
    env = {**core_env(), "DATABASE_URL": _NO_DATABASE, "CHORD_SECRET_KEY": "test-" + "k" * 60}
    simple = {"style": _style, "types": _types, "rules": _rules, "core": _core}
    results = {part: simple[part](env) for part in wanted if part in simple}
    both = [part for part in wanted if part in ("api", "screens")]
    if both:
        results[" and ".join(both)] = _server(both, env)
    failed = [part for part, good in results.items() if not good]
    say(
        f"\n{'FAILED: ' + ', '.join(failed) if failed else 'All hold'} after {time.monotonic() - begun:.0f} s"
    )
    return 1 if failed else 0
