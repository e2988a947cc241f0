"""Sealing and unsealing what lies on disk: a file with its copies and journals, or a whole office folder.

The folder's own key stands in `.office.halfyard-key`; every file that is made there is sealed with it.
"""

from __future__ import annotations

import json
from hashlib import sha256
from pathlib import Path

from half_yard.storage.copies import all_copies, replace_copies
from half_yard.storage.document import json_document, read_bytes, read_document, to_bytes
from half_yard.storage.journal import resealed
from half_yard.storage.open_file import OpenFile
from half_yard.storage.places import SUFFIX, damaged_states, real_path, set_aside_journals
from half_yard.storage.refusals import FileRefusedError, SealedFileError
from half_yard.storage.sealing import SEALED_FORMAT, VERSION, Keys, Seal, wrapped_key
from half_yard.storage.writing import write_whole

OFFICE_KEY = ".office.halfyard-key"


def office_seal(folder: Path, keys: Keys) -> Seal | None:
    """The seal of an office folder; None where it has none. Raises SealedFileError where its passphrase was
    not given yet, FileRefusedError where its key is damaged."""
    place = folder / OFFICE_KEY
    if not place.exists():
        return None
    document = json_document(read_bytes(place), place.name)
    if not isinstance(document, dict):
        raise FileRefusedError(f"{place.name} is damaged.")
    wrapped = wrapped_key(document, place.name)
    if (seal := keys.of(wrapped)) is None:
        raise SealedFileError(f"The folder {folder.name} is sealed. Type its passphrase.", wrapped)
    return seal


def set_seal(path: Path, seal: Seal | None, keys: Keys) -> None:
    """Seal a file, with its copies and the journals kept aside, or unseal it with None. What was there before
    is written over and removed; a disk may keep traces of it. Raises FileRefusedError, OSError."""
    opened = OpenFile.open(path, keys)
    try:
        change_seal(opened, seal, keys)
    finally:
        opened.close()


def change_seal(opened: OpenFile, seal: Seal | None, keys: Keys) -> None:
    """Seal an open file, or take its seal off, with all that is kept beside it. Raises as `set_seal` does."""
    path, before = opened.path, opened.seal
    opened.seal = seal
    opened.save()
    states = {}
    for copy in all_copies(path):
        try:
            states[copy] = to_bytes(read_document(read_bytes(copy), copy.name, keys).file, seal)
        except FileRefusedError:
            copy.unlink(missing_ok=True)  # a stub, or under a key that nobody has: neither can be kept safe
    called = replace_copies(path, states)
    for journal in set_aside_journals(path):
        write_whole(journal, resealed(journal.read_bytes(), before, seal, called))
    for damaged in damaged_states(path):
        if seal is not None:
            write_whole(damaged, seal.envelope(damaged.read_bytes()))


def seal_folder(folder: Path, seal: Seal | None, keys: Keys, *, spare: Path | None = None) -> list[str]:
    """Seal every client file of a folder and all that will be made in it, or take their seals off with None;
    but for one (`spare`) that is open and done already. Returns what could not be done, in words. Raises
    OSError."""
    if seal is not None:
        write_whole(folder / OFFICE_KEY, _key_document(seal))
    refused = []
    for path in sorted(folder.glob(f"*{SUFFIX}")):
        if real_path(path) == spare:
            continue
        try:
            set_seal(path, seal, keys)
        except FileRefusedError as error:
            refused.append(str(error))
    if seal is None and not refused:
        (folder / OFFICE_KEY).unlink(missing_ok=True)
    return refused


def _key_document(seal: Seal) -> bytes:
    document = {
        "format": SEALED_FORMAT,
        "format_version": VERSION,
        "key": seal.wrapped,
        "checksums": {"key": sha256(seal.wrapped.encode()).hexdigest()},
    }
    return (json.dumps(document, indent=1, sort_keys=True) + "\n").encode()
