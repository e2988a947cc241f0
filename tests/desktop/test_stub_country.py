"""Every page with a country that the program has never seen, from nothing to a return, by keyboard."""

from __future__ import annotations

from pathlib import Path
from unittest import mock

from PySide6.QtWidgets import QLabel, QLineEdit

from half_yard.countries import COUNTRIES, PACKS
from half_yard.desktop.stages import Stage
from half_yard.office.standing import standing_of
from half_yard.storage import read_file
from tests.desktop.window_case import Key, Modifier, WindowCase
from tests.stub_country import STUB

TAB, ENTER = Key.Key_Tab, Key.Key_Return
OTHER_COUNTRYS_WORDS = ("W-2", "1099", "Schedule C", "Form 1040", "T2125", "Social security", "section 179")


class StubCountry(WindowCase):
    def setUp(self) -> None:
        for known, stub in ((COUNTRIES, STUB.country), (PACKS, STUB)):
            with_stub = mock.patch.dict(known, {"stub": stub})
            with_stub.start()
            self.addCleanup(with_stub.stop)
        super().setUp()

    def start(self) -> Path:
        self.press(Key.Key_N, Modifier.ControlModifier)
        clients = self.window.clients
        clients.country.setCurrentIndex(clients.country.findData("stub"))
        self.assertEqual(clients.year.text(), "2025")
        self.type("Tove", TAB)
        self.type("Field", ENTER)
        self.find("command new allotment")
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.type("Plot 7", TAB)
        self.enter_on("harvest", "14/3", "Market", "Leeks", "120.75")
        self.enter_on("seed", "2/3", "Seedsman", "", "40.50")
        return self.folder / "Field, Tove 2025.halfyard"

    def enter_on(self, line: str, *cells: str) -> None:
        self.find("activity plot")
        self.window.books.activity.statement.show_line([line])
        self.press(ENTER, times=2)
        for cell in cells:
            self.type(cell, ENTER)

    def words_shown(self) -> str:
        labels = (label.text() for label in self.window.findChildren(QLabel) if label.isVisible())
        fields = (
            field.placeholderText() for field in self.window.findChildren(QLineEdit) if field.isVisible()
        )
        return " | ".join((*labels, *fields))

    def test_a_country_without_shared_things_says_what_to_do(self) -> None:
        self.start()
        self.window.show_stage(Stage.SHARED)
        self.assertIn("takes its share on its entry", self.words_shown())
        self.assertFalse(self.window.shared.new.isVisible())

    def test_every_page_takes_what_the_pack_says_and_no_more(self) -> None:
        path = self.start()
        window = self.window
        entries = window.workspace.file.entries
        self.assertEqual([str(entry.date) for entry in entries.values()], ["2025-03-14", "2025-03-02"])
        for stage in Stage:
            with self.subTest(stage):
                window.show_stage(stage)
                self.settle()
                shown = self.words_shown()
                for words in OTHER_COUNTRYS_WORDS:
                    self.assertNotIn(words, shown)
        stack = window.books._stack
        for index in range(stack.count()):
            stack.setCurrentIndex(index)
            self.settle()
            for words in OTHER_COUNTRYS_WORDS:
                self.assertNotIn(words, self.words_shown())
        self.assertIn("80.25", window.carry.buttons["Surplus"].accessibleName())
        self.press(Key.Key_S, Modifier.ControlModifier)
        self.assertEqual(read_file(path), window.workspace.file)

    def test_the_return_is_a_map_with_threads_and_the_office_says_what_it_comes_to(self) -> None:
        path = self.start()
        window = self.window
        self.find("levy sheet surplus")
        self.assertIs(window.stage, Stage.RETURN)
        self.assertEqual(window.thread_panel._amount.text(), "80.25")
        self.press(Key.Key_S, Modifier.ControlModifier)
        standing = standing_of(path)
        self.assertEqual(standing.result, "to pay 8")
