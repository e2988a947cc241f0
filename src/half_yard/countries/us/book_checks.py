"""Checks of the books: payers' forms, repairs, sizes, contractors, costs that are written off over time."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from decimal import Decimal

from half_yard.books import Books, account_in_words, unsure_accounts
from half_yard.countries.asking import Ask
from half_yard.countries.payer_checks import match_findings
from half_yard.countries.repairs import repair_findings
from half_yard.countries.us.assets.classes import LOAN
from half_yard.countries.us.frame import BOOKS, OnReturn
from half_yard.countries.us.identity import employer_number_problem, employer_or_personal_problem
from half_yard.countries.us.ledger import LEDGER
from half_yard.countries.us.questions import COMMUNITY_STATES, ask_answer
from half_yard.countries.us.statement_lines import (
    LINES,
    VEHICLE_LINES,
)
from half_yard.countries.us.wage_checks import wage_findings
from half_yard.figures import Figure
from half_yard.records import Activity, ClientFile, Entry, StatementRow
from half_yard.records.naming import same_name
from half_yard.review import Finding, Level
from half_yard.review.sizes import against_last_year, digit_too_many

INTEREST_LINES = {"mortgage_interest", "other_interest"}
COLLECTIONS = ("entries", "assets", "forms")
"""What belongs to an activity."""
POINTS = re.compile(r"\bpoints?\b", re.IGNORECASE)
HALF_SHARE = Decimal(50)


def book_findings(frame: OnReturn, books: Books, unusual: Mapping[str, str]) -> Iterator[Finding]:
    """Everything found in the books and beside them."""
    yield from _set_up(frame)
    yield from _forms(frame, books)
    yield from repair_findings(books.entries, LEDGER.asset_doubts(frame.file.tax_year))
    yield from _written_off(frame, books)
    yield from _contractors(frame, books)
    yield from _waiting(frame)
    yield from _accounts(frame)
    yield from _vehicles(frame, books)
    for path, words in unusual.items():
        yield Finding(Level.NOTE, words, path, "See whether it has a digit too many.")


# -- sizes ------------------------------------------------------------------------------------------------


def unusual_entries(ask: Ask, activity: str) -> tuple[tuple[str, Decimal], ...]:
    """The entries of an activity that seem to have a digit too many, and what would stand among the
    others."""
    found = [ask(unusual_on, activity, line) for line in ask(BOOKS.entries_of, activity)]
    return tuple(each for each in found if each is not None)


def unusual_on(ask: Ask, activity: str, line: str) -> tuple[str, Decimal] | None:
    """The one on a line."""
    group = BOOKS.entries_on(ask, activity, line)
    return digit_too_many({key: _typed(leaf) for key, leaf in group.items()})


def _typed(leaf: Figure) -> Decimal:
    """The amount of an entry as it was typed, before its share is taken."""
    while leaf.parts:
        leaf = leaf.parts[0]
    return leaf.amount


def unusual_sizes(ask: Ask) -> dict[str, str]:
    """Entries and lines that seem to have a digit too many, by path, with the words that say so."""
    found = {}
    for owner in sorted(ask.of(lambda file: file.activities)):
        for key, tenth in ask(unusual_entries, owner):
            entry = ask.of(_entry, key)
            name = entry.payee or entry.memo or "An entry"
            found[f"/entries/{key}"] = (
                f"{name} {entry.amount:,.2f}: far above the other entries of its line; {tenth:,.2f} "
                "would stand among them."
            )
    for key, activity in sorted(ask.of(lambda file: file.activities).items()):
        for line, before in activity.last_year.items():
            figure = ask(BOOKS.totals, key).get(line)
            if figure is not None and against_last_year(figure.amount, before):
                found[f"/activities/{key}/last_year/{line}"] = (
                    f"{activity.name}, {figure.label}: {figure.amount:,.2f}, last year {before:,.2f}."
                )
    return found


def _entry(file: ClientFile, key: str) -> Entry:
    return file.entries[key]


# -- activities -------------------------------------------------------------------------------------------


def _set_up(frame: OnReturn) -> Iterator[Finding]:
    file, year = frame.file, frame.file.tax_year
    for key, activity in file.activities.items():
        path = f"/activities/{key}"
        if problem := employer_number_problem(activity.employer_number):
            yield Finding(Level.WARNING, problem, f"{path}/employer_number", "Mend it before filing.")
        if activity.archived:
            if count := sum(r.activity == key for name in COLLECTIONS for r in getattr(file, name).values()):
                yield Finding(
                    Level.NOTE, f"{activity.name} is archived: {count} records are not on the return.", path
                )  # fmt: skip
            continue
        if activity.started is not None and activity.started.year > year:
            yield Finding(
                Level.ERROR, f"{activity.name} started after tax year {year}.", f"{path}/started",
                "Mend the day, or archive the activity until its year.",
            )  # fmt: skip
        if activity.ended is not None and activity.started is not None and activity.ended < activity.started:
            yield Finding(
                Level.ERROR, f"{activity.name} ended before it started.", f"{path}/ended", "Mend a day."
            )
        yield from _spouses(frame, path, activity)
        employees = activity.kind == "business" and ask_answer("business", "has_employees", activity.answers)
        if employees and not activity.employer_number:
            yield Finding(
                Level.WARNING,
                f"{activity.name} has employees and no employer number.",
                f"{path}/employer_number",
            )


def _spouses(frame: OnReturn, path: str, activity: Activity) -> Iterator[Finding]:
    """What follows from how spouses own an activity together."""
    shares = [share for share in activity.owners.values() if share]
    match activity.choices.get("spouses", ""):
        case "partnership":
            yield Finding(
                Level.ERROR,
                f"{activity.name} is a partnership: it files Form 1065, which is outside this program.",
                f"{path}/choices/spouses", "Archive it here; its Schedule K-1 belongs to the owner's return.",
            )  # fmt: skip
        case "community" | "community_owner" | "community_spouse":
            region = (activity.address.region or frame.file.household.address.region).strip().upper()
            if region and region not in COMMUNITY_STATES:
                yield Finding(
                    Level.ERROR, f"{activity.name}: {region} has no community property.",
                    f"{path}/choices/spouses",
                    "Choose another answer, or mend the state.",
                )  # fmt: skip
            if any(share != HALF_SHARE for share in shares):
                yield Finding(
                    Level.ERROR, f"{activity.name} is community property: each spouse has half.",
                    f"{path}/owners", "Set both shares to 50.",
                )  # fmt: skip
        case "joint_venture":
            if frame.status != "joint":
                yield Finding(
                    Level.ERROR, f"{activity.name}: a qualified joint venture needs a joint return.",
                    f"{path}/choices/spouses", "Change the filing status, or the answer.",
                )  # fmt: skip
        case _:
            if activity.kind == "business" and len(shares) > 1:
                yield Finding(
                    Level.WARNING,
                    f"{activity.name} belongs to both spouses: say how. A partnership files Form 1065.",
                    f"{path}/choices/spouses", "Community property and joint ventures are filed here.",
                )  # fmt: skip


# -- entries ----------------------------------------------------------------------------------------------


def _written_off(frame: OnReturn, books: Books) -> Iterator[Finding]:
    """Costs that are not deducted at once: loan points, and costs from before a business began."""
    file = frame.file
    for activity_key, line, group in books.by_line():
        started = file.activities[activity_key].started
        if started is None and line not in INTEREST_LINES:
            continue
        for key in group:
            entry = file.entries[key]
            called = entry.payee or entry.memo or "An entry"
            if line in INTEREST_LINES and POINTS.search(f"{entry.payee} {entry.memo}"):
                yield Finding(
                    Level.WARNING, f"{called} {entry.amount:,.2f}: points are written off over the loan "
                    "(26 U.S.C. 461(g)).", f"/entries/{key}",
                    "Make it an asset of the class for points of a loan.",
                )  # fmt: skip
            if started and entry.date and entry.date < started and line not in RECEIPTS_AND_GOODS:
                yield Finding(
                    Level.WARNING, f"{called} {entry.amount:,.2f}: from before the business began,"
                    " so it is a start-up cost (26 U.S.C. 195).", f"/entries/{key}",
                    "Make it an asset of the class for start-up costs, in service when the business began.",
                )  # fmt: skip


RECEIPTS_AND_GOODS = {"gross_receipts", "other_income", "rents", "inventory_opening", "inventory_closing"}


def _contractors(frame: OnReturn, books: Books) -> Iterator[Finding]:
    """Contractors who were paid so much that a form is due (26 U.S.C. 6041A), where none is said to be."""
    threshold = frame.rules.amount("payer_return_threshold_nonemployee_pay")
    for activity_key, line, group in books.by_line():
        activity = frame.file.activities[activity_key]
        if line != "contract_labor" or ask_answer(activity.kind, "paid_contractors", activity.answers):
            continue
        paid: dict[str, tuple[str, Decimal]] = {}
        for key in group:
            entry = frame.file.entries[key]
            name, amount = paid.get(same_name(entry.payee), (entry.payee, Decimal(0)))
            paid[same_name(entry.payee)] = (name, amount + entry.amount)
        for name, amount in paid.values():
            if amount >= threshold:
                yield Finding(
                    Level.WARNING,
                    f"{name or 'A contractor'} was paid {amount:,.2f} by {activity.name}: a Form 1099-NEC is "
                    f"due from {threshold:,} on.",
                    f"/activities/{activity_key}/answers/paid_contractors",
                    "Answer the activity's question about Forms 1099.",
                )


def _waiting(frame: OnReturn) -> Iterator[Finding]:
    """Rows of statements of which something has gone to no line yet and is not set aside."""
    placed: dict[str, Decimal] = {}
    unsorted: set[str] = set()
    for entry in frame.file.entries.values():
        if entry.from_row:
            into = entry.amount if entry.line in LINES.receipts else -entry.amount
            placed[entry.from_row] = placed.get(entry.from_row, Decimal(0)) + into
            unsorted |= set() if entry.line else {entry.from_row}
    for key, statement in frame.file.statements.items():
        waiting = [
            row_key
            for row_key, row in statement.rows.items()
            if _is_left(row, placed.get(f"{key}/{row_key}"), unsorted=f"{key}/{row_key}" in unsorted)
        ]
        if waiting:
            rows = f"{len(waiting)} row{'' if len(waiting) == 1 else 's'}"
            verb = "waits" if len(waiting) == 1 else "wait"
            yield Finding(
                Level.INCOMPLETE, f"{statement.name or 'A statement'}: {rows} {verb} in the tray.",
                f"/statements/{key}/rows/{waiting[0]}", "Sort each to a line, or set it aside.",
            )  # fmt: skip


def _is_left(row: StatementRow, placed: Decimal | None, *, unsorted: bool) -> bool:
    """Whether something of a row still waits: it has gone nowhere, or its parts are not the whole of it."""
    if row.set_aside:
        return placed is not None  # counted although it is aside
    aside = sum((part.amount for part in row.parts_aside.values()), Decimal(0))
    nowhere = placed is None and not row.parts_aside
    return nowhere or unsorted or row.amount != aside + (placed or Decimal(0))


def _accounts(frame: OnReturn) -> Iterator[Finding]:
    """Statements that look like those of another account: under two names its money counts twice."""
    for key, alike in unsure_accounts(frame.file):
        statement = frame.file.statements[key]
        name = account_in_words(statement.account)
        yield Finding(
            Level.INCOMPLETE, f"{statement.name or 'A statement'}, of {name}, looks like {alike}.",
            f"/statements/{key}/account", "Say in the tray whether it is the same account.",
        )  # fmt: skip


def _vehicles(frame: OnReturn, books: Books) -> Iterator[Finding]:
    """Costs of vehicles of which nothing says how much was for the business (26 U.S.C. 274(d))."""
    for key, line, group in books.by_line():
        activity = frame.file.activities[key]
        if line not in VEHICLE_LINES or ask_answer(activity.kind, "vehicles_only_here", activity.answers):
            continue
        whole = [entry for entry in group if frame.file.entries[entry].share is None]
        if whole:
            yield Finding(
                Level.INCOMPLETE,
                f"{activity.name}: car costs count in full, and no distance or share of use was entered.",
                f"/activities/{key}/answers/vehicles_only_here",
                "Make the vehicle a shared thing, give each cost its share, or say of the activity that its "
                "vehicles are used for nothing else.",
            )


# -- payers' forms ----------------------------------------------------------------------------------------


def _forms(frame: OnReturn, books: Books) -> Iterator[Finding]:
    yield from match_findings(books.matches)
    for key, form in frame.file.forms.items():
        path = f"/forms/{key}"
        if problem := employer_or_personal_problem(form.payer_number):
            yield Finding(Level.WARNING, problem, path)
        months = [amount for box, amount in form.boxes.items() if box.startswith("month_")]
        gross = sum(months, Decimal(0))
        if months and gross != form.amount:
            yield Finding(
                Level.WARNING, f"{form.payer}: the months add up to {gross:,.2f}, the gross is "
                f"{form.amount:,.2f}.", path, "Compare both with the form.",
            )  # fmt: skip
        yield from _mortgage(frame, books, key)
    yield from wage_findings(frame)


def _mortgage(frame: OnReturn, books: Books, key: str) -> Iterator[Finding]:
    """The boxes of a mortgage's form that no line takes by itself."""
    form = frame.file.forms[key]
    if points := form.boxes.get("points"):
        known = any(
            asset.activity == form.activity and asset.asset_class == LOAN
            for asset in frame.file.assets.values()
        )
        if not known:
            yield Finding(
                Level.WARNING, f"{form.payer}: points of {points:,.2f} are written off over the loan.",
                f"/forms/{key}", "Enter an asset of the class for points of a loan.",
            )  # fmt: skip
    if tax := form.boxes.get("property_tax"):
        booked = books.totals.get(form.activity, {}).get("taxes")
        if booked is None or booked.amount < tax:
            yield Finding(
                Level.WARNING, f"{form.payer}: property tax of {tax:,.2f} is on the form, in the books "
                f"{booked.amount if booked else 0:,.2f}.", f"/forms/{key}", "Enter what is missing on taxes.",
            )  # fmt: skip
