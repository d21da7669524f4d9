"""The doors of the API: what is refused, with which code, in which shape, and before what was read."""

import io
import json
import logging
from collections.abc import Iterator
from typing import Any
from unittest import mock

from django.apps import apps as django_apps
from django.conf import settings
from django.db import OperationalError
from django.test import Client, SimpleTestCase
from openapi_spec_validator import validate

from accounts.tests.case import ApiCase
from chord_core.documents.base import Document, Result
from config.logs import DatabaseAway
from tooling.notices import notices


class Unreadable(io.RawIOBase):
    """A body that must not be read."""

    def read(self, *args: int) -> bytes:
        raise AssertionError("the body was read")


class Refusals(ApiCase):
    def sent(self, body: bytes, path: str = "/api/fittings/", **extra: Any) -> Any:
        return self.client.generic("POST", path, body, content_type="application/json", **extra)

    def fault(self, status: int, response: Any) -> dict[str, Any]:
        self.assertEqual(response.status_code, status, response.content[:300])
        self.assertEqual(response.headers["Content-Type"], "application/problem+json")
        error = response.json()["error"]
        self.assertEqual(set(error), {"field", "value", "message"})
        return dict(error)

    def test_json_nested_too_deeply(self) -> None:
        for depth in (60, 900, 100_000):
            deep = b'{"facts": ' + b"[" * depth + b"]" * depth + b"}"
            self.assertIn("nested", self.fault(400, self.sent(deep))["message"])
            nobody = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
            at_the_door = nobody.generic("POST", "/api/session/", deep, content_type="application/json")
            self.assertIn("nested", self.fault(400, at_the_door)["message"])

    def test_half_of_a_sign_in_a_text(self) -> None:
        error = self.fault(400, self.sent(b'{"facts": {"name": "Ada \\ud800"}}'))
        self.assertEqual(error["field"], "facts.name")
        self.fault(400, self.sent(b'{"facts": {"na\\udc00me": 1}}'))
        self.fault(400, self.sent(b'{"username": "\\udfff", "password": "x"}', "/api/session/"))

    def test_what_is_no_json_or_no_utf8(self) -> None:
        for body in (b"{", b"\xff\xfe{", b"[1,]", b"\x00", b'{"facts": NaN}', b"Infinity"):
            self.fault(400, self.sent(body))

    def test_a_number_of_four_hundred_digits_is_refused(self) -> None:
        """It is no mass, and what was kept stays."""
        ticket = self.ticket()
        for digits in (30, 402, 5000):
            body = b'{"version": 1, "facts": {"mass_kg": ' + b"9" * digits + b"}}"
            path = f"/api/fittings/{ticket['id']}/"
            answer = self.client.generic("PATCH", path, body, content_type="application/json")
            self.fault(400, answer)
        self.assertEqual(self.good("get", f"/api/fittings/{ticket['id']}/")["facts"]["mass_kg"], 68)

    def test_a_body_that_is_too_large_is_not_read(self) -> None:
        most = settings.DATA_UPLOAD_MAX_MEMORY_SIZE
        answer = self.sent(b"", CONTENT_LENGTH=str(most + 1), **{"wsgi.input": Unreadable()})
        self.assertIn("2 MB", self.fault(413, answer)["message"])

    def test_files_for_a_buoy_that_is_not_there_are_not_read(self) -> None:
        kind = "multipart/form-data; boundary=x"
        strict = Client(enforce_csrf_checks=True, REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
        strict.force_login(self.user)
        token = strict.get("/api/session/").json()["token"]
        for path in ("/api/buoys/999999/hours/", "/api/breaks/999999/flows/"):
            answer = strict.generic(
                "POST", path, b"", content_type=kind, HTTP_X_CSRFTOKEN=token, CONTENT_LENGTH="5000",
                **{"wsgi.input": Unreadable()},
            )  # fmt: skip
            self.fault(404, answer)
            answer = strict.generic(
                "POST", path, b"", content_type=kind, HTTP_X_CSRFTOKEN=token, CONTENT_LENGTH=str(2**31),
                **{"wsgi.input": Unreadable()},
            )  # fmt: skip
            self.fault(413, answer)
        answer = strict.generic("POST", "/api/buoys/1/hours/", b"", content_type=kind, CONTENT_LENGTH="0")
        self.assertEqual(self.fault(403, answer)["field"], "csrf")

    def test_an_address_without_its_slash_is_told_so_and_nothing_is_redirected(self) -> None:
        for method in ("get", "post", "delete"):
            response = self.call(method, "/api/fittings")
            self.assertIn("/api/fittings/", self.fault(404, response)["message"])

    def test_an_address_that_is_not_there(self) -> None:
        for path in ("/api/nothing/", "/api/", "/api", "/api/fittings/x/"):
            self.fault(404, self.client.get(path))
            self.fault(404, Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1").post(path))

    def test_words_behind_the_question_mark_that_nobody_reads(self) -> None:
        error = self.refused(400, "get", "/api/rack/find/?familly=gun")
        self.assertEqual((error["field"], error["value"]), ("familly", "gun"))
        self.assertIn("families", error["message"])
        self.assertIn("none", self.refused(400, "get", "/api/breaks/?page=2")["message"])
        self.good("get", "/api/rack/find/?families=gun&families=all-rounder&length_m_from=1.5")

    def test_a_table_with_a_cell_longer_than_any(self) -> None:
        for text in ("length;width;thickness\n" + "x" * 140_000 + ";1;2", "x" * 140_000, '"' + "x" * 140_000):
            response = self.client.generic("POST", "/api/rack/table/", text.encode(), content_type="text/csv")
            if response.status_code == 200:
                last = json.loads(b"".join(response.streaming_content).splitlines()[-1])
                self.assertGreater(last["read"]["bad"], 0)
            else:
                self.fault(400, response)


class Away(ApiCase):
    """A database that does not answer."""

    def test_it_is_said_with_503_once_a_minute_and_without_tracebacks(self) -> None:
        gone = OperationalError("connection refused")
        with mock.patch("fittings.selectors.list_fittings", side_effect=gone):
            self.assertIn("database", self.refused(503, "get", "/api/fittings/")["message"])
        strainer = DatabaseAway()
        records = [
            logging.LogRecord("django.request", logging.ERROR, "", 1, "Internal Server Error", (), (
                OperationalError, gone, None))
            for _ in range(100)
        ]  # fmt: skip
        through = [record for record in records if strainer.filter(record)]
        self.assertEqual(len(through), 1)
        self.assertIsNone(through[0].exc_info)
        self.assertEqual(through[0].getMessage(), "the database is away: connection refused")
        other = logging.LogRecord("x", logging.ERROR, "", 1, "else", (), (ValueError, ValueError(), None))
        self.assertTrue(strainer.filter(other) and other.exc_info)


class Description(SimpleTestCase):
    def test_the_document_is_valid_openapi_3_1(self) -> None:
        document = json.loads((settings.ROOT / "docs" / "openapi.json").read_text(encoding="utf-8"))
        self.assertTrue(document["openapi"].startswith("3.1"))
        validate(document)

    def test_documents_that_are_sent_have_names_of_their_own(self) -> None:
        """Two of one name would describe each other's fields."""

        def below(kind: type) -> Iterator[type]:
            for child in kind.__subclasses__():
                yield child
                yield from below(child)

        apps = {app.name.split(".")[0] for app in django_apps.get_app_configs()}
        document = json.loads((settings.ROOT / "docs" / "openapi.json").read_text(encoding="utf-8"))
        described = set(document["components"]["schemas"])
        where: dict[str, set[str]] = {}
        for kind in {*below(Document), *below(Result)}:
            ours = kind.__module__.split(".")[0] in apps or kind.__module__.startswith("chord_core.documents")
            if ours and kind.__name__ in described:
                where.setdefault(kind.__name__, set()).add(kind.__module__)
        self.assertEqual({name: places for name, places in where.items() if len(places) > 1}, {})

    def test_every_address_says_how_it_refuses(self) -> None:
        document = json.loads((settings.ROOT / "docs" / "openapi.json").read_text(encoding="utf-8"))
        for path, methods in document["paths"].items():
            for method, operation in methods.items():
                answers = operation["responses"]
                with self.subTest(path=path, method=method):
                    self.assertIn("400", answers)
                    content = answers["400"]["content"]["application/problem+json"]
                    self.assertEqual(content["schema"], {"$ref": "#/components/schemas/Refusal"})
                    self.assertTrue(content["examples"])
                    if "session" not in path:
                        self.assertIn("401", answers)

    def test_it_says_what_a_role_may_not_read_what_is_sent_back_and_who_may_be_late(self) -> None:
        paths = json.loads((settings.ROOT / "docs" / "openapi.json").read_text(encoding="utf-8"))["paths"]
        self.assertIn("403", paths["/api/shop/trail/"]["get"]["responses"])
        self.assertNotIn("403", paths["/api/boards/"]["get"]["responses"])
        struck = paths["/api/breaks/{id}/seen/{sighting}/"]["delete"]["responses"]
        self.assertIn("content", struck["200"])
        self.assertNotIn("204", struck)
        self.assertIn("409", paths["/api/orders/{id}/step/"]["post"]["responses"])

    def test_it_is_served(self) -> None:
        served = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1").get("/api/openapi.json")
        self.assertEqual(served.json()["info"]["title"], "Chord")

    def test_notices_have_not_drifted(self) -> None:
        kept = (settings.ROOT / "NOTICES.md").read_text(encoding="utf-8")
        self.assertEqual(kept, notices(), "run ./chord generate")
