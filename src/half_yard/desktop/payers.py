"""What is known of a payer by number: from this file, the office's other files, or the payer directory."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping
from functools import lru_cache
from pathlib import Path

from pydantic import JsonValue

from half_yard.records import ClientFile
from half_yard.standins import known_payer
from half_yard.storage import FileRefusedError, Keys, read_file

COLLECTIONS = ("forms", "wages", "interest", "dividends")


def known_of_payer(
    file: ClientFile, number: str, office: Callable[[], Iterable[Path]], keys: Keys | None = None
) -> Mapping[str, JsonValue]:
    """The name, the name in the books and the address of the payer with a number, where it is known.

    The files of the office are looked at only where this one does not know the payer.
    """
    digits = _digits(number)
    if not digits:
        return {}
    if (own := _payers(file).get(digits)) is not None:
        return own
    for path in office():
        if (known := _payers_of(path, keys or Keys()).get(digits)) is not None:
            return {**known, "payee_in_books": ""}
    payer = known_payer(number)
    return (
        {} if payer is None else {"payer": payer.name, "payer_address": payer.address.model_dump(mode="json")}
    )


def _digits(number: str) -> str:
    return "".join(sign for sign in number if sign.isdecimal())


def _payers(file: ClientFile) -> dict[str, Mapping[str, JsonValue]]:
    return {digits: known for digits, known in _all(file) if digits}


def _all(file: ClientFile) -> Iterator[tuple[str, Mapping[str, JsonValue]]]:
    for collection in COLLECTIONS:
        for form in getattr(file, collection).values():
            yield (
                _digits(form.payer_number),
                {
                    "payer": getattr(form, "payer", "") or getattr(form, "employer", ""),
                    "payee_in_books": getattr(form, "payee_in_books", ""),
                    "payer_address": form.payer_address.model_dump(mode="json"),
                },
            )


def _payers_of(path: Path, keys: Keys) -> dict[str, Mapping[str, JsonValue]]:
    """The payers of another file; none of one that can't be read or is sealed with a key not known yet."""
    try:
        return _read(path, path.stat().st_mtime_ns, keys)
    except (OSError, FileRefusedError):
        return {}


@lru_cache(maxsize=400)
def _read(path: Path, _changed: int, keys: Keys) -> dict[str, Mapping[str, JsonValue]]:
    return _payers(read_file(path, keys))
