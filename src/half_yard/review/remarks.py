"""What stands out about a line, said quietly: against last year, against its own years, and by itself."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal

from half_yard.figures import Line, Role, Sheet
from half_yard.figures.rounding import ZERO
from half_yard.figures.thread import entered_on
from half_yard.records import ClientFile
from half_yard.records.collections import collection_and_id

Amounts = Mapping[str, Mapping[str, Decimal]]
"""Amounts in dollars by sheet and line."""

WORTH_SAYING = Decimal(500)
"""Dollars below which nothing is said of an amount or a change (our own choice)."""
HALF = Decimal("0.5")
FAR = Decimal("1.5")
"""So many times its share of the gross in other years, or that part of it (our own choice)."""
POINTS = Decimal("0.02")
"""A share of the gross that is less far than this from other years' is not worth saying."""
ROUND = Decimal(50)
FEW = 3
"""Fewer amounts than these say nothing by all being round."""
RESULTS = {Role.RESULT, Role.LIMITED}


def remark(file: ClientFile, sheet: Sheet, line: Line, was: Decimal | None) -> str:
    """All that stands out about a line, in words; `was` is last year's amount, None where that is not
    known."""
    found = (_against_last_year(file, line, was), _share_of_gross(file, sheet, line),
             _personal(sheet, line), _round(file, line))  # fmt: skip
    return "; ".join(words for words in found if words)


def _against_last_year(file: ClientFile, line: Line, was: Decimal | None) -> str:
    now = line.figure.amount
    if was is None:
        return ""
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


def _share_of_gross(file: ClientFile, sheet: Sheet, line: Line) -> str:
    """A cost of an activity that is far another part of the gross than in any year that is known."""
    gross = next((each for each in sheet.lines if each.role is Role.GROSS), None)
    now = line.figure.amount
    if gross is None or gross.figure.amount <= 0 or now < WORTH_SAYING or line.role not in _COSTS:
        return ""
    share = now / gross.figure.amount
    known = [
        lines.get(line.place.line, ZERO) / lines[gross.place.line]
        for lines in (year.get(sheet.key, {}) for year in file.history.values())
        if lines.get(gross.place.line, ZERO) > 0 and lines.get(line.place.line, ZERO) > 0
    ]
    if not known or _between(share, min(known), max(known)):
        return ""
    least, most = f"{min(known):.0%}", f"{max(known):.0%}"
    before = f"{least} last year" if len(known) == 1 else f"{least} to {most} before"
    return f"{share:.0%} of line {gross.number}, {before}"


_COSTS = {Role.LINE, Role.COST}


def _between(share: Decimal, least: Decimal, most: Decimal) -> bool:
    return least / FAR - POINTS <= share <= most * FAR + POINTS


def _personal(sheet: Sheet, line: Line) -> str:
    """A personal part that is the larger one of the whole, which stands first in its section."""
    if line.role is not Role.PERSONAL or line.figure.amount < WORTH_SAYING:
        return ""
    whole = next(each for each in sheet.lines if each.section == line.section).figure.amount
    part = line.figure.amount / whole if whole > 0 else ZERO
    return f"{part:.0%} of it is personal" if part > HALF else ""


def _round(file: ClientFile, line: Line) -> str:
    """Several entries that are all round and not all alike, as rents and fees are: they may be guesses."""
    keys = {collection_and_id(path)[1] for path in entered_on(line, "/entries/")}
    amounts = [file.entries[key].amount for key in keys if key in file.entries]
    if len(amounts) < FEW or len(set(amounts)) == 1 or sum(amounts) < WORTH_SAYING:
        return ""
    return "" if any(amount % ROUND for amount in amounts) else "round amounts only"
