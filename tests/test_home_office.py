"""Home offices: Form 8829 and the simplified method, by worked examples.

Sources are named at each test; "recalled" marks a published example that was written down from memory. Forms
are in whole dollars, so a line may differ by one from the figures to the cent, a sum of lines by two.
"""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal

from half_yard.countries import compute
from half_yard.countries.results import Computation
from half_yard.records import Asset, Carryover, ClientFile, Entry, Household, Thing, Use
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, business, client, entries

HOME, OFFICE = "h00001", "k00001"
FORM, SIMPLE = f"form_8829.{HOME}.{BUSINESS}.owner", f"simplified.{HOME}.{BUSINESS}.owner"
COSTS = {"mortgage_interest": "9600", "real_estate_tax": "5200", "insurance": "1450", "repairs": "2000",
         "utilities": "3360"}  # fmt: skip


def home(whole: str = "1000", **fields: object) -> Thing:
    """A home measured by its floor area."""
    return Thing(kind="home", name="Home", measure="area", whole=Decimal(whole), **fields)  # type: ignore[arg-type]


def office(amount: str = "125", **fields: object) -> Use:
    """A room of the business."""
    return Use(thing=HOME, activity=BUSINESS, amount=Decimal(amount), **fields)  # type: ignore[arg-type]


def with_home(
    profit: str, year: int = 2025, *, costs: dict[str, str] | None = None, direct: str = "",
    itemizes: bool = True, uses: tuple[Use, ...] = (), thing: Thing | None = None, **parts: object,
) -> ClientFile:  # fmt: skip
    """A business with a profit before its office, and a home with costs."""
    made = entries(BUSINESS, gross_receipts=profit) + entries(HOME, **(COSTS if costs is None else costs))
    if direct:
        made.append(Entry(activity=HOME, line="repairs", amount=Decimal(direct), only=BUSINESS))
    household = Household(
        filing_status="single", choices={"deduction_taken": "itemize" if itemizes else "standard"}
    )
    usual: dict[str, object] = {
        "activities": {BUSINESS: business()},
        "things": {HOME: thing or home()},
        "uses": numbered("uses", uses or (office(),)),
        "entries": numbered("entries", made),
        "household": household,
    }
    return client(year).model_copy(update={**usual, **parts})


def building(cost: str = "200000", placed: str = "2020-03-01") -> dict[str, Asset]:
    """A house without its land, over 39 years."""
    return {
        "s00001": Asset(
            activity=HOME, name="House", asset_class="nonresidential_building",
            in_service=datetime.date.fromisoformat(placed), cost=Decimal(cost),
        )
    }  # fmt: skip


def carried(operating: str, depreciation: str) -> dict[str, Carryover]:
    """What last year's form carries in."""
    kinds = (("home_operating", operating), ("home_depreciation", depreciation))
    return numbered(
        "carryovers", [Carryover(kind=kind, of=BUSINESS, amount=Decimal(amount)) for kind, amount in kinds]
    )


class Lines(unittest.TestCase):
    def lines(self, computation: Computation, sheet: str, **expected: str) -> None:
        """Lines of a sheet, by key, within two dollars."""
        for key, amount in expected.items():
            found = computation.sheet(sheet)[key].amount
            self.assertLessEqual(abs(found - Decimal(amount)), 2 if found > 50 else 1, f"{key}: {found}")


class OfADependant(Lines):
    def test_whether_one_who_can_be_claimed_itemizes_waits_for_no_income(self) -> None:
        """The deduction of a dependant is by earned income (26 U.S.C. 63(c)(5)), that of an office by whether
        deductions are itemized: seven eighths of 14,800 of interest and tax are more than one has."""
        file = with_home("4000", household=Household(filing_status="single"))
        owner = file.people["owner"].model_copy(update={"answers": {"claimed": True}})
        made = compute(file.model_copy(update={"people": {"owner": owner}}))
        self.assertEqual(made.sheet("form_1040")["itemized_deductions"].amount, 12950)


