"""Which activities are passive for the people on the return (26 U.S.C. 469(c); 26 CFR 1.469-1T, -9)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.us.forms import dwelling, schedule_c, schedule_e
from half_yard.countries.us.frame import household, people, persons
from half_yard.countries.us.losses import asked
from half_yard.countries.us.losses.asked import Standing
from half_yard.countries.us.qualified.asked import TRADE
from half_yard.figures import Assumption, Choice
from half_yard.records import Activity

WITHOUT_PASSIVE_LOSSES = Assumption("without losses of what is passive", on_no_line=True)
"""As the modified income of their allowance has it (26 U.S.C. 469(i)(3)(F)(iv))."""
TENTH = Decimal(10)
"""Whoever owns less than so many percent of a rental takes no active part in it (26 U.S.C. 469(i)(6)(A))."""


def standing(ask: Ask, key: str) -> Standing:
    """What an activity is: of a business whether its owner takes part materially, of a rental what is said
    of it."""
    activity = ask.of(activity_of, key)
    if activity.kind == "business":
        takes_part = asked.MATERIAL.of(activity.answers)
        return Standing.NOT_PASSIVE if takes_part else Standing.OTHER
    if _is_own_home(ask, key):
        return Standing.NOT_PASSIVE
    if asked.SHORT_STAYS.of(activity.answers):
        return Standing.NOT_PASSIVE if asked.MATERIAL_IN_RENTAL.of(activity.answers) else Standing.OTHER
    if ask(professional, key):
        return Standing.NOT_PASSIVE
    if activity.property_type in {asked.LAND, asked.SELF_RENTAL}:
        return Standing.INCOME_NOT_PASSIVE
    return Standing.ACTIVE_RENTAL if _is_active(ask, activity) else Standing.OTHER


def _is_own_home(ask: Ask, key: str) -> bool:
    """Whether it is a dwelling that is used as a home: its losses are limited elsewhere (469(j)(10))."""
    return any(
        ask(dwelling.is_home, thing).amount > 0 for thing, let in ask(dwelling.dwellings) if let == key
    )


def is_active(ask: Ask, key: str) -> bool:
    """Whether it is a rental in which the owners take part actively, and of which they own a tenth."""
    return _is_active(ask, ask.of(activity_of, key))


def _is_active(ask: Ask, activity: Activity) -> bool:
    if activity.kind != "rental" or asked.SHORT_STAYS.of(activity.answers):
        return False
    owned = sum((activity.owners.get(person, Decimal(0)) for person in ask(people)), Decimal(0))
    return asked.ACTIVE.of(activity.answers) and owned >= TENTH


def professional(ask: Ask, key: str) -> bool:
    """Whether a rental belongs to a real estate professional who takes part in it materially: in itself, or
    in any where all are elected to be one."""
    if not any(asked.PROFESSIONAL.of(person.answers) for _, person in ask(persons)):
        return False
    as_one = asked.ALL_RENTALS_ONE.of(ask.of(household).answers)
    rentals = ask(schedule_e.properties) if as_one else (key,)
    return any(asked.MATERIAL_IN_RENTAL.of(ask.of(activity_of, each).answers) for each in rentals)


def why(ask: Ask, key: str) -> Choice:
    """What an activity is taken to be, in words, and where that is said."""
    activity, name = ask.of(activity_of, key), ask(standing, key)
    path = f"/activities/{key}/answers"
    if activity.kind == "business":
        path = f"{path}/{asked.MATERIAL.key}"
    elif asked.SHORT_STAYS.of(activity.answers):
        path = f"{path}/{asked.SHORT_STAYS.key}"
    elif name is Standing.INCOME_NOT_PASSIVE:
        path = f"/activities/{key}/property_type"
    elif ask(professional, key):
        path = f"{path}/{asked.MATERIAL_IN_RENTAL.key}"
        return Choice(f"{activity.name}: {name}, of a real estate professional", path)
    elif name is Standing.NOT_PASSIVE:
        return Choice(f"{activity.name}: {name}, used as a home", f"/activities/{key}")
    else:
        path = f"{path}/{asked.ACTIVE.key}"
    return Choice(f"{activity.name}: {name}", path)


def every(ask: Ask) -> tuple[str, ...]:
    """The businesses and rentals of which something is on the return."""
    businesses = dict.fromkeys(key for key, _ in ask(schedule_c.businesses))
    return (*businesses, *ask(schedule_e.properties))


def is_own_trade(ask: Ask, key: str) -> bool:
    """Whether what an activity earns and gains is no investment income: a trade in which the owner takes part
    materially, or property let to it (26 U.S.C. 1411(c)(2)(A); 26 CFR 1.1411-4(g)(6), (7))."""
    activity = ask.of(activity_of, key)
    if activity.kind == "business":
        return ask(standing, key) is Standing.NOT_PASSIVE
    if activity.property_type == asked.SELF_RENTAL:
        return True
    is_trade = TRADE.of(activity.answers) and not _is_own_home(ask, key)
    return is_trade and ask(standing, key) is Standing.NOT_PASSIVE
