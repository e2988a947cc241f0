"""The office's own words of the letters to the client, beside its client files."""

from __future__ import annotations

from pathlib import Path

from half_yard.interop.cover_letter import USUAL_COVER
from half_yard.interop.letter import (
    USUAL_LETTER,
    USUAL_REMINDER,
    LetterError,
    Wording,
    letter_text,
    read_wording,
)
from half_yard.records import ClientFile
from half_yard.storage import write_out
from half_yard.storage.file_names import safe_name

USUAL = {each.name: each for each in (USUAL_LETTER, USUAL_REMINDER)}
EVERY = {**USUAL, USUAL_COVER.name: USUAL_COVER}
BEGIN = ("Letter", "Reminder")
"""What the names of files with an office's words begin with."""
ENDING = ".txt"


def names_of_wordings(client: Path | None) -> list[str]:
    """The letters that there are words for: the usual ones, then others beside a client's file."""
    found = [path.name for own in BEGIN for path in client.parent.glob(f"{own}*{ENDING}")] if client else []
    return [*USUAL, *sorted(set(found) - USUAL.keys())]


def office_words(client: Path | None, name: str = USUAL_LETTER.name) -> Wording:
    """The words of a letter, the office's where it has its own. Raises LetterError where they can't be
    read, KeyError where there are none."""
    own = client.with_name(name) if client is not None else None
    if own is None or (name in EVERY and not own.is_file()):
        return EVERY[name]
    return read_wording(own)


def keep_words(client: Path, file: ClientFile, name: str, text: str) -> Wording:
    """Keep words under a name, for every client of the folder. Raises LetterError where the name says of no
    letter or the words can't be filled in, OSError where they can't be written."""
    safe = safe_name(name.removesuffix(ENDING))
    if not safe.startswith(BEGIN):
        raise LetterError(f"“{name}” can't be kept: begin the name with “Letter” or “Reminder”.")
    wording = Wording(f"{safe}{ENDING}", text)
    letter_text(file, wording)
    write_out(client.with_name(wording.name), text.encode())
    return wording
