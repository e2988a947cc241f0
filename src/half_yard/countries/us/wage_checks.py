"""Whether the taxes on Forms W-2 are what their wages make them (26 U.S.C. 3101, 3102(f))."""

from __future__ import annotations

from collections.abc import Iterator
from decimal import Decimal

from half_yard.countries.us.frame import OnReturn
from half_yard.records import WageStatement
from half_yard.review import Finding, Level

COMPARE = "Compare with the form."


def wage_findings(frame: OnReturn) -> Iterator[Finding]:
    """What doesn't go together on a wage statement, a dollar aside."""
    for key, item in frame.file.wages.items():
        path = f"/wages/{key}"
        wages = item.social_security_wages if item.social_security_wages is not None else item.wages
        yield from _social_security(frame, item, wages, path)
        yield from _medicare(frame, item, wages, path)


def _social_security(frame: OnReturn, item: WageStatement, wages: Decimal, path: str) -> Iterator[Finding]:
    held, rate = item.boxes.get("social_security_tax"), frame.rules.amount("employee_social_security_rate")
    if held is None:
        return
    most = frame.rules.amount("social_security_wage_base") * rate
    if held > most + 1:
        yield Finding(
            Level.WARNING, f"{item.employer}: social security tax of {held:,.2f} is above the most of one "
            f"employer, {most:,.2f}.", path,
            "The employer gives back what is too much; it is no credit (26 CFR 31.6413(a)-1).",
        )  # fmt: skip
    elif abs(held - wages * rate) > 1:
        yield Finding(
            Level.WARNING, f"{item.employer}: social security tax is {held:,.2f}, by its wages it would be "
            f"{wages * rate:,.2f}.", path, COMPARE,
        )  # fmt: skip


def _medicare(frame: OnReturn, item: WageStatement, wages: Decimal, path: str) -> Iterator[Finding]:
    base, held = item.boxes.get("medicare_wages", wages), item.boxes.get("medicare_tax")
    if base < min(wages, frame.rules.amount("social_security_wage_base")):
        yield Finding(
            Level.WARNING, f"{item.employer}: Medicare wages (box 5) are less than social security wages "
            "(box 3).", path, "Box 5 has all of box 3: compare with the form.",
        )  # fmt: skip
    over = max(base - frame.rules.amount("additional_medicare_withheld_from"), Decimal(0))
    expected = base * frame.rules.amount("employee_medicare_rate")
    expected += over * frame.rules.amount("additional_medicare_rate")
    if held is not None and abs(held - expected) > 1:
        yield Finding(
            Level.WARNING, f"{item.employer}: Medicare tax is {held:,.2f}, by its wages it would be "
            f"{expected:,.2f}.", path, COMPARE,
        )  # fmt: skip
