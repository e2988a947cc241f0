"""The household's items: as figures, as a table in which they are found by plain words, and what is asked of
each. Why an item counts nowhere is the country's."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.asked import Column, Field, Kind, Now, Section, WordsColumn, people_of
from half_yard.asked.fields import heading
from half_yard.countries.asking import Ask
from half_yard.countries.item_kind import ItemKind, Whose
from half_yard.countries.offered import box_fields
from half_yard.figures import Figure, entered
from half_yard.records import ClientFile, HouseholdItem, Record
from half_yard.records.choices import Option

Found = tuple[str, HouseholdItem]
"""An item with its record path."""
NO_KIND = "It is not said what it is. Choose it."
NO_AMOUNT = "No amount is entered. Type it, 0 where there is none."
NEGATIVE = "Its amount is below zero. Type it without a sign."


def problem_of_amounts(item: HouseholdItem, kind: ItemKind | None, year: int) -> str:
    """What is wrong with an item in any country; empty where nothing is."""
    if kind is None:
        return NO_KIND
    if not kind.is_of(year):
        return f"There is none in {year}: the law has it {_years(kind)}."
    if (kind.amount and item.amount is None) or not (kind.amount or item.boxes):
        return NO_AMOUNT
    if not kind.signed and any(amount < 0 for amount in (item.amount or Decimal(0), *item.boxes.values())):
        return NEGATIVE
    return ""


def _years(kind: ItemKind) -> str:
    if kind.last is None:
        return f"from {kind.first} on"
    if not kind.first:
        return f"up to {kind.last}"
    return f"in {kind.first} only" if kind.first == kind.last else f"from {kind.first} to {kind.last}"


def every_item(ask: Ask) -> tuple[Found, ...]:
    """All items, also those that count nowhere."""
    return ask.of(_every)


def _every(file: ClientFile) -> tuple[Found, ...]:
    return tuple((f"/items/{key}", item) for key, item in sorted(file.items.items()))


def _of_kind(file: ClientFile, kind: str) -> tuple[Found, ...]:
    return tuple((f"/items/{key}", item) for key, item in sorted(file.items.items()) if item.kind == kind)


@dataclass(frozen=True, eq=False)
class ItemKeeping:
    """A country's items: their kinds by key, the part that says why one counts nowhere, by record path; and
    what the table says of itself, of a new row, and of what was withheld. Methods that take an `Ask` are
    parts to ask for."""

    kinds: Mapping[str, ItemKind]
    stops: Callable[[Ask], Mapping[str, str]]
    explanation: str
    new_hint: str
    withheld: str

    # -- as figures ----------------------------------------------------------------------------------

    def items_of(self, ask: Ask, kind: str) -> tuple[Found, ...]:
        """The items of a kind that count, in the order in which they were made."""
        stopped = ask(self.stops)
        return tuple(found for found in ask.of(_of_kind, kind) if found[0] not in stopped)

    def has(self, ask: Ask, *kinds: str) -> bool:
        """Whether there is an item of one of these kinds."""
        return any(ask(self.items_of, kind) for kind in kinds)

    def amounts(self, ask: Ask, kind: str, person: str = "") -> tuple[Figure, ...]:
        """The amounts of a kind in cents, of all or of one person."""
        return tuple(
            self.amount_of(found)
            for found in ask(self.items_of, kind)
            if not person or found[1].person == person
        )

    def amount_of(self, found: Found) -> Figure:
        """The amount of an item, in cents."""
        path, item = found
        return entered(item.amount or Decimal(0), self._called(item), f"{path}/amount", item.reckoning)

    def boxes(self, ask: Ask, kind: str, box: str, person: str = "") -> tuple[Figure, ...]:
        """A box of each item of a kind that has it, in cents."""
        return tuple(
            figure
            for found in ask(self.items_of, kind)
            if (not person or found[1].person == person) and (figure := self.box_of(found, box)) is not None
        )

    def box_of(self, found: Found, box: str) -> Figure | None:
        """A box of an item; None where nothing is typed."""
        path, item = found
        if box not in item.boxes:
            return None
        return entered(item.boxes[box], self._called(item), f"{path}/boxes/{box}")

    def _called(self, item: HouseholdItem) -> str:
        kind = self.kinds.get(item.kind)
        return item.name or (kind.title if kind else "not named")

    # -- as they are asked ---------------------------------------------------------------------------

    def section(self, now: Now) -> Section:
        """What else the household has: one table, in which things are found by plain words."""

        def kinds(_record: Record | None) -> Sequence[Option]:
            return [(kind.key, kind.title) for kind in self.kinds.values() if kind.is_of(now().tax_year)]

        def whose(record: Record | None) -> Sequence[Option]:
            kind = self.kinds.get(record.kind) if isinstance(record, HouseholdItem) else None
            people = list(people_of(now)(record))
            if kind is not None and kind.whose is Whose.RETURN:
                return [(key, "") for key, _ in people]
            if kind is None or kind.whose is Whose.ANYONE:
                people += [(key, person.name or key) for key, person in sorted(now().dependants.items())]
            return people

        return Section(
            collection="items",
            heading="What else there is",
            explanation=self.explanation,
            noun="item",
            opened=True,
            new_hint=self.new_hint,
            needed=("kind",),
            columns=(
                WordsColumn(
                    "What", Kind.CHOICE, "kind", options=kinds, stretch=True,
                    words=lambda key: self.kinds[key].words if key in self.kinds else "",
                ),
                Column("Whose", Kind.CHOICE, "person", options=whose),
                Column("From or to", Kind.TEXT, "name"),
                Column("Amount", Kind.AMOUNT, "amount", optional=True),
                Column("Withheld", Kind.AMOUNT, "withheld", optional=True, hint=self.withheld),
            ),
            start={"person": "owner"},
            boxes=True,
        )  # fmt: skip

    def kind_at(self, file: ClientFile, path: str) -> ItemKind | None:
        """What the item at a path is; None where nothing is there, or it is of no kind."""
        item = file.items.get(path.rpartition("/")[2])
        return self.kinds.get(item.kind) if item is not None else None

    def fields(self, file: ClientFile, path: str) -> list[Field]:
        """What is asked of an item besides its amount."""
        kind = self.kind_at(file, path)
        if kind is None:
            return []
        return [
            heading(path, kind.title),
            *(choice.field(path) for choice in kind.choices),
            *box_fields(path, kind.boxes, kind.ticks),
        ]

    def words(self, file: ClientFile, path: str) -> str:
        """What the amount of an item is, and where it goes."""
        kind = self.kind_at(file, path)
        return _said_of(kind) if kind is not None else ""


def _said_of(kind: ItemKind) -> str:
    amount = f"Amount: {kind.amount[:1].lower()}{kind.amount[1:]}. " if kind.amount else ""
    return f"{amount}{kind.goes}."
