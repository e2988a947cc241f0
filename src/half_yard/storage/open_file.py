"""A client file while it is worked on: locked, journalled, with undo and redo and ways back."""

from __future__ import annotations

import datetime
import os
from collections.abc import Callable
from pathlib import Path

from half_yard.records import ClientFile, Edit, EditError, apply
from half_yard.records.differing import difference, differences
from half_yard.storage.adopting import adopt, now_called
from half_yard.storage.copies import keep_copy, last_good_copy, note_state
from half_yard.storage.document import Document, digest, read_bytes, read_document, to_bytes
from half_yard.storage.history import MOST_STEPS, Done, History
from half_yard.storage.journal import Journal, read_journal
from half_yard.storage.keeper import Keeper
from half_yard.storage.lock import Lock, UnwritableError
from half_yard.storage.places import copies_folder, journal_path, parts_of, real_path
from half_yard.storage.refusals import (
    ChangedElsewhereError,
    FileRefusedError,
    NewerFileError,
    SealedFileError,
    WrongPassphraseError,
)
from half_yard.storage.sealing import Keys, Seal
from half_yard.storage.upgrading import brought_up_edit
from half_yard.storage.writing import OWN, write_whole

NO_COPY_NEEDED = (NewerFileError, SealedFileError, WrongPassphraseError)
LOOK_ONLY = "It is opened to look at only: {why}. Nothing that is changed here can be kept."


