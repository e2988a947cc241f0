"""Each owner's part of a business, and what it is on their return: item 13, 14 or 15."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.au import small_values
from half_yard.countries.au.forms import p1, p8
from half_yard.countries.au.frame import BOOKS, owned_by
from half_yard.countries.au.questions import PRIMARY
from half_yard.figures import Figure, Form, Page, Role, difference, times, total
from half_yard.sharing import split


@Form
def of_owner(ask: Ask, activity: str, person: str) -> Page:
    """An owner's part."""
    name = f"{ask.of(activity_of, activity).name}, {ask(BOOKS.name, person)}"
    return Page(f"p8.{activity}.{person}", "Business, the owner's part", name, about=activity, in_cents=True)


@of_owner.part
def share(page: Page, ask: Ask, activity: str, person: str) -> None:
    """The share of the net income, less what an owner deducts at once of small assets."""
    whole = ask(p8.net_income, activity)["net_income"]
    if ask(p1.is_personal, activity):
        whole = ask(p1.result, activity)["counted"]
    part = split(whole, ask(BOOKS.shares, activity))[person]
    own = page.line("share", "", "Share of the net income or loss", part)
    if small := ask(small_values.at_once, activity, person):
        own = difference(own, page.line("at_once", "P", "Small assets, deducted at once", total(small)))
    page.line("net_income", "", "Own net income or loss", own, Role.TOTAL)


def gross_of_person(ask: Ask, person: str) -> list[Figure]:
    """A person's parts of the income of their businesses, before expenses."""
    return [times(ask(p8.sales_of, key), ask(BOOKS.shares, key)[person]) for key in ask(of_person, person)]


def of_person(ask: Ask, person: str) -> tuple[str, ...]:
    """The businesses of a person."""
    return ask(owned_by, "business", person)


def is_alone(ask: Ask, activity: str) -> bool:
    """Whether a business has one owner: then it is item 15, else a partnership, item 13."""
    return len(ask(BOOKS.shares, activity)) == 1


def is_primary(ask: Ask, activity: str) -> bool:
    """Whether it is primary production."""
    return PRIMARY.of(ask.of(activity_of, activity).answers)


def is_personal(ask: Ask, activity: str) -> bool:
    """Whether its income is personal services income, item 14."""
    return ask(p1.is_personal, activity)


def net_of(ask: Ask, activity: str, person: str) -> Figure:
    """An owner's net income or loss."""
    return ask(share, activity, person)["net_income"]
