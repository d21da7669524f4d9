"""The tooling: generated files, deployment, the page, the demo data, the commands."""

import gzip
import io
import json
import os
import re
import signal
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path
from unittest import mock

from django.conf import settings
from django.core.management import CommandError, call_command
from django.test import Client, SimpleTestCase, TestCase

from accounts.models import Shop
from fittings.models import Fitting
from rack.models import Board
from surfers.models import Surfer
from tooling.allowed import allowed_text
from tooling.cluster import free_port

ROOT = Path(settings.ROOT)
MOST_BYTES = 300_000


class Generated(TestCase):
    def test_openapi_has_not_drifted(self) -> None:
        with tempfile.NamedTemporaryFile(suffix=".json") as file:
            call_command("spectacular", "--format", "openapi-json", "--file", file.name, "--fail-on-warn")
            now = json.loads(Path(file.name).read_text())
        kept = json.loads((ROOT / "docs" / "openapi.json").read_text())
        self.assertEqual(kept, now, "run ./chord generate")

    def test_the_clients_types_have_not_drifted(self) -> None:
        with tempfile.NamedTemporaryFile(suffix=".ts") as file:
            words = ["npx", "openapi-typescript", "../docs/openapi.json", "-o", file.name]
            subprocess.run(
                [*words, "--default-non-nullable=false"], cwd=ROOT / "web", check=True, capture_output=True
            )
            kept = ROOT / "web/src/shared/api/schema.d.ts"
            self.assertEqual(kept.read_text(), Path(file.name).read_text())

    def test_what_the_screens_allow_has_not_drifted(self) -> None:
        kept = (ROOT / "web/src/shared/api/allowed.ts").read_text()
        openapi = (ROOT / "docs" / "openapi.json").read_text()
        self.assertEqual(kept, allowed_text(openapi), "run ./chord generate")
        self.assertIn("mass_kg: [14, 200]", kept.split("SURFER_LIMITS")[1])
        self.assertIn("const WATER_CROWD_WORDS = ['low', 'medium', 'high'] as const", kept)

    def test_migrations_have_not_drifted(self) -> None:
        call_command("makemigrations", "--check", "--dry-run", verbosity=0)

    def test_lock_files_hold_no_address(self) -> None:
        for name in ("requirements.lock", "requirements-dev.lock"):
            self.assertNotIn("://", (ROOT / name).read_text(), name)
        packages = json.loads((ROOT / "web/package-lock.json").read_text())["packages"]
        self.assertGreater(len(packages), 100)
        # Where a package's makers ask for gifts is no address that it is fetched from.
        fetched = {path: {k: v for k, v in of.items() if k != "funding"} for path, of in packages.items()}
        self.assertNotIn("resolved", {key for of in fetched.values() for key in of})
        self.assertNotIn("://", json.dumps(fetched))


class Docs(SimpleTestCase):
    def test_every_link_leads_to_a_file(self) -> None:
        own = [ROOT / name for name in ("README.md", "CONTRIBUTING.md", "CHANGELOG.md")]
        # Pieces that are put into a paper of docs/ speak from there.
        pieces = ROOT / "docs" / "read"
        papers = [*own, *(paper for paper in (ROOT / "docs").rglob("*.md") if pieces not in paper.parents)]
        lost = [
            f"{paper.relative_to(ROOT)}: {link}"
            for paper in papers
            for link in re.findall(r"\]\(([^)#\s]+)", paper.read_text(encoding="utf-8"))
            if not link.startswith("http") and not (paper.parent / link).exists()
        ]
        self.assertEqual(lost, [])


