"""Starts the window, or a command of the command line where one is named."""

import difflib
import gc
import sys
from pathlib import Path

from half_yard import cli
from half_yard.cli.saying import failed
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
    if arguments and (arguments[0] in cli.COMMANDS or arguments[0].startswith("-")):
        return cli.main(arguments)
    cli.speak_any_locale()
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


def mistyped(arguments: list[str]) -> str:
    """What is wrong with the arguments, if they name neither a command nor a file; otherwise empty."""
    if not arguments:
        return ""
    if not Path(arguments[0]).exists():
        alike = difflib.get_close_matches(arguments[0], cli.COMMANDS, n=1)
        guess = f" Did you mean “{alike[0]}”?" if alike else " “half-yard --help” lists the commands."
        return f"there is no command and no file “{arguments[0]}”.{guess}"
    if len(arguments) > 1:
        return f"one file or folder is opened at a time; “{arguments[1]}” is one too many."
    return ""


if __name__ == "__main__":
    sys.exit(main())
