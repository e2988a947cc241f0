"""Checks of exchanges: what is missing, what came too late, what does not balance."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from decimal import Decimal

from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets.basis import EXCHANGED, origin_of
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.mid_quarter import tested_in
from half_yard.countries.us.assets.sold import EXCHANGE
from half_yard.countries.us.exchanges.asked import (
    CASH_LATER,
    COSTS,
    GIVEN,
    GOT,
    GROWTH,
    HELD,
    INTERMEDIARY,
    NO_WEIGHT,
    NOTE,
    QUALIFIES,
    RELATED_PARTY,
    RESOLD,
    SIMILAR,
    paid_on_note,
)
from half_yard.countries.us.exchanges.beginning import begin
from half_yard.countries.us.exchanges.sides import (
    Sides,
    is_conversion,
    is_real_property,
    may_be,
    rests_on_test,
    sides_of,
    why_late,
)
from half_yard.records import Change, ClientFile, Edit, Exchange, InterestStatement, next_id
from half_yard.review import Finding, Level

ASKED = (RELATED_PARTY, QUALIFIES)


def missing(file: ClientFile, exchange: str) -> Iterator[str]:
    """What an exchange lacks, in words, in the order in which it is typed."""
    for finding in _of_exchange(file, exchange):
        if finding.level is not Level.NOTE:
            yield finding.message


def exchange_findings(file: ClientFile, stories: Mapping[str, AssetStory]) -> Iterator[Finding]:
    """What is found of every exchange of a file, and of assets that name none."""
    for key, asset in sorted(file.assets.items()):
        left = asset.disposed is not None and asset.disposal == EXCHANGE
        if left and asset.given_in not in file.exchanges and key in stories:
            yield Finding(
                Level.INCOMPLETE, f"{asset.name} was exchanged, and its exchange is not described.",
                f"/assets/{key}/disposal", "Describe it: what was received, cash, debts.",
                begin(file, [key])[0],
            )  # fmt: skip
        if origin_of(asset) == EXCHANGED and asset.got_in and asset.got_in not in file.exchanges:
            yield Finding(
                Level.ERROR, f"{asset.name} was received in an exchange that is not here: its value counts "
                "as its basis.", f"/assets/{key}/origin", "Say how it came.",
            )  # fmt: skip
    for exchange in sorted(file.exchanges):
        yield from _of_exchange(file, exchange)


def _of_exchange(file: ClientFile, exchange: str) -> Iterator[Finding]:
    record, both = file.exchanges[exchange], sides_of(file, exchange)
    path, name = f"/exchanges/{exchange}", record.name or "The exchange"
    if not both.given:
        yield Finding(
            Level.INCOMPLETE, f"{name}: nothing is given up in it.", path, "Choose what is given up."
        )
    for key in both.given:
        if file.assets[key].disposed is None:
            yield Finding(
                Level.INCOMPLETE, f"{file.assets[key].name}: when it was transferred is not said.",
                f"/assets/{key}/disposed", "Type the day of the closing.",
            )  # fmt: skip
    if both.given and not both.got and not both.got_besides:
        yield Finding(
            Level.INCOMPLETE, f"{name}: nothing is received yet; as it stands, all of the gain is taxed.",
            path, "Add what was received, or say that it was sold.",
        )  # fmt: skip
    yield from _not_said(record, path, name)
    yield from _of_received(file, both)
    yield from _values(file, exchange, both)
    yield from _around(file, exchange, both)


def _not_said(record: Exchange, path: str, name: str) -> Iterator[Finding]:
    if not record.choices.get(HELD.key):
        yield Finding(
            Level.INCOMPLETE, f"{name}: who held the money is not said.", f"{path}/choices/{HELD.key}",
            "Choose it: what the owner could have had is no exchange.",
        )  # fmt: skip
    lost = is_conversion(record)
    for question in (SIMILAR,) if lost else ASKED:
        if question.key not in record.answers:
            yield Finding(
                Level.INCOMPLETE, f"{name}: {question.text[:1].lower()}{question.text[1:]}? It is not said.",
                f"{path}/answers/{question.key}", question.explanation,
            )  # fmt: skip
    if record.choices.get(HELD.key) and not may_be(record):
        yield Finding(
            Level.WARNING, f"{name}: it does not qualify; all of the gain is taxed, what came is bought.",
            path, "Say that what was given was sold, if that is so.",
        )  # fmt: skip


def _of_received(file: ClientFile, both: Sides) -> Iterator[Finding]:
    for key in (*both.got, *both.got_besides):
        asset = file.assets[key]
        lost = is_conversion(file.exchanges[asset.got_in])
        if not lost and not is_real_property(asset) and asset.asset_class:
            yield Finding(
                Level.NOTE, f"{asset.name} is no real property: it counts as bought, its value as cash.",
                f"/assets/{key}/asset_class",
            )  # fmt: skip
        elif reason := why_late(file, key):
            yield Finding(
                Level.WARNING, f"{asset.name} is not of like kind: {reason}. It counts as bought.",
                f"/assets/{key}/in_service", "Mend a day, or leave it: its value counts as cash.",
            )  # fmt: skip
        year = tested_in(asset) if key in both.got and asset.asset_class in CLASSES else None
        if year is not None and rests_on_test(file, asset.got_in, year):
            yield Finding(
                Level.WARNING, f"{asset.name}: something given for it came into service in {year} or later: "
                "the mid-quarter test counts all of its value, not only what is new of it.",
                f"/assets/{key}/in_service", "Work out the test of the year by hand, or mend a day.",
            )  # fmt: skip
        if not asset.cost:
            yield Finding(
                Level.INCOMPLETE, f"{asset.name}: what it was worth when received is not entered.",
                f"/assets/{key}/cost", "Type its value.",
            )  # fmt: skip


def _values(file: ClientFile, exchange: str, both: Sides) -> Iterator[Finding]:
    """Whether both sides weigh the same: what is given and what is got, at their values."""
    facts, path = file.exchanges[exchange].facts, f"/exchanges/{exchange}"
    name = file.exchanges[exchange].name or "The exchange"
    given_assets = [file.assets[key] for key in (*both.given, *both.given_besides)]
    unknown = [key for key in (*both.given, *both.given_besides) if file.assets[key].proceeds is None]
    got = sum((file.assets[key].cost for key in (*both.got, *both.got_besides)), Decimal(0))
    got += sum((facts.get(key, Decimal(0)) for key in GOT), Decimal(0))
    besides = (key for key in GIVEN if key not in NO_WEIGHT)
    given = sum((facts.get(key, Decimal(0)) for key in besides), Decimal(0))
    given += sum((asset.proceeds or Decimal(0) for asset in given_assets), Decimal(0))
    if unknown and got:
        rest = got - given
        worth = f" The other side would make it {rest:,.2f}." if len(unknown) == 1 and rest > 0 else ""
        yield Finding(
            Level.INCOMPLETE, f"{file.assets[unknown[0]].name}: what it was worth is not entered.{worth}",
            f"/assets/{unknown[0]}/proceeds", "Type its value at the transfer.",
        )  # fmt: skip
    elif is_conversion(file.exchanges[exchange]):
        return
    elif got and given and not 0 <= given - got <= facts.get(COSTS, Decimal(0)) and abs(given - got) > 1:
        more, less = ("given", "got") if given > got else ("got", "given")
        yield Finding(
            Level.WARNING, f"{name}: {abs(given - got):,.2f} more is {more} than {less}.", path,
            "Look for cash, a debt or a value that is missing: an exchange is of equal values.",
        )  # fmt: skip


def _around(file: ClientFile, exchange: str, both: Sides) -> Iterator[Finding]:
    """Days, persons, money around it."""
    record, path = file.exchanges[exchange], f"/exchanges/{exchange}"
    name = record.name or "The exchange"
    if both.deadlines and both.transferred and record.choices.get(HELD.key) == INTERMEDIARY:
        until = both.deadlines
        words = f"named by {until.identify_by:%m/%d/%Y}, received by {until.receive_by:%m/%d/%Y}"
        early = until.receive_by == until.return_due
        yield Finding(
            Level.NOTE, f"{name}: what is got must be {words}"
            f"{', the due date of the return: extend it to have 180 days' if early else ''}.", path,
        )  # fmt: skip
    for key in both.given:
        day = file.assets[key].disposed
        if day and both.transferred and day.year != both.transferred.year:
            yield Finding(
                Level.INCOMPLETE, f"{name}: an exchange whose transfers lie in two years is not computed.",
                f"/assets/{key}/disposed", "Make two exchanges of it.",
            )  # fmt: skip
    owners = {
        tuple(sorted(file.activities[asset.activity].owners.items()))
        for key in (*both.given, *both.got)
        if (asset := file.assets[key]).activity in file.activities
    }
    if len(owners) > 1:
        yield Finding(
            Level.INCOMPLETE, f"{name}: both sides belong to other owners, or in other shares.", path,
            "Who gives must be who gets: mend the owners of the activities.",
        )  # fmt: skip
    growth = record.facts.get(GROWTH)
    if growth and not any(each.interest == growth for each in file.interest.values()):
        yield Finding(
            Level.INCOMPLETE, f"{name}: growth of {growth:,.2f} is interest, and is not among it.",
            f"{path}/facts/{GROWTH}", "Add it to the interest (26 CFR 1.1031(k)-1(h)(5)).",
            _as_interest(file, growth, name),
        )  # fmt: skip
    paid = paid_on_note(file.tax_year)
    if record.facts.get(NOTE) and paid not in record.facts:
        yield Finding(
            Level.INCOMPLETE, f"{name}: what was paid on the note in {file.tax_year} is not entered.",
            f"{path}/facts/{paid}", "Type the principal, 0 where nothing was; interest is interest.",
        )  # fmt: skip
    if record.facts.get(CASH_LATER):
        yield Finding(
            Level.NOTE, f"{name}: cash left is taxed as it comes, next year (26 CFR 1.1031(k)-1(j)(2)).",
            f"{path}/facts/{CASH_LATER}",
        )  # fmt: skip
    if RELATED_PARTY.of(record.answers) and RESOLD not in record.days:
        yield Finding(
            Level.NOTE, f"{name}: Form 8824 is filed for two more years; if either side resells by then, "
            "the deferred gain is taxed (26 U.S.C. 1031(f)). Buying from a related person through an "
            "intermediary counts like it (Rev. Rul. 2002-83).", f"{path}/days/{RESOLD}",
        )  # fmt: skip


def _as_interest(file: ClientFile, growth: Decimal, name: str) -> Edit:
    statement = InterestStatement(person="owner", payer=f"{name}: intermediary", interest=growth)
    path = f"/interest/{next_id('interest', file.interest)}"
    step = Change(op="add", path=path, value=statement.model_dump(mode="json"))
    return Edit(label="Growth added to the interest", changes=(step,))
