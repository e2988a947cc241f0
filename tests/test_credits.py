"""Credits, payments, the penalty and the estimates of the owner's return against worked examples; each case
names its source, as in test_household.py."""

from __future__ import annotations

import csv
import datetime
import unittest
from decimal import Decimal
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.countries.telling import thread_rows
from half_yard.countries.us.due_dates import due_dates
from half_yard.records import (
    ClientFile,
    Entry,
    EstimatedPayment,
    Household,
    HouseholdItem,
    Person,
    WageStatement,
)
from half_yard.records.identifiers import numbered
from tests.files import (
    BUSINESS,
    amount,
    child,
    children,
    client,
    item,
    items,
    sole_proprietor,
    wages,
    whole_dollars,
)

HOUSEHOLD = Path(__file__).parent / "reference" / "us_household_2021_2026.csv"
TWO = children("2015-03-01", "2018-07-01")


class Credits(unittest.TestCase):
    def care(self, year: int, status: str, income: str, paid: str, **parts: object) -> int:
        two = children(f"{year - 8}-03-01", f"{year - 5}-07-01")
        spouse = {"w00002": WageStatement(person="spouse", wages=Decimal(20000))} if status == "joint" else {}
        rest = Decimal(income) - (20000 if spouse else 0)
        file = client(year, status, wages={**wages(str(rest)), **spouse}, dependants=two,
                      items=items(item("care", paid, "m00001")), **parts)  # fmt: skip
        return whole_dollars(file, "form_2441/made")[0]

    def test_of_nobody_there_is_no_care(self) -> None:
        file = client(2024, "single", items=items(item("care", "900", "m00001")),
                      dependants=children("2019-03-01")).model_copy(update={"people": {}})  # fmt: skip
        self.assertFalse(compute(file).complete)

    def test_care(self) -> None:
        """26 U.S.C. 21, by hand; 2021 by 21(g), 2026 by P.L. 119-21."""
        self.assertEqual(self.care(2024, "single", "60000", "7000"), 1200)
        self.assertEqual(self.care(2021, "joint", "150000", "18000"), 5920)
        self.assertEqual(self.care(2026, "joint", "120000", "8000"), 2100)
        self.assertEqual(self.care(2026, "single", "100000", "8000"), 1320)

    def test_care_needs_earnings_of_both(self) -> None:
        """26 U.S.C. 21(d), by hand: a profit of 2,400 less half of the tax on it; a student's months count
        250 each."""
        one = {"m00001": child("2018-03-01")}
        both = items(item("care", "4000", "m00001"))
        file = sole_proprietor(
            "2400", 2025, "joint", dependants=one, items=both, wages=wages("60000", "spouse")
        )
        self.assertEqual(whole_dollars(file, "form_2441/counts"), [2230])
        none = client(2025, "joint", dependants=one, items=both, wages=wages("60000"))
        self.assertEqual(whole_dollars(none, "form_2441/counts"), [0])
        people = {
            **none.people,
            "spouse": none.people["spouse"].model_copy(update={"facts": {"care_months": 9}}),
        }
        student = none.model_copy(update={"people": people})
        self.assertEqual(whole_dollars(student, "form_2441/counts"), [2250])

    def test_benefits_of_an_employer(self) -> None:
        """26 U.S.C. 129(a)(2), by hand: 6,000 given, 5,000 untaxed."""
        statement = WageStatement(person="owner", wages=Decimal(50000), boxes={"care": Decimal(6000)})
        file = client(2025, "head_of_household", wages={"w00001": statement}, dependants=TWO,
                      items=items(item("care", "9000", "m00001")))  # fmt: skip
        self.assertEqual(whole_dollars(file, "form_1040/care_benefits", "form_2441/within"), [1000, 1000])

    def test_american_opportunity(self) -> None:
        """26 U.S.C. 25A(d), (i), by hand: 2,500 x 0.6, of which two fifths are paid out."""
        study = item("tuition", "4000", ticks={"first_four": True})
        file = client(2024, wages=wages("84000"), items=items(study))
        self.assertEqual(whole_dollars(file, "form_8863/refundable", "form_8863/rest"), [600, 900])

    def test_lifetime_learning(self) -> None:
        """26 U.S.C. 25A(c), by hand."""
        file = client(2024, "joint", wages=wages("171000"), items=items(item("tuition", "12000")))
        self.assertEqual(whole_dollars(file, "form_8863/lifetime"), [900])

    def test_savers(self) -> None:
        """26 U.S.C. 25B, by hand."""
        saved = items(item("roth_contribution", "3000"), item("roth_contribution", "1000", "spouse"))
        file = client(2025, "joint", wages=wages("50500"), items=saved)
        self.assertEqual(whole_dollars(file, "form_8880/made"), [600])

    def test_elderly(self) -> None:
        """26 U.S.C. 22, by hand: 5,000 less 3,000 of benefits and half of 3,000 of income above 7,500."""
        people = {"owner": Person(first_name="Ida", birth_date=datetime.date(1950, 1, 1))}
        file = client(2025, people=people, wages=wages("10500"), items=items(item("social_security", "3000")))
        self.assertEqual(whole_dollars(file, "schedule_r/made"), [75])

    def test_a_typed_credit_that_finds_no_tax_keeps_its_line(self) -> None:
        file = client(2025, items=items(item("adoption", "5000")))
        places = ("schedule_3/adoption", "schedule_3/credits", "form_1040/other_credits")
        self.assertEqual(whole_dollars(file, *places), [0, 0, 0])
        self.assertTrue(compute(file).threads.landing_of("/items/j00001"))


