"""Which rooms of the checkout were changed, and which tests speak of them."""

from __future__ import annotations

import re
import subprocess
from dataclasses import dataclass
from pathlib import Path

from tooling.paths import ROOT, SERVER

_CORE = "core/chord_core/"


def _git(*words: str) -> list[str]:
    done = subprocess.run(["git", *words], cwd=ROOT, capture_output=True, text=True, check=False)
    return done.stdout.splitlines()


@dataclass(frozen=True)
class Changed:
    """Files, by their paths from the root of the checkout."""

    files: tuple[str, ...]

    @staticmethod
    def now() -> Changed:
        """What is not committed; where all is, what the last commit changed."""
        files = [*_git("diff", "--name-only", "HEAD"), *_git("ls-files", "--others", "--exclude-standard")]
        return Changed(tuple(sorted(files or _git("diff", "--name-only", "HEAD~1", "HEAD"))))

    def touches(self, room: str) -> bool:
        """Whether a file of a top folder was changed."""
        return any(file.startswith(f"{room}/") for file in self.files)

    def rooms(self) -> list[str]:
        """The folders that were changed, two levels deep."""
        return sorted({"/".join(file.split("/")[:2]) for file in self.files if "/" in file})

    def core_tests(self) -> list[str]:
        """Test files of the core that were changed, or that name a module which was."""
        modules = [
            file.removeprefix("core/").removesuffix(".py").removesuffix("/__init__").replace("/", ".")
            for file in self.files
            if file.startswith(_CORE) and file.endswith(".py")
        ]
        wanted = re.compile("|".join(rf"\b{re.escape(module)}\b" for module in modules)) if modules else None
        found = []
        for file in sorted((ROOT / "core" / "tests").glob("test_*.py")):
            own = str(file.relative_to(ROOT)) in self.files
            if own or (wanted and wanted.search(file.read_text(encoding="utf-8"))):
                found.append(file.stem)
        return found

    def apps(self) -> list[str]:
        """Apps of the server that were changed and have tests."""
        names = {Path(file).parts[1] for file in self.files if file.startswith("server/") and "/" in file[7:]}
        return sorted(name for name in names if (SERVER / name / "tests").exists())
