"""Files on disk: open, save, lock, journal, recover."""

from half_yard.storage.document import SUFFIX, FileRefused, read_file, to_text
from half_yard.storage.open_file import FileInUse, OpenFile
from half_yard.storage.saving import last_good_copy

__all__ = ["SUFFIX", "FileInUse", "FileRefused", "OpenFile", "last_good_copy", "read_file", "to_text"]
