"""Tax on taxable income: the tax table's rule below its limit, the rate schedule above (26 U.S.C. 1, 3)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Choice, Figure, Page, Sheet, difference, smaller_of, stated, total

BRACKETS = 7
# The rows of the tax table, as its first page prints them: up to an income, rows of this width, after the
# first two rows of 5 and 10 dollars.
NARROW_ROWS_END = Decimal(3000)
NARROW, WIDE = Decimal(25), Decimal(50)
FIRST_ROWS = ((Decimal(0), Decimal(5)), (Decimal(5), Decimal(15)), (Decimal(15), Decimal(25)))


def tax_row(income: Decimal) -> tuple[Decimal, Decimal]:
    """The row of the tax table for an income in dollars: at least the first, but less than the second."""
    for start, end in FIRST_ROWS:
        if income < end:
            return start, end
    width = NARROW if income < NARROW_ROWS_END else WIDE
    start = income // width * width
    return start, start + width


def tax_sheet(taxable_income: Figure, rules: YearRules, status: str, *choices: Choice) -> Sheet:
    """The worksheet of the tax: the amount that is taxed, bracket by bracket, and line "tax" in dollars.

    `choices` are those that decide which brackets apply.
    """
    page = Page("tax", "Tax computation worksheet")
    income = page.exact_line("taxable_income", "1", "Taxable income", total("", (taxable_income,)))
    if 0 < income.amount < rules.amount("tax_table_limit"):
        income = page.exact_line("table_income", "2", "Middle of its row of the tax table", _middle(income))
    taxed = []
    for number, (floor, top, rate) in enumerate(_brackets(rules, status), 1):
        if number > 1 and income.amount <= floor.amount:
            break
        inside = income if top is None else smaller_of(f"income up to {top.amount:,}", income, top)
        within = difference("income in this bracket", inside, floor)
        title = f"Taxed at {rate.amount * 100:.0f}%: above {floor.amount:,}"
        taxed.append(page.exact_line(f"bracket_{number}", f"3.{number}", title, within * rate))
    page.line("tax", "4", "Tax", total("", taxed).because(*choices))
    return page.sheet()


def _middle(income: Figure) -> Figure:
    start, end = tax_row(income.amount)
    words = f"to the middle of the row {start:,} to {end:,}"
    to_middle = stated((start + end) / 2 - income.amount, words, "Form 1040 instructions, tax table")
    return total("", (income, to_middle))


def _brackets(rules: YearRules, status: str) -> list[tuple[Figure, Figure | None, Figure]]:
    """Each bracket's floor, top (none for the last) and rate."""
    floor, found = stated(Decimal(0), "nothing"), []
    for number in range(1, BRACKETS + 1):
        rate = rules.figure(f"rate_{number}", label=f"rate of bracket {number}")
        last = number == BRACKETS
        top = None if last else rules.figure(f"bracket_{number}_top", status, f"top of bracket {number}")
        found.append((floor, top, rate))
        if top is not None:
            floor = top
    return found
