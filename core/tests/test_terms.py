"""On which terms a shop sells: its currency, its tax, its own prices."""

from decimal import Decimal
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from chord_core.documents.terms import Terms
from chord_core.documents.verbs.gear import Sum
from chord_core.errors import ChordError
from chord_core.fit.rules.gear import out_of_the_door
from chord_core.fit.rules.terms import currency, money, prices, selling, tax_in, with_tax
from chord_core.tables import tables
from tests.test_gear_sum import board_of, out

CURRENCIES = st.sampled_from(list(tables().gear.currencies))


def sum_on(**terms: object) -> Sum:
    found = out(board_of(price=650), terms=terms).sum
    assert found is not None
    return found


class OnTerms(TestCase):
    def test_without_terms_the_tables_hold(self) -> None:
        self.assertEqual((currency(), prices()), (tables().gear.currency, tables().gear.prices))
        found = sum_on()
        self.assertEqual((found.currency, found.tax_in_it), (tables().gear.currency, None))

    def test_tax_by_hand(self) -> None:
        """21 % in 121 is 21; 21 % on 100 is 21."""
        with selling(Terms(tax_percent=Decimal(21))):
            self.assertEqual(tax_in(Decimal(121)), Decimal("21.00"))
            self.assertEqual(with_tax(Decimal(121)), Decimal(121))
        with selling(Terms(tax_percent=Decimal(21), tax_added=True)):
            self.assertEqual(
                (tax_in(Decimal(100)), with_tax(Decimal(100))), (Decimal("21.00"), Decimal("121.00"))
            )

    def test_tax_in_the_prices_changes_no_total_and_tax_on_top_is_a_line(self) -> None:
        plain, inside = sum_on(), sum_on(tax_percent="20")
        self.assertEqual(inside.total, plain.total)
        self.assertEqual(inside.tax_in_it, money(plain.total / 6))
        on_top = sum_on(tax_percent="20", tax_added=True)
        self.assertEqual(on_top.total, money(plain.total * Decimal("1.2")))
        self.assertEqual(
            [line.price for line in on_top.lines if line.code == "tax"], [on_top.total - plain.total]
        )
        self.assertIsNone(on_top.tax_in_it)

    def test_the_shops_own_prices_go_before_the_tables(self) -> None:
        found = {line.code: line.price for line in sum_on(prices={"leash": 12.5, "pad": 0}).lines}
        self.assertEqual((found["leash"], found["pad"]), (Decimal("12.50"), Decimal("0.00")))
        self.assertEqual(found["fins"], money(tables().gear.prices.fins))

    def test_all_in_is_the_total_of_a_board_with_any_fins(self) -> None:
        board = board_of(price=650)
        for terms in ({}, {"tax_percent": "8.5", "tax_added": True}, {"prices": {"fins": 99.99}}):
            found = sum_on(**terms)
            with selling(Terms.model_validate(terms)):
                self.assertEqual(money(out_of_the_door(board) or 0), found.total)

    @given(st.integers(0, 10**7), CURRENCIES)
    def test_no_amount_is_finer_than_the_smallest_coin(self, thousandths: int, name: str) -> None:
        with selling(Terms(currency=name)):
            made = money(Decimal(thousandths) / 1000)
        places = tables().gear.currencies[name]
        self.assertEqual(-made.as_tuple().exponent, places)
        self.assertLessEqual(abs(made - Decimal(thousandths) / 1000), Decimal(1).scaleb(-places) / 2)

    @given(CURRENCIES, st.integers(0, 4000), st.booleans())
    def test_the_total_is_the_sum_of_its_lines(self, name: str, percent: int, added: bool) -> None:
        found = sum_on(currency=name, tax_percent=str(Decimal(percent) / 100), tax_added=added)
        self.assertEqual(found.total, sum(line.price or 0 for line in found.lines))
        for row in found.instalments:
            self.assertEqual(row.first + row.each * (row.months - 1), found.total)

    def test_what_no_shop_has_is_refused(self) -> None:
        for terms, field in (
            ({"currency": "shells"}, "terms.currency"), ({"tax_percent": 90}, "terms.tax_percent"),
            ({"prices": {"leash": -1}}, "terms.prices.leash"), ({"prices": {"surf": 1}}, "terms.prices.surf"),
        ):  # fmt: skip
            with self.assertRaises((ChordError, ValueError)) as caught:
                sum_on(**terms)
            self.assertIn(field.rsplit(".", 1)[1], str(caught.exception))
