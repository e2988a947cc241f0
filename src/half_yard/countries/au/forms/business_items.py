"""Items P2 to P7 and P10 to P19 of the business and professional items schedule, of the businesses that are a
person's alone: what describes them, and amounts that count elsewhere or nowhere."""

from __future__ import annotations

import datetime
from collections.abc import Iterator

from half_yard.countries.activity_facts import fact
from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.au import decline, simplified
from half_yard.countries.au.forms import capital_allowances, incomes, p8
from half_yard.countries.au.forms.labels import label
from half_yard.countries.au.frame import BOOKS, days_of_year
from half_yard.countries.au.questions import CREDITORS, DEBTORS, NOT_COUNTED, ONLINE, TO_ASSOCIATES
from half_yard.countries.au.statement_lines import SALARIES
from half_yard.countries.offered import Question
from half_yard.figures import Figure, Form, Page, total


@Form
def business_items(ask: Ask, person: str) -> Page:
    """One for each person with a business of their own."""
    own = ask(incomes.own_businesses, person)
    return Page(
        f"business_items.{person}", "Items P2 to P19", ask(BOOKS.name, person), about=person,
        facts=(
            ("P2 Main business", ask(_main, person)),
            ("P3 Business activities", str(len(own))),
            ("P4 Status", ask(_status, person)),
            ("P7 Internet", _says(ask, person, ONLINE)),
            ("P19 Trading stock election", _says(ask, person, NOT_COUNTED)),
        ),
    )  # fmt: skip


def _says(ask: Ask, person: str, question: Question) -> str:
    """Whether it is said of any of the businesses, in words."""
    own = ask(incomes.own_businesses, person)
    return "Yes" if any(question.of(ask.of(activity_of, key).answers) for key in own) else "No"


def _main(ask: Ask, person: str) -> str:
    """The business with the largest income, with its industry code."""
    own = ask(incomes.own_businesses, person)
    main = ask.of(activity_of, max(own, key=lambda key: ask(p8.sales_of, key).amount))
    return " ".join(filter(None, (main.description or main.name, main.code)))


def _status(ask: Ask, person: str) -> str:
    records = [ask.of(activity_of, key) for key in ask(incomes.own_businesses, person)]
    first, last = days_of_year(ask.of(tax_year))

    def is_this_year(day: datetime.date | None) -> bool:
        return day is not None and first <= day <= last

    said = [
        words
        for words, is_so in (
            ("commenced", any(is_this_year(each.started) for each in records)),
            ("ceased", any(is_this_year(each.ended) for each in records)),
        )
        if is_so
    ]
    return ", ".join(said) or "neither commenced nor ceased"


@business_items.part
def amounts(page: Page, ask: Ask, person: str) -> None:
    """The items of each business."""
    for key in ask(incomes.own_businesses, person):
        page.section = ask.of(activity_of, key).name or key
        for number, title, name, figure in _items(ask, key):
            label(page, f"{key}.{name}", number, title, figure)


def _items(ask: Ask, activity: str) -> Iterator[tuple[str, str, str, Figure]]:
    """The items of a business that have an amount: number, title, key, figure."""
    yield from _of_pool(ask, activity)
    yield from _typed(ask, activity, (DEBTORS, "P11", "Trade debtors"), (CREDITORS, "P12", "Trade creditors"))
    if (staff := ask(p8.expenses, activity)[SALARIES]).amount:
        yield "P13", "Total salary and wage expenses", "staff", staff
    yield from _typed(ask, activity, (TO_ASSOCIATES, "P14", "Payments to associated persons"))
    if ask(simplified.is_simplified, activity):
        return
    keys = capital_allowances.by_life(ask, activity)
    new = [ask(decline.cost, key) for key in keys if ask(decline.came_in, key)]
    gone = [ask(decline.received, key) for key in keys if ask(decline.has_left, key)]
    if new:
        yield "P16", "Other depreciating assets first deducted", "first", total(new)
    if gone:
        yield "P18", "Termination value of other depreciating assets", "left", total(gone)


def _typed(ask: Ask, activity: str, *kinds: tuple[str, str, str]) -> Iterator[tuple[str, str, str, Figure]]:
    """Items that are what was typed, by fact, number and title."""
    for key, number, title in kinds:
        if (figure := fact(ask, activity, key, title)) is not None and figure.amount:
            yield number, title, key, figure


def _of_pool(ask: Ask, activity: str) -> Iterator[tuple[str, str, str, Figure]]:
    if not (ask(simplified.is_simplified, activity) and ask(capital_allowances.applies, activity)):
        return
    made = ask(capital_allowances.of_the_year, activity)
    written_off = [made[f"{key}.written_off"] for key in ask(simplified.written_off, activity)]
    if written_off:
        yield "P10 A", "Deduction for certain assets", "written_off", total(written_off)
    if "pool_deduction" in made:
        yield "P10 B", "Deduction for general small business pool", "pool", made["pool_deduction"]
