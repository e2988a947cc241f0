"""Statements as delimited text: how such a file is laid out is guessed, shown, corrected and remembered."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Generator, Mapping, Sequence
from decimal import Decimal
from itertools import islice, pairwise
from typing import Literal

from pydantic import ValidationError

from half_yard.records import Record, Statement, StatementRow
from half_yard.records.amounts import LARGEST
from half_yard.records.identifiers import fresh_ids
from half_yard.statements.written import DateStyle, read_day, read_money
from half_yard.texts import BrokenLine, cells_of, rows_of

DELIMITERS = (",", ";", "\t", "|", "^", "~")
SAMPLE = 80
MOSTLY = 0.8
STEP = 500
LONGEST_SIGNATURE = 1000
LARGEST_BYTES = 8_000_000
LOOKED_AT = 200_000
MOST_ROWS = 30_000
"""Of a statement, and of all in a file."""
TOO_MANY = f"It has more than {MOST_ROWS:,} rows. Divide it, such as by quarter."
MOST_BROKEN = 200
# The headings that banks use for what a column holds: the first role whose word is found takes the column.
HEADINGS: Mapping[str, tuple[str, ...]] = {
    "balance": ("balance", "saldo", "solde"),
    "date": ("date", "posted", "datum", "fecha", "day"),
    "paid_out": ("debit", "withdraw", "paid out", "money out", "out", "soll", "charge"),
    "paid_in": ("credit", "deposit", "paid in", "money in", "in", "haben"),
    "amount": ("amount", "betrag", "importe", "montant", "total", "value"),
    "reference": ("reference", "transaction id", "id", "check number", "ref"),
    "payee": ("payee", "description", "name", "merchant", "counterparty", "details", "empfänger", "concepto"),
    "memo": ("memo", "note", "category", "type", "purpose", "verwendungszweck"),
}
ROLES = ("date", "payee", "memo", "amount", "paid_in", "paid_out", "balance", "reference")


class UnreadableError(ValueError):
    """A file that can't be read as a statement at all: the message says why and what to do."""


class Layout(Record):
    """How a delimited file is laid out.

    `heading` is the line of the column headings, counted from 1, or 0 where there are none; `columns` the
    column of each role, counted from 0; `out_positive` that money out is written without a minus.
    """

    delimiter: str = ","
    heading: int = 0
    dates: DateStyle = DateStyle.MONTH_FIRST
    decimal_sign: Literal[".", ","] = "."
    columns: Mapping[str, int] = {}
    out_positive: bool = False

    @property
    def missing(self) -> str:
        """What must still be said before rows can be read; empty when nothing."""
        if "date" not in self.columns:
            return "Say which column is the date."
        if not {"amount", "paid_in", "paid_out"} & set(self.columns):
            return "Say which column is the amount, or which are money in and money out."
        return ""


def guess_layout(text: str) -> Layout:
    """The layout that fits the first lines best. Raises UnreadableError where there is nothing to read."""
    text = text[:LOOKED_AT]
    best = max(DELIMITERS, key=lambda delimiter: _agreement(text, delimiter))
    sample = list(islice(cells_of(text, best), SAMPLE))
    if not sample:
        raise UnreadableError("The file is empty.")
    width = Counter(len(cells) for _, cells in sample).most_common(1)[0][0]
    rows = [(line, cells) for line, cells in sample if len(cells) == width]
    heading_line, heading = rows[0]
    if any(_is_day(cell) for cell in heading):
        heading_line, heading = 0, []
    body = [cells for line, cells in rows if line != heading_line]
    sign = _decimal_sign(body)
    layout = Layout(delimiter=best, heading=heading_line, decimal_sign=sign)
    columns = _by_heading(heading) if heading else {}
    columns = {**_by_content(body, width, layout.decimal_sign, columns), **columns}
    if "paid_in" in columns or "paid_out" in columns:
        columns.pop("amount", None)
    days = [cells[columns["date"]] for cells in body] if "date" in columns else []
    return layout.model_copy(update={"columns": columns, "dates": _style(days)})


