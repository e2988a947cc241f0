"""Whole returns: what is computed, what is split, and what is never silently wrong."""

import datetime
import unittest
from decimal import Decimal

from half_yard.countries import compute
from half_yard.figures import Place, steps
from half_yard.records import ClientFile, Entry, EstimatedPayment, Person, WageStatement
from half_yard.records.identifiers import numbered
from half_yard.review import Level
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
    line,
    rental,
    sole_proprietor,
    wages,
)

HALVES = {"owner": Decimal(50), "spouse": Decimal(50)}


def landlord(rents: str, costs: str, status: str = "single", year: int = 2025, **parts: object) -> ClientFile:
    fields = {"activities": {RENTAL: rental()}, **parts}
    records = numbered("entries", entries(RENTAL, rents=rents, repairs=costs))
    return client(year, status, entries=records, **fields)


def medicare(amount: str) -> dict[str, WageStatement]:
    """Wages with the Medicare tax that their employer withheld."""
    more = max(Decimal(amount) - 200000, Decimal(0)) * Decimal("0.009")
    withheld = Decimal(amount) * Decimal("0.0145") + more
    return {
        key: item.model_copy(update={"boxes": {"medicare_tax": withheld}})
        for key, item in wages(amount).items()
    }


class ScheduleC(unittest.TestCase):
    def test_from_receipts_to_net_profit(self) -> None:
        file = client(
            activities={BUSINESS: business()},
            entries=numbered(
                "entries",
                entries(
                    BUSINESS, gross_receipts="90000", returns="1000", other_income="250", purchases="20000",
                    inventory_opening="3000", inventory_closing="5000", supplies="1200.40", wages="9999.60",
                ),
            ),
            assets=numbered("assets", [asset("seven_year", "2025-02-01", "10000")]),
        )  # fmt: skip
        sheet = compute(file).sheet(f"schedule_c.{BUSINESS}.owner")
        expected = {
            "net_receipts": 89000, "cost_of_goods_sold": 18000, "cost_of_goods": 18000, "gross_profit": 71000,
            "gross_income": 71250, "depreciation": 1429, "total_expenses": 12629, "net_profit": 58621,
        }  # fmt: skip
        self.assertEqual({key: sheet[key].amount for key in expected}, expected)

    def test_meals_are_typed_in_full_and_halved_once(self) -> None:
        """26 U.S.C. 274(n); restaurant meals in full in 2021 and 2022 (P.L. 116-260 sec. 210)."""
        for year, deductible in ((2022, 50 + 80), (2023, 50 + 40), (2025, 50 + 40)):
            file = client(
                year,
                activities={BUSINESS: business()},
                entries=numbered("entries", entries(BUSINESS, meals="100", restaurant_meals="80")),
            )
            with self.subTest(year=year):
                self.assertEqual(amount(file, f"schedule_c.{BUSINESS}.owner/deductible_meals"), deductible)

    def test_a_shared_business_is_typed_once_and_split_over_all_lines(self) -> None:
        shares = {"owner": Decimal("66.6667"), "spouse": Decimal("33.3333")}
        file = sole_proprietor("1000.01", status="joint").model_copy(
            update={"activities": {BUSINESS: business(owners=shares)}}
        )
        computation = compute(file)
        parts = [
            line(computation, f"schedule_c.{BUSINESS}.{person}/gross_receipts").parts[0]
            for person in ("owner", "spouse")
        ]
        self.assertEqual(sum(part.amount for part in parts), Decimal("1000.01"))
        self.assertEqual([part.amount for part in parts], [Decimal("666.67"), Decimal("333.34")])
        choices = line(computation, f"schedule_c.{BUSINESS}.owner/net_profit").choices
        self.assertIn("66.6667%", choices[0].text)


