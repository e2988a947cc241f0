"""What is found in an Australian file: errors, what is missing, warnings, notes."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal

from half_yard.books.landing import Lines
from half_yard.countries.au import gaps
from half_yard.countries.au.asset_kinds import IN_RATE, USED_BEFORE
from half_yard.countries.au.country import ROLES
from half_yard.countries.au.frame import STATUS, days_of_year
from half_yard.countries.au.identity import business_number_problem, identity_problem
from half_yard.countries.au.ledger import LEDGER
from half_yard.countries.au.questions import GST_REGISTERED
from half_yard.countries.au.thing_use import shared_findings
from half_yard.countries.au.year_rules import rules_for
from half_yard.countries.left_out import ARCHIVED
from half_yard.countries.repairs import repair_findings
from half_yard.figures import Mark, MarkKind, Sheet
from half_yard.records import ClientFile
from half_yard.records.naming import name_of
from half_yard.review import Finding, Level, share_findings
from half_yard.review.expected import expected_findings

NOT_COVERED = (
    "Not part of it yet: offsets for a spouse and others, farms' averaging, lump sums, employee "
    "shares, trusts, foreign tax, part-year residents, activity statements."
)


def findings_of(
    file: ClientFile, sheets: Sequence[Sheet], stops: Mapping[str, str], entries: Mapping[str, Lines]
) -> tuple[Finding, ...]:
    """Everything found, the gravest first."""
    found = [
        *_household(file),
        *share_findings(file),
        *expected_findings(file),
        *(Finding(Level.ERROR, f"{_called(file, path)}: {reason}", path) for path, reason in stops.items()
          if reason not in {ARCHIVED, USED_BEFORE, IN_RATE}),
        *_gaps(sheets),
        *shared_findings(file),
        *repair_findings(entries, LEDGER.asset_doubts(file.tax_year)),
        *_registration(file, sheets),
        Finding(Level.NOTE, NOT_COVERED),
    ]  # fmt: skip
    order = list(Level)
    return tuple(sorted(found, key=lambda finding: order.index(finding.level)))


def _called(file: ClientFile, path: str) -> str:
    _, collection, key = path.split("/")
    return name_of(getattr(file, collection)[key]) or key


def _household(file: ClientFile) -> Iterator[Finding]:
    if file.household.filing_status not in STATUS:
        mark = gaps.NO_STATUS
        yield Finding(Level.INCOMPLETE, mark.message, mark.path, mark.mend)
    for key, person in file.people.items():
        if not person.name:
            yield Finding(
                Level.WARNING, f"{ROLES.get(key, key)}: no name is typed yet.", f"/people/{key}/first_name"
            )
        path = f"/people/{key}/identity_number"
        if problem := identity_problem(person.identity_number):
            yield Finding(Level.WARNING, problem, path, "Mend it before filing.")
        elif not person.identity_number:
            yield Finding(Level.WARNING, f"{person.name or key} has no tax file number yet.", path)
    for key, activity in sorted(file.activities.items()):
        if problem := business_number_problem(activity.employer_number):
            yield Finding(Level.WARNING, problem, f"/activities/{key}/employer_number", "Mend it.")


def _registration(file: ClientFile, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Businesses whose turnover, as for a whole year, is one that has to register (GST Act, s 23-15)."""
    values = rules_for(file.tax_year)
    first, last = days_of_year(file.tax_year)
    turnover = Decimal(0)
    for key, activity in file.activities.items():
        made = next((each for each in sheets if each.statement and each.about == key), None)
        if activity.kind == "business" and not activity.archived and made is not None:
            begun = max(activity.started or first, first)
            days = (last - begun).days + 1
            turnover += made["total_income"].amount * ((last - first).days + 1) / max(days, 1)
    if turnover >= values.amount("gst_turnover") and not GST_REGISTERED.of(file.household.answers):
        words = f"With a turnover of {turnover:,.0f} in a year it has to register for GST within 21 days."
        yield Finding(
            Level.WARNING, words, f"/household/answers/{GST_REGISTERED.key}",
            "Say that it is registered, or see to it; rents to live in are not counted.",
        )  # fmt: skip


def _gaps(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    marks = frozenset[Mark]().union(*(sheet.marks for sheet in sheets))
    for mark in sorted(marks, key=str):
        if mark.kind is MarkKind.GAP:
            yield Finding(Level.INCOMPLETE, mark.message, mark.path, mark.mend)
