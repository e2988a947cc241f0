"""Activities that are not on the return: homes let too briefly, and those that the preparer has archived.

A home let for fewer than 15 days: rent is not income, costs are not deducted (26 U.S.C. 280A(g)). It must be
used as a residence: personally for more than the greater of 14 days and a tenth of the days rented
(280A(d)(1)), which with so few days rented is more than 14.
"""

from collections.abc import Mapping

from half_yard.countries.left_out import ARCHIVED
from half_yard.countries.us.year_rules import YearRules
from half_yard.records import Activity

SHORT = (
    "A home rented for fewer than 15 days in the year: its rent is not income and its costs are not deducted "
    "(26 U.S.C. 280A(g)). The days are the rental's own."
)
REASONS = frozenset({SHORT, ARCHIVED})


def is_short_rental(activity: Activity, rules: YearRules) -> bool:
    """Whether nothing of a rental goes on the return because it is a home that was let so briefly."""
    if activity.kind != "rental" or activity.days_rented is None:
        return False
    few = activity.days_rented < rules.amount("short_rental_days")
    return few and (activity.days_personal or 0) > rules.amount("residence_personal_days")


def left_out_activities(activities: Mapping[str, Activity], rules: YearRules) -> dict[str, str]:
    """The ids of the activities that are left out, and why."""
    archived = {key: ARCHIVED for key, activity in activities.items() if activity.archived}
    short = {key: SHORT for key, item in activities.items() if is_short_rental(item, rules)}
    return {**short, **archived}
