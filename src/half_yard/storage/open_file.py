"""A client file while it is worked on: locked, journalled, with undo and redo."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from filelock import FileLock, Timeout

from half_yard.records import ClientFile, Edit, EditError, apply
from half_yard.storage.document import FileRefusedError, parse, read_bytes, to_text
from half_yard.storage.journal import Journal, digest, read_journal
from half_yard.storage.saving import last_good_copy, save_bytes


class FileInUseError(FileRefusedError):
    """Another window or program has the file open."""


@dataclass(frozen=True, slots=True)
class Done:
    """An edit that was carried out, and the one that takes it back."""

    edit: Edit
    inverse: Edit


class OpenFile:
    """One client file, open. Use `open` or `create`; call `close` when done."""

    def __init__(self, path: Path, file: ClientFile, lock: FileLock, saved: bytes) -> None:
        self.path = path
        self.file = file
        self.messages: list[str] = []
        self._lock = lock
        self._journal = Journal(path, digest(saved))
        self._done: list[Done] = []
        self._undone: list[Done] = []
        self._unsaved = 0

    @staticmethod
    def open(path: Path) -> OpenFile:
        """Open a file and bring back the edits of a journal. Raises FileRefusedError or FileInUseError."""
        lock = _locked(path)
        try:
            data = read_bytes(path)
            opened = OpenFile(path, parse(data, path.name), lock, data)
            opened._recover(digest(data))
        except FileRefusedError as error:
            lock.release()
            good = last_good_copy(path)
            if good is not None and "newer Half Yard" not in str(error):
                raise FileRefusedError(f"{error} The last good copy is {good}.") from error
            raise
        except BaseException:
            lock.release()
            raise
        return opened

    @staticmethod
    def create(path: Path, file: ClientFile) -> OpenFile:
        """Write a new file and open it. Raises FileRefusedError if one is there already, OSError."""
        if path.exists():
            raise FileRefusedError(f"{path.name} is already there. Open it, or choose another name or year.")
        lock = _locked(path)
        data = to_text(file).encode()
        try:
            save_bytes(path, data)
        except OSError:
            lock.release()
            raise
        return OpenFile(path, file, lock, data)

    def _recover(self, base: str) -> None:
        found = read_journal(self.path, base)
        if found.foreign:
            self._set_journal_aside("A journal of another state of this file was found")
            return
        try:
            for edit in found.edits:
                self._carry_out(edit, self._done)
        except EditError as error:
            self._set_journal_aside(f"Unsaved edits could not be brought back ({error})")
        if self._done:
            self._journal.start([done.edit for done in self._done])
            count = len(self._done)
            self.messages.append(
                f"{count} unsaved edit{'s were' if count > 1 else ' was'} brought back after the program "
                f"ended without saving. Undo takes {'them back one by one' if count > 1 else 'it back'}."
            )
        if found.cut:
            self.messages.append("The last edit before that was cut off and is not there.")

    def _set_journal_aside(self, what: str) -> None:
        aside = self._journal.set_aside()
        self.messages.append(f"{what}; the journal was set aside as {aside.name}.")

    @property
    def unsaved(self) -> int:
        """How many edits the saved file does not have yet."""
        return self._unsaved

    @property
    def undo_label(self) -> str:
        """What undo would take back; empty if nothing."""
        return self._done[-1].edit.label if self._done else ""

    @property
    def redo_label(self) -> str:
        """What redo would do again; empty if nothing."""
        return self._undone[-1].edit.label if self._undone else ""

    def edit(self, edit: Edit) -> None:
        """Carry out an edit and journal it. Raises EditError, and then nothing has changed."""
        self._carry_out(edit, self._done, journalled=True)
        self._undone.clear()

    def undo(self) -> None:
        """Take back the last edit, if there is one."""
        if self._done:
            last = self._done.pop()
            self._carry_out(last.inverse, None, journalled=True)
            self._undone.append(last)

    def redo(self) -> None:
        """Do again what was last undone, if anything."""
        if self._undone:
            self._carry_out(self._undone.pop().edit, self._done, journalled=True)

    def _carry_out(self, edit: Edit, history: list[Done] | None, *, journalled: bool = False) -> None:
        after, inverse = apply(self.file, edit)
        if journalled:
            self._journal.add(edit)
        self.file = after
        self._unsaved += 1
        if history is not None:
            history.append(Done(edit, inverse))

    def save(self) -> None:
        """Save all edits. Raises OSError, and then the file on disk and the journal are as before."""
        data = to_text(self.file).encode()
        save_bytes(self.path, data)
        self._journal.finish()
        self._journal = Journal(self.path, digest(data))
        self._unsaved = 0

    def close(self) -> None:
        """Let go of the file. Unsaved edits stay in the journal and come back when it is opened."""
        self._journal.close()
        self._lock.release()


def _locked(path: Path) -> FileLock:
    lock = FileLock(path.with_name(f".{path.name}.lock"))
    try:
        lock.acquire(timeout=0)
    except Timeout as error:
        raise FileInUseError(f"{path.name} is open in another window. Close it there first.") from error
    except OSError as error:
        raise FileRefusedError(f"{path.name} can't be opened for writing: {error.strerror}.") from error
    return lock
