"""Depreciation that earlier years missed, or took too much of, made up by a change of the method of
accounting (26 U.S.C. 446(e), 481(a); Rev. Proc. 2015-13; Form 3115, designated change 7)."""

from __future__ import annotations

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.us.assets import stories
from half_yard.countries.us.questions import AT_ONCE, MADE_UP, is_made_up
from half_yard.figures import Figure, difference, entered, total
from half_yard.records import Change, ClientFile, Edit

SHORTEST = 2
"""A method is in use after so many years; what one year alone missed is amended."""
WHAT_IS_FILED = (
    "Form 3115, designated change 7, is attached to the return, and a signed copy goes to the IRS "
    "(Rev. Proc. 2015-13, section 6.03)."
)


def adjustments(ask: Ask, activity: str) -> tuple[Figure, ...]:
    """The adjustments of an activity's assets where together they are a deduction of this year; nothing where
    they are income, which has a worksheet of its own (`forms/section_481.py`)."""
    every = ask(each_adjustment, activity)
    return every if total(every).amount >= 0 else ()


def each_adjustment(ask: Ask, activity: str) -> tuple[Figure, ...]:
    """The adjustment of every asset of an activity, above zero where too little was taken."""
    keys = ask.of(_made_up, ask(stories.of_activity, activity))
    return tuple(ask(adjustment, key) for key in keys)


def elected_at_once(ask: Ask, activity: str) -> bool:
    """Whether it is elected to have what is income in one year."""
    keys = ask.of(_made_up, ask(stories.of_activity, activity))
    return any(AT_ONCE.of(asset.answers) for asset in ask.of(stories.assets_of, keys).values())


def _made_up(file: ClientFile, keys: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(key for key in keys if is_made_up(file.assets[key]))


def adjustment(ask: Ask, key: str) -> Figure:
    """What the table has for earlier years, less what they took."""
    asset = ask.of(asset_of, key)
    if asset.prior_depreciation is None:
        raise ValueError(f"{key} does not say what earlier years took")
    path = f"/assets/{key}/prior_depreciation"
    taken = entered(asset.prior_depreciation, f"{asset.name}: taken in earlier years", path)
    by_table = stories.story_of(ask, key).prior
    label = f"{asset.name}: missed in earlier years (section 481(a))"
    return difference(by_table, taken, label=label)


def make_up(file: ClientFile, key: str, years: int) -> Edit | None:
    """The edit that makes up what earlier years missed; None for what is of a thing with several uses, and
    where no method is in use yet."""
    asset = file.assets[key]
    if asset.activity not in file.activities or asset.thing or years < SHORTEST:
        return None
    op = "replace" if MADE_UP.key in asset.answers else "add"
    step = Change.model_validate({"op": op, "path": f"/assets/{key}/answers/{MADE_UP.key}", "value": True})
    return Edit(label=f"what earlier years of {asset.name} missed is made up (Form 3115)", changes=(step,))
