"""fit: what could be otherwise, beside the file; one input over a range; a fitting taken."""

from __future__ import annotations

import argparse
import csv
import json
import sys
from contextlib import closing
from decimal import Decimal
from functools import partial
from pathlib import Path
from typing import Any

from half_yard.cli.opening import CommandError, add_command, keys_for, open_for_work, read_to_look
from half_yard.cli.saying import DONE, FOUND
from half_yard.cli.working import finish
from half_yard.countries import Computation, Pack, compute, pack_for
from half_yard.countries.side_by_side import Row, rows_beside
from half_yard.countries.sweeping import (
    Compute,
    Input,
    Point,
    SweepError,
    bring_to,
    curve_rows,
    extreme,
    input_at,
    jumps,
    sweep,
    values_between,
)
from half_yard.figures import Place
from half_yard.figures.explain import exact_text
from half_yard.figures.remembered import Memory
from half_yard.interop.curve import curve_csv, svg
from half_yard.records import ClientFile, EditError
from half_yard.records.fitting_edits import in_order
from half_yard.records.fittings import Fitting
from half_yard.records.reckoning import reckon
from half_yard.records.wearing import taken, worn
from half_yard.storage import write_out
from half_yard.texts import to_the_end

COMMANDS = ("fit",)
TITLE, AMOUNT = 44, 16


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    fit = add_command(commands, "fit", "what could be otherwise, beside the file", _fit)
    fit.add_argument(
        "names", nargs="*", metavar="NAME",
        help="a fitting of the file, or a ready one by its key, with =ANSWER where it asks something",
    )  # fmt: skip
    fit.add_argument("--ready", action="store_true", help="list what is ready to be tried")
    fit.add_argument("--differing", action="store_true", help="every line that differs, not only the chain")
    fit.add_argument("--line", action="append", default=[], metavar="SHEET/LINE", help="also this line")
    fit.add_argument("--take", metavar="NAME", help="take a fitting of the file into it")
    fit.add_argument("--dry-run", action="store_true", help="only say what would come of taking it")
    fit.add_argument(
        "--sweep",
        nargs=4,
        metavar=("PATH", "FROM", "TO", "STEP"),
        help="one field over a range of values or days",
    )
    fit.add_argument("--target", metavar="AMOUNT", help="of a sweep: the value that brings the line to this")
    fit.add_argument("--least", action="store_true", help="of a sweep: where the line is least")
    fit.add_argument("--most", action="store_true", help="of a sweep: where the line is most")
    fit.add_argument("--svg", type=Path, metavar="PATH", help="of a sweep: write the curve as a picture")
    fit.add_argument("--csv", action="store_true", help="as CSV")
    fit.add_argument("--json", action="store_true", help="as a JSON object")
    fit.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")


def _fit(options: argparse.Namespace) -> int:
    if options.take is not None:
        return _take(options)
    file = read_to_look(options).file
    memory = Memory()
    now, pack = compute(file, memory), pack_for(file.country)
    if options.ready:
        return _ready(options, now, pack)
    if options.sweep is not None:
        return _sweep(options, file, partial(compute, memory=memory))
    if options.names:
        made = [_named(file, now, pack, name) for name in options.names]
    else:
        made = [file.fittings[key] for key in in_order(file)]
    fitted = [(each, worn(file, each)) for each in made]
    columns = [now, *(compute(each.file, Memory()) for _, each in fitted)]
    rows = rows_beside(columns, [_place(text) for text in options.line], differing=options.differing)
    problems = [
        f"{each.name}: {each.edits[number].label}: {why}"
        for each, found in fitted
        for number, why in found.problems.items()
    ]
    notes = [f"{each.name}: {each.note}" for each in made if each.note]
    _print(options, ["the file", *(each.name for each in made)], rows, problems, notes)
    return FOUND if problems else DONE


def _print(
    options: argparse.Namespace, names: list[str], rows: list[Row], problems: list[str], notes: list[str]
) -> None:
    if options.json:
        lines = [
            {
                "line": str(row.place),
                "title": row.title,
                "amounts": _plain(row),
            }
            for row in rows
        ]
        document = {"columns": names, "lines": lines, "do_not_fit": problems, "notes": notes}
        print(json.dumps(document, indent=1, ensure_ascii=False))
        return
    if options.csv:
        table = csv.writer(sys.stdout, lineterminator="\n")
        table.writerow(["line", "title", *names])
        table.writerows([str(row.place), row.title, *_plain(row)] for row in rows)
        return
    print(" " * TITLE + "".join(f"{name[: AMOUNT - 1]:>{AMOUNT}}" for name in names))
    for row in rows:
        amounts = "".join(f"{exact_text(each):>{AMOUNT}}" for each in row.amounts)
        print(f"{row.title[: TITLE - 1]:<{TITLE}}{amounts}")
    for words in (*problems, *notes):
        print(words)


