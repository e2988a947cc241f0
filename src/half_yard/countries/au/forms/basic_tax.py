"""Tax on a taxable income before offsets and levies (Income Tax Rates Act 1986)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.au.asset_kinds import MONTHS
from half_yard.countries.au.frame import rules
from half_yard.countries.au.questions import RESIDENT_MONTHS
from half_yard.countries.tax_brackets import by_brackets
from half_yard.figures import Figure, difference, not_below_zero, smaller_of, stated, total

YEAR = stated(Decimal(MONTHS), "months of a year")


def basic_tax(ask: Ask, person: str, income: Figure) -> Figure:
    """By the brackets of the year; one who was not resident all year has a smaller tax-free threshold
    (section 20)."""
    values = ask(rules)
    tax = by_brackets(income, values, "")
    months = persons_records.fact(ask, person, RESIDENT_MONTHS, "months resident")
    if months is None or months.amount >= MONTHS:
        return tax
    more = (values.figure("part_year_more", label="more by months") * months / YEAR).in_cents()
    free = total(
        (values.figure("part_year_threshold", label="for every part of a year"), more), "free of tax"
    )
    usual = values.figure("bracket_2_from", label="usual threshold")
    above = not_below_zero(difference(smaller_of(income, usual), free), "not free of tax")
    first = values.figure("bracket_2_rate", label="first rate")
    return total((tax, (above * first).named("tax below the usual threshold")))
