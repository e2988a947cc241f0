"""The command line: the same core without a screen."""

from half_yard.cli.main import COMMANDS, main, speak_any_locale

__all__ = ["COMMANDS", "main", "speak_any_locale"]
