"""Figures in words: what a figure was made of, step by step, as the thread shows it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from decimal import ROUND_DOWN, Decimal

from half_yard.figures.figure import Figure, Operation
from half_yard.figures.origin import RuleValue
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
    Operation.THREE_PLACES: "rounded half up to three places",
    Operation.FOUR_PLACES: "rounded half up to four places",
    Operation.WITHOUT_CENTS: "its cents left out",
    Operation.WHOLE_UP: "counted, a part of one as one",
    Operation.WHOLE_DOWN: "counted in whole ones",
    Operation.CARRIED: "carried from",
    Operation.SUPPOSED: "as it would be then",
    Operation.DECIDED: "decided by a test",
}

SHOWN_PLACES = Decimal("0.0001")
"""So far a number that is no amount of money is shown."""


@dataclass(frozen=True, slots=True)
class Step:
    """A figure in an explanation and how deep it stands; `hidden` counts parts left out behind it, `nothing`
    those of its own parts that are folded away because they are nothing."""

    depth: int
    figure: Figure
    hidden: int = 0
    nothing: int = 0


def how(figure: Figure) -> str:
    """The operation in words, such as “the sum of”."""
    if figure.operation is Operation.SUM and not figure.parts:
        return "nothing is entered"
    if figure.operation is Operation.SUM and len(figure.parts) == 1:
        return "taken over from"
    if figure.operation is Operation.DECIDED and figure.found is not None:
        left, right = figure.parts[1:]
        compared = "it" if left is figure.parts[0] else left.label or "what is compared"
        return f"because {compared} {figure.found} {right.label or 'the other'}"
    return WORDS[figure.operation]


FOLDED = {Operation.SUM, Operation.DIFFERENCE}
"""The operations whose parts may be left out where they are nothing."""


def _parts_shown(figure: Figure) -> tuple[Figure, ...]:
    """The parts of a figure without those that are nothing and say nothing."""
    if figure.operation is Operation.DECIDED:
        made, left, right = figure.parts
        return (made, right) if left is made else figure.parts
    if figure.operation not in FOLDED:
        return figure.parts
    begins = figure.parts[0] if figure.operation is Operation.DIFFERENCE else None
    return tuple(part for part in figure.parts if part.amount or part.marks or part is begins)


def steps(figure: Figure, most_parts: int = 40) -> Iterator[Step]:
    """The figure and everything below it, down to what was entered, to rules, and to other lines.

    Of a figure with more than `most_parts` parts the first are given and the rest counted; parts that are
    nothing are folded away and counted.
    """
    stack = [Step(0, figure)]
    while stack:
        step = stack.pop()
        at_other_line = step.figure.place is not None and step.figure is not figure
        parts = () if at_other_line else _parts_shown(step.figure)
        folded = not at_other_line and step.figure.operation in FOLDED
        nothing = len(step.figure.parts) - len(parts) if folded else 0
        yield Step(step.depth, step.figure, step.hidden, nothing)
        below = [Step(step.depth + 1, part) for part in parts[:most_parts]]
        if len(parts) > most_parts:
            below[-1] = Step(step.depth + 1, parts[most_parts - 1], len(parts) - most_parts)
        stack.extend(reversed(below))


def amount_text(figure: Figure) -> str:
    """The amount for reading: a share as a rate, money with thousands set apart and cents if it has any."""
    unit = figure.origin.unit if isinstance(figure.origin, RuleValue) else "USD"
    if unit.startswith("share"):
        return f"{format((figure.amount * 100).normalize(), 'f')}%"
    if not unit.startswith("USD"):
        return percent_text(figure.amount)
    return money_text(figure.amount)


def line_text(figure: Figure, *, in_cents: bool) -> str:
    """The amount of a line for reading, with its cents where its form keeps them."""
    return exact_text(figure.amount) if in_cents else amount_text(figure)


def exact_text(amount: Decimal) -> str:
    """Dollars and cents with thousands set apart and a true minus sign."""
    return _signed(amount, f"{abs(amount):,.2f}")


def money_text(amount: Decimal) -> str:
    """Dollars as `exact_text` has them, without cents where there are none, with more places if need be: up
    to four, and three dots where there are more."""
    if amount == to_cents(amount):
        return exact_text(amount).removesuffix(".00")
    shown = amount.quantize(SHOWN_PLACES, ROUND_DOWN)
    more = "" if shown == amount else "…"
    return _signed(amount, f"{abs(shown):,f}" + more if more else f"{abs(shown):,f}".rstrip("0"))


def _signed(amount: Decimal, shown: str) -> str:
    return f"−{shown}" if amount < 0 else shown


def percent_text(rate: Decimal) -> str:
    """A rate for reading: a part of one as percent, anything else as it is."""
    if abs(rate) >= 1:
        return format(rate.normalize(), "f")
    return f"{format((rate * 100).normalize(), 'f')}%"
