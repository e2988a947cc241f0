"""Totals of entries by month and by payee."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal
from typing import TypeVar

from half_yard.records import Entry
from half_yard.records.naming import same_name

NO_MONTH = 0
K = TypeVar("K")


@dataclass(frozen=True, slots=True)
class Together:
    """Entries added up: what they have in common, money in and out in dollars, and how many they are."""

    name: str
    money_in: Decimal
    money_out: Decimal
    count: int


def by_month(entries: Iterable[tuple[Entry, bool]]) -> dict[int, Together]:
    """Totals by month, 1 to 12, and under 0 those of entries without a date.

    Each entry comes with whether its line takes money in.
    """
    return _grouped(
        ((entry.date.month if entry.date else NO_MONTH), "", entry, receipt) for entry, receipt in entries
    )


def by_payee(entries: Iterable[tuple[Entry, bool]]) -> list[Together]:
    """Totals by payee, the largest first; names are compared without case and kind of company."""
    found = _grouped((same_name(entry.payee), entry.payee, entry, receipt) for entry, receipt in entries)
    return sorted(found.values(), key=lambda item: -(abs(item.money_in) + abs(item.money_out)))


def _grouped(entries: Iterable[tuple[K, str, Entry, bool]]) -> dict[K, Together]:
    found: dict[K, Together] = {}
    for key, name, entry, receipt in entries:
        known = found.get(key, Together(name, Decimal(0), Decimal(0), 0))
        found[key] = Together(
            known.name,
            known.money_in + (entry.amount if receipt else 0),
            known.money_out + (0 if receipt else entry.amount),
            known.count + 1,
        )
    return found
