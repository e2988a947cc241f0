"""Schedule 8812, Credits for Qualifying Children and Other Dependents (26 U.S.C. 24), with the rules of
2021."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import credit_room, earned_income, form_1040, phased, schedule_se
from half_yard.countries.us.frame import household, people, persons, rules, status
from half_yard.countries.us.household.dependants import count_of, dependants
from half_yard.countries.us.household.items import amounts, has
from half_yard.countries.us.household.qualifying import BORN_ELSEWHERE, Standing
from half_yard.countries.us.questions import HOME_ABROAD
from half_yard.countries.us.wage_taxes import excess_withheld, medicare_withheld, social_security_withheld
from half_yard.countries.us.worked import worked_by_all
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text

FIFTY = stated(Decimal(50), "50", "26 U.S.C. 24(b)(1)")
YOUNG = 6
"""Below this age the credit of 2021 was larger."""
ADVANCE = "advance_child_credit"
THREE = 3


def _children(ask: Ask) -> tuple[Standing, ...]:
    """Those with the child tax credit; from 2025 on the owner or one of a couple needs a number valid for
    work (24(h)(7))."""
    numbers = [person.identity_number.strip() for _, person in ask(persons)]
    barred = ask(rules).has("ctc_owner_number_needed") and all(
        each.startswith(BORN_ELSEWHERE) for each in numbers
    )
    return () if barred else tuple(each for each in ask(dependants) if each.for_child_credit)


def _others(ask: Ask) -> tuple[Standing, ...]:
    of_children = ask(_children)
    return tuple(each for each in ask(dependants) if each.dependant and each not in of_children)


def is_of_2021(ask: Ask) -> bool:
    """Whether the larger credits of 2021 hold."""
    return ask(rules).has("ctc_2021_per_child_under_6")


def has_credit(ask: Ask) -> bool:
    """Whether there is a dependant for whom there is a credit."""
    return bool(ask(_children) or ask(_others))


def is_shown(ask: Ask) -> bool:
    """Whether someone lives with the household: then it says of each what they are; or something was paid in
    advance."""
    return bool(ask(dependants)) or ask(has, ADVANCE)


@Form
def schedule_8812(ask: Ask) -> Page:
    """One for the return, with what each dependant is."""
    page = Page("schedule_8812", "Schedule 8812", "", ask(rules).numbers("schedule_8812"))
    page.notes += [f"{each.name}: {each.why or 'not known: ' + each.unknown}." for each in ask(dependants)]
    return page


@schedule_8812.part
def made(page: Page, ask: Ask) -> None:
    """Part I, lines 1 to 12: so much for each, less 50 for each 1,000 of income above the start."""
    if not ask(has_credit):
        return
    page.section = "Part I · Credits"
    values, children = ask(rules), ask(_children)
    income = page.line(
        "income", "3", "Adjusted gross income", ask(form_1040.adjusted)["adjusted_gross_income"]
    )
    count = page.line("children", "4", f"Children below {int(values.amount('ctc_child_age_below'))}",
                      count_of(children, "children"))  # fmt: skip
    if ask(is_of_2021):
        of_children = page.line("of_children", "5", "For them", _of_2021(ask, page, income))
    else:
        each = values.figure("child_tax_credit", label="for a child")
        of_children = page.line("of_children", "5", "For them", count * each)
    number = page.line("others", "6", "Other dependants", count_of(ask(_others), "others"))
    each = values.figure("other_dependent_credit", label="for another dependant")
    of_others = page.line("of_others", "7", "For them", number * each)
    every = page.line("every", "8", "Together", of_children + of_others)
    start = values.figure("child_tax_credit_phase_out_start", ask(status), "income above which it falls")
    over = page.line("over", "10", "Income above the start", not_below_zero(income - start))
    lost = page.line("lost", "11", "Lost: 50 for each 1,000 or part of it",
                     phased.steps(over, "1000", part_counts=True) * FIFTY)  # fmt: skip
    page.line(
        "made", "12", "Credits before the tax is looked at", not_below_zero(every - lost), Role.SUBTOTAL
    )


def _of_2021(ask: Ask, page: Page, income: Figure) -> Figure:
    """3,600 and 3,000, of which what is above 2,000 a child falls with income first (24(i)(4))."""
    values, children = ask(rules), ask(_children)
    young = tuple(each for each in children if each.age < YOUNG)
    older = tuple(each for each in children if each.age >= YOUNG)
    small = values.figure("ctc_2021_per_child_under_6", label="for a child below 6")
    large = values.figure("ctc_2021_per_child_6_to_17", label="for an older child")
    raised = count_of(young, "children below 6") * small + count_of(older, "older children") * large
    raised = page.line("raised", "", "Credits of 2021 for children", raised)
    usual = count_of(children, "children") * values.figure("child_tax_credit", label="usual credit")
    start = values.figure("ctc_2021_first_phase_out_start", ask(status), "first income from which it falls")
    over = not_below_zero(income - start)
    lost = phased.steps(over, "1000", part_counts=True) * FIFTY
    second = values.figure("child_tax_credit_phase_out_start", ask(status), "second income")
    width = difference(second, start, label="between the two")
    share = values.figure("ctc_2021_first_phase_out_share", label="part of that")
    most = smaller_of(difference(raised, usual, label="what was raised"), width * share)
    return raised - page.line("first_lost", "", "Lost by the first income", smaller_of(lost, most))


def _lives_here(ask: Ask) -> bool:
    return not HOME_ABROAD.of(ask.of(household).answers)


@schedule_8812.part
def credit(page: Page, ask: Ask) -> None:
    """Lines 13 and 14; in 2021 the part for children is paid out, and only the others' needs tax."""
    if not ask(has_credit):
        return
    page.section = "Part I · Credits"
    whole = ask(made)["made"]
    left = page.line("room", "13", "Tax that is left", credit_room.room(ask, credit_room.CHILD))
    if ask(is_of_2021):
        of_others = smaller_of(ask(made)["of_others"], whole)
        page.line("credit", "14", "Against tax, to Form 1040", smaller_of(of_others, left), Role.TOTAL)
        return
    page.line("credit", "14", "Against tax, to Form 1040", smaller_of(whole, left), Role.TOTAL)


