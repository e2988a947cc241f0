"""Edits that keep, name, copy, order and put away the fittings of a file."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import JsonValue

from half_yard.records.client_file import ClientFile
from half_yard.records.edits import add, change, remove
from half_yard.records.fittings import Fitting
from half_yard.records.identifiers import next_id
from half_yard.records.steps import Change, Edit


def in_order(file: ClientFile) -> list[str]:
    """The ids of the fittings, from the lowest rank on."""
    return [key for key, _ in sorted(file.fittings.items(), key=lambda item: (item[1].rank, item[0]))]


def kept(file: ClientFile, fitting: Fitting) -> tuple[Edit, str]:
    """The edit that keeps a fitting behind the others, and its id."""
    key = next_id("fittings", file.fittings)
    last = max((each.rank for each in file.fittings.values()), default=0)
    made = fitting.model_copy(update={"rank": last + 1})
    return add(f"Fitting: {fitting.name}", f"/fittings/{key}", made), key


def copied(file: ClientFile, key: str) -> tuple[Edit, str]:
    """The edit that keeps a copy of a fitting, and its id."""
    fitting = file.fittings[key]
    return kept(file, fitting.model_copy(update={"name": f"{fitting.name}, again"}))


def named(key: str, name: str) -> Edit:
    """The edit that names a fitting."""
    return change("Fitting named", f"/fittings/{key}/name", name)


def put_away(keys: Sequence[str]) -> Edit:
    """The edit that puts fittings away."""
    return remove("Fitting put away", *(f"/fittings/{key}" for key in keys))


def moved(file: ClientFile, key: str, step: int) -> Edit | None:
    """The edit that moves a fitting so many places among the others; None where it is at the end."""
    order = in_order(file)
    here = order.index(key)
    there = here + step
    if not 0 <= there < len(order):
        return None
    order[here], order[there] = order[there], order[here]
    steps = tuple(
        Change(op="replace", path=f"/fittings/{each}/rank", value=rank)
        for rank, each in enumerate(order, 1)
        if file.fittings[each].rank != rank
    )
    return Edit(label="Fittings in another order", changes=steps)


def without(file: ClientFile, key: str, number: int) -> Edit:
    """The edit that takes one of a fitting's edits out of it."""
    left = [each for place, each in enumerate(file.fittings[key].edits) if place != number]
    return with_edits("Taken out of the fitting", key, left)


def with_edits(label: str, key: str, edits: Sequence[Edit]) -> Edit:
    """The edit that gives a fitting its edits."""
    value: JsonValue = [each.model_dump(mode="json") for each in edits]
    return change(label, f"/fittings/{key}/edits", value)
