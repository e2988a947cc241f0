"""Area A of Forms T2125 and T776: capital cost allowance by class (Income Tax Regulations 1100).

Assets are kept in pools: a class of a business, or of a co-owner's rentals one property at a time. The
allowance is the most that may be claimed; of a rental it may not make or increase a loss over all rentals
together (1100(11)).
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.ca import gaps
from half_yard.countries.ca.classes import CLASSES, NUMBERS, RATES, RELATIVE, stop
from half_yard.countries.ca.forms import t776
from half_yard.countries.ca.frame import rules
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    above,
    below,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    times,
    total,
)
from half_yard.records import Asset, Carryover, ClientFile
from half_yard.records.amounts import HUNDRED

UCC = {key: f"ucc_{number}" for key, number in NUMBERS.items()}
"""The kind of carryover that a class's balance is."""


def counted(file: ClientFile, activity: str) -> tuple[tuple[str, Asset], ...]:
    """The assets of an activity that nothing stops."""
    return tuple(
        (key, asset)
        for key, asset in sorted(file.assets.items())
        if asset.activity == activity and not stop(asset, file)
    )


def _opening(file: ClientFile, activity: str, asset_class: str) -> tuple[tuple[str, Carryover], ...]:
    return tuple(
        (key, item)
        for key, item in sorted(file.carryovers.items())
        if item.kind == UCC[asset_class] and item.of == activity
    )


def classes_of(ask: Ask, activity: str) -> tuple[str, ...]:
    """The classes of which an activity has anything."""
    own = {asset.asset_class for _, asset in ask.of(counted, activity)}
    return tuple(key for key in CLASSES if key in own or ask.of(_opening, activity, key))


@dataclass(frozen=True, eq=False)
class Pool:
    """One class of an activity in one year, to the cent, before any limit: what was there, what came and
    went, what is taken back or lost, and the most that may be claimed."""

    opening: Figure
    additions: Figure
    accelerated: Figure
    proceeds: Figure
    balance: Figure
    recapture: Figure
    terminal_loss: Figure
    base: Figure
    most: Figure


def pool(ask: Ask, activity: str, asset_class: str) -> Pool:
    """The columns of Area A of one class, of all owners together."""
    year, values = ask.of(tax_year), ask(rules)
    assets = [(key, asset) for key, asset in ask.of(counted, activity) if asset.asset_class == asset_class]
    came = [(key, asset) for key, asset in assets if asset.in_service and asset.in_service.year == year]
    gone = [(key, asset) for key, asset in assets if asset.disposed and asset.disposed.year == year]
    opening = total(
        entered(item.amount, "undepreciated capital cost at the start", f"/carryovers/{key}/amount")
        for key, item in ask.of(_opening, activity, asset_class)
    )
    additions = total((_cost(key, asset) for key, asset in came), "additions")
    fast = total(
        (_cost(key, asset) for key, asset in came if not asset.answers.get(RELATIVE)),
        "accelerated additions",
    )
    proceeds = total((_proceeds(key, asset) for key, asset in gone), "proceeds, not above cost")
    balance = difference(total((opening, additions)), proceeds, label="after additions and dispositions")
    negative = below(balance, NOTHING)
    recapture = not_below_zero(difference(NOTHING, balance)).where(negative)
    empty = bool(ask.of(activity_of, activity).answers.get(f"empty_{asset_class}"))
    left = not_below_zero(balance, "balance of the class")
    terminal = left if empty else NOTHING
    factor = values.figure("accelerated_factor_general", label="factor of accelerated additions")
    half = values.figure("half_year_rule", label="half-year rule")
    ordinary = difference(additions, fast, label="additions that are not accelerated")
    against_fast = not_below_zero(
        difference(proceeds, ordinary), "proceeds that reduce accelerated additions"
    )
    more = not_below_zero(difference(fast, against_fast)) * factor if fast.parts else NOTHING
    less = not_below_zero(difference(ordinary, proceeds)) * half
    base = not_below_zero(
        difference(total((balance, more.named("accelerated first year"))), less.named("half-year rule")),
        "base of the allowance",
    )
    rate = values.figure(RATES[asset_class], label=f"rate of class {NUMBERS[asset_class]}")
    most = NOTHING if empty or negative else (base * rate).in_cents()
    return Pool(
        opening=opening,
        additions=additions,
        accelerated=fast,
        proceeds=proceeds,
        balance=balance,
        recapture=recapture,
        terminal_loss=terminal,
        base=base,
        most=most,
    )


