"""What is found in an Australian file: errors, what is missing, warnings, notes."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from half_yard.countries.au import gaps
from half_yard.countries.au.asset_kinds import IN_RATE, USED_BEFORE
from half_yard.countries.au.country import ROLES
from half_yard.countries.au.frame import STATUS
from half_yard.countries.au.identity import business_number_problem, identity_problem
from half_yard.countries.au.thing_use import shared_findings
from half_yard.countries.left_out import ARCHIVED
from half_yard.figures import Mark, MarkKind, Sheet
from half_yard.records import ClientFile
from half_yard.records.naming import name_of
from half_yard.review import Finding, Level, share_findings
from half_yard.review.expected import expected_findings

NOT_COVERED = (
    "Not part of it yet: the seniors offset, spouse and other offsets, farms' averaging, lump sums, employee "
    "shares, trusts, foreign tax, part-year residents, next year's instalments, activity statements."
)


def findings_of(file: ClientFile, sheets: Sequence[Sheet], stops: Mapping[str, str]) -> tuple[Finding, ...]:
    """Everything found, the gravest first."""
    found = [
        *_household(file),
        *share_findings(file),
        *expected_findings(file),
        *(Finding(Level.ERROR, f"{_called(file, path)}: {reason}", path) for path, reason in stops.items()
          if reason not in {ARCHIVED, USED_BEFORE, IN_RATE}),
        *_gaps(sheets),
        *shared_findings(file),
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


def _gaps(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    marks = frozenset[Mark]().union(*(sheet.marks for sheet in sheets))
    for mark in sorted(marks, key=str):
        if mark.kind is MarkKind.GAP:
            yield Finding(Level.INCOMPLETE, mark.message, mark.path, mark.mend)
