"""Form 4797, Sales of Business Property, and Form 4684 for what was lost by casualty or theft."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal

from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets.amortization import PAID_OFF
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.sold import CASUALTY, GIFT, PERSONAL, SALE, TRADE, Sold, sold
from half_yard.countries.us.on_return import OnReturn
from half_yard.figures import NOT_BELOW_ZERO, Figure, Page, Sheet, entered, larger_of, smaller_of, total
from half_yard.records import Asset

WITHOUT_GAIN = {GIFT, PERSONAL}
PRICED = {SALE, TRADE, CASUALTY}
"""Ways of leaving that have a price, an allowance or an insurance payment, even if it is nothing."""


def left_service(assets: Mapping[str, Asset], year: int) -> dict[str, Asset]:
    """The assets that left service in a year with a gain or a loss."""
    return {
        key: asset
        for key, asset in sorted(assets.items())
        if asset.disposed is not None
        and asset.disposed.year == year
        and (asset.disposal or SALE) not in WITHOUT_GAIN
        and asset.asset_class not in PAID_OFF
    }


def form_4797(frame: OnReturn, assets: Mapping[str, Asset], stories: Mapping[str, AssetStory]) -> list[Sheet]:
    """The form for the assets that left service in the year, and Form 4684 before it where one was lost; none
    where none left.

    Each asset stands in a column of Part III first: proceeds, basis, depreciation, gain, and what of the gain
    is ordinary.
    """
    gone = left_service(assets, frame.file.tax_year)
    if not gone:
        return []
    page = Page("form_4797", "Form 4797", "", frame.rules.numbers("form_4797"))
    items = [sold(page, frame, key, asset, stories[key]) for key, asset in gone.items()]
    lost = _form_4684([item for item in items if item.casualty])
    plain = [item for item in items if not item.casualty]
    page.section = "Part I · Property held for more than a year"
    long_held = [item for item in plain if item.long_held]
    gains = page.line("long_gains", "6", "Gains of Part III, without what is ordinary", _gains(long_held))
    losses = page.line("long_losses", "2", "Losses of property held for more than a year", _losses(long_held))
    parts = [gains, losses]
    if lost is not None:
        parts.append(page.line("casualty_gain", "3", "Gain of Form 4684, line 39", lost["net_gain"]))
    net = page.line("net_1231", "7", "Net section 1231 gain or loss", total("", parts))
    gain = larger_of("", net, NOT_BELOW_ZERO)
    known = entered(
        frame.file.section_1231_losses or Decimal(0),
        "Section 1231 losses of five years",
        "/section_1231_losses",
    )
    earlier = page.line("earlier_losses", "8", "Losses of the last five years", total("", (known,)))
    ordinary = page.line("looked_back", "12", "Smaller of lines 7 and 8", smaller_of("", gain, earlier))
    page.line("capital_gain", "9", "To Schedule D: line 7 less line 8", gain - ordinary)
    page.section = "Part II · Ordinary gains and losses"
    short = page.line(
        "short_held", "10", "Property held for a year or less",
        total("", [item.gain for item in plain if not item.long_held]),
    )  # fmt: skip
    loss = page.line("net_loss", "11", "Loss of line 7", smaller_of("", net, NOT_BELOW_ZERO))
    recaptured = page.line(
        "recapture", "13", "Ordinary part of Part III", total("", [item.recapture for item in items])
    )
    parts = [short, loss, ordinary, recaptured]
    if lost is not None:
        parts.append(page.line("casualty_loss", "14", "Form 4684, lines 31 and 38a", lost["ordinary"]))
    page.line("ordinary", "18b", "To Schedule 1, line 4", total("", parts))
    page.section = "Unrecaptured section 1250 gain"
    page.line(
        "unrecaptured", "", "Taxed at 25% at the most, on Schedule D",
        total("", [item.unrecaptured for item in items if item.long_held]),
    )  # fmt: skip
    return [*([lost] if lost else []), page.sheet()]


def _gains(items: Sequence[Sold]) -> Figure:
    return total("", [item.gain - item.recapture for item in items if item.gain.amount > 0])


def _losses(items: Sequence[Sold]) -> Figure:
    return total("", [item.gain for item in items if item.gain.amount <= 0])


def _form_4684(lost: Sequence[Sold]) -> Sheet | None:
    """Section B, part II of the form: a net loss of what was held for more than a year is ordinary, a net
    gain is a section 1231 gain (26 U.S.C. 1231(a)(4)(C)). Its line numbers are from memory of the form."""
    if not lost:
        return None
    page = Page("form_4684", "Form 4684", "casualties and thefts of business property")
    page.section = "Section B, part II"
    long_held = [item for item in lost if item.long_held]
    short = page.line(
        "short_held", "31", "Property held for a year or less",
        total("", [item.gain for item in lost if not item.long_held]),
    )  # fmt: skip
    gains = page.line("gains", "36", "Gains, without what is ordinary", _gains(long_held))
    losses = page.line("losses", "35", "Losses", _losses(long_held))
    net = gains + losses
    loss = page.line("net_loss", "38a", "Net loss", smaller_of("", net, NOT_BELOW_ZERO))
    page.line("net_gain", "39", "Net gain, to Form 4797, line 3", larger_of("", net, NOT_BELOW_ZERO))
    page.line("ordinary", "", "To Form 4797, line 14", short + loss)
    return page.sheet()


def unnamed_proceeds(assets: Mapping[str, Asset], year: int) -> list[str]:
    """The ids of what was sold in a year without its price."""
    return [
        key
        for key, asset in left_service(assets, year).items()
        if asset.proceeds is None and (asset.disposal or SALE) in PRICED
    ]


def freed(year_sold: Mapping[str, Asset], file_assets: Mapping[str, Asset]) -> list[str]:
    """The activities whose last building left service: suspended losses are freed (26 U.S.C. 469(g))."""
    sold = {asset.activity for asset in year_sold.values() if CLASSES[asset.asset_class].real}
    kept = {
        asset.activity
        for asset in file_assets.values()
        if asset.disposed is None and asset.asset_class in CLASSES and CLASSES[asset.asset_class].real
    }
    return sorted(sold - kept)
