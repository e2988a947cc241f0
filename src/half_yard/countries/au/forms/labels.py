"""How amounts stand on the return: labels in whole dollars, their cents left out, and what is worked out of
them in cents (instructions of the individual return, "do not show cents"; recalled)."""

from __future__ import annotations

from half_yard.figures import Carries, Figure, Page, Role


def label(
    page: Page, key: str, number: str, title: str, figure: Figure, role: Role = Role.LINE,
    carries: Carries | None = None,
) -> Figure:  # fmt: skip
    """A label: the figure on its line without its cents."""
    return page.line(key, number, title, figure.without_cents(), role, carries)


def worked_out(
    page: Page, key: str, number: str, title: str, figure: Figure, role: Role = Role.LINE
) -> Figure:
    """A line of the estimate, or of what was withheld: the figure in cents."""
    return page.exact_line(key, number, title, figure.in_cents(), role)
