"""``./chord papers``: the tables that the documentation prints from the core's own answers."""

from __future__ import annotations

from tooling.environment import core_env
from tooling.install import core_packages
from tooling.paths import PYTHON, ROOT
from tooling.say import run, step

#: What can be written, and what it says.
PAPERS = {
    "grid": "the best board for every rung, mass and water",
    "fittings": "fittings as an advisor would settle them, beside the answers",
    "calibrate": "what advisors expect, learned from judged fittings, and how well it meets others",
    "constants": "how much the order of boards moves with each constant of the craft",
}


def papers(names: list[str]) -> int:
    """Write the named ones, or all, into docs."""
    core_packages()
    for name in names or list(PAPERS):
        with step(PAPERS[name]):
            run([PYTHON, "-m", "tooling.write_papers", name, ROOT / "docs"], cwd=ROOT, env=core_env())
    return 0
