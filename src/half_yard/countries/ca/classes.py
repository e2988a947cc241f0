"""The classes of depreciable property whose pools are computed, and what stops an asset."""

from __future__ import annotations

from half_yard.countries.offered import AssetKind
from half_yard.records import Asset, ClientFile

CLASSES = {
    "class_8": AssetKind(
        "class_8", "Class 8: furniture, appliances, equipment, tools of 500 or more",
        words=("furniture", "appliance", "fridge", "stove", "machine", "desk", "equipment"),
        facts="declining balance",
    ),
    "class_10": AssetKind(
        "class_10", "Class 10: motor vehicles within the ceiling, trailers", words=("van", "truck", "car"),
        facts="declining balance",
    ),
    "class_50": AssetKind(
        "class_50", "Class 50: computers and their systems software", words=("computer", "laptop"),
        facts="declining balance",
    ),
}  # fmt: skip
NUMBERS = {"class_8": "8", "class_10": "10", "class_50": "50"}
RATES = {key: f"cca_{key}_rate" for key in CLASSES}
SALE = "sale"
DISPOSALS = {SALE: "Sold", "lost": "Lost, stolen or destroyed", "scrapped": "Scrapped"}
RELATIVE = "from_a_relative"
"""The question that takes the accelerated first year away."""


def stop(asset: Asset, file: ClientFile) -> str:
    """Why an asset counts in no pool; empty where nothing stops it."""
    if asset.activity not in file.activities:
        return "It belongs to no activity of this file. Choose one."
    if asset.asset_class not in CLASSES:
        return "No class of property is chosen yet. Choose one."
    if asset.cost < 0:
        return "Its cost is below zero. Type what it cost."
    if asset.in_service is None:
        return "It has no date on which it was available for use. Type it."
    if asset.in_service.year > file.tax_year:
        return f"It was available for use after tax year {file.tax_year}."
    if asset.disposed is not None and asset.disposed < asset.in_service:
        return "It was sold before it was available for use. Mend a day."
    return ""


def find_class(words: str, kind: str) -> str:
    """The class that words name; empty where they name none for sure."""
    del kind
    typed = words.casefold()
    found = {key for key, item in CLASSES.items() if any(word in typed for word in item.words)}
    return found.pop() if len(found) == 1 else ""
