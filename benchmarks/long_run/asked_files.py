"""Client files made by answering at random what a country asks of everything in them: each is computed, every
number is made of what it says, and next year follows from it."""

from __future__ import annotations

import datetime
import random
from collections.abc import Iterator
from decimal import Decimal

from pydantic import JsonValue

from benchmarks.long_run.outcome import Outcome
from half_yard.asked import Field, FieldKind, Kind, Section
from half_yard.asked.fields import step_to
from half_yard.countries import Computation, Pack, compute, pack_for
from half_yard.countries.next_year import next_year
from half_yard.figures import recompute
from half_yard.records import (
    Activity,
    Asset,
    Carryover,
    Change,
    ClientFile,
    Edit,
    EditError,
    Entry,
    Person,
    Stay,
    Thing,
    Trip,
    Use,
    apply,
)
from half_yard.records.identifiers import fresh_ids, numbered

COUNTRIES = ("us", "ca", "au")
ANSWERED = 0.35
"""So large a part of what is asked is answered."""
TOO_MUCH = "more than a file can hold"


def asked_files(count: int, seed: int) -> Outcome:
    """Make so many files, of one country after the other, and see what follows from each."""
    outcome, chance = Outcome("files made by what is asked"), random.Random(seed)
    for number in range(count):
        country = COUNTRIES[number % len(COUNTRIES)]
        with outcome.trial(f"{country} {seed}/{number}"):
            computation = compute(asked_file(country, chance))
            for fault in faults_of(computation):
                outcome.break_(f"{fault} in {country} {seed}/{number}")
            outcome.used += 1
    return outcome


def faults_of(computation: Computation) -> Iterator[str]:
    """What is not as it should be, in words: a line that its own thread does not come to, and what next
    year's file carries for nothing that it has."""
    for sheet in computation.sheets:
        for line in sheet.lines:
            if recompute(line.figure) != line.figure.amount:
                yield f"{line.place} is not what its thread comes to"
    pack = pack_for(computation.file.country)
    for key in computation.file.assets:
        pack.assets.pool_life(computation, key)
    if computation.file.tax_year + 1 not in pack.country.years:
        return
    try:
        following = compute(next_year(computation, pack))
    except ValueError as error:
        if TOO_MUCH in str(error):
            return
        raise
    before = {(each.kind, each.of) for each in computation.file.carryovers.values()}
    for path, why in following.stops.items():
        carried = following.file.carryovers.get(path.removeprefix("/carryovers/"))
        waits = carried is not None and f"/assets/{carried.of}" in following.stops
        if carried is not None and not waits and (carried.kind, carried.of) not in before:
            yield f"{carried.kind} of {carried.of} is carried for nothing: {why}"


def asked_file(country: str, chance: random.Random) -> ClientFile:
    """A file of people, activities, things, assets and records of every kind, with a part of what is asked of
    them answered."""
    pack = pack_for(country)
    begun = _with_books(pack, ClientFile.new(country, chance.choice(list(pack.country.years))), chance)
    file = begun
    for section in pack.asked.sections(lambda: begun):
        for _ in range(chance.choice((0, 0, 1, 2))):
            key = fresh_ids(section.collection, getattr(file, section.collection))
            path = f"/{section.collection}/{next(iter(key))}"
            file = stepped(file, Change(op="add", path=path, value=_record(section, file, chance)))
    file = file.model_copy(update={"carryovers": numbered("carryovers", _carried(pack, file, chance))})
    for field in list(every_field(pack, file)):
        if chance.random() < ANSWERED and (value := answer_to(field, file.tax_year, chance)) is not None:
            file = stepped(file, step_to(file, field.path, value))
    return file


def stepped(file: ClientFile, change: Change) -> ClientFile:
    """The file with a step, or as it is where the step is refused."""
    try:
        return apply(file, Edit(label="asked", changes=(change,)))[0]
    except EditError:
        return file


def _with_books(pack: Pack, file: ClientFile, chance: random.Random) -> ClientFile:
    """People, activities with entries, things with uses and costs, and assets."""
    roles = list(pack.country.roles)[: chance.choice((1, 2))]
    people = {
        role: Person(first_name=role, last_name="Asked", birth_date=datetime.date(1980, 1, 1))
        for role in roles
    }
    activities = {
        f"a0000{number}": Activity(kind=chance.choice(list(pack.ledger.kinds)), name=f"No. {number}",
                                   owners=_owners(roles, chance), days_rented=chance.choice((None, 100, 365)))
        for number in range(1, chance.choice((2, 3, 4)))
    }  # fmt: skip
    entries = [
        Entry(activity=key, line=chance.choice(pack.ledger.lines(activity)).key, amount=some_money(chance))
        for key, activity in activities.items()
        for _ in range(chance.randrange(7))
    ]
    things: dict[str, Thing] = {}
    uses: list[Use] = []
    trips: list[Trip] = []
    stays: list[Stay] = []
    for number in range(chance.choice((0, 0, 1, 2))):
        kind = chance.choice(list(pack.shared.kinds.values()))
        key = f"h0000{number + 1}"
        things[key] = Thing(kind=kind.key, name=key, measure=chance.choice([*kind.measures, ""]),
                            whole=chance.choice((None, Decimal(1000))))  # fmt: skip
        uses += [
            Use(thing=key, activity=activity, amount=Decimal(chance.choice((10, 100, 400))))
            for activity in activities
            if chance.random() < 0.6
        ]
        entries += [
            Entry(activity=key, line=chance.choice(kind.lines).key, amount=some_money(chance))
            for _ in range(chance.randrange(4))
        ]
        if kind.log:
            trips += _trips(key, [*activities, *pack.shared.trips], file.tax_year, chance)
        if kind.calendar:
            stays += _stays(key, list(pack.shared.stays), file.tax_year, chance)
    classes = [each.key for each in pack.assets.kinds]
    assets = [
        Asset(
            activity=chance.choice([*activities, *things]), thing=chance.choice(["", "", *things]),
            name="Asset", asset_class=chance.choice(classes), cost=some_money(chance),
            in_service=_day(file.tax_year, chance),
        )
        for _ in range(chance.randrange(5))
    ]  # fmt: skip
    return file.model_copy(update={
        "people": people, "activities": activities, "entries": numbered("entries", entries), "things": things,
        "uses": numbered("uses", uses), "assets": numbered("assets", assets),
        "trips": numbered("trips", trips), "stays": numbered("stays", stays),
    })  # fmt: skip


