"""The database without the application: the demo shop afresh, and Django's commands."""

from __future__ import annotations

import contextlib
import os
import subprocess
from collections.abc import Iterator, Sequence
from pathlib import Path

from tooling.cluster import Cluster
from tooling.elsewhere import installed, is_own_server
from tooling.environment import kept_key, server_env
from tooling.install import install
from tooling.paths import PYTHON, SERVER, state_folder
from tooling.say import CannotGoOn, say
from tooling.serve import Running, prepare
from tooling.serve import manage as run_manage


@contextlib.contextmanager
def database() -> Iterator[dict[str, str]]:
    """The environment in which Django's commands reach the database of ``./chord start``, or DATABASE_URL."""
    if is_own_server():
        with installed() as env:
            yield env
        return
    folder = state_folder() / "start"
    outside = os.environ.get("DATABASE_URL")
    install(database=not outside)
    cluster = None if outside else Cluster(folder / "cluster")
    ran = cluster is None or cluster.running()
    if cluster:
        cluster.start()
    try:
        url = outside or (cluster.url if cluster else "")
        env = server_env(url, kept_key(folder), demo=True)
        prepare(env, cluster, demo=False)
        yield env
    finally:
        if cluster and not ran:
            cluster.stop()


def demo(reset: bool) -> int:
    """Load the demo shop; with ``reset`` the old one goes first."""
    with database() as env:
        say(run_manage(env, "load_demo", *(["--reset"] if reset else [])).strip())
    return 0


def manage(words: Sequence[str]) -> int:
    """Run a command of Django with the keyboard and the screen of whoever calls; return its exit code."""
    with database() as env:
        return subprocess.call([str(PYTHON), "manage.py", *words], cwd=SERVER, env=env)


def restore(file: Path, replace: bool) -> int:
    """Put a backup in the place of what the database holds; return the exit code.

    Raises:
        CannotGoOn: the application runs on it: what it remembers would no longer be true.
    """
    words = ["restore", str(file), *(["--replace"] if replace else [])]
    if is_own_server():
        return manage(words)
    lock = Running(state_folder() / "start").take()
    if lock is None:
        raise CannotGoOn("Chord runs on this database: end it first (Ctrl-C where it was started)")
    with lock:
        return manage(words)
