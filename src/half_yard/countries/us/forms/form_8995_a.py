"""Form 8995-A, Qualified Business Income Deduction, above the threshold (26 U.S.C. 199A(b), (d)): with the
limits by wages and property, specified services, aggregation (Schedule B) and losses (Schedule C)."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.carried_in import QUALIFIED_LOSS, carried_in
from half_yard.countries.us.forms import form_1040, form_8995
from half_yard.countries.us.frame import rules, status
from half_yard.countries.us.qualified import trades
from half_yard.countries.us.qualified.trades import QualifiedBusiness
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    above,
    below,
    carried,
    difference,
    larger_of,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.explain import percent_text
from half_yard.sharing import in_proportion

ALL = Decimal(1)


@Form
def form_8995_a(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8995_a", "Form 8995-A", "", ask(rules).numbers("form_8995_a"))


def share_into_range(ask: Ask) -> Figure:
    """How far taxable income is into the range above the threshold, as a part of one; one above it."""
    values, filing = ask(rules), ask(status)
    income = ask(form_1040.before_business_deduction)
    threshold = values.figure("qbi_threshold", filing, "threshold")
    width = values.figure("qbi_phase_in_range", filing, "range above it")
    over = not_below_zero(difference(income, threshold, label="income above the threshold"))
    whole = stated(ALL, "all of it")
    return smaller_of(over / width, whole, label="part of the range")


@form_8995_a.part
def applicable(page: Page, ask: Ask) -> None:
    """Schedule A: of a specified service what is left of its income, wages and property within the range;
    above it nothing is. Then Schedule B: what is aggregated is one."""
    left = difference(stated(ALL, "all of it"), ask(share_into_range), label="part that is left")
    services = [each for each in ask(trades.qualified_businesses) if each.service]
    if services:
        page.section = "Schedule A · Specified services"
        page.exact_line("left", "", "Applicable part, of income, wages and property", left)
        left = page.lines[-1].figure
    for business in ask(trades.qualified_businesses):
        page.section = f"{'Schedule A' if business.service else 'Part I'} · {business.name}"
        marks = [] if business.said else [gaps.service_not_said(f"/activities/{business.activity}/answers")]
        whose = (business.activity, business.person)
        amounts = (
            ("income", "Qualified income or loss", business.income.marked(*marks)),
            ("wages", "W-2 wages", business.wages or ask(trades.wages_of, *whose)),
            ("held", "Unadjusted basis of property", business.held or ask(trades.property_of, *whose)),
        )
        for name, title, figure in amounts:
            counted = figure * left if business.service else figure
            page.line(f"{business.key}.own_{name}", "", title, counted)


def _trades(ask: Ask) -> list[tuple[str, str, Sequence[QualifiedBusiness]]]:
    """The trades, aggregated ones together: key, name and members. A specified service is never
    aggregated (26 CFR 1.199A-4(b)(1)(iv))."""
    found: dict[str, tuple[str, list[QualifiedBusiness]]] = {}
    for each in ask(trades.qualified_businesses):
        alone = each.service or not each.group
        key, name = (each.key, each.name) if alone else (f"group_{each.group}", f"Group {each.group}")
        found.setdefault(key, (name, []))[1].append(each)
    return [(key, name, members) for key, (name, members) in found.items()]


@form_8995_a.part
def netted(page: Page, ask: Ask) -> None:
    """Schedule C: losses, also what is carried in, are shared by the trades with income; what no income takes
    goes on, without its wages and property."""
    lines = ask(applicable)
    incomes = {
        key: (name, total((lines[f"{each.key}.own_income"] for each in members), "qualified income"))
        for key, name, members in _trades(ask)
    }
    loss_in = ask(carried_in, QUALIFIED_LOSS)
    losses = [figure for _, figure in incomes.values() if figure.amount < 0]
    page.section = "Schedule C · Losses"
    if losses or loss_in.amount:
        before = page.line("carried_in", "2", "Loss carried in", carried(loss_in))
        lost = difference(NOTHING, *losses, label="losses of the year") if losses else NOTHING
        lost = page.line("losses", "3", "Losses, with what is carried in", total((lost, before)))
        gained = total(figure for _, figure in incomes.values() if figure.amount > 0)
        gained = page.line("gained", "4", "Income of the trades that have some", gained)
        used = page.line("used", "5", "Losses that are used", smaller_of(lost, gained))
        rest = difference(used, lost, label="losses that are not used")
        title = "Qualified business net loss carried forward"
        page.line("carried_out", "6", title, rest, carries=Carries(QUALIFIED_LOSS))
        weights = {key: figure for key, (_, figure) in incomes.items()}
        parts = in_proportion(used, weights, rounded=Figure.in_dollars)
    else:
        parts = {}
    for key, (name, figure) in incomes.items():
        if figure.amount > 0:
            left = difference(figure, parts[key], label=figure.label) if key in parts else figure
            page.line(f"{key}.adjusted", "1d", f"{name}: income after losses", left)


@form_8995_a.part
def part_ii(page: Page, ask: Ask) -> None:
    """Parts II and III: the component of each trade, limited by its wages and property, within the range in
    part."""
    lines, left = ask(applicable), ask(netted)
    values, rate = ask(rules), form_8995.rate_of(ask)
    half = values.figure("qbi_wage_share", label="part of wages")
    quarter = values.figure("qbi_wage_share_with_property", label="part of wages beside property")
    of_property = values.figure("qbi_property_share", label="part of the property's basis")
    share = ask(share_into_range)
    is_within = below(share, stated(ALL, "all of the range"))
    components = []
    for key, name, members in _trades(ask):
        if f"{key}.adjusted" not in left:
            continue
        page.section = f"Part II · {name}"

        def line(
            part: str, number: str, title: str, figure: Figure, role: Role = Role.LINE, key: str = key
        ) -> Figure:
            return page.line(f"{key}.{part}", number, title, figure, role)

        def together(part: str, members: Sequence[QualifiedBusiness] = members) -> Figure:
            return total(lines[f"{each.key}.own_{part}"] for each in members)

        income = line("income", "2", "Qualified business income", left[f"{key}.adjusted"])
        part = line("part", "3", f"{percent_text(rate.amount)} of it", income * rate)
        wages = line("wages", "4", "W-2 wages", together("wages"))
        by_wages = line("by_wages", "5", f"{percent_text(half.amount)} of wages", wages * half)
        fewer = line("by_fewer_wages", "6", f"{percent_text(quarter.amount)} of wages", wages * quarter)
        held = line("held", "7", "Unadjusted basis of property", together("held"))
        title = f"{percent_text(of_property.amount)} of it"
        by_property = line("by_property", "8", title, held * of_property)
        both = line("by_both", "9", "By wages and property together", fewer + by_property)
        limit = line("limit", "10", "Limit by wages and property", larger_of(by_wages, both))
        component = line("limited", "11", "Component within the limit", smaller_of(part, limit))
        if is_within and above(part, limit):
            beyond = line("beyond", "19", "Beyond the limit", part - limit)
            taken = (beyond * share).named("as far as income is into the range")
            taken = line("taken", "25", "Of it taken away", taken)
            component = line("phased", "26", "Component within the range", (part - taken).where(is_within))
        elif above(part, limit):
            component = component.where(is_within)
        components.append(line("component", "15", "Component", component, Role.SUBTOTAL))
    page.section = ""
    title = "Components of all trades, none of them a patron of a cooperative"
    page.line("components", "16", title, total(components), Role.SUBTOTAL)


@form_8995_a.part
def part_iv(page: Page, ask: Ask) -> None:
    """Lines 27 to 39: dividends, the income limit, and the deduction."""
    page.section = "Part IV · The deduction"
    rate = form_8995.rate_of(ask)
    of_trades = page.line("of_trades", "27", "Of all trades", ask(part_ii)["components"])
    reit = page.line("reit_dividends", "28", "Section 199A dividends", ask(form_8995.reit_dividends))
    of_reit = page.line("reit_component", "31", f"{percent_text(rate.amount)} of them", reit * rate)
    before = page.line("before_limit", "32", "Deduction before the income limit", of_trades + of_reit)
    limit = form_8995.income_limit(page, ask, ("33", "34", "35", "36"))
    made = form_8995.at_the_least(ask, smaller_of(before, limit)).where(ask(form_8995.is_above))
    page.line("deduction", "39", "Qualified business income deduction", made, Role.TOTAL)
