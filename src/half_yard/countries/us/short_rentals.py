"""A home let for fewer than 15 days: rent is not income, costs are not deducted (26 U.S.C. 280A(g)).

It must be used as a residence: personally for more than the greater of 14 days and a tenth of the days
rented (280A(d)(1)), which with so few days rented is more than 14.
"""

from half_yard.countries.us.year_rules import YearRules
from half_yard.records import Activity, ClientFile

REASON = (
    "A home rented for fewer than 15 days in the year: its rent is not income and its costs are not deducted "
    "(26 U.S.C. 280A(g)). The days are among the rental's particulars."
)


def is_short_rental(activity: Activity, rules: YearRules) -> bool:
    """Whether nothing of a rental goes on the return because it is a home that was let so briefly."""
    if activity.kind != "rental" or activity.days_rented is None:
        return False
    few = activity.days_rented < rules.amount("short_rental_days")
    return few and (activity.days_personal or 0) > rules.amount("residence_personal_days")


def short_rentals(file: ClientFile, rules: YearRules) -> frozenset[str]:
    """The ids of the rentals that are left out."""
    return frozenset(key for key, item in file.activities.items() if is_short_rental(item, rules))


def stopped_with(file: ClientFile, left_out: frozenset[str]) -> dict[str, str]:
    """What is stopped because its rental is left out, by record path."""
    return {
        f"/{collection}/{key}": REASON
        for collection in ("entries", "assets", "forms")
        for key, record in getattr(file, collection).items()
        if record.activity in left_out
    }
