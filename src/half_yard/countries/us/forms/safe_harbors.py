"""The safe harbors for repairs that are elected with the return, their limits and their statements: de
minimis (26 CFR 1.263(a)-1(f)) and for small taxpayers (1.263(a)-3(h))."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import gain_basis_figure
from half_yard.countries.us.assets.classes import CLASSES, LAND
from half_yard.countries.us.assets.uses import placed_in
from half_yard.countries.us.frame import BOOKS, facts, of_kind, rules
from half_yard.countries.us.questions import DE_MINIMIS, SMALL_TAXPAYER
from half_yard.figures import NOTHING_ENTERED, Form, Page, Role, not_below_zero, smaller_of, total
from half_yard.records import ClientFile

REPAIRS = ("cleaning", "repairs")
"""The lines of a rental's repairs and maintenance."""


def elects_de_minimis(ask: Ask) -> bool:
    """Whether the de minimis safe harbor is elected."""
    return ask.of(_elects_de_minimis)


def _elects_de_minimis(file: ClientFile) -> bool:
    return DE_MINIMIS.of(file.household.answers)


def small_taxpayers(ask: Ask) -> tuple[str, ...]:
    """The rentals for whose building the safe harbor of small taxpayers is elected."""
    rentals = ask(of_kind, "rental")
    return tuple(key for key in rentals if SMALL_TAXPAYER.of(ask.of(activity_of, key).answers))


@Form
def de_minimis(ask: Ask) -> Page:
    """One for the return."""
    page = Page(
        "de_minimis", "Statement", "Section 1.263(a)-1(f) de minimis safe harbor election", facts=ask(facts)
    )
    page.notes.append(
        "The taxpayer is making the de minimis safe harbor election under section 1.263(a)-1(f)."
    )
    return page


@de_minimis.part
def its_limit(page: Page, ask: Ask) -> None:
    """What an item or an invoice may cost at the most."""
    label = "most that an item costs, without audited statements"
    limit = ask(rules).figure("de_minimis_safe_harbor_no_audited_statements", label=label)
    page.line("limit", "", "Most that an item may cost", limit)


@Form
def small_taxpayer(ask: Ask, activity: str) -> Page:
    """One for each rental that elects it."""
    name = ask.of(activity_of, activity).name
    page = Page(
        f"small_taxpayer.{activity}", "Statement",
        f"Section 1.263(a)-3(h) safe harbor election for small taxpayers: {name}", about=activity,
        facts=ask(facts),
    )  # fmt: skip
    page.notes.append(
        "The taxpayer is making the safe harbor election for small taxpayers under section 1.263(a)-3(h) for "
        f"the building of {name}. It needs gross receipts of 10 million at the most on average."
    )
    return page


@small_taxpayer.part
def its_test(page: Page, ask: Ask, activity: str) -> None:
    """What the year's repairs, maintenance and improvements may come to, and what they do."""
    keys = ask(stories.of_activity, activity)
    buildings = ask.of(_buildings, keys)
    every = ask.of(stories.assets_of, buildings).items()
    bases = {key: gain_basis_figure(key, asset) for key, asset in every}
    basis = page.line("basis", "", "Unadjusted basis of the building", total(bases.values()))
    share = (basis * ask(rules).figure("small_taxpayer_share", label="share of the basis")).in_cents()
    part = page.line("share", "", "Two percent of it", share)
    most = page.line("most", "", "At the most", ask(rules).figure("small_taxpayer_limit"))
    limit = page.line("limit", "", "Limit of the year", smaller_of(part, most), Role.SUBTOTAL)
    booked = ask(BOOKS.totals, activity)
    repairs = [booked.get(line, NOTHING_ENTERED) for line in REPAIRS]
    new = ask.of(_new, buildings, ask.of(tax_year))
    spent = page.line(
        "spent", "", "Repairs, maintenance and improvements of the year",
        total([*repairs, *(bases[key] for key in new)]), Role.SUBTOTAL,
    )  # fmt: skip
    page.line("over", "", "Above the limit", not_below_zero(spent - limit), Role.RESULT)
    largest = ask(rules).figure("small_taxpayer_building_limit", label="largest basis of a building")
    page.line("basis_over", "", "Basis above one million", not_below_zero(basis - largest), Role.RESULT)


def _buildings(file: ClientFile, keys: tuple[str, ...]) -> tuple[str, ...]:
    """The building and its improvements, without the land."""
    classes = {key: CLASSES[file.assets[key].asset_class] for key in keys}
    return tuple(key for key, item in classes.items() if item.real and not item.section and item.key != LAND)


def _new(file: ClientFile, keys: tuple[str, ...], year: int) -> tuple[str, ...]:
    """What was improved in the year: the building itself is no improvement."""
    return tuple(key for key in keys if placed_in(file.assets[key]) == year and file.assets[key].part_of)
