"""What a country asks: of the household, of each person, of an activity, and besides."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from half_yard.asked import Field, Now, Section
from half_yard.books import Box
from half_yard.countries.offered import Elsewhere, KindAdvice, ManyAnswers, Question, box_fields
from half_yard.records import Activity, ClientFile, HouseholdItem
from half_yard.records.collections import collection_and_id


class Asked:
    """Asks nothing but names; a country's own asks what it needs, described without a window."""

    carryovers: Mapping[str, str] = {}
    """The titles of what earlier years may carry in, by kind."""
    books: Sequence[tuple[str, str]] = ()
    """Under which books something is carried in, as (key, title), where there are several."""
    elsewhere: Sequence[Elsewhere] = ()
    """What people look for that has another name or place here, or none."""
    household_questions: Sequence[Question] = ()
    """The yes/no questions about the household, of which each is asked where it has a meaning."""
    household_choices: Sequence[ManyAnswers] = ()
    """The questions about the household with several answers."""
    person_choices_anew: Sequence[str] = ()
    """The choices of a person that are made anew every year."""
    person_questions: Sequence[Question] = ()
    """The yes/no questions about a person."""
    dependant_questions: Sequence[Question] = ()
    """The yes/no questions about a dependant."""
    regional_boxes: bool = False
    """Whether payers' forms have boxes for a region's own return."""

    def said_of(self, typed: str) -> str:
        """What is said of a word that names something else than a line; empty for one that is not known."""
        wanted = typed.strip().casefold()
        for each in self.elsewhere:
            for words in each.words:
                if wanted and words.casefold().startswith(wanted):
                    return f"{words}: {each.says}."
        return ""

    def household_fields(self, file: ClientFile) -> Sequence[Field]:
        """What holds for the whole file."""
        del file
        return ()

    def person_fields(self, file: ClientFile, person: str) -> Sequence[Field]:
        """What is asked of a person besides name, day of birth and number."""
        del file, person
        return ()

    def sections(self, now: Now) -> Sequence[Section]:
        """The tables of what the household has besides its activities; `now` gives the file as it is."""
        del now
        return ()

    def boxes(self, collection: str) -> Sequence[Box]:
        """The further boxes of the forms of a section."""
        del collection
        return ()

    def further(self, file: ClientFile, path: str) -> Sequence[Field]:
        """What is asked of the record at a path of a section besides its columns."""
        del file
        return box_fields(path, self.boxes(collection_and_id(path)[0]))

    def said_at(self, file: ClientFile, path: str) -> str:
        """What is said of the record at a path beside its further fields."""
        del file, path
        return ""

    def has_payer(self, file: ClientFile, path: str) -> bool:
        """Whether the record at a path is a form that a payer sends."""
        del file, path
        return True

    def items_next_year(self, file: ClientFile) -> Mapping[str, HouseholdItem]:
        """What of the household's items goes on into next year's file, by id, without its amounts."""
        del file
        return {}

    def has_regional_boxes(self, file: ClientFile, path: str) -> bool:
        """Whether the record at a path has boxes for a region's own return."""
        del file, path
        return self.regional_boxes

    def carried_of(self, file: ClientFile, kind: str) -> Sequence[tuple[str, str]]:
        """What a carryover of a kind may belong to, as (key, title); nothing where it is the return's."""
        del file, kind
        return ()

    def activity_fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """What is asked of an activity besides its name, number, address, days and owners."""
        del file, key
        return ()

    def activity_questions(self, kind: str) -> Sequence[Question]:
        """The yes/no questions about an activity of this kind."""
        del kind
        return ()

    def questions_of(self, file: ClientFile, key: str) -> Sequence[Question]:
        """Those that apply to an activity as it stands."""
        return self.activity_questions(file.activities[key].kind)

    def activity_choices(self, kind: str) -> Sequence[ManyAnswers]:
        """The questions with several answers about an activity of this kind."""
        del kind
        return ()

    def activity_facts(self, file: ClientFile, key: str) -> Sequence[Field]:
        """What is asked of an activity in numbers, of this year alone."""
        del file, key
        return ()

    def owners_choices(self, kind: str) -> Sequence[ManyAnswers]:
        """The questions about how several people own an activity of this kind."""
        del kind
        return ()

    def of_activity(self, file: ClientFile, key: str, *, owners: bool = True) -> list[Field]:
        """Everything that is asked of an activity besides its name, number, address, days and shares;
        without `owners` nothing of how several own it."""
        kind, path = file.activities[key].kind, f"/activities/{key}"
        choices = (*self.activity_choices(kind), *(self.owners_choices(kind) if owners else ()))
        return [
            *self.activity_fields(file, key),
            *(each.field(path) for each in self.questions_of(file, key)),
            *(each.field(path) for each in choices),
            *self.activity_facts(file, key),
        ]

    def kind_advice(self, activity: Activity) -> KindAdvice | None:
        """Which kind an activity is by its answers, where that is a question."""
        del activity
        return None
