"""A curve as a picture: where everything stands, in one place for the window and for SVG (SVG 1.1)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from html import escape

from half_yard.countries.sweeping import Input, Jump, Point, curve_rows
from half_yard.interop.csv_text import csv_text

LEFT, RIGHT, TOP, BOTTOM = 76.0, 18.0, 16.0, 34.0
PICTURE = (720.0, 360.0)
MOST_TICKS = 6
COLUMNS = ("value", "amount", "marginal")
NICE = (Decimal(1), Decimal(2), Decimal(5), Decimal(10))


@dataclass(frozen=True, slots=True)
class Tick:
    """A mark on an axis: where it stands, in pixels, and its words."""

    at: float
    words: str


@dataclass(frozen=True, slots=True)
class Plot:
    """A curve laid out in so many pixels: its points, the marks of both axes, where it jumps."""

    width: float
    height: float
    points: tuple[tuple[float, float], ...]
    across: tuple[Tick, ...]
    up: tuple[Tick, ...]
    jumps: tuple[tuple[float, float], ...]


def plot_of(
    points: Sequence[Point], found: Sequence[Jump], moved: Input, width: float, height: float
) -> Plot:
    """The layout of a curve of at least one point."""
    values, amounts = [point.value for point in points], [point.amount for point in points]
    inner = (LEFT, width - RIGHT), (height - BOTTOM, TOP)
    x, y = _scale(min(values), max(values), inner[0]), _scale(min(amounts), max(amounts), inner[1])
    return Plot(
        width, height,
        tuple((x(point.value), y(point.amount)) for point in points),
        tuple(Tick(x(value), moved.shown(value)) for value in _ticks(min(values), max(values))),
        tuple(Tick(y(value), f"{value:,.0f}") for value in _ticks(min(amounts), max(amounts))),
        tuple((x(each.after.value), y(each.after.amount)) for each in found),
    )  # fmt: skip


class _scale:  # noqa: N801 (a function with what it needs)
    def __init__(self, least: Decimal, most: Decimal, between: tuple[float, float]) -> None:
        self._least, self._span = least, (most - least) or Decimal(1)
        self._from, self._to = between

    def __call__(self, value: Decimal) -> float:
        return self._from + float((value - self._least) / self._span) * (self._to - self._from)


def _ticks(least: Decimal, most: Decimal) -> list[Decimal]:
    """Round values between two, at most a few."""
    span = most - least
    if not span:
        return [least]
    rough = span / MOST_TICKS
    power = Decimal(10) ** rough.adjusted()
    step = next(power * nice for nice in NICE if power * nice >= rough)
    first = (least / step).to_integral_value(rounding="ROUND_CEILING") * step
    found = []
    while first <= most:
        found.append(first)
        first += step
    return found


def curve_csv(points: Sequence[Point], moved: Input) -> str:
    """The curve as CSV: the value, the line, and how much it moves for each one more."""
    rows = [dict(zip(COLUMNS, row, strict=True)) for row in curve_rows(points, moved)]
    return csv_text(COLUMNS, rows)


def svg(points: Sequence[Point], found: Sequence[Jump], moved: Input, title: str, along: str) -> str:
    """The curve as an SVG document with a title; `along` is what is moved, in words."""
    plot = plot_of(points, found, moved, *PICTURE)
    lines = " ".join(f"{x:.1f},{y:.1f}" for x, y in plot.points)
    floor = plot.height - BOTTOM
    width, height = f"{plot.width:.0f}", f"{plot.height:.0f}"
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}" height="{height}" role="img" '
        f'viewBox="0 0 {width} {height}" font-family="sans-serif" font-size="11">',
        f"<title>{escape(title)}</title>",
        f'<path d="M{LEFT} {TOP}V{floor}H{plot.width - RIGHT}" fill="none" stroke="#5c564b"/>',
    ]
    parts += [
        f'<text x="{tick.at:.1f}" y="{floor + 16:.1f}" text-anchor="middle">{escape(tick.words)}</text>'
        for tick in plot.across
    ]
    parts += [
        f'<text x="{LEFT - 6}" y="{tick.at + 4:.1f}" text-anchor="end">{escape(tick.words)}</text>'
        for tick in plot.up
    ]
    parts.append(f'<polyline points="{lines}" fill="none" stroke="#2c3a6b" stroke-width="1.6"/>')
    parts += [f'<circle cx="{x:.1f}" cy="{y:.1f}" r="3.5" fill="#8c2f2b"/>' for x, y in plot.jumps]
    end = plot.width - RIGHT
    parts.append(f'<text x="{end}" y="{plot.height - 4:.1f}" text-anchor="end">{escape(along)}</text>')
    return "\n".join([*parts, "</svg>\n"])
