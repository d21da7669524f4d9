"""What the API tests stand on: a shop, a person, and a client that speaks JSON."""

from typing import Any

from django.test import Client, TestCase

from accounts.models import Shop, User
from chord_core.documents import Board, parse

BOARD = {
    "family": "all-rounder",
    "length_m": 1.83,
    "width_m": 0.51,
    "thickness_m": 0.064,
    "stated_litres": 33.0,
}
LINE = "6'0 x 20 1/8 x 2 1/2, 33 L"


def make_shop(name: str) -> tuple[Shop, User]:
    """A shop with one person in it, whose password is “wet wax and sand”."""
    shop = Shop.objects.create(name=name)
    user = User.objects.create_user(f"{name}-person", password="wet wax and sand", shop=shop)
    return shop, user


class ApiCase(TestCase):
    """Signed in to a shop of its own; the rack holds three boards."""

    @classmethod
    def setUpTestData(cls) -> None:
        cls.shop, cls.user = make_shop("north")
        from rack.commands import add_board

        for length in (1.78, 1.83, 1.90):
            add_board(cls.shop, parse(Board, {**BOARD, "length_m": length}))

    def setUp(self) -> None:
        self.client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        self.client.force_login(self.user)

    def call(self, method: str, path: str, body: Any = None, client: Client | None = None) -> Any:
        """Ask the API; returns the response."""
        ask = getattr(client or self.client, method)
        if body is None:
            return ask(path)
        return ask(path, body, content_type="application/json")

    def good(self, method: str, path: str, body: Any = None) -> Any:
        """Ask and expect success; returns the document."""
        response = self.call(method, path, body)
        self.assertLess(response.status_code, 300, response.content[:500])
        return response.json() if response.content else None

    def refused(self, status: int, method: str, path: str, body: Any = None) -> dict[str, Any]:
        """Ask and expect a refusal; returns its error."""
        response = self.call(method, path, body)
        self.assertEqual(response.status_code, status, response.content[:500])
        told = response.json()
        error = told["error"]
        self.assertEqual((told["status"], told["detail"]), (status, error["message"]))
        self.assertEqual(set(error), {"field", "value", "message"})
        self.assertTrue(error["message"])
        return error

    def ticket(self, **facts: Any) -> dict[str, Any]:
        """A new fitting."""
        return self.good(
            "post", "/api/fittings/", {"facts": {"name": "Ines", "mass_kg": 68, "rung": "trimming", **facts}}
        )
