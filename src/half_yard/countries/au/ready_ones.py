"""What is tried again and again with an Australian file: owners, an activity left off, depreciation by the
other way, things sold, money moved or paid ahead. What does not apply is not offered."""

from __future__ import annotations

import datetime
from collections.abc import Iterator
from functools import partial

from half_yard.asked import step_to
from half_yard.countries.au.questions import SIMPLIFIED
from half_yard.countries.ready import Ready
from half_yard.countries.ready_moves import (
    fitting,
    income_later,
    left_off,
    made_already,
    paid_more,
    running,
    shared_otherwise,
    things_sold,
)
from half_yard.countries.results import Computation
from half_yard.records import ClientFile, Edit

RECEIPTS = {"business": "sales", "rental": "rents"}
SOLD = "sold"
LAST_INSTALMENT = 4, 28
"""Month and day of the last instalment that falls in the year."""


def ready_ones(computation: Computation) -> list[Ready]:
    """Everything that applies to the file."""
    file = computation.file
    return [
        *shared_otherwise(file), *left_off(file), *_depreciation(file), *things_sold(file, SOLD),
        *income_later(file, RECEIPTS),
        paid_more(file, "paid by instalments", datetime.date(file.tax_year, *LAST_INSTALMENT)),
    ]  # fmt: skip


def _depreciation(file: ClientFile) -> Iterator[Ready]:
    """A business that has assets, depreciated by effective lives instead of simplified, or the other way."""
    for key, activity in running(file, "business"):
        if any(asset.activity == key for asset in file.assets.values()):
            is_now = SIMPLIFIED.of(activity.answers)
            name = activity.name or key
            title = f"{name}: by effective lives" if is_now else f"{name}: simplified depreciation"
            step = step_to(file, f"/activities/{key}/answers/{SIMPLIFIED.key}", not is_now)
            made = fitting(title, Edit(label=title, changes=(step,)))
            yield Ready(f"depreciation.{key}", title, partial(made_already, made))
