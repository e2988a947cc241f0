"""Form T691, minimum tax of one person (ITA 127.5 to 127.55), as it was to 2023 and as it is from 2024 on.
What it brings above the other tax is carried for seven years (120.2)."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.ca.carried_amounts import MINIMUM_TAX, by_year
from half_yard.countries.ca.forms import foreign_tax, schedule_3, t1, t1_credits, t1_tax, t776
from half_yard.countries.ca.frame import BOOKS, rules
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Form,
    Page,
    Role,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    times,
    total,
)

CUT = ("moving", "disability_supports", "carrying", "employment_expenses", "northern")
"""The deductions of which from 2024 on only a part counts, by their lines of net or taxable income."""


@Form
def t691(ask: Ask, person: str) -> Page:
    """One for each person who has untaxed gains, dividends or the like above the exemption."""
    return Page(
        f"t691.{person}", "Form T691, minimum tax", ask(BOOKS.name, person), about=person, in_cents=True
    )


def applies(ask: Ask, person: str) -> bool:
    """Whether there is anything to work out: income so counted above the exemption, or tax carried in."""
    exemption = ask(rules).amount("amt_exemption")
    return ask(adjusted, person)["adjusted"].amount > exemption or bool(ask(_carried_in, person))


@t691.part
def adjusted(page: Page, ask: Ask, person: str) -> None:
    """Taxable income as it is counted for the minimum tax."""
    page.section = "Adjusted taxable income"
    values = ask(rules)
    lines = [
        page.line("taxable", "26000", "Taxable income", ask(t1.taxable_income, person)["taxable_income"])
    ]
    if ask(schedule_3.applies, person):
        gains = ask(schedule_3.gains, person)
        counted = difference(gains["taxable"], gains.get("used", NOTHING), label="taxable gains less losses")
        half = values.figure("capital_gains_inclusion", label="part that counts otherwise")
        rate = values.figure("amt_gains_inclusion", label="part that counts here")
        more = ((counted / half) * (rate - half)).in_cents()
        lines.append(page.line("gains", "", "Untaxed part of capital gains that counts", more))
    if (rents := ask(_losses_of_rents, person)).amount:
        lines.append(page.line("rents", "", "Rental losses made by interest", rents))
    if (cut := ask(_deductions_cut, person)).amount:
        lines.append(page.line("deductions", "", "Part of deductions that does not count", cut))
    whole = total(lines)
    if (more := ask(t1_credits.grossed_up, person)).amount:
        whole = whole - page.line("gross_up", "", "Gross-up of dividends", more, Role.COST)
    page.line("adjusted", "", "Adjusted taxable income", not_below_zero(whole), Role.SUBTOTAL)


def _losses_of_rents(ask: Ask, person: str) -> Figure:
    """Of each rental the smaller of its loss and the owner's part of its interest (ITA 127.52(1)(b))."""
    parts = []
    for key in ask(t776.of_owner, person):
        loss = not_below_zero(difference(NOTHING, ask(t776.share, key, person)["net_income"]))
        interest = ask(t776.net_income, key)["interest"]
        own = times(interest, ask(BOOKS.shares, key)[person])
        parts.append(smaller_of(loss, own, label=f"{ask.of(activity_of, key).name}: loss made by interest"))
    return total(parts, "rental losses made by interest")


def _deductions_cut(ask: Ask, person: str) -> Figure:
    """What from 2024 on does not count of some deductions and of losses of other years (127.52(1))."""
    kept = ask(rules).figure("amt_deductions_share", label="part of deductions that counts")
    if kept.amount == 1:
        return NOTHING
    net, taxable = ask(t1.net_income, person), ask(t1.taxable_income, person)
    keys = (*CUT, "cpp_deduction", "enhanced_cpp", "child_care", "taken_off", "losses")
    taken = [lines[key] for lines in (net, taxable) for key in keys if key in lines]
    gone = stated(Decimal(1), "the whole") - kept
    return (total(taken, "deductions that are cut") * gone).in_cents()


@t691.part
def minimum(page: Page, ask: Ask, person: str) -> None:
    """The minimum amount, what it brings above the other tax, and what is carried."""
    values = ask(rules)
    page.section = "Minimum amount"
    exemption = page.line("exemption", "", "Exemption", values.figure("amt_exemption", label="exemption"))
    over = not_below_zero(ask(adjusted, person)["adjusted"] - exemption)
    gross = page.line(
        "gross", "", "Tax at the minimum rate", (over * values.figure("amt_rate", label="rate")).in_cents()
    )
    credit = page.line("credits", "", "Credits that count", ask(_credits, person))
    less = [credit]
    if ask(foreign_tax.taxed_abroad, person):
        less.append(page.line("foreign", "", "Foreign tax", ask(foreign_tax.counted, person)))
    least = page.line("minimum", "", "Minimum amount", not_below_zero(difference(gross, *less)))
    page.section = "Against the other tax"
    tax = page.line("tax", "", "Federal tax otherwise", ask(t1_tax.before_carried, person))
    more = page.line("additional", "", "Additional tax", not_below_zero(least - tax), Role.RESULT)
    room = not_below_zero(difference(tax, least))
    left, used = room, []
    for year, figure in ask(_carried_in, person):
        taken = smaller_of(figure, left)
        left = difference(left, taken)
        used.append(taken)
        if year > values.year - int(values.amount("minimum_tax_years")):
            page.line(f"left.{year}", "", f"Minimum tax of {year} to carry on", difference(figure, taken),
                      carries=Carries(MINIMUM_TAX, year, of=person))  # fmt: skip
    page.line("used", "40427", "Minimum tax carried over", total(used))
    if more.amount:
        page.line("to_carry", "", f"Minimum tax of {values.year} to carry on", more,
                  carries=Carries(MINIMUM_TAX, values.year, of=person))  # fmt: skip


def _credits(ask: Ask, person: str) -> Figure:
    """Credits of the T1 but for dividends; from 2024 on half of them, of gifts four fifths (127.531)."""
    values, lines = ask(rules), ask(t1_tax.credits_of, person)
    gifts = lines.get("gifts", NOTHING)
    others = difference(lines["credits"], gifts) if gifts.amount else lines["credits"]
    parts = [(others * values.figure("amt_credits_share", label="part that counts")).in_cents()]
    if gifts.amount:
        parts.append((gifts * values.figure("amt_gifts_share", label="part of gifts that counts")).in_cents())
    return total(parts)


def _carried_in(ask: Ask, person: str) -> tuple[tuple[int, Figure], ...]:
    """Minimum tax of the last seven years, the oldest first."""
    values = ask(rules)
    first = values.year - int(values.amount("minimum_tax_years"))
    return tuple((year, figure) for year, figure in by_year(ask, MINIMUM_TAX, person) if year >= first)


def carried_used(ask: Ask, person: str) -> Figure:
    """Line 40427."""
    return ask(minimum, person)["used"] if ask(_carried_in, person) else NOTHING


def additional(ask: Ask, person: str) -> Figure:
    """What the minimum tax brings above the other tax."""
    return ask(minimum, person)["additional"] if ask(applies, person) else NOTHING
