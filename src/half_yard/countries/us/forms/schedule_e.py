"""Schedule E (Form 1040), part I: income or loss from rental real estate."""

from __future__ import annotations

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.gaps import shares_gap
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import carried_on
from half_yard.countries.us.assets.of_assets import OfAssets
from half_yard.countries.us.carried_in import PASSIVE_LOSS, carried_of
from half_yard.countries.us.forms import dwelling, form_8582, section_179
from half_yard.countries.us.forms.other_expenses import other_expenses
from half_yard.countries.us.frame import BOOKS, of_kind, one_line, owners_on_return, rules, wholly_on_return
from half_yard.countries.us.losses import passive, rows
from half_yard.countries.us.losses.asked import SUSPENDED
from half_yard.countries.us.questions import ask_answer
from half_yard.countries.us.statement_lines import RENTAL_EXPENSES
from half_yard.figures import (
    NOTHING,
    NOTHING_ENTERED,
    Figure,
    Form,
    Mark,
    Page,
    Role,
    carried,
    difference,
    not_below_zero,
    total,
)
from half_yard.records import Activity
from half_yard.review import shares_add_up


def properties(ask: Ask) -> tuple[str, ...]:
    """The rentals of which something belongs to people on the return."""
    return tuple(
        key for key in ask(of_kind, "rental") if ask(wholly_on_return, key) or ask(owners_on_return, key)
    )


@Form
def property_lines(ask: Ask, key: str) -> Page:
    """One property."""
    activity = ask.of(activity_of, key)
    without = key in ask(section_179.expensing_activities) and ask.assumes(section_179.WITHOUT_EXPENSING)
    begins, form = ("before_section_179.", "Schedule E before section 179") if without else ("", "Schedule E")
    return Page(
        f"{begins}schedule_e.{key}", form, activity.name, ask(rules).numbers("schedule_e"), about=key,
        statement=not without, supposed=without,
        facts=(
            ("1a · Address", one_line(activity.address)),
            ("1b · Type", activity.property_type),
            *ask(day_facts, key),
            (
                "2 · Qualified joint venture",
                "Yes" if activity.choices.get("spouses") == "joint_venture" else "",
            ),
            (
                "A · Payments needing Forms 1099",
                "Yes" if ask_answer("rental", "paid_contractors", activity.answers) else "No",
            ),
        ),
    )  # fmt: skip


def day_facts(ask: Ask, key: str) -> tuple[tuple[str, str], ...]:
    """Line 2: the days by the calendar of the dwelling, or as they were typed."""
    thing = {rental: thing for thing, rental in ask(dwelling.dwellings)}.get(key)
    if thing is None:
        activity = ask.of(activity_of, key)
        let, lived_in = activity.days_rented, activity.days_personal
    else:
        let, lived_in = ask(dwelling.days_of, thing).let, ask(dwelling.days_of, thing).lived_in
    return ("2 · Fair rental days", _count(let)), ("2 · Personal use days", _count(lived_in))


def _count(days: int | None) -> str:
    return "" if days is None else str(days)


def on_return(ask: Ask, key: str) -> dict[str, Figure]:
    """The parts of the lines of the books that are on this return, in cents. Where all of it is, nothing is
    split; a couple files one sheet for both, and their parts are added up again."""
    if ask(wholly_on_return, key):
        return ask(BOOKS.totals, key)
    owned = [ask(BOOKS.owned, key).get(person, {}) for person in ask(owners_on_return, key)]
    if len(owned) == 1:
        return owned[0]
    parts = {line: [each.get(line, NOTHING_ENTERED) for each in owned] for line in ask(BOOKS.totals, key)}
    return {line: total(both, both[0].label) for line, both in parts.items()}


def assets_of(ask: Ask, key: str) -> OfAssets:
    """What the property's assets carry on to this return."""
    if ask(wholly_on_return, key):
        return ask(carried_on.of_activity, key)
    return OfAssets.together([ask(carried_on.of_owner, key, person) for person in ask(owners_on_return, key)])


