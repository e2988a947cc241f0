"""What a text file says, in one of the encodings that such files have."""

from __future__ import annotations

LOOKED_AT = 4096


class NotTextError(ValueError):
    """A file that is no text."""


def decoded(data: bytes) -> str:
    """The text of a file: UTF-8, UTF-16 with its mark, or else Windows-1252. Raises NotTextError."""
    if data[:2] in {b"\xff\xfe", b"\xfe\xff"}:
        return data.decode("utf-16", errors="replace")
    if b"\0" in data[:LOOKED_AT]:
        raise NotTextError("It is no text file.")
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError:
        return data.decode("cp1252", errors="replace")