class PremiumCredit(unittest.TestCase):
    """26 U.S.C. 36B, Rev. Proc. 2014-41, by hand."""

    def plan(self, premium: str, silver: str, advance: str = "0", **ticks: bool) -> dict[str, HouseholdItem]:
        boxes = {"year_premium": premium, "year_silver": silver, "year_advance": advance}
        return items(item("marketplace", None, "", boxes=boxes, ticks=ticks))

    def test_reconciled(self) -> None:
        file = client(2025, wages=wages("40000"), items=self.plan("5400", "6000", "5000"))
        places = (
            "form_8962/percent",
            "form_8962/contribution",
            "form_8962/total",
            "schedule_2/premium_repaid",
        )
        self.assertEqual(whole_dollars(file, *places), [265, 1840, 4160, 840])
        self.assertEqual(whole_dollars(file, "schedule_a/medical"), [1240], "what no credit pays")
        self.assertEqual(amount(file, "form_8962/figure"), Decimal("0.0460"))

    def test_limit_of_what_is_repaid(self) -> None:
        for year, income, expected in ((2025, "40000", 975), (2026, "41000", 0)):
            file = client(year, wages=wages(income), items=self.plan("5400", "6000", "5500"))
            found = compute(file).sheet("form_8962")
            self.assertEqual(int(found["cap"].amount) if found.has("cap") else 0, expected)

    def test_above_the_scale(self) -> None:
        file = client(2025, wages=wages("90000"), items=self.plan("9000", "8400"))
        self.assertEqual(whole_dollars(file, "form_8962/contribution", "form_8962/total"), [7650, 750])
        file = client(2026, wages=wages("90000"), items=self.plan("9000", "8400", "700"))
        self.assertEqual(whole_dollars(file, "form_8962/total", "schedule_2/premium_repaid"), [0, 700])

    def test_inside_the_scale_of_2026(self) -> None:
        file = client(2026, wages=wages("45000"), items=self.plan("7000", "7200"))
        self.assertEqual(whole_dollars(file, "form_8962/contribution", "form_8962/total"), [4302, 2898])

    def test_family_of_2024(self) -> None:
        file = client(2024, "joint", wages=wages("70000"), dependants=TWO, items=self.plan("14000", "13000"))
        self.assertEqual(whole_dollars(file, "form_8962/guideline", "form_8962/total"), [30000, 10676])

    def test_months_add_up_to_the_year(self) -> None:
        months = {f"{column}_{month:02d}": text for month in range(1, 13)
                  for column, text in (("premium", "450"), ("silver", "500"))}  # fmt: skip
        file = client(2025, wages=wages("40000"), items=items(item("marketplace", None, "", boxes=months)))
        self.assertLessEqual(abs(whole_dollars(file, "form_8962/total")[0] - 4160), 12)

    def test_a_plan_by_the_month_and_one_for_the_year(self) -> None:
        half = {f"{column}_{month:02d}": text for month in range(1, 7)
                for column, text in (("premium", "200"), ("silver", "200"))}  # fmt: skip
        whole = {"year_premium": "2400", "year_silver": "3000"}
        plans = items(item("marketplace", None, "", boxes=half), item("marketplace", None, "", boxes=whole))
        file = client(2025, wages=wages("40000"), items=plans)
        each = compute(file).sheet("form_8962")
        self.assertEqual([each["credit.01"].amount, each["credit.12"].amount], [297, 97])

    def test_solved_together_with_the_deduction(self) -> None:
        """The steps of Rev. Proc. 2014-41: 7,800; 1,040; 2,139; 1,953; 1,982; 1,980."""
        file = sole_proprietor("50000", items=self.plan("7800", "8400", own_business=True))
        sheet = compute(file).sheet("form_7206.owner")
        steps = [int(line.figure.amount) for line in sheet.lines if line.place.line.startswith("step.")]
        expected = [7800, 1040, 2139, 1953, 1982, 1980, 1980]
        self.assertLessEqual(max(abs(a - b) for a, b in zip(steps, expected, strict=True)), 1, steps)
        self.assertEqual(whole_dollars(file, "schedule_1/health_insurance", "form_8962/total"), [1980, 5820])


