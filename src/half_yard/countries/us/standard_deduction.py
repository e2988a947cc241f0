"""The standard deduction (26 U.S.C. 63), with the additional amounts for age and blindness."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.frame import household, persons, rules, status, status_choice, status_marks
from half_yard.countries.us.questions import CLAIMED, SPOUSE_ITEMIZES
from half_yard.countries.us.seniors import is_aged
from half_yard.countries.us.worked import worked_by_all
from half_yard.figures import (
    Choice,
    Figure,
    Mark,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

ONE = Decimal(1)


def at_least(ask: Ask) -> Figure:
    """A deduction that the one of these people is not below, and that waits for no income: of someone whom
    another can claim the least, else all of it."""
    if not ask(_claimed) or ask(_beside_one_who_itemizes):
        return ask(standard_deduction)
    return ask(rules).figure("standard_deduction_dependent_minimum", label="least deduction")


def _beside_one_who_itemizes(ask: Ask) -> bool:
    return ask(status) == "separate" and SPOUSE_ITEMIZES.of(ask.of(household).answers)


def _claimed(ask: Ask) -> list[str]:
    """Those whom another can claim."""
    return [key for key, person in ask(persons) if CLAIMED.of(person.answers)]


def _basic(ask: Ask) -> Figure:
    """The basic deduction; of someone whom another can claim, up to earned income and an amount (26 U.S.C.
    63(c)(5)). Of a couple either may be meant."""
    values = ask(rules)
    basic = values.figure("standard_deduction", ask(status), "Standard deduction")
    claimed = ask(_claimed)
    if not claimed:
        return basic
    earned = not_below_zero(ask(worked_by_all), "earned income")
    added = values.figure("standard_deduction_dependent_earned_income_addition", label="amount added to it")
    least = values.figure("standard_deduction_dependent_minimum", label="least deduction")
    within = larger_of(earned + added, least, label="earned income with the amount, or the least")
    words = Choice("Someone else can claim this person", f"/people/{claimed[0]}/answers/{CLAIMED.key}")
    return smaller_of(within, basic, label="Standard deduction of a dependant").because(words)


def standard_deduction(ask: Ask) -> Figure:
    """The deduction in dollars for the people on the return, with what is not known of it."""
    values, filing = ask(rules), ask(status)
    if ask(_beside_one_who_itemizes):
        words = Choice("The spouse itemizes", f"/household/answers/{SPOUSE_ITEMIZES.key}")
        beside = "none beside a spouse who itemizes"
        none = stated(Decimal(0), beside, "26 U.S.C. 63(c)(6)(A)")
        return none.because(words).marked(*ask(status_marks), *_not_worked_out(ask))
    parts = [_basic(ask)]
    additional = values.figure("additional_standard_deduction_aged_or_blind", filing, "additional amount")
    for key, person in ask(persons):
        name = person.name or key
        if is_aged(person, values):
            reason = stated(ONE, f"{name} is 65 or over", "26 U.S.C. 63(f)(1)")
            parts.append((additional * reason).named(f"Additional amount: {name} is 65 or over"))
        if person.blind:
            reason = stated(ONE, f"{name} is blind", "26 U.S.C. 63(f)(2)")
            parts.append((additional * reason).named(f"Additional amount: {name} is blind"))
    return (
        total(parts, "Standard deduction")
        .because(ask(status_choice))
        .marked(*ask(status_marks), *_not_worked_out(ask))
    )


def _not_worked_out(ask: Ask) -> list[Mark]:
    """Deductions that the program does not work out, and that these people may have."""
    marks = []
    if ask(status) == "separate" and SPOUSE_ITEMIZES.key not in ask.of(household).answers:
        marks.append(gaps.SEPARATE_SPOUSE_ITEMIZES)
    return marks
