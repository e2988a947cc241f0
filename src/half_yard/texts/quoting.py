"""Showing what somebody else wrote: within a sentence, or in a cell of a spreadsheet."""

import re

LONGEST = 60
RUN = "=+-@\t\r"
"""What a spreadsheet takes for the beginning of something to run."""
NUMBER = re.compile(r"[+-]?[\d,]*\.?\d*%?")


def quoted(text: str) -> str:
    """The text in quotation marks, cut where it is long, without signs that would not print."""
    plain = "".join(sign if sign.isprintable() else "?" for sign in text[: LONGEST + 1]).strip()
    return f"“{plain}”" if len(plain) <= LONGEST else f"“{plain[:LONGEST]}…”"


def inert(cell: str) -> str:
    """A cell that a spreadsheet shows and does not run: what would be a formula begins with an apostrophe.
    A plain number stays one."""
    return f"'{cell}" if cell[:1] and cell[0] in RUN and not NUMBER.fullmatch(cell) else cell