class SolvedTogether(unittest.TestCase):
    @settings(max_examples=60, deadline=None)
    @given(
        st.integers(2021, 2026), st.integers(1_000, 160_000), st.integers(0, 30_000), st.integers(0, 30_000),
        st.integers(0, 12_000), st.sampled_from(["single", "joint"]),
    )  # fmt: skip
    def test_the_deduction_and_the_credit_never_pay_more_than_the_premiums(
        self, year: int, profit: int, premium: int, silver: int, advance: int, status: str
    ) -> None:
        boxes = {"year_premium": str(premium), "year_silver": str(silver), "year_advance": str(advance)}
        plan = items(item("marketplace", None, "", boxes=boxes, ticks={"own_business": True}))
        sheets = compute(sole_proprietor(str(profit), year, status, items=plan))
        form, credit = sheets.sheet("form_7206.owner"), sheets.sheet("form_8962")
        steps = [line.figure.amount for line in form.lines if line.place.line.startswith("step.")]
        self.assertLess(len(steps), 60, "it stops")
        stays = credit["total"].amount
        if credit.has("repaid"):
            stays = credit["advances"].amount - credit["repaid"].amount
        deducted = form["deduction"].amount
        self.assertLessEqual(deducted, form["limit"].amount)
        self.assertLessEqual(deducted + min(stays, Decimal(premium)), premium + 1)
        if steps[-1] == steps[-2] and deducted < form["limit"].amount:
            self.assertLessEqual(abs(deducted - max(premium - stays, Decimal(0))), 1, "a fixed point")


