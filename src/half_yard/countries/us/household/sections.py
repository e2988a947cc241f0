"""The tables of dependants and of what else the household has, and what is asked of each of their records."""

from __future__ import annotations

from collections.abc import Sequence

from half_yard.asked import Column, Field, FieldKind, Kind, Now, Section, WordsColumn, people_of
from half_yard.asked.fields import heading
from half_yard.countries.offered import box_fields
from half_yard.countries.us.household.item_kind import ItemKind, Whose
from half_yard.countries.us.household.kinds import KINDS
from half_yard.countries.us.household.relations import (
    GROSS_INCOME,
    QUESTIONS,
    RELATIONS,
)
from half_yard.countries.us.identity import masked
from half_yard.records import ClientFile, HouseholdItem, Record
from half_yard.records.choices import Option


def dependants_section() -> Section:
    """Who lives with the household or is supported by it."""
    return Section(
        collection="dependants",
        heading="Dependants and others at home",
        explanation="what each counts for is found by the facts",
        noun="dependant",
        new_hint="first name",
        needed=("first_name",),
        columns=(
            Column("First name", Kind.TEXT, "first_name", stretch=True),
            Column("Last name", Kind.TEXT, "last_name"),
            Column("Relation", Kind.CHOICE, "relation", options=lambda _record: RELATIONS),
            Column("Born on", Kind.BIRTHDAY, "birth_date"),
            Column("Number", Kind.TEXT, "identity_number", masks=masked),
            Column(
                "Months here", Kind.COUNT, "months", optional=True, hint="0 to 12, absences at school count"
            ),
        ),
        boxes=True,
    )


def dependant_fields(path: str) -> list[Field]:
    """What decides what a person counts for."""
    return [
        heading(path, "What decides"),
        *(question.field(path) for question in QUESTIONS),
        Field(f"{path}/facts/{GROSS_INCOME}", "Gross income", FieldKind.AMOUNT, optional=True,
              hint="of who is no qualifying child: below the year's limit"),
        Field(f"{path}/died", "Died on", FieldKind.DATE),
    ]  # fmt: skip


def items_section(now: Now) -> Section:
    """What else the household has: one table, in which things are found by plain words."""

    def kinds(_record: Record | None) -> Sequence[Option]:
        return [(kind.key, kind.title) for kind in KINDS.values() if kind.is_of(now().tax_year)]

    def whose(record: Record | None) -> Sequence[Option]:
        kind = KINDS.get(record.kind) if isinstance(record, HouseholdItem) else None
        people = list(people_of(now)(record))
        if kind is not None and kind.whose is Whose.RETURN:
            return [(key, "") for key, _ in people]
        if kind is None or kind.whose is Whose.ANYONE:
            people += [(key, person.name or key) for key, person in sorted(now().dependants.items())]
        return people

    return Section(
        collection="items",
        heading="What else there is",
        explanation="pensions, insurance, gifts, care, school, solar: type what the client has",
        noun="item",
        opened=True,
        new_hint="babysitter, college, IRA, medical…",
        needed=("kind",),
        columns=(
            WordsColumn(
                "What", Kind.CHOICE, "kind", options=kinds, stretch=True,
                words=lambda key: KINDS[key].words if key in KINDS else "",
            ),
            Column("Whose", Kind.CHOICE, "person", options=whose),
            Column("From or to", Kind.TEXT, "name"),
            Column("Amount", Kind.AMOUNT, "amount", optional=True),
            Column("Withheld", Kind.AMOUNT, "withheld", optional=True, hint="federal tax, of income"),
        ),
        start={"person": "owner"},
        boxes=True,
    )  # fmt: skip


def kind_at(file: ClientFile, path: str) -> ItemKind | None:
    """What the item at a path is; None where nothing is there, or it is of no kind."""
    item = file.items.get(path.rpartition("/")[2])
    return KINDS.get(item.kind) if item is not None else None


def item_fields(file: ClientFile, path: str) -> list[Field]:
    """What is asked of an item besides its amount."""
    kind = kind_at(file, path)
    if kind is None:
        return []
    return [
        heading(path, kind.title),
        *(choice.field(path) for choice in kind.choices),
        *box_fields(path, kind.boxes, kind.ticks),
    ]


def item_words(file: ClientFile, path: str) -> str:
    """What the amount of an item is, and where it goes."""
    kind = kind_at(file, path)
    return _said_of(kind) if kind is not None else ""


def _said_of(kind: ItemKind) -> str:
    amount = f"Amount: {kind.amount[:1].lower()}{kind.amount[1:]}. " if kind.amount else ""
    return f"{amount}{kind.goes}."
