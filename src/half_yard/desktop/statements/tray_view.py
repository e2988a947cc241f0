"""The tray: statements, their rows, and where each row goes."""

from __future__ import annotations

from collections.abc import Sequence
from functools import cached_property
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFileDialog, QHBoxLayout, QStackedWidget, QWidget

from half_yard.desktop.aloud import say_aloud
from half_yard.desktop.parts import bare_column, button, soft
from half_yard.desktop.plain_words import PlainLabel, plain_tip
from half_yard.desktop.statements.intake import DelimitedText, Intake
from half_yard.desktop.statements.layout_view import LayoutView
from half_yard.desktop.statements.marketplace_line import MarketplaceLine
from half_yard.desktop.statements.rules_view import RulesView
from half_yard.desktop.statements.split_view import SplitView
from half_yard.desktop.statements.taking import ALL, Taking
from half_yard.desktop.statements.totals_words import totals_words
from half_yard.desktop.statements.tray_model import EVERY, MEMO, TrayModel
from half_yard.desktop.statements.tray_table import TrayTable
from half_yard.desktop.strip import Strip
from half_yard.desktop.subjects import collection_and_id
from half_yard.desktop.typed_line import TypedLine
from half_yard.desktop.workspace import Workspace
from half_yard.records import Statement, remove

ALL_DONE = "Turn “Waiting only” off to see what became of them."
FILES = "Statements (*.ofx *.qfx *.csv *.tsv *.txt);;All files (*)"
EMPTY = (
    "No statement yet. Take in a file of the bank (OFX, QFX or CSV), or fetch a marketplace's. Its rows wait "
    "here until each has gone to a line or is set aside; the books change only as you sort."
)


