"""A packet on paper: the letter, a summary, every sheet, the depreciation of every activity, the vouchers and
what to keep, as PDF with bookmarks, page numbers, embedded typefaces and text that can be searched.

Nothing is cut: what is too long for its column goes on in the next line, what is too long for a page on the
next page, under the same headings. While the result is not final, every page says so.
"""

from __future__ import annotations

import datetime
import io
from collections.abc import Callable, Generator, Iterator, Mapping, Sequence
from dataclasses import dataclass
from decimal import Decimal
from html import escape
from typing import Any

from reportlab.platypus import Flowable, PageBreak, Paragraph, Spacer, Table

from half_yard.countries import Computation, pack_for
from half_yard.countries.asset_words import not_by_itself
from half_yard.countries.summing_up import year_in_words
from half_yard.figures import Line, Sheet
from half_yard.figures.explain import exact_text, line_text
from half_yard.interop.chain import Chain
from half_yard.interop.cover_letter import USUAL_COVER, cover_text
from half_yard.interop.letter import USUAL_LETTER, Wording, letter_text
from half_yard.interop.letter_on_paper import paragraphs
from half_yard.interop.packet_pages import carried_rows, stops_of
from half_yard.interop.packet_parts import (
    CARRIED,
    COVER,
    DEPRECIATION,
    LETTER,
    SUMMARY,
    TO_KEEP,
    VOUCHERS,
    Part,
    parts_of,
)
from half_yard.interop.paper import (
    AMOUNT,
    HEAD,
    NOTE,
    ROW,
    SECTION,
    SIDE,
    STRONG,
    SUM,
    Bookmark,
    Document,
    PaperSize,
    style_of,
    table_style,
)
from half_yard.texts import to_the_end

NOT_COMPLETE = "Draft, not complete"
NUMBER_WIDTH, AMOUNT_WIDTH = 40, 92
ASSET_WIDTHS = (104, 116, 56, 66, 66, 62, 66)
ASSET_HEADINGS = ("Asset", "Class and method", "In service", "Basis", "Earlier years", "This year", "Left")


@dataclass(frozen=True, slots=True)
class Words:
    """The office's words of a packet: of its cover letter, and of the questions; and by when the return must
    be filed."""

    cover: Wording = USUAL_COVER
    letter: Wording = USUAL_LETTER
    due: datetime.date | None = None


USUAL_WORDS = Words()


def packet(
    computation: Computation,
    keys: Sequence[str] | None = None,
    paper: PaperSize = PaperSize.LETTER,
    words: Words = USUAL_WORDS,
) -> Generator[int, None, bytes]:
    """The parts with these keys, or all, as PDF; yields how many parts are laid out. Raises KeyError where
    there is no such part, LetterError where the letter's words can't be filled in."""
    known = {part.key: part for part in parts_of(computation)}
    chosen = [known[key] for key in (known if keys is None else keys)]
    width = paper.value[0] - 2 * SIDE
    story: list[Flowable] = []
    for number, part in enumerate(chosen, 1):
        if story:
            story.append(PageBreak())
        story += _laid_out(computation, part, width, words)
        yield number
    made = io.BytesIO()
    file = computation.file
    title = f"{file.title}, {file.tax_year}"
    Document(made, paper.value, title, "" if computation.complete else NOT_COMPLETE).write(story)
    return made.getvalue()


def packet_bytes(computation: Computation, keys: Sequence[str] | None = None, **options: Any) -> bytes:
    """The same, all at once."""
    return to_the_end(packet(computation, keys, **options))


def _laid_out(computation: Computation, part: Part, width: float, words: Words) -> Iterator[Flowable]:
    makers: Mapping[str, Callable[[], Iterator[Flowable]]] = {
        COVER: lambda: iter(paragraphs(cover_text(computation, words.cover, words.due))),
        LETTER: lambda: iter(paragraphs(letter_text(computation.file, words.letter))),
        CARRIED: lambda: _carried(computation, width),
        SUMMARY: lambda: _summary(computation, width),
        DEPRECIATION: lambda: _depreciation(computation, width),
        VOUCHERS: lambda: _vouchers(computation, width),
        TO_KEEP: lambda: _to_keep(computation, width),
    }
    yield Bookmark(part.key, part.title)
    if part.key in makers:
        yield from makers[part.key]()
    else:
        yield from _sheet(computation.sheet(part.key), width)


def _text(text: str, style: str = ROW) -> Paragraph:
    return Paragraph(escape(text).replace("\n", "<br/>"), style_of(style))


def _summary(computation: Computation, width: float) -> Iterator[Flowable]:
    """The chain of every return from the activities to the result, in words and amounts."""
    file = computation.file
    yield _text(f"{file.title}: {file.tax_year}", HEAD)
    if not computation.complete:
        yield _text("The result is not final: see what is marked on the sheets.")
    for sentence in year_in_words(computation):
        yield _text(sentence)
    for each in computation.returns:
        stops = stops_of(computation, each)
        yield _text(each.title, SECTION)
        yield Chain(stops)
        cells = [
            [_text(label, STRONG), _text(where, NOTE), _text(amount, AMOUNT)]
            for label, where, amount in stops
        ]
        if cells:
            yield _table(cells, (130, width - 130 - AMOUNT_WIDTH, AMOUNT_WIDTH))
    yield Spacer(0, 10)


