"""Files of older formats brought up, by one small named step a version. What is on disk changes only by
saving."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from contextlib import suppress
from typing import Any

from half_yard.records import Change, ClientFile, Edit, EditError, apply
from half_yard.records.client_file import FORMAT_VERSION

Document = dict[str, Any]


def brought_up(document: Document) -> Document:
    """A client file's document of any version there was, in the present format."""
    while (version := document["format_version"]) < FORMAT_VERSION:
        document = {**STEPS[version](document), "format_version": version + 1}
    return document


def _accounts_and_parts(document: Document) -> Document:
    """From version 2 on a file keeps which names of accounts mean one, what a statement's source looks like,
    and the parts of a row that are set aside. There were none of these before, and nothing else is
    otherwise."""
    return document


ITEMIZES = "itemizes"
"""The answer of version 6 and before that became the choice of a deduction."""
SAID = ("answers", "choices")
CARRIED = {
    "expensing_carried_in": ("c00001", "section_179"),
    "section_1231_losses": ("c00002", "section_1231_loss"),
    "business_loss_carried_in": ("c00003", "qualified_business_loss"),
}
"""The fields of version 2 that held what earlier years carried in; the id and the kind that each became."""


def _carryovers(document: Document) -> Document:
    """From version 3 on what earlier years carry in is a record of its own, with its kind. A loss of version
    2 counted by its size, however it was typed."""
    rest = {key: value for key, value in document.items() if key not in CARRIED}
    made = {
        key: {"kind": kind, "amount": _size(kind, document[field])}
        for field, (key, kind) in CARRIED.items()
        if document.get(field) is not None
    }
    return {**rest, "carryovers": made} if made else rest


def _size(kind: str, amount: Any) -> Any:
    is_loss = kind == "qualified_business_loss" and isinstance(amount, str)
    return amount.strip().removeprefix("-") if is_loss else amount


def _shared_things(document: Document) -> Document:
    """From version 4 on a file keeps what serves several uses. There was none of it before, and nothing else
    is otherwise."""
    return document


def _exchanges(document: Document) -> Document:
    """From version 5 on a file keeps exchanges of property. What version 4 said to have been exchanged stays
    so, and waits for its exchange."""
    return document


def _sales_of_holdings(document: Document) -> Document:
    """From version 6 on a file keeps the sales of what a person held. There were none of these before, and
    nothing else is otherwise."""
    return document


def _dependants_and_items(document: Document) -> Document:
    """From version 7 on a file keeps the household's dependants and what else changes its return, and which
    deduction is taken has three answers: what was said before was a choice."""
    household = document.get("household", {})
    answers, choices = (household.get(part, {}) if isinstance(household, dict) else None for part in SAID)
    if not isinstance(answers, dict) or not isinstance(choices, dict) or ITEMIZES not in answers:
        return document  # What is damaged is refused where it is read.
    taken = "itemize" if answers[ITEMIZES] else "standard"
    others = {key: value for key, value in answers.items() if key != ITEMIZES}
    said = {"answers": others, "choices": {**choices, "deduction_taken": taken}}
    return {**document, "household": {**household, **said}}


STEPS: dict[int, Callable[[Document], Document]] = {
    1: _accounts_and_parts, 2: _carryovers, 3: _shared_things, 4: _exchanges,
    5: _sales_of_holdings, 6: _dependants_and_items,
}  # fmt: skip
"""The step that brings a version up to the next, by version."""


def brought_up_edit(edit: Edit, file: ClientFile) -> Edit:
    """An edit of a journal of any version there was, as it is made on a file in the present format."""
    changes = tuple(_of_deduction(_of_carryover(change, file), file) for change in edit.changes)
    return edit if changes == edit.changes else Edit(label=edit.label, changes=changes)


def _of_deduction(change: Change, file: ClientFile) -> Change:
    """A change of whether deductions are itemized, as one of the choice that it became."""
    if change.path != f"/household/answers/{ITEMIZES}":
        return change
    path = "/household/choices/deduction_taken"
    if change.value is None:
        return Change(op="remove", path=path)
    op = "replace" if "deduction_taken" in file.household.choices else "add"
    value = "itemize" if change.value else "standard"
    return Change.model_validate({"op": op, "path": path, "value": value})


def _of_carryover(change: Change, file: ClientFile) -> Change:
    """A change of a field that version 2 had, as one of the carryover that it became."""
    if change.path[1:] not in CARRIED:
        return change
    key, kind = CARRIED[change.path[1:]]
    path = f"/carryovers/{key}"
    if change.value is None:
        return Change(op="remove", path=path)
    op = "replace" if key in file.carryovers else "add"
    value = {"kind": kind, "amount": _size(kind, change.value)}
    return Change.model_validate({"op": op, "path": path, "value": value})


def replayed(file: ClientFile, edits: Iterable[Edit]) -> ClientFile:
    """The file after those of the edits of a journal that can be made; one that builds on what is not there
    is left out."""
    for edit in edits:
        with suppress(EditError):
            file, _ = apply(file, brought_up_edit(edit, file))
    return file
