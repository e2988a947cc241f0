"""Form 428: the tax of the province of one person. Ontario (with its health premium) and Alberta are
computed."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps, slips
from half_yard.countries.ca.forms import t1
from half_yard.countries.ca.frame import BOOKS, COMPUTED, PROVINCES, province, rules, spouse_of
from half_yard.countries.ca.tax_brackets import by_brackets
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    above,
    difference,
    not_below_zero,
    smaller_of,
    total,
)

ONTARIO, ALBERTA = "ON", "AB"
STEPS = range(1, 6)


def applies(ask: Ask) -> bool:
    """Whether the province's tax is computed."""
    return ask(province) in COMPUTED


def tax_of(ask: Ask, person: str) -> Figure:
    """Line 42800; marked where the province's tax is not computed."""
    if ask(applies):
        return ask(result, person)["tax"]
    return total(()).marked(gaps.OTHER_PROVINCE if ask(province) else gaps.NO_PROVINCE)


@Form
def form_428(ask: Ask, person: str) -> Page:
    """One for each person."""
    where = ask(province)
    form = f"Form {where}428"
    subject = f"{ask(BOOKS.name, person)}, {PROVINCES[where]}"
    return Page(f"form_428.{person}", form, subject, about=person, in_cents=True)


@form_428.part
def before_reductions(page: Page, ask: Ask, person: str) -> None:
    """Tax by brackets less the credits at the lowest rate."""
    values, where = ask(rules), ask(province)
    taxable = ask(t1.taxable_income, person)["taxable_income"]
    page.section = "Tax on taxable income"
    tax = page.line(
        "by_brackets", "", "Tax on taxable income", by_brackets(taxable, values, where), Role.SUBTOTAL
    )
    page.section = "Non-refundable tax credits"
    basic = values.figure("provincial_basic_personal_amount", where, "basic personal amount")
    amounts = [
        page.line("basic", "58040", "Basic personal amount", basic),
        page.line("spouse", "58120", "Spouse or common-law partner amount", _spouse_amount(ask, person)),
        page.line(
            "cpp_employed", "58240", "CPP contributions on employment", ask(t1.cpp_base_employed, person)
        ),
        page.line("cpp_credit", "58280", "CPP contributions on self-employment", ask(t1.cpp_credit, person)),
        page.line(
            "insurance", "58300", "Employment insurance premiums", total(slips.boxes(ask, person, "ei"))
        ),
    ]
    whole = page.line("credit_amounts", "58800", "Credit amounts in all", total(amounts))
    rate = values.figure("provincial_bracket_1_rate", where, "lowest rate")
    value = whole * rate
    if where == ALBERTA and values.has("provincial_bracket_6_rate"):
        beyond = above(whole, values.figure("provincial_bracket_2_from", where, "top of the first bracket"))
        value = value.marked(*([gaps.TOP_UP_CREDIT] if beyond else [])).where(beyond)
    credit = page.line("credits", "61500", "Provincial non-refundable tax credits", value)
    page.section = "Provincial tax"
    page.line("after_credits", "", "Tax less credits", not_below_zero(tax - credit), Role.SUBTOTAL)


def _spouse_amount(ask: Ask, person: str) -> Figure:
    """Line 58120: of Ontario a tenth of the most may be earned before it shrinks; of Alberta nothing."""
    if not ask(t1.claims_spouse, person):
        return NOTHING
    values, where = ask(rules), ask(province)
    theirs = ask(t1.net_income, ask(spouse_of, person))["net_income"]
    if where == ALBERTA:
        most = values.figure("provincial_basic_personal_amount", where, "amount for a spouse")
        return not_below_zero(difference(most, theirs))
    most = values.figure("provincial_spouse_amount_max", where, "amount for a spouse")
    free = (most * values.figure("spouse_amount_income_free", label="part that may be earned")).named("free")
    return smaller_of(most, not_below_zero(difference(total((most, free)), theirs)))


@form_428.part
def result(page: Page, ask: Ask, person: str) -> None:
    """To line 42800: in Ontario the surtax, the tax reduction and the health premium."""
    page.section = "Provincial tax"
    tax = ask(before_reductions, person)["after_credits"]
    if ask(province) == ONTARIO:
        surtax = page.line("surtax", "", "Surtax", ask(ontario_surtax, person))
        with_surtax = tax + surtax
        reduction = page.line("reduction", "", "Ontario tax reduction", _reduction(ask, person, with_surtax))
        tax = not_below_zero(with_surtax - reduction).marked(*_lift_marks(ask, person))
        premium = page.line("health_premium", "", "Ontario health premium", ask(health_premium, person))
        tax = total((tax, premium))
    page.line("tax", "42800", "Provincial tax", tax, Role.TOTAL)


def ontario_surtax(ask: Ask, person: str) -> Figure:
    """20% of the tax above one amount and 36% above another, one upon the other."""
    values, tax = ask(rules), ask(before_reductions, person)["after_credits"]
    parts = []
    for number in (1, 2):
        start = values.figure(
            f"provincial_surtax_{number}_from", ONTARIO, f"tax above which surtax {number} starts"
        )
        rate = values.figure(f"surtax_{number}_rate", label=f"surtax {number}")
        parts.append((not_below_zero(difference(tax, start)) * rate).in_cents())
    return total(parts)


def _reduction(ask: Ask, person: str, tax: Figure) -> Figure:
    """Twice the basic reduction less the tax; of a couple only the one with the higher net income has it."""
    if ask(spouse_of, person) and not ask(t1.claims_spouse, person):
        return NOTHING
    basic = ask(rules).figure("provincial_tax_reduction_basic", ONTARIO, "basic reduction")
    return smaller_of(
        tax, not_below_zero(difference(total((basic, basic), "twice the basic reduction"), tax))
    )


def _lift_marks(ask: Ask, person: str) -> list[Mark]:
    """The credit for low income from employment."""
    return [gaps.LIFT_CREDIT] if t1.employment_of(ask, person) else []


def health_premium(ask: Ask, person: str) -> Figure:
    """Steps by taxable income: each adds a part of the income above its start, up to its most."""
    values = ask(rules)
    taxable = ask(t1.taxable_income, person)["taxable_income"]
    below_most, parts = NOTHING, []
    for number in STEPS:
        start = values.figure(f"health_premium_{number}_from", label=f"start of step {number}")
        most = values.figure(f"health_premium_{number}_most", label=f"most of step {number}")
        rate = values.figure(f"health_premium_{number}_rate", label=f"rate of step {number}")
        part = (not_below_zero(difference(taxable, start)) * rate).in_cents()
        parts.append(smaller_of(part, difference(most, below_most, label=f"room of step {number}")))
        below_most = most
    return total(parts)
