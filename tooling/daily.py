"""A backup a day while the application runs."""

from __future__ import annotations

import contextlib
import subprocess
import time
from collections.abc import Callable, Iterator
from contextlib import AbstractContextManager
from math import inf
from pathlib import Path

from tooling.paths import PYTHON, SERVER
from tooling.say import CannotGoOn, say

_DAY_S = 24 * 3600.0
#: After one that failed it is tried again so much later.
_AGAIN_S = 3600.0
#: A fortnight of them is kept.
KEPT = 14
Begin = Callable[[], "subprocess.Popen[bytes]"]


class DailyBackup:
    """Sees to it that the newest backup in a folder is less than a day old; without one to nothing."""

    def __init__(self, folder: Path | None, begin: Begin) -> None:
        self.folder, self.begin = folder, begin
        self._process: subprocess.Popen[bytes] | None = None
        self._not_before = 0.0

    @property
    def newest(self) -> float:
        """When the newest was made [s since 1970]; 0 where there is none."""
        if self.folder is None:
            return inf
        return max((one.stat().st_mtime for one in self.folder.glob("chord-*-*.backup")), default=0.0)

    def look(self) -> None:
        """Begin one that is due; say when one failed. Never waits."""
        now = time.time()
        if self._process is not None:
            ended = self._process.poll()
            if ended is None:
                return
            self._process = None
            if ended:
                self._not_before = now + _AGAIN_S
                say(f"\nThe daily backup into {self.folder} failed; its words are above. Again in an hour.")
        elif now >= self._not_before and now - self.newest > _DAY_S:
            self._process = self.begin()

    def end(self) -> None:
        """Wait for one that is being made: what is written is whole."""
        if self._process is not None:
            self._process.wait()


def into_folder(folder: Path | None) -> Callable[[dict[str, str]], AbstractContextManager[DailyBackup]]:
    """What keeps backups in a folder, once it is known in which environment; none: nothing is kept.

    Raises:
        CannotGoOn: there is no such folder.
    """
    if folder is not None and not folder.is_dir():
        raise CannotGoOn(f"there is no folder {folder} for the backups")
    words = [str(PYTHON), "manage.py", "backup", str(folder and folder.absolute()), "--keep", str(KEPT)]

    @contextlib.contextmanager
    def keeping(env: dict[str, str]) -> Iterator[DailyBackup]:
        def begin() -> subprocess.Popen[bytes]:
            quiet = subprocess.DEVNULL
            return subprocess.Popen(words, cwd=SERVER, env=env, stdin=quiet, stdout=quiet)

        daily = DailyBackup(folder, begin)
        try:
            yield daily
        finally:
            daily.end()

    return keeping