@schedule_8812.part
def paid_out(page: Page, ask: Ask) -> None:
    """Part II-A and II-B, lines 16a to 27: a part of what was earned, or with three children the taxes on it
    above the earned income credit."""
    if not ask(_children) and not ask(has, ADVANCE):
        return
    if ask(is_of_2021):
        _paid_out_2021(page, ask)
        return
    page.section = "Part II · Refundable part"
    values, children = ask(rules), ask(_children)
    left = page.line(
        "unused", "16a", "Not used against tax", difference(ask(made)["made"], ask(credit)["credit"])
    )
    each = values.figure("ctc_refundable_maximum", label="most for a child")
    most = page.line("most", "16b", "Most for the children", count_of(children, "children") * each)
    most = page.line("within", "17", "The smaller", smaller_of(left, most))
    earned = page.line("earned", "18a", "Earned income", ask(worked_by_all))
    floor = values.figure("ctc_refundable_earned_income_floor", label="earned income that does not count")
    rate = values.figure("ctc_refundable_rate", label="part of the rest")
    above = page.line("above", "19", "Above what does not count", not_below_zero(earned - floor))
    part = page.line("part", "20", f"{percent_text(rate.amount)} of it", above * rate)
    if len(children) >= THREE:
        part = _by_taxes(page, ask, part)
    page.line("refundable", "27", "Paid out, to Form 1040", smaller_of(most, part), Role.TOTAL)


def _by_taxes(page: Page, ask: Ask, part: Figure) -> Figure:
    """Part II-B, lines 21 to 26."""
    of_pay = [figure for person in ask(people) for figure in ask(social_security_withheld, person)]
    held = page.line("withheld", "21", "Social security and Medicare tax withheld",
                     total((*of_pay, *ask(medicare_withheld))))  # fmt: skip
    halves = total(ask(schedule_se.of_everyone, "deductible_part"))
    own = page.line("half_tax", "22", "Half of self-employment tax", halves)
    credit_ = ask(earned_income.earned_income_credit)
    back = [ask(excess_withheld, person) for person in ask(people)]
    less = page.line("less", "24", "Earned income credit, and tax that comes back", total((credit_, *back)))
    rest = page.line("taxes", "25", "Taxes above them", not_below_zero(held + own - less))
    return page.line("larger", "26", "The larger", larger_of(part, rest))


def _paid_out_2021(page: Page, ask: Ask) -> None:
    page.section = "Part I-B · Refundable credit of 2021"
    whole = ask(made).get("made", NOTHING)
    of_others = smaller_of(ask(made).get("of_others", NOTHING), whole)
    mine = page.line("for_children", "14e", "For the children", difference(whole, of_others))
    before = page.line("advance", "14f", "Paid in advance", total(ask(amounts, ADVANCE)))
    marks = [] if ask(_lives_here) else [gaps.CHILD_CREDIT_ABROAD]
    if before.amount > mine.amount:
        marks.append(gaps.ADVANCE_ABOVE)
    rest = not_below_zero(mine - before).marked(*marks)
    page.line("refundable", "14i", "Paid out, to Form 1040", rest, Role.TOTAL)


def against_tax(ask: Ask) -> Figure:
    """Line 14, or nothing."""
    return ask(credit)["credit"] if ask(has_credit) else NOTHING


def refundable(ask: Ask) -> Figure:
    """Line 27, or nothing."""
    return ask(paid_out).get("refundable", NOTHING)
