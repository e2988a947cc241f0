"""Next year's file: what this year carries on, taken from the lines and records that say so."""

from __future__ import annotations

import datetime
from collections.abc import Container, Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import TypeVar

from half_yard.countries.comparison import amounts_of
from half_yard.countries.offered import Question
from half_yard.countries.pack import Pack
from half_yard.countries.results import Computation
from half_yard.countries.tax_years import days_of
from half_yard.figures import Carries, Line
from half_yard.figures.rounding import to_cents
from half_yard.records import Activity, Asset, Carryover, ClientFile, Dependant, Entry, Household, Person
from half_yard.records.amounts import LARGEST
from half_yard.records.forms import ExpectedForm
from half_yard.records.identifiers import numbered
from half_yard.records.naming import name_of
from half_yard.review.asking import open_questions
from half_yard.review.expected import SENT_BY_PAYERS, expected_of
from half_yard.review.years import history_with, outcome_of

NEXT_YEAR = "next year"
"""A note that says so goes along."""
Who = TypeVar("Who", Household, Person, Dependant)


@dataclass(frozen=True, slots=True)
class Carried:
    """What a line gives to next year: how much in dollars, of which kind, and what it belongs to."""

    line: Line
    carries: Carries
    of: str
    amount: Decimal


def carried_on(computation: Computation) -> Iterator[Carried]:
    """Everything that the lines of a computation carry to next year."""
    for sheet in computation.sheets:
        for line in sheet.lines:
            if line.carries is not None and line.figure.amount:
                yield Carried(line, line.carries, line.carries.of or sheet.about, line.figure.amount)


def next_year(computation: Computation, pack: Pack, leave: Container[str] = ()) -> ClientFile:
    """The file with which next year begins, without the activities that are left.

    People, dependants, activities, shared things, assets with what was taken of them, exchanges, elections
    and the rules of sorting go on; what the lines carry becomes carryovers, or the first entry of the line
    that begins a year with it; the amounts of this year stand beside those to come, and so does what every
    line came to. Questions that wait for their answers go along, payers' forms without their amounts, to be
    looked for, and notes that say “next year”. Entries, statements, payments and what else the household had
    are of their year and stay behind, but for what the pack lets go on because losses wait for it. Raises
    ValueError where an amount is more than a file can hold, or an activity that is left has what goes on.
    """
    file = computation.file
    staying = _that_stay(computation)
    _can_be_left(file, leave, staying)
    ended = {
        key
        for key, activity in file.activities.items()
        if key in leave or (_has_ended(file, activity) and key not in staying)
    }
    activities = {
        key: _activity(computation, pack, key) for key in sorted(file.activities) if key not in ended
    }
    together = _together(computation)
    opening = pack.ledger.opening_lines
    entries = [
        Entry(
            activity=of, date=days_of(file)[1] + datetime.timedelta(days=1), payee="From last year",
            line=opening[carries.kind], amount=amount,
        )
        for (carries, of), amount in together.items()
        if carries.kind in opening and of in activities
    ]  # fmt: skip
    carryovers = [
        Carryover(
            kind=carries.kind, of=of, year=None if carries.year is None else str(carries.year),
            book=carries.book, amount=amount,
        )
        for (carries, of), amount in together.items()
        if carries.kind not in opening
    ]  # fmt: skip
    things, uses = pack.shared.next_year(file)
    return ClientFile(
        format=file.format,
        format_version=file.format_version,
        country=file.country,
        tax_year=file.tax_year + 1,
        assignment=file.assignment.model_copy(update={"due": None}),
        household=_household(computation, pack),
        people={key: _person(computation, pack, key) for key in file.people},
        dependants={
            key: _without_anew(person, pack.asked.dependant_questions).model_copy(update={"months": None})
            for key, person in file.dependants.items()
        },
        activities=activities,
        entries=numbered("entries", entries),
        assets={
            key: _asset(computation, pack, key, each)
            for key, each in pack.shared.assets_next_year(file).items()
        },
        items=pack.asked.items_next_year(file),
        expected=numbered("expected", _expected(file, pack, activities)),
        questions=dict(open_questions(file)),
        history=history_with(file, file.tax_year, outcome_of(computation.sheets)),
        account_answers=file.account_answers,
        sorting_rules=file.sorting_rules,
        elections=pack.assets.elections_next_year(file),
        short_years=file.short_years,
        carryovers=numbered("carryovers", carryovers),
        things=things,
        exchanges=file.exchanges,
        uses={key: use for key, use in uses.items() if not use.activity or use.activity in activities},
    )


def _expected(file: ClientFile, pack: Pack, activities: Container[str]) -> Iterator[ExpectedForm]:
    """The forms that payers sent this year, without their amounts: they are looked for next year."""
    for of in SENT_BY_PAYERS:
        for key, record in sorted(getattr(file, of).items()):
            goes_on = not getattr(record, "activity", "") or record.activity in activities
            if goes_on and name_of(record) and pack.asked.has_payer(file, f"/{of}/{key}"):
                yield expected_of(of, record)


