"""Checks of the household: people who can't be right, what is missing of them, what a preparer looks at."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from half_yard.countries.us.frame import OnReturn
from half_yard.countries.us.household.filing_status import (
    FILING_STATUSES,
    HEAD,
    KEPT_UP_HOME,
    SINGLE,
    qualifies_for_head,
)
from half_yard.countries.us.household.kinds import KINDS
from half_yard.countries.us.household.qualifying import standing_of
from half_yard.countries.us.household.refund import refund_findings
from half_yard.countries.us.household.relations import LIKE_CHILDREN, NIECE, SIBLING
from half_yard.countries.us.identity import identity_problem
from half_yard.countries.us.questions import COMMUNITY_STATES, DEDUCTION, ITEMIZED, STANDARD
from half_yard.figures import Sheet
from half_yard.records import HouseholdItem
from half_yard.review import Finding, Level

OVER = {
    "retirement_plans": "More was put into plans of the own business than the limits allow",
    "form_8889": "More was put into a health savings account than its limit",
    "ira_deduction": "More was put into an IRA than its limit",
}
"""Sheets whose line `over` says that a limit was passed."""


def household_findings(frame: OnReturn, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """Everything found about dependants and what else the household has."""
    yield from _numbers(frame)
    yield from _dependants(frame)
    yield from _status(frame)
    yield from _items(frame)
    yield from _deduction(frame, sheets)
    yield from refund_findings(frame.file)
    for sheet in sheets:
        kind = sheet.key.partition(".")[0]
        if kind in OVER and sheet.has("over"):
            yield Finding(
                Level.WARNING, f"{OVER[kind]}: {sheet['over'].amount:,} too much.",
                mend="Take it back before the return is due, or pay their tax (Form 5329).",
            )  # fmt: skip


def _numbers(frame: OnReturn) -> Iterator[Finding]:
    """Two people with one number."""
    seen: dict[str, str] = {}
    everyone = [*frame.file.people.items(), *sorted(frame.file.dependants.items())]
    for key, person in everyone:
        collection = "people" if key in frame.file.people else "dependants"
        path = f"/{collection}/{key}/identity_number"
        plain = person.identity_number.replace("-", "").replace(" ", "")
        if plain and plain in seen:
            yield Finding(
                Level.ERROR, f"{person.name or 'Somebody'} has the number of {seen[plain]}.", path,
                "Mend one of the two.",
            )  # fmt: skip
        elif plain:
            seen[plain] = person.name or "somebody else"
        if collection == "dependants" and (problem := identity_problem(person.identity_number)):
            yield Finding(Level.WARNING, problem, path, "Mend it before filing.")


def _dependants(frame: OnReturn) -> Iterator[Finding]:
    born = [person.birth_date for key, person in frame.file.people.items() if person.birth_date is not None]
    for key, person in sorted(frame.file.dependants.items()):
        name, path = person.name or "A dependant", f"/dependants/{key}"
        standing = standing_of(person, frame.file, frame.rules)
        if standing.dependant and not person.identity_number:
            yield Finding(
                Level.WARNING, f"{name} has no identity number yet: without one there is no credit.",
                f"{path}/identity_number",
            )  # fmt: skip
        younger = person.relation in LIKE_CHILDREN - {SIBLING, NIECE}
        if younger and person.birth_date is not None and born and person.birth_date <= max(born):
            yield Finding(
                Level.ERROR, f"{name} is a child and not younger than a parent.", f"{path}/birth_date",
                "Mend the day of birth or the relation.",
            )  # fmt: skip


def _status(frame: OnReturn) -> Iterator[Finding]:
    """A better status that may be open, and what community property does to separate returns."""
    file = frame.file
    head = qualifies_for_head(file, frame.rules)
    if frame.status == SINGLE and head is not None and KEPT_UP_HOME.of(file.household.answers):
        yield Finding(
            Level.WARNING, f"{FILING_STATUSES[HEAD]} may be open by {head.name}: {head.why}.",
            "/household/filing_status", "Choose it, or say that less than half of the home was paid.",
        )  # fmt: skip
    region = file.household.address.region.strip().upper()
    if frame.status == "separate" and region in COMMUNITY_STATES:
        yield Finding(
            Level.WARNING,
            f"Filing separately in {region}, a community property state: profits of a business, rents, wages "
            "and interest may be half each (26 U.S.C. 66; Form 8958).",
            "/household/filing_status",
            "Type half as the share of each business and rental, and say who runs it; wages and "
            "interest by hand.",
        )


def _deduction(frame: OnReturn, sheets: Sequence[Sheet]) -> Iterator[Finding]:
    """A deduction that was chosen and leaves more income than the other."""
    chosen = frame.file.household.choices.get(DEDUCTION.key)
    sheet = next((sheet for sheet in sheets if sheet.key == "schedule_a"), None)
    if sheet is None or chosen not in {ITEMIZED, STANDARD} or not sheet.has("left_itemized"):
        return
    by_schedule, by_standard = sheet["left_itemized"].amount, sheet["left_standard"].amount
    more = by_standard - by_schedule if chosen == STANDARD else by_schedule - by_standard
    if more > 0:
        other = "Itemizing" if chosen == STANDARD else "The standard deduction"
        yield Finding(
            Level.WARNING, f"{other} would leave {more:,} less income than the deduction that is chosen.",
            f"/household/choices/{DEDUCTION.key}", "Leave the choice open to take it.",
        )  # fmt: skip


def _not_known(item: HouseholdItem, path: str) -> Iterator[Finding]:
    """An answer or a box that the kind of item does not have, which would count nowhere."""
    kind = KINDS.get(item.kind)
    if kind is None:
        return
    name = item.name or kind.title
    for choice in kind.choices:
        answer = item.choices.get(choice.key, "")
        if answer and answer not in dict(choice.options):
            yield Finding(
                Level.ERROR, f"{name}: “{answer}” is none of the answers to “{choice.text}”.",
                f"{path}/choices/{choice.key}", "Choose one.",
            )  # fmt: skip
    for box in sorted(set(item.boxes) - {box.key for box in kind.boxes}):
        yield Finding(
            Level.WARNING, f"{name}: its box “{box}” belongs to another kind and counts nowhere.",
            f"{path}/boxes/{box}", "Take it out, or choose the kind that has it.",
        )  # fmt: skip


def _items(frame: OnReturn) -> Iterator[Finding]:
    share = frame.rules.amount("mortgage_interest_looked_at")
    limit = frame.rules.amount("mortgage_debt_limit", frame.status) * share
    for key, item in sorted(frame.file.items.items()):
        path = f"/items/{key}"
        yield from _not_known(item, path)
        if item.kind == "care" and not item.payer_number:
            yield Finding(
                Level.WARNING, f"{item.name or 'Care'}: the provider has no number (Form 2441, line 1).",
                f"{path}/payer_number", "Type it: without one there is no credit.",
            )  # fmt: skip
        if item.kind == "mortgage" and (item.amount or 0) > limit and "balance" not in item.boxes:
            yield Finding(
                Level.WARNING,
                f"{item.name or 'A mortgage'}: with so much interest the loan may be above the limit.",
                f"{path}/boxes/balance", "Type the average balance of the year.",
            )  # fmt: skip
