"""What may be moved over a range: the numbers and days of a file, by the words that name them."""

from __future__ import annotations

import datetime
from collections.abc import Iterator
from decimal import Decimal

from half_yard.asked import value_at
from half_yard.asked.fields import shown_value
from half_yard.countries.labels import label_of
from half_yard.countries.pack import Pack
from half_yard.records import ClientFile, Record
from half_yard.records.collections import COLLECTIONS, Work
from half_yard.records.naming import AMOUNTS, name_of

OTHERS = {Work.LOOKING_OVER, Work.HANDING_OVER, Work.FITTING, Work.STATEMENTS}
"""What holds nothing that a return is made of."""
MOST = 14


def find_movable(
    pack: Pack, file: ClientFile, typed: str, most: int = MOST, *, under: str = ""
) -> dict[str, str]:
    """The paths of the fields whose words have all those that are typed, by their words, at most a few; of
    those whose path begins with `under`."""
    words = typed.casefold().split()
    calendar = pack.country.calendar(file.tax_year)
    found: dict[str, str] = {}
    for path, told in _everything(file):
        if not path.startswith(under):
            continue
        now = shown_value(value_at(file, path), calendar)
        label = f"{label_of(pack, file, path)}, now {now or 'empty'}"
        if all(word in f"{told} {label}".casefold() for word in words):
            found.setdefault(label if label not in found else f"{label} [{path}]", path)
            if len(found) == most:
                break
    return found


def _everything(file: ClientFile) -> Iterator[tuple[str, str]]:
    """Every number and day of the records, with what it is looked for by; shares and main amounts first."""
    for key, activity in sorted(file.activities.items()):
        for person in file.people:
            words = f"{activity.name} share owner {file.people[person].name}"
            yield f"/activities/{key}/owners/{person}", words
    later = []
    for name, collection in COLLECTIONS.items():
        if collection.work in OTHERS:
            continue
        for key, record in sorted(getattr(file, name).items()):
            for field in type(record).model_fields:
                value = getattr(record, field)
                if not _may_move(record, field, value):
                    continue
                told = f"{collection.called} {name_of(record)} {field.replace('_', ' ')}"
                each = (f"/{name}/{key}/{field}", told)
                if field in AMOUNTS:
                    yield each
                else:
                    later.append(each)
    yield from later


def _may_move(record: Record, field: str, value: object) -> bool:
    """Whether a number or a day stands there, or could."""
    if isinstance(value, Decimal | datetime.date) and not isinstance(value, bool):
        return True
    return value is None and field in {"expensed", "proceeds", "disposed", "share"} and hasattr(record, field)