def _trips(thing: str, goals: list[str], year: int, chance: random.Random) -> list[Trip]:
    """Trips of a car: for an activity, or for what is none."""
    return [
        Trip(thing=thing, date=_day(year, chance), activity=chance.choice(goals), amount=some_money(chance))
        for _ in range(chance.randrange(5))
    ]


def _stays(thing: str, kinds: list[str], year: int, chance: random.Random) -> list[Stay]:
    """Stays in a dwelling, each of up to three months."""
    days = [_day(year, chance) for _ in range(chance.randrange(5))]
    lengths = [datetime.timedelta(days=chance.randrange(90)) for _ in days]
    return [
        Stay(thing=thing, kind=chance.choice(kinds), begins=day, ends=day + length)
        for day, length in zip(days, lengths, strict=True)
    ]


def _owners(roles: list[str], chance: random.Random) -> dict[str, Decimal]:
    if len(roles) == 1 or chance.random() < 0.6:
        return {chance.choice(roles): Decimal(100)}
    return dict.fromkeys(roles, Decimal(50))


def _carried(pack: Pack, file: ClientFile, chance: random.Random) -> Iterator[Carryover]:
    for kind in pack.asked.carryovers:
        if chance.random() < 0.15:
            of = chance.choice([key for key, _ in pack.asked.carried_of(file, kind)] or [""])
            year = chance.choice((None, str(file.tax_year - 1)))
            yield Carryover(kind=kind, of=of, year=year, amount=some_money(chance))


def _record(section: Section, file: ClientFile, chance: random.Random) -> JsonValue:
    """A record of a section, with what it needs and most of the rest."""
    record: dict[str, JsonValue] = dict(section.start)
    for column in section.columns:
        if column.field not in section.needed and chance.random() < 0.2:
            continue
        options = [key for key, _ in column.options(None)] if column.options else []
        values: dict[Kind, JsonValue] = {
            Kind.TEXT: "Acme", Kind.DATE: _day(file.tax_year, chance).isoformat(), Kind.COUNT: 7,
            Kind.BIRTHDAY: "2012-05-05", Kind.AMOUNT: str(some_money(chance)),
            Kind.CHOICE: chance.choice(options) if options else None,
        }  # fmt: skip
        value = values.get(column.kind)
        if value is not None:
            record[column.field] = value
    return record


def every_field(pack: Pack, file: ClientFile) -> Iterator[Field]:
    """Everything that is asked of what the file has."""
    asked = pack.asked
    yield from asked.household_fields(file)
    for person in file.people:
        yield Field(f"/people/{person}/birth_date", "Born on", FieldKind.BIRTHDAY)
        yield from asked.person_fields(file, person)
    for key in file.activities:
        yield from asked.of_activity(file, key)
    for key in file.assets:
        yield from (*pack.assets.fields(file, key), *pack.assets.leaving_fields(file, key))
    for key in file.things:
        yield from pack.shared.fields(file, key)
    for key in file.uses:
        yield from pack.shared.use_fields(file, key)
    for section in asked.sections(lambda: file):
        for key in getattr(file, section.collection):
            yield from asked.further(file, f"/{section.collection}/{key}")


def answer_to(field: Field, year: int, chance: random.Random) -> JsonValue:
    """An answer to a field; None for what can't be answered so."""
    match field.kind:
        case FieldKind.CHOICE:
            return chance.choice([key for key, _ in field.options]) if field.options else None
        case FieldKind.ANSWER:
            return chance.random() < 0.5
        case FieldKind.AMOUNT:
            return str(some_money(chance))
        case FieldKind.DAYS:
            return chance.randrange(366)
        case FieldKind.MONTHS:
            return chance.randrange(1, 400)
        case FieldKind.PERCENT:
            return str(chance.randrange(101))
        case FieldKind.DATE:
            return _day(year, chance).isoformat()
        case FieldKind.BIRTHDAY:
            return datetime.date(chance.randrange(1935, 2015), 6, 15).isoformat()
        case _:
            return None


def some_money(chance: random.Random) -> Decimal:
    """An amount in dollars and cents, among them nothing, a cent and much."""
    cents = (0, 1, 99, 100, 30_000_000, chance.randrange(3_000_000), chance.randrange(20_000_000))
    return Decimal(chance.choice(cents)) / 100


def _day(year: int, chance: random.Random) -> datetime.date:
    """A day of the year, or of one before."""
    first = datetime.date(year - chance.choice((0, 0, 0, 1, 2, 5, 9)), 1, 1)
    return first + datetime.timedelta(days=chance.randrange(365))
