"""Item 18, net capital gain of one person: losses off gains, half of those of what was held for twelve months
(ITAA 1997 s 102-5, Division 115)."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au.carried_amounts import CAPITAL_LOSSES, came
from half_yard.countries.au.frame import BOOKS, rules
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


@Form
def schedule(ask: Ask, person: str) -> Page:
    """One for each person who has sold something, or has losses."""
    return Page(
        f"gains.{person}", "Item 18, capital gains", ask(BOOKS.name, person), about=person, in_cents=True
    )


def applies(ask: Ask, person: str) -> bool:
    """Whether anything was sold, or losses wait."""
    return bool(_sold(ask, person)) or bool(ask(came, CAPITAL_LOSSES, person).parts)


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
    for found in _sold(ask, person):
        gain = page.line(found[0].rpartition("/")[2], "", found[1].name or "Sold", _gain(found))
        if gain.amount < 0:
            lost.append(difference(NOTHING, gain))
        else:
            (long if found[1].ticks.get(HELD_LONG) else short).append(gain)
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
