"""This year beside the years before, line by line: what a return came to is kept for the next, and what
stands out is said quietly."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.figures import Line, Role, Sheet
from half_yard.figures.rounding import ZERO, to_cents
from half_yard.records import Change, ClientFile, Edit
from half_yard.records.amounts import LARGEST

YEARS_KEPT = 3
"""So many years go along: losses three years running are seen with two before this one."""
WORTH_SAYING = Decimal(500)
"""Dollars below which nothing is said of a change (our own choice)."""
HALF = Decimal("0.5")
RESULTS = {Role.RESULT, Role.LIMITED}

Amounts = Mapping[str, Mapping[str, Decimal]]
"""Amounts in dollars by sheet and line."""


@dataclass(frozen=True, slots=True)
class Beside:
    """A line of this year and of the one before, in dollars, and what stands out about it in words, if
    something does. `line` is None where only last year had it."""

    sheet: str
    title: str
    number: str
    now: Decimal
    before: Decimal
    line: Line | None = None
    remark: str = ""

    @property
    def change(self) -> Decimal:
        """By how much it is more than last year."""
        return self.now - self.before


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
    """Every line on which something is in this year or in the one before, in the order of the sheets; nothing
    where the year before is not known."""
    before = file.history.get(str(file.tax_year - 1))
    if before is None:
        return []
    rows = []
    for sheet in sheets:
        known = dict(before.get(sheet.key, {}))
        for line in sheet.lines:
            was = known.pop(line.place.line, ZERO)
            if was or line.figure.amount:
                remark = _remark(file, line, was)
                rows.append(
                    Beside(sheet.title, line.title, line.number, line.figure.amount, was, line, remark)
                )
        rows += [_gone(sheet.title, key, was) for key, was in known.items()]
    here = {sheet.key for sheet in sheets}
    for key, lines in before.items():
        if key not in here:
            rows += [_gone(key, line, was) for line, was in lines.items()]
    return rows


def _gone(sheet: str, line: str, was: Decimal) -> Beside:
    words = f"only last year: {line.rpartition('.')[2].replace('_', ' ')}"
    return Beside(sheet.replace("_", " "), words, "", ZERO, was)


def _remark(file: ClientFile, line: Line, was: Decimal) -> str:
    now = line.figure.amount
    if line.role in RESULTS and now < 0 and _lost_before(file, line):
        return "a loss for the third year running"
    change = abs(now - was)
    if change < WORTH_SAYING:
        return ""
    if not was:
        return "new"
    if not now:
        return "nothing any more"
    if (now < 0) is not (was < 0):
        return "turned round"
    if change >= HALF * abs(was):
        return f"{'more' if abs(now) > abs(was) else 'less'} by {change / abs(was):.0%}"
    return ""


def _lost_before(file: ClientFile, line: Line) -> bool:
    years = [file.history.get(str(file.tax_year - back), {}) for back in (1, 2)]
    return all(year.get(line.place.sheet, {}).get(line.place.line, ZERO) < 0 for year in years)
