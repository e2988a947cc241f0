"""Form 8880, Credit for Qualified Retirement Savings Contributions (26 U.S.C. 25B)."""

from __future__ import annotations

from half_yard.countries.asking import Ask, person_of
from half_yard.countries.us.forms import credit_room, form_1040, retirement_plans
from half_yard.countries.us.frame import BOOKS, people, rules, status
from half_yard.countries.us.household.items import amounts
from half_yard.countries.us.own_income import box_of_wages
from half_yard.countries.us.questions import CLAIMED, FULL_TIME_STUDENT
from half_yard.countries.us.seniors import age_of
from half_yard.figures import NOTHING, Choice, Figure, Form, Page, Role, smaller_of, stated, total
from half_yard.figures.explain import percent_text

OWN = ("ira_contribution", "roth_contribution", retirement_plans.ONE_OWNER, retirement_plans.SIMPLE)
TIERS = ("50", "20", "10")


def savings(ask: Ask, person: str) -> Figure:
    """What a person put in: IRAs, and deferrals at an employer or in an own plan."""
    own = [figure for kind in OWN for figure in ask(amounts, kind, person)]
    return total((*own, *ask(box_of_wages, "deferrals", person)), "put into retirement savings")


def savers(ask: Ask) -> tuple[str, ...]:
    """The people on the return who put something in."""
    return tuple(person for person in ask(people) if ask(savings, person).amount)


def may_have(ask: Ask, person: str) -> bool:
    """Whether they may have it: 18 or over, no full-time student, and nobody's dependant (25B(c))."""
    who, least = ask.of(person_of, person), int(ask(rules).amount("savers_credit_minimum_age"))
    if age_of(ask, person) < least:
        return False
    return not CLAIMED.of(who.answers) and not FULL_TIME_STUDENT.of(who.answers)


def applies(ask: Ask) -> bool:
    """Whether someone saved."""
    return bool(ask(savers))


def _rate(ask: Ask) -> Figure | None:
    income = ask(form_1040.adjusted)["adjusted_gross_income"]
    values = ask(rules)
    part = values.figure("savers_credit_part_of_joint_income", ask(status), "part of the joint income")
    for tier in TIERS:
        top = values.figure(f"savers_credit_{tier}_percent_top", "joint", f"income for {tier} percent")
        if income.amount <= (top * part).amount:
            return values.figure(f"savers_credit_{tier}_percent", label=f"{tier} percent at this income")
    return None


@Form
def form_8880(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8880", "Form 8880", "", ask(rules).numbers("form_8880"))


@form_8880.part
def credit(page: Page, ask: Ask) -> None:
    """Lines 1 to 12. Distributions of the years before, which take from it, are not asked for."""
    rate = ask(_rate)
    if not ask(savers):
        return
    most = ask(rules).figure("savers_credit_contribution_limit", label="most of a person")
    each = []
    for person in ask(savers):
        name = ask(BOOKS.name, person)
        put_in = page.line(f"saved.{person}", "3", f"Put in by {name}", ask(savings, person))
        if may_have(ask, person):
            each.append(page.line(f"of.{person}", "6", "Within the limit", smaller_of(put_in, most)))
    reason = "" if each else "none for students, dependants and who is below 18"
    if rate is None:
        reason = "none: income is above the last step"
    if rate is None or reason:
        none = stated(NOTHING.amount, reason, "26 U.S.C. 25B").because(Choice(reason))
        page.line("credit", "12", "Credit, to Schedule 3", none, Role.TOTAL)
        return
    every = page.line("every", "7", "Together", total(each))
    rate = page.exact_line("rate", "9", "Part of it, by income", rate)
    made = page.line("made", "10", f"{percent_text(rate.amount)} of it", every * rate)
    left = page.line("room", "11", "Tax that is left", credit_room.room(ask, credit_room.SAVERS))
    page.line("credit", "12", "Credit, to Schedule 3", smaller_of(made, left), Role.TOTAL)
    page.notes.append(
        "Distributions in the year and the two before it (line 4) are not asked for: they reduce it."
    )


def against_tax(ask: Ask) -> Figure:
    """Line 12, or nothing."""
    return ask(credit)["credit"] if ask(applies) else NOTHING
