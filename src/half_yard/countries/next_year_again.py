"""What has changed in last year's file since next year's was made of it: told, and brought only when that is
asked."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal

from pydantic import JsonValue

from half_yard.figures.explain import exact_text
from half_yard.records import Asset, Carryover, Change, ClientFile, Edit, Record
from half_yard.records.collections import COLLECTIONS
from half_yard.records.identifiers import fresh_ids
from half_yard.records.naming import name_of

GOING_ON = ("people", "dependants", "activities", "assets", "things", "uses", "exchanges", "items")
"""The collections whose records go along under their ids."""


@dataclass(frozen=True, slots=True)
class Changed:
    """What is otherwise now: in words, what the file has and what it would have, and the changes that bring
    it; none where it can't be brought."""

    words: str
    has: str
    would_have: str
    changes: tuple[Change, ...] = ()


def changed_since(made: ClientFile, there: ClientFile) -> list[Changed]:
    """What differs between a file as it would be made now and the one that is there: carryovers, what was
    taken of assets, last year's amounts, and records that came since. What was typed there stays."""
    return [
        *_records(made, there), *_carryovers(made, there), *_assets(made, there), *_facts(made, there),
        *_amounts(made, there), *_history(made, there),
    ]  # fmt: skip


def bring(changed: list[Changed]) -> Edit:
    """The edit that brings all of it."""
    steps = tuple(step for each in changed for step in each.changes)
    return Edit(label="What has changed last year", changes=steps)


def _step(path: str, value: JsonValue, *, there: bool) -> Change:
    return Change.model_validate({"op": "replace" if there else "add", "path": path, "value": value})


def _plain(record: Record) -> JsonValue:
    plain: JsonValue = record.model_dump(mode="json")
    return plain


def _records(made: ClientFile, there: ClientFile) -> Iterator[Changed]:
    """Records that came since. Where another has come under the same id, that is said."""
    for collection in GOING_ON:
        known = getattr(there, collection)
        for key, record in getattr(made, collection).items():
            words = f"{COLLECTIONS[collection].called}: {name_of(record) or key}"
            if key not in known:
                step = _step(f"/{collection}/{key}", _plain(record), there=False)
                yield Changed(words, "not there", "there", (step,))
            elif isinstance(record, Asset) and not _same_asset(record, known[key]):
                yield Changed(words, f"{name_of(known[key])}, under the same id", "type it there by hand")


def _same_asset(one: Asset, other: Asset) -> bool:
    """Whether two assets under one id are the same, whatever they are called."""
    return (one.in_service, one.cost) == (other.in_service, other.cost)


def _carryovers(made: ClientFile, there: ClientFile) -> Iterator[Changed]:
    known = {_what(each): (key, each.amount) for key, each in there.carryovers.items()}
    wanted = {_what(each): each for each in made.carryovers.values()}
    ids = fresh_ids("carryovers", there.carryovers)
    for what, each in wanted.items():
        words = f"Carried: {_words(each, made)}"
        if what not in known:
            step = _step(f"/carryovers/{next(ids)}", _plain(each), there=False)
            yield Changed(words, "nothing", exact_text(each.amount), (step,))
        elif known[what][1] != each.amount:
            step = _step(f"/carryovers/{known[what][0]}/amount", format(each.amount, "f"), there=True)
            yield Changed(words, exact_text(known[what][1]), exact_text(each.amount), (step,))
    for what, (key, amount) in known.items():
        if what not in wanted:
            words = f"Carried: {_words(there.carryovers[key], there)}"
            yield Changed(words, exact_text(amount), "nothing: take it out, if it was not typed there")


def _what(each: Carryover) -> tuple[str, str, str | None, str]:
    return each.kind, each.of, each.year, each.book


def _words(each: Carryover, file: ClientFile) -> str:
    of = file.called(each.of) if each.of else ""
    kind = each.kind.replace("_", " ")
    return ", ".join(filter(None, (kind, of, f"of {each.year}" if each.year else "")))


def _assets(made: ClientFile, there: ClientFile) -> Iterator[Changed]:
    for key, asset in made.assets.items():
        known = there.assets.get(key)
        if known is None or not _same_asset(asset, known):
            continue
        if asset.prior_depreciation != known.prior_depreciation:
            value = asset.prior_depreciation
            plain = None if value is None else format(value, "f")
            step = _step(f"/assets/{key}/prior_depreciation", plain, there=True)
            has, would = (exact_text(each or Decimal(0)) for each in (known.prior_depreciation, value))
            yield Changed(f"{asset.name or key}: depreciation up to now", has, would, (step,))


def _facts(made: ClientFile, there: ClientFile) -> Iterator[Changed]:
    for key, amount in made.household.facts.items():
        has = there.household.facts.get(key)
        if has != amount:
            step = _step(f"/household/facts/{key}", format(amount, "f"), there=has is not None)
            words = key.replace("_", " ").capitalize()
            yield Changed(words, "nothing" if has is None else exact_text(has), exact_text(amount), (step,))


def _amounts(made: ClientFile, there: ClientFile) -> Iterator[Changed]:
    for key, activity in made.activities.items():
        known = there.activities.get(key)
        if known is not None and known.last_year != activity.last_year:
            differ = {
                line
                for line in {*known.last_year, *activity.last_year}
                if known.last_year.get(line) != activity.last_year.get(line)
            }
            value: JsonValue = {line: format(each, "f") for line, each in activity.last_year.items()}
            step = _step(f"/activities/{key}/last_year", value, there=True)
            words = f"{activity.name or key}: last year's amounts"
            yield Changed(words, f"{len(differ)} others", "as they are now", (step,))


def _history(made: ClientFile, there: ClientFile) -> Iterator[Changed]:
    for year, sheets in made.history.items():
        if there.history.get(year) != sheets:
            value: JsonValue = {
                sheet: {line: format(each, "f") for line, each in lines.items()}
                for sheet, lines in sheets.items()
            }
            step = _step(f"/history/{year}", value, there=year in there.history)
            yield Changed(f"What the return of {year} came to", "otherwise", "as it is now", (step,))
