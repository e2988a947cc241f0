"""Item 18, net capital gain of one person: losses off gains, half of those of what was held for twelve months
(ITAA 1997 s 102-5, Division 115)."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.au import property_sale
from half_yard.countries.au.carried_amounts import CAPITAL_LOSSES, came
from half_yard.countries.au.forms import property_gain
from half_yard.countries.au.frame import BOOKS, owned_by, rules
from half_yard.countries.au.items import COST, COSTS, HELD_LONG, ITEMS, SALE, WORKS_TAKEN
from half_yard.countries.items import Found
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.sharing import split


@dataclass(frozen=True, eq=False)
class Made:
    """A gain or loss of a person: the key and title of its line, and whether it was held for twelve
    months."""

    key: str
    title: str
    gain: Figure
    held_long: bool


@Form
def schedule(ask: Ask, person: str) -> Page:
    """One for each person who has sold something, or has losses."""
    return Page(
        f"gains.{person}", "Item 18, capital gains", ask(BOOKS.name, person), about=person, in_cents=True
    )


def applies(ask: Ask, person: str) -> bool:
    """Whether anything was sold, or losses wait."""
    return bool(ask(_made, person)) or bool(ask(came, CAPITAL_LOSSES, person).parts)


def _made(ask: Ask, person: str) -> list[Made]:
    """Everything that was sold: the items of a person, and the parts of what their activities had."""
    made = [
        Made(found[0].rpartition("/")[2], found[1].name or "Sold", _gain(found),
             bool(found[1].ticks.get(HELD_LONG)))
        for found in _sold(ask, person)
    ]  # fmt: skip
    for kind in ("business", "rental"):
        for activity in ask(owned_by, kind, person):
            made += _of_activity(ask, activity, person)
    return made


def _of_activity(ask: Ask, activity: str, person: str) -> list[Made]:
    whole = {
        **{key: ask(property_gain.gain, key)["counted"] for key in ask(property_sale.sold, activity)},
        **{key: ask(property_sale.gain_of_used, key) for key in ask(property_sale.used_before, activity)},
    }
    shares = ask(BOOKS.shares, activity)
    return [
        Made(f"{key}.own", ask.of(asset_of, key).name or "Property", split(gain, shares)[person],
             ask(property_sale.held_long, key))
        for key, gain in whole.items()
    ]  # fmt: skip


def _sold(ask: Ask, person: str) -> list[Found]:
    return [found for found in ask(ITEMS.items_of, SALE) if found[1].person == person]


def _gain(found: Found) -> Figure:
    """The proceeds less the cost base, which capital works deducted have reduced (s 110-45)."""
    base = total((ITEMS.box_of(found, COST) or NOTHING, ITEMS.box_of(found, COSTS) or NOTHING), "cost base")
    if (works := ITEMS.box_of(found, WORKS_TAKEN)) is not None:
        base = difference(base, works, label="cost base less capital works")
    price = ITEMS.amount_of(found)
    return difference(price, base, label=price.label)


@schedule.part
def net_gain(page: Page, ask: Ask, person: str) -> None:
    """Losses go off gains without the discount first."""
    page.section = "What was sold"
    short: list[Figure] = []
    long: list[Figure] = []
    lost: list[Figure] = []
    for each in ask(_made, person):
        gain = page.line(each.key, "", each.title, each.gain)
        if gain.amount < 0:
            lost.append(difference(NOTHING, gain))
        else:
            (long if each.held_long else short).append(gain)
    page.section = ""
    gross = (total(short, "gains without the discount"), total(long, "gains of what was held long"))
    page.line("gross", "18 H", "Total current year capital gains", total(gross))
    losses = total((*lost, ask(came, CAPITAL_LOSSES, person)), "capital losses")
    off_short = smaller_of(losses, gross[0])
    off_long = smaller_of(difference(losses, off_short), gross[1])
    if losses.parts:
        page.line("losses", "", "Capital losses applied", total((off_short, off_long)))
    left = difference(gross[1], off_long, label="left of what was held long")
    half = ask(rules).figure("gains_discount", label="discount")
    discount = page.line("discount", "", "Discount", (left * half).in_cents())
    page.line(
        "net",
        "18 A",
        "Net capital gain",
        difference(total(gross), off_short, off_long, discount),
        Role.RESULT,
    )
    unused = difference(losses, off_short, off_long)
    if losses.parts:
        page.line("left", "18 V", "Capital losses to carry on", not_below_zero(unused),
                  carries=Carries(CAPITAL_LOSSES, of=person))  # fmt: skip
