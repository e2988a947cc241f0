"""The books of each activity: entries added up by statement line, and what stops an entry from counting."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass
from functools import partial

from half_yard.countries.us.statement_lines import BY_KIND
from half_yard.figures import Figure, entered, total
from half_yard.records import ClientFile, Entry
from half_yard.records.remembered import Remembered

NOTHING = total("nothing entered", ())


@dataclass(frozen=True, slots=True)
class Books:
    """Totals in cents by activity and statement line, and the stopped entries by record path."""

    totals: Mapping[str, Mapping[str, Figure]]
    stops: Mapping[str, str]

    def on(self, activity: str, line: str) -> Figure:
        """The total of one statement line of an activity; an empty sum where nothing is entered."""
        return self.totals.get(activity, {}).get(line, NOTHING)


def keep_books(file: ClientFile) -> Books:
    """Add up all entries of a file."""
    kinds = {key: activity.kind for key, activity in file.activities.items()}
    known = _known_landings(kinds, file.tax_year)
    gathered: dict[tuple[str, str], list[Figure]] = defaultdict(list)
    stops: dict[str, str] = {}
    for key, entry in sorted(file.entries.items()):
        kept = known.get(key)
        if kept is None or kept[0] is not entry:
            landing = _land(key, entry, kinds.get(entry.activity), file.tax_year)
            kept = known[key] = (entry, landing)
        if isinstance(kept[1], str):
            stops[f"/entries/{key}"] = kept[1]
        else:
            gathered[entry.activity, entry.line].append(kept[1])
    totals: dict[str, dict[str, Figure]] = {key: {} for key in kinds}
    for (activity, line), figures in gathered.items():
        title = TITLES[kinds[activity]][line]
        make = partial(total, title, figures)
        totals[activity][line] = TOTALS.get((activity, line), (title, *figures), make)
    return Books(totals, stops)


TITLES = {kind: {line.key: line.title for line in lines} for kind, lines in BY_KIND.items()}
TOTALS: Remembered[Figure] = Remembered()
# The landing of each entry by id, with the entry it was made from, for one set of circumstances at a time:
# the same idea as Remembered, without a call for each of thousands of entries.
LANDINGS: dict[str, tuple[Entry, Figure | str]] = {}
LANDED_UNDER: list[object] = []


def _known_landings(kinds: Mapping[str, str], year: int) -> dict[str, tuple[Entry, Figure | str]]:
    if [kinds, year] != LANDED_UNDER:
        LANDED_UNDER[:] = [kinds, year]
        LANDINGS.clear()
    return LANDINGS


def _land(key: str, entry: Entry, kind: str | None, year: int) -> Figure | str:
    """An entry as a leaf of its line, or in words what stops it."""
    if kind is None:
        return "It belongs to no activity of this file. Choose one."
    titles = TITLES.get(kind, {})
    if reason := _stop(entry, titles, year):
        return reason
    label = entry.payee or entry.memo or titles[entry.line]
    return entered(entry.amount, label, f"/entries/{key}/amount", entry.reckoning)


def _stop(entry: Entry, titles: Mapping[str, str], year: int) -> str:
    if not entry.line:
        return "No line is chosen yet. Choose the line of the statement that it belongs to."
    if entry.line not in titles:
        return f"“{entry.line}” is no line of this kind of activity. Choose another."
    if entry.date is not None and entry.date.year != year:
        return (
            f"Its date, {entry.date:%B} {entry.date.day}, {entry.date.year}, is outside tax year "
            f"{year}. Mend the date, or enter it in that year's file."
        )
    return ""
