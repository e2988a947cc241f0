"""Checks of things that serve several uses: what was measured, whether it can be, what is missing."""

from __future__ import annotations

import re
from collections.abc import Iterator
from decimal import Decimal

from half_yard.books import Books
from half_yard.countries.measuring_things import Measured, Period
from half_yard.countries.thing_checks import SharedThings, called, thing_findings
from half_yard.countries.things_as_used import thing_of_asset
from half_yard.countries.us.carried_in import KINDS as CARRYOVERS
from half_yard.countries.us.carried_in import MILEAGE_PART, OF_THINGS, PASSIVE_LOSS
from half_yard.countries.us.frame import OnReturn
from half_yard.countries.us.losses.entities import carried_for
from half_yard.countries.us.shared.claims import RESTS_ON, is_claimed
from half_yard.countries.us.shared.days import STAYS, counted_days
from half_yard.countries.us.shared.kinds import (
    COMMUTING,
    HOME,
    KINDS,
    MEASURES,
    TAKES_TURNS,
    goes_by_the_mile,
)
from half_yard.countries.us.shared.measured import measured
from half_yard.countries.us.shared.moved_home import moved_to_home
from half_yard.countries.us.things_sold import sale_findings
from half_yard.records import Asset, ClientFile, Thing
from half_yard.review import Finding, Level

SHARED = SharedThings(KINDS, MEASURES, frozenset({COMMUTING}), measured)
LOOKS_SHARED = {
    "utilities": re.compile(
        r"\b(telephone|phone|mobile|cell|wireless|internet|broadband|telecom)", re.IGNORECASE
    ),
    "insurance": re.compile(r"\b(home ?owner|house|dwelling|renter)", re.IGNORECASE),
}
"""What entries of a line are called that households have too; insurance only where there is an office at
home."""
MACHINE_WORDS = re.compile(r"\b(computer|laptop|tablet|printer|camera)", re.IGNORECASE)
HOME_WORDS = re.compile(r"\b(home|house|office at)\b", re.IGNORECASE)


def shared_findings(frame: OnReturn, books: Books) -> Iterator[Finding]:
    """Everything found of shared things, and what looks shared and is taken whole."""
    file = frame.file
    yield from _taken_whole(file, books)
    yield from sale_findings(frame)
    if not file.things:
        return
    yield from thing_findings(file, SHARED)
    for key, thing in sorted(file.things.items()):
        match thing.kind:
            case "vehicle":
                yield from _vehicle(file, key, thing, measured(file, key))
            case "home":
                yield from _home(file, key, thing)
            case "dwelling":
                yield from _dwelling(frame, key, thing)
    yield from _carried_for_nothing(file)
    yield from _fleet(frame)


def served_by(file: ClientFile, kind: str) -> set[str]:
    """The activities that things of a kind serve."""
    things = {key for key, thing in file.things.items() if thing.kind == kind}
    return {use.activity for use in file.uses.values() if use.thing in things}


def _carried_for_nothing(file: ClientFile) -> Iterator[Finding]:
    """What is carried in for an activity, a home, a dwelling or a vehicle that isn't there."""
    of_entities = dict(carried_for(file))
    for key, item in file.carryovers.items():
        known = item.of in file.places or (item.kind == PASSIVE_LOSS and item.of in of_entities)
        if item.kind in OF_THINGS and not known:
            yield Finding(
                Level.ERROR,
                f"{CARRYOVERS[item.kind]}: it is not said what it is carried in for. It counts nowhere.",
                f"/carryovers/{key}/of", "Choose what it belongs to.",
            )  # fmt: skip


def _vehicle(file: ClientFile, key: str, thing: Thing, known: Measured) -> Iterator[Finding]:
    path, name = f"/things/{key}", called(thing)
    if not known.activities:
        return
    for question in ("off_duty", "another", "evidence", "written"):
        if question not in thing.answers:
            yield Finding(
                Level.WARNING, f"{name}: the questions of Schedule C, part IV, are not all answered.",
                f"{path}/answers/{question}", "Answer them on the vehicle.",
            )  # fmt: skip
            break
    yield from _rate_before(file, key, thing)
    if goes_by_the_mile(thing) and (why := barred_from_the_rate(file, key)):
        yield Finding(Level.ERROR, f"{name}: {why}", f"{path}/choices/method", "Choose actual costs.")


def barred_from_the_rate(file: ClientFile, key: str) -> str:
    """Why the standard mileage rate may not be chosen for a vehicle (Rev. Proc. 2019-46, section 4.05); empty
    where it may."""
    thing = file.things[key]
    if thing.answers.get("actual_before"):
        return "it was depreciated faster than by straight line, so the standard rate is barred for good."
    before = _went_by_the_mile(file, key)
    for asset in _assets(file, key):
        earlier = asset.in_service is not None and asset.in_service.year < file.tax_year
        if earlier and asset.prior_depreciation and not before and not thing.answers.get("standard_before"):
            return "earlier years depreciated it, and the standard rate must be chosen in its first year."
        if asset.expensed:
            return "section 179 was elected for it, so the standard rate is barred for good."
    return ""


def _rate_before(file: ClientFile, key: str, thing: Thing) -> Iterator[Finding]:
    if thing.answers.get("standard_before") and not _went_by_the_mile(file, key) and _assets(file, key):
        yield Finding(
            Level.WARNING,
            f"{called(thing)}: it went by the standard rate before, and what that took off its basis is not "
            "entered.", f"/things/{key}/answers/standard_before",
            "Enter it among what is carried in: the depreciation parts of the rate up to now.",
        )  # fmt: skip


