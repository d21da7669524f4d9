"""What the tests of the log stand on: somebody at a measured break, boards, sessions as they are sent."""

import uuid
from datetime import UTC, datetime, timedelta
from typing import Any

from breaks.tests.test_breaks import BreakCase

OLD = {
    "name": "Skillet", "family": "all-rounder", "length_m": 2.03, "width_m": 0.52, "thickness_m": 0.067,
    "fins": {"setup": "thruster", "size": "M"},
}  # fmt: skip
NEW = {
    "name": "Ladle", "family": "performance fish", "length_m": 1.83, "width_m": 0.533, "thickness_m": 0.067,
    "fins": {"setup": "thruster", "size": "M"},
}  # fmt: skip
#: In the made-up year of the buoy (2020, a reading each third hour).
FIRST = datetime(2020, 5, 2, 9, tzinfo=UTC)


class LogCase(BreakCase):
    def setUp(self) -> None:
        super().setUp()
        self.place = self.sea()
        facts = {"name": "Jonna", "mass_kg": 76, "height_m": 1.78, "rung": "linking"}
        self.fitting = self.good("post", "/api/fittings/", {"facts": facts, "break_id": self.place["id"]})

    def path(self, part: str = "log/", ticket: dict[str, Any] | None = None) -> str:
        return f"/api/fittings/{(ticket or self.fitting)['id']}/{part}"

    def session(self, day: int = 0, board: dict[str, Any] = OLD, **more: Any) -> dict[str, Any]:
        return {
            "key": str(uuid.uuid4()), "started_at": (FIRST + timedelta(days=day)).isoformat(), "minutes": 90,
            "board": board, "break_id": self.place["id"], "rides": 8, **more,
        }  # fmt: skip

    def keep(self, *sessions: dict[str, Any], ticket: dict[str, Any] | None = None) -> list[dict[str, Any]]:
        return self.good("post", self.path(ticket=ticket), {"sessions": sessions})["kept"]

    def log(self, ticket: dict[str, Any] | None = None) -> dict[str, Any]:
        return self.good("get", self.path(ticket=ticket))
