"""How an asset came, and what its basis is for depreciation, for a gain and for a loss."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.countries.us.assets.basis import ORIGINS, basis_amount
from half_yard.records import Asset, ClientFile
from tests.files import BUSINESS, RENTAL, amount, asset, business, client, gaps, rental


def amounts(**named: str) -> dict[str, Decimal]:
    return {name: Decimal(text) for name, text in named.items()}


def came(origin: str, cost: str, kind: str = "residential_building", **fields: Any) -> Asset:
    return asset(kind, "2022-01-05", cost, RENTAL, origin=origin, **fields)


def file_of(record: Asset) -> ClientFile:
    return client(activities={BUSINESS: business(), RENTAL: rental()}, assets={"s00001": record})


def gain(record: Asset, price: str) -> Decimal:
    sold = record.model_copy(
        update={"disposed": datetime.date(2025, 6, 1), "disposal": "sale", "proceeds": Decimal(price)}
    )
    return amount(file_of(sold), "form_4797/s00001.gain")


class Basis(unittest.TestCase):
    def test_what_is_bought_or_built_adds_up(self) -> None:
        self.assertEqual(
            basis_amount(came("", "200000", basis=amounts(added="3200.50"))), Decimal("203200.50")
        )
        built = came("built", "80000", basis=amounts(materials="40000", labour="5000", permits="1200"))
        self.assertEqual(basis_amount(built), 126200)

    def test_pub_527_home_turned_into_a_rental(self) -> None:
        """IRS Pub. 527: house basis 164,000; value 168,000 at the change, of it land 21,000: 147,000."""
        house = came("converted", "164000", basis=amounts(value_at_change="147000"))
        self.assertEqual(basis_amount(house), 147000)
        first = compute(file_of(house)).stories["s00001"].yearly[0].amount
        self.assertEqual(first, Decimal("5122.95"))  # 3.485% of 147,000, table A-6, January

    def test_a_loss_on_what_was_private_counts_from_the_smaller_and_a_gain_from_the_cost(self) -> None:
        """26 CFR 1.165-9(b)(2): land bought for 50,000, worth 40,000 at the change."""
        lot = came("converted", "50000", "land", basis=amounts(value_at_change="40000"))
        self.assertEqual([gain(lot, price) for price in ("55000", "45000", "38000")], [5000, 0, -2000])

    def test_pub_551_gift_worth_less_than_the_donors_basis(self) -> None:
        """IRS Pub. 551 (from memory): an acre, donor's basis 10,000, value 8,000. Sold for 12,000: gain
        2,000; for 7,000: loss 1,000; between the two: neither."""
        acre = came("given", "10000", "land", basis=amounts(value_at_gift="8000"))
        self.assertEqual([gain(acre, price) for price in ("12000", "7000", "9000")], [2000, -1000, 0])

    def test_pub_551_gift_tax_on_what_it_had_gained(self) -> None:
        """IRS Pub. 551 (from memory): value 50,000, donor's basis 20,000, taxed amount 39,000, tax 7,320:
        basis 25,629, with the fraction cut to 0.769; exactly it is 25,630.77."""
        gift = came(
            "given", "20000", basis=amounts(value_at_gift="50000", gift_tax="7320", gift_taxed="39000")
        )
        self.assertEqual(basis_amount(gift), Decimal("25630.77"))
        self.assertEqual((7320 * Decimal("0.769")).quantize(Decimal(1)) + 20000, 25629)

    def test_what_is_inherited_takes_its_value_and_was_always_held_long(self) -> None:
        """26 U.S.C. 1014, 1223(9), 2032."""
        house = came("inherited", "90000", "land")
        self.assertEqual(basis_amount(house), 90000)
        self.assertEqual(basis_amount(came("inherited", "90000", basis=amounts(alternate="85000"))), 85000)
        late = house.model_copy(update={"in_service": datetime.date(2025, 3, 1)})
        self.assertEqual(gain(late, "95000"), 5000)
        sold = late.model_copy(update={"disposed": datetime.date(2025, 6, 1), "proceeds": Decimal(95000)})
        self.assertEqual(amount(file_of(sold), "form_4797/capital_gain"), 5000)

    def test_what_was_not_bought_has_no_allowance_and_is_not_expensed(self) -> None:
        """26 U.S.C. 168(k)(2)(E)(ii), 179(d)(2)."""
        for origin, rate in (
            ("", "1000.00"),
            ("given", "142.90"),
            ("inherited", "142.90"),
            ("converted", "1000.00"),
        ):
            record = asset("seven_year", "2025-02-01", "1000", origin=origin, answers={})
            self.assertEqual(
                compute(file_of(record)).stories["s00001"].this_year.amount, Decimal(rate), origin
            )
        for origin in ("given", "inherited", "converted"):
            record = asset("seven_year", "2025-02-01", "1000", origin=origin, expensed=Decimal(500))
            self.assertIn("Only what was bought", compute(file_of(record)).stops["/assets/s00001"])
        less = came("", "1", basis=amounts(added="-5"))
        self.assertIn("below zero", compute(file_of(less)).stops["/assets/s00001"])

    def test_what_the_donor_took_is_ordinary_in_a_gain(self) -> None:
        """26 CFR 1.1245-4(a): donor's adjusted basis 6,000 after 4,000; sold for 9,000 with 857.40 of one's
        own taken (14.29% of 6,000): gain 3,857, all of it ordinary, since 4,857 was taken."""
        record = asset(
            "seven_year", "2025-02-01", "6000", RENTAL, origin="given",
            basis=amounts(donor_depreciation="4000"),
            acquired=datetime.date(2020, 1, 1), disposed=datetime.date(2025, 6, 1), proceeds=Decimal(9000),
            prior_depreciation=Decimal("857.40"),
        )  # fmt: skip
        file = file_of(record)
        self.assertEqual(amount(file, "form_4797/s00001.depreciation"), 4857)
        self.assertEqual(amount(file, "form_4797/s00001.gain"), 3857)
        self.assertEqual(amount(file, "form_4797/recapture"), 3857)

    def test_every_box_of_every_origin_counts(self) -> None:
        for key, origin in ORIGINS.items():
            plain = came(key, "10000", "land", basis=amounts(value_at_gift="20000") if key == "given" else {})
            for box in origin.boxes:
                if box.key == "donor_depreciation":
                    continue  # it moves no basis and no gain, only what of the gain is ordinary
                richer = plain.model_copy(update={"basis": {**plain.basis, box.key: Decimal(5000)}})
                if box.key == "gift_taxed":
                    tax = {"gift_tax": Decimal(5000)}
                    plain, richer = (
                        each.model_copy(update={"basis": {**each.basis, **tax}}) for each in (plain, richer)
                    )
                same = [(basis_amount(each), gain(each, "1000")) for each in (plain, richer)]
                self.assertNotEqual(same[0], same[1], (key, box.key))


class OwnSchedules(unittest.TestCase):
    def test_property_from_before_1987_takes_what_is_carried_in(self) -> None:
        record = asset(
            "own_building", "1985-04-01", "90000", RENTAL,
            own_years=amounts(**{"2025": "1500", "2026": "200"}),
            prior_depreciation=Decimal("88000"),
        )  # fmt: skip
        file = file_of(record)
        story = compute(file).stories["s00001"]
        self.assertEqual((story.this_year.amount, story.next_year.amount), (1500, 200))
        self.assertEqual(amount(file, f"form_4562.{RENTAL}/other_years"), 1500)
        self.assertEqual(gaps(file, f"schedule_e.{RENTAL}/depreciation"), "")
        full = record.model_copy(update={"prior_depreciation": Decimal(89000)})
        self.assertEqual(compute(file_of(full)).stories["s00001"].this_year.amount, 1000)

    def test_by_output(self) -> None:
        """26 U.S.C. 168(f)(1): 10,000 over 5,000 hours, 1,200 and 900 of them."""
        record = asset(
            "by_output", "2024-05-01", "10000", units=amounts(**{"2024": "1200", "2025": "900"}),
            units_in_all=Decimal(5000),
        )  # fmt: skip
        file = file_of(record)
        self.assertEqual(compute(file).stories["s00001"].prior.amount, 2400)
        self.assertEqual(amount(file, f"form_4562.{BUSINESS}/other_output"), 1800)
        without = record.model_copy(update={"units_in_all": None})
        self.assertIn("output of its whole life", compute(file_of(without)).stops["/assets/s00001"])
