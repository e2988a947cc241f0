"""Exchanges that hold, to be asked for: which there are, what is on their sides, and the leaves of their
figures."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, asset_of, tax_year
from half_yard.countries.us.assets import stories
from half_yard.countries.us.exchanges.asked import GIVEN, GOT
from half_yard.countries.us.exchanges.sides import Sides, sides_of
from half_yard.countries.us.frame import left_out
from half_yard.figures import Figure, entered
from half_yard.records import Asset, ClientFile, Exchange


def exchange_of(file: ClientFile, exchange: str) -> Exchange:
    """An exchange, to be read of the file."""
    return file.exchanges[exchange]


def sides(ask: Ask, exchange: str) -> Sides:
    """The sides of an exchange, of assets that nothing stops; what comes into service next year is among
    them."""
    both, counted = ask.of(sides_of, exchange), ask(stories.counted)
    return both._replace(
        given=tuple(key for key in both.given if key in counted),
        given_besides=tuple(key for key in both.given_besides if key in counted),
    )


def exchanges(ask: Ask) -> tuple[str, ...]:
    """The exchanges that hold, from the year of their transfer on; also where what was given belonged to an
    activity that is archived since, because the basis of what came rests on it."""
    year, found = ask.of(tax_year), []
    for exchange in ask.of(lambda file: tuple(sorted(file.exchanges))):
        both = ask(sides, exchange)
        if both.hold and both.transferred and both.transferred.year <= year:
            found.append(exchange)
    return tuple(found)


def on_return(ask: Ask) -> tuple[str, ...]:
    """The exchanges whose gain belongs on the return: nothing that was given is of an activity left off."""
    out = ask(left_out)
    return tuple(
        exchange
        for exchange in ask(exchanges)
        if not out.keys() & {activity_of(ask, key) for key in ask(sides, exchange).given}
    )


def given_in_exchange(ask: Ask) -> frozenset[str]:
    """The assets of like kind that were given in exchanges that hold: they are not sold."""
    return frozenset(key for exchange in ask(exchanges) for key in ask(sides, exchange).given)


def got_in_exchange(ask: Ask) -> frozenset[str]:
    """The assets of like kind that were received in exchanges that hold."""
    return frozenset(key for exchange in ask(exchanges) for key in ask(sides, exchange).got)


def activity_of(ask: Ask, key: str) -> str:
    """The activity of an asset. It is no part of its own."""
    return ask.of(asset_of, key).activity


def received_in(ask: Ask, key: str) -> str:
    """The exchange in which an asset was received as property of like kind; empty for any other."""
    exchange = ask.of(asset_of, key).got_in
    if not exchange:
        return ""
    return exchange if exchange in ask(exchanges) and key in ask(sides, exchange).got else ""


def value_given(key: str, asset: Asset) -> Figure:
    """What an asset was worth when it was given, as a leaf."""
    return entered(asset.proceeds or Decimal(0), f"{asset.name}: value when given", f"/assets/{key}/proceeds")


def value_got(key: str, asset: Asset) -> Figure:
    """What an asset was worth when it was received, as a leaf."""
    return entered(asset.cost, f"{asset.name}: value when received", f"/assets/{key}/cost", asset.reckoning)


def fact(ask: Ask, exchange: str, key: str) -> Figure:
    """An amount that is entered besides the assets, as a leaf. It is no part of its own."""
    words = {**GIVEN, **GOT}.get(key, ("principal of the note", ""))[0]
    amount = ask.of(exchange_of, exchange).facts.get(key, Decimal(0))
    return entered(amount, words.lower(), f"/exchanges/{exchange}/facts/{key}")
