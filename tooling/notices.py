"""What ships with Chord and whose it is: NOTICES.md from the installed packages themselves.

Run in the environment: ``python -m tooling.notices FILE``.
"""

from __future__ import annotations

import json
import re
import sys
from email.message import Message
from importlib import metadata
from pathlib import Path
from typing import cast

from tooling.paths import ROOT, WEB

_HEAD = """# Notices

Chord itself is under the MIT License (LICENSE). These packages are installed with it to run it, each under
its own license, whose text comes with the package. Written by `./chord generate`; a test fails when it has
drifted.
"""


def _python() -> list[tuple[str, str, str]]:
    lock = (ROOT / "requirements.lock").read_text(encoding="utf-8")
    rows = []
    for name, version in re.findall(r"^([A-Za-z0-9_.-]+)==([^ \\\n]+)", lock, re.M):
        about = cast(Message, metadata.metadata(name))
        said = about.get("License-Expression") or about.get("License") or ""
        classes = [
            line.split(" :: ")[-1] for line in about.get_all("Classifier") or [] if "License ::" in line
        ]
        license_ = said if said and len(said) < 60 and "\n" not in said else ", ".join(classes)
        rows.append((name, version, license_ or "see the package"))
    return rows


def _node() -> list[tuple[str, str, str]]:
    """Packages of the front end that end in what the browser loads."""
    lock = json.loads((WEB / "package-lock.json").read_text(encoding="utf-8"))
    rows = []
    for where, about in lock["packages"].items():
        if where and not about.get("dev") and not about.get("optional"):
            rows.append((where.rpartition("node_modules/")[2], about["version"], about.get("license", "")))
    return sorted(set(rows))


def notices() -> str:
    """The whole page."""
    parts = [_HEAD]
    for title, rows in (("The server", _python()), ("The screens and their fonts", _node())):
        table = "\n".join(f"| {name} | {version} | {license_} |" for name, version, license_ in rows)
        parts.append(f"## {title}\n\n| Package | Version | License |\n|---|---|---|\n{table}\n")
    return "\n".join(parts)


if __name__ == "__main__":
    Path(sys.argv[1]).write_text(notices(), encoding="utf-8")
