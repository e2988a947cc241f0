"""What is tried again and again with a Canadian file: a profit as wages, owners, allowance or none, another
province, and money moved or paid ahead. What does not apply is not offered."""

from __future__ import annotations

import datetime
from collections.abc import Iterator
from decimal import Decimal
from functools import partial

from half_yard.asked import step_to
from half_yard.countries.ca.claims import TITLE, choices, least
from half_yard.countries.ca.classes import SALE
from half_yard.countries.ca.frame import PROVINCES
from half_yard.countries.ca.pools import pools_of
from half_yard.countries.ca.questions import SPLIT
from half_yard.countries.ca.things import as_used
from half_yard.countries.ca.year_rules import YearRules, rules_for
from half_yard.countries.ready import Ready
from half_yard.countries.ready_moves import (
    as_wages,
    couple_of,
    fitting,
    income_later,
    left_off,
    made_already,
    paid_more,
    running,
    shared_otherwise,
    things_sold,
)
from half_yard.countries.results import Computation
from half_yard.figures.rounding import to_cents
from half_yard.records import ClientFile, Edit, WageStatement
from half_yard.records.fittings import Fitting
from half_yard.records.reckoning import reckon

RECEIPTS = {"business": "sales", "rental": "rents"}
CLAIMED_BY_EITHER = {"medical": "Medical costs", "donation": "Donations"}
FIRST_INSTALMENT = 3, 15
"""Month and day of the first of four (ITA 156(1))."""


def ready_ones(computation: Computation) -> list[Ready]:
    """Everything that applies to the file."""
    file = computation.file
    return [
        *_wages(computation), *shared_otherwise(file), *left_off(file), *_allowance(file),
        *_claims(computation), *_split(file),
        *things_sold(file, SALE),
        *income_later(file, RECEIPTS), _elsewhere(file),
        paid_more(file, "paid by instalments", datetime.date(file.tax_year, *FIRST_INSTALMENT)),
    ]  # fmt: skip


# -- a profit as wages ------------------------------------------------------------------------------------


def _wages(computation: Computation) -> Iterator[Ready]:
    file = computation.file
    for key, activity in running(file, "business"):
        earned = {person: _earned(computation, key, person) for person in activity.owners}
        if any(amount > 0 for amount in earned.values()):
            name = activity.name or key
            yield Ready(f"wages.{key}", f"{name}: its profit as wages", partial(_as_wages, file, key, earned))


def _earned(computation: Computation, key: str, person: str) -> Decimal:
    """A person's part of a business's net income, in dollars."""
    sheet = f"t2125.{key}.{person}"
    return computation.sheet(sheet)["net_income"].amount if computation.has_sheet(sheet) else Decimal(0)


def _as_wages(file: ClientFile, key: str, earned: dict[str, Decimal], typed: str) -> Fitting:
    """Each owner's part as a slip T4 with what is withheld for the pension plan and the insurance, and no
    tax; the activity is off the return."""
    del typed
    rules, slips, employers = rules_for(file.tax_year), [], Decimal(0)
    employer = f"{file.activities[key].name or key}, as wages"
    for person, amount in earned.items():
        if amount > 0:
            boxes = _withheld(rules, amount)
            slips.append(WageStatement(person=person, employer=employer, wages=amount, boxes=boxes))
            insurance = to_cents(boxes["ei"] * rules.amount("ei_employer_times"))
            employers += boxes["cpp"] + boxes["cpp2"] + insurance
    note = (
        f"The employer would pay {employers:,.2f} to the pension plan and the insurance besides; what the "
        "employee pays to both is withheld from the wages and is not on this return as payable."
    )
    return as_wages(file, key, slips, "Slip T4", note)


def _withheld(rules: YearRules, wages: Decimal) -> dict[str, Decimal]:
    """Boxes 16, 16A and 18 of a slip T4 of a whole year (Canada Pension Plan, sections 8 and 8.1; Employment
    Insurance Act, section 67), in dollars."""
    ympe = rules.amount("cpp_ympe")
    first = max(min(wages, ympe) - rules.amount("cpp_basic_exemption"), Decimal(0))
    rate = rules.amount("cpp_base_rate_each") + rules.amount("cpp_first_additional_rate_each")
    second = Decimal(0)
    if rules.has("cpp_yampe"):
        between = max(min(wages, rules.amount("cpp_yampe")) - ympe, Decimal(0))
        second = between * rules.amount("cpp2_rate_each")
    insured = min(wages, rules.amount("ei_max_insurable"))
    return {
        "cpp": to_cents(first * rate), "cpp2": to_cents(second),
        "ei": to_cents(insured * rules.amount("ei_rate")),
    }  # fmt: skip


# -- whose, allowance, where ------------------------------------------------------------------------------


def _allowance(file: ClientFile) -> Iterator[Ready]:
    """No capital cost allowance of an activity that has some, or all that may be claimed."""
    for key, activity in running(file):
        if not pools_of(as_used(file), key):
            continue
        none = activity.answers.get("no_cca", False)
        what = "all the capital cost allowance" if none else "no capital cost allowance"
        name = f"{activity.name or key}: {what}"
        step = step_to(file, f"/activities/{key}/answers/no_cca", not none)
        made = fitting(name, Edit(label=name, changes=(step,)))
        yield Ready(f"allowance.{key}", name, partial(made_already, made))


def _claims(computation: Computation) -> Iterator[Ready]:
    """What either of a couple may claim: where it costs least, and all of a kind by one (ITA 118.1(1),
    118.2(1))."""
    file = computation.file
    if any(choices(file)):
        yield Ready("claims.least", TITLE, partial(_least, computation))
    for kind, words in CLAIMED_BY_EITHER.items():
        items = {key: item for key, item in file.items.items() if item.kind == kind}
        for person in couple_of(file):
            others = [key for key, item in sorted(items.items()) if item.person != person]
            if others:
                title = f"{words} all claimed by {file.people[person].name or person}"
                steps = tuple(step_to(file, f"/items/{key}/person", person) for key in others)
                made = fitting(title, Edit(label=title, changes=steps))
                yield Ready(f"claims.{kind}.{person}", title, partial(made_already, made))


def _least(computation: Computation, typed: str) -> Fitting:
    del typed
    return least(computation)


def _split(file: ClientFile) -> Iterator[Ready]:
    """Pension of one of a couple passed on to the other (Form T1032)."""
    for person in couple_of(file):
        if any(item.kind == "pension" and item.person == person for item in file.items.values()):
            name = f"Pension of {file.people[person].name or person} split"
            yield Ready(f"split.{person}", name, partial(_split_by, file, person, name), "Dollars", "1000")


def _split_by(file: ClientFile, person: str, name: str, typed: str) -> Fitting:
    """Raises ValueError for what is no amount."""
    step = step_to(file, f"/people/{person}/facts/{SPLIT}", str(reckon(typed)))
    return fitting(name, Edit(label=name, changes=(step,)))


def _elsewhere(file: ClientFile) -> Ready:
    title = "Living in another province on December 31"
    return Ready("province", title, partial(_living_in, file), "Its two letters", "AB")


def _living_in(file: ClientFile, typed: str) -> Fitting:
    """Raises ValueError for what is no province."""
    where = typed.strip().upper()
    if where not in PROVINCES:
        raise ValueError(f"“{typed}” is no province's two letters. Type one of {', '.join(PROVINCES)}.")
    name = f"Living in {PROVINCES[where]}"
    step = step_to(file, "/household/choices/province", where)
    return fitting(name, Edit(label=name, changes=(step,)))
