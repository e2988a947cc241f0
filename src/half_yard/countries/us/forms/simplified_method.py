"""The simplified method for an annuity with a cost (26 U.S.C. 72(d); worksheet of the Form 1040
instructions, lines 5a and 5b)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.household.items import amount_of, items_of
from half_yard.countries.us.household.retirement_income import (
    PENSION,
    expected_payments,
    has_cost,
    item_at,
    tax_free,
    taxable_of,
)
from half_yard.figures import Form, Page, Role, carried


def annuities(ask: Ask) -> tuple[str, ...]:
    """The record paths of the annuities that it is used for."""
    return tuple(path for path, item in ask(items_of, PENSION) if has_cost(item))


@Form
def simplified_method(ask: Ask, path: str) -> Page:
    """One for each annuity."""
    key = path.rpartition("/")[2]
    name = ask.of(item_at, path).name or "Annuity"
    return Page(f"simplified_method.{key}", "Simplified method", name, in_cents=True)


@simplified_method.part
def taxed_part(page: Page, ask: Ask, path: str) -> None:
    """Lines 1 to 9."""
    page.line("gross", "1", "Received this year", amount_of((path, ask.of(item_at, path))))
    page.line("payments", "3", "Expected payments, by age", ask(expected_payments, path))
    page.line("tax_free", "8", "Tax-free part of this year", ask(tax_free, path))
    page.line("taxable", "9", "Taxed part, to Form 1040", carried(ask(taxable_of, path)), Role.TOTAL)
