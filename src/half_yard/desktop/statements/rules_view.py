"""The sorting rules, edited in one place, and those that the preparer's own sorting suggests."""

from __future__ import annotations

from collections import Counter

from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from half_yard.desktop.parts import TableBlock, button, soft
from half_yard.desktop.tables import Column, Kind, RecordModel, Source
from half_yard.desktop.targets import TargetColumn
from half_yard.desktop.workspace import Workspace
from half_yard.records import Change, Edit, SortingRule
from half_yard.records.identifiers import fresh_ids
from half_yard.statements import learnable_rules
from half_yard.statements.sorting import target_of
from half_yard.statements.targets import target_options, target_words


class RulesView(QWidget):
    """The table of rules, and one button that keeps all suggested ones."""

    def __init__(self, workspace: Workspace) -> None:
        super().__init__()
        self._workspace = workspace
        self._fits: Counter[str] = Counter()
        source = Source(
            "sorting_rules", "rule", SortingRule, dict, ("words", "line"), "words of a payee or memo",
            beside=lambda: dict(self._fits),
            ready=lambda draft: bool(draft.get("words") and (draft.get("line") or draft.get("set_aside"))),
        )  # fmt: skip
        columns = (
            Column("Payee or memo has", Kind.TEXT, "words", stretch=True),
            TargetColumn(
                "Goes to", Kind.CHOICE, "line", options=self._options, workspace=workspace, asides=True,
                hint="a line, with a share behind it where there is one, or “Aside:” and the reason",
            ),
            Column("Rows", Kind.COMPUTED, shown=lambda key: str(self._fits[key])),
        )  # fmt: skip
        self.rules = TableBlock(
            "Sorting rules",
            RecordModel(workspace, source, columns, self),
            "A rule only proposes. Where several fit a row, the one with the longest words does.",
        )
        self._suggested = soft("")
        self.keep = button("Keep the suggested rules", "Make rules of what went to one line again and again")
        self.keep.clicked.connect(self.keep_suggested)
        line = QHBoxLayout()
        line.addWidget(self._suggested, 1)
        line.addWidget(self.keep)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.addWidget(self.rules, 1)
        column.addLayout(line)

    def _options(self, record: object) -> list[tuple[str, str]]:
        del record
        return target_options(self._workspace.file, self._workspace.pack)

    def refresh(self) -> None:
        """Show the rules as they are now, with how many rows each fits."""
        file = self._workspace.file
        texts = [
            f"{row.payee}\n{row.memo}".casefold()
            for statement in file.statements.values()
            for row in statement.rows.values()
        ]
        self._fits = Counter(
            {
                key: sum(rule.words.casefold() in text for text in texts)
                for key, rule in file.sorting_rules.items()
                if rule.words
            }
        )
        self.rules.table.records.refresh()
        suggested = learnable_rules(file)
        options = target_options(file, self._workspace.pack)
        words = "; ".join(
            f"“{rule.words}” → {target_words(target_of(rule), options)}" for rule in suggested[:4]
        )
        more = f" and {len(suggested) - 4} more" if len(suggested) > 4 else ""
        self._suggested.setText(
            f"Suggested by what you sorted: {words}{more}." if suggested else "Nothing is suggested: payees "
            "that go to the same line twice are, once you have sorted them."
        )  # fmt: skip
        self.keep.setEnabled(bool(suggested))

    def keep_suggested(self) -> None:
        """Make rules of all that is suggested, in one edit."""
        file = self._workspace.file
        suggested = learnable_rules(file)
        ids = fresh_ids("sorting_rules", file.sorting_rules)
        changes = tuple(
            Change(op="add", path=f"/sorting_rules/{key}", value=rule.model_dump(mode="json"))
            for key, rule in zip(ids, suggested, strict=False)
        )
        if changes:
            self._workspace.try_to(Edit(label=f"{len(changes)} suggested rules", changes=changes))
