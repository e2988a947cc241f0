"""The preparer's own lines among the other expenses, by name, of Forms T2125 and T776."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.books import OWN
from half_yard.figures import NOTHING_ENTERED, Figure, Page
from half_yard.records import Activity


def with_own_lines(page: Page, activity: Activity, totals: Mapping[str, Figure], number: str) -> list[Figure]:
    """The own lines, placed on the page, and what has no name of its own."""
    named = [
        page.line(f"named_{key}", number, name or "Not named", totals.get(f"{OWN}{key}", NOTHING_ENTERED))
        for key, name in sorted(activity.own_lines.items())
    ]
    return [*named, totals.get("other_expenses", NOTHING_ENTERED)]