class OpenFile:
    """One client file, open. Use `open` or `create`; call `close` when done."""

    def __init__(
        self, path: Path, document: Document, lock: Lock | None, saved: bytes, why_look_only: str = ""
    ) -> None:
        self.path = path
        self.file = document.file
        self.seal = document.seal
        self.messages: list[str] = []
        self.opened_at = self.saved_at = datetime.datetime.now()
        self.as_opened = self.as_saved = document.file
        self.why_look_only = why_look_only
        self._lock = lock
        self._keeper = Keeper(lock) if lock is not None else None
        self._history, self._undone = History(), History()
        self._unsaved = 0
        self._stands_on(saved)

    def _stands_on(self, saved: bytes) -> None:
        """Note the state on disk that edits are made on from now on."""
        self._digest = digest(saved)
        self._seen = _marks(self.path)
        self._journal = Journal(self.path, self._digest, self.seal, self._keeper)

    @staticmethod
    def open(path: Path, keys: Keys | None = None) -> OpenFile:
        """Open a file and bring back the edits of a journal. Raises FileRefusedError, of which there is a
        family: see `refusals`."""
        path = real_path(path)
        if not path.exists():
            read_bytes(path)  # says that it is not there, before a lock is made for it
        lock, why = _locked(path)
        try:
            data = read_bytes(path)
            opened = OpenFile(path, read_document(data, path.name, keys), lock, data, why)
        except FileRefusedError as error:
            if lock is not None:
                lock.release()
            good = last_good_copy(path)
            if good is not None and not isinstance(error, NO_COPY_NEEDED):
                raise type(error)(f"{error} “Earlier states” has one that is whole.") from error
            raise
        except BaseException:
            if lock is not None:
                lock.release()
            raise
        try:
            opened._begin()
        except BaseException:
            opened.close()
            raise
        return opened

    @staticmethod
    def create(path: Path, file: ClientFile, seal: Seal | None = None) -> OpenFile:
        """Write a new file and open it. Raises FileRefusedError if one is there already, OSError."""
        path = real_path(path)
        if path.exists():
            raise FileRefusedError(f"{path.name} is already there. Open it, or choose another name or year.")
        lock = Lock.take(path)
        try:
            data = to_bytes(file, seal)
            write_whole(path, data)
            return OpenFile(path, Document(file, seal), lock, data)
        except BaseException:
            lock.release()
            raise

    def _begin(self) -> None:
        """What is done once at the opening: tidy up, find what belongs here, bring edits back."""
        if self.why_look_only:
            self.messages.append(LOOK_ONLY.format(why=self.why_look_only))
            self._recover()
            return
        if self._lock is not None and self._lock.note:
            self.messages.append(self._lock.note)
        for part in parts_of(self.path):
            part.unlink(missing_ok=True)
        self.messages += adopt(self.path, self._digest)
        if self._seen[3] > 1:
            self.messages.append(
                f"{self.path.name} is known by another name too (a hard link). Saving puts the new state "
                "under this name only."
            )
        self._recover()

    def _recover(self) -> None:
        """Bring back the edits of the journal, all that can be, and keep aside what can't."""
        found = read_journal(self.path, self._digest, self.seal)
        applied: list[Edit] = []
        lost = found.lost
        for kept in found.edits:
            edit = brought_up_edit(kept, self.file)
            try:
                self._carry_out(edit, self._history)
                applied.append(edit)
            except EditError:
                lost += 1  # it builds on one that is lost
        if applied:
            self.messages.append(_brought_back(len(applied)))
        if lost:
            edits = f"{lost} edit{'s' if lost > 1 else ''}"
            self._set_journal_aside(f"The journal is damaged: {edits} of it could not be brought back")
        elif found.foreign:
            self._set_journal_aside("A journal of another state of this file was found")
        if found.cut:
            self.messages.append("The last edit before that was cut off and is not there.")
        if self._lock is None:
            return
        if applied:
            self._journal.start(applied)
        else:
            self._journal.finish()

    def _set_journal_aside(self, what: str) -> None:
        kept = "."
        if self._lock is not None:
            aside = self._journal.copy_aside(datetime.datetime.now())
            kept = f"; it was set aside as {aside.name}, and “Earlier states” leads there."
        self.messages.append(f"{what}{kept}")

    # -- editing -------------------------------------------------------------------------------------

    @property
    def unsaved(self) -> int:
        """How many edits the saved file does not have yet."""
        return self._unsaved

    @property
    def undo_label(self) -> str:
        """What undo would take back; empty if nothing."""
        return self._history.label

    @property
    def redo_label(self) -> str:
        """What redo would do again; empty if nothing."""
        return self._undone.label

    def tell(self, told: Callable[[OSError], None]) -> None:
        """Call this, from another thread, when an edit could not be flushed to disk."""
        if self._keeper is not None:
            self._keeper.told = told

    def edit(self, edit: Edit) -> None:
        """Carry out an edit and journal it. Raises EditError or OSError, and then nothing has changed."""
        self._carry_out(edit, self._history, journalled=True)
        self._undone.clear()

    def undo(self) -> None:
        """Take back the last edit, if there is one."""
        self._step(self._history, self._undone, back=True)

    def redo(self) -> None:
        """Do again what was last undone, if anything."""
        self._step(self._undone, self._history, back=False)

    def _step(self, from_: History, to: History, *, back: bool) -> None:
        if not from_:
            return
        done = from_.pop()
        try:
            self._carry_out(done.inverse if back else done.edit, None, journalled=True)
        except BaseException:
            from_.push(done)
            raise
        to.push(done)

    def go_back_to(self, file: ClientFile, label: str) -> None:
        """Bring back another state of the file, as one edit that can be undone. Raises EditError, OSError."""
        edit = difference(self.file, file, label)
        if edit.changes:
            self.edit(edit)

    def _carry_out(self, edit: Edit, history: History | None, *, journalled: bool = False) -> None:
        if journalled and self.why_look_only:
            raise EditError("", LOOK_ONLY.format(why=self.why_look_only))
        after, inverse = apply(self.file, edit)
        if journalled:
            self._journal.add(edit)
        self.file = after
        # Undone, or typed back, the file is as it was saved: what did not change is compared by identity.
        self._unsaved = 0 if after == self.as_saved else self._unsaved + 1
        if history is not None:
            history.push(Done(edit, inverse))

    # -- saving --------------------------------------------------------------------------------------

    def save(self, *, over_changes: bool = False) -> list[str]:
        """Save all edits; returns what is worth saying, in words.

        What another program made of the file meanwhile is not written over unless `over_changes`; then it is
        kept among the copies. Raises ChangedElsewhereError, FileRefusedError, OSError, and then the file on
        disk and the journal are as before.
        """
        if self.why_look_only:
            raise FileRefusedError(LOOK_ONLY.format(why=self.why_look_only))
        said = self._look_around()
        there = self._on_disk()
        if there is not None and digest(there) != self._digest and not over_changes:
            raise self._changed_elsewhere(there)
        data = to_bytes(self.file, self.seal)
        self._journal.becoming(digest(data))
        if there is not None:
            said += self._keep(there)
        write_whole(self.path, data, self.path.stat().st_mode & 0o777 if there is not None else OWN)
        self._saved(data)
        return said

    def _saved(self, data: bytes) -> None:
        journal = self._journal
        self._stands_on(data)
        journal.finish()
        self._unsaved = 0
        self.as_saved, self.saved_at = self.file, datetime.datetime.now()
        try:
            note_state(self.path, self._digest)
        except OSError:
            return  # only a renamed file would miss it

    def _keep(self, there: bytes) -> list[str]:
        """Keep the state on disk among the copies. Failing that is no reason not to save the newest."""
        try:
            keep_copy(self.path, there)
        except OSError as error:
            return [f"Saved. The state before could not be kept as a copy: {error.strerror}."]
        return []

    def take_theirs(self) -> None:
        """Go on with the state that another program made of the file; ours is kept among the copies, and undo
        brings it back. Raises FileRefusedError, OSError, EditError."""
        data = read_bytes(self.path)
        theirs = self._read_theirs(data)
        keep_copy(self.path, to_bytes(self.file, self.seal))
        edit = difference(self.file, theirs, f"{self.path.name} as another program left it")
        after, inverse = apply(self.file, edit)
        self.file = after
        self._history.push(Done(edit, inverse))
        self._undone.clear()
        self._saved(data)

    def _changed_elsewhere(self, there: bytes) -> ChangedElsewhereError:
        try:
            differs = differences(self.file, self._read_theirs(there))
        except FileRefusedError as error:
            differs = [f"it can't be read any more: {error}"]
        return ChangedElsewhereError(
            f"{self.path.name} was changed by another program while it was open here. Nothing was written.",
            differs or ["nothing that this program reads"],
        )

    def _read_theirs(self, data: bytes) -> ClientFile:
        """What another program made of the file, sealed with our seal or with none. Raises
        FileRefusedError."""
        keys = Keys()
        if self.seal is not None:
            keys.remember(self.seal)
        return read_document(data, self.path.name, keys).file

    def _on_disk(self) -> bytes | None:
        """What stands at the path now; None where nothing does. Raises OSError."""
        try:
            return self.path.read_bytes()
        except FileNotFoundError:
            return None

    def _look_around(self) -> list[str]:
        """Notice what became of the file and its lock meanwhile, and follow. Raises FileRefusedError."""
        said = []
        if not self.path.exists():
            called = now_called(self.path, self._seen[:2])
            if called is not None:
                said.append(self._follow(called))
            elif self.path.parent.is_dir():
                said.append(f"{self.path.name} had been removed; it is written anew.")
            else:
                raise FileRefusedError(
                    f"The folder {self.path.parent.name} is not there any more. Bring it back, then save "
                    "again: the edits are kept here meanwhile."
                )
        if self._lock is not None and not self._lock.is_ours:
            self._lock_anew(self.path)
            said.append("The lock of this file had been removed by another program; it is locked again.")
        return said

    def _follow(self, called: Path) -> str:
        """Go on under the name that the file has now, with all that is kept beside it."""
        former = self.path
        self._lock_anew(called)
        for place in (journal_path, copies_folder):
            if place(former).exists() and not place(called).exists():
                place(former).rename(place(called))
        self.path = called
        self._journal.moved_to(called)
        return f"{former.name} is called {called.name} now."

    def _lock_anew(self, path: Path) -> None:
        if self._lock is None or self._keeper is None:
            return
        lock = Lock.take(path)
        self._keeper.use_lock(lock)
        self._lock.release()
        self._lock = lock

    def close(self) -> None:
        """Let go of the file. Unsaved edits stay in the journal and come back when it is opened; those that
        came to nothing go."""
        if self._lock is not None and not self._unsaved:
            self._journal.finish()
        self._journal.close()
        if self._keeper is not None:
            self._keeper.stop()
        if self._lock is not None:
            self._lock.release()


def _brought_back(count: int) -> str:
    if count > MOST_STEPS:
        return (
            f"{count:,} unsaved edits were brought back. Undo takes the last {MOST_STEPS:,} back one by one."
        )
    return (
        f"{count} unsaved edit{'s were' if count > 1 else ' was'} brought back after the program "
        f"ended without saving. Undo takes {'them back one by one' if count > 1 else 'it back'}."
    )


def _locked(path: Path) -> tuple[Lock | None, str]:
    """The lock, or why the file can only be looked at. Raises FileInUseError, FileRefusedError."""
    try:
        if path.is_file() and not (path.stat().st_mode & 0o222 and os.access(path, os.W_OK)):
            return None, "the file is marked as not to be written"
        return Lock.take(path), ""
    except UnwritableError:
        return None, f"the folder {path.parent.name} can't be written to"
    except OSError as error:
        raise FileRefusedError(f"{path.name} can't be opened for writing: {error.strerror}.") from error


def _marks(path: Path) -> tuple[int, int, int, int]:
    """By what a file is known again: device, inode, time of change, and how many names it has."""
    try:
        found = os.stat(path)
    except OSError:
        return (0, 0, 0, 0)
    return (found.st_dev, found.st_ino, found.st_mtime_ns, found.st_nlink)