class TrayView(QWidget):
    """Statements in a strip, the rows of the chosen one, and the parts of the row under the cursor."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._chosen = ALL
        self.strip = Strip("Statements")
        self.strip.chosen.connect(self.choose)
        self.totals = PlainLabel()
        self.totals.setWordWrap(True)
        self._broken = PlainLabel()
        self._broken.setProperty("role", "error")
        self._broken.setWordWrap(True)
        self.model = TrayModel(workspace, self)
        self.model.refused.connect(self._refuse)
        self.table = TrayTable(self.model)
        self.table.row_current.connect(self._row_chosen)
        self._refusal = PlainLabel()
        self._refusal.setProperty("role", "error")
        self._refusal.setWordWrap(True)
        self._refusal.hide()
        self.split = SplitView(workspace)
        self.marketplace = MarketplaceLine()
        self.marketplace.fetched.connect(self.take)
        self.marketplace.left.connect(self.marketplace.hide)
        self.split.refused.connect(self._refuse)
        self.taking = Taking(workspace, self)
        self.taking.taken.connect(self._taken)
        self.taking.left.connect(self._answered)
        self.question = self.taking.question
        self.question.asked.connect(lambda: self.split.show_row(None))  # the rows need the room
        self.intake = Intake(self)
        self.intake.read.connect(self.take)
        self.intake.layout_wanted.connect(self._ask_for_layout)
        self.intake.refused.connect(workspace.said)
        self.progress = self.intake.progress
        self._stack = QStackedWidget()
        self._tray = self._tray_part()
        self._empty = soft(EMPTY)
        self._empty.setAlignment(Qt.AlignmentFlag.AlignCenter)
        for part in (self._tray, self._empty):
            self._stack.addWidget(part)
        column = bare_column(self, 5)
        column.addLayout(self._head())
        column.addWidget(self.marketplace)
        column.addWidget(self.progress)
        column.addWidget(self.question)
        column.addWidget(self._stack, 1)
        workspace.opened.connect(self._opened)

    def _head(self) -> QHBoxLayout:
        head = QHBoxLayout()
        head.addWidget(self.strip, 1, Qt.AlignmentFlag.AlignTop)
        self.take_button = button("Take in a file…", "A statement in OFX, QFX or CSV")
        self.take_button.clicked.connect(self.ask_for_file)
        market = button("Marketplace…", "Fetch a marketplace's monthly statements")
        market.clicked.connect(self.open_marketplace)
        self.rules_button = button("Rules", "The sorting rules, and what is suggested as one")
        self.rules_button.setCheckable(True)
        self.rules_button.clicked.connect(self._switch_rules)
        for part in (self.take_button, market, self.rules_button):
            head.addWidget(part, 0, Qt.AlignmentFlag.AlignTop)
        return head

    def _tray_part(self) -> QWidget:
        self.words = TypedLine()
        self.words.setAccessibleName("Find rows")
        self.words.setPlaceholderText("find rows by words or amount")
        self.words.textChanged.connect(self._show_rows)
        self.open_only = button("Waiting only", "Show only rows that still wait for something")
        self.open_only.setCheckable(True)
        self.open_only.setChecked(True)
        self.open_only.clicked.connect(self._show_rows)
        self.take_all = button(
            "Take the proposals", "Sort as proposed: the rows selected, or all that are shown"
        )
        self.take_all.clicked.connect(self.take_proposals)
        self._remove = button("Remove statement", "Take the statement out, with the entries made from it")
        self._remove.clicked.connect(self.remove_statement)
        line = QHBoxLayout()
        line.addWidget(self.words, 1)
        for each in (self.open_only, self.take_all, self._remove):
            line.addWidget(each)
        part = QWidget()
        column = bare_column(part, 5)
        column.addWidget(self.totals)
        column.addWidget(self._broken)
        column.addLayout(line)
        column.addWidget(self.table, 1)
        column.addWidget(self._refusal)
        column.addWidget(self.split)
        return part

    @cached_property
    def rules(self) -> RulesView:
        """The sorting rules, made when they are first shown."""
        rules = RulesView(self._workspace)
        self._stack.addWidget(rules)
        return rules

    @cached_property
    def layout_view(self) -> LayoutView:
        """How a file is laid out, made when it is first asked."""
        view = LayoutView()
        view.taken.connect(self._take_as_laid_out)
        view.left.connect(self.show_tray)
        self._stack.addWidget(view)
        return view

    # -- showing -------------------------------------------------------------------------------------

    def _opened(self) -> None:
        self.intake.cancel()
        self._chosen = ALL
        self._stack.setCurrentWidget(self._tray)
        self.marketplace.hide()
        self.taking.forget()

    def refresh(self) -> None:
        """Show the tray as it is now."""
        statements = self._workspace.file.statements
        if self._chosen != ALL and self._chosen not in statements:
            self._chosen = ALL
        self._show_rows()
        waiting = {key: sum(row.state.is_open for row in rows) for key, rows in self.model.tray.rows.items()}
        names = [(ALL, f"All   {self.model.tray.open_rows}", "The rows of every statement")]
        names += [
            (
                key,
                f"{_short(item.name)}   {waiting[key]}",
                f"{item.name}, account {item.account or 'not named'}",
            )
            for key, item in sorted(statements.items())
        ]
        self.strip.show_names(names, self._chosen)
        showing = self._stack.currentWidget()
        if showing in {self._tray, self._empty}:
            self._stack.setCurrentWidget(self._tray if statements else self._empty)
        with_rules = isinstance(showing, RulesView)
        if with_rules:
            self.rules.refresh()
        self.rules_button.setChecked(with_rules)

    def _show_rows(self) -> None:
        statement = EVERY if self._chosen == ALL else self._chosen
        self.model.show(statement, self.words.text(), open_only=self.open_only.isChecked())
        self.table.setColumnHidden(MEMO, not any(row.row.memo for row in self.model.rows))
        count = len(self.model.proposals)
        self.take_all.setText(f"Take the proposals ({count})" if count else "No proposals")
        self.take_all.setEnabled(bool(count))
        self._remove.setEnabled(statement != EVERY)
        self._show_totals()
        self._row_chosen(self.table.current_name)

    def _show_totals(self) -> None:
        file = self._workspace.file
        if self._chosen == ALL:
            rows = list(self.model.tray.all_rows())
            waiting = self.model.tray.open_rows
            count = len(file.statements)
            words = f"{len(rows)} rows in {count} statement{'' if count == 1 else 's'}, "
            words += f"{waiting} of them waiting." if waiting else f"none waiting. {ALL_DONE}"
            off = [
                file.statements[key].name
                for key in file.statements
                if self.model.tray.totals(file, key).off not in {None, 0}
            ]
            if off:
                words += f" Does not add up to its closing balance: {', '.join(off)}."
            self.totals.setText(words)
            self._broken.hide()
            return
        self.totals.setText(totals_words(self.model.tray.totals(file, self._chosen)))
        broken = file.statements[self._chosen].broken
        more = f"; and {len(broken) - 3} more" if len(broken) > 3 else ""
        self._broken.setText(f"Not read: {'; '.join(broken[:3])}{more}.")
        self._broken.setToolTip(plain_tip("\n".join(broken[:60])))
        self._broken.setVisible(bool(broken))

    def _row_chosen(self, name: str) -> None:
        row = self.model.row_at(self.model.row_of(name))
        self.split.show_row(row)
        if row is not None and self.table.hasFocus():
            self._workspace.look_at(row.path)

    def choose(self, key: str) -> None:
        """Show one statement's rows, or all."""
        if key != self._chosen:
            self._chosen = key
            self.show_tray()

    def show_tray(self) -> None:
        """Show the rows again."""
        self._stack.setCurrentWidget(self._tray)
        self.refresh()
        self.focus()

    def show_subject(self, path: str) -> None:
        """Show the row or the rule at a path."""
        collection, key = collection_and_id(path)
        if collection == "sorting_rules":
            self._switch_rules(True)
            self.rules.rules.table.show_record(key)
            return
        self._chosen = key
        self.words.clear()
        self.open_only.setChecked(False)
        self.show_tray()
        if path.endswith("/account"):
            self.taking.ask_about(key)
            return
        self.table.show_row("/".join(path.split("/")[2:5:2]))

    def focus(self) -> None:
        """Put the cursor where work goes on."""
        (self.table if self._workspace.file.statements else self.take_button).setFocus()

    def switch_rules(self) -> None:
        """Show the sorting rules, or the rows again."""
        self.rules_button.click()

    def _switch_rules(self, checked: bool) -> None:
        if checked:
            self._stack.setCurrentWidget(self.rules)
            self.refresh()
            self.rules.rules.table.setFocus()
        else:
            self.show_tray()

    def _refuse(self, message: str) -> None:
        self._refusal.setText(message)
        self._refusal.setVisible(bool(message))
        say_aloud(self._refusal, message)

    # -- taking in -----------------------------------------------------------------------------------

    def ask_for_file(self) -> None:
        """Ask which file to take in."""
        chosen, _ = QFileDialog.getOpenFileName(self, "Take in a statement", "", FILES)
        if chosen:
            self.take_file(Path(chosen))

    def open_marketplace(self) -> None:
        """Show the line on which a marketplace is asked."""
        self.marketplace.open(self._workspace.file.tax_year)

    def take_file(self, path: Path) -> None:
        """Take in a statement's file: OFX at once, delimited text after its layout was looked at."""
        self.intake.take_file(path)

    def _ask_for_layout(self, text: DelimitedText) -> None:
        self._stack.setCurrentWidget(self.layout_view)
        file = self._workspace.file
        # The account is the one that the last file of this kind was of; undo of that takes this back too.
        same = [item for _, item in sorted(file.statements.items()) if item.layout == text.kind]
        account = same[-1].account if same else ""
        self.layout_view.show_file(text.name, text.text, text.layout, account, self._workspace.calendar)

    def _take_as_laid_out(self) -> None:
        account = self.layout_view.account.text().strip()
        self.intake.read_as(self.layout_view.layout_now, account)

    def take(self, statements: Sequence[Statement]) -> None:
        """Take statements in, and say what came of it."""
        self.taking.take(statements)

    def _answered(self) -> None:
        """Show the parts of the row again, and go on in the table."""
        self._row_chosen(self.table.current_name)
        self.focus()

    def _taken(self, key: str) -> None:
        """Show what was taken in: one statement, or all where there were several."""
        self._chosen = key or self._chosen
        self.show_tray()

    def take_proposals(self) -> None:
        """Sort as proposed the rows that are selected, or all that are shown, in one edit."""
        rows = [self.model.rows[number] for number in self.table.selected_rows()]
        count = self.model.take_proposals(rows)
        if count:
            self._workspace.said.emit(
                f"{count} row{'' if count == 1 else 's'} sorted as proposed. Undo takes it back."
            )
        self.table.setFocus()

    def remove_statement(self) -> None:
        """Take the chosen statement out with the entries made from it, in one edit that undo brings back."""
        file, key = self._workspace.file, self._chosen
        if key not in file.statements:
            return
        name = file.statements[key].name
        made = [
            f"/entries/{each}" for each, entry in file.entries.items() if entry.from_row.startswith(f"{key}/")
        ]
        if self._workspace.try_to(remove(f"Removal of {name}", *made, f"/statements/{key}")):
            self._workspace.said.emit(f"{name} is taken out, with {len(made)} entries. Undo brings it back.")


def _short(name: str, longest: int = 26) -> str:
    return name if len(name) <= longest else f"{name[: longest - 1]}…"
