"""Form 428: the tax of the province or territory of one person; every one but Quebec's."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca import gaps
from half_yard.countries.ca.forms import form_428_credits as provincial
from half_yard.countries.ca.forms import form_428_reductions as reductions
from half_yard.countries.ca.forms import t1, t1_contributions, t1_personal, t691, t2209
from half_yard.countries.ca.forms.t1_credits import less_part_of_income
from half_yard.countries.ca.frame import BOOKS, COMPUTED, PROVINCES, province, rules, spouse_of
from half_yard.countries.tax_brackets import by_brackets, in_province
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

ALBERTA, ONTARIO, YUKON = "AB", "ON", "YT"
CONTRIBUTED = (
    ("cpp_employed", "58240", "CPP contributions on employment", t1_personal.cpp_base_employed),
    ("cpp_credit", "58280", "CPP contributions on self-employment", t1_personal.cpp_credit),
    ("insurance", "58300", "Employment insurance premiums", t1_contributions.insurance),
    ("own_insurance", "58305", "Insurance premiums on self-employment", t1_contributions.own_insurance),
)
"""The amounts for contributions, as (key, line, title, part)."""
FREE_PART = {"BC", "NB", "NL", "NS", "ON", "PE", "SK"}
"""Where a spouse may earn a part of the most before the amount for them shrinks (Forms 428, line 58120)."""


def applies(ask: Ask) -> bool:
    """Whether the province's tax is computed."""
    return ask(province) in COMPUTED


def tax_of(ask: Ask, person: str) -> Figure:
    """Line 42800; marked where the province's tax is not computed."""
    if ask(applies):
        return ask(result, person)["tax"]
    return total(()).marked(gaps.QUEBEC if ask(province) else gaps.NO_PROVINCE)


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
    amounts = [
        page.line("basic", "58040", "Basic personal amount", ask(basic_amount, person)),
        *provincial.lines(page, ask, person),
        page.line("spouse", "58120", "Spouse or common-law partner amount", _spouse_amount(ask, person)),
        *_dependant(page, ask, person),
        *(
            page.line(key, number, title, figure)
            for key, number, title, amount in CONTRIBUTED
            if (figure := ask(amount, person)).amount or key != "own_insurance"
        ),
    ]
    amounts += provincial.tuition(page, ask, person, total(amounts), tax)
    amounts += provincial.transferred(page, ask, person, basic_amount)
    if where == YUKON:
        employed = ask(t1_personal.employment_amount, person)
        amounts.append(page.line("employment_amount", "58310", "Canada employment amount", employed))
    whole = page.line("credit_amounts", "58800", "Credit amounts in all", total(amounts))
    value = whole * values.figure("provincial_bracket_1_rate", where, "lowest rate")
    if where == ALBERTA and values.has("alberta_supplemental_rate"):
        start = values.figure("provincial_bracket_2_from", where, "top of the first bracket")
        over = not_below_zero(difference(whole, start))
        value = total((value, over * values.figure("alberta_supplemental_rate", label="supplemental rate")))
    if (gifts := provincial.gifts(page, ask, person)) is not None:
        value = total((value, gifts))
    value = value.marked(*provincial.marks(ask, person))
    credit = page.line("credits", "61500", "Provincial non-refundable tax credits", value)
    page.section = "Provincial tax"
    less = [credit]
    if (dividends := ask(provincial.dividend_credit, person)).parts or dividends.marks:
        less.append(page.line("dividend_credit", "61520", "Provincial dividend tax credit", dividends))
    left = not_below_zero(difference(tax, *less))
    page.line("after_credits", "", "Tax less credits", left, Role.SUBTOTAL)


