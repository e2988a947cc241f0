"""This year beside the years before, line by line: what a return came to is kept for the next, and what
stands out is said quietly."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.figures import Line, Sheet
from half_yard.figures.rounding import ZERO, to_cents
from half_yard.records import Change, ClientFile, Edit
from half_yard.records.amounts import LARGEST
from half_yard.review.remarks import Amounts, remark

YEARS_KEPT = 3
"""So many years go along: losses three years running are seen with two before this one."""


@dataclass(frozen=True, slots=True)
class Beside:
    """A line of this year and of the one before, in dollars, and what stands out about it in words, if
    something does. `line` is None where only last year had it, `before` where last year is not known."""

    sheet: str
    title: str
    number: str
    now: Decimal
    before: Decimal | None
    line: Line | None = None
    remark: str = ""

    @property
    def change(self) -> Decimal | None:
        """By how much it is more than last year, where that is known."""
        return None if self.before is None else self.now - self.before


def outcome_of(sheets: Iterable[Sheet]) -> dict[str, dict[str, Decimal]]:
    """What a return came to, without the lines on which nothing is, and those that are no amount of money."""
    found: dict[str, dict[str, Decimal]] = {}
    for sheet in sheets:
        own = {
            line.place.line: to_cents(line.figure.amount)
            for line in sheet.lines
            if line.figure.amount and abs(line.figure.amount) <= LARGEST
        }
        if own:
            found[sheet.key] = own
    return found


def history_with(file: ClientFile, year: int, amounts: Amounts) -> dict[str, Amounts]:
    """What goes along into a file of the year after: the latest years, the one given among them."""
    every = {**file.history, str(year): amounts}
    return {key: every[key] for key in sorted(every)[-YEARS_KEPT:]}


def history_edit(file: ClientFile, year: int, amounts: Amounts) -> Edit:
    """The edit that keeps what an earlier year's return came to. Raises ValueError where it is not of a year
    before the file's."""
    if not file.tax_year - YEARS_KEPT <= year < file.tax_year:
        raise ValueError(f"That is a return of {year}. Choose one of a year before {file.tax_year}.")
    plain = {
        sheet: {line: format(amount, "f") for line, amount in lines.items()}
        for sheet, lines in amounts.items()
    }
    op = "replace" if str(year) in file.history else "add"
    step = Change.model_validate({"op": op, "path": f"/history/{year}", "value": plain})
    return Edit(label=f"The return of {year}", changes=(step,))


def beside(file: ClientFile, sheets: Sequence[Sheet]) -> list[Beside]:
    """Every line on which something is in this year or in the one before, in the order of the sheets."""
    before = file.history.get(str(file.tax_year - 1))
    rows = []
    for sheet in sheets:
        known = dict(before.get(sheet.key, {})) if before is not None else {}
        for line in sheet.lines:
            was = None if before is None else known.pop(line.place.line, ZERO)
            if was or line.figure.amount:
                words = remark(file, sheet, line, was)
                rows.append(
                    Beside(sheet.title, line.title, line.number, line.figure.amount, was, line, words)
                )
        rows += [_gone(sheet.title, key, was) for key, was in known.items()]
    here = {sheet.key for sheet in sheets}
    for key, lines in (before or {}).items():
        if key not in here:
            rows += [_gone(key, line, was) for line, was in lines.items()]
    return rows


def _gone(sheet: str, line: str, was: Decimal) -> Beside:
    words = f"only last year: {line.rpartition('.')[2].replace('_', ' ')}"
    return Beside(sheet.replace("_", " "), words, "", ZERO, was)
