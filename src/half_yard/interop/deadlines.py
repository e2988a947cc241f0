"""Days by which something must be done, as a calendar file (iCalendar, RFC 5545)."""

from __future__ import annotations

import datetime
import hashlib
from collections.abc import Sequence

from half_yard.countries.exchanging import Deadline
from half_yard.countries.paying_ahead import Instalment
from half_yard.records import ClientFile
from half_yard.review.asking import open_questions

PRODUCT = "-//Half Yard//Deadlines//EN"
BEFORE = datetime.timedelta(days=7)
"""So long before a day its reminder comes."""


def calendar_of(file: ClientFile, exchange: str, days: Sequence[Deadline]) -> bytes:
    """The calendar file of an exchange's days."""
    return _calendar(file, exchange, f"{file.exchanges[exchange].name} ({file.title})", days)


def days_of_instalments(file: ClientFile, instalments: Sequence[Instalment]) -> bytes:
    """The calendar file of the days on which next year's tax is paid ahead."""
    days = [
        Deadline(f"instalment-{each.number}", f"Estimated tax, {each.amount:,.2f}", each.due)
        for each in instalments
    ]
    return _calendar(file, "estimates", file.title, days)


def days_of_questions(file: ClientFile, due: datetime.date | None) -> bytes:
    """The calendar file of the days by which answers are wanted, and of that on which the return is due."""
    days = [
        Deadline(f"question-{key}", each.words, each.wanted)
        for key, each in open_questions(file).items()
        if each.wanted is not None
    ]
    if due is not None:
        days.append(Deadline("return", f"Return of {file.tax_year}", due))
    return _calendar(file, "questions", file.title, days)


def _calendar(file: ClientFile, of: str, about: str, days: Sequence[Deadline]) -> bytes:
    """A calendar file of whole days, each reminded of a week before. The same days make the same file, so
    that a calendar which takes it in again has them once."""
    # The library takes a seventh of a second to load: only when it is needed.
    from icalendar import Alarm, Calendar, Event  # noqa: PLC0415

    # The days of two clients in one calendar must not be taken for the same.
    whose = hashlib.sha256(file.title.encode()).hexdigest()[:10]
    calendar = Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    for each in days:
        event = Event()
        event.add("uid", f"{whose}-{of}-{each.key}-{each.day:%Y%m%d}@half-yard")
        event.add("dtstamp", datetime.datetime(file.tax_year, 1, 1, tzinfo=datetime.UTC))
        event.add("dtstart", each.day)
        event.add("summary", f"{each.title}: {about}")
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", each.title)
        alarm.add("trigger", -BEFORE)
        event.add_component(alarm)
        calendar.add_component(event)
    made: bytes = calendar.to_ical()
    return made
