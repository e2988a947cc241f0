"""Amounts divided exactly, an asset divided in two, several assets that leave together."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from decimal import ROUND_DOWN, Decimal

from pydantic import JsonValue

from half_yard.figures.rounding import CENT, to_cents
from half_yard.records.amounts import HUNDRED
from half_yard.records.client_file import Asset, ClientFile
from half_yard.records.identifiers import next_id
from half_yard.records.steps import Change, Edit

DIVIDED = (
    "cost", "expensed", "prior_depreciation", "proceeds", "selling_costs", "units_in_all", "debt_assumed",
)  # fmt: skip
DIVIDED_BY_KEY = ("basis", "own_years", "units", "instalments")


def in_proportion(amount: Decimal, weights: Sequence[Decimal]) -> list[Decimal]:
    """An amount in dollars divided by weights, to the cent; the parts add up to it, what rounding leaves goes
    to the first ones. Of no weight at all, equal parts. Raises ValueError for a weight below zero, or
    none."""
    if not weights or any(weight < 0 for weight in weights):
        raise ValueError("Values are needed by which to divide, none of them below zero.")
    whole = sum(weights, Decimal(0))
    shares = [weight / whole if whole else Decimal(1) / len(weights) for weight in weights]
    parts = [(amount * share).quantize(CENT, ROUND_DOWN) for share in shares]
    left = int((amount - sum(parts)) / CENT)
    step = CENT if left >= 0 else -CENT
    return [part + step if number < abs(left) else part for number, part in enumerate(parts)]


def divide_asset(file: ClientFile, key: str, percent: Decimal) -> tuple[Edit, str]:
    """The edit that takes a part of an asset, in percent, off into one of its own, and the part's id: for a
    part that is sold or replaced. Everything of it is divided alike, to the cent, so that both together are
    what it was.

    Raises KeyError if there is no such asset, ValueError for a part that is nothing or all of it.
    """
    if not 0 < percent < HUNDRED:
        raise ValueError("The part is more than 0 and less than 100 percent of the asset.")
    asset, fresh = file.assets[key], next_id("assets", file.assets)
    part: dict[str, object] = {"name": f"{asset.name} (part)", "part_of": key, "made_from": None}
    rest: dict[str, object] = {}
    for field in DIVIDED:
        amount = getattr(asset, field)
        if amount is not None:
            part[field] = to_cents(amount * percent / HUNDRED)
            rest[field] = amount - to_cents(amount * percent / HUNDRED)
    for field in DIVIDED_BY_KEY:
        amounts: Mapping[str, Decimal] = getattr(asset, field)
        parts = {name: to_cents(amount * percent / HUNDRED) for name, amount in amounts.items()}
        part[field] = parts
        rest[field] = {name: amount - parts[name] for name, amount in amounts.items()}
    part["reckoning"] = f"{asset.cost:f}*{percent.normalize():f}%"
    rest["reckoning"] = f"{asset.cost:f}-{part['cost']}"
    return Edit(
        label=f"{percent.normalize():f}% of {asset.name or 'the asset'} taken off",
        changes=(
            Change(op="remove", path=f"/assets/{key}"),
            Change(op="add", path=f"/assets/{key}", value=_plain(asset, rest)),
            Change(op="add", path=f"/assets/{fresh}", value=_plain(asset, part)),
        ),
    ), fresh


def _plain(asset: Asset, changed: Mapping[str, object]) -> JsonValue:
    plain: JsonValue = asset.model_copy(update=dict(changed)).model_dump(mode="json")
    return plain


def leave_together(
    file: ClientFile,
    values: Mapping[str, Decimal],
    day: datetime.date,
    how: str,
    price: Decimal,
    costs: Decimal,
) -> Edit:
    """The edit by which several assets leave service at once, price and costs divided by their values in
    dollars (26 CFR 1.1001-1; of a whole business, 26 U.S.C. 1060). Raises KeyError and ValueError as the
    parts do."""
    prices, of_costs = in_proportion(price, [*values.values()]), in_proportion(costs, [*values.values()])
    changes = []
    for key, own_price, own_costs in zip(values, prices, of_costs, strict=True):
        _ = file.assets[key]
        fields = {
            "disposed": day.isoformat(), "disposal": how, "proceeds": format(own_price, "f"),
            "selling_costs": format(own_costs, "f"),
        }  # fmt: skip
        changes += [
            Change(op="replace", path=f"/assets/{key}/{name}", value=value) for name, value in fields.items()
        ]
    return Edit(label=f"{len(values)} assets leave together", changes=tuple(changes))
