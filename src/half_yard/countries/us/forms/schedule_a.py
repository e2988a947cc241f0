"""Schedule A, as far as shared things reach it: the personal part of interest and taxes. The other lines and
the choice between the schedule and the standard deduction are not computed."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import dwelling, shared_costs
from half_yard.countries.us.frame import rules
from half_yard.countries.us.shared.divided import divided, thing_of, things
from half_yard.countries.us.shared.kinds import DWELLING, HOME, HOUSE, VEHICLE
from half_yard.figures import Figure, Form, Page, Role, difference, total

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
    let = dict(ask(dwelling.dwellings))
    for thing in ask(things):
        if ask.of(thing_of, thing).kind not in kinds or line not in ask(divided, thing):
            continue
        if thing in let:
            yield _left_of_dwelling(ask, thing, let[thing], line)
        else:
            yield ask(shared_costs.by_use, thing)[f"{line}.personal"]


def _left_of_dwelling(ask: Ask, thing: str, rental: str, line: str) -> Figure:
    """What a dwelling's rental does not take, by the way of sharing that was chosen."""
    each = ask(divided, thing)[line]
    part = dwelling.first_part(ask, thing, rental, each)
    return difference(each.whole, part, label=f"{each.whole.label}, personal")
