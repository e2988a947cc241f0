"""A letter to the client with what is asked and not answered: as a message (RFC 5322), a page or plain text.

The office's words are a template, plain text with fields in braces: {client}, {year}, {questions}, {count}.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from email.message import EmailMessage
from html import escape

from half_yard.interop.printed_page import printed_page
from half_yard.records import ClientFile
from half_yard.review.asking import open_questions

ENDINGS = (".eml", ".html", ".txt")
TEMPLATE_NAME = "Letter to the client.txt"
"""The office's own words, beside its client files."""
FIELD = re.compile(r"\{(\w+)\}")
USUAL = """Dear {client},

for your return of {year} we still need the following from you. Please answer below each point, or send what \
shows it; where something does not apply, a word is enough.

{questions}

Thank you.
"""


class LetterError(ValueError):
    """A template that can't be filled in; the message says what is wrong with it."""


def letter_text(file: ClientFile, template: str = "") -> str:
    """The letter as plain text. Raises LetterError."""
    waiting = [question.words for question in open_questions(file).values()]
    listed = "\n".join(f"{number}. {words}" for number, words in enumerate(waiting, 1))
    people = [person.name for person in file.people.values() if person.name]
    fields = {
        "client": " and ".join(people) or file.title, "year": file.tax_year,
        "questions": listed or "Nothing: everything is answered.", "count": len(waiting),
    }  # fmt: skip
    return _filled(template or USUAL, fields)


def _filled(template: str, fields: Mapping[str, object]) -> str:
    def value(found: re.Match[str]) -> str:
        if found[1] not in fields:
            known = ", ".join(f"{{{name}}}" for name in fields)
            raise LetterError(f"{TEMPLATE_NAME}: there is no field {found[0]}. The fields are {known}.")
        return str(fields[found[1]])

    return FIELD.sub(value, template)


def letter_page(file: ClientFile, template: str = "") -> str:
    """The letter as a page. Raises LetterError."""
    paragraphs = letter_text(file, template).strip().split("\n\n")
    body = "".join(f"<p>{escape(part).replace(chr(10), '<br>')}</p>" for part in paragraphs)
    return printed_page(f"{file.title}, {file.tax_year}: questions", body)


def letter_message(file: ClientFile, template: str = "") -> bytes:
    """The letter as a message with plain text and HTML, not addressed yet. Raises LetterError."""
    message = EmailMessage()
    message["Subject"] = f"Your return of {file.tax_year}: what we still need"
    message["X-Unsent"] = "1"
    message.set_content(letter_text(file, template))
    message.add_alternative(letter_page(file, template), subtype="html")
    return bytes(message)


def letter_as(ending: str, file: ClientFile, template: str = "") -> bytes:
    """The letter as a file with one of the endings. Raises LetterError, and KeyError for another ending."""
    made: dict[str, Callable[[ClientFile, str], bytes]] = {
        ".eml": letter_message,
        ".html": lambda file, template: letter_page(file, template).encode(),
        ".txt": lambda file, template: letter_text(file, template).encode(),
    }
    return made[ending](file, template)
