"""Net operating losses (26 U.S.C. 172; Form 172 and IRS Pub. 536): what is used of earlier years, and what
this year makes. Its lines are a worksheet of the program's own order."""

from __future__ import annotations

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us.carried_in import NET_OPERATING_LOSS, each_with_book
from half_yard.countries.us.forms import form_461, form_1040, form_4797, schedule_1, schedule_1_a, schedule_d
from half_yard.countries.us.frame import rules
from half_yard.countries.us.own_income import own_income
from half_yard.figures import (
    NOTHING,
    Assumption,
    Carries,
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

WHOLE_UNTIL = 2017
"""Losses of years up to this one are deducted in full, later ones up to a part of the income (172(a)(2))."""
WITHOUT_LOSSES = Assumption("without net operating losses", on_no_line=True)
"""Under which the income is worked out that limits them (172(a)(2)(B)(ii))."""
MINIMUM_TAX = "amt"
"""The book of a loss that is another one for the minimum tax."""


def losses_in(ask: Ask) -> tuple[tuple[int | None, Figure], ...]:
    """What is carried in, by year, the earliest first."""
    found = [(year, leaf) for _, year, book, leaf in ask(each_with_book, NET_OPERATING_LOSS) if not book]
    return tuple(sorted(found, key=lambda item: item[0] or 0))


def applies(ask: Ask) -> bool:
    """Whether a loss is carried in."""
    return bool(ask(losses_in))


def is_there(ask: Ask) -> bool:
    """Whether a loss is carried in or made."""
    return ask(applies) or ask(is_made)


def is_made(ask: Ask) -> bool:
    """Whether this year may make one: its income is below zero, or business losses are above their limit."""
    return bool(below(ask(form_1040.income_left), NOTHING)) or bool(ask(form_461.may_apply))


@Form
def net_operating_loss(ask: Ask) -> Page:
    """One for the return."""
    del ask
    return Page("net_operating_loss", "Net operating loss", "worksheet")


@net_operating_loss.part
def used_up(page: Page, ask: Ask) -> None:
    """What is deducted this year, and what is left of each year's loss."""
    if not ask(applies):
        return
    page.section = "Used this year"
    income = page.line("income_before", "", "Taxable income before it", _income_before(ask))
    whole = not_below_zero(income)
    old = total((leaf for year, leaf in ask(losses_in) if year is not None and year <= WHOLE_UNTIL), "old")
    of_old = page.line("of_old", "", "Losses up to 2017, in full", smaller_of(old, whole))
    new = total((leaf for year, leaf in ask(losses_in) if year is None or year > WHOLE_UNTIL), "later")
    share = ask(rules).figure("nol_limit_share", label="part of the income that later losses may take")
    most = page.line("most_of_later", "", "Most of later losses", (whole - of_old) * share)
    of_new = page.line("of_later", "", "Later losses", smaller_of(new, most))
    page.line("deduction", "", "Deducted, to Schedule 1", of_old + of_new, Role.TOTAL)
    taken: dict[bool, list[Figure]] = {True: [], False: []}
    for number, (year, leaf) in enumerate(ask(losses_in), 1):
        is_old = year is not None and year <= WHOLE_UNTIL
        open_to_it = difference(of_old if is_old else of_new, *taken[is_old], label="not used yet")
        name = f"of the loss of {year or 'an earlier year'}"
        used = page.line(f"used.{number}", "", f"Used {name}", smaller_of(leaf, open_to_it))
        taken[is_old].append(used)
        rest = difference(leaf, used)
        page.line(f"left.{number}", "", f"Left {name}", rest, carries=Carries(NET_OPERATING_LOSS, year))


def _income_before(ask: Ask) -> Figure:
    """Taxable income before the deductions for net operating losses and business income (172(d)(1), (8))."""
    without = ask.under(WITHOUT_LOSSES)
    return without(form_1040.before_business_deduction).supposed("taxable income without them")


def deducted(ask: Ask) -> Figure:
    """What is deducted, nothing where none is carried in."""
    return ask(used_up)["deduction"] if ask(applies) else NOTHING


def for_minimum_tax(ask: Ask) -> Figure:
    """What the minimum tax deducts: its own losses where they are entered, else the same."""
    own = [leaf for _, _, book, leaf in ask(each_with_book, NET_OPERATING_LOSS) if book == MINIMUM_TAX]
    return total(own, "losses of the minimum tax") if own else carried(ask(deducted))


@net_operating_loss.part
def made(page: Page, ask: Ask) -> None:
    """What this year makes: business losses above their limit, and income below zero without deductions that
    are not of a business beyond such income, and without capital losses (172(d))."""
    if not ask(is_made):
        return
    page.section = "Made this year"
    year, over = ask.of(tax_year), ask(schedule_1.excess_loss)
    income = page.line("below_zero", "", "Income less deductions", ask(form_1040.income_left))
    before = page.line("without_losses", "", "Deduction for earlier losses, added back", ask(deducted))
    private = _private(page, ask)
    losses = page.line("capital_losses", "", "Capital losses that were deducted", _capital_losses(ask))
    result = total((income, before, private, losses))
    loss = not_below_zero(difference(NOTHING, result))
    if not below(income, NOTHING):
        loss = NOTHING
    own = page.line("own_loss", "", f"Net operating loss of {year}", loss, Role.SUBTOTAL)
    excess = page.line("excess", "", "Business losses above their limit (Form 461)", carried(over))
    title = "Carried to next year"
    page.line("carried_out", "", title, own + excess, Role.TOTAL, carries=Carries(NET_OPERATING_LOSS, year))


def _private(page: Page, ask: Ask) -> Figure:
    """Deductions that are not of a business beyond income that is not."""
    own = ask(own_income)
    deductions = total(
        (
            ask(form_1040.deduction),
            ask(schedule_1_a.deduction),
            *own.early_withdrawal,
        ),
        "deductions of no business",
    )
    deductions = page.line("private_deductions", "", "Deductions that are not of a business", deductions)
    gains = not_below_zero(_private_gains(ask))
    income = total((*own.interest, *own.dividends, gains), "income of no business")
    income = page.line("private_income", "", "Income that is not of a business", income)
    return page.line("beyond", "", "Beyond it, added back", not_below_zero(deductions - income))


def _private_gains(ask: Ask) -> Figure:
    """Net capital gain or loss of what was held privately."""
    of_business = ask(form_4797.capital_gain) or NOTHING
    return difference(ask(schedule_d.net_gain), of_business, label="gains of no business")


def _capital_losses(ask: Ask) -> Figure:
    """Private capital losses that came off gains of a business or, within the limit, off other income."""
    lost = not_below_zero(difference(NOTHING, _private_gains(ask)))
    if not above(lost, NOTHING):
        return NOTHING
    of_business = not_below_zero(ask(form_4797.capital_gain) or NOTHING)
    net = ask(schedule_d.to_return)
    allowed = not_below_zero(difference(NOTHING, net), "loss within the limit")
    return smaller_of(lost, total((of_business, allowed)))