class OwnersReturn(unittest.TestCase):
    def test_a_small_joint_return_line_by_line(self) -> None:
        """Worked out by hand from the year's values (26 U.S.C. 1, 63, 199A, 1401; Rev. Proc. 2024-40 as
        amended by P.L. 119-21)."""
        file = sole_proprietor(
            "40000", status="joint", wages=wages("30000", "spouse", "2500"), interest=interest("500.49"),
            estimated_payments={
                "p00001": EstimatedPayment(date=datetime.date(2026, 1, 15), amount=Decimal(3000))
            },
        )  # fmt: skip
        form = compute(file).sheet("form_1040")
        # 40,000 x 92.35% = 36,940; x 12.4% = 4,581; x 2.9% = 1,071; together 5,652, half of it 2,826.
        expected = {
            "total_income": 70500, "adjustments": 2826, "adjusted_gross_income": 67674,
            "standard_deduction": 31500,
            # 20% of (40,000 - 2,826) is 7,435; 20% of (67,674 - 31,500) is 7,235, the smaller.
            "business_income_deduction": 7235, "taxable_income": 28939,
            # middle of the row 28,900 to 28,950: 2,385 + 12% of (28,925 - 23,850) = 2,994
            "tax": 2994, "other_taxes": 5652, "total_tax": 8646, "payments": 5500,
            "overpaid": 0, "owed": 3146,
        }  # fmt: skip
        self.assertEqual({key: form[key].amount for key in expected}, expected)

    def test_standard_deduction_for_age_and_blindness(self) -> None:
        """26 U.S.C. 63(f); a person born on January 1 counts as 65 the day before (IRS Pub. 501)."""
        for born, blind, deduction in (
            ((1961, 1, 1), False, 15750 + 2000),
            ((1961, 1, 2), False, 15750),
            ((1950, 7, 1), True, 15750 + 2 * 2000),
        ):
            person = Person(first_name="Olive", birth_date=datetime.date(*born), blind=blind)
            with self.subTest(born=born):
                file = client(people={"owner": person}, wages=wages("50000"))
                self.assertEqual(amount(file, "form_1040/standard_deduction"), deduction)

    def test_a_separate_return_takes_only_the_owners_share(self) -> None:
        file = landlord(
            "10001", "0", "separate", activities={RENTAL: rental(owners=HALVES)},
            people={"owner": Person(first_name="Olive"), "spouse": Person(first_name="Basil")},
        )  # fmt: skip
        self.assertEqual(amount(file, f"schedule_e.{RENTAL}/rents"), 5001)

    def test_a_business_loss_carried_in_reduces_qualified_income(self) -> None:
        file = sole_proprietor("20000", carryovers=carried_in(qualified_business_loss="50000"))
        self.assertEqual(amount(file, "form_8995/deduction"), 0)
        self.assertLess(amount(file, "form_8995/carried_out"), -30000)


class Choices(unittest.TestCase):
    """Every figure names the choices that shaped it."""

    def chosen(self, file: ClientFile, place: str) -> str:
        told = steps(line(compute(file), place))
        return " | ".join(choice.text for step in told for choice in step.figure.choices)

    def test_filing_status_rentals_and_conventions(self) -> None:
        file = landlord("20000", "0", assets={"s00001": asset("five_year", "2025-11-01", "900", RENTAL)})
        for place in ("form_1040/standard_deduction", "tax/tax"):
            self.assertIn("Filing status: single", self.chosen(file, place))
        self.assertIn("Mid-quarter convention", self.chosen(file, f"depreciation.{RENTAL}/s00001"))
        with_trade = file.model_copy(
            update={"activities": {RENTAL: rental(answers={"trade_or_business": True})}}
        )
        self.assertIn("Cottage is treated as a trade", self.chosen(with_trade, "form_8995/business_income"))
        loss = landlord("1000", "9000", wages=wages("50000"))
        self.assertIn("rental with active participation", self.chosen(loss, f"form_8582/{RENTAL}.b"))


