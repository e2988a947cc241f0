"""What was asked, with its answers, and what holds where nothing was answered; and what is not part of the
computation: so that “complete” can be believed."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from half_yard.asked import Field, FieldKind, value_at
from half_yard.asked.fields import shown_value
from half_yard.countries.pack import Pack
from half_yard.records import ClientFile
from half_yard.records.naming import name_of

QUESTIONS = {
    FieldKind.CHOICE, FieldKind.ANSWER, FieldKind.AMOUNT, FieldKind.DAYS, FieldKind.DATE, FieldKind.BIRTHDAY,
    FieldKind.PERCENT, FieldKind.MONTHS,
}  # fmt: skip
"""What decides something; names and descriptions do not."""


@dataclass(frozen=True, slots=True)
class Asked:
    """Something that was asked: about whom or what, the field, the answer in words; where it was not answered
    what holds then, which is empty where nothing does."""

    about: str
    field: Field
    answer: str
    is_answered: bool

    @property
    def words(self) -> str:
        """The answer, or what holds without one."""
        if self.is_answered:
            return self.answer
        return f"{self.answer} (not answered)" if self.answer else "not answered"


def everything_asked(pack: Pack, file: ClientFile) -> list[Asked]:
    """What was asked of the household, its people, the activities and the shared things."""
    return [
        _asked(pack, file, about, field) for about, field in _fields(pack, file) if field.kind in QUESTIONS
    ]


def left_aside(pack: Pack) -> list[tuple[str, str]]:
    """What people look for that is not computed: its words, and what is said of it."""
    return [("; ".join(each.words), each.says) for each in pack.asked.elsewhere if not each.leads_to]


def _fields(pack: Pack, file: ClientFile) -> Iterator[tuple[str, Field]]:
    asked = pack.asked
    yield from (("The household", field) for field in asked.household_fields(file))
    for key, person in file.people.items():
        yield from ((person.name or key, field) for field in asked.person_fields(file, key))
    for key, dependant in sorted(file.dependants.items()):
        path = f"/dependants/{key}"
        yield from ((name_of(dependant) or dependant.name, field) for field in asked.further(file, path))
    for key, activity in sorted(file.activities.items()):
        fields = asked.of_activity(file, key, owners=len(file.people) > 1)
        yield from ((activity.name or key, field) for field in fields)
    for key, thing in sorted(file.things.items()):
        yield from ((thing.name or key, field) for field in pack.shared.fields(file, key))


def _asked(pack: Pack, file: ClientFile, about: str, field: Field) -> Asked:
    value = value_at(file, field.path)
    is_answered = value not in (None, "")
    stands = value if is_answered else field.default
    match field.kind:
        case FieldKind.ANSWER:
            words = "" if stands is None else "yes" if stands else "no"
        case FieldKind.CHOICE:
            words = dict(field.options).get(str(stands), "" if stands is None else str(stands))
            words = words or ("" if is_answered else field.empty)
        case _:
            words = shown_value(stands, pack.country.calendar(file.tax_year))
    return Asked(about, field, words, is_answered)
