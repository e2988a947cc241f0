"""The trades of the return, each with its qualified income (26 U.S.C. 199A(c); 26 CFR 1.199A-3)."""

from __future__ import annotations

from dataclasses import dataclass

from half_yard.countries.asking import Ask, activity_of
from half_yard.countries.items import Found
from half_yard.countries.us.carried_in import PASSIVE_LOSS, carried_of
from half_yard.countries.us.forms import (
    form_4797,
    form_7206,
    form_8582,
    retirement_plans,
    schedule_1_a,
    schedule_c,
    schedule_e,
    schedule_se,
)
from half_yard.countries.us.frame import BOOKS
from half_yard.countries.us.household.incomes import PASSIVE
from half_yard.countries.us.household.items import box_of
from half_yard.countries.us.losses import entities, passive, results, rows
from half_yard.countries.us.losses.asked import Standing
from half_yard.countries.us.qualified import property_held
from half_yard.countries.us.qualified.asked import GROUP, SERVICE, TRADE, WAGES
from half_yard.figures import (
    NOTHING,
    Choice,
    Figure,
    carried,
    difference,
    entered,
    smaller_of,
    times,
    total,
)
from half_yard.sharing import in_proportion

LAST_BEFORE = 2017
"""Losses up to this year are no qualified income when they are allowed (26 CFR 1.199A-3(b)(1)(iv))."""


@dataclass(frozen=True, slots=True)
class QualifiedBusiness:
    """A trade with its qualified income, in dollars. `activity` and `person` say whose it is (no person where
    all on the return have it together), `service` whether it is a specified service and `said` whether that
    was answered, `group` what it is aggregated with, `active` whether the owner takes part materially;
    `wages` and `held` are those of an entity, which reports them."""

    key: str
    name: str
    income: Figure
    activity: str = ""
    person: str = ""
    service: bool = False
    said: bool = True
    group: str = ""
    active: bool = True
    wages: Figure | None = None
    held: Figure | None = None


def qualified_businesses(ask: Ask) -> tuple[QualifiedBusiness, ...]:
    """Businesses, and the rentals that are said to be a trade or business.

    Income is the profit, with ordinary gains of sales, less its part of the deductions for self-employment
    tax, health insurance and plans of the own business, which are spread over the person's businesses with a
    profit in proportion to it (Treas. Reg. 1.199A-3(b)(1)(vi)).
    """
    return (*_businesses(ask), *_rentals(ask), *_entities(ask))


def _entities(ask: Ask) -> list[QualifiedBusiness]:
    """What partnerships and S corporations report as qualified income, with their wages and property."""
    found = []
    for each in ask(entities.every):
        income = box_of(each, "qualified_income")
        if income is not None:
            path, item = each
            found.append(
                QualifiedBusiness(
                    path.rpartition("/")[2], entities.called(each), _counted(ask, each, income),
                    person=item.person,
                    service=bool(item.ticks.get("service")), active=not item.ticks.get(PASSIVE),
                    wages=box_of(each, "qualified_wages") or NOTHING,
                    held=box_of(each, "qualified_property") or NOTHING,
                )
            )  # fmt: skip
    return found


def _counted(ask: Ask, found: Found, income: Figure) -> Figure:
    """Qualified income of an entity as reported, with as much of a passive loss as counts this year: without
    what of the year's waits, and less what is allowed of earlier years' (26 CFR 1.199A-3(b)(1)(iv))."""
    made = income.in_dollars()
    keys = {part.key for part in entities.parts_of(found)}
    for row in ask(rows.of_entities):
        if row.key in keys:
            waits = ask(form_8582.part_vii).get(f"{row.key}.unallowed", NOTHING)
            of_year = smaller_of(row.loss, waits, label="loss of the year that waits")
            if of_year.amount and made.amount < 0:
                lost = difference(NOTHING, made, label="qualified loss")
                made = total((made, smaller_of(of_year, lost)), "qualified loss that counts")
            before = ask(carried_of, PASSIVE_LOSS, row.key).in_dollars()
            earlier = difference(before, difference(waits, of_year), label="allowed of earlier losses")
            old = form_8582.of_years_up_to(ask, row.key, LAST_BEFORE, earlier)
            if earlier.amount != old.amount:
                made = difference(made, difference(earlier, old), label="less earlier losses that count now")
    return made


def _businesses(ask: Ask) -> list[QualifiedBusiness]:
    found = []
    for person in ask(schedule_se.persons_with_business):
        own = [key for key, owner in ask(schedule_c.businesses) if owner == person]
        profits = {key: ask(schedule_c.result, key, person)["net_profit"] for key in own}
        less, label = ask(_less, person)
        deductions = in_proportion(less, profits, rounded=Figure.in_dollars) if less.amount else {}
        for key, profit in profits.items():
            parts = [profit, *(times(gain, _share(ask, key, person)) for gain in ask(ordinary_gains, key))]
            whole = profit if len(parts) == 1 else total(parts, "profit and ordinary gains")
            income = carried(whole)
            if key in deductions:
                income = difference(whole, deductions[key], label=label)
            name = ask(schedule_c.schedule_c.head, key, person).subject
            found.append(_made(ask, key, name, income.in_dollars(), person))
    return found