class Form8829(Lines):
    """Computed by hand from the law (26 U.S.C. 280A(c); lines of the 2021 to 2025 form, recalled)."""

    def test_full_deduction_of_an_itemizer(self) -> None:
        made = compute(with_home("28400", direct="350", assets=building()))
        self.lines(made, FORM, share="12.5", anyway="1850", left="26550", operating="1201.25",
                   operating_allowed="1201.25", left_then="25348.75", depreciation="641",
                   depreciation_allowed="641", allowed="3692.25", operating_out="0",
                   depreciation_out="0")  # fmt: skip
        schedule = made.sheet(f"schedule_c.{BUSINESS}.owner")
        self.assertEqual(schedule["home_office"].amount, made.sheet(FORM)["allowed"].amount)
        self.assertEqual(schedule["net_profit"].amount, 28400 - schedule["home_office"].amount)

    def test_the_limit_and_the_next_year(self) -> None:
        made = compute(with_home("2500", direct="350", assets=building()))
        self.lines(made, FORM, anyway="1850", left="650", operating="1201.25", operating_allowed="650",
                   left_then="0", depreciation_allowed="0", allowed="2500", operating_out="551.25",
                   depreciation_out="641")  # fmt: skip
        later = with_home("9000", direct="350", assets=building(), carryovers=carried("551.25", "641"))
        self.lines(compute(later), FORM, left="7150", operating="1752.50", operating_allowed="1752.50",
                   left_then="5397.50", depreciation_all="1282", depreciation_allowed="1282",
                   allowed="4884.50", operating_out="0", depreciation_out="0")  # fmt: skip

    def test_interest_and_tax_of_an_itemizer_pass_the_limit(self) -> None:
        made = compute(with_home("1000", direct="350", assets=building()))
        self.lines(made, FORM, anyway="1850", operating_allowed="0", depreciation_allowed="0",
                   allowed="1850", operating_out="1201.25", depreciation_out="641")  # fmt: skip
        self.assertEqual(made.sheet(f"schedule_c.{BUSINESS}.owner")["net_profit"].amount, -850)

    def test_with_the_standard_deduction_they_are_limited(self) -> None:
        """Form 8829 instructions for the rule, recalled; figures by hand."""
        made = compute(with_home("1000", direct="350", assets=building(), itemizes=False))
        self.lines(made, FORM, anyway="0", operating="3051.25", operating_allowed="1000", allowed="1000",
                   operating_out="2051.25", depreciation_out="641")  # fmt: skip

    def test_depreciation_of_the_first_year(self) -> None:
        """IRS Pub. 587, recalled: 9,200 of basis, first used in May, 1.605%."""
        file = with_home(
            "20000", uses=(office("80", begins=datetime.date(2025, 5, 1)),),
            assets=building("115000", "2025-05-03"), costs={},
        )  # fmt: skip
        self.lines(compute(file), FORM, depreciation="147.66")

    def test_share_by_floor_area_and_by_rooms(self) -> None:
        """IRS Pub. 587, recalled: 240 of 1,200 square feet; one of ten rooms of like size."""
        by_area = with_home("20000", uses=(office("240"),), thing=home("1200"))
        rooms = Thing(kind="home", name="Home", measure="rooms", whole=Decimal(10))
        by_rooms = with_home("20000", uses=(office("1"),), thing=rooms)
        for file, share in ((by_area, 20), (by_rooms, 10)):
            self.assertEqual(compute(file).sheet(FORM)["share"].amount, share)

    def test_order_of_the_limit(self) -> None:
        """IRS Pub. 587, recalled: 6,000 less 2,000 of other costs and 3,000 of interest leave 1,000."""
        costs = {"mortgage_interest": "15000", "utilities": "4000"}
        file = with_home("6000", costs=costs, uses=(office("200"),), assets=building("312012.48"))
        spent = {"e00009": Entry(activity=BUSINESS, line="supplies", amount=Decimal(2000))}
        made = compute(file.model_copy(update={"entries": {**file.entries, **spent}}))
        self.lines(made, FORM, anyway="3000", left="1000", operating_allowed="800", left_then="200",
                   depreciation="1600", depreciation_allowed="200", depreciation_out="1400")  # fmt: skip

    def test_two_businesses_in_one_room(self) -> None:
        """Form 8829 instructions for the rule, recalled; by hand: 60 and 40 of an eighth; nothing twice."""
        other = "a00002"
        uses = (office("75"), Use(thing=HOME, activity=other, amount=Decimal(50)))
        shops = {BUSINESS: business(), other: business(name="Press")}
        file = with_home("28400", uses=uses, activities=shops, costs={"utilities": "8000"})
        income = {"e00009": Entry(activity=other, line="gross_receipts", amount=Decimal(250))}
        made = compute(file.model_copy(update={"entries": {**file.entries, **income}}))
        self.lines(made, FORM, share="7.5", allowed="600", operating_out="0")
        self.lines(made, f"form_8829.{HOME}.{other}.owner", share="5", allowed="250", operating_out="150")

    def test_part_of_the_year(self) -> None:
        """Only the months of the office count; computed by hand."""
        file = with_home(
            "20000", uses=(office("100", begins=datetime.date(2025, 5, 1)),),
            costs={"utilities": "3600", "rent": "18000"},
        )  # fmt: skip
        made = compute(file)
        self.lines(made, FORM, utilities="240", rent="1200", allowed="1440")
        personal = made.sheet(f"shared.{HOME}")
        self.assertEqual(personal["personal"].amount, 21600 - 1440)

    def test_income_of_two_places_of_work(self) -> None:
        """Form 8829 instructions, line 8, recalled: 80% of gross income from here, all expenses off."""
        file = with_home("90000", uses=(office(facts={"income_share": Decimal(80)}),))
        spent = numbered("entries", [*file.entries.values(), *entries(BUSINESS, wages="50000")])
        made = compute(file.model_copy(update={"entries": spent}))
        self.lines(made, FORM, income="22000")

    def test_two_homes_in_a_year(self) -> None:
        """Each takes its own months and share; the second is limited by what the first has left."""
        june, july = datetime.date(2025, 6, 30), datetime.date(2025, 7, 1)
        file = with_home("20000", things={HOME: home(ends=june), "h00002": home(begins=july)})
        second = Use(thing="h00002", activity=BUSINESS, amount=Decimal(100))
        first = office("150")
        costs = [Entry(activity=key, line="rent", amount=Decimal(9000)) for key in (HOME, "h00002")]
        made = compute(
            file.model_copy(
                update={
                    "uses": numbered("uses", [first, second]),
                    "entries": numbered("entries", [*entries(BUSINESS, gross_receipts="20000"), *costs]),
                }
            )
        )
        self.lines(made, FORM, rent="1350", allowed="1350")
        self.lines(made, f"form_8829.h00002.{BUSINESS}.owner", income="18650", allowed="900")

    def test_real_estate_tax_above_the_limit_of_itemized_deductions(self) -> None:
        """Of 6,000 tax 5,000 are deductible nowhere else: 100 and 500 of an office of a tenth."""
        thing = home(facts={"excess_tax": Decimal(5000)})
        uses, costs = (office("100"),), {"real_estate_tax": "6000"}
        file = with_home("20000", 2024, costs=costs, uses=uses, thing=thing)
        self.lines(compute(file), FORM, real_estate_tax="100", excess_tax="500", allowed="600")


