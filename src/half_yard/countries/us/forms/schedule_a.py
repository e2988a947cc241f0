"""Schedule A, itemized deductions (26 U.S.C. 63(d), 163, 164, 165, 170, 213): fed by what is entered for the
household and by the personal parts of shared things."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.us import gaps, itemizing
from half_yard.countries.us.carried_in import (
    INVESTMENT_INTEREST,
    NET_OPERATING_LOSS,
    carried_in,
    each_carried_in,
)
from half_yard.countries.us.forms import form_1040, form_7206, form_8962, gifts, shared_costs
from half_yard.countries.us.frame import rules, status, status_choice
from half_yard.countries.us.household.itemized import ITEMIZED, LOAN, OLD_LOAN
from half_yard.countries.us.household.items import amount_of, amounts, box_of, boxes, has, items_of
from half_yard.countries.us.own_income import own_income, state_tax_withheld
from half_yard.countries.us.shared.divided import divided
from half_yard.countries.us.shared.kinds import DWELLING, HOME, HOUSE, VEHICLE
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    carried,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text

OF_THINGS = (
    ("real_estate_tax", {HOME, HOUSE, DWELLING}, "real_estate_tax"),
    ("personal_property_tax", {VEHICLE}, "property_tax"),
    ("mortgage_interest", {HOME, HOUSE, DWELLING}, "mortgage_interest"),
)
"""What shared things bring: the line here, the kinds of thing, and on which line of their costs."""
KINDS = tuple(kind.key for kind in ITEMIZED)
HALF = stated(Decimal("0.5"), "half for separate filers", "26 U.S.C. 164(b)(6)")


def applies(ask: Ask) -> bool:
    """Whether anything reaches it."""
    if ask(has, *KINDS, form_7206.INSURANCE, form_8962.PLAN) or ask(state_tax_withheld) or ask(gifts.came_in):
        return True
    if ask(carried_in, INVESTMENT_INTEREST).amount:
        return True
    return any(list(_personal(ask, line)) for line, _, _ in OF_THINGS)


LEVER = stated(Decimal("1.5"), "with what a lower profit changes besides")
LONG_LEVER = stated(Decimal(3), "with all that a lower profit changes besides")
"""Interest and taxes of a home come off a business too: a lower profit frees passive losses (half of it), and
lowers taxed benefits (most of it) and what falls with income."""


def at_most(ask: Ask) -> Figure:
    """All that itemizing could take off the income, however much of it counts in the end."""
    parts = [figure for kind in (*KINDS, form_7206.INSURANCE) for figure in ask(amounts, kind)]
    parts += [*ask(state_tax_withheld), *ask(boxes, "mortgage", "points"), *_carried_interest(ask)]
    parts += [leaf for kind, _, _ in gifts.ORDER for _, leaf in ask(each_carried_in, kind)]
    if ask(form_8962.applies):
        parts.append(ask(form_8962.premiums_of_year))
    shared = [
        ask(divided, thing)[line].whole
        for thing in ask(things)
        for line in ("mortgage_interest", "real_estate_tax", "property_tax")
        if line in ask(divided, thing)
    ]
    if shared:
        much = ask(has, "social_security", "ira_contribution", "student_loan", form_8962.PLAN)
        much = much or bool(ask(each_carried_in, NET_OPERATING_LOSS))
        parts.append(total(shared, "interest and taxes of shared things") * (LONG_LEVER if much else LEVER))
    return total(parts, "all that could be itemized")


@Form
def schedule_a(ask: Ask) -> Page:
    """The schedule, with whether it is used."""
    page = Page("schedule_a", "Schedule A", "", ask(rules).numbers("schedule_a"))
    if not ask(itemizing.itemizes):
        page.notes.append("Not used: the standard deduction is taken.")
    return page


@schedule_a.part
def medical(page: Page, ask: Ask) -> None:
    """Lines 1 to 4 (213(a))."""
    paid = [*ask(amounts, "medical")]
    left = ask(form_7206.left_over)
    if left.amount:
        paid.append(left)
    if not paid:
        return
    page.section = "Medical costs"
    every = page.line("medical", "1", "Medical and dental costs", total(paid))
    income = page.line("income", "2", "Adjusted gross income", _income(ask))
    share = ask(rules).figure("medical_floor", label="part of income that is not deducted")
    title = f"{percent_text(share.amount)} of it"
    floor = page.line("medical_floor", "3", title, not_below_zero(income) * share)
    page.line("medical_deducted", "4", "Above it", not_below_zero(every - floor), Role.SUBTOTAL)


def _income(ask: Ask) -> Figure:
    return carried(ask(form_1040.adjusted)["adjusted_gross_income"])


def _personal(ask: Ask, line: str) -> Iterator[Figure]:
    """The personal parts of shared things."""
    _, kinds, of_thing = next(each for each in OF_THINGS if each[0] == line)
    for thing in ask(things):
        if ask.of(thing_of, thing).kind in kinds and of_thing in ask(divided, thing):
            yield ask(shared_costs.by_use, thing)[f"{of_thing}.personal"]


@schedule_a.part
def taxes(page: Page, ask: Ask) -> None:
    """Lines 5a to 7: income or sales taxes, whichever is more, within the year's cap (164(b)(5), (6))."""
    withheld, paid = ask(state_tax_withheld), ask(amounts, "state_income_tax")
    by_income = total((*withheld, *paid), "state and local income taxes")
    by_sales = total(ask(amounts, "sales_tax"), "general sales taxes")
    real = [*ask(amounts, "real_estate_tax"), *_personal(ask, "real_estate_tax")]
    other = [*ask(amounts, "property_tax"), *_personal(ask, "personal_property_tax")]
    if not (withheld or paid or by_sales.parts or real or other):
        return
    page.section = "Taxes"
    parts = []
    if by_income.parts or by_sales.parts:
        more = larger_of(by_income, by_sales, label="income or sales taxes") if by_sales.parts else by_income
        parts.append(page.line("income_tax", "5a", "State and local income or sales taxes", more))
    if real:
        title = "Real estate taxes, personal part"
        parts.append(page.line("real_estate_tax", "5b", title, total(real), Role.SUBTOTAL))
    if other:
        title = "Personal property taxes, personal part"
        parts.append(page.line("personal_property_tax", "5c", title, total(other), Role.SUBTOTAL))
    every = page.line("all_taxes", "5d", "Together", total(parts))
    most = page.line("cap", "", "Most of the year", _cap(ask))
    page.line("taxes", "7", "Taxes that count", smaller_of(every, most), Role.SUBTOTAL)


