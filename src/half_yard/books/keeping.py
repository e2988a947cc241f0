"""The books of a file, as parts of its computation: what stands on every line of every activity's statement,
payers' forms included, what each owner has of it, and what is stopped.

Each part reads as little as it can: an entry that is edited makes anew its own line, and what is made from
it.
"""

from __future__ import annotations

import datetime
from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from decimal import Decimal

from half_yard.books.landing import Group, Landings, Lines, Periods, Span, by_line, landings
from half_yard.books.lines import StatementLines
from half_yard.books.payers import MatchState, PayerMatch, PayersForms, match_payer
from half_yard.figures import Ask, Figure, entered, gathered, total
from half_yard.records import ClientFile, Entry, ReceivedForm
from half_yard.records.amounts import HUNDRED
from half_yard.records.naming import same_name
from half_yard.sharing import split

Matched = tuple[tuple[PayerMatch, ...], tuple[Figure, ...]]


@dataclass(frozen=True, slots=True)
class Books:
    """The books as they stand: totals in cents by activity and statement line, forms included; the entries
    that landed, by activity, line and id; how payers' forms match them; and what is stopped, by record
    path."""

    totals: Mapping[str, Mapping[str, Figure]]
    entries: Mapping[str, Lines]
    matches: tuple[PayerMatch, ...]
    stops: Mapping[str, str]

    def by_line(self) -> Iterator[tuple[str, str, Group]]:
        """Every activity and line on which entries landed, in order, with the entries."""
        return by_line(self.entries)


def calendar_year(year: int) -> tuple[datetime.date, datetime.date]:
    """The days of a tax year that is the calendar's."""
    return datetime.date(year, 1, 1), datetime.date(year, 12, 31)


def no_periods(file: ClientFile) -> Periods:
    """None, where every activity's books are of the tax year."""
    del file
    return {}


Brought = Mapping[str, Sequence[Figure]]
"""What shared things bring to an activity, by statement line, in cents."""


def nothing_brought(ask: Ask[ClientFile], activity: str) -> Brought:
    """What is brought where a country knows no shared things."""
    del ask, activity
    return {}


