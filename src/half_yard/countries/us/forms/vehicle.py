"""A vehicle that serves several uses: the standard mileage rate and its actual costs beside each other (Rev.
Proc. 2019-46; 26 CFR 1.274-5T; Schedule C, part IV; Form 4562, part V)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import things_sheet
from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.measuring_things import MeasuredUse, days_of_year, logged_distance
from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets import stories
from half_yard.countries.us.carried_in import MILEAGE_PART, carried_of
from half_yard.countries.us.forms import shared_costs
from half_yard.countries.us.frame import rules
from half_yard.countries.us.shared import its_part
from half_yard.countries.us.shared.divided import THINGS, measure_of, use_share
from half_yard.countries.us.shared.kinds import (
    ACTUAL,
    COMMUTING,
    LEASE,
    METHOD,
    METHODS,
    RUNNING,
    STANDARD,
    VEHICLE,
    goes_by_the_mile,
)
from half_yard.figures import (
    Carries,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    stated,
    together,
    total,
)
from half_yard.records import ClientFile, Thing

SECOND_HALF, INCLUDED = "second_half", "lease_inclusion"
JULY, COMPARED = 7, 5


def vehicles(ask: Ask) -> tuple[str, ...]:
    """The vehicles that serve an activity."""
    kept = ask.of(
        lambda file: tuple(key for key, item in sorted(file.things.items()) if item.kind == VEHICLE)
    )
    return tuple(key for key in kept if key in ask(things) and THINGS.serves(ask, key))


@Form
def vehicle(ask: Ask, thing: str) -> Page:
    """One for each vehicle, with what Schedule C asks of it."""
    record = ask.of(thing_of, thing)
    known = ask(measure_of, thing)
    business = sum((use.amount for use in known.uses if use.activity), Decimal(0))
    commuting = ask(commuting_miles, thing).amount
    return Page(
        f"vehicle.{thing}", "Vehicle", record.name or "Not named", about=thing, in_cents=True,
        facts=(
            ("43 · In service", f"{record.begins:%b %-d, %Y}" if record.begins else ""),
            ("44a · Business miles", f"{business:,f}"),
            ("44b · Commuting miles", f"{commuting:,f}"),
            ("44c · Other miles", f"{max(known.whole - business - commuting, Decimal(0)):,f}"),
            ("45 · Available off duty", said(record, "off_duty")),
            ("46 · Another vehicle for personal use", said(record, "another")),
            ("47a · Evidence", said(record, "evidence")),
            ("47b · Written", said(record, "written")),
        ),
    )  # fmt: skip


def said(record: Thing, key: str) -> str:
    """What was answered of a vehicle, in words."""
    if key not in record.answers:
        return "not answered"
    return "Yes" if record.answers[key] else "No"


def commuting_miles(ask: Ask, thing: str) -> Figure:
    """The miles between home and the place of work, by the log or as they were typed: never business."""
    return entered(ask.of(_commuting, thing), "commuting miles", f"/things/{thing}/facts/{COMMUTING}")


def _commuting(file: ClientFile, thing: str) -> Decimal:
    logged = logged_distance(file, thing).get(COMMUTING, Decimal(0))
    return logged or file.things[thing].facts.get(COMMUTING, Decimal(0))


@vehicle.part
def standard(page: Page, ask: Ask, thing: str) -> None:
    """Each use by the standard mileage rate: its miles at the rate of their day."""
    page.section = "By the standard mileage rate"
    known = ask(measure_of, thing)
    every = []
    for activity in known.activities:
        figure = total(
            [part for use in known.of_activity(activity) for part in _at_rate(ask, thing, use)],
            "miles at the standard rate",
        )
        title = f"Miles at the rate: {things_sheet.name(ask, activity)}"
        every.append(page.line(f"rate.{activity}", "", title, figure, Role.COST))
    page.line("rate", "", "Miles at the standard rate", total(every), Role.SUBTOTAL)


def _at_rate(ask: Ask, thing: str, use: MeasuredUse) -> list[Figure]:
    values = ask(rules)
    rate = values.figure("standard_mileage_business", label="standard mileage rate")
    later = Decimal(0)
    if values.has("standard_mileage_business_second_half"):
        later = min(ask.of(_in_second_half, thing, use.key, use.activity), use.amount)
    first = use.amount - later
    parts = []
    if first or not later:
        miles = entered(first, "business miles" + (" to June" if later else ""), use.path)
        parts.append((miles * rate).in_cents("miles at the rate"))
    if later:
        second = values.figure(
            "standard_mileage_business_second_half", label="standard mileage rate from July on"
        )
        miles = entered(later, "business miles from July on", use.path)
        parts.append((miles * second).in_cents("miles at the rate from July on"))
    return parts


def _in_second_half(file: ClientFile, thing: str, use: str, activity: str) -> Decimal:
    """The miles of a use from July on: by the log, or as they were typed apart."""
    if use:
        return file.uses[use].facts.get(SECOND_HALF, Decimal(0))
    return sum(
        (
            trip.amount
            for trip in file.trips.values()
            if trip.thing == thing and trip.activity == activity and trip.date is not None
            if trip.date.month >= JULY
        ),
        Decimal(0),
    )  # fmt: skip


@vehicle.part
def actual(page: Page, ask: Ask, thing: str) -> None:
    """Each use by actual costs: its part of what the vehicle cost, and of its depreciation, which is not
    taken while the standard rate stands for it."""
    page.section = "By actual costs"
    of_lines, known = ask(shared_costs.by_use, thing), ask(measure_of, thing)
    by_the_mile = goes_by_the_mile(ask.of(thing_of, thing))
    every = []
    for activity in known.activities:
        costs = [
            of_lines[f"{line}.{activity}"] for line in (*RUNNING, LEASE) if f"{line}.{activity}" in of_lines
        ]
        called = things_sheet.name(ask, activity)
        every.append(page.line(f"costs.{activity}", "", f"Costs: {called}", total(costs), Role.COST))
        if not by_the_mile:
            worn = ask(depreciation_of, thing, activity)
            title = f"Depreciation: {called}"
            every.append(page.line(f"depreciation.{activity}", "", title, worn, Role.COST))
    title = "Actual costs without depreciation" if by_the_mile else "Actual costs"
    page.line("actual", "", title, total(every), Role.SUBTOTAL)


def depreciation_of(ask: Ask, thing: str, activity: str) -> Figure:
    """The part that a use has of the depreciation of a thing's assets."""
    alone = [key for key in ask(assets_alone).get((thing, activity), ()) if key in ask(stories.counted)]
    of_each = stories.story_of_each(ask, (*alone, *ask(stories.of_thing, thing)))
    assets = ask.of(stories.assets_of, tuple(of_each))
    worn = [
        part
        for key, story in of_each.items()
        for part in its_part.parts_of_year(ask, assets[key], activity, story).values()
    ]
    return together(worn, "depreciation of its assets")


