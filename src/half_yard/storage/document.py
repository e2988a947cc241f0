"""The client file as text: UTF-8 JSON with sorted keys, read strictly and refused with a reason."""

from __future__ import annotations

import json
from dataclasses import dataclass
from hashlib import file_digest, sha256
from pathlib import Path
from typing import Any, NoReturn

from pydantic import ValidationError

from half_yard.records import ClientFile
from half_yard.records.client_file import FORMAT_VERSION
from half_yard.storage.refusals import FileRefusedError, NewerFileError
from half_yard.storage.sealing import Keys, Seal, is_sealed, unsealed
from half_yard.storage.upgrading import brought_up

FORMAT = "half-yard client file"
LARGEST_BYTES = 10_000_000
"""Of the plain text: 40,000 rows of statements. What is no client file may take thirty times as
much memory before it is found out."""
LARGEST_ON_DISK = 2 * LARGEST_BYTES
LONGEST_NUMBER = 40
SHOWN_PROBLEMS = 3
LONGEST_PROBLEM = 200


@dataclass(frozen=True)
class Document:
    """A client file that was read, and the seal that it was under, if it was."""

    file: ClientFile
    seal: Seal | None = None


def to_text(file: ClientFile) -> str:
    """The file as it is written: same records, same bytes."""
    return json.dumps(file.model_dump(mode="json"), sort_keys=True, indent=1, ensure_ascii=False) + "\n"


def to_bytes(file: ClientFile, seal: Seal | None = None) -> bytes:
    """The bytes of a file on disk, sealed where it is. Raises FileRefusedError where it grew too large to be
    read again."""
    data = to_text(file).encode()
    if len(data) > LARGEST_BYTES:
        raise FileRefusedError(
            f"The file has grown to {len(data) // 1_000_000} MB; at most {LARGEST_BYTES // 1_000_000} can be "
            "read again. Take a statement out, and keep it in another year or file."
        )
    return data if seal is None else seal.envelope(data)


def digest(data: bytes) -> str:
    """The SHA-256 of saved bytes, in hexadecimal."""
    return sha256(data).hexdigest()


def sha256_of(path: Path) -> str:
    """The SHA-256 of a file of any kind, in hexadecimal digits. Raises OSError."""
    with path.open("rb") as handle:
        return file_digest(handle, "sha256").hexdigest()


def read_file(path: Path, keys: Keys | None = None) -> ClientFile:
    """The client file at a path. Raises FileRefusedError; the file on disk is never touched."""
    return read_document(read_bytes(path), path.name, keys).file


def read_bytes(path: Path) -> bytes:
    """The bytes of a file of a sane size. Raises FileRefusedError."""
    try:
        if path.is_dir():
            raise FileRefusedError(f"{path.name} is a folder, not a client file.")
        if path.stat().st_size > LARGEST_ON_DISK:
            raise FileRefusedError(f"{path.name} is too large to be a client file.")
        return path.read_bytes()
    except FileNotFoundError as error:
        raise FileRefusedError(f"{path.name} is not there. It may have been moved or renamed.") from error
    except OSError as error:
        raise FileRefusedError(f"{path.name} can't be read: {error.strerror}.") from error


def read_document(data: bytes, name: str, keys: Keys | None = None) -> Document:
    """What these bytes hold. Raises FileRefusedError with what is wrong, by name; SealedFileError where a
    passphrase is needed."""
    document = _json_object(data, name)
    seal = None
    if is_sealed(document):
        data, seal = unsealed(document, name, keys or Keys())
        document = _json_object(data, name)
    if document.get("format") != FORMAT:
        raise FileRefusedError(f"{name} is not a Half Yard client file. It was left as it is.")
    version = document.get("format_version")
    if not isinstance(version, int) or version < 1:
        raise FileRefusedError(f"{name} is damaged: its format version is {_short(repr(version))}.")
    if version > FORMAT_VERSION:
        raise NewerFileError(
            f"{name} was written by a newer Half Yard (format version {version}; this one reads up to "
            f"{FORMAT_VERSION}). It was left as it is. Open it with the newer program."
        )
    try:
        return Document(ClientFile.model_validate(brought_up(document)), seal)
    except ValidationError as error:
        raise FileRefusedError(f"{name} is damaged: {_problems(error)}") from error


def json_document(data: bytes, name: str) -> Any:
    """Any JSON text, read strictly: no key twice in one object, no number longer than one can be. Raises
    FileRefusedError."""
    if len(data) > LARGEST_ON_DISK:
        raise FileRefusedError(f"{name} is too large to be a client file.")
    try:
        return json.loads(
            data.decode("utf-8"),
            object_pairs_hook=_once,
            parse_int=_sane_int,
            parse_float=_sane_float,
            parse_constant=_no_number,
        )
    except UnicodeDecodeError as error:
        raise FileRefusedError(f"{name} is not text in UTF-8, so it is no client file.") from error
    except json.JSONDecodeError as error:
        raise FileRefusedError(
            f"{name} is damaged or cut off at line {error.lineno}, column {error.colno}."
        ) from error
    except RecursionError as error:
        raise FileRefusedError(f"{name} is nested too deeply to be a client file.") from error
    except ValueError as error:
        raise FileRefusedError(f"{name} is damaged: {error}.") from error


def _json_object(data: bytes, name: str) -> dict[str, Any]:
    document = json_document(data, name)
    if not isinstance(document, dict):
        raise FileRefusedError(f"{name} is not a Half Yard client file. It was left as it is.")
    if not is_sealed(document) and len(data) > LARGEST_BYTES:
        raise FileRefusedError(f"{name} is too large to be a client file.")
    return document


def _once(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    made = dict(pairs)
    if len(made) != len(pairs):
        seen: set[str] = set()
        twice = next(key for key, _ in pairs if key in seen or seen.add(key))  # type: ignore[func-returns-value]
        raise ValueError(f"“{_short(twice)}” stands twice in one place, so that one of the two would be lost")
    return made


def _sane_int(text: str) -> int:
    if len(text) > LONGEST_NUMBER:
        raise ValueError(f"a number has {len(text):,} digits")
    return int(text)


def _sane_float(text: str) -> float:
    if len(text) > LONGEST_NUMBER:
        raise ValueError(f"a number has {len(text):,} signs")
    return float(text)


def _no_number(text: str) -> NoReturn:
    raise ValueError(f"{text} is no number")


def _short(text: str) -> str:
    plain = "".join(sign if sign.isprintable() else "?" for sign in text)
    return plain if len(plain) <= LONGEST_PROBLEM else f"{plain[:LONGEST_PROBLEM]}…"


def _problems(error: ValidationError) -> str:
    found = error.errors(include_url=False, include_input=False, include_context=False)
    said = [_short(f"/{'/'.join(map(str, item['loc']))}: {item['msg']}") for item in found[:SHOWN_PROBLEMS]]
    more = f" and {len(found) - SHOWN_PROBLEMS} more" if len(found) > SHOWN_PROBLEMS else ""
    return "; ".join(said) + more + "."
