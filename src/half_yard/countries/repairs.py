"""Larger repairs and supplies, for the look that preparers take at each: cost or asset."""

from __future__ import annotations

from collections.abc import Iterator, Mapping

from half_yard.books.landing import Lines, by_line
from half_yard.countries.offered import AssetDoubts
from half_yard.review import Finding, Level


def repair_findings(entries: Mapping[str, Lines], doubts: AssetDoubts) -> Iterator[Finding]:
    """A note for each entry on a line in doubt above the amount."""
    for _, line, group in by_line(entries):
        for key, leaf in group.items() if line in doubts.lines else ():
            if leaf.amount > doubts.above:
                words = f"{leaf.label} {leaf.amount:,.2f}: repair or asset? {doubts.questions}"
                yield Finding(Level.NOTE, words, f"/entries/{key}", "If so, make it an asset.")
