"""What was sent to the client."""

from __future__ import annotations

from half_yard.records.record import Date, Record, Text


class Message(Record):
    """A letter that was given to the outbox: to which address, its subject and words, by whose initials, on
    which day; the `number` under which it went, or the `reason` for which it did not."""

    to: Text = ""
    subject: Text = ""
    words: Text = ""
    by: Text = ""
    on: Date = None
    number: Text = ""
    reason: Text = ""

    @property
    def went(self) -> bool:
        """Whether it was taken."""
        return bool(self.number)
