"""shared: every thing that serves several uses, its measure, its costs and their parts, all methods."""

from __future__ import annotations

import argparse
import json
from collections.abc import Iterator
from typing import Any

from half_yard.cli.opening import add_command, computed
from half_yard.cli.saying import DONE
from half_yard.countries import Computation, Pack, compute, pack_for
from half_yard.countries.methods_beside import MethodBeside, carried_lines, methods_beside
from half_yard.figures import Line
from half_yard.figures.explain import exact_text, money_text

COMMANDS = ("shared",)
TITLE_WIDTH, WIDTH = 58, 16


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    shared = add_command(
        commands, "shared", "print the things that serve several uses, and both methods", _shared
    )
    shared.add_argument("--json", action="store_true", help="print JSON")
    shared.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")


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
                f"{gets} {money_text(abs(each.result))}   {chosen}".rstrip()
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
                    "line": str(each.place),
                    "result": str(each.result),
                    "carried": str(each.carried),
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
