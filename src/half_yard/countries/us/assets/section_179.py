"""Form 4562, part I: what was elected to be expensed, within its limits (26 U.S.C. 179)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from decimal import Decimal

from half_yard.countries.us import gaps
from half_yard.countries.us.assets.basis import basis_figure
from half_yard.countries.us.assets.classes import CLASSES
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import (
    NOT_BELOW_ZERO,
    Choice,
    Figure,
    Page,
    Sheet,
    difference,
    entered,
    larger_of,
    smaller_of,
    total,
)
from half_yard.records import Asset, ClientFile

ALL = "Section 179 carried in: to the first business"


def elected(file: ClientFile, counted: Mapping[str, Asset]) -> dict[str, list[Figure]]:
    """What was elected for property of this year, as leaves by activity."""
    found: dict[str, list[Figure]] = {}
    for key, asset in sorted(counted.items()):
        if asset.expensed and asset.in_service and asset.in_service.year == file.tax_year:
            leaf = entered(asset.expensed, f"{asset.name}: elected", f"/assets/{key}/expensed")
            found.setdefault(asset.activity, []).append(leaf)
    return found


def section_179(
    file: ClientFile,
    counted: Mapping[str, Asset],
    income: Sequence[Figure],
    status: str,
    rules: YearRules,
) -> tuple[Sheet, dict[str, Figure]]:
    """Part I for the whole return, and each activity's part of line 12.

    `income` are the businesses' profits before this deduction, and wages: the deduction is not more than all
    of them together (179(b)(3); 26 CFR 1.179-2(c)). What was elected takes the basis down all the same.
    """
    by_activity = elected(file, counted)
    page = Page("section_179", "Form 4562, part I", "the whole return")
    page.section = "Part I · Election to expense"
    label = "section 179 limit"
    most = page.line(
        "maximum", "1", "Maximum amount", total("", (rules.figure("section_179_limit", label=label),))
    )
    property_ = [
        basis_figure(key, asset)
        for key, asset in sorted(counted.items())
        if CLASSES[asset.asset_class].may_be_expensed
        and asset.in_service is not None
        and asset.in_service.year == file.tax_year
        and file.activities[asset.activity].kind == "business"
    ]
    cost = page.line("cost", "2", "Section 179 property placed in service this year", total("", property_))
    start = rules.figure("section_179_phase_out_start", label="cost above which the limit shrinks")
    threshold = page.line("threshold", "3", "Threshold before reduction", total("", (start,)))
    over = page.line("reduction", "4", "Line 2 less line 3", larger_of("", cost - threshold, NOT_BELOW_ZERO))
    limit = larger_of("", most - over, NOT_BELOW_ZERO)
    if status == "separate":
        limit = limit.marked(gaps.SEPARATE_EXPENSING)
    limit = page.line("limit", "5", "Dollar limit for the year", limit)
    leaves = [leaf for leaves in by_activity.values() for leaf in leaves]
    whole = page.line("elected", "8", "Total elected cost", total("", leaves))
    tentative = page.line("tentative", "9", "Smaller of lines 5 and 8", smaller_of("", limit, whole))
    carried = entered(
        file.expensing_carried_in or Decimal(0), "Section 179 carried in", "/expensing_carried_in"
    )
    carried_in = page.line("carried_in", "10", "Carryover of disallowed deduction", total("", (carried,)))
    business = larger_of("", total("businesses and wages", income), NOT_BELOW_ZERO)
    income_limit = page.line(
        "income_limit", "11", "Business income, not more than line 5", smaller_of("", business, limit)
    )
    deduction = page.line(
        "deduction", "12", "Section 179 deduction", smaller_of("", tentative + carried_in, income_limit)
    )
    page.line("carried_out", "13", "Carried to next year", (tentative + carried_in) - deduction)
    return page.sheet(), _by_activity(file, by_activity, deduction, carried_in)


def _by_activity(
    file: ClientFile, by_activity: Mapping[str, Sequence[Figure]], deduction: Figure, carried_in: Figure
) -> dict[str, Figure]:
    """The deduction by activity: as elected where all of it is allowed, else in proportion.

    What is carried in counts with the first business.
    """
    wanted: dict[str, Figure] = {}
    first = next((key for key, item in sorted(file.activities.items()) if item.kind == "business"), "")
    for key in sorted({*by_activity, *([first] if carried_in.amount and first else [])}):
        parts = list(by_activity.get(key, ()))
        if key == first and carried_in.amount:
            parts.append(carried_in.because(Choice(ALL)))
        wanted[key] = total("elected for the activity", parts)
    whole = total("elected in all", wanted.values())
    if not whole.amount or deduction.amount >= whole.amount:
        return wanted
    made: dict[str, Figure] = {}
    keys = list(wanted)
    for key in keys[:-1]:
        part = (deduction * (wanted[key] / whole)).in_dollars()
        made[key] = part.named("part of line 12 in proportion to what was elected")
    made[keys[-1]] = difference("the rest of line 12", deduction, *made.values())
    return made
