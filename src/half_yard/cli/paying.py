"""estimates: what has to be paid ahead for next year, in words, JSON, as vouchers, or as a calendar file."""

from __future__ import annotations

import argparse
import json
from pathlib import Path
from typing import Any

from half_yard.cli.opening import add_command, computed
from half_yard.cli.saying import DONE
from half_yard.countries import pack_for
from half_yard.interop.deadlines import days_of_instalments
from half_yard.interop.vouchers_page import vouchers_page
from half_yard.storage import write_out

COMMANDS = ("estimates",)


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    shown = add_command(commands, "estimates", "print what is paid ahead for next year, and by when", _shown)
    shown.add_argument("--json", action="store_true", help="as a JSON object")
    shown.add_argument("--html", action="store_true", help="as vouchers to print")
    shown.add_argument("--calendar", type=Path, metavar="PATH", help="write the due days as a calendar file")
    shown.add_argument("--with-unsaved", action="store_true", help="with the edits of its journal")


def _shown(options: argparse.Namespace) -> int:
    computation, unsaved = computed(options)
    file = computation.file
    instalments = pack_for(file.country).paying_ahead(computation)
    if options.calendar is not None:
        write_out(options.calendar, days_of_instalments(file, instalments))
    if options.html:
        print(vouchers_page(file, instalments), end="")
    elif options.json:
        rows = [
            {"number": each.number, "due": each.due.isoformat(), "amount": f"{each.amount:.2f}"}
            for each in instalments
        ]
        made = {"tax_year": file.tax_year + 1, "instalments": rows, "unsaved_edits": unsaved}
        print(json.dumps(made, indent=1))
    else:
        for each in instalments:
            print(f"{each.due.isoformat()}{each.amount:>16,.2f}")
        if not instalments:
            print("Nothing has to be paid ahead.")
    return DONE
