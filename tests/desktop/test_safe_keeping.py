"""Safe keeping by keyboard: earlier states, seals, other programs, numbers that are hidden, names that are
plain."""

from __future__ import annotations

import ast
import os
from pathlib import Path
from unittest import mock

from PySide6.QtWidgets import QApplication, QLabel, QLineEdit

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.plain_words import plain_tip
from half_yard.desktop.stages import Stage
from half_yard.records import ClientFile, change
from half_yard.storage import OpenFile, SealedFileError, read_file
from half_yard.storage.copies import copies_of
from half_yard.storage.places import journal_path
from tests.desktop.window_case import Key, Modifier, WindowCase

ENTER = Key.Key_Return
NAME = "/people/owner/first_name"
PHRASE = "tide tables and twine"
DESKTOP = Path(__file__).parent.parent.parent / "src" / "half_yard" / "desktop"


class Case(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.path = self.folder / MAIN_FILE
        self.window.open_path(self.path)
        self.workspace = self.window.workspace
        self.said: list[str] = []
        self.workspace.said.connect(self.said.append)

    def rename(self, name: str) -> None:
        self.workspace.do(change("First name", NAME, name))

    def on_disk(self) -> str:
        return read_file(self.path).people["owner"].first_name

    @property
    def here(self) -> str:
        return self.workspace.file.people["owner"].first_name


class Earlier(Case):
    def test_a_state_is_looked_into_gone_back_to_and_undone(self) -> None:
        for name in ("Ina", "Ida"):
            self.rename(name)
            self.press(Key.Key_S, Modifier.ControlModifier)
        self.rename("Iva")
        self.find("earlier states")
        view = self.window.clients.earlier
        self.assertTrue(view.isVisible())
        words = [view.table.item(row, 0).text() for row in range(view.table.rowCount())]  # type: ignore[union-attr]
        self.assertEqual(
            sorted(words), ["Copy of a save", "Copy of a save", "State last saved", "State when opened"]
        )
        row = words.index("State when opened")
        self.press(Key.Key_Home, Modifier.ControlModifier)
        self.press(Key.Key_Down, times=row)
        self.assertIn("people: 1 changed (Ines Hallowell)", view.inside.text())
        self.press(ENTER)
        self.press(Key.Key_Space)
        self.assertEqual(self.here, "Ines")
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.here, "Iva")

    def test_a_damaged_file_says_the_way_and_is_mended_from_the_window(self) -> None:
        self.rename("Ina")
        self.window.save()
        self.window.open_path(self.folder / "Oduya, Femi 2025.halfyard")
        self.path.write_text("{", encoding="utf-8")
        self.assertFalse(self.window.open_path(self.path))
        self.assertIn("“Earlier states” has one", self.window.clients._problem.text())
        self.assertIn("Oduya", self.workspace.file.title, "what was open stays open")
        self.find("earlier states")
        view = self.window.clients.earlier
        self.assertEqual(view.back.text(), "Put it in its place")
        self.press(ENTER)
        self.press(Key.Key_Space)
        self.assertEqual((self.workspace.path, self.here), (self.path, "Ines"))
        self.assertEqual(len(list(self.folder.glob("*.damaged-*"))), 1)

    def test_quitting_after_an_experiment_need_not_keep_it(self) -> None:
        self.rename("Experiment")
        self.find("quit, leaving")
        self.assertFalse(self.window.isVisible())
        self.assertEqual(self.on_disk(), "Ines")
        kept = [read_file(copy).people["owner"].first_name for copy in copies_of(self.path)]
        self.assertIn("Experiment", kept)


