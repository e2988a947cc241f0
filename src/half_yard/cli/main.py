"""half-yard compute, trace, check, books, assets, schema and demo. docs/command-line.md describes them."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Callable, Sequence
from pathlib import Path

from half_yard.cli.printed import as_json, as_text, thread_text
from half_yard.countries import PACKS, Computation, compute
from half_yard.demo import write_office
from half_yard.figures import Line
from half_yard.interop import assets_text, books_text, schedule_page
from half_yard.records.schema import schema_text
from half_yard.review import Level
from half_yard.storage import FileRefusedError, read_file

COMMANDS = ("compute", "trace", "check", "books", "assets", "schema", "demo")
DONE, FOUND, REFUSED = 0, 1, 2


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; returns the exit code: 0 done, 1 errors found by `check`, 2 refused."""
    options = _parser().parse_args(arguments)
    run: Callable[[argparse.Namespace], int] = options.run
    try:
        return run(options)
    except FileRefusedError as error:
        print(f"half-yard: {error}", file=sys.stderr)
        return REFUSED
    except BrokenPipeError:
        sys.stderr.close()
        return DONE
    except OSError as error:
        print(f"half-yard: {error.filename or ''}: {error.strerror}", file=sys.stderr)
        return REFUSED


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="half-yard",
        description="Books, assets and the owner's return of a client file. Without a command, or with a "
        "client file or folder, the window opens.",
    )
    commands = parser.add_subparsers(required=True, metavar="COMMAND")

    computing = commands.add_parser("compute", help="print every sheet and line of a client file")
    computing.add_argument("file", type=Path, metavar="FILE")
    computing.add_argument("--json", action="store_true", help="as JSON, amounts as decimal strings")
    computing.set_defaults(run=_compute)

    tracing = commands.add_parser("trace", help="print how a line came about and where it goes")
    tracing.add_argument("file", type=Path, metavar="FILE")
    tracing.add_argument(
        "line", metavar="LINE", help="SHEET/LINE, such as form_1040/taxable_income or form_1040/15"
    )
    tracing.set_defaults(run=_trace)

    checking = commands.add_parser("check", help="print what was found; exit code 1 if there are errors")
    checking.add_argument("file", type=Path, metavar="FILE")
    checking.set_defaults(run=_check)

    books = commands.add_parser("books", help="print every entry, where it lands or what stops it, as CSV")
    books.add_argument("file", type=Path, metavar="FILE")
    books.add_argument("--json", action="store_true", help="as a JSON array of objects")
    books.add_argument(
        "--xlsx", type=Path, metavar="WORKBOOK", help="as a workbook with live formulas, written to this path"
    )
    books.set_defaults(run=_books)

    assets = commands.add_parser("assets", help="print every asset and what it takes, as CSV")
    assets.add_argument("file", type=Path, metavar="FILE")
    assets.add_argument("--json", action="store_true", help="as a JSON array of objects")
    assets.add_argument("--xlsx", type=Path, metavar="WORKBOOK", help="as a workbook, written to this path")
    assets.add_argument("--html", action="store_true", help="as a page to print")
    assets.set_defaults(run=_assets)

    schema = commands.add_parser("schema", help="print the JSON Schema of client files")
    schema.set_defaults(run=_schema)

    demo = commands.add_parser("demo", help="write the client files of the demo office into a folder")
    demo.add_argument("folder", type=Path, metavar="FOLDER")
    demo.set_defaults(run=_demo)
    return parser


def _computed(path: Path) -> Computation:
    file = read_file(path)
    pack = PACKS.get(file.country)
    if pack is None:
        raise FileRefusedError(f"{path.name} is of the country “{file.country}”, which is not known here.")
    if file.tax_year not in pack.years:
        raise FileRefusedError(
            f"{path.name} is of tax year {file.tax_year}; "
            f"the rules here are of {pack.years[0]} to {pack.years[-1]}."
        )
    return compute(file)


def _compute(options: argparse.Namespace) -> int:
    computation = _computed(options.file)
    print(as_json(computation) if options.json else as_text(computation))
    return DONE


def _trace(options: argparse.Namespace) -> int:
    computation = _computed(options.file)
    line = _find(computation, options.line)
    if line is None:
        print(
            f"half-yard: there is no line {options.line}; “half-yard compute” lists all sheets and lines.",
            file=sys.stderr,
        )
        return REFUSED
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
    computation = _computed(options.file)
    for finding in computation.findings:
        print(finding)
    print("complete" if computation.complete else "incomplete: the result is not final")
    return FOUND if any(finding.level is Level.ERROR for finding in computation.findings) else DONE


def _books(options: argparse.Namespace) -> int:
    computation = _computed(options.file)
    if options.xlsx:
        # The library of workbooks takes a quarter of a second to load: only when it is needed.
        from half_yard.interop.books_workbook import books_workbook  # noqa: PLC0415

        options.xlsx.write_bytes(books_workbook(computation))
        print(options.xlsx)
    else:
        sys.stdout.write(books_text(computation, as_json=options.json))
    return DONE


def _assets(options: argparse.Namespace) -> int:
    computation = _computed(options.file)
    if options.xlsx:
        from half_yard.interop.assets_workbook import assets_workbook  # noqa: PLC0415 (as above)

        options.xlsx.write_bytes(assets_workbook(computation))
        print(options.xlsx)
    elif options.html:
        sys.stdout.write(schedule_page(computation))
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
