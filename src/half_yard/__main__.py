"""Starts the window, or a command of the command line where one is named."""

import sys

from half_yard import cli


def main() -> int:
    """`half-yard [FILE-OR-FOLDER]` opens the window; `half-yard COMMAND` runs a command."""
    arguments = sys.argv[1:]
    if arguments and (arguments[0] in cli.COMMANDS or arguments[0].startswith("-")):
        return cli.main(arguments)
    # Only here is Qt loaded, so that the command line works where there is none.
    from half_yard.desktop.app import run  # noqa: PLC0415

    return run(arguments)


if __name__ == "__main__":
    sys.exit(main())
