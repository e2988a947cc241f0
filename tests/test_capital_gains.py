"""Capital gains and their tax: the examples of the reference file by name, and what is typed."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.countries.us.forms import form_1040, form_6251, gains_tax, schedule_d, tax_computation
from half_yard.figures import Lines, Page, Sheet, stated
from half_yard.records import CapitalSale, ClientFile, DividendStatement
from half_yard.records.identifiers import numbered
from half_yard.review import Level
from tests.files import RENTAL, Given, amount, asset, carried_in, client, gaps, interest, rental, wages


def sale(gain: str, held: str = "long", **fields: Any) -> CapitalSale:
    """A sale with this gain, of something that cost 100,000."""
    proceeds = Decimal(100_000) + Decimal(gain)
    usual = {"person": "owner", "name": "Fund", "proceeds": proceeds, "basis": Decimal(100_000), "held": held}
    return CapitalSale(**{**usual, **fields})


def sales(*each: CapitalSale) -> dict[str, CapitalSale]:
    return numbered("sales", list(each))


def dividends(qualified: str, **boxes: str) -> dict[str, DividendStatement]:
    amounts = {box: Decimal(text) for box, text in boxes.items()}
    record = DividendStatement(
        person="owner", payer="Fund", ordinary=Decimal(qualified), qualified=Decimal(qualified), boxes=amounts
    )
    return {"d00001": record}


def given(
    year: int, status: str, taxable: str, *, net: str, dividends: str = "0", of_1250: str = "0",
    collectibles: str = "0", standard: str = "0",
) -> Any:  # fmt: skip
    """Stands for the return with these lines: taxable income, net long gain, what of it has rates of its
    own."""

    def lines(**amounts: str) -> Lines:
        page = Page("given", "Given")
        for key, text in amounts.items():
            page.line(key, "", key, stated(Decimal(text), key))
        return Lines(tuple(page.lines), ())

    return Given(
        client(year, status),
        {
            form_1040.taxable_income: lines(taxable_income=taxable),
            form_1040.income: lines(qualified_dividends=dividends),
            form_1040.income_left: stated(Decimal(taxable), "taxable income"),
            form_1040.standard: lines(standard_deduction=standard),
            schedule_d.net_long_gain: stated(Decimal(net), "net gain"),
            schedule_d.unrecaptured_of: stated(Decimal(of_1250), "unrecaptured"),
            schedule_d.collectibles_of: stated(Decimal(collectibles), "collectibles"),
        },
    )


def by_number(filled: Lines, *numbers: str) -> list[int]:
    found = {line.number: int(line.figure.amount) for line in filled.lines}
    return [found[number] for number in numbers]


class ReferenceExamples(unittest.TestCase):
    """Rows of us_return_examples.md, “Capital gains and sale of a rental”, computed by hand from the law."""

    def test_middle_income(self) -> None:
        made = gains_tax.long_way(given(2025, "single", "150000", net="60000", of_1250="20000"))
        self.assertEqual(
            by_number(made, *"10 13 14 18 20 21 30 31 39 44 47".split()),
            [60000, 40000, 110000, 90000, 110000, 110000, 40000, 6000, 0, 19247, 25247],
        )

    def test_25_percent_in_use(self) -> None:
        ask = given(2025, "single", "300000", net="90000", dividends="2000", of_1250="50000")
        made = gains_tax.long_way(ask)
        self.assertEqual(
            by_number(made, *"10 13 14 18 20 21 30 31 38 39 40 44 45 46 47".split()),
            [92000, 42000, 258000, 208000, 197300, 208000, 42000, 6300, 0, 50000, 12500,
             43623, 62423, 74547, 62423],
        )  # fmt: skip

    def test_20_percent_in_use(self) -> None:
        ask = given(2025, "joint", "700000", net="200000", of_1250="80000")
        self.assertEqual(
            by_number(
                gains_tax.long_way(ask), "18", "21", "29", "30", "31", "33", "34", "39", "40", "44", "47"
            ),
            [500000, 500000, 100050, 100050, 15008, 19950, 3990, 80000, 20000, 114126, 153124],
        )

    def test_qualified_dividends_and_capital_gain_worksheet(self) -> None:
        ask = given(2025, "single", "60000", net="18500", dividends="1500")
        self.assertEqual(
            by_number(gains_tax.short_way(ask), "5", "9", "17", "18", "22", "25"),
            [40000, 8350, 11650, 1748, 4565, 6313],
        )

    def test_minimum_tax_after_a_large_gain(self) -> None:
        """“Minimum tax”: state taxes of 40,000 stand here as a standard deduction of as much."""
        ask = given(2025, "joint", "1600000", net="1500000", of_1250="200000", standard="40000")
        self.assertEqual(int(gains_tax.regular_tax(ask).amount), 302_692)
        self.assertEqual(
            by_number(form_6251.tax(ask), "5", "6", "17", "18", "30", "33", "36", "37", "38", "39", "9"),
            [40175, 1599825, 99825, 25955, 300050, 999950, 200000, 50000, 320953, 443169, 320953],
        )
        self.assertEqual(by_number(form_6251.due(ask), "11"), [18261])

    def test_no_minimum_tax_at_usual_incomes(self) -> None:
        ask = given(2025, "single", "310000", net="0", standard="40000")
        self.assertEqual(by_number(form_6251.tax(ask), "6", "9"), [261900, 68550])
        self.assertEqual(by_number(form_6251.due(ask), "10", "11"), [78047, 0])

    def test_exemption_phase_out(self) -> None:
        for year, income, exemption in ((2025, "700000", 69688), (2026, "600000", 40100)):
            with self.subTest(year=year):
                self.assertEqual(
                    by_number(form_6251.tax(given(year, "single", income, net="0")), "5"), [exemption]
                )

    def test_a_loss_of_28_percent_gain_is_taxed_as_the_law_has_it(self) -> None:
        """26 U.S.C. 1(h)(4), by hand: of 100,000 in 2025 30,000 are collectibles; the rest reaches 22%, less
        than 28%, so all is taxed at the ordinary rates. Of 400,000 they are taxed at 28%."""
        ask = given(2025, "single", "100000", net="30000", collectibles="30000")
        self.assertEqual(gains_tax.regular_tax(ask).amount, tax_computation.tax(ask)["tax"].amount)
        high = given(2025, "single", "400000", net="30000", collectibles="30000")
        taxed = gains_tax.long_way(high)
        self.assertEqual(by_number(taxed, "42", "43"), [30000, 8400])

    def test_loss_limit_and_carryover(self) -> None:
        file = client(wages=wages("90000"), sales=sales(sale("-9000", "short"), sale("2000")))
        self.assertEqual(amount(file, "form_1040/capital_gain"), -3000)
        self.assertEqual(self.carried(file), {"short_capital_loss": 4000})

    def test_carryover_with_negative_taxable_income(self) -> None:
        file = client(wages=wages("17550"), sales=sales(sale("-5000", "short")))
        self.assertEqual(amount(file, "schedule_d/w1"), -1200)
        self.assertEqual(self.carried(file), {"short_capital_loss": 3200})

    def carried(self, file: ClientFile) -> dict[str, int]:
        on = next_year(compute(file), pack_for("us"))
        return {item.kind: int(item.amount) for item in on.carryovers.values()}

    def test_sale_of_a_rental_house_after_earlier_losses(self) -> None:
        """“earlier section 1231 losses”: 25,000 of 150,000 are ordinary, out of the unrecaptured part first;
        Notice 97-59."""
        house = {
            "s00001": asset("residential_building", "2010-01-05", "0", RENTAL).model_copy(update={
                "cost": Decimal(240_000), "prior_depreciation": Decimal(70_000),
                "disposed": datetime.date(2025, 1, 2), "disposal": "sale", "proceeds": Decimal(400_000),
                "selling_costs": Decimal(20_000),
            }),
        }  # fmt: skip
        file = client(
            activities={RENTAL: rental()}, assets=house, carryovers=carried_in(section_1231_loss="25000")
        )
        sheet = compute(file).sheet("unrecaptured_1250")
        self.assertEqual(sheet["looked_back"].amount, 25000)
        self.assertEqual(sheet["unrecaptured"].amount, sheet["within_1231"].amount - 25000)


class Typed(unittest.TestCase):
    def form(self, file: ClientFile, key: str = "schedule_d") -> Sheet:
        return compute(file).sheet(key)

    def test_the_days_say_how_long(self) -> None:
        """26 U.S.C. 1222: more than a year, counted from the day after."""
        for bought, sold, line in (
            ("2024-06-03", "2025-06-03", "short"),
            ("2024-06-03", "2025-06-04", "long"),
        ):
            days = {
                "acquired": datetime.date.fromisoformat(bought),
                "sold": datetime.date.fromisoformat(sold),
            }
            file = client(sales=sales(sale("500", "", **days)))
            self.assertEqual(amount(file, f"schedule_d/net_{line}"), 500)

    def test_a_wash_sale_and_market_discount(self) -> None:
        """26 U.S.C. 1091, 1276: a loss disallowed is added back; discount is interest, up to the gain."""
        washed = sale("-900", boxes={"wash_sale": Decimal(250)})
        self.assertEqual(amount(client(sales=sales(washed)), "schedule_d/net_long"), -650)
        bond = sale("300", boxes={"market_discount": Decimal(400)})
        file = client(sales=sales(bond))
        self.assertEqual(amount(file, "schedule_d/net_long"), 0)
        self.assertEqual(amount(file, "form_1040/taxable_interest"), 300)

    def test_boxes_of_the_form(self) -> None:
        """From memory of Form 8949 of 2024 and 2025."""
        coin = sale("10", "short", kind="digital")
        for year, box in ((2024, "C"), (2025, "I")):
            sheet = self.form(client(year, sales=sales(coin)), "form_8949")
            self.assertIn(f"gain.{box}", [line.place.line for line in sheet.lines])
        known = sale("10", reported="basis")
        self.assertEqual(self.form(client(sales=sales(known)))["box_D"].amount, 10)

    def test_collectibles_and_distributions(self) -> None:
        file = client(
            wages=wages("300000"), sales=sales(sale("5000", kind="collectible"), sale("-1000", "short")),
            dividends=dividends("100", capital_gain="900", unrecaptured="300", collectibles="200"),
        )  # fmt: skip
        sheet = self.form(file)
        self.assertEqual(sheet["rate_28"].amount, 5000 + 200 - 1000)
        self.assertEqual(sheet["unrecaptured"].amount, 300)

    def test_distributions_alone_need_no_schedule(self) -> None:
        file = client(dividends=dividends("100", capital_gain="900"))
        self.assertFalse(compute(file).has_sheet("schedule_d"))
        self.assertEqual(amount(file, "form_1040/capital_gain"), 900)

    def test_bad_sales_are_said_at_their_place(self) -> None:
        backwards = sale("1", "", acquired=datetime.date(2025, 5, 1), sold=datetime.date(2025, 4, 1))
        other_year = sale("1", "", acquired=datetime.date(2020, 5, 1), sold=datetime.date(2024, 4, 1))
        for record, words in (
            (backwards, "before it was acquired"), (other_year, "not sold in 2025"),
            (sale("1", ""), "more than a year"), (sale("1", person="spouse"), "not on this return"),
            (sale("1", "ages"), "none of the answers"), (sale("1", reported="twice"), "none of the answers"),
        ):  # fmt: skip
            with self.subTest(words=words):
                computation = compute(client(sales=sales(record)))
                self.assertIn(words, computation.stops["/sales/g00001"])
                errors = [each.path for each in computation.findings if each.level is Level.ERROR]
                self.assertIn("/sales/g00001", errors)
        self.assertIn("no basis", gaps(client(sales=sales(sale("1", basis=None)))))

    def test_carried_losses_come_in_and_tax_withheld_counts(self) -> None:
        file = client(
            interest=interest("40000"), sales=sales(sale("4000", boxes={"withheld": Decimal(77)})),
            carryovers=carried_in(long_capital_loss="1500", short_capital_loss="-500"),
        )  # fmt: skip
        self.assertEqual(amount(file, "schedule_d/net"), 2000)
        self.assertEqual(amount(file, "form_1040/withheld_elsewhere"), 77)
