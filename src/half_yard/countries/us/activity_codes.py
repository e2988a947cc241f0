"""Principal business or professional activity codes: found by plain words, and the words by code."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import cache
from importlib import resources

from rapidfuzz import fuzz

MOST = 12
ALIKE = 76
"""Percent of alikeness from which a word counts as another one misspelt."""
WORD = re.compile(r"[a-z0-9]+")


@dataclass(frozen=True, slots=True)
class ActivityCode:
    """A code with its title, and the words by which it is found."""

    code: str
    title: str
    words: frozenset[str]


@cache
def activity_codes() -> tuple[ActivityCode, ...]:
    """All codes, in the order of the list."""
    text = resources.files(__package__).joinpath("codes", "activity_codes.tsv").read_text(encoding="utf-8")
    rows = [line.split("\t") for line in text.splitlines() if line and not line.startswith("#")]
    return tuple(
        ActivityCode(code, title, frozenset(WORD.findall(f"{title} {words}".casefold())))
        for code, title, words in rows
    )


def code_title(code: str) -> str:
    """The title of a code; empty for one that is not on the list."""
    return next((item.title for item in activity_codes() if item.code == code.strip()), "")


def find_codes(typed: str, most: int = MOST) -> list[ActivityCode]:
    """The codes that fit the words typed or begin with the digits typed, the best first; misspelt words are
    found too."""
    wanted = WORD.findall(typed.casefold())
    if not wanted:
        return []
    if len(wanted) == 1 and wanted[0].isdecimal():
        return [item for item in activity_codes() if item.code.startswith(wanted[0])][:most]
    scored = [(sum(_fit(word, item) for word in wanted), item) for item in activity_codes()]
    found = [(score, item) for score, item in scored if score >= ALIKE * len(wanted)]
    return [item for _, item in sorted(found, key=lambda pair: -pair[0])][:most]


def _fit(word: str, item: ActivityCode) -> float:
    """How well a word fits a code's words, in percent."""
    if word in item.words:
        return 100
    if len(word) > 2 and any(known.startswith(word) for known in item.words):
        return 95
    return max(
        (fuzz.ratio(word, known) for known in item.words if abs(len(known) - len(word)) < 4), default=0
    )
