"""Starts the window, or a command of the command line where one is named."""

import gc
import sys

from half_yard import cli


def collect_seldom() -> None:
    """Let Python look for cyclic garbage less often.

    Figures are trees of many small objects without cycles. The usual thresholds walk through all of them
    several times in each computation, which doubles its time and frees nothing.
    """
    gc.set_threshold(200_000, 20, 20)


def main() -> int:
    """`half-yard [FILE-OR-FOLDER]` opens the window; `half-yard COMMAND` runs a command."""
    collect_seldom()
    arguments = sys.argv[1:]
    if arguments and (arguments[0] in cli.COMMANDS or arguments[0].startswith("-")):
        return cli.main(arguments)
    # Only here is Qt loaded, so that the command line works where there is none.
    from half_yard.desktop.app import run  # noqa: PLC0415

    return run(arguments)


if __name__ == "__main__":
    sys.exit(main())
