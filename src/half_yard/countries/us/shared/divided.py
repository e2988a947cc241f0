"""The costs of things as the United States divide them: a dwelling by its days, its interest and tax as was
chosen, everything else by use."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.dividing_things import ShareOf, ThingKeeping, thing_of
from half_yard.countries.measuring_things import MeasuredUse, days_of_year
from half_yard.countries.us import frame
from half_yard.countries.us.shared.days import counted_days
from half_yard.countries.us.shared.kinds import (
    ALWAYS_PERSONAL,
    COURT,
    DWELLING,
    INTEREST_AND_TAX,
    MEASURES,
    ON_BUSINESS,
    SHARED_BY,
)
from half_yard.countries.us.shared.measured import measured
from half_yard.figures import Choice, Figure, entered, stated
from half_yard.records import Thing


def use_share(ask: Ask, thing: str, use: MeasuredUse) -> Figure:
    """The part of a thing that is a use's, as a part of one, of the days on which it is so. It is no part of
    its own."""
    record = ask.of(thing_of, thing)
    return _by_days(ask, thing, record) if record.kind == DWELLING else THINGS.use_share(ask, thing, use)


def _by_days(ask: Ask, thing: str, record: Thing) -> Figure:
    """The days let of all days on which a dwelling was used; of a part that is let, by its area too."""
    days = ask.of(counted_days, thing)
    name = record.name or "the dwelling"
    let = entered(Decimal(days.let), f"days let of {name}", f"/things/{thing}")
    used = entered(Decimal(days.let + days.lived_in), f"days on which {name} was used", f"/things/{thing}")
    return _of_what_is_let((let / used).named(f"days let of the days used of {name}"), thing, record)


def _of_what_is_let(share: Figure, thing: str, record: Thing) -> Figure:
    """A share of days, of a part that is let by its floor area too."""
    name = record.name or "the dwelling"
    part, whole = record.facts.get("area_let"), record.facts.get("area")
    if part is None or not whole:
        return share
    area = entered(part, "floor area of what is let", f"/things/{thing}/facts/area_let")
    of = entered(whole, f"floor area of {name}", f"/things/{thing}/facts/area")
    return (share * (area / of).named("part that is let, by floor area")).named(
        f"share of {name} that is let"
    )


def _share_for(ask: Ask, thing: str, line: str) -> ShareOf | None:
    """A dwelling is divided by its days, its interest and tax by the days of the year where that was
    chosen."""
    record = ask.of(thing_of, thing)
    if record.kind != DWELLING:
        return None
    by_year = line in INTEREST_AND_TAX and record.choices.get(SHARED_BY) == COURT
    return share_of_year if by_year else use_share


def share_of_year(ask: Ask, thing: str, use: MeasuredUse) -> Figure:
    """The days let of all days of the year (Bolton v. Commissioner, 694 F.2d 556; McKinney v. Commissioner,
    732 F.2d 414). It is no part of its own."""
    del use
    record, days = ask.of(thing_of, thing), ask.of(counted_days, thing)
    let = entered(Decimal(days.let), "days let", f"/things/{thing}")
    year = stated(Decimal(days_of_year(ask.of(tax_year))), "days of the year")
    choice = Choice("Interest and tax by the days of the year", f"/things/{thing}/choices/{SHARED_BY}")
    share = (let / year).named("days let of the days of the year").because(choice)
    return _of_what_is_let(share, thing, record)


THINGS = ThingKeeping(
    frame.BOOKS, measured, MEASURES, frozenset(ON_BUSINESS), frozenset(ALWAYS_PERSONAL), _share_for
)
divided, measure_of = THINGS.divided, THINGS.measure_of
