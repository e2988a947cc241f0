"""The open client file, its computation and what is being looked at: the one thing all pages share."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from decimal import Decimal
from pathlib import Path

from PySide6.QtCore import QObject, Signal

from half_yard.countries import Computation, Pack, compute, pack_for
from half_yard.desktop.subjects import Subject
from half_yard.figures import Place
from half_yard.records import ClientFile, Edit, EditError
from half_yard.storage import OpenFile


class Workspace(QObject):
    """Carries edits to the file, computes again and tells everyone.

    Signals: `opened` when another file is there (or none), `changed` after every edit, `looked_at` when
    the thread moves, `asked_for` when a page should show a subject, `said` for a message to the reader.
    """

    opened = Signal()
    changed = Signal()
    looked_at = Signal(object)
    asked_for = Signal(object)
    said = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self._open: OpenFile | None = None
        self._computation: Computation | None = None
        self._before: Mapping[Place, Decimal] = {}
        self.subject: Subject | None = None
        self._activity = ""

    # -- the file ------------------------------------------------------------------------------------

    @property
    def is_open(self) -> bool:
        """Whether a client file is open."""
        return self._open is not None

    @property
    def open_file(self) -> OpenFile:
        """The open file. Raises LookupError if there is none."""
        if self._open is None:
            raise LookupError("no client file is open")
        return self._open

    @property
    def file(self) -> ClientFile:
        """The records of the open file. Raises LookupError if there is none."""
        return self.open_file.file

    @property
    def path(self) -> Path | None:
        """Where the open file is kept."""
        return self._open.path if self._open else None

    @property
    def pack(self) -> Pack:
        """The country pack of the open file."""
        return pack_for(self.file.country)

    @property
    def computation(self) -> Computation:
        """What follows from the open file. Raises LookupError if there is none."""
        if self._computation is None:
            raise LookupError("no client file is open")
        return self._computation

    def take(self, opened: OpenFile) -> None:
        """Make an opened file the one worked on; the file before is saved and let go. Raises OSError."""
        computation = compute(opened.file)
        self.release()
        self._open, self._computation = opened, computation
        self._before, self.subject = {}, None
        self._activity = ""
        for message in opened.messages:
            self.said.emit(message)
        self.opened.emit()
        self.changed.emit()

    def release(self) -> None:
        """Save and let go of the open file, if there is one. Raises OSError; the file then stays open."""
        if self._open is None:
            return
        if self._open.unsaved:
            self._open.save()
        self._open.close()
        self._open = None
        self._computation = None

    def save(self) -> None:
        """Save the open file, if there is one. Raises OSError."""
        if self._open is not None:
            self._open.save()
            self.changed.emit()

    # -- edits ---------------------------------------------------------------------------------------

    def do(self, edit: Edit) -> None:
        """Carry out an edit. Raises EditError, and then nothing has changed."""
        try:
            self.open_file.edit(edit)
        except OSError as error:
            raise EditError("", _not_kept(error)) from error
        self._compute_again()

    def try_to(self, edit: Edit) -> bool:
        """Carry out an edit, or say why it can't be; says whether it was."""
        try:
            self.do(edit)
        except EditError as error:
            self.said.emit(str(error))
            return False
        return True

    def undo(self) -> None:
        """Take back the last edit and show where it was."""
        if self._open is not None and (label := self._open.undo_label):
            self._go(self._open.undo, f"Taken back: {label}.")

    def redo(self) -> None:
        """Do again what was last taken back."""
        if self._open is not None and (label := self._open.redo_label):
            self._go(self._open.redo, f"Done again: {label}.")

    def _go(self, step: Callable[[], None], said: str) -> None:
        try:
            step()
        except OSError as error:
            self.said.emit(_not_kept(error))
            return
        self._compute_again()
        self.said.emit(said)

    def _compute_again(self) -> None:
        if self._computation is not None:
            self._before = self._carried(self._computation)
        self._computation = compute(self.file)
        self.changed.emit()

    @staticmethod
    def _carried(computation: Computation) -> dict[Place, Decimal]:
        return {point.place: computation.line(point.place).figure.amount for point in computation.carry}

    def effect(self, place: Place) -> Decimal:
        """What the last edit changed on a line of the chain, in dollars; zero before the first."""
        if place not in self._before:
            return Decimal(0)
        return self.computation.line(place).figure.amount - self._before[place]

    @property
    def activity(self) -> str:
        """The activity that was on screen last, or else the first: what is new begins with it."""
        activities = self.file.activities
        return self._activity if self._activity in activities else next(iter(sorted(activities)), "")

    def show_activity(self, key: str) -> None:
        """Note that an activity is on screen."""
        self._activity = key

    # -- looking -------------------------------------------------------------------------------------

    def look_at(self, subject: Subject) -> None:
        """Move the thread to a line or a record."""
        if subject != self.subject:
            self.subject = subject
            self.looked_at.emit(subject)

    def go_to(self, subject: Subject) -> None:
        """Ask the pages to show a line or a record, and move the thread there."""
        self.asked_for.emit(subject)
        self.look_at(subject)


def _not_kept(error: OSError) -> str:
    return (
        f"The edit can't be written to the journal ({error.strerror}), so it was not made. Make room on the "
        "disk or check the folder, then do it again."
    )
