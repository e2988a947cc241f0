"""A file as it is beside what it would be, as text and as JSON."""

from __future__ import annotations

import json
from collections.abc import Sequence

from half_yard.cli.printed import document_of
from half_yard.countries import Computation
from half_yard.countries.beside import LineBeside, lines_beside, what_moved
from half_yard.figures import amount_text
from half_yard.figures.explain import exact_text
from half_yard.records.fittings import Fitting

WIDTH = 16
TITLE_WIDTH = 44

Made = Sequence[tuple[Fitting, Computation]]


def beside_text(now: Computation, made: Made) -> str:
    """For each scenario the lines that differ: as they are, as they would be, and by how much."""
    texts = []
    for scenario, then in made:
        lines = [
            f"If: {scenario.name}",
            f"{'as it is':>{WIDTH + TITLE_WIDTH + 12}}{'if so':>{WIDTH}}{'change':>{WIDTH}}",
        ]
        sheet = ""
        found = list(lines_beside(now, then))
        for each in found:
            if each.title != sheet:
                sheet = each.title
                lines += ["", f"{sheet}   [{each.line.place.sheet}]"]
            lines.append(
                f"  {each.line.number:>6}  {each.line.title[:TITLE_WIDTH]:<{TITLE_WIDTH}}"
                f"  {amount_text(each.before):>{WIDTH}}{amount_text(each.after):>{WIDTH}}"
                f"{exact_text(each.change):>{WIDTH}}"
            )
        if not found:
            lines.append("No line differs.")
        if not then.complete and now.complete:
            lines += ["", "If so, the result is not complete."]
        texts.append("\n".join(lines))
    return "\n\n".join(texts)


def beside_json(now: Computation, unsaved: int, made: Made) -> str:
    """The file as it is, and each scenario with its computation and the lines that differ."""
    document = {
        "without": document_of(now, unsaved),
        "with": [
            {
                "name": scenario.name,
                "computation": document_of(then, unsaved),
                "differences": [_difference(each) for each in lines_beside(now, then)],
            }
            for scenario, then in made
        ],
    }
    return json.dumps(document, indent=1, ensure_ascii=False)


def _difference(each: LineBeside) -> dict[str, object]:
    return {
        "line": str(each.line.place),
        "title": each.line.title,
        "before": format(each.before.amount, "f"),
        "after": format(each.after.amount, "f"),
        "change": format(each.change, "f"),
        "begins_with": [
            {
                "what": new.label or old.label,
                "before": exact_text(old.amount),
                "after": exact_text(new.amount),
            }
            for old, new in what_moved(each.before, each.after)
        ],
    }
