"""A thread in words: the rows that explain a line or a record, for the window and the command line alike."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from half_yard.countries.dividing_things import PERSONAL
from half_yard.countries.results import Computation
from half_yard.countries.tax_years import days_of
from half_yard.figures import Entered, Figure, Line, Place, RuleValue, amount_text, how, sentence, steps
from half_yard.figures.explain import exact_text, money_text
from half_yard.figures.thread import entered_on
from half_yard.records import Stay, Trip
from half_yard.records.collections import collection_and_id, find_record
from half_yard.review.asking import asked_about

Subject = Place | str
"""A line by its place, or a record or field by its JSON pointer."""


@dataclass(frozen=True, slots=True)
class Row:
    """A row of the thread: a heading, the sentence that it opens with (`told`), or a step that may lead on to
    a subject. `warns` says what it warns of, where it does."""

    text: str
    amount: str = ""
    below: str = ""
    depth: int = 0
    subject: Subject | None = None
    heading: bool = False
    warns: str = ""
    told: bool = False


def thread_rows(computation: Computation, subject: Subject) -> Iterator[Row]:
    """The rows that explain a line or a record, with what the client was asked about it; each is worked out
    when it is wanted."""
    for key, question in asked_about(computation.file, str(subject)).items():
        yield Row(question.words, below="Asked of the client", subject=f"/questions/{key}", warns="Waits")
    if isinstance(subject, Place):
        yield from _line_rows(computation, computation.line(subject))
    else:
        yield from _record_rows(computation, subject)


def _line_rows(computation: Computation, line: Line) -> Iterator[Row]:
    for mark in line.figure.gaps:
        yield Row(mark.message, below=mark.mend, subject=mark.path or None, warns="Not computed")
    for mark in line.figure.provisional:
        yield Row(mark.message, below="Provisional", warns="Provisional")
    yield Row(sentence(line.figure), below=_choices(line.figure), told=True)
    yield Row("Made of", heading=True)
    yield from _figure_rows(computation, line.figure)
    fed = computation.threads.fed_by(line.place)
    yield Row("Goes to" if fed else "Goes to no other line", heading=True)
    for target in fed:
        yield _line_row(computation, target)


def _line_row(computation: Computation, line: Line) -> Row:
    return Row(line.title, amount_text(line.figure), line_name(computation, line), subject=line.place)


def _figure_rows(computation: Computation, figure: Figure) -> Iterator[Row]:
    for step in steps(figure):
        nothing = (
            f"{step.nothing} more {'is' if step.nothing == 1 else 'are'} nothing" if step.nothing else ""
        )
        if step.depth == 0 and step.figure.parts:
            row = Row(how(step.figure).capitalize(), amount_text(step.figure), _choices(step.figure))
        else:
            row = _step_row(computation, step.figure, step.depth)
        yield replace(row, below=joined(row.below, nothing))
        if step.hidden:
            yield Row(f"and {step.hidden} more, in the books", depth=step.depth)


def _step_row(computation: Computation, figure: Figure, depth: int) -> Row:
    amount = amount_text(figure)
    if figure.place is not None and depth:
        line = computation.line(figure.place)
        return Row(line.title, amount, line_name(computation, line), depth, figure.place)
    match figure.origin:
        case Entered(path, detail):
            typed = f"Typed as {detail}" if detail else "As entered"
            return Row(figure.label, amount, joined(typed, _choices(figure)), depth, path or None)
        case RuleValue(source=source):
            return Row(figure.label[:1].upper() + figure.label[1:], amount, source, depth)
    below = joined(how(figure).capitalize() if figure.label else "", _choices(figure), figure.reference)
    return Row(figure.label or how(figure).capitalize(), amount, below, depth)


def _choices(figure: Figure) -> str:
    return joined(*(choice.text for choice in figure.choices))


def joined(*texts: str) -> str:
    """The texts that are not empty, with a dot between."""
    return " · ".join(filter(None, texts))


def _record_rows(computation: Computation, path: str) -> Iterator[Row]:
    collection, key = collection_and_id(path)
    if collection == "statements":
        yield from _statement_rows(computation, path)
        return
    stop = computation.stops.get(f"/{collection}/{key}", "")
    if stop:
        yield Row("It lands on no line", below=stop, warns="Counts nowhere")
    if remark := computation.unusual.get(f"/{collection}/{key}"):
        yield Row("A digit too many?", below=remark, warns="Unusual")
    if collection == "assets" and key in computation.stories:
        yield Row("Depreciation of this year", heading=True)
        yield from _figure_rows(computation, computation.stories[key].this_year)
    if collection == "entries" and (row := computation.file.entries[key].from_row):
        statement, _, row_key = row.partition("/")
        if statement in computation.file.statements:
            name = computation.file.statements[statement].name
            yield Row("From a statement", heading=True)
            yield Row(name, below="Its row in the tray", subject=f"/statements/{statement}/rows/{row_key}")
    if collection == "forms":
        for match in computation.matches:
            if key in match.forms:
                yield Row("Matched with the books", heading=True)
                yield Row("On forms", money_text(match.on_forms))
                yield Row("In the books", money_text(match.in_books), match.state.value.capitalize())
    for number, line in enumerate(_lands(computation, path)):
        if not number:
            yield Row("Lands on", heading=True)
        yield _line_row(computation, line)


def _lands(computation: Computation, path: str) -> Iterable[Line]:
    record = find_record(computation.file, path)
    if isinstance(record, Trip | Stay):
        return _measured_by(computation, record)
    collection, key = collection_and_id(path)
    return computation.threads.landings_of(f"/{collection}/{key}" if key else path)


def _measured_by(computation: Computation, record: Trip | Stay) -> Iterator[Line]:
    """The lines for which a trip or a stay measures how much its thing was used: those of its thing's sheets
    that are made of what is measured there, of a trip those of what it was for. One of another year counts
    nowhere."""
    file, measured, ends = computation.file, f"/things/{record.thing}", ""
    first, last = days_of(file)
    if isinstance(record, Trip):
        begins = until = record.date
        ends = f".{record.activity if record.activity in file.activities else PERSONAL}"
    else:
        begins, until = record.begins, record.ends or record.begins
    if (begins or first) > last or (until or last) < first:
        return
    for sheet in computation.sheets:
        if record.thing in sheet.key.split("."):
            for line in sheet.lines:
                if line.place.line.endswith(ends) and measured in entered_on(line, measured):
                    yield line


def _statement_rows(computation: Computation, path: str) -> Iterator[Row]:
    """What became of a row of a statement."""
    _, _, statement, _, key, *_ = [*path.split("/"), "", "", "", ""]
    file = computation.file
    row = file.statements[statement].rows.get(key) if statement in file.statements else None
    if row is None:
        return
    at = f"{file.statements[statement].name}, line {row.source_line}" if row.source_line else ""
    yield Row("On the statement", heading=True)
    yield Row(row.payee or row.memo or "Row", exact_text(row.amount), joined(at, row.reference))
    if row.set_aside:
        yield Row("Set aside", below=row.set_aside)
    for _, part in sorted(row.parts_aside.items()):
        yield Row("A part aside", exact_text(part.amount), part.reason)
    made = [each for each, entry in file.entries.items() if entry.from_row == f"{statement}/{key}"]
    yield Row("In the books as" if made else "Not in the books", heading=True)
    for each in made:
        entry = file.entries[each]
        lands = computation.threads.landing_of(f"/entries/{each}")
        where = line_name(computation, lands[0]) if lands else computation.stops.get(f"/entries/{each}", "")
        yield Row(
            entry.payee or entry.memo or "Entry", exact_text(entry.amount), where, subject=f"/entries/{each}"
        )


def line_name(computation: Computation, line: Line) -> str:
    """A line's sheet and its number, or where it has none the section in which it stands."""
    title = computation.sheet(line.place.sheet).title
    return f"{title}, line {line.number}" if line.number else joined(title, line.section)
