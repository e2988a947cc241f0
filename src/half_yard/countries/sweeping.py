"""One input over a range: what a line comes to at each value, where it jumps and by which rule, and which
value brings it to a target, to its least or to its most."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Generator, Iterator, Sequence
from dataclasses import dataclass
from decimal import Decimal
from itertools import pairwise

from pydantic import JsonValue

from half_yard.asked import step_to, value_at
from half_yard.countries.beside import what_moved
from half_yard.countries.results import Computation
from half_yard.figures import NOTHING, Entered, Figure, Place, RuleValue
from half_yard.figures.rounding import ZERO, to_cents
from half_yard.records import ClientFile, EditError, with_changes
from half_yard.records.reckoning import reckon

Compute = Callable[[ClientFile], Computation]
MOST_POINTS = 2000
JUMP = Decimal(3)
"""A step is a jump where it is so many times what the steps beside it are (our own choice) …"""
LEAST_JUMP = Decimal(25)
"""… and more dollars than this: lines are in whole dollars, and tables go by fifty."""
STEPS_OF_SEARCH = 40


class SweepError(ValueError):
    """A range or a target that can't be; the message says why, and what to give instead."""


@dataclass(frozen=True, slots=True)
class Point:
    """A value of the input, a number or the ordinal of a day, and what the line is then, in dollars."""

    value: Decimal
    amount: Decimal
    figure: Figure


@dataclass(frozen=True, slots=True)
class Jump:
    """Between two values the line jumps, by so many dollars; `why` names the rules that make it."""

    before: Point
    after: Point
    why: str

    @property
    def size(self) -> Decimal:
        """By how many dollars."""
        return self.after.amount - self.before.amount


@dataclass(frozen=True, slots=True)
class Found:
    """A value that was looked for and what the line is with it; `is_met` whether that is the target, or else
    the nearest that there is, in words."""

    point: Point
    is_met: bool
    words: str = ""


@dataclass(frozen=True, slots=True)
class Input:
    """What is swept: the path of a field, and whether it is a day."""

    path: str
    is_day: bool = False

    def text(self, value: Decimal) -> str:
        """A value as a file has it."""
        return datetime.date.fromordinal(int(value)).isoformat() if self.is_day else format(value, "f")

    def shown(self, value: Decimal) -> str:
        """A value for reading, as short as it is said."""
        return self.text(value) if self.is_day else f"{value.normalize():,f}"

    def read(self, typed: str) -> Decimal:
        """A value as it is typed. Raises ValueError with what to type instead."""
        if not typed.strip():
            raise SweepError("The range needs a beginning and an end.")
        if self.is_day:
            return Decimal(datetime.date.fromisoformat(typed.strip()).toordinal())
        return reckon(typed)

    def set_to(self, file: ClientFile, value: Decimal) -> ClientFile:
        """The file with the value there; of two owners the other one has the rest. Raises EditError."""
        plain: JsonValue = self.text(value)
        steps = [step_to(file, self.path, plain)]
        parent, _, name = self.path.rpartition("/")
        owners = value_at(file, parent)
        if parent.endswith("/owners") and isinstance(owners, dict):
            others = [key for key in owners if key != name] or [key for key in file.people if key != name]
            steps += [step_to(file, f"{parent}/{key}", format(100 - value, "f")) for key in others[:1]]
        return with_changes(file, steps)


def input_at(file: ClientFile, path: str) -> Input:
    """The input at a path. Raises SweepError where no number and no day can stand there."""
    parent = path.rpartition("/")[0]
    if not path.startswith("/") or value_at(file, parent) is None:
        raise SweepError(f"There is no field {path} in this file.")
    some_day = Decimal(datetime.date(file.tax_year, 7, 1).toordinal())
    for is_day, some in ((False, Decimal(1)), (True, some_day)):
        made = Input(path, is_day)
        try:
            there = value_at(made.set_to(file, some), path)
        except EditError:
            continue
        if isinstance(there, Decimal | int | datetime.date) and not isinstance(there, bool):
            return made
    raise SweepError(f"{path} holds no number and no day, so it can't be moved over a range.")


def values_between(least: Decimal, most: Decimal, step: Decimal) -> list[Decimal]:
    """The values of a range, the last one too. Raises SweepError for a range without end or with too many."""
    if step <= 0:
        raise SweepError("The step has to be above zero, or the range has no end.")
    if most < least:
        raise SweepError(f"The range ends at {most:f}, before it begins at {least:f}. Give the least first.")
    count = int((most - least) / step) + 1
    if count > MOST_POINTS:
        raise SweepError(
            f"These are {count} values; at most {MOST_POINTS} are worked out. Give a larger step."
        )
    values = [least + number * step for number in range(count)]
    return values if values[-1] == most else [*values, most]


def sweep(
    file: ClientFile, moved: Input, values: Sequence[Decimal], line: Place, compute: Compute
) -> Generator[int, None, list[Point]]:
    """The line at each value; yields how many are worked out. Raises EditError where a value does not fit."""
    points = []
    for number, value in enumerate(values, 1):
        points.append(point_at(file, moved, value, line, compute))
        yield number
    return points


