"""The bench gauge: a process of its own, over its line protocol; sound, stuttering, mad, cut, silent."""

import socket
import threading

from accounts.tests.case import ApiCase
from rack.gauge import read_gauge, reading_of
from rack.tests.gauges import Gauge


def no_gauge(other: socket.socket) -> None:
    """Answer one caller as something else would."""
    link, _ = other.accept()
    with link:
        link.sendall(b"HTTP/1.1 400\r\n\r\n" + b"x" * 999)


class Reading(ApiCase):
    def test_stations_come_one_by_one_as_they_are_pressed(self) -> None:
        with Gauge("--pressed", "2") as address, self.settings(GAUGE=address):
            first = self.good("get", "/api/gauge/?seen=0")
            self.assertEqual((first["seen"], len(first["readings"])), (2, 2))
            self.assertAlmostEqual(first["readings"][0]["from_tail_m"], 0.3048, places=4)
            pressed = self.good("post", "/api/gauge/", {"seen": 2})
            self.assertEqual((pressed["seen"], len(pressed["readings"])), (3, 1))
            self.assertEqual(self.good("get", "/api/gauge/?seen=3")["readings"], [])
            # Who lost the connection asks again from the start and has it all.
            self.assertEqual(len(self.good("get", "/api/gauge/")["readings"]), 3)

    def test_a_stutter_changes_nothing(self) -> None:
        with Gauge("--pressed", "4") as sound, self.settings(GAUGE=sound):
            wanted = read_gauge(0)
        with Gauge("--pressed", "4", "--fault", "stutter") as address, self.settings(GAUGE=address):
            self.assertEqual(read_gauge(0), wanted)

    def test_mad_readings_are_told_and_left_out(self) -> None:
        with Gauge("--pressed", "6", "--fault", "mad") as address, self.settings(GAUGE=address):
            found = read_gauge(0)
        self.assertEqual((found.seen, len(found.readings), len(found.left_out)), (6, 3, 3))
        self.assertIn("Station 2 was left out", found.left_out[0])
        self.assertTrue(all(says.isprintable() for says in found.left_out))

    def test_cut_in_the_middle_the_rest_is_asked_for_again(self) -> None:
        with Gauge("--pressed", "3", "--fault", "cut") as address, self.settings(GAUGE=address):
            seen, readings = 0, []
            for _ in range(4):
                found = read_gauge(seen)
                seen, readings = found.seen, [*readings, *found.readings]
        self.assertEqual([round(one.from_tail_m / 0.3048) for one in readings], [1, 2, 3])

    def test_silent_gone_or_somebody_else_is_said(self) -> None:
        with Gauge("--fault", "silent") as address, self.settings(GAUGE=address):
            self.assertIn("nothing came in time", read_gauge(3).says)
        with self.settings(GAUGE=address):
            gone = self.good("get", "/api/gauge/?seen=3")
            self.assertEqual((gone["answers"], gone["seen"]), (False, 3))
        with socket.create_server(("127.0.0.1", 0)) as other:
            threading.Thread(target=no_gauge, args=(other,)).start()
            with self.settings(GAUGE=f"127.0.0.1:{other.getsockname()[1]}"):
                self.assertIn("something else", read_gauge(0).says)
        with self.settings(GAUGE=""):
            self.assertFalse(self.good("get", "/api/gauge/")["there"])
        self.assertEqual(self.refused(400, "get", "/api/gauge/?seen=-1")["field"], "seen")

    def test_lines_that_cannot_be(self) -> None:
        bad = (
            "", "STATION", "STATION 1 304.8 390 41", "STATION x 1 2 3 4", "STATION 1 - 2 3 4",
            "STATION 1 304.8 inf 41 12", "STATION 1 304.8 390 4100 12", "STATION 1 -5 390 41 12",
        )  # fmt: skip
        for line in bad:
            with self.subTest(line), self.assertRaises(ValueError):
                reading_of(line)
        self.assertIsNone(reading_of("STATION 1 304.8 - 41 12").width_m)