class Payments(unittest.TestCase):
    def test_every_line_can_be_followed_without_credits(self) -> None:
        """Form 2210, line 4: a credit that is nothing and has no sheet is not among what is taken off, though
        something about the income is not computed."""
        traded = items(item("k1", "-100", ticks={"publicly_traded": True}))
        computation = compute(client(2025, wages=wages("90000"), items=traded))
        self.assertFalse(computation.has_sheet("earned_income"))
        for line in computation.sheet("form_2210").lines:
            self.assertTrue(list(thread_rows(computation, line.place)))

    def owing(self, year: int, last: str, *paid: tuple[str, str]) -> ClientFile:
        """A household that had to pay a quarter of last year's tax four times."""
        made = [
            EstimatedPayment(date=datetime.date.fromisoformat(day), amount=Decimal(text))
            for day, text in paid
        ]
        household = Household(filing_status="single", facts={"last_year_tax": Decimal(last)})
        payments = numbered("estimated_payments", made)
        file = client(year, wages=wages("150000"), estimated_payments=payments)
        return file.model_copy(update={"household": household})

    def penalty(self, year: int, *paid: tuple[str, str]) -> Decimal:
        file = self.owing(year, "12000", *paid)
        sheet = compute(file).sheet("form_2210")
        self.assertEqual(sheet["instalment"].amount, 3000)
        return sum(
            (line.figure.amount for line in sheet.lines if line.place.line.startswith("late.")), Decimal(0)
        )

    def test_one_rate(self) -> None:
        """26 U.S.C. 6654, by hand: 88.03 and 52.93."""
        self.assertEqual(
            self.penalty(2025, ("2025-09-15", "9000"), ("2026-01-15", "3000")), Decimal("140.96")
        )

    def test_four_rates(self) -> None:
        """26 U.S.C. 6621, by hand: nothing paid until April 15."""
        self.assertEqual(self.penalty(2022), Decimal("480.82"))

    def test_leap_year(self) -> None:
        self.assertEqual(self.penalty(2024), Decimal("604.15"))

    def test_the_oldest_first(self) -> None:
        """By hand: 3,000, 1,000, 3,000, 3,000 paid on time: 2,000 late by 92, 122 and 90 days at 7%."""
        paid = (
            ("2025-04-15", "3000"),
            ("2025-06-16", "1000"),
            ("2025-09-15", "3000"),
            ("2026-01-15", "3000"),
        )
        expected = [Decimal(2000) * days * 7 / 36500 for days in (92, 122, 90)]
        found = self.penalty(2025, *paid)
        self.assertLess(abs(found - sum(expected)), Decimal("0.03"))

    def test_none(self) -> None:
        """26 U.S.C. 6654(e): below 1,000, or no tax last year."""
        file = client(2025, wages=wages("60000", withheld="4200"))
        self.assertFalse(compute(file).sheet("form_1040").has("penalty"))
        file = self.owing(2025, "0")
        self.assertFalse(compute(file).sheet("form_1040").has("penalty"))

    def test_without_last_years_tax_it_is_said_and_not_on_the_return(self) -> None:
        computation = compute(client(2025, wages=wages("150000")))
        self.assertFalse(computation.sheet("form_1040").has("penalty"))
        said = [each.message for each in computation.findings if "underpaid" in each.message]
        self.assertIn(f"up to {computation.sheet('form_2210')['at_most'].amount:,.2f} may be due", said[0])

    def test_estimate_of_next_year(self) -> None:
        """Form 1040-ES, by hand: single, a profit of 80,000 expected for 2026, tax of 2025 14,000 or less
        than 90% of it."""
        people = {"owner": Person(first_name="A", birth_date=datetime.date(1980, 1, 1),
                                  facts={"expected_profit": Decimal(80000)})}  # fmt: skip
        file = sole_proprietor("68000", people=people)
        lines = ("owner.tax", "income", "business", "taxable", "tax", "whole", "by_next")
        found = whole_dollars(file, *(f"estimated_tax/{line}" for line in lines))
        for made, expected in zip(found, (11304, 74348, 11650, 46599, 5344, 16647, 14983), strict=True):
            self.assertLessEqual(abs(made - expected), 2, (made, expected))
        days = [line.title for line in compute(file).sheet("estimated_tax").lines if line.number == "15"]
        self.assertEqual(days, ["Due 04/15/2026", "Due 06/15/2026", "Due 09/15/2026", "Due 01/15/2027"])

    def test_days_are_moved(self) -> None:
        """26 U.S.C. 7503: against the days that the reference has, from memory."""
        with HOUSEHOLD.open(newline="", encoding="utf-8") as stream:
            rows = [
                row for row in csv.DictReader(stream) if row["parameter"].startswith("estimated_tax_due_date")
            ]
        self.assertEqual(len(rows), 24)
        for row in rows:
            number, year = int(row["parameter"][-1]), int(row["year"])
            self.assertEqual(due_dates(year)[number - 1].isoformat(), row["value"], row)

    def test_annualized_income_asks_for_less_while_the_profit_is_late(self) -> None:
        """26 U.S.C. 6654(d)(2), by hand: all of the profit in December asks for nothing before; one that
        comes evenly asks for no more than the regular method."""
        late = [Entry(activity=BUSINESS, line="gross_receipts", amount=Decimal(90000),
                      date=datetime.date(2025, 12, 5))]  # fmt: skip
        even = [Entry(activity=BUSINESS, line="gross_receipts", amount=Decimal(7500),
                      date=datetime.date(2025, month, 15)) for month in range(1, 13)]  # fmt: skip
        household = Household(filing_status="single", answers={"annualized": True},
                              facts={"last_year_tax": Decimal(40000)})  # fmt: skip
        for made, expected in ((late, [0, 0, 0]), (even, None)):
            file = sole_proprietor("1").model_copy(
                update={"entries": numbered("entries", made), "household": household}
            )
            sheet = compute(file).sheet("form_2210")
            each = [int(sheet[f"instalment.{number}"].amount) for number in (1, 2, 3, 4)]
            regular = int(sheet["instalment"].amount)
            if expected is not None:
                self.assertEqual(each[:3], expected)
                self.assertAlmostEqual(sum(each), 4 * regular, delta=5)
            else:
                self.assertLess(max(abs(one - regular) for one in each), 0.02 * regular)

    def test_high_income_pays_more_ahead(self) -> None:
        """26 U.S.C. 6654(d)(1)(C), by hand: 110% of 40,000."""
        facts = {"last_year_tax": Decimal(40000), "last_year_income": Decimal(210000)}
        file = client(2025, wages=wages("280000")).model_copy(
            update={"household": Household(filing_status="single", facts=facts)}
        )
        self.assertEqual(whole_dollars(file, "form_2210/required"), [44000])


if __name__ == "__main__":
    unittest.main()
