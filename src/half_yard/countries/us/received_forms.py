"""Payers' information forms matched with the books, so that no receipt is counted twice.

A payer's forms add to a line only what they say beyond the books' receipts from the same payer. So a form
for money that is in the books changes nothing, a form for money that is not brings it in, and the line is
never the sum of both.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from decimal import Decimal

from half_yard.countries.results import MatchState, PayerMatch
from half_yard.countries.us.form_boxes import FORM_KINDS
from half_yard.countries.us.statement_lines import RECEIPT_LINES
from half_yard.figures import NOT_BELOW_ZERO, Figure, difference, entered, larger_of, total
from half_yard.records import ClientFile, ReceivedForm
from half_yard.records.naming import same_name

KINDS = {kind.key: kind for kind in FORM_KINDS}
Place = tuple[str, str]
"""An activity and a statement line."""


@dataclass(frozen=True, slots=True)
class Received:
    """What the forms add, by activity and line; the match of each payer with a form; stopped forms by
    record path."""

    added: Mapping[Place, tuple[Figure, ...]]
    matches: tuple[PayerMatch, ...]
    stops: Mapping[str, str]


def match_forms(file: ClientFile, groups: Mapping[Place, Mapping[str, Figure]]) -> Received:
    """Match all forms with the books; `groups` are the landed entries by place and id."""
    stops = {f"/forms/{key}": reason for key, form in file.forms.items() if (reason := _stop(form, file))}
    by_payer: dict[tuple[str, str, str], dict[str, ReceivedForm]] = {}
    for key, form in sorted(file.forms.items()):
        if f"/forms/{key}" not in stops:
            line = KINDS[form.kind].lines[file.activities[form.activity].kind]
            booked_as = same_name(form.payee_in_books or form.payer)
            by_payer.setdefault((form.activity, line, booked_as), {})[key] = form
    added: dict[Place, list[Figure]] = {}
    matches = []
    receipts = {place: _by_payer(file, groups.get(place, {})) for place in {key[:2] for key in by_payer}}
    for (activity, line, payer), forms in by_payer.items():
        booked = receipts[activity, line].get(payer, []) if payer else []
        match, figures = _match(activity, line, payer, forms, total("received, in the books", booked))
        matches.append(match)
        added.setdefault((activity, line), []).append(figures)
        for place, figure in _kept_and_given_back(file, activity, line, forms):
            added.setdefault(place, []).append(figure)
    return Received({place: tuple(figures) for place, figures in added.items()}, tuple(matches), stops)


def _by_payer(file: ClientFile, group: Mapping[str, Figure]) -> dict[str, list[Figure]]:
    """The leaves of a line by payer."""
    found: dict[str, list[Figure]] = {}
    for key, leaf in group.items():
        found.setdefault(same_name(file.entries[key].payee), []).append(leaf)
    return found


def _stop(form: ReceivedForm, file: ClientFile) -> str:
    if form.kind not in KINDS:
        return "No kind of form is chosen yet. Choose one."
    if form.activity not in file.activities:
        return "It belongs to no activity of this file. Choose one."
    if file.activities[form.activity].kind not in KINDS[form.kind].lines:
        return "This kind of form does not belong to this kind of activity. Choose another of the two."
    if min(form.amount, form.fees or 0, form.refunds or 0) < 0:
        return "An amount of a form is not below zero. Type it as the form prints it."
    return ""


def _match(
    activity: str, line: str, booked_as: str, forms: Mapping[str, ReceivedForm], booked: Figure
) -> tuple[PayerMatch, Figure]:
    """One payer's match, and what the forms add to the line."""
    payer = next((form.payer for form in forms.values() if form.payer), "")
    name = payer or "payer without a name"
    leaves = [
        entered(form.amount, f"{name}: {form.kind}", f"/forms/{key}/amount", form.reckoning)
        for key, form in forms.items()
    ]
    on_forms = total(f"{name}: on forms", leaves)
    beyond = difference("forms less books", on_forms, booked)
    added = larger_of(f"{name}: on a form, not in the books", beyond, NOT_BELOW_ZERO)
    kept = sum(((form.fees or 0) + (form.refunds or 0) for form in forms.values()), Decimal(0))
    gap = beyond.amount - kept if booked.amount else beyond.amount
    match = PayerMatch(
        payer, booked_as, activity, line, on_forms.amount, booked.amount, gap,
        _state(beyond.amount, gap, booked.amount), tuple(forms), line in RECEIPT_LINES,
    )  # fmt: skip
    return match, added


def _state(beyond: Decimal, gap: Decimal, booked: Decimal) -> MatchState:
    """`gap` is what is missing in the books when fees and refunds are taken from the forms' gross."""
    if not booked:
        return MatchState.FORM_ONLY
    if not beyond or not gap:
        return MatchState.AGREES
    return MatchState.DIFFERS if gap > 0 else MatchState.BOTH


def _kept_and_given_back(
    file: ClientFile, activity: str, line: str, forms: Mapping[str, ReceivedForm]
) -> Iterable[tuple[Place, Figure]]:
    """Fees and refunds out of a gross: costs and returns of the activity, on their own lines."""
    business = file.activities[activity].kind == "business"
    for key, form in forms.items():
        if form.fees:
            label = f"{form.payer}: fees kept of the gross"
            yield (activity, "commissions"), entered(form.fees, label, f"/forms/{key}/fees")
        if form.refunds:
            label = f"{form.payer}: refunds in the gross"
            refunds = entered(form.refunds, label, f"/forms/{key}/refunds")
            if business:
                yield (activity, "returns"), refunds
            else:
                yield (activity, line), difference(label, NOT_BELOW_ZERO, refunds)


def receipts_without_form(
    file: ClientFile, groups: Mapping[Place, Mapping[str, Figure]], matches: Iterable[PayerMatch]
) -> list[PayerMatch]:
    """The payers whose receipts are in the books and on no form."""
    matched = {(match.activity, match.line, match.booked_as) for match in matches}
    found: dict[tuple[str, str, str], tuple[str, Decimal]] = {}
    for (activity, line), group in sorted(groups.items()):
        if line not in RECEIPT_LINES:
            continue
        for key in group:
            entry = file.entries[key]
            payer = (activity, line, same_name(entry.payee))
            if payer not in matched:
                name, amount = found.get(payer, (entry.payee, Decimal(0)))
                found[payer] = (name, amount + entry.amount)
    return [
        PayerMatch(name, payer, activity, line, Decimal(0), amount, -amount, MatchState.BOOKS_ONLY, ())
        for (activity, line, payer), (name, amount) in found.items()
    ]
