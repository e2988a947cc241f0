"""An activity's statement beside last year's: what was typed, what of it counts and why, what changed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.books import StatementLine
from half_yard.countries.pack import Pack
from half_yard.countries.results import Computation
from half_yard.figures import Line, Role
from half_yard.figures.rounding import ZERO, to_cents
from half_yard.records import Activity, Change, ClientFile, Edit
from half_yard.records.amounts import HUNDRED
from half_yard.records.naming import same_name

COMPARED = {Role.COST, Role.GROSS, Role.TOTAL, Role.RESULT}
"""The lines that no entry is sorted to and that are compared all the same."""


@dataclass(frozen=True, slots=True)
class Compared:
    """A line: what was typed in full, the share of it that counts in percent, what counts, last year's, the
    change, all in dollars; and the words of what limits it. `typed` is None for a computed line; `stands_out`
    says that the statement comes to something on it."""

    key: str
    number: str
    title: str
    typed: Decimal | None
    counts: Decimal
    last_year: Decimal | None
    limit: str
    stands_out: bool = False

    @property
    def share(self) -> Decimal | None:
        """What counts of what was typed, in percent; None where it is all of it, or nothing was typed."""
        if not self.typed or self.counts == self.typed:
            return None
        return self.counts / self.typed * HUNDRED

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
    for line in pack.ledger.lines(activity):
        counted = totals[line.key].amount if line.key in totals else ZERO
        rows.append(_compared(line, counted, beyond.get(line.key, ZERO), activity, pack, file.tax_year))
    return rows + _results(computation, key)


def _shares_left_out(computation: Computation, key: str) -> dict[str, Decimal]:
    """By line, the part of its entries that is not the activity's."""
    left: dict[str, Decimal] = {}
    for entry_key, entry in computation.file.entries.items():
        if (
            entry.activity == key
            and entry.share is not None
            and f"/entries/{entry_key}" not in computation.stops
        ):
            left[entry.line] = left.get(entry.line, ZERO) + entry.amount - entry.counts
    return left


def _compared(
    line: StatementLine, counted: Decimal, left_out: Decimal, activity: Activity, pack: Pack, year: int
) -> Compared:
    limit = pack.ledger.line_limit(year, activity, line.key)
    words = [limit.words] if limit is not None and counted else []
    if left_out:
        words.insert(0, "shares of entries")
    return Compared(
        key=line.key,
        number=line.number,
        title=line.title,
        typed=counted + left_out,
        counts=to_cents(counted * limit.share) if limit is not None else counted,
        last_year=activity.last_year.get(line.key),
        limit="; ".join(words),
    )


def _results(computation: Computation, key: str) -> list[Compared]:
    """The computed lines on which the statement comes to its results."""
    activity = computation.file.activities[key]
    found: dict[str, list[Line]] = {}
    for sheet in computation.statement_sheets(key):
        for line in sheet.lines:
            if line.role in COMPARED:
                found.setdefault(line.place.line, []).append(line)
    return [
        Compared(
            key=result,
            number=lines[0].number,
            title=lines[0].title,
            typed=None,
            counts=sum((line.figure.amount for line in lines), ZERO),
            last_year=activity.last_year.get(result),
            limit="",
            stands_out=lines[0].role.stands_out,
        )
        for result, lines in found.items()
    ]


def amounts_of(computation: Computation, pack: Pack, key: str) -> dict[str, str]:
    """What counts on every line of an activity that has something, as decimal strings: last year's for the
    next."""
    return {row.key: format(row.counts, ".2f") for row in compare(computation, pack, key) if row.counts}


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
        amounts: Mapping[str, str] = amounts_of(before, pack, found)
        changes.append(Change(op="replace", path=f"/activities/{key}/last_year", value=dict(amounts)))
        names.append(activity.name)
    return Edit(label="Last year's amounts", changes=tuple(changes)), names
