"""Roles and what each may do at every address; printed links; passwords, browsers, the second factor."""

import re
from datetime import timedelta
from typing import Any

from django.contrib.sessions.models import Session
from django.test import Client
from django.urls import get_resolver
from django.urls.resolvers import URLPattern
from django.utils import timezone
from django_otp.oath import totp
from django_otp.plugins.otp_totp.models import TOTPDevice

from accounts.models import Invitation, Membership, Shop, SignedIn, User
from accounts.rights import ADDRESSES, MAY, ROLES, allowed
from accounts.tests.case import ApiCase, make_shop
from accounts.tests.test_accounts import METHODS, OPEN_TO_ALL

PASSWORD = "wet wax and sand"
#: What advisors agreed on, in plain words: role, method, address, whether it is theirs.
AGREED = (
    ("advisor", "get", "/api/shop/terms/", True),
    ("advisor", "put", "/api/shop/terms/", False),
    ("advisor", "post", "/api/fittings/", True),
    ("advisor", "post", "/api/boards/", True),
    ("advisor", "get", "/api/shop/people/", False),
    ("advisor", "get", "/api/findings/", True),
    ("coach", "post", "/api/fittings/", True),
    ("coach", "get", "/api/boards/", True),
    ("coach", "post", "/api/boards/", False),
    ("coach", "post", "/api/orders/", False),
    ("coach", "post", "/api/breaks/", True),
    ("coach", "post", "/api/fittings/1/loans/", True),
    ("counter", "get", "/api/fittings/", True),
    ("counter", "post", "/api/fittings/", False),
    ("counter", "patch", "/api/fittings/1/", False),
    ("counter", "post", "/api/fittings/1/log/", False),
    ("counter", "post", "/api/fittings/1/loans/", True),
    ("counter", "post", "/api/boards/", True),
    ("counter", "post", "/api/orders/", True),
    ("counter", "post", "/api/breaks/", False),
    ("counter", "get", "/api/findings/", False),
    ("owner", "put", "/api/shop/terms/", True),
    ("owner", "get", "/api/shop/people/", True),
)


class PeopleCase(ApiCase):
    def person(self, role: str, name: str = "") -> User:
        name = name or f"north-{role}"
        return User.objects.create_user(name, password=PASSWORD, shop=self.shop, role=role, first_name=name)

    def browser(self, user: User | None = None) -> Client:
        client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1", HTTP_USER_AGENT="a browser")
        if user:
            client.force_login(user)
        return client

    def invited(self, role: str = "coach") -> str:
        return str(self.good("post", "/api/shop/invitations/", {"name": "Bram", "role": role})["path"])

    def join(self, path: str, client: Client | None = None, **body: str) -> Any:
        return self.call("post", f"/api{path}/", body, client or self.browser())


class Rights(PeopleCase):
    def test_every_address_says_who_may_ask_it(self) -> None:
        names = {str(p.name) for p in get_resolver().url_patterns if isinstance(p, URLPattern)}
        self.assertEqual(names - OPEN_TO_ALL, set(ADDRESSES))

    def test_each_role_at_every_address(self) -> None:
        """A refusal comes before anything is looked up, so any number will do."""
        patterns = [p for p in get_resolver().url_patterns if isinstance(p, URLPattern)]
        tried = 0
        for role in ROLES:
            client = self.browser(self.person(role))
            client.raise_request_exception = False
            for pattern in patterns:
                if pattern.name in OPEN_TO_ALL:
                    continue
                path = "/" + re.sub("<[^>]+>", "999999", str(pattern.pattern))
                for method in METHODS:
                    with self.subTest(role=role, address=pattern.name, method=method):
                        response = self.call(method, path, [] if method != "get" else None, client)
                        may = allowed(role, str(pattern.name), method == "get")
                        self.assertEqual(response.status_code == 403, not may)
                        self.assertLess(response.status_code, 500)
                        tried += 1
        self.assertGreater(tried, 1500)

    def test_what_was_agreed_of_each_role(self) -> None:
        clients = {role: self.browser(self.person(role)) for role in ROLES}
        for role, method, path, theirs in AGREED:
            with self.subTest(role=role, method=method, path=path):
                response = self.call(method, path, None if method == "get" else [], clients[role])
                self.assertEqual(response.status_code != 403, theirs, response.content[:200])

    def test_the_owner_may_everything_and_nobody_without_a_role_anything(self) -> None:
        self.assertTrue(all("owner" in roles for roles in MAY.values()))
        self.assertFalse(any(allowed(None, name, reads) for name in ADDRESSES for reads in (True, False)))
        Membership.objects.filter(user=self.user).delete()
        self.assertIn("may not", self.refused(403, "get", "/api/boards/")["message"])

    def test_the_session_says_what_one_may(self) -> None:
        self.client.force_login(self.person("counter"))
        session = self.good("get", "/api/session/")
        self.assertEqual(session["role"], "counter")
        self.assertIn("change the stock", session["rights"])
        self.assertNotIn("advise", session["rights"])
        said = self.refused(403, "post", "/api/breaks/", {"name": "Ropewalk"})["message"]
        self.assertIn("As counter you may not", said)


