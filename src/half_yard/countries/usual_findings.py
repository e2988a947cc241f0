"""What is found in the files of every country in which each person has a return of their own: what counts
nowhere, what is not computed, people without a name or number."""

from __future__ import annotations

from collections.abc import Collection, Iterator, Mapping, Sequence

from half_yard.countries.country import Country
from half_yard.figures import Mark, MarkKind, Sheet
from half_yard.records import ClientFile
from half_yard.records.naming import name_of
from half_yard.review import Finding, Level


def stop_findings(file: ClientFile, stops: Mapping[str, str], silent: Collection[str]) -> Iterator[Finding]:
    """An error for what counts nowhere, by its reason; the `silent` reasons are meant so."""
    for path, reason in stops.items():
        if reason not in silent:
            _, collection, key = path.split("/")
            called = name_of(getattr(file, collection)[key]) or key
            yield Finding(Level.ERROR, f"{called}: {reason}", path)


def gap_findings(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """What is not computed, each once."""
    marks = frozenset[Mark]().union(*(sheet.marks for sheet in sheets))
    for mark in sorted(marks, key=str):
        if mark.kind is MarkKind.GAP:
            yield Finding(Level.INCOMPLETE, mark.message, mark.path, mark.mend)


def status_finding(file: ClientFile, known: Collection[str], mark: Mark) -> Iterator[Finding]:
    """That the status of the household is not one that there is."""
    if file.household.filing_status not in known:
        yield Finding(Level.INCOMPLETE, mark.message, mark.path, mark.mend)


def nobody_findings(file: ClientFile) -> Iterator[Finding]:
    """That there is nobody whose return it would be."""
    if not file.people:
        yield Finding(Level.ERROR, "Nobody is in the file: there is no return.", "/people", "Add the owner.")


def people_findings(file: ClientFile, country: Country) -> Iterator[Finding]:
    """People without a name, and without a number that can be one."""
    yield from nobody_findings(file)
    number = country.person_number
    for key, person in file.people.items():
        role = country.roles.get(key, key)
        if not person.name:
            yield Finding(Level.WARNING, f"{role}: no name is typed yet.", f"/people/{key}/first_name")
        path = f"/people/{key}/identity_number"
        if problem := number.problem(person.identity_number):
            yield Finding(Level.WARNING, problem, path, "Mend it before filing.")
        elif not person.identity_number:
            called = f"{number.title[:1].lower()}{number.title[1:]}"
            yield Finding(Level.WARNING, f"{person.name or role}: no {called} is typed yet.", path)
