"""On a server of one's own: the word that only answers, the units of systemd, the recipes beside them."""

from __future__ import annotations

import json
import os
import re
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
import urllib.error
import urllib.request
from pathlib import Path
from unittest import skipUnless

from django.conf import settings
from django.test import SimpleTestCase, TransactionTestCase
from upkeep.tests.test_backup import another_database

DEPLOY = settings.ROOT / "deploy"
KEY = "a key of fifty signs and more for a test that is thrown away"


def chord(*words: str, **env: str) -> subprocess.Popen[str]:
    own = {name: value for name, value in os.environ.items() if not name.startswith(("CHORD_", "DATABASE_"))}
    return subprocess.Popen(
        [sys.executable, "chord", *words], cwd=settings.ROOT, env={**own, **env}, text=True,
        stdout=subprocess.PIPE, stderr=subprocess.STDOUT,
    )  # fmt: skip


def free_port() -> int:
    with socket.socket() as held:
        held.bind(("127.0.0.1", 0))
        return int(held.getsockname()[1])


class Serve(TransactionTestCase):
    def ask(self, port: int, path: str, **headers: str) -> tuple[int, str]:
        request = urllib.request.Request(f"http://127.0.0.1:{port}{path}", headers=headers)
        try:
            with urllib.request.urlopen(request, timeout=5) as response:
                return response.status, response.read().decode()
        except urllib.error.HTTPError as error:
            return error.code, error.read().decode()

    def wait(self, port: int, server: subprocess.Popen[str]) -> None:
        until = time.monotonic() + 90
        while time.monotonic() < until and server.poll() is None:
            try:
                if self.ask(port, "/api/health/")[0] == 200:
                    return
            except OSError:
                time.sleep(0.1)
        server.kill()
        self.fail(f"it does not answer: {server.communicate()[0]}")

    def test_it_migrates_answers_and_ends_under_the_number_it_was_started_with(self) -> None:
        port = free_port()
        with another_database() as url:
            env = {"DATABASE_URL": url, "CHORD_SECRET_KEY": KEY, "CHORD_HTTPS": "false"}
            words = ("serve", "--bind", f"127.0.0.1:{port}", "--workers", "2")
            server = chord(*words, **env, CHORD_METRICS_TOKEN="watch")
            try:
                self.wait(port, server)
                for _ in range(8):
                    self.assertEqual(json.loads(self.ask(port, "/api/session/")[1])["signed_in"], False)
                status, figures = self.ask(port, "/metrics", Authorization="Bearer watch")
                self.assertEqual(status, 200)
                # Both processes wrote their own figures, and they are summed.
                counted = re.findall(r'chord_request_seconds_count{address="session"[^}]*} (\d+)', figures)
                self.assertEqual(sum(map(int, counted)), 8)
                self.assertGreaterEqual(figures.count("chord_process_memory_bytes{pid="), 1)
            finally:
                server.send_signal(signal.SIGTERM)
                said = server.communicate(timeout=30)[0]
            self.assertEqual(server.returncode, 0, said)

    def test_commands_there_need_nothing_that_only_installing_needs(self) -> None:
        with another_database() as url, tempfile.TemporaryDirectory() as folder:
            # Neither Node nor a folder of one's own: as in the container.
            env = {"DATABASE_URL": url, "CHORD_SECRET_KEY": KEY, "PATH": folder, "CHORD_STATE": "/proc/none"}
            for words in (("manage", "migrate", "--no-input"), ("backup", f"{folder}/made.backup")):
                program = chord(*words, **env)
                said = program.communicate(timeout=120)[0]
                self.assertEqual(program.returncode, 0, said)
            self.assertTrue(Path(folder, "made.backup").exists())

    def test_what_is_missing_in_the_environment_is_named(self) -> None:
        for words, env in (
            (("serve",), {}),
            (("work",), {"DATABASE_URL": "postgres://nobody@127.0.0.1:1/none"}),
        ):
            with self.subTest(words):
                program = chord(*words, **env)
                said = program.communicate(timeout=60)[0]
                self.assertNotEqual(program.returncode, 0)
                self.assertIn("CHORD_SECRET_KEY", said)
                self.assertEqual("DATABASE_URL" in said, not env)
                self.assertNotIn("Traceback", said)


class Recipes(SimpleTestCase):
    @skipUnless(shutil.which("systemd-analyze"), "systemd is not on this machine")
    def test_systemd_takes_the_units(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            units = []
            for unit in sorted(DEPLOY.glob("*.service")) + sorted(DEPLOY.glob("*.timer")):
                copy = Path(folder) / unit.name
                # What is started lies here, not yet in /opt.
                copy.write_text(unit.read_text().replace("/opt/chord/chord", str(settings.ROOT / "chord")))
                units.append(str(copy))
            done = subprocess.run(
                ["systemd-analyze", "verify", *units], capture_output=True, text=True, check=False
            )
        self.assertEqual((done.returncode, done.stderr.strip()), (0, ""))
        self.assertGreaterEqual(len(units), 4)

    def test_what_they_name_is_there(self) -> None:
        """Words of ./chord and settings that the recipes use are those that there are."""
        said = (settings.ROOT / "docs" / "running.md").read_text()
        known = set(
            re.findall(
                r"\b(CHORD_[A-Z_]+|DATABASE_URL)\b", (settings.BASE / "config/settings.py").read_text()
            )
        )
        known |= set(re.findall(r"`(CHORD_[A-Z_]+|DATABASE_URL)`", said))
        help_says = chord("--help").communicate(timeout=60)[0]
        for recipe in DEPLOY.iterdir():
            text = recipe.read_text()
            with self.subTest(recipe.name):
                self.assertLessEqual(set(re.findall(r"\b(CHORD_[A-Z_]+|DATABASE_URL)\b", text)), known)
                for word in re.findall(r"chord/chord (\w+)|\./chord[\", ]+(\w+)", text):
                    self.assertRegex(help_says, rf"\n +{''.join(word)}\b")

    def test_the_proxy_trusts_nothing_that_a_client_says_of_itself(self) -> None:
        conf = (DEPLOY / "nginx.conf").read_text()
        self.assertIn("proxy_set_header X-Forwarded-For $remote_addr;", conf)
        self.assertNotIn("proxy_add_x_forwarded_for", conf)
        self.assertIn("CHORD_PROXIES=1", (DEPLOY / "chord.env.example").read_text())
        self.assertRegex(conf, r"location = /metrics \{ return 404; \}")
