"""A shop swept: every customer over every board, here and through real processes, the same to the bit."""

import csv
import io
import json
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from django.core.management import CommandError, call_command
from django.test import TestCase

from accounts.tests.case import BOARD, make_shop
from chord_core.documents import Board, parse
from fittings.models import Fitting
from fittings.sweep import here, sweep_shop, through_dask
from rack.commands import add_board
from surfers.models import Surfer

_WATER = {"usual_m": 0.9, "steepness": "average"}
_PEOPLE = (("=Ada", 62, "trimming"), ("Bo", 84, "linking"), ("Cy", 74, "carving"), ("Di", None, None))
_HERE_AND_SPREAD = """
if __name__ == "__main__":
    import django
    django.setup()
    from fittings.sweep import here, through_dask
    from chord_core.fit.answer.sweep import Asked, SweptRack, joined, pieces_of
    board = '{"family": "all-rounder", "length_m": %s, "width_m": 0.51, "thickness_m": 0.063}'
    rack = SweptRack(tuple(board % length for length in (1.7, 1.8, 1.9)))
    asked = [Asked('{"mass_kg": %d, "rung": "linking"}' % mass, '{"usual_m": 1.0}') for mass in (60, 75, 90)]
    pieces = pieces_of(asked, 1)
    alone = joined(here(rack, pieces, 2))
    with through_dask(2, None) as run:
        run(rack, pieces, 2)
        spread = joined(run(rack, pieces, 2))
    print(alone.fit.tobytes() == spread.fit.tobytes(), alone.first.tobytes() == spread.first.tobytes())
"""


class Sweeps(TestCase):
    def setUp(self) -> None:
        self.shop, _ = make_shop("north")
        other, _ = make_shop("south")
        for length, width in ((1.78, 0.49), (1.9, 0.53), (2.2, 0.55)):
            add_board(self.shop, parse(Board, {**BOARD, "length_m": length, "width_m": width}))
        add_board(other, parse(Board, BOARD))
        for name, mass, rung in _PEOPLE:
            facts = {"name": name, **({"mass_kg": mass, "rung": rung} if mass else {})}
            surfer = Surfer.objects.create(shop=self.shop, **facts)
            for _ in range(2):
                Fitting.objects.create(shop=self.shop, surfer=surfer, facts=facts, water=_WATER)
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def sweep(self, *words: str) -> dict[str, list[list[str]]]:
        call_command("sweep", str(self.folder), "--shop", "north", *words, stdout=io.StringIO())
        found = {}
        for name in ("customers", "boards"):
            with open(self.folder / f"{name}.csv", encoding="utf-8", newline="") as file:
                found[name] = list(csv.reader(file))
        return found

    def test_each_customer_once_with_boards_of_this_shop(self) -> None:
        rows = self.sweep("--processes", "0")["customers"][1:]
        self.assertEqual([row[1] for row in rows], ["'=Ada", "Bo", "Cy", "Di"])
        for row in rows[:3]:
            fits = [float(fit) for fit in row[3::2] if fit]
            self.assertEqual(fits, sorted(fits, reverse=True))
            self.assertTrue(fits)
        self.assertEqual(rows[3][2:], [""] * 6, "nothing is known of them")

    def test_each_board_with_how_many_it_suits(self) -> None:
        found = self.sweep("--processes", "0")
        leads = [int(row[3]) for row in found["boards"][1:]]
        self.assertEqual((len(leads), sum(leads)), (3, 3))

    def test_a_cluster_comes_to_the_same_to_the_bit(self) -> None:
        """Its scheduler and its worker are programs of their own, as on other machines."""
        alone = sweep_shop(self.shop, 30, here)
        file = self.folder / "scheduler.json"
        self.run_beside("dask_scheduler", "--port", "0", "--scheduler-file", str(file), "--no-dashboard")
        self.run_beside("dask_worker", "--scheduler-file", str(file), "--nthreads", "1", "--no-nanny")
        end = time.monotonic() + 60
        while not file.exists() or not file.read_text():
            self.assertLess(time.monotonic(), end, "no scheduler")
            time.sleep(0.05)
        address = json.loads(file.read_text())["address"]
        with through_dask(0, address) as run:
            spread = sweep_shop(self.shop, 30, run)
        self.assertEqual(spread.swept.fit.tobytes(), alone.swept.fit.tobytes())
        self.assertEqual(spread.swept.first.tobytes(), alone.swept.first.tobytes())
        self.assertEqual(self.sweep("--scheduler", address), self.sweep("--processes", "0"))

    def run_beside(self, program: str, *words: str) -> None:
        """A program of Dask's until the test ends."""
        command = [sys.executable, "-m", f"distributed.cli.{program}", *words]
        process = subprocess.Popen(
            command, cwd=self.folder, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL
        )
        self.addCleanup(process.wait, 30)
        self.addCleanup(process.terminate)

    def test_processes_of_this_machine_come_to_the_same_to_the_bit(self) -> None:
        """In a program of its own: a test that runs beside others may start none."""
        done = subprocess.run(
            [sys.executable, "-c", _HERE_AND_SPREAD], capture_output=True, text=True, check=False, timeout=120
        )
        self.assertEqual(done.stdout.strip(), "True True", done.stderr[-2000:])

    def test_what_cannot_be_done_is_said(self) -> None:
        for words, says in (
            ((str(self.folder / "no"), "--shop", "north"), "no such folder"),
            ((str(self.folder), "--shop", "east"), "no shop"),
            ((str(self.folder),), "which shop"),
        ):
            with self.assertRaisesRegex(CommandError, says):
                call_command("sweep", *words, stdout=io.StringIO())

    def test_old_customers_are_left_out(self) -> None:
        self.assertEqual(len(sweep_shop(self.shop, 0).tickets), 0)
        self.assertEqual(list(sweep_shop(self.shop, 0).customer_rows()), [])
