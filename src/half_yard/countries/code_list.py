"""A list of codes for what activities do: found by plain words, and the words by code."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from importlib import resources

from rapidfuzz import fuzz

from half_yard.asked import Field, FieldKind
from half_yard.records.choices import Option

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


@dataclass(frozen=True)
class CodeList:
    """The codes of a country: the package and the file that hold them, and what one is called."""

    package: str
    file: str
    called: str

    @cached_property
    def codes(self) -> tuple[ActivityCode, ...]:
        """All codes, in the order of the list."""
        text = resources.files(self.package).joinpath("codes", self.file).read_text(encoding="utf-8")
        rows = [line.split("\t") for line in text.splitlines() if line and not line.startswith("#")]
        return tuple(
            ActivityCode(code, title, frozenset(WORD.findall(f"{title} {words}".casefold())))
            for code, title, words in rows
        )

    def title(self, code: str) -> str:
        """The title of a code; empty for one that is not on the list."""
        return next((item.title for item in self.codes if item.code == code.strip()), "")

    def find(self, typed: str, most: int = MOST) -> list[ActivityCode]:
        """The codes that fit the words typed or begin with the digits typed, the best first; misspelt words
        are found too."""
        wanted = WORD.findall(typed.casefold())
        if not wanted:
            return []
        if len(wanted) == 1 and wanted[0].isdecimal():
            return [item for item in self.codes if item.code.startswith(wanted[0])][:most]
        scored = [(sum(_fit(word, item) for word in wanted), item) for item in self.codes]
        found = [(score, item) for score, item in scored if score >= ALIKE * len(wanted)]
        return [item for _, item in sorted(found, key=lambda pair: -pair[0])][:most]

    def options(self, typed: str) -> Sequence[Option]:
        """The codes that fit, with their titles."""
        return [(item.code, item.title) for item in self.find(typed)]

    def problem(self, code: str) -> str:
        """What is wrong with a code; empty where it is on the list, or nothing is typed."""
        if not code or self.title(code):
            return ""
        return f"{code} is not on the list of {self.called} codes. Type plain words to find one."

    def field(self, activity: str) -> Field:
        """The code as it is asked of an activity."""
        return Field(
            f"/activities/{activity}/code", f"{self.called.capitalize()} code", FieldKind.SEARCH,
            search=self.options, meaning=self.title, problem=self.problem,
            hint="plain words, or six digits",
        )  # fmt: skip


def _fit(word: str, item: ActivityCode) -> float:
    """How well a word fits a code's words, in percent."""
    if word in item.words:
        return 100
    if len(word) > 2 and any(known.startswith(word) for known in item.words):
        return 95
    return max(
        (fuzz.ratio(word, known) for known in item.words if abs(len(known) - len(word)) < 4), default=0
    )
