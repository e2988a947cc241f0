"""The basis of an asset by how it came: bought, built, inherited, given, turned from private use.

`cost` is the amount that every way begins with; what else counts stands in `basis`, by the keys here.
"""

from __future__ import annotations

from decimal import Decimal

from half_yard.books import Box
from half_yard.countries.offered import (
    AssetOrigin,
)
from half_yard.figures import (
    Figure,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records import Asset

BOUGHT, BUILT, INHERITED, GIVEN, CONVERTED, EXCHANGED = (
    "", "built", "inherited", "given", "converted", "exchanged",
)  # fmt: skip
ADDED, ALTERNATE, AT_GIFT, GIFT_TAX, GIFT_TAXED, AT_CHANGE, DONOR_TAKEN = (
    "added", "alternate", "value_at_gift", "gift_tax", "gift_taxed", "value_at_change",
    "donor_depreciation",
)  # fmt: skip


ORIGINS = {
    BOUGHT: AssetOrigin(
        "Bought",
        "Price",
        (Box(ADDED, "Costs that are added", "title, recording, survey, legal, transfer tax, freight"),),
        "26 U.S.C. 1012; 26 CFR 1.263(a)-2(f). Costs of a loan, insurance and rent before closing stay out.",
    ),
    BUILT: AssetOrigin(
        "Built over time",
        "Contractors",
        (
            Box("materials", "Materials"),
            Box("labour", "Wages paid", "never the owner's own work"),
            Box("permits", "Design and permits"),
            Box("interest", "Interest while it was built", "26 U.S.C. 263A(f)"),
        ),
        "26 U.S.C. 263A. The owner's own work has no cost.",
    ),
    INHERITED: AssetOrigin(
        "Inherited",
        "Value at death",
        (Box(ALTERNATE, "Alternate value", "only if the estate elected it (26 U.S.C. 2032)"),),
        "26 U.S.C. 1014. Held for more than a year by law (1223(9)); no special allowance, no section 179.",
    ),
    GIVEN: AssetOrigin(
        "A gift",
        "Donor's adjusted basis",
        (
            Box(AT_GIFT, "Value at the gift", "a loss counts from the smaller of the two"),
            Box(GIFT_TAX, "Gift tax paid on it"),
            Box(GIFT_TAXED, "Amount that was taxed", "as a rule the value less the annual exclusion"),
            Box(DONOR_TAKEN, "Depreciation of the donor", "ordinary in a gain, as if it were yours"),
        ),
        "26 U.S.C. 1015. The tax on what it had gained is added; no special allowance, no section 179. "
        "Acquired is the donor's day: both holdings count (1223(2)).",
    ),
    EXCHANGED: AssetOrigin(
        "Received in an exchange",
        "Value when received",
        (),
        "26 U.S.C. 1031(d). Its basis is on the sheet of the exchange; what was left of what was given goes "
        "on, the rest is new (26 CFR 1.168(i)-6).",
    ),
    CONVERTED: AssetOrigin(
        "Turned from private use",
        "Cost with improvements",
        (Box(AT_CHANGE, "Value at the change", "depreciation and a loss count from the smaller"),),
        "26 CFR 1.168(i)-4(b), 1.165-9(b). A gain counts from the cost; no section 179.",
    ),
}
WITHOUT_ALLOWANCE = {INHERITED, GIVEN}
"""What is not bought has no special allowance (26 U.S.C. 168(k)(2)(E)(ii))."""
WITHOUT_EXPENSING = {INHERITED, GIVEN, CONVERTED}
"""What was not bought for the business can't be expensed (26 U.S.C. 179(d)(1)(C), (d)(2))."""
SUMMED = {BOUGHT: (ADDED,), BUILT: ("materials", "labour", "permits", "interest")}


def origin_of(asset: Asset) -> str:
    """How an asset came; bought where that is not known."""
    return asset.origin if asset.origin in ORIGINS else BOUGHT


def basis_amount(asset: Asset) -> Decimal:
    """The unadjusted basis for depreciation, in dollars."""
    return asset.cost if not asset.basis else basis_figure("", asset).amount


def cost_figure(key: str, asset: Asset) -> Figure:
    """The cost, as a leaf."""
    return entered(asset.cost, f"{asset.name or 'asset'}: cost", f"/assets/{key}/cost", asset.reckoning)


def basis_figure(key: str, asset: Asset) -> Figure:
    """The unadjusted basis for depreciation."""
    cost = cost_figure(key, asset)
    if not asset.basis:
        return cost
    named = f"{asset.name or 'asset'}: basis"
    match origin_of(asset):
        case "inherited":
            return _box(key, asset, ALTERNATE) if ALTERNATE in asset.basis else cost
        case "converted" if AT_CHANGE in asset.basis:
            return smaller_of(cost, _box(key, asset, AT_CHANGE), label=named)
        case "given":
            return _with_gift_tax(key, asset)
        case origin:
            boxes = [_box(key, asset, name) for name in SUMMED.get(origin, ()) if name in asset.basis]
            return total((cost, *boxes), named) if boxes else cost


def gain_basis_figure(key: str, asset: Asset) -> Figure:
    """The unadjusted basis from which a gain counts: for what was turned from private use its cost, else that
    for depreciation."""
    return cost_figure(key, asset) if origin_of(asset) == CONVERTED else basis_figure(key, asset)


def loss_basis_figure(key: str, asset: Asset) -> Figure:
    """The unadjusted basis from which a loss counts: of a gift, not more than its value then (1015(a))."""
    basis = basis_figure(key, asset)
    if origin_of(asset) == GIVEN and AT_GIFT in asset.basis:
        return smaller_of(basis, _box(key, asset, AT_GIFT), label=f"{asset.name}: basis for a loss")
    return basis


def donor_depreciation(key: str, asset: Asset) -> Figure | None:
    """What the donor of a gift took, which a gain gives back too (26 CFR 1.1245-4(a)); None where nothing."""
    there = origin_of(asset) == GIVEN and DONOR_TAKEN in asset.basis
    return _box(key, asset, DONOR_TAKEN) if there else None


def _with_gift_tax(key: str, asset: Asset) -> Figure:
    """The donor's basis, and of the gift tax the part for what the property had gained (1015(d)(6))."""
    if GIFT_TAX not in asset.basis or not asset.basis.get(AT_GIFT):
        return cost_figure(key, asset)
    cost, value, tax = cost_figure(key, asset), _box(key, asset, AT_GIFT), _box(key, asset, GIFT_TAX)
    taxed = _box(key, asset, GIFT_TAXED) if asset.basis.get(GIFT_TAXED) else value
    gained = not_below_zero(difference(value, cost), "gained before the gift")
    part = (tax * (gained / taxed)).in_cents("gift tax on what it had gained")
    return total((cost, smaller_of(part, tax, label="not more than the tax")), f"{asset.name}: basis")


def _box(key: str, asset: Asset, name: str) -> Figure:
    title = next(box.title for box in ORIGINS[origin_of(asset)].boxes if box.key == name)
    return entered(asset.basis[name], f"{asset.name}: {title.lower()}", f"/assets/{key}/basis/{name}")
