"""Forms of single fields: a label, a stitched line to type on, and the problem said beneath it."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import JsonValue
from PySide6.QtCore import QEvent, QObject, Qt, QTimer
from PySide6.QtWidgets import QCheckBox, QComboBox, QGridLayout, QLabel, QLineEdit, QSizePolicy, QWidget

from half_yard.asked import Field, FieldKind, plain_value, read_field, shown_value, step_to, value_at
from half_yard.desktop import theme
from half_yard.desktop.aloud import say_aloud
from half_yard.desktop.choice_box import ChoiceBox
from half_yard.desktop.plain_words import PlainLabel, plain_tip, take_role
from half_yard.desktop.search_completer import SearchCompleter
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.records import Change, Edit


class FieldForm(QWidget):
    """Fields under each other, or `across` of them beside each other, kept up with the file; in a `narrow`
    place long labels are broken."""

    def __init__(self, workspace: Workspace, across: int = 1, *, narrow: bool = False) -> None:
        super().__init__()
        self._narrow = narrow
        self._across = across
        self._workspace = workspace
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(10)
        self._grid.setVerticalSpacing(1)
        for column in range(across):
            self._grid.setColumnStretch(2 * column + 1, 1)
            if narrow:
                self._grid.setColumnStretch(2 * column, 1)
        self._fields: list[Field] = []
        self._whose = ""
        self._editors: dict[str, QWidget] = {}
        self._problems: dict[str, QLabel] = {}
        self._typed: dict[str, str] = {}
        workspace.changed.connect(self._keep_up)

    def _keep_up(self) -> None:
        if self.isVisible():
            self.refresh()

    def show_fields(self, fields: Sequence[Field], whose: str = "") -> None:
        """Show these fields, in reading order; `whose` they are is said with the name of each."""
        if (list(fields), whose) == (self._fields, self._whose):
            self.refresh()
            return
        self._whose = whose
        self._fields = list(fields)
        while item := self._grid.takeAt(0):
            if widget := item.widget():
                widget.hide()
                widget.deleteLater()
        self._editors.clear()
        self._problems.clear()
        self._typed.clear()
        row = column = 0
        for field in fields:
            heading = field.kind is FieldKind.HEADING
            if column and (heading or column == self._across):
                row, column = row + 1, 0
            self._place(field, row, 2 * column)
            column = self._across if heading else column + 1
        self.refresh()

    def _place(self, field: Field, row: int, column: int) -> None:
        if field.kind is FieldKind.HEADING:
            heading = PlainLabel(field.label)
            heading.setFont(theme.title_font(11.5))
            heading.setContentsMargins(0, 8 if row else 0, 0, 0)
            self._grid.addWidget(heading, 2 * row, 0, 1, 2 * self._across)
            return
        editor = self._editor(field)
        problem = PlainLabel()
        problem.setProperty("role", "error")
        problem.setFont(theme.text_font(9))
        problem.setWordWrap(True)
        problem.hide()
        if field.kind is FieldKind.ANSWER:
            self._grid.addWidget(editor, 2 * row, column, 1, 2)
        else:
            label = PlainLabel(field.label)
            label.setProperty("role", "soft")
            label.setBuddy(editor)
            label.setWordWrap(self._narrow)
            self._grid.addWidget(label, 2 * row, column)
            self._grid.addWidget(editor, 2 * row, column + 1)
        self._grid.addWidget(problem, 2 * row + 1, column, 1, 2)
        editor.show()  # at once, so that it can take the focus
        self._editors[field.path] = editor
        self._problems[field.path] = problem

    def _editor(self, field: Field) -> QWidget:
        editor: QWidget
        match field.kind:
            case FieldKind.ANSWER:
                editor = QCheckBox(field.label)
                editor.clicked.connect(lambda checked, field=field: self._choose(field, checked))
            case FieldKind.CHOICE:
                editor = ChoiceBox(labelled=True)
                editor.addItem(field.empty, "")
                for key, title in field.options:
                    editor.addItem(title, key)
                editor.activated.connect(
                    lambda _row, field=field, box=editor: self._choose(field, box.currentData())
                )
                editor.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
            case _:
                editor = TypedLine()
                editor.setPlaceholderText(field.hint)
                if field.search is not None:
                    editor.setCompleter(SearchCompleter(field.search, editor))
                editor.editingFinished.connect(lambda field=field, line=editor: self._take(field, line))
        if field.masks is not None:
            editor.installEventFilter(self)
        editor.setAccessibleName(f"{self._whose}: {field.label}" if self._whose else field.label)
        editor.setToolTip(plain_tip(field.hint))
        editor.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        return editor

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Show a masked number in full while the cursor is on it."""
        if event.type() in {QEvent.Type.FocusIn, QEvent.Type.FocusOut} and isinstance(watched, QLineEdit):
            QTimer.singleShot(0, self, self.refresh)  # once the focus has moved
            if event.type() is QEvent.Type.FocusIn:
                QTimer.singleShot(0, watched, watched.selectAll)
        return super().eventFilter(watched, event)

    def focus_on(self, path: str) -> bool:
        """Put the cursor on the field at a path; says whether the form has it."""
        for known, editor in self._editors.items():
            if known == path or known.startswith(f"{path}/"):
                editor.setFocus()
                return True
        return False

    def refresh(self) -> None:
        """Show the values of the file as they are now; what could not be taken stays as typed."""
        if not self._workspace.is_open:
            return
        file, calendar = self._workspace.file, self._workspace.calendar
        for field in self._fields:
            if field.kind is FieldKind.HEADING:
                continue
            editor = self._editors[field.path]
            value = value_at(file, field.path)
            if isinstance(editor, QCheckBox):
                editor.setChecked(bool(field.default if value is None else value))
            elif isinstance(editor, QComboBox):
                editor.setCurrentIndex(max(editor.findData(value or ""), 0))
            elif isinstance(editor, QLineEdit) and field.path not in self._typed:
                shown = shown_value(value, calendar)
                if not editor.hasFocus() or not editor.isModified():
                    hidden = field.masks is not None and not editor.hasFocus()
                    editor.setText(field.masks(shown) if hidden and field.masks else shown)
                problem = field.problem(shown) if field.problem else ""
                self._say(field, problem, "" if problem or not field.meaning else field.meaning(shown))

    def _take(self, field: Field, editor: QLineEdit) -> None:
        if not self._workspace.is_open or not editor.isModified():
            return
        typed = editor.text()
        try:
            value = read_field(field, typed, self._workspace.calendar)
            editor.setModified(False)
            self._typed.pop(field.path, None)
            self._set(field, value)
        except ValueError as error:
            self._typed[field.path] = typed
            self._say(field, str(error))
        else:
            self.refresh()

    def _choose(self, field: Field, value: JsonValue) -> None:
        try:
            self._set(field, value)
        except ValueError as error:
            self.refresh()
            self._say(field, str(error))

    def _say(self, field: Field, problem: str, meaning: str = "") -> None:
        label = self._problems[field.path]
        take_role(label, "error" if problem else "soft")
        label.setText(problem or meaning)
        label.setVisible(bool(problem or meaning))
        if problem != self._editors[field.path].accessibleDescription():
            say_aloud(label, problem)
        self._editors[field.path].setAccessibleDescription(problem)

    def _set(self, field: Field, value: JsonValue) -> None:
        file = self._workspace.file
        parent, _, name = field.path.rpartition("/")
        holder = value_at(file, parent)
        there = not isinstance(holder, dict) or name in holder
        if plain_value(value_at(file, field.path)) == value and (there or value is None):
            return
        if value is None and field.optional and isinstance(holder, dict):
            step = Change(op="remove", path=field.path)
        else:
            step = step_to(file, field.path, value)
        self._workspace.do(Edit(label=field.label, changes=(step,)))
