"""Income of a change of the method of depreciation (26 U.S.C. 481(a); Rev. Proc. 2015-13, section 7.03):
spread over four years, or elected in one where it is small."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.us.assets import made_up, stories
from half_yard.countries.us.carried_in import SECTION_481, each_carried_of
from half_yard.countries.us.frame import left_out, rules
from half_yard.figures import (
    NOTHING,
    Carries,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    below,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records import ClientFile

YEARS_TO_COME = "Income of years to come"


def with_income(ask: Ask) -> tuple[str, ...]:
    """The activities on the return whose earlier years took too much, in this year's change or in one
    before."""
    out = ask(left_out)
    return tuple(
        key
        for key in ask.of(_activities)
        if key not in out and (ask(whole, key).amount or ask(each_carried_of, SECTION_481, key))
    )


def _activities(file: ClientFile) -> tuple[str, ...]:
    return tuple(sorted(file.activities))


def whole(ask: Ask, activity: str) -> Figure:
    """This year's adjustment, where all of it together is income."""
    if activity not in ask(stories.with_assets):
        return NOTHING
    every = ask(made_up.each_adjustment, activity)
    return not_below_zero(difference(NOTHING, *every, label="taken too much in earlier years"))


@Form
def section_481(ask: Ask, activity: str) -> Page:
    """One for each such activity."""
    name = ask.of(activity_of, activity).name
    return Page(f"section_481.{activity}", "Change of method", name, about=activity)


@section_481.part
def spread(page: Page, ask: Ask, activity: str) -> None:
    """This year's part of each change, and what is left of it."""
    year, years = (
        ask.of(tax_year),
        ask(rules).figure("adjustment_years", label="years that it is spread over"),
    )
    parts = []
    now = ask(whole, activity)
    if now.amount:
        page.section = f"Change of {year}: income (section 481(a))"
        page.exact_line("whole", "", "Taken too much in earlier years", now)
        part = (now / years).in_cents("a year's part")
        limit = ask(rules).figure("adjustment_at_once_limit", label="limit of the election")
        small = below(now, limit)
        if ask(made_up.elected_at_once, activity) and small:
            part = now.where(small).because(Choice("Elected: all of it in one year"))
        parts.append(page.exact_line("part", "", "Income of this year", part, Role.SUBTOTAL))
        left = difference(now, part)
        page.exact_line("left", "", YEARS_TO_COME, left, carries=Carries(SECTION_481, year))
    for number, (of, carried) in enumerate(ask(each_carried_of, SECTION_481, activity), 1):
        first = of if of is not None and of < year else year - 1
        to_go = int(years.amount) - (year - first)
        page.section = f"Change of {first}"
        part = carried
        if to_go > 1:
            part = (carried / stated(NOTHING.amount + to_go, "years that are left")).in_cents()
        part = smaller_of(part.named("a year's part"), carried)
        parts.append(page.exact_line(f"part.{number}", "", "Income of this year", part, Role.SUBTOTAL))
        left = difference(carried, part)
        page.exact_line(f"left.{number}", "", YEARS_TO_COME, left, carries=Carries(SECTION_481, first))
    page.section = ""
    page.line("income", "", "Other income of the activity", total(parts), Role.TOTAL)


def income(ask: Ask, activity: str) -> tuple[Figure, ...]:
    """What an activity has of it this year."""
    return (ask(spread, activity)["income"],) if activity in ask(with_income) else ()
