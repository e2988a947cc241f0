"""Client files edited step by step, each state computed with what is remembered of those before: every number
and finding is what comes of the same file by itself. An earlier state comes back now and then, and some are
asked only after a later one has been."""

from __future__ import annotations

import random
from collections.abc import Iterator
from contextlib import suppress

from benchmarks.long_run.asked_files import COUNTRIES, answer_to, asked_file, every_field, some_money, stepped
from benchmarks.long_run.outcome import Outcome
from half_yard.asked.fields import step_to
from half_yard.countries import Computation, compute, pack_for
from half_yard.figures import Figure
from half_yard.figures.remembered import Memory
from half_yard.records import Change, ClientFile

STEPS, LATE = 8, 0.2
AMOUNTS = ("amount", "cost")


def edited_files(count: int, seed: int) -> Outcome:
    """Edit so many files, of one country after the other."""
    outcome, chance = Outcome("files edited step by step"), random.Random(seed)
    for number in range(count):
        country = COUNTRIES[number % len(COUNTRIES)]
        with outcome.trial(f"{country} {seed}/{number}"):
            memory, earlier = Memory(), list[ClientFile]()
            file = asked_file(country, chance)
            for state in _states(file, chance):
                now = compute(state, memory)
                if earlier and chance.random() < LATE:
                    _told(compute(chance.choice(earlier), memory))
                if _told(now) != _told(compute(state)):
                    outcome.break_(f"what is remembered changes a number in {country} {seed}/{number}")
                if spoiled := _spoiled(memory):
                    outcome.break_(f"{spoiled} was changed by who read it in {country} {seed}/{number}")
                earlier.append(state)
            outcome.used += 1
    return outcome


def _told(computation: Computation) -> list[object]:
    """All that a computation says, in plain values."""
    lines = [line for sheet in computation.sheets for line in sheet.lines]
    return [
        *((sheet.key, sheet.form, sheet.subject, sheet.facts, sheet.notes) for sheet in computation.sheets),
        *(
            (each.place, each.number, each.title, each.section, str(each.figure.amount), each.figure.marks)
            for each in lines
        ),
        *((each.level, each.message, each.path) for each in computation.findings),
    ]


def _spoiled(memory: Memory) -> str:
    """A reader whose value is not what it reads: parts share what is read, and none may change it."""
    for read in memory.known.reads.values():
        if read.suspect:
            continue
        with suppress(LookupError):
            now = read.take(memory.known.records, *read.arguments)
            if _plain(now) != _plain(read.value):
                return str(read.take)
    return ""


def _plain(value: object) -> object:
    """A value with figures by their amounts, which are compared by identity otherwise."""
    if isinstance(value, list | tuple):
        return [_plain(each) for each in value]
    return (value.amount, value.label) if isinstance(value, Figure) else value


def _states(file: ClientFile, chance: random.Random) -> Iterator[ClientFile]:
    """A file after each of some edits: an answer, an amount, a record taken out, or all taken back."""
    first = file
    yield file
    for _ in range(STEPS):
        kind = chance.random()
        if kind < 0.6:
            field = chance.choice(list(every_field(pack_for(file.country), file)))
            value = answer_to(field, file.tax_year, chance)
            if value is not None:
                file = stepped(file, step_to(file, field.path, value))
        elif kind < 0.95:
            file = _with_a_record_changed(file, chance)
        else:
            file = first
        yield file


def _with_a_record_changed(file: ClientFile, chance: random.Random) -> ClientFile:
    collections = ("entries", "trips", "stays", "uses", "assets", "things", "carryovers")
    collection = chance.choice([name for name in collections if getattr(file, name)] or ["entries"])
    records = getattr(file, collection)
    if not records:
        return file
    key = chance.choice(list(records))
    amounts = [name for name in AMOUNTS if getattr(records[key], name, None) is not None]
    if not amounts or chance.random() < 0.35:
        return stepped(file, Change(op="remove", path=f"/{collection}/{key}"))
    path = f"/{collection}/{key}/{amounts[0]}"
    return stepped(file, Change(op="replace", path=path, value=str(some_money(chance))))
