"""A simulated marketplace that drives for hire are booked through: monthly statements as JSON.

The same month is always the same statement. The token decides how the service behaves, so that each way of
failing can be tried: it may be refused, late, or answer with nonsense.
"""

from __future__ import annotations

import calendar
import hashlib
import json
from decimal import Decimal

NAME = "Ferry Lane Rides (simulated)"
GOOD, LAPSED, LATE, NOISY = "FERRY-LANE-7", "FERRY-LANE-LAPSED", "FERRY-LANE-LATE", "FERRY-LANE-NOISE"
TOKENS = {
    GOOD: "answers",
    LAPSED: "is refused",
    LATE: "never hears back",
    NOISY: "gets nonsense",
}
CENT = Decimal("0.01")
FEE, WITHHELD = Decimal("0.24"), Decimal("0.02")


class ServiceError(Exception):
    """The service could not be had: the message says why and what to do."""


class Marketplace:
    """A session with the service. Raises ServiceError when it is opened with a token that is not known."""

    def __init__(self, token: str) -> None:
        self._token = token.strip().upper()
        if self._token not in TOKENS:
            raise ServiceError(f"The service knows no token “{token.strip()}”. Ask the client for a new one.")
        if self._token == LAPSED:
            raise ServiceError("The token has lapsed. Ask the client for a new one.")

    def fetch(self, year: int, month: int) -> bytes:
        """The statement of a month, as the service sends it. Raises ServiceError."""
        if self._token == LATE:
            raise ServiceError("The service did not answer in time. Nothing was taken in; try again later.")
        if self._token == NOISY:
            return b"<html><body>Our rowers are resting</body></html>"
        return json.dumps(_statement(year, month), indent=1).encode()


def _statement(year: int, month: int) -> dict[str, object]:
    """A made-up month: weeks of fares with tips, fees, tax withheld and miles, and what was paid out."""
    last = calendar.monthrange(year, month)[1]
    weeks = [_week(year, month, day) for day in (7, 14, 21, last)]
    totals = {key: str(sum(Decimal(week[key]) for week in weeks)) for key in weeks[0] if key != "through"}
    gross, tips, fees, withheld = (Decimal(totals[key]) for key in ("gross", "tips", "fees", "tax_withheld"))
    return {
        "service": NAME,
        "month": f"{year}-{month:02d}",
        "currency": "USD",
        "weeks": weeks,
        "totals": totals,
        "paid_out": str(gross + tips - fees - withheld),
    }


def _week(year: int, month: int, day: int) -> dict[str, str]:
    seed = hashlib.sha256(f"{year}-{month}-{day}".encode()).digest()
    gross = Decimal(18000 + 173 * seed[0]) / 100
    return {
        "through": f"{year}-{month:02d}-{day:02d}",
        "gross": str(gross.quantize(CENT)),
        "tips": str((Decimal(900 + 17 * seed[1]) / 100).quantize(CENT)),
        "fees": str((gross * FEE).quantize(CENT)),
        "tax_withheld": str((gross * WITHHELD).quantize(CENT)),
        "miles": str(60 + seed[2] // 2),
    }
