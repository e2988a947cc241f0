"""The estimate of a person's assessment: tax, offsets, Medicare levy and surcharge, study loan, credits."""

from __future__ import annotations

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask, person_of, tax_year
from half_yard.countries.au import gaps, slips
from half_yard.countries.au.forms import (
    averaging,
    foreign_tax,
    incomes,
    itr,
    levy,
    offsets,
    p8_parts,
    study_loan,
)
from half_yard.countries.au.forms.basic_tax import basic_tax
from half_yard.countries.au.forms.itr import taxable
from half_yard.countries.au.forms.labels import label, worked_out
from half_yard.countries.au.frame import BOOKS, days_of_year, has_spouse, rules, spouse_of
from half_yard.countries.au.items import SPOUSE_SUPER, of_person, withheld
from half_yard.countries.au.questions import SENIOR
from half_yard.figures import (
    Figure,
    Mark,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.sharing import split

WHOLE = itr.itr.sheet
"""The return with the estimate of its assessment, to be asked for."""
TYPED = (
    ("super_stream_offset", "T2", "Australian superannuation income stream offset"),
    ("zone_offset", "T4", "Zone or overseas forces"),
    ("invalid_offset", "T5", "Invalid and invalid carer"),
    ("other_offset", "T6-9", "Other offsets"),
)
"""Offsets that are what was typed, as (kind, item, title)."""
OLD_ENOUGH = 66
"""The least age-pension age of these years, in years; who has it is asked."""
OF_AGE = 18


@itr.itr.part
def tax(page: Page, ask: Ask, person: str) -> None:
    """Tax, and the offsets, which take no more than it (Division 63)."""
    page.section = "Tax"
    income = ask(taxable, person)["taxable_income"]
    missing = ask(averaging.may_apply, person) and not ask(averaging.applies, person)
    whole = ask(basic_tax, person, income).marked(*([gaps.AVERAGING] if missing else []))
    averaged = ask(averaging.adjustment, person) if ask(averaging.applies, person) else None
    if averaged is not None and averaged["more"].amount:
        more = worked_out(page, "averaging_tax", "", "Extra income tax of averaging", averaged["more"])
        whole = total((whole, more), "tax")
    gross = worked_out(page, "gross_tax", "", "Tax on taxable income", whole, Role.SUBTOTAL)
    less = [
        worked_out(page, "low_income_offset", "", "Low income tax offset", offsets.low_income(ask, income))
    ]
    if ask(rules).has("lmito_max"):
        middle = offsets.low_and_middle(ask, income)
        less.append(worked_out(page, "middle_income_offset", "", "Low and middle income tax offset", middle))
    if averaged is not None and averaged["offset"].amount:
        less.append(worked_out(page, "averaging_offset", "", "Averaging tax offset", averaged["offset"]))
    if (senior := ask(offsets.seniors, person)).amount:
        less.append(worked_out(page, "seniors_offset", "T1", "Seniors and pensioners tax offset", senior))
    if (of_spouse := ask(offsets.of_spouse_super, person)).amount:
        less.append(
            worked_out(page, SPOUSE_SUPER, "T3", "Superannuation contribution for the spouse", of_spouse)
        )
    for kind, number, title in TYPED:
        if typed := of_person(ask, person, kind):
            less.append(label(page, kind, number, title, total(typed)))
    business = ask(offsets.small_business, person, gross)
    if business.amount:
        less.append(
            worked_out(page, "small_business_offset", "", "Small business income tax offset", business)
        )
    left = not_below_zero(difference(gross, *less)).marked(*_marks(ask, person))
    worked_out(page, "after_offsets", "", "Tax after offsets", left, Role.SUBTOTAL)


def _marks(ask: Ask, person: str) -> list[Mark]:
    """Offsets that may be due, and a spouse of whom nothing is known."""
    born = ask.of(person_of, person).birth_date
    answers = ask.of(person_of, person).answers
    _, last = days_of_year(ask.of(tax_year))
    age = None if born is None else last.year - born.year - ((last.month, last.day) < (born.month, born.day))
    marks = [gaps.no_age(f"/people/{person}/birth_date")] if age is None else []
    free = ask(rules).amount("minor_free")
    if age is not None and age < OF_AGE and ask(incomes.unearned, person).amount > free:
        marks.append(gaps.UNDER_AGE)
    if age is not None and age >= OLD_ENOUGH and SENIOR.key not in answers:
        marks.append(gaps.SENIORS)
    if SENIOR.of(answers) and ask(_spouse_has_too_much, person):
        marks.append(gaps.SENIORS_OF_COUPLE)
    if not ask.of(lambda file: file.household.filing_status):
        marks.append(gaps.NO_STATUS)
    if ask(has_spouse) and not ask(spouse_of, person):
        marks.append(gaps.NO_SPOUSE)
    return marks


def _spouse_has_too_much(ask: Ask, person: str) -> bool:
    """Whether the spouse has more of the seniors offset than tax."""
    other = ask(spouse_of, person)
    if not other:
        return False
    tax_of = ask(basic_tax, other, ask(taxable, other)["taxable_income"])
    return ask(offsets.seniors, other).amount > tax_of.amount


@itr.itr.part
def payable(page: Page, ask: Ask, person: str) -> None:
    """Levy, surcharge, study loan."""
    lines = [
        ask(tax, person)["after_offsets"],
        worked_out(page, "medicare_levy", "", "Medicare levy", ask(levy.medicare, person)),
    ]
    if (more := ask(levy.surcharge, person)).amount:
        lines.append(worked_out(page, "surcharge", "M2", "Medicare levy surcharge", more))
    abroad = smaller_of(ask(foreign_tax.offset, person), total(lines, "tax, levy and surcharge"))
    less = []
    if abroad.amount:
        less.append(
            worked_out(page, "foreign_offset", "20 O", "Foreign income tax offset", abroad, Role.COST)
        )
    if (repaid := ask(study_loan.repayment, person)).amount or repaid.marks:
        lines.append(worked_out(page, "study_loan", "", "Study loan repayment", repaid))
    due = difference(total(lines), *less) if less else total(lines)
    worked_out(page, "payable", "", "Total payable", due, Role.TOTAL)


def _withheld_from(ask: Ask, activity: str, person: str) -> list[Figure]:
    """An owner's part of what was withheld from the payments of a business."""
    shares = ask(BOOKS.shares, activity)
    return [split(each, shares)[person] for each in slips.withheld_from(ask, activity)]


@itr.itr.part
def balance(page: Page, ask: Ask, person: str) -> None:
    """Credits, and what is refunded or owed."""
    page.section = "Refund or amount to pay"
    taken = total(
        [
            *persons_records.of_person(ask, person, "wages", "withheld"),
            *persons_records.of_person(ask, person, "interest", "withheld"),
            *withheld(ask, person),
            *(each for key in ask(p8_parts.of_person, person) for each in _withheld_from(ask, key, person)),
        ]
    )
    paid = [worked_out(page, "withheld", "", "Tax withheld", taken)]
    if franking := incomes.franking_of(ask, person):
        paid.append(label(page, "franking", "", "Franking credits", total(franking)))
    instalments = total(persons_records.of_person(ask, person, "estimated_payments", "amount"))
    paid.append(worked_out(page, "instalments", "", "Instalments", instalments))
    credits_ = worked_out(page, "credits_in_all", "", "Credits in all", total(paid), Role.TOTAL)
    due = ask(payable, person)["payable"]
    worked_out(page, "refund", "", "Refund", not_below_zero(credits_ - due), Role.REFUND)
    worked_out(page, "owed", "", "Amount to pay", not_below_zero(due - credits_), Role.OWED)
