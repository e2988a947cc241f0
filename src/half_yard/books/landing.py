"""Where every entry lands: on a line of its activity's statement, or nowhere, and why."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from itertools import islice

from half_yard.figures import Figure, entered
from half_yard.records import Entry
from half_yard.records.amounts import HUNDRED
from half_yard.records.changing import Opened, changed_keys, gone_keys
from half_yard.records.dates import date_text

LOOKED_AT = 8
Group = Mapping[str, Figure]
"""The leaves on a line, by the ids of their entries."""
Lines = Mapping[str, Group]
"""What lands in an activity, by line."""
Titles = Mapping[str, Mapping[str, str]]
"""The titles of the statement lines by activity and line."""
Days = tuple[datetime.date, datetime.date]
"""The first and the last day."""
Span = Callable[[int], Days]
"""The days of a tax year."""
Periods = Mapping[str, Days]
"""The days of the activities whose books are of other ones than the tax year's."""


def by_line(entries: Mapping[str, Lines]) -> Iterator[tuple[str, str, Group]]:
    """Every activity and line on which entries landed, in order, with the entries."""
    for activity, lines in entries.items():
        for line, group in lines.items():
            yield activity, line, group


@dataclass(frozen=True, slots=True)
class Landings:
    """Where every entry lands: its leaf by activity, line and id, or the reason it is stopped, by id; and by
    activity the entries that landed."""

    entries: Mapping[str, Entry]
    titles: Titles
    year: int
    periods: Periods
    lines: Mapping[str, Lines]
    stops: Mapping[str, str]
    landed: Mapping[str, Mapping[str, Entry]]


def landings(
    entries: Mapping[str, Entry],
    titles: Titles,
    year: int,
    span: Span,
    periods: Periods,
    last: Landings | None,
) -> Landings:
    """The landings of these entries, made from the last ones where those are of the same circumstances: after
    an edit they differ in a few entries of thousands."""
    around = (titles, year, periods)
    if last is None or (last.titles, last.year, last.periods) != around or _others(last.entries, entries):
        last = Landings({}, titles, year, periods, {}, {}, {})
    before, days = last.entries, span(year)
    changed = changed_keys(before, entries)
    gone = gone_keys(before, entries, changed)
    stops = dict(last.stops)
    opened = Opened[tuple[str, str], Figure](lambda place: last.lines.get(place[0], {}).get(place[1], {}))
    landed = Opened[str, Entry](lambda activity: last.landed.get(activity, {}))
    for key in (*gone, *(key for key in changed if key in before)):
        if stops.pop(key, None) is None:
            del opened[before[key].activity, before[key].line][key]
            del landed[before[key].activity][key]
    nowhere: dict[tuple[str, str], str] = {}
    for key in changed:
        entry = entries[key]
        activity, line = place = entry.activity, entry.line
        stop = nowhere.get(place)
        if stop is None:
            stop = nowhere[place] = _why_nowhere(titles.get(activity), line)
        if not stop and (date := entry.date) is not None:
            first, until = own = periods.get(activity, days)
            if not first <= date <= until:
                stop = _outside(date, year, days, own)
        if stop:
            stops[key] = stop
        else:
            opened[place][key] = _leaf(key, entry, titles[activity][line])
            landed[activity][key] = entry
    lines = _with_groups(last.lines, opened)
    return Landings(entries, titles, year, periods, lines, stops, {**last.landed, **landed})


def _with_groups(before: Mapping[str, Lines], opened: Mapping[tuple[str, str], Group]) -> dict[str, Lines]:
    """The lines of every activity with the groups that were opened, each in order; the other activities and
    groups are the very ones from before."""
    found = dict(before)
    for activity in sorted({activity for activity, _ in opened}):
        lines = dict(before.get(activity, {}))
        for (_, line), group in ((place, group) for place, group in opened.items() if place[0] == activity):
            lines[line] = {key: group[key] for key in sorted(group)}
        found[activity] = {line: group for line, group in sorted(lines.items()) if group}
    return {activity: lines for activity, lines in sorted(found.items()) if lines}


def _others(before: Mapping[str, Entry], entries: Mapping[str, Entry]) -> bool:
    """Whether these are another file's entries: none of a few of them is the one before. It is only a
    question of time: what is made from others comes out the same."""
    looked_at = islice(entries, 0, None, max(1, len(entries) // LOOKED_AT))
    return bool(before) and not any(before.get(key) is entries[key] for key in looked_at)


def _why_nowhere(titles: Mapping[str, str] | None, line: str) -> str:
    """In words what stops all entries of a line of an activity that has these; empty where nothing does."""
    if titles is None:
        return "It belongs to no activity and no shared thing of this file. Choose one."
    if not line:
        return "No line is chosen yet. Choose the line of the statement that it belongs to."
    return "" if line in titles else f"“{line}” is no line of this kind of activity. Choose another."


def _outside(date: datetime.date, year: int, of_year: Days, days: Days) -> str:
    """In words that a date is not among the days of an activity's books."""
    called = f"tax year {year}" if days == of_year else _in_words(days, year)
    return (
        f"Its date, {date_text(date, year)}, is outside {called}. "
        "Mend the date, or enter it in that year's file."
    )


def _leaf(key: str, entry: Entry, title: str) -> Figure:
    """An entry as a leaf of its line."""
    label = entry.payee or entry.memo or title
    whole = entered(entry.amount, label, f"/entries/{key}/amount", entry.reckoning)
    if entry.share is None:
        return whole
    share = entered(entry.share / HUNDRED, "share of it for the activity", f"/entries/{key}/share")
    return (whole * share).in_cents(label)


def _in_words(days: Days, year: int) -> str:
    """The days of a period that is not the tax year."""
    return f"the period from {date_text(days[0], year)} to {date_text(days[1], year)}"
