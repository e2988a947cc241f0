"""Schedule 1 (Form 1040): additional income and adjustments to income."""

from collections.abc import Sequence

from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Figure, Page, Sheet, total


def schedule_1(
    profits: Sequence[Figure],
    sales: Sequence[Figure],
    rentals: Sequence[Figure],
    half_taxes: Sequence[Figure],
    early_withdrawal: Sequence[Figure],
    rules: YearRules,
) -> Sheet:
    """Lines 3, 5 and 10, 15 and 26. `profits` are lines 31 of Schedule C,
    `sales` line 18b of Form 4797, `rentals` line 26 of Schedule E,
    `half_taxes` lines 13 of Schedule SE, `early_withdrawal` boxes 2 of Form 1099-INT."""
    page = Page("schedule_1", "Schedule 1", "", rules.numbers("schedule_1"))
    page.section = "Part I · Additional income"
    business = page.line("business_income", "3", "Business income or loss", total("", profits))
    gains = page.line("other_gains", "4", "Other gains or losses (Form 4797)", total("", sales))
    rental = page.line("rental_income", "5", "Rental real estate (Schedule E)", total("", rentals))
    page.line("additional_income", "10", "Total additional income", total("", (business, gains, rental)))
    page.section = "Part II · Adjustments to income"
    half = page.line(
        "half_self_employment_tax", "15", "Deductible part of self-employment tax", total("", half_taxes)
    )
    penalty = page.line(
        "early_withdrawal", "18", "Penalty on early withdrawal of savings", total("", early_withdrawal)
    )
    page.line("adjustments", "26", "Total adjustments to income", half + penalty)
    return page.sheet()
