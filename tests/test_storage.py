"""Files on disk: nothing is lost, nothing foreign is touched."""

import json
import os
import signal
import subprocess
import sys
import tempfile
import textwrap
import threading
import unittest
from hashlib import sha256
from pathlib import Path
from unittest import mock

from half_yard.records import EditError, add, change
from half_yard.storage import (
    ChangedElsewhereError,
    FileInUseError,
    FileRefusedError,
    Keys,
    OpenFile,
    earlier_states,
    last_good_copy,
    put_in_place,
    read_file,
    to_text,
    write_out,
)
from half_yard.storage.copies import copies_of, keep_copy
from half_yard.storage.document import digest
from half_yard.storage.history import MOST_STEPS
from half_yard.storage.journal import edits_in, resealed
from half_yard.storage.keeper import WINDOW_SECONDS
from half_yard.storage.places import copies_folder, journal_path, lock_path, set_aside_journals
from tests.files import sole_proprietor

AMOUNT = "/entries/e00001/amount"


class OnDisk(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory(prefix="half yard ")
        self.addCleanup(folder.cleanup)
        self.path = Path(folder.name) / "office" / "Reed, Olive 2025.halfyard"
        self.path.parent.mkdir()
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
        self.assertIn("newer Half Yard", self.refused(json.dumps({**document, "format_version": 8})))
        self.assertIn("/tax_year", self.refused(json.dumps({**document, "tax_year": "soon"})))
        self.assertIn("/extra", self.refused(json.dumps({**document, "extra": 1})))
        for household in (None, "one", {"answers": None}, {"answers": {"itemizes": True}, "choices": None}):
            older = {**document, "format_version": 6, "household": household}
            self.assertIn("damaged: /household", self.refused(json.dumps(older)))
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


class Journals(OnDisk):
    def test_a_refused_line_never_comes_back_and_good_ones_stay(self) -> None:
        opened = OpenFile.open(self.path)
        opened.edit(change("Amount", AMOUNT, "1.00"))
        write, refused = os.write, []

        def full(handle: int, data: bytes) -> int:
            refused.append(data)
            return write(handle, data[:20])  # as a full disk does: a part of it

        with mock.patch("os.write", full), self.assertRaises(OSError):
            opened.edit(change("Amount", AMOUNT, "2.00"))
        self.assertEqual(len(refused), 1)
        for memo in ("a", "b", "c"):
            opened.edit(change("Memo", "/entries/e00001/memo", memo))
        opened.close()
        again = self.open()
        self.assertEqual(
            (str(again.file.entries["e00001"].amount), again.file.entries["e00001"].memo), ("1.00", "c")
        )
        self.assertEqual((again.unsaved, again.messages[1:]), (4, []))

    def test_an_edit_is_flushed_within_the_window(self) -> None:
        opened, flushed = self.open(), threading.Event()
        with mock.patch("os.fdatasync", side_effect=lambda _handle: flushed.set()):
            opened.edit(change("Amount", AMOUNT, "1.00"))
            self.assertTrue(flushed.wait(2 * WINDOW_SECONDS))

    def test_a_flush_that_fails_is_told(self) -> None:
        opened, told = self.open(), threading.Event()
        opened.tell(lambda _error: told.set())
        with mock.patch("os.fdatasync", side_effect=OSError(5, "Input/output error")):
            opened.edit(change("Amount", AMOUNT, "1.00"))
            self.assertTrue(told.wait(2 * WINDOW_SECONDS))

    def test_damage_in_the_middle_costs_what_builds_on_it_and_is_said(self) -> None:
        opened = OpenFile.open(self.path)
        entry = opened.file.entries["e00001"].model_dump(mode="json")
        opened.edit(change("Memo", "/entries/e00001/memo", "first"))
        opened.edit(add("New", "/entries/e00002", entry))
        opened.edit(change("Memo", "/entries/e00002/memo", "lost with it"))
        opened.edit(change("Payee", "/entries/e00001/payee", "last"))
        opened.close()
        journal = journal_path(self.path)
        lines = journal.read_bytes().splitlines(keepends=True)
        journal.write_bytes(b"".join([lines[0], lines[1].replace(b"New", b"Nex"), *lines[2:]]))
        again = self.open()
        found = again.file.entries["e00001"]
        self.assertEqual((found.memo, found.payee, "e00002" in again.file.entries), ("first", "last", False))
        self.assertIn("2 edits of it could not be brought back", " ".join(again.messages))
        self.assertEqual(len(set_aside_journals(self.path)), 1)

    def test_journals_that_are_set_aside_never_overwrite_each_other(self) -> None:
        for number in range(3):
            opened = OpenFile.open(self.path)
            opened.edit(change("Amount", AMOUNT, "2000.00"))
            opened.close()
            self.path.write_text(to_text(sole_proprietor(str(number + 7))), encoding="utf-8")
            OpenFile.open(self.path).close()
        self.assertEqual(len(set_aside_journals(self.path)), 3)

    def test_a_crash_between_saving_and_removing_the_journal_leaves_no_doubt(self) -> None:
        opened = OpenFile.open(self.path)
        opened.edit(change("Amount", AMOUNT, "2000.00"))
        with mock.patch("half_yard.storage.journal.Journal.finish"):
            opened.save()
            opened.close()
        self.assertTrue(journal_path(self.path).exists())
        again = self.open()
        self.assertEqual((again.messages, again.unsaved), ([], 0))
        self.assertFalse(journal_path(self.path).exists())

    def test_a_journal_of_the_first_format_is_read(self) -> None:
        edit = change("Amount", AMOUNT, "2000.00").model_dump_json()
        head = json.dumps({"base": digest(self.path.read_bytes())})
        journal_path(self.path).write_text(f'{head}\n{edit}\n{{"label": "Memo", "ch', encoding="utf-8")
        opened = self.open()
        self.assertEqual(str(opened.file.entries["e00001"].amount), "2000.00")
        self.assertIn("cut off", opened.messages[1])

    def test_a_cut_off_journal_of_the_first_format_stays_with_its_own_state(self) -> None:
        edit = change("Amount", AMOUNT, "2000.00")
        head, state = json.dumps({"base": digest(b"another")}), digest(b"another")
        journal = f'{head}\n{edit.model_dump_json()}\n{{"label": "Memo", "ch'.encode()
        journal_path(self.path).write_bytes(journal)
        self.assertEqual(self.open().file, sole_proprietor("1000"))
        self.assertEqual([aside.read_bytes() for aside in set_aside_journals(self.path)], [journal])
        again = resealed(journal, None, None, {})
        self.assertEqual(edits_in(again, state).edits, (edit,))

    def test_lines_that_are_whole_and_still_none_of_ours(self) -> None:
        bodies = (
            b'{"base": 1, "seq": 1}',
            b'{"base": "x"}',
            b'{"base": ' + b"[" * 50_000,
            b'{"base": "x", "seq": -1}',
        )
        lines = [sha256(body).hexdigest()[:16].encode() + b" " + body + b"\n" for body in bodies]
        journal_path(self.path).write_bytes(b"".join(lines))
        lock_path(self.path).write_text("[" * 4000, encoding="utf-8")
        self.assertEqual(self.open().file, sole_proprietor("1000"))

    def test_undo_has_bounds(self) -> None:
        opened = self.open()
        for number in range(MOST_STEPS + 50):
            opened.edit(change("Amount", AMOUNT, f"{number}.00"))
        undone = 0
        while opened.undo_label:
            opened.undo()
            undone += 1
        self.assertEqual(undone, MOST_STEPS)


class Copies(OnDisk):
    def save(self, amount: str) -> list[str]:
        opened = OpenFile.open(self.path)
        opened.edit(change("Amount", AMOUNT, amount))
        said = opened.save()
        opened.close()
        return said

    def test_a_stub_never_counts_and_a_strangers_file_stops_nothing(self) -> None:
        for number in range(7):
            self.save(f"{number}.00")
        folder = copies_folder(self.path)
        whole = copies_of(self.path)
        (folder / f"{whole[-1].stem} (conflicted copy){whole[-1].suffix}").write_text("stranger")
        (folder / "notes.txt").write_text("stranger")
        whole[-1].write_bytes(whole[-1].read_bytes()[:100])
        self.assertEqual(copies_of(self.path), whole[:-1])
        self.assertEqual(last_good_copy(self.path), whole[-2])
        self.assertEqual(self.save("50.00"), [])
        self.assertEqual(len(copies_of(self.path)), 5)
        self.assertTrue((folder / "notes.txt").exists())

    def test_a_copy_that_cannot_be_kept_is_said_and_the_save_is_done(self) -> None:
        self.save("1.00")
        with mock.patch("half_yard.storage.open_file.keep_copy", side_effect=OSError(28, "No space left")):
            said = self.save("2.00")
        self.assertIn("could not be kept as a copy: No space left", said[0])
        self.assertEqual(self.amount(), "2.00")

    def test_earlier_states_are_gone_back_to_as_one_edit(self) -> None:
        for amount in ("1.00", "2.00"):
            self.save(amount)
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "3.00"))
        opened.edit(change("Memo", "/entries/e00001/memo", "an experiment"))
        states = earlier_states(self.path, Keys(), opened)
        self.assertEqual(
            sorted(str(state.read().entries["e00001"].amount) for state in states),
            ["1.00", "1000.00", "2.00"],
        )
        first = next(state for state in states if state.read().entries["e00001"].amount == 1)
        opened.go_back_to(first.read(), "Back")
        self.assertEqual(str(opened.file.entries["e00001"].amount), "1.00")
        opened.undo()
        self.assertEqual(opened.file.entries["e00001"].memo, "an experiment")

    def test_edits_set_aside_by_a_crash_are_an_earlier_state_on_the_copy_they_were_made_on(self) -> None:
        self.save("1.00")
        opened = OpenFile.open(self.path)
        opened.edit(change("Memo", "/entries/e00001/memo", "unsaved"))
        opened.close()
        keep_copy(self.path, self.path.read_bytes())
        self.path.write_text(to_text(sole_proprietor("77")), encoding="utf-8")
        OpenFile.open(self.path).close()
        state = next(s for s in earlier_states(self.path, Keys()) if "set aside" in s.words)
        entry = state.read().entries["e00001"]
        self.assertEqual((str(entry.amount), entry.memo), ("1.00", "unsaved"))

    def test_a_copy_is_put_in_the_place_of_a_damaged_file(self) -> None:
        self.save("1.00")
        self.path.write_text("{", encoding="utf-8")
        state = next(s for s in earlier_states(self.path, Keys()) if s.path)
        said = put_in_place(self.path, state)
        self.assertEqual(self.amount(), "1000.00")
        self.assertIn(".damaged-", said[1])
        self.assertEqual([p.read_text() for p in self.path.parent.glob("*.damaged-*")], ["{"])


