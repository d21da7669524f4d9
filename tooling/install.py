"""Install what is missing, each step once: a stamp holds the hash of all that the step depends on."""

from __future__ import annotations

import hashlib
import os
import shutil
import subprocess
import sys
from collections.abc import Callable, Iterable, Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from tooling.kernels import kernels_folder, sweep_kernels
from tooling.paths import BUILD, CORE, PYTHON, ROOT, STAMPS, VENV, WEB
from tooling.say import CannotGoOn, run, step

#: Debian's packages by the thing that shows that they are there.
BASE_PACKAGES = {"initdb": "postgresql"}
BROWSER_PACKAGES = {"chromium-headless-shell": "chromium-headless-shell", "chromedriver": "chromium-driver"}
NODE_LEAST = 20
Work = Callable[[], None]


def postgres_folder() -> Path | None:
    """The folder of the newest PostgreSQL server programs, or None."""
    found = sorted(Path("/usr/lib/postgresql").glob("*/bin/initdb"), key=lambda p: int(p.parts[-3]))
    if found:
        return found[-1].parent
    elsewhere = shutil.which("initdb")
    return Path(elsewhere).parent if elsewhere else None


def _missing(packages: dict[str, str]) -> list[str]:
    there = {"initdb": postgres_folder() is not None}
    return [p for thing, p in packages.items() if not there.get(thing, bool(shutil.which(thing)))]


def _has_venv() -> bool:
    try:
        import ensurepip  # noqa: F401
    except ImportError:
        return False
    return True


def system_packages(browser: bool, database: bool = True) -> None:
    """Install Debian's packages that are missing.

    Raises:
        CannotGoOn: some are missing and this user may not install them; says what to type.
    """
    wanted = _missing(BASE_PACKAGES if database else {}) + _missing(BROWSER_PACKAGES if browser else {})
    if not VENV.exists() and not _has_venv():
        wanted.append("python3-venv")
    if not wanted:
        return
    command = ["apt-get", "install", "-y", "--no-install-recommends", *wanted]
    if os.geteuid() != 0 or not shutil.which("apt-get"):
        words = " ".join(command)
        raise CannotGoOn(
            f"these are missing: {', '.join(wanted)}. Type:\n  sudo apt-get update && sudo {words}"
        )
    env = {**os.environ, "DEBIAN_FRONTEND": "noninteractive"}
    with step(f"installing {', '.join(wanted)}"):
        run(["apt-get", "update", "-q"], cwd=ROOT, env=env)
        run(command, cwd=ROOT, env=env)


def _hash(parts: Iterable[Path | str]) -> str:
    digest = hashlib.sha256()
    for part in parts:
        if isinstance(part, str):
            digest.update(part.encode())
        elif part.is_dir():
            for file in sorted(p for p in part.rglob("*") if p.is_file()):
                digest.update(str(file.relative_to(ROOT)).encode() + file.read_bytes())
        else:
            digest.update(part.name.encode() + part.read_bytes())
    return digest.hexdigest()


def once(
    name: str,
    says: str,
    made: Path,
    depends: Iterable[Path | str],
    do: Callable[[], None],
    stamps: Path = STAMPS,
) -> None:
    """Do a step unless what it made is there and nothing that it depends on has changed.

    The stamp lies in ``stamps``: beside what was made, so that both go together.
    """
    stamp, now = stamps / name, _hash(depends)
    if made.exists() and stamp.exists() and stamp.read_text() == now:
        return
    with step(says):
        do()
    stamps.mkdir(parents=True, exist_ok=True)
    stamp.write_text(now)


def _pip_install(lock: str) -> None:
    pip: list[str | Path] = [PYTHON, "-m", "pip", "install", "--disable-pip-version-check", "-q", "--no-deps"]
    run([*pip, "--require-hashes", "-r", lock], cwd=ROOT)


def python_packages() -> None:
    """A virtual environment with what Chord needs to run, from the pinned lock."""

    def make() -> None:
        run([sys.executable, "-m", "venv", "--clear", VENV], cwd=ROOT)
        _pip_install("requirements.lock")

    once("python", "Python packages", PYTHON, [ROOT / "requirements.lock", sys.version], make)


