"""Columns share the width of a table by what they hold."""

from __future__ import annotations

from collections.abc import Collection, Sequence

MOST_GROWN = 420
WIDEST = 320
"""A column wants no more than this while another could have the room."""


def fitted(wanted: Sequence[int], least: Sequence[int], room: int, grows: Collection[int]) -> list[int]:
    """The widths of columns, in pixels: what each wants, the longest first what is usual and then of the room
    that is left; what is then left goes to those that grow, up to a width that is still read in one look.
    Where there is too little room the widest give way first, down to the least of each."""
    usual = [min(width, WIDEST) for width in wanted]
    rest = room - sum(usual)
    if rest >= 0:
        widths = []
        for width, whole in zip(usual, wanted, strict=True):
            more = min(whole - width, rest)
            widths.append(width + more)
            rest -= more
        share = rest // len(grows) if grows else 0
        return [
            max(width, min(width + share, MOST_GROWN)) if number in grows else width
            for number, width in enumerate(widths)
        ]
    low, high = 0, max(usual, default=0)
    while low < high:
        middle = (low + high + 1) // 2
        low, high = (middle, high) if _taken(usual, least, middle) <= room else (low, middle - 1)
    return [min(width, max(low, floor)) for width, floor in zip(usual, least, strict=True)]


def _taken(wanted: Sequence[int], least: Sequence[int], most: int) -> int:
    return sum(min(width, max(most, floor)) for width, floor in zip(wanted, least, strict=True))
