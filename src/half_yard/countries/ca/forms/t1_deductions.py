"""What is taken off total income on the T1: lines 20700 to 23500 and 25000 to 25200."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries import persons_records
from half_yard.countries.asking import Ask
from half_yard.countries.ca import children, gaps
from half_yard.countries.ca.carried_amounts import LOSSES, RRSP_LEFT, came
from half_yard.countries.ca.forms import t1, t2125
from half_yard.countries.ca.frame import rules, spouse_of
from half_yard.countries.ca.items import ITEMS, NO_REPAYMENT, SUPPLEMENT, of_person
from half_yard.countries.ca.questions import FHSA_ROOM, RRSP_LIMIT
from half_yard.figures import (
    NOTHING,
    Carries,
    Figure,
    Page,
    difference,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

PLAIN = (
    ("pension_plan", "20700", "Registered pension plan deduction"),
    ("dues", "21200", "Annual union, professional or like dues"),
    ("disability_supports", "21500", "Disability supports deduction"),
    ("moving", "21900", "Moving expenses"),
    ("support_paid", "22000", "Support payments made"),
    ("carrying", "22100", "Carrying charges and interest expenses"),
    ("employment_expenses", "22900", "Other employment expenses"),
    ("clergy", "23100", "Clergy residence deduction"),
    ("other_deduction", "23200", "Other deductions"),
)
"""The deductions that are what was typed, as (kind, line, title)."""
FROM_TAXABLE = (
    ("security_options", "24900", "Security options deductions"),
    ("northern", "25500", "Northern residents deductions"),
)
"""What is taken off net income, as typed."""


def plain_lines(page: Page, ask: Ask, person: str) -> list[Figure]:
    """The deductions that need no arithmetic, where there are any."""
    return [
        page.line(kind, number, title, total(figures))
        for kind, number, title in PLAIN
        if (figures := of_person(ask, person, kind))
    ]


def savings_lines(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Lines 20800 and 20805: contributions within the person's limits; what is above waits (ITA 146(5),
    146.6(5))."""
    lines = []
    before, paid = came(ask, RRSP_LEFT, person), of_person(ask, person, "rrsp")
    if paid or before.parts:
        every = total((*paid, before), "RRSP contributions")
        limit = persons_records.fact(ask, person, RRSP_LIMIT, "RRSP deduction limit")
        if limit is None:
            taken = every.marked(gaps.rrsp_limit(f"/people/{person}/facts/{RRSP_LIMIT}"))
        else:
            taken = smaller_of(every, limit, label="within the limit")
        lines.append(page.line("rrsp", "20800", "RRSP deduction", taken))
        page.line(
            "rrsp_left", "", "RRSP contributions to deduct later", difference(every, lines[-1]),
            carries=Carries(RRSP_LEFT, of=person),
        )  # fmt: skip
    if saved := of_person(ask, person, "fhsa"):
        room = persons_records.fact(ask, person, FHSA_ROOM, "participation room")
        most = room or ask(rules).figure("fhsa_yearly_limit", label="limit of the year")
        taken = smaller_of(total(saved, "FHSA contributions"), most)
        lines.append(page.line("fhsa", "20805", "FHSA deduction", taken))
    return lines


def business_investment_loss(ask: Ask, person: str) -> Figure:
    """Line 21700: the part of it that counts, as of a gain (ITA 38(c))."""
    lost = of_person(ask, person, "business_investment_loss")
    if not lost:
        return NOTHING
    half = ask(rules).figure("capital_gains_inclusion", label="part of a loss that counts")
    return (total(lost, "business investment loss") * half).in_cents()


def from_taxable(page: Page, ask: Ask, person: str) -> list[Figure]:
    """Lines 24900 and 25500, of people who have them."""
    return [
        page.line(kind, number, title, total(figures))
        for kind, number, title in FROM_TAXABLE
        if (figures := of_person(ask, person, kind))
    ]


