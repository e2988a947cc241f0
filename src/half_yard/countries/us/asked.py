"""What is asked for a return of the United States."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from half_yard.asked import Column, Field, FieldKind, Kind, Now, Section, people_of
from half_yard.books import Box
from half_yard.countries.asked import Asked
from half_yard.countries.offered import Elsewhere, KindAdvice, ManyAnswers, Question, box_fields
from half_yard.countries.us.activity_codes import CODES
from half_yard.countries.us.business_or_rental import advise
from half_yard.countries.us.capital_sales import HELD, KINDS_SOLD, REPORTED
from half_yard.countries.us.carried_in import KINDS, OF_ASSETS, OF_THINGS, PASSIVE_LOSS
from half_yard.countries.us.elsewhere import ELSEWHERE
from half_yard.countries.us.form_boxes import PERSONS_BOXES, WAGES_TICKS
from half_yard.countries.us.household.fields import (
    HOUSEHOLD_QUESTIONS,
    PERSON_QUESTIONS,
    household_fields,
    person_fields,
)
from half_yard.countries.us.household.filing_status import MARITAL
from half_yard.countries.us.household.incomes import INCOMES
from half_yard.countries.us.household.items import ITEMS
from half_yard.countries.us.household.relations import QUESTIONS
from half_yard.countries.us.household.sections import (
    dependant_fields,
    dependants_section,
)
from half_yard.countries.us.identity import masked_payer
from half_yard.countries.us.losses.asked import (
    AT_RISK,
    AT_RISK_ADDED,
    AT_RISK_TAKEN,
    DEATH,
    ENDED,
    STEP_UP,
)
from half_yard.countries.us.losses.entities import carried_for, going_on
from half_yard.countries.us.qualified.asked import HOURS, TRADE, WAGES
from half_yard.countries.us.questions import (
    ACTIVITY,
    CHOICES,
    DEDUCTION,
    SPOUSES,
)
from half_yard.countries.us.shared.kinds import VEHICLE
from half_yard.records import Activity, ClientFile, HouseholdItem, Thing
from half_yard.records.choices import Option
from half_yard.records.collections import collection_and_id

LAST_PAYMENT_MONTH = 3
"""Nothing is paid towards a year before its April: a day of January is the last instalment's (Form
1040-ES)."""
# Schedule E, line 1b.
PROPERTY_TYPES = (
    "1 Single family residence", "2 Multi-family residence", "3 Vacation or short-term rental",
    "4 Commercial", "5 Land", "7 Self-rental", "8 Other",
)  # fmt: skip


class UnitedStatesAsked(Asked):
    """Filing status, Forms W-2, 1099-INT and 1099-DIV, estimated payments, Schedules C and E."""

    carryovers: Mapping[str, str] = KINDS
    books: Sequence[Option] = (("", "Regular"), ("amt", "Minimum tax"))
    household_questions: Sequence[Question] = HOUSEHOLD_QUESTIONS
    household_choices: Sequence[ManyAnswers] = (MARITAL, DEDUCTION)
    person_questions: Sequence[Question] = PERSON_QUESTIONS
    dependant_questions: Sequence[Question] = QUESTIONS
    elsewhere: Sequence[Elsewhere] = ELSEWHERE
    regional_boxes = True

    def household_fields(self, file: ClientFile) -> Sequence[Field]:
        """The filing status and all that holds for the return."""
        return household_fields(file)

    def person_fields(self, file: ClientFile, person: str) -> Sequence[Field]:
        """Blindness, being claimed and the like."""
        return person_fields(file, person)

    def sections(self, now: Now) -> Sequence[Section]:
        """Wages, interest, dividends and estimated payments."""
        person = Column("Person", Kind.CHOICE, "person", options=people_of(now))
        number = Column(
            "Number", Kind.TEXT, "payer_number", hint="a known number fills in the payer",
            masks=masked_payer,
        )  # fmt: skip
        payer = Column("Payer", Kind.TEXT, "payer", stretch=True)
        withheld = Column("Withheld", Kind.AMOUNT, "withheld", optional=True)
        owner = {"person": "owner"}
        return [
            dependants_section(),
            Section(
                collection="wages",
                heading="Wages",
                explanation="Form W-2",
                noun="wages",
                new_hint="new employer",
                needed=("wages",),
                opened=True,
                columns=(
                    number,
                    Column("Employer", Kind.TEXT, "employer", stretch=True),
                    person,
                    Column("Box 1", Kind.AMOUNT, "wages", hint="taxable wages"),
                    Column(
                        "Box 3",
                        Kind.AMOUNT,
                        "social_security_wages",
                        optional=True,
                        hint="social security wages; left empty, they are taken to be the same as box 1",
                    ),
                    withheld,
                ),
                start=owner,
                hint_column=1,
                payer="employer",
                boxes=True,
            ),
            Section(
                collection="interest",
                heading="Interest",
                explanation="Form 1099-INT",
                noun="interest",
                new_hint="new payer",
                needed=("interest",),
                columns=(
                    number,
                    payer,
                    person,
                    Column("Interest", Kind.AMOUNT, "interest", hint="box 1"),
                    withheld,
                ),
                start=owner,
                hint_column=1,
                payer="payer",
                boxes=True,
            ),
            Section(
                collection="dividends",
                heading="Dividends",
                explanation="Form 1099-DIV",
                noun="dividends",
                new_hint="new payer",
                needed=("ordinary",),
                columns=(
                    number,
                    payer,
                    person,
                    Column("Ordinary", Kind.AMOUNT, "ordinary", hint="box 1a, with the qualified"),
                    Column("Qualified", Kind.AMOUNT, "qualified", optional=True, hint="box 1b"),
                    withheld,
                ),
                start=owner,
                hint_column=1,
                payer="payer",
                boxes=True,
            ),
            Section(
                collection="sales",
                heading="Sales of what was held",
                explanation="Form 1099-B, or without one",
                noun="sale",
                new_hint="what was sold",
                needed=("proceeds",),
                columns=(
                    Column("Sold", Kind.TEXT, "name", stretch=True),
                    person,
                    Column("Acquired", Kind.DATE, "acquired", hint="left empty where it is on several days"),
                    Column("Sold on", Kind.DATE, "sold"),
                    Column("Proceeds", Kind.AMOUNT, "proceeds", hint="box 1d"),
                    Column(
                        "Basis", Kind.AMOUNT, "basis", optional=True, hint="box 1e; 0 where there is none"
                    ),
                    _choice("Held", "held", HELD, "short or long, only where the days don't say it"),
                    _choice("Form", "reported", REPORTED, "whether a form shows the basis to the IRS"),
                    _choice("Kind", "kind", KINDS_SOLD, "shares and funds are plain"),
                ),
                start=owner,
                boxes=True,
                listed=True,
            ),
            ITEMS.section(now),
            Section(
                collection="estimated_payments",
                heading="Estimated tax payments",
                explanation="for this tax year, also those paid in January after it",
                noun="payment",
                new_hint="month/day",
                needed=("amount",),
                columns=(
                    Column("Paid on", Kind.DATE, "date", next_year_until=LAST_PAYMENT_MONTH),
                    Column("Amount", Kind.AMOUNT, "amount"),
                ),
            ),
        ]

    def further(self, file: ClientFile, path: str) -> Sequence[Field]:
        """The further boxes of a form, and what is asked of a dependant or of what else there is."""
        match collection_and_id(path)[0]:
            case "dependants":
                return dependant_fields(path)
            case "items":
                return ITEMS.fields(file, path)
            case "wages":
                return box_fields(path, self.boxes("wages"), WAGES_TICKS)
        return super().further(file, path)

    def said_at(self, file: ClientFile, path: str) -> str:
        """Of an item what its amount is, and where it goes."""
        return ITEMS.words(file, path) if path.startswith("/items/") else ""

    def has_payer(self, file: ClientFile, path: str) -> bool:
        """Not of a dependant, and not of what comes on no form."""
        collection, key = collection_and_id(path)
        if collection == "items" and key in file.items:
            kind = ITEMS.kind_at(file, path)
            return kind is not None and kind.payer
        return collection != "dependants"

    def has_regional_boxes(self, file: ClientFile, path: str) -> bool:
        """Of an item only where it is income, from which a state may have withheld."""
        collection, key = collection_and_id(path)
        if collection == "items" and key in file.items:
            return ITEMS.kind_at(file, path) in INCOMES
        return collection != "dependants"

    def items_next_year(self, file: ClientFile) -> Mapping[str, HouseholdItem]:
        """The Schedules K-1, to which losses that wait belong."""
        return going_on(file)

    def boxes(self, collection: str) -> Sequence[Box]:
        """The further boxes of Forms W-2, 1099-INT and 1099-DIV."""
        return PERSONS_BOXES.get(collection, ())

    def carried_of(self, file: ClientFile, kind: str) -> Sequence[Option]:
        """The activity, that of a home or dwelling, the vehicle, or the entity."""
        records: Mapping[str, Activity | Thing]
        if kind in OF_ASSETS:
            elected = [(key, asset) for key, asset in sorted(file.assets.items()) if asset.expensed]
            return [(key, asset.name or "Not named") for key, asset in elected]
        match OF_THINGS.get(kind):
            case None:
                return ()
            case "vehicle":
                records = {key: thing for key, thing in file.things.items() if thing.kind == VEHICLE}
            case "activity" | "losses":
                records = file.activities
            case "home":
                records = {key: each for key, each in file.activities.items() if each.kind == "business"}
            case _:
                records = {key: each for key, each in file.activities.items() if each.kind == "rental"}
        of_entities = carried_for(file) if kind == PASSIVE_LOSS else []
        return [*((key, record.name or "Not named") for key, record in sorted(records.items())), *of_entities]

    def activity_fields(self, file: ClientFile, key: str) -> Sequence[Field]:
        """A business's code; a rental's kind of property and its days."""
        path = f"/activities/{key}"
        if file.activities[key].kind != "rental":
            return [CODES.field(key)]
        types = tuple((item, item) for item in PROPERTY_TYPES)
        return [
            Field(f"{path}/property_type", "Kind of property", FieldKind.CHOICE, types),
            Field(f"{path}/days_rented", "Days rented at a fair price", FieldKind.DAYS),
            Field(f"{path}/days_personal", "Days of personal use", FieldKind.DAYS),
        ]

    def activity_facts(self, file: ClientFile, key: str) -> Sequence[Field]:
        """Wages and hours for the business-income deduction; what changed at risk, where not all is; the
        step-up of basis where the owner died."""
        activity, path = file.activities[key], f"/activities/{key}/facts"
        asked = [(WAGES, "W-2 wages paid, where the books don't say it")]
        if activity.kind == "rental" and TRADE.of(activity.answers):
            asked.append((HOURS, "Hours of rental services"))
        if not AT_RISK.of(activity.answers):
            asked += [(AT_RISK_ADDED, "Put in at risk this year"), (AT_RISK_TAKEN, "Taken out this year")]
        if activity.choices.get(ENDED.key) == DEATH:
            asked.append((STEP_UP, "Basis stepped up at death"))
        return [Field(f"{path}/{fact}", words, FieldKind.AMOUNT, optional=True) for fact, words in asked]

    def activity_questions(self, kind: str) -> Sequence[Question]:
        """The questions whose answers shape the schedule."""
        return ACTIVITY.get(kind, ())

    def activity_choices(self, kind: str) -> Sequence[ManyAnswers]:
        """The questions with several answers, but for those about spouses."""
        return [question for question in CHOICES.get(kind, ()) if question is not SPOUSES[kind]]

    def owners_choices(self, kind: str) -> Sequence[ManyAnswers]:
        """How both spouses own it."""
        return [question for question in CHOICES.get(kind, ()) if question is SPOUSES[kind]]

    def kind_advice(self, activity: Activity) -> KindAdvice | None:
        """Business or rental."""
        return advise(activity)


def _choice(title: str, field: str, options: Sequence[Option], hint: str) -> Column:
    """A column with the same choices for every record."""
    return Column(title, Kind.CHOICE, field, options=lambda _record: options, hint=hint)
