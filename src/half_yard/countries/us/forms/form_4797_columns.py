"""One asset that left service: its column of Form 4797, part III."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from decimal import Decimal
from typing import NamedTuple

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.results import AssetStory
from half_yard.countries.us import gaps
from half_yard.countries.us.assets.basis import (
    donor_depreciation,
    gain_basis_figure,
    loss_basis_figure,
)
from half_yard.countries.us.assets.classes import CLASSES, LAND, SHORT_LIVED_REAL
from half_yard.countries.us.assets.holding import held_long
from half_yard.countries.us.assets.sold import ABANDONED, CASUALTY, EXCHANGE, INSTALMENTS
from half_yard.countries.us.assets.uses import WHOLE, share_of_year
from half_yard.countries.us.exchanges import exchanged, successors
from half_yard.countries.us.questions import RELATED
from half_yard.countries.us.shared import up_to_now
from half_yard.countries.us.shared.divided import measure_of, use_share
from half_yard.countries.us.shared.kinds import DWELLING
from half_yard.countries.us.shared.owned import part_on_return
from half_yard.figures import (
    NOT_BELOW_ZERO,
    Choice,
    Figure,
    Line,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    times,
    total,
)
from half_yard.records import Asset
from half_yard.records.amounts import HUNDRED

ROLES = {
    "gain": Role.RESULT,
    "ordinary": Role.SUBTOTAL,
    "ordinary_1250": Role.SUBTOTAL,
    "unrecaptured": Role.SUBTOTAL,
    "private": Role.SUBTOTAL,
}
"""What came of an asset, and what of it is taxed otherwise."""
Put = Callable[[str, str, str, Figure], Figure]
Parts = Sequence[Figure | None]
"""Parts of one by which an amount is multiplied; None for the whole."""


@dataclass(frozen=True, eq=False)
class Sold:
    """One asset on the form: whether it was held for more than a year, stands in Part III, was lost by
    casualty, and has its gain taxed by instalments; its gain or loss, what of a gain is ordinary or
    unrecaptured section 1250 gain, the gain of its private part, and its lines."""

    long_held: bool
    in_part_iii: bool
    casualty: bool
    instalments: bool
    gain: Figure
    recapture: Figure
    unrecaptured: Figure
    private: Figure
    lines: Sequence[Line]


def fill_column(page: Page, ask: Ask, key: str) -> Sold:
    """Fill in one asset's column. Its lines carry the asset's id."""
    asset, story = ask.of(asset_of, key), up_to_now.story_up_to_now(ask, key)
    on_return, business = part_on_return(ask, asset), _business_part(ask, key, asset)
    parts = [on_return, business]

    def ours(figure: Figure) -> Figure:
        return times(figure, *parts)

    price = entered(asset.proceeds or Decimal(0), "proceeds", f"/assets/{key}/proceeds")
    selling = entered(asset.selling_costs or Decimal(0), "expense of sale", f"/assets/{key}/selling_costs")
    own_taken = up_to_now.taken_at_sale(ask, key)
    donors = donor_depreciation(key, asset) or successors.taken_before(ask, key)
    taken = own_taken if donors is None else total((own_taken, donors), own_taken.label)
    for_gain, for_loss = _bases(ask, key, asset)
    side = _taxed_from(price, selling, own_taken, business, (for_gain, for_loss))
    long_held = held_long(successors.held_since(ask, key))
    part = _part_of_form(asset, gain=side.gain, long_held=long_held)
    page.section = f"{part} · {asset.name or 'Asset'}{_days(asset)}"

    def put(name: str, number: str, title: str, figure: Figure) -> Figure:
        at = number if part == PART_III else ON_A_LINE[part].get(name, "")
        return page.line(f"{key}.{name}", at, title, figure, ROLES.get(name, Role.LINE))

    proceeds = put("proceeds", "20", "Gross sales price", ours(price))
    unadjusted = for_gain if side.gain else for_loss
    basis = ours(total(filter(None, (unadjusted, donors, selling)), "basis and expense of sale"))
    cost = put("cost", "21", "Cost and expense of sale", basis)
    depreciation = put("depreciation", "22", "Depreciation allowed or allowable", times(taken, on_return))
    left = cost - depreciation
    if story.besides is not None:  # the standard mileage rate takes a basis no lower than nothing
        left = not_below_zero(left)
    adjusted = put("basis", "23", "Adjusted basis", left)
    result = proceeds - adjusted
    if side.neither:
        result = stated(
            Decimal(0), "between the basis for a gain and that for a loss: neither", "26 CFR 1.1015-1(a)(2)"
        )
    related = RELATED.of(asset.answers)
    if related and result.amount < 0:
        result = stated(Decimal(0), "a loss with a related person is not deducted", "26 U.S.C. 267(a)(1)")
    if asset.disposal == EXCHANGE:
        result = result.marked(gaps.exchange(f"/assets/{key}/disposal"))
    gain = put("gain", "24", "Gain or loss", result)
    recapture, unrecaptured = NOT_BELOW_ZERO, NOT_BELOW_ZERO
    if related and gain.amount > 0 and part == PART_III:
        recapture = put("ordinary", "", "Ordinary: sold to a related person (26 U.S.C. 1239)", gain)
    elif gain.amount > 0 and part == PART_III:
        recapture, unrecaptured = _recapture(
            put=put, key=key, asset=asset, gain=gain, depreciation=depreciation, story=story, parts=parts[:1]
        )
    private = NOT_BELOW_ZERO
    if business is not None and _has_private_gain(ask, asset):
        whole = difference(price, selling, for_gain, label="gain without depreciation")
        its_part = difference(stated(WHOLE, "all of it"), business, label="private part")
        gained = times(not_below_zero(whole), on_return, its_part)
        private = put("private", "", "Gain of the private part (a loss is not deducted)", gained)
    lost = asset.disposal == CASUALTY
    # What is abandoned is neither sold nor exchanged: its loss is ordinary (26 U.S.C. 165).
    exchanged = long_held and not (asset.disposal == ABANDONED and gain.amount <= 0)
    by_instalments = asset.disposal == INSTALMENTS and gain.amount > 0
    return Sold(
        exchanged,
        part == PART_III,
        lost,
        by_instalments,
        gain,
        recapture,
        unrecaptured,
        private,
        tuple(page.lines),
    )


def _has_private_gain(ask: Ask, asset: Asset) -> bool:
    """Whether the private part of a gain is taxed here: of things but homes, whose gain may be excluded."""
    if asset.disposal == CASUALTY:
        return False
    thing = ask.of(thing_of, asset.thing) if asset.thing in ask(things) else None
    return not CLASSES[asset.asset_class].real or (thing is not None and thing.kind == DWELLING)


PART_I, PART_II, PART_III = "Part I", "Part II", "Part III"
COLUMNS = {"proceeds": "d", "depreciation": "e", "cost": "f", "gain": "g"}
ON_A_LINE = {
    PART_I: {name: f"2{column}" for name, column in COLUMNS.items()},
    PART_II: {name: f"10{column}" for name, column in COLUMNS.items()},
}
"""The columns of what is no column of Part III: line 2 of Part I and line 10 of Part II."""


def _part_of_form(asset: Asset, *, gain: bool, long_held: bool) -> str:
    """Where an asset stands: with a gain in Part III, where it was depreciated and held for more than a year;
    else on a line of Part I, or of Part II where it was held for less or abandoned."""
    if not long_held or (asset.disposal == ABANDONED and not gain):
        return PART_II
    return PART_III if gain and asset.asset_class != LAND else PART_I


def _days(asset: Asset) -> str:
    """When it came and when it left, as columns (b) and (c) of the form and line 19 say it."""
    came, left = asset.acquired or asset.in_service, asset.disposed
    words = [f"{word} {day:%m/%d/%Y}" for word, day in (("acquired", came), ("sold", left)) if day]
    return f": {', '.join(words)}" if words else ""


class _Side(NamedTuple):
    """Whether there is a gain by the basis for a gain; whether by the two bases there is neither."""

    gain: bool
    neither: bool


def _bases(ask: Ask, key: str, asset: Asset) -> tuple[Figure, Figure]:
    """The unadjusted bases for a gain and for a loss; what was received in an exchange has one."""
    if asset.got_in and ask(exchanged.received_in, key):
        given = ask(successors.unadjusted_basis, key)
        return given, given
    return gain_basis_figure(key, asset), loss_basis_figure(key, asset)


def _taxed_from(
    price: Figure, selling: Figure, taken: Figure, business: Figure | None, bases: tuple[Figure, Figure]
) -> _Side:
    """Which basis counts: that for a gain where there is one, else that for a loss. What was depreciated is
    of the business part, so all else is compared for that part too."""
    part = WHOLE if business is None else business.amount
    net = (price.amount - selling.amount) * part + taken.amount
    for_gain, for_loss = (basis.amount * part for basis in bases)
    return _Side(net >= for_gain, for_loss < net < for_gain)


def _recapture(
    put: Put, key: str, asset: Asset, gain: Figure, depreciation: Figure, story: AssetStory, parts: Parts
) -> tuple[Figure, Figure]:
    """What of a gain is ordinary (26 U.S.C. 1245, 1250), and what is unrecaptured section 1250 gain
    (1(h)(6))."""
    if not CLASSES[asset.asset_class].section_1250:
        smaller = smaller_of(gain, depreciation)
        return put("ordinary", "25b", "Ordinary part of the gain", smaller), NOT_BELOW_ZERO
    ordinary = []
    if asset.expensed:
        # An improvement that was expensed is section 1245 property so far (1245(a)(3)(C)).
        elected = entered(asset.expensed, "expensed (section 179)", f"/assets/{key}/expensed")
        expensed = smaller_of(gain, times(elected, *parts))
        ordinary.append(put("ordinary", "25b", "Ordinary: what was expensed", expensed))
    by_line = story.years.straight_line() if asset.asset_class in SHORT_LIVED_REAL else None
    if by_line is not None:
        straight = times(by_line, *parts)
        over = not_below_zero(difference(depreciation, straight))
        additional = put("additional", "26a", "Depreciation above straight line", over)
        smaller = smaller_of(difference(gain, *ordinary), additional)
        ordinary.append(put("ordinary_1250", "26g", "Ordinary part of the gain", smaller))
    rest = smaller_of(difference(gain, *ordinary), difference(depreciation, *ordinary))
    return total(ordinary), put("unrecaptured", "", "Unrecaptured section 1250 gain", rest)


def _business_part(ask: Ask, key: str, asset: Asset) -> Figure | None:
    """The part of a sale that is the business's: as said, or the use that was the same in all years, or their
    average, of a dwelling the days let of this year (common practice, no source). None where that is all of
    it."""
    path = f"/assets/{key}"
    if asset.sale_share is not None:
        return entered(asset.sale_share / HUNDRED, "business part of the sale", f"{path}/sale_share")
    if asset.thing in ask(things) and ask.of(thing_of, asset.thing).kind == DWELLING:
        words = "Business part of the sale: as it was let this year (common practice, no source)"
        known = ask(measure_of, asset.thing)
        if not known.activities:
            return entered(Decimal(0), "not let this year", f"/things/{asset.thing}")
        let = known.uses[0]
        return use_share(ask, asset.thing, let).because(Choice(words, f"{path}/sale_share"))
    if asset.in_service is None or asset.disposed is None:
        return None
    years = range(asset.in_service.year, asset.disposed.year + 1)
    uses = [share_of_year(asset, year) for year in years]
    if all(use == WHOLE for use in uses):
        return None
    if len(set(uses)) == 1:
        return entered(uses[0], "business use", f"{path}/share")
    average = stated(sum(uses, Decimal(0)) / len(uses), "average business use of its years")
    words = "Business part of the sale: the average of its years (common practice, no source)"
    return average.because(Choice(words, f"{path}/sale_share"))
