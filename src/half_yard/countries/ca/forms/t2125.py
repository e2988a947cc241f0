"""Form T2125, Statement of Business or Professional Activities, of one business, and each partner's part of
it."""

from __future__ import annotations

from half_yard.countries.activity_facts import fact
from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.ca import gaps
from half_yard.countries.ca.activity_facts import (
    CREDITS,
    FISCAL_END,
    GST_COLLECTED,
    GST_RECORDED,
    INTERNET,
    REMITTED,
    RESERVE,
    RESERVES,
    fiscal_period,
)
from half_yard.countries.ca.forms import cca, part_7, t1139
from half_yard.countries.ca.forms.own_costs import own_costs, rebate
from half_yard.countries.ca.frame import BOOKS, owned_by, rules
from half_yard.countries.ca.pools import has_pools
from half_yard.countries.ca.statement_lines import BUSINESS_EXPENSES, COST_OF_GOODS
from half_yard.countries.carried_over import carried_for
from half_yard.countries.gaps import shares_gap
from half_yard.countries.ledger import INVENTORY
from half_yard.countries.measuring_things import Period
from half_yard.countries.offered import ManyAnswers
from half_yard.countries.own_lines import own_lines
from half_yard.figures import (
    NOTHING_ENTERED,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    entered,
    not_below_zero,
    total,
)
from half_yard.records import ClientFile
from half_yard.review import shares_add_up
from half_yard.sharing import split

BUSINESS = "business"
INCOME_OF = ManyAnswers(
    "income_of", "Its income is",
    (
        ("", "Business income"), ("professional", "Professional fees"), ("commission", "Commissions"),
    ),
    "a business and a profession are two forms",
)  # fmt: skip


@Form
def statement(ask: Ask, activity: str) -> Page:
    """The whole of the business."""
    record = ask.of(activity_of, activity)
    return Page(
        f"t2125.{activity}", "Form T2125", record.name, about=activity, statement=True, in_cents=True,
        facts=(
            ("Main product or service", record.description),
            ("Industry code", record.code),
            ("Business number", record.employer_number),
            ("Fiscal period", ask.of(_fiscal_period, activity)),
            ("Income from the internet", ask.of(_from_internet, activity)),
        ),
    )  # fmt: skip


def _fiscal_period(file: ClientFile, activity: str) -> str:
    """From when to when, where it is not the whole calendar year."""
    record, year = file.activities[activity], file.tax_year
    there = Period.of(year, record.started, record.ended)
    whole = there == Period.of(year, None, None)
    first, last = fiscal_period(record, year) or there
    return "" if whole and not record.choices.get(FISCAL_END.key) else f"{first} to {last}"


def _from_internet(file: ClientFile, activity: str) -> str:
    share = file.activities[activity].facts.get(INTERNET)
    return "" if share is None else f"{share.normalize():f}%"


@statement.part
def income(page: Page, ask: Ask, activity: str) -> None:
    """Part 3, lines 8000 to 8519."""
    totals, record = ask(BOOKS.totals, activity), ask.of(activity_of, activity)
    page.section = "Part 3 · Income"
    sales = totals.get("sales", NOTHING_ENTERED)
    if not shares_add_up(record):
        sales = sales.marked(shares_gap(activity))
    if record.choices.get(GST_RECORDED.key):
        sales = _without_tax(page, ask, activity, sales)
    first = page.line("sales", "8000", "Adjusted gross sales or professional fees", sales)
    other = totals.get("other_income", NOTHING_ENTERED)
    if ask(has_pools, activity):
        other = total((other, ask(cca.there, activity)["recapture"]))
    if (credits_of_tax := fact(ask, activity, CREDITS, "input tax credits")) is not None:
        other = total((other, credits_of_tax))
    if (back := ask(_reserves_back, activity)).parts:
        first = total((first, page.line("reserves_before", "8290", "Reserves deducted last year", back)))
    second = page.line("other_income", "8230", "Other income", other)
    gross = page.line(
        "gross_income", "8299", "Gross business or professional income", first + second, Role.GROSS
    )
    sold = page.line(
        "cost_of_goods", "8518", "Cost of goods sold", ask(goods, activity)["cost_of_goods_sold"]
    )
    page.line("gross_profit", "8519", "Gross profit or loss", gross - sold, Role.SUBTOTAL)


def _without_tax(page: Page, ask: Ask, activity: str, sales: Figure) -> Figure:
    """Sales that are recorded with the tax collected, without it; by the quick method with what is kept of
    it (Part 3A, amounts 3A to 3C)."""
    path = f"/activities/{activity}/facts/{GST_COLLECTED}"
    gross = page.line("gross_sales", "", "Gross sales with GST/HST", sales)
    collected = fact(ask, activity, GST_COLLECTED, "GST/HST in its sales")
    if collected is None:
        return gross.marked(gaps.tax_in_sales(path))
    net = gross - page.line("sales_tax", "", "GST/HST included in them", collected)
    remitted = fact(ask, activity, REMITTED, "GST/HST remitted")
    if remitted is None:
        return net
    kept = not_below_zero(difference(collected, remitted))
    return net + page.line("quick_method", "", "GST/HST collected that is not remitted", kept)


def _reserves_back(ask: Ask, activity: str) -> Figure:
    """What was deducted as a reserve last year (ITA 12(1)(e))."""
    return total(
        entered(amount, "reserves deducted last year", f"/carryovers/{key}/amount")
        for key, amount in ask.of(carried_for, RESERVES, activity)
    )


