"""The assets as a table for other programs: what was entered, and what every one takes."""

from __future__ import annotations

import json

from half_yard.countries import Computation, Pack, pack_for
from half_yard.countries.asset_words import how, years_of_assets
from half_yard.interop.csv_text import csv_text

COLUMNS = (
    "asset", "activity", "name", "class", "acquired", "in_service", "cost", "section_179", "method",
    "business_use", "disposed", "proceeds", "earlier_years", "this_year", "next_year", "how", "stopped",
)  # fmt: skip


def asset_rows(computation: Computation) -> list[dict[str, str]]:
    """A row an asset, by id: amounts in dollars as decimal strings, days in ISO 8601, use in percent."""
    rows, pack = [], pack_for(computation.file.country)
    for key, asset in sorted(computation.file.assets.items()):
        story = computation.stories.get(key)
        values = (
            key, computation.file.called(asset.activity), asset.name, asset.asset_class, asset.acquired,
            asset.in_service, asset.cost, asset.expensed, asset.method, asset.share, asset.disposed,
            asset.proceeds, story.prior.amount if story else None, story.this_year.amount if story else None,
            story.next_year.amount if story else None, how(computation, pack, key),
            computation.stops.get(f"/assets/{key}", ""),
        )  # fmt: skip
        rows.append(
            {name: "" if value is None else str(value) for name, value in zip(COLUMNS, values, strict=True)}
        )
    return rows


BOOK_COLUMNS = ("asset", "name", "book", "year", "taken")


def books_of_assets_text(computation: Computation, pack: Pack, *, as_json: bool = False) -> str:
    """What every depreciated asset takes year by year under each book, the regular tax first, or its pool by
    each choice: a row an asset, a book and a year, amounts in dollars as decimal strings; as CSV or as a JSON
    array of objects."""
    assets = computation.file.assets
    rows = [
        dict(zip(BOOK_COLUMNS, (key, assets[key].name, title, str(year), str(taken)), strict=True))
        for key, title, first, years in years_of_assets(computation, pack)
        for year, taken in enumerate(years, first)
    ]
    if as_json:
        return json.dumps(rows, indent=1, ensure_ascii=False) + "\n"
    return csv_text(BOOK_COLUMNS, rows)


def assets_text(computation: Computation, *, as_json: bool = False) -> str:
    """The assets as CSV (RFC 4180, a heading row) or as a JSON array of objects."""
    rows = asset_rows(computation)
    if as_json:
        return json.dumps(rows, indent=1, ensure_ascii=False) + "\n"
    return csv_text(COLUMNS, rows)
