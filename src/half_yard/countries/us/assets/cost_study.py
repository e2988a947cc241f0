"""A building divided by a cost study: what of its cost is carpet, fence or wiring has a class of its own.
Years that took it as building are made up by a change of method (Form 3115, designated change 7)."""

from __future__ import annotations

import re
from decimal import Decimal

from half_yard.countries.results import Computation
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.finding_classes import find_class
from half_yard.countries.us.assets.made_up import SHORTEST
from half_yard.countries.us.questions import MADE_UP
from half_yard.figures.rounding import to_cents
from half_yard.records import Asset, Change, Edit
from half_yard.records.identifiers import fresh_ids
from half_yard.records.reckoning import ReckoningError, reckon

PART = re.compile(r"(?P<name>.*?\D)\s+(?P<amount>[\d$(][\d.,+*/()$\s-]*)")
"""A name, and behind a space the amount, which may be arithmetic."""
HOW = "Type parts as “Carpet 4200; Fence 8000”: what it is, and its cost."


def divide_by_study(computation: Computation, key: str, typed: str) -> Edit:
    """The edit that divides a building into parts of their own classes, typed as `Carpet 4200; Fence 8000`;
    the rest stays the building. What earlier years took goes along by cost, and is made up where the method
    was in use for two years.

    Raises KeyError if there is no such asset, ValueError with what to type instead.
    """
    file = computation.file
    asset = file.assets[key]
    if asset.asset_class not in CLASSES or not CLASSES[asset.asset_class].real or asset.basis:
        raise ValueError("Only a building that was bought is divided by a cost study.")
    kind = file.activities[asset.activity].kind if asset.activity in file.activities else ""
    parts = [_part(words, kind) for words in typed.split(";") if words.strip()]
    study = sum((amount for _, _, amount in parts), Decimal(0))
    if not parts or study >= asset.cost:
        raise ValueError(f"The parts come to {study:,.2f} of {asset.cost:,.2f}. {HOW}")
    story = computation.stories.get(key)
    years = file.tax_year - (story.first_year if story else file.tax_year)
    prior = asset.prior_depreciation
    if prior is None and years > 0 and story is not None:
        prior = story.prior.amount
    ids = fresh_ids("assets", file.assets)
    changes, given = [], Decimal(0)
    for name, asset_class, amount in parts:
        its_prior = None if prior is None else to_cents(prior * amount / asset.cost)
        given += its_prior or Decimal(0)
        made = {
            "name": f"{asset.name}: {name}", "asset_class": asset_class, "cost": amount, "reckoning": "",
            "part_of": key, "prior_depreciation": its_prior, "made_from": None,
            "answers": {**asset.answers, MADE_UP.key: True} if years >= SHORTEST else asset.answers,
        }  # fmt: skip
        value = asset.model_copy(update=made).model_dump(mode="json")
        changes.append(Change(op="add", path=f"/assets/{next(ids)}", value=value))
    rest: dict[str, object] = {"cost": asset.cost - study, "reckoning": f"{asset.cost:f}-{study:f}"}
    if prior is not None:
        rest["prior_depreciation"] = prior - given
    building: Asset = asset.model_copy(update=rest)
    whole = (
        Change(op="remove", path=f"/assets/{key}"),
        Change(op="add", path=f"/assets/{key}", value=building.model_dump(mode="json")),
        *changes,
    )
    return Edit(label=f"{asset.name} divided by a cost study", changes=whole)


def _part(words: str, kind: str) -> tuple[str, str, Decimal]:
    """The name, the class and the cost of a part. Raises ValueError."""
    found = PART.fullmatch(words.strip())
    if found is None:
        raise ValueError(f"“{words.strip()}” has no amount. {HOW}")
    name = found["name"].strip()
    try:
        amount = reckon(found["amount"])
    except ReckoningError as error:
        raise ValueError(f"“{words.strip()}”: {error}") from error
    asset_class = find_class(name, kind)
    if not asset_class or amount <= 0:
        raise ValueError(f"“{name}” names no class for sure. Type a word such as carpet, fence, appliance.")
    if CLASSES[asset_class].recovery is None or CLASSES[asset_class].real:
        raise ValueError(f"“{name}” is {CLASSES[asset_class].short_title.lower()}: it stays in the building.")
    return name, asset_class, amount
