"""Kinds of what brings a credit, adds a tax, or is a payment."""

from half_yard.books import Box
from half_yard.countries.item_kind import ItemKind, Whose
from half_yard.countries.offered import ManyAnswers
from half_yard.records.dates import MONTHS

OPPORTUNITY, LIFETIME, NO_CREDIT = "opportunity", "lifetime", "none"
WHICH = ManyAnswers(
    "credit", "Which credit",
    (("", "The better one"), (OPPORTUNITY, "American opportunity"), (LIFETIME, "Lifetime learning"),
     (NO_CREDIT, "None")),
    "Form 8863: one for each student",
)  # fmt: skip
PLACE = ManyAnswers(
    "place", "Poverty guideline of",
    (("contiguous", "48 states and DC"), ("alaska", "Alaska"), ("hawaii", "Hawaii")), "Form 8962, line 4",
)  # fmt: skip
PREMIUM, SILVER, ADVANCE = "premium", "silver", "advance"
COLUMNS = ((PREMIUM, "A"), (SILVER, "B"), (ADVANCE, "C"))


def month_box(column: str, month: int) -> str:
    """The key of a month's box of Form 1095-A; `month` from 1."""
    return f"{column}_{month:02d}"


MONTHLY = tuple(
    Box(month_box(column, number), f"{letter} {name}", "")
    for column, letter in COLUMNS
    for number, name in enumerate(MONTHS, 1)
)
CREDITING = (
    ItemKind(
        "care", "Child and dependent care", "babysitter nursery day care preschool camp 2441", "Paid",
        "Schedule 3, line 2 (Form 2441); the provider is named, with a number",
        whose=Whose.ANYONE, payer=True,
    ),
    ItemKind(
        "tuition", "College or other higher education", "1098-T tuition university school student books",
        "Qualified costs paid", "Schedule 3, line 3 (Form 8863)",
        (Box("scholarships", "Box 5: scholarships and grants", "tax-free help takes costs away"),),
        (
            Box("first_four", "In the first four years, half time or more, for a degree",
                "26 U.S.C. 25A(b)(2), (3)"),
            Box("four_times", "That credit was taken in four years before", ""),
            Box("drug_conviction", "Convicted of a drug felony", ""),
        ),
        (WHICH,), Whose.ANYONE, payer=True,
    ),
    ItemKind(
        "marketplace", "Marketplace health insurance", "1095-A premium tax credit health exchange", "",
        "Schedule 3, line 9 or Schedule 2, line 1a (Form 8962)",
        (
            Box("year_premium", "33A: premiums", "of the year, where every month is the same"),
            Box("year_silver", "33B: silver plan", "second lowest cost"),
            Box("year_advance", "33C: advance", ""),
            *MONTHLY,
        ),
        (
            Box("own_business", "A self-employed owner deducts it", "Form 7206, solved together"),
            Box("shared", "The policy is shared with another return", "not computed"),
        ),
        (PLACE,), Whose.RETURN, payer=True,
    ),
    ItemKind(
        "foreign_tax", "Foreign tax on interest and dividends", "1099-DIV box 7 1116", "Paid",
        "Schedule 3, line 1: up to 300, 600 of a joint return", whose=Whose.RETURN,
    ),
    ItemKind(
        "adoption", "Adoption credit", "8839", "Credit by Form 8839", "Schedule 3, line 6c",
        whose=Whose.RETURN,
    ),
    ItemKind(
        "clean_energy", "Residential clean energy credit", "solar battery heat pump geothermal 5695",
        "Credit by Form 5695, part I", "Schedule 3, line 5a", whose=Whose.RETURN, last=2025,
    ),
    ItemKind(
        "home_improvement", "Energy efficient home improvement credit", "windows doors insulation 5695",
        "Credit by Form 5695, part II", "Schedule 3, line 5b", whose=Whose.RETURN, last=2025,
    ),
    ItemKind(
        "clean_vehicle", "Clean vehicle credit", "electric car 8936", "Credit by Form 8936",
        "Schedule 3, line 6f", whose=Whose.RETURN, last=2025,
    ),
    ItemKind(
        "business_credit", "General business credit", "3800 small employer", "Credit by Form 3800",
        "Schedule 3, line 6a", whose=Whose.RETURN,
    ),
    ItemKind(
        "household_employees", "Household employees", "nanny housekeeper Schedule H", "Tax by Schedule H",
        "Schedule 2, line 9", whose=Whose.RETURN,
    ),
    ItemKind(
        "applied", "Applied from last year's return", "overpayment credited", "Applied", "Form 1040, line 26",
        whose=Whose.RETURN,
    ),
    ItemKind(
        "extension", "Paid with the extension", "4868", "Paid", "Schedule 3, line 10", whose=Whose.RETURN,
    ),
    ItemKind(
        "advance_child_credit", "Advance child tax credit of 2021", "letter 6419", "Received",
        "Schedule 8812 of 2021", whose=Whose.RETURN, first=2021, last=2021,
    ),
    ItemKind(
        "recovery_rebate", "Recovery rebate credit of 2021", "stimulus economic impact payment 6475",
        "Credit by its worksheet", "Form 1040, line 30", whose=Whose.RETURN, first=2021, last=2021,
    ),
)  # fmt: skip
