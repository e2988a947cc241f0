"""What the client keeps, and how long: six years from the end of the last tax year to which it relates
(Income Tax Act, subsection 230(4)). Recalled, not looked up."""

from __future__ import annotations

from half_yard.countries.keeping import Kept
from half_yard.countries.results import Computation

YEARS = 6


def to_keep(computation: Computation) -> list[Kept]:
    """Everything that the file says there are papers of."""
    file = computation.file
    until = f"until December 31, {file.tax_year + YEARS}"
    sold = f"until {YEARS} years after the end of the last year in which its class has an amount"
    found = [Kept("This return, the slips, and what shows its income and deductions", until)]
    found += [
        Kept(f"{each.name or 'The activity'}: receipts, invoices, statements of accounts", until)
        for _, each in sorted(file.activities.items())
        if not each.archived
    ]
    found += [
        Kept(f"{each.name or 'An asset'}: what shows its cost", sold)
        for _, each in sorted(file.assets.items())
    ]
    return found
