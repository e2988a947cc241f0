"""Rarer credits, foreign tax and minimum tax of people in Canada: each expected amount is worked out by hand
from the provisions; the values of the law are recalled."""

from __future__ import annotations

import unittest
from decimal import Decimal
from typing import Any

from half_yard.countries import compute
from half_yard.figures import Place
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile, HouseholdItem, Person, WageStatement
from half_yard.records.identifiers import numbered
from tests.canadian import business_of, canadian
from tests.files import amount
from tests.test_canada_household import OLD, children, credit, earning, item, married
from tests.test_next_year import after


def lower(kind: str, value: str, *, year: int = 2024, wages: str = "90000", **fields: Any) -> Decimal:
    """By how much an item lowers the federal tax."""
    with_it = earning(wages, year, item(kind, value, **fields))
    place = "t1.owner/net_federal_tax"
    return amount(earning(wages, year), place) - amount(with_it, place)


def sheets(file: ClientFile) -> set[str]:
    return {sheet.key for sheet in compute(file, Memory()).sheets}


class Further(unittest.TestCase):
    def test_caring_for_a_relative_and_for_a_child(self) -> None:
        """8,375 less 334 of income above 19,666; 2,616 for a child: at 15%."""
        self.assertEqual(lower("caregiver", "20000"), Decimal("1206.15"))
        self.assertEqual(lower("caregiver", "0", choices={"for_whom": "child"}), Decimal("392.40"))

    def test_an_infirm_spouse_adds_to_the_amount_and_has_at_least_that_of_an_adult(self) -> None:
        file = married(earning("90000", 2024))
        spouse = Person(first_name="Ines", last_name="Reed", birth_date=OLD.replace(year=1982),
                        answers={"infirm": True})  # fmt: skip
        alone = file.model_copy(update={"people": {**file.people, "spouse": spouse}})
        self.assertEqual(amount(alone, "t1.owner/spouse"), 15705 + 2616)
        earns = earning("90000", 2024, item("other_income", "12000", "spouse"), people=alone.people)
        self.assertEqual(amount(married(earns), "t1.owner/spouse"), 6321)
        self.assertEqual(amount(married(earns), "t1.owner/caregiver_spouse"), 2054)

    def test_contributions_to_parties_by_their_three_parts(self) -> None:
        for given, expected in (("400", 300), ("500", 350), ("1275", 650), ("5000", 650)):
            self.assertEqual(lower("political", given), expected, given)

    def test_limits_of_the_year(self) -> None:
        for kind, spent, year, expected in (
            ("accessibility", "30000", 2021, 1500), ("accessibility", "30000", 2022, 3000),
            ("news", "600", 2024, 75), ("adoption", "20000", 2024, Decimal("2859.90")),
            ("tuition_of_child", "6000", 2024, 750), ("disability_transferred", "2000", 2024, 300),
        ):  # fmt: skip
            self.assertEqual(lower(kind, spent, year=year), expected, kind)

    def test_there_is_no_news_credit_any_more_in_2025(self) -> None:
        made = compute(earning("90000", 2025, item("news", "600")), Memory())
        self.assertTrue(any("up to 2024" in reason for reason in made.stops.values()))

    def test_medical_costs_of_others_by_their_own_income(self) -> None:
        """3,000 less 3% of 40,000."""
        self.assertEqual(lower("medical_others", "3000", boxes={"net_income": Decimal(40000)}), 270)

    def test_tuition_goes_to_a_parent_as_far_as_it_is_not_needed(self) -> None:
        for wages, given, left in (("0", 5000, 2000), ("20138", 2000, 2000)):
            fees = item("tuition", "7000", boxes={"given_away": Decimal(5000)})
            file = earning(wages, 2024, fees)
            self.assertEqual(amount(file, "t1.owner/tuition_given"), given)
            self.assertEqual(amount(file, "t1.owner/tuition_left"), left)

    def test_what_is_paid_out(self) -> None:
        for wages, items, line, expected in (
            ("20000", [item("medical", "3000")], "medical_supplement", 600),
            ("36419", [item("medical", "3000")], "medical_supplement", Decimal("276.86")),
            ("40000", [item("training", "500"), item("tuition", "800")], "training", 400),
            ("40000", [item("multigenerational", "60000")], "multigenerational", 7500),
            ("40000", [item("school_supplies", "1200")], "school_supplies", 250),
        ):  # fmt: skip
            self.assertEqual(amount(earning(wages, 2024, *items), f"t1.owner/{line}"), expected)
        with self.assertRaises(KeyError):  # who earns less than 4,275 has none
            amount(earning("4000", 2024, item("medical", "3000")), "t1.owner/medical_supplement")

    def test_half_of_a_business_investment_loss(self) -> None:
        file = earning("90000", 2024, item("business_investment_loss", "10000"), item("northern", "1000"))
        self.assertEqual(amount(file, "t1.owner/net_income"), 85000)
        self.assertEqual(amount(file, "t1.owner/taxable_income"), 84000)


