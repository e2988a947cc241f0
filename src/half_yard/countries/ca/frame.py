"""Who files a return, where they live, the year's rules, the books."""

from __future__ import annotations

from half_yard.books import BookKeeping, PayersForms
from half_yard.books.keeping import Brought
from half_yard.countries.asking import Ask, person_of, tax_year
from half_yard.countries.ca.activity_facts import periods
from half_yard.countries.ca.country import ROLES
from half_yard.countries.ca.form_boxes import FEES, FORM_KINDS
from half_yard.countries.ca.identity import masked
from half_yard.countries.ca.statement_lines import LINES
from half_yard.countries.ca.thing_kinds import KINDS
from half_yard.countries.ca.year_rules import YearRules, rules_for
from half_yard.records import Activity, ClientFile


def _brought(ask: Ask, activity: str) -> Brought:
    """What shared things bring to an activity."""
    # The forms of things are made on this frame.
    from half_yard.countries.ca import brought  # noqa: PLC0415

    return ask(brought.brought, activity)


BOOKS = BookKeeping(
    LINES,
    PayersForms({kind.key: kind for kind in FORM_KINDS}, FEES, {}),
    ROLES,
    things={kind.key: {line.key: line.title for line in kind.lines} for kind in KINDS.values()},
    brought=_brought,
    periods=periods,
)
MARITAL = {
    "single": "Single", "married": "Married", "common_law": "Living common-law", "separated": "Separated",
    "divorced": "Divorced", "widowed": "Widowed",
}  # fmt: skip
COUPLE = {"married", "common_law"}
PROVINCES = {
    "AB": "Alberta", "BC": "British Columbia", "MB": "Manitoba", "NB": "New Brunswick",
    "NL": "Newfoundland and Labrador", "NS": "Nova Scotia", "NT": "Northwest Territories", "NU": "Nunavut",
    "ON": "Ontario", "PE": "Prince Edward Island", "QC": "Quebec", "SK": "Saskatchewan", "YT": "Yukon",
}  # fmt: skip
QUEBEC = "QC"
COMPUTED = PROVINCES.keys() - {QUEBEC}
"""Quebec's own return is filed with the province."""


def rules(ask: Ask) -> YearRules:
    """The values of the tax year."""
    return rules_for(ask.of(tax_year))


def people(ask: Ask) -> tuple[str, ...]:
    """The ids of those who file: each of them a return of their own."""
    return ask.of(lambda file: tuple(key for key in ROLES if key in file.people))


def spouse_of(ask: Ask, person: str) -> str:
    """The other of a couple; empty where there is none."""
    others = [key for key in ask(people) if key != person]
    return others[0] if others and not ask(is_alone) else ""


def is_alone(ask: Ask) -> bool:
    """Whether nobody is married or lives common-law."""
    return ask.of(lambda file: file.household.filing_status) not in COUPLE


def province(ask: Ask) -> str:
    """The province or territory of residence at the end of the year; empty while none is chosen."""
    return ask.of(lambda file: file.household.choices.get("province", ""))


def activities(ask: Ask, kind: str) -> tuple[str, ...]:
    """The ids of the activities of a kind that are not archived."""
    return ask.of(_of_kind, kind)


def _of_kind(file: ClientFile, kind: str) -> tuple[str, ...]:
    found: list[tuple[str, Activity]] = sorted(file.activities.items())
    return tuple(key for key, item in found if item.kind == kind and not item.archived)


def owned_by(ask: Ask, kind: str, person: str) -> tuple[str, ...]:
    """The activities of a kind of which a person owns something."""
    return tuple(key for key in ask(activities, kind) if person in ask(BOOKS.shares, key))


def facts(ask: Ask, person: str) -> tuple[tuple[str, str], ...]:
    """What stands at the head of a person's return."""
    record = ask.of(person_of, person)
    status = ask.of(lambda file: file.household.filing_status)
    return (
        ("Name", f"{record.name}  {masked(record.identity_number)}".strip()),
        ("Marital status", MARITAL.get(status, "")),
        ("Province on December 31", PROVINCES.get(ask(province), "")),
    )
