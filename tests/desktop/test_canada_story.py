"""Canada by keyboard: a couple, each with a return, from nothing; the map, and the strip with two returns."""

from __future__ import annotations

from decimal import Decimal
from unittest import mock

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QComboBox, QLineEdit

from half_yard.demo import client_files, write_office
from half_yard.desktop.assets.asset_view import AssetView
from half_yard.desktop.assets.which_part import Part
from half_yard.desktop.stages import Stage
from half_yard.figures import Place
from half_yard.storage import read_file
from tests.desktop.window_case import Key, Modifier, WindowCase

TAB, ENTER, DOWN = Key.Key_Tab, Key.Key_Return, Key.Key_Down
COUPLE = "Adeyemi, Margaux and Piers 2025.halfyard"


class FromNothing(WindowCase):
    def test_a_return_by_keyboard(self) -> None:
        self.press(Key.Key_N, Modifier.ControlModifier)
        self.type("Wilma", TAB)
        self.type("Ashdown", TAB)
        self.press(TAB)
        self.type("Ca")
        self.assertEqual(self.window.clients.country.currentData(), "ca")
        self.window.clients.first.setFocus()
        self.press(ENTER)
        path = self.folder / "Ashdown, Wilma 2025.halfyard"
        self.assertEqual(self.window.workspace.path, path)
        self.window.clients.particulars.focus_on("/household/choices/province")
        self.type("Ont", ENTER)
        self.window.clients.particulars.focus_on("/people/owner/birth_date")
        self.type("5/6/1982", TAB)
        file = self.window.workspace.file
        self.assertEqual(file.household.choices, {"province": "ON"})
        self.assertEqual(str(file.people["owner"].birth_date), "1982-06-05")
        self.find("command new business")
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.type("Ashdown Signs", TAB)
        self.find("activity ashdown")
        self.window.books.activity.statement.show_line(["sales"])
        self.press(ENTER, times=2)
        for cell in ("14/3", "Harbour Inn", "Three signs", "12*3150.50"):
            self.type(cell, ENTER)
        self.find("command new asset")
        self.press(ENTER)
        for cell in ("Vinyl cutter", "Ashdown", "class 8", "2/3/2025", "4000"):
            self.type(cell, ENTER)
        workspace = self.window.workspace
        self.assertEqual(str(workspace.file.assets["s00001"].in_service), "2025-03-02")
        self.window.assets.switch_to(Part.CLASSES)
        place = Place("t2125.a00001", "net_income")
        self.assertEqual(workspace.computation.line(place).figure.amount, Decimal("37806.00") - 800)
        self.press(Key.Key_PageDown, Modifier.ControlModifier)
        self.assertIs(self.window.stage, Stage.RETURN)
        self.assertIn("37,006.00", self.window.carry.buttons["Businesses"].accessibleName())
        self.press(Key.Key_S, Modifier.ControlModifier)
        self.assertEqual(read_file(path), workspace.file)


