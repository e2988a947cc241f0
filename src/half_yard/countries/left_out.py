"""Activities that are not on the return: what belongs to them counts nowhere."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.books import BookKeeping
from half_yard.countries.asking import Ask
from half_yard.records import ClientFile

ARCHIVED = "Its activity is archived, so it is not on the return. Take it out of the archive to count it."


def stopped_with(ask: Ask, books: BookKeeping, reasons: Mapping[str, str]) -> dict[str, str]:
    """What is stopped because its activity is left out, by record path; `reasons` are those of the
    activities."""
    found = {
        f"/entries/{key}": why
        for activity, why in reasons.items()
        for keys in (*ask(books.entries_of, activity).values(), books.stopped_in(ask, activity))
        for key in keys
    }
    return found | ask.of(_others, tuple(reasons.items()))


def _others(file: ClientFile, reasons: tuple[tuple[str, str], ...]) -> dict[str, str]:
    """The assets and payers' forms among it."""
    left_out = dict(reasons)
    if not left_out:
        return {}
    return {
        f"/{collection}/{key}": left_out[record.activity]
        for collection in ("assets", "forms")
        for key, record in getattr(file, collection).items()
        if record.activity in left_out
    }
