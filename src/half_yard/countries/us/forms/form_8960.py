"""Form 8960, Net Investment Income Tax (26 U.S.C. 1411)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps, itemizing
from half_yard.countries.us.forms import (
    form_1040,
    form_4797,
    net_operating_loss,
    schedule_1,
    schedule_a,
    schedule_c,
    schedule_e,
    schedule_e_part_ii,
)
from half_yard.countries.us.forms.phased import ALL
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.losses import entities, passive, results
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    Test,
    above,
    carried,
    difference,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.figures.explain import percent_text


def is_due(ask: Ask) -> tuple[Test, ...]:
    """Whether there is net investment income, and income is above the threshold."""
    net = _fill_in(form_8960.head(ask).like(loose=True), ask)
    return (
        above(net, NOTHING),
        above(ask(form_1040.adjusted)["adjusted_gross_income"], _threshold(ask)),
    )


def _threshold(ask: Ask) -> Figure:
    label = "threshold of the net investment income tax"
    return ask(rules).figure("niit_threshold", ask(status), label)


@Form
def form_8960(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8960", "Form 8960", "", ask(rules).numbers("form_8960"))


@form_8960.part
def investment_income(page: Page, ask: Ask) -> None:
    """Parts I and II."""
    _fill_in(page, ask)


def _fill_in(page: Page, ask: Ask) -> Figure:
    """What a business gains in which the owner takes part materially is no investment
    income (1411(c)(2)); rentals are, unless they are such a business."""
    page.section = "Part I · Investment income"
    income = ask(form_1040.income)
    parts = [
        page.line("interest_income", "1", "Taxable interest", income["taxable_interest"]),
        page.line("dividend_income", "2", "Ordinary dividends", income["ordinary_dividends"]),
    ]
    rented = total(
        (*ask(schedule_e.rental_results), *ask(_passive_businesses), *ask(schedule_e_part_ii.passive_results))
    )
    rents = page.line("all_rents", "4a", "Rentals, and businesses without material participation", rented)
    active = total(ask(schedule_e.active_trades))
    own = page.line("active_trades", "4b", "Less rentals that are the owner's own trade", active)
    parts.append(page.line("net_rents", "4c", "Rents that count", rents - own))
    gains = [income["capital_gain"]]
    if ask(form_4797.applies):
        gains.append(ask(schedule_1.of_activities)["other_gains"])
    gain = page.line("net_gain", "5a", "Net gain or loss of sales", total(gains))
    outside = total(ask(_gains_of_own_trades))
    outside = page.line("gains_outside", "5b", "Of it property of the owner's own trades", outside)
    parts.append(page.line("net_gains", "5d", "Gain that counts", gain - outside))
    every = page.line("investment_total", "8", "Investment income", total(parts))
    less = _deductions(page, ask, every)
    net = not_below_zero(difference(every, *less)) if less else not_below_zero(every)
    return page.line("investment_income", "12", "Net investment income", net, Role.SUBTOTAL)


def _deductions(page: Page, ask: Ask, every: Figure) -> list[Figure]:
    """Lines 9a and 9b, where deductions are itemized: investment interest, and state income tax in proportion
    to the income that it is on (26 CFR 1.1411-4(f)(3)(iii), (g)(1))."""
    adjusted = ask(form_1040.adjusted)["adjusted_gross_income"]
    if not ask(itemizing.itemizes) or every.amount <= 0 or adjusted.amount <= 0:
        return []
    found, interest, taxes = [], ask(schedule_a.interest), ask(schedule_a.taxes)
    if "investment" in interest:
        title = "Investment interest (Schedule A, line 9)"
        found.append(page.line("investment_interest", "9a", title, carried(interest["investment"])))
    if "income_tax" in taxes and taxes["all_taxes"].amount > 0:
        counted = taxes["taxes"] * (taxes["income_tax"] / taxes["all_taxes"])
        share = smaller_of(every / adjusted, ALL, label="part of income that is of investment")
        title = "State income tax on that income"
        found.append(
            page.line("state_tax", "9b", title, counted.named("state income tax that counts") * share)
        )
    return found


def _passive_businesses(ask: Ask) -> tuple[Figure, ...]:
    return tuple(
        ask(schedule_c.result, key, person)["net_profit"]
        for key, person in ask(schedule_c.businesses)
        if not ask(passive.is_own_trade, key)
    )


def _gains_of_own_trades(ask: Ask) -> tuple[Figure, ...]:
    own = (key for key in ask(passive.every) if ask(passive.is_own_trade, key))
    of_entities = ask(entities.sold_of_own_trades)
    return (*(figure for key in own for figure in ask(results.gains_of, key)), *of_entities)


@form_8960.part
def tax(page: Page, ask: Ask) -> None:
    """Part III."""
    page.section = "Part III · The tax"
    adjusted = ask(form_1040.adjusted)["adjusted_gross_income"]
    adjusted = page.line("modified_income", "13", "Modified adjusted gross income", adjusted)
    threshold = page.line("threshold", "14", "Threshold", _threshold(ask))
    over = page.line(
        "over_threshold", "15", "Income above it", not_below_zero(difference(adjusted, threshold))
    )
    taxed = page.line(
        "taxed_amount", "16", "The smaller", smaller_of(ask(investment_income)["investment_income"], over)
    )
    rate = ask(rules).figure("niit_rate", label="rate")
    made = taxed * rate
    at_stake = (smaller_of(ask(net_operating_loss.deducted), taxed) * rate).in_dollars().amount
    if at_stake:
        made = made.marked(gaps.loss_of_investment(f"{at_stake:,}"))
    title = f"Net investment income tax, {percent_text(rate.amount)}"
    page.line("tax", "17", title, made, Role.TOTAL)
