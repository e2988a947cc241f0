"""Rows from and to a spreadsheet, and the order of rows."""

from __future__ import annotations

from PySide6.QtWidgets import QApplication

from half_yard.desktop.tables.pasting import as_rows, rows_of
from half_yard.storage import to_text
from tests.desktop.test_tables import AMOUNT, LINE, TableCase
from tests.desktop.window_case import Key, Modifier

CONTROL = Modifier.ControlModifier


class Pasting(TableCase):
    def paste(self, text: str) -> None:
        QApplication.clipboard().setText(text)
        self.table.setFocus()
        self.press(Key.Key_V, CONTROL)

    def test_rows_are_added_in_one_edit(self) -> None:
        before = to_text(self.window.workspace.file)
        self.paste("1/5\tInk shop\tInk\t18\t12.50\n\n2/6/2025\tPaper shop\t\t22 sup\t3*4.10\n")
        entries = self.window.workspace.file.entries
        first, second = entries["e00094"], entries["e00095"]
        self.assertEqual((str(first.date), first.line, str(first.amount)), ("2025-01-05", "office", "12.50"))
        self.assertEqual((second.memo, second.line, second.reckoning), ("", "supplies", "3*4.10"))
        self.assertEqual((first.activity, self.window.workspace.open_file.unsaved), ("a00001", 1))
        self.assertEqual(self.view.entries.refusal.text(), "2 rows pasted.")
        self.press(Key.Key_Z, CONTROL)
        self.assertEqual(to_text(self.window.workspace.file), before)

    def test_rows_that_cannot_be_read_are_said_and_the_others_taken(self) -> None:
        self.paste(
            "Date\tPayee\tMemo\tLine\tAmount\n13/45\tA\t\t22\t5\n1/5\tB\t\t22\t5\n1/6\tC\t\t22\t\n1/7\tD\t\tzz\t1"
        )
        said = self.view.entries.refusal.text()
        for words in (
            "1 row pasted",
            "row 2: “13/45” is no day",
            "row 4: Amount is missing",
            "row 5: “zz” is none",
        ):
            self.assertIn(words, said)
        self.assertEqual(self.window.workspace.file.entries["e00094"].payee, "B")
        self.assertNotIn("e00095", self.window.workspace.file.entries)

    def test_on_one_line_the_line_is_left_out(self) -> None:
        self.view.statement.show_line(["supplies"])
        self.paste("1/5\tInk shop\tInk\t12.50")
        self.assertEqual(self.window.workspace.file.entries["e00094"].line, "supplies")

    def test_what_is_copied_can_be_pasted(self) -> None:
        self.view.statement.show_line(["supplies"])
        self.table.show_record("e00040")
        self.press(Key.Key_C, CONTROL)
        rows = rows_of(QApplication.clipboard().text())
        self.assertEqual(rows[0], ["Date", "Payee", "Memo", "Amount", "Lands on"])
        self.assertEqual(rows[1][:4], ["Feb 20", "Quill and Crate", "Needles, chalk, wax", "394.26"])
        self.paste(as_rows([row[:4] for row in rows]))
        copied = self.window.workspace.file.entries["e00094"]
        original = self.window.workspace.file.entries["e00040"]
        self.assertEqual(copied, original.model_copy(update={"from_row": ""}))

    def test_assets_are_pasted_too(self) -> None:
        self.window.workspace.go_to("/assets/s00001")
        QApplication.clipboard().setText("Lathe\t14 Spar\t7-year\t3/1/2024\t1,200.00\t171.48")
        self.press(Key.Key_V, CONTROL)
        lathe = self.window.workspace.file.assets["s00013"]
        self.assertEqual((lathe.activity, lathe.asset_class, str(lathe.prior_depreciation)),
                         ("a00003", "seven_year", "171.48"))  # fmt: skip


class Sorting(TableCase):
    def column(self, number: int) -> list[str]:
        return [self.text(row, number) for row in range(self.model.rowCount() - 1)]

    def test_by_amount_both_ways_and_back(self) -> None:
        made = self.column(AMOUNT)
        amounts = [
            entry.amount
            for entry in self.window.workspace.file.entries.values()
            if entry.activity == "a00001"
        ]
        self.table.sort_by(AMOUNT)
        self.assertEqual(self.column(AMOUNT), [f"{amount:,.2f}" for amount in sorted(amounts)])
        self.table.sort_by(AMOUNT)
        self.assertEqual(self.column(AMOUNT), [f"{amount:,.2f}" for amount in sorted(amounts, reverse=True)])
        self.table.sort_by(AMOUNT)
        self.assertEqual(self.column(AMOUNT), made)

    def test_dates_that_are_missing_come_first_and_text_by_letters(self) -> None:
        self.table.sort_by(0)
        self.assertEqual(self.column(0)[:3], ["", "", "Jan 9"])
        self.table.sort_by(1)
        payees = [name.casefold() for name in self.column(1)]
        self.assertEqual(payees, sorted(payees))
        self.table.sort_by(LINE)
        self.assertEqual(self.column(LINE)[0], "1 Gross receipts or sales")

    def test_the_cursor_stays_on_its_record(self) -> None:
        self.table.show_record("e00010")
        self.table.sort_by(AMOUNT)
        self.assertEqual(self.model.id_at(self.table.currentIndex().row()), "e00010")
