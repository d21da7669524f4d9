"""What the commands stand on: what is done once, what is said when it cannot go on, locks, keys, clusters."""

import io
import os
import signal
import subprocess
import sys
import tempfile
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path
from threading import Thread

import psycopg
from django.test import SimpleTestCase

from tooling.check import PARTS, check, scratch_cluster
from tooling.commands import main
from tooling.environment import core_env, kept_key, server_env
from tooling.install import once
from tooling.paths import PYTHON, ROOT, SERVER, state_folder
from tooling.say import CannotGoOn, run, step
from tooling.serve import Running, end_process
from tooling.standins import STANDINS


class FolderCase(SimpleTestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)


class Once(FolderCase):
    """A step is done again when what it is made from has changed, or what it made is gone."""

    def setUp(self) -> None:
        super().setUp()
        # What a step depends on lies in the checkout: its stamp holds the names from there.
        self.source = Path(tempfile.mkdtemp(prefix="once-", dir=ROOT / "build"))
        self.addCleanup(lambda: [*map(Path.unlink, self.source.iterdir()), self.source.rmdir()])
        (self.source / "a.txt").write_text("one")
        self.made = self.folder / "made"
        self.times = 0

    def make(self) -> None:
        self.times += 1
        self.made.write_text("made")

    def do(self) -> int:
        with redirect_stdout(io.StringIO()):
            once("made", "making it", self.made, [self.source], self.make, self.folder / "stamps")
        return self.times

    def test_once_and_again_when_it_must(self) -> None:
        self.assertEqual([self.do(), self.do()], [1, 1])
        (self.source / "a.txt").write_text("two")
        self.assertEqual([self.do(), self.do()], [2, 2])
        (self.source / "b.txt").write_text("another")
        self.assertEqual(self.do(), 3)
        self.made.unlink()
        self.assertEqual([self.do(), self.do()], [4, 4])

    def test_a_step_that_failed_is_not_done(self) -> None:
        def fails() -> None:
            raise CannotGoOn("no")

        with redirect_stdout(io.StringIO()), self.assertRaises(CannotGoOn):
            once("made", "making it", self.made, [self.source], fails, self.folder / "stamps")
        self.assertEqual(self.do(), 1)


class Said(FolderCase):
    def test_a_step_says_how_long_it_took_or_that_it_failed(self) -> None:
        said = io.StringIO()
        with redirect_stdout(said), step("waxing"):
            pass
        self.assertRegex(said.getvalue(), r"^  waxing \.\.\. \d+\.\d s\n$")
        with redirect_stdout(said), self.assertRaises(ValueError), step("sanding"):
            raise ValueError
        self.assertIn("sanding ... failed", said.getvalue())

    def test_a_command_that_fails_shows_all_that_it_said(self) -> None:
        words = [sys.executable, "-c", "import sys; print('out'); print('err', file=sys.stderr); sys.exit(3)"]
        said = io.StringIO()
        with redirect_stderr(said), self.assertRaisesRegex(CannotGoOn, r"this failed \(3\)"):
            run(words, cwd=self.folder)
        self.assertEqual(said.getvalue().split(), ["out", "err"])
        self.assertEqual(run([sys.executable, "-c", "print(7)"], cwd=self.folder), "7\n")

    def test_the_command_line_names_its_words_and_refuses_others(self) -> None:
        for words, code in ((["--help"], 0), (["sail"], 2), (["start", "--port", "north"], 2), ([], 2)):
            said = io.StringIO()
            with self.subTest(words), redirect_stdout(said), redirect_stderr(said):
                with self.assertRaises(SystemExit) as ended:
                    main(words)
                self.assertEqual(ended.exception.code, code)
                self.assertIn("./chord", said.getvalue())

    def test_an_unknown_part_of_the_tests_is_named_with_those_there_are(self) -> None:
        with self.assertRaises(CannotGoOn) as stop:
            check(["style", "tides"])
        self.assertIn("no such part: tides", str(stop.exception))
        for part in PARTS:
            self.assertIn(part, str(stop.exception))