class Couple(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.assertTrue(self.window.open_path(self.folder / COUPLE))
        self.settle()

    def test_the_strip_shows_one_return_and_switches_to_the_other(self) -> None:
        strip = self.window.carry
        first = strip.buttons["Owing"].accessibleName()
        self.assertIn("Margaux", strip.switch.text())
        strip.switch.setFocus()
        self.press(Key.Key_Space)
        self.assertIn("Piers", strip.switch.text())
        self.assertNotEqual(strip.buttons["Owing"].accessibleName(), first)

    def test_the_map_is_walked_by_keys(self) -> None:
        window = self.window
        window.show_stage(Stage.RETURN)
        window.workspace.go_to(Place("t1.owner", "net_income"))
        made = window.returns.map
        made.focus()
        self.settle()
        self.press(Key.Key_Left)
        left = window.returns._sheet
        self.assertNotEqual(left, "t1.owner")
        self.press(Key.Key_Right)
        self.press(ENTER)
        self.assertTrue(window.returns.lines.hasFocus())
        self.assertEqual(window.returns.lines.rows_model.rows[1].place.sheet, window.returns._sheet)  # type: ignore[union-attr]

    def test_a_field_of_another_person_stays_within_reach(self) -> None:
        self.window.workspace.go_to("/people/spouse/birth_date")
        self.assertIs(self.window.stage, Stage.CLIENTS)
        self.assertTrue(self.focused().isVisible())
        self.assertNotEqual(self.focused().focusPolicy(), Qt.FocusPolicy.NoFocus)

    def test_a_place_at_home_is_made_and_claimed_by_keyboard(self) -> None:
        self.press(Key.Key_F3)
        self.type("new home", ENTER)
        self.assertIs(self.window.stage, Stage.SHARED)
        self.type("Room over the lane", TAB)
        self.press(TAB)
        self.assertEqual(self.focused().accessibleName(), "All of it, square feet")
        self.type("1200")
        self.press(Key.Key_U, Modifier.AltModifier)
        self.press(ENTER)
        self.type("bind", ENTER)
        self.type("150", ENTER)
        self.press(Key.Key_C, Modifier.AltModifier)
        self.press(ENTER, times=3)
        self.type("heat", ENTER)
        self.type("12*150", ENTER)
        workspace = self.window.workspace
        self.assertEqual(workspace.file.things["h00003"].kind, "home")
        claimed = workspace.computation.line(Place("part_7.a00001.owner", "allowed")).figure
        self.assertEqual(claimed.amount, 225)
        said = [each.message for each in workspace.computation.findings]
        self.assertTrue(any("why the place may be claimed" in each for each in said), said)
        use = next(key for key, each in workspace.file.uses.items() if each.thing == "h00003")
        workspace.go_to(f"/uses/{use}/choices/rests_on")
        self.settle()
        self.type("Prin", TAB)
        self.assertEqual(workspace.file.uses[use].choices, {"rests_on": "principal"})

    def test_what_else_there_is_is_found_by_plain_words(self) -> None:
        self.window.workspace.go_to("/items/i00001/amount")
        self.settle()
        self.window.books.household.tables["items"].table.start_new()
        self.press(ENTER)
        for cell in ("day care", "piers", "Sunny Side", "5200"):
            self.type(cell, ENTER)
        before = client_files()[COUPLE].items
        items = self.window.workspace.file.items
        made = next(item for key, item in items.items() if key not in before)
        self.assertEqual((made.kind, made.person, made.amount), ("child_care", "spouse", Decimal(5200)))

    def test_children_sales_tax_and_a_code_by_keyboard(self) -> None:
        workspace = self.window.workspace
        workspace.go_to("/items/i00001/amount")
        self.settle()
        self.window.books.household.tables["dependants"].table.start_new()
        self.press(ENTER)
        for cell in ("Tobi", "", "2/4/2018"):
            self.type(cell, ENTER)
        self.assertEqual(
            [str(each.birth_date) for each in workspace.file.dependants.values()], ["2018-04-02"]
        )
        workspace.go_to("/activities/a00001/choices/gst_recorded")
        self.settle()
        box = self.focused()
        assert isinstance(box, QComboBox)
        self.assertEqual(box.currentText(), "Recorded without the tax")
        self.type("quick")
        workspace.go_to("/activities/a00001/facts/gst_collected")
        self.settle()
        self.type("1300", TAB)
        self.assertEqual(workspace.file.activities["a00001"].facts["gst_collected"], 1300)
        workspace.go_to("/activities/a00001/code")
        self.settle()
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.type("bookkeeper")
        self.settle()
        self.press(DOWN)
        self.press(ENTER)
        self.assertEqual(workspace.file.activities["a00001"].code, "541215")

    def test_the_life_of_a_class_stands_beneath_its_asset(self) -> None:
        self.window.open_path(self.folder / "Laframboise, Odette 2025.halfyard")
        self.window.workspace.go_to("/assets/s00001")
        self.settle()
        view = self.window.assets.view(AssetView)
        self.assertIn("Class 1 of Selby Street", view.words.text())
        self.assertTrue(view.tape.isVisible())
        self.assertIn("Nothing this year", view.tape.accessibleName())

    def test_signed_refused_mended_and_sent(self) -> None:
        window, workspace = self.window, self.window.workspace
        for person in ("owner", "spouse"):
            workspace.go_to(f"/people/{person}/choices/t183_signed")
            self.settle()
            self.type("20/4/2026", TAB)
        self.assertEqual(workspace.file.people["spouse"].choices, {"t183_signed": "2026-04-20"})
        workspace.go_to("/people/owner/choices/t183_signed")
        self.settle()
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.press(Key.Key_Delete)
        self.press(TAB)
        self.assertEqual(workspace.file.people["owner"].choices, {})
        for state in ("refused", "accepted"):
            window.show_stage(Stage.HAND_OVER)
            window.hand_over.choose("filing")
            self.settle()
            with mock.patch("half_yard.standins.gateway.random", return_value=1.0):
                window.hand_over.filing.send.setFocus()
                self.press(Key.Key_Space)
                self.settle()
            self.assertEqual(sorted(workspace.file.filings.items())[-1][1].state, state)
            if state == "refused":
                reasons = next(iter(workspace.file.filings.values())).reasons
                self.assertEqual([each.path for each in reasons], ["/people/owner/choices/t183_signed"])
                workspace.go_to(reasons[0].path)
                self.settle()
                self.type("21/4/2026", TAB)
