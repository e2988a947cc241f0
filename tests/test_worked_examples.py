"""Published worked examples. Their figures are recalled from memory of the publication named."""

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.countries.us.forms import form_1040, form_8995, tax_computation
from half_yard.countries.us.qualified import trades
from half_yard.figures import Lines, Page, stated
from half_yard.figures.rounding import to_dollars
from half_yard.records import CapitalSale, ClientFile, DividendStatement, Household, Person
from half_yard.records.identifiers import numbered
from tests.files import (
    BUSINESS,
    RENTAL,
    Given,
    amount,
    asset,
    business,
    carried_in,
    client,
    entries,
    gaps,
    interest,
    rental,
    sole_proprietor,
    wages,
)


def with_assets(*assets: object, year: int = 2025) -> ClientFile:
    activities = {BUSINESS: business(), RENTAL: rental()}
    return client(year, activities=activities, assets=numbered("assets", list(assets)))


class Depreciation(unittest.TestCase):
    def test_pub_946_seven_year_furniture(self) -> None:
        """IRS Pub. 946, MACRS worksheet example: cost 10,000, half-year convention."""
        story = compute(with_assets(asset("seven_year", "2025-03-01", "10000"))).stories["s00001"]
        yearly = [to_dollars(figure.amount) for figure in story.yearly]
        self.assertEqual(yearly, [1429, 2449, 1749, 1249, 893, 892, 893, 446])

    def test_pub_946_mid_quarter_example(self) -> None:
        """IRS Pub. 946: January safe 4,000, September furniture 1,000, October computer 5,000."""
        file = with_assets(
            asset("seven_year", "2025-01-10", "4000"),
            asset("seven_year", "2025-09-10", "1000"),
            asset("five_year", "2025-10-10", "5000"),
        )
        stories = compute(file).stories
        first = [to_dollars(story.yearly[0].amount) for story in stories.values()]
        self.assertEqual(first, [1000, 107, 250])
        self.assertEqual(amount(file, "mid_quarter/over"), 1000)

    def test_pub_946_residential_first_year_rate(self) -> None:
        """IRS Pub. 946, table A-6: in service in February, 3.182%."""
        file = with_assets(asset("residential_building", "2025-02-15", "100000", RENTAL))
        self.assertEqual(compute(file).stories["s00001"].this_year.amount, Decimal("3182.00"))

    def test_pub_587_share_of_a_house(self) -> None:
        """IRS Pub. 587, depreciation example: basis 9,200, 39 years, May, 1.605%: 147.66."""
        file = with_assets(asset("nonresidential_building", "2025-05-20", "9200"))
        self.assertEqual(compute(file).stories["s00001"].this_year.amount, Decimal("147.66"))


def tax_on(income: str, year: int, status: str) -> Decimal:
    """The tax on a taxable income in dollars."""
    page = Page("income", "Income")
    page.line("taxable_income", "15", "Taxable income", stated(Decimal(income), "taxable income"))
    given = {form_1040.taxable_income: Lines(tuple(page.lines), ())}
    ask: Any = Given(client(year, status), given)
    return tax_computation.tax(ask)["tax"].amount


