"""What an answer of the client does: it goes to its field as if it were typed there."""

from __future__ import annotations

import datetime
from collections.abc import Iterator

from half_yard.asked import Field
from half_yard.countries.pack import Pack
from half_yard.records import ClientFile, Edit
from half_yard.records.collections import collection_and_id
from half_yard.review.asking import answer, answer_of_form, field_of


def answered(pack: Pack, file: ClientFile, key: str, typed: str, day: datetime.date) -> Edit:
    """The edit that keeps an answer to a question and carries it into its field, where there is one. Raises
    ValueError with what to type instead, and then nothing has changed."""
    calendar = pack.country.calendar(file.tax_year)
    collection, form = collection_and_id(file.questions[key].about)
    if collection == "expected" and form in file.expected:
        return answer_of_form(file, key, form, typed, day)
    return answer(file, key, typed, day, calendar, asked_at(pack, file, file.questions[key].about))


def goes_to(pack: Pack, file: ClientFile, about: str) -> str:
    """The field into which an answer about something goes; empty where it only stands in the list."""
    asked = asked_at(pack, file, about)
    return asked.path if asked is not None else field_of(file, about) or ""


def asked_at(pack: Pack, file: ClientFile, path: str) -> Field | None:
    """The field that is asked for at a path, whether something stands there yet or not."""
    return next((field for field in _asked_near(pack, file, path) if field.path == path), None)


def _asked_near(pack: Pack, file: ClientFile, path: str) -> Iterator[Field]:
    """The fields that are asked of the record at a path, or above it."""
    collection, key = collection_and_id(path)
    asked = pack.asked
    match collection:
        case "household":
            yield from asked.household_fields(file)
        case "people" if key in file.people:
            yield from asked.person_fields(file, key)
        case "activities" if key in file.activities:
            yield from asked.activity_fields(file, key)
            yield from asked.activity_facts(file, key)
        case _:
            yield from asked.further(file, path)
