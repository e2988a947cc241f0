"""Form 8995, Qualified Business Income Deduction, simplified computation (26 U.S.C. 199A), and the deduction
by whichever of the two forms is filed."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.carried_in import QUALIFIED_LOSS, carried_in
from half_yard.countries.us.forms import form_1040, form_8995_a
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.qualified import trades
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    Test,
    above,
    at_least,
    below,
    carried,
    larger_of,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.figures.explain import percent_text


def applies(ask: Ask) -> bool:
    """Whether there is a qualified business, section 199A dividends, or a loss carried in."""
    carried = ask(carried_in, QUALIFIED_LOSS)
    return bool(
        ask(trades.qualified_businesses) or carried.parts or carried.amount or ask(reit_dividends).amount
    )


def is_above(ask: Ask) -> Test:
    """Whether taxable income is above the threshold, so that Form 8995-A is filed instead."""
    threshold = ask(rules).figure("qbi_threshold", ask(status), "most income of the simplified form")
    return above(ask(form_1040.before_business_deduction), threshold)


def deduction(ask: Ask) -> Figure:
    """The deduction of the year, by the form that is filed."""
    is_long = ask(is_above)
    if is_long and ask(trades.qualified_businesses):
        return ask(form_8995_a.part_iv)["deduction"]
    return ask(simplified)["deduction"]


def reit_dividends(ask: Ask) -> Figure:
    """Box 5 of Form 1099-DIV."""
    return total(ask(own_income).section_199a)


@Form
def form_8995(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8995", "Form 8995", "", ask(rules).numbers("form_8995"))


@form_8995.part
def component(page: Page, ask: Ask) -> None:
    """Lines 1 to 10: the deduction before the income limit."""
    rate = rate_of(ask)
    share = percent_text(rate.amount)
    rows = [
        page.line(f"business.{business.key}", f"1({roman})", business.name, business.income)
        for roman, business in zip(ROMANS, ask(trades.qualified_businesses), strict=False)
    ]
    whole = page.line(
        "business_income", "2", "Total qualified business income or loss",
        total(rows).because(*ask(trades.rental_choices)),
    )  # fmt: skip
    loss = page.line(
        "carried_in", "3", "Qualified business net loss carried in", carried(ask(carried_in, QUALIFIED_LOSS))
    )
    title = "Business income left after the loss carried in"
    net = page.line("net_business_income", "4", title, not_below_zero(whole - loss))
    of_business = page.line("component", "5", f"Qualified business component, {share}", net * rate)
    reit = page.line("reit_dividends", "6", "Section 199A dividends", ask(reit_dividends))
    of_reit = page.line("reit_component", "9", f"REIT dividend component, {share}", reit * rate)
    page.line("before_limit", "10", "Deduction before the income limit", of_business + of_reit)


def rate_of(ask: Ask) -> Figure:
    """The part of qualified income that is deducted. It is no part of its own."""
    return ask(rules).figure(
        "business_income_deduction_rate", label="part of qualified income that is deducted"
    )


def income_limit(page: Page, ask: Ask, numbers: tuple[str, str, str, str]) -> Figure:
    """The part of taxable income without capital gain that is the most, on its lines. It is no part of its
    own."""
    rate = rate_of(ask)
    before = ask(form_1040.before_business_deduction)
    income = page.line("taxable_income", numbers[0], "Taxable income before this deduction", before)
    gains = page.line(
        "net_capital_gain", numbers[1], "Net capital gain and qualified dividends",
        ask(form_1040.net_capital_gain),
    )  # fmt: skip
    title = "Taxable income without capital gain"
    ordinary = page.line("ordinary", numbers[2], title, not_below_zero(income - gains))
    return page.line("limit", numbers[3], f"Income limit, {percent_text(rate.amount)}", ordinary * rate)


def at_the_least(ask: Ask, made: Figure) -> Figure:
    """The deduction, or the least there is from 2026 on where trades with material participation earn enough
    (26 U.S.C. 199A(i)). It is no part of its own."""
    if not ask(rules).has("qbi_minimum_deduction"):
        return made
    earned = total(
        (business.income for business in ask(trades.qualified_businesses) if business.active),
        "qualified income of trades with material participation",
    )
    enough = at_least(earned, ask(rules).figure("qbi_minimum_active_income", label="enough of it"))
    if not enough:
        return made.where(enough) if earned.amount > 0 else made
    least = ask(rules).figure("qbi_minimum_deduction", label="minimum deduction")
    return larger_of(made, least).where(enough) if below(made, least) else made


@form_8995.part
def simplified(page: Page, ask: Ask) -> None:
    """Lines 11 to 15: the income limit, and the deduction."""
    lines = ask(component)
    limit = income_limit(page, ask, ("11", "12", "13", "14"))
    made = at_the_least(ask, smaller_of(lines["before_limit"], limit))
    if above(lines["business_income"], NOTHING):
        made = made.where(ask(is_above))
    page.line("deduction", "15", "Qualified business income deduction", made, Role.TOTAL)


@form_8995.part
def carried_out(page: Page, ask: Ask) -> None:
    """Line 16: a loss that goes on to next year."""
    lines = ask(component)
    loss = smaller_of(lines["business_income"] - lines["carried_in"], NOTHING)
    title = "Qualified business net loss carried forward"
    page.line("carried_out", "16", title, loss, carries=Carries(QUALIFIED_LOSS))


ROMANS = ("i", "ii", "iii", "iv", "v", *(str(number) for number in range(6, 100)))
