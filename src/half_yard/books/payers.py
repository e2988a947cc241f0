"""Payers' information forms matched with the books, so that no receipt is counted twice.

A payer's forms add to a line only what they say beyond the books' receipts from the same payer. So a form
for money that is in the books changes nothing, a form for money that is not brings it in, and the line is
never the sum of both.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from half_yard.figures import NOTHING, Figure, difference, entered, not_below_zero, total
from half_yard.figures.rounding import ZERO
from half_yard.records import ReceivedForm


@dataclass(frozen=True, slots=True)
class Box:
    """A further box of a payer's form: its title, and what becomes of it."""

    key: str
    title: str
    explanation: str = ""

    def said_of(self, shown: str) -> str:
        """What becomes of the amount shown; nothing of none."""
        return self.explanation if shown else ""


@dataclass(frozen=True, slots=True)
class FormKind:
    """A kind of information form: which of its boxes is the amount, the statement line that this belongs to,
    by kind of activity, its further boxes and ticks."""

    key: str
    title: str
    box: str
    lines: Mapping[str, str]
    boxes: tuple[Box, ...] = ()
    ticks: tuple[Box, ...] = ()


@dataclass(frozen=True)
class PayersForms:
    """The forms of a country: their kinds by key, and the lines on which fees kept out of a gross, and
    refunds in it, count, by kind of activity. Where refunds have no line they are taken off the receipts."""

    kinds: Mapping[str, FormKind]
    fees: Mapping[str, str]
    refunds: Mapping[str, str]

    def problem(self, form: ReceivedForm, activity_kind: str | None) -> str:
        """Why a form counts nowhere, for an activity of a kind (None for one that is not there); empty where
        it counts."""
        if form.kind not in self.kinds:
            return "No kind of form is chosen yet. Choose one."
        if activity_kind is None:
            return "It belongs to no activity of this file. Choose one."
        if activity_kind not in self.kinds[form.kind].lines:
            return "This kind of form does not belong to this kind of activity. Choose another of the two."
        if min(form.amount, form.fees or 0, form.refunds or 0) < 0:
            return "An amount of a form is not below zero. Type it as the form prints it."
        return ""

    def line_of(self, form: ReceivedForm, activity_kind: str) -> str:
        """The statement line that a form's amount belongs to."""
        return self.kinds[form.kind].lines[activity_kind]

    def lines_touched(self, form: ReceivedForm, activity_kind: str) -> Iterator[str]:
        """Every line on which something of a form counts."""
        yield self.line_of(form, activity_kind)
        if form.fees and activity_kind in self.fees:
            yield self.fees[activity_kind]
        if form.refunds and activity_kind in self.refunds:
            yield self.refunds[activity_kind]

    def out_of_gross(
        self, forms: Mapping[str, ReceivedForm], line: str, activity_kind: str
    ) -> Iterator[Figure]:
        """What forms of gross amounts add to a line besides: fees kept, and refunds."""
        for key, form in forms.items():
            if form.fees and self.fees.get(activity_kind) == line:
                yield entered(form.fees, f"{form.payer}: fees kept of the gross", f"/forms/{key}/fees")
            if form.refunds:
                label = f"{form.payer}: refunds in the gross"
                refunds = entered(form.refunds, label, f"/forms/{key}/refunds")
                where = self.refunds.get(activity_kind)
                if where == line:
                    yield refunds
                elif where is None and self.line_of(form, activity_kind) == line:
                    yield difference(NOTHING, refunds, label=label)


class MatchState(StrEnum):
    """How a payer's forms and the books stand to each other."""

    AGREES = "agrees, counted once"
    FORM_ONLY = "on a form, not in the books"
    BOOKS_ONLY = "in the books, no form: fine"
    BOTH = "in both, counted once; more in the books"
    DIFFERS = "differs: the form says more"


@dataclass(frozen=True, slots=True)
class PayerMatch:
    """What one payer's forms say and what the books received from the same payer, in dollars.

    `difference` is what the forms say beyond the books, or the books beyond the forms where it is below
    zero; `booked_as` the payer's name as it is compared; `receipt` is false for what was paid.
    """

    payer: str
    booked_as: str
    activity: str
    line: str
    on_forms: Decimal
    in_books: Decimal
    difference: Decimal
    state: MatchState
    forms: tuple[str, ...]
    receipt: bool = True


def match_payer(
    place: tuple[str, str],
    booked_as: str,
    forms: Mapping[str, ReceivedForm],
    booked: Iterable[Figure],
    *,
    receipt: bool,
) -> tuple[PayerMatch, Figure]:
    """One payer's match on a line of an activity, and what the forms add to the line; `booked` are the books'
    receipts from the same payer."""
    payer = next((form.payer for form in forms.values() if form.payer), "")
    name = payer or "payer without a name"
    leaves = [
        entered(form.amount, f"{name}: {form.kind}", f"/forms/{key}/amount", form.reckoning)
        for key, form in forms.items()
    ]
    on_forms = total(leaves, f"{name}: on forms")
    in_books = total(booked, "received, in the books")
    beyond = difference(on_forms, in_books, label="forms less books")
    added = not_below_zero(beyond, f"{name}: on a form, not in the books")
    kept = sum(((form.fees or 0) + (form.refunds or 0) for form in forms.values()), ZERO)
    gap = beyond.amount - kept if in_books.amount else beyond.amount
    match = PayerMatch(
        payer, booked_as, *place, on_forms.amount, in_books.amount, gap,
        _state(beyond.amount, gap, in_books.amount), tuple(forms), receipt,
    )  # fmt: skip
    return match, added


def _state(beyond: Decimal, gap: Decimal, booked: Decimal) -> MatchState:
    """`gap` is what is missing in the books when fees and refunds are taken from the forms' gross."""
    if not booked:
        return MatchState.FORM_ONLY
    if not beyond or not gap:
        return MatchState.AGREES
    return MatchState.DIFFERS if gap > 0 else MatchState.BOTH
