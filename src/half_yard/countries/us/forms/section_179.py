"""Form 4562, part I: what was elected to be expensed, within its limits (26 U.S.C. 179)."""

from __future__ import annotations

from collections.abc import Iterator

from half_yard.countries.asking import Ask, activity_of, asset_of, tax_year
from half_yard.countries.us import gaps
from half_yard.countries.us.assets import stories
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.assets.uses import placed_in
from half_yard.countries.us.carried_in import SECTION_179, carried_in, each_with_whose
from half_yard.countries.us.forms import form_4797, schedule_c, schedule_e
from half_yard.countries.us.frame import left_out, rules, status
from half_yard.countries.us.own_income import own_income
from half_yard.countries.us.questions import LESSOR
from half_yard.countries.us.shared import its_part
from half_yard.figures import (
    Assumption,
    Carries,
    Choice,
    Figure,
    Form,
    Page,
    Role,
    at_least,
    carried,
    difference,
    entered,
    not_below_zero,
    smaller_of,
    total,
)
from half_yard.records import ClientFile
from half_yard.sharing import in_proportion

ALL = "Section 179 carried in: to the first business"
WITHOUT_EXPENSING = Assumption("without section 179")
"""The deduction is limited by the profits without it: the businesses are asked for under this assumption."""


def elected(ask: Ask) -> dict[str, dict[str, Figure]]:
    """What was elected for property of this year, by activity and asset: of what several share, each one's
    part."""
    found: dict[str, dict[str, Figure]] = {}
    for activity, key in ask(property_of_year):
        asset = ask.of(asset_of, key)
        if asset.expensed:
            leaf = entered(asset.expensed, f"{asset.name}: elected", f"/assets/{key}/expensed")
            found.setdefault(activity, {})[key] = its_part.part_of(ask, asset, activity, leaf)
    return found


def property_of_year(ask: Ask) -> tuple[tuple[str, str], ...]:
    """The assets of businesses and rentals that were placed in service this year, each with its activity, or
    with every activity that has a part of it."""
    own = tuple((ask.of(asset_of, key).activity, key) for key in ask(stories.expensing_of_year))
    return (*own, *_shared(ask))


def _shared(ask: Ask) -> Iterator[tuple[str, str]]:
    year, out = ask.of(tax_year), ask(left_out)
    for activity, keys in ask(its_part.shared_assets).items():
        for key in keys:
            if activity not in out and placed_in(ask.of(asset_of, key)) == year:
                yield activity, key


def first_business(file: ClientFile) -> str:
    """The business with which counts what is carried in; empty where there is none."""
    kinds = sorted(file.activities.items())
    return next((key for key, item in kinds if item.kind == "business"), "")


def expensing_activities(ask: Ask) -> tuple[str, ...]:
    """The activities that have part of a deduction: where something was elected, and the first business where
    something is carried in."""
    carried_to = ask.of(first_business) if ask(carried_in, SECTION_179).amount else ""
    return tuple(sorted({*ask(elected), *([carried_to] if carried_to else [])}))


def applies(ask: Ask) -> bool:
    """Whether anything was elected or is carried in."""
    return bool(ask(elected) or ask(carried_in, SECTION_179).amount)


@Form
def part_i(ask: Ask) -> Page:
    """One for the whole return."""
    del ask
    return Page("section_179", "Form 4562, part I", "the whole return")


@part_i.part
def deduction(page: Page, ask: Ask) -> None:
    """Lines 1 to 13. The deduction is not more than the businesses' profits before it, and wages, all
    together (179(b)(3); 26 CFR 1.179-2(c)). What was elected takes the basis down all the same."""
    page.section = "Part I · Election to expense"
    values = ask(rules)
    most = page.line(
        "maximum", "1", "Maximum amount", values.figure("section_179_limit", label="section 179 limit")
    )
    property_ = [
        its_part.part_of(ask, asset, activity, basis_figure(key, asset))
        for activity, key in ask(property_of_year)
        if CLASSES[(asset := ask.of(asset_of, key)).asset_class].may_be_expensed
        and (ask.of(activity_of, activity).kind == "business" or LESSOR.of(asset.answers))
    ]
    cost = page.line("cost", "2", "Section 179 property placed in service this year", total(property_))
    start = values.figure("section_179_phase_out_start", label="cost above which the limit shrinks")
    threshold = page.line("threshold", "3", "Threshold before reduction", start)
    over = page.line("reduction", "4", "Cost above the threshold", not_below_zero(cost - threshold))
    limit = not_below_zero(most - over)
    if ask(status) == "separate":
        limit = limit.marked(gaps.SEPARATE_EXPENSING)
    limit = page.line("limit", "5", "Dollar limit for the year", limit)
    whole = page.line("elected", "8", "Total elected cost", total(_property_lines(page, ask)))
    tentative = page.line("tentative", "9", "Tentative deduction", smaller_of(limit, whole))
    came_in = carried(total((leaf for _, _, leaf in ask(came_in_for)), "carried in"))
    came_in = page.line("carried_in", "10", "Carryover of disallowed deduction", came_in)
    business = not_below_zero(ask(income_without))
    income_limit = page.line(
        "income_limit", "11", "Business income, not more than line 5", smaller_of(business, limit)
    )
    allowed = page.line(
        "deduction", "12", "Section 179 deduction", smaller_of(tentative + came_in, income_limit), Role.TOTAL
    )
    left = (tentative + came_in) - allowed
    page.line("carried_out", "13", "Carried to next year", left)
    if left.amount:
        _left_by_property(page, ask, tentative, allowed)


