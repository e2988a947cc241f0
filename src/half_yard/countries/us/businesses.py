"""The businesses of a file: a Schedule C for each owner of each, and Schedule SE for each person."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import partial

from half_yard.countries.us import gaps
from half_yard.countries.us.books import Books
from half_yard.countries.us.on_return import OnReturn, one_line
from half_yard.countries.us.own_income import social_security_wages
from half_yard.countries.us.owned import HUNDRED, OfAssets, owned_parts
from half_yard.countries.us.questions import ask
from half_yard.countries.us.schedule_c import schedule_c
from half_yard.countries.us.schedule_se import schedule_se
from half_yard.figures import Choice, Figure, Mark, Sheet
from half_yard.figures.remembered import Remembered
from half_yard.records import Activity
from half_yard.review import shares_add_up


@dataclass(frozen=True, slots=True)
class Business:
    """One owner's Schedule C of one business."""

    activity: str
    person: str
    sheet: Sheet

    @property
    def profit(self) -> Figure:
        """Line 31."""
        return self.sheet["net_profit"]


def businesses(
    frame: OnReturn,
    books: Books,
    of_assets: Mapping[str, OfAssets],
    left_out: Mapping[str, str],
    name: str = "schedule_c",
) -> list[Business]:
    """A Schedule C for each owner on the return of each business that is not left out; `of_assets` is what
    its assets carry on, by activity, `name` begins the keys of the sheets."""
    made: list[Business] = []
    for key, activity in sorted(frame.file.activities.items()):
        if activity.kind != "business" or key in left_out:
            continue
        totals, its = books.totals.get(key, {}), of_assets.get(key, OfAssets())
        made_from = (activity, *its.figures, *frame.circumstances, *totals.values())
        make = partial(_of_activity, frame, key, activity, totals, its, name)
        made += MADE.get((name, key), made_from, make)
    return made


MADE: Remembered[list[Business]] = Remembered()


def _of_activity(
    frame: OnReturn,
    key: str,
    activity: Activity,
    totals: Mapping[str, Figure],
    of_assets: OfAssets,
    name: str,
) -> list[Business]:
    """The Schedule C of each owner on the return of one business."""
    made = []
    for part in owned_parts(frame, key, activity, totals, of_assets):
        sheet = schedule_c(
            f"{name}.{key}.{part.person}",
            activity,
            frame.name(part.person),
            one_line(activity.address) or one_line(frame.file.household.address),
            part.on,
            part.of_assets,
            frame.rules,
            _share_choices(frame, key, activity, part.person),
            _marks(key, activity),
            _loss_marks(key, activity),
        )
        made.append(Business(key, part.person, sheet))
    return made


def _share_choices(frame: OnReturn, key: str, activity: Activity, person: str) -> list[Choice]:
    share = activity.owners[person]
    if share == HUNDRED:
        return []
    words = f"Shared business: {frame.name(person)} reports {share.normalize():f}% of every line"
    return [Choice(words, f"/activities/{key}/owners")]


def _marks(key: str, activity: Activity) -> list[Mark]:
    marks = []
    if not shares_add_up(activity):
        marks.append(gaps.shares(f"/activities/{key}"))
    if not ask("business", "material_participation", activity.answers):
        marks.append(gaps.passive_business(f"/activities/{key}/answers"))
    return marks


def _loss_marks(key: str, activity: Activity) -> list[Mark]:
    if ask("business", "at_risk", activity.answers):
        return []
    return [gaps.at_risk(f"/activities/{key}/answers")]


def self_employment(frame: OnReturn, made: Sequence[Business]) -> dict[str, Sheet]:
    """A Schedule SE for each person on the return who has a business."""
    sheets = {}
    for person in frame.people:
        profits = [business.profit for business in made if business.person == person]
        if profits:
            wages = social_security_wages(frame.file, person)
            sheets[person] = schedule_se(
                f"schedule_se.{person}", frame.name(person), profits, wages, frame.rules
            )
    return sheets
