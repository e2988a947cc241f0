"""The client file as text: UTF-8 JSON with sorted keys, read strictly and refused with a reason."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from pydantic import ValidationError

from half_yard.records import ClientFile

SUFFIX = ".halfyard"
FORMAT = "half-yard client file"
VERSION = 1
LARGEST_BYTES = 200_000_000
SHOWN_PROBLEMS = 3


class FileRefusedError(ValueError):
    """A file that is not opened: the message says what is wrong with it and what to do."""


def to_text(file: ClientFile) -> str:
    """The file as it is written: same records, same bytes."""
    return json.dumps(file.model_dump(mode="json"), sort_keys=True, indent=1, ensure_ascii=False) + "\n"


def read_file(path: Path) -> ClientFile:
    """The client file at a path. Raises FileRefusedError; the file on disk is never touched."""
    return parse(read_bytes(path), path.name)


def read_bytes(path: Path) -> bytes:
    """The bytes of a file of a sane size. Raises FileRefusedError."""
    try:
        if path.stat().st_size > LARGEST_BYTES:
            raise FileRefusedError(f"{path.name} is too large to be a client file.")
        return path.read_bytes()
    except FileNotFoundError as error:
        raise FileRefusedError(f"{path.name} is not there. It may have been moved or renamed.") from error
    except OSError as error:
        raise FileRefusedError(f"{path.name} can't be read: {error.strerror}.") from error


def parse(data: bytes, name: str) -> ClientFile:
    """The client file in these bytes. Raises FileRefusedError with what is wrong, by name."""
    document = _json_object(data, name)
    if document.get("format") != FORMAT:
        raise FileRefusedError(f"{name} is not a Half Yard client file. It was left as it is.")
    version = document.get("format_version")
    if not isinstance(version, int) or version < 1:
        raise FileRefusedError(f"{name} is damaged: its format version is {version!r}.")
    if version > VERSION:
        raise FileRefusedError(
            f"{name} was written by a newer Half Yard (format version {version}; this one reads up to "
            f"{VERSION}). It was left as it is. Open it with the newer program."
        )
    try:
        return ClientFile.model_validate(document)
    except ValidationError as error:
        raise FileRefusedError(f"{name} is damaged: {_problems(error)}") from error


def _json_object(data: bytes, name: str) -> dict[str, Any]:
    try:
        document = json.loads(data.decode("utf-8"))
    except UnicodeDecodeError as error:
        raise FileRefusedError(f"{name} is not text in UTF-8, so it is no client file.") from error
    except json.JSONDecodeError as error:
        raise FileRefusedError(
            f"{name} is damaged or cut off at line {error.lineno}, column {error.colno}."
        ) from error
    except RecursionError as error:
        raise FileRefusedError(f"{name} is nested too deeply to be a client file.") from error
    if not isinstance(document, dict):
        raise FileRefusedError(f"{name} is not a Half Yard client file. It was left as it is.")
    return document


def _problems(error: ValidationError) -> str:
    found = error.errors(include_url=False)
    said = [f"/{'/'.join(map(str, item['loc']))}: {item['msg']}" for item in found[:SHOWN_PROBLEMS]]
    more = f" and {len(found) - SHOWN_PROBLEMS} more" if len(found) > SHOWN_PROBLEMS else ""
    return "; ".join(said) + more + "."
