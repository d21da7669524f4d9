"""Who is not signed in may ask so often; who is, and files of the pages, are not counted."""

from django.conf import settings
from django.test import Client, SimpleTestCase, TestCase, override_settings

from accounts.rate_limit import BURST_S, Buckets
from accounts.tests.case import make_shop


class Rates(SimpleTestCase):
    def test_a_burst_and_then_the_rate(self) -> None:
        buckets = Buckets(4.0)
        burst = int(4 * BURST_S)
        self.assertTrue(all(buckets.take("a", 100.0) for _ in range(burst)))
        self.assertFalse(buckets.take("a", 100.0))
        self.assertTrue(buckets.take("b", 100.0), "another address has its own")
        self.assertEqual(sum(buckets.take("a", 101.0) for _ in range(20)), 4)
        self.assertEqual(sum(buckets.take("a", 1000.0) for _ in range(100)), burst, "never more than a burst")

    def test_addresses_are_forgotten_oldest_first(self) -> None:
        buckets = Buckets(1.0)
        for number in range(10_050):
            buckets.take(str(number), 1.0)
        self.assertEqual(len(buckets._left), 10_000)
        self.assertNotIn("0", buckets._left)


@override_settings(ANONYMOUS_A_SECOND=0.2)
class AtTheDoor(TestCase):
    """One request is left at once with this rate."""

    def setUp(self) -> None:
        self.shop, self.person = make_shop("north")

    def test_a_stranger_is_refused_and_told_when_to_come_again(self) -> None:
        client = Client()
        self.assertEqual(client.get("/api/session/").status_code, 200)
        refused = client.get("/api/session/")
        self.assertEqual((refused.status_code, refused["Retry-After"]), (429, "1"))
        self.assertIn("wait a moment", refused.json()["detail"])

    def test_a_made_up_cookie_or_token_is_a_stranger(self) -> None:
        for shown in (
            {"HTTP_COOKIE": f"{settings.SESSION_COOKIE_NAME}=made-up"},
            {"HTTP_AUTHORIZATION": "Bearer no"},
        ):
            client = Client()
            self.assertEqual(client.get("/api/fittings/", **shown).status_code, 401)
            self.assertEqual(client.get("/api/fittings/", **shown).status_code, 429)

    def test_who_is_signed_in_is_known_again(self) -> None:
        client = Client()
        client.force_login(self.person, settings.AUTHENTICATION_BACKENDS[1])
        self.assertEqual([client.get("/api/fittings/").status_code for _ in range(5)], [200] * 5)
        # Whoever asks from the same address without a session finds nothing left.
        client.cookies.clear()
        self.assertEqual(client.get("/api/session/").status_code, 429)

    def test_who_is_shut_out_is_a_stranger_again(self) -> None:
        client = Client()
        client.force_login(self.person, settings.AUTHENTICATION_BACKENDS[1])
        self.assertEqual(client.get("/api/fittings/").status_code, 200)
        self.person.is_active = False
        self.person.save()
        self.assertEqual([client.get("/api/fittings/").status_code for _ in range(2)], [401, 429])

    def test_who_is_refused_again_and_again_has_to_wait(self) -> None:
        client = Client()
        client.force_login(self.person, settings.AUTHENTICATION_BACKENDS[1])
        self.assertEqual(client.get("/api/fittings/").status_code, 200)
        statuses = [client.get("/api/fittings/999999/").status_code for _ in range(2)]
        self.assertEqual(statuses, [404, 429])

    def test_files_of_the_pages_are_not_counted(self) -> None:
        client = Client()
        for _ in range(4):
            self.assertNotEqual(client.get(f"{settings.STATIC_URL}none.js").status_code, 429)

    @override_settings(ANONYMOUS_A_SECOND=0)
    def test_without_a_rate_nobody_is_counted(self) -> None:
        client = Client()
        self.assertEqual({client.get("/api/session/").status_code for _ in range(30)}, {200})
