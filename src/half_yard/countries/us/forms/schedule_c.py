"""Schedule C (Form 1040), Profit or Loss From Business, for one owner of one business."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of, tax_year
from half_yard.countries.gaps import shares_gap
from half_yard.countries.ledger import INVENTORY
from half_yard.countries.us.assets import carried_on
from half_yard.countries.us.forms import home_office, section_179
from half_yard.countries.us.forms.other_expenses import other_expenses
from half_yard.countries.us.frame import BOOKS, household, of_kind, one_line, owners_on_return, rules
from half_yard.countries.us.losses import limits
from half_yard.countries.us.questions import answer_title, ask_answer
from half_yard.countries.us.statement_lines import BUSINESS_EXPENSES, COST_OF_GOODS, MEALS
from half_yard.figures import NOTHING_ENTERED, Carries, Choice, Figure, Form, Page, Role, carried, total
from half_yard.records import Activity
from half_yard.records.amounts import HUNDRED
from half_yard.review import shares_add_up


def businesses(ask: Ask) -> tuple[tuple[str, str], ...]:
    """The business and the owner of every Schedule C of the return."""
    return tuple((key, person) for key in ask(of_kind, "business") for person in ask(owners_on_return, key))


def profits(ask: Ask) -> tuple[Figure, ...]:
    """Line 31 of every Schedule C of the return."""
    return tuple(ask(result, *each)["net_profit"] for each in ask(businesses))


@Form
def schedule_c(ask: Ask, key: str, person: str) -> Page:
    """Whose it is, and what was said of the business. Without what section 179 would let it deduct it is a
    worksheet of its own."""
    activity = ask.of(activity_of, key)
    owner = ask(BOOKS.name, person)
    without = key in ask(section_179.expensing_activities) and ask.assumes(section_179.WITHOUT_EXPENSING)
    begins, form = ("before_section_179", "Before section 179") if without else ("schedule_c", "Schedule C")
    address = one_line(activity.address) or one_line(ask.of(household).address)
    started = activity.started is not None and activity.started.year == ask.of(tax_year)
    return Page(
        f"{begins}.{key}.{person}",
        form,
        f"{activity.name}, {owner}" if owner else activity.name,
        ask(rules).numbers("schedule_c"),
        about=key,
        statement=not without,
        supposed=without,
        facts=(
            ("Proprietor", owner),
            ("A · Principal business", activity.description),
            ("B · Code", activity.code),
            ("C · Business name", activity.name),
            ("D · Employer number", activity.employer_number),
            ("E · Business address", address),
            ("F · Accounting method", answer_title("business", "accounting_method", activity.choices)),
            ("G · Takes part materially", _yes("material_participation", activity)),
            ("H · Started in the year", "Yes" if started else ""),
            ("I · Payments needing Forms 1099", _yes("paid_contractors", activity)),
            ("J · Forms 1099 filed", _yes("filed_forms", activity)),
            ("33 · Inventory valued at", answer_title("business", "inventory_method", activity.choices)),
        ),
    )


def _yes(question: str, activity: Activity) -> str:
    return "Yes" if ask_answer("business", question, activity.answers) else "No"


def on(ask: Ask, key: str, person: str, line: str) -> Figure:
    """The owner's part of a line of the books, in cents."""
    return ask(BOOKS.owned_on, key, line).get(person, NOTHING_ENTERED)


@schedule_c.part
def income(page: Page, ask: Ask, key: str, person: str) -> None:
    """Part I, lines 1 to 7."""
    page.section = "Part I · Income"
    receipts = page.line(
        "gross_receipts", "1", "Gross receipts or sales", on(ask, key, person, "gross_receipts")
    )
    returns = page.line("returns", "2", "Returns and allowances", on(ask, key, person, "returns"))
    net_receipts = page.line("net_receipts", "3", "Net receipts", receipts - returns)
    sold = ask(cost_of_goods, key, person)["cost_of_goods_sold"]
    cost = page.line("cost_of_goods", "4", "Cost of goods sold (line 42)", sold)
    gross_profit = page.line("gross_profit", "5", "Gross profit", net_receipts - cost)
    other = on(ask, key, person, "other_income")
    taken_back = ask(carried_on.of_owner, key, person).taken_back
    if taken_back.amount:
        other = other + taken_back  # Form 4797, part IV
    other_income = page.line("other_income", "6", "Other income", other)
    page.line("gross_income", "7", "Gross income", gross_profit + other_income, Role.GROSS)


