"""When a return is due: April 30; June 15 of who carries on a business, and of their spouse (Income Tax Act,
subparagraph 150(1)(d)(ii)); a Saturday, a Sunday and a holiday move it (Interpretation Act, section 26)."""

from __future__ import annotations

import datetime

from half_yard.records import ClientFile
from half_yard.records.dates import after_weekend


def return_due(file: ClientFile) -> datetime.date:
    """The day by which the return of a file is due; no federal holiday falls on either."""
    has_business = any(each.kind == "business" and not each.archived for each in file.activities.values())
    year = file.tax_year + 1
    return after_weekend(datetime.date(year, 6, 15) if has_business else datetime.date(year, 4, 30))
