"""Schedule 6, Canada workers benefit (ITA 122.7): of one of a couple, for both, or of a person alone.

The benefit comes to the same whoever of the two claims it; here the one with the higher working income does.
Alberta, Nunavut and Quebec have amounts of their own, which are not computed.
"""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of, tax_year
from half_yard.countries.ca import gaps
from half_yard.countries.ca.children import has_child
from half_yard.countries.ca.forms import t1, t2125
from half_yard.countries.ca.frame import BOOKS, people, province, rules, spouse_of
from half_yard.countries.ca.questions import DISABILITY, STUDENT
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

OWN_AMOUNTS = {"AB", "NU", "QC"}
"""Where the province has changed what the benefit comes to (ITA 122.7(1), "reconfigured")."""


def benefit(ask: Ask, person: str) -> Figure:
    """Line 45300; marked where it may be due and is not computed."""
    if not ask(may_claim, person):
        return NOTHING
    if ask(province) in OWN_AMOUNTS:
        return NOTHING.marked(*([gaps.WORKERS_BENEFIT] if ask(_may_be_due, person) else []))
    return ask(amount, person)["benefit"]


def applies(ask: Ask, person: str) -> bool:
    """Whether a person fills the schedule in: one who claims and whose income does not take it all."""
    return ask(may_claim, person) and ask(province) not in OWN_AMOUNTS and ask(_may_be_due, person)


def may_claim(ask: Ask, person: str) -> bool:
    """One of 19 or over, or with a partner or a child; no student, but with a child; of a couple the one with
    the higher working income."""
    record, child = ask.of(person_of, person), ask(has_child)
    other = ask(spouse_of, person)
    if STUDENT.of(record.answers) and not child:
        return False
    if other:
        own, theirs = (ask(working_income, each).amount for each in (person, other))
        return own > theirs or (own == theirs and person == ask(people)[0])
    born, values = record.birth_date, ask(rules)
    old_enough = born is None or ask.of(tax_year) - born.year >= int(
        values.amount("workers_benefit_from_age")
    )
    return child or old_enough


def _may_be_due(ask: Ask, person: str) -> bool:
    """Whether the working income is enough, and the family's not so high that nothing would be left."""
    values, other = ask(rules), ask(spouse_of, person)
    working = sum(ask(working_income, each).amount for each in (person, other) if each)
    room = values.amount("workers_benefit_family") / values.amount("workers_benefit_reduction_rate")
    ends = values.amount("workers_benefit_family_from") + room
    enough = working > values.amount("workers_benefit_working_from")
    return enough and ask(family_income, person).amount < ends


def working_income(ask: Ask, person: str) -> Figure:
    """Employment and business income, losses of a business left out."""
    profits = [not_below_zero(each) for each in ask(t2125.net_of, person)]
    return total((*t1.employment_of(ask, person), *profits), "working income")


def family_income(ask: Ask, person: str) -> Figure:
    """The net income of both, less the working income of the one who earns less, up to an amount."""
    own, other = ask(t1.net_income, person)["net_income"], ask(spouse_of, person)
    if not other:
        return own
    most = ask(rules).figure("workers_benefit_second_earner_exclusion", label="most that is left out")
    left_out = smaller_of(ask(working_income, other), most)
    both = total((own, ask(t1.net_income, other)["net_income"]), "net income of both")
    return not_below_zero(difference(both, left_out), "adjusted family net income")


@Form
def schedule_6(ask: Ask, person: str) -> Page:
    """The page of who claims."""
    return Page(f"schedule_6.{person}", "Schedule 6", ask(BOOKS.name, person), about=person, in_cents=True)


@schedule_6.part
def amount(page: Page, ask: Ask, person: str) -> None:
    """Part of the working income above an amount, up to the most, less part of the family's income."""
    values, other = ask(rules), ask(spouse_of, person)
    kind = "family" if other or ask(has_child) else "single"
    earned = [ask(working_income, each) for each in (person, other) if each]
    working = page.line("working", "", "Working income", total(earned))
    family = page.line("family_income", "", "Adjusted family net income", ask(family_income, person))
    start = values.figure("workers_benefit_working_from", label="working income from which it begins")
    rate = values.figure("workers_benefit_phase_in", label="part of the working income above that")
    most = values.figure(f"workers_benefit_{kind}", label="most")
    part = (not_below_zero(difference(working, start)) * rate).in_cents()
    basic = page.line("basic", "", "Basic amount before the reduction", smaller_of(part, most))
    falls = values.figure(f"workers_benefit_{kind}_from", label="income from which it is reduced")
    by = values.figure("workers_benefit_reduction_rate", label="part of the income above that")
    less = (not_below_zero(difference(family, falls)) * by).in_cents()
    reduction = page.line("reduction", "", "Reduction by the family's income", less)
    left = not_below_zero(difference(basic, reduction))
    disabled = any(DISABILITY.of(ask.of(person_of, each).answers) for each in (person, other) if each)
    left = left.marked(*([gaps.DISABILITY_SUPPLEMENT] if disabled else []))
    page.line("benefit", "45300", "Canada workers benefit", left, Role.TOTAL)
