"""Checks of a Canadian file: what stops filing, what needs judgement, what is worth knowing."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from half_yard.books import PayerMatch
from half_yard.books.landing import Lines
from half_yard.countries.ca import gaps
from half_yard.countries.ca.business_or_rental import SERVICES, advise
from half_yard.countries.ca.class_checks import class_findings
from half_yard.countries.ca.classes import NOTHING_CHANGED, OF_A_HOME
from half_yard.countries.ca.country import COUNTRY
from half_yard.countries.ca.frame import MARITAL
from half_yard.countries.ca.ledger import LEDGER
from half_yard.countries.ca.questions import GIFTS_AT_MOST, GST_REGISTERED, OWING_BEFORE
from half_yard.countries.ca.thing_use import shared_findings
from half_yard.countries.ca.things import as_used
from half_yard.countries.ca.year_rules import rules_for
from half_yard.countries.left_out import ARCHIVED
from half_yard.countries.payer_checks import match_findings
from half_yard.countries.repairs import repair_findings
from half_yard.countries.usual_findings import (
    gap_findings,
    people_findings,
    status_finding,
    stop_findings,
)
from half_yard.figures import Sheet
from half_yard.records import ClientFile
from half_yard.records.naming import name_of
from half_yard.review import Finding, Level, activity_findings
from half_yard.review.expected import expected_findings

NOT_COVERED = (
    "Not part of it: farms and fishing, business income abroad or in several provinces, split income of "
    "relatives, other credits than those offered, investment tax credits, benefits but the workers benefit, "
    "GST/HST returns, and Quebec's own return."
)


def findings_of(
    file: ClientFile,
    sheets: Sequence[Sheet],
    stops: Mapping[str, str],
    matches: Sequence[PayerMatch],
    entries: Mapping[str, Lines],
) -> tuple[Finding, ...]:
    """Everything found, the gravest first."""
    found = [
        *status_finding(file, MARITAL, gaps.NO_MARITAL_STATUS),
        *people_findings(file, COUNTRY),
        *activity_findings(file, LEDGER.kinds),
        *expected_findings(file),
        *stop_findings(file, stops, {ARCHIVED, NOTHING_CHANGED, OF_A_HOME}),
        *gap_findings(sheets),
        *match_findings(matches),
        *repair_findings(entries, LEDGER.asset_doubts(file.tax_year)),
        *class_findings(as_used(file)),
        *shared_findings(file),
        *_instalments(file, sheets),
        *_small_supplier(file, sheets),
        *_services(file),
        *_gifts(sheets),
        *_slips(file),
        *_shares_by_title(file),
        Finding(Level.NOTE, NOT_COVERED),
    ]  # fmt: skip
    order = list(Level)
    return tuple(sorted(found, key=lambda finding: order.index(finding.level)))


def _small_supplier(file: ClientFile, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Sales of all businesses above what a small supplier may have (Excise Tax Act, 148(1)); by the year, as
    quarters are not known."""
    most = rules_for(file.tax_year).amount("gst_small_supplier")
    sold = sum(sheet["gross_income"].amount for sheet in sheets if sheet.statement and sheet.has("sales"))
    for key, activity in sorted(file.activities.items()):
        is_business = activity.kind == "business" and not activity.archived
        if is_business and sold > most and not GST_REGISTERED.of(activity.answers):
            yield Finding(
                Level.WARNING,
                f"{activity.name or key}: with sales above {most:,} in four quarters it has to register for "
                "GST/HST.", f"/activities/{key}/answers/{GST_REGISTERED.key}",
                "Say that it is, or see to it; tax that is collected is no income.",
            )  # fmt: skip


def _services(file: ClientFile) -> Iterator[Finding]:
    """Rentals that are businesses by the services given."""
    for key, activity in sorted(file.activities.items()):
        advice = advise(activity)
        if advice is not None and advice.kind != activity.kind and not activity.archived:
            words = f"{activity.name or key}: {advice.why}"
            yield Finding(Level.WARNING, words, f"/activities/{key}/answers/{SERVICES.key}", "Make it one.")


def _slips(file: ClientFile) -> Iterator[Finding]:
    """Slips T4 and T5 of which it is not said who sent them."""
    for collection, payer, words in (
        ("wages", "employer", "A slip T4 has no employer."), ("interest", "payer", "A slip T5 has no payer."),
    ):  # fmt: skip
        for key, record in sorted(getattr(file, collection).items()):
            if not name_of(record):
                yield Finding(Level.WARNING, words, f"/{collection}/{key}/{payer}", "Type it.")


def _shares_by_title(file: ClientFile) -> Iterator[Finding]:
    """Rentals of which a couple owns unequal parts: the income follows the title (guide T4036; ITA 74.1)."""
    for key, activity in sorted(file.activities.items()):
        shares = [share for share in activity.owners.values() if share]
        if activity.kind == "rental" and not activity.archived and len(set(shares)) > 1:
            words = (
                f"{activity.name or key}: its income is divided by title. Another split than that of the "
                "ownership is not allowed."
            )
            path = f"/activities/{key}/owners"
            yield Finding(Level.NOTE, words, path, "See that the shares are those of the title.")


def _gifts(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Gifts that are claimed although there is no tax for them any more: they could wait."""
    for sheet in sheets:
        if sheet.key.startswith("t1.") and sheet.has("gifts"):
            spare = min(sheet["credits"].amount - sheet["tax"].amount, sheet["gifts"].amount)
            if spare > 0:
                words = (
                    f"{sheet.subject} claims gifts beyond the federal tax: {spare:,.2f} of it brings "
                    "nothing there."
                )
                path = f"/people/{sheet.about}/facts/{GIFTS_AT_MOST}"
                yield Finding(Level.WARNING, words, path, "Claim less and keep the rest for later years.")


def _instalments(file: ClientFile, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Who may have to pay ahead; last year's tax decides how much the reminders ask for."""
    for sheet in sheets:
        if sheet.key.startswith("instalments."):
            words = f"{sheet.subject} has to pay instalments if next year's tax is as high: see the sheet."
            path = f"/people/{sheet.about}/facts/{OWING_BEFORE}"
            known = sheet.has("owing_before")
            mend = "" if known else f"Type the net tax owing of {file.tax_year - 1}: the reminders go by it."
            yield Finding(Level.WARNING, words, path, mend)
