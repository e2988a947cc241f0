"""The yearly limits on depreciation of passenger automobiles (26 U.S.C. 280F(a)), by the year in service."""

from __future__ import annotations

from decimal import Decimal

from half_yard.countries.us.year_rules import YEARS, YearRules, rules_for
from half_yard.figures import Figure, stated

YEAR = 12
AFTER_FIRST = ("passenger_auto_year_2", "passenger_auto_year_3", "passenger_auto_later_years")


def auto_limits(
    placed: int, *, allowance: bool, months: int = 12, part: Decimal = Decimal(1)
) -> tuple[Figure, ...] | None:
    """The limits of the first, second, third and all later years, in full-use dollars; None where the program
    has none for that year; those of 2018 to 2020 stand among the standing values. The first is higher with
    the special allowance (168(k)(2)(F)), and that of a short tax year is for its `months` (26 CFR
    1.280F-2T(i)(1)). An automobile that is divided, or has something added to it, has them once: each `part`
    its own."""
    first = "passenger_auto_year_1_with_bonus" if allowance else "passenger_auto_year_1"
    rules = rules_for(placed if placed in YEARS else YEARS[0])
    standing = f"passenger_auto_{placed}"
    if not rules.has(standing) and (placed not in YEARS or not rules.has(first)):
        return None
    words = ("first", "second", "third", "each later")
    limits = tuple(
        rules.figure(standing, key, f"limit of an automobile's {word} year")
        if rules.has(standing)
        else rules.figure(key, label=f"limit of an automobile's {word} year")
        for key, word in zip((first, *AFTER_FIRST), words, strict=True)
    )
    if part != 1:
        its_part = stated(part, "its part of the automobile, by cost")
        limits = tuple((limit * its_part).in_cents(limit.label) for limit in limits)
    if months == YEAR:
        return limits
    counted = stated(Decimal(months), "months of its short tax year") / stated(Decimal(YEAR), "months")
    return ((limits[0] * counted).in_cents(limits[0].label), *limits[1:])


def has_harbour(rules: YearRules, placed: int) -> bool:
    """Whether there is a safe harbour for automobiles placed in service in a year (Rev. Proc. 2019-13)."""
    since, until = (rules.amount("auto_safe_harbor_years", end) for end in ("first", "last"))
    return since <= placed <= until


def in_harbour(rate: Figure | None, expensed: Decimal | None) -> bool:
    """Whether, in the years that it names, the safe harbour of an automobile under the whole allowance
    applies: the table goes on with what the first year's limit has left. Nothing of which a part was expensed
    is in it (Rev. Proc. 2019-13, section 4.02). `rate` is that of the allowance, None for none; `expensed`
    dollars."""
    return rate is not None and rate.amount == 1 and not expensed
