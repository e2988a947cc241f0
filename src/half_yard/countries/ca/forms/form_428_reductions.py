"""What of Form 428 follows the credits: surtaxes, reductions for low income, the Ontario health premium."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps
from half_yard.countries.ca.children import OF_AMOUNTS, OF_BENEFITS, has_child, number_of
from half_yard.countries.ca.forms import t1, t1_personal
from half_yard.countries.ca.frame import province, rules, spouse_of
from half_yard.countries.tax_brackets import in_province
from half_yard.figures import (
    NOTHING,
    Figure,
    Mark,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    total,
)

ONTARIO = "ON"
STEPS = range(1, 6)
PAID_OUT = {"MB", "NT", "NU", "YT"}
"""Where most people have a credit that is paid out on Form 479: for the costs of a home or of living, for
carbon."""


def surtax(ask: Ask, tax: Figure) -> Figure | None:
    """Ontario: 20% of the tax above one amount and 36% above another, one upon the other. Prince Edward
    Island to 2023: 10% above an amount. None where there is none."""
    values, where = ask(rules), ask(province)
    if where == ONTARIO:
        return total([_of_tax(ask, tax, number) for number in (1, 2)])
    if in_province(values, "provincial_surtax_rate", where):
        start = values.figure("provincial_surtax_1_from", where, "tax above which the surtax starts")
        rate = values.figure("provincial_surtax_rate", where, "surtax")
        return (not_below_zero(difference(tax, start)) * rate).in_cents()
    return None


def _of_tax(ask: Ask, tax: Figure, number: int) -> Figure:
    """One of the two surtaxes of Ontario."""
    values, name = ask(rules), f"tax above which surtax {number} starts"
    start = values.figure(f"provincial_surtax_{number}_from", ONTARIO, name)
    rate = values.figure(f"surtax_{number}_rate", label=f"surtax {number}")
    return (not_below_zero(difference(tax, start)) * rate).in_cents()


def reduction(ask: Ask, person: str, tax: Figure) -> Figure | None:
    """What is taken off the tax for low income, never more than the tax; None where the province has none
    that is computed."""
    values, where = ask(rules), ask(province)
    if where == ONTARIO:
        return _of_ontario(ask, person, tax)
    if in_province(values, "provincial_tax_reduction_income_from", where):
        basic = values.figure("provincial_tax_reduction_basic", where, "basic reduction")
        start = values.figure("provincial_tax_reduction_income_from", where, "income from which it shrinks")
        rate = values.figure("provincial_tax_reduction_rate", where, "part of the income above that")
        over = not_below_zero(difference(ask(t1.net_income, person)["net_income"], start))
        return smaller_of(tax, not_below_zero(difference(basic, (over * rate).in_cents())))
    if in_province(values, "provincial_low_income_reduction", where):
        return _of_family(ask, person, tax)
    return None


def _of_ontario(ask: Ask, person: str, tax: Figure) -> Figure:
    """Twice the basic reduction, with that for children under 19, less the tax; of a couple only the one with
    the higher net income has it."""
    if ask(spouse_of, person) and not ask(t1_personal.claims_spouse, person):
        return NOTHING
    values = ask(rules)
    one = values.figure("provincial_tax_reduction_basic", ONTARIO, "basic reduction")
    if ask(has_child):
        each = values.figure("tax_reduction_dependant", label="for each child")
        one = total((one, each * ask(number_of, OF_BENEFITS)), "reduction with that for children")
    return smaller_of(tax, not_below_zero(difference(total((one, one), "twice the reduction"), tax)))


def _of_family(ask: Ask, person: str, tax: Figure) -> Figure:
    """Nova Scotia: for each of a couple an amount and one for each child, less a part of the family's income;
    the one with the higher net income has it."""
    values, where, other = ask(rules), ask(province), ask(spouse_of, person)
    if other and not ask(t1_personal.claims_spouse, person):
        return NOTHING
    each = values.figure("provincial_low_income_reduction", where, "reduction for each")
    start = values.figure("provincial_low_income_from", where, "income from which it shrinks")
    rate = values.figure("provincial_low_income_rate", where, "part of the income above that")
    over = not_below_zero(difference(ask(family_income, person), start))
    amounts = [each, each] if other else [each]
    if ask(has_child):
        of_child = values.figure("provincial_low_income_child", where, "for each child")
        amounts.append(of_child * ask(number_of, OF_AMOUNTS))
    whole = total(amounts, "reductions together")
    return smaller_of(tax, not_below_zero(difference(whole, (over * rate).in_cents())))


def family_income(ask: Ask, person: str) -> Figure:
    """The net income of a person and of the other of a couple."""
    other = ask(spouse_of, person)
    people = (person, other) if other else (person,)
    return total([ask(t1.net_income, each)["net_income"] for each in people], "family income")


def unknown_reductions(ask: Ask, person: str, tax: Figure) -> list[Mark]:
    """What is not computed: reductions for low income where there is tax to take away, credits paid out."""
    marks = []
    if tax.amount and _may_have(ask, person, "provincial_reduction_likely_below"):
        marks.append(gaps.LOW_INCOME_REDUCTION)
    if ask(province) in PAID_OUT or _may_have(ask, person, "provincial_renters_credit_likely_below"):
        marks.append(gaps.PAID_OUT)
    return marks


def _may_have(ask: Ask, person: str, bound: str) -> bool:
    """Whether the family's income is below what the province has as a bound; False where it has none."""
    values, where = ask(rules), ask(province)
    if not in_province(values, bound, where):
        return False
    return ask(family_income, person).amount < values.figure(bound, where).amount


def low_income_credit(ask: Ask, person: str, tax: Figure) -> Figure:
    """Ontario's credit for low-income individuals and families (Schedule ON428-A): a part of employment
    income, up to its most, less a part of the person's net income above an amount, or of the family's where
    that is more; never more than the tax."""
    values, other = ask(rules), ask(spouse_of, person)
    employed = total(t1.employment_of(ask, person), "employment income")
    rate = values.figure("provincial_bracket_1_rate", ONTARIO, "lowest rate")
    most = values.figure("lift_credit_most", label="most of the credit")
    part = smaller_of((employed * rate).in_cents(), most)
    start = values.figure("lift_credit_from", label="net income from which it falls")
    over = not_below_zero(difference(ask(t1.net_income, person)["net_income"], start))
    if other:
        start = values.figure("lift_credit_family_from", label="family's net income from which it falls")
        over = larger_of(over, not_below_zero(difference(ask(family_income, person), start)))
    falls = values.figure("lift_credit_falls_by", label="part of the income above that")
    return smaller_of(tax, not_below_zero(difference(part, (over * falls).in_cents())))


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