class OtherPrograms(OnDisk):
    def test_a_change_by_another_program_is_noticed_and_both_states_are_kept(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "5.00"))
        self.path.write_text(to_text(sole_proprietor("77")), encoding="utf-8")
        with self.assertRaises(ChangedElsewhereError) as caught:
            opened.save()
        self.assertEqual(caught.exception.differs, ("entries: 1 changed (e00001)",))
        self.assertEqual((self.amount(), opened.unsaved), ("77.00", 1))
        opened.save(over_changes=True)
        self.assertEqual(self.amount(), "5.00")
        kept = last_good_copy(self.path)
        assert kept is not None
        self.assertEqual(str(read_file(kept).entries["e00001"].amount), "77.00")

    def test_the_other_state_can_go_on_and_ours_is_kept(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "5.00"))
        self.path.write_text(to_text(sole_proprietor("77")), encoding="utf-8")
        opened.take_theirs()
        self.assertEqual((str(opened.file.entries["e00001"].amount), opened.unsaved), ("77.00", 0))
        opened.undo()
        self.assertEqual(str(opened.file.entries["e00001"].amount), "5.00")
        opened.save()
        self.assertEqual(self.amount(), "5.00")

    def test_a_renamed_file_is_followed_with_all_that_belongs_to_it(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "5.00"))
        opened.save()
        opened.edit(change("Amount", AMOUNT, "6.00"))
        moved = self.path.with_name("Reed, O. 2025.halfyard")
        self.path.rename(moved)
        self.assertIn(f"is called {moved.name} now", opened.save()[0])
        self.assertEqual(str(read_file(moved).entries["e00001"].amount), "6.00")
        self.assertFalse(self.path.exists())
        self.assertEqual(len(copies_of(moved)), 2)
        with self.assertRaises(FileInUseError):
            OpenFile.open(moved)

    def test_a_file_renamed_after_a_crash_finds_its_journal_and_copies(self) -> None:
        opened = OpenFile.open(self.path)
        opened.edit(change("Amount", AMOUNT, "5.00"))
        opened.save()
        opened.edit(change("Amount", AMOUNT, "6.00"))
        opened.close()
        moved = self.path.with_name("Reed, O. 2025.halfyard")
        self.path.rename(moved)
        again = OpenFile.open(moved)
        self.addCleanup(again.close)
        self.assertEqual(str(again.file.entries["e00001"].amount), "6.00")
        self.assertEqual(len(copies_of(moved)), 1)
        self.assertEqual(sum("when it was called" in said for said in again.messages), 2)

    def test_a_journal_of_a_window_that_is_still_open_is_not_taken_from_it(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "6.00"))
        moved = self.path.with_name("Reed, O. 2025.halfyard")
        self.path.rename(moved)
        other = OpenFile.open(moved)
        self.assertEqual((other.unsaved, journal_path(self.path).exists()), (0, True))
        with self.assertRaises(FileInUseError):
            opened.save()
        other.close()
        opened.save()
        self.assertEqual(str(read_file(moved).entries["e00001"].amount), "6.00")

    def test_a_removed_file_is_written_anew_and_a_removed_folder_loses_nothing(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "5.00"))
        self.path.unlink()
        self.assertIn("had been removed", opened.save()[0])
        self.assertEqual(self.amount(), "5.00")
        away = self.path.parent.with_name("away")
        opened.edit(change("Amount", AMOUNT, "6.00"))
        self.path.parent.rename(away)
        with self.assertRaises(OSError):
            OpenFile.create(self.path, sole_proprietor("1"))
        with self.assertRaisesRegex(FileRefusedError, "is not there any more"):
            opened.save()
        away.rename(self.path.parent)
        opened.save()
        self.assertEqual(self.amount(), "6.00")

    def test_links(self) -> None:
        link = self.path.with_name("link.halfyard")
        link.symlink_to(self.path)
        opened = OpenFile.open(link)
        opened.edit(change("Amount", AMOUNT, "5.00"))
        opened.save()
        opened.close()
        self.assertTrue(link.is_symlink())
        self.assertEqual(self.amount(), "5.00")
        round_ = self.path.with_name("round.halfyard")
        round_.symlink_to(round_)
        with self.assertRaises(FileRefusedError):
            OpenFile.open(round_)
        os.link(self.path, self.path.with_name("hard.halfyard"))
        self.assertIn("hard link", " ".join(self.open().messages))

    def test_a_deleted_lock_is_noticed_and_held_again(self) -> None:
        opened = self.open()
        lock_path(self.path).unlink()
        opened.edit(change("Amount", AMOUNT, "5.00"))
        self.assertIn("locked again", opened.save()[0])
        with self.assertRaises(FileInUseError):
            OpenFile.open(self.path)

    def test_a_lock_names_its_machine_and_a_stale_one_is_taken_over(self) -> None:
        note = {"machine": "the other desk", "process": "1", "since": "2026-02-03 09:15"}
        lock_path(self.path).write_text(json.dumps(note), encoding="utf-8")
        with self.assertRaisesRegex(FileInUseError, "open on the other desk since 2026-02-03 09:15"):
            OpenFile.open(self.path)
        os.utime(lock_path(self.path), (1, 1))
        self.assertIn("it was taken over", self.open().messages[0])

    def test_without_locks_of_the_system_the_note_decides(self) -> None:
        with mock.patch("fcntl.flock", side_effect=OSError(95, "Operation not supported")):
            self.open()
            with self.assertRaises(FileInUseError):
                OpenFile.open(self.path)

    def test_what_cannot_be_written_is_opened_to_look_at(self) -> None:
        self.path.chmod(0o444)
        opened = self.open()
        self.assertIn("to look at only: the file is marked", opened.messages[0])
        with self.assertRaisesRegex(EditError, "look at only"):
            opened.edit(change("Amount", AMOUNT, "5.00"))
        self.path.chmod(0o600)
        with mock.patch("os.open", side_effect=OSError(30, "Read-only file system")):
            looked = OpenFile.open(self.path)
        self.assertIn("can't be written to", looked.why_look_only)
        looked.close()

    def test_left_over_parts_are_cleaned_up(self) -> None:
        part = self.path.with_name(f".{self.path.name}.abc.part")
        other = self.path.with_name(f".{self.path.name}.journal.abc.part")
        for each in (part, other):
            each.write_text("half", encoding="utf-8")
        self.open()
        self.assertFalse(part.exists() or other.exists())


