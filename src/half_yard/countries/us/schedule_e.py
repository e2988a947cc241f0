"""Schedule E (Form 1040), part I: income or loss from rental real estate."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace

from half_yard.countries.us.on_return import one_line
from half_yard.countries.us.other_expenses import other_expenses
from half_yard.countries.us.owned import OfAssets
from half_yard.countries.us.questions import ask
from half_yard.countries.us.statement_lines import RENTAL_EXPENSES
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Choice, Figure, Mark, Page, Sheet, total
from half_yard.records import Activity

On = Callable[[str], Figure]


def property_lines(
    key: str,
    activity: Activity,
    on: On,
    of_assets: OfAssets,
    rules: YearRules,
    marks: Sequence[Mark],
) -> Sheet:
    """Lines 3 to 21 of one property; `with_allowed_loss` adds line 22."""
    page = Page(key, "Schedule E", activity.name, rules.numbers("schedule_e"))
    page.facts += [
        ("1a · Address", one_line(activity.address)),
        ("1b · Type", activity.property_type),
        ("2 · Fair rental days", "" if activity.days_rented is None else str(activity.days_rented)),
        ("2 · Personal use days", "" if activity.days_personal is None else str(activity.days_personal)),
        ("2 · Qualified joint venture", "Yes" if activity.choices.get("spouses") == "joint_venture" else ""),
        (
            "A · Payments needing Forms 1099",
            "Yes" if ask("rental", "paid_contractors", activity.answers) else "No",
        ),
    ]
    page.section = "Part I · Income"
    received = on("rents")
    if of_assets.taken_back.amount:
        received += of_assets.taken_back  # Form 4797, line 35: on the form of the deduction
    rents = page.line("rents", "3", "Rents received", received.marked(*marks))
    page.section = "Expenses"
    expenses = []
    for line in RENTAL_EXPENSES:
        if line.key == "other_expenses":
            depreciation = of_assets.depreciation
            expenses.append(page.line("depreciation", "18", "Depreciation (Form 4562)", depreciation))
            other = total(line.title, other_expenses(page, activity, on, of_assets, line.number))
            expenses.append(page.line(line.key, line.number, line.title, other))
        else:
            expenses.append(page.line(line.key, line.number, line.title, on(line.key)))
    page.section = ""
    total_expenses = page.line("total_expenses", "20", "Total expenses", total("", expenses))
    page.line("income_or_loss", "21", "Income or loss", rents - total_expenses)
    return page.sheet()


def with_allowed_loss(sheet: Sheet, loss_choices: Sequence[Choice], loss_marks: Sequence[Mark]) -> Sheet:
    """The property's sheet with line 22, where it has a loss, under the loss rules that were found."""
    result = sheet["income_or_loss"]
    if result.amount >= 0:
        return sheet
    allowed = total("", (result,)).because(*loss_choices).marked(*loss_marks)
    page = Page(sheet.key, sheet.form, sheet.subject)
    page.line("allowed_loss", "22", "Deductible rental loss after limitation", allowed)
    return replace(sheet, lines=sheet.lines + page.sheet().lines)


def schedule_e(properties: Sequence[Sheet], marks: Sequence[Mark], rules: YearRules) -> Sheet:
    """Lines 23 to 26: all properties together; `marks` say what the loss rules leave open."""
    page = Page("schedule_e", "Schedule E", "all properties", rules.numbers("schedule_e"))

    def every(key: str) -> Figure:
        return total("", (sheet[key] for sheet in properties))

    page.section = "Part I · Totals of all properties"
    page.line("all_rents", "23a", "Total of line 3", every("rents"))
    page.line("all_mortgage_interest", "23c", "Total of line 12", every("mortgage_interest"))
    page.line("all_depreciation", "23d", "Total of line 18", every("depreciation"))
    page.line("all_expenses", "23e", "Total of line 20", every("total_expenses"))
    results = [sheet["income_or_loss"] for sheet in properties]
    losses = [sheet["allowed_loss"] for sheet in properties if sheet["income_or_loss"].amount < 0]
    income = page.line(
        "income", "24", "Income: positive amounts of line 21",
        total("", [figure for figure in results if figure.amount >= 0]),
    )  # fmt: skip
    loss = page.line("losses", "25", "Losses of line 22", total("", losses))
    page.line("total", "26", "Total rental real estate income or loss", (income + loss).marked(*marks))
    return page.sheet()


def net_of(properties: Iterable[Sheet]) -> Figure:
    """The net of line 21 over all properties, before any limit on losses."""
    return total("Net of all rentals", (sheet["income_or_loss"] for sheet in properties))