class NeverSilentlyWrong(unittest.TestCase):
    """Each case that is not computed marks the lines it reaches and makes the result incomplete."""

    def assert_gap(self, file: ClientFile, words: str) -> None:
        computation = compute(file)
        self.assertIn(words, gaps(file))
        self.assertFalse(computation.complete)
        self.assertIn(words, " ".join(str(finding) for finding in computation.findings))

    def test_plain_cases_are_complete(self) -> None:
        for file in (sole_proprietor("40000"), landlord("12000", "3000"), client(wages=wages("60000"))):
            self.assertEqual(gaps(file), "")
            self.assertTrue(compute(file).complete)

    def test_what_only_a_large_income_needs_is_there_for_it_alone(self) -> None:
        """Forms 8995-A, 8959 and 8960 stand where income is above their thresholds; nothing is missing."""
        plain = client(wages=wages("199000"), interest=interest("10"))
        said = business(answers={"specified_service": False})
        for made, form in (
            (sole_proprietor("260000"), "form_8995_a"), (sole_proprietor("217000"), "form_8959"),
            (landlord("290000", "0"), "form_8960"),
            (client(wages=medicare("201000"), interest=interest("10")), "form_8960"),
        ):  # fmt: skip
            has = [BUSINESS] if BUSINESS in made.activities else []
            file = made.model_copy(update={"activities": {**made.activities, **dict.fromkeys(has, said)}})
            with self.subTest(form=form):
                self.assertIn(form, [sheet.key for sheet in compute(file).sheets])
                self.assertNotIn(form, [sheet.key for sheet in compute(plain).sheets])
                self.assertEqual(gaps(file), "")

    def test_what_is_not_said_of_a_large_income_is_a_gap(self) -> None:
        self.assert_gap(sole_proprietor("260000"), "specified service")
        self.assert_gap(client(wages=wages("201000")), "box 6")
        suspended = rental(answers={"suspended_losses": True})
        self.assert_gap(landlord("9000", "1000", activities={RENTAL: suspended}), "none is entered")

    def test_losses_are_computed(self) -> None:
        """Passive, at risk, above the limit of business losses, below zero: nothing stops."""
        passive = {RENTAL: rental(answers={"active_participation": False})}
        risk = {BUSINESS: business(answers={"at_risk": False})}
        no_part = {BUSINESS: business(answers={"material_participation": False})}
        loss = sole_proprietor("-9000", wages=wages("50000"))
        for file in (
            landlord("1000", "9000", wages=wages("100001")),
            landlord("1000", "27000", wages=wages("50000")),
            landlord("1000", "9000", activities=passive),
            loss.model_copy(update={"activities": risk}),
            loss.model_copy(update={"activities": no_part}),
            sole_proprietor("-9000"),
            sole_proprietor("-320000", wages=medicare("400000")),
        ):
            self.assertEqual(gaps(file), "")
        small = landlord("1000", "26000", wages=wages("100000"))
        self.assertEqual(amount(small, "form_1040/total_income"), 75000)

    def test_people_and_status(self) -> None:
        old = {"owner": Person(first_name="Olive", birth_date=datetime.date(1950, 1, 5))}
        for year in (2024, 2025):
            self.assertEqual(gaps(sole_proprietor("30000", year, people=old)), "")
        self.assert_gap(sole_proprietor("30000", status="head_of_household"), "qualifying person")
        self.assert_gap(sole_proprietor("30000", status="separate"), "Filing separately")
        self.assert_gap(sole_proprietor("30000", status="wrong"), "No filing status")

    def test_property_and_use(self) -> None:
        new = asset("seven_year", "2007-03-01", "900", answers={})
        self.assert_gap(sole_proprietor("30000", assets={"s00001": new}), "special depreciation allowance")
        car = asset("passenger_auto", "2026-03-01", "9000")
        self.assert_gap(sole_proprietor("30000", 2026, assets={"s00001": car}), "limits of automobiles")
        old = asset("seven_year", "1984-03-01", "900")
        self.assert_gap(sole_proprietor("30000", assets={"s00001": old}), "in service this early")
        cabin = rental(days_personal=20)
        self.assert_gap(landlord("9000", "100", activities={RENTAL: cabin}), "280A")

    def test_shares_that_are_not_the_whole(self) -> None:
        part = business(owners={"owner": Decimal(60)})
        file = sole_proprietor("30000").model_copy(update={"activities": {BUSINESS: part}})
        self.assert_gap(file, "not 100%")
        errors = [finding for finding in compute(file).findings if finding.level is Level.ERROR]
        self.assertEqual(errors[0].path, f"/activities/{BUSINESS}/owners")


class ShortRentals(unittest.TestCase):
    """26 U.S.C. 280A(g)."""

    def let(self, rented: int, personal: int) -> ClientFile:
        cabin = rental(days_rented=rented, days_personal=personal)
        building = asset("residential_building", "2020-05-01", "90000", RENTAL)
        return landlord("2100", "350", activities={RENTAL: cabin}, assets={"s00001": building})

    def test_a_home_let_for_fourteen_days_is_left_out_and_says_so(self) -> None:
        computation = compute(self.let(14, 40))
        self.assertEqual(line(computation, "form_1040/total_income").amount, 0)
        self.assertFalse([sheet.key for sheet in computation.sheets if RENTAL in sheet.key])
        self.assertEqual(set(computation.stops), {"/entries/e00001", "/entries/e00002", "/assets/s00001"})
        self.assertTrue(computation.complete)
        said = " ".join(str(finding) for finding in computation.findings)
        self.assertIn("note: Cottage: A home rented for fewer than 15 days", said)

    def test_what_is_left_out_now_was_bought_with_the_rest_then(self) -> None:
        """The stove tipped its year to mid-quarter; a year in which the cabin is left out leaves that so."""
        stove, press = (asset("seven_year", day, "3000", of)
                        for day, of in (("2023-11-03", RENTAL), ("2023-02-01", BUSINESS)))  # fmt: skip
        taken = set()
        for rented in (14, 15):
            cabin = rental(days_rented=rented, days_personal=40)
            both = {RENTAL: cabin, BUSINESS: business()}
            file = landlord("2100", "350", activities=both, assets={"s00001": stove, "s00002": press})
            taken.add(compute(file).stories["s00002"].this_year.amount)
        # Rev. Proc. 87-57, table 2: 15.31% in year 3 of 7-year property of a first quarter.
        self.assertEqual(taken, {Decimal("459.30")})

    def test_fifteen_days_or_little_use_of_ones_own_is_another_case(self) -> None:
        for rented, personal in ((15, 40), (14, 14)):
            self.assertIn("280A", gaps(self.let(rented, personal)))
            self.assertGreater(amount(self.let(rented, personal), f"schedule_e.{RENTAL}/rents"), 0)
        self.assertNotIn("280A", gaps(self.let(14, 0)))


