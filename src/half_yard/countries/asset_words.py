"""What becomes of an asset, in words, and what it takes year by year: by itself, or in its pool."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from decimal import Decimal

from half_yard.countries.pack import Pack
from half_yard.countries.results import Computation

YearsOfAsset = tuple[str, str, int, Sequence[Decimal]]
"""An asset's id, the book or the choice, the first year, and the dollars that each year takes."""


def how(computation: Computation, pack: Pack, key: str) -> str:
    """How an asset is depreciated: its life and method, or what its pool holds; empty where it is not."""
    story = computation.stories.get(key)
    if story is not None:
        return story.summary
    life = pack.assets.pool_life(computation, key)
    return life.words if life else ""


def not_by_itself(computation: Computation, pack: Pack, key: str) -> str:
    """What is said of an asset that has no years of its own: its pool, or why it is not depreciated."""
    words = how(computation, pack, key)
    return words or f"Not depreciated. {computation.stops.get(f'/assets/{key}', '')}"


def years_of_assets(computation: Computation, pack: Pack) -> Iterator[YearsOfAsset]:
    """Of every asset what each year takes: under each book, or of its pool by each choice."""
    if pack.assets.one_by_one is not None:
        for book in pack.one_by_one.treatments(computation.file):
            for key in book.keys:
                first, years = book.years(key)
                yield key, book.title, first, years
        return
    for key in sorted(computation.file.assets):
        life = pack.assets.pool_life(computation, key)
        for title, start, amounts in life.rows if life else ():
            yield key, title, start, amounts