class Writing(OnDisk):
    def test_an_export_never_writes_over_a_client_file_or_what_belongs_to_it(self) -> None:
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "5.00"))
        renamed = self.path.with_name("books.xlsx")
        renamed.write_bytes(self.path.read_bytes())
        link = self.path.with_name("link.csv")
        link.symlink_to(self.path)
        for place in (self.path, journal_path(self.path), lock_path(self.path), renamed, link):
            before = place.read_bytes()
            with self.subTest(place=place.name), self.assertRaises(FileRefusedError):
                write_out(place, b"books")
            self.assertEqual(place.read_bytes(), before)

    def test_what_is_written_is_the_owners_alone_and_whole_or_not_at_all(self) -> None:
        out = self.path.with_name("books.csv")
        write_out(out, b"first")
        self.assertEqual(out.stat().st_mode & 0o777, 0o600)
        with mock.patch("os.fsync", side_effect=OSError(28, "No space left")), self.assertRaises(OSError):
            write_out(out, b"second")
        self.assertEqual(out.read_bytes(), b"first")
        self.assertEqual(list(self.path.parent.glob(".*.part")), [])
        opened = self.open()
        opened.edit(change("Amount", AMOUNT, "5.00"))
        self.assertEqual(journal_path(self.path).stat().st_mode & 0o777, 0o600)
        opened.save()
        kept = last_good_copy(self.path)
        assert kept is not None
        self.assertEqual(kept.stat().st_mode & 0o777, 0o600)


