"""``./chord recalibrate FILE``: what a shop's sessions say of the craft's constants; ``--write`` takes it.

The file is what ``GET /api/findings/sessions.json`` sends: surfers without names, each with their sessions.
Constants that are learned from judged fittings stay; after ``--write``, ``./chord papers calibrate`` says how
well those are still met.
"""

from __future__ import annotations

import json
import subprocess
from pathlib import Path

from tooling.environment import core_env
from tooling.install import core_packages
from tooling.paths import PYTHON, ROOT

TABLE = ROOT / "core" / "chord_core" / "tables" / "craft.json"


def recalibrate(file: Path, write: bool) -> int:
    """Print the table, and write it if asked; in the core's environment."""
    core_packages()
    words: list[str | Path] = [PYTHON, "-m", "tooling.recalibrate", file.resolve()]
    words += ["--write"] if write else []
    return subprocess.call(words, cwd=ROOT, env=core_env())


def main(file: Path, write: bool) -> None:
    """Print what each constant is, what the sessions say, and whether they say anything."""
    from chord_core.documents import Surfer, parse
    from chord_core.documents.verbs.learn import LoggedSession
    from chord_core.log.recalibrate import recalibrated

    document = json.loads(file.read_text(encoding="utf-8"))
    logs = [
        (
            parse(Surfer, one["surfer"], f"surfers.{i}.surfer"),
            [parse(LoggedSession, row, f"surfers.{i}.sessions.{k}") for k, row in enumerate(one["sessions"])],
        )
        for i, one in enumerate(document["surfers"])
    ]
    moved = recalibrated(logs)
    print(f"{sum(len(rows) for _, rows in logs)} sessions of {len(logs)} surfers")
    for one in moved:
        says = "" if one.says else "   (hardly known better than its range)"
        print(f"  {one.name:20}{one.value:8.3g} -> {one.found:8.3g} +- {one.sd:.2g}{says}")
    if write:
        taken = {one.name: one.found for one in moved if one.says}
        lines = TABLE.read_text(encoding="utf-8").splitlines()
        for i, line in enumerate(lines):
            name = line.partition('"name": "')[2].partition('"')[0]
            if name in taken:
                before, _, rest = line.partition('"value": ')
                lines[i] = f'{before}"value": {taken[name]:.4g},{rest.partition(",")[2]}'
        TABLE.write_text("\n".join(lines) + "\n", encoding="utf-8")
        print(f"  written: {', '.join(taken) or 'nothing'}")


if __name__ == "__main__":
    import sys

    main(Path(sys.argv[1]), "--write" in sys.argv)
