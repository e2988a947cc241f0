"""The T1 from taxable income on: federal tax and its credits, what is payable, the balance."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps, slips
from half_yard.countries.ca.forms import (
    form_428,
    pension_splitting,
    schedule_6,
    schedule_8,
    t691,
    t2209,
)
from half_yard.countries.ca.forms import t1_caregiver as caregiver
from half_yard.countries.ca.forms import t1_contributions as contributions
from half_yard.countries.ca.forms import t1_credits as amounts_of
from half_yard.countries.ca.forms import t1_further_credits as further
from half_yard.countries.ca.forms import t1_personal as personal
from half_yard.countries.ca.forms import t1_refundable as refundable
from half_yard.countries.ca.forms.t1 import net_income, t1, taxable_income
from half_yard.countries.ca.frame import QUEBEC, province, rules, spouse_of
from half_yard.countries.ca.items import withheld
from half_yard.countries.ca.questions import counts_proposed
from half_yard.countries.tax_brackets import by_brackets
from half_yard.figures import (
    NOTHING,
    Figure,
    Page,
    Role,
    above,
    difference,
    not_below_zero,
    stated,
    total,
)

WHOLE = t1.sheet
"""The T1 with all its parts, to be asked for."""
Amount = tuple[str, str, str, Callable[[Ask, str], Figure]]

AMOUNTS = (
    ("basic", "30000", "Basic personal amount", personal.basic_amount),
    ("age", "30100", "Age amount", amounts_of.age_amount),
    ("spouse", "30300", "Amount for spouse or common-law partner", personal.spouse_amount),
    ("dependant", "30400", "Eligible dependant", personal.dependant_amount),
    ("caregiver_spouse", "30425", "Canada caregiver amount for the spouse", caregiver.for_spouse),
    ("caregiver", "30450", "Canada caregiver amount for others of 18 or over", caregiver.for_others),
    ("caregiver_child", "30500", "Canada caregiver amount for children", caregiver.for_children),
    ("cpp_employed", "30800", "Base CPP contributions on employment", personal.cpp_base_employed),
    ("cpp_credit", "31000", "Base CPP contributions on self-employment", personal.cpp_credit),
    ("insurance", "31200", "Employment insurance premiums", contributions.insurance),
    ("own_insurance", "31217", "Insurance premiums on self-employment", contributions.own_insurance),
    ("volunteer", "31220", "Volunteer firefighter or search and rescue", further.volunteer),
    ("employment_amount", "31260", "Canada employment amount", personal.employment_amount),
    ("home_buyers", "31270", "Home buyers' amount", amounts_of.home_buyers_amount),
    ("accessibility", "31285", "Home accessibility expenses", further.accessibility),
    ("adoption", "31300", "Adoption expenses", further.adoption),
    ("news", "31350", "Digital news subscription", further.news),
    ("pension_amount", "31400", "Pension income amount", amounts_of.pension_amount),
    ("disability", "31600", "Disability amount", amounts_of.disability_amount),
    ("disability_of_dependant", "31800", "Disability amount of a dependant", further.of_dependant),
    ("student_loan", "31900", "Interest on student loans", further.student_loan),
)
"""The amounts that tax is credited for, before tuition, as (key, line, title, part)."""
AFTER_TUITION = (
    ("tuition_of_child", "32400", "Tuition transferred from a child", further.tuition_of_child),
    ("transferred", "32600", "Amounts transferred from the spouse or partner", amounts_of.transferred),
    ("medical", "33200", "Medical expenses", amounts_of.medical_amount),
    ("medical_others", "33199", "Medical expenses for other dependants", further.medical_of_others),
)
ALWAYS = {"basic", "spouse", "cpp_employed", "cpp_credit", "insurance", "employment_amount"}
"""The amounts that have their line also where there is nothing on it."""


@t1.part
def credits_of(page: Page, ask: Ask, person: str) -> None:
    """Step 5, parts A and B: lines 30000 to 35000."""
    values = ask(rules)
    taxable = ask(taxable_income, person)["taxable_income"]
    page.section = "Federal tax"
    tax = page.line("tax", "40400", "Tax on taxable income", by_brackets(taxable, values, ""), Role.SUBTOTAL)
    page.section = "Federal non-refundable tax credits"
    amounts = _lines(page, ask, person, AMOUNTS)
    rate = values.figure("nonrefundable_credit_rate", label="credit rate")
    if (studies := amounts_of.tuition_lines(page, ask, person, total(amounts), tax, rate)) is not None:
        amounts.append(studies)
    amounts += _lines(page, ask, person, AFTER_TUITION)
    whole = page.line("credit_amounts", "33500", "Credit amounts in all", total(amounts))
    value = whole * rate
    if values.has("top_up_credit_rate"):
        value = _topped_up(ask, whole, value)
    if (gifts := amounts_of.gifts_credit(page, ask, person)) is not None:
        value = total((value, gifts))
    page.line("credits", "35000", "Federal non-refundable tax credits", value, Role.SUBTOTAL)


def _topped_up(ask: Ask, amounts: Figure, value: Figure) -> Figure:
    """With what amounts above the first bracket are credited besides, where what is proposed is counted."""
    values = ask(rules)
    first_top = values.figure("bracket_2_from", label="top of the first bracket")
    beyond = above(amounts, first_top)
    if not beyond:
        return value.where(beyond)
    if not ask.of(counts_proposed):
        return value.marked(gaps.TOP_UP_CREDIT).where(beyond)
    rate = values.figure("top_up_credit_rate", label="rate of before")
    more = rate - values.figure("nonrefundable_credit_rate", label="credit rate")
    return total((value, (difference(amounts, first_top) * more).in_cents())).where(beyond)


def _lines(page: Page, ask: Ask, person: str, amounts: Sequence[Amount]) -> list[Figure]:
    """The lines that are always there, and those on which there is something."""
    made = []
    for key, number, title, amount in amounts:
        figure = ask(amount, person)
        if key in ALWAYS or figure.amount or figure.marks:
            made.append(page.line(key, number, title, figure))
    return made


def before_carried(ask: Ask, person: str) -> Figure:
    """Tax less its credits and that of dividends, before minimum tax of other years."""
    lines, dividends = ask(credits_of, person), ask(amounts_of.dividend_credit, person)
    less = [lines["credits"], *([dividends] if dividends.amount else [])]
    return not_below_zero(difference(lines["tax"], *less))


@t1.part
def basic_tax(page: Page, ask: Ask, person: str) -> None:
    """Step 5, part C: lines 40425 to 42900."""
    page.section = "Net federal tax"
    if (dividends := ask(amounts_of.dividend_credit, person)).amount:
        page.line("dividend_credit", "40425", "Federal dividend tax credit", dividends)
    tax = ask(before_carried, person)
    if (before := ask(t691.carried_used, person)).amount:
        tax = tax - page.line("minimum_tax_carried", "40427", "Minimum tax carried over", before)
    page.line("basic_tax", "42900", "Basic federal tax", tax, Role.SUBTOTAL)


@t1.part
def federal_tax(page: Page, ask: Ask, person: str) -> None:
    """Step 5, part C: lines 40500 to 42000."""
    page.section = "Net federal tax"
    tax = ask(basic_tax, person)["basic_tax"]
    if (foreign := ask(t2209.federal_credit, person)).amount:
        tax = not_below_zero(tax - page.line("foreign_tax", "40500", "Federal foreign tax credit", foreign))
    if (political := ask(further.political, person)).amount:
        given = page.line("political", "41000", "Federal political contribution tax credit", political)
        tax = not_below_zero(tax - given)
    if (more := ask(t691.additional, person)).amount:
        tax = tax + page.line("minimum_tax", "", "Additional tax by the minimum tax", more)
    page.line("net_federal_tax", "42000", "Net federal tax", tax, Role.TOTAL)


@t1.part
def payable(page: Page, ask: Ask, person: str) -> None:
    """Steps 6 and 7, lines 42100 to 43500."""
    page.section = "Total payable"
    own = ask(schedule_8.contributions, person)["payable"] if ask(schedule_8.applies, person) else NOTHING
    lines = [
        page.line("federal", "42000", "Net federal tax", ask(federal_tax, person)["net_federal_tax"]),
        page.line("cpp", "42100", "CPP contributions payable on self-employment", own),
        page.line("advance", "41500", "Workers benefit paid in advance", ask(slips.advance, person)),
        page.line("provincial", "42800", "Provincial or territorial tax", ask(form_428.tax_of, person)),
    ]
    if (insured := ask(contributions.own_insurance, person)).amount:
        title = "Insurance premiums payable on self-employment"
        lines.append(page.line("own_insurance", "42120", title, insured))
    net = ask(net_income, person)
    if "repaid" in net:
        lines.append(page.line("repayment", "42200", "Social benefits repayment", net["repaid"]))
    page.in_order()
    page.line("payable", "43500", "Total payable", total(lines), Role.TOTAL)


@t1.part
def balance(page: Page, ask: Ask, person: str) -> None:
    """Lines 43700 to 48500. A difference of 2 dollars or less is neither paid nor refunded."""
    page.section = "Refund or balance owing"
    deducted = total(
        [
            *persons_records.of_person(ask, person, "wages", "withheld"),
            *persons_records.of_person(ask, person, "interest", "withheld"),
            *withheld(ask, person),
            *slips.withheld_on_forms(ask, person),
        ]
    )
    deducted = _with_split(ask, person, deducted)
    paid = total(
        (
            page.line("deducted", "43700", "Total income tax deducted", deducted),
            page.line("abatement", "44000", "Refundable Quebec abatement", _abatement(ask, person)),
            *refundable.lines(page, ask, person, refundable.BEFORE_BENEFIT),
            page.line("workers_benefit", "45300", "Canada workers benefit", ask(schedule_6.benefit, person)),
            *refundable.lines(page, ask, person, refundable.AFTER_BENEFIT),
            page.line(
                "instalments", "47600", "Tax paid by instalments", total(ask(slips.instalments, person))
            ),
        )
    )
    paid = page.line("credits_in_all", "48200", "Total credits", paid, Role.TOTAL)
    due = ask(payable, person)["payable"]
    small = ask(rules).figure("not_due", label="difference that is not settled")
    back, owed = not_below_zero(paid - due), not_below_zero(due - paid)
    page.line("refund", "48400", "Refund", _settled(back, small), Role.REFUND)
    page.line("owed", "48500", "Balance owing", _settled(owed, small), Role.OWED)


def _with_split(ask: Ask, person: str, deducted: Figure) -> Figure:
    """The tax deducted, with what goes along with a split pension."""
    gone, other = ask(pension_splitting.tax_moved, person), ask(spouse_of, person)
    came = ask(pension_splitting.tax_moved, other) if other else NOTHING
    if came.amount:
        deducted = total((deducted, came))
    return difference(deducted, gone) if gone.amount else deducted


def _abatement(ask: Ask, person: str) -> Figure:
    """Line 44000, of residents of Quebec: a part of the basic federal tax (ITA 120(2))."""
    if ask(province) != QUEBEC:
        return NOTHING
    rate = ask(rules).figure("quebec_abatement", label="abatement")
    return (ask(basic_tax, person)["basic_tax"] * rate).in_cents()


def _settled(amount: Figure, small: Figure) -> Figure:
    settled = above(amount, small)
    return (
        amount.where(settled)
        if settled or not amount.amount
        else stated(Decimal(0), "not settled, being so small").where(settled)
    )
