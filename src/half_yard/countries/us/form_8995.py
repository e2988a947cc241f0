"""Form 8995, Qualified Business Income Deduction, simplified computation (26 U.S.C. 199A)."""

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.us import gaps
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Choice, Figure, Page, Sheet, larger_of, smaller_of, stated, total

NONE = stated(Decimal(0), "zero")


@dataclass(frozen=True, slots=True)
class QualifiedBusiness:
    """A trade or business with its qualified income: profit less its part of the tax deduction."""

    key: str
    name: str
    income: Figure


def form_8995(
    businesses: Sequence[QualifiedBusiness],
    carried_in: Figure,
    reit_dividends: Figure,
    taxable_income: Figure,
    net_capital_gain: Figure,
    choices: Sequence[Choice],
    rules: YearRules,
    status: str,
) -> Sheet:
    """Lines 1 to 17. `taxable_income` is income before this deduction, `carried_in` a loss as a positive
    amount, `reit_dividends` box 5 of Form 1099-DIV; all in dollars. `choices` say which rentals count as a
    trade or business."""
    page = Page("form_8995", "Form 8995", "", rules.numbers("form_8995"))
    rows = [
        page.line(f"business.{business.key}", f"1({roman})", business.name, business.income)
        for roman, business in zip(_romans(), businesses, strict=False)
    ]
    whole = page.line(
        "business_income", "2", "Total qualified business income or loss", total("", rows).because(*choices)
    )
    loss = page.line("carried_in", "3", "Qualified business net loss carried in", total("", (carried_in,)))
    net = page.line(
        "net_business_income", "4", "Line 2 less the loss of line 3, not less than zero",
        larger_of("", whole - loss, NONE),
    )  # fmt: skip
    rate = rules.figure("business_income_deduction_rate", label="part of qualified income that is deducted")
    component = page.line("component", "5", "20% of line 4", net * rate)
    reit = page.line("reit_dividends", "6", "Section 199A dividends", reit_dividends)
    reit_component = page.line("reit_component", "9", "20% of line 6", reit * rate)
    before_limit = page.line(
        "before_limit", "10", "Deduction before the income limit", component + reit_component
    )
    income = page.line(
        "taxable_income", "11", "Taxable income before this deduction", total("", (taxable_income,))
    )
    gain = page.line("net_capital_gain", "12", "Net capital gain and qualified dividends", net_capital_gain)
    ordinary = page.line(
        "ordinary", "13", "Line 11 less line 12, not less than zero", larger_of("", income - gain, NONE)
    )
    limit = page.line("limit", "14", "20% of line 13", ordinary * rate)
    deduction = smaller_of("", before_limit, limit)
    if whole.amount > 0 and income.amount > rules.amount("qbi_threshold", status):
        deduction = deduction.marked(gaps.QBI_ABOVE_THRESHOLD)
    minimum = rules.values.get("qbi_minimum_deduction")
    if minimum and whole.amount > 0 and deduction.amount < minimum["value"]:
        deduction = deduction.marked(gaps.QBI_MINIMUM)
    page.line("deduction", "15", "Qualified business income deduction", deduction)
    carried_out = smaller_of("", whole - loss, NONE)
    page.line("carried_out", "16", "Qualified business net loss carried forward", carried_out)
    return page.sheet()


def _romans() -> Sequence[str]:
    return ("i", "ii", "iii", "iv", "v", *(str(number) for number in range(6, 100)))
