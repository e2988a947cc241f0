"""The Hand over page by keyboard: choosing parts, reading them, writing them."""

from __future__ import annotations

import io
from typing import Any
from unittest import mock

from pypdf import PdfReader
from PySide6.QtCore import Qt

from half_yard.demo import write_office
from half_yard.desktop.stages import Stage
from half_yard.interop.letter import USUAL_LETTER
from half_yard.records import change
from half_yard.storage import read_file
from tests.desktop.window_case import Key, Modifier, WindowCase

SAVING = "PySide6.QtWidgets.QFileDialog.getSaveFileName"


class HandingOver(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Mbeki, Lwazi and Carina 2025.halfyard")
        self.workspace, self.page = self.window.workspace, self.window.hand_over.paper
        self.window.show_stage(Stage.HAND_OVER)
        self.settle()

    def write(self, name: str) -> list[str]:
        """Write the packet; the titles of its parts."""
        target = self.folder / name
        with mock.patch(SAVING, return_value=(str(target), "")):
            self.page.ask_to_write()
        self.wait_for(target.exists)
        self.wait_for(self.page.write.isEnabled)
        document: Any = PdfReader(io.BytesIO(target.read_bytes()))
        return [str(mark["/Title"]) for mark in document.outline]

    def test_parts_are_ticked_off_and_moved_and_written(self) -> None:
        first = [self.page.parts.item(row).text() for row in range(3)]
        self.assertEqual(first[:2], ["Cover letter", "Summary"])
        self.press(Key.Key_Space)
        self.assertNotIn("cover", self.page.chosen)
        self.press(Key.Key_Down)
        self.press(Key.Key_Down, Modifier.AltModifier | Modifier.ShiftModifier)
        self.assertEqual(self.page.chosen[:2], [self.page.chosen[0], "summary"])
        written = self.write("packet.pdf")
        self.assertEqual(written[:2], [first[2], "Summary"])
        self.assertEqual(len(written), len(self.page.chosen))

    def test_the_part_under_the_cursor_can_be_read(self) -> None:
        for row in range(self.page.parts.count()):
            self.page.parts.setCurrentRow(row)
            self.assertTrue(self.page.preview.toPlainText().strip(), self.page.parts.item(row).text())

    def test_another_client_has_parts_of_its_own(self) -> None:
        self.page.parts.setCurrentRow(self.page.chosen.index("form_1040"))
        self.press(Key.Key_Space)
        self.window.open_path(self.folder / "Oduya, Femi 2025.halfyard")
        self.window.show_stage(Stage.HAND_OVER)
        self.settle()
        self.assertEqual(len(self.page.chosen), self.page.parts.count(), "nothing is left out there")
        self.assertIn("Oduya", self.page.preview.toPlainText())

    def test_a_template_with_an_error_is_said_and_nothing_is_written(self) -> None:
        (self.folder / USUAL_LETTER.name).write_text("Dear {nobody}", encoding="utf-8")
        said: list[str] = []
        self.workspace.said.connect(said.append)
        target = self.folder / "packet.pdf"
        with mock.patch(SAVING, return_value=(str(target), "")):
            self.page.ask_to_write()
        self.wait_for(lambda: bool(said))
        self.assertIn("no field {nobody}", said[0])
        self.assertFalse(target.exists())

    def test_a_full_disk_is_said(self) -> None:
        said: list[str] = []
        self.workspace.said.connect(said.append)
        full = OSError(28, "No space left on device")
        with (
            mock.patch(SAVING, return_value=(str(self.folder / "packet.pdf"), "")),
            mock.patch("half_yard.desktop.writing_out.write_out", side_effect=full),
        ):
            self.page.ask_to_write()
            self.wait_for(lambda: bool(said))
        self.assertIn("No space left on device", said[0])


class NextYear(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Oduya, Femi 2025.halfyard")
        self.workspace, self.page = self.window.workspace, self.window.hand_over.next_year
        self.window.show_stage(Stage.HAND_OVER)
        self.window.hand_over.choose("next_year")
        self.settle()
        self.made = self.folder / "Oduya, Femi 2026.halfyard"

    def rows(self) -> list[list[str]]:
        table = self.page.table
        cells = [[table.item(row, column) for column in range(3)] for row in range(table.rowCount())]
        return [[item.text() if item is not None else "" for item in row] for row in cells]

    def test_it_shows_what_it_brings_makes_it_and_brings_what_changed_since(self) -> None:
        self.assertEqual(self.page.heading.text(), self.made.name)
        before = self.rows()
        self.assertIn("activity", [row[1] for row in before])
        self.assertIn("Last year's tax", [row[0] for row in before])
        self.page.make.setFocus()
        self.press(Key.Key_Space)
        self.assertTrue(self.made.exists())
        self.assertEqual(self.rows(), [])
        self.assertFalse(self.page.again.isEnabled())
        lines = read_file(self.made).activities["a00001"].last_year
        key, entry = next(iter(self.workspace.file.entries.items()))
        self.workspace.do(change("More", f"/entries/{key}/amount", format(entry.amount + 1000, "f")))
        self.settle()
        self.assertTrue([row for row in self.rows() if "last year's amounts" in row[0]])
        self.page.again.setFocus()
        self.press(Key.Key_Space)
        self.assertEqual(self.rows(), [])
        now = read_file(self.made).activities[entry.activity].last_year
        self.assertEqual(now[entry.line] - lines[entry.line], 1000)

    def test_an_activity_with_assets_can_not_be_left(self) -> None:
        self.window.open_path(self.folder / "Mbeki, Lwazi and Carina 2025.halfyard")
        self.window.show_stage(Stage.HAND_OVER)
        said: list[str] = []
        self.workspace.said.connect(said.append)
        item = self.page.table.item(0, 0)
        assert item is not None
        item.setCheckState(Qt.CheckState.Unchecked)
        self.assertIn("so it goes on", said[0])
        again = self.page.table.item(0, 0)
        assert again is not None
        self.assertIs(again.checkState(), Qt.CheckState.Checked)


class Filed(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Ravn, Torben 2025.halfyard")
        self.workspace, self.page = self.window.workspace, self.window.hand_over.filing
        self.window.show_stage(Stage.HAND_OVER)
        self.window.hand_over.choose("filing")
        self.settle()

    def send(self, *, down: bool = False) -> None:
        with mock.patch("half_yard.standins.gateway.random", return_value=0.0 if down else 1.0):
            (self.page.ask if self.page.ask.isVisible() else self.page.send).setFocus()
            self.press(Key.Key_Space)
            self.settle()

    def states(self) -> list[str]:
        return [each.state for _, each in sorted(self.workspace.file.filings.items())]

    def test_down_then_refused_then_mended_accepted_and_amended(self) -> None:
        self.workspace.do(change("PIN", "/people/owner/choices/filing_pin", "123"))
        self.send(down=True)
        self.assertEqual(self.states(), ["sent"])
        self.assertFalse(self.page.send.isEnabled())
        self.send()
        self.assertEqual(self.states(), ["refused"])
        row = next(n for n in range(self.page.table.rowCount()) if "F-120" in self.cell(n, 0))
        self.page.table.setCurrentCell(row, 0)
        self.page.table.setFocus()
        self.press(Key.Key_Return)
        self.assertEqual(self.workspace.subject, "/people/owner/choices/filing_pin")
        self.workspace.do(change("PIN", "/people/owner/choices/filing_pin", "48213"))
        self.window.show_stage(Stage.HAND_OVER)
        self.send()
        self.assertEqual(self.states(), ["refused", "accepted"])
        self.assertFalse(self.page.send.isEnabled(), "nothing differs")
        key, entry = next(iter(self.workspace.file.entries.items()))
        self.workspace.do(change("More", f"/entries/{key}/amount", format(entry.amount + 9000, "f")))
        self.settle()
        self.assertTrue(self.workspace.computation.has_sheet("form_1040_x"))
        self.assertTrue([n for n in range(self.page.table.rowCount()) if self.cell(n, 4) == "its line"])
        self.assertEqual(self.page.heading.text(), "Amended return of 2025")
        self.send()
        self.assertEqual(self.states(), ["refused", "accepted", "accepted"])

    def cell(self, row: int, column: int) -> str:
        item = self.page.table.item(row, column)
        return item.text() if item is not None else ""
