"""``./chord test``: everything that must hold, in the order in which a fault is found soonest."""

from __future__ import annotations

import contextlib
import os
import shutil
import subprocess
import time
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

from tooling.changed import Changed
from tooling.cluster import Cluster
from tooling.environment import core_env, server_env
from tooling.install import core_packages, install, system_packages, test_packages
from tooling.paths import BUILD, PYTHON, ROOT, SERVER, VENV, WEB, state_folder
from tooling.say import CannotGoOn, say

PARTS = ("style", "types", "rules", "web", "core", "api", "screens")
#: The parts whose tests can be named one by one.
NAMED = ("core", "api", "screens")
_NO_DATABASE = "postgres://nobody@127.0.0.1:1/none"
#: Processes that share the tests of a part.
_WORKERS = 2
#: What asks the database or drives a browser waits for it: a third process fills the pauses.
_WAITING_WORKERS = 3
_CALLED = {"api": "API", "screens": "screens"}
#: A compiler makes and drops so much that the small space for what is young is looked through all the time
#: [MB]: a third of its work.
_YOUNG_MB = 128
Env = dict[str, str]
Check = tuple[str, Sequence[str | Path], Path]


def _call(says: str, command: Sequence[str | Path], cwd: Path, env: Env) -> bool:
    say(f"\n== {says}")
    return subprocess.run([str(word) for word in command], cwd=cwd, env=env, check=False).returncode == 0


def _all_of(checks: Sequence[Check], env: Env) -> bool:
    """Run checks that do not disturb each other side by side; what each says is printed together."""
    options = f"{env.get('NODE_OPTIONS', '')} --max-semi-space-size={_YOUNG_MB}".strip()
    roomy = {**env, "NODE_OPTIONS": options}

    def one(check: Check) -> tuple[str, float, subprocess.CompletedProcess[str]]:
        says, command, cwd = check
        begun = time.monotonic()
        done = subprocess.run(
            [str(word) for word in command], cwd=cwd, env=roomy, check=False, text=True,
            stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
        )  # fmt: skip
        return says, time.monotonic() - begun, done

    good = True
    with ThreadPoolExecutor(_WORKERS) as pool:
        for says, took, done in pool.map(one, checks):
            say(f"\n== {says} ({took:.0f} s)")
            if done.returncode:
                say(done.stdout)
                good = False
    return good


def _style(web: bool = True) -> list[Check]:
    ruff = VENV / "bin" / "ruff"
    python = ["core", "server", "tooling", "standins", "deploy", "chord"]
    node = [
        ("eslint", ["npm", "run", "--silent", "lint"], WEB),
        ("prettier", ["npm", "run", "--silent", "format"], WEB),
    ]
    return [
        *(node if web else []),
        ("ruff: format", [ruff, "format", "--check", *python], ROOT),
        ("ruff: lint", [ruff, "check", *python], ROOT),
    ]


def _types(web: bool = True, python: bool = True) -> list[Check]:
    rooms = ["core/chord_core", "server", "standins", "tooling"]
    mypy: Check = ("mypy, strict", [VENV / "bin" / "mypy", *rooms], ROOT)
    vue: Check = ("vue-tsc, strict", ["npm", "run", "--silent", "types"], WEB)
    return [*([mypy] if python else []), *([vue] if web else [])]


def _rules() -> list[Check]:
    return [("import rules", [VENV / "bin" / "lint-imports"], ROOT)]


def _web() -> list[Check]:
    return [("web: plain TypeScript (vitest)", ["npm", "run", "--silent", "test"], WEB)]


def _django(says: str, env: Env, *words: str) -> bool:
    command: list[str | Path] = [
        PYTHON,
        "-W",
        "error::ResourceWarning",
        "manage.py",
        "test",
        "--no-input",
        *words,
    ]
    return _call(f"{says} (Django's test runner)", command, SERVER, env)


def _labels(folder: Path, package: str, names: Sequence[str]) -> list[str]:
    """What Django's runner takes for named tests: a file of ``folder``, or a word of the test's name.

    Raises:
        CannotGoOn: a name like a file's is no file of this part.
    """
    labels: list[str] = []
    for name in names:
        file, _, inside = name.removesuffix(".py").partition(".")
        if (folder / f"{file}.py").exists():
            labels.append(".".join(part for part in (package, file, inside) if part))
        elif file.startswith("test_") and not inside:
            labels += ["-k", file]
        elif "." in name:
            raise CannotGoOn(f"no such test file: {file}.py in {folder.relative_to(ROOT)}")
        else:
            labels += ["-k", name]
    return labels


def _core(env: Env, names: Sequence[str] = ()) -> bool:
    folder = ROOT / "core" / "tests"
    labels = _labels(folder, "tests", names)
    # A few tests are done before a second process has loaded the core.
    workers = [] if names else ["--parallel", str(_WORKERS)]
    every = [] if any(not label.startswith("-k") for label in labels[::2]) else [str(folder)]
    return _django("core", env, "--settings", "config.settings_core", *workers, *labels, *every)


def _apps() -> list[str]:
    """The apps that have tests, by what is there: one that was forgotten in a list would never be tested."""
    return sorted(tests.parent.name for tests in SERVER.glob("*/tests"))


def _api_labels(names: Sequence[str]) -> list[str]:
    files = {file.stem: f"{file.parent.parent.name}.tests" for file in SERVER.glob("*/tests/test_*.py")}
    labels: list[str] = []
    for name in names:
        file, _, inside = name.removesuffix(".py").partition(".")
        if name.split(".")[0] in _apps():
            labels.append(name)
        elif file in files:
            labels.append(".".join(part for part in (files[file], file, inside) if part))
        else:
            labels += ["-k", name]
    return labels if any(not label.startswith("-k") for label in labels[::2]) else [*labels, *_apps()]


