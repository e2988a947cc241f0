"""How an asset leaves service, by key."""

from half_yard.countries.us.assets.classes import CLASSES
from half_yard.records import Asset

SALE, TRADE, ABANDONED, GIFT, PERSONAL = "sale", "trade", "abandonment", "gift", "personal"
EXCHANGE, CASUALTY, INSTALMENTS = "exchange", "casualty", "instalment_sale"
DISPOSALS = {
    SALE: "Sold",
    INSTALMENTS: "Sold, paid by instalments",
    TRADE: "Traded in (equipment)",
    ABANDONED: "Abandoned or scrapped",
    CASUALTY: "Lost by casualty or theft",
    GIFT: "Given away",
    PERSONAL: "Taken for private use",
    EXCHANGE: "Exchanged, or lost and replaced",
}
"""The titles. Since 2018 only real property is exchanged without gain (1031(a))."""


def is_retired_part(asset: Asset) -> bool:
    """Whether an asset is a part of a building that was taken off it and retired, whose loss is an election
    (26 CFR 1.168(i)-8(d)(2))."""
    known = CLASSES.get(asset.asset_class)
    part = bool(asset.part_of) and known is not None and known.section_1250
    return part and asset.disposed is not None and asset.disposal == ABANDONED


def is_sold_in(asset: Asset, year: int) -> bool:
    """Whether an asset was sold in a year; what left and is not said to have left otherwise is sold."""
    return asset.disposed is not None and asset.disposed.year == year and (asset.disposal or SALE) == SALE