def _part(key: str, asset: Asset) -> Figure | None:
    if asset.share is None:
        return None
    return entered(asset.share / HUNDRED, "part used for the activity", f"/assets/{key}/share")


def _cost(key: str, asset: Asset) -> Figure:
    """An asset's cost, of its part for the activity."""
    whole = entered(asset.cost, f"{asset.name or 'asset'}: cost", f"/assets/{key}/cost", asset.reckoning)
    return times(whole, _part(key, asset))


def _proceeds(key: str, asset: Asset) -> Figure:
    """What came of an asset, but not more than its cost (ITA 13(21), "undepreciated capital cost", F)."""
    path = f"/assets/{key}"
    price = entered(asset.proceeds or Decimal(0), f"{asset.name or 'asset'}: proceeds", f"{path}/proceeds")
    costs = entered(asset.selling_costs or Decimal(0), "cost of selling it", f"{path}/selling_costs")
    whole = difference(price, costs, label=price.label)
    received = times(whole, _part(key, asset))
    kept = smaller_of(received, _cost(key, asset), label=f"{asset.name or 'asset'}: not above cost")
    return kept.marked(gaps.capital_gain(path)) if above(received, _cost(key, asset)) else kept


def claimed(ask: Ask, activity: str) -> bool:
    """Whether anything is claimed of an activity this year: nobody has to."""
    return not ask.of(activity_of, activity).answers.get("no_cca", False)


def _fill(page: Page, ask: Ask, activity: str, room: Figure | None) -> None:
    """Area A of an activity; `room` is how much may be claimed in all, where that is limited."""
    allowed: list[Figure] = []
    recaptures, losses = [], []
    for key in ask(classes_of, activity):
        number, made = NUMBERS[key], ask(pool, activity, key)
        page.section = f"Class {number}"
        page.line(f"{key}.opening", "2", "Undepreciated capital cost at the start of the year", made.opening)
        page.line(f"{key}.additions", "3", "Cost of additions in the year", made.additions)
        page.line(f"{key}.proceeds", "5", "Proceeds of dispositions, not above cost", made.proceeds)
        balance = page.line(f"{key}.balance", "7", "After additions and dispositions", made.balance)
        recaptures.append(page.line(f"{key}.recapture", "", "Recapture", made.recapture))
        lost = page.line(f"{key}.terminal_loss", "", "Terminal loss", made.terminal_loss)
        losses.append(lost)
        page.line(f"{key}.base", "16", "Base of the allowance", made.base)
        most = made.most if ask(claimed, activity) else NOTHING
        if room is not None:
            left = not_below_zero(difference(room, *allowed), "what the rental limit leaves")
            most = smaller_of(most, left)
        allowance = page.line(f"{key}.allowance", "18", "Capital cost allowance", most, Role.SUBTOTAL)
        allowed.append(allowance)
        end = not_below_zero(difference(balance, allowance, lost))
        page.line(
            f"{key}.closing", "19", "Undepreciated capital cost at the end of the year", end,
            carries=Carries(UCC[key]),
        )  # fmt: skip
    page.section = "All classes"
    page.line("recapture", "", "Recaptured capital cost allowance", total(recaptures))
    page.line("terminal_loss", "", "Terminal loss", total(losses))
    page.line("allowance", "9936", "Capital cost allowance of the year", total(allowed), Role.TOTAL)


@Form
def area_a(ask: Ask, activity: str) -> Page:
    """One for each activity that has anything in a class."""
    name = ask.of(activity_of, activity).name
    return Page(
        f"cca.{activity}", "Area A, capital cost allowance", name, about=activity, assets=True, in_cents=True
    )


@area_a.part
def schedule(page: Page, ask: Ask, activity: str) -> None:
    """The classes one after another."""
    room = ask(rental_room, activity) if ask.of(activity_of, activity).kind == "rental" else None
    _fill(page, ask, activity, room)


def has_pools(ask: Ask, activity: str) -> bool:
    """Whether an activity has anything in a class."""
    return bool(ask(classes_of, activity))


def rental_room(ask: Ask, activity: str) -> Figure:
    """How much may be claimed of a rental: what all rentals of the same owners earn together before the
    allowance, less what those before it in the file have taken (Regulations 1100(11))."""
    rentals = ask(t776.rentals_like, activity)
    income = not_below_zero(
        total(ask(t776.before_allowance, key) for key in rentals),
        "income of all rentals before the allowance",
    )
    earlier: Iterable[str] = rentals[: rentals.index(activity)]
    taken = [ask(schedule, key)["allowance"] for key in earlier if ask(has_pools, key)]
    return not_below_zero(difference(income, *taken), "room under the rental limit")
