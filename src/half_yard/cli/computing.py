"""compute, trace, check, books, assets, schema and demo: what follows from a file, on standard output."""

from __future__ import annotations

import argparse
import sys
from pathlib import Path
from typing import Any

from half_yard.cli.beside import beside_json, beside_text
from half_yard.cli.opening import CommandError, add_command, computed, read_to_look
from half_yard.cli.printed import as_json, as_text, findings_json, thread_text
from half_yard.cli.saying import DONE, FOUND
from half_yard.countries import Computation, compute, pack_for
from half_yard.demo import write_office
from half_yard.figures import Line
from half_yard.figures.remembered import Memory
from half_yard.interop import assets_text, books_of_assets_text, books_text, schedule_page, sheets_page
from half_yard.records import ClientFile, EditError
from half_yard.records.fittings import Fitting
from half_yard.records.schema import schema_text
from half_yard.records.wearing import FittingError, applied, read_fittings
from half_yard.review import Level
from half_yard.review.judged import found
from half_yard.storage import write_out

COMMANDS = ("compute", "trace", "check", "books", "assets", "schema", "demo")


def add_commands(commands: Any) -> None:
    """Add these commands to the command line."""
    computing = add_command(commands, "compute", "print every sheet and line of a client file", _compute)
    computing.add_argument("--json", action="store_true", help="as JSON, amounts as decimal strings")
    computing.add_argument("--html", action="store_true", help="as a page to print")
    computing.add_argument(
        "--xlsx", type=Path, metavar="WORKBOOK", help="as a workbook with live formulas, written to this path"
    )
    computing.add_argument(
        "--with", type=Path, metavar="EDITS.json", dest="fittings",
        help="also as it would be with these edits, and the differences",
    )  # fmt: skip

    tracing = add_command(commands, "trace", "print how a line came about and where it goes", _trace)
    tracing.add_argument(
        "line",
        metavar="LINE",
        help="SHEET/LINE, by the keys that “compute” prints or by the printed number of the line",
    )

    checking = add_command(commands, "check", "print what was found; exit code 1 if there are errors", _check)
    checking.add_argument("--json", action="store_true", help="as a JSON object")

    books = add_command(
        commands, "books", "print every entry, where it lands or what stops it, as CSV", _books
    )
    books.add_argument("--json", action="store_true", help="as a JSON array of objects")
    books.add_argument(
        "--xlsx", type=Path, metavar="WORKBOOK", help="as a workbook with live formulas, written to this path"
    )

    assets = add_command(commands, "assets", "print every asset and what it takes, as CSV", _assets)
    assets.add_argument("--json", action="store_true", help="as a JSON array of objects")
    assets.add_argument("--xlsx", type=Path, metavar="WORKBOOK", help="as a workbook, written to this path")
    assets.add_argument("--html", action="store_true", help="as a page to print")
    assets.add_argument(
        "--books",
        action="store_true",
        help="every year of every asset under each book, or of its pool",
    )

    for parser in (computing, tracing, checking, books, assets):
        parser.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")

    add_command(commands, "schema", "print the JSON Schema of client files", _schema, file=False)
    demo = add_command(
        commands, "demo", "write the client files of the demo office into a folder", _demo, file=False
    )
    demo.add_argument("folder", type=Path, metavar="FOLDER")


def _compute(options: argparse.Namespace) -> int:
    if options.fittings is not None:
        return _beside(options)
    computation, unsaved = computed(options)
    if options.xlsx:
        # The library of workbooks takes a quarter of a second to load: only when it is needed.
        from half_yard.interop.return_workbook import return_workbook  # noqa: PLC0415

        write_out(options.xlsx, return_workbook(computation))
        print(options.xlsx)
    elif options.html:
        print(sheets_page(computation, computation.sheets), end="")
    else:
        print(as_json(computation, unsaved) if options.json else as_text(computation))
    return DONE


def _beside(options: argparse.Namespace) -> int:
    """The file as it is and as it would be, computed with one memory, and what differs."""
    file, unsaved, _ = read_to_look(options)
    memory = Memory()
    now = compute(file, memory)
    made = [(each, compute(changed, memory)) for each, changed in _fittings(options.fittings, file)]
    if options.json:
        print(beside_json(now, unsaved, made))
    else:
        print(beside_text(now, made))
    return DONE


def _fittings(path: Path, file: ClientFile) -> list[tuple[Fitting, ClientFile]]:
    try:
        return [(each, applied(file, each)) for each in read_fittings(path.read_bytes())]
    except (FittingError, EditError) as error:
        where = f"{error.path}: " if isinstance(error, EditError) else ""
        raise CommandError(
            f"{path.name} can't be computed with. {where}{error} docs/command-line.md shows what it holds."
        ) from error


def _trace(options: argparse.Namespace) -> int:
    computation, _ = computed(options)
    line = _find(computation, options.line)
    if line is None:
        raise CommandError(
            f"there is no line {options.line}; “half-yard compute” lists all sheets and lines."
        )
    print(thread_text(computation, line))
    return DONE


def _find(computation: Computation, wanted: str) -> Line | None:
    """A line by its stable key or its printed number, behind the key of its sheet."""
    sheet_key, _, line_key = wanted.rpartition("/")
    if not computation.has_sheet(sheet_key):
        return None
    lines = computation.sheet(sheet_key).lines
    return next((line for line in lines if line_key in {line.place.line, line.number}), None)


def _check(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    if options.json:
        print(findings_json(computation, unsaved))
    else:
        for each in found(computation.file, computation.findings):
            seen = f" Seen by {each.judgement.by}: {each.judgement.because}" if each.judgement else ""
            print(f"{each.finding}{seen}")
        print("complete" if computation.complete else "incomplete: the result is not final")
    return FOUND if any(finding.level is Level.ERROR for finding in computation.findings) else DONE


def _books(options: argparse.Namespace) -> int:
    computation, _ = computed(options)
    if options.xlsx:
        # The library of workbooks takes a quarter of a second to load: only when it is needed.
        from half_yard.interop.books_workbook import books_workbook  # noqa: PLC0415

        write_out(options.xlsx, books_workbook(computation))
        print(options.xlsx)
    else:
        sys.stdout.write(books_text(computation, as_json=options.json))
    return DONE


def _assets(options: argparse.Namespace) -> int:
    computation, _ = computed(options)
    if options.xlsx:
        from half_yard.interop.assets_workbook import assets_workbook  # noqa: PLC0415 (as above)

        write_out(options.xlsx, assets_workbook(computation))
        print(options.xlsx)
    elif options.html:
        sys.stdout.write(schedule_page(computation))
    elif options.books:
        pack = pack_for(computation.file.country)
        sys.stdout.write(books_of_assets_text(computation, pack, as_json=options.json))
    else:
        sys.stdout.write(assets_text(computation, as_json=options.json))
    return DONE


def _schema(_options: argparse.Namespace) -> int:
    print(schema_text(), end="")
    return DONE


def _demo(options: argparse.Namespace) -> int:
    for path in write_office(options.folder):
        print(path)
    return DONE
