"""Filing: what was sent and what came of it, and what differs from it now."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.figures import Line, Sheet
from half_yard.figures.rounding import ZERO, to_cents
from half_yard.records import ClientFile, Edit, Filing, add, change, next_id
from half_yard.records.filing import Reason
from half_yard.review.years import outcome_of

ABOUT = "filings"
"""What a sheet is about that says how a return differs from the one that was filed."""
ORIGINAL, AMENDED = "original", "amended"
SENT, ACCEPTED, REFUSED = "sent", "accepted", "refused"


@dataclass(frozen=True, slots=True)
class Differing:
    """A line that is otherwise than it was filed, in dollars; without a line where it is gone."""

    place: str
    title: str
    filed: Decimal
    now: Decimal
    line: Line | None = None


def accepted(file: ClientFile) -> Filing | None:
    """The latest filing that was accepted."""
    every = [each for _, each in sorted(file.filings.items()) if each.state == ACCEPTED]
    return every[-1] if every else None


def waiting(file: ClientFile) -> str:
    """The id of a filing of which it is not known what came of it; empty where there is none."""
    return next((key for key, each in sorted(file.filings.items()) if each.state == SENT), "")


def kind_of_next(file: ClientFile) -> str:
    """What is sent next: an amended return once one was accepted."""
    return AMENDED if accepted(file) is not None else ORIGINAL


def why_not(file: ClientFile, digest: str, sheets: Sequence[Sheet], *, complete: bool) -> str:
    """Why a return can't be sent now; empty where it can."""
    if not complete:
        return "It is not complete. Mend what stands under Look over first."
    if waiting(file):
        return "One was sent before, and what came of it is not known yet. Ask for that first."
    if any(each.digest == digest and each.state == REFUSED for each in file.filings.values()):
        return "This very return was refused. Mend what stands below first."
    filed = accepted(file)
    if filed is not None and not differing(filed, sheets):
        return f"It was accepted, as {filed.number}. No line is otherwise since."
    return ""


def begin(file: ClientFile, digest: str, sheets: Sequence[Sheet], day: datetime.date) -> tuple[Edit, str]:
    """The edit that notes what is about to be sent, and its id: made before it goes, so that nothing is sent
    twice, whatever happens on the way."""
    key = next_id("filings", file.filings)
    amounts = outcome_of(sheet for sheet in sheets if sheet.about != ABOUT)
    made = Filing(kind=kind_of_next(file), digest=digest, sent=day, state=SENT, amounts=amounts)
    return add("Return sent", f"/filings/{key}", made), key


def settle(file: ClientFile, key: str, number: str, reasons: Sequence[Reason]) -> Edit:
    """The edit that notes what came back: accepted where there are no reasons against it."""
    state = REFUSED if reasons else ACCEPTED
    made = file.filings[key].model_copy(update={"state": state, "number": number, "reasons": tuple(reasons)})
    return change(f"Return {state}", f"/filings/{key}", made.model_dump(mode="json"))


def differing(filed: Filing, sheets: Sequence[Sheet]) -> list[Differing]:
    """The lines that are otherwise than they were filed, in the order of the sheets; those that are gone
    last."""
    before: dict[tuple[str, str], Decimal] = {
        (sheet, line): amount for sheet, lines in filed.amounts.items() for line, amount in lines.items()
    }
    found = []
    for sheet in sheets:
        for line in sheet.lines if sheet.about != ABOUT else ():
            was = before.pop((sheet.key, line.place.line), ZERO)
            now = to_cents(line.figure.amount)
            if was != now:
                found.append(Differing(str(line.place), line.title, was, now, line))
    return found + [
        Differing(f"{sheet}/{line}", line.replace("_", " "), was, ZERO)
        for (sheet, line), was in before.items()
    ]


def as_filed(filed: Filing | None, sheet: str) -> Mapping[str, Decimal]:
    """What stood on the lines of a sheet, in dollars."""
    return filed.amounts.get(sheet, {}) if filed is not None else {}
