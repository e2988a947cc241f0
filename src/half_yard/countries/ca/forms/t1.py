"""The T1, Income Tax and Benefit Return, of one person, to taxable income; its tax is in `t1_tax`."""

from __future__ import annotations

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps
from half_yard.countries.ca.forms import (
    foreign_tax,
    pension_splitting,
    schedule_3,
    schedule_8,
    t1_income,
    t776,
)
from half_yard.countries.ca.forms import t1_contributions as contributions
from half_yard.countries.ca.forms import t1_deductions as deductions
from half_yard.countries.ca.forms import t1_personal as personal
from half_yard.countries.ca.frame import (
    BOOKS,
    facts,
)
from half_yard.countries.ca.items import of_person
from half_yard.countries.ca.questions import NOTHING_ELSE
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    total,
)


@Form
def t1(ask: Ask, person: str) -> Page:
    """The return of a person."""
    name = ask(BOOKS.name, person)
    return Page(f"t1.{person}", "T1", name, about=person, in_cents=True, facts=ask(facts, person))


@t1.part
def total_income(page: Page, ask: Ask, person: str) -> None:
    """Step 2, lines 10100 to 15000."""
    page.section = "Total income"
    employment = page.line("employment", "10100", "Employment income", total(employment_of(ask, person)))
    others = t1_income.other_income(page, ask, person)
    received = (*persons_records.of_person(ask, person, "interest", "interest"),
                *of_person(ask, person, "foreign_income"))  # fmt: skip
    interest = page.line("interest", "12100", "Interest and other investment income", total(received))
    page.line("gross_rents", "12599", "Gross rental income", total(ask(t776.gross_of, person)))
    rents = page.line("rents", "12600", "Net rental income", total(ask(t776.net_of, person)))
    business = t1_income.self_employment(page, ask, person)
    page.in_order()
    parts = (employment, *others, interest, rents, business)
    all_asked = ask.of(lambda file: NOTHING_ELSE.of(file.household.answers))
    income = total(parts).marked(*([] if all_asked else [gaps.NOT_ALL_ASKED]))
    page.line("total_income", "15000", "Total income", income, Role.TOTAL)


def employment_of(ask: Ask, person: str) -> list[Figure]:
    """Box 14 of slips T4."""
    return persons_records.of_person(ask, person, "wages", "wages")


@t1.part
def net_income(page: Page, ask: Ask, person: str) -> None:
    """Step 3, lines 22200 to 23600."""
    page.section = "Net income"
    own = ask(schedule_8.contributions, person)["deduction"] if ask(schedule_8.applies, person) else NOTHING
    half = page.line("cpp_deduction", "22200", "Deduction for CPP on self-employment income", own)
    enhanced = page.line(
        "enhanced_cpp", "22215", "Deduction for enhanced CPP on employment income", _enhanced(ask, person)
    )
    lines = [
        *deductions.plain_lines(page, ask, person),
        *deductions.savings_lines(page, ask, person),
    ]
    if (lost := ask(deductions.business_investment_loss, person)).amount:
        title = "Business investment loss, the part that counts"
        lines.append(page.line("business_investment_loss", "21700", title, lost))
    if (beyond := ask(foreign_tax.beyond, person)).amount:
        title = "Foreign tax on interest and dividends above its limit"
        lines.append(page.line("foreign_tax_beyond", "23200", title, beyond))
    if (split := ask(pension_splitting.given, person)).amount:
        lines.append(page.line("split_given", "21000", "Deduction for elected split-pension amount", split))
    if (care := ask(deductions.child_care, person)) is not None:
        lines.append(page.line("child_care", "21400", "Child care expenses", care))
    page.in_order()
    income = ask(total_income, person)["total_income"]
    before = not_below_zero(difference(income, half, enhanced, *lines))
    back = deductions.repaid(page, ask, person, before)
    net = difference(before, back) if back.parts else before
    page.line("net_income", "23600", "Net income", net, Role.TOTAL)


def _enhanced(ask: Ask, person: str) -> Figure:
    """The additional parts of what was contributed on employment (ITA 60(e.1)): a part of box 16 of slips T4,
    and the whole of box 16A."""
    paid, base = ask(contributions.counted, person, "cpp"), ask(personal.cpp_base_employed, person)
    return total((difference(paid, base), ask(contributions.counted, person, "cpp2")))


@t1.part
def taxable_income(page: Page, ask: Ask, person: str) -> None:
    """Step 4, line 26000."""
    page.section = "Taxable income"
    net = ask(net_income, person)["net_income"]
    again = deductions.taken_off_again(ask, person)
    if again:
        net = net - page.line("taken_off", "25000", "Other payments deduction", total(again))
    if ask(schedule_3.applies, person) and "used" in ask(schedule_3.gains, person):
        used = ask(schedule_3.gains, person)["used"]
        net = net - page.line("capital_losses", "25300", "Net capital losses of other years", used)
    for less in deductions.from_taxable(page, ask, person):
        net = net - less
    lost = deductions.losses(page, ask, person, net)
    net = net - lost if lost.parts else net
    page.in_order()
    page.line("taxable_income", "26000", "Taxable income", not_below_zero(net), Role.TOTAL)
