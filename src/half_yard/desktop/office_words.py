"""The office's own words of the letter to the client, beside its client files."""

from __future__ import annotations

from pathlib import Path

from half_yard.interop.letter import TEMPLATE_NAME, LetterError


def office_words(client: Path | None) -> str:
    """The template beside a client's file; empty where there is none. Raises LetterError where it can't be
    read."""
    template = client.with_name(TEMPLATE_NAME) if client is not None else None
    if template is None or not template.is_file():
        return ""
    try:
        return template.read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise LetterError(f"{TEMPLATE_NAME} can't be read: {error}") from error