@dataclass(frozen=True, eq=False)
class BookKeeping:
    """How a country keeps books: the lines of its statements, the payers' forms, what a person without a name
    is called, and the days of a tax year; `things` are the titles of the cost lines of things that serve
    several uses, by kind, and `brought` a part that says what such things bring to the lines of an activity;
    `periods` are the days of the activities whose books are of other ones than the tax year's.
    Its methods that take an `Ask` are parts to ask for."""

    lines: StatementLines
    forms: PayersForms
    roles: Mapping[str, str]
    span: Span = calendar_year
    things: Mapping[str, Mapping[str, str]] = field(default_factory=dict)
    brought: Callable[[Ask[ClientFile], str], Brought] = nothing_brought
    periods: Callable[[ClientFile], Periods] = no_periods

    # -- entries -------------------------------------------------------------------------------------

    def entries(self, ask: Ask[ClientFile]) -> Mapping[str, Entry]:
        """What was booked, by id: for pieces of it, which do not change with other entries."""
        return ask.of(lambda file: file.entries)

    def landings(self, ask: Ask[ClientFile]) -> Landings:
        """Where every entry lands."""
        entries = ask(self.entries)
        titles = ask.of(self._titles)
        year = ask.of(lambda file: file.tax_year)
        return landings(entries, titles, year, self.span, ask.of(self.periods), ask.last)

    def _titles(self, file: ClientFile) -> dict[str, Mapping[str, str]]:
        things = {key: self.things.get(thing.kind, {}) for key, thing in file.things.items()}
        return {**{key: self.lines.titles(activity) for key, activity in file.activities.items()}, **things}

    def entries_of(self, ask: Ask[ClientFile], activity: str) -> Lines:
        """The entries that land in an activity, as leaves by line and id."""
        return ask.pick((self.landings,), _lines_of, activity)

    def landed_in(self, ask: Ask[ClientFile], activity: str) -> Mapping[str, Entry]:
        """The entries that land in an activity, by id: no part, taken out of one."""
        return ask.pick((self.landings,), _landed_in, activity)

    def entries_on(self, ask: Ask[ClientFile], activity: str, line: str) -> Group:
        """The entries that land on a line, as leaves by id: no part, taken out of one."""
        return ask.pick((self.entries_of, activity), _on_line, line)

    def stopped_in(self, ask: Ask[ClientFile], activity: str) -> tuple[str, ...]:
        """The ids of an activity's entries that land nowhere: no part, taken out of one."""
        return ask.pick((self.landings,), _stopped_in, activity)

    # -- payers' forms -------------------------------------------------------------------------------

    def form_stops(self, ask: Ask[ClientFile]) -> dict[str, str]:
        """Why a form counts nowhere, by id."""
        forms = ask.of(lambda file: file.forms)
        kinds = ask.of(_kinds)
        return {
            key: problem
            for key, form in forms.items()
            if (problem := self.forms.problem(form, kinds.get(form.activity)))
        }

    def forms_of(self, ask: Ask[ClientFile], activity: str, line: str) -> tuple[str, ...]:
        """The ids of the forms of which something counts on a line."""
        forms = ask.of(lambda file: file.forms)
        kind = ask.of(_kinds).get(activity)
        stopped = ask(self.form_stops)
        if kind is None:
            return ()
        return tuple(
            key
            for key, form in sorted(forms.items())
            if form.activity == activity
            and key not in stopped
            and line in self.forms.lines_touched(form, kind)
        )

    def form_places(self, ask: Ask[ClientFile]) -> tuple[tuple[str, str], ...]:
        """Every activity and line on which forms count."""
        forms, kinds = ask.of(lambda file: file.forms), ask.of(_kinds)
        stopped = ask(self.form_stops)
        return tuple(
            sorted(
                {
                    (form.activity, line)
                    for key, form in forms.items()
                    if key not in stopped
                    for line in self.forms.lines_touched(form, kinds[form.activity])
                }
            )
        )

    def form_lines(self, ask: Ask[ClientFile], activity: str) -> tuple[str, ...]:
        """The lines of an activity on which forms count."""
        return tuple(line for key, line in ask(self.form_places) if key == activity)

    def matched(self, ask: Ask[ClientFile], activity: str, line: str) -> Matched:
        """The match of every payer with a form on a line, and what the forms add to the line."""
        keys = ask(self.forms_of, activity, line)
        kind = ask.of(_kinds)[activity]
        forms = {key: ask.of(_form, key) for key in keys}
        by_payer: dict[str, dict[str, ReceivedForm]] = {}
        for key, form in forms.items():
            if self.forms.line_of(form, kind) == line:
                by_payer.setdefault(same_name(form.payee_in_books or form.payer), {})[key] = form
        group = self.entries_on(ask, activity, line)
        payees = ask.of(_payees, tuple(group))
        booked: dict[str, list[Figure]] = {}
        for payee, leaf in zip(payees, group.values(), strict=True):
            booked.setdefault(payee, []).append(leaf)
        matches, added = [], []
        for payer, own in by_payer.items():
            received = booked.get(payer, []) if payer else []
            match, figure = match_payer(
                (activity, line), payer, own, received, receipt=line in self.lines.receipts
            )
            matches.append(match)
            added.append(figure)
        added += self.forms.out_of_gross(forms, line, kind)
        return tuple(matches), tuple(added)

    def matches(self, ask: Ask[ClientFile]) -> tuple[PayerMatch, ...]:
        """The match of every payer with a form, in the order of the forms."""
        found = [match for place in ask(self.form_places) for match in ask(self.matched, *place)[0]]
        return tuple(sorted(found, key=lambda match: match.forms))

    def without_form(self, ask: Ask[ClientFile]) -> tuple[PayerMatch, ...]:
        """The payers whose receipts are in the books and on no form."""
        matched = {(match.activity, match.line, match.booked_as) for match in ask(self.matches)}
        entries = ask.of(lambda file: file.entries)
        found: dict[tuple[str, str, str], tuple[str, Decimal]] = {}
        for activity, line, group in ask.pick((self.landings,), _entries_on_lines, self.lines.receipts):
            for key in group:
                entry = entries[key]
                payer = (activity, line, same_name(entry.payee))
                if payer not in matched:
                    name, amount = found.get(payer, (entry.payee, Decimal(0)))
                    found[payer] = (name, amount + entry.amount)
        return tuple(
            PayerMatch(
                payer=name,
                booked_as=payer,
                activity=activity,
                line=line,
                on_forms=Decimal(0),
                in_books=amount,
                difference=-amount,
                state=MatchState.BOOKS_ONLY,
                forms=(),
            )
            for (activity, line, payer), (name, amount) in found.items()
        )

    # -- lines ---------------------------------------------------------------------------------------

    def titles(self, ask: Ask[ClientFile], activity: str) -> Mapping[str, str]:
        """The titles of the lines of an activity, or of the costs of a thing, by key."""
        return ask.of(self._titles_of, activity)

    def _titles_of(self, file: ClientFile, key: str) -> Mapping[str, str]:
        if key in file.things:
            return self.things.get(file.things[key].kind, {})
        return self.lines.titles(file.activities[key])

    def totals(self, ask: Ask[ClientFile], activity: str) -> dict[str, Figure]:
        """What stands on every line of an activity that is used, in cents, of all owners together: its own
        books, and what shared things bring. What they bring to a line that the activity does not have stays
        out; a country's findings say so of the thing."""
        own, brought = ask(self.booked, activity), ask(self.brought, activity)
        if not brought:
            return own
        titles = ask(self.titles, activity)
        return {
            line: total((*([own[line]] if line in own else ()), *brought[line]), titles[line])
            if line in brought
            else own[line]
            for line in sorted({*own, *brought})
            if line in titles
        }

    def booked(self, ask: Ask[ClientFile], activity: str) -> dict[str, Figure]:
        """What the books and the payers' forms of an activity put on its lines, in cents."""
        lines = {*ask(self.entries_of, activity), *ask(self.form_lines, activity)}
        return {line: ask(self.booked_on, activity, line) for line in sorted(lines)}

    def booked_on(self, ask: Ask[ClientFile], activity: str, line: str) -> Figure:
        """What the books and the payers' forms put on one line."""
        title, entries = ask(self.titles, activity)[line], self.entries_on(ask, activity, line)
        if line in ask(self.form_lines, activity):
            return total((*entries.values(), *ask(self.matched, activity, line)[1]), title)
        return gathered(entries, title, "entries")

    def statements(self, ask: Ask[ClientFile]) -> dict[str, dict[str, Figure]]:
        """The totals of every activity."""
        return {key: ask(self.totals, key) for key in ask.of(lambda file: tuple(file.activities))}

    def stops(self, ask: Ask[ClientFile]) -> dict[str, str]:
        """What is stopped, entries and forms, by record path."""
        entries = ask(self.landings).stops
        return {
            **{f"/entries/{key}": reason for key, reason in sorted(entries.items())},
            **{f"/forms/{key}": reason for key, reason in ask(self.form_stops).items()},
        }

    def books(self, ask: Ask[ClientFile]) -> Books:
        """The books as they stand."""
        statements, landed = ask(self.statements), ask(self.landings).lines
        entries = {key: lines for key, lines in landed.items() if key in statements}
        return Books(statements, entries, ask(self.matches), ask(self.stops))

    # -- owners --------------------------------------------------------------------------------------

    def name(self, ask: Ask[ClientFile], person: str) -> str:
        """A person's name, or the role while there is none."""
        return ask.of(_person_name, person) or self.roles.get(person, person)

    def shares(self, ask: Ask[ClientFile], activity: str) -> dict[str, Figure]:
        """The shares of an activity by owner, as parts of one."""
        owners = ask.of(_owners, activity)
        return {
            person: entered(
                share / HUNDRED,
                f"{ask(self.name, person)}'s share",
                f"/activities/{activity}/owners/{person}",
            )
            for person, share in owners
        }

    def owned(self, ask: Ask[ClientFile], activity: str) -> dict[str, dict[str, Figure]]:
        """What each owner has of every line of an activity that is used."""
        found: dict[str, dict[str, Figure]] = {person: {} for person in ask(self.shares, activity)}
        for line in ask(self.totals, activity):
            for person, part in ask(self.owned_on, activity, line).items():
                found[person][line] = part
        return found

    def owned_on(self, ask: Ask[ClientFile], activity: str, line: str) -> dict[str, Figure]:
        """What each owner has of a line of an activity; of a line that is not used nothing."""
        whole = ask.pick((self.totals, activity), dict.get, line)
        return {} if whole is None else split(whole, ask(self.shares, activity))


