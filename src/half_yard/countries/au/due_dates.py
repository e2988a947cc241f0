"""When a return is due: October 31 of one who lodges it themselves; a Saturday or a Sunday moves it (TAA
1953, Schedule 1, section 388-52)."""

from __future__ import annotations

import datetime

from half_yard.records import ClientFile
from half_yard.records.dates import after_weekend


def return_due(file: ClientFile) -> datetime.date:
    """The day by which a return that is not lodged by an agent is due."""
    return after_weekend(datetime.date(file.tax_year, 10, 31))
