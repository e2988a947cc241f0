"""The tables of dependants and of what else the household has, and what is asked of each of their records."""

from __future__ import annotations

from half_yard.asked import Column, Field, FieldKind, Kind, Section
from half_yard.asked.fields import heading
from half_yard.countries.us.household.relations import (
    GROSS_INCOME,
    QUESTIONS,
    RELATIONS,
)
from half_yard.countries.us.identity import masked


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