class DayCare(Lines):
    """IRS Pub. 587, recalled, and by hand from the law (26 U.S.C. 280A(c)(4))."""

    def share(self, year: int, *uses: Use, whole: str = "3200") -> Decimal:
        file = with_home("20000", year, uses=uses, thing=home(whole))
        return compute(file).sheet(FORM)["share"].amount.quantize(Decimal("0.01"))

    def test_rooms_used_part_of_the_day(self) -> None:
        hours = {"care_hours": Decimal(3000)}
        self.assertEqual(self.share(2025, office("1600", facts=hours)), Decimal("17.12"))
        self.assertEqual(self.share(2025, office("1920", facts=hours)), Decimal("20.55"))
        self.assertEqual(self.share(2024, office("1600", facts=hours)), Decimal("17.08"))

    def test_started_in_the_year(self) -> None:
        begun = datetime.date(2025, 8, 1)
        use = office("400", begins=begun, facts={"care_hours": Decimal(1050)})
        self.assertEqual(self.share(2025, use, whole="2000"), Decimal("5.72"))

    def test_a_room_of_its_own_and_a_shared_one(self) -> None:
        shared = office("800", facts={"care_hours": Decimal(3000)})
        self.assertEqual(self.share(2025, office("200"), shared, whole="2000"), Decimal("23.70"))


class Simplified(Lines):
    """Rev. Proc. 2013-13 and IRS Pub. 587, recalled."""

    def simple(self, *uses: Use, profit: str = "20000", **parts: object) -> Computation:
        thing = home("2000", choices={f"method.{BUSINESS}": "simplified"})
        return compute(with_home(profit, uses=uses, thing=thing, **parts))  # type: ignore[arg-type]

    def test_average_of_the_months(self) -> None:
        july = self.simple(office("420", begins=datetime.date(2025, 7, 20)))
        self.lines(july, SIMPLE, area="125", allowed="625")
        larger = self.simple(
            office("100", begins=datetime.date(2025, 4, 20), ends=datetime.date(2025, 8, 4)),
            office("330", begins=datetime.date(2025, 8, 5)),
        )
        self.lines(larger, SIMPLE, area="150", allowed="750")

    def test_full_year_and_the_limit(self) -> None:
        self.lines(self.simple(office("200")), SIMPLE, allowed="1000")
        limited = self.simple(office("200"), profit="480")
        self.lines(limited, SIMPLE, allowed="480", above_income="520")
        self.assertEqual(limited.sheet(f"schedule_c.{BUSINESS}.owner")["net_profit"].amount, 0)

    def test_carryovers_wait(self) -> None:
        made = self.simple(office("200"), carryovers=carried("551.25", "641"))
        self.lines(made, SIMPLE, allowed="1000", operating_waits="551.25", depreciation_waits="641")

    def test_day_care(self) -> None:
        made = self.simple(office("300", facts={"care_hours": Decimal(3000)}))
        self.lines(made, SIMPLE, allowed="513.70")


if __name__ == "__main__":
    unittest.main()
