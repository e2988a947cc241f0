"""The standard deduction (26 U.S.C. 63), with the additional amounts for age and blindness."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import schedule_c, schedule_se
from half_yard.countries.us.frame import household, persons, rules, status, status_choice, status_marks
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.questions import CLAIMED, SPOUSE_ITEMIZES, itemizes
from half_yard.countries.us.seniors import is_aged
from half_yard.figures import (
    Choice,
    Figure,
    Mark,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

ONE = Decimal(1)


def _basic(ask: Ask) -> Figure:
    """The basic deduction; of someone whom another can claim, up to earned income and an amount (26 U.S.C.
    63(c)(5)). Of a couple either may be meant."""
    values = ask(rules)
    basic = values.figure("standard_deduction", ask(status), "Standard deduction")
    claimed = [key for key, person in ask(persons) if CLAIMED.of(person.answers)]
    if not claimed:
        return basic
    earned = not_below_zero(ask(earned_income), "earned income")
    added = values.figure("standard_deduction_dependent_earned_income_addition", label="amount added to it")
    least = values.figure("standard_deduction_dependent_minimum", label="least deduction")
    within = larger_of(earned + added, least, label="earned income with the amount, or the least")
    words = Choice("Someone else can claim this person", f"/people/{claimed[0]}/answers/{CLAIMED.key}")
    return smaller_of(within, basic, label="Standard deduction of a dependant").because(words)


def earned_income(ask: Ask) -> Figure:
    """Wages, and profits of businesses less half of self-employment tax (32(c)(2))."""
    people = ask(schedule_se.persons_with_business)
    halves = [ask(schedule_se.tax, person)["deductible_part"] for person in people]
    worked = total((*ask(own_income).wages, *ask(schedule_c.profits)), "wages and profits")
    return difference(worked, *halves, label="earned income") if halves else worked


def standard_deduction(ask: Ask) -> Figure:
    """The deduction in dollars for the people on the return, with what is not known of it."""
    values, filing = ask(rules), ask(status)
    if filing == "separate" and SPOUSE_ITEMIZES.of(ask.of(household).answers):
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
    if ask.of(itemizes):
        marks.append(gaps.ITEMIZED)
    match ask(status):
        case "head_of_household":
            marks.append(gaps.HEAD_OF_HOUSEHOLD)
        case "separate" if SPOUSE_ITEMIZES.key not in ask.of(household).answers:
            marks.append(gaps.SEPARATE_SPOUSE_ITEMIZES)
    return marks