def basic_amount(ask: Ask, person: str) -> Figure:
    """Line 58040: of Yukon the federal one; of Nova Scotia to 2024 with a supplement that taxable income
    takes away; of Manitoba from 2025 less the more net income there is."""
    values, where = ask(rules), ask(province)
    if where == YUKON:
        return ask(t1_personal.basic_amount, person)
    basic = values.figure("provincial_basic_personal_amount", where, "basic personal amount")
    if in_province(values, "provincial_basic_supplement", where):
        taxable = ask(t1.taxable_income, person)["taxable_income"]
        most = values.figure("provincial_basic_supplement", where, "supplement")
        start = values.figure("provincial_basic_supplement_from", where, "income from which it shrinks")
        rate = values.figure("provincial_basic_supplement_rate", where, "part of the income above that")
        left = less_part_of_income(most, taxable, start, rate).named("supplement that is left")
        return total((basic, left))
    if in_province(values, "provincial_basic_falls_from", where):
        start = values.figure("provincial_basic_falls_from", where, "income from which it falls")
        end = values.figure("provincial_basic_falls_to", where, "income at which it is nothing")
        net = ask(t1.net_income, person)["net_income"]
        over = not_below_zero(difference(net, start), "net income above that")
        if over.amount:
            span = difference(end, start, label="span")
            return difference(basic, (basic * (smaller_of(over, span) / span)).in_cents())
    return basic


def _spouse_amount(ask: Ask, person: str) -> Figure:
    """Line 58120, of the one of a couple who claims; where no amount of its own is printed it is the basic
    one."""
    if not ask(t1_personal.claims_spouse, person):
        return NOTHING
    if ask(province) == YUKON:
        return ask(t1_personal.spouse_amount, person)
    return _less_income(ask, person, ask(t1.net_income, ask(spouse_of, person))["net_income"])


def _dependant(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Line 58160, of one who is alone: as for a spouse."""
    if not ask(t1_personal.claims_dependant, person):
        return []
    if ask(province) == YUKON:
        amount = ask(t1_personal.dependant_amount, person)
    else:
        amount = _less_income(ask, person, ask(t1_personal.dependant_income))
    return [page.line("dependant", "58160", "Amount for an eligible dependant", amount)]


def _less_income(ask: Ask, person: str, theirs: Figure) -> Figure:
    """The amount for a spouse or dependant less their income; in some provinces a part of it is free."""
    values, where = ask(rules), ask(province)
    has_own = in_province(values, "provincial_spouse_amount_max", where)
    if not has_own or in_province(values, "provincial_basic_supplement", where):
        most = ask(basic_amount, person).named("amount for a spouse")
    else:
        most = values.figure("provincial_spouse_amount_max", where, "amount for a spouse")
    if where not in FREE_PART:
        return not_below_zero(difference(most, theirs))
    free = (most * values.figure("spouse_amount_income_free", label="part that may be earned")).named("free")
    return smaller_of(most, not_below_zero(difference(total((most, free)), theirs)))


@form_428.part
def result(page: Page, ask: Ask, person: str) -> None:
    """To line 42800: the surtax, the reduction, and in Ontario a credit and the health premium."""
    page.section = "Provincial tax"
    where, tax = ask(province), ask(before_reductions, person)["after_credits"]
    if (more := reductions.surtax(ask, tax)) is not None:
        tax = tax + page.line("surtax", "", "Surtax", more)
    if (less := reductions.reduction(ask, person, tax)) is not None:
        taken = page.line("reduction", "", f"{PROVINCES[where]} tax reduction", less)
        tax = not_below_zero(tax - taken)
    if (off := ask(provincial.of_low_seniors, person)).amount:
        tax = not_below_zero(tax - page.line("age_tax_credit", "", "Age tax credit", off))
    tax = tax.marked(*reductions.unknown_reductions(ask, person, tax))
    if ask(t2209.applies, person):
        foreign = ask(t2209.provincial_credit, person, tax)
        tax = tax - page.line("foreign_tax", "", "Provincial foreign tax credit, Form T2036", foreign)
    if ask(t691.additional, person).amount:
        tax = tax.marked(gaps.PROVINCIAL_MINIMUM_TAX)
    if where == ONTARIO:
        credit = reductions.low_income_credit(ask, person, tax)
        title = "Low-income individuals and families tax credit"
        tax = not_below_zero(tax - page.line("low_income_credit", "", title, credit))
        premium = ask(reductions.health_premium, person)
        tax = total((tax, page.line("health_premium", "", "Ontario health premium", premium)))
    page.line("tax", "42800", "Provincial tax", tax, Role.TOTAL)
