"""Schedule 2 (Form 1040): additional taxes."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_6251, form_8959, form_8960, schedule_se
from half_yard.countries.us.frame import rules
from half_yard.figures import Form, Page, Role, carried, total


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
    minimum = page.line("minimum_tax", "2", "Alternative minimum tax", carried(tax).where(is_due))
    page.line("additional_tax", "3", "Additional tax, to Form 1040", minimum, Role.TOTAL)


@schedule_2.part
def other_taxes(page: Page, ask: Ask) -> None:
    """Part II, lines 4 to 21."""
    page.section = "Part II · Other taxes"
    taxes = [ask(schedule_se.tax, person)["tax"] for person in ask(schedule_se.persons_with_business)]
    self_employment = page.line("self_employment_tax", "4", "Self-employment tax", total(taxes))
    parts = [self_employment]
    tests = [ask(form_8959.is_due)]
    if all(tests):
        title = "Additional Medicare Tax (Form 8959)"
        parts.append(page.line("additional_medicare", "11", title, ask(form_8959.tax)["tax"]))
    investment = ask(form_8960.is_due)
    if all(investment):
        title = "Net investment income tax (Form 8960)"
        parts.append(page.line("net_investment", "12", title, ask(form_8960.tax)["tax"]))
    other = total(parts).where(*tests, *investment)
    page.line("other_taxes", "21", "Total other taxes", other, Role.TOTAL)
