"""Who of the office does what for a client, and by when."""

from __future__ import annotations

from half_yard.records.record import Date, Record, Text


class Assignment(Record):
    """By initials: who `prepares` the return, and who `asks` the client. `due` is the day by which the return
    must be filed, where it is another than the law's usual one: after an extension, or a relief."""

    prepares: Text = ""
    asks: Text = ""
    due: Date = None
