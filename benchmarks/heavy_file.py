"""The heavy file: 5 businesses, 10 rentals, 300 assets, 5,000 entries, always the same."""

from __future__ import annotations

import datetime
import random
from collections.abc import Mapping
from decimal import Decimal

from half_yard.books import StatementLine
from half_yard.countries.au.asset_kinds import PROPERTY as OF_AUSTRALIA
from half_yard.countries.au.statement_lines import BY_KIND as AUSTRALIAS
from half_yard.countries.ca.classes import PROPERTY
from half_yard.countries.ca.statement_lines import BY_KIND as CANADAS
from half_yard.countries.us.shared.kinds import KINDS
from half_yard.countries.us.statement_lines import BY_KIND
from half_yard.records import Activity, Asset, ClientFile, Entry, Household, Person, Thing, Trip, Use
from half_yard.records.identifiers import numbered

YEAR = 2025
BUSINESSES, RENTALS, ASSETS, ENTRIES = 5, 10, 300, 5_000
THINGS, COSTS, TRIPS = 15, 2_000, 5_000
WHOLE = {"home": Decimal(2000), "vehicle": Decimal(60_000), "line": None}


def heavy_file() -> ClientFile:
    """A joint return with much of everything."""
    chance = random.Random(4562)
    kinds = ["business"] * BUSINESSES + ["rental"] * RENTALS
    activities = numbered("activities", [_activity(kind, number) for number, kind in enumerate(kinds)])
    keys = list(activities)
    entries = [_entry(chance, keys, kinds) for _ in range(ENTRIES)]
    assets = [_asset(chance, keys) for _ in range(ASSETS)]
    return ClientFile.new("us", YEAR).model_copy(
        update={
            "household": Household(filing_status="joint"),
            "people": {
                "owner": Person(first_name="Heavy", last_name="File", birth_date=datetime.date(1980, 1, 5)),
                "spouse": Person(first_name="Other", last_name="File", birth_date=datetime.date(1981, 1, 5)),
            },
            "activities": activities,
            "entries": numbered("entries", entries),
            "assets": numbered("assets", assets),
        }
    )


