"""What is asked for the returns of Australia."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from half_yard.asked import Column, Field, FieldKind, Kind, Now, Section, people_of
from half_yard.countries.asked import Asked
from half_yard.countries.au import personal_services
from half_yard.countries.au.carried_amounts import OF_PEOPLE, TITLES, holders
from half_yard.countries.au.elsewhere import ELSEWHERE
from half_yard.countries.au.frame import STATUS
from half_yard.countries.au.identity import industry_problem
from half_yard.countries.au.items import ITEMS
from half_yard.countries.au.questions import (
    CREDITORS,
    DEBTORS,
    HOUSEHOLD_QUESTIONS,
    OF_BUSINESS,
    PERSON_QUESTIONS,
    PERSONAL_SKILLS,
    SIGNED_ON,
    TO_ASSOCIATES,
    household_fields,
    person_fields,
)
from half_yard.countries.au.slips import WITHHELD
from half_yard.countries.offered import Elsewhere, Question
from half_yard.records import ClientFile
from half_yard.records.choices import Option

OF_ITEMS = (
    (DEBTORS, "Trade debtors on June 30", "item P11"),
    (CREDITORS, "Trade creditors on June 30", "item P12"),
    (TO_ASSOCIATES, "Paid to associated persons", "item P14"),
)


class AustraliaAsked(Asked):
    """Spouse and cover, payment summaries, interest, instalments, items."""

    elsewhere: Sequence[Elsewhere] = ELSEWHERE
    household_questions: Sequence[Question] = HOUSEHOLD_QUESTIONS
    person_questions: Sequence[Question] = PERSON_QUESTIONS
    person_choices_anew: Sequence[str] = (SIGNED_ON,)
    carryovers: Mapping[str, str] = TITLES

    def household_fields(self, file: ClientFile) -> Sequence[Field]:
        """Whether there is a spouse, children, and whether all was said."""
        del file
        status = Field("/household/filing_status", "Spouse", FieldKind.CHOICE, tuple(STATUS.items()))
        return [status, *household_fields()]

    def person_fields(self, file: ClientFile, person: str) -> Sequence[Field]:
        """Cover and study loans."""
        return person_fields(file, person)

    def sections(self, now: Now) -> Sequence[Section]:
        """Employment, interest, what else there is, instalments."""
        person = Column("Person", Kind.CHOICE, "person", options=people_of(now))
        tax = Column("Tax withheld", Kind.AMOUNT, "withheld", optional=True)
        owner = {"person": "owner"}
        return [
            Section(
                collection="wages", heading="Employment", explanation="Income statements, item 1",
                noun="employment", new_hint="new employer", needed=("wages",),
                columns=(
                    Column("Employer", Kind.TEXT, "employer", stretch=True), person,
                    Column("Gross", Kind.AMOUNT, "wages"), tax,
                ),
                start=owner, payer="employer",
            ),
            Section(
                collection="interest", heading="Interest", explanation="Item 10", noun="interest",
                new_hint="new bank", needed=("interest",),
                columns=(
                    Column("Bank", Kind.TEXT, "payer", stretch=True), person,
                    Column("Interest", Kind.AMOUNT, "interest"), tax,
                ),
                start=owner, payer="payer",
            ),
            ITEMS.section(now),
            Section(
                collection="estimated_payments", heading="Instalments", explanation="of this income year",
                noun="instalment", new_hint="day/month", needed=("amount",),
                columns=(
                    Column("Paid on", Kind.DATE, "date"), person, Column("Amount", Kind.AMOUNT, "amount"),
                ),
                start=owner,
            ),
        ]  # fmt: skip

    def carried_of(self, file: ClientFile, kind: str) -> Sequence[Option]:
        """Losses and the low-value pool belong to a person, the others to an activity."""
        if kind in OF_PEOPLE:
            return [(key, person.name or key) for key, person in file.people.items()]
        return list(holders(file, kind).items())

    def further(self, file: ClientFile, path: str) -> Sequence[Field]:
        """What is asked of an item besides its amount."""
        return ITEMS.fields(file, path) if path.startswith("/items/") else super().further(file, path)

    def said_at(self, file: ClientFile, path: str) -> str:
        """Of an item what its amount is, and where it goes."""
        return ITEMS.words(file, path) if path.startswith("/items/") else ""

    def activity_fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """The industry code of a business, item P2."""
        if file.activities[key].kind == "rental":
            return ()
        path = f"/activities/{key}/code"
        return [Field(path, "Industry code", FieldKind.TEXT, problem=industry_problem, hint="five digits")]

    def activity_questions(self, kind: str) -> Sequence[Question]:
        """What decides about depreciation, losses and personal services."""
        return (*OF_BUSINESS, *personal_services.QUESTIONS) if kind == "business" else ()

    def questions_of(self, file: ClientFile, key: str) -> Sequence[Question]:
        """The same; those about personal services only where it is paid for personal skills."""
        activity = file.activities[key]
        if activity.kind != "business":
            return ()
        skilled = PERSONAL_SKILLS.of(activity.answers)
        return (*OF_BUSINESS, *(personal_services.QUESTIONS if skilled else ()))

    def activity_facts(self, file: ClientFile, key: str) -> Sequence[Field]:
        """What was withheld from its payments."""
        if file.activities[key].kind == "rental":
            return []
        return [
            Field(f"/activities/{key}/facts/{WITHHELD}", "Tax withheld from its payments", FieldKind.AMOUNT,
                  optional=True),
            *(
                Field(f"/activities/{key}/facts/{fact}", words, FieldKind.AMOUNT, optional=True, hint=hint)
                for fact, words, hint in OF_ITEMS
            ),
            *personal_services.fields(key, file.activities[key]),
        ]  # fmt: skip
