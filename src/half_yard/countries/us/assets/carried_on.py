"""What an activity's assets carry on to its schedule, and each owner's part of it."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us.assets.of_assets import OfAssets
from half_yard.countries.us.forms import form_4562, form_4797_part_iv, section_481
from half_yard.countries.us.frame import BOOKS
from half_yard.countries.us.shared import brought
from half_yard.figures import NOTHING_ENTERED, Figure, together


def of_activity(ask: Ask, activity: str) -> OfAssets:
    """What the assets of an activity carry on, of all owners together."""
    has_form = activity in ask(form_4562.with_form)
    recaptured: tuple[Figure, ...] = ()
    if activity in ask(form_4797_part_iv.with_recapture):
        recaptured = (ask(form_4797_part_iv.recapture, activity)["taken_back"],)
    own = ask(form_4562.summary, activity)["total"] if has_form else NOTHING_ENTERED
    shared = brought.depreciation_brought(ask, activity)
    return OfAssets(
        together((own, *shared), "depreciation"),
        ask(form_4562.amortization, activity).get("amortization", NOTHING_ENTERED)
        if has_form
        else NOTHING_ENTERED,
        together((*recaptured, *ask(section_481.income, activity)), "taken back"),
    )


def of_owners(ask: Ask, activity: str) -> dict[str, OfAssets]:
    """What the assets of an activity carry on, by owner."""
    return ask(of_activity, activity).split(ask(BOOKS.shares, activity))


def of_owner(ask: Ask, activity: str, person: str) -> OfAssets:
    """An owner's part of what the assets of an activity carry on."""
    return ask(of_owners, activity)[person]
