"""Quick arithmetic in an amount cell: `120*12+35`, in exact decimals.

Knows + - * / and brackets, a leading sign, a dollar sign, commas between thousands, and a trailing % that
divides by 100. The result is rounded half up to cents, which is the only rounding.
"""

from __future__ import annotations

import re
from decimal import ROUND_HALF_UP, Decimal, DecimalException, localcontext

from half_yard.figures.rounding import to_cents
from half_yard.records.amounts import LARGEST

TOKEN = re.compile(r"\s*(?:(?P<number>\d[\d,]*\.?\d*|\.\d+)|(?P<sign>[-+*/()%]))")
THOUSANDS = re.compile(r"\d{1,3}(,\d{3})+(\.\d*)?$")
IN_BRACKETS = re.compile(r"\s*\(\s*\$?\s*[\d,]+\.?\d*\s*\)\s*")
DATE = re.compile(r"\s*\d{1,2}/\d{1,2}/\d{2}(\d{2})?\s*")
LONGEST = 200
SHARE_DIGITS = Decimal("0.0001")
NO_SHARE = "“{typed}” is no share. Type percent, such as 50, 33.3333 or 11240/15900."


class ReckoningError(ValueError):
    """What was typed is not an amount; the message says why and what to type instead."""


def reckon(typed: str) -> Decimal:
    """The amount in dollars that was typed, rounded to cents. Raises ReckoningError."""
    if not typed.strip():
        raise ReckoningError("Type an amount, such as 1,250.00 or 120*12+35.")
    if len(typed) > LONGEST:
        raise ReckoningError(f"That is longer than {LONGEST} signs. Split it into several entries.")
    if DATE.fullmatch(typed):
        raise ReckoningError(f"“{typed.strip()}” looks like a date. To divide, type spaces around the sign.")
    exact = _exactly(typed)
    # Before it is rounded: a number of forty digits has no cents.
    if abs(exact) > LARGEST:
        raise ReckoningError("That is larger than any amount a return can hold.")
    amount = to_cents(exact)
    # In books a plain amount in brackets is one below zero.
    return -amount if IN_BRACKETS.fullmatch(typed) else amount + 0


def _exactly(typed: str) -> Decimal:
    """The arithmetic that was typed, not rounded but for a quotient at its fortieth digit."""
    reader = _Reader(_tokens(typed.replace("$", "").replace("−", "-")))
    with localcontext() as context:
        context.prec = 40
        try:
            amount = reader.expression()
            to_cents(amount)  # what is too large for cents is too large
        except DecimalException as error:
            raise ReckoningError("That divides by zero or grows too large.") from error
    reader.expect_end()
    return amount


def reckon_percent(typed: str) -> Decimal:
    """The percent that was typed, from 0 to 100: a number, arithmetic, or one amount divided by another,
    which is a part of the whole (11240/15900 is 70.6918). Rounded half up to four digits behind the point.
    Raises ReckoningError."""
    text = typed.strip().removesuffix("%").strip()
    if not text:
        return Decimal(0)
    if not is_arithmetic(text):
        try:
            share = Decimal(text)
        except DecimalException as error:
            raise ReckoningError(NO_SHARE.format(typed=typed.strip())) from error
    else:
        try:
            share = _exactly(text)
        except ReckoningError as error:
            raise ReckoningError(f"{NO_SHARE.format(typed=typed.strip())} {error}") from error
        if "/" in text and abs(share) <= 1:
            share *= 100
    if not 0 <= share <= 100:
        raise ReckoningError(f"A share is from 0 to 100 percent, not {typed.strip()}.")
    return share.quantize(SHARE_DIGITS, ROUND_HALF_UP).normalize() if is_arithmetic(text) else share


def is_arithmetic(typed: str) -> bool:
    """Whether more than a plain number was typed, so that the arithmetic itself is worth keeping."""
    return re.fullmatch(r"\s*[-−]?\s*\$?[\d,]*\.?\d*\s*", typed) is None


def _tokens(typed: str) -> list[str]:
    found, position = [], 0
    text = typed.rstrip()
    while position < len(text):
        match = TOKEN.match(text, position)
        if match is None:
            wrong = text[position:].strip()[:1]
            raise ReckoningError(f"“{wrong}” is not part of an amount. Use digits and + - * / ( ) %.")
        number = match["number"]
        if number and "," in number and not THOUSANDS.match(number):
            raise ReckoningError(f"The comma in “{number}” is not between thousands.")
        found.append(match[0].strip())
        position = match.end()
    return found


class _Reader:
    """Reads a sum of products of signed terms, the usual way round."""

    def __init__(self, tokens: list[str]) -> None:
        self._tokens = tokens
        self._next = 0

    def _peek(self) -> str:
        return self._tokens[self._next] if self._next < len(self._tokens) else ""

    def _take(self) -> str:
        token = self._peek()
        self._next += 1
        return token

    def expression(self) -> Decimal:
        value = self._product()
        while self._peek() in {"+", "-"}:
            value = value + self._product() if self._take() == "+" else value - self._product()
        return value

    def _product(self) -> Decimal:
        value = self._term()
        while self._peek() in {"*", "/"}:
            value = value * self._term() if self._take() == "*" else value / self._term()
        return value

    def _term(self) -> Decimal:
        token = self._take()
        if token in {"+", "-"}:
            return self._term() if token == "+" else -self._term()
        if token == "(":
            value = self.expression()
            if self._take() != ")":
                raise ReckoningError("A bracket is not closed.")
        elif token[:1].isdigit() or token[:1] == ".":
            value = Decimal(token.replace(",", ""))
        else:
            raise ReckoningError(
                f"A number is missing before “{token}”." if token else "A number is missing."
            )
        while self._peek() == "%":
            self._take()
            value /= 100
        return value

    def expect_end(self) -> None:
        if self._peek():
            raise ReckoningError(f"“{self._peek()}” is one sign too many.")
