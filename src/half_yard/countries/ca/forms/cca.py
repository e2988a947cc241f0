"""Area A of Forms T2125 and T776: capital cost allowance by class (Income Tax Regulations 1100).

The allowance is the most that may be claimed, and a choice: none, or an amount at most. Of a rental it may
not make or increase a loss over all rentals together (1100(11)); what is expensed immediately is limited by
the income of its own source (1100(0.1)).
"""

from __future__ import annotations

from collections.abc import Mapping

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.ca import gaps, pools
from half_yard.countries.ca.classes import NUMBERS, UCC
from half_yard.countries.ca.forms import t776, t2125
from half_yard.countries.ca.forms.own_costs import own_costs
from half_yard.countries.ca.frame import BOOKS, activities, rules
from half_yard.countries.ca.pools import Pool
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)

AT_MOST = "cca_at_most"
"""The fact of an activity that is the allowance that it claims at most, in dollars."""


@Form
def area_a(ask: Ask, activity: str) -> Page:
    """One for each activity that has anything in a class."""
    name = ask.of(activity_of, activity).name
    return Page(
        f"cca.{activity}", "Area A, capital cost allowance", name, about=activity, assets=True, in_cents=True
    )


def _title(ask: Ask, pool: Pool) -> str:
    name = ask.of(lambda file: file.assets[pool.asset].name) if pool.asset else ""
    return ", ".join(filter(None, (f"Class {NUMBERS[pool.kind]}", name)))


@area_a.part
def there(page: Page, ask: Ask, activity: str) -> None:
    """Columns 1 to 7: what is in the classes, and what is taken back or lost."""
    recaptures, losses = [], []
    for pool in ask(pools.pools, activity):
        made, of = ask(pools.balance, pool), pool.of
        page.section = _title(ask, pool)
        page.line(f"{of}.opening", "2", "Undepreciated capital cost at the start of the year", made.opening)
        page.line(f"{of}.additions", "3", "Cost of additions in the year", made.additions)
        if made.designated.parts:
            page.line(f"{of}.designated", "4", "Of which designated for immediate expensing", made.designated)
        page.line(f"{of}.proceeds", "5", "Proceeds of dispositions, not above cost", made.proceeds)
        page.line(f"{of}.balance", "7", "After additions and dispositions", made.balance)
        recaptures.append(page.line(f"{of}.recapture", "", "Recapture", made.recapture))
        losses.append(page.line(f"{of}.terminal_loss", "", "Terminal loss", made.terminal_loss))
    page.section = "All classes, before the allowance"
    page.line("recapture", "", "Recaptured capital cost allowance", total(recaptures))
    page.line("terminal_loss", "", "Terminal loss", total(losses))


@area_a.part
def schedule(page: Page, ask: Ask, activity: str) -> None:
    """Columns 9 to 19: what is claimed of each class, and what stays for later."""
    before, claimed, expensed = ask(there, activity), ask(claims, activity), ask(immediate, activity)
    allowed = []
    for pool in ask(pools.pools, activity):
        of, made = pool.of, ask(pools.balance, pool)
        claim = ask(pools.claim, pool, expensed[pool])
        page.section = f"{_title(ask, pool)}: the allowance"
        if made.designated.parts:
            page.line(f"{of}.expensed", "9", "Immediate expensing", expensed[pool])
        if claim.more.amount:
            page.line(f"{of}.more", "14", "Adjustment of accelerated additions", claim.more)
        if claim.less.amount:
            page.line(f"{of}.less", "15", "Half-year adjustment", claim.less)
        page.line(f"{of}.base", "16", "Base of the allowance", claim.base)
        allowance = page.line(f"{of}.allowance", "18", "Capital cost allowance", claimed[pool], Role.SUBTOTAL)
        allowed.append(allowance)
        left = difference(before[f"{of}.balance"], allowance, before[f"{of}.terminal_loss"])
        if ask(pools.is_closed, pool) and left.amount:
            left = left - page.line(f"{of}.given_up", "", "Given up: the car was sold", not_below_zero(left))
        page.line(
            f"{of}.closing", "19", "Undepreciated capital cost at the end of the year", not_below_zero(left),
            carries=Carries(UCC[pool.kind], of=pool.asset),
        )  # fmt: skip
    page.section = "All classes"
    page.line("allowance", "9936", "Capital cost allowance of the year", total(allowed), Role.TOTAL)


