"""Form 8962, Premium Tax Credit (26 U.S.C. 36B), by the year or by the month."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask
from half_yard.countries.items import Found
from half_yard.countries.us import gaps
from half_yard.countries.us.forms import benefits, form_1040
from half_yard.countries.us.frame import household, people, rules, status
from half_yard.countries.us.household.crediting import ADVANCE, PLACE, PREMIUM, SILVER, month_box
from half_yard.countries.us.household.dependants import dependants
from half_yard.countries.us.household.items import box_of, has, items_of
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)
from half_yard.records.dates import MONTHS

PLAN = "marketplace"
HUNDRED, TWELVE, ONE = (
    stated(Decimal(100), "percent"),
    stated(Decimal(12), "months"),
    stated(Decimal(1), "one"),
)
ABOVE_400 = stated(Decimal(401), "above 400 percent")
BANDS = (
    ("under_133", 0, 133), ("133_to_150", 133, 150), ("under_150", 0, 150), ("150_to_200", 150, 200),
    ("200_to_250", 200, 250), ("250_to_300", 250, 300), ("300_to_400", 300, 400),
)  # fmt: skip
"""The bands of income, in percent of the guideline: key, from, up to."""
CAPS = ((200, "under_200"), (300, "200_to_300"), (400, "300_to_400"))
STATES = {"AK": "alaska", "HI": "hawaii"}


def applies(ask: Ask) -> bool:
    """Whether there is a marketplace plan."""
    return ask(has, PLAN)


def deducts_premiums(ask: Ask) -> bool:
    """Whether a self-employed owner deducts what a plan costs."""
    return any(item.ticks.get("own_business") for _, item in ask(items_of, PLAN))


@Form
def form_8962(ask: Ask) -> Page:
    """One for the return."""
    return Page("form_8962", "Form 8962", "", ask(rules).numbers("form_8962"))


@form_8962.part
def income(page: Page, ask: Ask) -> None:
    """Part I, lines 1 to 8b."""
    if not ask(applies):
        return
    page.section = "Part I · Income and contribution"
    values = ask(rules)
    everyone = [each for each in ask(dependants) if each.dependant]
    size = stated(Decimal(len(ask(people)) + len(everyone)), "people on the return and dependants")
    size = page.line("family", "1", "Tax family", size)
    adjusted = ask(form_1040.adjusted)["adjusted_gross_income"]
    exempt = ask(form_1040.income)["exempt_interest"]
    whole = not_below_zero(total((adjusted, exempt, ask(benefits.not_taxed))))
    whole = page.line("income", "3", "Household income", whole)
    place = _place(ask)
    label = "guideline of one person"
    one = values.figure("poverty_guideline_first_person", place, label)
    more = values.figure("poverty_guideline_each_added_person", place, "of each further person")
    line = page.line("guideline", "4", "Poverty guideline", one + (size - ONE) * more)
    percent = _percent(ask, whole, line)
    percent = page.line("percent", "5", "Income in percent of it", percent)
    earning = [each.name for each in everyone if each.earns_much]
    if earning:
        percent = percent.marked(gaps.income_of_dependants(", ".join(earning)))
    figure = _applicable(ask, percent)
    if figure is None:
        return
    figure = page.exact_line("figure", "7", "Applicable figure", figure)
    year = page.line("contribution", "8a", "Contribution of the year", whole * figure)
    page.line("monthly", "8b", "Contribution of a month", year / TWELVE)


def _place(ask: Ask) -> str:
    """Of which place the guideline is: as chosen, or by the address."""
    chosen = [item.choices.get(PLACE.key, "") for _, item in ask(items_of, PLAN)]
    region = ask.of(household).address.region.strip().upper()
    return next(filter(None, chosen), STATES.get(region, "contiguous"))


def _percent(ask: Ask, whole: Figure, guideline: Figure) -> Figure:
    values = ask(rules)
    exact = (whole / guideline * HUNDRED).named("percent of the guideline")
    if values.has("ptc_percent_at_unemployment") and ask(has, "unemployment"):
        return smaller_of(exact.counted_down(), values.figure("ptc_percent_at_unemployment", label="at most"))
    return ABOVE_400 if exact.amount > 400 else exact.counted_down()


def _applicable(ask: Ask, percent: Figure) -> Figure | None:
    """The applicable figure: within its band on a straight line, to four places; None where there is no
    credit at the income."""
    values = ask(rules)
    if percent.amount >= 400 and (percent.amount > 400 or values.has("ptc_percentage_400_and_over")):
        key = "ptc_percentage_400_and_over"
        return values.figure(key, label="part of the income") if values.has(key) else None
    begins_at_133 = values.has("ptc_initial_percentage_under_133")
    for key, low, high in BANDS:
        if key in ({"under_150"} if begins_at_133 else {"under_133", "133_to_150"}):
            continue
        if percent.amount < high or high == 400:
            first = values.figure(f"ptc_initial_percentage_{key}", label="at the band's start")
            last = values.figure(f"ptc_final_percentage_{key}", label="at its end")
            into = percent - stated(Decimal(low), f"{low} percent")
            way = into / stated(Decimal(high - low), f"width of the band to {high} percent")
            return (first + (last - first) * way).in_four_places().named("applicable figure")
    return None


def _is_by_month(found: Found) -> bool:
    return any(key.startswith((f"{PREMIUM}_", f"{SILVER}_", f"{ADVANCE}_")) for key in found[1].boxes)


def premiums_of_year(ask: Ask) -> Figure:
    """What the plans cost in the year, before the credit."""
    return total(
        (figure for found in ask(items_of, PLAN) for figure in _of_column(found, PREMIUM)), "premiums"
    )


def _of_column(found: Found, column: str) -> list[Figure]:
    keys = [month_box(column, number) for number in range(1, 13)]
    every = [box_of(found, key) for key in (keys if _is_by_month(found) else [f"year_{column}"])]
    return [figure for figure in every if figure is not None]


def _of_month(found: Found, column: str, number: int) -> Figure:
    """A column of a month; of a plan that is typed for the year a twelfth."""
    key = month_box(column, number) if _is_by_month(found) else f"year_{column}"
    figure = box_of(found, key)
    if figure is None:
        return NOTHING
    return figure if _is_by_month(found) else (figure / TWELVE).in_cents(figure.label)


@form_8962.part
def credit(page: Page, ask: Ask) -> None:
    """Part II, lines 11 to 26."""
    if not ask(applies):
        return
    page.section = "Part II · Credit"
    plans = ask(items_of, PLAN)
    may = ask(eligible)
    if any(map(_is_by_month, plans)):
        made, paid = [], []
        for number, name in enumerate(MONTHS, 1):
            columns = [
                total((_of_month(found, column, number) for found in plans), title)
                for column, title in ((PREMIUM, "premium"), (SILVER, "second lowest silver"),
                                      (ADVANCE, "advance"))
            ]  # fmt: skip
            if not any(figure.amount for figure in columns):
                continue
            premium, silver, advance = columns
            share = ask(income).get("monthly", silver)
            line = str(11 + number)
            most = _most(premium, silver, share)
            made.append(
                page.line(f"credit.{number:02d}", line, f"Credit of {name}", most if may else NOTHING)
            )
            paid.append(page.line(f"advance.{number:02d}", line, f"Advance of {name}", advance))
    else:
        premium, silver, advance = (
            total(figure for found in plans for figure in _of_column(found, column))
            for column in (PREMIUM, SILVER, ADVANCE)
        )
        premium = page.line("premium", "11a", "Premiums of the year", premium)
        silver = page.line("silver", "11b", "Second lowest cost silver plan", silver)
        share = ask(income).get("contribution", silver)
        made = [page.line("credit", "11e", "Credit", _most(premium, silver, share) if may else NOTHING)]
        paid = [page.line("advance", "11f", "Advance payments", advance)]
    if not may:
        page.notes.append(_why_none(ask))
    marks = [gaps.shared_policy(path) for path, item in plans if item.ticks.get("shared")]
    whole = page.line("total", "24", "Premium tax credit", total(made).marked(*marks), Role.SUBTOTAL)
    before = page.line("advances", "25", "Advance payments of the credit", total(paid))
    net = not_below_zero(whole - before)
    page.line("net", "26", "Credit above them, to Schedule 3", net, Role.TOTAL)


def _most(premium: Figure, silver: Figure, share: Figure) -> Figure:
    """The premium, or what the silver plan costs above the contribution."""
    return smaller_of(premium, not_below_zero(silver - share, "silver plan above the contribution"))


def eligible(ask: Ask) -> bool:
    """Whether there may be a credit: not for separate filers (36B(c)(1)(C)), nor above the scale; below the
    guideline only where advance payments were made (26 CFR 1.36B-2(b)(6))."""
    if ask(status) == "separate" or "contribution" not in ask(income):
        return False
    advanced = any(_of_column(found, ADVANCE) for found in ask(items_of, PLAN))
    return ask(income)["percent"].amount >= HUNDRED.amount or advanced


def _why_none(ask: Ask) -> str:
    if ask(status) == "separate":
        return "No credit for separate filers (26 U.S.C. 36B(c)(1)(C))."
    if "contribution" not in ask(income):
        return "No credit above 400 percent of the guideline (26 U.S.C. 36B(c)(1)(A))."
    return "No credit below the guideline, without advance payments."


@form_8962.part
def repayment(page: Page, ask: Ask) -> None:
    """Part III, lines 27 to 29: what was paid in advance beyond the credit, within the limit of years that
    have one (36B(f)(2))."""
    if not ask(applies):
        return
    lines = ask(credit)
    over = not_below_zero(difference(lines["advances"], lines["total"]))
    if not over.amount:
        return
    page.section = "Part III · Repayment"
    excess = page.line("excess", "27", "Advance payments above the credit", over)
    cap, percent = None, ask(income)["percent"].amount
    for top, name in CAPS:
        key = f"ptc_repayment_cap_{name}"
        if percent < top and ask(rules).has(key):
            cap = ask(rules).figure(key, ask(status), "most that is repaid")
            cap = cap.because(Choice(f"Income below {top} percent of the guideline"))
            break
    due = excess
    if cap is not None:
        due = smaller_of(excess, page.line("cap", "28", "Most that is repaid", cap))
    page.line("repaid", "29", "Repaid, to Schedule 2", due, Role.TOTAL)


def repaid(ask: Ask) -> Figure:
    """Line 29, or nothing."""
    return ask(repayment).get("repaid", NOTHING) if ask(applies) else NOTHING


def net_credit(ask: Ask) -> Figure:
    """Line 26, or nothing."""
    return ask(credit)["net"] if ask(applies) else NOTHING


def paid_besides(ask: Ask) -> Figure:
    """What the household pays of the premiums itself, after the credit."""
    kept = ask(credit_that_stays)
    return not_below_zero(difference(ask(premiums_of_year), kept), "marketplace premiums less the credit")


def credit_that_stays(ask: Ask) -> Figure:
    """What of the premiums the credit pays in the end: the credit, or the advance payments less what is
    repaid of them."""
    lines = ask(credit)
    kept = total((lines["total"], ask(repayment).get("excess", NOTHING)), "credit and what was above it")
    return difference(kept, ask(repaid), label="credit that stays")
