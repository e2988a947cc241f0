"""shared: every thing that serves several uses, its measure, its costs and their parts, all methods."""

from __future__ import annotations

import argparse
import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from half_yard.cli.opening import CommandError, add_command, computed, keys_for, open_for_work
from half_yard.cli.saying import DONE
from half_yard.countries import Computation, Pack, compute, pack_for
from half_yard.countries.methods_beside import MethodBeside, carried_lines, methods_beside
from half_yard.figures import Line
from half_yard.figures.explain import exact_text, money_text
from half_yard.interop.asset_list import UnreadableListError, cells_of
from half_yard.interop.record_list import SALES, STAYS, TRIPS, guess_columns, list_edit, listed_rows
from half_yard.storage import OpenFile

COMMANDS = ("shared", "log", "sales")
TITLE_WIDTH, WIDTH = 58, 16


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    shared = add_command(
        commands, "shared", "print the things that serve several uses, and both methods", _shared
    )
    shared.add_argument("--json", action="store_true", help="print JSON")
    shared.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")
    log = add_command(commands, "log", "take a list of trips or stays in: CSV or XLSX", _log)
    log.add_argument("thing", metavar="THING", help="its id, as “shared” prints it")
    sales = add_command(commands, "sales", "take a list of sales in: CSV or XLSX", _sales)
    sales.add_argument("--person", default="owner", help="whose they are (default: owner)")
    for command in (log, sales):
        command.add_argument("list", type=Path, metavar="LIST")
        command.add_argument("--dry-run", action="store_true", help="only say what would come of it")
        command.add_argument("--json", action="store_true", help="print JSON")


def _log(options: argparse.Namespace) -> int:
    """Take a list of trips or stays in, as one edit that is saved."""
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        file = opened.file
        if options.thing not in file.things:
            raise CommandError(f"There is no shared thing {options.thing}; “half-yard shared” lists them.")
        kind = pack_for(file.country).shared.kinds.get(file.things[options.thing].kind)
        if kind is None or not (kind.log or kind.calendar):
            raise CommandError(f"{options.thing} has neither a log nor a calendar.")
        collection = TRIPS if kind.log else STAYS
        return _take_in(opened, collection, options.thing, options)
    finally:
        opened.close()


def _sales(options: argparse.Namespace) -> int:
    """Take a list of sales in, as one edit that is saved."""
    opened = open_for_work(options.file, keys_for(options.file, options))
    try:
        if options.person not in opened.file.people:
            known = ", ".join(opened.file.people)
            raise CommandError(f"There is no person {options.person}; there is {known}.")
        return _take_in(opened, SALES, options.person, options)
    finally:
        opened.close()


def _take_in(opened: OpenFile, collection: str, of: str, options: argparse.Namespace) -> int:
    """Read the list, take in what its rows make, and say what was refused."""
    try:
        cells = cells_of(options.list)
    except UnreadableListError as error:
        raise CommandError(f"{options.list.name}: {error}") from error
    rows = listed_rows(opened.file, collection, of, cells, guess_columns(collection, cells[0]))
    edit = list_edit(opened.file, collection, rows)
    if edit.changes and not options.dry_run:
        opened.edit(edit)
        opened.save()
    refused = [{"line": row.line, "problem": row.problem} for row in rows if row.record is None]
    if options.json:
        done = {"taken": len(edit.changes), "refused": refused, "saved": not options.dry_run}
        print(json.dumps(done, indent=1, ensure_ascii=False))
    else:
        print(edit.label)
        for each in refused:
            print(f"line {each['line']}: {each['problem']}")
    return DONE


def _shared(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    file = computation.file
    pack = pack_for(file.country)
    if options.json:
        things = [_document(computation, pack, key) for key in sorted(file.things)]
        print(json.dumps({"things": things, "unsaved_edits": unsaved}, indent=1, ensure_ascii=False))
    else:
        texts = ["\n".join(_text(computation, pack, key)) for key in sorted(file.things)]
        print("\n\n".join(texts) or "No thing serves several uses.")
    return DONE


def _lines(computation: Computation, key: str) -> list[Line]:
    """The lines of a thing's own sheet."""
    return list(computation.sheet(f"shared.{key}").lines) if computation.has_sheet(f"shared.{key}") else []


def _text(computation: Computation, pack: Pack, key: str) -> Iterator[str]:
    thing = computation.file.things[key]
    kind = pack.shared.kinds.get(thing.kind)
    yield f"{thing.name or 'Not named'} ({kind.title if kind else 'no kind'})   [{key}]"
    section = ""
    for line in _lines(computation, key):
        if line.section != section:
            section = line.section
            yield f"  {section}"
        yield f"    {line.title[:TITLE_WIDTH]:<{TITLE_WIDTH}}{exact_text(line.figure.amount):>{WIDTH}}"
    for choice in _methods(computation, pack, key):
        yield "  Methods"
        for each in choice:
            amount = "" if each.deduction is None else money_text(each.deduction.amount)
            chosen = "chosen" if each.method.chosen else each.method.barred
            gets = "refund" if each.result >= 0 else "to pay"
            yield (
                f"    {each.method.title:<{TITLE_WIDTH - 20}}{amount:>{WIDTH}}   "
                f"{gets} {money_text(abs(each.result))}   back at a sale "
                f"{money_text(each.given_back)}   {chosen}".rstrip()
            )
    for line in carried_lines(computation, pack, key):
        yield f"  Carried to next year: {line.title} {money_text(line.figure.amount)}"


def _methods(computation: Computation, pack: Pack, key: str) -> list[list[MethodBeside]]:
    return [list(choice) for choice in methods_beside(computation, pack, key, compute)]


def _document(computation: Computation, pack: Pack, key: str) -> dict[str, object]:
    thing = computation.file.things[key]
    return {
        "id": key,
        "name": thing.name,
        "kind": thing.kind,
        "measure": thing.measure,
        "lines": [
            {
                "key": line.place.line, "section": line.section, "title": line.title,
                "amount": str(line.figure.amount),
            }
            for line in _lines(computation, key)
        ],
        "methods": [
            [
                {
                    "title": each.method.title,
                    "chosen": each.method.chosen,
                    "barred": each.method.barred,
                    "deducted": None if each.deduction is None else str(each.deduction.amount),
                    "in_five_years": None if each.years is None else str(each.years.amount),
                    "line": str(each.place),
                    "result": str(each.result),
                    "carried": str(each.carried),
                    "lost": None if each.lost is None else str(each.lost.amount),
                    "given_back_at_a_sale": str(each.given_back),
                }
                for each in choice
            ]
            for choice in _methods(computation, pack, key)
        ],
        "carried": [
            {"line": str(line.place), "kind": line.carries.kind, "amount": str(line.figure.amount)}
            for line in carried_lines(computation, pack, key)
            if line.carries is not None
        ],
    }  # fmt: skip