@statement.part
def expenses(page: Page, ask: Ask, activity: str) -> None:
    """Part 4, lines 8521 to 9270, but for the allowance."""
    totals, record = ask(BOOKS.totals, activity), ask.of(activity_of, activity)
    page.section = "Part 4 · Expenses"
    for line in BUSINESS_EXPENSES:
        amount, title = totals.get(line.key, NOTHING_ENTERED), line.title
        match line.key:
            case "meals":
                part = ask(rules).figure("meals_share", label="part of meals that is deductible")
                amount, title = (amount * part).named("Deductible part of meals"), "Meals and entertainment"
            case "other_expenses":
                others = [*own_lines(page, record, totals, line.number), amount]
                if ask(has_pools, activity):
                    others.append(ask(cca.there, activity)["terminal_loss"])
                if (reserve := fact(ask, activity, RESERVE, "reserve")) is not None:
                    carries = Carries(RESERVES, of=activity)
                    others.append(page.line("reserve", line.number, "Reserve", reserve, carries=carries))
                amount = total(others)
        page.line(line.key, line.number, title, amount)


def before_allowance(ask: Ask, activity: str) -> Figure:
    """What a business earns before the allowance, of all owners together."""
    costs = [ask(expenses, activity)[line.key] for line in BUSINESS_EXPENSES]
    return difference(ask(income, activity)["gross_profit"], *costs, label="income before the allowance")


@statement.part
def net_income(page: Page, ask: Ask, activity: str) -> None:
    """Part 4, lines 9936, 9368 and 9369."""
    page.section = "Part 4 · Expenses"
    costs = [ask(expenses, activity)[line.key] for line in BUSINESS_EXPENSES]
    if ask(has_pools, activity):
        allowance = ask(cca.schedule, activity)["allowance"]
        costs.append(page.line("allowance", "9936", "Capital cost allowance", allowance, Role.COST))
    page.section = ""
    whole = page.line("total_expenses", "9368", "Total expenses", total(costs), Role.TOTAL)
    profit = ask(income, activity)["gross_profit"] - whole
    page.line("net_income", "9369", "Net income or loss before adjustments", profit, Role.RESULT)


@statement.part
def goods(page: Page, ask: Ask, activity: str) -> None:
    """Part 3D, lines 8300 to 8518, printed before the expenses on paper."""
    totals = ask(BOOKS.totals, activity)
    page.section = "Part 3D · Cost of goods sold"
    costs = [
        page.line(line.key, line.number, line.title, totals.get(line.key, NOTHING_ENTERED))
        for line in COST_OF_GOODS
        if line.key != "closing_inventory"
    ]
    closing = page.line(
        "closing_inventory", "8500", "Closing inventory", totals.get("closing_inventory", NOTHING_ENTERED),
        carries=Carries(INVENTORY),
    )  # fmt: skip
    page.line("cost_of_goods_sold", "8518", "Cost of goods sold", total(costs) - closing, Role.SUBTOTAL)


@Form
def of_partner(ask: Ask, activity: str, person: str) -> Page:
    """A partner's part, or the whole of a single owner."""
    name = f"{ask.of(activity_of, activity).name}, {ask(BOOKS.name, person)}"
    return Page(f"t2125.{activity}.{person}", "Form T2125, part 5", name, about=activity, in_cents=True)


@of_partner.part
def own_share(page: Page, ask: Ask, activity: str, person: str) -> None:
    """The share of line 9369."""
    whole = ask(net_income, activity)["net_income"]
    part = split(whole, ask(BOOKS.shares, activity))[person]
    own = page.line("share", "", "Share of the net income or loss", part)
    back, costs = rebate(ask, activity, person), own_costs(ask, activity, person)
    if back is not None:
        own = own + page.line("rebate", "9974", "GST/HST rebate for partners", back)
    if costs is not None:
        own = own - page.line(
            "own_costs", "9943", "Other amounts deductible from the share", costs, Role.COST
        )
    if back is not None or costs is not None:
        page.line("adjusted", "", "Net income after adjustments", own, Role.SUBTOTAL)


def after_adjustments(ask: Ask, activity: str, person: str) -> Figure:
    """An owner's share less what they have spent alone."""
    lines = ask(own_share, activity, person)
    return lines.get("adjusted", lines["share"])


@of_partner.part
def share(page: Page, ask: Ask, activity: str, person: str) -> None:
    """Lines 9945 and 9946."""
    own = ask(after_adjustments, activity, person)
    if ask(part_7.applies, activity):
        allowed = ask(part_7.claim, activity, person)["allowed"]
        own = own - page.line("home", "9945", "Business use of home", allowed, Role.COST)
    page.line("net_income", "9946", "Your net income or loss", own, Role.TOTAL)


def net_of(ask: Ask, person: str, kind: str = "") -> list[Figure]:
    """Line 9946 of every business of a person, or of those of a kind; of one with a fiscal period of its own
    what Form T1139 makes of it."""
    return [_net_of_one(ask, key, person) for key in ask(_of_kind, person, kind)]


def _net_of_one(ask: Ask, activity: str, person: str) -> Figure:
    if ask(t1139.applies, activity):
        return ask(t1139.counted, activity, person)["counted"]
    return ask(share, activity, person)["net_income"]


def gross_of(ask: Ask, person: str, kind: str = "") -> list[Figure]:
    """Line 8299 of every business of a person, or of those of a kind, whole."""
    return [ask(income, key)["gross_income"] for key in ask(_of_kind, person, kind)]


def _of_kind(ask: Ask, person: str, kind: str) -> tuple[str, ...]:
    return tuple(
        key
        for key in ask(owned_by, "business", person)
        if not kind or ask.of(activity_of, key).choices.get(INCOME_OF.key, BUSINESS) == kind
    )
