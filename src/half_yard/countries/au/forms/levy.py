"""Medicare levy with its reductions for low income, and the surcharge of those without hospital cover."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.asking import Ask, person_of, tax_year
from half_yard.countries.au.forms import income_tests, itr
from half_yard.countries.au.frame import days_of_year, has_spouse, rules, spouse_of
from half_yard.countries.au.items import of_person
from half_yard.countries.au.questions import (
    CHILDREN,
    COVERED,
    EXEMPT_DAYS,
    FREE_DAYS,
    HALF_EXEMPT_DAYS,
    SENIOR,
)
from half_yard.countries.persons_records import fact
from half_yard.figures import (
    NOTHING,
    Figure,
    above,
    below,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    stated,
    total,
)

TIERS = (3, 2, 1)
TWO = stated(Decimal(2), "half")


def _income(ask: Ask, person: str) -> Figure:
    return ask(itr.taxable, person)["taxable_income"]


def children(ask: Ask) -> Figure:
    """How many children depend on the household."""
    number = ask.of(lambda file: file.household.facts.get(CHILDREN, Decimal(0)))
    return entered(number, "dependent children", f"/household/facts/{CHILDREN}")


def medicare(ask: Ask, person: str) -> Figure:
    """The levy on the days on which a person was not exempt of it or of half (item M1; ITAA 1936 s 251T)."""
    whole = ask(for_all_days, person)
    exempt = fact(ask, person, EXEMPT_DAYS, "days exempt")
    half = fact(ask, person, HALF_EXEMPT_DAYS, "days exempt of half")
    off = [*([exempt] if exempt else []), *([half / TWO] if half else [])]
    return by_days(ask, whole, total(off, "days without it")) if off else whole


def by_days(ask: Ask, amount: Figure, off: Figure) -> Figure:
    """The part of an amount in cents that falls on the other days of the year."""
    first, last = days_of_year(ask.of(tax_year))
    days = stated(Decimal((last - first).days + 1), "days of the year")
    left = not_below_zero(difference(days, off), "days that count")
    return (amount * left / days).in_cents(amount.label)


def for_all_days(ask: Ask, person: str) -> Figure:
    """What of the levy is left for a person: less for a family (Medicare Levy Act 1986, section 8)."""
    single = ask(of_one, person)
    if not single.amount or not (ask(has_spouse) or ask(children).amount):
        return single
    return _of_family(ask, person, single)


def _is_senior(ask: Ask, person: str) -> bool:
    return SENIOR.of(ask.of(person_of, person).answers) and ask(rules).has("medicare_senior_threshold")


def of_one(ask: Ask, person: str) -> Figure:
    """The levy before what a family has less: a part of taxable income; nothing below the threshold, a tenth
    of what is above it where that is less (sections 6 and 7)."""
    return ask(levy_on, person, _income(ask, person))


def levy_on(ask: Ask, person: str, income: Figure) -> Figure:
    """The same on an income."""
    values, start = ask(rules), ask(threshold, person)
    over = not_below_zero(difference(income, start), "above the threshold")
    shaded = (over * values.figure("medicare_shade_in_rate", label="part of it")).in_cents()
    whole = (income * values.figure("medicare_levy_rate", label="levy")).in_cents()
    return smaller_of(whole, shaded, label="Medicare levy")


def threshold(ask: Ask, person: str) -> Figure:
    """The income to which a person pays none (section 3)."""
    key = "medicare_senior_threshold" if ask(_is_senior, person) else "medicare_single_threshold"
    return ask(rules).figure(key, label="threshold")


def _of_family(ask: Ask, person: str, single: Figure) -> Figure:
    """Nothing where the family's income is not above its threshold; above it the levy is reduced by the levy
    on the threshold less a part of the excess. Of a couple who both pay it each has the part of the reduction
    by income, and what the other can't use."""
    values, other = ask(rules), ask(spouse_of, person)
    own = _income(ask, person)
    incomes = (own, _income(ask, other)) if other else (own,)
    family = total(incomes, "family income")
    key = "medicare_senior_family_threshold" if ask(_is_senior, person) else "medicare_family_threshold"
    start = values.figure(key, label="family threshold")
    number = ask(children)
    if number.amount and values.has("medicare_child"):
        start = total(
            (start, number * values.figure("medicare_child", label="for each child")), "family threshold"
        )
    poor = not above(family, start)
    if poor:
        return NOTHING.where(above(family, start))
    on_start = start * values.figure("medicare_levy_rate", label="levy")
    excess = difference(family, start) * values.figure("medicare_family_rate", label="part of the excess")
    part = not_below_zero(difference(on_start, excess), "reduction of the family").in_cents()
    others = ask(of_one, other) if other else NOTHING
    if others.amount:
        of_other = (part * (_income(ask, other) / family)).in_cents("the spouse's part of it")
        part = difference(part, smaller_of(of_other, others), label="part of the reduction")
    return not_below_zero(difference(single, part), "Medicare levy")


def surcharge(ask: Ask, person: str) -> Figure:
    """Of one without hospital cover, by the tier of income for surcharge purposes, of the family where there
    is one; a part of taxable income with fringe benefits. One of a couple whose own income is not above the
    threshold of the levy pays none (section 8D)."""
    if COVERED.of(ask.of(person_of, person).answers):
        return NOTHING
    values, other = ask(rules), ask(spouse_of, person)
    incomes = [ask(income_tests.tested, each)["surcharge"] for each in (person, other) if each]
    number = ask(children)
    is_family = ask(has_spouse) or bool(number.amount)
    if ask(has_spouse) and not (enough := above(incomes[0], ask(threshold, person))):
        return NOTHING.where(enough)
    kind = "family" if is_family else "single"
    tested = total(incomes, "income for surcharge purposes")
    more = NOTHING
    if is_family and number.amount > 1:
        extra = difference(number, entered(Decimal(1), "the first child", f"/household/facts/{CHILDREN}"))
        more = extra * values.figure("surcharge_child", label="for each child after the first")
    for tier in TIERS:
        start = total((values.figure(f"surcharge_{kind}_{tier}_above", label=f"tier {tier}"), more))
        if reached := above(tested, start):
            rate = values.figure(f"surcharge_{tier}_rate", label="surcharge")
            base = total((_income(ask, person), *of_person(ask, person, "fringe_benefits")))
            made = (base * rate).in_cents().where(reached)
            free = fact(ask, person, FREE_DAYS, "days of cover")
            return made if free is None else by_days(ask, made, free)
    lowest = values.figure(f"surcharge_{kind}_1_above", label="tier 1")
    return NOTHING.where(below(tested, lowest))
