"""What stands side by side, as a page to print."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from half_yard.countries.side_by_side import Row
from half_yard.figures.explain import money_text
from half_yard.interop.printed_page import printed_page


def beside_page(title: str, names: Sequence[str], rows: Sequence[Row], notes: Sequence[str]) -> str:
    """The lines with what they are in each column, and what should be known of the fittings, as HTML."""
    head = "".join(f'<th class="n">{escape(name)}</th>' for name in names)
    body = "".join(_line(row) for row in rows)
    said = "".join(f"<p>{escape(note)}</p>" for note in notes)
    table = f"<table><tr><th>Line</th>{head}</tr>{body}</table>"
    return printed_page(title, f"<h1>{escape(title)}</h1>{table}{said}", landscape=True)


def _line(row: Row) -> str:
    amounts = "".join(f'<td class="n">{money_text(each)}</td>' for each in row.amounts)
    words = row.title if row.chain else f"{row.number} {row.title} · {row.sheet}".strip()
    return f"<tr><td>{escape(words)}</td>{amounts}</tr>"
