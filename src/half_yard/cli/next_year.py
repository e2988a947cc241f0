"""next-year: the file with which the next tax year begins, written beside the one that it is made from."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from half_yard.cli.opening import CommandError, add_command, read_to_look
from half_yard.cli.saying import DONE
from half_yard.countries import COUNTRIES, Computation, compute, pack_for
from half_yard.countries.next_year import carried_on, next_year
from half_yard.countries.telling import line_name
from half_yard.figures.explain import exact_text
from half_yard.records import ClientFile
from half_yard.storage import OpenFile, real_path
from half_yard.storage.file_names import next_years_name

COMMANDS = ("next-year",)


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    going_on = add_command(commands, "next-year", "write the file with which the next year begins", _next)
    going_on.add_argument("--to", type=Path, metavar="PATH", help="another place than beside the file")
    going_on.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")
    going_on.add_argument("--json", action="store_true", help="as a JSON object")


def _next(options: argparse.Namespace) -> int:
    looked = read_to_look(options)
    computation = compute(looked.file)
    try:
        file = next_year(computation, pack_for(computation.file.country))
    except ValueError as error:
        raise CommandError(str(error)) from error
    path = real_path(options.file)
    made = options.to or path.with_name(next_years_name(path, computation.file.tax_year))
    OpenFile.create(made, file, looked.seal).close()
    notes = _notes(computation, file, looked.left_out)
    if options.json:
        print(json.dumps(_told(computation, file, made, notes), indent=1, ensure_ascii=False))
        return DONE
    print(made)
    for each in carried_on(computation):
        of = f" ({each.line.section})" if each.line.section else ""
        words = f"{line_name(computation, each.line)}, {each.line.title}{of}"
        print(f"  {exact_text(each.amount):>16}  {words}")
    for note in notes:
        print(note)
    return DONE


def _notes(computation: Computation, file: ClientFile, left_out: int) -> list[str]:
    """What should be known of the file that was made."""
    notes = []
    if not computation.complete:
        notes.append(
            f"{computation.file.tax_year} is not complete, so what is carried may change: see “half-yard "
            "check”, and make the file again when it is."
        )
    if left_out:
        notes.append("Unsaved edits are left out of what is carried.")
    years = COUNTRIES[file.country].years
    if file.tax_year not in years:
        notes.append(f"There are no rules of {file.tax_year} yet: the file opens when there are.")
    notes.append("Check the household and the answers: they are as they were.")
    return notes


def _told(computation: Computation, file: ClientFile, made: Path, notes: list[str]) -> dict[str, Any]:
    return {
        "file": str(made),
        "tax_year": file.tax_year,
        "activities": len(file.activities),
        "assets": len(file.assets),
        "carried": [
            {
                "line": str(each.line.place),
                "kind": each.carries.kind,
                "of": each.of,
                "year": each.carries.year,
                "book": each.carries.book,
                "amount": format(each.amount, "f"),
            }
            for each in carried_on(computation)
        ],
        "notes": notes,
    }
