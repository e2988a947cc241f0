"""Logs of trips, calendars of stays and sales of what was held, from lists of other programs: read by their
headings, a row at a time, nothing lost. A row that can't be taken says why at its place; the others stand."""

from __future__ import annotations

import datetime
import re
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries import pack_for
from half_yard.records import CapitalSale, Change, ClientFile, Edit, Stay, Trip
from half_yard.records.choices import ChoiceError, Option, read_choice
from half_yard.records.identifiers import fresh_ids
from half_yard.records.reckoning import ReckoningError, reckon
from half_yard.texts import quoted

TRIPS, STAYS, SALES = "trips", "stays", "sales"
ROLES: Mapping[str, Mapping[str, str]] = {
    TRIPS: {
        "date": "Date", "start": "From", "goal": "To", "purpose": "Purpose", "amount": "Distance",
        "begun": "Odometer before", "ended": "Odometer after", "activity": "For",
    },
    STAYS: {"begins": "First day", "ends": "Last day", "leaves": "Departure", "kind": "Was", "guest": "Who"},
    SALES: {
        "name": "Sold", "acquired": "Acquired", "sold": "Sold on", "proceeds": "Proceeds", "basis": "Basis",
        "held": "Held", "wash_sale": "Wash sale loss", "withheld": "Withheld",
    },
}  # fmt: skip
"""What a column can be, by collection: a field of its records, with its title. An odometer before and after
make a distance; a day of departure is not a day of the stay."""
HEADINGS: Mapping[str, Mapping[str, tuple[str, ...]]] = {
    TRIPS: {
        "begun": ("odometer start", "start odometer", "odometer before", "begin", "start reading"),
        "ended": ("odometer end", "end odometer", "odometer after", "end reading"),
        "amount": ("miles", "distance", "mileage", "km"),
        "date": ("date", "day"),
        "purpose": ("purpose", "reason", "note", "description"),
        "activity": ("for", "activity", "business", "category", "type", "client"),
        "goal": ("to", "destination", "goal", "end"),
        "start": ("from", "origin", "start"),
    },
    STAYS: {
        "leaves": ("check-out", "check out", "checkout", "departure", "leaves"),
        "begins": ("first", "check-in", "check in", "checkin", "arrival", "from", "begin", "start", "date"),
        "ends": ("last", "until", "to", "end"),
        "kind": ("was", "kind", "use", "type", "status"),
        "guest": ("guest", "who", "name", "party"),
    },
    SALES: {
        "wash_sale": ("wash", "disallowed"),
        "acquired": ("acquired", "acquisition", "bought", "purchase date", "open date"),
        "proceeds": ("proceeds", "sales price"),
        "basis": ("basis", "cost"),
        "sold": ("date sold", "sold on", "sold", "sale date", "disposed", "close date"),
        "held": ("term", "holding", "held", "type of gain"),
        "withheld": ("withheld", "tax withheld"),
        "name": ("description", "security", "name", "symbol", "asset", "property"),
    },
}
"""Words of headings by role, the most telling first."""
ONE_DAY = datetime.timedelta(days=1)


@dataclass(frozen=True, slots=True)
class ListedRow:
    """A row of the list: its line in the file, the record that it makes or None, and what is wrong with
    it."""

    line: int
    record: Trip | Stay | CapitalSale | None
    problem: str = ""


def guess_columns(collection: str, heading: Sequence[str]) -> dict[str, int]:
    """The column of each role by the words of the headings."""
    found: dict[str, int] = {}
    texts = [cell.casefold().replace("_", " ") for cell in heading]
    for role, words in HEADINGS[collection].items():
        telling = (
            number
            for word in words
            for number, text in enumerate(texts)
            if re.search(rf"\b{re.escape(word)}", text) and number not in found.values()
        )
        if (number := next(telling, None)) is not None:
            found[role] = number
    return found


def listed_rows(
    file: ClientFile, collection: str, of: str, cells: Sequence[Sequence[str]], columns: Mapping[str, int]
) -> list[ListedRow]:
    """The rows beneath the headings as trips or stays of a thing, or as sales of a person."""
    make = MAKERS[collection]
    rows = []
    for line, row in enumerate(cells[1:], 2):
        given = {role: row[number].strip() if number < len(row) else "" for role, number in columns.items()}
        try:
            rows.append(ListedRow(line, make(file, of, given)))
        except ValueError as error:
            rows.append(ListedRow(line, None, str(error)))
    return rows