def point_at(file: ClientFile, moved: Input, value: Decimal, line: Place, compute: Compute) -> Point:
    """The line with one value. Raises EditError where it does not fit."""
    made = compute(moved.set_to(file, value))
    figure = _figure(made, line)
    return Point(value, figure.amount, figure)


def _figure(made: Computation, line: Place) -> Figure:
    found = made.find_line(line)
    return NOTHING if found is None else found.figure


def marginal(points: Sequence[Point]) -> list[Decimal | None]:
    """By how many dollars the line moves for each one more of the input, from each point to the next."""
    rates: list[Decimal | None] = []
    for here, there in pairwise(points):
        width = there.value - here.value
        rates.append((there.amount - here.amount) / width if width else None)
    return rates


def jumps(points: Sequence[Point], moved: Input) -> list[Jump]:
    """Where the line moves far more in a step than in those beside it."""
    steps = [there.amount - here.amount for here, there in pairwise(points)]
    found = []
    for number, size in enumerate(steps):
        beside = [abs(steps[other]) for other in (number - 1, number + 1) if 0 <= other < len(steps)]
        usual = max(beside) if beside else ZERO
        if abs(size) > LEAST_JUMP and abs(size) > JUMP * usual:
            before, after = points[number], points[number + 1]
            found.append(Jump(before, after, _why(before.figure, after.figure, moved)))
    return found


def _why(before: Figure, after: Figure, moved: Input) -> str:
    """The rules at which two figures part, but for the input itself."""
    names: dict[str, None] = {}
    for old, new in what_moved(before, after):
        if isinstance(new.origin, Entered) and new.origin.path == moved.path:
            continue
        names.update(dict.fromkeys(_rules(new) or _rules(old) or [new.label or old.label]))
    return "; ".join(name for name in names if name) or "the input alone"


def _rules(figure: Figure) -> list[str]:
    """What rules a figure was made by, at its own step."""
    found = [figure.reference] if figure.reference else []
    found += [part.label for part in (figure, *figure.parts) if isinstance(part.origin, RuleValue)]
    if figure.found is not None and len(figure.parts) > 2:
        left, right = figure.parts[1], figure.parts[2]
        found.append(f"{left.label} {figure.found} {right.label}".strip())
    if not found:
        return []
    by = ", ".join(found)
    return [f"{figure.label} ({by})" if figure.label else by]


def bring_to(
    file: ClientFile, moved: Input, bounds: tuple[Decimal, Decimal], line: Place, target: Decimal,
    compute: Compute,
) -> Found:  # fmt: skip
    """The value within bounds that brings a line to a target: looked for on a grid, then by halves, to the
    cent or the day. Where none does, the nearest, with what comes of it."""
    least, most = bounds
    step = (most - least) / STEPS_OF_SEARCH if most > least else Decimal(1)
    unit = Decimal(1) if moved.is_day else Decimal("0.01")
    counts = range(STEPS_OF_SEARCH + 1)
    points = [_at(file, moved, least + number * step, unit, line, compute) for number in counts]
    for here, there in pairwise(points):
        if (here.amount - target) * (there.amount - target) <= 0:
            return _by_halves(file, moved, (here, there), line, target, compute, unit)
    nearest = min(points, key=lambda point: abs(point.amount - target))
    low, high = min(each.amount for each in points), max(each.amount for each in points)
    words = f"Between {moved.text(least)} and {moved.text(most)} the line is from {low:,.2f} to {high:,.2f}."
    return Found(nearest, is_met=False, words=words)


def _at(
    file: ClientFile, moved: Input, value: Decimal, unit: Decimal, line: Place, compute: Compute
) -> Point:
    rounded = (value / unit).to_integral_value() * unit
    return point_at(file, moved, rounded if moved.is_day else to_cents(rounded), line, compute)


def _by_halves(
    file: ClientFile, moved: Input, between: tuple[Point, Point], line: Place, target: Decimal,
    compute: Compute, unit: Decimal,
) -> Found:  # fmt: skip
    here, there = between
    while target not in {here.amount, there.amount} and there.value - here.value > unit:
        middle = _at(file, moved, (here.value + there.value) / 2, unit, line, compute)
        if middle.value in {here.value, there.value}:
            break
        if (here.amount - target) * (middle.amount - target) <= 0:
            there = middle
        else:
            here = middle
    best = min((here, there), key=lambda point: abs(point.amount - target))
    if best.amount == target:
        return Found(best, is_met=True)
    words = f"The line goes from {here.amount:,.2f} to {there.amount:,.2f} at once there."
    return Found(best, is_met=False, words=words)


def extreme(points: Sequence[Point], *, most: bool) -> Point:
    """The point at which the line is at its least or its most, the first of several. Raises SweepError where
    there is none."""
    if not points:
        raise SweepError("There is no value to choose from.")
    found = max if most else min
    return found(points, key=lambda point: point.amount)


def curve_rows(points: Sequence[Point], moved: Input) -> Iterator[tuple[str, str, str]]:
    """The curve as rows: the value, the line, and how much it moves for each one more."""
    rates = [*marginal(points), None]
    for point, rate in zip(points, rates, strict=True):
        yield moved.text(point.value), format(point.amount, "f"), "" if rate is None else f"{rate:.4f}"
