"""``./chord demo --reset``: the demo shop afresh, whether the application runs or not."""

from __future__ import annotations

import os

from house.cluster import Cluster
from house.environment import kept_key, server_env
from house.install import install
from house.paths import state_folder
from house.say import say
from house.serve import manage, prepare


def demo(reset: bool) -> int:
    """Load the demo shop; with ``reset`` the old one goes first."""
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
        say(manage(env, "load_demo", *(["--reset"] if reset else [])).strip())
    finally:
        if cluster and not ran:
            cluster.stop()
    return 0
