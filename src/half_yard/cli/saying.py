"""What a command says beside its output: lines on standard error, and the exit code."""

import sys

DONE, FOUND, REFUSED, MISTAKE, INTERRUPTED = 0, 1, 2, 3, 130
"""Exit codes: done; `check` found errors; refused; a mistake of the program itself; interrupted."""


def say(message: str) -> None:
    """Say something on standard error, as a line that names the program."""
    print(f"half-yard: {message}", file=sys.stderr)


def failed(message: str, code: int = REFUSED) -> int:
    """Say on one line what went wrong; returns the exit code."""
    say(message)
    return code


def speak_any_locale() -> None:
    """Write what a terminal of another locale can't show as something that it can; data is always UTF-8."""
    for stream in (sys.stdout, sys.stderr):
        # Nothing that stands in for a stream in a test has another encoding.
        reconfigure = getattr(stream, "reconfigure", None)
        if reconfigure is None:
            continue
        if stream.isatty():
            reconfigure(errors="replace")
        else:
            reconfigure(encoding="utf-8", errors="replace")