class Kept(FolderCase):
    def test_a_key_is_made_once_and_is_nobody_elses(self) -> None:
        key = kept_key(self.folder / "start")
        self.assertGreaterEqual(len(key), 64)
        self.assertEqual(kept_key(self.folder / "start"), key)
        self.assertEqual((self.folder / "start" / "secret_key").stat().st_mode & 0o077, 0)
        self.assertNotEqual(kept_key(self.folder / "another"), key)

    def test_the_second_start_finds_the_first(self) -> None:
        first, second = Running(self.folder), Running(self.folder)
        self.assertEqual(first.read(), {})
        lock = first.take()
        assert lock
        first.write(port=8400, pid=7)
        self.assertIsNone(second.take())
        self.assertEqual(second.read(), {"port": 8400, "pid": 7})
        lock.close()
        again = second.take()
        assert again
        again.close()

    def test_what_was_written_half_is_read_as_nothing(self) -> None:
        running = Running(self.folder)
        running.file.write_text('{"port": 84')
        self.assertEqual(running.read(), {})

    def test_the_servers_programs_get_one_thread_and_no_https_on_loopback(self) -> None:
        env = server_env("postgres://nobody@127.0.0.1:1/none", "k" * 60, demo=False)
        self.assertEqual((env["CHORD_DEMO"], env["OMP_NUM_THREADS"]), ("false", "1"))
        self.assertLessEqual({str(ROOT), str(SERVER)}, set(env["PYTHONPATH"].split(os.pathsep)))
        self.assertEqual(env["NUMBA_CACHE_DIR"], core_env()["NUMBA_CACHE_DIR"])


class Processes(FolderCase):
    def sleeper(self, mark: str) -> subprocess.Popen[bytes]:
        code = "import signal, sys; signal.pause()"
        process = subprocess.Popen([sys.executable, "-c", code, mark])
        self.addCleanup(process.wait)
        self.addCleanup(process.kill)
        return process

    def test_one_that_is_left_over_is_ended_and_another_is_not(self) -> None:
        """The number may belong to somebody else by now: only a process with the mark is ended."""
        mine, other = self.sleeper("left-over-chord"), self.sleeper("somebody-else")
        end_process(other.pid, "left-over-chord")
        self.assertIsNone(other.poll())
        # A child stays on the list until its parent asks for it: somebody has to.
        reaper = Thread(target=mine.wait)
        reaper.start()
        end_process(mine.pid, "left-over-chord")
        reaper.join(20)
        self.assertEqual(mine.returncode, -signal.SIGTERM)
        end_process(mine.pid, "left-over-chord")

    def test_each_stand_in_is_a_program_with_a_port_and_a_setting_of_its_own(self) -> None:
        ports = {port for _, port, _ in STANDINS.values()}
        self.assertEqual(len(ports), len(STANDINS))
        for module, _, setting in STANDINS.values():
            self.assertTrue(setting.startswith("CHORD_"))
            words = [str(PYTHON), "-m", module, "--help"]
            done = subprocess.run(words, cwd=ROOT, env=core_env(), capture_output=True, text=True, check=True)
            self.assertIn("--port", done.stdout)


class Clusters(SimpleTestCase):
    def test_one_is_made_answers_under_its_password_and_goes(self) -> None:
        with redirect_stdout(io.StringIO()), scratch_cluster("tried") as cluster:
            self.assertTrue(cluster.running())
            self.assertEqual((cluster.folder / "password").stat().st_mode & 0o077, 0)
            with psycopg.connect(cluster.url) as connection:
                self.assertEqual(connection.execute("select 40 + 2").fetchone(), (42,))
            wrong = cluster.url.replace("chord:", "chord:not-", 1)
            with self.assertRaises(psycopg.OperationalError):
                psycopg.connect(wrong)
            self.assertTrue(cluster.url.split("@")[1].startswith("127.0.0.1:"))
        self.assertFalse(cluster.folder.exists())

    def test_what_a_killed_run_left_is_swept_away(self) -> None:
        gone = subprocess.Popen([sys.executable, "-c", ""])
        gone.wait()
        left = state_folder() / "tried" / f"test-{gone.pid}"
        left.mkdir(parents=True)
        (left / "something").write_text("left")
        with redirect_stdout(io.StringIO()), scratch_cluster("tried"):
            self.assertFalse(left.exists())