def _cap(ask: Ask) -> Figure:
    """The cap of the year; from 2025 on less above an income, but not below a floor, and halved for separate
    filers at the end (164(b)(6), (7); Schedule A instructions of 2025)."""
    values, filing = ask(rules), ask(status)
    if not values.has("salt_cap_phase_down_rate"):
        return values.figure("salt_cap", filing, "cap").because(ask(status_choice))
    of = "joint" if filing == "separate" else filing
    start = values.figure("salt_cap_phase_down_start", filing, "income from which it falls")
    over = not_below_zero(difference(_income(ask), start, label="income above its start"))
    lost = over * values.figure("salt_cap_phase_down_rate", label="part of that")
    cap = not_below_zero(difference(values.figure("salt_cap", of, "cap"), lost))
    cap = larger_of(cap, values.figure("salt_cap_floor", of, "at least"), label="cap at this income")
    return cap * HALF if filing == "separate" else cap


@schedule_a.part
def interest(page: Page, ask: Ask) -> None:
    """Lines 8 to 10: home mortgages within the loan limit (163(h)(3)), investment interest within investment
    income (163(d))."""
    own = ask(items_of, "mortgage")
    of_things = list(_personal(ask, "mortgage_interest"))
    invested = (*ask(amounts, "investment_interest"), *_carried_interest(ask))
    if not (own or of_things or invested):
        return
    page.section = "Interest"
    parts = []
    if own or of_things:
        every = [amount_of(found) for found in own] + of_things
        every += ask(boxes, "mortgage", "points")
        paid = page.line(
            "mortgage_interest", "8a", "Home mortgage interest, personal part", total(every), Role.SUBTOTAL
        )
        share = _loan_share(ask)
        if share is not None:
            share = page.exact_line("loan_share", "", "Part of the loans within the limit", share)
            paid = page.line("within_limit", "8e", "Interest that counts", paid * share)
        parts.append(paid)
    if invested:
        most = not_below_zero(_investment_income(ask))
        paid = total(invested)
        used = page.line("investment", "9", "Investment interest (Form 4952)", smaller_of(paid, most))
        parts.append(used)
        left = difference(paid, used)
        if left.amount:
            page.line("investment_left", "", "Investment interest carried on", left,
                      carries=Carries(INVESTMENT_INTEREST))  # fmt: skip
    page.line("interest", "10", "Interest that counts", total(parts), Role.SUBTOTAL)


def _carried_interest(ask: Ask) -> tuple[Figure, ...]:
    before = ask(carried_in, INVESTMENT_INTEREST)
    return (before,) if before.amount else ()


def _investment_income(ask: Ask) -> Figure:
    """Interest and dividends that have no lower rate (163(d)(4)(B))."""
    own = ask(own_income)
    every = total((*own.interest, *own.dividends), "interest and dividends")
    return difference(every, *own.qualified_dividends, label="less what has a lower rate")


