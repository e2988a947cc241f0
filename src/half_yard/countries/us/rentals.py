"""The rentals of a file: Schedule E for each property, and their totals."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from half_yard.countries.us import gaps
from half_yard.countries.us.books import Books
from half_yard.countries.us.on_return import OnReturn
from half_yard.countries.us.owned import NOTHING, Owned, owned_parts
from half_yard.countries.us.rental_losses import loss_treatment
from half_yard.countries.us.schedule_e import finish_property, net_of, property_page, schedule_e
from half_yard.figures import Figure, Mark, Page, Sheet, total
from half_yard.records import Activity
from half_yard.review import shares_add_up


@dataclass(frozen=True, slots=True)
class Rentals:
    """The property sheets by activity, and Schedule E's totals where there is a property."""

    properties: Mapping[str, Sheet]
    schedule: Sheet | None

    @property
    def results(self) -> list[Figure]:
        """Line 26 of Schedule E, or nothing."""
        return [self.schedule["total"]] if self.schedule else []


def rentals(
    frame: OnReturn, books: Books, depreciation: Mapping[str, Figure], other_income: Sequence[Figure]
) -> Rentals:
    """Schedule E part I. `other_income` is all other income of the return, which the loss rules look at."""
    pages = {}
    for key, activity in sorted(frame.file.activities.items()):
        if activity.kind != "rental":
            continue
        totals = books.totals.get(key, {})
        of_assets = depreciation.get(key, NOTHING)
        if set(activity.owners) <= set(frame.people) and shares_add_up(activity):
            # All of it is on this return, which has one Schedule E: nothing is split.
            parts = [Owned("", totals, of_assets)]
        else:
            parts = owned_parts(frame, key, activity, totals, of_assets)
        if parts:
            pages[key] = _page(frame, key, activity, parts)
    if not pages:
        return Rentals({}, None)
    activities = {key: frame.file.activities[key] for key in pages}
    net = net_of(list(pages.values()))
    choices, marks = loss_treatment(activities, net, other_income, frame.status, frame.rules)
    properties = {key: finish_property(page, choices, marks) for key, page in pages.items()}
    return Rentals(properties, schedule_e(list(properties.values()), marks, frame.rules))


def _page(frame: OnReturn, key: str, activity: Activity, parts: Sequence[Owned]) -> Page:
    """One property's page. A couple files one for both: their parts are added up again."""

    def on(line: str) -> Figure:
        return _together([part.on(line) for part in parts])

    depreciation = _together([part.depreciation for part in parts])
    return property_page(f"schedule_e.{key}", activity, on, depreciation, frame.rules, _marks(key, activity))


def _together(figures: Sequence[Figure]) -> Figure:
    return figures[0] if len(figures) == 1 else total(figures[0].label, figures)


def _marks(key: str, activity: Activity) -> list[Mark]:
    marks = []
    if activity.days_personal:
        marks.append(gaps.personal_use(f"/activities/{key}"))
    if not shares_add_up(activity):
        marks.append(gaps.shares(f"/activities/{key}"))
    return marks
