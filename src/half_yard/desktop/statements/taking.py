"""Statements on their way into the file: whose account each is, asked where it is not sure; then one edit."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from PySide6.QtCore import QObject, Signal

from half_yard.books import account_question, settle_accounts, unsure_accounts
from half_yard.desktop.statements.account_question import AccountQuestion
from half_yard.desktop.workspace import Workspace
from half_yard.records import Change, Edit, Statement, apply
from half_yard.statements import AccountUnsureError, TakenIn, TooManyRowsError, take_in

ALL = "all"


@dataclass(frozen=True)
class Asked:
    """Statements on their way in, by number the answers there are, and which account of which is asked about;
    or a pair of statements of the file that look alike."""

    statements: tuple[Statement, ...]
    answers: Mapping[int, Mapping[str, bool]] = field(default_factory=dict)
    number: int = 0
    account: str = ""
    pair: tuple[str, str] | None = None


class Taking(QObject):
    """Signals `taken` with the id of the statement to show, or that of all, and `left` when a question is put
    off or answered."""

    taken = Signal(str)
    left = Signal()

    def __init__(self, workspace: Workspace, parent: QObject) -> None:
        super().__init__(parent)
        self._workspace = workspace
        self._asked: Asked | None = None
        self.question = AccountQuestion()
        self.question.answered.connect(self._answer)
        self.question.left.connect(self._leave)

    def forget(self) -> None:
        """Ask nothing any more."""
        self._asked = None
        self.question.hide()

    def take(self, statements: Sequence[Statement]) -> None:
        """Take statements in, in one edit, and say what came of it."""
        self._take(Asked(tuple(statements)))

    def _take(self, asked: Asked) -> None:
        file, changes, said, keys = self._workspace.file, list[Change](), list[str](), list[str]()
        for number, statement in enumerate(asked.statements):
            try:
                taken = take_in(file, statement, asked.answers.get(number))
            except TooManyRowsError as error:
                said.append(str(error))
                continue
            except AccountUnsureError as error:
                self._asked = replace(asked, number=number, account=error.alike[0].account)
                self.taken.emit("")
                self.question.ask(str(error))
                return
            file, _ = apply(file, taken.edit)
            changes += taken.edit.changes
            said.append(_came_of(statement, taken))
            keys += [taken.key] if taken.key else []
        self.forget()
        if changes:
            label = f"{len(keys)} statement{'' if len(keys) == 1 else 's'} taken in"
            self._workspace.try_to(Edit(label=label, changes=tuple(changes)))
        more = f" And {len(said) - 2} more." if len(said) > 2 else ""
        self._workspace.said.emit(" ".join(said[:2]) + more)
        self.taken.emit(ALL if len(asked.statements) > 1 else "".join(keys))

    def _answer(self, same: bool) -> None:
        """The preparer's answer: for statements on their way in, or for two that are in the file."""
        if (asked := self._asked) is None:
            return
        if asked.pair is not None:
            self.forget()
            self._workspace.try_to(settle_accounts(self._workspace.file, *asked.pair, same=same))
            self.left.emit()
            return
        known = {**asked.answers.get(asked.number, {}), asked.account: same}
        self._take(replace(asked, answers={**asked.answers, asked.number: known}))

    def _leave(self) -> None:
        self.forget()
        self.left.emit()

    def ask_about(self, statement: str) -> None:
        """Ask whether a statement's account is another one of the file, where they look alike."""
        for key, alike in unsure_accounts(self._workspace.file):
            if key == statement:
                self._asked = Asked((), pair=(key, alike.statement))
                mine = self._workspace.file.statements[key]
                self.question.ask(account_question(mine, alike))


def _came_of(statement: Statement, taken: TakenIn) -> str:
    if not taken.key:
        return f"{statement.name}: every row is here already, nothing was added."
    aside = f", {taken.aside} of them set aside as here already" if taken.aside else ""
    return f"{statement.name}: {taken.rows} rows taken in{aside}."
