"""The two sides of an exchange as its records have them: what was given, what was got, what of it is of like
kind and in time, and by when things must be done."""

from __future__ import annotations

import datetime
from decimal import Decimal
from typing import NamedTuple

from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.mid_quarter import tested_in
from half_yard.countries.us.assets.sold import EXCHANGE
from half_yard.countries.us.exchanges.asked import (
    EXTENDED,
    FIXED,
    HELD,
    HOLDER,
    IDENTIFIED,
    LOST,
    NAMED_COUNT,
    NAMED_VALUE,
    OWNER,
    PARKED,
    QUALIFIES,
    SIMILAR,
    TAKEN,
)
from half_yard.records import Asset, ClientFile, Exchange

TO_IDENTIFY, TO_RECEIVE = datetime.timedelta(days=45), datetime.timedelta(days=180)
"""26 U.S.C. 1031(a)(3). Neither moves for a weekend or a holiday: section 7503 is not for them."""
DUE = (4, 15)
YEARS_IF_LOST, YEARS_IF_TAKEN = 2, 3
"""To the end of which year after that of the loss it may be replaced (26 U.S.C. 1033(a)(2)(B), (g)(4))."""
MOST_NAMED, TIMES_VALUE, ENOUGH = 3, 2, (95, 100)
"""So many may be named at any value, more up to twice the value of what was given, or still more where 95
percent of them were got (26 CFR 1.1031(k)-1(c)(4))."""


class Deadlines(NamedTuple):
    """By when what is to be got must be named and received; when the return is due without an extension."""

    identify_by: datetime.date
    receive_by: datetime.date
    return_due: datetime.date


class Sides(NamedTuple):
    """The ids of the assets given and got: of like kind, and besides; the first day of a transfer, and the
    deadlines from there; both None while nothing was transferred."""

    given: tuple[str, ...]
    given_besides: tuple[str, ...]
    got: tuple[str, ...]
    got_besides: tuple[str, ...]
    transferred: datetime.date | None
    deadlines: Deadlines | None

    @property
    def hold(self) -> bool:
        """Whether there is an exchange: something of like kind was given and got."""
        return bool(self.given and self.got and self.transferred)


def is_real_property(asset: Asset) -> bool:
    """Whether an asset may be of like kind, which since 2018 only real property is (26 U.S.C. 1031(a)(1))."""
    known = CLASSES.get(asset.asset_class)
    return known is not None and (known.section_1250 or FIXED.of(asset.answers))


def received_on(asset: Asset) -> datetime.date | None:
    """The day on which an asset was received, which may lie before that on which it was ready."""
    return asset.acquired or asset.in_service


def sides_of(file: ClientFile, exchange: str) -> Sides:
    """The sides of an exchange. What may not be exchanged, and what came too late, stands besides. Raises
    KeyError if there is no such exchange."""
    record, assets = file.exchanges[exchange], sorted(file.assets.items())
    given = [
        (key, asset) for key, asset in assets if asset.given_in == exchange and asset.disposal == EXCHANGE
    ]
    got = [(key, asset) for key, asset in assets if asset.got_in == exchange]
    lost = is_conversion(record)
    real = [(key, asset) for key, asset in given if lost or is_real_property(asset)]
    days = [asset.disposed for _, asset in real if asset.disposed]
    transferred = min(days, default=None)
    until = None if transferred is None else deadlines_of(record, transferred)
    like = {
        key
        for key, asset in got
        if transferred and until and may_be(record) and (lost or is_real_property(asset))
        if not _why_not(file, record, asset, given=real, transferred=transferred, until=until)
    }
    return Sides(
        tuple(key for key, _ in real),
        tuple(key for key, asset in given if not lost and not is_real_property(asset)),
        tuple(key for key, _ in got if key in like),
        tuple(key for key, _ in got if key not in like),
        transferred,
        until,
    )


def may_be(record: Exchange) -> bool:
    """Whether anything of an exchange can be of like kind: the property qualifies, and the owner had no hand
    on the money."""
    if is_conversion(record):
        return SIMILAR.of(record.answers)
    return QUALIFIES.of(record.answers) and record.choices.get(HELD.key, "") != OWNER


