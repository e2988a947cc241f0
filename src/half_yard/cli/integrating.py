"""integrate: the program among the applications of the desktop, so that a double click opens a client
file."""

from __future__ import annotations

import argparse
import json
import shutil
import sys
from pathlib import Path
from typing import Any

from half_yard.cli.opening import add_command
from half_yard.cli.saying import DONE
from half_yard.linux.placing import data_home, place, remove

COMMANDS = ("integrate",)


def add_commands(commands: Any) -> None:
    """Add this command to the command line."""
    integrate = add_command(
        commands, "integrate", "put the program among the desktop's applications", _integrate, file=False
    )
    integrate.add_argument("--remove", action="store_true", help="take it out again")
    integrate.add_argument("--json", action="store_true", help="as JSON")


def _integrate(options: argparse.Namespace) -> int:
    share = data_home()
    program = str(Path(shutil.which("half-yard") or sys.argv[0]).resolve())
    done = remove(share) if options.remove else place(share, program)
    if options.json:
        print(json.dumps({"removed" if options.remove else "placed": [str(path) for path in done]}, indent=1))
        return DONE
    for path in done:
        print(path)
    return DONE
