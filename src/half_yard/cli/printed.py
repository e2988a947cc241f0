"""A computation as text and as JSON."""

from __future__ import annotations

import json

from half_yard.countries import Computation
from half_yard.figures import Entered, Line, RuleValue, amount_text, how, steps

AMOUNT_WIDTH = 18
TITLE_WIDTH = 58


def as_json(computation: Computation, unsaved: int) -> str:
    """All sheets, lines and findings, and how many edits that are not saved they leave out. The keys of
    sheets and lines are stable; docs/command-line.md describes them."""
    file = computation.file
    document = {
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
    return json.dumps(document, indent=1, ensure_ascii=False)


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
        {"level": finding.level, "message": finding.message, "mend": finding.mend, "path": finding.path}
        for finding in computation.findings
    ]


def _line_document(line: Line) -> dict[str, object]:
    return {
        "key": line.place.line,
        "number": line.number,
        "title": line.title,
        "amount": format(line.figure.amount, "f"),
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
    """How a line came about, down to entries, rules and other lines, and which lines it feeds."""
    sheet = computation.sheet(line.place.sheet)
    lines = [f"{sheet.title}, line {line.number}: {line.title} [{line.place}]", ""]
    for step in steps(line.figure):
        figure = step.figure
        label = figure.label or "in between"
        came = f"the line [{figure.place}]" if figure.place and step.depth else how(figure)
        lines.append(f"{amount_text(figure):>{AMOUNT_WIDTH}}  {'  ' * step.depth}{label}: {came}")
        if figure.place and step.depth:
            continue
        indent = " " * (AMOUNT_WIDTH + 4) + "  " * step.depth
        match figure.origin:
            case Entered(path, detail):
                lines.append(f"{indent}entered at {path}" + (f" as {detail}" if detail else ""))
            case RuleValue(source=source):
                lines.append(f"{indent}{source}")
        lines += [f"{indent}{choice.text}" for choice in figure.choices]
        if figure.reference:
            lines.append(f"{indent}{figure.reference}")
        if step.hidden:
            lines.append(f"{indent}and {step.hidden} more")
    lines += [f"{'':>{AMOUNT_WIDTH}}  not computed: {mark.message}" for mark in line.figure.gaps]
    lines += [f"{'':>{AMOUNT_WIDTH}}  provisional: {mark.message}" for mark in line.figure.provisional]
    fed = computation.threads.fed_by(line.place)
    lines += ["", "goes to:" if fed else "goes to no other line"]
    lines += [
        f"  {computation.sheet(to.place.sheet).title}, line {to.number}: {to.title} [{to.place}]"
        for to in fed
    ]
    return "\n".join(lines)
