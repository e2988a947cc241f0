"""Schedule SE (Form 1040), Self-Employment Tax, for one person (26 U.S.C. 1401, 1402)."""

from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import (
    NOT_BELOW_ZERO,
    Choice,
    Figure,
    Page,
    Sheet,
    difference,
    larger_of,
    smaller_of,
    stated,
    total,
)


def schedule_se(
    key: str, person: str, profits: Sequence[Figure], wages: Sequence[Figure], rules: YearRules
) -> Sheet:
    """Part I. `profits` are the person's lines 31 of Schedule C, `wages` the social-security wages."""
    page = Page(key, "Schedule SE", person, rules.numbers("schedule_se"))
    page.section = "Part I · Self-employment tax"
    page.line("net_profit", "2", "Net profit or loss from Schedule C, line 31", total("", profits))
    combined = page.line("combined", "3", "Lines 1a, 1b and 2", total("", (page.sheet()["net_profit"],)))
    factor = rules.figure("self_employment_net_earnings_factor", label="part of profit that counts")
    earnings = combined * factor if combined.amount > 0 else total("", (combined,))
    net = page.line("net_earnings", "4a", "Line 3 times 92.35%, or line 3 if a loss", earnings)
    floor = rules.figure("self_employment_floor", label="net earnings below which there is no tax")
    if earnings.amount < floor.amount:  # to the cent: rounding the line must not bring a tax about
        words = f"Net earnings are below ${floor.amount}: no self-employment tax is due."
        page.notes.append(words)
        nothing = stated(Decimal(0), words, "26 U.S.C. 1402(b)(2)").because(Choice(words))
        tax = page.line("tax", "12", "Self-employment tax", total("", (nothing,)))
    else:
        tax = _tax(page, net, wages, rules)
    half = rules.figure("self_employment_deductible_part", label="part of the tax that is deducted")
    page.line("deductible_part", "13", "Deduction for one-half of self-employment tax", tax * half)
    return page.sheet()


def _tax(page: Page, net: Figure, wages: Sequence[Figure], rules: YearRules) -> Figure:
    """Lines 6 to 12: the two taxes, the first only up to the wage base that wages leave."""
    earnings = page.line("earnings", "6", "Lines 4c and 5b", total("", (net,)))
    base = rules.figure("social_security_wage_base", label="Social security wage base")
    maximum = page.line("wage_base", "7", "Most earnings subject to social security tax", total("", (base,)))
    on_wages = page.line("wages", "8d", "Social security wages", total("", wages))
    room = larger_of("", difference("wage base less wages", maximum, on_wages), NOT_BELOW_ZERO)
    left = page.line("room", "9", "Line 7 less line 8d, not less than zero", room)
    oasdi_rate = rules.figure("self_employment_oasdi_rate", label="social security rate")
    oasdi = page.line(
        "social_security", "10", "The smaller of line 6 or line 9, times 12.4%",
        smaller_of("the smaller of line 6 or line 9", earnings, left) * oasdi_rate,
    )  # fmt: skip
    medicare_rate = rules.figure("self_employment_medicare_rate", label="Medicare rate")
    medicare = page.line("medicare", "11", "Line 6 times 2.9%", earnings * medicare_rate)
    return page.line("tax", "12", "Self-employment tax", oasdi + medicare)
