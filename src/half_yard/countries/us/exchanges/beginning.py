"""An exchange begun: the edit that makes one of what is given up."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from pydantic import JsonValue

from half_yard.countries.us.assets.sold import EXCHANGE
from half_yard.records import Change, ClientFile, Edit, Exchange, next_id


def begin(file: ClientFile, assets: Sequence[str]) -> tuple[Edit, str]:
    """The edit that makes an exchange in which assets are given up, called by the first of them, and its
    id."""
    exchange = next_id("exchanges", file.exchanges)
    name = next((file.assets[key].name for key in assets), "")
    record = Exchange(name=f"Exchange of {name}" if name else "Exchange").model_dump(mode="json")
    changes = [Change(op="add", path=f"/exchanges/{exchange}", value=record)]
    for key in assets:
        changes += set_of(key, {"given_in": exchange, "disposal": EXCHANGE})
    return Edit(label="Exchange begun", changes=tuple(changes)), exchange


def set_of(asset: str, fields: Mapping[str, JsonValue]) -> list[Change]:
    """The changes by which fields of an asset have these values."""
    return [
        Change(op="replace", path=f"/assets/{asset}/{name}", value=value) for name, value in fields.items()
    ]
