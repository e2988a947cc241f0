"""Income tests of one person, items IT1 to IT8, and the incomes that are tested."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.au.forms import incomes, itr
from half_yard.countries.au.frame import BOOKS
from half_yard.countries.au.items import TESTS, of_person
from half_yard.figures import NOTHING, Figure, Form, Page, Role, difference, total

TITLES = {
    "fringe_benefits": "Total reportable fringe benefits amounts",
    "reportable_super": "Reportable employer superannuation contributions",
    "tax_free_pension": "Tax-free government pensions or benefits",
    "target_foreign": "Target foreign income",
    "child_support": "Child support you paid",
}


@Form
def income_tests(ask: Ask, person: str) -> Page:
    """One for each person."""
    return Page(f"tests.{person}", "Income tests", ask(BOOKS.name, person), about=person, in_cents=True)


@income_tests.part
def tested(page: Page, ask: Ask, person: str) -> None:
    """What is added to taxable income, and what comes of it."""
    taxable, deducted = ask(itr.taxable, person)["taxable_income"], ask(itr.deductions, person)
    own = page.line("own_super", "D12", "Own superannuation", deducted.get("own_super", NOTHING))
    typed: dict[str, Figure] = {}
    for kind, number in TESTS.items():
        typed[kind] = page.line(
            kind, number, TITLES[kind], total(of_person(ask, person, kind)).without_cents()
        )
    lost = [
        page.line(
            "investment_loss", "IT5", "Net financial investment loss", ask(incomes.investment_loss, person)
        ),
        page.line("rental_loss", "IT6", "Net rental property loss", ask(incomes.rental_loss, person)),
    ]
    page.section = "Incomes that are tested"
    base = (taxable, typed["fringe_benefits"], typed["reportable_super"], own, *lost)
    page.line("repayment", "", "Repayment income of a study loan", total(base), Role.SUBTOTAL)
    page.line("surcharge", "", "Income for surcharge purposes", total(base), Role.SUBTOTAL)
    whole = total((*base, typed["tax_free_pension"], typed["target_foreign"]))
    page.line(
        "adjusted", "", "Adjusted taxable income", difference(whole, typed["child_support"]), Role.SUBTOTAL
    )
