"""Columns share the width of a table by what they hold."""

from __future__ import annotations

from collections.abc import Collection, Sequence

MOST_GROWN = 420


def fitted(wanted: Sequence[int], least: Sequence[int], room: int, grows: Collection[int]) -> list[int]:
    """The widths of columns, in pixels: what each wants, and of the room that is left as much more to each of
    those that grow, up to a width that is still read in one look. Where there is too little room the widest
    give way first, down to the least of each."""
    rest = room - sum(wanted)
    if rest >= 0:
        share = rest // len(grows) if grows else 0
        return [
            max(width, min(width + share, MOST_GROWN)) if number in grows else width
            for number, width in enumerate(wanted)
        ]
    low, high = 0, max(wanted, default=0)
    while low < high:
        middle = (low + high + 1) // 2
        low, high = (middle, high) if _taken(wanted, least, middle) <= room else (low, middle - 1)
    return [min(width, max(low, floor)) for width, floor in zip(wanted, least, strict=True)]


def _taken(wanted: Sequence[int], least: Sequence[int], most: int) -> int:
    return sum(min(width, max(most, floor)) for width, floor in zip(wanted, least, strict=True))