class Stops(unittest.TestCase):
    def stop(self, file: ClientFile, path: str) -> str:
        computation = compute(file)
        self.assertEqual(computation.threads.landing_of(path), ())
        self.assertIn(path, [finding.path for finding in computation.findings])
        return computation.stops[path]

    def test_entries(self) -> None:
        def one(**fields: object) -> ClientFile:
            record = {"activity": BUSINESS, "line": "supplies", "amount": Decimal(10), **fields}
            return sole_proprietor("0").model_copy(
                update={"entries": {"e00001": Entry.model_validate(record)}}
            )

        path = "/entries/e00001"
        self.assertIn("outside tax year", self.stop(one(date=datetime.date(2024, 12, 31)), path))
        self.assertIn("No line", self.stop(one(line=""), path))
        self.assertIn("no line of this kind", self.stop(one(line="rents"), path))
        self.assertIn("no activity", self.stop(one(activity="a00009"), path))
        spouses = one().model_copy(
            update={"activities": {BUSINESS: business(owners={"spouse": Decimal(100)})}}
        )
        self.assertIn("nobody on this return", self.stop(spouses, path))

    def test_assets(self) -> None:
        path = "/assets/s00001"
        for words, record in (
            ("after tax year", asset("seven_year", "2026-01-01", "10")),
            ("below zero", asset("seven_year", "2025-01-01", "-10")),
            ("no date", asset("seven_year", "2025-01-01", "10").model_copy(update={"in_service": None})),
            (
                "No class",
                asset("seven_year", "2025-01-01", "10").model_copy(update={"asset_class": "spaceship"}),
            ),
        ):
            with self.subTest(words=words):
                self.assertIn(words, self.stop(sole_proprietor("9", assets={"s00001": record}), path))

    def test_household(self) -> None:
        self.assertIn("not on this return", self.stop(client(wages=wages("5", "spouse")), "/wages/w00001"))
        late = EstimatedPayment(date=datetime.date(2026, 3, 1), amount=Decimal(5))
        file = client(estimated_payments={"p00001": late})
        self.assertIn("outside January 2025", self.stop(file, "/estimated_payments/p00001"))


class Checks(unittest.TestCase):
    def said(self, file: ClientFile) -> str:
        return "\n".join(str(finding) for finding in compute(file).findings)

    def test_identity_numbers(self) -> None:
        for number, words in (
            ("12-34", "has 4 digits"), ("123-45-678x", "not digits"), ("666-12-3456", "never issued"),
        ):  # fmt: skip
            person = Person(first_name="Olive", identity_number=number)
            self.assertIn(words, self.said(client(people={"owner": person})))
        file = sole_proprietor("1").model_copy(
            update={"activities": {BUSINESS: business(employer_number="07-1234567")}}
        )
        self.assertIn("never issued", self.said(file))

    def test_prior_depreciation(self) -> None:
        def prior(taken: str) -> str:
            record = asset("seven_year", "2023-02-01", "10000", prior_depreciation=Decimal(taken))
            return self.said(sole_proprietor("1", assets={"s00001": record}))

        self.assertNotIn("earlier depreciation", prior("3878"))
        self.assertIn("by the table it is 3,878.00", prior("1429"))
        self.assertIn("more than its basis", prior("10001"))

    def test_depreciation_stops_at_the_basis(self) -> None:
        record = asset("seven_year", "2023-02-01", "10000", prior_depreciation=Decimal(9900))
        file = sole_proprietor("1", assets={"s00001": record})
        self.assertEqual(compute(file).stories["s00001"].this_year.amount, 100)

    def test_a_large_balance_due(self) -> None:
        self.assertIn("underpaid estimated tax", self.said(sole_proprietor("60000")))

    def test_marks_stay_off_lines_that_do_not_need_them(self) -> None:
        file = client(wages=wages("201000"), interest=interest("10"))
        self.assertTrue(compute(file).line(Place("form_1040", "withheld")).figure.gaps)
        self.assertEqual(compute(file).line(Place("form_1040", "wages")).figure.gaps, ())