def _agreement(text: str, delimiter: str) -> tuple[int, int]:
    """How many of the first rows have the same number of cells, more than one."""
    widths = Counter(len(cells) for _, cells in islice(cells_of(text, delimiter), SAMPLE))
    several = {width: count for width, count in widths.items() if width > 1}
    if not several:
        return (0, 0)
    width = max(several, key=lambda item: (several[item], item))
    return (several[width], width)


def _is_day(cell: str) -> bool:
    return any(_reads(cell, style) for style in DateStyle)


def _reads(cell: str, style: DateStyle) -> bool:
    try:
        read_day(cell, style)
    except ValueError:
        return False
    return True


def _style(cells: Sequence[str]) -> DateStyle:
    """The style in which most of the days can be read; the month first where several fit as well."""
    return max(DateStyle, key=lambda style: sum(_reads(cell, style) for cell in cells))


def _decimal_sign(body: Sequence[Sequence[str]]) -> Literal[".", ","]:
    """The sign before the last two digits of amounts."""
    cells = [cell for row in body for cell in row]
    commas = sum(len(cell) > 2 and cell.rstrip("-)")[-3:-2] == "," for cell in cells)
    points = sum(len(cell) > 2 and cell.rstrip("-)")[-3:-2] == "." for cell in cells)
    return "," if commas > points else "."


def _by_heading(heading: Sequence[str]) -> dict[str, int]:
    found: dict[str, int] = {}
    for number, cell in enumerate(heading):
        words = cell.casefold()
        for role, known in HEADINGS.items():
            if role not in found and any(_has(words, word) for word in known):
                found[role] = number
                break
    return found


def _has(words: str, word: str) -> bool:
    return word in words.split() if len(word) < 4 else word in words


def _by_content(
    body: Sequence[Sequence[str]], width: int, decimal_sign: str, known: Mapping[str, int]
) -> dict[str, int]:
    """Roles that the cells themselves show, for columns without a telling heading."""
    taken = set(known.values())
    found: dict[str, int] = {}
    money = []
    longest: list[tuple[float, int]] = []
    for number in range(width):
        cells = [row[number] for row in body if row[number]]
        if number in taken or not cells:
            continue
        if "date" not in known and "date" not in found and _share(cells, _is_day) >= MOSTLY:
            found["date"] = number
        elif _share(cells, lambda cell: _is_money(cell, decimal_sign)) >= MOSTLY:
            money.append(number)
        else:
            longest.append((sum(map(len, cells)) / len(cells), number))
    if money and not {"amount", "paid_in", "paid_out"} & set(known):
        found["amount"] = money[0]
        if len(money) > 1 and "balance" not in known and _runs(body, money[0], money[1], decimal_sign):
            found["balance"] = money[1]
    for role, (_, number) in zip(
        [role for role in ("payee", "memo") if role not in known], sorted(longest, reverse=True), strict=False
    ):
        found[role] = number
    return found


def _share(cells: Sequence[str], test: Callable[[str], bool]) -> float:
    return sum(map(test, cells)) / len(cells)


def _is_money(cell: str, decimal_sign: str) -> bool:
    try:
        read_money(cell, decimal_sign)
    except ValueError:
        return False
    return True


def _runs(body: Sequence[Sequence[str]], amount: int, balance: int, decimal_sign: str) -> bool:
    """Whether one column is the running balance of the other, in either order of the days."""
    try:
        pairs = [
            (read_money(row[amount], decimal_sign), read_money(row[balance], decimal_sign)) for row in body
        ]
    except ValueError:
        return False
    forwards = all(now[1] - before[1] == now[0] for before, now in pairwise(pairs))
    return forwards or all(before[1] - now[1] == before[0] for before, now in pairwise(pairs))


def signature(text: str, layout: Layout) -> str:
    """What a file of the same bank has in common with this one: its headings, or its number of columns."""
    for line, cells in islice(cells_of(text, layout.delimiter), SAMPLE):
        if line == layout.heading:
            return " | ".join(cells).casefold()[:LONGEST_SIGNATURE]
    first = next(cells_of(text, layout.delimiter), (0, []))
    return f"{len(first[1])} columns without headings"


