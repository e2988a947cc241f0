"""Records of looking a file over and of asking the client: what was judged, checked and asked."""

from __future__ import annotations

from half_yard.records.record import Date, Day, Record, Text


class Judgement(Record):
    """A warning or note that was judged: its words as they were, with their numbers, and where it stood; why
    it may stay, by whose initials, on which day. It is of these words alone: with other numbers the finding
    is open again."""

    message: Text = ""
    path: Text = ""
    because: Text = ""
    by: Text = ""
    on: Date = None


class ClientQuestion(Record):
    """Something to ask the client. `about` is the path of a field or record, or a line as sheet/line; `asked`
    are the days on which it was asked, `wanted` the day by which the answer is needed; `answered` the day of
    the answer. `document` is the path of one that
    came with it, `document_hash` its SHA-256 in hexadecimal digits."""

    about: Text = ""
    words: Text = ""
    by: Text = ""
    asked: tuple[Day, ...] = ()
    wanted: Date = None
    answer: Text = ""
    answered: Date = None
    document: Text = ""
    document_hash: Text = ""

    @property
    def is_open(self) -> bool:
        """Whether the client's answer is waited for."""
        return self.answered is None


class Checked(Record):
    """A sheet, or a line as sheet/line, that was checked by whose initials and when; `amounts` is a digest of
    what stood there."""

    of: Text = ""
    by: Text = ""
    on: Date = None
    amounts: Text = ""
