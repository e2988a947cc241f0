"""The rental schedule of one property, and each owner's part of it: item 21."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.au import small_values
from half_yard.countries.au.forms import capital_allowances
from half_yard.countries.au.frame import BOOKS, owned_by
from half_yard.countries.au.statement_lines import INTEREST, RENTAL_EXPENSES, RENTAL_INCOME
from half_yard.countries.gaps import shares_gap
from half_yard.countries.own_lines import own_lines
from half_yard.figures import NOTHING, NOTHING_ENTERED, Figure, Form, Page, Role, difference, total
from half_yard.review import shares_add_up
from half_yard.sharing import split


@Form
def statement(ask: Ask, activity: str) -> Page:
    """The whole of the property."""
    record = ask.of(activity_of, activity)
    address = ", ".join(filter(None, (record.address.street, record.address.city, record.address.region)))
    return Page(
        f"rent.{activity}", "Rental schedule", record.name, about=activity, statement=True, in_cents=True,
        facts=(("Address of the property", address),),
    )  # fmt: skip


@statement.part
def net_rent(page: Page, ask: Ask, activity: str) -> None:
    """Labels P, Q, F and U of item 21, of all owners together, before small assets of each."""
    totals, record = ask(BOOKS.totals, activity), ask.of(activity_of, activity)
    has_assets = ask(capital_allowances.applies, activity)
    made = ask(capital_allowances.of_the_year, activity) if has_assets else None
    page.section = "Income"
    income = []
    for line in RENTAL_INCOME:
        amount = totals.get(line.key, NOTHING_ENTERED)
        if line.key == "rents" and not shares_add_up(record):
            amount = amount.marked(shares_gap(activity))
        income.append(page.line(line.key, line.number, line.title, amount))
    if made is not None and made["income"].amount:
        income.append(page.line("asset_income", "P", "Balancing amounts of assets", made["income"]))
    gross = page.line("gross_rent", "P", "Gross rent", total(income), Role.GROSS)
    page.section = "Deductions"
    interest = page.line(INTEREST.key, "Q", INTEREST.title, totals.get(INTEREST.key, NOTHING_ENTERED))
    works = made["works"] if made is not None else NOTHING
    works = page.line("works", "F", "Capital works deductions", works, Role.COST)
    others = []
    for line in RENTAL_EXPENSES:
        amount = totals.get(line.key, NOTHING_ENTERED)
        if line.key == "other_expenses":
            amount = total((amount, *own_lines(page, record, totals, line.number)))
        others.append(page.line(line.key, line.number, line.title, amount))
    for key, title in (("decline", "Capital allowances"), ("borrowing", "Borrowing expenses")):
        if made is not None and made[key].amount:
            others.append(page.line(key, "U", title, made[key], Role.COST))
    other = page.line("other_deductions", "U", "Other rental deductions", total(others), Role.SUBTOTAL)
    page.section = ""
    page.line("net_rent", "", "Net rent", difference(gross, interest, works, other), Role.RESULT)


@Form
def of_owner(ask: Ask, activity: str, person: str) -> Page:
    """An owner's part, by title."""
    name = f"{ask.of(activity_of, activity).name}, {ask(BOOKS.name, person)}"
    return Page(f"rent.{activity}.{person}", "Rent, the owner's part", name, about=activity, in_cents=True)


@of_owner.part
def share(page: Page, ask: Ask, activity: str, person: str) -> None:
    """The shares of the labels, and what an owner deducts at once of small assets."""
    whole, shares = ask(net_rent, activity), ask(BOOKS.shares, activity)

    def part(key: str) -> Figure:
        return split(whole[key], shares)[person]

    gross = page.line("gross_rent", "P", "Gross rent", part("gross_rent"))
    interest = page.line("interest", "Q", "Interest deductions", part("interest"))
    works = page.line("works", "F", "Capital works deductions", part("works"))
    other = part("other_deductions")
    if small := ask(small_values.at_once, activity, person):
        at_once = page.line("at_once", "U", "Small assets, deducted at once", total(small))
        other = total((other, at_once))
    other = page.line("other_deductions", "U", "Other rental deductions", other)
    page.line("net_rent", "", "Own net rent", difference(gross, interest, works, other), Role.TOTAL)


def of_person(ask: Ask, person: str) -> tuple[str, ...]:
    """The properties of a person."""
    return ask(owned_by, "rental", person)


def label(ask: Ask, person: str, key: str) -> list[Figure]:
    """A label of every property of a person."""
    return [ask(share, activity, person)[key] for activity in ask(of_person, person)]
