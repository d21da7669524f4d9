"""``./chord bench``: how fast it is, as ratios in one run; medians and 95th percentiles.

Times on other machines differ, ratios much less: the core is measured against itself board by board,
and the screen against the 100 ms in which an answer feels like one's own hand.
"""

from __future__ import annotations

import subprocess

from tooling.check import scratch_cluster
from tooling.cluster import free_port
from tooling.environment import core_env, server_env
from tooling.install import install
from tooling.paths import PYTHON, ROOT, SERVER
from tooling.say import say
from tooling.serve import prepare, serving

#: Boards of a large rack.
_MANY = 2000
#: Boards on the largest wall.
_WALL = 10_000


def bench(rounds: int) -> int:
    """Measure core and screen; prints a line for each figure."""
    install(browser=True)
    say("\ncore, one thread")
    code = subprocess.call([str(PYTHON), "-m", "tooling.measure_core", str(rounds)], cwd=ROOT, env=core_env())
    say("\nlog, one thread")
    words = [str(PYTHON), "-m", "tooling.measure_log", str(rounds)]
    code |= subprocess.call(words, cwd=ROOT, env=core_env())
    with scratch_cluster("bench") as cluster:
        env = server_env(cluster.url, "bench-" + "k" * 60, demo=True)
        prepare(env, cluster, demo=True)
        port = free_port()
        with serving(env, port):
            say("\nscreen, rack of 64, gunicorn and PostgreSQL on this machine")
            words = [str(PYTHON), "-m", "tooling.measure_screen", str(port), str(rounds)]
            code |= subprocess.call(words, cwd=ROOT, env=env)
            say("\nwater, ten years of hours")
            words[2] = "tooling.measure_water"
            code |= subprocess.call(words, cwd=ROOT, env=env)
            words[2] = "tooling.measure_screen"
            fill = [str(PYTHON), "manage.py", "fill_rack", str(_MANY)]
            code |= subprocess.call(fill, cwd=SERVER, env=env, stdout=subprocess.DEVNULL)
            say(f"\nscreen, rack of {_MANY}")
            code |= subprocess.call([*words, "many"], cwd=ROOT, env=env)
            fill[-1] = str(_WALL)
            code |= subprocess.call(fill, cwd=SERVER, env=env, stdout=subprocess.DEVNULL)
            say(f"\nrack place, {_WALL} boards")
            words[2] = "tooling.measure_rack"
            code |= subprocess.call(words, cwd=ROOT, env=env)
    return code
