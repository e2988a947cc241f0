"""What earlier years carried in for an activity, a home, a dwelling or a vehicle that has no place on this
return: it waits, and goes on to next year as it is."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.dividing_things import thing_of
from half_yard.countries.us.carried_in import KINDS, OF_THINGS, each_carried_of
from half_yard.countries.us.forms import dwelling, home_office, section_481, vehicle
from half_yard.countries.us.losses import entities, passive
from half_yard.countries.us.losses.entities import RENTALS
from half_yard.countries.us.shared.kinds import goes_by_the_mile
from half_yard.figures import Carries, Figure, Form, Page, together
from half_yard.records import ClientFile


def waiting(ask: Ask) -> tuple[str, ...]:
    """What those belong to that nothing on the return takes up."""
    return tuple(dict.fromkeys(of for _, of in _untaken(ask)))


def _untaken(ask: Ask) -> list[tuple[str, str]]:
    taken = {
        "home": {office.activity for office in ask(home_office.offices)},
        "dwelling": {rental for _, rental in ask(dwelling.dwellings)},
        "activity": set(ask(section_481.with_income)),
        "losses": {*ask(passive.every), *(part.key for part in ask(entities.parts))},
        "vehicle": {key for key in ask(vehicle.vehicles) if goes_by_the_mile(ask.of(thing_of, key))},
    }
    return [(kind, of) for kind, of in ask.of(_carried) if of not in taken[OF_THINGS[kind]]]


def _carried(file: ClientFile) -> tuple[tuple[str, str], ...]:
    found = {(item.kind, item.of) for item in file.carryovers.values() if item.kind in OF_THINGS}
    return tuple(sorted(found))


@Form
def waits(ask: Ask, of: str) -> Page:
    """One for each activity or vehicle."""
    called = ask.of(_name, of) or "no longer there"
    return Page(f"waits.{of or 'nothing'}", "Carryovers that wait", called, about=of, in_cents=True)


def _name(file: ClientFile, of: str) -> str:
    record = file.activities.get(of) or file.things.get(of) or file.items.get(of.removesuffix(RENTALS))
    return record.name if record is not None else ""


@waits.part
def lines(page: Page, ask: Ask, of: str) -> None:
    """What waits, by kind."""
    for kind, whose in _untaken(ask):
        if whose == of:
            by_year: dict[int | None, list[Figure]] = {}
            for year, leaf in ask(each_carried_of, kind, of):
                by_year.setdefault(year, []).append(leaf)
            for year, leaves in by_year.items():
                key = kind if year is None else f"{kind}.{year}"
                page.line(key, "", KINDS[kind], together(leaves, KINDS[kind]), carries=Carries(kind, year))