def _screen_labels(names: Sequence[str]) -> list[str]:
    labels = _labels(SERVER / "e2e", "e2e", names)
    return labels if any(not label.startswith("-k") for label in labels[::2]) else [*labels, "e2e"]


def _sweep(folder: Path) -> None:
    """Remove clusters that a killed test run left behind."""
    for left in folder.glob("test-*"):
        owner = int(left.name.partition("-")[2])
        if not Path(f"/proc/{owner}").exists():
            Cluster(left, quick=True).remove()


@contextlib.contextmanager
def scratch_cluster(purpose: str = "test") -> Iterator[Cluster]:
    """A cluster of this run's own, removed at its end."""
    folder = state_folder() / purpose
    _sweep(folder)
    cluster = Cluster(folder / f"test-{os.getpid()}", quick=True)
    try:
        cluster.start()
        yield cluster
    finally:
        cluster.remove()


def _server(parts: Sequence[str], env: Env, names: Sequence[str] = ()) -> bool:
    with scratch_cluster() as cluster:
        key = "test-" + "k" * 60
        # Tests ask from one address, and much.
        env = {**env, **server_env(cluster.url, key, demo=True), "CHORD_ANONYMOUS_RATE": "0"}
        Path(env["CHORD_STATIC_ROOT"]).mkdir(parents=True, exist_ok=True)
        workers = [] if names else ["--parallel", str(_WAITING_WORKERS)]
        labels: list[str] = []
        if "api" in parts:
            labels += _api_labels(names)
        if "screens" in parts:
            shutil.rmtree(BUILD / "faults", ignore_errors=True)
            labels += _screen_labels(names)
        # Both in one run: their tables are made once, and no process waits between them.
        return _django(" and ".join(_CALLED[part] for part in parts), env, *workers, *labels)


def _quick(env: Env) -> int:
    """Style, types, rules and the tests of what was changed."""
    changed = Changed.now()
    install(tests=True, database=bool(changed.apps()))
    say(f"changed: {', '.join(changed.rooms()) or 'nothing'}")
    web = changed.touches("web")
    python = any(map(changed.touches, ("core", "server", "standins", "tooling")))
    results = {
        "checks": _all_of([*_style(web), *_types(web, python), *_rules(), *(_web() if web else [])], env)
    }
    if files := changed.core_tests():
        results["core"] = _core(env, files)
    if apps := changed.apps():
        results["api"] = _server(["api"], env, apps)
    return _said(results)


def _said(results: dict[str, bool], begun: float | None = None) -> int:
    failed = [part for part, good in results.items() if not good]
    took = f" after {time.monotonic() - begun:.0f} s" if begun else ""
    say(f"\n{'FAILED: ' + ', '.join(failed) if failed else 'All hold'}{took}")
    return 1 if failed else 0


def _sorted(words: Sequence[str]) -> tuple[list[str], list[str]]:
    """The parts that are asked for, and the names of tests of one of them.

    Raises:
        CannotGoOn: a word is no part, and there is no one part whose test it could name.
    """
    parts = [part for part in PARTS if part in words]
    names = [word for word in words if word not in PARTS]
    if names and (len(parts) != 1 or parts[0] not in NAMED):
        raise CannotGoOn(
            f"no such part: {', '.join(names)}; there are {', '.join(PARTS)} and quick, and behind one of "
            f"{', '.join(NAMED)} the name of a test file or of a test"
        )
    return parts or list(PARTS), names


def _install_and_check(parts: Sequence[str], checks: Sequence[Check], env: Env) -> bool:
    """Install what the parts need; run the checks, those of a language as soon as its packages are there."""
    found: list[bool] = []

    def by(node: bool) -> Callable[[], None]:
        mine = [check for check in checks if (check[2] == WEB) == node]
        return lambda: found.append(_all_of(mine, env))

    if set(parts) <= {"core", "rules"}:
        system_packages(browser=False, database=False)
        core_packages()
        test_packages()
        by(node=False)()
    else:
        browser, database = "screens" in parts, bool({"api", "screens"} & set(parts))
        install(browser, database, tests=True, by_python=[by(node=False)], by_node=[by(node=True)])
    return all(found)


def check(words: Sequence[str], deep: bool = False) -> int:
    """Run the parts that are named, or all; return 0 when all hold.

    Args:
        words: parts, or one part and names of its tests, or ``quick``.
        deep: whether every law of the core is tried on many cases, new ones each time.
    """
    begun = time.monotonic()
    os.environ.setdefault("CHORD_LOG_LEVEL", "ERROR")
    env = {**core_env(), "DATABASE_URL": _NO_DATABASE, "CHORD_SECRET_KEY": "test-" + "k" * 60}
    env |= {"CHORD_DEEP": "1"} if deep else {}
    if list(words) == ["quick"]:
        return _quick(env)
    parts, names = _sorted(words)
    simple: dict[str, Callable[[], list[Check]]] = {
        "style": _style, "types": _types, "rules": _rules, "web": _web,
    }  # fmt: skip
    checks = [one for part in parts if part in simple for one in simple[part]()]
    results = {"style, types, rules, web": _install_and_check(parts, checks, env)}
    if "core" in parts:
        results["core"] = _core(env, names)
    if both := [part for part in parts if part in ("api", "screens")]:
        results[" and ".join(both)] = _server(both, env, names)
    return _said(results, begun)
