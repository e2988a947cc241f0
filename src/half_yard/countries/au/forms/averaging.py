"""Averaging of tax on income of primary production (ITAA 1997 Division 392): the rate of the average of up to
five years instead of this year's. The layout is ours: the agency works it out."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask, activity_of, person_of, tax_year
from half_yard.countries.au.decline import income_year
from half_yard.countries.au.forms import incomes, itr, losses, p8_parts
from half_yard.countries.au.forms.basic_tax import basic_tax
from half_yard.countries.au.frame import BOOKS, rules
from half_yard.countries.au.items import FARM_DEPOSITS, ITEMS, PARTNERSHIP, TRUST, of_person
from half_yard.countries.au.questions import AVERAGED_BACK, NOT_AVERAGED, PRIMARY, averaged
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    above,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)


@Form
def averaging(ask: Ask, person: str) -> Page:
    """One for each person whose tax is averaged."""
    return Page(f"averaging.{person}", "Averaging", ask(BOOKS.name, person), about=person, in_cents=True)


def may_apply(ask: Ask, person: str) -> bool:
    """Whether a person carries on primary production since before this year, and has not given averaging up
    (s 392-10, 392-25)."""
    if NOT_AVERAGED.of(ask.of(person_of, person).answers):
        return False
    return bool(ask(_shares, person)) or any(not ask(_is_new, key) for key in ask(_farms, person))


def _shares(ask: Ask, person: str) -> list[Figure]:
    """The shares of farms of others, as partner or beneficiary."""
    found = (each for kind in (PARTNERSHIP, TRUST) for each in ask(ITEMS.items_of, kind))
    return [ITEMS.amount_of(each) for each in found
            if each[1].person == person and each[1].ticks.get(PRIMARY.key)]  # fmt: skip


def _farms(ask: Ask, person: str) -> tuple[str, ...]:
    return tuple(key for key in ask(p8_parts.of_person, person) if ask(p8_parts.is_primary, key))


def _is_new(ask: Ask, activity: str) -> bool:
    started = ask.of(activity_of, activity).started
    return started is not None and income_year(started) == ask.of(tax_year)


def earlier(ask: Ask, person: str) -> list[Figure]:
    """The basic taxable incomes of earlier years that are typed, from last year back without a break."""
    found = []
    for back in range(1, AVERAGED_BACK + 1):
        amount = persons_records.fact(ask, person, averaged(back), f"taxable income {back} years before")
        if amount is None:
            break
        found.append(amount)
    return found


def applies(ask: Ask, person: str) -> bool:
    """Whether it can be worked out."""
    return ask(may_apply, person) and bool(ask(earlier, person))


def basic_income(ask: Ask, person: str) -> Figure:
    """Taxable income without a net capital gain and lump sums (s 392-45)."""
    income = ask(itr.taxable, person)["taxable_income"]
    lump = of_person(ask, person, "termination_payment", "super_lump_sum")
    return not_below_zero(difference(income, *incomes.gained(ask, person), *lump), "basic taxable income")


def _of_farms(ask: Ask, person: str) -> Figure:
    """Income of primary production less its part of the gifts (s 392-80)."""
    own = [ask(losses.counted, key, person) for key in ask(_farms, person)]
    deposits = of_person(ask, person, FARM_DEPOSITS)
    net = total((*own, *ask(_shares, person), *deposits), "income of primary production")
    basic = ask(basic_income, person)
    gifts = ask(itr.deductions, person).get("gift", NOTHING)
    whole = total((basic, gifts), "before gifts")
    if net.amount > 0 and gifts.amount:
        net = difference(net, (gifts * smaller_of(net, whole) / whole).in_cents("part of the gifts"))
    return smaller_of(not_below_zero(net), basic)


@averaging.part
def adjustment(page: Page, ask: Ask, person: str) -> None:
    """The average, its rate, and what tax changes by."""
    values, basic = ask(rules), page.line("basic", "", "Basic taxable income", ask(basic_income, person))
    years = [basic, *ask(earlier, person)]
    for back, figure in enumerate(years[1:], 1):
        page.line(f"before_{back}", "", f"{'Last year' if back == 1 else f'{back} years before'}", figure)
    count = stated(Decimal(len(years)), "years")
    average = page.line(
        "average", "", "Average income", not_below_zero((total(years) / count).in_cents()), Role.SUBTOTAL
    )
    page.section = "By the rate of the average"
    on_average = page.line("on_average", "", "Tax on the average income", ask(basic_tax, person, average))
    at_rate = (on_average * basic / average).in_cents() if average.amount else NOTHING
    at_rate = page.line("at_rate", "", "Tax on this year's at that rate", at_rate)
    usual = page.line("usual", "", "Tax on this year's by the brackets", ask(basic_tax, person, basic))
    page.section = "The part that is averaged"
    farm = page.line("farm", "", "Of primary production", ask(_of_farms, person))
    other = page.line("other", "", "Of other things", not_below_zero(difference(basic, farm)))
    whole = values.figure("averaging_other_whole", label="whole up to")
    end = values.figure("averaging_other_end", label="none from")
    shaded = page.line("shaded", "", "Of these averaged too", _shade_out(other, whole, end))
    part = page.line("part", "", "Averaged", total((farm, shaded)), Role.SUBTOTAL)
    page.section = ""
    saved = _by_part(not_below_zero(difference(usual, at_rate)), part, basic)
    page.line("offset", "", "Averaging tax offset", saved, Role.RESULT)
    more = _by_part(not_below_zero(difference(at_rate, usual)), part, basic)
    page.line("more", "", "Extra income tax", more, Role.RESULT)


def _shade_out(other: Figure, whole: Figure, end: Figure) -> Figure:
    """Of other income all up to an amount, then less, nothing from another on (s 392-85, 392-90)."""
    much = above(other, whole)
    return not_below_zero(difference(end, other)).where(much) if much else other.where(much)


def _by_part(amount: Figure, part: Figure, basic: Figure) -> Figure:
    return (amount * part / basic).in_cents() if basic.amount else NOTHING


def of_next_year(ask: Ask, person: str) -> dict[str, Decimal]:
    """The incomes that next year averages, by the facts that have them."""
    if not ask(_farms, person) and not ask(may_apply, person):
        return {}
    years = (ask(basic_income, person), *ask(earlier, person))[:AVERAGED_BACK]
    return {averaged(back): figure.amount for back, figure in enumerate(years, 1)}
