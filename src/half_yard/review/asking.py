"""Asking the client: what a question is about, what it may say, and what an answer does."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from decimal import Decimal, InvalidOperation
from typing import Any, get_args, get_type_hints

from pydantic import JsonValue

from half_yard.asked import Field, FieldKind, read_field, step_to, value_at
from half_yard.records import Change, ClientFile, ClientQuestion, Edit, Entry, Record, add, next_id
from half_yard.records.collections import COLLECTIONS, collection_and_id
from half_yard.records.dates import Calendar
from half_yard.records.identifiers import fresh_ids
from half_yard.records.naming import AMOUNTS, name_of
from half_yard.records.reckoning import reckon
from half_yard.review.expected import steps_of

YES, NO = {"yes", "y", "true"}, {"no", "n", "false"}


def ask_client(
    file: ClientFile, about: str, words: str, by: str, day: datetime.date, wanted: datetime.date | None = None
) -> tuple[Edit, str]:
    """The edit that asks something, and the path of the question; `wanted` is the day by which the answer is
    needed."""
    path = f"/questions/{next_id('questions', file.questions)}"
    question = ClientQuestion(about=about, words=words, by=by, asked=(day,), wanted=wanted)
    return add("Ask the client", path, question), path


def ask_together(file: ClientFile, asked: Sequence[tuple[str, str]], by: str, day: datetime.date) -> Edit:
    """The edit that asks several things at once: the path of each, and its words."""
    ids = fresh_ids("questions", file.questions)
    steps = []
    for about, words in asked:
        question = ClientQuestion(about=about, words=words, by=by, asked=(day,))
        value = question.model_dump(mode="json", exclude_defaults=True)
        steps.append(Change(op="add", path=f"/questions/{next(ids)}", value=value))
    return Edit(label="Ask the client", changes=tuple(steps))


def ask_again(file: ClientFile, key: str, day: datetime.date) -> Edit:
    """The edit that notes that a question was asked once more."""
    asked = [*file.questions[key].asked, day]
    days: JsonValue = [each.isoformat() for each in asked]
    step = Change(op="replace", path=f"/questions/{key}/asked", value=days)
    return Edit(label="Asked again", changes=(step,))


def open_questions(file: ClientFile) -> Mapping[str, ClientQuestion]:
    """The questions whose answer is waited for, by id."""
    return {key: each for key, each in sorted(file.questions.items()) if each.is_open}


def asked_about(file: ClientFile, about: str) -> Mapping[str, ClientQuestion]:
    """The questions that wait about a record, or a field of it, or about a line, by id."""
    return {
        key: each
        for key, each in open_questions(file).items()
        if each.about == about or each.about.startswith(f"{about}/")
    }


def called(file: ClientFile, path: str) -> str:
    """What a question is about, in words; the path where that is no record of the file."""
    collection, key = collection_and_id(path)
    records = getattr(file, collection, None) if collection in COLLECTIONS else None
    record = records.get(key) if isinstance(records, dict) else None
    if not isinstance(record, Record):
        return path
    kind, name = COLLECTIONS[collection].called, name_of(record)
    return f"{kind}: {name}" if name else kind


def proposed_words(file: ClientFile, path: str, title: str = "") -> str:
    """What may be asked about something; the preparer says it otherwise where that is better."""
    field = field_of(file, path)
    what = title or called(file, path)
    if field is None:
        return f"{what}: what can you tell us about it?"
    if field != path:
        what = f"{what}, {field.rpartition('/')[2].replace('_', ' ')}"
    missing = value_at(file, field) is None
    return (
        f"{what}: how much or what is it? Please send what shows it." if missing else f"{what}: is it right?"
    )


def field_of(file: ClientFile, path: str) -> str | None:
    """The field into which an answer about a path goes: itself, or a record's main amount, or the note of
    an entry, whose amount is known; None where there is none, so that the answer only stands in the list."""
    if not path.startswith("/"):
        return None
    if _type_at(file, path) is not None:
        return path
    record = value_at(file, path)
    if not isinstance(record, Record):
        return None
    if isinstance(record, Entry):
        return f"{path}/note"
    main = next((name for name in AMOUNTS if name in type(record).model_fields), None)
    return None if main is None else f"{path}/{main}"


def answer(
    file: ClientFile, key: str, typed: str, day: datetime.date, calendar: Calendar, asked: Field | None = None
) -> Edit:
    """The edit that keeps an answer and carries it into its field, where there is one: the one that is asked
    for, or else what the question is about. Raises ValueError with what to type instead, and then nothing has
    changed."""
    question, said = file.questions[key], typed.strip()
    steps = _kept(key, said, day)
    if said and asked is not None:
        steps.append(step_to(file, asked.path, read_answer(asked, said, calendar)))
    elif said and (field := field_of(file, question.about)) is not None:
        steps.append(step_to(file, field, read_for(file, field, said, calendar)))
    return Edit(label="Answered" if said else "Asked once more", changes=tuple(steps))


def answer_of_form(file: ClientFile, key: str, form: str, typed: str, day: datetime.date) -> Edit:
    """The edit that keeps the answer to where an expected form is, and makes the form of its amount; “none”
    expects it no more. Raises ValueError as `answer` does."""
    said = typed.strip()
    steps = _kept(key, said, day)
    if said.casefold() in NO | {"none"}:
        steps.append(Change(op="remove", path=f"/expected/{form}"))
    elif said:
        steps += steps_of(file, form, reckon(said))
    return Edit(label="Answered" if said else "Asked once more", changes=tuple(steps))


def _kept(key: str, said: str, day: datetime.date) -> list[Change]:
    return [
        Change(op="replace", path=f"/questions/{key}/answer", value=said),
        Change(op="replace", path=f"/questions/{key}/answered", value=day.isoformat() if said else None),
    ]


def read_answer(asked: Field, typed: str, calendar: Calendar) -> JsonValue:
    """What is typed for a field that is asked for, a choice by its words or its key. Raises ValueError with
    what to type instead."""
    match asked.kind:
        case FieldKind.ANSWER:
            return _yes_or_no(typed)
        case FieldKind.CHOICE:
            said = typed.casefold()
            found = [key for key, title in asked.options if said in (key.casefold(), title.casefold())]
            if not found:
                titles = "; ".join(title for _, title in asked.options)
                raise ValueError(f"“{typed}” is none of: {titles}.")
            return found[0]
        case _:
            return read_field(asked, typed, calendar)


def _yes_or_no(typed: str) -> bool:
    if typed.casefold() in YES | NO:
        return typed.casefold() in YES
    raise ValueError(f"“{typed}” is no answer to a yes or no question. Type yes or no.")


def read_for(file: ClientFile, field: str, typed: str, calendar: Calendar) -> JsonValue:
    """What is typed for a field, in the file's JSON form. Raises ValueError with what to type instead."""
    kinds = _kinds(_type_at(file, field))
    if bool in kinds:
        return _yes_or_no(typed)
    if Decimal in kinds:
        return format(reckon(typed), "f")
    if datetime.date in kinds:
        day = calendar.read(typed)
        return None if day is None else day.isoformat()
    if int in kinds:
        try:
            number = Decimal(typed)
        except InvalidOperation as error:
            raise ValueError(f"“{typed}” is no number. Type digits.") from error
        return int(number)
    return typed


def _type_at(file: ClientFile, path: str) -> Any:
    """The type of a field that is there, without that of records; None for what is no field."""
    node: object = file
    kind: Any = ClientFile
    for key in path.split("/")[1:]:
        if isinstance(node, dict):
            if key not in node:
                return None
            kind, node = get_args(kind)[1], node[key]
        elif isinstance(node, Record) and key in type(node).model_fields:
            kind, node = get_type_hints(type(node), include_extras=True)[key], getattr(node, key)
        else:
            return None
    return None if isinstance(node, Record | dict) else kind


def _kinds(kind: Any) -> set[Any]:
    """The plain types of which an annotation is made."""
    parts = get_args(kind)
    return {kind} if not parts else set().union(*(_kinds(part) for part in parts if part is not None))
