"""Statements in OFX, and QFX which is the same: the bank and card statements of the Open Financial Exchange
specification, versions 1 (SGML) and 2 (XML).

The two libraries there are for it are ruled out: one is under a licence that this program can't carry, the
other takes over a minute for 20,000 rows and does not tell the line of a broken one. It is a reference in the
tests instead, with its sample files.
"""

from __future__ import annotations

import datetime
import html
import re
from collections.abc import Generator
from decimal import Decimal, InvalidOperation

from pydantic import ValidationError

from half_yard.figures.rounding import to_cents
from half_yard.records import Statement, StatementRow
from half_yard.records.amounts import LARGEST
from half_yard.records.identifiers import fresh_ids
from half_yard.statements.delimited import MOST_ROWS, STEP, TOO_MANY, UnreadableError, as_broken, bounded
from half_yard.texts import NotTextError, decoded, quoted

TAG = re.compile(r"<(/?)([A-Za-z0-9.]+)>(?:<!\[CDATA\[(.*?)\]\]>|([^<]*))", re.DOTALL)
STATEMENTS = {"STMTRS", "CCSTMTRS"}
LONGEST_ACCOUNT = 100
ROW, LEDGER = "STMTTRN", "LEDGERBAL"


def is_ofx(data: bytes) -> bool:
    """Whether a file says of itself that it is OFX."""
    head = data[:4000].upper()
    return b"OFXHEADER" in head or b"<OFX>" in head


def read_ofx(data: bytes, name: str) -> Generator[int, None, list[Statement]]:
    """Read every bank and card statement in the file; gives the number of lines read now and then, and at
    the end the statements. Raises UnreadableError where the file has none."""
    text = _text(data)
    made: list[_Reading] = []
    current: _Reading | None = None
    fields: dict[str, str] | None = None
    line, position, row_line, in_ledger = 1, 0, 0, False
    for count, match in enumerate(TAG.finditer(text)):
        line += text.count("\n", position, match.start())
        position = match.start()
        if count % (8 * STEP) == 0:
            yield line
        closing, tag = bool(match[1]), match[2].upper()
        value = (match[3] if match[3] is not None else html.unescape(match[4] or "")).strip()
        if tag in STATEMENTS and not closing:
            current = _Reading()
            made.append(current)
        elif current is None:
            continue
        elif tag == ROW:
            if fields:
                current.take(row_line, fields)
            fields, row_line = (None, 0) if closing else ({}, line)
        elif tag in STATEMENTS:
            current = None
        elif tag == LEDGER:
            in_ledger = not closing
        elif not closing and value and (tag != "BALAMT" or in_ledger):
            (current.header if fields is None else fields).setdefault(tag, value)
    if not made:
        raise UnreadableError(
            "It has no bank or card statement. Statements of securities are not taken; ask the bank for the "
            "movements of the cash account."
        )
    return [reading.statement(name) for reading in made]


def _text(data: bytes) -> str:
    """The text in the encoding that the header names."""
    head = data[:2000].decode("ascii", errors="replace").upper()
    if "CHARSET:1252" in head and "ENCODING:UTF-8" not in head and "ENCODING:UNICODE" not in head:
        try:
            data.decode("utf-8")
        except UnicodeDecodeError:
            return data.decode("cp1252", errors="replace")
    try:
        return decoded(data)
    except NotTextError as error:
        raise UnreadableError(f"{error} Take in what the bank offers as OFX or CSV.") from error


class _Reading:
    """One statement while it is being read."""

    def __init__(self) -> None:
        self.header: dict[str, str] = {}
        self._rows: list[StatementRow] = []
        self._broken: list[str] = []

    def take(self, line: int, fields: dict[str, str]) -> None:
        """Take a movement, or note why it can't be read."""
        try:
            self._rows.append(
                StatementRow(
                    date=_day(fields.get("DTPOSTED", "")),
                    payee=fields.get("NAME", "") or fields.get("PAYEE", ""),
                    memo=_memo(fields),
                    amount=_money(fields.get("TRNAMT", "")),
                    reference=fields.get("FITID", ""),
                    source_line=line,
                )
            )
        except ValidationError:
            self._broken.append(f"line {line}: a text or amount in it is too long")
        except ValueError as error:
            self._broken.append(f"line {line}: {error}")
        if len(self._rows) > MOST_ROWS:
            raise UnreadableError(TOO_MANY)

    def statement(self, name: str) -> Statement:
        """The statement that was read. The closing balance is the file's; OFX names no opening one, so it
        follows from the movements, unless one of them could not be read."""
        closing = None
        try:
            closing = _money(self.header["BALAMT"])
        except KeyError:
            pass
        except ValueError as error:
            self._broken.append(f"closing balance: {error}")
        opening = None
        if closing is not None and not self._broken:
            opening = bounded(closing - sum((row.amount for row in self._rows), Decimal(0)))
        return Statement(
            name=name,
            account=self.header.get("ACCTID", "")[:LONGEST_ACCOUNT],
            layout="OFX",
            opening=opening,
            closing=closing,
            rows=dict(zip(fresh_ids("rows", ()), self._rows, strict=False)),
            broken=as_broken(self._broken),
        )


def _memo(fields: dict[str, str]) -> str:
    """The memo, where it says more than the name, and the number of a check."""
    memo = fields.get("MEMO", "")
    parts = ["" if memo == fields.get("NAME") else memo]
    if number := fields.get("CHECKNUM", "").strip("0"):
        parts.append(f"check {number}" if number not in memo else "")
    return ", ".join(filter(None, parts))


def _day(text: str) -> datetime.date:
    """The day of an OFX date-time, as its own clock has it: `YYYYMMDD` and more that is passed over."""
    if not re.match(r"[0-9]{8}", text):
        raise ValueError(f"{quoted(text)} is no date" if text else "it has no date")
    try:
        return datetime.date(int(text[:4]), int(text[4:6]), int(text[6:8]))
    except ValueError as error:
        raise ValueError(f"{quoted(text[:8])} is no day of the calendar") from error


def _money(text: str) -> Decimal:
    """An OFX amount: a point or a comma before the decimals, rounded to cents where it has more."""
    try:
        amount = Decimal(text.replace(",", ".").replace(" ", ""))
    except InvalidOperation as error:
        raise ValueError(f"{quoted(text)} is no amount" if text else "it has no amount") from error
    if not amount.is_finite() or amount.copy_abs() > LARGEST:
        raise ValueError(f"{quoted(text)} is no amount")
    return to_cents(amount)