def read_delimited(text: str, layout: Layout, name: str, account: str) -> Generator[int, None, Statement]:
    """Read every row behind the heading; gives the number of lines read now and then, and at the end the
    statement. Rows that can't be read are named in `broken` and the rest goes on. Raises UnreadableError."""
    if layout.missing:
        raise UnreadableError(layout.missing)
    rows: list[StatementRow] = []
    balances: list[Decimal | None] = []
    broken: list[str] = []
    for count, row_or_broken in enumerate(rows_of(text, layout.delimiter)):
        if isinstance(row_or_broken, BrokenLine):
            broken.append(f"line {row_or_broken.line}: {row_or_broken.why}")
            continue
        line, cells = row_or_broken
        if count % STEP == 0:
            yield line
        if line <= layout.heading:
            continue
        if len(rows) >= MOST_ROWS:
            raise UnreadableError(TOO_MANY)
        try:
            row, balance = read_row(line, cells, layout)
        except ValidationError:
            broken.append(f"line {line}: a text or amount in it is too long")
        except ValueError as error:
            broken.append(f"line {line}: {error}")
        else:
            rows.append(row)
            balances.append(balance)
    if not rows:
        first = f" The first: {broken[0]}." if broken else ""
        raise UnreadableError(f"No row can be read as it is laid out here.{first} Correct the columns.")
    opening, closing = _ends(rows, balances)
    return Statement(
        name=name,
        account=account,
        layout=signature(text, layout),
        opening=opening,
        closing=closing,
        rows=dict(zip(fresh_ids("rows", ()), rows, strict=False)),
        broken=as_broken(broken),
    )


def as_broken(broken: Sequence[str]) -> tuple[str, ...]:
    """What is broken in a file, as many of it as anybody reads."""
    more = len(broken) - MOST_BROKEN
    return (*broken[:MOST_BROKEN], *([f"and {more:,} more"] if more > 0 else []))


def read_row(line: int, cells: Sequence[str], layout: Layout) -> tuple[StatementRow, Decimal | None]:
    """One row, and the balance it names. Raises ValueError with what is wrong."""

    def cell(role: str) -> str:
        number = layout.columns.get(role, -1)
        return cells[number] if 0 <= number < len(cells) else ""

    day = read_day(cell("date"), layout.dates)
    balance = None
    if written := cell("balance"):
        balance = read_money(written, layout.decimal_sign)
    return StatementRow(
        date=day,
        payee=cell("payee"),
        memo=cell("memo"),
        amount=_amount(cell("amount"), cell("paid_in"), cell("paid_out"), layout),
        reference=cell("reference"),
        source_line=line,
    ), balance


def _amount(amount: str, paid_in: str, paid_out: str, layout: Layout) -> Decimal:
    sign = layout.decimal_sign
    if amount:
        value = read_money(amount, sign)
        return -value if layout.out_positive else value
    if not paid_in and not paid_out:
        raise ValueError("it has no amount")
    into = abs(read_money(paid_in, sign)) if paid_in else Decimal(0)
    out = abs(read_money(paid_out, sign)) if paid_out else Decimal(0)
    return into - out


def bounded(amount: Decimal) -> Decimal | None:
    """An amount that was worked out, if it is one that can be kept."""
    return amount if abs(amount) <= LARGEST else None


def _ends(
    rows: Sequence[StatementRow], balances: Sequence[Decimal | None]
) -> tuple[Decimal | None, Decimal | None]:
    """The opening and the closing balance, where every row names one; the newest row may come first."""
    if any(balance is None for balance in balances):
        return None, None
    known = [(row, balance) for row, balance in zip(rows, balances, strict=True) if balance is not None]
    (first, first_balance), (last, last_balance) = known[0], known[-1]
    if first.date and last.date and first.date > last.date:
        return bounded(last_balance - last.amount), first_balance
    return bounded(first_balance - first.amount), last_balance
