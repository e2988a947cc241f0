"""The sale of a home: what of its gain is excluded (26 U.S.C. 121), and the depreciation that stays taxed
(121(d)(6); 26 CFR 1.121-1(d), (e))."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.offered import Question
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import gain_basis_figure
from half_yard.countries.us.assets.sold import SALE
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.shared.as_used import thing_of_asset
from half_yard.countries.us.shared.divided import thing_of
from half_yard.countries.us.shared.kinds import DWELLING, HOME
from half_yard.countries.us.shared.up_to_now import story_up_to_now
from half_yard.figures import (
    Choice,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records import Asset, ClientFile, Thing

MAIN_HOME = Question(
    "main_home", "It was the owner's main home", False, "Then its sale is that of a home (26 U.S.C. 121)"
)
TESTS = Question(
    "two_of_five", "Owned and lived in for two of the five years before its sale", False,
    "26 U.S.C. 121(a); of a couple one must have owned it",
)  # fmt: skip
SPOUSE = Question(
    "spouse_lived_there", "The spouse lived there for two of the five years too", False,
    "26 U.S.C. 121(b)(2)(A): then the amount of a joint return",
)  # fmt: skip
OTHER_SALE = Question(
    "excluded_before", "The gain of another home was excluded in the two years before", False,
    "26 U.S.C. 121(b)(3)",
)  # fmt: skip


def is_main_home(record: Thing) -> bool:
    """Whether a thing is sold as a main home: a home with an office, or a dwelling that was one."""
    return record.kind == HOME or (record.kind == DWELLING and record.answers.get(MAIN_HOME.key, False))


def sold_in(file: ClientFile, year: int) -> dict[str, tuple[str, ...]]:
    """The assets of things that were sold in a year, by thing."""
    found: dict[str, list[str]] = {}
    for key, asset in sorted(file.assets.items()):
        if asset.disposed is not None and asset.disposed.year == year and (asset.disposal or SALE) == SALE:
            found.setdefault(thing_of_asset(file, asset), []).append(key)
    return {thing: tuple(keys) for thing, keys in found.items() if thing}


def homes_sold(ask: Ask) -> tuple[str, ...]:
    """The homes that were sold in the tax year."""
    sold = ask.of(sold_in, ask.of(tax_year))
    return tuple(thing for thing in sold if is_main_home(ask.of(thing_of, thing)) and ask(_sold, thing))


def _sold(ask: Ask, thing: str) -> dict[str, Asset]:
    sold = ask.of(sold_in, ask.of(tax_year)).get(thing, ())
    keys = tuple(key for key in sold if key in ask(stories.counted))
    return dict(zip(keys, ask.of(stories.assets_of, keys), strict=True))


@Form
def home_sale(ask: Ask, thing: str) -> Page:
    """One for each home that was sold."""
    record = ask.of(thing_of, thing)
    page = Page(f"home_sale.{thing}", "Sale of a home", record.name or "Not named", about=thing)
    page.notes.append(
        "A smaller exclusion after a move for work or health, and years in which it was no main home after "
        "2008 (26 U.S.C. 121(b)(5), (c)), are not computed."
    )
    return page


@home_sale.part
def gain(page: Page, ask: Ask, thing: str) -> None:
    """What was realized less the basis that depreciation has left."""
    page.section = "Gain"
    sold = ask(_sold, thing)

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
    worn = [story_up_to_now(ask, key).taken for key in sold]
    taken = page.line("depreciation", "", "Depreciation allowed or allowable up to now", total(worn))
    adjusted = page.line("adjusted", "", "Adjusted basis", basis - taken, Role.SUBTOTAL)
    result = realized - adjusted
    if result.amount < 0:
        result = result.marked(gaps.home_loss(f"/things/{thing}"))
    page.line("gain", "", "Gain or loss", result, Role.SUBTOTAL)


@home_sale.part
def excluded(page: Page, ask: Ask, thing: str) -> None:
    """What of the gain is excluded. What was depreciated after May 6, 1997 is not (121(d)(6)); a loss of a
    home is nobody's deduction."""
    page.section = "Exclusion (26 U.S.C. 121)"
    made, record = not_below_zero(ask(gain, thing)["gain"]), ask.of(thing_of, thing)
    worn = smaller_of(made, ask(gain, thing)["depreciation"])
    worn = page.line("unrecaptured", "", "Of it depreciation: unrecaptured section 1250 gain", worn)
    open_to_it = page.line("open", "", "Gain that may be excluded", made - worn)
    most = page.line("most", "", "Exclusion, at the most", _most(ask, thing, record))
    out = page.line("excluded", "", "Excluded", smaller_of(open_to_it, most), Role.SUBTOTAL)
    page.line("taxed", "", "Taxed: to Form 1040, line 7", made - out, Role.RESULT)


def _most(ask: Ask, thing: str, record: Thing) -> Figure:
    path = f"/things/{thing}/answers"
    if not record.answers.get(TESTS.key, TESTS.default):
        return stated(Decimal(0), "the tests of 26 U.S.C. 121(a) are not met").because(
            Choice("Not owned and lived in for two of five years", f"{path}/{TESTS.key}")
        )
    if record.answers.get(OTHER_SALE.key, OTHER_SALE.default):
        return stated(Decimal(0), "another gain was excluded in the two years before").because(
            Choice("Another sale was excluded", f"{path}/{OTHER_SALE.key}")
        )
    label = "exclusion of the gain of a home"
    if ask(status) == "joint" and not record.answers.get(SPOUSE.key, SPOUSE.default):
        alone = Choice("The spouse did not live there for two of five years", f"{path}/{SPOUSE.key}")
        return ask(rules).figure("home_sale_exclusion", "single", label).because(alone)
    return ask(rules).figure("home_sale_exclusion", ask(status), label)


def taxed(ask: Ask) -> Sequence[Figure]:
    """What of the homes' gains is taxed."""
    return [difference(ask(excluded, thing)["taxed"], label="gain of a home") for thing in ask(homes_sold)]
