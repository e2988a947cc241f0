"""The rentals of a file: Schedule E for each property, and their totals."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import partial

from half_yard.countries.us import gaps
from half_yard.countries.us.books import Books
from half_yard.countries.us.on_return import OnReturn
from half_yard.countries.us.owned import OfAssets, Owned, owned_parts, together
from half_yard.countries.us.rental_losses import loss_treatment
from half_yard.countries.us.schedule_e import net_of, property_lines, schedule_e, with_allowed_loss
from half_yard.figures import Figure, Mark, Sheet
from half_yard.figures.remembered import Remembered
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
    frame: OnReturn,
    books: Books,
    of_assets: Mapping[str, OfAssets],
    left_out: Mapping[str, str],
    other_income: Sequence[Figure],
) -> Rentals:
    """Schedule E part I, but for the rentals left out. `other_income` is all other income of the return,
    which the loss rules look at."""
    sheets: dict[str, Sheet] = {}
    for key, activity in sorted(frame.file.activities.items()):
        if activity.kind != "rental" or key in left_out:
            continue
        totals = books.totals.get(key, {})
        its = of_assets.get(key, OfAssets())
        made_from = (activity, *its.figures, *frame.circumstances, *totals.values())
        make = partial(_of_activity, frame, key, activity, totals, its)
        if sheet := MADE.get(key, made_from, make):
            sheets[key] = sheet
    if not sheets:
        return Rentals({}, None)
    activities = {key: frame.file.activities[key] for key in sheets}
    net = net_of(sheets.values())
    choices, marks = loss_treatment(activities, net, other_income, frame.status, frame.rules)
    properties = {key: with_allowed_loss(sheet, choices, marks) for key, sheet in sheets.items()}
    return Rentals(properties, schedule_e(list(properties.values()), marks, frame.rules))


MADE: Remembered[Sheet | None] = Remembered()


def _of_activity(
    frame: OnReturn, key: str, activity: Activity, totals: Mapping[str, Figure], of_assets: OfAssets
) -> Sheet | None:
    """One property's lines, or None where it belongs to nobody on this return."""
    if set(activity.owners) <= set(frame.people) and shares_add_up(activity):
        # All of it is on this return, which has one Schedule E: nothing is split.
        return _lines(frame, key, activity, [Owned("", totals, of_assets)])
    parts = owned_parts(frame, key, activity, totals, of_assets)
    return _lines(frame, key, activity, parts) if parts else None


def _lines(frame: OnReturn, key: str, activity: Activity, parts: Sequence[Owned]) -> Sheet:
    """One property's lines. A couple files one sheet for both: their parts are added up again."""

    def on(line: str) -> Figure:
        return together([part.on(line) for part in parts])

    of_assets = OfAssets.together([part.of_assets for part in parts])
    return property_lines(f"schedule_e.{key}", activity, on, of_assets, frame.rules, _marks(key, activity))


def _marks(key: str, activity: Activity) -> list[Mark]:
    marks = []
    if activity.days_personal:
        marks.append(gaps.personal_use(f"/activities/{key}"))
    if not shares_add_up(activity):
        marks.append(gaps.shares(f"/activities/{key}"))
    return marks
