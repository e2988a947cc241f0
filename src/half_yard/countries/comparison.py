"""An activity's statement beside last year's: what was typed, what of it counts and why, what changed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.offered import StatementLine
from half_yard.countries.pack import Pack
from half_yard.countries.results import Computation
from half_yard.figures import Line
from half_yard.figures.rounding import to_cents
from half_yard.records import Activity, Change, ClientFile, Edit
from half_yard.records.naming import same_name

NOTHING = Decimal(0)
WHOLE = Decimal(100)
RESULTS = ("gross_income", "depreciation", "total_expenses", "net_profit", "income_or_loss")
"""The lines that no entry is sorted to and that are compared all the same."""


@dataclass(frozen=True, slots=True)
class Compared:
    """A line: what was typed in full, the share of it that counts in percent, what counts, last year's, the
    change, all in dollars; and the words of what limits it. `typed` is None for a computed line."""

    key: str
    number: str
    title: str
    typed: Decimal | None
    counts: Decimal
    last_year: Decimal | None
    limit: str

    @property
    def share(self) -> Decimal | None:
        """What counts of what was typed, in percent; None where it is all of it, or nothing was typed."""
        if not self.typed or self.counts == self.typed:
            return None
        return self.counts / self.typed * WHOLE

    @property
    def change(self) -> Decimal | None:
        """This year's less last year's, where last year's is known."""
        return None if self.last_year is None else self.counts - self.last_year


def compare(computation: Computation, pack: Pack, key: str) -> list[Compared]:
    """The lines of an activity in the order of its statement, of all owners together."""
    file = computation.file
    activity = file.activities[key]
    beyond = _shares_left_out(computation, key)
    totals = computation.statements.get(key, {})
    rows = []
    for line in pack.statement_lines(activity):
        counted = totals[line.key].amount if line.key in totals else NOTHING
        rows.append(_compared(line, counted, beyond.get(line.key, NOTHING), activity, pack, file.tax_year))
    return rows + _results(computation, pack, key)


def _shares_left_out(computation: Computation, key: str) -> dict[str, Decimal]:
    """By line, the part of its entries that is not the activity's."""
    left: dict[str, Decimal] = {}
    for entry_key, entry in computation.file.entries.items():
        if (
            entry.activity == key
            and entry.share is not None
            and f"/entries/{entry_key}" not in computation.stops
        ):
            left[entry.line] = left.get(entry.line, NOTHING) + entry.amount - entry.counts
    return left


def _compared(
    line: StatementLine, counted: Decimal, left_out: Decimal, activity: Activity, pack: Pack, year: int
) -> Compared:
    limit = pack.line_limit(year, activity, line.key)
    words = [limit.words] if limit is not None and counted else []
    if left_out:
        words.insert(0, "shares of entries")
    return Compared(
        line.key,
        line.number,
        line.title,
        counted + left_out,
        to_cents(counted * limit.share) if limit is not None else counted,
        activity.last_year.get(line.key),
        "; ".join(words),
    )


def _results(computation: Computation, pack: Pack, key: str) -> list[Compared]:
    """The computed lines on which the statement comes to its results."""
    activity = computation.file.activities[key]
    keys = pack.statement_sheets(computation.file, key)
    sheets = [computation.sheet(sheet) for sheet in keys if computation.has_sheet(sheet)]
    found: dict[str, list[Line]] = {}
    for sheet in sheets:
        for line in sheet.lines:
            if line.place.line in RESULTS:
                found.setdefault(line.place.line, []).append(line)
    return [
        Compared(
            result, lines[0].number, lines[0].title, None,
            sum((line.figure.amount for line in lines), NOTHING), activity.last_year.get(result), "",
        )
        for result, lines in found.items()
    ]  # fmt: skip


def from_last_year(file: ClientFile, before: Computation, pack: Pack) -> tuple[Edit, Sequence[str]]:
    """The edit that takes over last year's amounts from its file, and the names of the activities in both.

    An activity is the same where its kind and name are. Raises ValueError if it is not the year before.
    """
    if before.file.tax_year != file.tax_year - 1:
        raise ValueError(f"It is the file of {before.file.tax_year}. Choose the one of {file.tax_year - 1}.")
    earlier = {
        (activity.kind, same_name(activity.name)): key for key, activity in before.file.activities.items()
    }
    changes, names = [], []
    for key, activity in sorted(file.activities.items()):
        found = earlier.get((activity.kind, same_name(activity.name)))
        if found is None:
            continue
        amounts: Mapping[str, str] = {
            row.key: format(row.counts, ".2f") for row in compare(before, pack, found) if row.counts
        }
        changes.append(Change(op="replace", path=f"/activities/{key}/last_year", value=dict(amounts)))
        names.append(activity.name)
    return Edit(label="Last year's amounts", changes=tuple(changes)), names
