"""half-yard COMMAND: the commands are in the modules beside this one; docs/command-line.md describes them."""

from __future__ import annotations

import argparse
import os
import sys
from collections.abc import Callable, Sequence
from contextlib import suppress

from half_yard.cli import (
    computing,
    exchanging,
    filing,
    fitting,
    integrating,
    keeping,
    looking_over,
    next_year,
    office,
    paying,
    printing,
    sharing,
    working,
)
from half_yard.cli.opening import CommandError
from half_yard.cli.saying import DONE, INTERRUPTED, MISTAKE, failed, speak_any_locale
from half_yard.storage import FileRefusedError

COMMANDS = (
    *computing.COMMANDS,
    *working.COMMANDS,
    *sharing.COMMANDS,
    *exchanging.COMMANDS,
    *filing.COMMANDS,
    *fitting.COMMANDS,
    *looking_over.COMMANDS,
    *next_year.COMMANDS,
    *office.COMMANDS,
    *paying.COMMANDS,
    *printing.COMMANDS,
    *keeping.COMMANDS,
    *integrating.COMMANDS,
)


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; returns the exit code: 0 done, 1 errors found by `check`, 2 refused, 3 a mistake of
    the program itself, 130 interrupted. Whatever is wrong is one line on standard error."""
    speak_any_locale()
    options = _parser().parse_args(arguments)
    run: Callable[[argparse.Namespace], int] = options.run
    try:
        code = run(options)
        sys.stdout.flush()
        return code
    except (FileRefusedError, CommandError) as error:
        return failed(str(error))
    except BrokenPipeError:
        # Whoever read has enough. Python flushes once more at the end, which must go nowhere.
        with suppress(OSError):
            os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        return DONE
    except KeyboardInterrupt:
        return failed("interrupted; nothing more was written", INTERRUPTED)
    except OSError as error:
        return failed(f"{error.filename or 'a file'}: {error.strerror or error}")
    except MemoryError:
        return failed("there is not enough memory for this file")
    except Exception as error:
        where = f"{type(error).__name__}: {error}".splitlines()[0][:300]
        return failed(f"the program made a mistake ({where}). Please report it with what you did.", MISTAKE)


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="half-yard",
        description="Books, assets and the owner's return of a client file. Without a command, or with a "
        "client file or folder, the window opens.",
    )
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    modules = (
        computing, working, sharing, exchanging, fitting, looking_over, filing, next_year, office, paying,
        printing, keeping, integrating,
    )  # fmt: skip
    for module in modules:
        module.add_commands(commands)
    return parser
