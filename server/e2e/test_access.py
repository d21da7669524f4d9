"""axe-core over every screen: no serious fault, none critical."""

import json
from typing import Any

from e2e.browser_case import ROOT, BrowserCase

AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"


class Axe(BrowserCase):
    def faults(self) -> list[dict[str, Any]]:
        # The policy forbids foreign scripts to the page; the driver's own injection is not the page's.
        self.driver.execute_script(AXE.read_text(encoding="utf-8"))
        result = self.driver.execute_async_script(
            "const done = arguments[0]; axe.run(document, {resultTypes: ['violations']}).then(done)"
        )
        serious = (v for v in result["violations"] if v["impact"] in ("serious", "critical"))
        return [
            {
                "id": v["id"],
                "nodes": [n["html"][:160] for n in v["nodes"][:3]],
                "why": v["nodes"][0]["failureSummary"][:300],
            }
            for v in serious
        ]

    def check(self, where: str) -> None:
        faults = self.faults()
        self.assertEqual(faults, [], f"{where}: {json.dumps(faults, indent=1)}")

    def test_door(self) -> None:
        self.door()
        self.check("door")

    def test_a_blank_ticket(self) -> None:
        self.open_demo()
        self.press("new ticket")
        self.wait_text(".ticket h1", "New ticket")
        self.check("blank ticket")
