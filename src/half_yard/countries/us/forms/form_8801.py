"""Form 8801, Credit for Prior Year Minimum Tax (26 U.S.C. 53): used up to the tax above the minimum tax."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.carried_in import MINIMUM_TAX_CREDIT, carried_in
from half_yard.countries.us.forms import form_6251, gains_tax
from half_yard.countries.us.frame import rules
from half_yard.figures import (
    Carries,
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
    return bool(ask(carried_in, MINIMUM_TAX_CREDIT).amount or ask(form_6251.timing_part).amount)


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
    regular = page.line("regular", "22", "Regular tax", carried(ask(gains_tax.regular_tax)))
    tentative = page.line(
        "tentative", "23", "Tentative minimum tax", carried(ask(form_6251.tax)["tentative"])
    )
    room = page.line(
        "above_tentative", "24", "Regular tax above it", not_below_zero(difference(regular, tentative))
    )
    used = page.line("credit", "25", "Credit, to Schedule 3", smaller_of(earlier, room), Role.TOTAL)
    page.line("credit_left", "26", "Left for years to come", earlier - used)


@form_8801.part
def goes_on(page: Page, ask: Ask) -> None:
    """What next year begins with: what is left, and what this year's minimum tax adds."""
    page.section = "For next year"
    made = page.line("credit_made", "", "Of this year's minimum tax", ask(form_6251.timing_part))
    every = total((ask(credit)["credit_left"], made))
    page.line("credit_out", "", "Credit carried on", every, carries=Carries(MINIMUM_TAX_CREDIT))
