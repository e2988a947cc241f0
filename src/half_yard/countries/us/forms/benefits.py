"""Social security benefits: what of them is taxed (26 U.S.C. 86; worksheet of the Form 1040 instructions)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_1040, schedule_1
from half_yard.countries.us.frame import household, rules, status, status_choice
from half_yard.countries.us.household.items import amounts, has
from half_yard.countries.us.losses.asked import LIVED_APART
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text

SOCIAL_SECURITY = "social_security"


def applies(ask: Ask) -> bool:
    """Whether someone on the return has benefits."""
    return ask(has, SOCIAL_SECURITY)


@Form
def benefits(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("benefits", "Social security benefits", "worksheet")


def _thresholds(ask: Ask) -> tuple[Figure, Figure]:
    """The two incomes from which on benefits are taxed; none for separate filers who lived together at any
    time (86(c)(1)(C))."""
    values, filing = ask(rules), ask(status)
    if filing == "separate" and not LIVED_APART.of(ask.of(household).answers):
        words = Choice(
            "Filing separately, and lived with the spouse", f"/household/answers/{LIVED_APART.key}"
        )
        none = stated(NOTHING.amount, "none for who lived with the spouse", "26 U.S.C. 86(c)(1)(C)")
        return none.because(words), none.because(words)
    first = values.figure("social_security_first_threshold", filing, "first threshold")
    second = values.figure("social_security_second_threshold", filing, "second threshold")
    return first.because(ask(status_choice)), second.because(ask(status_choice))


@benefits.part
def taxed_part(page: Page, ask: Ask) -> None:
    """Lines 1 to 18."""
    if not ask(applies):
        return
    values = ask(rules)
    half = values.figure("social_security_taxable_share_first", label="half")
    most = values.figure("social_security_taxable_share_maximum", label="most of them")
    whole = page.line("benefits", "1", "Benefits", total(ask(amounts, SOCIAL_SECURITY)))
    counted = page.line("half", "2", f"{percent_text(half.amount)} of them", whole * half)
    income = page.line("other", "3", "Other income of the return", ask(form_1040.without_benefits))
    exempt = page.line("exempt", "4", "Tax-exempt interest", ask(form_1040.income)["exempt_interest"])
    less = page.line("less", "6", "Adjustments but for student loan interest", ask(schedule_1.with_ira))
    provisional = page.line(
        "provisional", "7", "Income that decides", not_below_zero(total((counted, income, exempt)) - less)
    )
    first, second = ask(_thresholds)
    first = page.line("first", "8", "First threshold", first)
    over = page.line("over_first", "9", "Above it", not_below_zero(provisional - first))
    step = page.line("between", "10", "Between the two thresholds", difference(second, first))
    over_second = page.line("over_second", "11", "Above the second", not_below_zero(over - step))
    lower = page.line("lower", "12", "Of what is between them", smaller_of(over, step))
    of_lower = page.line(
        "at_half", "14", f"{percent_text(half.amount)} of it, at most half of the benefits",
        smaller_of(lower * half, counted),
    )  # fmt: skip
    of_upper = page.line(
        "at_most", "15", f"{percent_text(most.amount)} of what is above the second", over_second * most
    )
    together = page.line("together", "16", "Together", of_lower + of_upper)
    cap = page.line("cap", "17", f"{percent_text(most.amount)} of the benefits", whole * most)
    page.line("taxable", "18", "Taxed part, to Form 1040", smaller_of(together, cap), Role.TOTAL)


def taxable(ask: Ask) -> Figure:
    """Line 18, or nothing."""
    return ask(taxed_part)["taxable"] if ask(applies) else NOTHING


def not_taxed(ask: Ask) -> Figure:
    """Benefits that are not taxed, which some incomes count."""
    if not ask(applies):
        return NOTHING
    lines = ask(taxed_part)
    return larger_of(difference(lines["benefits"], lines["taxable"]), NOTHING, label="benefits not taxed")
