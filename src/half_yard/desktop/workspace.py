"""The open client file, its computation and what is being looked at: the one thing all pages share."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from decimal import Decimal
from pathlib import Path

from PySide6.QtCore import QObject, Signal

from half_yard.countries import Computation, Pack, compute, pack_for
from half_yard.desktop.fitted import Fittings
from half_yard.desktop.subjects import Subject
from half_yard.figures import Place
from half_yard.figures.remembered import Memory
from half_yard.records import ClientFile, Edit, EditError
from half_yard.records.dates import Calendar
from half_yard.storage import (
    FINAL,
    ChangedElsewhereError,
    EarlierState,
    FileRefusedError,
    Keys,
    OpenFile,
    Seal,
    change_seal,
    real_path,
    seal_folder,
)


class Workspace(QObject):
    """Carries edits to the file, computes again and tells everyone.

    Signals: `opened` when another file is there (or none), `changed` after every edit, `looked_at` when
    the thread moves, `asked_for` when a page should show a subject, `said` for a message to the reader,
    `conflict` when another program has changed the file. `keys` are the seals that were opened since the
    program began.
    """

    opened = Signal()
    changed = Signal()
    looked_at = Signal(object)
    asked_for = Signal(object)
    said = Signal(str)
    conflict = Signal(object)
    _not_flushed = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.keys = Keys()
        self._not_flushed.connect(self.said)
        self._open: OpenFile | None = None
        self._computation: Computation | None = None
        self._before: Mapping[Place, Decimal] = {}
        self.subject: Subject | None = None
        self._activity = ""
        self._memory = Memory()
        self.fittings = Fittings()

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
        """The records of the open file, as they are with the fitting that is worn. Raises LookupError if
        there is none."""
        return self.worn_file if self.fittings.worn else self.open_file.file

    @property
    def worn_file(self) -> ClientFile:
        """The open file with the edits of the fitting that is worn, as far as they fit."""
        return self.fittings.worn_file(self.open_file.file)

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

    def at_each_file(self, begin: Callable[[], None]) -> None:
        """Begin with the open file, if there is one, and anew with each that is opened from now on."""
        self.opened.connect(begin)
        if self.is_open:
            begin()

    def take(self, opened: OpenFile) -> None:
        """Make an opened file the one worked on; the file before is saved and let go. Raises FileRefusedError
        where it can't be computed, or the one before can't be saved; OSError. Then the one before stays."""
        try:
            memory = Memory()
            computation = compute(opened.file, memory)
        except Exception as error:
            raise FileRefusedError(
                f"{opened.path.name} can't be computed: the program made a mistake with it "
                f"({type(error).__name__}). Please report it; what was open stays open."
            ) from error
        self.release()
        opened.tell(self._tell_of_flush)
        self._open, self._computation, self._memory = opened, computation, memory
        self._otherwise = Memory()
        self.fittings.forget()
        self._before, self.subject = {}, None
        self._activity = ""
        if opened.messages:
            self.said.emit(" ".join(opened.messages))
        self.opened.emit()
        self.changed.emit()

    def _tell_of_flush(self, error: OSError) -> None:
        """Called from the thread that flushes the journal."""
        self._not_flushed.emit(
            f"The last edits may not be on the disk yet ({error.strerror}). They are safe from a crash of "
            "the program, not from a power cut: save, or make room on the disk."
        )

    def release(self, *, as_opened: bool = False) -> None:
        """Save and let go of the open file, if there is one: as it is, or as it was opened, with the state of
        now kept as a copy. Raises FileRefusedError, OSError; the file then stays open."""
        if self._open is None:
            return
        if as_opened:
            self._save_as_opened(self._open)
        elif self._open.unsaved and not self._open.why_look_only:
            self._save(self._open)
        self._open.close()
        self._open = None
        self._computation = None

    def save(self, *, over_changes: bool = False) -> None:
        """Save the open file, if there is one, also over what another program made of it where that was
        asked. Raises FileRefusedError, OSError."""
        if self._open is not None:
            self._save(self._open, over_changes=over_changes)
            self.changed.emit()

    def _save(self, opened: OpenFile, *, over_changes: bool = False) -> None:
        try:
            if said := opened.save(over_changes=over_changes):
                self.said.emit(" ".join(said))
        except ChangedElsewhereError as error:
            self.conflict.emit(error)
            raise

    def _save_as_opened(self, opened: OpenFile) -> None:
        if opened.file != opened.as_opened:
            self._save(opened)  # so that what is left is kept among the copies
            opened.go_back_to(opened.as_opened, "Left as it was opened")
            self._save(opened)

    def seal(self, passphrase: str) -> None:
        """Seal the open file and all that is kept beside it, or take its seal off with an empty passphrase.
        Raises FileRefusedError, OSError."""
        seal = self.keys.remember(Seal.new(passphrase)) if passphrase else None
        change_seal(self.open_file, seal, self.keys)
        self.changed.emit()

    def seal_folder(self, folder: Path, passphrase: str) -> str:
        """Seal every client file of a folder and all that will be made in it, the open file among them;
        returns which could not be, in words. Raises FileRefusedError, OSError."""
        seal = self.keys.remember(Seal.new(passphrase))
        return self._seal_all(folder, seal, f"The folder {folder.name} is sealed. {FINAL}")

    def unseal_folder(self, folder: Path) -> str:
        """Take the seal off every client file of a folder; returns which could not be, in words. Raises
        FileRefusedError, OSError."""
        return self._seal_all(folder, None, f"The folder {folder.name} is not sealed any more.")

    def _seal_all(self, folder: Path, seal: Seal | None, said: str) -> str:
        opened = (
            self._open if self._open is not None and self._open.path.parent == real_path(folder) else None
        )
        if opened is not None:
            change_seal(opened, seal, self.keys)
        refused = seal_folder(folder, seal, self.keys, spare=opened.path if opened else None)
        self.said.emit(said)
        self.opened.emit()
        if self.is_open:
            self.changed.emit()
        return " ".join(refused)

    def take_theirs(self) -> None:
        """Go on with what another program made of the file. Raises FileRefusedError, OSError."""
        self.open_file.take_theirs()
        self._compute_again()
        self.said.emit(
            "This is the state that was on disk. What was here is an earlier state; undo brings it back."
        )

    def go_back_to(self, state: EarlierState) -> bool:
        """Bring an earlier state back, as one edit, or say why not; says whether it is there."""
        try:
            self.open_file.go_back_to(state.read(), f"Back to the {state.words.lower()}")
        except (FileRefusedError, EditError, OSError) as error:
            self.said.emit(str(error))
            return False
        self._compute_again()
        self.said.emit(f"This is the {state.words.lower()}. Undo takes it back.")
        return True

    @property
    def calendar(self) -> Calendar:
        """How days are typed and shown in the open file."""
        return self.pack.country.calendar(self.file.tax_year)

    def masked_payer(self, number: str) -> str:
        """A payer's number for showing, as the open file's country has it."""
        return self.pack.country.payer_number.masked(number)

    def said_of(self, typed: str) -> str:
        """What the open file's country says of a word that names something else than a line."""
        return self.pack.asked.said_of(typed)

    # -- edits ---------------------------------------------------------------------------------------

    def do(self, edit: Edit) -> None:
        """Carry out an edit. Raises EditError, and then nothing has changed."""
        try:
            self.open_file.edit(self.fittings.goes_into(self.open_file.file, edit))
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
        except EditError as error:
            self.said.emit(str(error))
            return
        self._compute_again()
        self.said.emit(said)

    def _compute_again(self) -> None:
        before = self._computation
        self.fittings.keep_to(self.open_file.file)
        self._computation = self._computed()
        if self.fittings.worn:
            before = self.computed_without()  # what is worn is seen against the file
        self._before = self._carried(before) if before is not None else {}
        self.changed.emit()

    def _computed(self) -> Computation:
        if self.fittings.worn:
            return self.fittings.computed(self.open_file.file, self.fittings.worn).computation
        return compute(self.open_file.file, self._memory)

    def wear(self, key: str) -> None:
        """Wear a fitting of the file, or none: what is typed from now on goes there, and every page shows
        what would be."""
        if key != self.fittings.worn:
            self.fittings.worn = key
            self._computation = None if not key else self._computation
            self._compute_again()

    def computed_without(self) -> Computation:
        """What follows from the open file as it is, whatever is worn."""
        return compute(self.open_file.file, self._memory) if self.fittings.worn else self.computation

    def compute_if(self, file: ClientFile) -> Computation:
        """What would follow from the file if it were so, with a memory of what would be."""
        return compute(file, self._otherwise)

    def tidy(self) -> None:
        """Let go of what was remembered and is not asked for any more."""
        for memory in (self._memory, self._otherwise):
            memory.tidy()

    @staticmethod
    def _carried(computation: Computation) -> dict[Place, Decimal]:
        return {point.place: computation.line(point.place).figure.amount for point in computation.chain}

    def effect(self, place: Place) -> Decimal:
        """What the last edit changed on a line of the chain, in dollars, or what the fitting that is worn
        changes; zero before the first."""
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
