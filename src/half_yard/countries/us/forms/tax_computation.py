"""Tax on taxable income: the tax table's rule below its limit, the rate schedule above (26 U.S.C. 1, 3)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_1040
from half_yard.countries.us.frame import rules, status, status_choice
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    above,
    below,
    carried,
    difference,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text

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


@Form
def tax_worksheet(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("tax", "Tax computation worksheet")


@tax_worksheet.part
def tax(page: Page, ask: Ask) -> None:
    """The amount that is taxed, bracket by bracket, and the tax in dollars."""
    taxable = ask(form_1040.taxable_income)["taxable_income"]
    by_brackets = fill_in(page, taxable, ask(rules), ask(status))
    page.line("tax", "4", "Tax", by_brackets.because(ask(status_choice)), Role.TOTAL)


def fill_in(page: Page, taxable_income: Figure, values: YearRules, filing_status: str) -> Figure:
    """Fill in the brackets of a taxable income; returns the tax before it is rounded."""
    income = page.exact_line("taxable_income", "1", "Taxable income", carried(taxable_income))
    in_row = _in_its_row(income, values)
    if in_row is not income:
        in_row = page.exact_line("table_income", "2", "Middle of its row of the tax table", in_row)
    taxed = [
        page.exact_line(f"bracket_{number}", f"3.{number}", title, part)
        for number, (title, part) in enumerate(_taxed(in_row, values, filing_status), 1)
    ]
    return total(taxed)


def tax_on(income: Figure, values: YearRules, filing_status: str) -> Figure:
    """The tax on an amount of income, in dollars before rounding: as for taxable income, on no sheet."""
    parts = _taxed(_in_its_row(income, values), values, filing_status)
    return total((part.named(title) for title, part in parts), "tax on that income")


def by_schedule(income: Figure, values: YearRules, filing_status: str) -> Figure:
    """The tax by the rate schedule alone, in dollars before rounding, as the worksheets of estimates have
    it."""
    parts = _taxed(income, values, filing_status)
    return total((part.named(title) for title, part in parts), "tax by the rate schedule")


def _in_its_row(income: Figure, values: YearRules) -> Figure:
    """The middle of the income's row of the tax table, where that is used."""
    limit = values.figure("tax_table_limit", label="income from which the rate schedule applies")
    by_table = below(income, limit)
    return _middle(income).where(by_table) if by_table and above(income, NOTHING) else income


def _taxed(income: Figure, values: YearRules, filing_status: str) -> list[tuple[str, Figure]]:
    """The tax of each bracket that the income reaches, with its words."""
    taxed = []
    for number, (floor, top, rate) in enumerate(_brackets(values, filing_status), 1):
        if number > 1 and income.amount <= floor.amount:
            break
        inside = income if top is None else smaller_of(income, top, label=f"income up to {top.amount:,}")
        within = difference(inside, floor, label="income in this bracket")
        title = f"Taxed at {percent_text(rate.amount)}: above {floor.amount:,}"
        taxed.append((title, within * rate))
    return taxed


def _middle(income: Figure) -> Figure:
    start, end = tax_row(income.amount)
    words = f"to the middle of the row {start:,} to {end:,}"
    to_middle = stated((start + end) / 2 - income.amount, words, "Form 1040 instructions, tax table")
    return total((income, to_middle))


def _brackets(values: YearRules, filing_status: str) -> list[tuple[Figure, Figure | None, Figure]]:
    """Each bracket's floor, top (none for the last) and rate."""
    floor, found = NOTHING, []
    for number in range(1, BRACKETS + 1):
        rate = values.figure(f"rate_{number}", label=f"rate of bracket {number}")
        last = number == BRACKETS
        key, label = f"bracket_{number}_top", f"top of bracket {number}"
        top = None if last else values.figure(key, filing_status, label)
        found.append((floor, top, rate))
        if top is not None:
            floor = top
    return found
