"""Form 4797, part IV: what is taken back because the business use of property fell to half or less."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.figures import Form, Page, Role, total


def given_back(ask: Ask, activity: str) -> tuple[str, ...]:
    """The assets of an activity that give something back this year."""
    every = ask(stories.stories_of, activity)
    return tuple(key for key in ask(stories.of_activity, activity) if every[key].taken_back is not None)


def with_recapture(ask: Ask) -> tuple[str, ...]:
    """The activities that give something back this year."""
    return tuple(key for key in ask(stories.with_assets) if ask(given_back, key))


@Form
def part_iv(ask: Ask, activity: str) -> Page:
    """One for each activity that gives something back."""
    name = ask.of(activity_of, activity).name
    return Page(f"recapture.{activity}", "Form 4797, part IV", name, about=activity)


@part_iv.part
def recapture(page: Page, ask: Ask, activity: str) -> None:
    """Line 35: its column (a), section 179, or (b), section 280F."""
    page.section = "Part IV · Recapture when business use drops to half or less"
    lines = []
    for key in ask(given_back, activity):
        asset, figure = ask.of(stories.asset_of, key), stories.story_of(ask, key).taken_back
        if figure is not None:
            column = "(b), section 280F" if CLASSES[asset.asset_class].listed else "(a), section 179"
            lines.append(page.line(key, "35", f"{asset.name}: column {column}", figure))
    page.line("taken_back", "35", "To the schedule of the deduction", total(lines), Role.TOTAL)
