"""Item P8 of the business and professional items schedule, of one business, and each owner's part of it."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.au.forms import capital_allowances
from half_yard.countries.au.forms.labels import label
from half_yard.countries.au.frame import BOOKS
from half_yard.countries.au.questions import NOT_COUNTED, PRIMARY
from half_yard.countries.au.statement_lines import (
    ADDED_BACK,
    BUSINESS_EXPENSES,
    BUSINESS_INCOME,
    INCOME_ADJUSTED,
    OF_PRIMARY_PRODUCTION,
    RECONCILIATION,
    SALARIES,
)
from half_yard.countries.gaps import shares_gap
from half_yard.countries.ledger import INVENTORY
from half_yard.countries.own_lines import own_lines
from half_yard.figures import (
    NOTHING_ENTERED,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    total,
)
from half_yard.figures.form import Lines
from half_yard.review import shares_add_up


@Form
def statement(ask: Ask, activity: str) -> Page:
    """The whole of the business."""
    record = ask.of(activity_of, activity)
    return Page(
        f"p8.{activity}", "Item P8", record.name, about=activity, statement=True,
        facts=(
            ("Main activity", record.description),
            ("Industry code", record.code),
            ("Australian business number", record.employer_number),
        ),
    )  # fmt: skip


@statement.part
def income(page: Page, ask: Ask, activity: str) -> None:
    """The labels of income, and the total."""
    totals, record = ask(BOOKS.totals, activity), ask.of(activity_of, activity)
    page.section = "Income"
    lines = []
    for line in BUSINESS_INCOME:
        amount = totals.get(line.key, NOTHING_ENTERED)
        if line.key == "sales":
            amount = amount.marked(*([] if shares_add_up(record) else [shares_gap(activity)]))
        number = OF_PRIMARY_PRODUCTION[line.key] if PRIMARY.of(record.answers) else line.number
        lines.append(label(page, line.key, number, line.title, amount))
    label(page, "total_income", "", "Total business income", total(lines), Role.GROSS)


@statement.part
def expenses(page: Page, ask: Ask, activity: str) -> None:
    """Cost of sales, and the labels of expenses."""
    totals, record = ask(BOOKS.totals, activity), ask.of(activity_of, activity)
    page.section = "Expenses"
    stock = [
        label(page, "opening_stock", "K", "Opening stock", totals.get("opening_stock", NOTHING_ENTERED)),
        label(page, "purchases", "L", "Purchases and other costs", totals.get("purchases", NOTHING_ENTERED)),
    ]
    left = totals.get("closing_stock", NOTHING_ENTERED)
    if NOT_COUNTED.of(record.answers):
        left = stock[0]
    closing = label(page, "closing_stock", "M", "Closing stock", left, carries=Carries(INVENTORY))
    lines = [label(page, "cost_of_sales", "", "Cost of sales", total(stock) - closing, Role.SUBTOTAL)]
    made = _assets(ask, activity)
    for line in BUSINESS_EXPENSES:
        amount = totals.get(line.key, NOTHING_ENTERED)
        if line.key == SALARIES:
            staff = page.exact_line(line.key, line.number, line.title, amount)
            continue
        if line.key == "other_expenses":
            itemized = [*own_lines(page, record, totals, line.number), *_of_assets(page, made)]
            amount = total((staff, *itemized, amount))
        lines.append(label(page, line.key, line.number, line.title, amount))
    if made is not None:
        lines.append(label(page, "depreciation", "M", "Depreciation expenses", made["decline"], Role.COST))
    label(page, "total_expenses", "", "Total expenses", total(lines), Role.TOTAL)


def _assets(ask: Ask, activity: str) -> Lines | None:
    """What the assets of the business come to; None where it has none."""
    has_assets = ask(capital_allowances.applies, activity)
    return ask(capital_allowances.of_the_year, activity) if has_assets else None


@statement.part
def net_income(page: Page, ask: Ask, activity: str) -> None:
    """The reconciliation items, and the net income."""
    totals, made = ask(BOOKS.totals, activity), _assets(ask, activity)
    page.section = "Reconciliation items"
    placed = {}
    for line in RECONCILIATION:
        amount = totals.get(line.key, NOTHING_ENTERED)
        if line.key == INCOME_ADJUSTED and made is not None and made["income"].amount:
            amount = total((made["income"], amount), line.title)
        placed[line.key] = label(page, line.key, line.number, line.title, amount)
    page.section = ""
    gross = total((ask(income, activity)["total_income"], *(placed[key] for key in ADDED_BACK)))
    taken = (each for key, each in placed.items() if key not in ADDED_BACK)
    net = difference(gross, ask(expenses, activity)["total_expenses"], *taken)
    label(page, "net_income", "", "Net income or loss this year", net, Role.RESULT)


def _of_assets(page: Page, made: Lines | None) -> list[Figure]:
    """Capital works and costs of borrowing, which have no label of their own."""
    return [
        page.exact_line(key, "P", title, made[key], Role.COST)
        for key, title in (("works", "Capital works"), ("borrowing", "Borrowing expenses"))
        if made is not None and made[key].amount
    ]


def sales_of(ask: Ask, activity: str) -> Figure:
    """The assessable income of the activity, with the adjustments of it."""
    return total((ask(income, activity)["total_income"], ask(net_income, activity)[INCOME_ADJUSTED]))