class Links(PeopleCase):
    def test_somebody_new_comes_in_by_a_link_that_opens_once(self) -> None:
        path = self.invited()
        says = self.good("get", f"/api{path}/")
        self.assertEqual(
            (says["kind"], says["shop"], says["name"], says["role"]), ("join", "north", "Bram", "coach")
        )
        client = self.browser()
        session = self.join(path, client, username="bram", password=PASSWORD).json()
        self.assertEqual((session["signed_in"], session["role"], session["person"]), (True, "coach", "Bram"))
        self.assertEqual(self.call("get", "/api/boards/", client=client).status_code, 200)
        self.assertEqual(self.join(path, username="else", password=PASSWORD).status_code, 404)
        self.assertEqual(self.call("get", f"/api{path}/").status_code, 404)
        self.assertNotIn(path.rsplit("/", 1)[1], str(Invitation.objects.values()))

    def test_a_name_that_is_taken_or_a_weak_password_leaves_it_open(self) -> None:
        path = self.invited()
        for body, field in (
            ({"username": "north-person", "password": PASSWORD}, "username"),
            ({"username": "bram", "password": "12345678"}, "password"),
            ({"password": PASSWORD}, "username"),
            ({"username": "bram"}, "password"),
        ):
            with self.subTest(field=field):
                response = self.join(path, **body)
                self.assertEqual((response.status_code, response.json()["error"]["field"]), (400, field))
        self.assertFalse(User.objects.filter(username="bram").exists())
        self.assertEqual(self.join(path, username="bram", password=PASSWORD).status_code, 200)

    def test_its_day_ends_and_it_can_be_closed(self) -> None:
        path = self.invited()
        Invitation.objects.update(ends_at=timezone.now() - timedelta(seconds=1))
        self.assertEqual(self.join(path, username="bram", password=PASSWORD).status_code, 404)
        again = self.good("post", "/api/shop/invitations/", {"name": "Bram", "role": "coach"})
        (row,) = again["people"]["invitations"]
        self.assertEqual(self.good("delete", f"/api/shop/invitations/{row['id']}/")["invitations"], [])
        self.assertEqual(self.join(again["path"], username="bram", password=PASSWORD).status_code, 404)
        self.assertEqual(self.call("get", "/api/join/guessed/").status_code, 404)

    def test_a_forgotten_password_is_chosen_anew_and_other_browsers_are_out(self) -> None:
        coach = self.person("coach", "bram")
        client = self.browser(coach)
        TOTPDevice.objects.create(user=coach, name="app", confirmed=True)
        path = self.good("post", f"/api/shop/people/{coach.pk}/reset/")["path"]
        self.assertEqual(self.good("get", f"/api{path}/")["username"], "bram")
        self.assertEqual(self.join(path, password="another wet suit").status_code, 200)
        self.assertEqual(self.call("get", "/api/boards/", client=client).status_code, 401)
        body = {"username": "bram", "password": "another wet suit"}
        self.assertEqual(self.call("post", "/api/session/", body, self.browser()).status_code, 200)
        self.assertEqual(self.join(path, password="yet another one").status_code, 404)

    def test_who_also_works_elsewhere_is_not_the_owners_to_reset(self) -> None:
        coach = self.person("coach", "bram")
        Membership.objects.create(shop=make_shop("south")[0], user=coach, role="owner")
        error = self.refused(400, "post", f"/api/shop/people/{coach.pk}/reset/")
        self.assertEqual(error["field"], "person")
        self.assertFalse(Invitation.objects.exists())


