"""Forms made of parts: each fills in lines of the form's page, and the form is its parts in their order."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import Concatenate, Generic, ParamSpec, TypeVar

from half_yard.figures.asking import Ask
from half_yard.figures.figure import Figure
from half_yard.figures.sheet import Line, Page, Sheet

F = TypeVar("F")
P = ParamSpec("P")


class Lines:
    """The lines that one part of a form has filled in, by their keys, and its notes."""

    __slots__ = ("_by_key", "lines", "notes")

    def __init__(self, lines: tuple[Line, ...], notes: tuple[str, ...]) -> None:
        self.lines = lines
        self.notes = notes
        self._by_key = {line.place.line: line.figure for line in lines}

    def __getitem__(self, key: str) -> Figure:
        return self._by_key[key]

    def __contains__(self, key: str) -> bool:
        return key in self._by_key

    def get(self, key: str, otherwise: Figure) -> Figure:
        """The figure on a line, or another where the part has no such line."""
        return self._by_key.get(key, otherwise)


class Form(Generic[F, P]):
    """A form. Its head says what it is called and whose it is; parts are added in the order of their lines.

        @Form
        def form_8995(ask: Ask) -> Page: ...

        @form_8995.part
        def deduction(page: Page, ask: Ask) -> None: ...

    Another part asks for `ask(deduction)["deduction"]`; the computation asks for `ask(form_8995.sheet)`.
    """

    def __init__(self, head: Callable[Concatenate[Ask[F], P], Page]) -> None:
        self.head = head
        self._parts: list[Callable[Concatenate[Ask[F], P], Lines]] = []

    def part(
        self, fill: Callable[Concatenate[Page, Ask[F], P], None]
    ) -> Callable[Concatenate[Ask[F], P], Lines]:
        """A part of the form, to be asked for: the lines that the function fills in."""

        @wraps(fill)
        def made(ask: Ask[F], /, *about: P.args, **named: P.kwargs) -> Lines:
            loose = ask.may_be_on_no_line(made)
            page = ask(self.head, *about, **named).like(loose=loose)
            fill(page, ask, *about, **named)
            if ask.is_on_no_line is not loose:
                # Only what it asked for says so; mostly it was known before.
                page = page.like(loose=not loose)
                fill(page, ask, *about, **named)
            return Lines(tuple(page.lines), tuple(page.notes))

        self._parts.append(made)
        return made

    def sheet(self, ask: Ask[F], *about: P.args, **named: P.kwargs) -> Sheet:
        """The form filled in, part after part; to be asked for."""
        head = ask(self.head, *about, **named)
        page = head.like()
        page.notes += head.notes
        for part in self._parts:
            filled = ask(part, *about, **named)
            page.lines += filled.lines
            page.notes += filled.notes
        return page.sheet()
