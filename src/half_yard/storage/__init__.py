"""Files on disk: open, save, lock, journal, recover."""

from half_yard.storage.document import SUFFIX, FileRefusedError, read_file, to_text
from half_yard.storage.open_file import FileInUseError, OpenFile
from half_yard.storage.saving import last_good_copy

__all__ = [
    "SUFFIX",
    "FileInUseError",
    "FileRefusedError",
    "OpenFile",
    "last_good_copy",
    "read_file",
    "to_text",
]
