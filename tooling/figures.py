"""``./chord figures``: the figures of docs/model.md, drawn from the core's own numbers."""

from __future__ import annotations

from tooling.environment import core_env
from tooling.install import core_packages, test_packages
from tooling.paths import PYTHON, ROOT
from tooling.say import run, step


def figures() -> int:
    """Draw them all into docs/figures."""
    core_packages()
    test_packages()
    with step("figures"):
        run([PYTHON, "-m", "tooling.draw_figures", ROOT / "docs" / "figures"], cwd=ROOT, env=core_env())
    with step("how the log learns"):
        run([PYTHON, "-m", "tooling.draw_learning", ROOT / "docs" / "figures"], cwd=ROOT, env=core_env())
    with step("the demo's photograph"):
        run([PYTHON, "-m", "tooling.draw_photograph"], cwd=ROOT, env=core_env())
    return 0