def _sheet(sheet: Sheet, width: float) -> Iterator[Flowable]:
    yield _text(sheet.title, HEAD)
    facts = "; ".join(f"{name}: {value}" for name, value in sheet.facts if value)
    for words in (facts, *sheet.notes):
        if words:
            yield _text(words, NOTE)
    widths = (NUMBER_WIDTH, width - NUMBER_WIDTH - AMOUNT_WIDTH, AMOUNT_WIDTH)
    rows: list[list[Any]] = [[_text("Line"), "", _text("Amount", AMOUNT)]]
    section = ""
    for line in sheet.lines:
        if line.section and line.section != section:
            rows.append(["", _text(line.section, SECTION), ""])
        section = line.section
        rows.append(_line(sheet, line))
    yield _table(rows, widths, heading=True)
    for message in dict.fromkeys(mark.message for line in sheet.lines for mark in line.figure.gaps):
        yield _text(f"* Not computed: {message}", NOTE)
    for message in dict.fromkeys(mark.message for line in sheet.lines for mark in line.figure.provisional):
        yield _text(f"Provisional: {message}", NOTE)


def _line(sheet: Sheet, line: Line) -> list[Any]:
    star = " *" if line.figure.gaps else ""
    strong = line.role.stands_out
    amount = line_text(line.figure, in_cents=sheet.in_cents)
    return [
        _text(line.number, STRONG if strong else ROW),
        _text(line.title + star, STRONG if strong else ROW),
        _text(amount, SUM if strong else AMOUNT),
    ]


def _depreciation(computation: Computation, width: float) -> Iterator[Flowable]:
    """Every asset by what it belongs to, in dollars and cents."""
    file, pack = computation.file, pack_for(computation.file.country)
    yield _text(f"Depreciation {file.tax_year}", HEAD)
    scale = width / sum(ASSET_WIDTHS)
    for place in file.places:
        sums = [Decimal(0)] * 4
        rows: list[list[Any]] = [
            [_text(words, AMOUNT if number > 2 else ROW) for number, words in enumerate(ASSET_HEADINGS)]
        ]
        for key, asset in sorted(file.assets.items()):
            if asset.activity != place:
                continue
            name, story = _text(asset.name or key), computation.stories.get(key)
            if story is None:
                rows.append([name, _text(not_by_itself(computation, pack, key)), "", "", "", "", ""])
                continue
            basis = pack.one_by_one.bases(computation, key).depreciation
            day = asset.in_service.isoformat() if asset.in_service else ""
            amounts = (basis, story.prior.amount, story.this_year.amount, basis - story.taken.amount)
            shown = (_text(exact_text(each), AMOUNT) for each in amounts)
            rows.append([name, _text(story.summary), _text(day), *shown])
            sums = [whole + amount for whole, amount in zip(sums, amounts, strict=True)]
        if len(rows) > 1:
            rows.append([_text("Together", STRONG), "", "", *(_text(exact_text(each), SUM) for each in sums)])
            yield _text(file.called(place), SECTION)
            yield _table(rows, [each * scale for each in ASSET_WIDTHS], heading=True)


def _vouchers(computation: Computation, width: float) -> Iterator[Flowable]:
    """Who pays, how much and by when; numbers of persons are masked."""
    file, year = computation.file, computation.file.tax_year + 1
    country = pack_for(file.country).country
    calendar, masked = country.calendar(year), country.person_number.masked
    every = pack_for(file.country).paying_ahead(computation)
    yield _text(f"Estimated tax of {year}", HEAD)
    for each in every:
        people = [
            (person.name, masked(person.identity_number) if person.identity_number else "")
            for person in file.people.values()
            if person.name
        ]
        rows = [
            *people, ("Payable to", each.payable_to),
            ("Due", f"{calendar.text(each.due)}, {each.due.year}"), ("Amount", f"{each.amount:,.2f}"),
        ]  # fmt: skip
        yield _text(f"Voucher {each.number} of {len(every)}", SECTION)
        cells = [[_text(name), _text(value, AMOUNT)] for name, value in rows if value]
        yield _table(cells, (140, width - 140))


def _carried(computation: Computation, width: float) -> Iterator[Flowable]:
    """What is carried to next year, and from which line."""
    yield _text(f"Carried to {computation.file.tax_year + 1}", HEAD)
    rows = [
        [_text(what), _text(line, NOTE), _text(amount, AMOUNT)]
        for what, line, amount in carried_rows(computation)
    ]
    rest = width - AMOUNT_WIDTH
    headings = [_text("What", STRONG), _text("From", STRONG), _text("Amount", AMOUNT)]
    yield _table([headings, *rows], (rest / 2, rest / 2, AMOUNT_WIDTH), heading=True)


def _to_keep(computation: Computation, width: float) -> Iterator[Flowable]:
    """What the client keeps, and how long."""
    yield _text("What to keep", HEAD)
    rows = [
        [_text(each.what), _text(each.how_long)]
        for each in pack_for(computation.file.country).to_keep(computation)
    ]
    yield _table(
        [[_text("What", STRONG), _text("How long", STRONG)], *rows], (width / 2, width / 2), heading=True
    )


def _table(rows: list[list[Any]], widths: Sequence[float], *, heading: bool = False) -> Table:
    return Table(
        rows, colWidths=list(widths), repeatRows=1 if heading else 0, style=table_style(heading=heading)
    )
