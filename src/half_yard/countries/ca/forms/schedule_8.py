"""Schedule 8, Canada Pension Plan contributions of one person on self-employment and employment."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask, person_of
from half_yard.countries.ca import gaps
from half_yard.countries.ca.forms import t2125
from half_yard.countries.ca.frame import BOOKS, rules
from half_yard.countries.ca.questions import CPP_STOPPED
from half_yard.figures import (
    NOTHING,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

YEAR = 12
BOTH_SIDES = stated(Decimal(2), "both sides")
"""One who is self-employed pays the employer's side too."""


def applies(ask: Ask, person: str) -> bool:
    """Whether a person has a business, and contributes in any month."""
    return bool(ask(t2125.net_of, person)) and ask(months, person) > 0


def months(ask: Ask, person: str) -> int:
    """Months in which contributions are due: those after that of the 18th birthday, to that of the 70th (CPP
    Act, section 12; Schedule 8, part 1), and none by election; 12 where no birth date is known."""
    record, values = ask.of(person_of, person), ask(rules)
    if CPP_STOPPED.of(record.answers):
        return 0
    if record.birth_date is None:
        return YEAR
    age = values.year - record.birth_date.year
    first, last = int(values.amount("cpp_from_age")), int(values.amount("cpp_to_age"))
    if age == first:
        return YEAR - record.birth_date.month
    if age == last:
        return record.birth_date.month
    return YEAR if first < age < last else 0


def _for_months(ask: Ask, person: str, amount: Figure) -> Figure:
    """The part of a year's amount for the months of contribution, in cents."""
    count = ask(months, person)
    if count == YEAR:
        return amount
    part = stated(Decimal(count), "months of contribution") / stated(Decimal(YEAR), "months of the year")
    return (amount * part).in_cents(amount.label)


@Form
def schedule_8(ask: Ask, person: str) -> Page:
    """One for each person who has a business."""
    return Page(f"schedule_8.{person}", "Schedule 8", ask(BOOKS.name, person), about=person, in_cents=True)


@schedule_8.part
def contributions(page: Page, ask: Ask, person: str) -> None:
    """The two contributions, and how they are divided into a credit and a deduction."""
    values = ask(rules)
    page.section = "Earnings"
    net = total(ask(t2125.net_of, person)).marked(*_age_marks(ask, person))
    net = page.line("self_employed", "", "Net self-employment earnings", not_below_zero(net))
    earned = page.line("of_months", "", "Of the months of contribution", _for_months(ask, person, net))
    on_slips = page.line("employed", "", "Pensionable earnings on slips", total(pensionable(ask, person)))
    page.section = "Base and first additional contribution"
    ympe = _for_months(ask, person, values.figure("cpp_ympe", label="Year's maximum pensionable earnings"))
    exemption = _for_months(ask, person, values.figure("cpp_basic_exemption", label="basic exemption"))
    # Earnings on slips use up the exemption and the room first.
    used = not_below_zero(difference(smaller_of(on_slips, ympe), exemption), "contributed on by employment")
    most = difference(ympe, exemption, label="most contributory earnings")
    room = not_below_zero(difference(most, used), "left of the most contributory earnings")
    exempt_left = not_below_zero(difference(exemption, on_slips), "basic exemption left")
    above_exemption = not_below_zero(difference(earned, exempt_left), "earnings above the exemption")
    contributory = page.line("contributory", "", "Contributory earnings", smaller_of(above_exemption, room))
    base_rate = values.figure("cpp_base_rate_each", label="base rate, employee or employer")
    more_rate = values.figure("cpp_first_additional_rate_each", label="first additional rate, each")
    each_base = (contributory * base_rate).in_cents("base contribution, one side")
    each_more = (contributory * more_rate).in_cents("first additional contribution, one side")
    base = page.line("base", "", "Base contributions", each_base + each_base)
    first = page.line("first_additional", "", "First additional contributions", each_more + each_more)
    second = _second(page, ask, person, earned, on_slips, ympe)
    page.section = "What becomes of them"
    page.line(
        "payable",
        "42100",
        "CPP contributions payable on self-employment",
        total((base, first, second)),
        Role.TOTAL,
    )
    page.line("credit", "31000", "Half of the base contributions, for the credit", each_base)
    rest = total((each_base, first, second))
    page.line(
        "deduction", "22200", "Deduction for the other half and the additional parts", rest, Role.SUBTOTAL
    )


def _second(page: Page, ask: Ask, person: str, earned: Figure, on_slips: Figure, ympe: Figure) -> Figure:
    """From 2024 on: a second additional contribution between the two maximums."""
    values = ask(rules)
    page.section = "Second additional contribution"
    if not values.has("cpp_yampe"):
        return page.line("second_additional", "", "Second additional contributions", NOTHING)
    whole = values.figure("cpp_yampe", label="Year's additional maximum pensionable earnings")
    top = _for_months(ask, person, whole)
    start = smaller_of(not_below_zero(difference(on_slips, ympe)), difference(top, ympe))
    within = smaller_of(
        not_below_zero(difference(total((earned, on_slips)), ympe)), difference(top, ympe, label="room")
    )
    counted = page.line(
        "above_maximum", "", "Earnings between the two maximums", not_below_zero(difference(within, start))
    )
    rate = values.figure("cpp2_rate_each", label="second additional rate, each")
    both = BOTH_SIDES * rate
    return page.line("second_additional", "", "Second additional contributions", counted * both)


def pensionable(ask: Ask, person: str) -> list[Figure]:
    """Pensionable earnings on slips T4: of each slip box 26, or box 14 where it is left empty."""
    return persons_records.of_person(ask, person, "wages", "social_security_wages", "wages")


def _age_marks(ask: Ask, person: str) -> list[Mark]:
    """Where the age is not known."""
    unknown = ask.of(person_of, person).birth_date is None
    return [gaps.no_birth_date(f"/people/{person}/birth_date")] if unknown else []
