"""The amounts of Form 428 for age, pension, disability, studies, illness and gifts, by the province's own
values; where a value is not known, it says so."""

from __future__ import annotations

from collections.abc import Callable

from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps
from half_yard.countries.ca.children import OF_AMOUNTS, children, number_of
from half_yard.countries.ca.forms import (
    t1,
    t1_caregiver,
    t1_contributions,
    t1_credits,
    t1_further_credits,
    t1_personal,
)
from half_yard.countries.ca.frame import province, rules, spouse_of
from half_yard.countries.ca.items import of_person
from half_yard.countries.tax_brackets import in_province
from half_yard.figures import (
    NOTHING,
    Figure,
    Mark,
    Page,
    below,
    difference,
    not_below_zero,
    smaller_of,
    total,
)

AS_FEDERAL = {
    "disability_amount": {"YT"}, "medical_expense_threshold": {"NT", "NU", "YT"}, "age_amount": {"YT"},
    "age_amount_income_from": {"NT", "NU", "YT"},
}  # fmt: skip
"""Where a territory takes the federal figure (Forms NT428, NU428 and YT428)."""
WITHOUT_TUITION = {"AB", "ON", "SK"}
"""Where there is no credit for tuition any more."""
FEDERAL_ONLY = (
    ("caregiver", "amount for caregivers"), ("adoption", "amount for adoption"),
    ("disability_transferred", "disability amount of a dependant"),
)  # fmt: skip
"""The kinds of which the provinces' own amounts are not known, with what they are called."""


TOP_BRACKET = 7
"""British Columbia's, of which gifts have a rate of their own."""


def _value(ask: Ask, key: str, label: str) -> Figure | None:
    """A value of the province; None where it is not known."""
    values, where = ask(rules), ask(province)
    if where in AS_FEDERAL.get(key, ()):
        return values.figure(key, label=label)
    own = f"provincial_{key}"
    return values.figure(own, where, label) if in_province(values, own, where) else None