def list_edit(file: ClientFile, collection: str, rows: Iterable[ListedRow]) -> Edit:
    """The edit that adds the records of the rows that make one, in their order."""
    records = [row.record for row in rows if row.record is not None]
    changes = tuple(
        Change(op="add", path=f"/{collection}/{key}", value=record.model_dump(mode="json"))
        for record, key in zip(records, fresh_ids(collection, getattr(file, collection)), strict=False)
    )
    what = collection if len(changes) != 1 else collection.removesuffix("s")
    return Edit(label=f"{len(changes)} {what} taken in", changes=changes)


def _day(file: ClientFile, text: str) -> datetime.date | None:
    return pack_for(file.country).country.calendar(file.tax_year).read(text)


def _trip(file: ClientFile, thing: str, given: Mapping[str, str]) -> Trip:
    activities = [(key, item.name) for key, item in sorted(file.activities.items())]
    kinds = pack_for(file.country).shared.trips
    return Trip(
        thing=thing,
        date=_day(file, given.get("date", "")),
        start=given.get("start", "")[:200],
        goal=given.get("goal", "")[:200],
        purpose=given.get("purpose", "")[:200],
        activity=_choice(given.get("activity", ""), [*activities, *kinds.items()]),
        amount=_distance(given),
    )


def _distance(given: Mapping[str, str]) -> Decimal:
    """The distance of a trip, or the difference of two readings. Raises ValueError."""
    text = given.get("amount", "")
    try:
        if text:
            amount = reckon(text)
        elif given.get("begun") and given.get("ended"):
            amount = reckon(given["ended"]) - reckon(given["begun"])
        else:
            raise ValueError("It has no distance.")
    except ReckoningError as error:
        raise ValueError(f"Distance: {error}") from error
    if amount < 0:
        raise ValueError("Its distance is below zero, or its odometer runs backwards.")
    return amount


def _choice(typed: str, options: Sequence[Option]) -> str:
    if not typed:
        return ""
    try:
        return read_choice(typed, options)
    except ChoiceError as error:
        raise ValueError(f"{quoted(typed)} is no activity and no kind known here.") from error


def _stay(file: ClientFile, thing: str, given: Mapping[str, str]) -> Stay:
    begins, ends = _day(file, given.get("begins", "")), _day(file, given.get("ends", ""))
    if begins is None:
        raise ValueError("It has no first day.")
    leaves = _day(file, given.get("leaves", ""))
    if ends is None and leaves is not None:
        ends = max(leaves - ONE_DAY, begins)
    if ends is not None and ends < begins:
        raise ValueError("It ends before it begins.")
    kinds = list(pack_for(file.country).shared.stay_words)
    kind = _choice(given.get("kind", ""), kinds) or kinds[0][0]
    return Stay(thing=thing, begins=begins, ends=ends, kind=kind, guest=given.get("guest", "")[:200])


def _sale(file: ClientFile, person: str, given: Mapping[str, str]) -> CapitalSale:
    """A sale: its day of acquisition may be several (“various”), then its term is taken from the list."""
    proceeds = _amount(given, "proceeds", "Proceeds")
    if proceeds is None:
        raise ValueError("It has no proceeds.")
    boxes = {role: _amount(given, role, ROLES[SALES][role]) for role in ("wash_sale", "withheld")}
    acquired = given.get("acquired", "")
    return CapitalSale(
        person=person,
        name=given.get("name", "")[:200],
        acquired=None if acquired.casefold() in SEVERAL_DAYS else _day(file, acquired),
        sold=_day(file, given.get("sold", "")),
        proceeds=proceeds,
        basis=_amount(given, "basis", "Basis"),
        held=next((term for term in TERMS if given.get("held", "").casefold().startswith(term)), ""),
        boxes={role: amount for role, amount in boxes.items() if amount},
    )


TERMS = ("short", "long")
SEVERAL_DAYS = {"various", "var", "multiple", ""}


def _amount(given: Mapping[str, str], role: str, title: str) -> Decimal | None:
    """An amount in dollars, as lists print it; None where it is empty. Raises ValueError."""
    text = given.get(role, "").replace("$", "").strip()
    if not text:
        return None
    if text.startswith("(") and text.endswith(")"):
        text = f"-{text[1:-1]}"
    try:
        return reckon(text)
    except ReckoningError as error:
        raise ValueError(f"{title}: {error}") from error


MAKERS: Mapping[str, Callable[[ClientFile, str, Mapping[str, str]], Trip | Stay | CapitalSale]] = {
    TRIPS: _trip, STAYS: _stay, SALES: _sale,
}  # fmt: skip
