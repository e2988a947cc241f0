"""The earned income credit (26 U.S.C. 32; worksheets of the Form 1040 instructions, line 27)."""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_1040, schedule_d, schedule_e, schedule_e_part_ii
from half_yard.countries.us.frame import household, persons, rules, status
from half_yard.countries.us.household.dependants import count_of, dependants
from half_yard.countries.us.household.filing_status import APART
from half_yard.countries.us.household.qualifying import BORN_ELSEWHERE, Standing, age_at_end
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.questions import CLAIMED, EARNED_2019, FULL_TIME_STUDENT, HOME_ABROAD
from half_yard.countries.us.worked import worked_by_all
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    Test,
    above,
    difference,
    entered,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

MOST_CHILDREN = 3
HALF = stated(Decimal("0.5"), "the middle")


def children(ask: Ask) -> tuple[Standing, ...]:
    """The children who count for it, three at the most."""
    return tuple(each for each in ask(dependants) if each.for_earned_income)[:MOST_CHILDREN]


def barred(ask: Ask) -> str:
    """Why there is none, whatever the income; empty where there may be."""
    values, answers = ask(rules), ask.of(household).answers
    owners, count = ask(persons), len(ask(children))
    if any(CLAIMED.of(person.answers) for _, person in owners):
        return "none for someone whom another can claim as a dependant"
    if any(person.identity_number.strip().startswith(BORN_ELSEWHERE) for _, person in owners):
        return "none without social security numbers that are valid for work"
    if ask(status) == "separate" and not (APART.of(answers) and count):
        return "none for separate filers, but for those with a child who lived apart in the last six months"
    if not count:
        if HOME_ABROAD.of(answers):
            return "none without a child for who lived abroad for half the year"
        if not any(
            _of_age(ask, person.birth_date, FULL_TIME_STUDENT.of(person.answers)) for _, person in owners
        ):
            least = values.amount("eic_minimum_age_no_children")
            return f"none without a child for who is below {least} or too old for it"
    return ""


def _of_age(ask: Ask, born: datetime.date | None, student: bool) -> bool:
    """Old enough without a child, and in most years below 65 (32(c)(1)(A)(ii), (n))."""
    if born is None:
        return False
    values = ask(rules)
    key = "eic_minimum_age_no_children"
    if student and values.has(f"{key}_student"):
        key = f"{key}_student"
    age = age_at_end(born, values.year)
    top = values.has("eic_maximum_age_no_children")
    return age >= values.amount(key) and not (top and age > values.amount("eic_maximum_age_no_children"))


@Form
def earned_income(ask: Ask) -> Page:
    """One for the return."""
    page = Page("earned_income", "Earned income credit", "worksheet")
    if not ask(children):
        page.notes.append("No child who counts.")
    return page


@earned_income.part
def tests(page: Page, ask: Ask) -> None:
    """What the worked-for income is, and whether investment income is too much (32(i))."""
    page.section = "What decides"
    if ask(children):
        page.line("children", "", "Children who count", count_of(ask(children), "children"))
    earlier = ask.of(household).facts.get(EARNED_2019)
    earned = not_below_zero(ask(worked_by_all))
    if earlier is not None and ask(rules).has("eic_earlier_earned_income"):
        path = f"/household/facts/{EARNED_2019}"
        earned = larger_of(earned, entered(earlier, "earned in 2019", path), label="by election that of 2019")
    page.line("earned", "", "Earned income", earned)
    page.line("income", "", "Adjusted gross income", ask(form_1040.adjusted)["adjusted_gross_income"])
    own = ask(own_income)
    gains = not_below_zero(ask(schedule_d.to_return), "net gain")
    passive = (*ask(schedule_e.rental_results), *ask(schedule_e_part_ii.passive_results))
    rents = not_below_zero(total(passive), "net rents and passive income")
    invested = total((*own.interest, *own.exempt_interest, *own.dividends, gains, rents))
    page.line("invested", "", "Investment income", invested)
    limit = ask(rules).figure("eic_investment_income_limit", label="most investment income")
    page.line("most_invested", "", "Most investment income", limit)


def too_much_invested(ask: Ask) -> Test:
    """Whether investment income is above its limit."""
    return above(ask(tests)["invested"], ask(tests)["most_invested"])


def _counted(count: int, most: int) -> str:
    return f"{min(count, most)}_children"


def _falls_from(ask: Ask) -> Figure:
    key = f"eic_phase_out_start_{_counted(len(ask(children)), 1)}"
    return ask(rules).figure(key, ask(status), "income from which it falls")


def _by(ask: Ask, base: Figure) -> Figure:
    """The credit at an income: it rises to its most, and falls from an income on; in the middle of the
    table's band (32(f))."""
    values, count = ask(rules), len(ask(children))
    band = values.figure("eic_table_band", label="width of the table's bands")
    # The first band begins at one dollar, and ends with the second.
    middle = ((base / band).counted_down() * band + band * HALF).named("middle of the band")
    rate = values.figure(f"eic_credit_rate_{_counted(count, 3)}", label="part of what was earned")
    most = values.figure(f"eic_maximum_{_counted(count, 3)}", label="most of the credit")
    start = _falls_from(ask)
    falls = values.figure(f"eic_phase_out_rate_{_counted(count, 3)}", label="part by which it falls")
    rising = smaller_of(middle * rate, most, label="rising part")
    lost = not_below_zero(difference(middle, start, label="income above it")) * falls
    return not_below_zero(rising - lost)


@earned_income.part
def credit(page: Page, ask: Ask) -> None:
    """The smaller of the credit by what was earned and by adjusted gross income, where that is in the part
    that falls."""
    page.section = "Credit"
    lines, reason = ask(tests), ask(barred)
    if reason or lines["earned"].amount <= 0:
        words = reason or "none without earned income"
        none = stated(NOTHING.amount, words, "26 U.S.C. 32(c)")
        page.line("credit", "27", "Earned income credit", none.because(Choice(words)), Role.TOTAL)
        return
    too_much = ask(too_much_invested)
    if too_much:
        none = stated(NOTHING.amount, "none with so much investment income", "26 U.S.C. 32(i)").where(
            too_much
        )
        page.line("credit", "27", "Earned income credit", none, Role.TOTAL)
        return
    by_earned = page.line("by_earned", "", "By what was earned", _by(ask, lines["earned"]))
    made = by_earned
    if lines["income"].amount >= _falls_from(ask).amount:
        by_income = page.line("by_income", "", "By adjusted gross income", _by(ask, lines["income"]))
        made = smaller_of(by_earned, by_income)
    page.line("credit", "27", "Earned income credit", made, Role.TOTAL)


def is_near(ask: Ask) -> bool:
    """Whether the worksheet says something: there is a credit, a child, or only who they are is in the
    way."""
    lines = ask(tests)
    if ask(credit)["credit"].amount or ask(children):
        return True
    income = larger_of(lines["earned"], lines["income"])
    return lines["earned"].amount > 0 and bool(_by(ask, income).amount)


def earned_income_credit(ask: Ask) -> Figure:
    """Line 27."""
    return ask(credit)["credit"]
