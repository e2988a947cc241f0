"""The whole story by keyboard: a client from nothing to a complete small return, saved and reopened."""

from PySide6.QtWidgets import QLineEdit

from half_yard.desktop.assets.which_part import Part
from half_yard.desktop.stages import Stage
from half_yard.storage import read_file
from tests.desktop.window_case import Key, Modifier, WindowCase

TAB, ENTER, DOWN = Key.Key_Tab, Key.Key_Return, Key.Key_Down


class FromNothing(WindowCase):
    def test_a_complete_return_by_keyboard(self) -> None:
        self.make_client()
        self.fill_in_particulars()
        self.make_business()
        self.enter_receipts_and_costs()
        self.enter_an_asset()
        self.read_the_return()
        self.save_and_open_again()

    def make_client(self) -> None:
        self.press(Key.Key_N, Modifier.ControlModifier)
        self.type("Wilma", TAB)
        self.type("Ashdown", ENTER)
        self.assertTrue(self.window.workspace.is_open)
        self.path = self.folder / "Ashdown, Wilma 2025.halfyard"
        self.assertEqual(self.window.workspace.path, self.path)

    def fill_in_particulars(self) -> None:
        self.find("person wilma")
        self.press(TAB, times=2)
        self.type("5/6/1982", TAB)
        self.type("123-45-6789", TAB)
        self.window.clients.particulars.focus_on("/household/filing_status")
        self.press(DOWN)
        self.press(ENTER)
        file = self.window.workspace.file
        self.assertEqual(file.household.filing_status, "single")
        self.assertEqual(str(file.people["owner"].birth_date), "1982-05-06")

    def make_business(self) -> None:
        self.find("command new business")
        self.assertIs(self.window.stage, Stage.BOOKS)
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.type("Ashdown Signs", TAB)
        self.assertEqual(self.window.workspace.file.activities["a00001"].name, "Ashdown Signs")

    def enter_on(self, line: str, *cells: str) -> None:
        self.find("activity ashdown")
        self.window.books.activity.statement.show_line([line])
        self.press(ENTER, times=2)
        for cell in cells:
            self.type(cell, ENTER)

    def enter_receipts_and_costs(self) -> None:
        self.enter_on("gross_receipts", "3/14", "Harbor Inn", "Three signs", "12*3150+200")
        entry = self.window.workspace.file.entries["e00001"]
        self.assertEqual((str(entry.amount), entry.reckoning), ("38000.00", "12*3150+200"))
        self.assertEqual((entry.payee, str(entry.date)), ("Harbor Inn", "2025-03-14"))
        self.assertEqual(self.amount("form_1040/total_income"), 38000)
        self.assertIn("+38,000", self.window.carry.buttons["Businesses"].accessibleName())
        self.enter_on("supplies", "4/2", "Paint store", "", "1999.60")
        self.assertEqual(self.window.workspace.file.entries["e00002"].line, "supplies")

    def enter_an_asset(self) -> None:
        self.find("command new asset")
        self.assertIs(self.window.stage, Stage.ASSETS)
        self.press(ENTER)
        for cell in ("Vinyl cutter", "Ashdown", "7-year", "2/3/2025", "4000"):
            self.type(cell, ENTER)
        workspace = self.window.workspace
        self.assertEqual(workspace.file.assets["s00001"].asset_class, "seven_year")
        self.assertEqual(self.amount("form_4562.a00001/allowance"), 4000)
        self.window.assets.part(Part.ASSET).focus_on("/assets/s00001/answers")
        self.press(Key.Key_Space)
        self.assertTrue(workspace.computation.complete, workspace.computation.findings)

    def read_the_return(self) -> None:
        self.assertEqual(self.amount("schedule_c.a00001.owner/net_profit"), 38000 - 2000 - 572)
        self.press(Key.Key_PageDown, Modifier.ControlModifier)
        self.assertIs(self.window.stage, Stage.RETURN)
        self.assertTrue(self.window.carry.buttons["To pay"].isVisible())

    def save_and_open_again(self) -> None:
        self.press(Key.Key_S, Modifier.ControlModifier)
        self.assertEqual(self.window.workspace.open_file.unsaved, 0)
        saved = read_file(self.path)
        self.assertEqual(saved, self.window.workspace.file)
        self.window.close()
        again = self.new_window()
        again.clients.list.files.setCurrentCell(0, 0)
        again.clients.list.files.setFocus()
        self.press(ENTER)
        self.assertEqual(again.workspace.file, saved)

    def test_a_new_client_needs_a_name_and_a_year_with_rules(self) -> None:
        self.press(Key.Key_N, Modifier.ControlModifier)
        self.press(ENTER)
        self.assertFalse(self.window.workspace.is_open)
        self.assertIn("needs a name", self.window.clients._problem.text())
        self.type("Wilma", TAB)
        self.press(TAB)
        self.window.clients.year.selectAll()
        self.type("1999", ENTER)
        self.assertIn("no tax year with rules", self.window.clients._problem.text())
        self.assertEqual(self.window.clients.first.text(), "Wilma")
        self.assertEqual(list(self.folder.iterdir()), [])
