"""A letter goes to the client through the outbox, and what was sent is kept in the client's file."""

from __future__ import annotations

import datetime
from collections.abc import Callable
from email.errors import MessageError
from email.headerregistry import Address

from half_yard.interop.letter import Wording, letter_message, letter_text, subject_of
from half_yard.records import ClientFile, Edit, Message
from half_yard.review.messages import keep
from half_yard.standins.outbox import Receipt, deliver


def address_problem(typed: str) -> str:
    """What is wrong with an e-mail address; empty where nothing is, or none is typed."""
    try:
        found = Address(addr_spec=typed.strip()) if typed.strip() else None
    except (MessageError, ValueError, IndexError):
        return f"“{typed}” is no e-mail address."
    return "" if found is None or "." in found.domain else f"“{typed}” has no domain, such as example.org."


def send(
    file: ClientFile, wording: Wording, by: str, day: datetime.date,
    given_to: Callable[[bytes], Receipt] = deliver,
) -> tuple[Edit, Message]:  # fmt: skip
    """Give the letter to the outbox; returns the edit that keeps it, and what is kept. Raises LetterError
    where the words can't be filled in, ServiceError while the outbox is down; then nothing went out."""
    to = file.household.email.strip()
    words = letter_text(file, wording)
    receipt = given_to(letter_message(file, wording, to))
    message = Message(
        to=to, subject=subject_of(file), words=words, by=by, on=day, number=receipt.number,
        reason=receipt.reason,
    )  # fmt: skip
    return keep(file, message, day), message
