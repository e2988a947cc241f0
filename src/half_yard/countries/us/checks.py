"""Checks of a United States file: what stops filing, what needs judgement, what is worth knowing."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal

from half_yard.countries.pack import AssetStory, MatchState, PayerMatch
from half_yard.countries.us.books import Books
from half_yard.countries.us.identity import (
    employer_number_problem,
    employer_or_personal_problem,
    identity_problem,
)
from half_yard.countries.us.left_out import REASONS, SHORT, is_short_rental
from half_yard.countries.us.on_return import FILING_STATUSES, ROLES, OnReturn
from half_yard.countries.us.statement_lines import REPAIR_LINES
from half_yard.figures import Mark, MarkKind, Sheet
from half_yard.records.naming import amount_of, name_of
from half_yard.review import Finding, Level, share_findings

PRIOR_TOLERANCE = Decimal(1)
NOT_COVERED = (
    "This program computes businesses, rentals, wages, interest and payments with the standard deduction. "
    "Other income, itemized deductions, credits and state returns are not part of the result."
)


def findings_of(
    frame: OnReturn,
    sheets: Sequence[Sheet],
    stops: Mapping[str, str],
    stories: Mapping[str, AssetStory],
    books: Books,
) -> tuple[Finding, ...]:
    """Everything found, the gravest first."""
    found = [
        *_people(frame),
        *share_findings(frame.file),
        *_activities(frame),
        *_stopped(frame, stops),
        *_gaps(sheets),
        *_assets(frame, stories),
        *_rental_days(frame),
        *_forms(frame, books.matches),
        *_repairs(frame, books),
        *_return(frame, sheets),
        Finding(Level.NOTE, NOT_COVERED),
    ]
    order = list(Level)
    return tuple(sorted(found, key=lambda finding: order.index(finding.level)))


def _stopped(frame: OnReturn, stops: Mapping[str, str]) -> Iterator[Finding]:
    """An error for everything that lands nowhere, but for what the law leaves out."""
    for path, reason in stops.items():
        if reason not in REASONS:
            yield Finding(Level.ERROR, f"{_called(frame, path)}: {reason}", path)


def _called(frame: OnReturn, path: str) -> str:
    _, collection, key = path.split("/")
    record = getattr(frame.file, collection)[key]
    amount = amount_of(record)
    return " ".join(filter(None, (name_of(record), "" if amount is None else f"{amount:,.2f}"))) or key


def _people(frame: OnReturn) -> Iterator[Finding]:
    file = frame.file
    if file.household.filing_status and file.household.filing_status not in FILING_STATUSES:
        yield Finding(
            Level.ERROR,
            f"“{file.household.filing_status}” is no filing status.",
            "/household/filing_status",
            "Choose one on the Clients page.",
        )
    if frame.status == "joint" and "spouse" not in file.people:
        yield Finding(
            Level.ERROR,
            "A joint return needs a spouse.",
            "/household/filing_status",
            "Add the spouse on the Clients page or choose another filing status.",
        )
    for key, person in file.people.items():
        if not person.name:
            role = ROLES.get(key, key).lower()
            yield Finding(Level.WARNING, f"The {role} has no name yet.", f"/people/{key}/first_name")
        if problem := identity_problem(person.identity_number):
            yield Finding(Level.WARNING, problem, f"/people/{key}/identity_number", "Mend it before filing.")
        elif key in frame.people and not person.identity_number:
            yield Finding(
                Level.WARNING,
                f"{frame.name(key)} has no identity number yet.",
                f"/people/{key}/identity_number",
            )
        if key in frame.people and person.birth_date is None:
            yield Finding(
                Level.WARNING,
                f"{frame.name(key)} has no birth date: an additional standard deduction can't be known.",
                f"/people/{key}/birth_date",
            )


def _activities(frame: OnReturn) -> Iterator[Finding]:
    for key, activity in frame.file.activities.items():
        if problem := employer_number_problem(activity.employer_number):
            yield Finding(
                Level.WARNING, problem, f"/activities/{key}/employer_number", "Mend it before filing."
            )


def _gaps(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    marks = frozenset[Mark]().union(*(sheet.marks for sheet in sheets))
    for mark in sorted(marks, key=str):
        if mark.kind is MarkKind.GAP:
            yield Finding(Level.INCOMPLETE, mark.message, mark.path, mark.mend)


def _assets(frame: OnReturn, stories: Mapping[str, AssetStory]) -> Iterator[Finding]:
    for key, story in stories.items():
        asset = frame.file.assets[key]
        path = f"/assets/{key}/prior_depreciation"
        if asset.prior_depreciation is None:
            continue
        years = frame.file.tax_year - story.first_year
        by_table = sum((figure.amount for figure in story.yearly[:years]), Decimal(0))
        if asset.prior_depreciation > asset.cost:
            yield Finding(
                Level.ERROR, f"{asset.name}: earlier depreciation is more than its cost.", path,
                "Mend one of the two amounts.",
            )  # fmt: skip
        elif abs(asset.prior_depreciation - by_table) > PRIOR_TOLERANCE * max(years, 1):
            yield Finding(
                Level.WARNING,
                f"{asset.name}: earlier depreciation is entered as {asset.prior_depreciation:,.2f}, "
                f"by the table it is {by_table:,.2f}.",
                path,
                "Depreciation allowed or allowable reduces the basis either way: find out what was taken.",
            )


def _forms(frame: OnReturn, matches: Sequence[PayerMatch]) -> Iterator[Finding]:
    for match in matches:
        path = f"/forms/{match.forms[0]}"
        payer = match.payer or "A payer without a name"
        if match.state is MatchState.FORM_ONLY:
            yield Finding(
                Level.WARNING,
                f"{payer}: {match.on_forms:,.2f} is on a form and not in the books. It is counted.",
                path,
                "See that it is not in the books under another name.",
            )
        elif match.state is MatchState.DIFFERS:
            yield Finding(
                Level.WARNING,
                f"{payer}: the form says {match.difference:,.2f} more than the books. The form's is counted.",
                path,
            )
    for key, form in frame.file.forms.items():
        if problem := employer_or_personal_problem(form.payer_number):
            yield Finding(Level.WARNING, problem, f"/forms/{key}")


def _repairs(frame: OnReturn, books: Books) -> Iterator[Finding]:
    """Larger repairs and supplies, for the look that preparers take at each (26 CFR 1.263(a)-1(f), -3)."""
    threshold = frame.rules.amount("de_minimis_safe_harbor_no_audited_statements")
    for (_, line), group in sorted(books.entries.items()):
        if line not in REPAIR_LINES:
            continue
        for key, leaf in group.items():
            if leaf.amount > threshold:
                yield Finding(
                    Level.NOTE,
                    f"{leaf.label} {leaf.amount:,.2f}: repair or asset? Did it better the property, restore "
                    "it, or adapt it to another use?",
                    f"/entries/{key}",
                    "If so, make it an asset on the Books page.",
                )


def _rental_days(frame: OnReturn) -> Iterator[Finding]:
    for key, activity in frame.file.activities.items():
        if activity.kind != "rental":
            continue
        if activity.days_rented is None:
            yield Finding(
                Level.WARNING,
                f"{activity.name}: the days rented at a fair price are not entered.",
                f"/activities/{key}/days_rented",
            )
        elif is_short_rental(activity, frame.rules):
            yield Finding(Level.NOTE, f"{activity.name}: {SHORT}", f"/activities/{key}/days_rented")


def _return(frame: OnReturn, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    form = next(sheet for sheet in sheets if sheet.key == "form_1040")
    if form["owed"].amount >= frame.rules.amount("estimated_tax_small_balance"):
        yield Finding(
            Level.WARNING,
            f"The balance due is {form['owed'].amount:,}: a penalty for underpaid estimated tax may be due.",
            mend="Form 2210 is not computed.",
        )
    threshold = frame.rules.amount("schedule_b_threshold")
    if form["taxable_interest"].amount > threshold:
        yield Finding(Level.WARNING, f"Interest is above {threshold:,}: Schedule B must be attached.")
