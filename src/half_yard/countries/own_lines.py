"""The preparer's own lines among the other expenses of a statement, by name."""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.books import OWN
from half_yard.figures import NOTHING_ENTERED, Figure, Page
from half_yard.records import Activity


def own_lines(page: Page, activity: Activity, totals: Mapping[str, Figure], number: str) -> list[Figure]:
    """The own lines, placed on the page to the cent: they are itemized under a line of the form."""
    return [
        page.exact_line(
            f"named_{key}", number, name or "Not named", totals.get(f"{OWN}{key}", NOTHING_ENTERED)
        )
        for key, name in sorted(activity.own_lines.items())
    ]
