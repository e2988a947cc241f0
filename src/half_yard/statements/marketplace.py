"""A month's statement of a marketplace: its fares, tips, fees, withheld tax and what it paid out, as rows."""

from __future__ import annotations

import datetime
import json
from decimal import Decimal

from pydantic import BaseModel, ConfigDict, ValidationError

from half_yard.records import Statement, StatementRow
from half_yard.records.amounts import Amount
from half_yard.records.identifiers import fresh_ids
from half_yard.statements.delimited import UnreadableError

PAID_OUT = "Paid out to the bank: the bank's statement has it as a deposit, which is the same money"
TAX_WITHHELD = "Tax withheld: it counts as the marketplace's form says it"


class _Week(BaseModel):
    model_config = ConfigDict(extra="ignore")
    through: datetime.date
    gross: Amount
    tips: Amount
    fees: Amount
    tax_withheld: Amount
    miles: str


class _Month(BaseModel):
    model_config = ConfigDict(extra="ignore")
    service: str
    month: str
    weeks: list[_Week]
    totals: dict[str, Decimal]
    paid_out: Amount


def read_marketplace(data: bytes) -> Statement:
    """The statement in a service's answer. Raises UnreadableError where the answer is nonsense, or where its
    weeks do not add up to its totals."""
    try:
        month = _Month.model_validate(json.loads(data))
    except (ValueError, ValidationError, RecursionError) as error:
        raise UnreadableError(
            "The service answered with something that is no statement. Nothing was taken in; try again later."
        ) from error
    for key in ("gross", "tips", "fees", "tax_withheld"):
        weeks = sum((getattr(week, key) for week in month.weeks), Decimal(0))
        if weeks != month.totals.get(key):
            raise UnreadableError(
                f"The weeks of {month.month} have {key.replace('_', ' ')} of {weeks:,.2f}, the total says "
                f"{month.totals.get(key, Decimal(0)):,.2f}. Nothing was taken in; ask the service."
            )
    rows = [row for week in month.weeks for row in _rows(month, week)]
    last = month.weeks[-1].through if month.weeks else None
    rows.append(
        StatementRow(
            date=last, payee=month.service, memo="paid out", amount=-month.paid_out,
            reference=f"paid_out:{month.month}", set_aside=PAID_OUT,
        )
    )  # fmt: skip
    made = dict(zip(fresh_ids("rows", ()), rows, strict=False))
    return Statement(
        name=f"{month.service} {month.month}",
        account=month.service,
        opening=Decimal(0),
        closing=Decimal(0),
        rows=made,
    )


def _rows(month: _Month, week: _Week) -> list[StatementRow]:
    def row(mark: str, memo: str, amount: Decimal, set_aside: str = "") -> StatementRow:
        return StatementRow(
            date=week.through, payee=month.service, memo=memo, amount=amount,
            reference=f"{mark}:{week.through}", set_aside=set_aside,
        )  # fmt: skip

    return [
        row("gross", f"fares of the week, {week.miles} miles", week.gross),
        row("tips", "tips of the week", week.tips),
        row("fees", "fees kept", -week.fees),
        row("withheld", "tax withheld", -week.tax_withheld, TAX_WITHHELD),
    ]
