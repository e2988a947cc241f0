"""Schedule A, as far as shared things reach it: the personal part of interest and taxes. The other lines and
the choice between the schedule and the standard deduction are not computed."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import shared_costs
from half_yard.countries.us.frame import rules
from half_yard.countries.us.shared.divided import divided, thing_of, things
from half_yard.countries.us.shared.kinds import DWELLING, HOME, HOUSE, VEHICLE
from half_yard.figures import Figure, Form, Page, Role, total

LINES = (
    ("real_estate_tax", "5b", "Real estate taxes", {HOME, HOUSE, DWELLING}, "real_estate_tax"),
    ("personal_property_tax", "5c", "Personal property taxes", {VEHICLE}, "property_tax"),
    ("mortgage_interest", "8a", "Home mortgage interest", {HOME, HOUSE, DWELLING}, "mortgage_interest"),
)
"""The lines: key, number, title, the kinds of thing that reach it, and on which line of their costs."""


def applies(ask: Ask) -> bool:
    """Whether anything reaches it."""
    return any(list(_personal(ask, kinds, line)) for _, _, _, kinds, line in LINES)


@Form
def schedule_a(ask: Ask) -> Page:
    """The schedule, filled in in part."""
    page = Page("schedule_a", "Schedule A", "in part", ask(rules).numbers("schedule_a"))
    page.notes.append("Only what comes from shared things stands here: the rest is not computed.")
    return page


@schedule_a.part
def personal_parts(page: Page, ask: Ask) -> None:
    """The personal parts; where deductions are itemized they are on no result yet."""
    for key, number, title, kinds, line in LINES:
        parts = list(_personal(ask, kinds, line))
        if parts:
            page.line(key, number, f"{title}, personal part", total(parts, title), Role.SUBTOTAL)


def _personal(ask: Ask, kinds: set[str], line: str) -> Iterator[Figure]:
    for thing in ask(things):
        if ask.of(thing_of, thing).kind in kinds and line in ask(divided, thing):
            yield ask(shared_costs.by_use, thing)[f"{line}.personal"]
