"""An asset like another: what is set up for it, without what has happened to that one."""

from decimal import Decimal

from half_yard.records.client_file import Asset, ClientFile
from half_yard.records.edits import add
from half_yard.records.identifiers import next_id
from half_yard.records.steps import Edit

OWN_STORY: dict[str, object] = {
    "prior_depreciation": None, "disposed": None, "disposal": "", "proceeds": None, "selling_costs": None,
    "sale_share": None, "made_from": None, "shares": {}, "own_years": {}, "units": {},
}  # fmt: skip


def duplicate_asset(file: ClientFile, key: str) -> tuple[Edit, str]:
    """The edit that adds an asset like another, and its id. Raises KeyError if there is no such asset."""
    asset = file.assets[key]
    copy = asset.model_copy(update={"name": f"{asset.name} (2)", **OWN_STORY})
    fresh = next_id("assets", file.assets)
    return add(f"{asset.name} duplicated", f"/assets/{fresh}", copy), fresh


def improvement_of(file: ClientFile, key: str) -> tuple[Edit, str]:
    """The edit that adds an improvement of an asset: of its class, linked to it, its cost and day still to be
    typed; and its id. Raises KeyError if there is no such asset."""
    asset = file.assets[key]
    fresh = next_id("assets", file.assets)
    new = Asset(
        activity=asset.activity, name=f"Improvement of {asset.name}", asset_class=asset.asset_class,
        cost=Decimal(0), part_of=key,
    )  # fmt: skip
    return add(f"Improvement of {asset.name}", f"/assets/{fresh}", new), fresh
