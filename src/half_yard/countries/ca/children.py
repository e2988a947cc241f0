"""The children of a household: how old they are decides what is allowed for them."""

from __future__ import annotations

from decimal import Decimal

from half_yard.asked import Column, Field, Kind, Section
from half_yard.asked.fields import heading
from half_yard.countries.asking import Ask
from half_yard.countries.ca.questions import DISABILITY
from half_yard.figures import Figure, stated
from half_yard.records import ClientFile, Dependant

OF_BENEFITS, OF_AMOUNTS, OF_CARE, SMALL = 19, 18, 17, 7
"""Ages, in years, below which one is a child for benefits and reductions, for amounts, for child care, and a
small child there (ITA 63(3), 118(1), 122.7(1))."""


def age(child: Dependant, year: int) -> int | None:
    """Years at the end of the year; None while the day of birth is not known."""
    return year - child.birth_date.year if child.birth_date else None


def _younger(file: ClientFile, than: int) -> tuple[str, ...]:
    """A child whose day of birth is not known counts: it is asked for."""
    ages = {key: age(child, file.tax_year) for key, child in sorted(file.dependants.items())}
    return tuple(key for key, years in ages.items() if years is None or years < than)


def children(ask: Ask, under: int) -> tuple[str, ...]:
    """The children under an age at the end of the year."""
    return ask.of(_younger, under)


def has_child(ask: Ask) -> bool:
    """Whether a child under 19 lives with them."""
    return bool(ask(children, OF_BENEFITS))


def number_of(ask: Ask, under: int) -> Figure:
    """How many there are."""
    return stated(Decimal(len(ask(children, under))), f"children under {under}")


def is_disabled(file: ClientFile, child: str) -> bool:
    """Whether a child has the disability amount."""
    return DISABILITY.of(file.dependants[child].answers)


def section() -> Section:
    """The table of children and others who depend on the household."""
    return Section(
        collection="dependants",
        heading="Children and other dependants",
        explanation="their ages decide about child care, benefits and reductions",
        noun="dependant",
        new_hint="first name",
        needed=("first_name",),
        columns=(
            Column("First name", Kind.TEXT, "first_name", stretch=True),
            Column("Last name", Kind.TEXT, "last_name"),
            Column("Born on", Kind.BIRTHDAY, "birth_date"),
        ),
        boxes=True,
    )


def fields(path: str) -> list[Field]:
    """What decides what one counts for."""
    return [heading(path, "What decides"), DISABILITY.field(path)]