class Contributions(unittest.TestCase):
    def test_what_two_employers_took_above_the_most_is_paid_back(self) -> None:
        """2024: at most 65,000 x 5.95% = 3,867.50 and 188 to the plan, 63,200 x 1.66% = 1,049.12."""
        boxes = {"cpp": Decimal(3000), "cpp2": Decimal(188), "ei": Decimal(700)}
        slips = [WageStatement(person="owner", employer=name, wages=Decimal(60000), boxes=boxes)
                 for name in ("Mill", "School")]  # fmt: skip
        file = canadian(2024, wages=numbered("wages", slips))
        self.assertEqual(amount(file, "t1.owner/cpp_overpaid"), Decimal("2320.50"))
        self.assertEqual(amount(file, "t1.owner/ei_overpaid"), Decimal("350.88"))
        self.assertEqual(amount(file, "t1.owner/insurance"), Decimal("1049.12"))
        self.assertEqual(amount(file, "t1.owner/cpp_employed"), Decimal("3217.50"))
        self.assertEqual(amount(file, "t1.owner/enhanced_cpp"), 838)

    def test_insurance_by_agreement_of_the_self_employed(self) -> None:
        """Schedule 13: 20,000 x 1.66%, credited federally and by the province; not above the maximum."""
        owner = {"owner": canadian(2024).people["owner"].model_copy(
            update={"answers": {"insured_by_agreement": True}})}  # fmt: skip
        file = business_of("20000", 2024, people=owner)
        self.assertEqual(amount(file, "t1.owner/own_insurance"), 332)
        self.assertEqual(amount(file, "form_428.owner/own_insurance"), 332)
        self.assertEqual(amount(business_of("90000", 2024, people=owner), "t1.owner/own_insurance"),
                         Decimal("1049.12"))  # fmt: skip

    def test_a_slip_without_its_employer_is_pointed_out(self) -> None:
        slip = WageStatement(person="owner", wages=Decimal(60000))
        said = [each.path for each in compute(canadian(2024, wages={"w00001": slip}), Memory()).findings]
        self.assertIn("/wages/w00001/employer", said)


class GainsOverYears(unittest.TestCase):
    def test_a_reserve_comes_back_next_year(self) -> None:
        """ITA 40(1)(a)(iii), (ii)."""
        sold = item("capital_sale", "100000", boxes={"cost": Decimal(40000)})
        file = earning("0", 2023, sold, item("gain_reserve", "48000"))
        self.assertEqual(amount(file, "t1.owner/gains"), 6000)
        following = after(file)
        self.assertEqual(amount(following, "t1.owner/gains"), 24000)
        again = following.model_copy(update={"items": {"i00001": item("gain_reserve", "36000")}})
        self.assertEqual(amount(again, "t1.owner/gains"), 6000)

    def test_a_home_that_was_it_for_some_years_is_exempt_in_part(self) -> None:
        """ITA 40(2)(b): (7 + 1) of 10 years of 60,000."""
        for owned, home, taxable in ((10, 7, 6000), (10, 9, 0), (10, 10, 0), (10, 0, 27000)):
            boxes = {"cost": Decimal(40000), "years_owned": Decimal(owned), "years_designated": Decimal(home)}
            sold = item("capital_sale", "100000", boxes=boxes, choices={"sold": "home"})
            self.assertEqual(amount(earning("0", 2024, sold), "t1.owner/gains"), taxable, home)