@schedule_c.part
def expenses(page: Page, ask: Ask, key: str, person: str) -> None:
    """Part II, lines 8 to 28."""
    page.section = "Part II · Expenses"
    lines: list[Figure] = []
    for line in BUSINESS_EXPENSES:
        if line.key == "employee_benefits":
            depreciation = ask(carried_on.of_owner, key, person).depreciation
            lines.append(page.line("depreciation", "13", "Depreciation (Form 4562)", depreciation, Role.COST))
        match line.key:
            case "meals":
                title = "Deductible meals"
                lines.append(page.line("deductible_meals", "24b", title, deductible_meals(ask, key, person)))
            case "restaurant_meals":
                continue
            case "other_expenses":
                own = on(ask, key, person, line.key)
                other = ask(part_v, key, person).get("part_v_total", own)
                lines.append(page.line("other_expenses", "27a", "Other expenses (line 48)", other))
            case _:
                lines.append(page.line(line.key, line.number, line.title, on(ask, key, person, line.key)))
    page.section = ""
    page.line("total_expenses", "28", "Total expenses", total(lines), Role.TOTAL)


def deductible_meals(ask: Ask, key: str, person: str) -> Figure:
    """Line 24b: the part of meals that may be deducted (26 U.S.C. 274(n))."""
    values = ask(rules)
    parts = []
    for line, where in (("meals", ""), ("restaurant_meals", " from restaurants")):
        share = values.figure(MEALS[line], label=f"part of meals{where} that is deductible")
        part = on(ask, key, person, line) * share
        parts.append(part.named(f"Deductible part of meals{where}", "26 U.S.C. 274(n)"))
    return total(parts, "Deductible meals")


@schedule_c.part
def tentative(page: Page, ask: Ask, key: str, person: str) -> None:
    """Line 29, before the use of a home."""
    gross = ask(income, key, person)["gross_income"]
    costs = ask(expenses, key, person)["total_expenses"]
    page.line("tentative_profit", "29", "Tentative profit", gross - costs)


@schedule_c.part
def home(page: Page, ask: Ask, key: str, person: str) -> None:
    """Line 30, where there is an office at home."""
    if ask.steady(home_office.offices_of, key, person):
        deducted = home_office.home_office(ask, key, person)
        page.line("home_office", "30", "Business use of the home", deducted, Role.COST)


def before_limits(ask: Ask, key: str, person: str) -> Figure:
    """Line 31 before the rules that limit a loss, with what shaped the whole schedule."""
    before, office = ask(tentative, key, person)["tentative_profit"], ask(home, key, person)
    profit = before - office["home_office"] if "home_office" in office else carried(before)
    marks = [] if shares_add_up(ask.of(activity_of, key)) else [shares_gap(key)]
    return profit.because(*_share_choice(ask, key, person)).marked(*marks)


@schedule_c.part
def result(page: Page, ask: Ask, key: str, person: str) -> None:
    """Line 31, as far as the law lets a loss count."""
    profit = ask(before_limits, key, person)
    if not ask.assumes(section_179.WITHOUT_EXPENSING):
        limited = ask(limits.on_schedule_c, key, person)
        if limited is not None:
            page.line("before_limits", "", "Profit or loss before the loss rules", profit)
            profit = limited
    page.line("net_profit", "31", "Net profit or loss", profit, Role.RESULT)


def _share_choice(ask: Ask, key: str, person: str) -> list[Choice]:
    share = ask(BOOKS.shares, key)[person].amount * HUNDRED
    if share == HUNDRED:
        return []
    words = f"Shared business: {ask(BOOKS.name, person)} reports {share.normalize():f}% of every line"
    return [Choice(words, f"/activities/{key}/owners")]


@schedule_c.part
def cost_of_goods(page: Page, ask: Ask, key: str, person: str) -> None:
    """Part III, lines 35 to 42."""
    page.section = "Part III · Cost of goods sold"
    costs = [
        page.line(line.key, line.number, line.title, on(ask, key, person, line.key))
        for line in COST_OF_GOODS
        if line.key != "inventory_closing"
    ]
    available = page.line("goods_available", "40", "Goods available for sale", total(costs))
    closing = page.line(
        "inventory_closing", "41", "Inventory at end of year", on(ask, key, person, "inventory_closing"),
        carries=Carries(INVENTORY),
    )  # fmt: skip
    page.line("cost_of_goods_sold", "42", "Cost of goods sold", available - closing, Role.SUBTOTAL)


@schedule_c.part
def part_v(page: Page, ask: Ask, key: str, person: str) -> None:
    """Part V, line 48: other expenses by name. Without names there is no list, and line 27 takes the
    cents."""
    page.section = "Part V · Other expenses"
    activity, assets = ask.of(activity_of, key), ask(carried_on.of_owner, key, person)
    named = other_expenses(page, activity, lambda line: on(ask, key, person, line), assets, "48")
    if len(named) > 1:
        page.line("part_v_total", "48", "Total other expenses", total(named))
