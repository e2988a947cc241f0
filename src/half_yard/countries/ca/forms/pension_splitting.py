"""Form T1032: pension income that one of a couple passes on to the other, with the tax deducted from it (ITA
60.03)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.ca.frame import spouse_of
from half_yard.countries.ca.items import ELIGIBLE, ITEMS, withheld_of
from half_yard.countries.ca.questions import SPLIT
from half_yard.countries.items import Found
from half_yard.figures import NOTHING, Figure, smaller_of, stated, total

TWO = stated(Decimal(2), "two")


def _pensions(ask: Ask, person: str) -> list[Found]:
    """A person's own pensions that count for the pension amount."""
    every = ask(ITEMS.items_of, "pension")
    return [found for found in every if found[1].person == person and found[1].ticks.get(ELIGIBLE)]


def eligible(ask: Ask, person: str) -> Figure:
    """A person's own pension that may be split: what counts for the pension amount."""
    return total(map(ITEMS.amount_of, ask(_pensions, person)), "pension that counts")


def given(ask: Ask, person: str) -> Figure:
    """Line 21000 of the one who has the pension: what is typed, at most half of it."""
    typed = persons_records.fact(ask, person, SPLIT, "split pension")
    if typed is None or not ask(spouse_of, person):
        return NOTHING
    half = (ask(eligible, person) / TWO).in_cents("half of the pension")
    return smaller_of(typed, half, label="split pension")


def received(ask: Ask, person: str) -> Figure:
    """Line 11600 of the other."""
    other = ask(spouse_of, person)
    return ask(given, other) if other else NOTHING


def tax_moved(ask: Ask, person: str) -> Figure:
    """The tax deducted from the pension that goes along with what a person passes on."""
    passed, whole = ask(given, person), ask(eligible, person)
    deducted = [withheld_of(found) for found in ask(_pensions, person) if found[1].withheld]
    if not passed.amount or not deducted:
        return NOTHING
    part = passed / whole
    return (total(deducted, "tax deducted from it") * part).in_cents("tax that goes along")
