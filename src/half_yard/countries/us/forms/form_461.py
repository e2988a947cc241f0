"""Form 461, Limitation on Business Losses (26 U.S.C. 461(l)): what is above the limit is income again, and a
net operating loss of next year."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us.forms import (
    form_4797,
    schedule_1,
    schedule_c,
    schedule_d,
    schedule_e,
    schedule_e_part_ii,
)
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.losses import passive
from half_yard.countries.us.losses.asked import Standing
from half_yard.countries.us.qualified.asked import TRADE
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    Test,
    above,
    difference,
    not_below_zero,
    smaller_of,
    total,
)


def may_apply(ask: Ask) -> Test:
    """Whether what some businesses and rentals lost is above the limit, whatever others earned."""
    of_entities = (*ask(schedule_e_part_ii.active_results), *ask(schedule_e_part_ii.passive_results))
    every = (*ask(schedule_c.profits), *ask(schedule_e.rental_results), *of_entities)
    lost = [each for each in every if each.amount < 0]
    return above(difference(NOTHING, *lost, label="losses of the year"), _limit(ask))


def _limit(ask: Ask) -> Figure:
    label = "limit on business losses (26 U.S.C. 461(l))"
    return ask(rules).figure("excess_business_loss_threshold", ask(status), label)


@Form
def form_461(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_461", "Form 461", "", ask(rules).numbers("form_461"))


def _investments(ask: Ask) -> list[Figure]:
    """What counts of rentals that are no trade or business."""
    return [
        ask(schedule_e.counted, key)
        for key in ask(schedule_e.properties)
        if not TRADE.of(ask.of(activity_of, key).answers)
        and ask(passive.standing, key) is not Standing.NOT_PASSIVE
    ]


@form_461.part
def excess(page: Page, ask: Ask) -> None:
    """Lines 2 to 16. Wages are no business income (461(l)(3)(A)), and a gain of capital assets counts as far
    as it is that of a business and there is one in all (461(l)(3)(B))."""
    page.section = "Parts I and II · Income and losses"
    every = ask(schedule_1.of_activities)
    business = page.line("of_businesses", "2", "Businesses (Schedule 1, line 3)", every["business_income"])
    gained = ask(form_4797.capital_gain) or NOTHING
    gains = smaller_of(not_below_zero(gained), not_below_zero(ask(schedule_d.net_gain)))
    gains = page.line("business_gains", "3", "Capital gain of businesses", gains)
    other = page.line("other_gains", "4", "Other gains (Schedule 1, line 4)", every["other_gains"])
    rents = page.line("of_rentals", "5", "Rentals (Schedule 1, line 5)", every["rental_income"])
    outside = page.line("no_business", "10", "Of it no trade or business", total(_investments(ask)))
    together = difference(total((business, gains, other, rents)), outside)
    net = page.line("of_all_businesses", "14", "Trades and businesses together", together, Role.SUBTOTAL)
    page.section = "Part III · Excess business loss"
    limit = page.line("loss_limit", "15", "Limit", _limit(ask))
    over = not_below_zero(difference(difference(NOTHING, net), limit))
    page.line("excess", "16", "Excess business loss, to Schedule 1", over, Role.TOTAL)
