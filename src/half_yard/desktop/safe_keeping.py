"""What keeps the open file safe, for the window: earlier states, seals, and what other programs made of
it."""

from __future__ import annotations

from collections.abc import Callable

from PySide6.QtCore import QObject

from half_yard.desktop.actions import Action
from half_yard.desktop.conflict_line import ConflictLine
from half_yard.desktop.pages.clients import ClientsPage
from half_yard.desktop.workspace import Workspace
from half_yard.storage import ChangedElsewhereError, FileRefusedError

UNSEALED = "The file is not sealed any more: anybody who can read it on disk can read it."


class SafeKeeping(QObject):
    """Asks which of two states goes on, says why a file was not saved, and offers its commands."""

    def __init__(
        self, workspace: Workspace, clients: ClientsPage, conflict: ConflictLine, parent: QObject
    ) -> None:
        super().__init__(parent)
        self._workspace = workspace
        self._clients = clients
        self._conflict = conflict
        conflict.ours.connect(self._save_ours)
        conflict.theirs.connect(self._take_theirs)
        workspace.conflict.connect(self._ask_which)
        workspace.opened.connect(conflict.hide)

    def actions(self, show_clients: Callable[[], None]) -> tuple[Action, ...]:
        """What is done for safe keeping; all but one of it on the Clients page."""

        def there(act: Callable[[], None]) -> Callable[[], None]:
            def do() -> None:
                show_clients()
                act()

            return do

        return (
            Action("Earlier states", there(self._clients.show_earlier)),
            Action("Seal this file with a passphrase", there(self._clients.ask_to_seal)),
            Action("Take the seal off this file", self._unseal),
            Action("Seal the office's folder", there(self._clients.ask_to_seal_folder)),
            Action("Take the seal off the office's folder", there(self._clients.unseal_folder)),
        )

    def not_saved(self, error: FileRefusedError | OSError) -> None:
        """Say why the file stays open; a conflict is asked about in its own place."""
        if isinstance(error, OSError):
            self._workspace.said.emit(
                f"The file can't be saved: {error.strerror}. It stays open, with its edits in the journal."
            )
        elif not isinstance(error, ChangedElsewhereError):
            self._workspace.said.emit(str(error))

    def _ask_which(self, error: ChangedElsewhereError) -> None:
        """Another program changed the file: which of the two states goes on?"""
        self._conflict.ask(str(error), error.differs)

    def _try(self, act: Callable[[], None]) -> bool:
        try:
            act()
        except (FileRefusedError, OSError) as error:
            self.not_saved(error)
            return False
        return True

    def _save_ours(self) -> None:
        if self._try(lambda: self._workspace.save(over_changes=True)):
            self._conflict.hide()
            self._workspace.said.emit(
                "Saved. What the other program had made of the file is kept among the earlier states."
            )

    def _take_theirs(self) -> None:
        if self._try(self._workspace.take_theirs):
            self._conflict.hide()

    def _unseal(self) -> None:
        if not self._workspace.is_open or self._workspace.open_file.seal is None:
            self._workspace.said.emit("The open file is not sealed.")
        elif self._try(lambda: self._workspace.seal("")):
            self._workspace.said.emit(UNSEALED)
