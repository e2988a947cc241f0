"""The command line: the same core without a screen."""

from half_yard.cli.main import COMMANDS, main

__all__ = ["COMMANDS", "main"]
