"""Files on disk: open, save, lock, journal, recover, seal, go back."""

from half_yard.storage.copies import last_good_copy
from half_yard.storage.document import read_bytes, read_document, read_file, sha256_of, to_bytes, to_text
from half_yard.storage.earlier import EarlierState, earlier_states, first_of_day, put_in_place
from half_yard.storage.open_file import OpenFile
from half_yard.storage.places import SUFFIX, real_path
from half_yard.storage.refusals import (
    ChangedElsewhereError,
    FileInUseError,
    FileRefusedError,
    SealedFileError,
    WrongPassphraseError,
)
from half_yard.storage.sealing import FINAL, Keys, Seal
from half_yard.storage.sealing_files import change_seal, office_seal, seal_folder, set_seal
from half_yard.storage.writing import write_out, write_whole

__all__ = [
    "FINAL",
    "SUFFIX",
    "ChangedElsewhereError",
    "EarlierState",
    "FileInUseError",
    "FileRefusedError",
    "Keys",
    "OpenFile",
    "Seal",
    "SealedFileError",
    "WrongPassphraseError",
    "change_seal",
    "earlier_states",
    "first_of_day",
    "last_good_copy",
    "office_seal",
    "put_in_place",
    "read_bytes",
    "read_document",
    "read_file",
    "real_path",
    "seal_folder",
    "set_seal",
    "sha256_of",
    "to_bytes",
    "to_text",
    "write_out",
    "write_whole",
]
