"""A number in one sentence, as a preparer would say it: what it is made of, by which rule, on which test."""

from __future__ import annotations

from half_yard.figures.explain import amount_text
from half_yard.figures.figure import NOT_BELOW_ZERO, Figure, Operation
from half_yard.figures.origin import Entered, RuleValue

SAID_APART = 3
"""So many parts of a sum are named; of more the largest two and how many others."""
DEEPEST = 3
ROUNDED = {Operation.WITHOUT_CENTS: "without its cents"}
FRACTIONS = {"0.5": "half of", "1": "all of", "0.25": "a quarter of"}


def sentence(figure: Figure) -> str:
    """The figure's way in a sentence, without its own amount."""
    words = _with_reasons(_made_of(figure, 0), figure)
    return words[:1].upper() + words[1:]


def term(figure: Figure, depth: int = 0) -> str:
    """A part with its name and amount, or what it is made of where it has no name."""
    if figure.operation is Operation.STATED and not figure.amount:
        return figure.label or "nothing"
    if figure.operation is Operation.ENTERED:
        return f"{figure.label} {amount_text(figure)}".strip()
    if figure.label:
        return f"{_lowered(figure.label)} {amount_text(figure)}"
    if depth >= DEEPEST:
        return amount_text(figure)
    return _made_of(figure, depth + 1)


def _lowered(label: str) -> str:
    """A name within a sentence: its first letter small, unless it is an abbreviation or a name of several
    capitals."""
    first, rest = label[:1], label[1:2]
    return label if rest.isupper() or rest.isdigit() or not rest else first.lower() + label[1:]


def _with_reasons(words: str, figure: Figure) -> str:
    by = f"by {figure.reference}"
    return f"{words}, {by}" if figure.reference and by not in words else words


def _made_of(figure: Figure, depth: int) -> str:
    parts = figure.parts
    match figure.operation:
        case Operation.ENTERED:
            detail = figure.origin.detail if isinstance(figure.origin, Entered) else ""
            return f"typed as {detail}" if detail and depth == 0 else _leaf(figure, "as entered", depth)
        case Operation.RULE:
            source = _source(figure.origin) if isinstance(figure.origin, RuleValue) else ""
            return _leaf(figure, f"by {source}" if source else "", depth)
        case Operation.STATED:
            return figure.label or amount_text(figure)
        case Operation.SUM:
            return _sum(figure, depth)
        case Operation.DIFFERENCE:
            taken = [part for part in parts[1:] if part.amount or part.gaps]
            less = _joined([term(part, depth) for part in taken]) if taken else "nothing"
            return f"{term(parts[0], depth)} less {less}"
        case Operation.PRODUCT:
            return _product(parts[0], parts[1], depth)
        case Operation.QUOTIENT:
            return f"{term(parts[0], depth)} divided by {term(parts[1], depth)}"
        case Operation.SMALLER | Operation.LARGER:
            return _bounded(figure, depth)
        case (
            Operation.DOLLARS
            | Operation.CENTS
            | Operation.WITHOUT_CENTS
            | Operation.THREE_PLACES
            | Operation.FOUR_PLACES
            | Operation.WHOLE_UP
            | Operation.WHOLE_DOWN
        ):
            return (
                _made_of(parts[0], depth)
                if parts[0].place is None
                else f"{term(parts[0], depth)}, {ROUNDED.get(figure.operation, 'rounded')}"
            )
        case Operation.CARRIED | Operation.SUPPOSED:
            return (
                term(parts[0], depth)
                if parts[0].place is not None
                else _with_reasons(_made_of(parts[0], depth), parts[0])
            )
        case Operation.DECIDED:
            inner = parts[0]
            words = (
                term(inner, depth)
                if inner.place is not None
                else _with_reasons(_made_of(inner, depth), inner)
            )
            if figure.found is None or not figure.found.is_asked:
                return words
            return f"{words}, because {term(parts[1], depth)} {figure.found} {term(parts[2], depth)}"


def _leaf(figure: Figure, how: str, depth: int) -> str:
    if depth == 0:
        return how if not figure.label else f"{figure.label}, {how}"
    return f"{figure.label} {amount_text(figure)}".strip()


def _sum(figure: Figure, depth: int) -> str:
    there = [part for part in figure.parts if part.amount or part.gaps]
    if not there:
        return "nothing is entered" if not any(part.parts for part in figure.parts) else "nothing"
    if len(there) == 1:
        only = there[0]
        if isinstance(only.origin, RuleValue) and depth == 0:
            return f"{term(only)}, by {_source(only.origin)}"
        inside = only.place is None and only.parts and depth < DEEPEST
        return _with_reasons(_made_of(only, depth), only) if inside else term(only, depth)
    if len(there) <= SAID_APART:
        return _joined([term(part, depth) for part in there])
    largest = sorted(there, key=lambda part: -abs(part.amount))[:2]
    others = len(there) - len(largest)
    named = ", ".join(term(part, depth) for part in largest)
    return f"{named} and {others} other amount{'s' if others > 1 else ''}"


def _product(left: Figure, right: Figure, depth: int) -> str:
    whole, rate = (right, left) if _is_rate(left) and not _is_rate(right) else (left, right)
    if not _is_rate(rate):
        return f"{term(whole, depth)} times {term(rate, depth)}"
    share = format(rate.amount.normalize(), "f")
    words = FRACTIONS.get(share, f"{format((rate.amount * 100).normalize(), 'f')}% of")
    said = f"{words} {term(whole, depth)}"
    if depth:
        return said
    if isinstance(rate.origin, RuleValue):
        return f"{said}, by {_source(rate.origin)}"
    return f"{said}, {rate.label}" if rate.label else said


def _source(value: RuleValue) -> str:
    """The publication, without how it was noted down."""
    return value.source.partition("; recalled")[0]


def _is_rate(figure: Figure) -> bool:
    if isinstance(figure.origin, RuleValue):
        return not figure.origin.unit.startswith("USD")
    return 0 <= figure.amount <= 1 and figure.operation in {
        Operation.ENTERED, Operation.STATED, Operation.QUOTIENT,
    }  # fmt: skip


def _bounded(figure: Figure, depth: int) -> str:
    others = [part for part in figure.parts if part is not NOT_BELOW_ZERO]
    larger = figure.operation is Operation.LARGER
    if len(others) < len(figure.parts):
        words = term(others[0], depth) if others[0].place is not None else _made_of(others[0], depth)
        return f"{words}, but not below zero" if larger else f"{words}, as far as it is below zero"
    which = "larger" if larger else "smaller"
    return f"the {which} of {_joined([term(part, depth) for part in others])}"


def _joined(words: list[str]) -> str:
    return words[0] if len(words) == 1 else f"{', '.join(words[:-1])} and {words[-1]}"