class GiftsThatWait(unittest.TestCase):
    def test_what_brings_nothing_is_pointed_out_and_may_wait(self) -> None:
        file = earning("16000", 2024, item("donation", "900"))
        said = [each for each in compute(file, Memory()).findings if "beyond the federal tax" in each.message]
        self.assertEqual([each.path for each in said], ["/people/owner/facts/gifts_at_most"])
        owner = file.people["owner"].model_copy(update={"facts": {"gifts_at_most": Decimal(0)}})
        waits = file.model_copy(update={"people": {"owner": owner}})
        self.assertEqual([each.amount for each in after(waits).carryovers.values()], [900])
        self.assertFalse(
            [each for each in compute(waits, Memory()).findings if "beyond the federal tax" in each.message]
        )


class OfTheProvinces(unittest.TestCase):
    def more(self, province: str, *items: HouseholdItem, wages: str = "60000", year: int = 2024) -> Decimal:
        """How much more credit of the province the items bring."""
        files = (earning(wages, year, *given, province=province) for given in (items, ()))
        first, second = (credit(file, "form_428.owner") for file in files)
        return first - second

    def test_tuition_where_there_is_a_credit_for_it(self) -> None:
        self.assertEqual(self.more("BC", item("tuition", "3000")), Decimal("151.80"))
        self.assertEqual(self.more("ON", item("tuition", "3000")), 0)
        waits = after(earning("5000", 2024, item("tuition", "3000"), province="NB"))
        self.assertEqual({each.kind for each in waits.carryovers.values()},
                         {"tuition_unused", "provincial_tuition_unused"})  # fmt: skip

    def test_gifts_out_of_the_top_bracket_of_british_columbia(self) -> None:
        self.assertEqual(self.more("BC", item("donation", "10000"), wages="300000"), Decimal("2019.12"))

    def test_children_add_to_ontarios_reduction_and_have_an_amount_in_saskatchewan(self) -> None:
        """2 x (286 + 529) less the tax of 1,393.85; 7,015 for each."""
        home = earning("40000", 2024, dependants=children(2015))
        tax = amount(home, "form_428.owner/after_credits")
        self.assertEqual(amount(home, "form_428.owner/reduction"), 1630 - tax)
        two = earning("40000", 2024, province="SK", dependants=children(2015, 2007))
        self.assertEqual(amount(two, "form_428.owner/children"), 14030)

    def test_old_people_with_little_in_nova_scotia(self) -> None:
        for pension, off in (("23000", True), ("24000", False)):
            old = Person(first_name="Odile", birth_date=OLD)
            file = earning("0", 2024, item("pension", pension), province="NS", people={"owner": old})
            lines = compute(file, Memory()).sheet("form_428.owner")
            self.assertEqual(lines.has("age_tax_credit"), off, pension)

    def test_what_is_credited_above_the_first_bracket(self) -> None:
        """In Alberta by amounts for two and a disability; of the T1 by medical costs."""
        costly = item("medical", "90000")
        disabled = Person(first_name="Odile", birth_date=OLD.replace(year=1980), answers={"disability": True})
        people = {"owner": disabled, "spouse": Person(first_name="Ines", birth_date=OLD.replace(year=1981))}
        alberta = married(earning("150000", 2025, costly, province="AB", people=people))
        whole = amount(alberta, "form_428.owner/credit_amounts")
        self.assertGreater(whole, 60000)
        expected = whole * Decimal("0.08") + (whole - 60000) * Decimal("0.02")
        self.assertEqual(credit(alberta, "form_428.owner"), round(expected, 2))
        self.assertTrue(compute(alberta, Memory()).line(Place("t1.owner", "credits")).figure.gaps)
        home = alberta.household
        answers = {**home.answers, "proposed_allowance": True}
        counted = alberta.model_copy(update={"household": home.model_copy(update={"answers": answers})})
        more = (amount(counted, "t1.owner/credit_amounts") - 57375) * Decimal("0.005")
        self.assertEqual(credit(counted) - credit(alberta), round(more, 2))
        self.assertFalse(compute(counted, Memory()).line(Place("t1.owner", "credits")).figure.gaps)


