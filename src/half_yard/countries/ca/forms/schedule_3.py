"""Schedule 3, capital gains or losses of one person: what was sold, at half (ITA 38 to 40).

Depreciable property has no capital loss (39(1)(b)(i)); what it brings above its cost is a gain. Land has
both.
"""

from __future__ import annotations

import datetime
from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.ca import additions, gaps, pools
from half_yard.countries.ca.carried_amounts import CAPITAL_LOSSES, GAIN_RESERVES, came
from half_yard.countries.ca.classes import LAND_PROCEEDS, PROPERTY
from half_yard.countries.ca.frame import BOOKS, owned_by, rules
from half_yard.countries.ca.items import (
    COST,
    ITEMS,
    OUTLAYS,
    SOLD_HOME,
    WHAT,
    YEARS_HOME,
    YEARS_OWNED,
    of_person,
)
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    times,
    total,
)
from half_yard.sharing import split

ONE = stated(Decimal(1), "one year given")


@Form
def schedule_3(ask: Ask, person: str) -> Page:
    """One for each person who has sold something."""
    name = ask(BOOKS.name, person)
    return Page(f"schedule_3.{person}", "Schedule 3, capital gains", name, about=person, in_cents=True)


def applies(ask: Ask, person: str) -> bool:
    """Whether a person has sold anything, or has losses of earlier years."""
    kinds = ("capital_sale", "gains_on_slips", "gain_reserve")
    carried = (came(ask, kind, person).parts for kind in (CAPITAL_LOSSES, GAIN_RESERVES))
    return bool(of_person(ask, person, *kinds) or ask(of_assets, person) or any(carried))


def of_assets(ask: Ask, person: str) -> tuple[tuple[str, str, Figure], ...]:
    """What the assets of a person's activities bring above their cost, and their land above or below its
    cost, by key of the line, with its title: the person's share."""
    found = []
    for kind in ("business", "rental"):
        for activity in ask(owned_by, kind, person):
            shares = ask(BOOKS.shares, activity)
            for pool in ask(pools.pools, activity):
                for key in ask(pools.gone, pool):
                    name = ask.of(asset_of, key).name or "Asset"
                    gain = ask(gain_of, key)
                    if gain.amount:
                        found.append((f"{key}.gain", f"{name}: above its cost", split(gain, shares)[person]))
                    land = ask(land_gain, pool, key)
                    if land is not None:
                        found.append((f"{key}.land", f"{name}: its land", split(land, shares)[person]))
    return tuple(found)


def gain_of(ask: Ask, key: str) -> Figure:
    """What an asset brought above its cost, of its part for the activity; of what was used privately before,
    above its value then."""
    part = additions.part_of(key, ask.of(asset_of, key))
    came, cost = times(ask(additions.received, key), part), times(ask(additions.cost_for_gains, key), part)
    gain = not_below_zero(difference(came, cost))
    return gain.marked(*_marks(ask, key)) if gain.amount else NOTHING


def _marks(ask: Ask, key: str) -> list[Mark]:
    """That real property sold within a year is not a capital gain (ITA 12(12))."""
    asset = ask.of(asset_of, key)
    values = ask(rules)
    if not PROPERTY[asset.asset_class].building or not values.has("property_flipping"):
        return []
    held = (asset.disposed or datetime.date.max) - (asset.in_service or datetime.date.min)
    return [gaps.flipped(f"/assets/{key}")] if held.days < int(values.amount("property_flipping")) else []


def land_gain(ask: Ask, pool: pools.Pool, key: str) -> Figure | None:
    """What the land of a building that was sold brought above or below its cost, of the part for the
    activity; what the building's loss was
    cut back by is taken off it (ITA 13(21.1)). None where there is no land."""
    asset = ask.of(asset_of, key)
    if LAND_PROCEEDS not in asset.basis:
        return None
    price, cost = additions.of_land(ask, key)
    moved = ask(pools.moved_from_land, pool, key)
    gain = difference(price, moved, cost) if moved.amount else difference(price, cost)
    return gain.named("gain or loss of the land")


def _of_home(gain: Figure, owned: Figure | None, designated: Figure | None) -> Figure:
    """What is not exempt of a home's gain: nothing, or the part of the years in which it was not the home,
    one year given (ITA 40(2)(b)); no loss counts (40(2)(g)(iii))."""
    if owned is None or designated is None or not owned.amount:
        return NOTHING
    counted = smaller_of(total((designated, ONE), "years designated and one"), owned)
    exempt = (gain * (counted / owned)).in_cents("exempt part")
    return not_below_zero(difference(gain, exempt))


@schedule_3.part
def gains(page: Page, ask: Ask, person: str) -> None:
    """What was sold, and half of it: line 12700."""
    page.section = "Gains and losses"
    lines = [
        page.line(key, "", title, figure, Role.SUBTOTAL) for key, title, figure in ask(of_assets, person)
    ]
    for path, item in ask(ITEMS.items_of, "capital_sale"):
        if item.person == person:
            found = path, item
            price = ITEMS.amount_of(found)
            costs = [each for box in (COST, OUTLAYS) if (each := ITEMS.box_of(found, box)) is not None]
            gain = difference(price, *costs, label=price.label)
            if item.choices.get(WHAT) == SOLD_HOME:
                gain = _of_home(gain, ITEMS.box_of(found, YEARS_OWNED), ITEMS.box_of(found, YEARS_HOME))
            lines.append(page.line(path.rpartition("/")[2], "", item.name or "Sold", gain))
    if slips := of_person(ask, person, "gains_on_slips"):
        lines.append(page.line("slips", "17400", "Capital gains on slips", total(slips)))
    if (back := came(ask, GAIN_RESERVES, person)).parts:
        lines.append(page.line("reserves_before", "19200", "Reserves deducted last year", back))
    reserved = of_person(ask, person, "gain_reserve")
    if reserved:
        reserve = page.line("reserve", "19200", "Reserve of this year, Form T2017", total(reserved),
                            Role.COST, carries=Carries(GAIN_RESERVES, of=person))  # fmt: skip
        lines.append(difference(NOTHING, reserve))
    page.section = ""
    whole = page.line("whole", "19700", "Total capital gains or losses", total(lines), Role.SUBTOTAL)
    half = ask(rules).figure("capital_gains_inclusion", label="part of a gain that counts")
    counted = (whole * half).in_cents()
    taxable = page.line("taxable", "19900", "Taxable capital gains", not_below_zero(counted), Role.RESULT)
    lost = not_below_zero(difference(NOTHING, counted), "net capital loss of the year")
    before = came(ask, CAPITAL_LOSSES, person)
    used = smaller_of(before, taxable) if before.parts else NOTHING
    if before.parts:
        page.line("used", "25300", "Net capital losses of other years", used)
    if before.parts or lost.amount:
        left = total((lost, difference(before, used))) if before.parts else lost
        carries = Carries(CAPITAL_LOSSES, of=person)
        page.line("left", "", "Net capital losses to carry on", left, carries=carries)
