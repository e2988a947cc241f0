"""The office's own words of the letters to the client, beside its client files."""

from __future__ import annotations

from pathlib import Path

from half_yard.interop.letter import USUAL_LETTER, USUAL_REMINDER, Wording, read_wording

USUAL = {each.name: each for each in (USUAL_LETTER, USUAL_REMINDER)}
OWN = ("Letter*.txt", "Reminder*.txt")
"""What the files with an office's words are called."""


def names_of_wordings(client: Path | None) -> list[str]:
    """The letters that there are words for: the usual ones, then others beside a client's file."""
    found = [path.name for own in OWN for path in client.parent.glob(own)] if client is not None else []
    return [*USUAL, *sorted(set(found) - USUAL.keys())]


def office_words(client: Path | None, name: str = USUAL_LETTER.name) -> Wording:
    """The words of a letter, the office's where it has its own. Raises LetterError where they can't be
    read, KeyError where there are none."""
    own = client.with_name(name) if client is not None else None
    if own is None or (name in USUAL and not own.is_file()):
        return USUAL[name]
    return read_wording(own)
