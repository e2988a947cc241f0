"""Form T776, Statement of Real Estate Rentals, of one property, and each co-owner's part of it."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.activity_facts import fact
from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.ca import gaps
from half_yard.countries.ca.activity_facts import DENIED_DAYS, SHORT_DAYS, UNITS
from half_yard.countries.ca.brought import personal_of
from half_yard.countries.ca.forms import cca
from half_yard.countries.ca.forms.own_costs import own_costs, rebate
from half_yard.countries.ca.frame import BOOKS, activities, owned_by, rules
from half_yard.countries.ca.pools import has_pools
from half_yard.countries.ca.statement_lines import RENTAL_EXPENSES
from half_yard.countries.gaps import shares_gap
from half_yard.countries.own_lines import own_lines
from half_yard.figures import (
    NOTHING,
    NOTHING_ENTERED,
    Figure,
    Form,
    Page,
    Role,
    difference,
    smaller_of,
    stated,
    total,
)
from half_yard.records import Activity
from half_yard.review import shares_add_up
from half_yard.sharing import split

ONE = stated(Decimal(1), "all of them")


@Form
def statement(ask: Ask, activity: str) -> Page:
    """The whole of the property."""
    record = ask.of(activity_of, activity)
    address = ", ".join(filter(None, (record.address.street, record.address.city, record.address.region)))
    return Page(
        f"t776.{activity}", "Form T776", record.name, about=activity, statement=True, in_cents=True,
        facts=(("Address of the property", address), ("Units", _units(record))),
    )  # fmt: skip


def _units(record: Activity) -> str:
    units = record.facts.get(UNITS)
    return "" if units is None else f"{units.normalize():f}"


@statement.part
def net_income(page: Page, ask: Ask, activity: str) -> None:
    """Lines 8141 to 9369: income and expenses before any allowance, of all owners together."""
    totals, record = ask(BOOKS.totals, activity), ask.of(activity_of, activity)
    page.section = "Part 3 · Income"
    rents = totals.get("rents", NOTHING_ENTERED)
    if not shares_add_up(record):
        rents = rents.marked(shares_gap(activity))
    income = [
        page.line("rents", "8141", "Total gross rents", rents),
        page.line(
            "other_income", "8230", "Other related income", totals.get("other_income", NOTHING_ENTERED)
        ),
    ]
    gross = page.line("gross_income", "8299", "Total gross rental income", total(income), Role.GROSS)
    page.section = "Part 4 · Expenses"
    lines, personal = [], ask(personal_of, activity)
    for line in RENTAL_EXPENSES:
        amount = totals.get(line.key, NOTHING_ENTERED)
        if line.key == "other_expenses":
            amount = total((*own_lines(page, record, totals, line.number), amount))
        if line.key in personal:
            amount = total((amount, *personal[line.key]), "with the personal portion")
        lines.append(page.line(line.key, line.number, line.title, amount))
    costs = total(lines)
    if personal:
        every = [figure for figures in personal.values() for figure in figures]
        costs = costs - page.line("personal", "9949", "Total for personal portion", total(every), Role.COST)
    if (denied := ask(_denied, activity, costs)).amount or denied.marks:
        title = "Not deductible: short stays that did not comply"
        costs = costs - page.line("denied", "", title, denied, Role.COST)
    page.section = ""
    costs = page.line("total_expenses", "", "Deductible expenses", costs, Role.TOTAL)
    page.line("net_income", "9369", "Net income or loss before adjustments", gross - costs, Role.RESULT)


def _denied(ask: Ask, activity: str, costs: Figure) -> Figure:
    """The part of the costs of short stays that falls on days on which the property did not comply with the
    law of its place, from 2024 on (ITA 67.7)."""
    days = fact(ask, activity, DENIED_DAYS, "days without complying")
    every = fact(ask, activity, SHORT_DAYS, "days let short")
    if days is None or not ask(rules).has("short_term_denied"):
        return NOTHING
    if every is None or not every.amount:
        return NOTHING.marked(gaps.days_let_short(f"/activities/{activity}/facts/{SHORT_DAYS}"))
    denied = (costs * smaller_of(days / every, ONE)).in_cents()
    return denied.marked(*([gaps.DENIED_ALLOWANCE] if ask(has_pools, activity) else []))


def before_allowance(ask: Ask, activity: str) -> Figure:
    """What a rental earns before the allowance, of all owners together: line 9369, with what is recaptured
    and less a terminal loss."""
    net = ask(net_income, activity)["net_income"]
    if not ask(has_pools, activity):
        return net
    before = ask(cca.there, activity)
    whole = total((net, before["recapture"]))
    return difference(whole, before["terminal_loss"], label="income before the allowance")


def rentals_like(ask: Ask, activity: str) -> tuple[str, ...]:
    """The rentals that belong to the same people by the same shares: their allowance is limited together."""
    owners = {person: share.amount for person, share in ask(BOOKS.shares, activity).items()}
    return tuple(
        key
        for key in ask(activities, "rental")
        if {person: share.amount for person, share in ask(BOOKS.shares, key).items()} == owners
    )


@Form
def of_co_owner(ask: Ask, activity: str, person: str) -> Page:
    """A co-owner's part."""
    name = f"{ask.of(activity_of, activity).name}, {ask(BOOKS.name, person)}"
    return Page(
        f"t776.{activity}.{person}", "Form T776, the owner's part", name, about=activity, in_cents=True
    )


@of_co_owner.part
def share(page: Page, ask: Ask, activity: str, person: str) -> None:
    """From the share of line 9369 to line 9946."""
    shares = ask(BOOKS.shares, activity)

    def part(whole: Figure) -> Figure:
        return split(whole, shares)[person]

    net = page.line(
        "share", "", "Share of the net income or loss", part(ask(net_income, activity)["net_income"])
    )
    if (back := rebate(ask, activity, person)) is not None:
        net = net + page.line("rebate", "9974", "GST/HST rebate for partners", back)
    if (costs := own_costs(ask, activity, person)) is not None:
        net = net - page.line("own_costs", "9945", "Other expenses of the co-owner", costs, Role.COST)
    if not ask(has_pools, activity):
        page.line("net_income", "9946", "Your net income or loss", net, Role.TOTAL)
        return
    before, claimed = ask(cca.there, activity), ask(cca.schedule, activity)
    back = page.line("recapture", "9947", "Recaptured capital cost allowance", part(before["recapture"]))
    lost = page.line("terminal_loss", "9948", "Terminal loss", part(before["terminal_loss"]))
    taken = page.line("allowance", "9936", "Capital cost allowance of the year", part(claimed["allowance"]))
    own = difference(total((net, back)), lost, taken)
    page.line("net_income", "9946", "Your net income or loss", own, Role.TOTAL)


def of_owner(ask: Ask, person: str) -> tuple[str, ...]:
    """The rentals of a person."""
    return ask(owned_by, "rental", person)


def net_of(ask: Ask, person: str) -> list[Figure]:
    """Line 9946 of every property of a person."""
    return [ask(share, key, person)["net_income"] for key in ask(of_owner, person)]


def gross_of(ask: Ask, person: str) -> list[Figure]:
    """Line 8299 of every property of a person, whole."""
    return [ask(net_income, key)["gross_income"] for key in ask(of_owner, person)]
