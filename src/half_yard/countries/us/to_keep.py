"""What the client keeps, and how long (26 U.S.C. 6001, 6501; 26 CFR 1.6001-1(e), 31.6001-1(e)(2)). Recalled,
not looked up."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.countries.keeping import Kept
from half_yard.countries.results import Computation
from half_yard.countries.us.due_dates import return_day
from half_yard.countries.us.household.retirement_income import IRA
from half_yard.records import ClientFile

OF_RETIREMENT = {IRA, "ira_contribution"}
YEARS_AFTER, YEARS_OF_WAGES, YEARS_OF_OMISSIONS = 3, 4, 6


def to_keep(computation: Computation) -> list[Kept]:
    """Everything that the file says there are papers of."""
    file = computation.file
    day = return_day(file.tax_year)
    until = f"until {day.replace(year=day.year + YEARS_AFTER):%B %-d, %Y}"
    longer = f"{until}; six years where more than a quarter of the income was left out"
    return [
        Kept("This return, and what shows its income and deductions", longer),
        *_of_activities(file, until),
        *_of_property(file),
        *_of_the_owner(file),
    ]


def _of_activities(file: ClientFile, until: str) -> Iterator[Kept]:
    for _, each in sorted(file.activities.items()):
        if not each.archived:
            yield Kept(f"{each.name or 'The activity'}: receipts, invoices, statements of accounts", until)
    if any(entry.line == "wages" for entry in file.entries.values()):
        yield Kept("Records of employment taxes", f"{YEARS_OF_WAGES} years after they were due or paid")
    if file.trips:
        yield Kept("The log of the vehicles, as it was written", until)


def _of_property(file: ClientFile) -> Iterator[Kept]:
    sold = f"until {YEARS_AFTER} years after the return of the year in which it leaves the business"
    for _, asset in sorted(file.assets.items()):
        if asset.disposed is None:
            yield Kept(f"{asset.name or 'An asset'}: what shows its cost and its improvements", sold)
    for _, thing in sorted(file.things.items()):
        yield Kept(f"{thing.name or 'A shared thing'}: what measures its uses", sold)
    for _, exchange in sorted(file.exchanges.items()):
        yield Kept(f"{exchange.name or 'An exchange'}: papers of both properties", sold)


def _of_the_owner(file: ClientFile) -> Iterator[Kept]:
    if file.carryovers:
        used = f"until {YEARS_AFTER} years after the return that uses the last of it"
        yield Kept("What shows the amounts that are carried from year to year", used)
    if any(item.kind in OF_RETIREMENT for item in file.items.values()):
        yield Kept("What was paid into retirement accounts, and Form 8606", "until all of it is paid out")