class Staff(PeopleCase):
    def test_roles_change_and_people_go_at_once(self) -> None:
        coach = self.person("coach", "bram")
        client = self.browser(coach)
        self.assertEqual(self.call("post", "/api/orders/", [], client).status_code, 403)
        people = self.good("patch", f"/api/shop/people/{coach.pk}/", {"role": "advisor"})["people"]
        self.assertEqual([one["role"] for one in people], ["owner", "advisor"])
        self.assertNotEqual(self.call("post", "/api/orders/", [], client).status_code, 403)
        self.assertEqual(len(self.good("delete", f"/api/shop/people/{coach.pk}/")["people"]), 1)
        self.assertEqual(self.call("get", "/api/boards/", client=client).status_code, 401)
        self.assertTrue(User.objects.filter(pk=coach.pk, shop=None).exists())

    def test_a_shop_keeps_an_owner(self) -> None:
        path = f"/api/shop/people/{self.user.pk}/"
        self.assertEqual(self.refused(400, "patch", path, {"role": "coach"})["field"], "role")
        self.assertEqual(self.refused(400, "delete", path)["field"], "role")
        self.assertEqual(self.refused(400, "patch", path, {"role": "captain"})["field"], "role")
        self.person("owner", "second")
        self.good("patch", path, {"role": "coach"})
        self.refused(403, "get", "/api/shop/people/")

    def test_several_shops_of_one_owner(self) -> None:
        first = self.shop.pk
        session = self.good("post", "/api/shops/", {"name": "North, the second"})
        self.assertEqual((session["shop"], session["role"]), ("North, the second", "owner"))
        self.assertEqual([one["name"] for one in session["shops"]], ["north", "North, the second"])
        self.assertEqual(self.good("get", "/api/boards/"), [])
        self.assertEqual(self.good("put", "/api/me/shop/", {"shop_id": first})["shop"], "north")
        self.assertEqual(len(self.good("get", "/api/boards/")), 3)
        self.assertEqual(self.refused(400, "post", "/api/shops/", {"name": "NORTH"})["field"], "name")
        other = make_shop("south")[0]
        self.assertEqual(self.refused(400, "put", "/api/me/shop/", {"shop_id": other.pk})["field"], "shop_id")
        self.client.force_login(self.person("advisor"))
        self.assertEqual(self.refused(400, "post", "/api/shops/", {"name": "Mine"})["field"], "name")
        self.assertEqual(Shop.objects.count(), 3)


class OwnDoor(PeopleCase):
    def test_a_password_is_changed_with_the_present_one(self) -> None:
        elsewhere = self.browser(self.user)
        path, new = "/api/me/password/", "a longer board"
        self.assertEqual(self.refused(400, "post", path, {"old": "sand", "new": new})["field"], "old")
        self.assertEqual(self.refused(400, "post", path, {"old": PASSWORD, "new": "short"})["field"], "new")
        self.good("post", path, {"old": PASSWORD, "new": new})
        self.good("get", "/api/boards/")
        self.assertEqual(self.call("get", "/api/boards/", client=elsewhere).status_code, 401)
        self.assertEqual(len(self.good("get", "/api/me/signed-in/")["browsers"]), 1)

    def test_browsers_are_listed_and_ended(self) -> None:
        elsewhere = self.browser(self.user)
        rows = self.good("get", "/api/me/signed-in/")["browsers"]
        self.assertEqual({row["here"] for row in rows}, {True, False})
        other = next(row for row in rows if not row["here"])
        self.assertEqual(
            other["browser"], "a browser" if SignedIn.objects.get(pk=other["id"]).browser else ""
        )
        self.assertEqual(len(self.good("delete", f"/api/me/signed-in/{other['id']}/")["browsers"]), 1)
        self.assertEqual(self.call("get", "/api/boards/", client=elsewhere).status_code, 401)
        self.browser(self.user)
        self.assertEqual(len(self.good("delete", "/api/me/signed-in/")["browsers"]), 1)
        self.assertEqual(Session.objects.count(), 1)

    def test_signing_out_takes_it_off_the_list(self) -> None:
        client = self.browser()
        self.call("post", "/api/session/", {"username": "north-person", "password": PASSWORD}, client)
        self.assertTrue(SignedIn.objects.filter(browser="a browser").exists())
        self.call("delete", "/api/session/", client=client)
        self.assertFalse(SignedIn.objects.filter(browser="a browser").exists())


