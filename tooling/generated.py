"""Files that are generated and kept in the repository: JSON Schemas, OpenAPI, notices, the client's types."""

from __future__ import annotations

from pathlib import Path

from tooling.environment import server_env
from tooling.install import node_packages, python_packages
from tooling.paths import PYTHON, ROOT, SERVER, WEB
from tooling.say import run, step


def write_generated() -> int:
    """Write them all; a test fails when one of them has drifted from its source."""
    python_packages()
    node_packages()
    env = server_env("postgres://nobody@127.0.0.1:1/none", "x" * 60, demo=False)
    with step("JSON Schemas"):
        run(
            [PYTHON, "-m", "chord_core.documents.schema", ROOT / "docs" / "schemas"],
            cwd=ROOT,
            env=env,
        )
    with step("OpenAPI"):
        words: list[str | Path] = [
            "spectacular",
            "--format",
            "openapi-json",
            "--file",
            ROOT / "docs" / "openapi.json",
        ]
        run([PYTHON, "manage.py", *words, "--fail-on-warn"], cwd=SERVER, env=env)
    with step("notices"):
        run([PYTHON, "-m", "tooling.notices", ROOT / "NOTICES.md"], cwd=ROOT, env=env)
    with step("the client's types"):
        run(["npm", "run", "api"], cwd=WEB)
        run([PYTHON, "-m", "tooling.allowed", WEB / "src/shared/api/allowed.ts"], cwd=ROOT, env=env)
    return 0
