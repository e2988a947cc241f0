"""Form 4797, part IV: what is taken back because the business use of property fell to half or less."""

from __future__ import annotations

from collections.abc import Mapping
from functools import partial

from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.figures import Figure, Page, Sheet, total
from half_yard.figures.remembered import Remembered
from half_yard.records import Asset, ClientFile

SHEETS: Remembered[Sheet] = Remembered()


def recapture_sheets(
    file: ClientFile, assets: Mapping[str, Asset], stories: Mapping[str, AssetStory]
) -> dict[str, Sheet]:
    """A sheet for each activity that gives something back: its column (a), section 179, or (b), section
    280F."""
    found: dict[str, dict[str, Figure]] = {}
    for key, asset in sorted(assets.items()):
        taken_back = stories[key].taken_back
        if taken_back is not None:
            found.setdefault(asset.activity, {})[key] = taken_back
    return {
        activity: SHEETS.get(
            activity,
            (file.activities[activity], *figures.values()),
            partial(_sheet, file, activity, assets, figures),
        )
        for activity, figures in found.items()
    }


def _sheet(
    file: ClientFile, activity: str, assets: Mapping[str, Asset], figures: Mapping[str, Figure]
) -> Sheet:
    page = Page(f"recapture.{activity}", "Form 4797, part IV", file.activities[activity].name)
    page.section = "Part IV · Recapture when business use drops to half or less"
    lines = []
    for key, figure in figures.items():
        column = "(b), section 280F" if CLASSES[assets[key].asset_class].listed else "(a), section 179"
        lines.append(page.line(key, "35", f"{assets[key].name}: column {column}", figure))
    page.line("taken_back", "35", "To the schedule of the deduction", total("", lines))
    return page.sheet()
