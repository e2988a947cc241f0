"""print: every sheet on paper, as PDF."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from half_yard.cli.opening import CommandError, add_command, computed
from half_yard.cli.saying import DONE, say
from half_yard.interop.cover_letter import USUAL_COVER
from half_yard.interop.letter import USUAL_LETTER, LetterError, read_wording
from half_yard.interop.packet_parts import parts_of
from half_yard.office.assigning import due_day
from half_yard.storage import write_out

COMMANDS = ("print",)
PAPERS = ("letter", "a4")


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    made = add_command(commands, "print", "write every sheet, or some, as PDF", _print)
    made.add_argument("--to", type=Path, metavar="PATH", help="where to; without it the parts are printed")
    made.add_argument("--part", action="append", default=[], metavar="KEY", help="only these, in this order")
    made.add_argument("--paper", choices=PAPERS, default="letter")
    made.add_argument("--template", type=Path, metavar="PATH", help="the office's words of the letter")
    made.add_argument("--cover", type=Path, metavar="PATH", help="the office's words of the cover letter")
    made.add_argument("--json", action="store_true", help="say what was written as a JSON object")
    made.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")


def _print(options: argparse.Namespace) -> int:
    # The library of pages takes a while to load: only when it is needed.
    from half_yard.interop.packet import Words, packet_bytes  # noqa: PLC0415
    from half_yard.interop.paper import PaperSize, signs_lacking  # noqa: PLC0415

    computation, unsaved = computed(options)
    parts = {part.key: part.title for part in parts_of(computation)}
    if unknown := [key for key in options.part if key not in parts]:
        raise CommandError(f"There is no part “{unknown[0]}”. Without --to the parts are listed.")
    chosen = options.part or list(parts)
    if options.to is not None:
        try:
            letter = USUAL_LETTER if options.template is None else read_wording(options.template)
            cover = USUAL_COVER if options.cover is None else read_wording(options.cover)
            words = Words(cover, letter, due_day(computation.file))
            paper = PaperSize[options.paper.upper()]
            if lacking := signs_lacking(computation.file.model_dump_json()):
                say(f"The typefaces lack these signs, which are empty boxes on paper: {lacking}")
            write_out(options.to, packet_bytes(computation, chosen, paper=paper, words=words))
        except LetterError as error:
            raise CommandError(str(error)) from error
    if options.json:
        listed = [{"key": key, "title": parts[key]} for key in chosen]
        document = {"parts": listed, "written": options.to is not None, "unsaved_edits": unsaved}
        print(json.dumps(document, indent=1, ensure_ascii=False))
    elif options.to is None:
        print("\n".join(f"{key:<32}{parts[key]}" for key in chosen))
    return DONE
