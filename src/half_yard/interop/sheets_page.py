"""Sheets as a page to print: every line with its number and amount, and what of it is not computed."""

from __future__ import annotations

from collections.abc import Sequence
from html import escape

from half_yard.countries import Computation
from half_yard.figures import Line, Sheet
from half_yard.figures.explain import line_text
from half_yard.interop.printed_page import printed_page

NOT_COMPLETE = "Not complete: the result is not final."


def sheets_page(computation: Computation, sheets: Sequence[Sheet]) -> str:
    """Sheets as an HTML document, each under its title; amounts as their forms keep them."""
    file = computation.file
    title = f"{file.title}, {file.tax_year}"
    warning = "" if computation.complete else f"<p><b>{NOT_COMPLETE}</b></p>"
    body = "".join(_sheet(sheet) for sheet in sheets)
    return printed_page(title, f"<h1>{escape(title)}</h1>{warning}{body}")


def _sheet(sheet: Sheet) -> str:
    facts = "; ".join(f"{name}: {value}" for name, value in sheet.facts if value)
    rows, section = [], ""
    for line in sheet.lines:
        if line.section and line.section != section:
            rows.append(f'<tr><td colspan="3"><b>{escape(line.section)}</b></td></tr>')
        section = line.section
        rows.append(_line(sheet, line))
    gaps = dict.fromkeys(mark.message for line in sheet.lines for mark in line.figure.gaps)
    notes = "".join(f"<p>{escape(note)}</p>" for note in sheet.notes)
    missing = "".join(f"<p>* Not computed: {escape(message)}</p>" for message in gaps)
    return (
        f"<h2>{escape(sheet.title)}</h2><p>{escape(facts)}</p>{notes}"
        f"<table><tr><th>Line</th><th></th><th class=n>Amount</th></tr>{''.join(rows)}</table>{missing}"
    )


def _line(sheet: Sheet, line: Line) -> str:
    star = " *" if line.figure.gaps else ""
    kind = " class=sum" if line.role.stands_out else ""
    amount = line_text(line.figure, in_cents=sheet.in_cents)
    words = f"<td>{escape(line.number)}</td><td>{escape(line.title)}{star}</td>"
    return f"<tr{kind}>{words}<td class=n>{amount}</td></tr>"
