"""next-year: the file with which the next tax year begins, written beside the one that it is made from; of
one client or of a folder. A second time it tells what has changed since, and brings it where asked."""

from __future__ import annotations

import argparse
import json
from contextlib import closing
from pathlib import Path
from typing import Any

from half_yard.cli.opening import CommandError, add_command, keys_for, read_to_look
from half_yard.cli.saying import DONE, failed
from half_yard.countries import COUNTRIES, Computation, compute, pack_for
from half_yard.countries.next_year import carried_on, next_year
from half_yard.countries.next_year_again import bring, changed_since
from half_yard.countries.telling import line_name
from half_yard.figures.explain import exact_text
from half_yard.records import ClientFile
from half_yard.storage import SUFFIX, FileRefusedError, OpenFile, real_path
from half_yard.storage.file_names import next_years_name

COMMANDS = ("next-year",)


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    going_on = add_command(commands, "next-year", "write the file with which the next year begins", _next)
    going_on.add_argument("--to", type=Path, metavar="PATH", help="another place than beside the file")
    going_on.add_argument("--leave", action="append", default=[], metavar="ID", help="an activity that stays")
    going_on.add_argument("--year", type=int, help="of a folder's files: those of this tax year")
    going_on.add_argument("--again", action="store_true", help="bring what has changed since it was made")
    going_on.add_argument("--dry-run", action="store_true", help="only say what would come of it")
    going_on.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")
    going_on.add_argument("--json", action="store_true", help="as a JSON object")


def _next(options: argparse.Namespace) -> int:
    if options.file.is_dir():
        return _of_folder(options)
    looked = read_to_look(options)
    computation = compute(looked.file)
    try:
        file = next_year(computation, pack_for(computation.file.country), options.leave)
    except ValueError as error:
        raise CommandError(str(error)) from error
    path = real_path(options.file)
    made = options.to or path.with_name(next_years_name(path, computation.file.tax_year))
    if made.exists() and (options.again or options.dry_run):
        return _again(options, file, made)
    if not options.dry_run:
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


def _again(options: argparse.Namespace, made: ClientFile, path: Path) -> int:
    """Tell what has changed since the file was made, and bring it unless that is only tried."""
    keys = keys_for(path, options)
    with closing(OpenFile.open(path, keys)) as opened:
        changed = changed_since(made, opened.file)
        edit = bring(changed)
        if edit.changes and not options.dry_run:
            opened.edit(edit)
            opened.save()
    saved = bool(edit.changes) and not options.dry_run
    if options.json:
        rows = [{"what": each.words, "has": each.has, "would_have": each.would_have} for each in changed]
        print(json.dumps({"file": str(path), "changed": rows, "saved": saved}, indent=1, ensure_ascii=False))
        return DONE
    print(path)
    for each in changed:
        print(f"  {each.words}: {each.has} → {each.would_have}")
    print("Nothing has changed." if not changed else "brought" if saved else "nothing was changed")
    return DONE


def _of_folder(options: argparse.Namespace) -> int:
    """The next year of every client of a folder; what is refused is said, and the rest is made. Raises
    CommandError where it is not said of which tax year: the files that are made lie there too."""
    if options.year is None:
        raise CommandError("Say of which tax year the files are to go on, such as --year 2025.")
    code = DONE
    for path in sorted(options.file.glob(f"*{SUFFIX}")):
        one = argparse.Namespace(**{**vars(options), "file": path, "to": None})
        try:
            if read_to_look(one).file.tax_year == options.year:
                _next(one)
        except (CommandError, FileRefusedError) as error:
            code = failed(f"{path.name}: {error}")
    return code


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
