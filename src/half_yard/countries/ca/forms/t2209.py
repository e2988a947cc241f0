"""Forms T2209 and T2036, foreign tax credits of one person: tax paid abroad on income that is taxed here too
(ITA 126(1)). Each entry is of one country."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca.forms import foreign_tax, schedule_3, t1, t1_credits, t1_deductions, t1_tax
from half_yard.countries.ca.frame import BOOKS
from half_yard.countries.ca.items import ITEMS
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    total,
)


@Form
def t2209(ask: Ask, person: str) -> Page:
    """One for each person who has paid tax abroad."""
    name = ask(BOOKS.name, person)
    return Page(f"t2209.{person}", "Form T2209, foreign tax credits", name, about=person, in_cents=True)


def applies(ask: Ask, person: str) -> bool:
    """Whether a person has paid tax abroad."""
    return bool(ask(foreign_tax.taxed_abroad, person))


@t2209.part
def federal(page: Page, ask: Ask, person: str) -> None:
    """Of each income the smaller of the tax and its part of the federal tax: line 40500."""
    page.section = "Federal"
    basic, dividends = ask(t1_tax.basic_tax, person)["basic_tax"], ask(t1_credits.dividend_credit, person)
    tax = total((basic, dividends), "tax before the dividend tax credit") if dividends.amount else basic
    whole = page.line("tax", "42900", "Federal tax that is divided", tax)
    income = page.line("income", "", "Net income that it is divided by", ask(net_world_income, person))
    credited = []
    for found in ask(foreign_tax.taxed_abroad, person):
        key, name = found[0].rpartition("/")[2], found[1].name or "Income from abroad"
        paid = page.line(
            f"{key}.paid", "", f"{name}: tax paid that counts", foreign_tax.counted_of(ask, found)
        )
        part = _part(ITEMS.amount_of(found), income, whole)
        credited.append(page.line(f"{key}.credit", "", f"{name}: credit", smaller_of(paid, part)))
    page.line("credit", "40500", "Federal foreign tax credit", total(credited), Role.TOTAL)


def net_world_income(ask: Ask, person: str) -> Figure:
    """Net income less benefits that are taken off again and capital losses of other years."""
    net, off = ask(t1.net_income, person)["net_income"], t1_deductions.taken_off_again(ask, person)
    if ask(schedule_3.applies, person) and "used" in (gains := ask(schedule_3.gains, person)):
        off = [*off, gains["used"]]
    return not_below_zero(difference(net, *off))


def _part(foreign: Figure, income: Figure, tax: Figure) -> Figure:
    """The part of a tax that falls on an income."""
    if not income.amount:
        return NOTHING
    share = smaller_of(foreign, income) / income
    return (tax * share).in_cents("its part of the tax")


def federal_credit(ask: Ask, person: str) -> Figure:
    """Line 40500."""
    return ask(federal, person)["credit"] if ask(applies, person) else NOTHING


def provincial_credit(ask: Ask, person: str, tax: Figure) -> Figure:
    """Form T2036: what the federal credit leaves, within the part of the provincial tax."""
    made, income = ask(federal, person), ask(net_world_income, person)
    parts = []
    for found in ask(foreign_tax.taxed_abroad, person):
        key = found[0].rpartition("/")[2]
        left = difference(made[f"{key}.paid"], made[f"{key}.credit"], label="not credited federally")
        parts.append(smaller_of(left, _part(ITEMS.amount_of(found), income, tax)))
    return total(parts, "provincial foreign tax credit")
