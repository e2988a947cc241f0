"""Who files a return, the year's rules, the books."""

from __future__ import annotations

import datetime

from half_yard.books import BookKeeping, PayersForms
from half_yard.books.keeping import Brought
from half_yard.countries.asking import Ask, person_of, tax_year
from half_yard.countries.au.country import COUNTRY, ROLES
from half_yard.countries.au.identity import masked
from half_yard.countries.au.left_out import why_left_out
from half_yard.countries.au.statement_lines import LINES
from half_yard.countries.au.thing_kinds import KINDS
from half_yard.countries.au.year_rules import YearRules, rules_for
from half_yard.records import Activity, ClientFile
from half_yard.records.dates import days_of_tax_year


def days_of_year(year: int) -> tuple[datetime.date, datetime.date]:
    """July 1 to June 30."""
    return days_of_tax_year(year, COUNTRY.first_month)


def _brought(ask: Ask, activity: str) -> Brought:
    """What shared things bring to an activity."""
    # The forms of things are made on this frame.
    from half_yard.countries.au import brought  # noqa: PLC0415

    return ask(brought.brought, activity)


BOOKS = BookKeeping(
    LINES,
    PayersForms({}, {}, {}),
    ROLES,
    span=days_of_year,
    things={kind.key: {line.key: line.title for line in kind.lines} for kind in KINDS.values()},
    brought=_brought,
)
STATUS = {"single": "No spouse", "couple": "With a spouse"}


def rules(ask: Ask) -> YearRules:
    """The values of the income year."""
    return rules_for(ask.of(tax_year))


def people(ask: Ask) -> tuple[str, ...]:
    """The ids of those who file: each of them a return of their own."""
    return ask.of(lambda file: tuple(key for key in ROLES if key in file.people))


def spouse_of(ask: Ask, person: str) -> str:
    """The other of a couple; empty where there is none."""
    if not ask(has_spouse):
        return ""
    return next((key for key in ask(people) if key != person), "")


def has_spouse(ask: Ask) -> bool:
    """Whether there is a spouse, in the file or not."""
    return ask.of(lambda file: file.household.filing_status) == "couple"


def activities(ask: Ask, kind: str) -> tuple[str, ...]:
    """The ids of the activities of a kind that are on the returns."""
    return ask.of(_of_kind, kind)


def _of_kind(file: ClientFile, kind: str) -> tuple[str, ...]:
    found: list[tuple[str, Activity]] = sorted(file.activities.items())
    return tuple(key for key, item in found if item.kind == kind and not why_left_out(item))


def owned_by(ask: Ask, kind: str, person: str) -> tuple[str, ...]:
    """The activities of a kind of which a person owns something."""
    return tuple(key for key in ask(activities, kind) if person in ask(BOOKS.shares, key))


def facts(ask: Ask, person: str) -> tuple[tuple[str, str], ...]:
    """What stands at the head of a person's return."""
    record, year = ask.of(person_of, person), ask.of(tax_year)
    status = ask.of(lambda file: file.household.filing_status)
    return (
        ("Name", f"{record.name}  {masked(record.identity_number)}".strip()),
        ("Income year", f"{year - 1}-{year % 100}"),
        ("Spouse", STATUS.get(status, "")),
    )