def _more_packages(name: str, says: str, lock: str) -> None:
    """More from a lock of its own; goes with the virtual environment."""
    python_packages()
    needs: list[Path | str] = [ROOT / "requirements.lock", ROOT / lock, sys.version]
    once(name, says, PYTHON, needs, lambda: _pip_install(lock), VENV / "stamps")


def sweep_packages() -> None:
    """What sweeps in many processes need beside it: Dask."""
    _more_packages("sweep", "Python packages for sweeps", "requirements-sweep.lock")


def fuzz_packages() -> None:
    """What asks with made-up requests: Schemathesis."""
    test_packages()
    _more_packages("fuzz", "Python packages for made-up requests", "requirements-fuzz.lock")


def test_packages() -> None:
    """What tests, checks and figures need beside it."""
    _more_packages("tests", "Python packages for tests", "requirements-dev.lock")
    sweep_packages()


def kernels() -> None:
    """The core's compiled loops, so that the first answer of a process does not wait for them."""
    folder = kernels_folder()

    def make() -> None:
        sweep_kernels()
        env = {**os.environ, "NUMBA_CACHE_DIR": str(folder), "PYTHONPATH": str(CORE)}
        for chapter in ("ride.kernels", "log"):
            run([PYTHON, "-m", f"chord_core.{chapter}.precompile"], cwd=ROOT, env=env)

    once("kernels", "compiling the core's loops", folder, [folder.name], make)


def core_packages() -> None:
    """What the core needs to answer."""
    python_packages()
    kernels()


def check_node() -> None:
    """Raise CannotGoOn unless Node is there and new enough."""
    if not shutil.which("node") or not shutil.which("npm"):
        raise CannotGoOn(f"Node {NODE_LEAST} or newer, with npm, is needed and was not found")
    told = subprocess.run(["node", "--version"], capture_output=True, text=True, check=False).stdout
    if int(told.strip().lstrip("v").split(".")[0] or 0) < NODE_LEAST:
        raise CannotGoOn(f"Node {NODE_LEAST} or newer is needed; this one is {told.strip()}")


def node_packages() -> None:
    """Node packages from the lock."""
    check_node()

    def make() -> None:
        run(["npm", "ci", "--no-audit", "--no-fund", "--ignore-scripts"], cwd=WEB)

    once("node", "Node packages", WEB / "node_modules", [WEB / "package-lock.json"], make)


def front_end() -> None:
    """Build the front end."""
    sources = [
        WEB / name for name in ("src", "index.html", "vite.config.ts", "markdown.ts", "package-lock.json")
    ]
    # The guide is a page of the application.
    sources += [ROOT / "docs" / "guide.md", ROOT / "docs" / "screenshots"]

    def make() -> None:
        run(["npm", "run", "build"], cwd=WEB)

    once("web", "front end", WEB / "dist" / "index.html", sources, make)


def _in_turn(works: Sequence[Work]) -> None:
    for work in works:
        work()


def _side_by_side(*lines: Sequence[Work]) -> None:
    """Works that do not need each other: each waits for the network or the disk for a while."""
    with ThreadPoolExecutor(len(lines)) as pool:
        list(pool.map(_in_turn, lines))


def install(
    browser: bool = False,
    database: bool = True,
    tests: bool = False,
    by_python: Sequence[Work] = (),
    by_node: Sequence[Work] = (),
) -> None:
    """Everything that the application needs to run; with ``browser`` also what drives its screens, with
    ``tests`` what checks it.

    Args:
        by_python: what is done as soon as the packages of Python are there.
        by_node: what is done as soon as those of Node are there, and the front end.
    """
    BUILD.mkdir(exist_ok=True)
    system_packages(browser, database)

    def more() -> None:
        _side_by_side([kernels], [test_packages] if browser or tests else [])

    _side_by_side([python_packages, more, *by_python], [node_packages, front_end, *by_node])