def _lines_of(landed: Landings, activity: str) -> Lines:
    return landed.lines.get(activity, {})


def _landed_in(landed: Landings, activity: str) -> Mapping[str, Entry]:
    return landed.landed.get(activity, {})


def _on_line(lines: Lines, line: str) -> Group:
    return lines.get(line, {})


def _entries_on_lines(landed: Landings, lines: Collection[str]) -> tuple[tuple[str, str, Group], ...]:
    return tuple(place for place in by_line(landed.lines) if place[1] in lines)


def _stopped_in(landed: Landings, activity: str) -> tuple[str, ...]:
    return tuple(key for key in landed.stops if landed.entries[key].activity == activity)


def _kinds(file: ClientFile) -> dict[str, str]:
    return {key: activity.kind for key, activity in file.activities.items()}


def _form(file: ClientFile, key: str) -> ReceivedForm:
    return file.forms[key]


def _payees(file: ClientFile, keys: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(same_name(file.entries[key].payee) for key in keys)


def _person_name(file: ClientFile, person: str) -> str:
    found = file.people.get(person)
    return found.name if found else ""


def _owners(file: ClientFile, activity: str) -> tuple[tuple[str, Decimal], ...]:
    return tuple(
        (person, share) for person, share in sorted(file.activities[activity].owners.items()) if share
    )
