"""Customers: found, put together, taken along; erased so that nothing anywhere leads back to them."""

import gc
import io
import re
from datetime import date, timedelta
from typing import Any

from django.core.management import call_command
from django.db import connection
from django.utils import timezone
from logbook.models import Session
from logbook.tests.case import NEW, LogCase
from procrastinate.contrib.django import app
from pypdf import PdfReader

from accounts.models import Membership, Shop
from accounts.tests.case import make_shop
from chord_core.documents import Surfer as SurferDocument
from chord_core.surfer.defaults import Rider
from customers.erase import blunted
from customers.selectors import months_ago
from fittings.models import Fitting
from rack.models import Board
from standins.surf_watch import gpx_of, some_track
from surfers.models import Surfer

#: What must be found nowhere: a name, words, a body with a day, a place in the world.
CANARY = "Zuleika Marrowby"
WORDS = "shy of crowds since the stitches"
CLIP = "https://films.example/zuleika-1"


def everything() -> str:
    """All that the database holds, as text."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT tablename FROM pg_tables WHERE schemaname = 'public'")
        names = [name for (name,) in cursor.fetchall()]
        rows = []
        for name in names:
            cursor.execute(f'SELECT t::text FROM public."{name}" t')
            rows += [f"{name}: {row}" for (row,) in cursor.fetchall()]
    return "\n".join(rows)


class CustomerCase(LogCase):
    def customer(self, name: str = CANARY, **more: Any) -> dict[str, Any]:
        """A ticket of somebody; ``id`` is theirs."""
        facts = {"name": name, "mass_kg": 71.37, "height_m": 1.683, "age": 31, "rung": "linking", **more}
        ticket = self.good("post", "/api/fittings/", {"facts": facts, "break_id": self.place["id"]})
        number = Fitting.objects.get(pk=ticket["id"]).surfer_id
        return {"ticket": ticket, "id": number, "path": f"/api/customers/{number}/"}

    def listed(self, query: str = "") -> list[dict[str, Any]]:
        return list(self.good("get", f"/api/customers/{query}")["customers"])

    def full(self) -> dict[str, Any]:
        """Somebody with a row of every kind."""
        made = self.customer()
        ticket = made["ticket"]
        self.good("patch", made["path"], {"notes": WORDS, "consent": True, "guardian": "Aunt Isaura"})
        own = {"board": {**NEW, "name": "Zuleika's own"}}
        self.good("post", self.path("quiver/", ticket), own)
        own = self.session(note=WORDS, clip=CLIP, rides=7, paddle_m_s=1.2345)
        self.keep(own, self.session(1, rider="Cousin Odo"), ticket=ticket)
        self.client.post(self.path("tracks/", ticket), {"file": self.gpx()})
        self.good("post", self.path("trials/", ticket), {"old": NEW, "new": {**NEW, "name": "Ladle II"}})
        return made

    def gpx(self) -> io.BytesIO:
        file = io.BytesIO(gpx_of(some_track(4)).encode())
        file.name = "zuleika.gpx"
        return file


class Listing(CustomerCase):
    def test_found_by_parts_of_the_name_page_by_page(self) -> None:
        for i in range(70):
            Surfer.objects.create(shop=self.shop, name=f"Person {i:02}")
        self.customer()
        self.assertEqual([row["name"] for row in self.listed("?q=zul marrow")], [CANARY])
        page = self.good("get", "/api/customers/?q=person")
        self.assertEqual((len(page["customers"]), page["count"]), (60, 70))
        rest = self.listed(f"?q=person&after={page['next'].replace('#', '%23')}")
        self.assertEqual([row["name"] for row in rest], [f"Person {i:02}" for i in range(60, 70)])
        self.assertEqual(self.listed("?q=nobody"), [])

    def test_visits_say_when_where_and_what_was_advised(self) -> None:
        made = self.customer()
        board = self.good("get", "/api/boards/")[0]["id"]
        ticket = made["ticket"]
        self.good(
            "patch", f"/api/fittings/{ticket['id']}/", {"version": ticket["version"], "bench_id": board}
        )
        found = self.good("get", made["path"])
        (visit,) = found["visits"]
        self.assertEqual(visit["place"], self.place["name"])
        self.assertEqual(visit["board"], "all-rounder")
        self.assertIn("178 x 51 x 6.4", visit["line"]["metric"])
        self.assertEqual((found["sessions"], found["child"]), (0, False))

    def test_another_shop_sees_nobody_and_a_counter_neither(self) -> None:
        made = self.customer()
        self.client.force_login(make_shop("south")[1])
        self.assertEqual(self.listed(), [])
        self.refused(404, "get", made["path"])
        self.client.force_login(self.user)
        Membership.objects.filter(user=self.user).update(role="counter")
        self.refused(403, "get", "/api/customers/")
        Membership.objects.filter(user=self.user).update(role="advisor")
        self.good("get", made["path"])
        for part in ("customer.json", "customer.pdf"):
            self.assertEqual(self.client.get(made["path"] + part).status_code, 403)
        self.refused(403, "post", made["path"] + "erase/", {"name": CANARY})

    def test_a_child_is_kept_with_a_guardian(self) -> None:
        made = self.customer("Piet Marrowby", age=11)
        self.assertTrue(self.good("get", made["path"])["child"])
        self.assertEqual(self.refused(400, "patch", made["path"], {"consent": True})["field"], "guardian")
        kept = self.good("patch", made["path"], {"guardian": "Aunt Isaura", "consent": True})
        self.assertEqual(kept["consent_at"], timezone.now().date().isoformat())
        self.assertIsNone(self.good("patch", made["path"], {"consent": False})["consent_at"])


class Merging(CustomerCase):
    def test_two_entries_of_one_person_become_one(self) -> None:
        first, second = self.customer(), self.customer("ZULEIKA  Márrowby", age=None, mass_kg=None)
        Surfer.objects.filter(pk=second["id"]).update(notes="second entry", height_m=None)
        self.keep(self.session(), ticket=second["ticket"])
        self.assertEqual([one["id"] for one in self.good("get", first["path"])["twins"]], [second["id"]])
        for ticket in (first["ticket"], second["ticket"]):
            self.client.post(self.path("tracks/", ticket), {"file": self.gpx()})
        merged = self.good("post", first["path"] + "merge/", {"other": second["id"]})
        self.assertEqual((len(merged["visits"]), merged["sessions"], merged["notes"]), (2, 1, "second entry"))
        self.assertEqual(merged["twins"], [])
        self.refused(404, "get", second["path"])
        self.assertEqual(Session.objects.get().surfer_id, first["id"])

    def test_nobody_is_put_together_with_themselves_or_with_somebody_of_another_shop(self) -> None:
        made = self.customer()
        other = Surfer.objects.create(shop=make_shop("south")[0], name=CANARY)
        for number in (made["id"], other.pk, 10**6):
            self.assertEqual(
                self.refused(400, "post", made["path"] + "merge/", {"other": number})["field"], "other"
            )
        self.assertTrue(Surfer.objects.filter(pk=other.pk).exists())


class TakingAlong(CustomerCase):
    def test_everything_is_in_the_document_and_on_paper(self) -> None:
        made = self.full()
        document = self.good("get", made["path"] + "customer.json")
        self.assertEqual((document["format"], document["name"]), ("chord-customer/1", CANARY))
        self.assertEqual(document["visits"][0]["facts"]["mass_kg"], 71.37)
        self.assertEqual((len(document["sessions"]), len(document["boards"])), (2, 1))
        self.assertIn("<trkpt", document["tracks"][0]["text"])
        self.assertEqual(document["sessions"][0]["note"], WORDS)
        body = self.client.get(made["path"] + "customer.pdf").content
        text = " ".join(page.extract_text() for page in PdfReader(io.BytesIO(body)).pages)
        for part in (CANARY, WORDS, "Aunt Isaura", "zuleika.gpx", "Zuleika's own"):
            self.assertIn(part, text)


class Erasing(CustomerCase):
    def remembered(self) -> int:
        """How many documents and riders of theirs this process holds."""
        gc.collect()
        theirs = (SurferDocument, Rider)
        return sum(type(one) in theirs and one.mass_kg == 71.37 for one in gc.get_objects())

    def test_what_a_process_remembers_of_answers_goes_with_them(self) -> None:
        made = self.customer()
        for part in ("", "windows/", "doubts/"):
            self.call("get", f"/api/fittings/{made['ticket']['id']}/{part}")
        self.assertGreater(self.remembered(), 0)
        self.good("post", made["path"] + "erase/", {"name": CANARY})
        # As another process: it learns of it with its next request of the shop, whatever that asks.
        self.good("get", "/api/words/")
        self.assertEqual(self.remembered(), 0)

    def test_it_is_forgotten_once(self) -> None:
        self.good("get", "/api/words/")
        before = Shop.objects.get(pk=self.shop.pk).forgotten_at
        self.assertIsNone(before)
        made = self.customer()
        self.good("post", made["path"] + "erase/", {"name": CANARY})
        self.good("get", "/api/words/")
        kept = self.customer("Somebody Else")
        self.good("get", f"/api/fittings/{kept['ticket']['id']}/")
        held = self.remembered()
        # Erased once, forgotten once: what is computed since is kept.
        self.good("get", "/api/words/")
        self.assertEqual(self.remembered(), held)
        self.assertGreater(held, 0)

    def test_nothing_anywhere_leads_back_to_them(self) -> None:
        made = self.full()
        self.good("patch", f"/api/fittings/{made['ticket']['id']}/", {
            "version": made["ticket"]["version"],
            "facts": {"name": CANARY, "mass_kg": 72.91, "height_m": 1.683, "age": 31, "rung": "linking"},
        })  # fmt: skip
        before = everything()
        for part in (CANARY, WORDS, CLIP, "Odo", "71.37", "72.91", "1.683", "1.2345", "zuleika.gpx"):
            self.assertIn(part, before)
        erased = self.good("post", made["path"] + "erase/", {"name": CANARY})
        self.assertEqual(erased["kept_as_figures"], {"tickets": 1, "sessions": 1})
        self.assertEqual(erased["removed"]["tracks"], 1)
        after = everything()
        for part in ("uleika", "Marrowby", WORDS, "Isaura", CLIP, "Odo", "71.37", "72.91", "1.683"):
            # No part of a longer number: moments have seconds and their fractions.
            alone = re.compile(rf"(?<!\d){re.escape(part)}")
            self.assertEqual([row for row in after.splitlines() if alone.search(row)], [])
        self.assertEqual(self.listed("?q=zuleika"), [])
        self.refused(404, "get", made["path"])
        for path in (
            "/api/shop/trail.jsonl",
            "/api/findings/sessions.json",
            "/api/fittings/",
            "/api/orders/",
        ):
            response = self.client.get(path)
            body = b"".join(response.streaming_content) if response.streaming else response.content
            self.assertNotIn(b"uleika", body)
            self.assertNotIn(b"71.37", body)
        # Of whom it was nothing is told; that somebody was erased, and by whom, is.
        trail = self.good("get", "/api/shop/trail/?kind=surfers_surfer")["changes"]
        self.assertEqual((trail[0]["did"], trail[0]["who"]), ("removed", "north-person"))

    def test_figures_stay_and_days_become_months(self) -> None:
        made = self.full()
        self.good("post", made["path"] + "erase/", {"name": CANARY})
        ticket = Fitting.every.get(pk=made["ticket"]["id"])
        self.assertEqual(ticket.facts, {"rung": "linking", "mass_kg": 70.0, "height_m": 1.7, "age": 35})
        self.assertEqual(ticket.created_at.day, 1)
        session = Session.objects.get()
        self.assertEqual((session.rides, session.note, session.started_at.day), (7, "", 1))
        # The answer of the ticket is still computed, and the shop's findings too.
        self.good("get", f"/api/fittings/{ticket.pk}/")
        self.good("get", "/api/findings/")

    def test_a_body_is_blunted(self) -> None:
        facts = {
            "name": "x",
            "mass_kg": 88.2,
            "height_m": 1.78,
            "age": 9,
            "rung": "whitewater",
            "sharers": [{}],
        }
        kept = blunted(facts)
        self.assertEqual(kept, {"rung": "whitewater", "mass_kg": 90.0, "height_m": 1.8, "age": 5})

    def test_the_name_is_typed_once_more(self) -> None:
        made = self.customer()
        self.assertEqual(self.refused(400, "post", made["path"] + "erase/", {"name": "Zul"})["field"], "name")
        self.assertTrue(Surfer.objects.filter(name=CANARY).exists())

    def test_a_board_that_is_out_comes_back_first(self) -> None:
        made = self.customer()
        board = self.good("get", "/api/boards/")[0]["id"]
        body = {"rack_board_ids": [board], "due": "2099-01-01"}
        Board.objects.filter(pk=board).update(stock="demo")
        self.good("post", self.path("loans/", made["ticket"]), body)
        self.assertEqual(
            self.refused(400, "post", made["path"] + "erase/", {"name": CANARY})["field"], "loans"
        )

    def test_another_customer_is_not_touched(self) -> None:
        made, other = self.customer(), self.customer("Oona Pell")
        self.keep(self.session(note="hers"), ticket=other["ticket"])
        before = self.good("get", other["path"] + "customer.json")
        self.good("post", made["path"] + "erase/", {"name": CANARY})
        self.assertEqual(self.good("get", other["path"] + "customer.json"), before)


class Keeping(CustomerCase):
    def long_ago(self, pk: int, days: int) -> None:
        at = timezone.now() - timedelta(days=days)
        Surfer.objects.filter(pk=pk).update(updated_at=at)
        Fitting.every.filter(surfer=pk).update(updated_at=at)

    def test_whose_time_is_over_is_listed_and_erased_by_the_rule(self) -> None:
        old, new = self.customer(), self.customer("Oona Pell")
        self.long_ago(old["id"], 800)
        self.assertEqual(self.listed("?due=true"), [])
        kept = self.good("put", "/api/customers/retention/", {"keep_months": 24})
        self.assertEqual((kept["due"], kept["keep_months"]), (1, 24))
        self.assertEqual([row["id"] for row in self.listed("?due=true")], [old["id"]])
        said = io.StringIO()
        call_command("erase_due", stdout=said)
        self.assertIn("1 erased, 0 wait", said.getvalue())
        self.assertEqual({row["id"] for row in self.listed()} & {old["id"], new["id"]}, {new["id"]})
        self.assertNotIn(CANARY, everything())

    def test_by_the_clock_they_are_erased_every_night(self) -> None:
        old = self.customer()
        self.long_ago(old["id"], 800)
        self.good("put", "/api/customers/retention/", {"keep_months": 24})
        known = {one.task.name: one for one in app.periodic_registry.periodic_tasks.values()}
        nightly = known["customers.erase_due"]
        self.assertEqual(nightly.cron, "20 3 * * *")
        nightly.task(timestamp=0)
        self.assertNotIn(CANARY, everything())

    def test_a_session_counts_as_a_visit_and_for_ever_erases_nobody(self) -> None:
        made = self.customer()
        self.keep(self.session(), ticket=made["ticket"])
        self.long_ago(made["id"], 800)
        self.good("put", "/api/customers/retention/", {"keep_months": 24})
        self.assertEqual(self.good("post", "/api/customers/retention/")["due"], 0)
        Session.objects.all().delete()
        self.good("put", "/api/customers/retention/", {"keep_months": None})
        self.good("post", "/api/customers/retention/")
        self.assertTrue(Surfer.objects.filter(name=CANARY).exists())
        for bad in (0, 241, "two years"):
            self.assertEqual(
                self.refused(400, "put", "/api/customers/retention/", {"keep_months": bad})["field"],
                "keep_months",
            )
        self.assertIsNone(Shop.objects.get(pk=self.shop.pk).keep_months)

    def test_months_by_the_calendar(self) -> None:

        self.assertEqual(months_ago(1, date(2026, 3, 31)), date(2026, 2, 28))
        self.assertEqual(months_ago(12, date(2024, 2, 29)), date(2023, 2, 28))
        self.assertEqual(months_ago(11, date(2026, 11, 30)), date(2025, 12, 30))
