"""The Hand over page by keyboard: choosing parts, reading them, writing them."""

from __future__ import annotations

import io
from typing import Any
from unittest import mock

from pypdf import PdfReader

from half_yard.demo import write_office
from half_yard.desktop.stages import Stage
from half_yard.interop.letter import TEMPLATE_NAME
from tests.desktop.window_case import Key, Modifier, WindowCase

SAVING = "PySide6.QtWidgets.QFileDialog.getSaveFileName"


class HandingOver(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Mbeki, Lwazi and Carina 2025.halfyard")
        self.workspace, self.page = self.window.workspace, self.window.hand_over
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
        self.assertEqual(first[:2], ["Letter", "Summary"])
        self.press(Key.Key_Space)
        self.assertNotIn("letter", self.page.chosen)
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
        (self.folder / TEMPLATE_NAME).write_text("Dear {nobody}", encoding="utf-8")
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
