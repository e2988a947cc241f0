"""Schedule SE (Form 1040), Self-Employment Tax, for one person (26 U.S.C. 1401, 1402)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.us.forms import schedule_c
from half_yard.countries.us.frame import BOOKS, people, rules
from half_yard.countries.us.household.incomes import K1
from half_yard.countries.us.household.items import boxes
from half_yard.countries.us.questions import ALONE, OPTIONAL
from half_yard.countries.us.wage_taxes import social_security_wages
from half_yard.figures import (
    NOTHING,
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
    stated,
    total,
)
from half_yard.figures.explain import percent_text
from half_yard.records import ClientFile


def persons_with_business(ask: Ask) -> tuple[str, ...]:
    """The people on the return who have a business."""
    return tuple(
        person for person in ask(people) if bool(ask(_carried_on, person)) or ask(_as_partner, person)
    )


def of_everyone(ask: Ask, key: str) -> tuple[Figure, ...]:
    """A line of the tax of each person with a business."""
    return tuple(ask(tax, person)[key] for person in ask(persons_with_business))


def profits_of_everyone(ask: Ask) -> tuple[Figure, ...]:
    """Line 3 of each person with a business."""
    return tuple(ask(profits, person)["combined"] for person in ask(persons_with_business))


def own_profits(ask: Ask, person: str) -> tuple[Figure, ...]:
    """Line 31 of each Schedule C of a person. Who alone carries on what is community property has the whole
    of it, and the other spouse none (26 U.S.C. 1402(a)(5)(A))."""
    found = []
    for key in ask(_carried_on, person):
        profit = ask(schedule_c.result, key, person)["net_profit"]
        if ask.of(_spouses, key) in ALONE:
            words = "Community property that one spouse alone carries on: the whole profit counts"
            whole = profit / ask(BOOKS.shares, key)[person]
            profit = whole.because(Choice(words, f"/activities/{key}/choices/spouses"))
        found.append(profit)
    return tuple(found)


def _carried_on(ask: Ask, person: str) -> tuple[str, ...]:
    """The own businesses that a person carries on."""
    return tuple(
        key
        for key, owner in ask(schedule_c.businesses)
        if owner == person and ALONE.get(ask.of(_spouses, key), person) == person
    )


def _spouses(file: ClientFile, key: str) -> str:
    return file.activities[key].choices.get("spouses", "")


def _as_partner(ask: Ask, person: str) -> tuple[Figure, ...]:
    return ask(boxes, K1, "self_employment", person)


@Form
def schedule_se(ask: Ask, person: str) -> Page:
    """Whose it is."""
    numbers = ask(rules).numbers("schedule_se")
    return Page(f"schedule_se.{person}", "Schedule SE", ask(BOOKS.name, person), numbers, about=person)


@schedule_se.part
def profits(page: Page, ask: Ask, person: str) -> None:
    """Lines 2 and 3."""
    page.section = "Part I · Self-employment tax"
    each, partner = ask(own_profits, person), ask(_as_partner, person)
    title = "Net profit or loss from Schedule C"
    if partner:
        title = "Net profit or loss of businesses and partnerships"
    profit = page.line("net_profit", "2", title, total((*each, *partner)))
    page.line("combined", "3", "Net profit or loss in all", profit)


def optional(ask: Ask, person: str) -> Figure | None:
    """What the nonfarm optional method has as earnings, where it is elected and may be used: two thirds of
    the gross income up to an amount (26 U.S.C. 1402(a), following paragraph (17)); None where it may not."""
    if not OPTIONAL.of(ask.of(person_of, person).answers):
        return None
    values, profit = ask(rules), ask(profits, person)["combined"]
    own = ask(_carried_on, person)
    gross = total((ask(schedule_c.income, key, person)["gross_income"] for key in own), "gross income")
    most = values.figure("se_optional_method_maximum", label="most of the optional method")
    factor = values.figure("self_employment_net_earnings_factor", label="part of profit that counts")
    share = values.figure("se_optional_share", label="part of gross income")
    tests = (below(profit, most / factor), below(profit, gross * share))
    if not all(tests):
        return None
    thirds = stated(Decimal(2), "two") / stated(Decimal(3), "thirds")
    return smaller_of(not_below_zero(gross * thirds), most).where(*tests)


def earned(ask: Ask, person: str) -> Figure:
    """Net earnings to the cent: rounding the line must not bring a tax about."""
    by_option = ask(optional, person)
    if by_option is not None:
        return by_option
    combined = ask(profits, person)["combined"]
    factor = ask(rules).figure("self_employment_net_earnings_factor", label="part of profit that counts")
    is_profit = above(combined, NOTHING)
    return (combined * factor if is_profit else carried(combined)).where(is_profit)


@schedule_se.part
def net_earnings(page: Page, ask: Ask, person: str) -> None:
    """Line 4: what counts of the profit, or the earnings of the optional method."""
    page.section = "Part I · Self-employment tax"
    if ask(optional, person) is not None:
        title = "Earnings by the nonfarm optional method (line 17)"
        page.line("net_earnings", "4b", title, ask(earned, person))
        return
    if OPTIONAL.of(ask.of(person_of, person).answers):
        page.notes.append("The optional method is elected, but net profit is too high: it is not used.")
    factor = percent_text(ask(rules).amount("self_employment_net_earnings_factor"))
    title = f"Net earnings, {factor} of a profit, all of a loss"
    page.line("net_earnings", "4a", title, ask(earned, person))


@schedule_se.part
def tax(page: Page, ask: Ask, person: str) -> None:
    """Lines 6 to 13: the two taxes, the first only up to the wage base that wages leave."""
    page.section = "Part I · Self-employment tax"
    net = ask(net_earnings, person)["net_earnings"]
    floor = ask(rules).figure("self_employment_floor", label="net earnings below which there is no tax")
    if too_little := below(ask(earned, person), floor):
        words = f"Net earnings are below ${floor.amount}: no self-employment tax is due."
        page.notes.append(words)
        none = stated(Decimal(0), words, "26 U.S.C. 1402(b)(2)").where(too_little)
        whole = page.line("tax", "12", "Self-employment tax", none, Role.TOTAL)
    else:
        whole = page.line(
            "tax", "12", "Self-employment tax", _taxes(page, ask, person, net).where(too_little), Role.TOTAL
        )
    half = ask(rules).figure("self_employment_deductible_part", label="part of the tax that is deducted")
    page.line("deductible_part", "13", "Deduction for one-half of self-employment tax", whole * half)


def _taxes(page: Page, ask: Ask, person: str, net: Figure) -> Figure:
    """Lines 6 to 11."""
    values = ask(rules)
    earnings = page.line("earnings", "6", "Net earnings that are taxed", net)
    base = values.figure("social_security_wage_base", label="Social security wage base")
    maximum = page.line("wage_base", "7", "Most earnings subject to social security tax", base)
    on_wages = page.line("wages", "8d", "Social security wages", total(ask(social_security_wages, person)))
    room = not_below_zero(difference(maximum, on_wages, label="wage base less wages"))
    left = page.line("room", "9", "Wage base that is left", room)
    oasdi_rate = values.figure("self_employment_oasdi_rate", label="social security rate")
    oasdi = page.line(
        "social_security", "10",
        f"Social security tax, {percent_text(oasdi_rate.amount)}",
        smaller_of(earnings, left, label="earnings within the wage base") * oasdi_rate,
    )  # fmt: skip
    medicare_rate = values.figure("self_employment_medicare_rate", label="Medicare rate")
    title = f"Medicare tax, {percent_text(medicare_rate.amount)}"
    medicare = page.line("medicare", "11", title, earnings * medicare_rate)
    return oasdi + medicare
