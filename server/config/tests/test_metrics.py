"""Figures for whoever watches: what was asked, how long it took; nothing that leads to a person."""

from __future__ import annotations

import re

from django.test import override_settings
from prometheus_client.parser import text_string_to_metric_families

from accounts.tests.case import ApiCase

TOKEN = "a token of the one who watches"
PATH = "/metrics"


@override_settings(METRICS_TOKEN=TOKEN)
class Figures(ApiCase):
    def read(self) -> dict[tuple[str, tuple[tuple[str, str], ...]], float]:
        response = self.client.get(PATH, headers={"Authorization": f"Bearer {TOKEN}"})
        self.assertEqual(response.status_code, 200)
        self.assertTrue(response["Content-Type"].startswith("text/plain; version="), response["Content-Type"])
        return {
            (sample.name, tuple(sorted(sample.labels.items()))): sample.value
            for family in text_string_to_metric_families(response.content.decode())
            for sample in family.samples
        }

    def test_each_request_is_counted_under_its_address(self) -> None:
        def count(address: str, method: str, status: str) -> float:
            labels = (("address", address), ("method", method), ("status", status))
            return self.read().get(("chord_request_seconds_count", labels), 0.0)

        boards, none = count("boards", "GET", "200"), count("no-such-address", "GET", "404")
        self.good("get", "/api/boards/")
        self.good("get", "/api/boards/")
        self.call("get", "/api/nowhere/")
        self.assertEqual(count("boards", "GET", "200"), boards + 2)
        self.assertEqual(count("no-such-address", "GET", "404"), none + 1)

    def test_the_times_are_told_apart_where_they_are_judged(self) -> None:
        self.good("get", "/api/boards/")
        bounds = {float(dict(labels)["le"]) for name, labels in self.read() if name.endswith("_bucket")}
        self.assertLessEqual({0.1, 0.15, 0.25, 1.5, 5.0}, bounds)

    def test_memory_waiting_and_jobs(self) -> None:
        self.good("get", "/api/boards/")
        found = self.read()
        self.assertGreater(found["chord_process_memory_bytes", ()], 50e6)
        self.assertEqual(found["chord_waiting_for_a_turn", ()], 0)
        self.assertEqual(found["chord_requests_now", ()], 0)
        states = {dict(labels)["state"] for name, labels in found if name == "chord_jobs"}
        self.assertLessEqual(states, {"todo", "doing", "succeeded", "failed", "cancelled", "aborted"})

    def test_no_number_of_a_row_and_no_name_is_told(self) -> None:
        pk = self.good("get", "/api/boards/")[0]["id"]
        self.good("get", f"/api/boards/{pk}/")
        says = " ".join(str(labels) for name, labels in self.read() if name.startswith("chord_"))
        self.assertNotRegex(says, rf"/api/|\b{pk}\b(?!\d)/|north")
        self.assertFalse(re.search(r"'address': '[^']*\d", says))

    def test_without_the_token_there_is_no_such_address(self) -> None:
        for headers in ({}, {"Authorization": "Bearer another"}, {"Authorization": TOKEN[:-1]}):
            self.assertEqual(self.client.get(PATH, headers=headers).status_code, 404)
        with override_settings(METRICS_TOKEN=""):
            for said in ("", "Bearer ", "Bearer"):
                self.assertEqual(self.client.get(PATH, headers={"Authorization": said}).status_code, 404)
