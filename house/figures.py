"""``./chord figures``: the figures of docs/model.md, drawn from the core's own numbers."""

from __future__ import annotations

from house.environment import core_env
from house.install import core_packages, test_packages
from house.paths import PYTHON, ROOT
from house.say import run, step


def figures() -> int:
    """Draw them all into docs/figures."""
    core_packages()
    test_packages()
    with step("figures"):
        run([PYTHON, "-m", "house.draw_figures", ROOT / "docs" / "figures"], cwd=ROOT, env=core_env())
    with step("the demo's photograph"):
        run([PYTHON, "-m", "house.draw_photograph"], cwd=ROOT, env=core_env())
    return 0
