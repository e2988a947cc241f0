"""The tax offsets that are worked out from income: low income, low and middle income, small business."""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.au.forms import income_tests, incomes, itr, losses, p8, p8_parts
from half_yard.countries.au.frame import has_spouse, rules, spouse_of
from half_yard.countries.au.items import SPOUSE_SUPER, of_person
from half_yard.countries.au.questions import SENIOR
from half_yard.figures import (
    NOTHING,
    Figure,
    above,
    below,
    difference,
    not_below_zero,
    smaller_of,
    total,
)


def low_income(ask: Ask, income: Figure) -> Figure:
    """What is left of the most after both steps (ITAA 1997 s 61-115)."""
    values = ask(rules)
    most = values.figure("low_income_offset_most", label="most of the offset")
    first = values.figure("low_income_offset_1_from", label="income from which it falls")
    second = values.figure("low_income_offset_2_from", label="income from which it falls slower")
    steep = not_below_zero(difference(smaller_of(income, second), first), "income in the first step")
    flat = not_below_zero(difference(income, second), "income in the second step")
    less = (
        (steep * values.figure("low_income_offset_1_rate", label="first rate")).in_cents(),
        (flat * values.figure("low_income_offset_2_rate", label="second rate")).in_cents(),
    )
    return not_below_zero(difference(most, *less), "low income offset")


def low_and_middle(ask: Ask, income: Figure) -> Figure:
    """To 2021-22: rising to the most, then falling, nothing above the end (s 61-107)."""
    values = ask(rules)
    end = values.figure("lmito_ends", label="income above which there is none")
    if too_much := above(income, end):
        return NOTHING.where(too_much)
    low, most = values.figure("lmito_low", label="least"), values.figure("lmito_max", label="most")
    start = values.figure("lmito_1_from", label="income from which it rises")
    rise = not_below_zero(difference(income, start)) * values.figure("lmito_1_rate", label="rate")
    fall_from = values.figure("lmito_full_to", label="income from which it falls")
    fall = not_below_zero(difference(income, fall_from)) * values.figure("lmito_2_rate", label="rate")
    risen = smaller_of(total((low, rise.in_cents())), most)
    return not_below_zero(difference(risen, fall.in_cents()), "offset")


def seniors(ask: Ask, person: str) -> Figure:
    """Item T1, of one of age-pension age: the most, less a part of rebate income above a limit; of a couple
    each with amounts of their own (ITAA 1936 s 160AAAA)."""
    if not SENIOR.of(ask.of(person_of, person).answers):
        return NOTHING
    values, kind = ask(rules), "couple" if ask(has_spouse) else "single"
    most = values.figure(f"seniors_{kind}_most", label="most of the offset")
    start = values.figure(f"seniors_{kind}_from", label="rebate income from which it falls")
    rebate = ask(income_tests.tested, person)["repayment"]
    over = not_below_zero(difference(rebate, start), "rebate income above it")
    less = (over * values.figure("seniors_rate", label="part of it")).in_cents()
    return not_below_zero(difference(most, less), "seniors offset")


def of_spouse_super(ask: Ask, person: str) -> Figure:
    """Item T3: a part of what was contributed for a spouse with little income (ITAA 1997 s 290-230)."""
    paid, other = total(of_person(ask, person, SPOUSE_SUPER), "contributions"), ask(spouse_of, person)
    if not paid.amount or not other:
        return NOTHING
    values, added = ask(rules), of_person(ask, other, "fringe_benefits", "reportable_super")
    income = total((ask(incomes.assessable, other), *added), "income of the spouse")
    start = values.figure("spouse_super_from", label="income from which it falls")
    over = not_below_zero(difference(income, start), "above it")
    most = not_below_zero(difference(values.figure("spouse_super_most", label="most that counts"), over))
    counted = smaller_of(paid, most, label="contributions that count")
    return (counted * values.figure("spouse_super_rate", label="part of it")).in_cents()


def small_business(ask: Ask, person: str, tax: Figure) -> Figure:
    """A part of the tax that falls on net small business income, up to the cap (s 328-360); nothing on income
    from personal services."""
    values, income = ask(rules), ask(itr.taxable, person)["taxable_income"]
    turnover = total((ask(p8.sales_of, key) for key in ask(p8_parts.of_person, person)), "turnover")
    most = values.figure("small_business_offset_turnover", label="turnover of a small business")
    if not (small := below(turnover, most)):
        return NOTHING.where(small)
    net = [
        *(
            ask(losses.counted, key, person)
            for key in ask(p8_parts.of_person, person)
            if not ask(p8_parts.is_personal, key)
        ),
        *incomes.small_business_shares(ask, person),
    ]
    counted = smaller_of(not_below_zero(total(net, "net small business income").without_cents()), income)
    if not counted.amount:
        return NOTHING
    part = tax * (counted / income).named("part of taxable income")
    rate = values.figure("small_business_offset_rate", label="rate of the offset")
    cap = values.figure("small_business_offset_cap", label="cap")
    return smaller_of((part * rate).in_cents(), cap, label="small business offset")
