"""What the client keeps, and how long: five years from the day the return is lodged, or from the last year in
which an asset counts (ITAA 1936 s 262A; ITAA 1997 s 121-25). Recalled, not looked up."""

from __future__ import annotations

from half_yard.countries.keeping import Kept
from half_yard.countries.results import Computation

YEARS = 5


def to_keep(computation: Computation) -> list[Kept]:
    """Everything that the file says there are papers of."""
    file = computation.file
    until = f"{YEARS} years from the day on which the return is lodged"
    found = [Kept("This return, income statements, and what shows its deductions", until)]
    found += [
        Kept(f"{each.name or 'The activity'}: receipts, invoices, statements of accounts", until)
        for _, each in sorted(file.activities.items())
        if not each.archived
    ]
    found += [
        Kept(f"{each.name or 'An asset'}: what shows its cost", f"{YEARS} years after it was sold")
        for _, each in sorted(file.assets.items())
    ]
    return found
