"""What earlier years carry in for a person: losses, contributions, fees and gifts not deducted yet."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.figures import Figure, entered, total
from half_yard.records import Carryover, ClientFile

LOSSES, RRSP_LEFT = "non_capital_loss", "rrsp_unused"
CAPITAL_LOSSES, GAIN_RESERVES = "net_capital_loss", "gain_reserves"
MINIMUM_TAX = "minimum_tax"
TUITION_LEFT, GIFTS_LEFT = "tuition_unused", "gifts_unused"
PROVINCIAL_TUITION_LEFT = "provincial_tuition_unused"
OF_PEOPLE = {
    LOSSES: "Non-capital losses of earlier years",
    CAPITAL_LOSSES: "Net capital losses of earlier years, at half",
    GAIN_RESERVES: "Reserves on gains, deducted last year",
    RRSP_LEFT: "RRSP contributions not deducted yet",
    MINIMUM_TAX: "Minimum tax of earlier years, by year",
    TUITION_LEFT: "Tuition not claimed yet",
    PROVINCIAL_TUITION_LEFT: "Tuition not claimed yet with the province",
    GIFTS_LEFT: "Donations not claimed yet, by year",
}
"""The kinds of carryover that belong to a person, with their titles."""


def _of_person(file: ClientFile, kind: str, person: str) -> tuple[tuple[str, Carryover], ...]:
    every = file.carryovers.items()
    found = [(key, item) for key, item in every if (item.kind, item.of) == (kind, person)]
    return tuple(sorted(found, key=lambda each: (int(each[1].year or 0), each[0])))


def by_year(ask: Ask, kind: str, person: str) -> tuple[tuple[int, Figure], ...]:
    """What is carried in of a kind for a person, the oldest first, with its year; 0 where it has none."""
    return tuple(
        (int(item.year or 0), entered(item.amount, OF_PEOPLE[kind], f"/carryovers/{key}/amount"))
        for key, item in ask.of(_of_person, kind, person)
    )


def came(ask: Ask, kind: str, person: str) -> Figure:
    """All that is carried in of a kind for a person."""
    return total((figure for _, figure in by_year(ask, kind, person)), OF_PEOPLE[kind])
