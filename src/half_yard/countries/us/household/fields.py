"""What is asked of the household and of each of its taxpayers, besides what they have."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.asked import Field, FieldKind
from half_yard.asked.fields import heading
from half_yard.countries.us.household.filing_status import (
    APART,
    FILING_STATUSES,
    KEPT_UP_HOME,
    MARITAL,
    MARRIED,
    status_of,
)
from half_yard.countries.us.household.refund import refund_fields
from half_yard.countries.us.household.relations import CARE_MONTHS
from half_yard.countries.us.losses.asked import ALL_RENTALS_ONE, LIVED_APART, PROFESSIONAL
from half_yard.countries.us.questions import (
    ANNUALIZED,
    APPLIED_TO_NEXT,
    CLAIMED,
    DE_MINIMIS,
    DEDUCTION,
    EARNED_2019,
    EXPECTED_CREDITS,
    EXPECTED_OTHER,
    EXPECTED_PROFIT,
    EXPECTED_WITHHELD,
    FULL_TIME_STUDENT,
    HOME_ABROAD,
    LAST_YEAR_INCOME,
    LAST_YEAR_TAX,
    MINIMUM_TAX_OTHER,
    OPTIONAL,
    SPOUSE_COVERED,
    SPOUSE_ITEMIZES,
)
from half_yard.countries.us.year_rules import YEARS, rules_for
from half_yard.records import ClientFile

HOUSEHOLD_QUESTIONS = (
    KEPT_UP_HOME, APART, HOME_ABROAD, SPOUSE_ITEMIZES, SPOUSE_COVERED, LIVED_APART, ALL_RENTALS_ONE,
    DE_MINIMIS, ANNUALIZED,
)  # fmt: skip
PERSON_QUESTIONS = (CLAIMED, FULL_TIME_STUDENT, OPTIONAL, PROFESSIONAL)
PIN, PIN_DIGITS = "filing_pin", 5
AHEAD = (
    (LAST_YEAR_TAX, "Last year's tax", "total tax less credits that are paid out (Form 2210, line 8)"),
    (LAST_YEAR_INCOME, "Last year's adjusted gross income", "above 150,000 more is paid ahead"),
    (APPLIED_TO_NEXT, "Of a refund, applied to next year", "the rest is paid out"),
    (EXPECTED_OTHER, "Next year: other income less adjustments", "left empty, as this year"),
    (EXPECTED_WITHHELD, "Next year: tax withheld", "left empty, as this year"),
    (EXPECTED_CREDITS, "Next year: credits", "left empty, as this year"),
)
"""What is asked for the penalty of this year and the estimates of next year."""


def household_fields(file: ClientFile) -> Sequence[Field]:
    """The filing status, what makes a head of household where there are dependants, which deduction is taken,
    what was and will be paid ahead."""
    household, options = file.household, tuple(FILING_STATUSES.items())
    separate = file.tax_year in YEARS and status_of(file, rules_for(file.tax_year)) == "separate"
    asked = {
        KEPT_UP_HOME: bool(file.dependants),
        APART: bool(file.dependants) and household.choices.get(MARITAL.key) == MARRIED,
        HOME_ABROAD: bool(file.dependants),
        LIVED_APART: separate,
        SPOUSE_ITEMIZES: separate,
        SPOUSE_COVERED: separate and any(item.kind == "ira_contribution" for item in file.items.values()),
        ALL_RENTALS_ONE: any(PROFESSIONAL.of(person.answers) for person in file.people.values()),
    }
    fields = [
        Field("/household/filing_status", "Filing status", FieldKind.CHOICE, options),
        MARITAL.field("/household"),
        DEDUCTION.field("/household"),
        *(each.field("/household") for each in HOUSEHOLD_QUESTIONS if asked.get(each, True)),
    ]
    if file.tax_year in YEARS and _may_owe_minimum_tax(file):
        hint = "stock options that were exercised and the like"
        fields.append(_fact("/household", MINIMUM_TAX_OTHER, "Other items of the minimum tax", hint))
    if file.tax_year in YEARS and rules_for(file.tax_year).has("eic_earlier_earned_income"):
        hint = "where it was more: the credit may be taken of it"
        fields.append(_fact("/household", EARNED_2019, "Earned income of 2019", hint))
    fields += refund_fields(file)
    fields.append(heading("/household", "Paid ahead"))
    return [*fields, *(_fact("/household", *each) for each in AHEAD)]


def _fact(path: str, key: str, words: str, hint: str) -> Field:
    return Field(f"{path}/facts/{key}", words, FieldKind.AMOUNT, optional=True, hint=hint)


def person_fields(file: ClientFile, person: str) -> Sequence[Field]:
    """Blindness and being claimed, for the standard deduction; where there are businesses, the optional
    method and what is expected next year; where there are rentals, the work in real estate; where there is
    care, months that count as earning."""
    path = f"/people/{person}"
    kinds = {activity.kind for activity in file.activities.values()}
    asked = {OPTIONAL: "business" in kinds, PROFESSIONAL: "rental" in kinds}
    fields = [
        Field(f"{path}/blind", "Blind", FieldKind.ANSWER, default=False),
        Field(f"{path}/died", "Died on", FieldKind.DATE),
        *(each.field(path) for each in PERSON_QUESTIONS if asked.get(each, True)),
        Field(
            f"{path}/choices/{PIN}", "PIN for filing", problem=pin_problem, hint="five digits, self-chosen"
        ),
    ]
    if any(item.kind == "care" for item in file.items.values()):
        hint = "full time, or unable to care for themselves: they count as earning (Form 2441)"
        fields.append(_fact(path, CARE_MONTHS, "Months studying or in need of care", hint))
    if "business" in kinds:
        fields.append(_fact(path, EXPECTED_PROFIT, "Next year: expected profit", "left empty, as this year"))
    return fields


def pin_problem(typed: str) -> str:
    """What is wrong with a self-chosen PIN; empty where nothing is."""
    fits = typed.isdecimal() and len(typed) == PIN_DIGITS and typed != "0" * PIN_DIGITS
    return "" if fits or not typed else f"A PIN has {PIN_DIGITS} digits and is not all zeros."


def _may_owe_minimum_tax(file: ClientFile) -> bool:
    """Whether wages are large enough that the minimum tax is thought of, or something is entered for it."""
    large = rules_for(file.tax_year).amount("additional_medicare_withheld_from")
    has = MINIMUM_TAX_OTHER in file.household.facts
    return has or any(item.wages > large for item in file.wages.values())
