"""What is found in an Australian file: errors, what is missing, warnings, notes."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal

from half_yard.books.landing import Lines
from half_yard.countries.au import gaps
from half_yard.countries.au.asset_kinds import IN_RATE, PROPERTY_ITSELF, USED_BEFORE, WORKS
from half_yard.countries.au.country import COUNTRY
from half_yard.countries.au.frame import STATUS, days_of_year
from half_yard.countries.au.identity import business_number_problem
from half_yard.countries.au.items import FRANKED, FRANKING, SALE, WORKS_TAKEN
from half_yard.countries.au.ledger import LEDGER
from half_yard.countries.au.left_out import REASONS, why_left_out
from half_yard.countries.au.questions import GST_REGISTERED, NOT_COUNTED
from half_yard.countries.au.thing_use import shared_findings
from half_yard.countries.au.year_rules import rules_for
from half_yard.countries.repairs import repair_findings
from half_yard.countries.usual_findings import (
    gap_findings,
    people_findings,
    status_finding,
    stop_findings,
)
from half_yard.figures import Sheet
from half_yard.records import Activity, Asset, ClientFile
from half_yard.review import Finding, Level, activity_findings
from half_yard.review.expected import expected_findings

NOT_COVERED = (
    "Not part of it: the limits of the rate on lump sums, what of the seniors offset goes over to a spouse, "
    "foreign entities, working holiday makers, activity statements."
)


def findings_of(
    file: ClientFile, sheets: Sequence[Sheet], stops: Mapping[str, str], entries: Mapping[str, Lines]
) -> tuple[Finding, ...]:
    """Everything found, the gravest first."""
    found = [
        *status_finding(file, STATUS, gaps.NO_STATUS),
        *people_findings(file, COUNTRY),
        *_business_numbers(file),
        *activity_findings(file, LEDGER.kinds),
        *expected_findings(file),
        *stop_findings(file, stops, REASONS | {USED_BEFORE, IN_RATE}),
        *gap_findings(sheets),
        *shared_findings(file),
        *repair_findings(entries, LEDGER.asset_doubts(file.tax_year)),
        *_registration(file, sheets),
        *_property_sold(file),
        *_stock(file, sheets),
        *_franking(file),
        Finding(Level.NOTE, NOT_COVERED),
    ]  # fmt: skip
    order = list(Level)
    return tuple(sorted(found, key=lambda finding: order.index(finding.level)))


def _business_numbers(file: ClientFile) -> Iterator[Finding]:
    for key, activity in sorted(file.activities.items()):
        if problem := business_number_problem(activity.employer_number):
            yield Finding(Level.WARNING, problem, f"/activities/{key}/employer_number", "Mend it.")


def _stock(file: ClientFile, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Businesses with an opening stock and no closing one, so that all of it counts as sold."""
    for sheet in sheets:
        if not (sheet.statement and sheet.has("opening_stock") and sheet["opening_stock"].amount):
            continue
        rows = (each.line for each in file.entries.values() if each.activity == sheet.about)
        if not sheet["closing_stock"].amount and "closing_stock" not in rows:
            words = f"{sheet.subject}: there was stock on July 1, but none is typed for June 30."
            mend = "Enter the closing stock, 0 where all was sold, or say that it was not counted."
            path = f"/activities/{sheet.about}/answers/{NOT_COUNTED.key}"
            yield Finding(Level.INCOMPLETE, words, path, mend)


def _franking(file: ClientFile) -> Iterator[Finding]:
    """Credits above what a company can attach, and more of them than a small shareholder may have without
    having held the shares long enough (ITAA 1997 s 207-145; ITAA 1936 former s 160APHT)."""
    values, credits_ = rules_for(file.tax_year), dict.fromkeys(file.people, Decimal(0))
    rate = values.amount("company_rate")
    for key, item in sorted(file.items.items()):
        credit = item.boxes.get(FRANKING, Decimal(0))
        if item.person in credits_:
            credits_[item.person] += credit
        most = item.boxes.get(FRANKED, Decimal(0)) * rate / (1 - rate)
        if item.kind == "share_dividends" and credit > most + 1:
            words = f"{item.name or 'Dividends'}: a franking credit of {credit:,} is more than {most:,.2f}."
            yield Finding(Level.WARNING, words, f"/items/{key}/boxes/{FRANKING}", "Look at the statement.")
    for person, amount in credits_.items():
        if amount > values.amount("small_shareholder"):
            words = f"{file.people[person].name}: with such franking credits shares are held 45 days at risk."
            yield Finding(Level.NOTE, words, f"/people/{person}", "Leave out the credits of others.")


def _property_sold(file: ClientFile) -> Iterator[Finding]:
    """A building that has left while the gain is on no return; a property that was sold while its building
    goes on."""
    first, last = days_of_year(file.tax_year)
    for key, asset in sorted(file.assets.items()):
        activity = file.activities.get(asset.activity)
        if asset.asset_class != WORKS or activity is None or why_left_out(activity):
            continue
        path = f"/assets/{key}/disposed"
        sales = [
            other.disposed for other in file.assets.values()
            if (other.activity, other.asset_class) == (asset.activity, PROPERTY_ITSELF) and other.disposed
        ]  # fmt: skip
        if asset.disposed is None:
            if any(day <= last for day in sales):
                words = f"{asset.name}: the property was sold, but its capital works go on."
                yield Finding(Level.WARNING, words, path, "Type the day of settlement as the day it left.")
        elif first <= asset.disposed <= last and not sales:
            yield from _not_typed(file, asset, activity, path)


def _not_typed(file: ClientFile, asset: Asset, activity: Activity, path: str) -> Iterator[Finding]:
    """Owners on whose return no sale is typed, or one that takes no account of what was deducted."""
    for person in activity.owners:
        sold = [item for item in file.items.values() if item.kind == SALE and item.person == person]
        whose = file.people[person].name if person in file.people else person
        if not sold:
            words = f"{asset.name}: it has left, but nothing that {whose} sold is typed (item 18)."
            mend = "Enter the property itself among its assets, with what it cost and was sold for."
            yield Finding(Level.INCOMPLETE, words, path, mend)
        elif not any(item.boxes.get(WORKS_TAKEN) for item in sold):
            words = f"{asset.name}: nothing that was deducted of it reduces the cost base of {whose}."
            yield Finding(Level.WARNING, words, path, "Type the capital works deducted at the sale.")


def _registration(file: ClientFile, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Businesses whose turnover, as for a whole year, is one that has to register (GST Act, s 23-15)."""
    values = rules_for(file.tax_year)
    first, last = days_of_year(file.tax_year)
    turnover = Decimal(0)
    for key, activity in file.activities.items():
        made = next((each for each in sheets if each.statement and each.about == key), None)
        if activity.kind == "business" and made is not None:
            begun = max(activity.started or first, first)
            days = (last - begun).days + 1
            turnover += made["total_income"].amount * ((last - first).days + 1) / max(days, 1)
    if turnover >= values.amount("gst_turnover") and not GST_REGISTERED.of(file.household.answers):
        words = f"With a turnover of {turnover:,.0f} in a year it has to register for GST within 21 days."
        yield Finding(
            Level.WARNING, words, f"/household/answers/{GST_REGISTERED.key}",
            "Say that it is registered, or see to it; rents to live in are not counted.",
        )  # fmt: skip
