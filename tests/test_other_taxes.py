"""The other taxes, losses above the limit and below zero: the examples of the reference file by name."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.records import Asset, Carryover, ClientFile, Household, Person, WageStatement
from half_yard.records.identifiers import numbered
from tests.files import (
    BUSINESS,
    RENTAL,
    amount,
    asset,
    business,
    carried_in,
    client,
    entries,
    gaps,
    interest,
    item,
    items,
    rental,
    sole_proprietor,
    wages,
)
from tests.test_capital_gains import sale, sales


def w2(amount: str, person: str = "owner", **boxes: str) -> WageStatement:
    """Wages with boxes; box 6 at the usual rate where it is not given."""
    given = {box: Decimal(text) for box, text in boxes.items()}
    usual = {"medicare_tax": Decimal(amount) * Decimal("0.0145")}
    return WageStatement(person=person, employer="Mill", wages=Decimal(amount), boxes={**usual, **given})


def wage_forms(*each: WageStatement) -> dict[str, WageStatement]:
    return numbered("wages", list(each))


def let_for(rents: str, **parts: Any) -> ClientFile:
    return client(
        activities={RENTAL: rental()}, entries=numbered("entries", entries(RENTAL, rents=rents)), **parts
    )


class NetInvestmentIncome(unittest.TestCase):
    """“Net investment income tax and Additional Medicare Tax”, computed by hand from the law."""

    def test_rental_income(self) -> None:
        file = let_for("30000", wages=wage_forms(w2("225000")), interest=interest("5000"))
        self.assertEqual(amount(file, "form_8960/tax"), 1330)

    def test_itemized_without_any_tax_of_a_state(self) -> None:
        household = Household(filing_status="single", choices={"deduction_taken": "itemize"})
        typed = items(item("state_income_tax", "0"))
        file = client(interest=interest("300000"), items=typed).model_copy(update={"household": household})
        self.assertEqual(amount(file, "form_8960/tax"), 3800)

    def test_sale_and_small_excess(self) -> None:
        land = asset("land", "2010-01-01", "100000", RENTAL, disposed=datetime.date(2025, 5, 1),
                     disposal="sale", proceeds=Decimal(250_000))  # fmt: skip
        file = client(
            2025, "joint", activities={RENTAL: rental()}, assets={"s00001": land},
            wages=wage_forms(w2("150000")),
        )  # fmt: skip
        self.assertEqual(amount(file, "form_8960/tax"), 1900)

    def test_suspended_losses_freed(self) -> None:
        """26 CFR 1.1411-4(g)(8)."""
        land = asset("land", "2010-01-01", "100000", RENTAL, disposed=datetime.date(2025, 5, 1),
                     disposal="sale", proceeds=Decimal(250_000))  # fmt: skip
        file = client(
            activities={RENTAL: rental()}, assets={"s00001": land}, wages=wage_forms(w2("200000")),
            carryovers={"c00001": Carryover(kind="passive_loss", of=RENTAL, amount=Decimal(40_000))},
        )  # fmt: skip
        self.assertEqual(amount(file, "form_8960/investment_income"), 110_000)

    def test_trade_or_business(self) -> None:
        """26 CFR 1.1411-4(g)(6): what is let to the own business is none."""
        file = client(
            activities={BUSINESS: business(), RENTAL: rental(property_type="7 Self-rental")},
            entries=numbered("entries", [*entries(BUSINESS, gross_receipts="300000"),
                                         *entries(RENTAL, rents="20000")]),
        )  # fmt: skip
        self.assertFalse(compute(file).has_sheet("form_8960"))


class AdditionalMedicare(unittest.TestCase):
    """IRS questions and answers on the Additional Medicare Tax, recalled; Form 8959 by hand."""

    def earning(self, earnings: int, status: str = "single", **parts: Any) -> ClientFile:
        profit = str((Decimal(earnings) / Decimal("0.9235")).quantize(Decimal("0.01")))
        return sole_proprietor(profit, 2025, status, **parts)

    def test_single_wages_and_self_employment(self) -> None:
        file = self.earning(145_000, wages=wage_forms(w2("130000")))
        self.assertEqual(amount(file, "form_8959/tax"), 675)

    def test_joint(self) -> None:
        file = self.earning(175_000, "joint", wages=wage_forms(w2("150000", "spouse")))
        self.assertEqual(amount(file, "form_8959/tax"), 675)

    def test_form_8959_with_net_profit(self) -> None:
        paid = w2("230000", medicare_tax="3605")
        file = sole_proprietor("120000", wages=wage_forms(paid))
        lines = ("wages_over", "on_wages", "earnings", "threshold_left", "earnings_over", "on_earnings",
                 "tax", "additional")  # fmt: skip
        sheet = compute(file).sheet("form_8959")
        self.assertEqual([int(sheet[line].amount) for line in lines],
                         [30000, 270, 110820, 0, 110820, 997, 1267, 270])  # fmt: skip
        self.assertEqual(amount(file, "form_1040/withheld_medicare"), 270)

    def test_loss_of_self_employment(self) -> None:
        file = sole_proprietor("-30000", wages=wage_forms(w2("260000", medicare_tax="4310")))
        self.assertEqual(amount(file, "form_8959/tax"), 540)


class ExcessSocialSecurity(unittest.TestCase):
    """26 U.S.C. 6413(c); the most of 2025 is 10,918.20."""

    def test_two_employers_of_one_person(self) -> None:
        first, second = w2("100000", social_security_tax="6200"), w2("90000", social_security_tax="5580")
        file = client(wages=wage_forms(first, second))
        self.assertEqual(amount(file, "schedule_3/excess.owner"), 862)
        self.assertEqual(amount(file, "form_1040/other_payments"), 862)

    def test_one_employer_or_two_people_have_none(self) -> None:
        too_much = client(wages=wage_forms(w2("200000", social_security_tax="12400")))
        self.assertFalse(compute(too_much).has_sheet("schedule_3"))
        said = " ".join(str(finding) for finding in compute(too_much).findings)
        self.assertIn("gives back", said)
        own, spouse = (
            w2("100000", social_security_tax="6200"),
            w2("90000", "spouse", social_security_tax="5580"),
        )
        both = client(2025, "joint", wages=wage_forms(own, spouse))
        self.assertFalse(compute(both).has_sheet("schedule_3"))

    def test_it_never_rests_on_a_guess(self) -> None:
        file = client(wages=wage_forms(w2("100000"), w2("90000")))
        self.assertIn("box 4", gaps(file))


class MinimumTax(unittest.TestCase):
    """“Minimum tax”. The reference elects out of the allowance; since 2016 that makes no adjustment (P.L.
    114-113 sec. 143(b)), so the property here is one that is not eligible, as bought from a relative."""

    def equipment(self, **fields: Any) -> dict[str, Asset]:
        return {"s00001": asset("five_year", "2024-03-01", "100000", **fields)}

    def test_depreciation_adjustment(self) -> None:
        for year, adjusted in ((2024, 5000), (2025, 6500)):
            file = self.with_credit(year, self.equipment())
            with self.subTest(year=year):
                self.assertEqual(amount(file, "form_6251/depreciation"), adjusted)
        eligible = compute(self.with_credit(2025, self.equipment(answers={}))).sheet("form_6251")
        self.assertFalse(eligible.has("depreciation"))

    def with_credit(self, year: int, assets: dict[str, Asset]) -> ClientFile:
        """A credit of an earlier year makes the form part of the return, whether the tax is due or not."""
        carried = carried_in(minimum_tax_credit="1")
        return sole_proprietor("150000", year, assets=assets, carryovers=carried)

    def test_gain_is_different_too(self) -> None:
        sold = self.equipment(disposed=datetime.date(2025, 6, 1), disposal="sale", proceeds=Decimal(90_000))
        self.assertEqual(amount(self.with_credit(2025, sold), "form_6251/gains"), -8250)

    def test_credit_of_an_earlier_year_comes_back_and_goes_on(self) -> None:
        """26 U.S.C. 53(c): up to the regular tax above the tentative minimum tax."""
        file = client(wages=wages("90000"), carryovers=carried_in(minimum_tax_credit="50000"))
        sheet = compute(file).sheet("form_8801")
        used = sheet["regular"].amount - sheet["tentative"].amount
        self.assertEqual(sheet["credit"].amount, used)
        self.assertEqual(amount(file, "form_1040/other_credits"), used)
        self.assertEqual(sheet["credit_out"].amount, 50000 - used)

    def test_timing_items_make_a_credit(self) -> None:
        """Of equipment of 900,000 the minimum tax takes a slower depreciation: all of its tax comes back."""
        big = {"s00001": asset("five_year", "2025-03-01", "2900000")}
        file = sole_proprietor("700000", assets=big, wages=wages("190000"))
        self.assertGreater(amount(file, "form_6251/tax"), 0)
        self.assertEqual(amount(file, "form_8801/credit_made"), amount(file, "form_6251/tax"))


class BusinessLosses(unittest.TestCase):
    """“Excess business loss and net operating loss”."""

    def carried(self, file: ClientFile) -> dict[tuple[str, str | None], int]:
        on = next_year(compute(file), pack_for("us"))
        return {(item.kind, item.year): int(item.amount) for item in on.carryovers.values()}

    def large(self) -> ClientFile:
        return sole_proprietor("-400000", wages=wage_forms(w2("150000")), interest=interest("10000"))

    def test_excess_business_loss_2025_and_the_loss_of_that_year(self) -> None:
        file = self.large()
        self.assertEqual(amount(file, "form_461/excess"), 87_000)
        self.assertEqual(amount(file, "schedule_1/excess_loss"), 87_000)
        self.assertEqual(amount(file, "form_1040/adjusted_gross_income"), -153_000)
        self.assertEqual(amount(file, "net_operating_loss/own_loss"), 163_000)
        self.assertEqual(self.carried(file)["net_operating_loss", "2025"], 250_000)
        self.assertEqual(gaps(file), "")

    def test_business_gains(self) -> None:
        land = asset("land", "2010-01-01", "100000", disposed=datetime.date(2026, 5, 1), disposal="sale",
                     proceeds=Decimal(200_000))  # fmt: skip
        file = sole_proprietor("-700000", 2026, "joint", assets={"s00001": land})
        self.assertEqual(amount(file, "form_461/excess"), 88_000)

    def test_loss_of_a_year(self) -> None:
        """IRS Pub. 536, recalled: capital loss and standard deduction beyond the interest do not count."""
        land = asset("land", "2010-01-01", "1000", disposed=datetime.date(2025, 5, 1), disposal="sale",
                     proceeds=Decimal(3000))  # fmt: skip
        file = sole_proprietor(
            "-5000", wages=wages("1225"), interest=interest("425"), assets={"s00001": land},
            sales=sales(sale("-1000", "short")),
        )  # fmt: skip
        self.assertEqual(amount(file, "net_operating_loss/own_loss"), 1775)

    def used(self, taxable: int, **losses: str) -> ClientFile:
        made = [
            Carryover(kind="net_operating_loss", year=year.strip("y"), amount=Decimal(text))
            for year, text in losses.items()
        ]
        return client(wages=wages(str(taxable + 15750)), carryovers=numbered("carryovers", made))

    def test_80_percent_limit(self) -> None:
        file = self.used(100_000, y2023="120000")
        self.assertEqual(amount(file, "net_operating_loss/deduction"), 80_000)
        self.assertEqual(self.carried(file), {("net_operating_loss", "2023"): 40_000})

    def test_old_and_new_losses(self) -> None:
        file = self.used(100_000, y2017="30000", y2023="120000")
        self.assertEqual(amount(file, "form_1040/taxable_income"), 14_000)
        self.assertEqual(self.carried(file), {("net_operating_loss", "2023"): 64_000})

    def test_it_leaves_self_employment_tax_as_it_is(self) -> None:
        with_loss = sole_proprietor("50000", carryovers=carried_in(net_operating_loss="40000"))
        for place in ("schedule_se.owner/tax", "schedule_2/self_employment_tax"):
            self.assertEqual(amount(with_loss, place), amount(sole_proprietor("50000"), place))
        # 80% of 50,000 less half of self-employment tax, 3,532, and the standard deduction of 15,750.
        self.assertEqual(amount(with_loss, "schedule_1/net_operating_loss"), -24_574)


class SelfEmployment(unittest.TestCase):
    def person(self, **answers: bool) -> dict[str, Person]:
        return {"owner": Person(first_name="Olive", birth_date=datetime.date(1980, 1, 1), answers=answers)}

    def books(self, receipts: str, costs: str) -> dict[str, Any]:
        each = entries(BUSINESS, gross_receipts=receipts, supplies=costs)
        return {"activities": {BUSINESS: business()}, "entries": numbered("entries", each)}

    def test_the_nonfarm_optional_method(self) -> None:
        """Schedule SE, part II: two thirds of gross income, at most 7,240 in 2025; not with more profit."""
        elected = self.person(optional_method=True)
        for receipts, costs, earnings in (("9000", "8500", 6000), ("30000", "29000", 7240)):
            file = client(people=elected, **self.books(receipts, costs))
            self.assertEqual(amount(file, "schedule_se.owner/net_earnings"), earnings)
        high = client(people=elected, **self.books("30000", "20000"))
        self.assertEqual(amount(high, "schedule_se.owner/net_earnings"), 9235)
        self.assertTrue(any("too high" in note for note in compute(high).sheet("schedule_se.owner").notes))

    def test_two_businesses_of_one_person_and_two_spouses(self) -> None:
        """“two businesses of one person”: netted for one, never between spouses."""
        second = "a00005"
        each = [*entries(BUSINESS, gross_receipts="50000"), *entries(second, supplies="12000")]
        for owner, net in (("owner", 38000), ("spouse", 50000)):
            other = business(owners={owner: Decimal(100)})
            file = client(2025, "joint", activities={BUSINESS: business(), second: other},
                          entries=numbered("entries", each))  # fmt: skip
            self.assertEqual(amount(file, "schedule_se.owner/combined"), net)

    def test_a_dependant(self) -> None:
        """“dependant”: earned 3,000 and 400 in 2025; with a business its profit less half of the tax."""
        for earned, deduction in (("3000", 3450), ("400", 1350), ("90000", 15750)):
            file = client(people=self.person(claimed=True), wages=wages(earned))
            self.assertEqual(amount(file, "form_1040/standard_deduction"), deduction)
        file = client(people=self.person(claimed=True), **self.books("3000", "0"))
        self.assertEqual(amount(file, "form_1040/standard_deduction"), 3000 - 212 + 450)

    def test_box_5_has_all_of_box_3(self) -> None:
        file = client(wages=wage_forms(w2("50000", medicare_wages="40000")))
        said = [finding.message for finding in compute(file).findings]
        self.assertTrue(any("box 5" in message for message in said))
