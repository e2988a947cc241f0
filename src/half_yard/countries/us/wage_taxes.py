"""The social security and Medicare side of Forms W-2: what the wages were for them, and what was withheld."""

from __future__ import annotations

from half_yard.countries.asking import Ask
from half_yard.countries.us import gaps
from half_yard.countries.us.frame import people, rules
from half_yard.countries.us.own_income import items_of
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    above,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records.forms import WageStatement


def statements(ask: Ask, person: str = "") -> tuple[tuple[str, WageStatement], ...]:
    """The wage statements of the people on the return, or of one person, by record path."""
    wanted = (person,) if person else ask(people)
    return tuple(
        (path, item)
        for path, item in ask(items_of, "wages")
        if isinstance(item, WageStatement) and item.person in wanted
    )


def social_security_wages(ask: Ask, person: str) -> list[Figure]:
    """A person's wages under social security, which fill the wage base before self-employment does."""
    return [_social_security_base(path, item) for path, item in ask(statements, person)]


def _social_security_base(path: str, item: WageStatement) -> Figure:
    if item.social_security_wages is None:
        same = Choice("Social security wages left empty: taken to be the same as wages", path)
        return entered(item.wages, _name(item), f"{path}/wages").because(same)
    return entered(item.social_security_wages, _name(item), f"{path}/social_security_wages")


def medicare_wages(ask: Ask) -> list[Figure]:
    """Box 5 of everyone on the return; where it is empty box 3, or else box 1."""
    return [_medicare_base(path, item) for path, item in ask(statements)]


def _medicare_base(path: str, item: WageStatement) -> Figure:
    if "medicare_wages" in item.boxes:
        return entered(item.boxes["medicare_wages"], _name(item), f"{path}/boxes/medicare_wages")
    field, amount = "wages", item.wages
    if item.social_security_wages is not None and item.social_security_wages > item.wages:
        field, amount = "social_security_wages", item.social_security_wages
    same = Choice("Medicare wages left empty: taken to be the larger of boxes 1 and 3", path)
    return entered(amount, _name(item), f"{path}/{field}").because(same)


def medicare_withheld(ask: Ask) -> list[Figure]:
    """Box 6 of everyone on the return; where it is empty the usual rate of the wages. Of wages of which an
    employer withholds more (26 U.S.C. 3102(f)) that is not known."""
    rate = ask(rules).figure("employee_medicare_rate", label="usual rate")
    starts = ask(rules).amount("additional_medicare_withheld_from")
    found = []
    for path, item in ask(statements):
        if "medicare_tax" in item.boxes:
            found.append(entered(item.boxes["medicare_tax"], _name(item), f"{path}/boxes/medicare_tax"))
            continue
        wages = _medicare_base(path, item)
        marks = [gaps.medicare_tax_not_said(path)] if wages.amount > starts else []
        usual = Choice("Medicare tax left empty: taken to be the usual rate of the wages", path)
        found.append((wages * rate).in_cents(_name(item)).because(usual).marked(*marks))
    return found


def social_security_withheld(ask: Ask, person: str) -> list[Figure]:
    """Box 4 of each employer of a person, of each no more than the year's most: what one employer alone took
    beyond that the employer gives back (26 CFR 1.6413(c)-1). Where it is empty the rate of the wages; of
    several employers that is marked: a refund must not rest on it."""
    rate = ask(rules).figure("employee_social_security_rate", label="rate")
    base = ask(rules).amount("social_security_wage_base")
    found = []
    several = len(ask(statements, person)) > 1
    for path, item in ask(statements, person):
        if "social_security_tax" in item.boxes:
            found.append(
                entered(item.boxes["social_security_tax"], _name(item), f"{path}/boxes/social_security_tax")
            )
            continue
        wages = _social_security_base(path, item)
        capped = wages if wages.amount <= base else ask(rules).figure("social_security_wage_base")
        marks = [gaps.social_security_tax_not_said(path)] if several else []
        found.append((capped * rate).in_cents(_name(item)).marked(*marks))
    return found


def _name(item: WageStatement) -> str:
    return item.employer or "not named"


def excess_withheld(ask: Ask, person: str) -> Figure:
    """What several employers of one person together withheld beyond the year's most (26 U.S.C. 6413(c)); what
    one of them alone took too much is not among it."""
    most = most_withheld(ask)
    held = ask(social_security_withheld, person)
    if len(held) < 2:
        return NOTHING
    each = [smaller_of(figure, most, label=figure.label) for figure in held]
    over = above(total(each), most)
    return not_below_zero(total(each) - most).where(over) if over else NOTHING


def most_withheld(ask: Ask) -> Figure:
    """The rate of the wage base."""
    base = ask(rules).figure("social_security_wage_base", label="Social security wage base")
    rate = ask(rules).figure("employee_social_security_rate", label="rate")
    return (base * rate).named("most social security tax of an employee")
