"""How the United States keeps exchanges of like-kind property (26 U.S.C. 1031)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal

from pydantic import JsonValue

from half_yard.countries.exchanging import Balance, Deadline, ExchangeFields, Exchanges, Weight
from half_yard.countries.results import Computation
from half_yard.countries.us.assets.basis import EXCHANGED
from half_yard.countries.us.assets.sold import EXCHANGE
from half_yard.countries.us.exchanges.asked import GIVEN, GOT, NO_WEIGHT, fields_of
from half_yard.countries.us.exchanges.beginning import begin, set_of
from half_yard.countries.us.exchanges.checks import missing
from half_yard.countries.us.exchanges.sides import is_conversion, sides_of
from half_yard.figures import Role
from half_yard.records import Asset, Change, ClientFile, Edit

LEAVING: Mapping[str, JsonValue] = {"given_in": "", "disposal": "", "disposed": None, "proceeds": None}


class UnitedStatesExchanges(Exchanges):
    """Real property for real property."""

    def fields(self, file: ClientFile, exchange: str) -> ExchangeFields:
        """Both sides besides the assets, who held the money, days and answers."""
        transferred = sides_of(file, exchange).transferred
        first = transferred.year if transferred else file.tax_year
        return fields_of(exchange, file.exchanges[exchange], range(first, file.tax_year + 1))

    def balance(self, computation: Computation, exchange: str) -> Balance:
        """By its sheet; before anything was received what a sale would come to."""
        file, both = computation.file, sides_of(computation.file, exchange)
        given = [_given(file, key, like_kind=key in both.given) for key in (*both.given, *both.given_besides)]
        got = [_got(file, key, like_kind=key in both.got) for key in (*both.got, *both.got_besides)]
        if not is_conversion(file.exchanges[exchange]):
            given += _facts(file, exchange, GIVEN)
            got += _facts(file, exchange, GOT)
        words = tuple(missing(file, exchange))
        if computation.has_sheet(self.sheet(exchange)):
            sheet = computation.sheet(self.sheet(exchange))
            return Balance(
                tuple(given), tuple(got), sheet["realized"].amount, sheet["recognized"].amount,
                sheet["deferred"].amount, words,
            )  # fmt: skip
        gains = [
            line.figure.amount
            for key in both.given
            for line in computation.came_of(key)
            if line.role is Role.RESULT
        ]
        whole = sum(gains, Decimal(0)) if gains else None
        none_deferred = None if whole is None else Decimal(0)
        return Balance(tuple(given), tuple(got), whole, whole, none_deferred, words)

    def deadlines(self, file: ClientFile, exchange: str) -> Sequence[Deadline]:
        """Days 45 and 180, and the due date of the return."""
        until = sides_of(file, exchange).deadlines
        if until is None:
            return ()
        if is_conversion(file.exchanges[exchange]):
            return [Deadline("receive", "To be replaced by", until.receive_by)]
        found = [
            Deadline("identify", "To be named by", until.identify_by),
            Deadline("receive", "To be received by", until.receive_by),
            Deadline("return", "Return due", until.return_due),
        ]
        return sorted(found, key=lambda each: each.day)

    def may_be_given(self, file: ClientFile) -> Mapping[str, str]:
        """What is still in service."""
        return {
            key: asset.name or "Not named"
            for key, asset in sorted(file.assets.items())
            if asset.disposed is None and not asset.given_in
        }

    def begin(self, file: ClientFile, assets: Sequence[str]) -> tuple[Edit, str]:
        """Called by the first of what is given."""
        return begin(file, assets)

    def give(self, file: ClientFile, exchange: str, asset: str) -> Edit:
        """On the day of the others."""
        fields: dict[str, JsonValue] = {"given_in": exchange, "disposal": EXCHANGE}
        day = sides_of(file, exchange).transferred
        if day is not None and file.assets[asset].disposed is None:
            fields["disposed"] = day.isoformat()
        return Edit(label=f"{file.assets[asset].name} given up", changes=tuple(set_of(asset, fields)))

    def keep(self, assets: Sequence[str]) -> Edit:
        """Still in service."""
        changes = [change for key in assets for change in set_of(key, LEAVING)]
        return Edit(label=f"{len(assets)} not given up after all", changes=tuple(changes))

    def call_off(self, file: ClientFile, exchange: str) -> Edit:
        """As if it had never been made."""
        given = [key for key, asset in file.assets.items() if asset.given_in == exchange]
        got = [key for key, asset in file.assets.items() if asset.got_in == exchange]
        changes = [change for key in given for change in set_of(key, LEAVING)]
        changes += [Change(op="remove", path=f"/assets/{key}") for key in got]
        changes.append(Change(op="remove", path=f"/exchanges/{exchange}"))
        return Edit(label=f"{file.exchanges[exchange].name} called off", changes=tuple(changes))

    def received(self, file: ClientFile, exchange: str) -> Mapping[str, JsonValue]:
        """For the activity of what was given."""
        given = sides_of(file, exchange).given
        activity = file.assets[given[0]].activity if given else ""
        return {"got_in": exchange, "origin": EXCHANGED, "activity": activity}

    def sheet(self, exchange: str) -> str:
        """Form 8824."""
        return f"form_8824.{exchange}"


def _given(file: ClientFile, key: str, *, like_kind: bool) -> Weight:
    asset: Asset = file.assets[key]
    return Weight(asset.name, asset.proceeds or Decimal(0), f"/assets/{key}/proceeds", like_kind)


def _got(file: ClientFile, key: str, *, like_kind: bool) -> Weight:
    asset: Asset = file.assets[key]
    return Weight(asset.name, asset.cost, f"/assets/{key}/cost", like_kind)


def _facts(file: ClientFile, exchange: str, side: Mapping[str, tuple[str, str]]) -> Iterator[Weight]:
    facts = file.exchanges[exchange].facts
    for key, (words, _) in side.items():
        if facts.get(key) and key not in NO_WEIGHT:
            yield Weight(words, facts[key], f"/exchanges/{exchange}/facts/{key}")
