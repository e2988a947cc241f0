"""The books of each activity: entries and payers' forms added up by statement line, and what is stopped."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from decimal import Decimal
from functools import partial

from half_yard.countries.results import PayerMatch
from half_yard.countries.us.received_forms import match_forms
from half_yard.countries.us.statement_lines import titles_of
from half_yard.figures import Figure, entered, total
from half_yard.figures.remembered import Remembered
from half_yard.records import ClientFile, Entry
from half_yard.records.dates import date_text


@dataclass(frozen=True, slots=True)
class Books:
    """Totals in cents by activity and statement line, forms included; the entries that landed, by activity
    and line; how payers' forms match them; and what is stopped, by record path."""

    totals: Mapping[str, Mapping[str, Figure]]
    entries: Mapping[tuple[str, str], Mapping[str, Figure]]
    matches: tuple[PayerMatch, ...]
    stops: Mapping[str, str]


def keep_books(file: ClientFile) -> Books:
    """Add up all entries of a file."""
    titles = {key: titles_of(activity) for key, activity in file.activities.items()}
    landings = _landings(file.entries, titles, file.tax_year)
    received = match_forms(file, landings.groups)
    totals: dict[str, dict[str, Figure]] = {key: {} for key in titles}
    for activity, line in sorted({*landings.groups, *received.added}):
        title = titles[activity][line]
        own = landings.groups.get((activity, line), {}).values()
        parts = (*own, *received.added.get((activity, line), ()))
        totals[activity][line] = TOTALS.get((activity, line), (title, *parts), partial(total, title, parts))
    stops = {f"/entries/{key}": reason for key, reason in sorted(landings.stops.items())}
    return Books(totals, landings.groups, received.matches, {**stops, **received.stops})


TOTALS: Remembered[Figure] = Remembered()
HUNDRED = Decimal(100)
LOOKED_AT = 8
Group = dict[str, Figure]
Titles = Mapping[str, Mapping[str, str]]
"""The titles of the statement lines by activity and line."""


@dataclass(frozen=True, slots=True)
class _Landings:
    """Where every entry lands: its leaf by activity and line, or the reason it is stopped, by id."""

    entries: Mapping[str, Entry]
    titles: Titles
    year: int
    groups: Mapping[tuple[str, str], Group]
    stops: Mapping[str, str]


# Those of a file after an edit differ from the last ones in a few entries of thousands.
LANDINGS: Remembered[_Landings] = Remembered()


def _landings(entries: Mapping[str, Entry], titles: Titles, year: int) -> _Landings:
    """The landings of these entries, made from the last ones where those are of the same circumstances."""
    return LANDINGS.renew("", partial(_from_last, entries, titles, year))


def _from_last(entries: Mapping[str, Entry], titles: Titles, year: int, last: _Landings | None) -> _Landings:
    if last is None or (last.titles, last.year) != (titles, year) or _others(last.entries, entries):
        last = _Landings({}, titles, year, {}, {})
    before = last.entries
    changed = [key for key, entry in entries.items() if before.get(key) is not entry]
    gone = before.keys() - entries.keys()
    groups, stops = dict(last.groups), dict(last.stops)
    opened: set[tuple[str, str]] = set()

    def open_group(place: tuple[str, str]) -> Group:
        if place not in opened:
            opened.add(place)
            groups[place] = dict(groups.get(place, {}))
        return groups[place]

    for key in (*gone, *(key for key in changed if key in before)):
        if stops.pop(key, None) is None:
            del open_group((before[key].activity, before[key].line))[key]
    for key in changed:
        entry = entries[key]
        landing = _land(key, entry, titles.get(entry.activity), year)
        if isinstance(landing, str):
            stops[key] = landing
        else:
            open_group((entry.activity, entry.line))[key] = landing
    for place in opened:
        groups[place] = dict(sorted(groups[place].items()))
        if not groups[place]:
            del groups[place]
    return _Landings(entries, titles, year, groups, stops)


def _others(before: Mapping[str, Entry], entries: Mapping[str, Entry]) -> bool:
    """Whether these are another file's entries: none of a few of them is the one before. It is only a
    question of time: what is made from others comes out the same."""
    keys = list(entries)
    looked_at = keys[:: max(1, len(keys) // LOOKED_AT)]
    return bool(before) and not any(before.get(key) is entries[key] for key in looked_at)


def _land(key: str, entry: Entry, titles: Mapping[str, str] | None, year: int) -> Figure | str:
    """An entry as a leaf of its line, or in words what stops it."""
    if titles is None:
        return "It belongs to no activity of this file. Choose one."
    if reason := _stop(entry, titles, year):
        return reason
    label = entry.payee or entry.memo or titles[entry.line]
    whole = entered(entry.amount, label, f"/entries/{key}/amount", entry.reckoning)
    if entry.share is None:
        return whole
    share = entered(entry.share / HUNDRED, "share of it for the activity", f"/entries/{key}/share")
    return (whole * share).in_cents().named(label)


def _stop(entry: Entry, titles: Mapping[str, str], year: int) -> str:
    if not entry.line:
        return "No line is chosen yet. Choose the line of the statement that it belongs to."
    if entry.line not in titles:
        return f"“{entry.line}” is no line of this kind of activity. Choose another."
    if entry.date is not None and entry.date.year != year:
        return (
            f"Its date, {date_text(entry.date, year)}, is outside tax year {year}. "
            "Mend the date, or enter it in that year's file."
        )
    return ""