def shared_file() -> ClientFile:
    """The heavy file with 15 things that serve several uses, 2,000 costs on them and 5,000 trips: five homes
    with an office, five vehicles with a log, five telephones."""
    chance = random.Random(8829)
    file = heavy_file()
    businesses = [key for key, activity in file.activities.items() if activity.kind == "business"]
    kinds = ("home", "vehicle", "line")
    measures = {"home": "area", "vehicle": "distance", "line": "percent"}
    things = numbered(
        "things",
        [
            Thing(kind=kind, name=f"{kind} {number}", measure=measures[kind], whole=WHOLE[kind], reason="Log")
            for number in range(THINGS // len(kinds))
            for kind in kinds
        ],
    )
    uses = [
        Use(
            thing=key, activity=activity, amount=Decimal(chance.randrange(5, 20)),
            choices={"rests_on": "principal"},
        )
        for key, thing in things.items()
        for activity in chance.sample(businesses, 2)
        if thing.kind != "vehicle"
    ]  # fmt: skip
    cars = [key for key, thing in things.items() if thing.kind == "vehicle"]
    trips = [
        Trip(
            thing=chance.choice(cars), activity=chance.choice(businesses),
            date=datetime.date(YEAR, chance.randrange(1, 13), chance.randrange(1, 28)),
            amount=Decimal(chance.randrange(1, 60)),
        )
        for _ in range(TRIPS)
    ]  # fmt: skip
    costs = [_cost(chance, things) for _ in range(COSTS)]
    return file.model_copy(
        update={
            "things": things,
            "uses": numbered("uses", uses),
            "trips": numbered("trips", trips),
            "entries": numbered("entries", [*file.entries.values(), *costs]),
        }
    )


def canadian_file() -> ClientFile:
    """As many businesses, rentals, assets and entries of a couple in Ontario."""
    of = Household(filing_status="married", choices={"province": "ON"})
    classes = [key for key, item in PROPERTY.items() if not item.each]
    return _elsewhere("ca", of, CANADAS, classes, datetime.date(YEAR, 1, 1))


def australian_file() -> ClientFile:
    """As many of a couple in Australia, in the income year 2024-25."""
    of = Household(filing_status="couple", answers={"nothing_else": True})
    classes = [key for key, item in OF_AUSTRALIA.items() if item.months is not None]
    return _elsewhere("au", of, AUSTRALIAS, classes, datetime.date(YEAR - 1, 7, 1))


def _elsewhere(
    country: str, household: Household, by_kind: Mapping[str, tuple[StatementLine, ...]], classes: list[str],
    begins: datetime.date,
) -> ClientFile:  # fmt: skip
    """The heavy file of another country, with its lines and classes of assets."""
    chance = random.Random(2125)
    kinds = ["business"] * BUSINESSES + ["rental"] * RENTALS
    activities = numbered("activities", [_activity(kind, number) for number, kind in enumerate(kinds)])
    keys = list(activities)
    assets = [
        _asset(chance, keys).model_copy(update={"asset_class": chance.choice(classes), "answers": {}})
        for _ in range(ASSETS)
    ]
    entries = [_entry(chance, keys, kinds, by_kind, begins) for _ in range(ENTRIES)]
    return heavy_file().model_copy(
        update={
            "country": country,
            "household": household,
            "activities": activities,
            "entries": numbered("entries", entries),
            "assets": numbered("assets", assets),
        }
    )


def _cost(chance: random.Random, things: dict[str, Thing]) -> Entry:
    key = chance.choice(list(things))
    lines = [line.key for line in KINDS[things[key].kind].lines]
    return Entry(
        activity=key, line=chance.choice(lines), payee=f"Payee {chance.randrange(40)}",
        date=datetime.date(YEAR, chance.randrange(1, 13), chance.randrange(1, 28)),
        amount=Decimal(chance.randrange(100, 40_000)) / 100,
    )  # fmt: skip


def many_assets(count: int) -> ClientFile:
    """The heavy file with so many assets instead of its own: some used privately too, some with the special
    allowance, some automobiles, some that have left service."""
    chance = random.Random(946)
    file = heavy_file()
    businesses = [key for key, activity in file.activities.items() if activity.kind == "business"]
    assets = []
    for number in range(count):
        asset = _asset(chance, businesses)
        if number % 10 == 0:
            asset = asset.model_copy(update={"share": Decimal(chance.randrange(51, 100))})
        if number % 7 == 0:
            asset = asset.model_copy(update={"answers": {}})
        if number % 50 == 0:
            asset = asset.model_copy(update={"asset_class": "passenger_auto"})
        if number % 20 == 0:
            asset = asset.model_copy(
                update={"disposed": datetime.date(YEAR, 3, 5), "disposal": "abandonment"}
            )
        assets.append(asset)
    return file.model_copy(update={"assets": numbered("assets", assets)})


def _activity(kind: str, number: int) -> Activity:
    shared = number % 3 == 0
    owners = {"owner": Decimal(60), "spouse": Decimal(40)} if shared else {"owner": Decimal(100)}
    return Activity(kind=kind, name=f"Activity {number + 1}", owners=owners, days_rented=365)


def _entry(
    chance: random.Random, keys: list[str], kinds: list[str],
    by_kind: Mapping[str, tuple[StatementLine, ...]] = BY_KIND,
    begins: datetime.date = datetime.date(YEAR, 1, 1),
) -> Entry:  # fmt: skip
    number = chance.randrange(len(keys))
    lines = by_kind[kinds[number]]
    income = chance.random() < 0.75
    return Entry(
        activity=keys[number],
        date=begins + datetime.timedelta(days=chance.randrange(365)),
        payee=f"Payee {chance.randrange(400)}",
        memo=f"Memo {chance.randrange(4000)}",
        line=lines[0].key if income else chance.choice(lines).key,
        amount=Decimal(chance.randrange(100, 90_000)) / 100,
    )


def _asset(chance: random.Random, keys: list[str]) -> Asset:
    number = chance.randrange(len(keys))
    classes = ["five_year", "seven_year", "five_year", "seven_year", "residential_building", "land"]
    return Asset(
        activity=keys[number],
        name=f"Asset {chance.randrange(10_000)}",
        asset_class=chance.choice(classes),
        in_service=datetime.date(2018 + chance.randrange(8), 1 + chance.randrange(12), 15),
        cost=Decimal(chance.randrange(50_000, 3_000_000)) / 100,
        answers={"no_special_allowance": True},
    )
