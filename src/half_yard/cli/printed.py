"""A computation as text and as JSON."""

from __future__ import annotations

import json

from half_yard.countries import Computation
from half_yard.countries.telling import line_name, thread_rows
from half_yard.figures import Line, amount_text, sentence
from half_yard.review.judged import found

AMOUNT_WIDTH = 18
TITLE_WIDTH = 58


def as_json(computation: Computation, unsaved: int) -> str:
    """All sheets, lines and findings, and how many edits that are not saved they leave out, as JSON."""
    return json.dumps(document_of(computation, unsaved), indent=1, ensure_ascii=False)


def document_of(computation: Computation, unsaved: int) -> dict[str, object]:
    """A computation for JSON. The keys of sheets and lines are stable; docs/command-line.md describes
    them."""
    file = computation.file
    return {
        "country": file.country,
        "tax_year": file.tax_year,
        "complete": computation.complete,
        "sheets": [
            {
                "key": sheet.key,
                "form": sheet.form,
                "subject": sheet.subject,
                "notes": list(sheet.notes),
                "lines": [_line_document(line) for line in sheet.lines],
            }
            for sheet in computation.sheets
        ],
        "unsaved_edits": unsaved,
        "findings": _findings(computation),
        "stops": dict(sorted(computation.stops.items())),
    }


def findings_json(computation: Computation, unsaved: int) -> str:
    """What was found, and whether the result is complete."""
    document = {
        "complete": computation.complete,
        "unsaved_edits": unsaved,
        "findings": _findings(computation),
    }
    return json.dumps(document, indent=1, ensure_ascii=False)


def _findings(computation: Computation) -> list[dict[str, str]]:
    return [
        {
            "level": finding.level,
            "message": finding.message,
            "mend": finding.mend,
            "path": finding.path,
            "at_once": finding.step.label if finding.step is not None else "",
            "seen_because": each.judgement.because if each.judgement is not None else "",
        }
        for each in found(computation.file, computation.findings)
        for finding in (each.finding,)
    ]


def _line_document(line: Line) -> dict[str, object]:
    return {
        "key": line.place.line,
        "number": line.number,
        "title": line.title,
        "amount": format(line.figure.amount, "f"),
        "role": line.role.value,
        "in_words": sentence(line.figure),
        "not_computed": [mark.message for mark in line.figure.gaps],
        "provisional": [mark.message for mark in line.figure.provisional],
    }


def as_text(computation: Computation) -> str:
    """All sheets and lines that are not empty, for reading."""
    lines: list[str] = []
    for sheet in computation.sheets:
        lines += ["", f"{sheet.title}   [{sheet.key}]"]
        lines += [f"  {note}" for note in sheet.notes]
        for line in sheet.lines:
            if line.figure.amount or line.figure.gaps:
                mark = "  (not complete)" if line.figure.gaps else ""
                lines.append(
                    f"  {line.number:>6}  {line.title[:TITLE_WIDTH]:<{TITLE_WIDTH}}"
                    f"{amount_text(line.figure):>{AMOUNT_WIDTH}}{mark}"
                )
    lines += ["", "complete" if computation.complete else "incomplete: see “half-yard check”"]
    return "\n".join(lines).lstrip("\n")


def thread_text(computation: Computation, line: Line) -> str:
    """How a line came about, in a sentence and step by step down to entries, rules and other lines, and which
    lines it feeds."""
    lines = [f"{line_name(computation, line)}: {line.title} [{line.place}]"]
    for row in thread_rows(computation, line.place):
        if row.heading:
            lines += ["", row.text]
            continue
        where = f" [{row.subject}]" if row.subject is not None else ""
        if row.told or row.warns:
            lines.append(f"{f'{row.warns}: ' if row.warns else ''}{row.text}")
        else:
            lines.append(f"{row.amount:>{AMOUNT_WIDTH}}  {'  ' * row.depth}{row.text}{where}")
        if row.below:
            lines.append(f"{'':>{AMOUNT_WIDTH}}    {'  ' * row.depth}{row.below}")
    return "\n".join(lines)
