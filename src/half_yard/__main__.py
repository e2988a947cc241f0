"""Starts the window, or a command of the command line where one is named."""

import difflib
import gc
import os
import sys
from pathlib import Path

from half_yard.cli.saying import failed, speak_any_locale
from half_yard.linux.libraries import what_to_install


def collect_seldom() -> None:
    """Let Python look for cyclic garbage less often.

    Figures are trees of many small objects without cycles. The usual thresholds walk through all of them
    several times in each computation, which doubles its time and frees nothing. The window has it look when
    typing rests.
    """
    gc.set_threshold(1_000_000, 20, 20)


def main() -> int:
    """`half-yard [FILE-OR-FOLDER]` opens the window; `half-yard COMMAND` runs a command."""
    collect_seldom()
    arguments = sys.argv[1:]
    if arguments and not is_a_path(arguments[0]):
        # Only here are the commands loaded, so that the window is there sooner.
        from half_yard.cli import main as commands  # noqa: PLC0415

        if arguments[0] in commands.COMMANDS or arguments[0].startswith("-"):
            return commands.main(arguments)
    speak_any_locale()
    if problem := mistyped(arguments):
        return failed(problem)
    try:
        # Only here is Qt loaded, so that the command line works where there is none.
        from half_yard.desktop.app import NoWindowError, run  # noqa: PLC0415
    except ImportError as error:
        return failed(f"the window can't be shown: {what_to_install(str(error))}")
    try:
        return run(arguments)
    except NoWindowError as error:
        return failed(str(error))


def is_a_path(argument: str) -> bool:
    """Whether an argument can only be a file or a folder: no command has a dot or a slash in it."""
    return not argument.startswith("-") and any(mark in argument for mark in (os.curdir, os.sep))


def mistyped(arguments: list[str]) -> str:
    """What is wrong with the arguments, if they name neither a command nor a file; otherwise empty."""
    if not arguments:
        return ""
    if not Path(arguments[0]).exists():
        from half_yard.cli.main import COMMANDS  # noqa: PLC0415

        alike = difflib.get_close_matches(arguments[0], COMMANDS, n=1)
        guess = f" Did you mean “{alike[0]}”?" if alike else " “half-yard --help” lists the commands."
        return f"there is no command and no file “{arguments[0]}”.{guess}"
    if len(arguments) > 1:
        return f"one file or folder is opened at a time; “{arguments[1]}” is one too many."
    return ""


if __name__ == "__main__":
    sys.exit(main())