class Production(SimpleTestCase):
    def test_check_deploy_is_clean(self) -> None:
        env = {k: v for k, v in os.environ.items() if not k.startswith("CHORD_")}
        env |= {"CHORD_SECRET_KEY": "".join(map(chr, range(40, 110))), "CHORD_HOSTS": "shop.example"}
        words = [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
        done = subprocess.run(
            words, cwd=ROOT / "server", env=env, capture_output=True, text=True, check=False
        )
        self.assertEqual(done.returncode, 0, done.stderr)
        self.assertIn("no issues", done.stdout + done.stderr)

    def test_without_a_key_it_does_not_start(self) -> None:
        env = {k: v for k, v in os.environ.items() if k != "CHORD_SECRET_KEY"}
        words = [sys.executable, "manage.py", "check"]
        done = subprocess.run(
            words, cwd=ROOT / "server", env=env, capture_output=True, text=True, check=False
        )
        self.assertIn("CHORD_SECRET_KEY", done.stderr)


class Page(TestCase):
    def get(self, path: str = "/") -> object:
        return Client(HTTP_HOST="127.0.0.1").get(path)

    def test_policy_allows_nothing_from_outside(self) -> None:
        response = self.get()
        policy = response.headers["Content-Security-Policy"]
        self.assertIn("default-src 'none'", policy)
        self.assertNotRegex(policy, r"https?:|unsafe|\*")
        nonce = re.search(r"'nonce-([^']+)'", policy)
        assert nonce
        self.assertIn(f'nonce="{nonce[1]}"', response.content.decode())

    def test_every_place_is_the_page_and_the_api_is_not(self) -> None:
        self.assertEqual(self.get("/fit").status_code, 200)
        self.assertEqual(self.get("/api/nothing/").status_code, 404)

    def test_health(self) -> None:
        self.assertEqual(self.get("/api/health/").json(), {"server": "ok", "database": "ok"})
        # The database cannot be taken away from under a test: its connection refuses instead.
        with mock.patch("config.views.connection") as gone, self.assertLogs("django.request"):
            gone.cursor.side_effect = OSError
            self.assertEqual(self.get("/api/health/").status_code, 503)

    def test_the_first_page_is_light(self) -> None:
        """The page, all that it names, and the fonts; what is fetched when it is opened is light too, and a
        picture of the guide."""
        dist, packed = ROOT / "web/dist", {".js", ".css", ".html", ".svg"}
        page = (dist / "index.html").read_text(encoding="utf-8")

        def weight(file: Path) -> int:
            whole = file.read_bytes()
            return len(gzip.compress(whole, 6)) if file.suffix in packed else len(whole)

        files = [p for p in dist.rglob("*") if p.is_file()]
        first = [p for p in files if p.name in page or p.suffix in (".html", ".woff2")]
        self.assertGreater(len(first), 5)
        self.assertLess(sum(map(weight, first)), MOST_BYTES)
        for file in files:
            if file not in first:
                share = 3 if file.suffix == ".png" else 20
                self.assertLess(weight(file), MOST_BYTES / share, file.name)

    def test_the_build_names_no_other_host(self) -> None:
        for file in (ROOT / "web/dist").rglob("*.css"):
            self.assertNotRegex(file.read_text(), r"url\(['\"]?(https?:)?//")


class DemoData(TestCase):
    def test_loads_once_and_afresh(self) -> None:
        call_command("load_demo", verbosity=0, stdout=io.StringIO())
        shop = Shop.objects.get(demo=True)
        self.assertGreaterEqual(Board.objects.of(shop).count(), 60)
        self.assertEqual(Surfer.objects.of(shop).count(), 9)
        call_command("load_demo", stdout=io.StringIO())
        self.assertEqual(Shop.objects.count(), 1)
        Fitting.objects.of(shop).first().delete()
        call_command("load_demo", "--reset", stdout=io.StringIO())
        self.assertEqual(Fitting.objects.count(), 9)

    def test_a_bad_document_loads_nothing_and_is_named(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            for name in ("shop", "boards", "breaks", "fittings"):
                text = (ROOT / "demo" / f"{name}.json").read_text()
                Path(folder, f"{name}.json").write_text(text)
            boards = json.loads(Path(folder, "boards.json").read_text())
            boards["boards"][7]["length_m"] = 17
            Path(folder, "boards.json").write_text(json.dumps(boards))
            with self.assertRaisesRegex(CommandError, r"boards\.7\.length_m"):
                call_command("load_demo", folder=Path(folder))
            Path(folder, "boards.json").write_text("{")
            with self.assertRaises(CommandError):
                call_command("load_demo", folder=Path(folder))
        self.assertEqual(Shop.objects.count(), 0)


class Command(SimpleTestCase):
    """``./chord start`` as a person uses it, with a state folder and ports of its own."""

    #: It waits for programs that begin and end: other tests are done beside it.
    takes_long = True

    def setUp(self) -> None:
        base = "/var/tmp" if os.geteuid() == 0 else None
        self.state = tempfile.mkdtemp(prefix="chord-start-", dir=base)
        os.chmod(self.state, 0o755)
        self.port = free_port()
        keep = {k: v for k, v in os.environ.items() if not k.startswith("CHORD_") and k != "DATABASE_URL"}
        self.env = {**keep, "CHORD_STATE": self.state}
        self.addCleanup(self._remove)

    def _remove(self) -> None:
        import shutil

        from tooling.cluster import Cluster

        Cluster(Path(self.state) / "start" / "cluster").stop()
        shutil.rmtree(self.state, ignore_errors=True)

    def start(self, *words: str) -> subprocess.Popen[str]:
        command = [sys.executable, str(ROOT / "chord"), "start", "--port", str(self.port), *words]
        process = subprocess.Popen(
            command, env=self.env, stdout=subprocess.PIPE, stderr=subprocess.STDOUT, text=True
        )
        self.addCleanup(self._end, process)
        return process

    def _end(self, process: subprocess.Popen[str]) -> None:
        if process.poll() is None:
            process.send_signal(signal.SIGINT)
            process.wait(30)
        if process.stdout:
            process.stdout.close()

    def ready(self, process: subprocess.Popen[str]) -> None:
        assert process.stdout
        said = []
        for line in process.stdout:
            said.append(line)
            if "Ctrl-C" in line:
                return
        self.fail("".join(said))

    def boards(self) -> str:
        with urllib.request.urlopen(f"http://127.0.0.1:{self.port}/api/session/", timeout=10) as answer:
            return answer.read().decode()

    def running(self) -> dict[str, int]:
        """What the start has written down."""
        return dict(json.loads((Path(self.state) / "start" / "running.json").read_text()))

    def postmaster(self) -> int:
        file = Path(self.state) / "start" / "cluster" / "data" / "postmaster.pid"
        return int(file.read_text().split()[0])

    def _postmaster_or(self, last: int) -> int:
        """The postmaster; the last one while its file is being written."""
        try:
            return self.postmaster()
        except (OSError, ValueError, IndexError):
            return last

    def healthy(self) -> None:
        """Wait until server and database answer."""
        for _ in range(600):
            try:
                with urllib.request.urlopen(f"http://127.0.0.1:{self.port}/api/health/", timeout=5) as answer:
                    if json.loads(answer.read())["database"] == "ok":
                        return
            except OSError:
                pass
            time.sleep(0.1)
        self.fail("it was not brought back")

    def test_starts_once_brings_back_what_is_killed_and_ends_cleanly(self) -> None:
        """Server and database come back by themselves, and after a kill of everything at once the first
        start works."""
        process = self.start()
        self.ready(process)
        self.assertIn('"demo_available":true', self.boards())
        second = self.start()
        said, _ = second.communicate(timeout=30)
        self.assertIn(f"already running at http://127.0.0.1:{self.port}", said)
        self.assertEqual(second.returncode, 1)
        server = self.running()["server"]
        os.kill(server, signal.SIGKILL)
        while self.running()["server"] == server:
            time.sleep(0.1)
        self.healthy()
        database = self.postmaster()
        os.kill(database, signal.SIGKILL)
        while self._postmaster_or(database) == database:
            time.sleep(0.1)
        self.healthy()
        jobs = self.running()["jobs"]
        os.kill(jobs, signal.SIGKILL)
        while self.running()["jobs"] == jobs:
            time.sleep(0.1)
        left = self.running()["jobs"]
        for pid in (process.pid, self.running()["server"], self.postmaster()):
            os.kill(pid, signal.SIGKILL)
        process.wait(30)
        again = self.start("--no-demo")
        self.ready(again)
        self.healthy()
        # The worker that the killed start left behind was ended.
        self.assertFalse(Path(f"/proc/{left}").exists())
        self.assertIn('"demo_available":false', self.boards())
        again.send_signal(signal.SIGINT)
        self.assertEqual(again.wait(30), 0)
        self.assertFalse((Path(self.state) / "start/cluster/data/postmaster.pid").exists())

    def test_core_by_command_line(self) -> None:
        words = [sys.executable, str(ROOT / "chord"), "core", "hull"]
        done = subprocess.run(words, input="{}", capture_output=True, text=True, env=self.env, check=False)
        self.assertEqual(done.returncode, 2)
        self.assertEqual(json.loads(done.stdout)["error"]["field"], "board")

    def test_an_unknown_part_is_named(self) -> None:
        words = [sys.executable, str(ROOT / "chord"), "test", "everything"]
        done = subprocess.run(words, capture_output=True, text=True, env=self.env, check=False)
        self.assertEqual(done.returncode, 1)
        self.assertIn("no such part: everything", done.stderr)
