"""A cost that turns out to be an asset, and an asset that turns out to be a cost: one edit each way."""

from half_yard.records.client_file import Asset, ClientFile
from half_yard.records.identifiers import next_id
from half_yard.records.steps import Change, Edit


def into_asset(file: ClientFile, entry_key: str) -> tuple[Edit, str]:
    """The edit that turns an entry into an asset of its activity, and the asset's id.

    The asset keeps the entry, so that it can be turned back. Its class is left open: it lands nowhere until
    one is chosen. Raises KeyError if there is no such entry.
    """
    entry = file.entries[entry_key]
    key = next_id("assets", file.assets)
    asset = Asset(
        activity=entry.activity,
        name=entry.memo or entry.payee or "From the books",
        in_service=entry.date,
        cost=entry.amount,
        reckoning=entry.reckoning,
        made_from=entry,
    )
    return Edit(
        label=f"{asset.name}: an asset",
        changes=(
            Change(op="remove", path=f"/entries/{entry_key}"),
            Change(op="add", path=f"/assets/{key}", value=asset.model_dump(mode="json")),
        ),
    ), key


def back_into_entry(file: ClientFile, asset_key: str) -> tuple[Edit, str]:
    """The edit that turns an asset back into the entry it was made from, and the entry's id.

    Raises ValueError if it was not made from an entry, KeyError if there is no such asset.
    """
    asset = file.assets[asset_key]
    if asset.made_from is None:
        raise ValueError(f"{asset.name or 'This asset'} was not made from an entry.")
    key = next_id("entries", file.entries)
    return Edit(
        label=f"{asset.name}: an entry again",
        changes=(
            Change(op="remove", path=f"/assets/{asset_key}"),
            Change(op="add", path=f"/entries/{key}", value=asset.made_from.model_dump(mode="json")),
        ),
    ), key
