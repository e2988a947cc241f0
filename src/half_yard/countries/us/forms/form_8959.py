"""Form 8959, Additional Medicare Tax (26 U.S.C. 1401(b)(2), 3101(b)(2)), and what was withheld of it."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import schedule_se
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.wage_taxes import medicare_wages, medicare_withheld
from half_yard.figures import Figure, Form, Page, Role, Test, above, not_below_zero, total
from half_yard.figures.explain import percent_text


def is_due(ask: Ask) -> Test:
    """Whether wages and net earnings together are above the threshold."""
    earned = total([*ask(medicare_wages), *_earnings(ask)], "Medicare wages and net earnings")
    return above(earned, _threshold(ask))


def applies(ask: Ask) -> bool:
    """Whether the tax is due, or employers withheld more Medicare tax than the usual rate comes to."""
    usual = total(ask(medicare_wages)) * _usual_rate(ask)
    beyond = total(ask(medicare_withheld)) - usual
    return bool(ask(is_due)) or beyond.in_dollars().amount > len(ask(medicare_withheld))


def _threshold(ask: Ask) -> Figure:
    label = "threshold of the Additional Medicare Tax"
    return ask(rules).figure("additional_medicare_threshold", ask(status), label)


def _usual_rate(ask: Ask) -> Figure:
    return ask(rules).figure("employee_medicare_rate", label="usual rate")


def _earnings(ask: Ask) -> list[Figure]:
    """Line 6 of each Schedule SE; nothing where that is below its floor."""
    taxes = [ask(schedule_se.tax, person) for person in ask(schedule_se.persons_with_business)]
    return [each["earnings"] for each in taxes if "earnings" in each]


@Form
def form_8959(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8959", "Form 8959", "", ask(rules).numbers("form_8959"))


@form_8959.part
def tax(page: Page, ask: Ask) -> None:
    """Parts I, II and IV: the tax on what is above the threshold, wages first."""
    rate = ask(rules).figure("additional_medicare_rate", label="rate")
    share = percent_text(rate.amount)
    page.section = "Part I · On Medicare wages"
    wages = page.line("medicare_wages", "4", "Medicare wages (Form W-2, box 5)", total(ask(medicare_wages)))
    threshold = page.line("threshold", "5", "Threshold", _threshold(ask))
    over = page.line("wages_over", "6", "Wages above it", not_below_zero(wages - threshold))
    on_wages = page.line("on_wages", "7", f"Additional Medicare Tax on wages, {share}", over * rate)
    page.section = "Part II · On self-employment income"
    earned = page.line("earnings", "8", "Self-employment income (Schedule SE, line 6)", total(_earnings(ask)))
    room = page.line("threshold_left", "11", "Threshold left by wages", not_below_zero(threshold - wages))
    over = page.line("earnings_over", "12", "Self-employment income above it", not_below_zero(earned - room))
    on_earnings = page.line("on_earnings", "13", f"Additional Medicare Tax on it, {share}", over * rate)
    page.section = "Part IV · The tax"
    page.line("tax", "18", "Additional Medicare Tax", on_wages + on_earnings, Role.TOTAL)


@form_8959.part
def withheld(page: Page, ask: Ask) -> None:
    """Part V: what employers withheld beyond the usual rate."""
    page.section = "Part V · Withheld"
    rate = _usual_rate(ask)
    taken = page.line("withheld", "19", "Medicare tax withheld (box 6)", total(ask(medicare_withheld)))
    title = f"Of it the usual tax, {percent_text(rate.amount)} of these wages"
    usual = page.line("usual", "21", title, total(ask(medicare_wages)) * rate)
    more = not_below_zero(taken - usual)
    page.line("additional", "24", "Additional Medicare Tax withheld, to Form 1040", more, Role.TOTAL)
