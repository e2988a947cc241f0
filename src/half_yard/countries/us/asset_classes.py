"""Classes of property under MACRS (26 U.S.C. 168(c) and (e)) and their tables."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from decimal import Decimal

from half_yard.depreciation import Recovery


@dataclass(frozen=True, slots=True)
class AssetClass:
    """A class: how it is recovered, where it stands on Form 4562 part III, and whether it is real property.

    `since` is the first day in service to which this recovery applies; `section` the law under which a cost
    is amortized instead of depreciated.
    """

    key: str
    title: str
    recovery: Recovery | None
    form_line: str
    real: bool
    since: datetime.date
    tables: str
    section: str = ""

    @property
    def personal_property(self) -> bool:
        """Whether it is depreciated, and neither land nor a building."""
        return self.recovery is not None and not self.real


MACRS_START = datetime.date(1987, 1, 1)
THIRTY_NINE_START = datetime.date(1993, 5, 13)
START_UP, LOAN = "start_up", "loan_costs"
TWO, ONE = Decimal(2), Decimal(1)

CLASSES = {
    item.key: item
    for item in (
        AssetClass(
            "five_year", "5-year property (computers, vans and trucks, appliances)",
            Recovery(Decimal(5), TWO, 2), "b", False, MACRS_START,
            "Rev. Proc. 87-57 tables 1 to 5 (IRS Pub. 946, A-1 to A-5)",
        ),
        AssetClass(
            "seven_year", "7-year property (machinery, furniture, tools)",
            Recovery(Decimal(7), TWO, 2), "c", False, MACRS_START,
            "Rev. Proc. 87-57 tables 1 to 5 (IRS Pub. 946, A-1 to A-5)",
        ),
        AssetClass(
            "residential_building", "Residential rental building (27.5 years)",
            Recovery(Decimal("27.5"), ONE, 3), "h", True, MACRS_START,
            "Rev. Proc. 87-57 table 6 (IRS Pub. 946, A-6)",
        ),
        AssetClass(
            "nonresidential_building", "Nonresidential building (39 years)",
            Recovery(Decimal(39), ONE, 3, level=True), "i", True, THIRTY_NINE_START,
            "IRS Pub. 946, table A-7a",
        ),
        AssetClass(
            START_UP, "Start-up costs of a business (15 years)", None, "", False, datetime.date(2004, 10, 23),
            "26 U.S.C. 195(b)", section="195",
        ),
        AssetClass(
            LOAN, "Loan points and costs (over the loan)", None, "", False, datetime.date.min,
            "26 CFR 1.446-5", section="461(g)",
        ),
        AssetClass("land", "Land (never depreciated)", None, "", True, datetime.date.min, ""),
    )
}  # fmt: skip