def child_care(ask: Ask, person: str) -> Figure | None:
    """Line 21400: of a couple the one with the lower income has it, for the costs of both; at most so much
    for each child, and two thirds of earned income (ITA 63). None where there are no costs."""
    other = ask(spouse_of, person)
    both = [each for each in (person, other) if each]
    costs = [figure for each in both for figure in of_person(ask, each, "child_care")]
    if not costs or (other and ask(has_higher_income, person)):
        return None
    allowed = [_for_child(ask, child) for child in ask(children.children, children.OF_CARE)]
    earned = total((*t1.employment_of(ask, person), *map(not_below_zero, ask(t2125.net_of, person))))
    part = stated(Decimal(2), "two") / stated(Decimal(3), "thirds")
    most = (earned * part).in_cents("two thirds of earned income")
    taken = smaller_of(total(costs, "child care"), total(allowed, "limit for the children"), most)
    return taken if allowed else taken.marked(gaps.NO_CHILDREN)


def _for_child(ask: Ask, child: str) -> Figure:
    """What is allowed for a child by its age, or by the disability amount (ITA 63(3))."""
    if ask.of(children.is_disabled, child):
        name, label = "child_care_disabled", "for a child with the disability amount"
    elif child in ask(children.children, children.SMALL):
        name, label = "child_care_under_7", "for a child under 7"
    else:
        name, label = "child_care_7_to_16", "for a child of 7 to 16"
    return ask(rules).figure(name, label=label)


def has_higher_income(ask: Ask, person: str) -> bool:
    """Whether the other of a couple has the lower income, before child care; of like ones the second has."""
    other = ask(spouse_of, person)
    own, theirs = (ask(t1.total_income, each)["total_income"].amount for each in (person, other))
    return own > theirs or (own == theirs and person < other)


def repaid(page: Page, ask: Ask, person: str, net: Figure) -> Figure:
    """Line 23500, social benefits repayment, of employment insurance first, then of old age security (ITA
    180.2; Employment Insurance Act, 145)."""
    values = ask(rules)
    insured = [
        ITEMS.amount_of(found)
        for found in ask(ITEMS.items_of, "ei")
        if found[1].person == person and not found[1].ticks.get(NO_REPAYMENT)
    ]
    parts = []
    if insured:
        start = values.figure("ei_repayment_income_from", label="income from which insurance is repaid")
        base = smaller_of(total(insured, "employment insurance"), not_below_zero(difference(net, start)))
        rate = values.figure("ei_repayment_rate", label="part that is repaid")
        parts.append((base * rate).in_cents("employment insurance repaid"))
    pension = [*of_person(ask, person, "oas"), *ITEMS.boxes(ask, "oas", SUPPLEMENT, person)]
    if pension:
        start = values.figure("oas_recovery_income_from", label="income from which the pension is repaid")
        rate = values.figure("oas_recovery_rate", label="part of the income above that")
        over = not_below_zero(difference(net, *parts, start))
        parts.append(smaller_of(total(pension, "old age security"), (over * rate).in_cents()))
    return page.line("repaid", "23500", "Social benefits repayment", total(parts)) if parts else NOTHING


def taken_off_again(ask: Ask, person: str) -> list[Figure]:
    """Line 25000: benefits that count as income for other amounts only."""
    return [
        *of_person(ask, person, "workers_compensation", "social_assistance"),
        *ITEMS.boxes(ask, "oas", SUPPLEMENT, person),
    ]


def losses(page: Page, ask: Ask, person: str, net: Figure) -> Figure:
    """Line 25200: losses of earlier years, as far as there is income (ITA 111(1)(a))."""
    before = came(ask, LOSSES, person)
    if not before.parts:
        return NOTHING
    used = page.line(
        "losses", "25200", "Non-capital losses of other years", smaller_of(before, not_below_zero(net))
    )
    page.line("losses_left", "", "Losses that are left", difference(before, used),
              carries=Carries(LOSSES, of=person))  # fmt: skip
    return used