class OwnersReturn(unittest.TestCase):
    def test_tax_table_example(self) -> None:
        """Form 1040 instructions, tax table example: joint, taxable income 25,300."""
        for year, tax in ((2022, 2628), (2023, 2599), (2024, 2575)):
            with self.subTest(year=year):
                self.assertEqual(tax_on("25300", year, "joint"), tax)

    def test_first_rows_of_the_tax_table(self) -> None:
        """Form 1040 instructions, first page of the tax table (from memory): rows of 5, 10, 25 and 50."""
        for income, tax in ((4, 0), (5, 1), (24, 2), (25, 4), (50, 6), (2975, 299), (3000, 303), (3050, 308)):
            with self.subTest(income=income):
                self.assertEqual(tax_on(str(income), 2025, "single"), tax)

    def test_rate_schedule_above_the_table(self) -> None:
        """26 U.S.C. 1(j) with Rev. Proc. 2023-34: single, 2024, 150,000: 17,168.50 + 24% above 100,525."""
        exact = Decimal("17168.50") + (150000 - 100525) * Decimal("0.24")
        self.assertEqual(tax_on("150000", 2024, "single"), to_dollars(exact))

    def test_qualified_business_income_limited_by_taxable_income(self) -> None:
        """Treas. Reg. 1.199A-1(d)(4), example 1: QBI 100,000, taxable income before it 81,000: 16,200.

        Example 2: the same with net capital gain of 7,000, taxable income of 74,000: 13,400.
        """
        for income, gain, deduction in (("81000", "0", 16200), ("74000", "7000", 13400)):
            trade = trades.QualifiedBusiness("a", "Trade", stated(Decimal(100000), "income"))
            ask: Any = Given(
                client(),
                {
                    trades.qualified_businesses: (trade,),
                    form_1040.before_business_deduction: stated(Decimal(income), "taxable income"),
                    form_1040.net_capital_gain: stated(Decimal(gain), "gain"),
                },
            )
            self.assertEqual(form_8995.simplified(ask)["deduction"].amount, deduction)

    def test_self_employment_tax_on_100_000(self) -> None:
        """Common practice, no source: 14,130, or 14,129 where each part is a whole dollar on its own line,
        as Schedule SE prints them; half is 7,065 either way."""
        file = sole_proprietor("100000")
        self.assertEqual(amount(file, "schedule_se.owner/social_security"), 11451)
        self.assertEqual(amount(file, "schedule_se.owner/medicare"), 2678)
        self.assertEqual(amount(file, "schedule_se.owner/tax"), 14129)
        self.assertEqual(amount(file, "schedule_se.owner/deductible_part"), 7065)

    def test_wages_fill_the_social_security_base_first(self) -> None:
        """26 U.S.C. 1402(b)(1): the base less wages is all that the 12.4% reaches."""
        file = sole_proprietor("50000", wages=wages("170000"))
        self.assertEqual(amount(file, "schedule_se.owner/room"), 176100 - 170000)
        self.assertEqual(amount(file, "schedule_se.owner/social_security"), 756)

    def test_four_hundred_dollar_floor(self) -> None:
        """26 U.S.C. 1402(b)(2): below 400 of net earnings there is no tax."""
        self.assertEqual(amount(sole_proprietor("433"), "schedule_se.owner/tax"), 0)
        self.assertEqual(amount(sole_proprietor("434"), "schedule_se.owner/tax"), 62)


class PassiveLosses(unittest.TestCase):
    def test_pub_925_phase_out(self) -> None:
        """IRS Pub. 925: modified AGI 120,000, active rental loss 31,000: 15,000 is allowed."""
        file = client(
            activities={RENTAL: rental()}, wages=wages("120000"),
            assets=numbered("assets", [asset("five_year", "2024-01-05", "96875", RENTAL)]),
        )  # fmt: skip
        self.assertEqual(amount(file, f"schedule_e.{RENTAL}/income_or_loss"), -31000)
        self.assertEqual(amount(file, f"schedule_e.{RENTAL}/allowed_loss"), -15000)
        self.assertEqual(gaps(file), "")


