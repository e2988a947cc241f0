"""Schedule C (Form 1040), Profit or Loss From Business, for one owner of one business."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from half_yard.countries.us.other_expenses import other_expenses
from half_yard.countries.us.owned import OfAssets
from half_yard.countries.us.questions import answer_title, ask
from half_yard.countries.us.statement_lines import BUSINESS_EXPENSES, COST_OF_GOODS, MEALS
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Choice, Figure, Line, Mark, Page, Sheet, total
from half_yard.records import Activity

On = Callable[[str], Figure]


def schedule_c(
    key: str,
    activity: Activity,
    owner: str,
    address: str,
    on: On,
    of_assets: OfAssets,
    rules: YearRules,
    choices: Sequence[Choice],
    marks: Sequence[Mark],
    loss_marks: Sequence[Mark],
) -> Sheet:
    """Schedule C from gross receipts to net profit.

    `address` is the business's, or else its owner's; `on` gives this owner's part of a statement line in
    cents, `of_assets` that of Form 4562; `choices` are those that shaped the whole schedule; `marks` say what
    it needs and the program does not compute, `loss_marks` what only a loss would need.
    """
    page = Page(key, "Schedule C", f"{activity.name}, {owner}" if owner else activity.name)
    page.numbers = rules.numbers("schedule_c")
    page.facts += [
        ("Proprietor", owner),
        ("A · Principal business", activity.description),
        ("B · Code", activity.code),
        ("C · Business name", activity.name),
        ("D · Employer number", activity.employer_number),
        ("E · Business address", address),
        ("F · Accounting method", answer_title("business", "accounting_method", activity.choices)),
        ("G · Takes part materially", _yes("material_participation", activity)),
        (
            "H · Started in the year",
            "Yes" if activity.started and activity.started.year == rules.year else "",
        ),
        ("I · Payments needing Forms 1099", _yes("paid_contractors", activity)),
        ("J · Forms 1099 filed", _yes("filed_forms", activity)),
        ("33 · Inventory valued at", answer_title("business", "inventory_method", activity.choices)),
    ]

    page.section = "Part I · Income"
    receipts = page.line("gross_receipts", "1", "Gross receipts or sales", on("gross_receipts"))
    returns = page.line("returns", "2", "Returns and allowances", on("returns"))
    net_receipts = page.line("net_receipts", "3", "Line 1 less line 2", receipts - returns)
    cost_of_goods, part_iii = _cost_of_goods(key, on, page)
    gross_profit = page.line("gross_profit", "5", "Gross profit", net_receipts - cost_of_goods)
    other_income = page.line("other_income", "6", "Other income", _other_income(on, of_assets))
    gross_income = page.line("gross_income", "7", "Gross income", gross_profit + other_income)

    page.section = "Part II · Expenses"
    part_v = Page(key, page.form, page.subject, page.numbers, "Part V · Other expenses")
    named = other_expenses(part_v, activity, on, of_assets, "48")
    other = named[0]
    if len(named) > 1:
        other = part_v.line("part_v_total", "48", "Total other expenses", total("", named))
    expenses = _expenses(page, on, of_assets.depreciation, other, rules)
    page.section = ""
    total_expenses = page.line("total_expenses", "28", "Total expenses", total("", expenses))
    tentative = page.line("tentative_profit", "29", "Tentative profit", gross_income - total_expenses)
    profit = total("", (tentative,)).because(*choices).marked(*marks)
    if profit.amount < 0:
        profit = profit.marked(*loss_marks)
    page.line("net_profit", "31", "Net profit or loss", profit)
    sheet = page.sheet()
    lines = sheet.lines + part_iii + part_v.sheet().lines
    return Sheet(sheet.key, sheet.form, sheet.subject, lines, sheet.facts)


def _other_income(on: On, of_assets: OfAssets) -> Figure:
    """Line 6: what was entered, and what Form 4797, part IV, takes back."""
    own = on("other_income")
    return own + of_assets.taken_back if of_assets.taken_back.amount else own


def _yes(question: str, activity: Activity) -> str:
    return "Yes" if ask("business", question, activity.answers) else "No"


def _expenses(page: Page, on: On, depreciation: Figure, other: Figure, rules: YearRules) -> list[Figure]:
    """Lines 8 to 27 in order, with depreciation on 13 and the deductible part of meals on 24b."""
    lines: list[Figure] = []
    for line in BUSINESS_EXPENSES:
        if line.key == "employee_benefits":
            lines.append(page.line("depreciation", "13", "Depreciation (Form 4562)", depreciation))
        match line.key:
            case "meals":
                lines.append(
                    page.line("deductible_meals", "24b", "Deductible meals", _deductible_meals(on, rules))
                )
            case "restaurant_meals":
                continue
            case "other_expenses":
                title = "Other expenses (line 48)"
                lines.append(page.line("other_expenses", "27a", title, other))
            case _:
                lines.append(page.line(line.key, line.number, line.title, on(line.key)))
    return lines


def _deductible_meals(on: On, rules: YearRules) -> Figure:
    """The part of meals that may be deducted (26 U.S.C. 274(n))."""
    share = rules.figure(MEALS["meals"], label="part of meals that is deductible")
    at_restaurants = rules.figure(
        MEALS["restaurant_meals"], label="part of restaurant meals that is deductible"
    )
    return total(
        "Deductible meals",
        (
            (on("meals") * share).named("Deductible part of meals"),
            (on("restaurant_meals") * at_restaurants).named("Deductible part of meals from restaurants"),
        ),
    )


def _cost_of_goods(key: str, on: On, page: Page) -> tuple[Figure, tuple[Line, ...]]:
    """Part III, printed behind the rest, and its result on line 4."""
    part = Page(key, page.form, page.subject, page.numbers, "Part III · Cost of goods sold")
    costs = [
        part.line(line.key, line.number, line.title, on(line.key))
        for line in COST_OF_GOODS
        if line.key != "inventory_closing"
    ]
    available = part.line("goods_available", "40", "Lines 35 to 39", total("", costs))
    closing = part.line("inventory_closing", "41", "Inventory at end of year", on("inventory_closing"))
    sold = part.line("cost_of_goods_sold", "42", "Cost of goods sold", available - closing)
    return page.line("cost_of_goods", "4", "Cost of goods sold (line 42)", sold), part.sheet().lines
