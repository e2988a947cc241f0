"""Classes of property under MACRS (26 U.S.C. 168(c), (e), (g)), and costs that are amortized."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.us import gaps
from half_yard.depreciation import Recovery
from half_yard.figures import Mark


@dataclass(frozen=True, slots=True)
class AssetClass:
    """A class: how it is recovered, where it stands on Form 4562 part III, and whether it is real property.

    `own` says what years it has where it has no recovery: its own, or those of its output; `since` is the
    first day in service to which this recovery applies, `until` the last; `section` the law under which a
    cost is amortized instead of depreciated; `alternative` its years under the alternative system (168(g));
    `listed` whether it is listed property (280F(d)(4)), `auto` whether the yearly limits on passenger
    automobiles apply, `heavy` whether the limit on expensing heavy vehicles does; `words` by which else it is
    found."""

    key: str
    title: str
    recovery: Recovery | None
    form_line: str = ""
    real: bool = False
    since: datetime.date = datetime.date(1987, 1, 1)
    tables: str = ""
    section: str = ""
    own: str = ""
    alternative: Decimal = Decimal(0)
    until: datetime.date = datetime.date.max
    listed: bool = False
    auto: bool = False
    heavy: bool = False
    words: tuple[str, ...] = ()

    def unknown(self, path: str, placed: datetime.date, limits: object) -> tuple[Mark, ...]:
        """What the program does not know of property placed in service on a day, which was entered at the
        path; `limits` are the yearly ones of automobiles, None where there are none."""
        marks = []
        if not self.since <= placed <= self.until:
            marks.append(gaps.old_property(path))
        if self.auto and limits is None:
            marks.append(gaps.auto_limits(path))
        return tuple(marks)

    @property
    def short_title(self) -> str:
        """The title without what is in parentheses."""
        return self.title.partition(" (")[0]

    @property
    def personal_property(self) -> bool:
        """Whether it is depreciated under the half-year or the mid-quarter convention."""
        return self.recovery is not None and not self.real

    @property
    def allowance(self) -> bool:
        """Whether the special depreciation allowance is for it: a life of 20 years or less, or water utility
        property, or software (168(k)(2)(A)(i))."""
        return self.personal_property or self.key == SOFTWARE

    @property
    def may_be_expensed(self) -> bool:
        """Whether it is section 179 property: tangible property, software, and improvements, roofs, heating,
        fire protection, alarms and security of nonresidential buildings (26 U.S.C. 179(d)(1), (e))."""
        if self.key in {SOFTWARE, BUILDING_SYSTEMS}:
            return True
        return self.personal_property and self.key not in {LAND_IMPROVEMENTS, FARM_BUILDINGS}

    @property
    def section_1250(self) -> bool:
        """Whether it is section 1250 property: real property, also with a short life (26 U.S.C. 1250(c))."""
        return (self.real and not self.section) or self.key in SHORT_LIVED_REAL

    @property
    def facts(self) -> str:
        """What the class is, in words: its life, method and convention, what can be elected, and its kind."""
        if self.recovery is None:
            return f"{self.tables}; {self.law}" if self.tables else ""
        factor = self.recovery.declining
        how = "straight line" if factor == 1 else f"{factor * 100:.0f}% declining balance"
        convention = "mid-month" if self.real else "half-year or mid-quarter"
        can = [
            "section 179" if self.may_be_expensed else "no section 179",
            "special allowance" if self.allowance else "no special allowance",
        ]
        listed = ["listed property"] if self.listed else []
        alternative = f"alternative system {self.alternative.normalize():f} years"
        years = f"{self.recovery.years}-year property"
        return "; ".join([f"{years}, {how}, {convention}", alternative, *can, *listed, self.law])

    @property
    def law(self) -> str:
        """The section under which a gain on it is ordinary, and its kind in words."""
        if self.section:
            return f"amortized under section {self.section}"
        return "section 1250 property" if self.section_1250 else "section 1245 property"


TRADE = "five_year_trade"
"""What serves trade and services, or furnishes a rental (Rev. Proc. 87-56, asset class 57.0)."""
LAND_IMPROVEMENTS, QUALIFIED_IMPROVEMENTS = "fifteen_year", "qualified_improvement"
FARM_BUILDINGS = "twenty_year"
SHORT_LIVED_REAL = {LAND_IMPROVEMENTS, QUALIFIED_IMPROVEMENTS, FARM_BUILDINGS}
THIRTY_NINE_START = datetime.date(1993, 5, 13)
BUILDING_SYSTEMS = "building_systems"
OWN_PROPERTY, OWN_BUILDING = "own_schedule", "own_building"
YEARS, OUTPUT = "years", "output"
LAND = "land"
LEASE = "lease_costs"
START_UP, LOAN, INTANGIBLE, SOFTWARE = "start_up", "loan_costs", "intangible", "software"
POINTS = "loan_points"
"""Interest paid in advance: it stands with the interest, not among what is amortized (26 U.S.C. 461(g))."""
TERM = {POINTS, LOAN, LEASE}
"""What is written off over the months of its own contract."""
DOUBLE, ONE_AND_A_HALF, ONE = Decimal(2), Decimal("1.5"), Decimal(1)
FIVE_YEARS = Decimal(5)


def _years(years: int, factor: Decimal = DOUBLE) -> Recovery:
    return Recovery(Decimal(years), factor, 3 if years == 20 else 2)


CLASSES = {
    item.key: item
    for item in (
        AssetClass(
            "three_year", "3-year property (special tools, tractor units)", _years(3), "a",
            alternative=Decimal(4), words=("tractor unit", "racehorse"),
        ),
        AssetClass(
            "five_year", "5-year property (computers, vans and trucks, appliances)", _years(5), "b",
            alternative=Decimal(5),
            words=(
                "Computer, laptop, tablet, server, monitor, printer, phone",
                "Cargo van, box truck", "Copier, calculator", "Trailer", "Construction tools", "Solar panels",
            ),
        ),
        AssetClass(
            TRADE, "Trade and services (displays, salon, vending; furnishing a rental; 5 years)",
            _years(5), "b", alternative=Decimal(9),
            words=(
                "Appliance of a rental (stove, refrigerator, washer, dryer, dishwasher)",
                "Carpet, furniture, blinds of a rental", "Display case, shop counter, shop shelves",
                "Salon chair, salon dryer, massage table", "Dental chair, dental equipment, X-ray machine",
                "Vending machine", "Cash register",
            ),
        ),
        AssetClass(
            "passenger_auto", "Passenger automobile, 6,000 lb or less", _years(5), "b",
            alternative=FIVE_YEARS, listed=True, auto=True,
            words=(
                "Car", "Pickup of 6,000 lb or less", "Van of 6,000 lb or less", "Minivan",
                "SUV of 6,000 lb or less",
            ),
        ),
        AssetClass(
            "heavy_suv", "Sport utility vehicle, or pickup with a short bed, over 6,000 lb", _years(5), "b",
            alternative=FIVE_YEARS, listed=True, heavy=True,
            words=("SUV over 6,000 lb", "Pickup with a bed under six feet"),
        ),
        AssetClass(
            "heavy_vehicle", "Pickup with a bed of six feet, or van, over 6,000 lb", _years(5), "b",
            alternative=FIVE_YEARS, listed=True,
            words=("Pickup over 6,000 lb", "Van over 6,000 lb"),
        ),
        AssetClass(
            "listed_five_year", "Camera, video or sound equipment, used privately too", _years(5), "b",
            alternative=Decimal(5), listed=True, words=("Camera", "Recorder"),
        ),
        AssetClass(
            "seven_year", "7-year property (machinery, furniture, tools)", _years(7), "c",
            alternative=Decimal(10),
            words=(
                "Office furniture, chair, desk, shelves", "Machine, workshop equipment", "Musical instrument",
                "Saw, drill, lathe, press, compressor", "Tools, workbench", "Sign",
                "Sewing machine", "Safe",
            ),
        ),
        AssetClass(
            "no_class_life", "Property without a class life (7 years)", _years(7), "c",
            alternative=Decimal(12), words=("Property without a class life", "Work of art"),
        ),
        AssetClass(
            "ten_year", "10-year property (greenhouse, single-purpose farm structure)", _years(10), "d",
            alternative=Decimal(15), words=("Greenhouse", "Milking parlour, hog house"),
        ),
        AssetClass(
            "boat", "Boats and barges (10 years)", _years(10), "d",
            alternative=Decimal(18), words=("Boat, barge, tug",),
        ),
        AssetClass(
            "fruit", "Fruit trees and vines (10 years)", _years(10, ONE), "d",
            alternative=Decimal(20), words=("Fruit trees", "Nut trees", "Vines"),
        ),
        AssetClass(
            LAND_IMPROVEMENTS, "15-year land improvements (fence, drive, sidewalk)",
            _years(15, ONE_AND_A_HALF), "e", alternative=Decimal(20),
            words=(
                "Fence", "Driveway, parking lot", "Sidewalk, patio", "Landscaping", "Dock",
                "Septic system, well", "Pool, retaining wall",
            ),
        ),
        AssetClass(
            QUALIFIED_IMPROVEMENTS, "Qualified improvement inside a nonresidential building (15 years)",
            _years(15, ONE), "e", since=datetime.date(2018, 1, 1), alternative=Decimal(20),
            words=("Interior work", "Leasehold improvement", "Tenant improvement"),
        ),
        AssetClass(
            FARM_BUILDINGS, "20-year property (farm buildings)", _years(20, ONE_AND_A_HALF), "f",
            alternative=Decimal(25), words=("Barn", "Farm shed"),
        ),
        AssetClass(
            "twenty_five_year", "25-year property (water utility)", _years(25, ONE), "g",
            since=datetime.date(1996, 6, 13),
            alternative=Decimal(50), words=("Water main", "Municipal sewer"),
        ),
        AssetClass(
            "residential_building", "Residential rental building (27.5 years)",
            Recovery(Decimal("27.5"), ONE, 3), "h", True, alternative=Decimal(30),
            words=(
                "House, flat that is let", "Roof, deck, porch of a rental",
                "Furnace, heating, windows, plumbing, water heater, kitchen, bath of a rental",
                "Addition to a rental",
            ),
        ),
        AssetClass(
            "nonresidential_31", "Nonresidential building before May 13, 1993 (31.5 years)",
            Recovery(Decimal("31.5"), ONE, 3), "i", True, until=datetime.date(1993, 5, 12),
            alternative=Decimal(40),
        ),
        AssetClass(
            "nonresidential_building", "Nonresidential building (39 years)",
            Recovery(Decimal(39), ONE, 3, level=True), "i", True, THIRTY_NINE_START,
            alternative=Decimal(40),
            words=(
                "Shop building, office building, warehouse", "Deck, porch of a shop", "Office in the home",
            ),
        ),
        AssetClass(
            BUILDING_SYSTEMS, "Roof, heating, fire protection, security of a shop or office (39 years)",
            Recovery(Decimal(39), ONE, 3, level=True), "i", True, THIRTY_NINE_START,
            alternative=Decimal(40),
            words=(
                "Roof, heating, furnace, air conditioning, ventilation of a shop",
                "Sprinklers, fire alarm, security system of a shop",
            ),
        ),
        AssetClass(
            OWN_PROPERTY, "Own schedule, equipment", None, since=datetime.date.min, own=YEARS,
            tables="as carried in", words=("Before 1987: equipment", "ACRS: equipment"),
        ),
        AssetClass(
            OWN_BUILDING, "Own schedule, building", None, real=True, since=datetime.date.min,
            own=YEARS, tables="as carried in", words=("Before 1987: a building", "ACRS: a building"),
        ),
        AssetClass(
            "by_output", "Equipment written off by its output", None, since=datetime.date.min, own=OUTPUT,
            tables="26 U.S.C. 168(f)(1)", words=("Units of production", "Written off by hours or miles"),
        ),
        AssetClass(
            START_UP, "Start-up costs of a business (15 years)", None, since=datetime.date(2004, 10, 23),
            tables="26 U.S.C. 195(b)", section="195", real=True,
        ),
        AssetClass(
            INTANGIBLE, "Bought goodwill, customer list, licence (15 years)", None, real=True,
            since=datetime.date(1993, 8, 11), tables="26 U.S.C. 197(a)", section="197",
            words=("Goodwill", "Customer list", "Franchise", "Covenant not to compete", "Trademark"),
        ),
        AssetClass(
            SOFTWARE, "Bought software (36 months)", None, real=True,
            since=datetime.date(1993, 8, 11), tables="26 U.S.C. 167(f)(1)", section="167(f)",
            words=("Website", "Program"),
        ),
        AssetClass(
            POINTS, "Points of a loan (interest, over the loan)", None, since=datetime.date.min, real=True,
            tables="26 U.S.C. 461(g)", section="461(g)", words=("Mortgage points", "Loan points", "Points"),
        ),
        AssetClass(
            LOAN, "Costs of a loan (over the loan)", None, since=datetime.date.min, real=True,
            tables="26 CFR 1.446-5", section="461(g)", words=("Refinancing costs", "Loan fees"),
        ),
        AssetClass(
            LEASE, "Cost of getting a lease (over its term)", None, since=datetime.date.min, real=True,
            tables="26 CFR 1.162-11(a)", section="178", words=("Getting a lease", "Commission for a lease"),
        ),
        AssetClass(
            LAND, "Land (never depreciated)", None, real=True, since=datetime.date.min, words=("Lot", "Land")
        ),
    )
}  # fmt: skip
