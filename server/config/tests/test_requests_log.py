"""The lines of JSON about requests: timed, by the name of the address, without anything of a person."""

import json
import logging

from accounts.tests.case import ApiCase


class Lines(ApiCase):
    def lines(self, *asked: tuple[str, str]) -> list[dict[str, object]]:
        with self.assertLogs("chord.requests", "INFO") as seen:
            for method, path in asked:
                self.call(method, path, None if method == "get" else {})
        return [json.loads(record.getMessage()) for record in seen.records]

    def test_each_says_what_came_of_it_and_how_long_it_took(self) -> None:
        ticket = self.ticket(name="Zuleika Marrowby")
        path = f"/api/v1/fittings/{ticket['id']}/"
        good, bad, none = self.lines(("get", path), ("patch", path), ("get", "/api/nowhere/"))
        self.assertEqual((good["method"], good["address"], good["status"]), ("GET", "fitting", 200))
        self.assertGreater(good["ms"], 0)
        self.assertEqual((bad["method"], bad["status"]), ("PATCH", 400))
        self.assertEqual((none["address"], none["status"]), ("no-such-address", 404))

    def test_nothing_of_a_person_stands_in_it(self) -> None:
        ticket = self.ticket(name="Zuleika Marrowby")
        (line,) = self.lines(("get", f"/api/fittings/{ticket['id']}/?zuleika=1"))
        self.assertEqual(set(line), {"at", "method", "address", "status", "ms", "process"})
        self.assertNotIn("uleika", json.dumps(line))

    def test_unless_it_is_wanted_nothing_is_said(self) -> None:
        seen: list[logging.LogRecord] = []
        handler = logging.Handler()
        handler.emit = seen.append  # type: ignore[method-assign]
        logger = logging.getLogger("chord.requests")
        logger.addHandler(handler)
        self.addCleanup(logger.removeHandler, handler)
        self.good("get", "/api/boards/")
        self.assertEqual(seen, [])