def deadlines_of(record: Exchange, transferred: datetime.date) -> Deadlines:
    """By when, counted from the first transfer, of a reverse exchange from the day of parking (Rev. Proc.
    2000-37). The return's due date counts as it stands in the law, unmoved by a weekend."""
    if is_conversion(record):
        years = YEARS_IF_TAKEN if TAKEN.of(record.answers) else YEARS_IF_LOST
        last = datetime.date(transferred.year + years, 12, 31)
        return Deadlines(last, last, datetime.date(transferred.year + 1, *DUE))
    begins = record.days.get(PARKED, transferred) if is_reverse(record) else transferred
    due = datetime.date(transferred.year + 1, *DUE)
    last = begins + TO_RECEIVE
    extended = EXTENDED.of(record.answers) or is_reverse(record)
    return Deadlines(begins + TO_IDENTIFY, last if extended else min(last, due), due)


def is_conversion(record: Exchange) -> bool:
    """Whether what was given was lost or taken, and replaced with the insurance or the award (26 U.S.C.
    1033)."""
    return record.choices.get(HELD.key, "") == LOST


def is_reverse(record: Exchange) -> bool:
    """Whether what was got was parked with a holder before anything was given."""
    return record.choices.get(HELD.key, "") == HOLDER


def why_late(file: ClientFile, key: str) -> str:
    """Why an asset that was received in an exchange is not of like kind by its days; empty where it is, and
    where a day is missing."""
    asset = file.assets[key]
    record, sides = file.exchanges[asset.got_in], sides_of(file, asset.got_in)
    if sides.transferred is None or sides.deadlines is None:
        return ""
    given = [(each, file.assets[each]) for each in sides.given]
    return _why_not(file, record, asset, given=given, transferred=sides.transferred, until=sides.deadlines)


def _why_not(
    file: ClientFile,
    record: Exchange,
    asset: Asset,
    *,
    given: list[tuple[str, Asset]],
    transferred: datetime.date,
    until: Deadlines,
) -> str:
    """Which of the days, or of the rules of naming, keeps an asset out; empty where none does."""
    received = received_on(asset)
    if asset.disposal == EXCHANGE and _when(file, asset.given_in) <= _when(file, asset.got_in):
        return "it was given up again no later than it was received"
    if received is None:
        return ""
    if is_conversion(record):
        late = received > until.receive_by
        return f"it was to be replaced by {until.receive_by:%m/%d/%Y}" if late else ""
    named = record.days.get(IDENTIFIED)
    if is_reverse(record):
        if transferred > until.receive_by:
            return f"what is given went after day 180, {until.receive_by:%m/%d/%Y}"
        if min(named or transferred, transferred) > until.identify_by:
            return f"what is to be given was not named by day 45, {until.identify_by:%m/%d/%Y}"
        return ""
    if received < transferred:
        return "it was received before anything was given up, and no holder parked it"
    if received > until.receive_by:
        due = "the due date of the return" if until.receive_by == until.return_due else "day 180"
        return f"it was received after {due}, {until.receive_by:%m/%d/%Y}"
    if received <= until.identify_by:
        return ""
    if named is None or named > until.identify_by:
        return f"it was not named by day 45, {until.identify_by:%m/%d/%Y}"
    if _named_too_many(file, record, given):
        return "more than three were named, worth more than twice what was given, and too few of them came"
    return ""


def _when(file: ClientFile, exchange: str) -> tuple[datetime.date, str]:
    """The first transfer of an exchange, by which several stand in order; behind all others where there is
    none."""
    days = [
        asset.disposed
        for asset in file.assets.values()
        if asset.given_in == exchange and asset.disposal == EXCHANGE and asset.disposed
    ]
    return min(days, default=datetime.date.max), exchange


def rests_on_test(file: ClientFile, exchange: str, year: int) -> bool:
    """Whether the basis of what came in an exchange rests on the mid-quarter test of a year or of one after
    it: something that was given for it, or for that in turn, is depreciated by such a test."""
    seen, waiting = {exchange}, [exchange]
    while waiting:
        this = waiting.pop()
        for asset in file.assets.values():
            if asset.given_in != this or asset.asset_class not in CLASSES:
                continue
            if (tested_in(asset) or 0) >= year:
                return True
            if asset.got_in and asset.got_in not in seen:
                seen.add(asset.got_in)
                waiting.append(asset.got_in)
    return False


def _named_too_many(file: ClientFile, record: Exchange, given: list[tuple[str, Asset]]) -> bool:
    count, value = record.facts.get(NAMED_COUNT), record.facts.get(NAMED_VALUE)
    if count is None or value is None or count <= MOST_NAMED:
        return False
    worth = sum((asset.proceeds or Decimal(0) for _, asset in given), Decimal(0))
    if value <= TIMES_VALUE * worth:
        return False
    exchange = given[0][1].given_in
    came = sum((asset.cost for asset in file.assets.values() if asset.got_in == exchange), Decimal(0))
    part, whole = ENOUGH
    return came * whole < value * part
