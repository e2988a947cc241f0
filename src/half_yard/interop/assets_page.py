"""The depreciation schedule as a page to print: HTML that stands alone, by activity, with its totals."""

from __future__ import annotations

from collections.abc import Iterable
from decimal import Decimal
from html import escape

from half_yard.countries import Computation, pack_for
from half_yard.countries.asset_words import not_by_itself
from half_yard.figures.explain import exact_text
from half_yard.interop.printed_page import printed_page

HEADINGS = (
    "Asset",
    "Class and method",
    "In service",
    "Basis",
    "Earlier years",
    "This year",
    "Left",
    "Next year",
)
FIRST_NUMBER = 3


def schedule_page(computation: Computation) -> str:
    """The schedule as an HTML document: amounts are dollars."""
    file = computation.file
    parts = [
        f"<h1>Depreciation {file.tax_year}</h1><p>{escape(file.title)}</p>",
        *(_activity(computation, key) for key in file.places),
    ]
    return printed_page(f"Depreciation {file.tax_year}", "".join(parts), landscape=True)


def _activity(computation: Computation, activity: str) -> str:
    file, pack = computation.file, pack_for(computation.file.country)
    rows, sums = [], [Decimal(0)] * 5
    for key, asset in sorted(file.assets.items()):
        if asset.activity != activity:
            continue
        story = computation.stories.get(key)
        name = escape(asset.name or key)
        if story is None:
            words = escape(not_by_itself(computation, pack, key))
            rows.append(f'<tr><td>{name}</td><td colspan="7">{words}</td></tr>')
            continue
        basis = pack.one_by_one.bases(computation, key).depreciation
        taken = story.taken.amount
        amounts = (basis, story.prior.amount, story.this_year.amount, basis - taken, story.next_year.amount)
        sums = [whole + amount for whole, amount in zip(sums, amounts, strict=True)]
        day = asset.in_service.isoformat() if asset.in_service else ""
        rows.append(_row("", (name, escape(story.summary), day), amounts))
    if not rows:
        return ""
    heads = "".join(
        f"<th{' class=n' if number >= FIRST_NUMBER else ''}>{text}</th>"
        for number, text in enumerate(HEADINGS)
    )
    tied = _tied(computation, activity)
    return (
        f"<h2>{escape(file.called(activity))}</h2><table><tr>{heads}</tr>"
        f"{''.join(rows)}{_row(' class=sum', ('Together', '', ''), sums)}</table><p>{tied}</p>"
    )


def _row(kind: str, words: Iterable[str], amounts: Iterable[Decimal]) -> str:
    cells = "".join(f"<td>{text}</td>" for text in words)
    numbers = "".join(f"<td class=n>{exact_text(amount)}</td>" for amount in amounts)
    return f"<tr{kind}>{cells}{numbers}</tr>"


def _tied(computation: Computation, activity: str) -> str:
    """Where the totals stand on the activity's form."""
    return escape(
        "; ".join(
            f"{sheet.form}, line {line.number}: {exact_text(line.figure.amount)}"
            for sheet in computation.asset_sheets(activity)
            for line in sheet.lines
            if line.role.stands_out
        )
    )
