"""The payers' forms that the program takes, and their boxes."""

from half_yard.books import Box, FormKind
from half_yard.records.dates import MONTHS

MONTH_BOXES = tuple(
    Box(f"month_{number:02d}", f"5{letter} {name}", "")
    for number, (letter, name) in enumerate(zip("abcdefghijkl", MONTHS, strict=True), 1)
)
DIRECT_SALES = Box(
    "direct_sales", "Box 2: direct sales of 5,000 or more", "no amount: sales belong to the books"
)
FORM_KINDS = (
    FormKind(
        "1099-NEC", "1099-NEC pay", "box 1: nonemployee pay", {"business": "gross_receipts"},
        ticks=(DIRECT_SALES,),
    ),
    FormKind(
        "1099-K", "1099-K gross", "box 1a: gross of cards and marketplaces",
        {"business": "gross_receipts", "rental": "rents"}, MONTH_BOXES,
    ),
    FormKind("1099-MISC rents", "1099-MISC rents", "box 1: rents", {"rental": "rents"}),
    FormKind("1099-MISC other", "1099-MISC other", "box 3: other income", {"business": "other_income"}),
    FormKind(
        "1098", "1098 interest", "box 1: mortgage interest that you paid",
        {"business": "mortgage_interest", "rental": "mortgage_interest"},
        (
            Box("points", "Box 6: points", "written off over the loan: make them an asset of that class"),
            Box("property_tax", "Box 10: property tax", "compared with the books; it is a cost as booked"),
            Box("insurance_premiums", "Box 5: mortgage insurance", "a cost as booked, on insurance"),
        ),
    ),
)  # fmt: skip
WAGES_TICKS = (Box("retirement", "Box 13: retirement plan", "for the deduction of IRA contributions"),)
PERSONS_BOXES = {
    "wages": (
        Box("social_security_tax", "Box 4: social security tax", "checked against box 3 and the year's rate"),
        Box("medicare_wages", "Box 5: Medicare wages", "for the Additional Medicare Tax"),
        Box("medicare_tax", "Box 6: Medicare tax", "checked against box 5 and the year's rate"),
        Box("care", "Box 10: dependent care benefits", "Form 2441, part III"),
        Box("tips", "Qualified tips among them", "Schedule 1-A, part II: 2025 to 2028"),
        Box("overtime", "Qualified overtime among them", "Schedule 1-A, part III: 2025 to 2028"),
        Box("hsa", "Box 12 W: health savings account", "Form 8889, line 9"),
        Box("deferrals", "Box 12 D, E, S: deferrals", "for limits of own plans and the saver's credit"),
    ),
    "interest": (
        Box("penalty", "Box 2: early withdrawal penalty", "Schedule 1, line 18"),
        Box("treasury", "Box 3: Treasury interest", "taxable, not part of box 1"),
        Box("exempt", "Box 8: tax-exempt interest", "Form 1040, line 2a"),
        Box("private_activity", "Box 9: of it private activity bonds", "Form 6251, line 2g"),
    ),
    "dividends": (
        Box("capital_gain", "Box 2a: capital gain distributions", "Schedule D, line 13"),
        Box("unrecaptured", "Box 2b: of it unrecaptured section 1250 gain", "Schedule D, line 19"),
        Box("collectibles", "Box 2d: of it collectibles gain", "Schedule D, line 18"),
        Box("exempt", "Box 12: exempt-interest dividends", "Form 1040, line 2a"),
        Box("private_activity", "Box 13: of it private activity bonds", "Form 6251, line 2g"),
        Box("section_199a", "Box 5: section 199A dividends", "Form 8995, line 6"),
    ),
    "sales": (
        Box("wash_sale", "Box 1g: wash sale loss disallowed", "added back to a loss (26 U.S.C. 1091)"),
        Box("withheld", "Box 4: tax withheld", "Form 1040, line 25b"),
        Box("market_discount", "Box 1f: accrued market discount", "interest, as far as there is a gain"),
    ),
}
