"""The books of each activity: entries added up by statement line, and what stops an entry from counting."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Mapping
from dataclasses import dataclass

from half_yard.countries.us.statement_lines import BY_KIND
from half_yard.figures import Figure, entered, total
from half_yard.records import ClientFile, Entry

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
    lines = {kind: {line.key: line.title for line in known} for kind, known in BY_KIND.items()}
    gathered: dict[str, dict[str, list[Figure]]] = {key: defaultdict(list) for key in file.activities}
    stops: dict[str, str] = {}
    for key in sorted(file.entries):
        entry = file.entries[key]
        activity = file.activities.get(entry.activity)
        titles = lines.get(activity.kind, {}) if activity else {}
        if reason := _stop(entry, file, titles):
            stops[f"/entries/{key}"] = reason
            continue
        gathered[entry.activity][entry.line].append(_leaf(key, entry, titles))
    totals = {
        activity: {
            line: total(lines[file.activities[activity].kind][line], figures)
            for line, figures in by_line.items()
        }
        for activity, by_line in gathered.items()
    }
    return Books(totals, stops)


def _leaf(key: str, entry: Entry, titles: Mapping[str, str]) -> Figure:
    label = entry.payee or entry.memo or titles[entry.line]
    return entered(entry.amount, label, f"/entries/{key}/amount", entry.reckoning)


def _stop(entry: Entry, file: ClientFile, titles: Mapping[str, str]) -> str:
    if entry.activity not in file.activities:
        return "It belongs to no activity of this file. Choose one."
    if not entry.line:
        return "No line is chosen yet. Choose the line of the statement that it belongs to."
    if entry.line not in titles:
        return f"“{entry.line}” is no line of this kind of activity. Choose another."
    if entry.date is not None and entry.date.year != file.tax_year:
        return (
            f"Its date, {entry.date:%B} {entry.date.day}, {entry.date.year}, is outside tax year "
            f"{file.tax_year}. Mend the date, or enter it in that year's file."
        )
    return ""