# -- what is claimed --------------------------------------------------------------------------------------


def immediate(ask: Ask, activity: str) -> Mapping[Pool, Figure]:
    """What is expensed immediately of each class: what is designated, within the year's limit and the income
    of the activity before any allowance; slow classes first (Regulations 1100(0.1), 1104(3.1))."""
    found = dict.fromkeys(ask(pools.pools, activity), NOTHING)
    designated = {pool: ask(pools.balance, pool).designated for pool in found}
    if not any(each.parts for each in designated.values()) or not ask(is_claimed, activity):
        return found
    income = not_below_zero(ask(before_allowance, activity), "income before the allowance")
    limit = difference(
        ask(rules).figure("immediate_expensing_limit", label="limit of immediate expensing"),
        *ask(_expensed_before, activity),
    )
    taken: list[Figure] = []
    for pool in pools.in_order_of_rates(ask, activity):
        if designated[pool].parts:
            left = not_below_zero(difference(smaller_of(income, limit), *taken), "what the limits leave")
            found[pool] = smaller_of(designated[pool], left, label="expensed immediately")
            taken.append(found[pool])
    return found


def _expensed_before(ask: Ask, activity: str) -> tuple[Figure, ...]:
    """What the activities before this one in the file have expensed: they share one limit."""
    every = (*ask(activities, "business"), *ask(activities, "rental"))
    earlier = every[: every.index(activity)] if activity in every else ()
    expensed = [each for key in earlier for each in ask(immediate, key).values()]
    return tuple(each for each in expensed if each.parts)


def is_claimed(ask: Ask, activity: str) -> bool:
    """Whether anything is claimed of an activity this year: nobody has to."""
    return not ask.of(activity_of, activity).answers.get("no_cca", False)


def claims(ask: Ask, activity: str) -> Mapping[Pool, Figure]:
    """What is claimed of each class."""
    expensed, limits = ask(immediate, activity), ask(limits_of, activity)
    found = dict.fromkeys(ask(pools.pools, activity), NOTHING)
    taken: list[Figure] = []
    if ask(is_claimed, activity):
        for pool in pools.in_order_of_rates(ask, activity):
            most = total((expensed[pool], ask(pools.claim, pool, expensed[pool]).most), "the most")
            left = [not_below_zero(difference(limit, *taken), limit.label) for limit in limits]
            found[pool] = smaller_of(most, *left) if left else most
            taken.append(found[pool])
    return found


def limits_of(ask: Ask, activity: str) -> tuple[Figure, ...]:
    """What limits the allowance of an activity in all: of a rental its room, and what the preparer claims at
    most."""
    record, found = ask.of(activity_of, activity), []
    if record.kind == "rental":
        found.append(ask(rental_room, activity))
    if AT_MOST in record.facts:
        path = f"/activities/{activity}/facts/{AT_MOST}"
        found.append(entered(record.facts[AT_MOST], "claimed at most", path))
    return tuple(found)


def rental_room(ask: Ask, activity: str) -> Figure:
    """How much may be claimed of a rental: what all rentals of the same owners earn together before the
    allowance, less what those before it in the file have taken (Regulations 1100(11))."""
    rentals = ask(t776.rentals_like, activity)
    income = not_below_zero(
        total(ask(before_allowance, key) for key in rentals),
        "income of all rentals before the allowance",
    )
    earlier = rentals[: rentals.index(activity)] if activity in rentals else ()
    taken = [ask(schedule, key)["allowance"] for key in earlier if ask(pools.has_pools, key)]
    room = not_below_zero(difference(income, *taken), "what the rental limit leaves")
    shares = ask(BOOKS.shares, activity)
    apart = any(ask(own_costs, key, person) is not None for key in rentals for person in shares)
    return room.marked(gaps.OWN_COSTS_AND_ALLOWANCE) if apart else room


def before_allowance(ask: Ask, activity: str) -> Figure:
    """What an activity earns before any allowance, with what is taken back and less what is lost."""
    if ask.of(activity_of, activity).kind == "rental":
        return ask(t776.before_allowance, activity)
    return ask(t2125.before_allowance, activity)
