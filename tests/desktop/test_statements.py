"""Statements and the tray, by keyboard: taken in, sorted, split, set aside, and never counted twice."""

from __future__ import annotations

from decimal import Decimal
from pathlib import Path
from unittest import mock

from PySide6.QtTest import QTest

from half_yard.countries.telling import thread_rows
from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.statements.layouts_kept import LayoutsKept
from half_yard.desktop.statements.tray_model import EVERY, GOES_TO
from half_yard.records import Entry, remove
from half_yard.standins.marketplace import GOOD, LATE
from half_yard.statements import RowState
from tests.desktop.window_case import Key, Modifier, WindowCase

ENTER = Key.Key_Return
CSV = (
    "Account 0042\nDate,Description,Debit,Credit,Balance\n"
    "03/03/2025,Gull Hardware,40.00,,960.00\n03/04/2025,Rent of the Otters,,200.00,1160.00\n"
    "03/35/2025,Broken,1.00,,1159.00\n03/06/2025,Gull Hardware,10.00,,1150.00\n"
)
OFX = "<OFX><STMTRS><ACCTID>998812345678<BANKTRANLIST>" + "".join(
    f"<STMTTRN><DTPOSTED>{day}<TRNAMT>{amount}<FITID>{day}<NAME>{name}</STMTTRN>"
    for day, amount, name in (
        ("20250303", "-40.00", "GULL HDWE"), ("20250305", "200.00", "OTTERS"), ("20250306", "-10.00", "GULL"),
    )
) + "</BANKTRANLIST></STMTRS></OFX>"  # fmt: skip


