"""The other expenses of a schedule by name: Schedule C part V, Schedule E line 19."""

from __future__ import annotations

from collections.abc import Callable

from half_yard.books import OWN
from half_yard.countries.us.assets.of_assets import OfAssets
from half_yard.figures import Figure, Page
from half_yard.records import Activity


def other_expenses(
    page: Page, activity: Activity, on: Callable[[str], Figure], of_assets: OfAssets, number: str
) -> list[Figure]:
    """The lines that make up other expenses, placed on the page: the preparer's own, amortization, and what
    has no name of its own."""
    lines = [
        page.line(f"part_v_{key}", number, name or "Not named", on(f"{OWN}{key}"))
        for key, name in sorted(activity.own_lines.items())
    ]
    if of_assets.amortization.amount:
        title = "Amortization (Form 4562, line 44)"
        lines.append(page.line("amortization", number, title, of_assets.amortization))
    rest = on("other_expenses")
    if not lines:
        return [rest]
    return [*lines, page.line("part_v_rest", number, "Other expenses without a line of their own", rest)]
