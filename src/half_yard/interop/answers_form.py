"""Questions as a form to fill in, and back: CSV with a column for the answers, a workbook of the same, or PDF
with fields."""

from __future__ import annotations

import datetime
from collections.abc import Sequence
from dataclasses import dataclass, replace
from pathlib import Path

from half_yard.countries.answering import answered
from half_yard.countries.pack import Pack
from half_yard.interop.asset_list import cells_of
from half_yard.interop.csv_text import csv_text
from half_yard.records import ClientFile, Edit, apply
from half_yard.review.asking import open_questions
from half_yard.texts import inert

NUMBER, QUESTION, ANSWER = COLUMNS = ("Number", "Question", "Answer")
PDF = ".pdf"


class UnreadableFormError(ValueError):
    """A form that can't be read; the message says why."""


@dataclass(frozen=True, slots=True)
class Returned:
    """A row of a form that came back: to which question, what was answered, and what is wrong with it; the
    edit that takes it, where nothing is."""

    key: str
    words: str
    answer: str
    problem: str = ""
    edit: Edit | None = None


def form_text(file: ClientFile) -> str:
    """The questions that wait, as CSV (RFC 4180) with an empty column for the answers."""
    rows = [{NUMBER: key, QUESTION: each.words, ANSWER: ""} for key, each in open_questions(file).items()]
    return csv_text(COLUMNS, rows)


def form_as(ending: str, file: ClientFile) -> bytes:
    """The form, as PDF or as CSV."""
    if ending == PDF:
        # The library of pages takes a while to load: only when it is needed.
        from half_yard.interop.answers_on_paper import form_pdf  # noqa: PLC0415

        return form_pdf(file)
    return form_text(file).encode("utf-8-sig")


def cells_of_form(path: Path) -> list[list[str]]:
    """The cells of a form that came back: PDF whose fields were filled in, or a list. Raises
    UnreadableListError, UnreadableFormError."""
    if path.suffix.lower() != PDF:
        return cells_of(path)
    from half_yard.interop.answers_on_paper import filled_in  # noqa: PLC0415

    try:
        return [list(COLUMNS), *([key, "", said] for key, said in filled_in(path).items())]
    except (OSError, ValueError) as error:
        raise UnreadableFormError(f"It can't be read: {error}.") from error


def returned(
    pack: Pack, file: ClientFile, cells: Sequence[Sequence[str]], day: datetime.date
) -> list[Returned]:
    """What came back, row by row; rows without an answer are left out. A row fits the question of its number
    where the words, if the form has them, are those that were asked. Raises UnreadableFormError."""
    heads = [cell.strip().casefold() for cell in cells[0]] if cells else []
    if NUMBER.casefold() not in heads or ANSWER.casefold() not in heads:
        raise UnreadableFormError(
            f"It has no columns “{NUMBER}” and “{ANSWER}”, so it is no form of questions."
        )
    found = []
    taken_up: set[str] = set()
    for row in cells[1:]:
        key, words, said = (_cell(row, heads, column) for column in COLUMNS)
        if not said:
            continue
        each = _returned(pack, file, (key, words, said), day)
        goes_to = set() if each.edit is None else {step.path for step in each.edit.changes}
        if goes_to & taken_up:
            each = replace(each, edit=None, problem="An answer above goes to the same place.")
        taken_up |= goes_to
        found.append(each)
    return found


def _cell(row: Sequence[str], heads: Sequence[str], column: str) -> str:
    place = heads.index(column.casefold()) if column.casefold() in heads else len(row)
    return row[place].strip() if place < len(row) else ""


def _returned(pack: Pack, file: ClientFile, row: tuple[str, str, str], day: datetime.date) -> Returned:
    key, words, said = row
    question = file.questions.get(key)
    if question is None:
        return Returned(key, words, said, "There is no such question here.")
    # A spreadsheet takes the apostrophe away with which words that it would run went out, or it does not.
    as_asked = (question.words.split(), inert(question.words).split())
    if words and words.split() not in as_asked:
        return Returned(key, words, said, f"Here it asks: {question.words}")
    if not question.is_open:
        return Returned(key, question.words, said, "It was answered already.")
    try:
        edit = answered(pack, file, key, said, day)
        apply(file, edit)
    except ValueError as error:
        return Returned(key, question.words, said, str(error))
    return Returned(key, question.words, said, edit=edit)


def taken(rows: Sequence[Returned]) -> Edit:
    """The edit that takes every answer that fits."""
    steps = tuple(step for row in rows if row.edit is not None for step in row.edit.changes)
    return Edit(label="Answers of a form", changes=steps)
