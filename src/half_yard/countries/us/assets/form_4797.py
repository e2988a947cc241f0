"""Form 4797, Sales of Business Property: gain or loss of what left service, and what it is taxed as."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.results import AssetStory
from half_yard.countries.us import gaps
from half_yard.countries.us.assets.classes import CLASSES, LOAN, SHORT_LIVED_REAL, START_UP
from half_yard.countries.us.assets.life import HUNDRED, WHOLE, cost_figure, share_of_year
from half_yard.countries.us.on_return import OnReturn
from half_yard.figures import (
    NOT_BELOW_ZERO,
    Figure,
    Mark,
    Page,
    Sheet,
    entered,
    larger_of,
    smaller_of,
    stated,
    total,
)
from half_yard.records import Asset

SALE, ABANDONED, GIFT, PERSONAL = "sale", "abandonment", "gift", "personal"
DISPOSALS = {
    SALE: "Sold",
    ABANDONED: "Abandoned or scrapped",
    GIFT: "Given away",
    PERSONAL: "Taken for private use",
    "exchange": "Exchanged for other property",
    "casualty": "Lost by casualty or theft",
}
"""How an asset leaves service, by key."""
WITHOUT_GAIN = {GIFT, PERSONAL}
Put = Callable[[str, str, str, Figure], Figure]


@dataclass(frozen=True, slots=True)
class Sold:
    """One asset on the form: its lines, by what they are to the rest of it."""

    key: str
    long_held: bool
    gain: Figure
    recapture: Figure
    unrecaptured: Figure


def left_service(assets: Mapping[str, Asset], year: int) -> dict[str, Asset]:
    """The assets that left service in a year with a gain or a loss."""
    return {
        key: asset
        for key, asset in sorted(assets.items())
        if asset.disposed is not None
        and asset.disposed.year == year
        and (asset.disposal or SALE) not in WITHOUT_GAIN
        and asset.asset_class not in {LOAN, START_UP}
    }


def form_4797(
    frame: OnReturn, assets: Mapping[str, Asset], stories: Mapping[str, AssetStory]
) -> Sheet | None:
    """The form for the assets that left service in the year; None where none did.

    Each asset stands in a column of Part III first: proceeds, basis, depreciation, gain, and what of the gain
    is ordinary by section 1245. Section 1250 takes nothing of straight-line property, but its depreciation is
    unrecaptured section 1250 gain.
    """
    gone = left_service(assets, frame.file.tax_year)
    if not gone:
        return None
    page = Page("form_4797", "Form 4797", "", frame.rules.numbers("form_4797"))
    sold = [_sold(page, frame, key, asset, stories[key]) for key, asset in gone.items()]
    page.section = "Part I · Property held for more than a year"
    long_held = [item for item in sold if item.long_held]
    gains = page.line(
        "long_gains", "6", "Gains of Part III, without what is ordinary",
        total("", [item.gain - item.recapture for item in long_held if item.gain.amount > 0]),
    )  # fmt: skip
    losses = page.line(
        "long_losses", "2", "Losses of property held for more than a year",
        total("", [item.gain for item in long_held if item.gain.amount <= 0]),
    )  # fmt: skip
    net = page.line("net_1231", "7", "Net section 1231 gain or loss", gains + losses)
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
        total("", [item.gain for item in sold if not item.long_held]),
    )  # fmt: skip
    loss = page.line("net_loss", "11", "Loss of line 7", smaller_of("", net, NOT_BELOW_ZERO))
    recaptured = page.line(
        "recapture", "13", "Ordinary part of Part III", total("", [item.recapture for item in long_held])
    )
    page.line("ordinary", "18b", "To Schedule 1, line 4", total("", (short, loss, ordinary, recaptured)))
    page.section = "Unrecaptured section 1250 gain"
    page.line(
        "unrecaptured", "", "Taxed at 25% at the most, on Schedule D",
        total("", [item.unrecaptured for item in long_held]),
    )  # fmt: skip
    return page.sheet()


def _sold(page: Page, frame: OnReturn, key: str, asset: Asset, story: AssetStory) -> Sold:
    """One asset's column of Part III. Its lines carry the asset's id."""
    page.section = f"Part III · {asset.name or 'Asset'}"

    def put(name: str, number: str, title: str, figure: Figure) -> Figure:
        return page.line(f"{key}.{name}", number, title, figure)

    on_return = _part_on_return(frame, asset)
    price = entered(asset.proceeds or Decimal(0), "proceeds", f"/assets/{key}/proceeds")
    selling = entered(asset.selling_costs or Decimal(0), "expense of sale", f"/assets/{key}/selling_costs")
    proceeds = put("proceeds", "20", "Gross sales price", _times(price, on_return))
    cost = put("cost", "21", "Cost and expense of sale", _times(cost_figure(key, asset) + selling, on_return))
    taken = total("depreciation allowed", (story.prior, story.this_year))
    depreciation = put("depreciation", "22", "Depreciation allowed or allowable", _times(taken, on_return))
    basis = put("basis", "23", "Adjusted basis", cost - depreciation)
    gain = put("gain", "24", "Gain or loss", (proceeds - basis).marked(*_marks(key, asset)))
    recapture, unrecaptured = NOT_BELOW_ZERO, NOT_BELOW_ZERO
    long_held = _held_long(asset)
    if gain.amount > 0 and long_held:
        recapture, unrecaptured = _recapture(put, asset, gain, depreciation)
    return Sold(key, long_held, gain, recapture, unrecaptured)


def _recapture(put: Put, asset: Asset, gain: Figure, depreciation: Figure) -> tuple[Figure, Figure]:
    """What of a gain is ordinary (26 U.S.C. 1245), and what is unrecaptured section 1250 gain (1(h)(6))."""
    smaller = smaller_of("", gain, depreciation)
    if CLASSES[asset.asset_class].section_1250:
        unrecaptured = put("unrecaptured", "", "Unrecaptured section 1250 gain", smaller)
        return NOT_BELOW_ZERO, unrecaptured
    return put("ordinary", "25b", "Ordinary: smaller of lines 22 and 24", smaller), NOT_BELOW_ZERO


def _held_long(asset: Asset) -> bool:
    """Whether it was held for more than a year (26 U.S.C. 1231(b)(1)), from the day after it came."""
    start, end = asset.acquired or asset.in_service, asset.disposed
    if start is None or end is None:
        return False
    return (end.year - start.year, end.month, end.day) > (1, start.month, start.day)


def _part_on_return(frame: OnReturn, asset: Asset) -> Decimal:
    """The part of the activity that belongs to people on the return."""
    owners = frame.file.activities[asset.activity].owners
    return sum((share for person, share in owners.items() if person in frame.people), Decimal(0)) / HUNDRED


def _times(figure: Figure, part: Decimal) -> Figure:
    if part == WHOLE:
        return figure
    share = stated(part, "part of the people on the return")
    return (figure * share).in_cents().named(figure.label)


def _marks(key: str, asset: Asset) -> list[Mark]:
    """What the program does not compute of a sale."""
    marks = []
    year = asset.disposed.year if asset.disposed else 0
    if share_of_year(asset, year) != WHOLE or any(share != HUNDRED for share in asset.shares.values()):
        marks.append(gaps.mixed_sale(f"/assets/{key}/disposed"))
    if asset.disposal in {"exchange", "casualty"}:
        marks.append(gaps.other_disposal(f"/assets/{key}/disposal"))
    if asset.asset_class in SHORT_LIVED_REAL:
        marks.append(gaps.additional_depreciation(f"/assets/{key}/disposed"))
    return marks


def unnamed_proceeds(assets: Mapping[str, Asset], year: int) -> list[str]:
    """The ids of what was sold in a year without its price."""
    return [
        key
        for key, asset in left_service(assets, year).items()
        if asset.proceeds is None and (asset.disposal or SALE) == SALE
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


def rest(sheet: Sheet | None, line: str) -> list[Figure]:
    """A line of the form where there is one."""
    return [sheet[line]] if sheet is not None else []