def _went_by_the_mile(file: ClientFile, key: str) -> bool:
    """Whether earlier years took the standard rate for a vehicle, by what they carry in."""
    return any(item.kind == MILEAGE_PART and item.of == key for item in file.carryovers.values())


def _assets(file: ClientFile, key: str) -> list[Asset]:
    return [asset for asset in file.assets.values() if thing_of_asset(file, asset) == key]


def _home(file: ClientFile, key: str, thing: Thing) -> Iterator[Finding]:
    for use_key, use in sorted(file.uses.items()):
        activity = file.activities.get(use.activity)
        if use.thing != key or activity is None:
            continue
        path = f"/uses/{use_key}"
        if activity.kind == "rental":
            yield Finding(
                Level.INCOMPLETE, f"{called(thing)}: an office at home for a rental is not computed.", path,
                "Deduct it beside the program, or take the use out.",
            )  # fmt: skip
        if not use.choices.get(RESTS_ON.key):
            yield Finding(
                Level.INCOMPLETE,
                f"{called(thing)}: on what the deduction for {activity.name} rests is not said.",
                f"{path}/choices/{RESTS_ON.key}", "Choose it at the use.",
            )  # fmt: skip
        if not is_claimed(use):
            yield Finding(
                Level.WARNING,
                f"{called(thing)}: what serves other purposes too is no office: nothing is deducted.",
                f"{path}/answers/exclusive",
            )  # fmt: skip


def _dwelling(frame: OnReturn, key: str, thing: Thing) -> Iterator[Finding]:
    file, name = frame.file, called(thing)
    days = counted_days(file, key)
    if days.overlapping:
        first = days.overlapping[0]
        yield Finding(
            Level.ERROR,
            f"{name}: {len(days.overlapping)} days stand twice in its calendar, from {first:%B %-d} on.",
            f"/things/{key}", "Mend a stay; until then the one typed first counts.",
        )  # fmt: skip
    for stay_key, stay in sorted(file.stays.items()):
        if stay.thing != key:
            continue
        if stay.kind not in STAYS or stay.begins is None:
            yield Finding(
                Level.INCOMPLETE, f"{name}: a stay has no first day or no kind, and counts for nothing.",
                f"/stays/{stay_key}", "Give both.",
            )  # fmt: skip
        elif stay.ends is not None and stay.ends < stay.begins:
            yield Finding(
                Level.ERROR,
                f"{name}: a stay ends before it begins.",
                f"/stays/{stay_key}/ends",
                "Mend a day.",
            )
    if days.guests and Decimal(days.let) / days.guests <= frame.rules.amount("short_stay_days"):
        yield Finding(
            Level.WARNING,
            f"{name}: guests stay {Decimal(days.let) / days.guests:.1f} days on average, 7 or fewer. "
            "It is no rental for the loss rules (26 CFR 1.469-1T(e)(3)); with services it is a business.",
            f"/things/{key}",
        )  # fmt: skip


def _fleet(frame: OnReturn) -> Iterator[Finding]:
    """Five or more vehicles in use at the same time may not go by the standard rate (Rev. Proc. 2019-46,
    section 4.05(1)): those that take turns count as one, and each counts for the days on which it was
    there."""
    file = frame.file
    used = {key: thing for key, thing in sorted(file.things.items()) if goes_by_the_mile(thing)}
    takes_turns = [key for key, thing in used.items() if thing.answers.get(TAKES_TURNS)]
    at_once = [
        Period.of(file.tax_year, thing.begins, thing.ends)
        for key, thing in used.items()
        if key not in takes_turns
    ]
    most = max((sum(period.has(each.first) for period in at_once) for each in at_once), default=0)
    most += bool(takes_turns)
    if most >= frame.rules.amount("mileage_fleet"):
        yield Finding(
            Level.ERROR,
            f"{most} vehicles go by the standard rate at the same time. Five or more may not (Rev. Proc. "
            "2019-46, section 4.05(1)).",
            f"/things/{next(iter(used))}/choices/method",
            "Choose actual costs for all, or answer at those never used together that they take turns.",
        )  # fmt: skip


def _taken_whole(file: ClientFile, books: Books) -> Iterator[Finding]:
    """What looks shared and is taken whole, once for each activity and kind; a note on the entry sets it
    aside."""
    at_home = served_by(file, HOME)
    for key, line, group in books.by_line():
        words = LOOKS_SHARED.get(line)
        if words is None or (line == "insurance" and key not in at_home):
            continue
        for entry_key in group:
            entry = file.entries[entry_key]
            if entry.share is None and not entry.note and words.search(f"{entry.payee} {entry.memo}"):
                called = f"{file.activities[key].name}: {entry.payee or entry.memo}"
                yield Finding(
                    Level.NOTE,
                    f"{called} counts in full. Is it private too?",
                    f"/entries/{entry_key}",
                    "Move it to a shared thing, or say in its note why all of it counts.",
                )
                break
    for key, asset in sorted(file.assets.items()):
        if asset.activity not in file.activities or asset.thing:
            continue
        part = asset.share is not None or bool(asset.shares)
        if asset.asset_class == "nonresidential_building" and part and HOME_WORDS.search(asset.name):
            yield Finding(
                Level.WARNING, f"{asset.name}: an office at home is deducted on Form 8829, within its limit.",
                f"/assets/{key}/activity", "Make the home a shared thing and move the building to it.",
                moved_to_home(file, key),
            )  # fmt: skip
        elif asset.activity in at_home and not part and MACHINE_WORDS.search(asset.name):
            yield Finding(
                Level.NOTE,
                f"{asset.name}: the business is run from home, and it counts in full. Is it private too?",
                f"/assets/{key}/thing",
                "Make it a shared machine, or type its business use: 100 where that is so.",
            )  # fmt: skip
