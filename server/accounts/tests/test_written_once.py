"""Statements that are written once, for what nearly every request asks: the answers are the ORM's."""

from datetime import timedelta
from types import SimpleNamespace
from typing import Any

from django.contrib.auth import SESSION_KEY, get_user_model
from django.contrib.sessions.models import Session
from django.db.models import QuerySet
from django.http import Http404
from django.test import TestCase
from django.utils import timezone

from accounts.backend import PersonBackend
from accounts.models import Membership, Shop, User
from accounts.sessions import SessionStore
from accounts.tenancy import ShopView
from accounts.tests.case import BOARD, ApiCase, make_shop
from api_tools.written_once import WrittenOnce
from fittings.models import Fitting


class People(TestCase):
    def setUp(self) -> None:
        self.shop, self.user = make_shop("north")
        self.backend = PersonBackend()

    def found(self, pk: int) -> User:
        with self.assertNumQueries(1):
            user = self.backend.get_user(pk)
            assert user is not None
            # Shop and role came along.
            str(user.shop), user.role
        return user

    def test_a_person_is_as_the_orm_reads_them_with_shop_and_role(self) -> None:
        self.shop.terms = {"currency": "NZD", "tax_share": 0.15}
        self.shop.numbers, self.shop.keep_months = {"fit.over_expected": 0.2}, 18
        self.shop.forgotten_at = timezone.now()
        self.shop.save()
        Membership.objects.filter(user=self.user).update(role="coach")
        user, told = self.found(self.user.pk), User.objects.select_related("shop").get(pk=self.user.pk)
        assert user.shop and told.shop
        for mine, theirs in ((user, told), (user.shop, told.shop)):
            for field in mine._meta.concrete_fields:
                self.assertEqual(getattr(mine, field.attname), getattr(theirs, field.attname), field.attname)
        self.assertEqual((user, user.role, user._state.adding), (told, "coach", False))
        user.units = "metric"
        user.save()
        self.assertEqual(User.objects.get(pk=user.pk).units, "metric")

    def test_two_people_one_after_another_and_one_with_no_shop(self) -> None:
        _, other = make_shop("south")
        self.assertEqual(self.found(self.user.pk).shop, self.shop)
        self.assertEqual(self.found(other.pk).shop, other.shop)
        self.assertEqual(self.found(self.user.pk).shop, self.shop)
        alone = get_user_model().objects.create_user("alone", password="salt and rope 7")
        self.assertEqual((self.found(alone.pk).shop, self.found(alone.pk).role), (None, None))

    def test_who_is_gone_or_shut_out_is_nobody(self) -> None:
        self.assertIsNone(self.backend.get_user(0))
        self.user.is_active = False
        self.user.save()
        self.assertIsNone(self.backend.get_user(self.user.pk))


class ShopRows(ApiCase):
    def test_a_row_is_as_the_orm_reads_it_with_what_goes_along(self) -> None:
        ticket = Fitting.objects.get(pk=self.ticket(present_board=BOARD)["id"])
        ticket.target_l, ticket.gear = 31.5, {"fins": {"setup": "quad"}}
        ticket.save()
        view = ShopView()
        view.request = SimpleNamespace(user=self.user)
        with self.assertNumQueries(1):
            found = view.own_or_404(Fitting, ticket.pk)
            facts, _ = found.documents()
            self.assertEqual((found.shop, facts.name), (self.shop, "Ines"))
        told = Fitting.objects.select_related("surfer").get(pk=ticket.pk)
        for mine, theirs in ((found, told), (found.surfer, told.surfer)):
            for field in mine._meta.concrete_fields:
                name = field.attname
                self.assertEqual(getattr(mine, name), getattr(theirs, name), name)

    def test_what_is_thrown_away_or_anothers_does_not_exist(self) -> None:
        view, pk = ShopView(), self.ticket()["id"]
        view.request = SimpleNamespace(user=make_shop("south")[1])
        with self.assertRaises(Http404):
            view.own_or_404(Fitting, pk)
        view.request = SimpleNamespace(user=self.user)
        # A number that no column holds is nobody's either.
        with self.assertRaises(Http404):
            view.own_or_404(Fitting, 10**30)
        Fitting.objects.filter(pk=pk).update(thrown_at=timezone.now())
        with self.assertRaises(Http404):
            view.own_or_404(Fitting, pk)


class Sessions(TestCase):
    def kept(self) -> SessionStore:
        session = SessionStore()
        session[SESSION_KEY] = "7"
        session.create()
        return session

    def test_what_is_kept_is_read_with_one_query(self) -> None:
        session = self.kept()
        session["words"] = "long & hollow"
        session.save()
        key = session.session_key
        with self.assertNumQueries(1):
            self.assertEqual(SessionStore(key)["words"], "long & hollow")

    def test_one_that_is_over_or_unknown_or_nobody_holds_nothing(self) -> None:
        key = self.kept().session_key
        Session.objects.filter(session_key=key).update(expire_date=timezone.now() - timedelta(seconds=1))
        for one in (key, "0" * 32, None):
            session = SessionStore(one)
            self.assertEqual(list(session.keys()), [])
            self.assertIsNone(session.session_key)


class WithOtherValues(TestCase):
    def test_values_go_where_they_stood_when_it_was_written(self) -> None:
        """The ORM decides where each stands, and may use one twice."""

        def rows(name: str, least: int) -> QuerySet[Shop, Any]:
            wide = Shop.objects.filter(keep_months__gte=least).exclude(name=name)
            return wide.filter(keep_months__lte=least * 1).order_by("name").values_list("name", "keep_months")

        for name, months in (("a", 3), ("b", 3), ("c", 9), ("d", 3)):
            Shop.objects.create(name=name, keep_months=months)
        asked = WrittenOnce(rows, "", 5)
        for name, least in (("b", 3), ("a", 3), ("x", 9), ("c", 9)):
            with self.assertNumQueries(1):
                found = asked(name, least)
            self.assertEqual(found, list(rows(name, least)))
