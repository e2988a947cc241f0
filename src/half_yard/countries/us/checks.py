"""Checks of a United States file: what stops filing, what needs judgement, what is worth knowing."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from decimal import Decimal

from half_yard.books import Books
from half_yard.countries.results import AssetStory
from half_yard.countries.us.assets.basis import basis_amount
from half_yard.countries.us.assets.class_checks import (
    allowance_findings,
    building_findings,
    class_findings,
)
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.earlier_years import that_agrees
from half_yard.countries.us.assets.made_up import WHAT_IS_FILED, make_up
from half_yard.countries.us.assets.mid_quarter import HALF_YEAR, MID_QUARTER
from half_yard.countries.us.assets.stops import RECEIVED_LATER
from half_yard.countries.us.book_checks import book_findings
from half_yard.countries.us.carried_in import PASSIVE_LOSS
from half_yard.countries.us.country import ROLES
from half_yard.countries.us.exchanges.checks import exchange_findings
from half_yard.countries.us.forms.form_4797 import freed, left_service, unnamed_proceeds
from half_yard.countries.us.forms.home_sale import is_main_home
from half_yard.countries.us.frame import OnReturn
from half_yard.countries.us.household.checks import household_findings
from half_yard.countries.us.household.filing_status import FILING_STATUSES
from half_yard.countries.us.household.items import NOT_SEPARATE
from half_yard.countries.us.identity import identity_problem
from half_yard.countries.us.ledger import LEDGER
from half_yard.countries.us.left_out import REASONS, SHORT, is_short_rental
from half_yard.countries.us.losses.asked import ENDED
from half_yard.countries.us.qualified.asked import GROUP, HOURS, SERVICE, TRADE
from half_yard.countries.us.questions import LAST_YEAR_TAX, is_made_up
from half_yard.countries.us.shared.kinds import DWELLING
from half_yard.countries.us.shared_checks import served_by, shared_findings
from half_yard.countries.usual_findings import nobody_findings
from half_yard.depreciation import Convention
from half_yard.figures import Entered, Mark, MarkKind, Sheet
from half_yard.records.naming import amount_of, name_of
from half_yard.review import Finding, Level, activity_findings
from half_yard.review.expected import expected_findings

PRIOR_TOLERANCE = Decimal(1)
MOST_PROPOSED = 20
"""For so many assets it is looked for what would explain what earlier years took."""
MEND_PRIOR = (
    "Depreciation allowed or allowable reduces the basis either way (26 U.S.C. 1016(a)(2)). Where it was "
    "wrong for one year, amend that return; for two years or more, change the method with Form 3115 "
    "(Rev. Proc. 2015-13)."
)
NOT_COVERED = (
    "State returns are not part of the result; their boxes are kept. Nor are returns of partnerships and "
    "companies themselves, farms, trusts, patrons of a cooperative, income earned abroad, ministers, church "
    "employees and statutory employees."
)


def findings_of(
    frame: OnReturn,
    sheets: Sequence[Sheet],
    stops: Mapping[str, str],
    stories: Mapping[str, AssetStory],
    books: Books,
    unusual: Mapping[str, str],
) -> tuple[Finding, ...]:
    """Everything found, the gravest first."""
    found = [
        *_people(frame),
        *household_findings(frame, sheets),
        *nobody_findings(frame.file),
        *activity_findings(frame.file, LEDGER.kinds),
        *expected_findings(frame.file),
        *_stopped(frame, stops),
        *_gaps(sheets),
        *_assets(frame, stories),
        *class_findings({key: frame.file.assets[key] for key in stories}, frame.rules),
        *building_findings(frame.file),
        *allowance_findings(frame.file, {key: frame.file.assets[key] for key in stories}, frame.rules),
        *_rental_days(frame),
        *_expensing(sheets),
        *_small_taxpayers(sheets),
        *_sales(frame, stories),
        *_trades(frame),
        *_instalments(frame, sheets),
        *exchange_findings(frame.file, stories),
        *book_findings(frame, books, unusual),
        *shared_findings(frame, books),
        *_return(frame, sheets),
        Finding(Level.NOTE, NOT_COVERED),
    ]
    order = list(Level)
    return tuple(sorted(found, key=lambda finding: order.index(finding.level)))


def _stopped(frame: OnReturn, stops: Mapping[str, str]) -> Iterator[Finding]:
    """An error for everything that lands nowhere, but for what the law leaves out."""
    for path, reason in stops.items():
        if reason not in {*REASONS, RECEIVED_LATER, NOT_SEPARATE}:
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
            "Choose one.",
        )
    if frame.status == "joint" and "spouse" not in file.people:
        yield Finding(
            Level.ERROR,
            "A joint return needs a spouse.",
            "/household/filing_status",
            "Add the spouse or choose another filing status.",
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


def _gaps(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    marks = frozenset[Mark]().union(*(sheet.marks for sheet in sheets))
    for mark in sorted(marks, key=str):
        if mark.kind is MarkKind.GAP:
            yield Finding(Level.INCOMPLETE, mark.message, mark.path, mark.mend)


def _assets(frame: OnReturn, stories: Mapping[str, AssetStory]) -> Iterator[Finding]:
    """Earlier years that are not what the table gives; the first of them with a statement that explains
    it."""
    proposed = 0
    for key, story in stories.items():
        asset = frame.file.assets[key]
        path = f"/assets/{key}/prior_depreciation"
        if asset.prior_depreciation is None:
            continue
        if is_made_up(asset):
            yield Finding(
                Level.NOTE,
                f"{asset.name}: earlier years are made up; what they missed is a deduction, what they "
                "took too much is income.",
                path,
                WHAT_IS_FILED,
            )
            continue
        years = frame.file.tax_year - story.first_year
        by_table = sum((figure.amount for figure in story.yearly[:years]), Decimal(0))
        if asset.prior_depreciation > basis_amount(asset):
            yield Finding(
                Level.ERROR, f"{asset.name}: earlier depreciation is more than its basis.", path,
                "Mend one of the two amounts.",
            )  # fmt: skip
        elif abs(asset.prior_depreciation - by_table) > PRIOR_TOLERANCE * max(years, 1):
            step = None
            if proposed < MOST_PROPOSED:
                now = MID_QUARTER if story.convention is Convention.MID_QUARTER else HALF_YEAR
                step = that_agrees(frame.file, key, now, PRIOR_TOLERANCE * max(years, 1))
                if step is None and asset.prior_depreciation < by_table:
                    step = make_up(frame.file, key, years)
                proposed += 1
            yield Finding(
                Level.WARNING,
                f"{asset.name}: earlier depreciation is entered as {asset.prior_depreciation:,.2f}, "
                f"by the table it is {by_table:,.2f}.",
                path,
                MEND_PRIOR,
                step,
            )


def _expensing(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Whether more was elected to be expensed than the year's dollar limit allows."""
    sheet = next((sheet for sheet in sheets if sheet.key == "section_179"), None)
    if sheet is not None and sheet["elected"].amount > sheet["limit"].amount:
        leaf = sheet["elected"]
        while leaf.parts:
            leaf = leaf.parts[0]
        origin = leaf.origin
        yield Finding(
            Level.ERROR,
            f"Section 179: {sheet['elected'].amount:,} is elected, more than the dollar limit of "
            f"{sheet['limit'].amount:,}.",
            origin.path if isinstance(origin, Entered) else "",
            "Elect less: what is above the limit is lost to the basis.",
        )


