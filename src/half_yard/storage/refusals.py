"""What can go wrong with a file on disk, as a family: every message says what is wrong and what to do.

FileRefusedError            it is not opened, or not written over
├── FileInUseError          another window or machine has it open
├── NewerFileError          a newer program wrote it
├── SealedFileError         it is sealed, and no passphrase for it was given yet
├── WrongPassphraseError    a passphrase was given, and it is another one
├── TamperedError           it was changed by somebody who had not the passphrase
└── ChangedElsewhereError   another program changed it while it was open
"""

from __future__ import annotations

from collections.abc import Sequence


class FileRefusedError(ValueError):
    """A file that is not opened or not written: the message says what is wrong with it and what to do."""


class FileInUseError(FileRefusedError):
    """Another window or machine has the file open."""


class NewerFileError(FileRefusedError):
    """A newer Half Yard wrote the file."""


class SealedFileError(FileRefusedError):
    """A sealed file needs its passphrase; `wrapped` is its key, sealed with it."""

    def __init__(self, message: str, wrapped: str) -> None:
        super().__init__(message)
        self.wrapped = wrapped


class WrongPassphraseError(FileRefusedError):
    """The passphrase is not the one that the file was sealed with."""


class TamperedError(FileRefusedError):
    """The sealed text is whole and was not made with the file's key."""


class ChangedElsewhereError(FileRefusedError):
    """Another program changed the file while it was open; `differs` says what its state and ours do not have
    alike, in words."""

    def __init__(self, message: str, differs: Sequence[str]) -> None:
        super().__init__(message)
        self.differs = tuple(differs)
