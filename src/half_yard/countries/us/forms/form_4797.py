"""Form 4797, Sales of Business Property, and Form 4684 for what was lost by casualty or theft.

Each asset stands in a column of Part III first: proceeds, basis, depreciation, gain, and what of the gain is
ordinary.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.dividing_things import things
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.amortization import PAID_OFF
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.sold import CASUALTY, EXCHANGE, GIFT, INSTALMENTS, PERSONAL, SALE, TRADE
from half_yard.countries.us.carried_in import SECTION_1231, carried_in
from half_yard.countries.us.exchanges import exchanged
from half_yard.countries.us.forms import form_6252, form_8824, home_sale
from half_yard.countries.us.forms.form_4797_columns import Sold, fill_column
from half_yard.countries.us.frame import left_out, rules
from half_yard.countries.us.losses import entities
from half_yard.countries.us.shared.divided import THINGS
from half_yard.figures import Figure, Form, Page, Role, carried, not_below_zero, smaller_of, total
from half_yard.figures.figure import NOT_BELOW_ZERO
from half_yard.records import Asset, ClientFile

WITHOUT_GAIN = {GIFT, PERSONAL}
PRICED = {SALE, TRADE, CASUALTY, INSTALMENTS}
"""Ways of leaving that have a price, an allowance or an insurance payment, even if it is nothing."""


def left_in(asset: Asset, year: int) -> bool:
    """Whether an asset left service in a year with a gain or a loss."""
    return (
        asset.disposed is not None
        and asset.disposed.year == year
        and (asset.disposal or SALE) not in WITHOUT_GAIN
        and asset.asset_class not in PAID_OFF
    )


def left_service(assets: Mapping[str, Asset], year: int) -> dict[str, Asset]:
    """The assets that left service in a year with a gain or a loss."""
    return {key: asset for key, asset in sorted(assets.items()) if left_in(asset, year)}


def gone(ask: Ask) -> tuple[str, ...]:
    """The assets on the return that left service in the tax year. Homes are sold on a sheet of their own."""
    year = ask.of(tax_year)
    with_homes = {key for of in ask(home_sale.homes_sold) for key in ask(home_sale.assets_sold, of)}
    every = {*ask(stories.on_return), *ask(_of_things)} - with_homes - ask(exchanged.given_in_exchange)
    return ask.of(_left_in, year, tuple(sorted(every)))


def _of_things(ask: Ask) -> tuple[str, ...]:
    """The assets of things that several uses share and that serve an activity on the return."""
    out = ask(left_out)
    return tuple(
        key
        for thing in ask(things)
        if set(THINGS.serves(ask, thing)) - out.keys()
        for key in ask(stories.of_thing, thing)
    )


def _left_in(file: ClientFile, year: int, keys: tuple[str, ...]) -> tuple[str, ...]:
    return tuple(key for key in keys if left_in(file.assets[key], year))


def applies(ask: Ask) -> bool:
    """Whether there is a form: something left service, here or at an entity, or an exchange or an instalment
    is taxed this year."""
    exchanged = ask(form_8824.gains, "to_part_i") or ask(form_8824.gains, "to_part_ii")
    return bool(ask(gone) or exchanged or ask(form_6252.by_contract) or ask(entities.sold_by_all))


def items(ask: Ask) -> tuple[Sold, ...]:
    """What came of each of them."""
    return tuple(ask(column, key) for key in ask(gone))


def column(ask: Ask, key: str) -> Sold:
    """What came of one asset, on a page of its own that part III takes up."""
    page = ask(form_4797.head).like()
    return fill_column(page, ask, key)


@Form
def form_4797(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_4797", "Form 4797", "", ask(rules).numbers("form_4797"))


@form_4797.part
def part_iii(page: Page, ask: Ask) -> None:
    """The columns of all assets."""
    for item in ask(items):
        page.lines += item.lines
    page.section = "Part III · Summary"
    in_part = [item for item in ask(items) if item.in_part_iii and not item.casualty]
    gains = page.line(
        "part_iii_gains", "30", "Gains of Part III, of instalment sales what is ordinary",
        total(item.recapture if item.instalments else item.gain for item in in_part),
    )  # fmt: skip
    ordinary = page.line(
        "part_iii_ordinary", "31", "Ordinary of them", total(item.recapture for item in in_part)
    )
    page.line("part_iii_rest", "32", "The rest, to Part I", gains - ordinary)


@form_4797.part
def part_i(page: Page, ask: Ask) -> None:
    """Lines 2 to 12: section 1231."""
    page.section = "Part I · Property held for more than a year"
    long_held = [item for item in ask(items) if item.long_held and not item.casualty]
    on_lines = [item.gain for item in long_held if not item.in_part_iii and not item.instalments]
    title = "Land and losses of property held for more than a year"
    losses = page.line("long_losses", "2", title, total(on_lines))
    rest = ask(part_iii)["part_iii_rest"]
    gains = page.line("long_gains", "6", "Gains of Part III, without what is ordinary (line 32)", rest)
    parts = [gains, losses]
    if paid := ask(form_6252.gains_held, True):
        parts.append(page.line("instalment_gain", "4", "Gain of instalment sales (Form 6252)", total(paid)))
    if of_entities := ask(entities.sold_by_all):
        title = "Partnerships and S corporations (Schedule K-1)"
        parts.append(page.line("entities", "2", title, total(of_entities)))
    if exchanged := ask(form_8824.gains, "to_part_i"):
        parts.append(page.line("exchanged", "5", "Gain of exchanges (Form 8824)", total(exchanged)))
    if ask(lost):
        gain_of_lost = ask(casualties)["net_gain"]
        parts.append(page.line("casualty_gain", "3", "Casualty gain (Form 4684)", gain_of_lost))
    net = page.line("net_1231", "7", "Net section 1231 gain or loss", total(parts))
    gain = not_below_zero(net)
    earlier = page.line(
        "earlier_losses", "8", "Losses of the last five years", carried(ask(carried_in, SECTION_1231))
    )
    ordinary = page.line("looked_back", "12", "Gain recaptured for earlier losses", smaller_of(gain, earlier))
    page.line("capital_gain", "9", "Capital gain, to Schedule D", gain - ordinary, Role.SUBTOTAL)


@form_4797.part
def part_ii(page: Page, ask: Ask) -> None:
    """Lines 10 to 18."""
    page.section = "Part II · Ordinary gains and losses"
    plain = [item for item in ask(items) if not item.casualty]
    short = page.line(
        "short_held", "10", "Property held for a year or less, and abandoned",
        total(item.gain for item in plain if not item.long_held and not item.instalments),
    )  # fmt: skip
    loss = page.line(
        "net_loss", "11", "Net section 1231 loss", smaller_of(ask(part_i)["net_1231"], NOT_BELOW_ZERO)
    )
    recaptured = page.line(
        "recapture", "13", "Ordinary part of Part III", total(item.recapture for item in ask(items))
    )
    parts = [short, loss, ask(part_i)["looked_back"], recaptured]
    if paid := ask(form_6252.gains_held, False):
        parts.append(page.line("instalments_short", "15", "Of instalment sales, held for less", total(paid)))
    if exchanged := ask(form_8824.gains, "to_part_ii"):
        parts.append(page.line("exchanged_ordinary", "16", "Ordinary gain of exchanges", total(exchanged)))
    if ask(lost):
        ordinary = ask(casualties)["ordinary"]
        parts.append(page.line("casualty_loss", "14", "Casualty loss (Form 4684)", ordinary))
    page.line("ordinary", "18b", "Ordinary gain or loss, to Schedule 1", total(parts), Role.TOTAL)


@form_4797.part
def unrecaptured(page: Page, ask: Ask) -> None:
    """What goes to Schedule D and its worksheet."""
    page.section = "To Schedule D"
    of_exchanges = ask(form_8824.gains, "unrecaptured")
    of_contracts = ask(form_6252.unrecaptured_gains)
    sold = (item.unrecaptured for item in ask(items) if item.long_held and not item.instalments)
    every = total((*sold, *of_exchanges, *of_contracts))
    page.line("unrecaptured", "", "Unrecaptured section 1250 gain, to its worksheet", every)


def ordinary_gain(ask: Ask) -> Figure | None:
    """Line 18b, where something left service."""
    return ask(part_ii)["ordinary"] if ask(applies) else None


def capital_gain(ask: Ask) -> Figure | None:
    """Line 9, where something left service."""
    return ask(part_i)["capital_gain"] if ask(applies) else None


def gains_of_businesses(ask: Ask) -> tuple[Figure, ...]:
    """What businesses gained and lost by the sales of their property."""
    of_businesses = ask.of(_of_businesses, ask(gone))
    sold = [ask(column, key) for key in of_businesses]
    paid = [figure for each, figure in ask(form_6252.by_contract).items() if ask.of(_is_business, each)]
    return (*(item.recapture if item.instalments else item.gain for item in sold), *paid)


def _is_business(file: ClientFile, key: str) -> bool:
    activity = file.activities.get(file.assets[key].activity)
    return activity is not None and activity.kind == "business"


def _of_businesses(file: ClientFile, keys: tuple[str, ...]) -> tuple[str, ...]:
    businesses = {key for key, activity in file.activities.items() if activity.kind == "business"}
    return tuple(key for key in keys if file.assets[key].activity in businesses)


def private_gains(ask: Ask, held_long: bool) -> tuple[Figure, ...]:
    """The gains of the private parts of what was held for more than a year, or for less."""
    sold = [item for item in ask(items) if item.long_held is held_long]
    return tuple(item.private for item in sold if item.private.amount)


def unrecaptured_gain(ask: Ask) -> Figure | None:
    """Unrecaptured section 1250 gain before any limit, where something left service."""
    return ask(unrecaptured)["unrecaptured"] if ask(applies) else None


def _gains(sold: Iterable[Sold]) -> Figure:
    return total(item.gain - item.recapture for item in sold if item.gain.amount > 0)


def _losses(sold: Iterable[Sold]) -> Figure:
    return total(item.gain for item in sold if item.gain.amount <= 0)


# -- Form 4684 --------------------------------------------------------------------------------------------


def lost(ask: Ask) -> tuple[Sold, ...]:
    """What was lost by casualty or theft."""
    return tuple(item for item in ask(items) if item.casualty)


@Form
def form_4684(ask: Ask) -> Page:
    """One for the return, where something was lost."""
    del ask
    return Page("form_4684", "Form 4684", "casualties and thefts of business property")


@form_4684.part
def casualties(page: Page, ask: Ask) -> None:
    """Section B, part II: a net loss of what was held for more than a year is ordinary, a net gain is a
    section 1231 gain (26 U.S.C. 1231(a)(4)(C)). Its line numbers are from memory of the form."""
    page.section = "Section B, part II"
    long_held = [item for item in ask(lost) if item.long_held]
    short = page.line(
        "short_held", "31", "Property held for a year or less",
        total(item.gain for item in ask(lost) if not item.long_held),
    )  # fmt: skip
    gains = page.line("gains", "36", "Gains, without what is ordinary", _gains(long_held))
    losses = page.line("losses", "35", "Losses", _losses(long_held))
    net = gains + losses
    loss = page.line("net_loss", "38a", "Net loss", smaller_of(net, NOT_BELOW_ZERO))
    page.line("net_gain", "39", "Net casualty gain, to Form 4797", not_below_zero(net))
    page.line("ordinary", "", "Ordinary casualty loss, to Form 4797", short + loss, Role.TOTAL)


# -- for the findings -------------------------------------------------------------------------------------


def unnamed_proceeds(assets: Mapping[str, Asset], year: int) -> list[str]:
    """The ids of what was sold in a year without its price."""
    return [
        key
        for key, asset in left_service(assets, year).items()
        if asset.proceeds is None and (asset.disposal or SALE) in PRICED
    ]


def freed(year_sold: Mapping[str, Asset], file_assets: Mapping[str, Asset]) -> list[str]:
    """The activities whose last building left service, but not in an exchange: suspended losses are freed (26
    U.S.C. 469(g))."""
    sold = {
        asset.activity
        for asset in year_sold.values()
        if CLASSES[asset.asset_class].real and asset.disposal != EXCHANGE
    }
    kept = {
        asset.activity
        for asset in file_assets.values()
        if asset.disposed is None and asset.asset_class in CLASSES and CLASSES[asset.asset_class].real
    }
    return sorted(sold - kept)