class Tray(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.tray = self.window.books.tray
        self.find("sorting rules")
        self.tray.show_tray()
        self.settle()

    @property
    def entries(self) -> dict[str, Entry]:
        """The entries that came from a row of the statement taken in."""
        entries = self.window.workspace.file.entries
        return {key: entry for key, entry in entries.items() if entry.from_row.startswith("b00002")}

    def states(self) -> list[RowState]:
        return [row.state for row in self.tray.model.tray.rows["b00002"]]

    def csv(self, text: str = CSV, name: str = "march.csv") -> Path:
        path = self.folder / name
        path.write_text(text, encoding="utf-8")
        return path

    def wait_for_statements(self, count: int) -> None:
        self.wait_for(lambda: len(self.window.workspace.file.statements) == count)

    def test_rows_of_a_file_that_was_let_go_can_still_be_read(self) -> None:
        """They are shown once more, for their widths, before those of the other file are worked out."""
        model = self.tray.model
        model.show(EVERY, "", open_only=False)
        sorted_rows = [row for row in model.rows if row.entries]
        self.assertTrue(sorted_rows)
        workspace = self.window.workspace
        with mock.patch.object(type(workspace), "file", workspace.file.model_copy(update={"entries": {}})):
            for number in range(model.rowCount()):
                self.assertIsNotNone(model.index(number, GOES_TO).data())

    def take_march(self) -> None:
        self.tray.take_file(self.csv())
        self.settle()
        self.type("0042", ENTER)
        self.wait_for_statements(2)

    def test_a_guess_is_shown_corrected_and_remembered(self) -> None:
        self.tray.take_file(self.csv())
        view = self.tray.layout_view
        self.assertEqual((view.layout_now.heading, view.layout_now.columns["paid_out"]), (2, 2))
        self.assertEqual(view.read.rowCount(), 3)
        view.dates.setCurrentIndex(1)
        view.dates.activated.emit(1)
        self.assertEqual(view.read.item(0, 2).text(), "Mar 3")  # type: ignore[union-attr]
        view.dates.setCurrentIndex(0)
        view.dates.activated.emit(0)
        view.account.setText("0042")
        view.taken.emit()
        self.wait_for_statements(2)
        self.assertEqual(next(iter(LayoutsKept()._kept.values())), view.layout_now)
        self.tray.take_file(self.csv(CSV.replace("03/03", "04/03"), "april.csv"))
        self.assertEqual(view.account.text(), "0042", "the next file of this bank is known")
        self.assertEqual(view.account.selectedText(), "0042", "and typing writes over it")
        view.left.emit()
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.tray.take_file(self.csv(CSV.replace("03/03", "04/03"), "april.csv"))
        self.assertEqual(view.account.text(), "", "undo takes back what was remembered with it")

    def test_one_account_under_two_names_is_asked_once_and_kept(self) -> None:
        self.take_march()
        profit = self.amount("form_1040/total_income")
        ofx = self.folder / "march.ofx"
        ofx.write_text(OFX, encoding="utf-8")
        self.tray.take_file(ofx)
        self.wait_for(self.tray.question.isVisible)
        self.assertIn("0042, which has 3 of its 3 rows", self.tray.question.words.text())
        self.assertFalse(self.tray.split.isVisible(), "the rows need the room")
        self.press(Key.Key_Space)
        self.assertEqual(len(self.window.workspace.file.statements), 2, "every row was here")
        self.assertFalse(self.tray.question.isVisible())
        self.tray.take_file(ofx)
        self.wait_for(lambda: "already" in self.window.message.words.text())
        self.assertFalse(self.tray.question.isVisible(), "asked once")
        self.assertEqual(self.amount("form_1040/total_income"), profit)

    def test_two_accounts_that_look_alike_are_found_and_settled_in_place(self) -> None:
        self.take_march()
        ofx = self.folder / "march.ofx"
        ofx.write_text(OFX, encoding="utf-8")
        self.tray.take_file(ofx)
        self.wait_for(self.tray.question.isVisible)
        self.tray.question.other.click()
        self.assertEqual(len(self.window.workspace.file.statements), 3)
        answer = next(iter(self.window.workspace.file.account_answers))
        self.window.workspace.do(remove("forgotten", f"/account_answers/{answer}"))
        (found,) = [x for x in self.window.workspace.computation.findings if "looks like" in x.message]
        self.assertFalse([name for name in self.tray.model._all_proposals if name.startswith("b00003")])
        self.window.workspace.go_to(found.path)
        self.assertTrue(self.tray.question.isVisible())
        self.tray.question.same.click()
        rows = self.window.workspace.file.statements["b00003"].rows.values()
        self.assertTrue(all(row.is_double for row in rows))

    def test_a_column_can_be_said_to_be_another(self) -> None:
        self.tray.take_file(self.csv("a,b,c\n3/1/2025,x,5.00\n3/2/2025,y,6.00\n"))
        view = self.tray.layout_view
        view._set_role(2, "")
        self.assertIn("amount", view._problem.text())
        view._set_role(2, "amount")
        self.assertEqual(view._problem.text(), "")

    def test_the_totals_and_the_broken_row_are_said(self) -> None:
        self.take_march()
        self.assertIn("Opening 1,000.00 + in 200.00 − out 50.00 = closing 1,150.00", self.tray.totals.text())
        self.assertIn("line 5: “03/35/2025”", self.tray._broken.text())

    def test_finding_rows_works_nothing_out_again(self) -> None:
        self.take_march()
        before, proposed = self.tray.model.tray, dict(self.tray.model.proposals)
        self.tray.words.setText("otters")
        self.assertEqual([row.row.payee for row in self.tray.model.rows], ["Rent of the Otters"])
        self.tray.words.clear()
        self.assertIs(self.tray.model.tray, before)
        self.assertEqual(dict(self.tray.model.proposals), proposed)

    def test_rows_are_sorted_by_keyboard_and_what_is_learned_is_proposed(self) -> None:
        self.take_march()
        self.tray.table.setFocus()
        self.press(ENTER)
        self.type("sail 22 sup", ENTER)
        self.assertEqual(self.states()[0], RowState.SORTED)
        entry = next(iter(self.entries.values()))
        self.assertEqual((entry.line, entry.amount, entry.payee), ("supplies", Decimal(40), "Gull Hardware"))
        self.press(Key.Key_Down)
        self.press(ENTER)
        self.press(ENTER)
        self.assertEqual(self.states()[2], RowState.SORTED, "a second Enter takes the proposal")
        self.assertEqual(len(self.entries), 2)
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.states()[2], RowState.WAITING)

    def test_a_share_a_reason_and_a_mistake(self) -> None:
        self.take_march()
        self.tray.table.setFocus()
        self.press(ENTER)
        self.type("sail util 60%", ENTER)
        self.assertEqual(next(iter(self.entries.values())).share, 60)
        self.press(ENTER)
        self.type("Aside: paid back by a friend", ENTER)
        row = self.window.workspace.file.statements["b00002"].rows["r00002"]
        self.assertEqual(row.set_aside, "paid back by a friend")
        self.press(ENTER)
        self.type("no such line", ENTER)
        self.assertIn("none of the choices", self.tray._refusal.text())
        self.assertEqual(self.states()[2], RowState.WAITING)
        self.press(ENTER)
        self.type("200%", ENTER)
        self.assertEqual(self.states()[2], RowState.WAITING, "nothing half typed is taken")

    def test_several_rows_go_to_one_line_and_come_back(self) -> None:
        self.take_march()
        self.tray.table.selectAll()
        self.press(ENTER)
        self.type("aside: personal", ENTER)
        self.assertEqual(set(self.states()), {RowState.ASIDE})
        self.tray.open_only.click()
        self.tray.table.selectAll()
        self.tray.table.setFocus()
        self.press(Key.Key_Delete)
        self.assertEqual(set(self.states()), {RowState.WAITING})

    def test_a_row_is_split_over_lines(self) -> None:
        self.take_march()
        parts = self.tray.split.table
        for line, amount in (("sail 22 sup", "25"), ("piano 22 sup", "10+5")):
            parts.start_new()
            self.press(ENTER)
            self.type(line, ENTER)
            self.type(amount, ENTER)
        self.assertEqual(self.states()[0], RowState.SORTED)
        self.assertEqual([str(entry.amount) for entry in self.entries.values()], ["25.00", "15.00"])
        self.assertEqual({entry.activity for entry in self.entries.values()}, {"a00001", "a00002"})

    def test_a_part_goes_aside_and_enter_on_the_row_keeps_the_parts(self) -> None:
        self.take_march()
        parts = self.tray.split.table
        parts.start_new()
        self.press(ENTER)
        self.type("sail 22 sup", ENTER)
        self.type("25", ENTER)
        self.assertEqual(self.states()[0], RowState.PART)
        self.assertIn("15.00 left", self.tray.split.explanation.text())
        self.tray.table.setFocus()
        self.press(ENTER)
        self.press(ENTER)
        self.assertEqual(self.states()[0], RowState.PART, "nothing typed takes nothing back")
        self.tray.table.setCurrentIndex(self.tray.model.index(0, 5))
        self.press(ENTER)
        self.type("aside: personal", ENTER)
        self.assertEqual(self.states()[0], RowState.SORTED)
        row = self.window.workspace.file.statements["b00002"].rows["r00001"]
        (aside,) = row.parts_aside.values()
        self.assertEqual((aside.amount, aside.reason, len(self.entries)), (Decimal(-15), "personal", 1))
        self.tray.open_only.click()
        self.tray.table.setCurrentIndex(self.tray.model.index(0, 5))
        self.assertTrue(self.tray.split.isVisible())
        parts.setCurrentIndex(self.tray.split.model.index(1, 1))
        parts.setFocus()
        self.press(ENTER)
        self.type("400", ENTER)
        self.assertIn("15.00 is left", self.tray._refusal.text())

    def test_the_same_file_again_adds_nothing(self) -> None:
        self.take_march()
        self.tray.take_file(self.csv())
        self.tray.layout_view.taken.emit()
        self.wait_for(lambda: "already" in self.window.message.words.text())
        self.assertEqual(len(self.window.workspace.file.statements), 2)

    def test_proposals_are_taken_together_and_change_no_number_for_what_is_known(self) -> None:
        self.tray.choose("b00001")
        before = self.amount("form_1040/total_income")
        known = [row for row in self.tray.model.proposals.values() if row.target.entry]
        self.assertEqual(known, [], "the demo's rows that are in the books are linked already")
        self.tray.take_all.click()
        sorted_rows = [row for row in self.tray.model.tray.rows["b00001"] if row.state is RowState.SORTED]
        self.assertGreater(len(sorted_rows), 6)
        self.assertNotEqual(self.amount("form_1040/total_income"), before)
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.amount("form_1040/total_income"), before)

    def test_rules_are_typed_and_suggested_ones_kept(self) -> None:
        self.take_march()
        self.tray.rules_button.click()
        table = self.tray.rules.rules.table
        table.start_new()
        self.press(ENTER)
        self.type("otters", ENTER)
        self.type("spar rents", ENTER)
        self.press(Key.Key_Escape)
        rule = self.window.workspace.file.sorting_rules["u00002"]
        self.assertEqual((rule.words, rule.activity, rule.line), ("otters", "a00003", "rents"))
        table.start_new()
        self.press(ENTER)
        self.type("gull", ENTER)
        self.type("aside: personal", ENTER)
        self.press(Key.Key_Escape)
        self.assertEqual(self.window.workspace.file.sorting_rules["u00003"].set_aside, "personal")
        self.tray.show_tray()
        self.tray.take_all.click()
        self.assertEqual(self.states(), [RowState.ASIDE, RowState.SORTED, RowState.ASIDE])

    def test_what_went_to_one_line_twice_is_suggested_as_a_rule(self) -> None:
        self.take_march()
        self.tray.words.setText("gull")
        self.tray.table.selectAll()
        self.tray.table.setFocus()
        self.press(ENTER)
        self.type("sail 22 sup", ENTER)
        self.tray.rules_button.click()
        self.tray.rules.keep.click()
        rules = self.window.workspace.file.sorting_rules.values()
        self.assertIn(("Gull Hardware", "supplies"), [(rule.words, rule.line) for rule in rules])

    def test_the_marketplace_fails_in_words_and_answers_in_rows(self) -> None:
        self.tray.open_marketplace()
        market = self.tray.marketplace
        self.type(LATE, ENTER)
        self.assertIn("in time", market._said.text())
        self.assertEqual(len(self.window.workspace.file.statements), 1)
        market.token.clear()
        self.type(GOOD, ENTER)
        self.assertEqual(len(self.window.workspace.file.statements), 13)
        self.assertTrue(market.isHidden())
        self.tray.choose("b00002")
        why = {item.why for item in self.tray.model.proposals.values()}
        self.assertEqual(why, {"gross of a marketplace", "tips of a marketplace", "fees of a marketplace"})
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(len(self.window.workspace.file.statements), 1, "a year of months is one edit")

    def test_a_long_import_shows_progress_and_can_be_called_off(self) -> None:
        rows = "".join(f"3/{1 + n % 28}/2025,Payee {n},{n}.00\n" for n in range(20000))
        path = self.csv(f"Date,Payee,Amount\n{rows}", "long.csv")
        self.tray.take_file(path)
        self.tray.layout_view.taken.emit()
        self.settle()
        self.assertTrue(self.tray.progress.isVisible())
        self.tray.progress.stop.click()
        self.assertTrue(self.tray.progress.isHidden())
        QTest.qWait(50)
        self.assertEqual(len(self.window.workspace.file.statements), 1)

    def test_what_is_no_statement_is_refused_and_nothing_is_lost(self) -> None:
        path = self.folder / "picture.csv"
        path.write_bytes(b"\x89PNG\0\0\0")
        self.tray.take_file(path)
        self.assertIn("no text file", self.window.message.words.text())
        self.tray.take_file(self.folder / "nowhere.csv")
        self.assertIn("can't be read", self.window.message.words.text())

    def test_a_statement_goes_with_its_entries_and_undo_brings_both_back(self) -> None:
        self.take_march()
        self.tray.table.setFocus()
        self.press(ENTER)
        self.type("sail 22 sup", ENTER)
        self.tray.remove_statement()
        self.assertEqual((len(self.window.workspace.file.statements), self.entries), (1, {}))
        self.window.workspace.undo()
        self.assertEqual((len(self.window.workspace.file.statements), len(self.entries)), (2, 1))

    def test_an_entry_leads_back_to_its_row(self) -> None:
        computation = self.window.workspace.computation
        texts = [row.text for row in thread_rows(computation, "/entries/e00003")]
        self.assertIn("Penbay Bank, February", texts)
        of_row = list(thread_rows(computation, "/statements/b00001/rows/r00006"))
        self.assertIn(("In the books as", ""), [(row.text, row.amount) for row in of_row])
        self.assertEqual(of_row[-1].subject, "/entries/e00003")
        self.window.workspace.go_to("/statements/b00001/rows/r00006")
        self.settle()
        self.assertEqual(self.tray.table.current_name, "b00001/r00006")

    def test_a_part_is_made_another_and_brought_back(self) -> None:
        self.take_march()
        parts, model = self.tray.split.table, self.tray.split.model
        parts.start_new()
        self.press(ENTER)
        self.type("aside: personal", ENTER)
        self.type("25", ENTER)
        parts.setCurrentIndex(model.index(0, 0))
        self.press(ENTER)
        self.type("sail 22 sup", ENTER)
        (entry,) = self.entries.values()
        self.assertEqual((entry.line, entry.amount), ("supplies", Decimal(25)))
        parts.setCurrentIndex(model.index(0, 1))
        self.press(ENTER)
        self.type("30", ENTER)
        self.assertIn("10.00 left", self.tray.split.explanation.text())
        parts.setCurrentIndex(model.index(0, 0))
        parts.setFocus()
        self.press(Key.Key_Delete)
        self.assertEqual((self.entries, self.states()[0]), ({}, RowState.WAITING))
