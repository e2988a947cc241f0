"""The sale of a home: what of its gain is excluded (26 U.S.C. 121), and the depreciation that stays taxed
(121(d)(6); 26 CFR 1.121-1(d), (e))."""

from __future__ import annotations

import datetime
from collections.abc import Mapping
from decimal import Decimal
from typing import NamedTuple

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.dividing_things import thing_of
from half_yard.countries.things_as_used import thing_of_asset
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import CONVERTED, gain_basis_figure, origin_of
from half_yard.countries.us.assets.classes import CLASSES, LAND
from half_yard.countries.us.assets.holding import held_long
from half_yard.countries.us.assets.sold import is_sold_in
from half_yard.countries.us.frame import left_out, rules, status
from half_yard.countries.us.questions import MAIN_HOME, OTHER_SALE, SPOUSE, TESTS
from half_yard.countries.us.shared import up_to_now
from half_yard.countries.us.shared.kinds import DWELLING, HOME
from half_yard.figures import (
    Choice,
    Figure,
    Form,
    Page,
    Role,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records import Asset, ClientFile, Thing

DAYS_AWAY, DAYS_OWNED = "days_away", "days_owned"
WINDOW, DAYS = 5, 730
"""In so many years before its sale a home must be lived in for so many days (26 CFR 1.121-1(c)(1))."""


def is_main_home(record: Thing) -> bool:
    """Whether a thing is sold as a main home: a home with an office, or a dwelling that was one."""
    return record.kind == HOME or (record.kind == DWELLING and MAIN_HOME.of(record.answers))


def sold_in(file: ClientFile, year: int) -> dict[str, tuple[str, ...]]:
    """The assets of things that were sold in a year, by thing."""
    found: dict[str, list[str]] = {}
    for key, asset in sorted(file.assets.items()):
        if is_sold_in(asset, year):
            found.setdefault(thing_of_asset(file, asset), []).append(key)
    return {thing: tuple(keys) for thing, keys in found.items() if thing}


def turned_and_sold(file: ClientFile, year: int) -> dict[str, tuple[str, ...]]:
    """The real property that was sold in a year of rentals that were the owner's main home before, by
    activity."""
    sold = {
        key: asset
        for key, asset in sorted(file.assets.items())
        if asset.activity in file.activities and is_sold_in(asset, year)
        if asset.asset_class in CLASSES and CLASSES[asset.asset_class].section_1250
    }
    homes = {asset.activity for asset in sold.values() if was_home(file, asset)}
    return {
        activity: tuple(key for key, asset in sold.items() if asset.activity == activity)
        for activity in sorted(homes)
    }


def may_have_been_home(file: ClientFile, asset: Asset) -> bool:
    """Whether an asset is a building of a rental that was turned from private use."""
    activity = file.activities.get(asset.activity)
    rented = activity is not None and activity.kind == "rental"
    building = asset.asset_class in CLASSES and CLASSES[asset.asset_class].real
    return rented and building and asset.asset_class != LAND and origin_of(asset) == CONVERTED


def was_home(file: ClientFile, asset: Asset) -> bool:
    """Whether it is said of a building of a rental that it was the owner's main home."""
    return may_have_been_home(file, asset) and MAIN_HOME.of(asset.answers)


def homes_sold(ask: Ask) -> tuple[str, ...]:
    """The homes that were sold in the tax year: things, and rentals that were homes before."""
    things_sold = ask.of(sold_in, ask.of(tax_year))
    rentals = [key for key in ask.of(turned_and_sold, ask.of(tax_year)) if key not in ask(left_out)]
    homes = [thing for thing in things_sold if is_main_home(ask.of(thing_of, thing))]
    return tuple(of for of in (*homes, *rentals) if ask(assets_sold, of))


def assets_sold(ask: Ask, of: str) -> dict[str, Asset]:
    """The assets that were sold with a home, by id."""
    year = ask.of(tax_year)
    sold = {**ask.of(sold_in, year), **ask.of(turned_and_sold, year)}.get(of, ())
    keys = tuple(key for key in sold if key in ask(stories.counted))
    return ask.of(stories.assets_of, keys)


class Tests(NamedTuple):
    """Whether a home was lived in for two of the five years before its sale, with the days where they are
    known; whether the spouse lived there too, and whether another sale was excluded; and where that is
    said."""

    met: bool
    days: int | None
    spouse: bool
    other_sale: bool
    path: str


def tests_of(ask: Ask, of: str) -> Tests:
    """The tests of a home: of a thing as they are answered, of a rental by its days."""
    return ask.of(_tests, of, tuple(ask(assets_sold, of)))


def _tests(file: ClientFile, of: str, keys: tuple[str, ...]) -> Tests:
    if of in file.things:
        answers, path = file.things[of].answers, f"/things/{of}/answers"
        met, days = TESTS.of(answers), None
    else:
        return tests_of_assets(file, keys)
    spouse, other = SPOUSE.of(answers), OTHER_SALE.of(answers)
    return Tests(met, days, spouse, other, path)


def homes_among(file: ClientFile, keys: tuple[str, ...]) -> tuple[str, ...]:
    """The buildings of rentals among assets of which it is said that they were the owner's main home."""
    return tuple(key for key in keys if was_home(file, file.assets[key]))


def tests_of_assets(file: ClientFile, keys: tuple[str, ...]) -> Tests:
    """The tests of a rental that was a home, by its days. Raises IndexError where none of its assets was."""
    key = homes_among(file, keys)[0]
    asset = file.assets[key]
    days = _days_lived_in(asset)
    spouse, other = SPOUSE.of(asset.answers), OTHER_SALE.of(asset.answers)
    return Tests(days >= DAYS, days, spouse, other, f"/assets/{key}/answers")


def _days_lived_in(asset: Asset) -> int:
    """The days between its purchase and its letting that lie in the five years before its sale (26 CFR
    1.121-1(c)(1)). What follows its last day as a home is no bar (121(b)(5)(C)(ii)(I))."""
    bought, let, sold = asset.acquired, asset.in_service, asset.disposed
    if bought is None or let is None or sold is None:
        return 0
    begins = datetime.date(sold.year - WINDOW, sold.month, min(sold.day, 28))
    return max((let - max(bought, begins)).days, 0)


@Form
def home_sale(ask: Ask, of: str) -> Page:
    """One for each home that was sold."""
    days, name = ask(tests_of, of).days, ask.of(_name, of)
    lived = () if days is None else (("Lived in, of the five years", f"{days} days; {DAYS} are needed"),)
    page = Page(f"home_sale.{of}", "Sale of a home", name or "Not named", about=of, facts=lived)
    asked = "are asked at the thing" if days is None else "are not computed of what was let before that"
    page.notes.append(
        "A smaller exclusion after a move for work or health (26 U.S.C. 121(c)) is not computed. Days after "
        f"2008 on which it was not the main home before it became one {asked} (121(b)(5))."
    )
    return page


def _name(file: ClientFile, of: str) -> str:
    return (file.things.get(of) or file.activities[of]).name


@home_sale.part
def gain(page: Page, ask: Ask, of: str) -> None:
    """What was realized less the basis that depreciation has left."""
    page.section = "Gain"
    sold = ask(assets_sold, of)

    def of_each(title: str, field: str) -> list[Figure]:
        amounts = {key: getattr(asset, field) or Decimal(0) for key, asset in sold.items()}
        return [
            entered(amount, f"{sold[key].name}: {title}", f"/assets/{key}/{field}")
            for key, amount in amounts.items()
        ]

    price = page.line("price", "", "Price", total(of_each("price", "proceeds")))
    selling = page.line(
        "selling", "", "Costs of the sale", total(of_each("costs of the sale", "selling_costs"))
    )
    realized = page.line("realized", "", "Realized", price - selling, Role.SUBTOTAL)
    bases = [gain_basis_figure(key, asset) for key, asset in sold.items()]
    basis = page.line("basis", "", "Cost and improvements, with the land", total(bases))
    worn = [up_to_now.story_up_to_now(ask, key).taken for key in sold]
    taken = page.line("depreciation", "", "Depreciation allowed or allowable up to now", total(worn))
    adjusted = page.line("adjusted", "", "Adjusted basis", basis - taken, Role.SUBTOTAL)
    result = realized - adjusted
    if result.amount < 0:
        result = result.marked(gaps.home_loss(ask(tests_of, of).path))
    page.line("gain", "", "Gain or loss", result, Role.SUBTOTAL)


@home_sale.part
def excluded(page: Page, ask: Ask, of: str) -> None:
    """What of the gain is excluded. What was depreciated after May 6, 1997 is not (121(d)(6)); a loss of a
    home is nobody's deduction."""
    page.section = "Exclusion (26 U.S.C. 121)"
    made = not_below_zero(ask(gain, of)["gain"])
    worn = smaller_of(made, ask(gain, of)["depreciation"])
    worn = page.line("unrecaptured", "", "Of it depreciation: unrecaptured section 1250 gain", worn)
    rest = page.line("beyond_worn", "", "Gain beyond depreciation", made - worn)
    away = _for_days_away(ask, of, rest)
    if away is not None:
        away = page.line("days_away", "", "Of it for days that it was not the main home (121(b)(5))", away)
        rest = rest - away
    open_to_it = page.line("open", "", "Gain that may be excluded", rest)
    most = page.line("most", "", "Exclusion, at the most", most_of(ask, ask(tests_of, of)))
    out = page.line("excluded", "", "Excluded", smaller_of(open_to_it, most), Role.SUBTOTAL)
    page.line("taxed", "", "Taxed: to Schedule D", made - out, Role.RESULT)


def _for_days_away(ask: Ask, of: str, gain: Figure) -> Figure | None:
    """The part of a gain for days after 2008 on which a home was not the main home before it became one, of
    all days of ownership (26 U.S.C. 121(b)(5)); None where no such days are entered."""
    facts = ask.of(_facts, of)
    away, owned = facts.get(DAYS_AWAY), facts.get(DAYS_OWNED)
    if not away or not owned:
        return None
    path = f"/things/{of}/facts"
    share = entered(min(away, owned), "days that it was not the main home", f"{path}/{DAYS_AWAY}") / entered(
        owned, "days owned", f"{path}/{DAYS_OWNED}"
    )
    return (gain * share).in_cents("for days that it was not the main home")


def _facts(file: ClientFile, of: str) -> Mapping[str, Decimal]:
    return file.things[of].facts if of in file.things else {}


def most_of(ask: Ask, tests: Tests) -> Figure:
    """How much of a gain may be excluded by the tests of a home. It is no part of its own."""
    if not tests.met:
        choice = Choice("Not owned and lived in for two of the five years", f"{tests.path}/{TESTS.key}")
        return stated(Decimal(0), "the tests of 26 U.S.C. 121(a) are not met").because(choice)
    if tests.other_sale:
        choice = Choice("Another sale was excluded", f"{tests.path}/{OTHER_SALE.key}")
        return stated(Decimal(0), "another gain was excluded in the two years before").because(choice)
    label = "exclusion of the gain of a home"
    if ask(status) == "joint" and not tests.spouse:
        alone = Choice("The spouse did not live there for two of five years", f"{tests.path}/{SPOUSE.key}")
        return ask(rules).figure("home_sale_exclusion", "single", label).because(alone)
    return ask(rules).figure("home_sale_exclusion", ask(status), label)


def taxed(ask: Ask, for_long: bool) -> tuple[Figure, ...]:
    """What of the gains is taxed of homes held for more than a year, or for less."""
    sold = [of for of in ask(homes_sold) if all(map(held_long, ask(assets_sold, of).values())) is for_long]
    return tuple(ask(excluded, of)["taxed"] for of in sold)
