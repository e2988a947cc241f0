"""The simplified method of deducting a home office, for one business in one home (Rev. Proc. 2013-13)."""

from __future__ import annotations

import calendar
from collections.abc import Iterable
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.measuring_things import MONTHS, MeasuredUse
from half_yard.countries.us.carried_in import HOME_DEPRECIATION, HOME_OPERATING
from half_yard.countries.us.forms import home_office
from half_yard.countries.us.frame import BOOKS, rules
from half_yard.figures import (
    Carries,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    above,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)


@Form
def simplified(ask: Ask, thing: str, activity: str, person: str) -> Page:
    """The worksheet of the simplified method, for each business and home."""
    return home_office.head(
        ask, home_office.Office(thing, activity, person), "simplified", "Simplified method"
    )


@simplified.part
def by_area(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """Lines 2 to 4."""
    office = home_office.Office(thing, activity, person)
    area = page.exact_line("area", "2", "Square feet, average of the year", ask(average_area, *office))
    rate = ask(rules).figure("home_office_simplified_rate", label="a square foot")
    care = [
        share
        for use in home_office.uses_of(ask, office)
        if (share := home_office.care_share(ask, use)) is not None
    ]
    if care:
        rate = (rate * care[0]).named("a square foot, for the time of day care")
    page.exact_line("rate", "3c", "Dollars a square foot", rate)
    page.line("product", "4", "Square feet times dollars", (area * rate).in_cents())


@simplified.part
def simplified_result(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """All that rests on the income: lines 1 and 5, and what of line 4 the income does not reach for."""
    office = (thing, activity, person)
    income = page.line("income", "1", "Gross income limit", ask(home_office.income_limit, *office))
    product = ask(by_area, *office)["product"]
    smaller = smaller_of(not_below_zero(income), product, label="not more than the income")
    choice = Choice("Simplified method", f"/things/{thing}/choices/{home_office.method_key(activity)}")
    made = page.line(
        "allowed", "5", "Deduction by the simplified method", smaller.because(choice), Role.RESULT
    )
    lost = difference(product, made, label="above the income: lost, not carried")
    page.line("above_income", "", "Above the income: lost, not carried", lost)


@simplified.part
def waiting(page: Page, ask: Ask, thing: str, activity: str, person: str) -> None:
    """Line 6: what is carried past a year of this method."""
    office = home_office.Office(thing, activity, person)
    for key, number, title, kind in (
        ("operating_waits", "6a", "Operating expenses that wait", HOME_OPERATING),
        ("depreciation_waits", "6b", "Depreciation that waits", HOME_DEPRECIATION),
    ):
        waits = Carries(kind) if home_office.is_simplified(ask, office) else None
        page.line(key, number, title, home_office.carried_part(ask, office, kind), carries=waits)


def average_area(ask: Ask, thing: str, activity: str, person: str) -> Figure:
    """The average of the months: in each the area, up to 300 square feet for one person, that was used for at
    least half of it (Rev. Proc. 2013-13, section 4.03)."""
    most = ask(rules).figure("home_office_simplified_area_limit", label="square feet at the most")
    owned = ask(BOOKS.shares, activity)[person]
    others = [
        each
        for each in ask(home_office.offices)
        if each.person == person and each[:2] < (activity, thing)[::-1]
        if home_office.is_simplified(ask, each)
    ]
    rooms = home_office.uses_of(ask, home_office.Office(thing, activity, person))
    taken_before = [use for each in others for use in home_office.uses_of(ask, each)]
    months = []
    for month in range(1, MONTHS + 1):
        here = _area_in(month, rooms)
        if not here:
            continue
        taken = _area_in(month, taken_before)
        used = entered(here, f"square feet in {calendar.month_name[month]}", f"/things/{thing}")
        left = most if not taken else not_below_zero(most - stated(taken, "square feet of other businesses"))
        months.append(smaller_of(used, left) if above(used, left) else used)
    summed = total(months, "square feet, month by month")
    average = (summed / stated(Decimal(MONTHS), "months")).named("average of the months")
    return average if owned.amount == 1 else (average * owned).named("the owner's part")


def _area_in(month: int, rooms: Iterable[MeasuredUse]) -> Decimal:
    return sum((use.amount for use in rooms if use.period.counts_in(month)), Decimal(0))
