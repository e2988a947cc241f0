"""A dwelling that is let and lived in: its days counted twice, and worksheet 5-1 of IRS Pub. 527 (recalled),
by which its costs are limited to its rent where it is used as a home (26 U.S.C. 280A(c)(5), (d), (e))."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.dividing_things import Divided, thing_of, things
from half_yard.countries.us.assets import stories
from half_yard.countries.us.carried_in import DWELLING_DEPRECIATION, DWELLING_OPERATING, carried_of
from half_yard.countries.us.forms import shared_costs
from half_yard.countries.us.frame import BOOKS, rules
from half_yard.countries.us.itemizing import itemizes
from half_yard.countries.us.shared import brought
from half_yard.countries.us.shared.days import CountedDays, counted_days
from half_yard.countries.us.shared.divided import divided, measure_of, use_share
from half_yard.countries.us.shared.kinds import DWELLING, INTEREST_AND_TAX, arrives_on
from half_yard.figures import (
    NOTHING_ENTERED,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    above,
    difference,
    entered,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

CARRIED_LINE = "other_expenses"


def dwellings(ask: Ask) -> tuple[tuple[str, str], ...]:
    """Every dwelling with the rental that it serves."""
    return tuple(
        (thing, ask(measure_of, thing).uses[0].activity)
        for thing in ask(things)
        if ask.of(thing_of, thing).kind == DWELLING and ask(measure_of, thing).uses
    )


def days_of(ask: Ask, thing: str) -> CountedDays:
    """The days of a dwelling, counted for sharing and for the test."""
    return ask.of(counted_days, thing)


def _let(thing: str, days: int, words: str) -> Figure:
    return entered(Decimal(days), words, f"/things/{thing}")


def is_home(ask: Ask, thing: str) -> Figure:
    """How many days above the test's limit it was lived in: above zero, it is used as a home. The limit is
    the greater of 14 days and a tenth of the days let (26 U.S.C. 280A(d)(1))."""
    days, values = ask(days_of, thing), ask(rules)
    let = _let(thing, days.tested_let, "days let, for the test")
    tenth = (let * values.figure("residence_share_of_days_rented")).named("a tenth of the days let")
    limit = larger_of(
        values.figure("residence_personal_days"), tenth, label="days of own use that are no home"
    )
    return difference(
        _let(thing, days.tested_lived_in, "days lived in, for the test"), limit,
        label="days lived in above the limit",
    )  # fmt: skip


def too_short(ask: Ask, thing: str) -> bool:
    """Whether it is a home that was let so briefly that nothing of it counts (26 U.S.C. 280A(g))."""
    few = ask(days_of, thing).let < ask(rules).amount("short_rental_days")
    return few and ask(is_home, thing).amount > 0


@Form
def worksheet(ask: Ask, thing: str, activity: str) -> Page:
    """One for each dwelling."""
    record, days = ask.of(thing_of, thing), ask(days_of, thing)
    home = ask(is_home, thing).amount > 0
    return Page(
        f"dwelling.{thing}", "Dwelling worksheet", record.name or "Not named", about=activity,
        facts=(
            ("Days, for sharing", f"{days.let} let, {days.lived_in} lived in"),
            ("Days, for the test", f"{days.tested_let} let, {days.tested_lived_in} lived in"),
            ("Used as a home", "Yes: its costs are limited" if home else "No: no limit"),
        ),
    )  # fmt: skip


@worksheet.part
def rent(page: Page, ask: Ask, thing: str, activity: str) -> None:
    """Parts I and II, lines 1 to 3: the rent, and what comes off first."""
    page.section = "Rent, and what comes off first"
    received = ask(BOOKS.booked, activity).get("rents", NOTHING_ENTERED)
    rents = page.line("rents", "1", "Rents", received)
    by_schedule_a = ask(itemizes)
    every = ask(divided, thing)
    first = {line: _part(every[line], activity) for line in INTEREST_AND_TAX if line in every}
    interest = page.line(
        "interest", "2a", "Mortgage interest, rental part",
        first.get("mortgage_interest", NOTHING_ENTERED) if by_schedule_a else NOTHING_ENTERED,
    )  # fmt: skip
    tax = page.line(
        "tax", "2b", "Real estate taxes, rental part",
        first.get("real_estate_tax", NOTHING_ENTERED) if by_schedule_a else NOTHING_ENTERED,
    )  # fmt: skip
    direct = page.line("letting", "2d", "Costs of letting (its own books, driving)", ask(_letting, activity))
    taken = page.line("first", "2e", "Comes off first", total((interest, tax, direct)), Role.SUBTOTAL)
    page.line("left", "3", "Rent that is left", not_below_zero(rents - taken), Role.SUBTOTAL)


def _part(each: Divided, activity: str) -> Figure:
    """The rental part of a line; nothing where it has none."""
    return each.part(activity) if activity in each.activities else NOTHING_ENTERED


def _letting(ask: Ask, activity: str) -> Figure:
    """What the rental's own books have of costs, and what other things bring to it, in whole dollars as its
    lines have them."""
    books, besides = ask(BOOKS.booked, activity), ask(brought.besides, activity)
    lines = sorted({*books, *besides} - {"rents"})
    costs = [
        total((*([books[line]] if line in books else ()), *besides.get(line, ())), line).in_dollars()
        for line in lines
    ]
    return total(costs, "costs of letting, line by line")


@worksheet.part
def operating(page: Page, ask: Ask, thing: str, activity: str) -> None:
    """Lines 4 and 5: operating costs within what is left."""
    page.section = "Operating costs"
    by_schedule_a = ask(itemizes)
    parts = []
    for line, each in ask(divided, thing).items():
        limited_here = not by_schedule_a if line in INTEREST_AND_TAX else activity in each.activities
        if limited_here:
            number = "4b" if line in INTEREST_AND_TAX else "4a"
            parts.append(page.line(f"cost.{line}", number, each.whole.label, _part(each, activity)))
    before = page.line(
        "operating_in", "4c", "Carried in from last year", ask(carried_of, DWELLING_OPERATING, activity)
    )
    whole = page.line("operating", "4d", "Operating costs in all", total((*parts, before)), Role.SUBTOTAL)
    left = ask(rent, thing, activity)["left"]
    allowed = _within(ask, thing, whole, left)
    taken = page.line("operating_allowed", "4e", "Allowed", allowed, Role.SUBTOTAL)
    page.line("left_then", "5", "Rent that is left then", not_below_zero(left - taken), Role.SUBTOTAL)
    page.section = "Carried to next year"
    page.line(
        "operating_out", "7a", "Operating costs not allowed", whole - taken,
        carries=Carries(DWELLING_OPERATING),
    )  # fmt: skip


def _within(ask: Ask, thing: str, costs: Figure, left: Figure) -> Figure:
    """Costs, limited to the rent that is left where the dwelling is used as a home."""
    test = above(ask(is_home, thing), stated(Decimal(0), "none"))
    made = smaller_of(costs, left, label="not more than the rent that is left") if test else costs
    return made.where(test)


@worksheet.part
def depreciation(page: Page, ask: Ask, thing: str, activity: str) -> None:
    """Line 6: depreciation within what is left then."""
    page.section = "Depreciation"
    known = ask(measure_of, thing)
    part = NOTHING_ENTERED
    worn = [stories.story_of(ask, key).this_year for key in ask(stories.of_thing, thing)]
    if worn and known.activities:
        whole = total(worn, "depreciation of the whole year")
        part = (whole * use_share(ask, thing, known.uses[0])).in_cents()
    own = page.line("depreciation", "6b", "Depreciation, rental part", part)
    before = page.line(
        "depreciation_in", "6c", "Carried in from last year", ask(carried_of, DWELLING_DEPRECIATION, activity)
    )
    whole = page.line("depreciation_all", "6d", "Depreciation in all", own + before, Role.SUBTOTAL)
    left = ask(operating, thing, activity)["left_then"]
    allowed = _within(ask, thing, whole, left)
    taken = page.line("depreciation_allowed", "6e", "Allowed", allowed, Role.SUBTOTAL)
    page.line(
        "depreciation_out", "7b", "Depreciation not allowed, carried to next year", whole - taken,
        carries=Carries(DWELLING_DEPRECIATION),
    )  # fmt: skip


@worksheet.part
def goes_on(page: Page, ask: Ask, thing: str, activity: str) -> None:
    """What goes on to the lines of Schedule E: operating costs in the order of their lines, as far as they
    are allowed."""
    page.section = "Goes on to Schedule E"
    if ask(too_short, thing):
        title = "Let for fewer than 15 days: nothing goes on (26 U.S.C. 280A(g))"
        page.line("none", "", title, NOTHING_ENTERED, Role.RESULT)
        return
    begun, of_costs = ask(rent, thing, activity), ask(operating, thing, activity)
    every = ask(divided, thing)
    left, sent = of_costs["operating_allowed"], []
    for line, key in (("mortgage_interest", "interest"), ("real_estate_tax", "tax")):
        if begun[key].amount:
            sent.append(page.line(f"to.{line}", "", every[line].whole.label, begun[key], Role.COST))
    for line in every:
        if f"cost.{line}" not in of_costs:
            continue
        part = smaller_of(of_costs[f"cost.{line}"], left, label=f"{every[line].whole.label}, allowed")
        left = difference(left, part, label="allowed and not used yet")
        sent.append(page.line(f"to.{line}", "", every[line].whole.label, part, Role.COST))
    if left.amount:
        sent.append(page.line("to.carried", "", "Carried in and allowed now", left, Role.COST))
    worn = ask(depreciation, thing, activity)["depreciation_allowed"]
    sent.append(page.line("to.depreciation", "", "Depreciation", worn, Role.COST))
    page.line("sent", "", "Deducted in all", total(sent), Role.RESULT)


def allowed_lines(ask: Ask, thing: str, activity: str) -> Iterator[tuple[str, Figure]]:
    """What a dwelling brings to the lines of its rental. It is no part of its own."""
    sent = ask(goes_on, thing, activity)
    for line in ask(shared_costs.lines_of, thing):
        if (key := f"to.{line}") in sent:
            yield arrives_on(DWELLING, line, "rental"), sent[key]
    if "to.carried" in sent:
        yield CARRIED_LINE, sent["to.carried"]


def allowed_depreciation(ask: Ask, thing: str, activity: str) -> Sequence[Figure]:
    """What a dwelling brings to the depreciation of its rental. It is no part of its own."""
    sent = ask(goes_on, thing, activity)
    return [sent["to.depreciation"]] if "to.depreciation" in sent else []