def _less(ask: Ask, person: str) -> tuple[Figure, str]:
    """What a person's profits are less by, and how that is called: half of self-employment tax, own plans,
    health insurance (26 CFR 1.199A-3(b)(1)(vi)), and tips that are deducted (199A(c)(4))."""
    half = ask(schedule_se.tax, person)["deductible_part"]
    others = [
        ask(retirement_plans.deduction_of, person),
        ask(form_7206.deduction_of, person),
        *(
            [ask(schedule_1_a.tips_of_businesses)]
            if person == ask(schedule_se.persons_with_business)[0]
            else []
        ),
    ]
    there = [figure for figure in others if figure.amount]
    if not there:
        return half, "profit less its part of the deduction for self-employment tax"
    label = "profit less its part of the deductions for self-employment tax, health insurance and plans"
    return total((half, *there), "deductions of the owner for businesses"), label


def _rentals(ask: Ask) -> list[QualifiedBusiness]:
    found = []
    for key in ask(schedule_e.properties):
        activity = ask.of(activity_of, key)
        if TRADE.of(activity.answers):
            gains = ask(ordinary_gains, key)
            rent = ask(schedule_e.counted, key)
            before = ask(form_8582.allowed_from_before, key, LAST_BEFORE)
            parts = (rent, *gains, *([before] if before.amount else []))
            income = total(parts, "what counts of the rent") if len(parts) > 1 else carried(rent)
            found.append(_made(ask, key, activity.name, income.in_dollars()))
    return found


def _made(ask: Ask, of: str, name: str, income: Figure, person: str = "") -> QualifiedBusiness:
    activity = ask.of(activity_of, of)
    return QualifiedBusiness(
        f"{of}.{person}" if person else of, name, income, of, person,
        service=SERVICE.of(activity.answers),
        said=activity.kind != "business" or SERVICE.key in activity.answers,
        group=activity.choices.get(GROUP.key, ""),
        active=ask(passive.standing, of) is Standing.NOT_PASSIVE,
    )  # fmt: skip


def ordinary_gains(ask: Ask, key: str) -> tuple[Figure, ...]:
    """What of the sales of a trade's property is ordinary: gains that are recaptured, what was held for a
    year or less, and losses where all sales of the year together have a loss (26 CFR 1.199A-3(b)(2)(ii))."""
    if not ask(form_4797.applies):
        return ()
    net_loss = ask(form_4797.part_i)["net_1231"].amount < 0
    found = []
    for sold in ask(results.sold_of, key):
        found.append(sold.recapture)
        rest = difference(sold.gain, sold.recapture, label="gain or loss that is not recaptured")
        if not sold.instalments and (not sold.long_held or net_loss):
            found.append(rest)
    return tuple(figure for figure in found if figure.amount)


def _share(ask: Ask, key: str, person: str) -> Figure | None:
    share = ask(BOOKS.shares, key)[person]
    return None if share.amount == 1 else share


def wages_of(ask: Ask, activity: str, person: str) -> Figure:
    """W-2 wages of a trade: as entered, or what its books have as wages; one owner's part, or all of it."""
    facts, path = ask.of(activity_of, activity).facts, f"/activities/{activity}/facts/{WAGES}"
    if WAGES in facts:
        whole = entered(facts[WAGES], "W-2 wages", path)
    else:
        booked = ask(BOOKS.totals, activity).get("wages")
        whole = total(() if booked is None else (booked,), "W-2 wages")
        if whole.amount:
            whole = whole.because(Choice("W-2 wages left empty: taken to be the wages in the books", path))
    return times(whole, _share(ask, activity, person)) if person else whole


def property_of(ask: Ask, activity: str, person: str) -> Figure:
    """The unadjusted basis of a trade's property; one owner's part, or all that is on the return."""
    whole = ask(property_held.unadjusted_basis, activity)
    on_return = [each for key, each in ask(schedule_c.businesses) if key == activity]
    if not person or len(on_return) == 1:
        return whole
    shares = {each: ask(BOOKS.shares, activity)[each] for each in on_return}
    return in_proportion(whole, shares)[person]


def rental_choices(ask: Ask) -> tuple[Choice, ...]:
    """What was chosen for each rental: whether it counts as a trade or business."""
    choices = []
    for key in ask(schedule_e.properties):
        activity = ask.of(activity_of, key)
        words = (
            f"{activity.name} is {'' if TRADE.of(activity.answers) else 'not '}treated as a trade or business"
        )
        choices.append(Choice(words, f"/activities/{key}/answers/{TRADE.key}"))
    return tuple(choices)