def _left_by_property(page: Page, ask: Ask, tentative: Figure, allowed: Figure) -> None:
    """What is carried, by property: this year's election is deducted first, then what was carried in, the
    earliest first (26 CFR 1.179-3(e)). Of this year's what is not deducted is divided as it was elected."""
    page.section = "Carried to next year, by property"
    own = smaller_of(tentative, allowed)
    not_deducted = difference(tentative, own, label="this year's, not deducted")
    every = {key: leaf for leaves in ask(elected).values() for key, leaf in leaves.items()}
    if not_deducted.amount:
        for key, part in in_proportion(not_deducted, every, rounded=Figure.in_dollars).items():
            title = f"{ask.of(asset_of, key).name or 'Property'}: not deducted"
            on = Carries(SECTION_179, ask.of(tax_year), of=key)
            page.line(f"left.{key}", "", title, part, carries=on)
    open_to_it = difference(allowed, own, label="left for what was carried in")
    for number, (of, year, leaf) in enumerate(ask(came_in_for), 1):
        used = smaller_of(leaf, open_to_it)
        open_to_it = difference(open_to_it, used)
        rest = difference(leaf, used, label="not deducted yet")
        page.line(
            f"still.{number}", "", "Carried in, not deducted", rest, carries=Carries(SECTION_179, year, of=of)
        )


def came_in_for(ask: Ask) -> tuple[tuple[str, int | None, Figure], ...]:
    """What is carried in, with its property and year, the earliest first; what was sold has it back in its
    basis (26 CFR 1.179-3(f))."""
    gone = ask.of(_sold_by, ask.of(tax_year))
    kept = [each for each in ask(each_with_whose, SECTION_179) if each[0] not in gone]
    return tuple(sorted(kept, key=lambda each: each[1] or 0))


def _sold_by(file: ClientFile, year: int) -> frozenset[str]:
    return frozenset(
        key
        for key, asset in file.assets.items()
        if asset.disposed is not None and asset.disposed.year <= year
    )


def _property_lines(page: Page, ask: Ask) -> list[Figure]:
    """Lines 6 and 7: what was elected of each property, and of all listed property together (line 29)."""
    lines, listed = [], []
    for activity, leaves in ask(elected).items():
        for key, leaf in leaves.items():
            asset = ask.of(asset_of, key)
            if CLASSES[asset.asset_class].listed:
                listed.append(leaf)
                continue
            title = f"{asset.name or 'Property'}: elected cost"
            lines.append(page.line(f"property.{activity}.{key}", "6", title, leaf))
    if listed:
        title = "Listed property: elected cost (Form 4562, line 29)"
        lines.append(page.line("listed", "7", title, total(listed)))
    return lines


def income_without(ask: Ask) -> Figure:
    """The profits before this deduction of the businesses, and of rentals that are a trade or business and
    have part of it, what businesses gained and lost by sales of their property (26 CFR 1.179-2(c)(1)), and
    wages."""
    before = ask.under(WITHOUT_EXPENSING)
    profits = list(before(schedule_c.profits))
    lets = [key for key in ask(expensing_activities) if ask.of(activity_of, key).kind == "rental"]
    profits += [before(schedule_e.result, key)["income_or_loss"] for key in lets]
    # What a home's office took of it rests on the profit, so that a gain of its sale does too.
    gains = before(form_4797.gains_of_businesses)
    return total([*profits, *gains, *ask(own_income).wages], "businesses and wages")


def parts_of_deduction(ask: Ask) -> dict[str, Figure]:
    """The deduction by activity: as elected where all of it is allowed, else in proportion. What is carried
    in counts with the first business."""
    lines = ask(deduction)
    whole_deduction, came_in = lines["deduction"], lines["carried_in"]
    by_activity, first = ask(elected), ask.of(first_business)
    wanted: dict[str, Figure] = {}
    for key in ask(expensing_activities):
        parts = list(by_activity.get(key, {}).values())
        if key == first and came_in.amount:
            parts.append(came_in.because(Choice(ALL)))
        wanted[key] = total(parts, "elected for the activity")
    whole = total(wanted.values(), "elected in all")
    if not whole.amount:
        return wanted
    if all_of_it := at_least(whole_deduction, whole):
        return {key: figure.where(all_of_it) for key, figure in wanted.items()}
    made: dict[str, Figure] = {}
    keys = list(wanted)
    for key in keys[:-1]:
        part = (whole_deduction * (wanted[key] / whole)).in_dollars()
        made[key] = part.named("part of line 12 in proportion to what was elected")
    made[keys[-1]] = difference(whole_deduction, *made.values(), label="the rest of line 12")
    return made


def expensed(ask: Ask, activity: str) -> Figure | None:
    """What section 179 lets an activity deduct; None where nothing was elected for it."""
    if activity not in ask(expensing_activities) or ask.assumes(WITHOUT_EXPENSING):
        return None
    return ask(parts_of_deduction)[activity]
