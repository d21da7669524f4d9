"""The shop: who works here and as what, printed links, one's own sign-in, the second factor."""

import json
from urllib.error import HTTPError
from urllib.request import Request, urlopen

from django.test import Client
from django_otp.oath import totp
from django_otp.plugins.otp_totp.models import TOTPDevice
from logbook.models import Track

from accounts.models import Invitation, Membership, Shop, User
from e2e.place_case import PlaceCase
from surfers.models import Surfer

PASSWORD = "wet wax and sand"
_FIRST = {"trail": "section.face tbody tr:nth-child(-n + 6)"}


class TheShop(PlaceCase):
    #: A refused role, a wrong password, a link that is used up.
    expected_console = ("400 (Bad Request)", "404 (Not Found)")

    def shop(self, face: str = "people") -> None:
        self.sign_in()
        self.driver.get(f"{self.live_server_url}/shop/{face}")
        self.find("section.face")

    def signs_in(self, name: str, password: str = PASSWORD) -> None:
        """Through the door, as a person does."""
        self.driver.delete_all_cookies()
        self.door()
        self.find("input[autocomplete=username]").send_keys(name)
        self.find("input[autocomplete=current-password]").send_keys(password)
        self.press("Sign in")

    def test_somebody_new_comes_in_by_a_printed_link(self) -> None:
        self.shop()
        self.wait_text("[data-person=bram]", "Bram Tallis")
        self.find("//label[contains(., 'Name')]/input").send_keys("Odile Marsh")
        self.find("form select").send_keys("coach")
        self.press("make a link")
        link = self.wait(lambda: self.text("[data-link]"), "the link")
        self.wait_text("section.face", "Odile Marsh, coach, until")
        self.check("people with a link")
        self.driver.delete_all_cookies()
        self.driver.get(link)
        self.wait_text(".door", "Odile Marsh, you come to Tidewrack Boards, Marrow Coast as coach")
        self.check("a link")
        self.find("input[autocomplete=username]").send_keys("till")
        self.find("input[autocomplete=new-password]").send_keys(PASSWORD)
        self.press("Come in")
        self.wait_text(".door", "somebody has this name already")
        self.type_over(self.find("input[autocomplete=username]"), "odile")
        self.press("Come in")
        self.find("[data-verdict]")
        self.assertEqual(Membership.objects.get(user__username="odile").role, "coach")
        self.driver.get(link)
        self.wait_text(".door [role=alert]", "This link was used")
        # A coach does not see who works here.
        self.driver.get(f"{self.live_server_url}/shop")
        self.wait_text("aside", "You are Odile Marsh, coach")
        self.assertNotIn("People", self.text("aside nav"))

    def test_a_role_is_changed_and_the_last_owner_stays(self) -> None:
        self.shop()
        self.find("[aria-label='Bram Tallis works as']").send_keys("advisor")
        self.wait(lambda: Membership.objects.get(user__username="bram").role == "advisor", "the role")
        own = self.find("[aria-label='Counter works as']")
        own.send_keys("coach")
        self.wait_text("[role=alert]", "a shop keeps an owner")
        self.assertEqual(own.get_attribute("value"), "owner")
        self.press("remove")
        self.press("goes: signed out everywhere")
        self.wait(lambda: not Membership.objects.filter(user__username="ysolde").exists(), "gone")
        self.wait(lambda: not self.all("[data-person=ysolde]"), "off the list")

    def test_a_forgotten_password(self) -> None:
        self.shop()
        self.click("[data-person=till] button")
        link = self.wait(lambda: self.text("[data-link]"), "the link")
        self.press("done")
        self.assertFalse(self.all("[data-link]"))
        self.assertEqual(Invitation.objects.get().user, User.objects.get(username="till"))
        self.driver.delete_all_cookies()
        self.driver.get(link)
        self.wait_text(".door", "another password for till")
        self.find("input[autocomplete=new-password]").send_keys("12345678")
        self.press("Come in")
        self.wait_text(".door", "too common")
        self.type_over(self.find("input[autocomplete=new-password]"), PASSWORD)
        self.press("Come in")
        self.find("[data-verdict]")

    def test_a_second_factor_is_set_up_and_asked_for(self) -> None:
        user = User.objects.get(username="till")
        user.set_password(PASSWORD)
        user.save()
        self.signs_in("till")
        self.find("[data-verdict]")
        self.driver.get(f"{self.live_server_url}/shop/door")
        self.press("set it up")
        self.wait(lambda: TOTPDevice.objects.filter(user=user).exists(), "begun")
        self.assertTrue(
            self.driver.execute_script(
                "return document.querySelector('img[alt]').complete"
                " && document.querySelector('img[alt]').naturalWidth > 0"
            )
        )
        self.check("a second factor")
        box = self.find("input[autocomplete=one-time-code]")
        box.send_keys("000000")
        self.press("ask for them from now on")
        self.wait_text("[aria-label='Second factor'] [role=alert]", "not the app's figures")
        TOTPDevice.objects.update(throttling_failure_count=0)
        self.type_over(box, f"{totp(TOTPDevice.objects.get().bin_key):06d}")
        self.press("ask for them from now on")
        self.wait(lambda: len(self.all("[aria-label='Recovery codes'] li")) == 8, "recovery codes")
        word = self.text("[aria-label='Recovery codes'] li")
        self.signs_in("till")
        code = self.find("input[autocomplete=one-time-code]")
        code.send_keys(word)
        self.press("Sign in")
        self.find("[data-verdict]")

    def test_a_password_is_changed_and_other_browsers_go(self) -> None:
        user = User.objects.get(username="counter")
        user.set_password(PASSWORD)
        user.save()
        Client().force_login(user)
        self.signs_in("counter")
        self.find("[data-verdict]")
        self.driver.get(f"{self.live_server_url}/shop/door")
        self.wait(lambda: len(self.all("[aria-label=Browsers] li")) == 2, "two browsers")
        old, new = (
            self.find("form[aria-label=Password] input"),
            self.all("form[aria-label=Password] input")[1],
        )
        old.send_keys("sand")
        new.send_keys("a longer board")
        self.press("change it")
        self.wait_text("form[aria-label=Password] [role=alert]", "not your present password")
        self.type_over(old, PASSWORD)
        self.press("change it")
        self.wait_text("form[aria-label=Password]", "Changed")
        self.wait(lambda: len(self.all("[aria-label=Browsers] li")) == 1, "one browser")

    def test_a_further_shop_is_opened_and_one_goes_back(self) -> None:
        self.shop()
        self.press("open a further shop")
        self.find("section[aria-label='Your shops'] input").send_keys("Tidewrack, South Quay")
        self.press("open it")
        self.wait(lambda: "/ticket" in self.driver.current_url, "the page of the further shop")
        self.assertEqual(Shop.objects.count(), 2)
        self.driver.get(f"{self.live_server_url}/shop")
        self.wait_text("aside h1", "Tidewrack, South Quay")
        self.press("Tidewrack Boards, Marrow Coast")
        self.wait(
            lambda: User.objects.get(username="counter").shop == Shop.objects.get(demo=True), "back again"
        )
        self.find("[data-verdict]")

    def test_a_customer_is_found_noted_and_erased(self) -> None:
        self.shop("customers")
        self.find("[aria-label='Find a customer']").send_keys("salome")
        self.wait(lambda: len(self.all("[data-customer]")) == 1, "found")
        self.press("Salome Firth")
        self.wait_text("[aria-label=Visits]", "Lantern Point")
        notes = self.find("textarea")
        notes.send_keys("rides with her sister")
        self.click("input[type=checkbox]")
        self.wait(lambda: Surfer.objects.filter(notes="rides with her sister").exists(), "noted")
        self.wait(lambda: Surfer.objects.filter(consent_at__isnull=False).exists(), "consent")
        self.check("a customer")
        self.press("erase this person")
        self.find("form[aria-label=Erase] input").send_keys("Salome")
        self.press("erase for good")
        self.wait_text("[role=alert]", "type the name as it stands")
        self.type_over(self.find("form[aria-label=Erase] input"), "Salome Firth")
        self.press("erase for good")
        self.wait_text("section.face [role=status]", "Kept as figures of nobody: 1 tickets")
        self.assertIn("sessions", self.text("section.face [role=status]"))
        self.assertFalse(Surfer.objects.filter(name="Salome Firth").exists())
        self.assertFalse(Track.objects.exists())

    def test_the_same_person_is_put_together_and_a_rule_keeps_some(self) -> None:
        shop = Shop.objects.get(demo=True)
        Surfer.objects.create(shop=shop, name="INES  Varga", notes="second entry")
        self.shop("customers")
        self.find("[aria-label='Find a customer']").send_keys("ines v")
        self.wait(lambda: len(self.all("[data-customer]")) == 2, "both")
        self.click("[data-customer='Ines Varga'] button")
        self.press("put together")
        self.press("one person")
        self.wait(lambda: not self.find("section.face").text.count("The same person?"), "one")
        self.assertEqual(self.find("textarea").get_attribute("value"), "second entry")
        self.press("all customers")
        months = self.find("input.months")
        months.send_keys("many\ue007")
        self.wait_text("section.face [role=alert]", "number")
        self.type_over(months, "24\ue007")
        self.wait(lambda: Shop.objects.get(demo=True).keep_months == 24, "two years")

    def test_a_machine_gets_a_token_and_loses_it(self) -> None:
        self.shop("machines")
        self.find("//label[contains(., 'Name')]/input").send_keys("the till")
        self.press("make a token")
        word = self.wait(lambda: self.text("[data-token]"), "the token")
        headers = {"Authorization": f"Bearer {word}"}
        address = Request(f"{self.live_server_url}/api/v1/boards/", headers=headers)
        with urlopen(address) as answer:
            self.assertGreater(len(json.load(answer)), 20)
        self.check("machines")
        self.press("end it")
        self.press("the till asks no more")
        self.wait_text("section.face", "No machine asks yet")
        with self.assertRaises(HTTPError) as refused:
            urlopen(address)
        refused.exception.close()
        self.assertEqual(refused.exception.code, 401)

    def test_a_program_in_the_shop_is_told_of_changes(self) -> None:
        self.shop("machines")
        self.find("form[aria-label='A further webhook'] input[required]").send_keys("web shop")
        address = self.find("form[aria-label='A further webhook'] input[placeholder]")
        address.send_keys("http://8.8.8.8/in")
        self.press("tell it")
        self.wait_text("section.face [role=alert]", "lies outside of the shop")
        self.type_over(address, "http://127.0.0.1:9/in")
        self.press("tell it")
        self.wait(lambda: self.text("[data-secret]"), "the secret")
        self.wait_text("[data-hook='web shop']", "nothing to tell yet")
        self.check("webhooks")
        self.click("[data-hook='web shop'] button")
        self.press("web shop is told no more")
        self.wait(lambda: not self.all("[data-hook]"), "ended")

    def test_who_changed_what(self) -> None:
        self.shop()
        self.find("[aria-label='Bram Tallis works as']").send_keys("advisor")
        self.wait(lambda: Membership.objects.get(user__username="bram").role == "advisor", "the role")
        self.click("//aside//a[.='Trail']")
        self.wait_text("[data-change=role]", "role coach → advisor")
        self.assertIn("counter", self.text("[data-change=role]"))
        self.find("[aria-label='Kind of record']").send_keys("board")
        self.wait(lambda: not self.all("[data-change=role]"), "boards only")
        self.click("[data-change=board] button")
        self.wait(lambda: len(self.all("[data-change]")) == 1, "one board's changes")
        self.press("everything again")
        self.wait(lambda: len(self.all("[data-change=board]")) > 20, "boards again")

    def test_neat_and_clean(self) -> None:
        for size in ((1280, 800), (1366, 657), (390, 844)):
            self.at_size(*size)
            for face in ("customers", "advice", "people", "numbers", "machines", "trail", "door"):
                with self.subTest(size=size, face=face):
                    self.shop(face)
                    self.find("section.face :is(h2, tbody tr, p)")
                    self.check(face)
                    # Of a long list the first rows stand for all.
                    self.neat(_FIRST.get(face, ".whole"), face)