class SecondFactor(PeopleCase):
    PATH = "/api/me/second-factor/"

    def figures(self, off: int = 0) -> str:
        device = TOTPDevice.objects.get(user=self.user)
        return f"{totp(device.bin_key, drift=off):06d}"

    def set_up(self) -> list[str]:
        begun = self.good("post", self.PATH)
        self.assertTrue(begun["picture"].startswith("data:image/svg+xml"), begun["picture"][:60])
        self.assertGreaterEqual(len(begun["secret"]), 32)
        return list(self.good("put", self.PATH, {"code": self.figures()})["recovery_codes"])

    def signs_in(self, **more: str) -> Any:
        body = {"username": "north-person", "password": PASSWORD, **more}
        return self.call("post", "/api/session/", body, self.browser())

    def forgive(self) -> None:
        """As if the wait after a wrong one were over; the same figures may come again."""
        TOTPDevice.objects.update(throttling_failure_count=0, last_t=-1)

    def test_it_is_asked_for_once_it_was_confirmed(self) -> None:
        self.good("post", self.PATH)
        self.assertEqual(self.refused(400, "put", self.PATH, {"code": "000 000"})["field"], "code")
        self.assertEqual(self.signs_in().status_code, 200)
        self.forgive()
        self.good("put", self.PATH, {"code": self.figures()})
        self.assertEqual(self.signs_in().json()["error"]["field"], "code")
        self.assertEqual(self.signs_in(code="000000").status_code, 400)
        # The wait doubles with each wrong one; after the first it is a second, which a busy machine outlasts.
        self.assertEqual(TOTPDevice.objects.get().throttling_failure_count, 1)
        TOTPDevice.objects.update(throttling_failure_count=8)
        self.assertIn("wait", self.signs_in(code=self.figures()).json()["error"]["message"])
        self.forgive()
        # Asked for once: half a minute may end between the two.
        figures = self.figures()
        self.assertEqual(self.signs_in(code=figures).status_code, 200)
        # The same figures open once.
        self.assertEqual(self.signs_in(code=figures).status_code, 400)

    def test_a_wrong_password_says_nothing_of_figures(self) -> None:
        self.set_up()
        body = {"username": "north-person", "password": "sand", "code": "123456"}
        self.assertEqual(
            self.call("post", "/api/session/", body, self.browser()).json()["error"]["field"], "password"
        )

    def test_a_recovery_code_opens_once(self) -> None:
        words = self.set_up()
        self.assertEqual(len(set(words)), 8)
        self.assertEqual(self.signs_in(code=words[0].upper()).status_code, 200)
        self.assertEqual(self.good("get", self.PATH)["recovery_left"], 7)
        self.assertEqual(self.signs_in(code=words[0]).status_code, 400)

    def test_figures_of_long_ago_are_refused(self) -> None:
        self.set_up()
        self.forgive()
        self.assertEqual(self.signs_in(code=self.figures(off=-10)).status_code, 400)

    def test_it_is_turned_off_with_the_password(self) -> None:
        self.set_up()
        self.assertEqual(self.refused(400, "post", self.PATH)["field"], "code")
        self.assertEqual(self.refused(400, "patch", self.PATH, {"password": "sand"})["field"], "password")
        self.assertFalse(self.good("patch", self.PATH, {"password": PASSWORD})["on"])
        self.assertEqual(self.signs_in().status_code, 200)
