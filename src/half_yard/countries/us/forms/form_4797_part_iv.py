"""Form 4797, part IV: what is taken back because the business use of property fell to half or less."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of, asset_of
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.shared import its_part
from half_yard.figures import Figure, Form, Page, Role, total


def given_back(ask: Ask, activity: str) -> dict[str, Figure]:
    """What the assets of an activity, and its parts of shared ones, give back this year, by asset."""
    found = {}
    for key, story in stories.story_of_each(ask, its_part.assets_of(ask, activity)).items():
        if story.taken_back is not None:
            found[key] = its_part.part_of(ask, ask.of(asset_of, key), activity, story.taken_back)
    return found


def with_recapture(ask: Ask) -> tuple[str, ...]:
    """The activities that give something back this year."""
    return tuple(key for key in sorted(its_part.with_assets(ask)) if ask(given_back, key))


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
    for key, figure in ask(given_back, activity).items():
        asset = ask.of(asset_of, key)
        column = "(b), section 280F" if CLASSES[asset.asset_class].listed else "(a), section 179"
        lines.append(page.line(key, "35", f"{asset.name}: column {column}", figure))
    page.line("taken_back", "35", "To the schedule of the deduction", total(lines), Role.TOTAL)
