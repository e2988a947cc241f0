"""Form 8801, Credit for Prior Year Minimum Tax (26 U.S.C. 53): used up to the tax above the minimum tax."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.carried_in import MINIMUM_TAX_CREDIT, carried_in
from half_yard.countries.us.forms import credit_room, form_6251, gains_tax
from half_yard.countries.us.frame import rules
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    carried,
    difference,
    not_below_zero,
    smaller_of,
    total,
)


def applies(ask: Ask) -> bool:
    """Whether a credit is carried in, or made this year."""
    return bool(ask(carried_in, MINIMUM_TAX_CREDIT).amount) or ask(is_made)


def is_made(ask: Ask) -> bool:
    """Whether minimum tax is due and something in its income comes back in other years."""
    if not ask(form_6251.is_due):
        return False
    made = ask(form_6251.income)
    return any(made[line].amount for line in form_6251.TIMING if line in made)


@Form
def form_8801(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8801", "Form 8801", "", ask(rules).numbers("form_8801"))


@form_8801.part
def credit(page: Page, ask: Ask) -> None:
    """Part II, lines 19 to 26."""
    page.section = "Part II · Credit of the year"
    earlier = carried(ask(carried_in, MINIMUM_TAX_CREDIT))
    earlier = page.line("credit_in", "19", "Credit of earlier years", earlier)
    regular = page.line("regular", "22", "Regular tax less other credits", _regular(ask))
    tentative = carried(ask(form_6251.tax)["tentative"])
    tentative = page.line("tentative", "23", "Tentative minimum tax", tentative)
    room = page.line("above_tentative", "24", "Regular tax above it", not_below_zero(regular - tentative))
    used = page.line("credit", "25", "Credit, to Schedule 3", smaller_of(earlier, room), Role.TOTAL)
    page.line("credit_left", "26", "Left for years to come", earlier - used)


def _regular(ask: Ask) -> Figure:
    """Regular tax, less the credits that come before this one."""
    regular = ask(gains_tax.regular_tax)
    others = [figure for figure in ask(credit_room.before, credit_room.MINIMUM_TAX) if figure.amount]
    return not_below_zero(difference(regular, *others)) if others else carried(regular)


@form_8801.part
def of_this_year(page: Page, ask: Ask) -> None:
    """What of this year's minimum tax comes from items that come back in other years: the tax less what it
    would be with the others alone (part I of next year's form)."""
    if not ask(is_made):
        return
    page.section = "This year's minimum tax without items of timing"
    lines = ask(form_6251.income)
    timing = (lines[line] for line in form_6251.TIMING if line in lines)
    income = page.line("other_income", "", "Income without them", difference(lines["income"], *timing))
    exempt = page.line("other_exemption", "", "Exemption", form_6251.exemption(ask, income))
    base = page.line("other_base", "", "Above the exemption", not_below_zero(income - exempt))
    alone = page.line("other_tentative", "", "Tentative minimum tax", form_6251.tax_on(page, ask, base))
    over = not_below_zero(difference(alone, ask(gains_tax.regular_tax)))
    others = page.line("others", "", "Minimum tax of the other items", over)
    whole = ask(form_6251.due)["tax"]
    title = "Of items of timing: a credit of years to come"
    page.line("credit_made", "", title, not_below_zero(whole - others))


@form_8801.part
def goes_on(page: Page, ask: Ask) -> None:
    """What next year begins with."""
    page.section = "For next year"
    made = ask(of_this_year).get("credit_made", NOTHING)
    every = total((ask(credit)["credit_left"], made))
    page.line("credit_out", "", "Credit carried on", every, carries=Carries(MINIMUM_TAX_CREDIT))
