"""Form 4797 against plain arithmetic written a second time from the law, for any sales of any assets.

26 U.S.C. 1001 (gain), 1245 and 1250 (ordinary), 1231 (netting, casualties, five-year look-back), 1(h)(6). It
shares no code with the program but the depreciation that was taken, which has its own tests.
"""

from __future__ import annotations

import datetime
import unittest
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal

from hypothesis import given, settings
from hypothesis import strategies as st

from half_yard.countries import compute
from half_yard.records import Asset
from half_yard.records.identifiers import numbered
from tests.files import BUSINESS, RENTAL, business, carried_in, client, entries, line, rental

ZERO = Decimal(0)
EQUIPMENT, REAL = ("five_year", "seven_year", "intangible", "software"), ("residential_building", "land")
MONEY = st.integers(0, 300_000).map(Decimal)


@st.composite
def left_service(draw: st.DrawFn) -> Asset:
    kind = draw(st.sampled_from([*EQUIPMENT, *REAL]))
    placed = draw(st.dates(datetime.date(2019, 1, 1), datetime.date(2025, 6, 30)))
    cost = draw(MONEY)
    expensed = cost / 2 if kind == "seven_year" and placed.year == 2024 and draw(st.booleans()) else None
    return Asset(
        activity=BUSINESS if kind in EQUIPMENT else RENTAL, name=kind, asset_class=kind, in_service=placed,
        cost=cost, answers={"no_special_allowance": True}, disposed=datetime.date(2025, 12, 20),
        disposal=draw(st.sampled_from(["sale", "trade", "abandonment", "casualty"])), proceeds=draw(MONEY),
        selling_costs=draw(st.none() | st.integers(0, 500).map(Decimal)),
        expensed=expensed and expensed.quantize(Decimal("0.01")),
    )  # fmt: skip


def dollars(amount: Decimal) -> Decimal:
    return amount.quantize(Decimal(1), ROUND_HALF_UP)


@dataclass
class Plain:
    """One asset's gain, and what of it is ordinary or unrecaptured, in whole dollars as the form has them."""

    long: bool
    casualty: bool
    gain: Decimal
    ordinary: Decimal
    unrecaptured: Decimal

    @staticmethod
    def of(asset: Asset, taken: Decimal) -> Plain:
        placed = asset.in_service
        assert placed is not None
        basis = dollars(asset.cost + (asset.selling_costs or ZERO)) - dollars(taken)
        gain = dollars(asset.proceeds or ZERO) - basis
        long = (2025 - placed.year, 12, 20) > (1, placed.month, placed.day)
        if asset.disposal == "abandonment" and gain <= 0:
            long = False  # neither sold nor exchanged: an ordinary loss (26 U.S.C. 165)
        given_back = max(min(gain, dollars(taken)), ZERO) if long else ZERO
        real = asset.asset_class in REAL
        return Plain(
            long,
            asset.disposal == "casualty",
            gain,
            ZERO if real else given_back,
            given_back if real else ZERO,
        )


class AnySales(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.lists(left_service(), min_size=1, max_size=5), st.none() | MONEY)
    def test_the_form_is_the_laws_arithmetic(self, gone: list[Asset], carried: Decimal | None) -> None:
        file = client(
            2025, activities={BUSINESS: business(), RENTAL: rental()}, assets=numbered("assets", gone),
            entries=numbered("entries", entries(BUSINESS, gross_receipts="900000")),
            carryovers=carried_in(section_1231_loss=str(carried or 0)),
        )  # fmt: skip
        computation = compute(file)
        plain = [
            Plain.of(asset, sum(computation.stories[key].amounts[: 2026 - placed.year], ZERO))
            for key, asset in file.assets.items()
            if (placed := asset.in_service) is not None
        ]
        lost = sum((each.gain - each.ordinary for each in plain if each.casualty and each.long), ZERO)
        net = sum((each.gain - each.ordinary for each in plain if each.long and not each.casualty), ZERO)
        net += max(lost, ZERO)
        looked_back = min(max(net, ZERO), carried or ZERO)
        short = sum((each.gain for each in plain if not each.long), ZERO)
        recapture = sum((each.ordinary for each in plain), ZERO)
        capital = max(net, ZERO) - looked_back
        unrecaptured = sum((each.unrecaptured for each in plain), ZERO)
        ordinary = short + min(net, ZERO) + looked_back + recapture + min(lost, ZERO)
        for name, amount in (
            ("net_1231", net), ("capital_gain", capital), ("recapture", recapture), ("ordinary", ordinary),
            ("unrecaptured", unrecaptured),
        ):  # fmt: skip
            made = line(computation, f"form_4797/{name}").amount
            self.assertLessEqual(abs(made - amount), len(gone), name)  # each line is whole dollars
        self.assertEqual(
            line(computation, "schedule_1/other_gains").amount, line(computation, "form_4797/ordinary").amount
        )