@property_lines.part
def result(page: Page, ask: Ask, key: str) -> None:
    """Lines 3 to 21."""
    activity, assets, books = ask.of(activity_of, key), ask(assets_of, key), ask(on_return, key)

    def on(line: str) -> Figure:
        return books.get(line, NOTHING_ENTERED)

    page.section = "Part I · Income"
    received = on("rents")
    if assets.taken_back.amount:
        received += assets.taken_back  # Form 4797, line 35: on the form of the deduction
    received = received.marked(*_marks(ask, key, activity))
    rents = page.line("rents", "3", "Rents received", received, Role.GROSS)
    page.section = "Expenses"
    expenses = []
    for line in RENTAL_EXPENSES:
        if line.key == "other_expenses":
            title = "Depreciation (Form 4562)"
            expenses.append(page.line("depreciation", "18", title, assets.depreciation, Role.COST))
            named = other_expenses(page, activity, on, assets, line.number)
            whole = total(named, line.title)
            expenses.append(page.line(line.key, line.number, line.title, whole))
        else:
            expenses.append(page.line(line.key, line.number, line.title, on(line.key)))
    page.section = ""
    costs = page.line("total_expenses", "20", "Total expenses", total(expenses), Role.TOTAL)
    page.line("income_or_loss", "21", "Income or loss", rents - costs, Role.RESULT)


def _marks(ask: Ask, key: str, activity: Activity) -> list[Mark]:
    marks = []
    if activity.days_personal and key not in {rental for _, rental in ask(dwelling.dwellings)}:
        marks.append(gaps.personal_use(f"/activities/{key}"))
    if not shares_add_up(activity):
        marks.append(shares_gap(key))
    if SUSPENDED.of(activity.answers) and not ask(carried_of, PASSIVE_LOSS, key).amount:
        marks.append(gaps.suspended_not_entered(f"/activities/{key}/answers/{SUSPENDED.key}"))
    return marks


@property_lines.part
def allowed_loss(page: Page, ask: Ask, key: str) -> None:
    """Line 22, where there is a loss of this year or of an earlier one, under the loss rules."""
    if ask.assumes(section_179.WITHOUT_EXPENSING):
        return
    allowed = ask(form_8582.allowed_of, key)
    if ask(result, key)["income_or_loss"].amount < 0 or allowed.amount:
        deducted = difference(NOTHING, allowed, label="loss that is allowed")
        page.line("allowed_loss", "22", "Deductible rental loss after limitation", deducted, Role.LIMITED)


def counted(ask: Ask, key: str) -> Figure:
    """What of a property's result counts: its income, or what is at risk of it, less losses that are
    allowed."""
    income = not_below_zero(ask(rows.at_risk, key), "income")
    lost = ask(allowed_loss, key)
    return total((income, lost["allowed_loss"])) if "allowed_loss" in lost else carried(income)


@Form
def schedule_e(ask: Ask) -> Page:
    """All properties together."""
    return Page("schedule_e", "Schedule E", "all properties", ask(rules).numbers("schedule_e"))


@schedule_e.part
def totals(page: Page, ask: Ask) -> None:
    """Lines 23 to 26."""
    each = [ask(result, key) for key in ask(properties)]
    page.section = "Part I · Totals of all properties"
    page.line("all_rents", "23a", "Rents of all properties", total(one["rents"] for one in each))
    page.line(
        "all_mortgage_interest", "23c", "Mortgage interest of all properties",
        total(one["mortgage_interest"] for one in each),
    )  # fmt: skip
    page.line(
        "all_depreciation",
        "23d",
        "Depreciation of all properties",
        total(one["depreciation"] for one in each),
    )
    page.line(
        "all_expenses", "23e", "Expenses of all properties", total(one["total_expenses"] for one in each)
    )
    results = [ask(rows.at_risk, key) for key in ask(properties)]
    income = page.line(
        "income", "24", "Income of the properties that have some",
        total(figure for figure in results if figure.amount >= 0),
    )  # fmt: skip
    lost = [ask(allowed_loss, key) for key in ask(properties)]
    losses = [lines["allowed_loss"] for lines in lost if "allowed_loss" in lines]
    loss = page.line("losses", "25", "Losses that are allowed (line 22)", total(losses))
    page.line("total", "26", "Total rental real estate income or loss", income + loss, Role.TOTAL)


def rental_results(ask: Ask) -> tuple[Figure, ...]:
    """Line 26, where there is a property."""
    return (ask(totals)["total"],) if ask(properties) else ()


def active_trades(ask: Ask) -> tuple[Figure, ...]:
    """What counts of rentals that are the owner's own trade, which is no investment income."""
    return tuple(ask(counted, key) for key in ask(properties) if ask(passive.is_own_trade, key))
