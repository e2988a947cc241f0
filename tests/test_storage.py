"""Files on disk: nothing is lost, nothing foreign is touched."""

import json
import os
import signal
import subprocess
import sys
import tempfile
import textwrap
import unittest
from pathlib import Path
from unittest import mock

from half_yard.records import EditError, change
from half_yard.storage import FileInUseError, FileRefusedError, OpenFile, last_good_copy, read_file, to_text
from half_yard.storage.copies import copies_of
from half_yard.storage.places import journal_path, set_aside_journals
from tests.files import sole_proprietor

AMOUNT = "/entries/e00001/amount"


class OnDisk(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "Reed, Olive 2025.halfyard"
        self.path.write_text(to_text(sole_proprietor("1000")), encoding="utf-8")

    def amount(self) -> str:
        return str(read_file(self.path).entries["e00001"].amount)

    def open(self) -> OpenFile:
        opened = OpenFile.open(self.path)
        self.addCleanup(opened.close)
        return opened


class Saving(OnDisk):
    def test_edit_undo_redo_save(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "2000.00"))
        self.assertEqual((opened.unsaved, opened.undo_label), (1, "Amount"))
        opened.undo()
        self.assertEqual(opened.file, sole_proprietor("1000"))
        opened.redo()
        opened.save()
        self.assertEqual((opened.unsaved, self.amount()), (0, "2000.00"))
        self.assertFalse(journal_path(self.path).exists())

    def test_a_refused_edit_changes_nothing(self) -> None:
        opened = self.open()
        with self.assertRaises(EditError):
            opened.edit(change("Amount", AMOUNT, "much"))
        self.assertEqual((opened.unsaved, opened.undo_label), (0, ""))

    def test_a_failed_save_leaves_the_old_file_and_the_journal(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "2000.00"))
        with (
            mock.patch("os.fsync", side_effect=OSError(28, "No space left on device")),
            self.assertRaises(OSError),
        ):
            opened.save()
        self.assertEqual(self.amount(), "1000.00")
        self.assertEqual(opened.unsaved, 1)
        self.assertTrue(journal_path(self.path).exists())
        self.assertEqual([p for p in self.path.parent.iterdir() if p.suffix == ".part"], [])

    def test_the_last_good_copies_are_kept(self) -> None:
        opened = self.open()
        for number in range(8):
            opened.edit(change("Amount", AMOUNT, f"{number}.00"))
            opened.save()
        self.assertEqual(len(copies_of(self.path)), 5)
        newest = last_good_copy(self.path)
        assert newest is not None
        self.assertEqual(str(read_file(newest).entries["e00001"].amount), "6.00")

    def test_a_new_file_never_replaces_one(self) -> None:
        before = self.path.read_bytes()
        with self.assertRaises(FileRefusedError):
            OpenFile.create(self.path, sole_proprietor("5"))
        self.assertEqual(self.path.read_bytes(), before)


class Recovery(OnDisk):
    def test_edits_come_back_after_a_kill(self) -> None:
        program = textwrap.dedent(
            """
            import sys, time
            from pathlib import Path
            from half_yard.records import change
            from half_yard.storage import OpenFile
            opened = OpenFile.open(Path(sys.argv[1]))
            opened.edit(change("Amount", "/entries/e00001/amount", "2000.00"))
            opened.edit(change("Memo", "/entries/e00001/memo", "kept"))
            print("ready", flush=True)
            time.sleep(60)
            """
        )
        with subprocess.Popen(
            [sys.executable, "-c", program, str(self.path)], stdout=subprocess.PIPE, text=True
        ) as child:
            assert child.stdout is not None
            self.assertEqual(child.stdout.readline().strip(), "ready")
            with self.assertRaises(FileInUseError):
                OpenFile.open(self.path)
            os.kill(child.pid, signal.SIGKILL)
        self.assertEqual(self.amount(), "1000.00")
        opened = self.open()
        self.assertEqual(str(opened.file.entries["e00001"].amount), "2000.00")
        self.assertEqual((opened.file.entries["e00001"].memo, opened.unsaved), ("kept", 2))
        self.assertIn("2 unsaved edits were brought back", opened.messages[0])
        opened.undo()
        self.assertEqual(opened.file.entries["e00001"].memo, "")

    def journal_after_edit(self) -> Path:
        opened = OpenFile.open(self.path)
        opened.edit(change("Amount", AMOUNT, "2000.00"))
        opened.close()
        return journal_path(self.path)

    def test_a_cut_line_is_left_out_and_said(self) -> None:
        journal = self.journal_after_edit()
        journal.write_bytes(journal.read_bytes() + b'{"label": "Memo", "chan')
        opened = self.open()
        self.assertEqual(str(opened.file.entries["e00001"].amount), "2000.00")
        self.assertIn("cut off", " ".join(opened.messages))
        self.assertNotIn(b'"chan\n', journal.read_bytes())

    def test_a_journal_of_another_state_is_set_aside(self) -> None:
        journal = self.journal_after_edit()
        self.path.write_text(to_text(sole_proprietor("7")), encoding="utf-8")
        opened = self.open()
        self.assertEqual(str(opened.file.entries["e00001"].amount), "7.00")
        self.assertIn("set aside", opened.messages[0])
        self.assertEqual(len(set_aside_journals(self.path)), 1)
        self.assertFalse(journal.exists())


class Refusal(OnDisk):
    def refused(self, text: str | bytes) -> str:
        data = text if isinstance(text, bytes) else text.encode()
        self.path.write_bytes(data)
        with self.assertRaises(FileRefusedError) as caught:
            OpenFile.open(self.path)
        self.assertEqual(self.path.read_bytes(), data)
        self.assertIn(self.path.name, str(caught.exception))
        return str(caught.exception)

    def test_damaged_foreign_and_newer_files(self) -> None:
        document = json.loads(to_text(sole_proprietor("1000")))
        self.assertIn("cut off at line", self.refused(json.dumps(document)[:-40]))
        self.assertIn("not text in UTF-8", self.refused(b"\xff\xfe\x00"))
        self.assertIn("not a Half Yard client file", self.refused('{"hello": 1}'))
        self.assertIn("not a Half Yard client file", self.refused("[1, 2]"))
        self.assertIn("newer Half Yard", self.refused(json.dumps({**document, "format_version": 2})))
        self.assertIn("/tax_year", self.refused(json.dumps({**document, "tax_year": "soon"})))
        self.assertIn("/extra", self.refused(json.dumps({**document, "extra": 1})))
        document["entries"]["e00001"]["amount"] = 12.5
        self.assertIn("decimal string", self.refused(json.dumps(document)))

    def test_a_damaged_file_names_the_last_good_copy(self) -> None:
        opened = OpenFile.open(self.path)
        opened.edit(change("Amount", AMOUNT, "2000.00"))
        opened.save()
        opened.close()
        self.assertIn("“Earlier states” has one that is whole", self.refused("{"))

    def test_a_missing_file(self) -> None:
        with self.assertRaises(FileRefusedError):
            read_file(self.path.with_name("not there.halfyard"))

    def test_a_second_window_is_refused(self) -> None:
        self.open()
        with self.assertRaises(FileInUseError):
            OpenFile.open(self.path)
