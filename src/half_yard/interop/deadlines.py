"""Days by which something must be done, as a calendar file (iCalendar, RFC 5545)."""

from __future__ import annotations

import datetime
from collections.abc import Sequence

from half_yard.countries.exchanging import Deadline
from half_yard.records import ClientFile

PRODUCT = "-//Half Yard//Deadlines//EN"
BEFORE = datetime.timedelta(days=7)
"""So long before a day its reminder comes."""


def calendar_of(file: ClientFile, exchange: str, days: Sequence[Deadline]) -> bytes:
    """The calendar file of an exchange's days: each a whole day, reminded of a week before. The same days
    make the same file, so that a calendar which takes it in again has them once."""
    # The library takes a seventh of a second to load: only when it is needed.
    from icalendar import Alarm, Calendar, Event  # noqa: PLC0415

    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    for each in days:
        event = Event()
        event.add("uid", f"{exchange}-{each.key}-{each.day:%Y%m%d}@half-yard")
        event.add("dtstamp", datetime.datetime(file.tax_year, 1, 1, tzinfo=datetime.UTC))
        event.add("dtstart", each.day)
        event.add("summary", f"{each.title}: {file.exchanges[exchange].name} ({file.title})")
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", each.title)
        alarm.add("trigger", -BEFORE)
        event.add_component(alarm)
        calendar.add_component(event)
    made: bytes = calendar.to_ical()
    return made