class WholeReturns(unittest.TestCase):
    """us_return_examples.md, “Whole returns”: computed by hand with an open statute model within 4 dollars.
    Those with credits wait for them. The program rounds the parts of Schedule SE each to a dollar."""

    def check(self, file: ClientFile, **expected: int) -> None:
        form = compute(file).sheet("form_1040")
        for line, amount_of_line in expected.items():
            self.assertLessEqual(abs(form[line].amount - amount_of_line), 2, line)

    def test_2025_single_schedule_c_100_000(self) -> None:
        self.check(sole_proprietor("100000"), adjusted_gross_income=92935, business_income_deduction=15437,
                   taxable_income=61748, tax=8494, total_tax=22624)  # fmt: skip

    def test_2025_single_schedule_c_120_000_wages_230_000(self) -> None:
        said = {BUSINESS: business(answers={"specified_service": False})}
        paid = wages("230000")["w00001"].model_copy(update={"boxes": {"medicare_tax": Decimal(3605)}})
        file = sole_proprietor("120000", wages={"w00001": paid}).model_copy(update={"activities": said})
        self.check(file, adjusted_gross_income=348393, taxable_income=332643, tax=85972, total_tax=90453)

    def test_2025_single_schedule_c_230_000(self) -> None:
        said = {BUSINESS: business(answers={"specified_service": False})}
        file = sole_proprietor("230000").model_copy(update={"activities": said})
        self.check(file, adjusted_gross_income=216002, business_income_deduction=40050, taxable_income=160202,
                   tax=31295, total_tax=59403)  # fmt: skip

    def test_2026_single(self) -> None:
        large = sole_proprietor("80000", 2026)
        self.check(large, adjusted_gross_income=74348, taxable_income=46598, tax=5341,
                   business_income_deduction=11650, total_tax=16645)  # fmt: skip
        small = sole_proprietor("3000", 2026, wages=wages("30000"))
        self.check(small, adjusted_gross_income=32788, business_income_deduction=558, taxable_income=16130,
                   tax=1687, total_tax=2111)  # fmt: skip

    def invested(
        self, year: int, wage: str, rent: str, gain: str, qualified: str, **parts: Any
    ) -> ClientFile:
        fund = DividendStatement(person="owner", ordinary=Decimal(qualified), qualified=Decimal(qualified))
        sold = CapitalSale(person="owner", held="long", proceeds=Decimal(gain), basis=Decimal(0))
        return client(
            year, "joint", wages=wages(wage), activities={RENTAL: rental()}, dividends={"d00001": fund},
            entries=numbered("entries", entries(RENTAL, rents=rent)), sales={"g00001": sold}, **parts,
        )  # fmt: skip

    def test_2025_and_2024_joint_with_rent_and_gains(self) -> None:
        file = self.invested(2025, "80000", "20000", "30000", "5000")
        self.check(file, adjusted_gross_income=135000, taxable_income=103500, tax=8766, total_tax=8766)
        large = self.invested(2024, "180000", "25000", "90000", "4000", interest=interest("3000"))
        self.check(large, adjusted_gross_income=302000, taxable_income=272800, tax=43542, total_tax=45518)


class OlderThan65(unittest.TestCase):
    """us_return_examples.md, “seniors”, and the row of the minimum tax about them."""

    def people(self, *who: str) -> dict[str, Person]:
        born = datetime.date(1955, 3, 3)
        return {key: Person(first_name=key, birth_date=born) for key in who}

    def test_seniors(self) -> None:
        file = client(2025, "joint", people=self.people("owner", "spouse"), wages=wages("180000"))
        self.assertEqual(amount(file, "schedule_1_a/deduction"), 8400)
        self.assertEqual(amount(file, "form_1040/taxable_income"), 180000 - 31500 - 2 * 1600 - 8400)
        self.assertEqual(gaps(file), "")
        gone = client(2025, "joint", people=self.people("owner", "spouse"), wages=wages("250000"))
        self.assertEqual(amount(gone, "schedule_1_a/deduction"), 0)

    def test_only_from_2025_and_not_on_separate_returns(self) -> None:
        for year, status in ((2024, "single"), (2025, "separate")):
            file = client(year, status, people=self.people("owner"), wages=wages("60000"))
            self.assertFalse(compute(file).has_sheet("schedule_1_a"))

    def test_standard_deduction_and_senior_deduction_in_the_minimum_tax(self) -> None:
        """Taxable income of 50,000 after 17,750 and 6,000; a credit makes the form part of the return."""
        file = client(
            people=self.people("owner"), wages=wages("73750"), carryovers=carried_in(minimum_tax_credit="1")
        )
        form = compute(file).sheet("form_6251")
        lines = ("taxable", "standard", "income")
        self.assertEqual([form[line].amount for line in lines], [56000, 17750, 73750])

    def test_a_spouse_who_itemizes(self) -> None:
        """26 U.S.C. 63(c)(6)(A): asked of separate filers, and a gap until it is answered."""
        for answers, deduction, said in (({}, 15750, False), ({"spouse_itemizes": True}, 0, True),
                                         ({"spouse_itemizes": False}, 15750, True)):  # fmt: skip
            home = Household(filing_status="separate", answers=answers)
            file = client(2025, "separate", wages=wages("60000")).model_copy(update={"household": home})
            self.assertEqual(amount(file, "form_1040/standard_deduction"), deduction)
            self.assertEqual(gaps(file) == "", said)
