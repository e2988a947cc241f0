"""Dates and amounts as banks write them, in the styles that a file keeps to."""

from __future__ import annotations

import datetime
import re
from decimal import Decimal
from enum import StrEnum

from half_yard.figures.rounding import to_cents
from half_yard.records.amounts import LARGEST
from half_yard.records.dates import MONTHS, full_year
from half_yard.texts import quoted

NUMBERS = re.compile(r"(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})$")
PACKED = re.compile(r"(\d{4})(\d{2})(\d{2})$")
NAMED = re.compile(r"([A-Za-z]{3})[a-z]*\.?[- ](\d{1,2}),?[- ](\d{2,4})$")
NAMED_SECOND = re.compile(r"(\d{1,2})[- ]([A-Za-z]{3})[a-z]*\.?,?[- ](\d{2,4})$")
TIME = re.compile(r"[T ]\d{1,2}:\d{2}.*$")
NOT_MONEY = re.compile(r"[^\d.,]")
MARKS = re.compile(r"(cr|dr|[a-z]{3})\.?$", re.IGNORECASE)


class DateStyle(StrEnum):
    """The order of the numbers in a date."""

    MONTH_FIRST = "month/day/year"
    DAY_FIRST = "day/month/year"
    YEAR_FIRST = "year/month/day"


def read_day(text: str, style: DateStyle) -> datetime.date:
    """The day in a style; a time behind it is passed over, months may be named. Raises ValueError."""
    plain = TIME.sub("", text.strip())
    try:
        if match := PACKED.match(plain):
            return datetime.date(int(match[1]), int(match[2]), int(match[3]))
        if match := NAMED.match(plain):
            return datetime.date(full_year(match[3]), _month(match[1]), int(match[2]))
        if match := NAMED_SECOND.match(plain):
            return datetime.date(full_year(match[3]), _month(match[2]), int(match[1]))
        if match := NUMBERS.match(plain):
            return _in_order(match[1], match[2], match[3], style)
    except ValueError as error:
        raise ValueError(f"{quoted(text)} is no day of the calendar as {style}") from error
    raise ValueError(f"{quoted(text)} is no date")


def _in_order(first: str, second: str, third: str, style: DateStyle) -> datetime.date:
    if style is DateStyle.YEAR_FIRST or len(first) == len("2025"):
        return datetime.date(full_year(first), int(second), int(third))
    month, day = (first, second) if style is DateStyle.MONTH_FIRST else (second, first)
    return datetime.date(full_year(third), int(month), int(day))


def _month(name: str) -> int:
    if (short := name.title()) not in MONTHS:
        raise ValueError(name)
    return MONTHS.index(short) + 1


def read_money(text: str, decimal_sign: str) -> Decimal:
    """The amount in dollars, with the sign that decimals stand behind: "." or ",".

    Below zero where it is in parentheses, has a minus before or behind, or is marked DR. Raises ValueError.
    """
    plain = text.strip().replace("\u2212", "-").replace("\xa0", " ")
    mark = MARKS.search(plain)
    marked = mark[1].casefold() if mark else ""
    if mark:
        plain = plain[: mark.start()].strip()
    below = "-" in plain or (plain.startswith("(") and plain.endswith(")")) or marked == "dr"
    digits = NOT_MONEY.sub("", plain)
    group = "," if decimal_sign == "." else "."
    whole, _, cents = digits.partition(decimal_sign)
    groups = whole.split(group)
    well_grouped = len(groups) == 1 or (all(len(item) == 3 for item in groups[1:]) and groups[0])
    if not digits or not well_grouped or (not cents.isdecimal() and cents) or not "".join(groups).isdecimal():
        raise ValueError(f"{quoted(text)} is no amount")
    if re.search(r"[a-z]", plain, re.IGNORECASE):
        raise ValueError(f"{quoted(text)} is no amount")
    amount = Decimal("".join(groups) + "." + (cents or "0"))
    exact = to_cents(amount) if amount <= LARGEST else None
    if exact is None or exact != amount:
        raise ValueError(f"{quoted(text)} is no amount in dollars and cents")
    return -exact if below else exact