class OtherPrograms(Case):
    def change_on_disk(self) -> None:
        text = self.path.read_text(encoding="utf-8")
        self.path.write_text(text.replace('"Ines"', '"Other"'), encoding="utf-8")

    def test_both_states_are_kept_whichever_goes_on(self) -> None:
        for key, here, disk in ((Key.Key_Space, "Ina", "Ina"), (Key.Key_Tab, "Other", "Other")):
            with self.subTest(here=here):
                self.path.unlink()
                write_office(self.folder)
                self.window.workspace.save(over_changes=True)
                self.workspace.do(change("First name", NAME, "Ines"))
                self.window.save()
                self.rename("Ina")
                self.change_on_disk()
                self.assertFalse(self.window.close())
                conflict = self.window.conflict
                self.assertTrue(conflict.isVisible())
                self.assertIn("people: 1 changed", conflict.differs.text())
                if key is Key.Key_Tab:
                    self.press(Key.Key_Tab)
                self.press(Key.Key_Space)
                self.assertFalse(conflict.isVisible())
                self.assertEqual((self.here, self.on_disk()), (here, disk))
                names = {read_file(copy).people["owner"].first_name for copy in copies_of(self.path)}
                self.assertTrue({"Ina", "Other"} - {here} <= names)

    def test_a_file_to_look_at_says_so_and_takes_no_edit(self) -> None:
        self.window.close()
        self.path.chmod(0o444)
        self.window = self.new_window()
        self.window.open_path(self.path)
        self.assertIn("to look at only", self.window.message.words.text())
        self.assertFalse(self.window.workspace.try_to(change("First name", NAME, "Ina")))
        self.assertIn("Nothing that is changed here can be kept", self.window.message.words.text())
        self.assertTrue(self.window.close())

    def test_a_file_that_cannot_be_computed_does_not_cost_the_one_that_is_open(self) -> None:
        other = self.folder / "Oduya, Femi 2025.halfyard"
        with mock.patch("half_yard.desktop.workspace.compute", side_effect=ZeroDivisionError):
            self.assertFalse(self.window.open_path(other))
        self.assertIn("can't be computed", self.said[-1])
        self.assertEqual((self.workspace.path, self.here), (self.path, "Ines"))
        self.rename("Ina")
        OpenFile.open(other).close()

    def test_all_that_an_opening_has_to_say_is_said(self) -> None:
        self.window.close()
        opened = OpenFile.open(self.path)
        opened.edit(change("First name", NAME, "Ina"))
        opened.close()
        journal = journal_path(self.path)
        journal.write_bytes(journal.read_bytes() + b"0123456789abcdef {")
        os.link(self.path, self.folder / "twin")
        self.window = self.new_window()
        self.window.open_path(self.path)
        said = self.window.message.words.text()
        for words in ("hard link", "1 unsaved edit was brought back", "was cut off"):
            self.assertIn(words, said)

    def test_an_edit_that_cannot_be_flushed_is_told(self) -> None:
        with mock.patch("os.fdatasync", side_effect=OSError(5, "Input/output error")):
            self.rename("Ina")
            self.wait_for(lambda: any("may not be on the disk" in words for words in self.said))


class Seals(Case):
    def ask(self, command: str, *phrases: str) -> None:
        self.find(command)
        for phrase in phrases:
            self.type(phrase, ENTER)

    def test_sealing_opening_and_taking_the_seal_off(self) -> None:
        self.ask("seal this file", PHRASE, "another")
        self.assertIn("not the same", self.window.clients.key_line._problem.text())
        self.ask("seal this file", PHRASE, PHRASE)
        self.assertIn("is final", self.said[-1])
        with self.assertRaises(SealedFileError):
            self.on_disk()
        self.window.close()
        self.window = self.new_window()
        clients = self.window.clients
        clients.list.listing.finish()
        names = [clients.list.files.item(row, 0).text() for row in range(clients.list.files.rowCount())]  # type: ignore[union-attr]
        row = next(number for number, name in enumerate(names) if "Hallowell" in name)
        clients.list.files.setCurrentCell(row, 0)
        clients.show_earlier()
        self.assertIn("Open it first", clients.earlier.inside.text())
        self.assertFalse(clients.earlier.back.isEnabled())
        states = [clients.list.files.item(row, 2).text() for row in range(clients.list.files.rowCount())]  # type: ignore[union-attr]
        self.assertIn("Sealed", states)
        self.assertFalse(self.window.open_path(self.path))
        self.type("wrong phrase", ENTER)
        self.assertIn("not its passphrase", clients.key_line._problem.text())
        self.type(PHRASE, ENTER)
        self.assertEqual(self.window.workspace.path, self.path)
        self.find("take the seal off this")
        self.assertEqual(self.on_disk(), "Ines")

    def test_a_sealed_office_seals_what_is_made_in_it(self) -> None:
        self.ask("seal the office", PHRASE, PHRASE)
        self.rename("Ina")
        self.window.save()
        for path in self.folder.glob("*.halfyard"):
            with self.assertRaises(SealedFileError):
                read_file(path)
        self.window.close()
        self.window = self.new_window()
        clients = self.window.clients
        clients.list.listing.finish()
        clients.first.setText("Ada")
        clients.make_new()
        self.assertTrue(clients.key_line.isVisible())
        clients.key_line.first.setFocus()
        self.type(PHRASE, ENTER)
        made = self.window.workspace.open_file
        self.assertEqual(made.path.name, "Ada 2025.halfyard")
        self.assertIsNotNone(made.seal)
        clients.list.listing.finish()
        states = [clients.list.files.item(row, 2).text() for row in range(clients.list.files.rowCount())]  # type: ignore[union-attr]
        self.assertNotIn("Sealed", states, "the passphrase is asked for once")