def assets_alone(ask: Ask) -> dict[tuple[str, str], tuple[str, ...]]:
    """The assets that a thing serves one activity alone with, which are assets of that one, by both."""
    return ask.of(_assets_alone)


def _assets_alone(file: ClientFile) -> dict[tuple[str, str], tuple[str, ...]]:
    found: dict[tuple[str, str], list[str]] = {}
    for key, asset in sorted(file.assets.items()):
        if asset.thing:
            found.setdefault((asset.thing, asset.activity), []).append(key)
    return {of: tuple(keys) for of, keys in found.items()}


@vehicle.part
def chosen(page: Page, ask: Ask, thing: str) -> None:
    """What goes on to the activities by the method that was chosen, and parking and tolls by either."""
    page.section = "Goes on to the activities"
    record, known = ask.of(thing_of, thing), ask(measure_of, thing)
    by_the_mile = goes_by_the_mile(record)
    words = METHODS[STANDARD if by_the_mile else ACTUAL].lower()
    choice = Choice(f"{record.name or 'Vehicle'}: {words}", f"/things/{thing}/choices/{METHOD}")
    of_lines = ask(shared_costs.by_use, thing)
    every = []
    for activity in known.activities:
        if by_the_mile:
            parts = [ask(standard, thing)[f"rate.{activity}"]]
        else:
            parts = [of_lines[key] for line in RUNNING if (key := f"{line}.{activity}") in of_lines]
        parking = f"parking.{activity}"
        parts += [of_lines[parking]] if parking in of_lines else []
        leased = f"{LEASE}.{activity}"
        if not by_the_mile and leased in of_lines:
            title = f"Lease less what is included: {things_sheet.name(ask, activity)}"
            page.line(
                f"leased.{activity}", "", title, _leased(ask, thing, activity, of_lines[leased]), Role.COST
            )
        title = f"Driving, parking, tolls: {things_sheet.name(ask, activity)}"
        made = total(parts, "driving for it").because(choice)
        every.append(page.line(f"driving.{activity}", "", title, made, Role.COST))
    page.line("driving", "", "Driving in all", total(every), Role.TOTAL)


