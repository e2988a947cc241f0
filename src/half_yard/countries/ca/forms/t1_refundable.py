"""Credits of the T1 that are paid out: lines 44800, 45000, 45200, 45350, 45355 and 46900."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from half_yard.countries.asking import Ask
from half_yard.countries.ca.forms import t1, t1_contributions, t1_credits, t2125
from half_yard.countries.ca.frame import people, rules
from half_yard.countries.ca.items import of_person
from half_yard.figures import NOTHING, Figure, Page, below, not_below_zero, smaller_of, total


def training(ask: Ask, person: str) -> Figure:
    """Line 45350: half of the year's fees within the limit on the notice (ITA 122.91)."""
    limits, fees = of_person(ask, person, "training"), of_person(ask, person, "tuition")
    if not limits or not fees:
        return NOTHING
    share = ask(rules).figure("training_credit_share", label="part of the fees")
    return smaller_of(total(limits, "limit"), (total(fees) * share).in_cents("half of the fees"))


def medical_supplement(ask: Ask, person: str) -> Figure:
    """Line 45200: a part of the medical costs that count and of disability supports, of one who works, less a
    part of the family's income (ITA 122.51)."""
    values = ask(rules)
    costs = total((ask(t1_credits.medical_amount, person), *of_person(ask, person, "disability_supports")))
    if not costs.amount:
        return NOTHING
    earned = total((*t1.employment_of(ask, person), *map(not_below_zero, ask(t2125.net_of, person))))
    if below(earned, values.figure("medical_supplement_min_earnings", label="least earnings")):
        return NOTHING
    part = (costs * values.figure("medical_supplement_rate", label="part of the costs")).in_cents()
    most = smaller_of(part, values.figure("medical_supplement_max", label="most of the supplement"))
    start = values.figure("medical_supplement_income_from", label="income from which it shrinks")
    rate = values.figure("medical_supplement_reduction_rate", label="part of the income above that")
    family = total((ask(t1.net_income, each)["net_income"] for each in ask(people)), "family income")
    return t1_credits.less_part_of_income(most, family, start, rate)


def supplies(ask: Ask, person: str) -> Figure:
    """Line 46900, of a teacher (ITA 122.9)."""
    return _part_of(ask, person, "school_supplies", "school_supplies_most", "school_supplies_rate")


def for_generations(ask: Ask, person: str) -> Figure:
    """Line 45355, of a renovation so that a relative may live there (ITA 122.92)."""
    return _part_of(ask, person, "multigenerational", "multigenerational_limit", "multigenerational_rate")


def _part_of(ask: Ask, person: str, kind: str, limit: str, rate: str) -> Figure:
    """A part of what was spent, within a limit."""
    spent, values = of_person(ask, person, kind), ask(rules)
    if not spent:
        return NOTHING
    counted = smaller_of(total(spent), values.figure(limit, label="limit"))
    return (counted * values.figure(rate, label="part that is paid back")).in_cents()


Credit = tuple[str, str, str, Callable[[Ask, str], Figure]]
BEFORE_BENEFIT: tuple[Credit, ...] = (
    ("cpp_overpaid", "44800", "CPP overpayment", t1_contributions.overpaid_pension),
    ("ei_overpaid", "45000", "Employment insurance overpayment", t1_contributions.overpaid_insurance),
    ("medical_supplement", "45200", "Refundable medical expense supplement", medical_supplement),
)
AFTER_BENEFIT: tuple[Credit, ...] = (
    ("training", "45350", "Canada training credit", training),
    ("multigenerational", "45355", "Multigenerational home renovation credit", for_generations),
    ("school_supplies", "46900", "Eligible educator school supplies", supplies),
)


def lines(page: Page, ask: Ask, person: str, credits_: Sequence[Credit]) -> Iterator[Figure]:
    """Each where there is something."""
    for key, number, title, credit in credits_:
        if (figure := ask(credit, person)).amount:
            yield page.line(key, number, title, figure)
