"""Form 1040-X, Amended U.S. Individual Income Tax Return: what was filed, what changes, what is right."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us.forms import form_1040
from half_yard.countries.us.frame import rules
from half_yard.figures import NOTHING, Figure, Form, Page, Role, difference, entered, not_below_zero, total
from half_yard.records import ClientFile
from half_yard.review.filed import ABOUT, accepted, as_filed

LINES = (
    ("adjusted_gross_income", "1", "Adjusted gross income"),
    ("deductions", "2", "Deductions"),
    ("taxable_income", "5", "Taxable income"),
    ("tax_before_credits", "6", "Tax"),
    ("tax_after_credits", "8", "Tax after credits"),
    ("other_taxes", "10", "Other taxes"),
    ("total_tax", "11", "Total tax"),
    ("withheld", "12", "Withheld"),
    ("estimated_payments", "13", "Estimated tax payments"),
    ("payments", "17", "Total payments"),
)
"""Lines of Form 1040 that stand in three columns: key, number, title (the form's own numbers, recalled)."""


def filed(file: ClientFile) -> tuple[tuple[str, Decimal], ...] | None:
    """What stood on Form 1040 when it was accepted, in dollars by line; None where none was."""
    latest = accepted(file)
    return None if latest is None else tuple(sorted(as_filed(latest, "form_1040").items()))


def _before(ask: Ask) -> dict[str, Decimal]:
    found = ask.of(filed)
    return {} if found is None else dict(found)


def applies(ask: Ask) -> bool:
    """Whether what was filed is otherwise now."""
    if ask.of(filed) is None:
        return False
    known = _before(ask)
    return any(known.get(key, Decimal(0)) != now.amount for key, now in _now(ask).items())


def _now(ask: Ask) -> dict[str, Figure]:
    every = (ask(form_1040.adjusted), ask(form_1040.taxable_income), ask(form_1040.tax_before),
             ask(form_1040.tax), ask(form_1040.payments), ask(form_1040.result))  # fmt: skip
    wanted = {key for key, _, _ in LINES} | {"overpaid", "owed"}
    return {
        line.place.line: line.figure for lines in every for line in lines.lines if line.place.line in wanted
    }


@Form
def form_1040_x(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_1040_x", "Form 1040-X", "", ask(rules).numbers("form_1040_x"), about=ABOUT)


@form_1040_x.part
def columns(page: Page, ask: Ask) -> None:
    """Column A as it was filed, C as it is, and B what changes."""
    now, before = _now(ask), _before(ask)
    for key, number, title in LINES:
        was = entered(before.get(key, Decimal(0)), "as filed", "/filings")
        page.section = title
        first = page.line(f"{key}.a", f"{number} A", "As filed", was)
        right = now.get(key, NOTHING)
        page.line(f"{key}.b", f"{number} B", "Change", difference(right, first))
        page.line(f"{key}.c", f"{number} C", "Correct", right, Role.SUBTOTAL)


@form_1040_x.part
def result(page: Page, ask: Ask) -> None:
    """Lines 18 to 22: what was refunded or paid with the return that was filed, and what is left."""
    page.section = "Refund or amount you owe"
    now, before = _now(ask), _before(ask)
    refunded = entered(before.get("overpaid", Decimal(0)), "refunded as filed", "/filings")
    paid = entered(before.get("owed", Decimal(0)), "paid as filed", "/filings")
    refunded = page.line("refunded", "18", "Overpayment as filed", refunded)
    paid = page.line("paid", "16", "Paid with the return as filed", paid)
    owed, over = now.get("owed", NOTHING), now.get("overpaid", NOTHING)
    left = difference(total((owed, refunded)), over, paid, label="owed less what was paid")
    page.line("owes", "20", "Amount you owe", not_below_zero(left), Role.TOTAL)
    back = not_below_zero(difference(NOTHING, left))
    page.line("refund", "21", "Overpaid: refund", back, Role.TOTAL)