def lines(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Lines 58080 to 58689, each where there is something."""
    found = []
    for key, number, title, figure in (
        ("age", "58080", "Age amount", _age(ask, person)),
        ("pension_amount", "58360", "Pension income amount", _pension(ask, person)),
        ("disability", "58440", "Disability amount", _disability(ask, person)),
        ("student_loan", "58520", "Interest on student loans",
         total(of_person(ask, person, "student_loan"))),
        ("seniors", "58220", "Senior supplementary amount", _of_seniors(ask, person)),
        ("children", "58210", "Amount for dependent children", _of_children(ask, person)),
        ("medical_others", "58729", "Medical expenses for other dependants", _medical_of_others(ask, person)),
        ("medical", "58689", "Medical expenses", _medical(ask, person)),
    ):  # fmt: skip
        if figure is not None and figure.amount:
            found.append(page.line(key, number, title, figure))
    return found


def tuition(page: Page, ask: Ask, person: str, others: Figure, tax: Figure) -> list[Figure]:
    """Line 58560, and 58600 of what a child transfers; nothing where the province has no credit for it."""
    where = ask(province)
    if where in WITHOUT_TUITION:
        return []
    rate = ask(rules).figure("provincial_bracket_1_rate", where, "lowest rate")
    own = t1_credits.tuition_lines(page, ask, person, others, tax, rate, provincial=True)
    found = [] if own is None else [own]
    if (given := ask(t1_further_credits.tuition_of_child, person)).amount:
        found.append(page.line("tuition_of_child", "58600", "Tuition transferred from a child", given))
    return found


def dividend_credit(ask: Ask, person: str) -> Figure:
    """Line 61520; marked where the rate is not known."""
    values, where, parts = ask(rules), ask(province), []
    for taxable, kind in zip(ask(t1_credits.dividends, person), ("eligible", "other"), strict=True):
        name = f"provincial_dividend_credit_{kind}"
        if taxable.amount and in_province(values, name, where):
            parts.append((taxable * values.figure(name, where, "part of the taxable amount")).in_cents())
        elif taxable.amount:
            parts.append(NOTHING.marked(gaps.PROVINCIAL_DIVIDENDS))
    return total(parts, "dividend tax credit")


def of_low_seniors(ask: Ask, person: str) -> Figure:
    """Nova Scotia: an amount off the tax of one of 65 or over with little taxable income."""
    values, where = ask(rules), ask(province)
    if not in_province(values, "provincial_age_tax_credit", where) or not ask(t1_credits.is_old, person):
        return NOTHING
    most = values.figure(
        "provincial_age_tax_credit_income_below", where, "taxable income below which it is due"
    )
    test = below(ask(t1.taxable_income, person)["taxable_income"], most)
    credit = values.figure("provincial_age_tax_credit", where, "age tax credit")
    return credit.where(test) if test else NOTHING.where(test)


def _of_seniors(ask: Ask, person: str) -> Figure | None:
    """Saskatchewan: for one of 65 or over."""
    return (
        _value(ask, "senior_supplementary_amount", "for seniors") if ask(t1_credits.is_old, person) else None
    )


def _of_children(ask: Ask, person: str) -> Figure | None:
    """Saskatchewan: for each child under 18; of a couple the one with the higher net income claims."""
    each = _value(ask, "child_amount", "for each child")
    if each is None or (ask(spouse_of, person) and not ask(t1_personal.claims_spouse, person)):
        return None
    return each * ask(number_of, OF_AMOUNTS) if ask(children, OF_AMOUNTS) else None


def _medical_of_others(ask: Ask, person: str) -> Figure | None:
    most = _value(ask, "medical_expense_threshold", "threshold")
    return None if most is None else t1_further_credits.medical_above(ask, person, most)


def _age(ask: Ask, person: str) -> Figure | None:
    if not ask(t1_credits.is_old, person):
        return None
    most = _value(ask, "age_amount", "age amount")
    start = _value(ask, "age_amount_income_from", "income from which it shrinks")
    if most is None or start is None:
        return None
    rate = ask(rules).figure("provincial_age_amount_reduction_rate", label="part of the income above that")
    return t1_credits.less_part_of_income(most, ask(t1.net_income, person)["net_income"], start, rate)


def _pension(ask: Ask, person: str) -> Figure | None:
    most = _value(ask, "pension_income_amount", "most of the pension amount")
    return None if most is None else smaller_of(ask(t1_credits.pension_income, person), most)


def _disability(ask: Ask, person: str) -> Figure | None:
    if not ask(t1_credits.disability_amount, person).amount:
        return None
    return _value(ask, "disability_amount", "disability amount")


def _medical(ask: Ask, person: str) -> Figure | None:
    most = _value(ask, "medical_expense_threshold", "threshold")
    return None if most is None else t1_credits.medical(ask, person, most)


def transferred(page: Page, ask: Ask, person: str, basic_of: Callable[[Ask, str], Figure]) -> list[Figure]:
    """Line 58640: what the other of a couple does not need of the province's amounts."""
    other = ask(spouse_of, person)
    if not other:
        return []
    own = [each for each in (_age(ask, other), _pension(ask, other), _disability(ask, other))
           if each is not None and each.amount]  # fmt: skip
    if not own:
        return []
    insured = ask(t1_contributions.insurance, other)
    contributed = (ask(t1_personal.cpp_base_employed, other), ask(t1_personal.cpp_credit, other))
    others = total((ask(basic_of, other), *contributed, insured), "the other amounts")
    taxable = ask(t1.taxable_income, other)["taxable_income"]
    left = t1_credits.unused(total(own, "amounts"), taxable, others)
    title = "Amounts transferred from the spouse or partner"
    return [page.line("transferred", "58640", title, left)] if left.amount else []


def gifts(page: Page, ask: Ask, person: str) -> Figure | None:
    """Line 58969; None where there are no gifts, or the province's rates are not known."""
    claimed, values, where = ask(t1_credits.gifts_claimed, person), ask(rules), ask(province)
    if not claimed.parts or not in_province(values, "provincial_donation_low_rate", where):
        return None
    low = smaller_of(claimed, values.figure("donation_low_limit", label="at the low rate"))
    beyond = difference(claimed, low, label="above it")
    parts = [low * values.figure("provincial_donation_low_rate", where, "low rate")]
    if in_province(values, "provincial_donation_top_rate", where):
        start = values.figure(f"provincial_bracket_{TOP_BRACKET}_from", where, "top bracket")
        taxable = ask(t1.taxable_income, person)["taxable_income"]
        top = smaller_of(beyond, not_below_zero(difference(taxable, start)), label="at the top rate")
        parts.append(top * values.figure("provincial_donation_top_rate", where, "top rate"))
        beyond = difference(beyond, top, label="at the high rate")
    parts.append(beyond * values.figure("provincial_donation_high_rate", where, "high rate"))
    return page.line("gifts", "58969", "Donations and gifts", total(parts))


def marks(ask: Ask, person: str) -> list[Mark]:
    """What the province has and is not computed."""
    where, values = ask(province), ask(rules)
    found = []
    wanted = (
        (ask(t1_credits.is_old, person), "age_amount", "age amount"),
        (bool(ask(t1_credits.pension_income, person).amount), "pension_income_amount", "pension amount"),
        (bool(ask(t1_credits.disability_amount, person).amount), "disability_amount", "disability amount"),
        (
            bool(of_person(ask, person, "medical", "medical_others")),
            "medical_expense_threshold",
            "medical threshold",
        ),
    )
    found += [gaps.provincial_amount(title) for is_there, key, title in wanted
              if is_there and _value(ask, key, title) is None]  # fmt: skip
    found += [gaps.provincial_amount(title) for kind, title in FEDERAL_ONLY if of_person(ask, person, kind)]
    if ask(t1_personal.claims_spouse, person) and ask(t1_caregiver.added_for_spouse, person) is not None:
        found.append(gaps.provincial_amount("amount for an infirm spouse"))
    if ask(t1_further_credits.volunteer, person).amount:
        found.append(gaps.provincial_amount("amount for volunteers"))
    claimed = ask(t1_credits.gifts_claimed, person)
    if claimed.parts and not in_province(values, "provincial_donation_low_rate", where):
        found.append(gaps.provincial_amount("rates for gifts"))
    return found
