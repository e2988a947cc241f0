"""A letter to the client with what is asked and not answered: as a message (RFC 5322), a page, PDF or plain
text. Numbers of persons are masked in it.

The office's words are a template, plain text with fields in braces: {client}, {year}, {questions}, {count}
and {day}, the first day by which an answer is wanted.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from email.message import EmailMessage
from html import escape
from pathlib import Path

from half_yard.countries import pack_for
from half_yard.interop.printed_page import printed_page
from half_yard.records import ClientFile
from half_yard.review.asking import open_questions

ENDINGS = (".eml", ".html", ".pdf", ".txt")
FIELD = re.compile(r"\{(\w+)\}")
SHORTEST_NUMBER = 6
"""Shorter ones are no numbers of persons."""


@dataclass(frozen=True, slots=True)
class Wording:
    """The words of a letter with their fields, by the name of the file that an office has its own in."""

    name: str
    text: str


USUAL_LETTER = Wording(
    "Letter to the client.txt",
    """Dear {client},

for your return of {year} we still need the following from you. Please answer below each point, or send what \
shows it; where something does not apply, a word is enough.

{questions}

Thank you.
""",
)
USUAL_REMINDER = Wording(
    "Reminder to the client.txt",
    """Dear {client},

your return of {year} still waits for these answers:

{questions}

Thank you.
""",
)


class LetterError(ValueError):
    """A template that can't be filled in; the message says what is wrong with it."""


def read_wording(path: Path) -> Wording:
    """An office's own words. Raises LetterError where they can't be read."""
    try:
        return Wording(path.name, path.read_text(encoding="utf-8"))
    except (OSError, UnicodeDecodeError) as error:
        why = error.strerror if isinstance(error, OSError) else "it is no text in UTF-8"
        raise LetterError(f"{path.name} can't be read: {why}.") from error


def letter_text(file: ClientFile, wording: Wording = USUAL_LETTER) -> str:
    """The letter as plain text. Raises LetterError."""
    calendar = pack_for(file.country).country.calendar(file.tax_year + 1)
    waiting = open_questions(file).values()
    listed = "\n".join(
        f"{number}. {each.words}{f' (by {calendar.text(each.wanted)})' if each.wanted else ''}"
        for number, each in enumerate(waiting, 1)
    )
    wanted = [each.wanted for each in waiting if each.wanted is not None]
    fields = {
        "client": people_of(file), "year": file.tax_year,
        "questions": listed or "Nothing: everything is answered.", "count": len(waiting),
        "day": calendar.text(min(wanted)) if wanted else "soon",
    }  # fmt: skip
    return _masked(file, filled(wording, fields))


def _masked(file: ClientFile, text: str) -> str:
    """The text without a number of a person in full, however it came there."""
    masked = pack_for(file.country).country.person_number.masked
    for person in (*file.people.values(), *file.dependants.values()):
        if len(person.identity_number) >= SHORTEST_NUMBER:
            text = text.replace(person.identity_number, masked(person.identity_number))
    return text


def people_of(file: ClientFile) -> str:
    """Who a letter is for."""
    people = [person.name for person in file.people.values() if person.name]
    return " and ".join(people) or file.title


def filled(wording: Wording, fields: Mapping[str, object]) -> str:
    """The words of a letter with its fields filled in. Raises LetterError for one that there is not."""

    def value(found: re.Match[str]) -> str:
        if found[1] not in fields:
            known = ", ".join(f"{{{name}}}" for name in fields)
            raise LetterError(f"{wording.name}: there is no field {found[0]}. The fields are {known}.")
        return str(fields[found[1]])

    return FIELD.sub(value, wording.text)


def letter_page(file: ClientFile, wording: Wording = USUAL_LETTER) -> str:
    """The letter as a page. Raises LetterError."""
    return text_page(f"{file.title}, {file.tax_year}: questions", letter_text(file, wording))


def text_page(title: str, text: str) -> str:
    """A letter as a page; an empty line stands between two paragraphs."""
    body = "".join(
        f'<p style="margin-bottom: 12px">{escape(part).replace(chr(10), "<br>")}</p>'
        for part in text.strip().split("\n\n")
    )
    return printed_page(title, body)


def letter_pdf(file: ClientFile, wording: Wording = USUAL_LETTER) -> bytes:
    """The letter as PDF, its typefaces embedded. Raises LetterError."""
    # The library of pages takes a while to load: only when it is needed.
    from half_yard.interop.letter_on_paper import letter_on_paper  # noqa: PLC0415

    title = f"{file.title}, {file.tax_year}"
    return letter_on_paper(title, letter_text(file, wording), pack_for(file.country).country.paper)


def subject_of(file: ClientFile) -> str:
    """What stands above a letter."""
    return f"Your return of {file.tax_year}: what we still need"


def letter_message(file: ClientFile, wording: Wording = USUAL_LETTER, to: str = "") -> bytes:
    """The letter as a message with plain text and HTML; not addressed yet where `to` is empty. Raises
    LetterError."""
    message = EmailMessage()
    message["Subject"] = subject_of(file)
    if to:
        message["To"] = to
    else:
        message["X-Unsent"] = "1"
    message.set_content(letter_text(file, wording))
    message.add_alternative(letter_page(file, wording), subtype="html")
    return bytes(message)


def letter_as(ending: str, file: ClientFile, wording: Wording = USUAL_LETTER) -> bytes:
    """The letter as a file with one of the endings. Raises LetterError, and KeyError for another ending."""
    made: dict[str, Callable[[ClientFile, Wording], bytes]] = {
        ".eml": letter_message,
        ".html": lambda file, wording: letter_page(file, wording).encode(),
        ".pdf": letter_pdf,
        ".txt": lambda file, wording: letter_text(file, wording).encode(),
    }
    return made[ending](file, wording)