def _plain(row: Row) -> list[str]:
    return [format(amount, "f") for amount in row.amounts]


def _ready(options: argparse.Namespace, now: Computation, pack: Pack) -> int:
    every = pack.ready(now)
    if options.json:
        rows = [
            {"key": each.key, "title": each.title, "asks": each.asks, "proposed": each.usual}
            for each in every
        ]
        print(json.dumps({"ready": rows}, indent=1, ensure_ascii=False))
    else:
        for each in every:
            asks = f" (={each.usual}: {each.asks.lower()})" if each.asks else ""
            print(f"{each.key}{asks}  {each.title}")
    return DONE


def _named(file: ClientFile, now: Computation, pack: Pack, name: str) -> Fitting:
    """A fitting of the file by its name or id, or a ready one by its key."""
    for key, fitting in sorted(file.fittings.items()):
        if name in {key, fitting.name}:
            return fitting
    key, _, answer = name.partition("=")
    for each in pack.ready(now):
        if each.key == key:
            try:
                return each.make(answer or each.usual)
            except ValueError as error:
                raise CommandError(f"{key}: {error}") from error
    raise CommandError(f"There is no fitting “{name}”; --ready lists what is ready to be tried.")


def _place(text: str) -> Place:
    sheet, _, line = text.partition("/")
    return Place(sheet, line)


def _take(options: argparse.Namespace) -> int:
    with closing(open_for_work(options.file, keys_for(options.file, options))) as opened:
        file = opened.file
        named = [key for key, each in file.fittings.items() if options.take in {key, each.name}]
        if not named:
            raise CommandError(f"There is no fitting “{options.take}” in the file.")
        fitting = file.fittings[named[0]]
        problems = worn(file, fitting).problems
        words = [f"{fitting.edits[number].label}: {why}" for number, why in problems.items()]
        edit = taken(file, named[0])
        return finish(opened, edit, file, options, {"do_not_fit": words}, "\n".join([edit.label, *words]))


def _sweep(options: argparse.Namespace, file: ClientFile, made: Compute) -> int:
    if not options.line:
        raise CommandError("Say which line is looked at, such as --line form_1040/total_tax.")
    line = _place(options.line[0])
    path, *bounds = options.sweep
    try:
        moved = input_at(file, path)
        least, most, step = moved.read(bounds[0]), moved.read(bounds[1]), reckon(bounds[2])
        if options.target is not None:
            return _target(options, file, moved, (least, most), line, made)
        points = to_the_end(sweep(file, moved, values_between(least, most, step), line, made))
    except (SweepError, EditError, ValueError) as error:
        raise CommandError(str(error)) from error
    if options.svg is not None:
        found = jumps(points, moved)
        picture = svg(points, found, moved, f"{line} by {path}", path)
        write_out(options.svg, picture.encode())
    if options.least or options.most:
        point = extreme(points, most=options.most)
        _say(options, {"value": moved.text(point.value), "amount": format(point.amount, "f")})
        return DONE
    _curve(options, points, moved)
    return DONE


def _target(
    options: argparse.Namespace, file: ClientFile, moved: Input, bounds: tuple[Decimal, Decimal], line: Place,
    made: Compute,
) -> int:  # fmt: skip
    found = bring_to(file, moved, bounds, line, reckon(options.target), made)
    document = {
        "value": moved.text(found.point.value), "amount": format(found.point.amount, "f"),
        "met": found.is_met, "words": found.words,
    }  # fmt: skip
    _say(options, document)
    return DONE if found.is_met else FOUND


def _say(options: argparse.Namespace, document: dict[str, Any]) -> None:
    if options.json:
        print(json.dumps(document, indent=1, ensure_ascii=False))
    else:
        print("\n".join(f"{name}: {value}" for name, value in document.items() if value != ""))


def _curve(options: argparse.Namespace, points: list[Point], moved: Input) -> None:
    found = jumps(points, moved)
    if options.json:
        rows = [
            {"value": value, "amount": amount, "marginal": rate}
            for value, amount, rate in curve_rows(points, moved)
        ]
        jumping = [
            {"from": moved.text(each.before.value), "to": moved.text(each.after.value),
             "by": format(each.size, "f"), "why": each.why}
            for each in found
        ]  # fmt: skip
        print(json.dumps({"points": rows, "jumps": jumping}, indent=1, ensure_ascii=False))
        return
    print(curve_csv(points, moved), end="")
    if not options.csv:
        for each in found:
            print(f"jumps by {each.size:,.2f} from {moved.text(each.before.value)}: {each.why}")
