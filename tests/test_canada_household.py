"""The further income, deductions and credits of people in Canada, against the worked examples kept beside the
tests: computed from the provisions by hand, the values recalled."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.countries.ca.claims import together
from half_yard.countries.ca.pack import PACK
from half_yard.countries.ca.statement_lines import BY_KIND
from half_yard.figures import Place, recompute
from half_yard.records import (
    Carryover,
    ClientFile,
    Dependant,
    HouseholdItem,
    Person,
    ReceivedForm,
    WageStatement,
    apply,
)
from half_yard.records.activities import converted
from half_yard.records.identifiers import numbered
from half_yard.records.wearing import applied
from tests.canadian import FLAT, SHOP, business_of, canadian, rental_of
from tests.files import amount
from tests.test_next_year import after

OLD = datetime.date(1950, 3, 1)


def item(kind: str, value: str, person: str = "owner", **fields: Any) -> HouseholdItem:
    return HouseholdItem(kind=kind, person=person, amount=Decimal(value), **fields)


def earning(wages: str, year: int, *items: HouseholdItem, province: str = "ON", **parts: Any) -> ClientFile:
    """A person who is employed, without contributions, and has some items."""
    slip = WageStatement(person="owner", employer="School", wages=Decimal(wages))
    every = {"items": numbered("items", list(items)), "wages": {"w00001": slip}}
    return canadian(year, province, **{**every, **parts})


def married(file: ClientFile) -> ClientFile:
    home = file.household.model_copy(update={"filing_status": "married"})
    return file.model_copy(update={"household": home})


def children(*born: int) -> dict[str, Dependant]:
    """Children by the years in which they were born."""
    found = [Dependant(first_name="Child", birth_date=datetime.date(year, 7, 1)) for year in born]
    return numbered("dependants", found)


def credit(file: ClientFile, sheet: str = "t1.owner") -> Decimal:
    return amount(file, f"{sheet}/credits")


class Credits(unittest.TestCase):
    def more(self, year: int, wages: str, *items: HouseholdItem, sheet: str = "t1.owner") -> Decimal:
        """How much more credit the items bring."""
        return credit(earning(wages, year, *items), sheet) - credit(earning(wages, year), sheet)

    def test_gifts(self) -> None:
        """Examples 50 and 51: 500 in Ontario; 10,000 of which some is taxed by the top bracket."""
        for year in (2021, 2024):
            self.assertEqual(self.more(year, "60000", item("donation", "500")), 117)
            ontario = self.more(year, "60000", item("donation", "500"), sheet="form_428.owner")
            self.assertEqual(ontario, Decimal("43.58"))
        both = (item("donation", "4000"), item("donation", "6000"))
        self.assertEqual(amount(earning("250000", 2024, *both), "t1.owner/gifts"), Decimal("3001.92"))

    def test_gifts_within_a_part_of_income_wait_five_years(self) -> None:
        carried = numbered("carryovers", [
            Carryover(kind="gifts_unused", of="owner", year=str(year), amount=Decimal(300))
            for year in (2018, 2019, 2023)
        ])  # fmt: skip
        file = earning("1000", 2024, item("donation", "500"), carryovers=carried)
        self.assertEqual(amount(file, "t1.owner/gifts_claimed"), 750, "those of 2018 are too old")
        self.assertEqual(amount(file, "t1.owner/gifts_left.2024"), 350)
        self.assertEqual(amount(after(file), "t1.owner/gifts_claimed"), 0)
        left = {item.year: item.amount for item in after(file).carryovers.values()}
        self.assertEqual(left, {"2024": 350})

    def test_medical_costs(self) -> None:
        """Example 52: 3,000 with a net income of 40,000 and of 110,000 in 2024."""
        for wages, value in (("40000", "270.00"), ("110000", "36.15")):
            self.assertEqual(self.more(2024, wages, item("medical", "3000")), Decimal(value))

    def test_age_shrinks_with_income(self) -> None:
        """65 or over in 2024, net income 50,000: 8,790 less 15% of 5,675, ITA 118(2)."""
        people = {"owner": Person(first_name="Odile", birth_date=OLD)}
        file = earning("50000", 2024, people=people)
        self.assertEqual(amount(file, "t1.owner/age"), Decimal("7938.75"))
        self.assertEqual(amount(file, "form_428.owner/age"), Decimal("5314.20"))

    def test_pension_and_disability(self) -> None:
        ticked = item("pension", "9000", ticks={"eligible_pension": True})
        people = {"owner": Person(first_name="Odile", birth_date=OLD, answers={"disability": True})}
        file = canadian(2024, items=numbered("items", [ticked]), people=people)
        found = [amount(file, f"t1.owner/{line}") for line in ("pension", "pension_amount", "disability")]
        self.assertEqual(found, [9000, 2000, 9872])
        own = [amount(file, f"form_428.owner/{line}") for line in ("pension_amount", "disability")]
        self.assertEqual(own, [1714, 10017])
        for province, missing in (("NB", True), ("ON", False)):
            elsewhere = canadian(2024, province, items=numbered("items", [ticked]), people=people)
            marks = compute(elsewhere).line(Place("form_428.owner", "tax")).figure.gaps
            self.assertEqual(any("disability" in mark.message for mark in marks), missing)

    def test_tuition_is_used_as_far_as_there_is_tax(self) -> None:
        file = earning("17000", 2024, item("tuition", "6000"))
        net = amount(file, "t1.owner/net_income")
        used = net - Decimal(15705) - amount(file, "t1.owner/employment_amount")
        self.assertEqual(amount(file, "t1.owner/tuition"), used if used > 0 else 0)
        left = amount(file, "t1.owner/tuition_left")
        self.assertEqual(left + amount(file, "t1.owner/tuition"), 6000)
        self.assertEqual(amount(file, "t1.owner/net_federal_tax"), 0)
        self.assertEqual([each.amount for each in after(file).carryovers.values()], [left])

    def test_dividends_are_grossed_up_and_credited(self) -> None:
        """ITA 82(1), 121: 1,000 eligible and 1,000 other."""
        paid = item("dividends", "1000", boxes={"other_dividends": Decimal(1000)})
        file = earning("60000", 2024, paid)
        self.assertEqual(amount(file, "t1.owner/dividends"), 2530)
        self.assertEqual(amount(file, "t1.owner/other_dividends"), 1150)
        self.assertEqual(amount(file, "t1.owner/dividend_credit"), Decimal("311.12"))
        self.assertEqual(amount(file, "form_428.owner/dividend_credit"), Decimal("172.34"))
        unknown = earning("60000", 2024, paid, province="SK")
        marks = compute(unknown).line(Place("t1.owner", "provincial")).figure.gaps
        self.assertTrue(any("dividend" in mark.message for mark in marks))


class Deductions(unittest.TestCase):
    def test_old_age_security_is_paid_back(self) -> None:
        """Example 53: net income 95,000 in 2024."""
        people = {"owner": Person(first_name="Odile", birth_date=OLD)}
        file = earning("87000", 2024, item("oas", "8000"), people=people)
        self.assertEqual(amount(file, "t1.owner/repaid"), Decimal("600.45"))
        self.assertEqual(amount(file, "t1.owner/net_income"), Decimal("94399.55"))
        self.assertEqual(amount(file, "t1.owner/repayment"), Decimal("600.45"))

    def test_employment_insurance_is_paid_back(self) -> None:
        """30% of the smaller of the benefits and of what is above 79,000 in 2024 (Act, section 145)."""
        for benefits, ticks, back in (
            ("2000", {}, 600),
            ("9000", {}, 1500),
            ("2000", {"no_repayment": True}, 0),
        ):
            wages = str(84000 - int(benefits))
            file = earning(wages, 2024, item("ei", benefits, ticks=ticks))
            lines = {line.place.line for line in compute(file).sheet("t1.owner").lines}
            self.assertEqual(amount(file, "t1.owner/repaid") if "repaid" in lines else 0, back)

    def test_rrsp_within_the_limit_and_the_rest_waits(self) -> None:
        limited = {"rrsp_limit": Decimal(5000)}
        born = datetime.date(1980, 6, 1)
        people = {"owner": Person(first_name="Odile", birth_date=born, facts=limited)}
        carried = {"c00001": Carryover(kind="rrsp_unused", of="owner", amount=Decimal(1200))}
        file = earning("60000", 2024, item("rrsp", "4500"), people=people, carryovers=carried)
        self.assertEqual(amount(file, "t1.owner/rrsp"), 5000)
        self.assertEqual(amount(file, "t1.owner/net_income"), 55000)
        self.assertEqual([each.amount for each in after(file).carryovers.values()], [700])
        unknown = earning("60000", 2024, item("rrsp", "4500"))
        self.assertTrue(compute(unknown).line(Place("t1.owner", "owed")).figure.gaps)

    def test_child_care_by_the_lower_income(self) -> None:
        """ITA 63: two children under 7 allow 16,000; two thirds of 18,000 are 12,000."""
        people = {key: Person(first_name=key, birth_date=datetime.date(1985, 1, 1))
                  for key in ("owner", "spouse")}  # fmt: skip
        slips = [
            WageStatement(person=person, employer="School", wages=Decimal(wages))
            for person, wages in (("owner", 70000), ("spouse", 18000))
        ]
        care = item("child_care", "13000")
        file = canadian(2024, people=people, wages=numbered("wages", slips), items={"i00001": care},
                        dependants=children(2019, 2020))  # fmt: skip
        file = married(file)
        self.assertEqual(amount(file, "t1.spouse/child_care"), 12000)
        self.assertEqual(amount(file, "t1.spouse/net_income"), 6000)
        self.assertEqual(amount(file, "t1.owner/net_income"), 70000)
        for born, allowed in ((2018, 8000), (2017, 5000), (2008, 5000), (2007, 0)):
            file = earning("60000", 2024, item("child_care", "9000"), dependants=children(born))
            self.assertEqual(amount(file, "t1.owner/child_care"), allowed, born)

    def test_losses_of_earlier_years_as_far_as_there_is_income(self) -> None:
        carried = {"c00001": Carryover(kind="non_capital_loss", of="owner", amount=Decimal(9000))}
        file = earning("6000", 2024, carryovers=carried)
        self.assertEqual(amount(file, "t1.owner/taxable_income"), 0)
        self.assertEqual([each.amount for each in after(file).carryovers.values()], [3000])

    def test_benefits_that_are_taken_off_again(self) -> None:
        file = earning("6000", 2024, item("social_assistance", "5000"), item("workers_compensation", "100"))
        self.assertEqual(amount(file, "t1.owner/net_income"), 11100)
        self.assertEqual(amount(file, "t1.owner/taxable_income"), 6000)


class Gains(unittest.TestCase):
    def sold(self, price: str, cost: str, **choices: str) -> HouseholdItem:
        boxes = {"cost": Decimal(cost), "outlays": Decimal(100)}
        return item("capital_sale", price, boxes=boxes, choices=choices)

    def test_half_of_what_is_gained_and_losses_wait(self) -> None:
        """ITA 38, 111(1)(b): a gain of 2,900, a loss of 900 of another, net losses of earlier years."""
        carried = {"c00001": Carryover(kind="net_capital_loss", of="owner", amount=Decimal(1300))}
        items = (self.sold("9000", "6000"), self.sold("1000", "1800"))
        file = earning("50000", 2024, *items, carryovers=carried)
        self.assertEqual(amount(file, "t1.owner/gains"), 1000)
        self.assertEqual(amount(file, "t1.owner/taxable_income"), 50000)
        self.assertEqual([each.amount for each in after(file).carryovers.values()], [300])
        losing = earning("50000", 2024, self.sold("1000", "1800"))
        self.assertEqual(amount(losing, "t1.owner/gains"), 0)
        self.assertEqual([each.amount for each in after(losing).carryovers.values()], [450])

    def test_a_designated_home_is_exempt(self) -> None:
        home = earning("50000", 2024, self.sold("900000", "300000", sold="home"))
        self.assertEqual(amount(home, "t1.owner/gains"), 0)


class Alone(unittest.TestCase):
    def test_the_amount_for_an_eligible_dependant(self) -> None:
        """ITA 118(1)(b): 15,705 less 705 in 2024; of Ontario 10,528 and a tenth of it free."""
        file = earning("50000", 2024)
        file = file.model_copy(update={"dependants": children(2015)})
        answers, home = file.household.answers, file.household
        self.assertTrue(compute(file).line(Place("t1.owner", "owed")).figure.gaps)
        facts = {"dependant_income": Decimal(705)}
        claims = {"answers": {**answers, "eligible_dependant": True}, "facts": facts}
        file = file.model_copy(update={"household": home.model_copy(update=claims)})
        self.assertEqual(amount(file, "t1.owner/dependant"), 15000)
        self.assertEqual(amount(file, "form_428.owner/dependant"), 10528)
        self.assertFalse(compute(file).line(Place("t1.owner", "owed")).figure.gaps)

    def test_fees_of_a_profession_and_the_threshold_of_small_suppliers(self) -> None:
        for profit, warned in (("30000", False), ("30001", True)):
            file = business_of(profit, 2024, shop={"choices": {"income_of": "professional"}})
            self.assertEqual(amount(file, "t1.owner/professional"), Decimal(profit))
            self.assertEqual(amount(file, "t1.owner/business"), 0)
            self.assertEqual(amount(file, "t1.owner/self_employment"), Decimal(profit))
            words = " ".join(each.message for each in compute(file).findings)
            self.assertEqual("register for GST/HST" in words, warned)


class Transfers(unittest.TestCase):
    def test_what_the_other_does_not_need(self) -> None:
        """ITA 118.8: in 2024 of 8,790 with an income of 18,000, of which 15,705 is the basic amount."""
        people = {
            "owner": Person(first_name="Odile", birth_date=datetime.date(1960, 6, 1)),
            "spouse": Person(first_name="Basil", birth_date=OLD),
        }
        slip = WageStatement(person="owner", employer="School", wages=Decimal(60000))
        pension = item("oas", "18000", "spouse")
        file = canadian(2024, people=people, wages={"w00001": slip}, items={"i00001": pension})
        file = married(file)
        self.assertEqual(amount(file, "t1.spouse/age"), 8790)
        self.assertEqual(amount(file, "t1.owner/transferred"), 8790 - (18000 - 15705))
        self.assertEqual(amount(file, "t1.spouse/net_federal_tax"), 0)
        # Ontario: 6,054 less what 18,000 is above 12,399.
        self.assertEqual(amount(file, "form_428.owner/transferred"), 6054 - (18000 - 12399))
        alone = file.household.model_copy(update={"filing_status": "single"})
        file = file.model_copy(update={"household": alone})
        self.assertNotIn("transferred", [each.place.line for each in compute(file).sheet("t1.owner").lines])

    def test_a_pension_is_split_with_its_tax_and_no_more_than_half(self) -> None:
        """ITA 60.03: of 20,000 with tax of 3,000 half may be split."""
        pension = item("pension", "20000", withheld=Decimal(3000), ticks={"eligible_pension": True})
        people = {
            "owner": Person(first_name="Odile", birth_date=OLD, facts={"pension_split": Decimal(12000)}),
            "spouse": Person(first_name="Basil", birth_date=OLD),
        }
        file = canadian(2024, people=people, items={"i00001": pension})
        file = married(file)
        self.assertEqual(amount(file, "t1.owner/net_income"), 10000)
        self.assertEqual(amount(file, "t1.spouse/net_income"), 10000)
        for person in people:
            self.assertEqual(amount(file, f"t1.{person}/deducted"), 1500)
            self.assertEqual(amount(file, f"t1.{person}/pension_amount"), 2000)
        every = {each.key: each for each in PACK.ready(compute(file))}
        less = applied(file, every["split.owner"].make("4000"))
        self.assertEqual(amount(less, "t1.spouse/split_pension"), 4000)


class Forms(unittest.TestCase):
    def test_a_slip_is_part_of_the_books_and_its_tax_counts(self) -> None:
        """T4A box 048 for money that the books have adds nothing; what it says beyond them does."""
        for on_form, sales, said in (("9000", 9000, ""), ("9500", 9500, "500.00 more than the books")):
            file = business_of("9000", 2024)
            entry = file.entries["e00001"].model_copy(update={"payee": "Harbour Editions"})
            form = ReceivedForm(
                activity=SHOP, kind="T4A fees", payer="Harbour Editions", amount=Decimal(on_form),
                withheld=Decimal(120),
            )  # fmt: skip
            file = file.model_copy(update={"entries": {"e00001": entry}, "forms": {"f00001": form}})
            self.assertEqual(amount(file, f"t2125.{SHOP}/sales"), sales)
            self.assertEqual(amount(file, "t1.owner/deducted"), 120)
            words = " ".join(each.message for each in compute(file).findings)
            self.assertIn(said, words)


class Kinds(unittest.TestCase):
    def test_services_make_a_rental_a_business_and_its_lines_go_along(self) -> None:
        file = rental_of("9000", 2024, flat={"answers": {"services": True}})
        words = " ".join(each.message for each in compute(file).findings)
        self.assertIn("A business (T2125)", words)
        advice = PACK.asked.kind_advice(file.activities[FLAT])
        assert advice is not None
        known = {line.key for line in BY_KIND[advice.kind]}
        made, _ = apply(file, converted(file, FLAT, advice.kind, advice.lines, known))
        self.assertEqual(amount(made, f"t2125.{FLAT}/sales"), 9000)
        self.assertNotIn("A business (T2125)", " ".join(each.message for each in compute(made).findings))


class Claims(unittest.TestCase):
    def test_either_of_a_couple_may_claim_and_both_ways_stand_beside_each_other(self) -> None:
        """Example 63: each gives 150; one claims 300."""
        people = {key: Person(first_name=key, birth_date=datetime.date(1985, 1, 1))
                  for key in ("owner", "spouse")}  # fmt: skip
        slips = [WageStatement(person=key, employer="School", wages=Decimal(60000)) for key in people]
        gifts = [item("donation", "150", key) for key in people]
        file = canadian(2024, people=people, wages=numbered("wages", slips), items=numbered("items", gifts))
        file = married(file)
        apart = [amount(file, f"t1.{key}/gifts") for key in people]
        self.assertEqual(apart, [Decimal("22.50")] * 2)
        every = {each.key: each for each in PACK.ready(compute(file))}
        self.assertNotIn("claims.medical.owner", every)
        together = applied(file, every["claims.donation.owner"].make(""))
        self.assertEqual(amount(together, "t1.owner/gifts"), 59)
        self.assertNotIn("gifts", [line.place.line for line in compute(together).sheet("t1.spouse").lines])

    def test_claims_where_they_cost_least_with_why(self) -> None:
        """The medical costs go to the lower income, whose floor is lower; the gifts together to either."""
        people = {key: Person(first_name=key, birth_date=datetime.date(1950, 1, 1))
                  for key in ("owner", "spouse")}  # fmt: skip
        slips = [WageStatement(person=key, employer="School", wages=Decimal(wages))
                 for key, wages in (("owner", 80000), ("spouse", 30000))]  # fmt: skip
        items = [item("donation", "150", key) for key in people]
        items += [item("medical", "3000"), item("pension", "24000", ticks={"eligible_pension": True})]
        file = married(canadian(2024, people=people, wages=numbered("wages", slips),
                                items=numbered("items", items)))  # fmt: skip
        ready = next(each for each in PACK.ready(compute(file)) if each.key == "claims.least")
        made = ready.make("")
        after = applied(file, made)
        self.assertLess(together(compute(after)), together(compute(file)))
        self.assertEqual([each.person for each in after.items.values() if each.kind == "medical"], ["spouse"])
        self.assertEqual(after.people["owner"].facts["pension_split"], 12000)
        self.assertIn("Medical costs: claimed by spouse", made.note)
        again = next(each for each in PACK.ready(compute(after)) if each.key == "claims.least").make("")
        self.assertEqual(again.edits, ())
        self.assertIn("least as it is", again.note)


class All(unittest.TestCase):
    def test_every_line_recomputes_and_tax_deducted_counts(self) -> None:
        kinds = (
            "oas", "cpp_benefit", "pension", "ei", "rrsp_income", "dividends", "other_income", "rrsp", "fhsa",
            "dues", "moving", "carrying", "home_buyers", "student_loan", "tuition", "medical", "donation",
        )  # fmt: skip
        items = [item(kind, f"{1000 + number}.37", withheld=Decimal(10) if number < 7 else None)
                 for number, kind in enumerate(kinds)]  # fmt: skip
        file = business_of("41200.55", 2024, "BC", items=numbered("items", items))
        computation = compute(file)
        for sheet in computation.sheets:
            for each in sheet.lines:
                self.assertEqual(recompute(each.figure), each.figure.amount, str(each.place))
        self.assertEqual(amount(file, "t1.owner/deducted"), 70)
        self.assertFalse([path for path in computation.stops if path.startswith("/items/")])

    def test_an_item_that_cannot_count_says_why(self) -> None:
        wrong = [HouseholdItem(kind="oas", person="owner"), item("fhsa", "100"), item("oas", "1", "nobody")]
        stops = compute(earning("100", 2022, *wrong)).stops
        self.assertEqual(len([path for path in stops if path.startswith("/items/")]), 3, stops)
