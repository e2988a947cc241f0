"""What the people on the return sold of what they held: shares, funds, collectibles, digital assets."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.asking import Ask, tax_year
from half_yard.countries.us import gaps
from half_yard.countries.us.assets.holding import is_longer
from half_yard.countries.us.frame import people, rules
from half_yard.figures import (
    NOT_BELOW_ZERO,
    NOTHING,
    Choice,
    Figure,
    difference,
    entered,
    not_below_zero,
    smaller_of,
)
from half_yard.records import CapitalSale, ClientFile

HELD = (("", "By days"), ("short", "Short"), ("long", "Long"))
REPORTED = (("", "None"), ("basis", "Basis"), ("no_basis", "No basis"))
COLLECTIBLE, DIGITAL = "collectible", "digital"
KINDS_SOLD = (("", "Plain"), (COLLECTIBLE, "Collectible"), (DIGITAL, "Digital"))
WASH, DISCOUNT = "wash_sale", "market_discount"
NOT_HERE = "The person is not on this return. Choose another, or change the filing status."
NO_TERM = (
    "It can't be known whether it was held for more than a year. Type the days on which it was acquired and "
    "sold, or choose how long it was held."
)
NO_SUCH_ANSWER = "How long it was held, or what the broker reported, is none of the answers. Choose one."
BACKWARDS = "It was sold before it was acquired. Mend the days; of a short sale choose how long it was held."


@dataclass(frozen=True, eq=False)
class Sold:
    """A sale as columns (d) to (g) of Form 8949 have it, in cents; `box` is the form's letter, `interest` the
    market discount of it that is interest."""

    key: str
    long: bool
    box: str
    collectible: bool
    proceeds: Figure
    basis: Figure
    adjustment: Figure
    interest: Figure


def sales_made(ask: Ask) -> tuple[Sold, ...]:
    """The sales that count on the return."""
    stopped = ask(sale_stops)
    return tuple(
        ask(sale, key) for key in ask.of(lambda file: tuple(sorted(file.sales))) if _path(key) not in stopped
    )


def sale_stops(ask: Ask) -> dict[str, str]:
    """Why a sale counts nowhere, by record path."""
    on_return, year = ask(people), ask.of(tax_year)
    found = ((key, _problem(item, on_return, year)) for key, item in sorted(ask.of(_sales).items()))
    return {_path(key): problem for key, problem in found if problem}


def _path(key: str) -> str:
    return f"/sales/{key}"


def _sales(file: ClientFile) -> dict[str, CapitalSale]:
    return dict(file.sales)


def _of(file: ClientFile, key: str) -> CapitalSale:
    return file.sales[key]


def _problem(item: CapitalSale, on_return: tuple[str, ...], year: int) -> str:
    if item.person not in on_return:
        return NOT_HERE
    if item.sold is not None and item.sold.year != year:
        return f"It was not sold in {year}. Mend the day, or enter it in that year's file."
    if item.held not in dict(HELD) or item.reported not in dict(REPORTED):
        return NO_SUCH_ANSWER
    if item.held:
        return ""
    if item.acquired is None or item.sold is None:
        return NO_TERM
    return BACKWARDS if item.sold < item.acquired else ""


def held_long(item: CapitalSale) -> bool:
    """Whether it was held for more than a year (26 U.S.C. 1222), as chosen or by its days."""
    if item.held or item.acquired is None or item.sold is None:
        return item.held == "long"
    return is_longer(item.acquired, item.sold, 1)


def box_of(item: CapitalSale, own_boxes: bool) -> str:
    """The box of Form 8949: A to C for what was held for a year or less, D to F for longer; G to L for
    digital assets, where they have boxes of their own. From memory of the forms."""
    letters = "GHIJKL" if item.kind == DIGITAL and own_boxes else "ABCDEF"
    return letters[("basis", "no_basis", "").index(item.reported) + len(REPORTED) * held_long(item)]


def sale(ask: Ask, key: str) -> Sold:
    """One sale. A loss that a wash sale disallows is added back (26 U.S.C. 1091); market discount is interest
    up to the gain (1276)."""
    item, path = ask.of(_of, key), _path(key)
    long = held_long(item)
    own_boxes = ask.of(tax_year) >= ask(rules).amount("digital_asset_boxes_from")
    proceeds = entered(item.proceeds, "proceeds", f"{path}/proceeds")
    basis = entered(item.basis or Decimal(0), "cost or other basis", f"{path}/basis")
    if item.basis is None:
        basis = basis.marked(gaps.no_basis(f"{path}/basis"))
    if item.held:
        words = "Chosen: held for more than a year" if long else "Chosen: held for a year or less"
        proceeds = proceeds.because(Choice(words, f"{path}/held"))
    plain = difference(proceeds, basis, label="proceeds less basis")
    added = smaller_of(_box(item, WASH, path), not_below_zero(difference(NOTHING, plain)))
    interest = smaller_of(_box(item, DISCOUNT, path), not_below_zero(plain))
    adjustment = difference(added, interest, label="adjustment")
    return Sold(
        key, long, box_of(item, own_boxes), item.kind == COLLECTIBLE,
        proceeds, basis, adjustment, interest,
    )  # fmt: skip


def _box(item: CapitalSale, box: str, path: str) -> Figure:
    if box not in item.boxes:
        return NOT_BELOW_ZERO
    words = {WASH: "wash sale loss that is disallowed", DISCOUNT: "accrued market discount"}
    return entered(item.boxes[box], words[box], f"{path}/boxes/{box}")


def _day(given: datetime.date | None) -> str:
    """A day as columns (b) and (c) have it."""
    return "various" if given is None else f"{given:%m/%d/%Y}"


def words_of(ask: Ask, key: str) -> str:
    """What a sale is called on the form: its name and its days."""
    item = ask.of(_of, key)
    return f"{item.name or 'Not named'} ({_day(item.acquired)} to {_day(item.sold)})"