class ForeignTax(unittest.TestCase):
    def test_the_part_of_the_tax_and_what_is_above_15_percent_is_deducted(self) -> None:
        """60,000 of wages and 10,000 of interest with 2,000 of tax: 1,500 count, of which 10,000/69,500 of
        8,604.12 are credited; Ontario credits the rest."""
        abroad = item("foreign_income", "10000", boxes={"foreign_tax": Decimal(2000)})
        file = earning("60000", 2024, abroad)
        self.assertEqual(amount(file, "t1.owner/net_income"), 69500)
        self.assertEqual(amount(file, "t2209.owner/credit"), Decimal("1238.00"))
        self.assertEqual(amount(file, "t1.owner/net_federal_tax"), Decimal("7366.12"))
        self.assertEqual(amount(file, "form_428.owner/foreign_tax"), Decimal("262.00"))

    def test_each_country_has_its_own_limit(self) -> None:
        """A tax of 3,000 on 2,000 does not use what 8,000 without tax would leave."""
        items = [item("foreign_pension", "2000", boxes={"foreign_tax": Decimal(3000)}),
                 item("foreign_pension", "8000", boxes={"foreign_tax": Decimal(1)})]  # fmt: skip
        file = earning("60000", 2024, *items)
        self.assertLess(amount(file, "t2209.owner/credit"), 300)


class MinimumTax(unittest.TestCase):
    def with_gain(self, year: int) -> ClientFile:
        return earning("0", year, item("gains_on_slips", "1000000"))

    def test_from_2024_on_a_whole_gain_counts(self) -> None:
        """20.5% of 1,000,000 less 173,205, less half of the credits, is 29,838.91 above the other tax."""
        file = self.with_gain(2024)
        self.assertEqual(amount(file, "t691.owner/adjusted"), 1000000)
        self.assertEqual(amount(file, "t691.owner/minimum"), Decimal("168431.28"))
        self.assertEqual(amount(file, "t691.owner/additional"), Decimal("29838.91"))
        self.assertEqual(amount(file, "t1.owner/net_federal_tax"), Decimal("168431.28"))

    def test_to_2023_four_fifths_of_it(self) -> None:
        """15% of 760,000 is below the other tax."""
        file = self.with_gain(2023)
        self.assertEqual(amount(file, "t691.owner/gross"), 114000)
        self.assertEqual(amount(file, "t691.owner/additional"), 0)

    def test_it_is_carried_and_used_when_the_other_tax_is_higher(self) -> None:
        file = after(self.with_gain(2024))
        self.assertEqual([item.amount for item in file.carryovers.values()], [Decimal("29838.91")])
        wages = earning("120000", 2025, carryovers=file.carryovers)
        used = amount(wages, "t1.owner/minimum_tax_carried")
        self.assertGreater(used, 0)
        self.assertEqual(amount(wages, "t691.owner/left.2024"), Decimal("29838.91") - used)
        self.assertEqual(amount(wages, "t691.owner/minimum"), 0)
        self.assertEqual(amount(wages, "t1.owner/basic_tax"), 0)

    def test_who_has_nothing_untaxed_has_no_form(self) -> None:
        self.assertNotIn("t691.owner", sheets(earning("90000", 2024)))
