"""``./chord look``: current pictures of the main views, from the demo data, in docs/screenshots/."""

from __future__ import annotations

import subprocess

from tooling.check import scratch_cluster
from tooling.cluster import free_port
from tooling.environment import server_env
from tooling.install import install
from tooling.paths import PYTHON, ROOT
from tooling.serve import prepare, serving


def look() -> int:
    """Run the application on demo data and photograph it at 1280x800."""
    install(browser=True)
    with scratch_cluster("look") as cluster:
        env = server_env(cluster.url, "look-" + "k" * 60, demo=True)
        prepare(env, cluster, demo=True)
        port = free_port()
        with serving(env, port):
            words = [str(PYTHON), "-m", "tooling.photograph", str(port), str(ROOT / "docs" / "screenshots")]
            return subprocess.call(words, cwd=ROOT, env=env)
