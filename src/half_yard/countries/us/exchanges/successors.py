"""What an asset that was received takes over from what was given for it: its basis, its holding, its
depreciation."""

from __future__ import annotations

import datetime

from half_yard.countries.asking import Ask, asset_of
from half_yard.countries.dividing_things import thing_of, things
from half_yard.countries.us import gaps
from half_yard.countries.us.assets.basis import gain_basis_figure
from half_yard.countries.us.exchanges.exchanged import received_in, sides
from half_yard.countries.us.forms import form_8824
from half_yard.countries.us.shared import up_to_now
from half_yard.countries.us.shared.kinds import DWELLING
from half_yard.figures import NOTHING, Figure, difference, not_below_zero, total
from half_yard.records import Asset


def unadjusted_basis(ask: Ask, key: str) -> Figure:
    """The basis from which a gain counts: of what was received in an exchange what that gave it."""
    exchange = ask(received_in, key)
    if exchange:
        return ask(form_8824.basis, exchange)[f"basis.{key}"]
    return gain_basis_figure(key, ask.of(asset_of, key))


def taken_before(ask: Ask, key: str) -> Figure | None:
    """What was depreciated of what was given for an asset, and was not taxed then: it is in its gain (26 CFR
    1.1245-2(c)(4), 1.1250-3(d)). None for what was not received in an exchange."""
    exchange = ask(received_in, key)
    return ask(form_8824.results, exchange).get(f"worn.{key}", NOTHING) if exchange else None


def held_since(ask: Ask, key: str) -> Asset:
    """The asset by whose days the holding of another counts: of what was received that which was given (26
    U.S.C. 1223(1)). It is no part of its own."""
    exchange = ask(received_in, key)
    asset = ask.of(asset_of, key)
    if not exchange:
        return asset
    older = [held_since(ask, each) for each in ask(sides, exchange).given]
    first = min(older, key=lambda each: each.in_service or datetime.date.max)
    return first.model_copy(update={"disposed": asset.disposed})


def adjusted_basis(ask: Ask, key: str) -> Figure:
    """The basis that depreciation has left of an asset, never below nothing. A dwelling that is let and lived
    in counts whole, by what its worksheets allowed: it is held for investment by its days (Rev. Proc.
    2008-16)."""
    asset = ask.of(asset_of, key)
    taken = up_to_now.taken_at_sale(ask, key)
    label = f"{asset.name}: adjusted basis"
    left = difference(ask(unadjusted_basis, key), taken, label=label)
    left = not_below_zero(left, label) if left.amount < 0 else left
    kind = ask.of(thing_of, asset.thing).kind if asset.thing in ask(things) else ""
    partly = kind != DWELLING and (asset.share is not None or asset.shares or asset.thing)
    return left.marked(gaps.exchange_of_a_part(f"/assets/{key}/disposal")) if partly else left


def worn(ask: Ask, key: str) -> Figure:
    """What was depreciated of an asset, and of what was given for it before."""
    before = ask(taken_before, key)
    taken = up_to_now.story_up_to_now(ask, key).taken
    return taken if before is None else total((taken, before), taken.label)
