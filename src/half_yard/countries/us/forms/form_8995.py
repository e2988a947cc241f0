"""Form 8995, Qualified Business Income Deduction, simplified computation (26 U.S.C. 199A)."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us import gaps
from half_yard.countries.us.carried_in import QUALIFIED_LOSS, carried_in
from half_yard.countries.us.forms import form_1040, form_4797, schedule_c, schedule_e, schedule_se
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.questions import TRADE, ask_answer
from half_yard.figures import (
    NOTHING,
    Carries,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    above,
    below,
    carried,
    difference,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.figures.explain import percent_text
from half_yard.sharing import in_proportion


@dataclass(frozen=True, slots=True)
class QualifiedBusiness:
    """A trade or business with its qualified income: profit less its part of the tax deduction."""

    key: str
    name: str
    income: Figure


def applies(ask: Ask) -> bool:
    """Whether there is a qualified business, section 199A dividends, or a loss carried in."""
    carried = ask(carried_in, QUALIFIED_LOSS)
    return bool(ask(qualified_businesses) or carried.parts or carried.amount or ask(reit_dividends).amount)


def reit_dividends(ask: Ask) -> Figure:
    """Box 5 of Form 1099-DIV."""
    return total(ask(own_income).section_199a)


def qualified_businesses(ask: Ask) -> tuple[QualifiedBusiness, ...]:
    """Businesses, and the rentals that are said to be a trade or business.

    Income is the profit less its part of the deduction for self-employment tax, which is spread over the
    person's businesses with a profit in proportion to it (Treas. Reg. 1.199A-3(b)(1)(vi)).
    """
    found = []
    for person in ask(schedule_se.persons_with_business):
        own = [key for key, owner in ask(schedule_c.businesses) if owner == person]
        profits = {key: ask(schedule_c.result, key, person)["net_profit"] for key in own}
        half = ask(schedule_se.tax, person)["deductible_part"]
        deductions = in_proportion(half, profits, rounded=Figure.in_dollars) if half.amount else {}
        for key, profit in profits.items():
            income = carried(profit)
            if key in deductions:
                label = "profit less its part of the deduction for self-employment tax"
                income = difference(profit, deductions[key], label=label)
            name = ask(schedule_c.schedule_c.head, key, person).subject
            found.append(QualifiedBusiness(f"{key}.{person}", name, income))
    for key in ask(schedule_e.properties):
        activity = ask.of(activity_of, key)
        if ask_answer("rental", TRADE, activity.answers):
            rent = ask(schedule_e.result, key)["income_or_loss"]
            if rent.amount < 0:
                rent = ask(schedule_e.allowed_loss, key)["allowed_loss"]
            found.append(QualifiedBusiness(key, activity.name, carried(rent)))
    return tuple(found)


def rental_choices(ask: Ask) -> tuple[Choice, ...]:
    """What was chosen for each rental: whether it counts as a trade or business."""
    choices = []
    for key in ask(schedule_e.properties):
        activity = ask.of(activity_of, key)
        counts = ask_answer("rental", TRADE, activity.answers)
        words = f"{activity.name} is {'' if counts else 'not '}treated as a trade or business"
        choices.append(Choice(words, f"/activities/{key}/answers/{TRADE}"))
    return tuple(choices)


@Form
def form_8995(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8995", "Form 8995", "", ask(rules).numbers("form_8995"))


@form_8995.part
def component(page: Page, ask: Ask) -> None:
    """Lines 1 to 10: the deduction before the income limit."""
    rate = _rate(ask)
    share = percent_text(rate.amount)
    rows = [
        page.line(f"business.{business.key}", f"1({roman})", business.name, business.income)
        for roman, business in zip(ROMANS, ask(qualified_businesses), strict=False)
    ]
    whole = page.line(
        "business_income", "2", "Total qualified business income or loss",
        total(rows).because(*ask(rental_choices)),
    )  # fmt: skip
    loss = page.line(
        "carried_in", "3", "Qualified business net loss carried in", carried(ask(carried_in, QUALIFIED_LOSS))
    )
    net = page.line(
        "net_business_income",
        "4",
        "Business income left after the loss carried in",
        not_below_zero(whole - loss),
    )
    of_business = page.line("component", "5", f"Qualified business component, {share}", net * rate)
    reit = page.line("reit_dividends", "6", "Section 199A dividends", ask(reit_dividends))
    of_reit = page.line("reit_component", "9", f"REIT dividend component, {share}", reit * rate)
    page.line("before_limit", "10", "Deduction before the income limit", of_business + of_reit)


def _rate(ask: Ask) -> Figure:
    return ask(rules).figure(
        "business_income_deduction_rate", label="part of qualified income that is deducted"
    )


@form_8995.part
def deduction(page: Page, ask: Ask) -> None:
    """Lines 11 to 15: the income limit, and the deduction."""
    lines, rate = ask(component), _rate(ask)
    income = page.line(
        "taxable_income",
        "11",
        "Taxable income before this deduction",
        ask(form_1040.before_business_deduction),
    )
    gains = page.line(
        "net_capital_gain", "12", "Net capital gain and qualified dividends", ask(form_1040.net_capital_gain)
    )
    ordinary = page.line(
        "ordinary", "13", "Taxable income without capital gain", not_below_zero(income - gains)
    )
    limit = page.line("limit", "14", f"Income limit, {percent_text(rate.amount)}", ordinary * rate)
    made = smaller_of(lines["before_limit"], limit)
    qualified = above(lines["business_income"], NOTHING)
    if qualified:
        threshold = ask(rules).figure("qbi_threshold", ask(status), "most income of the simplified form")
        too_much = above(income, threshold)
        made = made.marked(*([gaps.QBI_ABOVE_THRESHOLD] if too_much else [])).where(too_much)
        if ask(rules).has("qbi_minimum_deduction"):
            least = ask(rules).figure("qbi_minimum_deduction", label="minimum deduction")
            too_little = below(made, least)
            made = made.marked(*([gaps.QBI_MINIMUM] if too_little else [])).where(too_little)
    ordinary_gain = ask(form_4797.ordinary_gain)
    if ordinary_gain is not None and ordinary_gain.amount:
        made = made.marked(gaps.QBI_SALES)
    page.line("deduction", "15", "Qualified business income deduction", made, Role.TOTAL)


@form_8995.part
def carried_out(page: Page, ask: Ask) -> None:
    """Line 16: a loss that goes on to next year."""
    lines = ask(component)
    loss = smaller_of(lines["business_income"] - lines["carried_in"], NOTHING)
    title = "Qualified business net loss carried forward"
    page.line("carried_out", "16", title, loss, carries=Carries(QUALIFIED_LOSS))


ROMANS = ("i", "ii", "iii", "iv", "v", *(str(number) for number in range(6, 100)))
