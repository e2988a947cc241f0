"""What total income on the T1 is made of, besides employment, interest and rents: self-employment, pensions,
benefits, dividends, gains."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.ca.forms import pension_splitting, schedule_3, t1_credits, t2125
from half_yard.countries.ca.items import ITEMS, SUPPLEMENT, of_person
from half_yard.figures import Figure, Page, Role, total

SELF_EMPLOYMENT = {
    t2125.BUSINESS: ("13499", "13500", "business income"),
    "professional": ("13699", "13700", "professional income"),
    "commission": ("13899", "13900", "commission income"),
}
"""The kinds of self-employment, with their lines for gross and net."""
OTHER_INCOME = (
    ("other_employment", "10400", "Other employment income"),
    ("oas", "11300", "Old age security pension"),
    ("cpp_benefit", "11400", "CPP or QPP benefits"),
    ("pension", "11500", "Other pensions and superannuation"),
    ("child_benefit", "11700", "Universal child care benefit"),
    ("ei", "11900", "Employment insurance and other benefits"),
    ("support_received", "12800", "Support payments received"),
    ("rrsp_income", "12900", "RRSP income"),
    ("other_income", "13000", "Other income"),
    ("workers_compensation", "14400", "Workers' compensation benefits"),
    ("social_assistance", "14500", "Social assistance payments"),
)
"""Income that is what slips say, as (kind, line, title)."""
ALSO = {"pension": ("foreign_pension",)}
"""What stands on the line of another kind."""


def self_employment(page: Page, ask: Ask, person: str) -> Figure:
    """Lines 13499 to 13900: business, professional and commission income, and all of it."""
    lines = []
    for kind, (gross_number, number, title) in SELF_EMPLOYMENT.items():
        gross, net = ask(t2125.gross_of, person, kind), ask(t2125.net_of, person, kind)
        if net or kind == t2125.BUSINESS:
            page.line(f"gross_{kind}", gross_number, f"Gross {title}", total(gross))
            lines.append(page.line(kind, number, f"Net {title}", total(net)))
    return page.line("self_employment", "", "Net self-employment income", total(lines), Role.SUBTOTAL)


def other_income(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Pensions, benefits, dividends and the like, each where there is any."""
    lines = [
        page.line(kind, number, title, total(figures))
        for kind, number, title in OTHER_INCOME
        if (figures := of_person(ask, person, kind, *ALSO.get(kind, ())))
    ]
    if (split := ask(pension_splitting.received, person)).amount:
        lines.append(page.line("split_pension", "11600", "Elected split-pension amount", split))
    if supplements := ITEMS.boxes(ask, "oas", SUPPLEMENT, person):
        lines.append(page.line("supplements", "14600", "Net federal supplements", total(supplements)))
    eligible, other = ask(t1_credits.dividends, person)
    if eligible.amount or other.amount:
        page.line("other_dividends", "12010", "Of these other than eligible", other)
        taxable = total((eligible, other))
        lines.append(page.line("dividends", "12000", "Taxable amount of dividends", taxable))
    if ask(schedule_3.applies, person):
        gains = ask(schedule_3.gains, person)["taxable"]
        lines.append(page.line("gains", "12700", "Taxable capital gains", gains))
    return lines
