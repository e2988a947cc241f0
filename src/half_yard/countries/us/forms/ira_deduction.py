"""The deduction for IRA contributions (26 U.S.C. 219; worksheet of Schedule 1, line 20)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import form_1040, retirement_plans, schedule_se, student_loan
from half_yard.countries.us.frame import BOOKS, household, people, rules, status, status_choice
from half_yard.countries.us.household.items import amounts, has
from half_yard.countries.us.losses.asked import LIVED_APART
from half_yard.countries.us.own_income import wages_of
from half_yard.countries.us.questions import SPOUSE_COVERED
from half_yard.countries.us.seniors import age_of
from half_yard.figures import (
    NOTHING,
    Assumption,
    Choice,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    carried,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

TRADITIONAL, ROTH = "ira_contribution", "roth_contribution"
WITHOUT_IRA = Assumption("without the IRA deduction", on_no_line=True)
"""Under which the income is worked out that limits it (219(g)(3)(A))."""
CATCH_UP_FROM = 50
TEN = stated(Decimal(10), "ten")
LEAST = stated(Decimal(200), "at least 200 while above zero", "26 U.S.C. 219(g)(2)(B)")


def applies(ask: Ask) -> bool:
    """Whether someone put something into a traditional IRA."""
    return ask(has, TRADITIONAL)


def persons(ask: Ask) -> tuple[str, ...]:
    """The people on the return who put something into an IRA of either kind."""
    return tuple(
        person for person in ask(people) if any(ask(amounts, kind, person) for kind in (TRADITIONAL, ROTH))
    )


@Form
def ira_deduction(ask: Ask, person: str) -> Page:
    """Whose it is."""
    return Page(f"ira_deduction.{person}", "IRA deduction", ask(BOOKS.name, person), about=person)


def covered(ask: Ask, person: str) -> str:
    """By what a person is covered by a retirement plan at work; empty where not."""
    if person in ask(retirement_plans.persons):
        return "a plan of the own business"
    return "a plan of an employer (Form W-2, box 13)" if ask(wages_of, person, "retirement") else ""


def compensation(ask: Ask, person: str) -> Figure:
    """What a person earned (219(f)(1)): wages, and profit less half of self-employment tax and plans."""
    if person not in ask(schedule_se.persons_with_business):
        return total(ask(wages_of, person, ""), "earned")
    less = [ask(schedule_se.tax, person)["deductible_part"], ask(retirement_plans.deduction_of, person)]
    profit = ask(schedule_se.profits, person)["combined"]
    worked = not_below_zero(difference(profit, *less, label="earnings of businesses"))
    return total((*ask(wages_of, person, ""), worked), "earned")


def _earned_together(ask: Ask, person: str) -> Figure:
    """On a joint return what the other earned counts as far as theirs does not use it (219(c))."""
    own = ask(compensation, person)
    if ask(status) != "joint":
        return own
    others = [each for each in ask(people) if each != person]
    parts = [
        not_below_zero(
            difference(ask(compensation, each), *ask(amounts, TRADITIONAL, each), *ask(amounts, ROTH, each)),
            "what the other earned and did not put in",
        )
        for each in others
    ]
    return total((own, *parts), "earned by both") if parts else own


@ira_deduction.part
def limit(page: Page, ask: Ask, person: str) -> None:
    """What may be put in."""
    page.section = "Limit"
    values = ask(rules)
    most = values.figure("ira_contribution_limit", label="limit of the year")
    if age_of(ask, person) >= CATCH_UP_FROM:
        most = most + values.figure("ira_catch_up_50", label="catch-up from 50 on")
    most = smaller_of(most, ask(_earned_together, person), label="limit, or what was earned")
    page.line("most", "", "Most that may be put in", most)
    roth = page.line("roth", "", "Put into a Roth IRA", total(ask(amounts, ROTH, person)))
    left = page.line("left", "", "Of it for a traditional IRA", not_below_zero(difference(most, roth)))
    paid = page.line("paid", "", "Put in", total(ask(amounts, TRADITIONAL, person)))
    page.line("within", "", "Within the limit", smaller_of(paid, left), Role.SUBTOTAL)
    over = not_below_zero(difference(total((paid, roth)), most))
    if over.amount:
        page.line("over", "", "Above the limit: taken out in time, or taxed each year", over)


def _phase(ask: Ask, person: str) -> tuple[Figure, Figure] | None:
    """Where the deduction begins to fall, and over which width; None where it does not."""
    values, filing = ask(rules), ask(status)
    apart = LIVED_APART.of(ask.of(household).answers)
    as_filed = "single" if filing == "separate" and apart else filing
    why: tuple[Choice, ...] = ()
    if by := ask(covered, person):
        why = (ask(status_choice), Choice(f"Covered by {by}"))
    elif filing == "separate" and not apart and SPOUSE_COVERED.of(ask.of(household).answers):
        path = f"/household/answers/{SPOUSE_COVERED.key}"
        why = (Choice("The spouse is covered by a plan at work", path),)
    if why:
        start = values.figure("ira_deduction_phase_out_start_covered", as_filed, "where it begins to fall")
        width = values.figure("ira_deduction_phase_out_width_covered", as_filed, "until it is gone")
        return start.because(*why), width
    others = [each for each in ask(people) if each != person]
    if filing == "joint" and any(ask(covered, each) for each in others):
        start = values.figure(
            "ira_deduction_phase_out_start_spouse_covered", "joint", "where it begins to fall"
        )
        width = values.figure("ira_deduction_phase_out_width_spouse_covered", label="until it is gone")
        return start.because(Choice("The spouse is covered by a plan at work")), width
    return None


def _marks(ask: Ask) -> tuple[Mark, ...]:
    """Of a separate filer who lived together it must be said whether the spouse is covered (219(g)(7))."""
    answers = ask.of(household).answers
    asked = ask(status) == "separate" and not LIVED_APART.of(answers)
    return (gaps.SPOUSE_COVERED,) if asked and SPOUSE_COVERED.key not in answers else ()


@ira_deduction.part
def deduction(page: Page, ask: Ask, person: str) -> None:
    """What is deducted: less where a plan at work is there and income is above its start (219(g)), the
    reduced limit rounded up to ten and at least 200."""
    page.section = "Deduction"
    lines, phase = ask(limit, person), ask(_phase, person)
    if phase is None:
        within = carried(lines["within"]).marked(*_marks(ask))
        page.line("deduction", "20", "Deduction, to Schedule 1", within, Role.TOTAL)
        return
    start, width = phase
    without = ask.under(WITHOUT_IRA, student_loan.WITHOUT_STUDENT_LOAN)
    income = without(form_1040.adjusted)["adjusted_gross_income"]
    income = income.supposed("adjusted gross income without it")
    income = page.line("income", "", "Adjusted gross income without it and student loan interest", income)
    top = page.line("top", "", "Income at which it is gone", start + width)
    room = page.line("room", "", "Below that", not_below_zero(top - income))
    whole = lines["left"]
    exact = smaller_of(whole * (room / width), whole, label="limit that is left")
    tens = ((exact / TEN).counted_up() * TEN).named("rounded up to ten")
    reduced = larger_of(tens, LEAST, label="at least 200") if room.amount > 0 and whole.amount else tens
    reduced = smaller_of(reduced, whole) if room.amount > 0 else NOTHING
    reduced = page.line("reduced", "", "Limit that is left", reduced)
    page.line("deduction", "20", "Deduction, to Schedule 1", smaller_of(lines["within"], reduced), Role.TOTAL)


def deductions(ask: Ask) -> tuple[Figure, ...]:
    """The deduction of each person."""
    return tuple(ask(deduction, person)["deduction"] for person in ask(persons))
