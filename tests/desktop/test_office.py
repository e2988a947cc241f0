"""The office's folder: names of files, how they stand, what is remembered between runs."""

from __future__ import annotations

from pathlib import Path
from unittest import mock

from half_yard.demo import MAIN_FILE, client_files, write_office
from half_yard.desktop.recent_files import RecentFiles
from half_yard.office.standing import standing_of
from half_yard.storage import OpenFile
from half_yard.storage.file_names import file_name
from tests.desktop.window_case import WindowCase


class Names(WindowCase):
    def test_file_names_are_safe_and_never_taken(self) -> None:
        self.assertEqual(file_name("Ada", "Reed", 2025), "Reed, Ada 2025.halfyard")
        self.assertEqual(file_name("", "Reed", 2025), "Reed 2025.halfyard")
        self.assertEqual(file_name(" ", "", 2024), "New client 2024.halfyard")
        self.assertEqual(file_name("A/B", '..\\"C"', 2025), "--C-, A-B 2025.halfyard")
        taken = ["Reed, Ada 2025.halfyard", "Reed, Ada 2025 (2).halfyard"]
        self.assertEqual(file_name("Ada", "Reed", 2025, taken), "Reed, Ada 2025 (3).halfyard")

    def test_two_clients_of_one_name_get_two_files(self) -> None:
        for _ in range(2):
            self.window.clients.first.setText("Ada")
            self.window.clients.last.setText("Reed")
            self.window.clients.make_new()
        self.assertEqual(
            sorted(path.name for path in self.folder.glob("*.halfyard")),
            ["Reed, Ada 2025 (2).halfyard", "Reed, Ada 2025.halfyard"],
        )


class Standings(WindowCase):
    def test_of_good_and_bad_files(self) -> None:
        write_office(self.folder)
        main = standing_of(self.folder / MAIN_FILE)
        self.assertEqual((main.year, main.state, main.result), ("2025", "Not all sorted", "refund 2,190"))
        bad = self.folder / "Bad.halfyard"
        bad.write_text("[]", encoding="utf-8")
        self.assertIn("not a Half Yard client file", standing_of(bad).state)
        old = self.folder / "Old.halfyard"
        text = (self.folder / MAIN_FILE).read_text(encoding="utf-8")
        old.write_text(text.replace('"tax_year": 2025', '"tax_year": 2001'), encoding="utf-8")
        self.assertEqual(standing_of(old).state, "No rules for its year or country")
        self.assertFalse(self.window.open_path(old))
        self.assertIn("there are no rules", self.window.clients._problem.text())

    def test_the_demo_writes_only_what_is_missing(self) -> None:
        paths = write_office(self.folder)
        self.assertEqual({path.name for path in paths}, set(client_files()))
        (self.folder / MAIN_FILE).write_text("changed", encoding="utf-8")
        write_office(self.folder)
        self.assertEqual((self.folder / MAIN_FILE).read_text(encoding="utf-8"), "changed")


class Remembered(WindowCase):
    def test_recent_files_outside_the_folder_are_listed_after_it(self) -> None:
        elsewhere = self.folder.parent / "elsewhere"
        write_office(elsewhere)
        write_office(self.folder)
        recent = RecentFiles()
        recent.note(elsewhere / MAIN_FILE)
        recent.use_folder(self.folder)
        again = RecentFiles()
        self.assertEqual(again.folder, self.folder.resolve())
        self.assertEqual(again.paths()[-1], (elsewhere / MAIN_FILE).resolve())
        self.assertEqual(len(again.paths()), len(client_files()) + 1)

    def test_damaged_or_unwritable_memory_is_no_error(self) -> None:
        recent = RecentFiles()
        recent._path.parent.mkdir(parents=True, exist_ok=True)
        for text in ("{", "[]", '{"folder": 3}', '{"files": 7}'):
            recent._path.write_text(text, encoding="utf-8")
            with self.subTest(text=text):
                self.assertEqual(RecentFiles().files, [])
        with mock.patch.object(Path, "write_text", side_effect=OSError(30, "Read-only file system")):
            RecentFiles().use_folder(self.folder)


class Failing(WindowCase):
    def test_a_file_that_cannot_be_saved_stays_open_and_keeps_its_edits(self) -> None:
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.window.books.make_activity("rental")
        full = OSError(28, "No space left on device")
        with mock.patch.object(OpenFile, "save", side_effect=full):
            self.window.save()
            self.assertIn("No space left", self.window.message.words.text())
            self.assertFalse(self.window.open_path(self.folder / "Oduya, Femi 2025.halfyard"))
            self.assertFalse(self.window.close())
        self.assertEqual(self.window.workspace.path, self.folder / MAIN_FILE)
        self.assertEqual(self.window.workspace.open_file.unsaved, 1)

    def test_a_new_client_in_a_folder_that_is_gone(self) -> None:
        self.folder.rmdir()
        self.window.clients.first.setText("Ada")
        self.window.clients.make_new()
        self.assertIn("is not there", self.window.clients._problem.text())
        self.assertEqual(self.window.clients.first.text(), "Ada")


class Elsewhere(WindowCase):
    def test_a_file_opened_lately_from_another_folder_says_where_it_is(self) -> None:
        other = self.folder.parent / "other office"
        other.mkdir()
        write_office(self.folder)
        write_office(other)
        self.window.open_path(other / MAIN_FILE)
        self.window.recent.use_folder(self.folder)
        self.window.clients.refresh_files()
        self.window.clients.list.listing.finish()
        files = self.window.clients.list.files
        shown = [item.text() for row in range(files.rowCount()) if (item := files.item(row, 0)) is not None]
        self.assertEqual(len(shown), len(client_files()) + 1)
        self.assertTrue(shown[-1].endswith("other office"), shown)
        self.assertFalse(any(" in " in text for text in shown[:-1]))
