"""A backup a day: begun when the newest is old, once at a time, again later when it failed."""

import os
import subprocess
import sys
import tempfile
import time
from pathlib import Path
from unittest import TestCase

from tooling.daily import DailyBackup


class Daily(TestCase):
    def setUp(self) -> None:
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        self.begun: list[subprocess.Popen[bytes]] = []

    def daily(self, code: str) -> DailyBackup:
        def begin() -> "subprocess.Popen[bytes]":
            process = subprocess.Popen([sys.executable, "-c", code], cwd=self.folder)
            self.begun.append(process)
            return process

        return DailyBackup(self.folder, begin)

    def backup(self, hours: float) -> None:
        file = self.folder / f"chord-20260101-{hours:06.0f}.backup"
        file.write_text("")
        os.utime(file, (time.time() - hours * 3600,) * 2)

    def test_one_is_begun_when_the_newest_is_a_day_old_and_one_at_a_time(self) -> None:
        daily = self.daily("open('chord-1-1.backup', 'w')")
        self.backup(25)
        daily.look()
        daily.look()
        self.assertEqual(len(self.begun), 1)
        daily.end()
        daily.look()
        daily.look()
        self.assertEqual(len(self.begun), 1)

    def test_none_is_begun_while_the_newest_is_younger(self) -> None:
        self.backup(23)
        self.backup(100)
        self.daily("").look()
        self.assertEqual(self.begun, [])

    def test_one_that_failed_is_not_tried_again_at_once(self) -> None:
        daily = self.daily("raise SystemExit(3)")
        daily.look()
        daily.end()
        for _ in range(3):
            daily.look()
        self.assertEqual(len(self.begun), 1)