def _leased(ask: Ask, thing: str, activity: str, part: Figure) -> Figure:
    """A use's part of the lease, less its part of the yearly amount that the lessee of a costly car includes,
    for the days of the year (26 CFR 1.280F-7)."""
    record, known = ask.of(thing_of, thing), ask(measure_of, thing)
    included = record.facts.get(INCLUDED)
    if not included:
        return part
    year = days_of_year(ask.of(tax_year))
    yearly = entered(included, "yearly amount of the table for leases", f"/things/{thing}/facts/{INCLUDED}")
    days = stated(Decimal(known.period.days) / year, f"{known.period.days} of {year} days")
    share = use_share(ask, thing, known.of_activity(activity)[0])
    included_part = ((yearly * days).named("for the days leased") * share).in_cents("included, its part")
    return not_below_zero(difference(part, included_part, label="lease less what is included"))


@vehicle.part
def years(page: Page, ask: Ask, thing: str) -> None:
    """What the chosen method deducts in five years, at this year's miles and costs: what is compared before
    one is chosen for good."""
    page.section = f"In {COMPARED} years like this one"
    now, known = ask.of(tax_year), ask(measure_of, thing)
    by_the_mile = goes_by_the_mile(ask.of(thing_of, thing))
    if by_the_mile:
        same = [ask(standard, thing)["rate"]]
    else:
        same = [ask(actual, thing)[f"costs.{activity}"] for activity in known.activities]
    worn = [] if by_the_mile else _stories_of(ask, thing, known.activities)
    every = []
    for year in range(now, now + COMPARED):
        of_year = [
            story.yearly[at] for story in worn if 0 <= (at := year - story.first_year) < len(story.yearly)
        ]
        every.append(page.line(f"year.{year}", "", str(year), total((*same, *of_year), f"in {year}")))
    page.line("years", "", f"In {COMPARED} years", total(every), Role.SUBTOTAL)


def _stories_of(ask: Ask, thing: str, activities: tuple[str, ...]) -> list[AssetStory]:
    """The stories of a thing's assets, whether they serve one activity or several."""
    of_one = ask(assets_alone)
    alone = [key for activity in activities for key in of_one.get((thing, activity), ())]
    counted = ask(stories.counted)
    keys = [*ask(stories.of_thing, thing), *(key for key in alone if key in counted)]
    return list(stories.story_of_each(ask, keys).values())


@vehicle.part
def basis(page: Page, ask: Ask, thing: str) -> None:
    """What the standard rate takes off the basis: its depreciation part for the business miles."""
    if not goes_by_the_mile(ask.of(thing_of, thing)):
        return
    page.section = "Basis"
    known = ask(measure_of, thing)
    part = ask(rules).figure("mileage_rate_depreciation_part", label="depreciation part of the rate")
    miles = [entered(use.amount, "business miles", use.path) for use in known.uses if use.activity]
    taken = (total(miles, "business miles") * part).in_cents()
    before = ask(carried_of, MILEAGE_PART, thing)
    title = "Depreciation parts of the rate up to now"
    gone = page.line(
        "basis_taken", "", title, total((before, taken), title), Role.SUBTOTAL, Carries(MILEAGE_PART)
    )
    costs, taken_before = [], []
    for key, cost, earlier in ask.of(_costs, thing):
        costs.append(entered(cost, "cost", f"/assets/{key}/cost"))
        if earlier:
            path = f"/assets/{key}/prior_depreciation"
            taken_before.append(entered(earlier, "depreciation of earlier years", path))
    if costs:
        rest = difference(total(costs, "cost"), gone, *taken_before, label="basis that is left")
        page.line("basis_left", "", "Adjusted basis, not below zero", not_below_zero(rest), Role.SUBTOTAL)


def _costs(file: ClientFile, thing: str) -> tuple[tuple[str, Decimal, Decimal], ...]:
    """What a vehicle and its parts cost, and what earlier years are said to have taken, by asset."""
    return tuple(
        (key, asset.cost, asset.prior_depreciation or Decimal(0))
        for key, asset in sorted(file.assets.items())
        if asset.activity == thing
    )
