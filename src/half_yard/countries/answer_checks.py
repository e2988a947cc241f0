"""Answers in a file that are none of those there are, as files made elsewhere may have: they count as not
given, so they are said."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.asked import Field, FieldKind, value_at
from half_yard.countries.asked import Asked
from half_yard.countries.shared_use import SharedUse
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile
from half_yard.review import Finding, Level

FOUND: Remembered[tuple[Finding, ...]] = Remembered()


def answer_findings(file: ClientFile, asked: Asked, shared: SharedUse) -> tuple[Finding, ...]:
    """An error for each. Entries and assets are not read, so that an edit of one costs nothing here."""
    read = (file.household, file.people, file.activities, file.things, file.uses, file.tax_year)
    return FOUND.get("answers", read, lambda: tuple(_findings(file, asked, shared)))


def _findings(file: ClientFile, asked: Asked, shared: SharedUse) -> Iterator[Finding]:
    for field in _fields(file, asked, shared):
        given = value_at(file, field.path)
        if field.kind is FieldKind.CHOICE and given and given not in dict(field.options):
            words = f"{field.label}: “{given}” is none of the answers, so it counts as not given."
            yield Finding(Level.ERROR, words, field.path, "Choose one of them.")


def _fields(file: ClientFile, asked: Asked, shared: SharedUse) -> Iterator[Field]:
    """What is asked of the household, its people, its activities, things and their uses."""
    yield from asked.household_fields(file)
    for person in file.people:
        yield from asked.person_fields(file, person)
    for key, activity in file.activities.items():
        yield from asked.activity_fields(file, key)
        for choice in (*asked.activity_choices(activity.kind), *asked.owners_choices(activity.kind)):
            yield choice.field(f"/activities/{key}")
    for thing in file.things:
        yield from shared.fields(file, thing)
    for use in file.uses:
        yield from shared.use_fields(file, use)
