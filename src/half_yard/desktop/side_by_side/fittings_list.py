"""The fittings of the file: worn, named, copied, ordered, taken, put away; and the edits of the one under the
cursor."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QListWidgetItem, QWidget

from half_yard.desktop import theme
from half_yard.desktop.actions import Action
from half_yard.desktop.parts import bare_column, button, in_a_row, title
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.tables.cursor import CursorList
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.records.fitting_edits import copied, in_order, kept, moved, named, put_away, without
from half_yard.records.fittings import Fitting
from half_yard.records.wearing import taken

KEY_ROLE = Qt.ItemDataRole.UserRole + 1
WIDTH, EDITS_HEIGHT = 264, 96
NOTHING_YET = (
    "A fitting is a list of edits that leaves the file as it is. Ctrl+T begins one: what is typed then goes "
    "there. Ready ones ask one thing at most."
)


class FittingsList(QWidget):
    """Signals `wanted_ready` when the ready ones are to be shown."""

    wanted_ready = Signal()

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._wanted = ""
        """The id of the one on which the cursor is put when it is listed."""
        self.list = CursorList()
        self.list.setAccessibleName("Fittings")
        self.list.itemActivated.connect(lambda _item: self.wear())
        self.list.currentItemChanged.connect(lambda *_items: self._show_edits())
        self.list.offer(
            [
                Action("Wear it, or take it off", self.wear, "Ctrl+Return", enabled=self._has_one),
                Action("Name it", self._ask_for_name, "F2", enabled=self._has_one),
                Action("Copy it", self.copy, "Ctrl+D", enabled=self._has_one),
                Action("Move it up", lambda: self._move(-1), "Alt+Shift+Up", enabled=self._has_one),
                Action("Move it down", lambda: self._move(1), "Alt+Shift+Down", enabled=self._has_one),
                Action("Take it into the file", self.take, enabled=self._has_one),
                Action("Put it away", self.put_away, "Delete", enabled=self._has_one),
            ]
        )
        self.edits = CursorList()
        self.edits.setAccessibleName("Edits of the fitting")
        self.edits.setFixedHeight(EDITS_HEIGHT)
        self.edits.setWordWrap(True)
        self.edits.offer([Action("Take it out of the fitting", self._take_out, "Delete")])
        self.name = TypedLine()
        self.name.setAccessibleName("Name of the fitting")
        self.name.returnPressed.connect(self._rename)
        self.name.hide()
        self._note = PlainLabel()
        self._note.setProperty("role", "soft")
        self._note.setWordWrap(True)
        begin = button("Try otherwise", "A new fitting, worn from now on")
        begin.clicked.connect(self.begin)
        ready = button("Ready ones…", "Those that are tried again and again, from the file's own facts")
        ready.clicked.connect(self.wanted_ready)
        self.setFixedWidth(WIDTH)
        column = bare_column(self, 6)
        column.addWidget(title("Fittings", 12))
        column.addWidget(self.list, 1)
        column.addWidget(self.name)
        column.addWidget(self.edits)
        column.addWidget(self._note)
        column.addLayout(in_a_row(begin, ready))

    @property
    def current(self) -> str:
        """The id of the fitting under the cursor; empty for none."""
        item = self.list.currentItem()
        return str(item.data(KEY_ROLE)) if item is not None else ""

    def _has_one(self) -> bool:
        return bool(self.current)

    def refresh(self) -> None:
        """Show the fittings as they are now, and what would be with each."""
        file, worn = self._workspace.open_file.file, self._workspace.fittings.worn
        current, self._wanted = self._wanted or self.current or worn, ""
        self.list.blockSignals(True)
        self.list.clear()
        for key in in_order(file):
            name = file.fittings[key].name
            item = QListWidgetItem(f"{name}   worn" if key == worn else name)
            item.setData(KEY_ROLE, key)
            item.setToolTip(plain_tip(name))
            item.setFont(theme.text_font(bold=key == worn))
            self.list.addItem(item)
            if key == current:
                self.list.setCurrentItem(item)
        if self.list.currentItem() is None and self.list.count():
            self.list.setCurrentRow(0)
        self.list.blockSignals(False)
        self._show_edits()

    def _show_edits(self) -> None:
        file = self._workspace.open_file.file
        fitting = file.fittings.get(self.current)
        self.edits.clear()
        self._note.setText(NOTHING_YET if fitting is None else fitting.note)
        self._note.setVisible(bool(self._note.text()))
        if fitting is None:
            return
        problems = self._workspace.fittings.computed(file, self.current).problems
        for number, edit in enumerate(fitting.edits):
            why = problems.get(number)
            item = QListWidgetItem(f"{edit.label}: does not fit any more. {why}" if why else edit.label)
            if why:
                item.setForeground(theme.MADDER)
            self.edits.addItem(item)

    def begin(self) -> None:
        """Keep a new fitting and wear it."""
        count = len(self._workspace.open_file.file.fittings) + 1
        self.keep(Fitting(name=f"What if {count}", edits=()), wear=True)

    def keep(self, fitting: Fitting, *, wear: bool = False) -> None:
        """Keep a fitting in the file, and wear it where that is wanted."""
        edit, key = kept(self._workspace.open_file.file, fitting)
        self._wanted = key
        if self._workspace.try_to(edit) and wear:
            self._workspace.wear(key)

    def wear(self) -> None:
        """Wear the fitting under the cursor, or take it off."""
        if self.current:
            worn = self._workspace.fittings.worn
            self._workspace.wear("" if worn == self.current else self.current)

    def copy(self) -> None:
        """Keep a copy of the fitting under the cursor."""
        if self.current:
            edit, self._wanted = copied(self._workspace.open_file.file, self.current)
            self._workspace.try_to(edit)

    def _move(self, step: int) -> None:
        edit = moved(self._workspace.open_file.file, self.current, step) if self.current else None
        if edit is not None:
            self._workspace.try_to(edit)

    def put_away(self) -> None:
        """Put the fitting under the cursor away; undo brings it back."""
        if self.current:
            self._workspace.try_to(put_away([self.current]))

    def take(self) -> None:
        """Take the fitting under the cursor into the file, as one edit; what does not fit is said."""
        workspace, key = self._workspace, self.current
        if not key:
            return
        file = workspace.open_file.file
        problems = workspace.fittings.computed(file, key).problems
        edit = taken(file, key)
        workspace.wear("")
        if workspace.try_to(edit):
            left = f" {len(problems)} of its edits did not fit and are left out." if problems else ""
            workspace.said.emit(f"{edit.label}.{left} Undo takes it back.")

    def _take_out(self) -> None:
        if self.current and self.edits.currentRow() >= 0:
            file = self._workspace.open_file.file
            self._workspace.try_to(without(file, self.current, self.edits.currentRow()))

    def _ask_for_name(self) -> None:
        self.name.setText(self._workspace.open_file.file.fittings[self.current].name)
        self.name.show()
        self.name.setFocus()
        self.name.selectAll()

    def _rename(self) -> None:
        self.name.hide()
        if self.current and self.name.text().strip():
            self._workspace.try_to(named(self.current, self.name.text().strip()))
        self.list.setFocus()