def _together(computation: Computation) -> dict[tuple[Carries, str], Decimal]:
    """What is carried, by kind and what it belongs to: the parts of co-owners together again."""
    found: dict[tuple[Carries, str], Decimal] = {}
    for each in carried_on(computation):
        kept = (each.carries, each.of)
        amount = found.get(kept, Decimal(0)) + to_cents(each.amount)
        found[kept] = _that_fits(amount, each.line.title)
    return found


def _that_fits(amount: Decimal, what: str) -> Decimal:
    """The amount, where a file can hold it. Raises ValueError, which says of what it is."""
    if abs(amount) > LARGEST:
        raise ValueError(f"“{what}” is {amount:,.2f}, more than a file can hold. Look for what was mistyped.")
    return amount


def _that_stay(computation: Computation) -> set[str]:
    """The activities with which something goes on: assets, what is carried of them or of an owner's part."""
    owning = {asset.activity for asset in computation.file.assets.values()}
    return owning | {each.of.partition(".")[0] for each in carried_on(computation)}


def _can_be_left(file: ClientFile, leave: Container[str], staying: Container[str]) -> None:
    """Raises ValueError for an activity that is to stay behind and has something that goes on."""
    for key, activity in file.activities.items():
        if key in leave and key in staying:
            name = activity.name or key
            raise ValueError(
                f"{name} has assets or carryovers, so it goes on. Say how it ended, or archive it."
            )


def _has_ended(file: ClientFile, activity: Activity) -> bool:
    """Whether an activity has ended by the end of the year."""
    return activity.ended is not None and activity.ended <= days_of(file)[1]


def _activity(computation: Computation, pack: Pack, key: str) -> Activity:
    """An activity as it goes on: without what is asked anew every year, with this year's amounts."""
    activity = computation.file.activities[key]
    amounts = {
        line: _that_fits(Decimal(amount), f"{activity.name}: {line}")
        for line, amount in amounts_of(computation, pack, key).items()
    }
    return activity.model_copy(
        update={
            "answers": _still_true(activity.answers, pack.asked.activity_questions(activity.kind)),
            "choices": {
                key: answer
                for key, answer in activity.choices.items()
                if not any(
                    each.key == key and each.anew for each in pack.asked.activity_choices(activity.kind)
                )
            },
            "facts": {},
            "notes": _notes(computation.file, key),
            "days_rented": None,
            "days_personal": None,
            "last_year": amounts,
        }
    )


def _notes(file: ClientFile, activity: str) -> dict[str, str]:
    """The notes of an activity's lines, and of its entries, that say “next year”."""
    found: dict[str, list[str]] = {}
    lines = file.activities[activity].notes.items()
    of_entries = (
        (entry.line, f"{entry.payee}: {entry.note}" if entry.payee else entry.note)
        for _, entry in sorted(file.entries.items())
        if entry.activity == activity
    )
    for line, note in (*lines, *of_entries):
        if line and NEXT_YEAR in note.casefold():
            found.setdefault(line, []).append(note)
    return {line: "; ".join(notes) for line, notes in found.items()}


def _household(computation: Computation, pack: Pack) -> Household:
    """The household without what is asked anew, with what this year's result says for the next."""
    household, asked = computation.file.household, pack.asked
    anew = {question.key for question in asked.household_choices if question.anew}
    choices = {key: answer for key, answer in household.choices.items() if key not in anew}
    kept = _without_anew(household, asked.household_questions)
    facts = {key: _that_fits(each, key) for key, each in computation.facts_of_next_year().items()}
    return kept.model_copy(update={"choices": choices, "facts": facts})


def _person(computation: Computation, pack: Pack, key: str) -> Person:
    """A person without what is asked anew, with what this year's result says for the next."""
    kept = _without_anew(computation.file.people[key], pack.asked.person_questions)
    said = computation.facts_of_people().get(key, {})
    anew = pack.asked.person_choices_anew
    choices = {name: answer for name, answer in kept.choices.items() if name not in anew}
    facts = {name: _that_fits(each, name) for name, each in said.items()}
    return kept.model_copy(update={"choices": choices, "facts": facts})


def _without_anew(record: Who, questions: Sequence[Question]) -> Who:
    """The household or a person without what is asked anew every year."""
    kept = {"answers": _still_true(record.answers, questions), "facts": {}}
    return record.model_copy(update=kept)


def _still_true(answers: Mapping[str, bool], questions: Sequence[Question]) -> dict[str, bool]:
    anew = {question.key for question in questions if question.anew}
    return {key: answer for key, answer in answers.items() if key not in anew}


def _asset(computation: Computation, pack: Pack, key: str, asset: Asset) -> Asset:
    """An asset with what was taken of it up to now, without what is asked anew. One that has left stays: the
    tests of the year in which it came still count it."""
    taken = computation.taken_of_assets().get(key)
    kept: dict[str, object] = {
        "made_from": None, "answers": _still_true(asset.answers, pack.assets.asked_anew),
    }  # fmt: skip
    if taken is not None:
        kept["prior_depreciation"] = _that_fits(taken, asset.name)
    return asset.model_copy(update=kept)
