"""What the window and the command line ask of shared things in Canada."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from half_yard.asked import Field, FieldKind
from half_yard.countries.ca.forms.chart_a import (
    DAYS_BEFORE,
    DEDUCTED_BEFORE,
    EARLIER,
    LEASE_DAYS,
    LEASE_FROM,
    LEASE_TAX,
    LIST_PRICE,
    LOAN_DAYS,
    LOAN_FROM,
    NOT_PASSENGER,
)
from half_yard.countries.ca.thing_kinds import COMMUTING, HOME, HOUSE, KINDS, MEASURES, VEHICLE
from half_yard.countries.ca.things import DAYS, HOURS, NEITHER, RESTS_ON, as_used, measured
from half_yard.countries.ca.year_rules import YEARS
from half_yard.countries.dividing_things import ONLY
from half_yard.countries.shared_use import SharedUse
from half_yard.countries.thing_checks import SharedThings, called, thing_findings
from half_yard.records import ClientFile, Thing
from half_yard.review import Finding, Level

SHARED = SharedThings(KINDS, MEASURES, frozenset({COMMUTING}), measured)


class CanadaSharedUse(SharedUse):
    """Homes with a place of work, houses partly let, vehicles, lines, machines (ITA 18(1)(h), 18(12), 67)."""

    kinds = KINDS
    measures = MEASURES
    only = ONLY
    trips = {COMMUTING: "Commuting", "": "Personal"}
    of_the_year = frozenset({"odometer_ended", LOAN_DAYS, LEASE_DAYS, DAYS_BEFORE, DEDUCTED_BEFORE})

    def fields(self, file: ClientFile, thing: str) -> Sequence[Field]:
        """Of a vehicle the odometer, and what limits its interest and its lease."""
        record, path = file.things[thing], f"/things/{thing}"
        if record.kind != VEHICLE:
            return []
        found = [
            _fact(path, "odometer_begun", "Odometer, first day"),
            _fact(path, "odometer_ended", "Odometer, last day"),
            Field(
                f"{path}/answers/{NOT_PASSENGER}", "Not a passenger vehicle", FieldKind.ANSWER, default=False,
                hint="a van or truck for goods or tools, a taxi: no limits of interest and lease",
            ),
        ]  # fmt: skip
        if record.answers.get(NOT_PASSENGER):
            return found
        return [*found, *_limits(path)]

    def use_fields(self, file: ClientFile, use: str) -> Sequence[Field]:
        """On what a place at home rests, and its hours and days where it is lived in otherwise."""
        record, path = file.uses[use], f"/uses/{use}"
        kind = file.things[record.thing].kind if record.thing in file.things else ""
        if kind != HOME or not record.activity:
            return []
        return [
            Field(f"{path}/choices/{RESTS_ON.key}", RESTS_ON.text, FieldKind.CHOICE, RESTS_ON.options),
            _fact(path, HOURS, "Hours a day", "all 24, where it is not lived in"),
            _fact(path, DAYS, "Days a week", "all 7, where it is not lived in"),
        ]

    def as_used(self, file: ClientFile) -> ClientFile:
        """With the use of every asset of a thing."""
        return as_used(file)

    def sheets(self, file: ClientFile, thing: str) -> Sequence[str]:
        """The sheets of a thing, the chief one first."""
        first = {VEHICLE: [f"chart_a.{thing}"]}.get(file.things[thing].kind, [])
        if file.things[thing].kind == HOME:
            first = [f"part_7.{activity}" for activity in measured(file, thing).activities]
        return [*first, f"shared.{thing}"]


def _limits(path: str) -> Iterator[Field]:
    years = tuple((str(year), str(year)) for year in YEARS)
    earlier = (EARLIER, f"before {YEARS[0]}")
    yield Field(f"{path}/choices/{LOAN_FROM}", "Loan from", FieldKind.CHOICE, (*years, earlier))
    yield _fact(path, LOAN_DAYS, "Days of the loan in the year", "as long as it was there")
    yield Field(f"{path}/choices/{LEASE_FROM}", "Lease from", FieldKind.CHOICE, (*years, earlier))
    yield _fact(path, LIST_PRICE, "List price before tax", "of a leased car, the manufacturer's")
    yield _fact(path, LEASE_TAX, "Sales tax on the lease, percent")
    yield _fact(path, LEASE_DAYS, "Days of the lease in the year", "as long as it was there")
    yield _fact(path, DAYS_BEFORE, "Days of the lease before the year")
    yield _fact(path, DEDUCTED_BEFORE, "Lease deducted before the year")


def _fact(path: str, key: str, title: str, hint: str = "") -> Field:
    return Field(f"{path}/facts/{key}", title, FieldKind.AMOUNT, hint=hint, optional=True)


def shared_findings(file: ClientFile) -> Iterator[Finding]:
    """Everything found of shared things."""
    if not file.things:
        return
    yield from thing_findings(file, SHARED)
    for key, thing in sorted(file.things.items()):
        if thing.kind in {HOME, HOUSE}:
            yield from _served_wrongly(file, key, thing)


def _served_wrongly(file: ClientFile, key: str, thing: Thing) -> Iterator[Finding]:
    """A place at home is for businesses, what is let of a house for rentals; and what a place rests on."""
    for use_key, use in sorted(file.uses.items()):
        activity = file.activities.get(use.activity)
        if use.thing != key or activity is None:
            continue
        if (activity.kind == "rental") is not (thing.kind == HOUSE):
            words = f"{called(thing)}: a place at home serves a business; what is let is a house partly let."
            mend = "Mend the use, or the kind of thing."
            yield Finding(Level.ERROR, words, f"/uses/{use_key}/activity", mend)
        elif thing.kind == HOME and RESTS_ON.key not in use.choices:
            words = f"{called(thing)}: it is not said why the place may be claimed ({RESTS_ON.explanation})."
            yield Finding(
                Level.WARNING, words, f"/uses/{use_key}/choices/{RESTS_ON.key}",
                "Say whether it is the principal place, or only for the business and to meet people.",
            )  # fmt: skip
        elif use.choices.get(RESTS_ON.key) == NEITHER:
            words = f"{called(thing)}: a place that is neither is not claimed (ITA 18(12)(a))."
            yield Finding(Level.NOTE, words, f"/uses/{use_key}/choices/{RESTS_ON.key}")