def _small_taxpayers(sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """The safe harbor of small taxpayers where a building or its repairs are above the limit."""
    for sheet in sheets:
        if sheet.key.startswith("small_taxpayer.") and (
            sheet["over"].amount or sheet["basis_over"].amount or not sheet["basis"].amount
        ):
            yield Finding(
                Level.ERROR, "The safe harbor for small taxpayers does not hold: see its sheet.",
                f"/activities/{sheet.about}/answers/small_taxpayer",
                "Take the election back, and see which repairs are improvements.",
            )  # fmt: skip


def _sales(frame: OnReturn, stories: Mapping[str, AssetStory]) -> Iterator[Finding]:
    """What is missing of a sale, and what it sets free."""
    file = frame.file
    homes = {key for key, thing in file.things.items() if is_main_home(thing)}
    places = {*file.activities, *file.things} - homes
    counted = {key: asset for key in stories if (asset := file.assets[key]).activity in places}
    for key in unnamed_proceeds(counted, frame.file.tax_year):
        yield Finding(
            Level.ERROR, f"{counted[key].name} left service, and its price is not entered.",
            f"/assets/{key}/proceeds", "Type the price, 0 where there was none.",
        )  # fmt: skip
    for key, asset in left_service(counted, frame.file.tax_year).items():
        private = asset.share is not None or asset.shares or asset.sale_share is not None
        if CLASSES[asset.asset_class].real and private:
            yield Finding(
                Level.WARNING,
                f"{asset.name}: the private part of its gain, and the exclusion where it was part of a home "
                "(26 U.S.C. 121), are left to you.",
                f"/assets/{key}/disposed",
            )  # fmt: skip
    for key in freed(left_service(counted, frame.file.tax_year), counted):
        activity = frame.file.activities.get(key)
        known = any(item.kind == PASSIVE_LOSS and item.of == key for item in file.carryovers.values())
        if activity is not None and activity.kind == "rental" and not known:
            yield Finding(
                Level.WARNING, f"{activity.name}: its property is sold, which frees suspended losses "
                "of earlier years (26 U.S.C. 469(g)). None is entered.",
                f"/activities/{key}/choices/{ENDED.key}",
                "Type them among what is carried in, or say how the rental ended.",
            )  # fmt: skip


def _trades(frame: OnReturn) -> Iterator[Finding]:
    """What is said of a trade for the business-income deduction and does not go together."""
    least = frame.rules.amount("qbi_rental_safe_harbor_hours")
    for key, activity in frame.file.activities.items():
        hours = activity.facts.get(HOURS)
        if activity.kind == "rental" and TRADE.of(activity.answers) and hours is not None and hours < least:
            yield Finding(
                Level.WARNING, f"{activity.name}: {hours:,} hours are less than the {least} of the safe "
                "harbor (Rev. Proc. 2019-38).", f"/activities/{key}/facts/{HOURS}",
                "It may be a trade or business all the same; judge by what is done.",
            )  # fmt: skip
        if SERVICE.of(activity.answers) and activity.choices.get(GROUP.key):
            yield Finding(
                Level.ERROR, f"{activity.name}: a specified service is never aggregated "
                "(26 CFR 1.199A-4(b)(1)(iv)).", f"/activities/{key}/choices/{GROUP.key}", "Choose none.",
            )  # fmt: skip


def _instalments(frame: OnReturn, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """What the year's payments of instalment sales lack: the principal, and where interest goes."""
    year = frame.file.tax_year
    for sheet in sheets:
        _, _, key = sheet.key.partition("form_6252.")
        if not key or not sheet["gross_profit"].amount:
            continue
        path, received = f"/assets/{key}/instalments/{year}", sheet["payments"].amount
        if sheet["not_yet"].amount and not received and str(year) not in frame.file.assets[key].instalments:
            yield Finding(
                Level.INCOMPLETE, f"{sheet.subject}: the principal received in {year} is not entered.", path,
                "Type it where the asset leaves, 0 where nothing came.",
            )  # fmt: skip
        if received + sheet["earlier_payments"].amount > sheet["contract_price"].amount:
            yield Finding(
                Level.ERROR, f"{sheet.subject}: more principal is received than the contract price.", path,
                "Type principal alone: what is interest goes among the interest.",
            )  # fmt: skip
        yield Finding(
            Level.NOTE, f"{sheet.subject}: what the buyer pays as interest goes among the interest, with the "
            "buyer's name, address and number (Schedule B).", "/interest",
        )  # fmt: skip


def _rental_days(frame: OnReturn) -> Iterator[Finding]:
    by_calendar = served_by(frame.file, DWELLING)  # their days stand in a calendar
    for key, activity in frame.file.activities.items():
        if activity.kind != "rental" or key in by_calendar:
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
    underpaid = next((sheet for sheet in sheets if sheet.key == "form_2210"), None)
    if underpaid is not None and underpaid.has("at_most") and underpaid["at_most"].amount:
        most = underpaid["at_most"].amount
        yield Finding(
            Level.WARNING,
            f"A penalty for underpaid estimated tax of up to {most:,.2f} may be due; it is not counted.",
            f"/household/facts/{LAST_YEAR_TAX}",
            "Type last year's tax on the client's page: then it is worked out (Form 2210).",
        )
    threshold = frame.rules.amount("schedule_b_threshold")
    if form["taxable_interest"].amount > threshold:
        yield Finding(Level.WARNING, f"Interest is above {threshold:,}: Schedule B must be attached.")
