"""The Canada caregiver amounts of the T1: lines 30425, 30450 and 30500, and what is added to the amount for
an infirm spouse (ITA 118(1)(a) to (d))."""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.ca.forms import t1, t1_personal
from half_yard.countries.ca.frame import rules, spouse_of
from half_yard.countries.ca.items import CHILD_CARED_FOR, FOR_WHOM, ITEMS
from half_yard.countries.ca.questions import INFIRM
from half_yard.countries.items import Found
from half_yard.figures import NOTHING, Figure, difference, not_below_zero, total


def _cared_for(ask: Ask, person: str, *, children: bool) -> list[Found]:
    """The dependants for whom a person claims."""
    return [
        found
        for found in ask(ITEMS.items_of, "caregiver")
        if found[1].person == person and (found[1].choices.get(FOR_WHOM.key) == CHILD_CARED_FOR) is children
    ]


def added_for_spouse(ask: Ask, person: str) -> Figure | None:
    """What an infirm spouse adds to the amount for them; None where the other is not."""
    other = ask(spouse_of, person)
    if not other or not INFIRM.of(ask.of(person_of, other).answers):
        return None
    return ask(rules).figure("canada_caregiver_addition", label="for an infirm spouse")


def _of_adult(ask: Ask, income: Figure) -> Figure:
    """The amount for one of 18 or over, less their income above a threshold."""
    values = ask(rules)
    most = values.figure("canada_caregiver_other_max", label="most of the amount")
    start = values.figure("canada_caregiver_other_income_from", label="income from which it shrinks")
    return not_below_zero(difference(most, not_below_zero(difference(income, start))))


def for_spouse(ask: Ask, person: str) -> Figure:
    """Line 30425: by how much the amount for an adult is above the one for the spouse."""
    if not ask(t1_personal.claims_spouse, person) or ask(added_for_spouse, person) is None:
        return NOTHING
    income = ask(t1.net_income, ask(spouse_of, person))["net_income"]
    return not_below_zero(difference(_of_adult(ask, income), ask(t1_personal.spouse_amount, person)))


def for_others(ask: Ask, person: str) -> Figure:
    """Line 30450, for each by their net income."""
    found = ask(_adults, person)
    return total(_of_adult(ask, ITEMS.amount_of(each)) for each in found) if found else NOTHING


def _adults(ask: Ask, person: str) -> list[Found]:
    return _cared_for(ask, person, children=False)


def for_children(ask: Ask, person: str) -> Figure:
    """Line 30500, for each infirm child under 18."""
    each = ask(rules).figure("canada_caregiver_addition", label="for an infirm child")
    found = _cared_for(ask, person, children=True)
    return total(each for _ in found) if found else NOTHING
