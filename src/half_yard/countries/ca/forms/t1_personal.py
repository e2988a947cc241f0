"""The amounts of the T1 for oneself, a spouse or a dependant, and what work brings: lines 30000, 30300,
30400, 30800 to 31200 and 31260."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps
from half_yard.countries.ca.children import has_child
from half_yard.countries.ca.forms import schedule_8, t1, t1_caregiver, t1_contributions
from half_yard.countries.ca.frame import is_alone, people, rules, spouse_of
from half_yard.countries.ca.questions import DEPENDANT, DEPENDANT_INCOME
from half_yard.figures import (
    NOTHING,
    Figure,
    Mark,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)


def basic_amount(ask: Ask, person: str) -> Figure:
    """Line 30000: the greater amount, less what high income takes of it (ITA 118(1.1))."""
    values = ask(rules)
    most = values.figure("basic_personal_amount_max", label="basic personal amount")
    least = values.figure("basic_personal_amount_min", label="least basic personal amount")
    start = values.figure("bracket_4_from", label="income from which it shrinks")
    end = values.figure("bracket_5_from", label="income from which it is the least")
    net = ask(t1.net_income, person)["net_income"]
    over = not_below_zero(difference(net, start), "net income above that")
    if not over.amount:
        return most.marked(*_personal_marks(ask, person))
    part = smaller_of(over, difference(end, start, label="span")) / difference(end, start, label="span")
    reduced = difference(most, (difference(most, least) * part).in_cents("taken by income"))
    return reduced.marked(*_personal_marks(ask, person))


def _personal_marks(ask: Ask, person: str) -> list[Mark]:
    """The amount for a child of a person alone, which is not computed, and for a spouse who is not here."""
    marks = []
    asked = ask.of(lambda file: DEPENDANT.key in file.household.answers)
    if ask(is_alone) and ask(has_child) and not asked:
        marks.append(gaps.ELIGIBLE_DEPENDANT)
    if not ask(is_alone) and not ask(spouse_of, person):
        marks.append(gaps.NO_SPOUSE)
    return marks


def claims_spouse(ask: Ask, person: str) -> bool:
    """Whether a person claims for the other: the one of a couple with the higher net income does."""
    other = ask(spouse_of, person)
    if not other:
        return False
    own, theirs = (ask(t1.net_income, each)["net_income"].amount for each in (person, other))
    return own > theirs or (own == theirs and person == ask(people)[0])


def spouse_amount(ask: Ask, person: str) -> Figure:
    """Line 30300: the basic amount less the other's net income (ITA 118(1)(a))."""
    if not ask(claims_spouse, person):
        return NOTHING
    theirs = ask(t1.net_income, ask(spouse_of, person))["net_income"]
    most, more = ask(basic_amount, person), ask(t1_caregiver.added_for_spouse, person)
    if more is not None:
        most = total((most, more), "with that for an infirm spouse")
    return not_below_zero(difference(most, theirs))


def amounts_before(ask: Ask, person: str) -> Figure:
    """What a person's own income is set against before amounts that may be transferred: lines 30000 to 31260
    (Schedule 2)."""
    contributed = (cpp_base_employed(ask, person), ask(cpp_credit, person))
    insured = ask(t1_contributions.insurance, person)
    basic, employed = ask(basic_amount, person), ask(employment_amount, person)
    return total((basic, *contributed, insured, employed), "the other amounts")


def claims_dependant(ask: Ask, person: str) -> bool:
    """Whether one who is alone claims the amount for an eligible dependant."""
    claims = ask.of(lambda file: DEPENDANT.of(file.household.answers))
    return claims and ask(is_alone) and person == ask(people)[0]


def dependant_income(ask: Ask) -> Figure:
    """The net income of the eligible dependant."""
    income = ask.of(lambda file: file.household.facts.get(DEPENDANT_INCOME, Decimal(0)))
    return entered(income, "dependant's net income", f"/household/facts/{DEPENDANT_INCOME}")


def dependant_amount(ask: Ask, person: str) -> Figure:
    """Line 30400: the basic amount less the dependant's net income (ITA 118(1)(b))."""
    if not ask(claims_dependant, person):
        return NOTHING
    return not_below_zero(difference(ask(basic_amount, person), ask(dependant_income)))


def cpp_credit(ask: Ask, person: str) -> Figure:
    """Line 31000: half of the base contributions on self-employment."""
    return ask(schedule_8.contributions, person)["credit"] if ask(schedule_8.applies, person) else NOTHING


def employment_amount(ask: Ask, person: str) -> Figure:
    """Line 31260 (ITA 118(10))."""
    most = ask(rules).figure("canada_employment_amount", label="Canada employment amount")
    return smaller_of(most, total(t1.employment_of(ask, person), "employment income"))


def cpp_base_employed(ask: Ask, person: str) -> Figure:
    """Line 30800, and that of the provinces: the base part of what was contributed on employment."""
    values = ask(rules)
    base = values.figure("cpp_base_rate_each", label="base rate")
    both = base + values.figure("cpp_first_additional_rate_each", label="first additional rate")
    paid = ask(t1_contributions.counted, person, "cpp")
    return (paid * (base / both).named("base part of the rate")).in_cents()