class Hidden(Case):
    def test_numbers_are_hidden_unless_they_are_typed_in(self) -> None:
        self.window.show_stage(Stage.CLIENTS)
        form = self.window.clients.particulars.owner
        editor = form._editors["/people/owner/identity_number"]
        assert isinstance(editor, QLineEdit)
        self.assertEqual(editor.text(), "•••-••-7726")
        self.assertIn("•••-••-7726 is in a range", form._problems["/people/owner/identity_number"].text())
        editor.setFocus()
        self.settle()
        self.assertEqual(editor.text(), "000-41-7726")
        self.press(Key.Key_Tab)
        self.assertEqual(editor.text(), "•••-••-7726")
        self.assertEqual(self.workspace.file.people["owner"].identity_number, "000-41-7726")
        editor.setFocus()
        self.settle()
        self.type("000-41-1111", ENTER)
        self.press(Key.Key_Tab)
        self.assertEqual(self.workspace.file.people["owner"].identity_number, "000-41-1111")
        self.assertEqual(editor.text(), "•••-••-1111")

    def test_a_persons_number_as_payer_is_hidden_and_an_employers_is_not(self) -> None:
        for key, (number, shown) in enumerate((("12-3456789", "12-3456789"), ("123-45-6789", "•••-••-6789"))):
            form = sorted(self.workspace.file.forms)[key]
            self.workspace.do(change("Number", f"/forms/{form}/payer_number", number))
            model = self.window.books.forms.forms.table.records
            self.window.books.choose("forms")
            column = next(n for n, each in enumerate(model.columns) if each.title == "Number")
            self.assertEqual(model.index(model.row_of(form), column).data(), shown)
            self.assertEqual(model.index(model.row_of(form), column).data(2), number, "typed in full")

    def test_the_return_shows_the_end_of_it(self) -> None:
        self.window.show_stage(Stage.RETURN)
        self.window.returns._sheet_chosen("form_1040")
        facts = self.window.returns._facts.text()
        self.assertIn("7726", facts)
        self.assertNotIn("000-41", facts)


class PlainNames(Case):
    MARKUP = "<img src='file:///etc/hostname'><b>Bold</b>"

    def test_a_name_with_markup_is_shown_as_it_is(self) -> None:
        self.workspace.do(change("Name", "/activities/a00001/name", self.MARKUP))
        self.rename(self.MARKUP)
        for stage in Stage:
            self.window.show_stage(stage)
            self.settle()
        labels = [each for each in QApplication.allWidgets() if isinstance(each, QLabel)]
        self.assertGreater(len(labels), 40)
        for label in labels:
            self.assertEqual(label.textFormat().name, "PlainText", label.text())
        self.assertNotIn("<img", plain_tip(self.MARKUP).partition(">")[2])

    def test_every_label_and_tip_of_the_program_is_plain(self) -> None:
        for path in DESKTOP.rglob("*.py"):
            if path.name == "plain_words.py":
                continue
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if not isinstance(node, ast.Call):
                    continue
                name = ast.unparse(node.func)
                with self.subTest(path=path.name, line=node.lineno):
                    self.assertNotEqual(name, "QLabel")
                    if name.endswith(".setToolTip"):
                        words = ast.unparse(node.args[0])
                        fixed = not any(isinstance(each, ast.Name) for each in ast.walk(node.args[0]))
                        self.assertTrue(words.startswith("plain_tip(") or fixed or "final" in words, words)


class OddFiles(WindowCase):
    def test_a_link_that_leads_round_is_listed_and_refused(self) -> None:
        link = self.folder / "Round 2025.halfyard"
        link.symlink_to(link)
        self.window.clients.refresh_files()
        self.window.clients.list.listing.finish()
        self.assertFalse(self.window.open_path(link))
        self.assertIn("Round 2025.halfyard", self.window.clients._problem.text())

    def test_a_long_name_is_cut_to_what_a_file_system_holds(self) -> None:
        self.window.clients.first.setText("Ö" * 300)
        self.window.clients.make_new()
        self.assertEqual(len(list(self.folder.glob("*.halfyard"))), 1)
        self.window.workspace.do(change("First name", NAME, "Ada"))
        self.window.save()
        self.window.workspace.do(change("First name", NAME, "Ida"))

    def test_a_name_that_leads_elsewhere_stays_in_the_folder(self) -> None:
        self.window.clients.first.setText("../../Ada")
        self.window.clients.make_new()
        self.assertEqual([path.parent for path in self.folder.rglob("*.halfyard")], [self.folder])
        self.assertIsInstance(self.window.workspace.file, ClientFile)
