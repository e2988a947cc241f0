"""What is asked for the returns of Canada."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from half_yard.asked import Column, Field, FieldKind, Kind, Now, Section, people_of
from half_yard.books import Box
from half_yard.countries.asked import Asked
from half_yard.countries.ca import children
from half_yard.countries.ca.activity_facts import FISCAL_END, GST_RECORDED, RESERVES, fact_fields
from half_yard.countries.ca.business_or_rental import SERVICES, advise
from half_yard.countries.ca.carried_amounts import OF_PEOPLE
from half_yard.countries.ca.classes import CLASSES, NUMBERS, PROPERTY, UCC
from half_yard.countries.ca.elsewhere import ELSEWHERE
from half_yard.countries.ca.forms.cca import AT_MOST
from half_yard.countries.ca.forms.own_costs import own_costs_fields
from half_yard.countries.ca.forms.part_7 import CARRIED
from half_yard.countries.ca.forms.t1139 import ADDITIONAL
from half_yard.countries.ca.forms.t2125 import INCOME_OF
from half_yard.countries.ca.frame import MARITAL, PROVINCES
from half_yard.countries.ca.industry_codes import CODES
from half_yard.countries.ca.items import ITEMS
from half_yard.countries.ca.pools import holders, pools_of
from half_yard.countries.ca.questions import (
    DEPENDANT,
    DEPENDANT_INCOME,
    GST_REGISTERED,
    HOUSEHOLD_QUESTIONS,
    PERSON_QUESTIONS,
    SIGNED_ON,
    person_fields,
)
from half_yard.countries.ca.things import as_used
from half_yard.countries.offered import Elsewhere, KindAdvice, ManyAnswers, Question
from half_yard.records import Activity, ClientFile
from half_yard.records.choices import Option

T4_BOXES = (
    Box("cpp", "Box 16: CPP contributions", "credit, and the enhanced part a deduction"),
    Box("cpp2", "Box 16A: second CPP contributions", "a deduction, T1, line 22215; from 2024 on"),
    Box("ei", "Box 18: EI premiums", "T1, line 31200"),
)
WHAT_IS_LEFT = "Classes at the end of the year"
NO_CCA = Question(
    "no_cca",
    "Claim no capital cost allowance this year",
    False,
    "It is the most; nobody has to.",
    anew=True,
)
EMPTY = {
    key: Question(
        f"empty_{key}", f"Nothing of class {NUMBERS[key]} is left", False,
        "Then what is left of its cost is a terminal loss (ITA 20(16))", WHAT_IS_LEFT, anew=True,
    )
    for key, item in PROPERTY.items()
    if not item.each
}  # fmt: skip


def _of_dependant(file: ClientFile) -> list[Field]:
    """What is asked of an eligible dependant, where one is claimed."""
    if not DEPENDANT.of(file.household.answers):
        return []
    path = f"/household/facts/{DEPENDANT_INCOME}"
    return [Field(path, "Dependant's net income", FieldKind.AMOUNT, optional=True)]


class CanadaAsked(Asked):
    """Province and marital status, slips T4 and T5, instalments, what the classes begin with."""

    elsewhere: Sequence[Elsewhere] = ELSEWHERE
    household_questions: Sequence[Question] = HOUSEHOLD_QUESTIONS
    person_choices_anew: Sequence[str] = (SIGNED_ON,)
    person_questions: Sequence[Question] = PERSON_QUESTIONS
    carryovers: Mapping[str, str] = {
        **{UCC[key]: f"Undepreciated capital cost, class {NUMBERS[key]}" for key in CLASSES},
        CARRIED: "Business use of home, not claimed yet",
        RESERVES: "Reserves deducted last year",
        ADDITIONAL: "Income counted for the days to December 31",
        **OF_PEOPLE,
    }

    def household_fields(self, file: ClientFile) -> Sequence[Field]:
        """Marital status, and where they lived at the end of the year."""
        return [
            Field("/household/filing_status", "Marital status", FieldKind.CHOICE, tuple(MARITAL.items())),
            Field(
                "/household/choices/province", "Province on Dec 31", FieldKind.CHOICE,
                tuple(PROVINCES.items()),
            ),
            *(each.field("/household") for each in HOUSEHOLD_QUESTIONS),
            *_of_dependant(file),
        ]  # fmt: skip

    def person_fields(self, file: ClientFile, person: str) -> Sequence[Field]:
        """What decides about benefits, and what was paid of them."""
        return person_fields(file, person)

    def sections(self, now: Now) -> Sequence[Section]:
        """Employment, interest and instalments."""
        person = Column("Person", Kind.CHOICE, "person", options=people_of(now))
        tax = Column("Tax deducted", Kind.AMOUNT, "withheld", optional=True, hint="box 22")
        owner = {"person": "owner"}
        return [
            Section(
                collection="wages",
                heading="Employment",
                explanation="Slip T4",
                noun="employment",
                new_hint="new employer",
                needed=("wages",),
                columns=(
                    Column("Employer", Kind.TEXT, "employer", stretch=True),
                    person,
                    Column("Box 14", Kind.AMOUNT, "wages", hint="employment income"),
                    Column(
                        "Box 26",
                        Kind.AMOUNT,
                        "social_security_wages",
                        optional=True,
                        hint="pensionable earnings; left empty, they are taken to be the same as box 14",
                    ),
                    tax,
                ),
                start=owner,
                payer="employer",
                boxes=True,
            ),
            Section(
                collection="interest",
                heading="Interest",
                explanation="Slip T5, box 13",
                noun="interest",
                new_hint="new payer",
                needed=("interest",),
                columns=(
                    Column("Payer", Kind.TEXT, "payer", stretch=True),
                    person,
                    Column("Interest", Kind.AMOUNT, "interest"),
                ),
                start=owner,
                payer="payer",
            ),
            children.section(),
            ITEMS.section(now),
            Section(
                collection="estimated_payments",
                heading="Instalments",
                explanation="paid for this tax year",
                noun="instalment",
                new_hint="day/month",
                needed=("amount",),
                columns=(
                    Column("Paid on", Kind.DATE, "date"),
                    person,
                    Column("Amount", Kind.AMOUNT, "amount"),
                ),
                start=owner,
            ),
        ]

    def boxes(self, collection: str) -> Sequence[Box]:
        """The further boxes of slips T4."""
        return T4_BOXES if collection == "wages" else ()

    def carried_of(self, file: ClientFile, kind: str) -> Sequence[Option]:
        """A class's balance belongs to an activity, or to an asset that is a class of its own; losses, fees
        and gifts to a person."""
        if kind in OF_PEOPLE:
            return [(key, person.name or key) for key, person in file.people.items()]
        if kind not in UCC.values():
            return [(key, activity.name or key) for key, activity in sorted(file.activities.items())]
        return [
            (key, file.assets[key].name or key if key in file.assets else file.called(key))
            for key in holders(as_used(file), kind)
        ]

    def further(self, file: ClientFile, path: str) -> Sequence[Field]:
        """What is asked of an item besides its amount, and of a dependant."""
        if path.startswith("/dependants/"):
            return children.fields(path)
        return ITEMS.fields(file, path) if path.startswith("/items/") else super().further(file, path)

    def said_at(self, file: ClientFile, path: str) -> str:
        """Of an item what its amount is, and where it goes."""
        return ITEMS.words(file, path) if path.startswith("/items/") else ""

    def has_payer(self, file: ClientFile, path: str) -> bool:
        """Not of a dependant."""
        del file
        return not path.startswith("/dependants/")

    def activity_fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """The industry code."""
        del file
        return [CODES.field(key)]

    def activity_questions(self, kind: str) -> Sequence[Question]:
        """About sales tax or services, the allowance, and which classes are empty."""
        return (GST_REGISTERED if kind == "business" else SERVICES, NO_CCA, *EMPTY.values())

    def questions_of(self, file: ClientFile, key: str) -> Sequence[Question]:
        """About the allowance, and whether the classes that it has are empty."""
        pools = pools_of(as_used(file), key)
        of_pools = (NO_CCA, *(EMPTY[pool.kind] for pool in pools if not pool.asset)) if pools else ()
        own = GST_REGISTERED if file.activities[key].kind == "business" else SERVICES
        return (own, *of_pools)

    def kind_advice(self, activity: Activity) -> KindAdvice | None:
        """What a rental is by the services given."""
        return advise(activity)

    def activity_choices(self, kind: str) -> Sequence[ManyAnswers]:
        """Whether a business is a profession, or earns commissions; sales tax in its books; its period."""
        return (INCOME_OF, GST_RECORDED, FISCAL_END) if kind == "business" else ()

    def activity_facts(self, file: ClientFile, key: str) -> Sequence[Field]:
        """What owners have spent alone, and how much of the allowance is claimed."""
        own = [*fact_fields(file, key), *own_costs_fields(file, key)]
        if not pools_of(as_used(file), key):
            return own
        return [
            *own,
            Field(
                f"/activities/{key}/facts/{AT_MOST}", "Claim allowance of at most", FieldKind.AMOUNT,
                optional=True, hint="all that may be claimed",
            ),
        ]  # fmt: skip
