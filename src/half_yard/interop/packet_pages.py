"""The parts of a packet that are no sheets, as pages to read: the summary, what goes on, what is kept."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from half_yard.countries import Computation
from half_yard.countries.keeping import Kept
from half_yard.countries.next_year import carried_on
from half_yard.countries.results import Return
from half_yard.countries.summing_up import year_in_words
from half_yard.countries.telling import line_name
from half_yard.figures.explain import exact_text, money_text
from half_yard.interop.printed_page import printed_page

Row = tuple[str, ...]


def stops_of(computation: Computation, each: Return) -> list[tuple[str, str, str]]:
    """The stops of a return on which something stands: each label, where it stands, and its amount."""
    found = []
    for point in each.carry:
        line, sheet = computation.line(point.place), computation.sheet(point.place.sheet)
        if line.figure.amount:
            where = f"{sheet.title}, line {line.number}" if line.number else sheet.title
            found.append((point.label, where, money_text(line.figure.amount)))
    return found


def carried_rows(computation: Computation) -> list[tuple[str, str, str]]:
    """What is carried to next year: what it is, the line it comes from, and the amount."""
    return [
        (f"{each.line.title} ({each.line.section})" if each.line.section else each.line.title,
         line_name(computation, each.line), exact_text(each.amount))
        for each in carried_on(computation)
    ]  # fmt: skip


def summary_page(computation: Computation) -> str:
    """The year in words, and the chain of every return."""
    words = "".join(f"<p>{escape(each)}</p>" for each in year_in_words(computation))
    chains = "".join(
        f"<h2>{escape(each.title)}</h2>{_table(stops_of(computation, each))}" for each in computation.returns
    )
    return _page(f"{computation.file.title}: {computation.file.tax_year}", f"{words}{chains}")


def carried_page(computation: Computation) -> str:
    """What is carried to next year."""
    head = ("What", "From", "Amount")
    return _page(f"Carried to {computation.file.tax_year + 1}", _table(carried_rows(computation), head))


def keeping_page(kept: Sequence[Kept]) -> str:
    """What is kept, and how long."""
    rows = [(each.what, each.how_long) for each in kept]
    return _page("What to keep", _table(rows, ("What", "How long")))


def _page(title: str, body: str) -> str:
    return printed_page(title, f"<h1>{escape(title)}</h1>{body}")


def _table(rows: Sequence[Row], head: Row = ()) -> str:
    """A table; the third column, of amounts, stands at the right."""
    cells = [f"<tr>{''.join(f'<th>{escape(each)}</th>' for each in head)}</tr>"] if head else []
    for row in rows:
        parts = (
            f'<td class="n">{escape(each)}</td>' if number == 2 else f"<td>{escape(each)}</td>"
            for number, each in enumerate(row)
        )  # fmt: skip
        cells.append(f"<tr>{''.join(parts)}</tr>")
    return f"<table>{''.join(cells)}</table>"
