"""Schedule 2 (Form 1040): additional taxes."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import (
    form_5329,
    form_6251,
    form_8889,
    form_8959,
    form_8960,
    form_8962,
    schedule_se,
)
from half_yard.countries.us.frame import rules
from half_yard.countries.us.household.items import amounts, has
from half_yard.figures import Figure, Form, Page, Role, carried, total


def applies(ask: Ask) -> bool:
    """Whether there is a business, or one of the taxes."""
    others = ask(form_6251.is_due), ask(form_8959.is_due), all(ask(form_8960.is_due))
    return bool(ask(schedule_se.persons_with_business) or ask(_of_household)) or any(others)


def _of_household(ask: Ask) -> tuple[tuple[str, str, str, Figure], ...]:
    """Taxes of what the household has besides: lines 1a, 8, 9 and 17c."""
    found = []
    repaid, early, further = ask(form_8962.repaid), ask(form_5329.taxes), ask(form_8889.further_taxes)
    if repaid.amount:
        found.append(("premium_repaid", "1a", "Advance premium credit repaid (Form 8962)", repaid))
    if early:
        found.append(("early_distributions", "8", "Tax on early distributions (Form 5329)", total(early)))
    if ask(has, "household_employees"):
        paid = total(ask(amounts, "household_employees"))
        found.append(("household_employees", "9", "Household employees (Schedule H)", paid))
    if further:
        title = "Tax on health savings account distributions (Form 8889)"
        found.append(("health_account", "17c", title, total(further)))
    return tuple(found)


@Form
def schedule_2(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_2", "Schedule 2", "", ask(rules).numbers("schedule_2"))


@schedule_2.part
def additional_tax(page: Page, ask: Ask) -> None:
    """Part I, lines 1 to 3."""
    page.section = "Part I · Tax"
    is_due = ask(form_6251.is_due)
    tax = ask(form_6251.due)["tax"] if is_due else total(())
    parts = [
        page.line(key, number, title, figure)
        for key, number, title, figure in ask(_of_household)
        if key == "premium_repaid"
    ]
    minimum = page.line("minimum_tax", "2", "Alternative minimum tax", carried(tax).where(is_due))
    whole = total((*parts, minimum)) if parts else minimum
    page.line("additional_tax", "3", "Additional tax, to Form 1040", whole, Role.TOTAL)


@schedule_2.part
def other_taxes(page: Page, ask: Ask) -> None:
    """Part II, lines 4 to 21."""
    page.section = "Part II · Other taxes"
    taxes = total(ask(schedule_se.of_everyone, "tax"))
    parts = [page.line("self_employment_tax", "4", "Self-employment tax", taxes)]
    medicare, investment = ask(form_8959.is_due), ask(form_8960.is_due)
    parts += [
        page.line(key, number, title, figure)
        for key, number, title, figure in ask(_of_household)
        if key != "premium_repaid"
    ]
    if medicare:
        title = "Additional Medicare Tax (Form 8959)"
        parts.append(page.line("additional_medicare", "11", title, ask(form_8959.tax)["tax"]))
    if all(investment):
        title = "Net investment income tax (Form 8960)"
        parts.append(page.line("net_investment", "12", title, ask(form_8960.tax)["tax"]))
    other = total(parts).where(medicare, *investment)
    page.line("other_taxes", "21", "Total other taxes", other, Role.TOTAL)


def to_return(ask: Ask) -> tuple[Figure, Figure]:
    """Lines 3 and 21 for Form 1040; without the schedule nothing, because of the tests that say so."""
    if ask(applies):
        return ask(additional_tax)["additional_tax"], ask(other_taxes)["other_taxes"]
    nothing = total(())
    others = nothing.where(ask(form_8959.is_due), *ask(form_8960.is_due))
    return nothing.where(ask(form_6251.is_due)), others
