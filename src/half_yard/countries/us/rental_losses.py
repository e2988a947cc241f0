"""Whether a loss from rentals is deductible in full, or may be limited (26 U.S.C. 469).

Form 8582 need not be filed, and losses are allowed in full, where the rentals together have no loss, or
where the small loss and income of an active owner stay within the special allowance (Form 8582
instructions, "Exception"). Everything else waits for the computation of Form 8582 and is marked.
"""

from collections.abc import Mapping, Sequence
from decimal import Decimal

from half_yard.countries.us import gaps
from half_yard.countries.us.year_rules import YearRules
from half_yard.figures import Choice, Figure, Mark
from half_yard.records import Activity


def loss_treatment(
    activities: Mapping[str, Activity],
    net: Figure,
    other_income: Sequence[Figure],
    status: str,
    rules: YearRules,
) -> tuple[tuple[Choice, ...], tuple[Mark, ...]]:
    """The choices that allow rental losses in full, or the marks of what is not computed.

    `net` is line 21 over all properties; `other_income` what modified adjusted gross income is made of
    without passive losses and before the deduction for self-employment tax (26 U.S.C. 469(i)(3)(F)).
    """
    suspended = [key for key, activity in activities.items() if activity.answers.get("suspended_losses")]
    if suspended:
        return (), tuple(gaps.rental_loss_limited(f"/activities/{key}/answers") for key in suspended)
    if net.amount >= 0:
        return (Choice("Losses are allowed in full against the income of the other rentals"),), ()
    allowance = rules.amount("rental_loss_allowance")
    start = rules.amount("rental_loss_allowance_magi_start")
    income = sum((figure.amount for figure in other_income), Decimal(0))
    passive = [
        key for key, activity in activities.items() if not activity.answers.get("active_participation", True)
    ]
    if status != "separate" and not passive and -net.amount <= allowance and income <= start:
        words = (
            f"Active participation, a loss of {-net.amount:,} not above {allowance:,} and modified adjusted "
            f"gross income of {income:,} not above {start:,}: allowed in full without Form 8582"
        )
        return (Choice(words),), ()
    return (), tuple(gaps.rental_loss_limited(f"/activities/{key}") for key in sorted(activities))
