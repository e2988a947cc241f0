"""Schedule 3 (Form 1040): credits, and payments besides withholding and estimated tax."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import (
    credit_room,
    form_2441,
    form_8801,
    form_8863,
    form_8880,
    form_8962,
    schedule_8812,
    schedule_r,
)
from half_yard.countries.us.forms.credit_room import (
    ADOPTION,
    BUSINESS,
    CARE,
    EDUCATION,
    ELDERLY,
    ENERGY,
    FOREIGN,
    IMPROVEMENT,
    MINIMUM_TAX,
    SAVERS,
    VEHICLE,
)
from half_yard.countries.us.frame import BOOKS, people, rules, status
from half_yard.countries.us.household.items import amounts, has
from half_yard.countries.us.wage_taxes import excess_withheld
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Page,
    Role,
    smaller_of,
    total,
)

LINES = (
    (FOREIGN, "1", "Foreign tax credit"),
    (CARE, "2", "Child and dependent care (Form 2441)"),
    (EDUCATION, "3", "Education credits (Form 8863)"),
    (SAVERS, "4", "Retirement savings contributions (Form 8880)"),
    (ENERGY, "5a", "Residential clean energy (Form 5695)"),
    (IMPROVEMENT, "5b", "Energy efficient home improvement (Form 5695)"),
    (BUSINESS, "6a", "General business credit (Form 3800)"),
    (MINIMUM_TAX, "6b", "Credit for prior year minimum tax (Form 8801)"),
    (ADOPTION, "6c", "Adoption credit (Form 8839)"),
    (ELDERLY, "6d", "Credit for the elderly (Schedule R)"),
    (VEHICLE, "6f", "Clean vehicle credit (Form 8936)"),
)
"""The credits and their lines: key, number, title."""
TYPED = frozenset((FOREIGN, ENERGY, IMPROVEMENT, BUSINESS, ADOPTION, VEHICLE))
"""Credits without a form here that could say why they are nothing: they keep their lines."""


def made(ask: Ask, credit: str) -> Figure:
    """What a credit takes off the tax. What comes as the result of a form of its own is typed."""
    match credit:
        case "care":
            return ask(form_2441.against_tax)
        case "elderly":
            return ask(schedule_r.against_tax)
        case "education":
            return ask(form_8863.against_tax)
        case "savers":
            return ask(form_8880.against_tax)
        case "child":
            return ask(schedule_8812.against_tax)
        case "minimum_tax":
            return ask(form_8801.credit)["credit"] if ask(form_8801.applies) else NOTHING
    if not ask(has, credit):
        return NOTHING
    typed = total(ask(amounts, credit))
    if credit == FOREIGN:
        # Above this Form 1116 limits it; of a return without it nothing more is taken (26 U.S.C. 904(j)).
        most = ask(rules).figure("foreign_tax_without_form_1116", ask(status), "most without Form 1116")
        marks = [gaps.FOREIGN_TAX] if typed.amount > most.amount else []
        typed = smaller_of(typed, most, label="foreign tax").marked(*marks)
    return smaller_of(typed, credit_room.room(ask, credit))


def applies(ask: Ask) -> bool:
    """Whether there is a credit or a payment for it."""
    return ask(has_credits) or ask(has_payments)


def _credits(ask: Ask) -> dict[str, Figure]:
    return {key: ask(made, key) for key, _, _ in LINES}


def has_credits(ask: Ask) -> bool:
    """Whether there is a credit, or one that was typed and finds no tax."""
    return bool(ask(_shown))


def _shown(ask: Ask) -> tuple[str, ...]:
    every = ask(_credits)
    return tuple(key for key in every if every[key].amount or (key in TYPED and ask(has, key)))


def has_payments(ask: Ask) -> bool:
    """Whether something is paid besides withholding and estimated tax, or is entered as nothing."""
    return bool(ask(_shown_payments))


@Form
def schedule_3(ask: Ask) -> Page:
    """One for the return."""
    return Page("schedule_3", "Schedule 3", "", ask(rules).numbers("schedule_3"))


@schedule_3.part
def part_i(page: Page, ask: Ask) -> None:
    """Part I, lines 1 to 8."""
    shown = ask(_shown)
    if not shown:
        return
    page.section = "Part I · Credits"
    every = ask(_credits)
    parts = [page.line(key, number, title, every[key]) for key, number, title in LINES if key in shown]
    page.line("credits", "8", "Credits, to Form 1040", total(parts), Role.TOTAL)


def _payments(ask: Ask) -> tuple[tuple[str, str, str, Figure], ...]:
    """Lines 9 to 13g."""
    return (
        ("premium_credit", "9", "Premium tax credit (Form 8962)", ask(form_8962.net_credit)),
        ("extension", "10", "Paid with the extension", total(ask(amounts, "extension"))),
        *(
            (
                f"excess.{person}",
                "11",
                f"Excess social security tax: {ask(BOOKS.name, person)}",
                ask(excess_withheld, person),
            )
            for person in ask(people)
        ),
        ("care_credit", "13g", "Child and dependent care (Form 2441)", ask(form_2441.paid_out)),
    )


def _shown_payments(ask: Ask) -> tuple[tuple[str, str, str, Figure], ...]:
    return tuple(each for each in ask(_payments) if each[3].amount or ask(has, each[0]))


@schedule_3.part
def payments(page: Page, ask: Ask) -> None:
    """Part II, lines 9 to 15."""
    if not ask(has_payments):
        return
    page.section = "Part II · Other payments"
    parts = [page.line(*each) for each in ask(_shown_payments)]
    page.line("other_payments", "15", "Other payments, to Form 1040", total(parts), Role.TOTAL)
