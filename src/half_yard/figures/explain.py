"""Figures in words: what a figure was made of, step by step, as the thread shows it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import Decimal

from half_yard.figures.figure import Figure, Operation, RuleValue
from half_yard.figures.rounding import to_cents

WORDS = {
    Operation.ENTERED: "as entered",
    Operation.RULE: "a value of the law",
    Operation.STATED: "stated by the form",
    Operation.SUM: "the sum of",
    Operation.DIFFERENCE: "the first less the rest",
    Operation.PRODUCT: "the product of",
    Operation.QUOTIENT: "the first divided by the second",
    Operation.SMALLER: "the smaller of",
    Operation.LARGER: "the larger of",
    Operation.DOLLARS: "rounded half up to whole dollars",
    Operation.CENTS: "rounded half up to cents",
    Operation.CARRIED: "carried from",
}


@dataclass(frozen=True, slots=True)
class Step:
    """A figure in an explanation and how deep it stands; `hidden` counts parts left out behind it."""

    depth: int
    figure: Figure
    hidden: int = 0


def how(figure: Figure) -> str:
    """The operation in words, such as “the sum of”."""
    if figure.operation is Operation.SUM and not figure.parts:
        return "nothing is entered"
    if figure.operation is Operation.SUM and len(figure.parts) == 1:
        return "taken over from"
    return WORDS[figure.operation]


def steps(figure: Figure, most_parts: int = 40) -> Iterator[Step]:
    """The figure and everything below it, down to what was entered, to rules, and to other lines.

    Of a figure with more than `most_parts` parts the first are given and the rest counted.
    """
    stack = [Step(0, figure)]
    while stack:
        step = stack.pop()
        yield step
        at_other_line = step.figure.place is not None and step.figure is not figure
        if at_other_line:
            continue
        parts = step.figure.parts
        below = [Step(step.depth + 1, part) for part in parts[:most_parts]]
        if len(parts) > most_parts:
            below[-1] = Step(step.depth + 1, parts[most_parts - 1], len(parts) - most_parts)
        stack.extend(reversed(below))


def amount_text(figure: Figure) -> str:
    """The amount for reading: a share as a rate, money with thousands set apart and cents if it has any."""
    if isinstance(figure.origin, RuleValue) and not figure.origin.unit.startswith("USD"):
        return _plain(figure.amount)
    return money_text(figure.amount)


def exact_text(amount: Decimal) -> str:
    """Dollars and cents with thousands set apart and a true minus sign."""
    return _signed(amount, f"{abs(amount):,.2f}")


def money_text(amount: Decimal) -> str:
    """Dollars as `exact_text` has them, without cents where there are none, with more places if need be."""
    if amount == to_cents(amount):
        return exact_text(amount).removesuffix(".00")
    return _signed(amount, f"{abs(amount):,f}".rstrip("0"))


def _signed(amount: Decimal, shown: str) -> str:
    return f"−{shown}" if amount < 0 else shown


def _plain(rate: Decimal) -> str:
    if abs(rate) >= 1:
        return format(rate.normalize(), "f")
    return f"{format((rate * 100).normalize(), 'f')}%"
