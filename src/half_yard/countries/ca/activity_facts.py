"""What is asked of a business or a rental with an amount or a choice: sales tax in its books, a fiscal period
of its own, reserves, units, days on which short stays did not comply."""

from __future__ import annotations

import calendar
import datetime
from collections.abc import Mapping

from half_yard.asked import Field, FieldKind
from half_yard.countries.offered import ManyAnswers
from half_yard.records import Activity, ClientFile

WITH_TAX, QUICK = "with", "quick"
GST_RECORDED = ManyAnswers(
    "gst_recorded", "GST/HST in its books",
    (
        ("", "Recorded without the tax"), (WITH_TAX, "Recorded with the tax"),
        (QUICK, "With the tax, by the quick method"),
    ),
    "tax that is collected is no income; what is got back lowers the costs",
)  # fmt: skip
GST_COLLECTED, CREDITS, REMITTED = "gst_collected", "input_tax_credits", "gst_remitted"
RESERVE, INTERNET = "reserve", "internet_share"
UNITS, SHORT_DAYS, DENIED_DAYS = "units", "short_term_days", "non_compliant_days"
MONTHS = {str(month): calendar.month_name[month] for month in range(1, 12)}
FISCAL_END = ManyAnswers(
    "fiscal_end", "Its fiscal period ends",
    (("", "On December 31"), *((key, f"At the end of {name}") for key, name in MONTHS.items())),
    "by election only (ITA 249.1(4), Form T1139); its books then have the entries of that period",
)  # fmt: skip
RESERVES = "reserves"
"""The kind of carryover that is reserves deducted, which next year adds back."""
Days = tuple[datetime.date, datetime.date]


def fiscal_period(activity: Activity, year: int) -> Days | None:
    """The first and the last day of a fiscal period of its own that ends in a tax year; None where it is the
    calendar's."""
    ends = activity.choices.get(FISCAL_END.key, "")
    if not ends or ends not in dict(FISCAL_END.options):
        return None
    month = int(ends)
    last = datetime.date(year, month, calendar.monthrange(year, month)[1])
    before = datetime.date(year - 1, month, calendar.monthrange(year - 1, month)[1])
    first = before + datetime.timedelta(days=1)
    return max(first, activity.started or first), last


def periods(file: ClientFile) -> Mapping[str, Days]:
    """The fiscal periods of the activities that have one of their own."""
    found = {key: fiscal_period(activity, file.tax_year) for key, activity in file.activities.items()}
    return {key: days for key, days in found.items() if days is not None}


def fact_fields(file: ClientFile, key: str) -> list[Field]:
    """What is asked of an activity with an amount."""
    activity, path = file.activities[key], f"/activities/{key}/facts"

    def amount(name: str, label: str, hint: str = "") -> Field:
        return Field(f"{path}/{name}", label, FieldKind.AMOUNT, optional=True, hint=hint)

    if activity.kind == "rental":
        days = [amount(DENIED_DAYS, "Days let short without complying", "from 2024 on, ITA 67.7")]
        if DENIED_DAYS in activity.facts:
            days.append(amount(SHORT_DAYS, "Days let short in all"))
        return [amount(UNITS, "Number of units"), *days]
    recorded = activity.choices.get(GST_RECORDED.key, "")
    tax = [amount(GST_COLLECTED, "GST/HST in its sales")] if recorded else []
    if recorded == WITH_TAX:
        tax.append(amount(CREDITS, "Input tax credits", "in its costs, where they are not taken off there"))
    if recorded == QUICK:
        tax.append(amount(REMITTED, "GST/HST remitted", "by the quick rates"))
    return [
        *tax, amount(RESERVE, "Reserve deducted this year", "added back next year by itself"),
        amount(INTERNET, "Percent of its income from the internet"),
    ]  # fmt: skip
