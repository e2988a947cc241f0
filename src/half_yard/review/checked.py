"""Marks of review: a sheet or a line that someone checked, until what stands there is otherwise."""

from __future__ import annotations

import datetime
import hashlib
from collections.abc import Mapping, Sequence

from half_yard.figures import Sheet
from half_yard.records import Checked, ClientFile, Edit, add, next_id, remove


def digest(sheet: Sheet, line: str = "") -> str:
    """A digest of what stands on a sheet, or on one line of it."""
    lines = [each for each in sheet.lines if not line or each.place.line == line]
    text = "\n".join(f"{each.place.line} {each.figure.amount.normalize():f}" for each in lines)
    return hashlib.sha256(text.encode()).hexdigest()[:16]


def standing(file: ClientFile, sheets: Sequence[Sheet]) -> Mapping[str, Checked]:
    """What is checked and stands as it stood then, by sheet, or by line as sheet/line."""
    by_key = {sheet.key: sheet for sheet in sheets}
    found = {}
    for mark in file.checked.values():
        sheet, _, line = mark.of.partition("/")
        if sheet in by_key and digest(by_key[sheet], line) == mark.amounts:
            found[mark.of] = mark
    return found


def check(file: ClientFile, sheet: Sheet, line: str, by: str, day: datetime.date) -> Edit:
    """The edit that marks a sheet, or a line of it, as checked, or takes that mark off where it stands.
    Raises ValueError where nobody says who checked."""
    of = f"{sheet.key}/{line}" if line else sheet.key
    marks = [key for key, mark in file.checked.items() if mark.of == of]
    stands = any(file.checked[key].amounts == digest(sheet, line) for key in marks)
    if stands:
        return remove("Not checked any more", *(f"/checked/{key}" for key in marks))
    if not by:
        raise ValueError("Type your initials on the Look over page first: a check is somebody's.")
    made = Checked(of=of, by=by, on=day, amounts=digest(sheet, line))
    made_edit = add("Checked", f"/checked/{next_id('checked', file.checked)}", made)
    gone = remove("", *(f"/checked/{key}" for key in marks)).changes if marks else ()
    return Edit(label="Checked", changes=(*gone, *made_edit.changes))