def _loan_share(ask: Ask) -> Figure | None:
    """The part of the loans that is within the limit (IRS Pub. 936, table 1); None where all are or their
    balances are not said."""
    values, filing = ask(rules), ask(status)
    old: list[Figure] = []
    new: list[Figure] = []
    for found in ask(items_of, "mortgage"):
        balance = box_of(found, "balance")
        if balance is not None:
            (old if found[1].choices.get(LOAN.key) == OLD_LOAN else new).append(balance)
    every = total((*old, *new), "average balances")
    most = values.figure("mortgage_debt_limit", filing, "limit of loans")
    if old:
        grandfathered = values.figure("mortgage_debt_limit_before_2017_12_16", filing, "limit of old loans")
        most = larger_of(most, smaller_of(total(old), grandfathered), label="limit of loans")
    return (most / every).in_three_places() if every.amount > most.amount else None


@schedule_a.part
def given(page: Page, ask: Ask) -> None:
    """Lines 11 to 14: gifts to charity."""
    if ask(gifts.applies):
        page.section = "Gifts to charity"
        page.line("gifts", "14", "Gifts that count (worksheet)", ask(gifts.deducted), Role.SUBTOTAL)


@schedule_a.part
def casualties(page: Page, ask: Ask) -> None:
    """Line 15: losses in declared disasters, less an amount for each and a part of income (165(h))."""
    events = ask(items_of, "disaster")
    if not events:
        return
    page.section = "Losses in disasters"
    values = ask(rules)
    each = values.figure("casualty_per_event", label="of each event")
    losses = [not_below_zero(amount_of(found) - each, found[1].name or "loss") for found in events]
    every = page.line("losses", "", "Losses less an amount for each event", total(losses))
    share = values.figure("casualty_floor", label="part of income")
    floor = page.line("losses_floor", "", f"{percent_text(share.amount)} of income", _income(ask) * share)
    page.line("casualties", "15", "Losses that count", not_below_zero(every - not_below_zero(floor)),
              Role.SUBTOTAL)  # fmt: skip


@schedule_a.part
def others(page: Page, ask: Ask) -> None:
    """Line 16: gambling losses up to the winnings (165(d)), and others."""
    lost, other = ask(amounts, "gambling_loss"), ask(amounts, "other_itemized")
    if not (lost or other):
        return
    page.section = "Other deductions"
    parts = [*other]
    if lost:
        values = ask(rules)
        every = total(lost, "gambling losses")
        if values.has("gambling_loss_share"):
            every = every * values.figure("gambling_loss_share", label="part that counts")
        parts.append(smaller_of(every, total(ask(amounts, "gambling"), "winnings")))
    page.line("others", "16", "Other itemized deductions", total(parts), Role.SUBTOTAL)


SECTIONS = (
    ("medical_deducted", medical), ("taxes", taxes), ("interest", interest), ("gifts", given),
    ("casualties", casualties), ("others", others),
)  # fmt: skip


@schedule_a.part
def result(page: Page, ask: Ask) -> None:
    """Line 17; from 2026 on less a part at incomes of the top bracket (26 U.S.C. 68)."""
    page.section = "Itemized deductions"
    parts = [ask(part)[key] for key, part in SECTIONS if key in ask(part)]
    every = total(parts)
    values = ask(rules)
    if values.has("itemized_reduction_numerator") and parts:
        every = page.line("before_reduction", "", "Together", every)
        income = difference(_income(ask), label="income before deductions")
        start = values.figure("bracket_6_top", ask(status), "start of the top bracket")
        over = smaller_of(every, not_below_zero(difference(income, start)))
        if over.amount:
            share = values.figure("itemized_reduction_numerator", label="2") / values.figure(
                "itemized_reduction_denominator", label="37"
            )
            lost = page.line("reduction", "", "Less, at incomes of the top bracket", over * share)
            every = every - lost
    page.line("itemized", "17", "Itemized deductions", every, Role.TOTAL)


@schedule_a.part
def compared(page: Page, ask: Ask) -> None:
    """Both deductions beside each other: the income that each leaves, with what it does to the home office
    and to dwellings."""
    page.section = "Beside the standard deduction"
    if not itemizing.chosen(ask) and not ask(itemizing.in_reach):
        reach = ask(itemizing.in_reach)
        page.line("all_of_it", "", "All that could be itemized, at the most", reach.left)
        page.line("beside", "", "Standard deduction", reach.right)
        return
    test = ask(itemizing.which_is_less)
    if test is None:
        return
    page.line("left_itemized", "", "Income left if itemized", test.left)
    page.line("left_standard", "", "Income left by the standard deduction", test.right)


def itemized(ask: Ask) -> Figure:
    """Line 17, nothing without anything on it; marked where itemizing is chosen with nothing entered."""
    return ask(result)["itemized"] if ask(applies) else NOTHING.marked(gaps.NOTHING_ITEMIZED)
