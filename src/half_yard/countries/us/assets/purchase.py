"""A property that was bought: its price and costs divided between building and land, its loan beside them."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.offered import Purchase
from half_yard.countries.us.assets.classes import LAND, LOAN
from half_yard.figures.rounding import to_cents
from half_yard.records import Asset, Change, ClientFile, Edit
from half_yard.records.identifiers import fresh_ids


def purchase_assets(bought: Purchase) -> list[Asset]:
    """The building, the land, and what the loan cost, as assets; each cost with the arithmetic behind it.

    Price and the costs that are added are divided as the assessed values are (IRS Pub. 527, "Basis"); what
    the loan cost is written off over it (26 CFR 1.446-5). Raises ValueError, which says what is missing."""
    if bought.price <= 0:
        raise ValueError("Type the price.")
    if bought.day is None:
        raise ValueError("Type the day on which it was ready to be let or used.")
    if bought.building is None or bought.land is None:
        raise ValueError("Type what building and land are assessed at, or the percentage of one.")
    if bought.building <= 0 or bought.land < 0:
        raise ValueError("A building is worth something. Land alone is added as an asset of its own.")
    if bought.added < 0 or bought.loan_costs < 0:
        raise ValueError("The costs can't be below zero.")
    if bought.loan_costs and not bought.loan_months:
        raise ValueError("Type over how many months the loan runs.")
    whole = bought.price + bought.added
    together = bought.building + bought.land
    building = to_cents(whole * bought.building / together)
    sum_ = f"({bought.price:f}+{bought.added:f})" if bought.added else f"{bought.price:f}"
    made = [
        _asset(bought, bought.name, bought.asset_class, building,
               f"{sum_}*{bought.building:f}/({bought.building:f}+{bought.land:f})"),
        _asset(bought, f"Land, {bought.name}", LAND, whole - building, f"{sum_}-{building:f}"),
    ]  # fmt: skip
    if bought.loan_costs:
        loan = _asset(bought, f"Loan costs, {bought.name}", LOAN, bought.loan_costs, "")
        made.append(loan.model_copy(update={"months": bought.loan_months}))
    return made


def _asset(bought: Purchase, name: str, asset_class: str, cost: Decimal, reckoning: str) -> Asset:
    return Asset(
        activity=bought.activity, name=name, asset_class=asset_class, in_service=bought.day, cost=cost,
        reckoning=reckoning,
    )  # fmt: skip


def purchase_edit(file: ClientFile, bought: Purchase) -> tuple[Edit, str]:
    """The edit that adds the assets of a purchase, land and loan linked to the building, and the building's
    id. Raises ValueError as `purchase_assets` does."""
    ids = fresh_ids("assets", file.assets)
    building, changes = "", []
    for asset, key in zip(purchase_assets(bought), ids, strict=False):
        linked = asset.model_copy(update={"part_of": building})
        building = building or key
        changes.append(Change(op="add", path=f"/assets/{key}", value=linked.model_dump(mode="json")))
    return Edit(label=f"{bought.name} bought", changes=tuple(changes)), building
