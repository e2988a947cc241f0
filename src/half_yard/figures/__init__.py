"""Numbers that remember: exact amounts that carry the way they came about."""

from half_yard.figures.explain import Step, amount_text, how, steps
from half_yard.figures.figure import (
    NOT_BELOW_ZERO,
    Choice,
    Entered,
    Figure,
    Mark,
    MarkKind,
    Operation,
    Place,
    RuleValue,
    difference,
    entered,
    larger_of,
    rule,
    smaller_of,
    stated,
    total,
)
from half_yard.figures.sheet import Line, Page, Sheet
from half_yard.figures.thread import Threads, recompute

__all__ = [
    "NOT_BELOW_ZERO",
    "Choice",
    "Entered",
    "Figure",
    "Line",
    "Mark",
    "MarkKind",
    "Operation",
    "Page",
    "Place",
    "RuleValue",
    "Sheet",
    "Step",
    "Threads",
    "amount_text",
    "difference",
    "entered",
    "how",
    "larger_of",
    "recompute",
    "rule",
    "smaller_of",
    "stated",
    "steps",
    "total",
]
