"""Sales of business property: gain, recapture, the look-back, and where they go."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.records import ClientFile
from half_yard.records.identifiers import numbered
from half_yard.review import Level
from tests.files import BUSINESS, RENTAL, amount, asset, business, carried_in, client, entries, gaps, rental

DAY = datetime.date(2025, 8, 3)


def sold(
    kind: str, since: str, cost: str, price: str | None, activity: str = BUSINESS, **fields: Any
) -> ClientFile:
    parts = {name: fields.pop(name) for name in ("carryovers", "status") if name in fields}
    record = asset(
        kind, since, cost, activity, proceeds=Decimal(price) if price is not None else None,
        **{"disposed": DAY, "disposal": "sale", **fields},
    )  # fmt: skip
    return client(
        2025, activities={BUSINESS: business(), RENTAL: rental()}, assets={"s00001": record},
        entries=numbered("entries", entries(BUSINESS, gross_receipts="50000")), **parts,
    )  # fmt: skip


class Gains(unittest.TestCase):
    """26 U.S.C. 1231, 1245 and 1250, in the order of Form 4797. The cases are worked by hand."""

    def test_equipment_sold_above_its_basis_is_ordinary_up_to_its_depreciation(self) -> None:
        """7-year, 10,000, 2023: 1,429 + 2,449 + half of 1,749 = 4,752.50 taken; basis 5,247."""
        file = sold("seven_year", "2023-06-01", "10000", "7000")
        self.assertEqual(amount(file, "form_4797/s00001.basis"), 5247)
        self.assertEqual(amount(file, "form_4797/s00001.gain"), 1753)
        self.assertEqual(amount(file, "form_4797/recapture"), 1753)
        self.assertEqual(amount(file, "schedule_1/other_gains"), 1753)
        self.assertEqual(amount(file, "form_1040/capital_gain"), 0)

    def test_what_is_above_its_cost_is_a_1231_gain(self) -> None:
        file = sold("seven_year", "2023-06-01", "10000", "12000", selling_costs=Decimal(500))
        self.assertEqual(amount(file, "form_4797/recapture"), 4753)
        self.assertEqual(amount(file, "form_4797/long_gains"), 1500)
        self.assertEqual(amount(file, "form_1040/capital_gain"), 1500)
        self.assertEqual(amount(file, "gains_tax/gain"), 1500)

    def test_a_loss_is_ordinary_and_the_look_back_takes_a_gain(self) -> None:
        file = sold("seven_year", "2023-06-01", "10000", "1000")
        self.assertEqual(amount(file, "schedule_1/other_gains"), -4247)
        file = sold("land", "2020-06-01", "10000", "16000", carryovers=carried_in(section_1231_loss="2500"))
        self.assertEqual(amount(file, "form_4797/looked_back"), 2500)
        self.assertEqual(amount(file, "form_1040/capital_gain"), 3500)
        self.assertEqual(amount(file, "schedule_1/other_gains"), 2500)

    def test_a_building_has_unrecaptured_gain_and_no_recapture(self) -> None:
        """27.5 years from January 2020: 3.485% + 4 x 3.636% + 7.5/12 of 3.636% of 100,000."""
        file = sold("residential_building", "2020-01-10", "100000", "130000", RENTAL)
        taken = 3485 + 4 * 3636 + Decimal("2272.50")
        self.assertEqual(amount(file, "form_4797/s00001.depreciation"), round(taken))
        self.assertEqual(amount(file, "form_4797/unrecaptured"), round(taken))
        self.assertEqual(amount(file, "form_4797/recapture"), 0)
        self.assertEqual(amount(file, "form_1040/capital_gain"), 30000 + 20302)
        words = " ".join(finding.message for finding in compute(file).findings)
        self.assertIn("frees suspended losses of earlier years", words)

    def test_a_year_or_less_is_ordinary(self) -> None:
        file = sold("land", "2024-08-03", "10000", "16000")
        self.assertEqual(amount(file, "schedule_1/other_gains"), 6000)
        file = sold("land", "2024-08-02", "10000", "16000")
        self.assertEqual(amount(file, "form_1040/capital_gain"), 6000)

    def test_a_gift_has_no_gain_and_scrap_is_a_loss(self) -> None:
        file = sold("seven_year", "2023-06-01", "10000", None, disposal="gift")
        self.assertFalse(compute(file).has_sheet("form_4797"))
        file = sold("seven_year", "2023-06-01", "10000", None, disposal="abandonment")
        self.assertEqual(amount(file, "schedule_1/other_gains"), -5247)

    def test_what_is_not_known_or_computed_is_said(self) -> None:
        errors = [
            item.message
            for item in compute(sold("land", "2020-01-01", "5", None)).findings
            if item.level is Level.ERROR
        ]
        self.assertIn("its price is not entered", " ".join(errors))
        file = sold("residential_building", "2015-06-01", "10000", "70000", disposal="exchange")
        self.assertIn("Form 8824", gaps(file, "form_1040/total_income"))

    def test_a_fence_gives_back_what_is_above_straight_line(self) -> None:
        """26 U.S.C. 1250(b)(1): 15-year, 10,000, June 2020, by table A-1 5% + 9.5% + 8.55% + 7.7% + 6.93% +
        half of 6.23%; straight line 3.33% + 4 x 6.67% + half of 6.67%, rounded as table A-8 prints it."""
        file = sold("fifteen_year", "2020-06-01", "10000", "9000")
        taken = 500 + 950 + 855 + 770 + 693 + Decimal("311.50")
        straight = 333 + 4 * 667 + Decimal("333.50")
        self.assertEqual(amount(file, "form_4797/s00001.depreciation"), round(taken))
        self.assertEqual(
            amount(file, "form_4797/s00001.additional"), round(taken) - straight.quantize(Decimal(1))
        )
        self.assertEqual(amount(file, "form_4797/recapture"), amount(file, "form_4797/s00001.additional"))
        self.assertEqual(
            amount(file, "form_4797/unrecaptured"),
            9000 - (10000 - round(taken)) - amount(file, "form_4797/recapture"),
        )

    def test_an_improvement_that_was_expensed_gives_that_back_as_equipment_does(self) -> None:
        """26 U.S.C. 1245(a)(3)(C). 40,000 expensed of 100,000, the rest straight line: 3.33% of 60,000,
        6.67%, and half of 6.67% in the year of sale, table A-8."""
        file = sold("qualified_improvement", "2023-06-01", "100000", "99000", expensed=Decimal(40000))
        taken = 40000 + 1998 + 4002 + 2001
        self.assertEqual(amount(file, "form_4797/s00001.depreciation"), taken)
        self.assertEqual(amount(file, "form_4797/s00001.ordinary"), 40000)
        self.assertEqual(amount(file, "form_4797/s00001.additional"), 0)
        self.assertEqual(amount(file, "form_4797/unrecaptured"), 99000 - (100000 - taken) - 40000)

    def test_what_was_used_privately_too_is_divided(self) -> None:
        """80% of 7,000 and of 10,000; 80% of the depreciation by the table (1,429 + 2,449 + 874.50)."""
        file = sold("seven_year", "2023-06-01", "10000", "7000", share=Decimal(80))
        self.assertEqual(amount(file, "form_4797/s00001.proceeds"), 5600)
        self.assertEqual(amount(file, "form_4797/s00001.depreciation"), 3802)
        self.assertEqual(amount(file, "form_4797/s00001.gain"), 5600 - (8000 - 3802))
        uses = {"2023": Decimal(100), "2024": Decimal(80), "2025": Decimal(60)}
        for said, part in ((None, "0.8"), (Decimal(75), "0.75")):
            file = sold("seven_year", "2023-06-01", "10000", "7000", shares=uses, sale_share=said)
            self.assertEqual(amount(file, "form_4797/s00001.proceeds"), 7000 * Decimal(part))

    def test_casualties_are_netted_before_they_count(self) -> None:
        """26 U.S.C. 1231(a)(4)(C): a net loss is ordinary, a net gain is a section 1231 gain."""
        file = sold(
            "land",
            "2020-06-01",
            "10000",
            "4000",
            disposal="casualty",
            carryovers=carried_in(section_1231_loss="0"),
        )
        self.assertEqual(amount(file, "form_4684/net_loss"), -6000)
        self.assertEqual(amount(file, "form_4797/net_1231"), 0)
        self.assertEqual(amount(file, "schedule_1/other_gains"), -6000)
        file = sold("seven_year", "2023-06-01", "10000", "12000", disposal="casualty")
        self.assertEqual(amount(file, "form_4684/net_gain"), 2000)
        self.assertEqual(amount(file, "form_1040/capital_gain"), 2000)
        self.assertEqual(amount(file, "schedule_1/other_gains"), 4753)

    def test_half_of_a_shared_house_is_the_owners(self) -> None:
        file = sold("land", "2020-06-01", "10000", "16000", RENTAL)
        house = rental(owners={"owner": Decimal(50), "nobody": Decimal(50)})
        file = file.model_copy(update={"activities": {BUSINESS: business(), RENTAL: house}})
        self.assertEqual(amount(file, "form_1040/capital_gain"), 3000)


class PaidOff(unittest.TestCase):
    def test_the_rest_of_the_points_goes_when_the_loan_is_paid_off(self) -> None:
        file = sold("loan_costs", "2024-10-15", "1800", None, RENTAL, months=360)
        yearly = [figure.amount for figure in compute(file).stories["s00001"].yearly]
        self.assertEqual(yearly, [15, 1785])
        self.assertFalse(compute(file).has_sheet("form_4797"))