class OlderFormats(OnDisk):
    """Files of each version there was, as the program of then wrote them."""

    def of_version(self, version: int) -> None:
        kept = Path(__file__).parent / "reference" / f"format-{version}"
        self.path.write_bytes((kept / "file.halfyard").read_bytes())
        journal_path(self.path).write_bytes((kept / "file.journal").read_bytes())
        copies_folder(self.path).mkdir()
        (copies_folder(self.path) / "00000001.halfyard").write_bytes((kept / "copy.halfyard").read_bytes())

    def test_what_version_2_carried_in_is_a_record_now(self) -> None:
        """Its journal has edits of fields that are no more: they are made on the records that these
        became."""
        self.of_version(2)
        before = self.path.read_bytes()
        self.assertIn(b'"business_loss_carried_in": "-1200.00"', before)
        opened = self.open()
        carried = {item.kind: str(item.amount) for item in opened.file.carryovers.values()}
        self.assertEqual(carried, {"qualified_business_loss": "1500.00", "section_1231_loss": "90.00"})
        self.assertEqual(opened.file.entries["e00001"].memo, "unsaved")
        self.assertEqual(self.path.read_bytes(), before, "only saving changes what is on disk")
        states = [state.read() for state in earlier_states(self.path, Keys(), opened)]
        self.assertEqual(len(states), 2, "as last saved, and the copy")
        for state in states:
            carried = {item.kind: str(item.amount) for item in state.carryovers.values()}
            self.assertEqual(carried, {"qualified_business_loss": "1200.00", "section_179": "300.00"})
        opened.save()
        self.assertEqual(read_file(self.path), opened.file)

    def test_a_file_its_journal_and_its_copies_of_version_3_open(self) -> None:
        """It knew nothing of things that serve several uses."""
        self.of_version(3)
        before = self.path.read_bytes()
        self.assertIn(b'"format_version": 3', before)
        opened = self.open()
        self.assertEqual(opened.file.entries["e00001"].memo, "unsaved")
        self.assertEqual(opened.file.carryovers["c00009"].kind, "section_179")
        self.assertEqual((opened.file.things, opened.file.entries["e00001"].only), ({}, ""))
        self.assertEqual(self.path.read_bytes(), before, "only saving changes what is on disk")
        states = [state.read() for state in earlier_states(self.path, Keys(), opened)]
        amounts = sorted(str(state.entries["e00001"].amount) for state in states)
        self.assertEqual(amounts, ["14760.00", "14800.00"])
        opened.save()
        self.assertEqual(read_file(self.path), opened.file)

    def test_a_file_its_journal_and_its_copies_of_version_4_open(self) -> None:
        """It knew nothing of exchanges; what was said to have been exchanged stays so."""
        self.opens_as_it_was(4)

    def test_a_file_its_journal_and_its_copies_of_version_5_open(self) -> None:
        """It knew nothing of sales of what a person held."""
        self.opens_as_it_was(5)

    def test_a_file_its_journal_and_its_copies_of_version_6_open(self) -> None:
        """It knew nothing of dependants and of what else changes the household's return."""
        self.opens_as_it_was(6)

    def opens_as_it_was(self, version: int) -> None:
        self.of_version(version)
        before = self.path.read_bytes()
        self.assertIn(b'"format_version": %d' % version, before)
        opened = self.open()
        self.assertEqual(opened.file.entries["e00001"].memo, "unsaved")
        asset = opened.file.assets["s00001"]
        self.assertEqual((asset.disposal, asset.given_in, str(asset.proceeds)), ("exchange", "", "160000.00"))
        self.assertEqual((opened.file.exchanges, opened.file.sales), ({}, {}))
        self.assertEqual((opened.file.dependants, opened.file.items), ({}, {}))
        self.assertEqual(self.path.read_bytes(), before, "only saving changes what is on disk")
        states = [state.read() for state in earlier_states(self.path, Keys(), opened)]
        amounts = sorted(str(state.entries["e00001"].amount) for state in states)
        self.assertEqual(amounts, ["14760.00", "14800.00"])
        opened.save()
        self.assertEqual(read_file(self.path), opened.file)

    def test_a_file_its_journal_and_its_copies_of_version_1_open(self) -> None:
        self.of_version(1)
        before = self.path.read_bytes()
        self.assertIn(b'"format_version": 1', before)
        opened = self.open()
        self.assertEqual(opened.file.entries["e00002"].memo, "unsaved")
        self.assertEqual(self.path.read_bytes(), before, "only saving changes what is on disk")
        states = [state.read() for state in earlier_states(self.path, Keys(), opened)]
        amounts = sorted(str(state.entries["e00001"].amount) for state in states)
        self.assertEqual(amounts, ["14760.00", "14800.00"])
        opened.save()
        self.assertIn(b'"format_version": 7', self.path.read_bytes())
        self.assertEqual(len(copies_of(self.path)), 2)
        self.assertEqual(read_file(self.path), opened.file)
