"""Shared use by keyboard: things, their uses, costs, log, calendar, and methods side by side."""

from __future__ import annotations

import datetime
from decimal import Decimal

from PySide6.QtTest import QTest
from PySide6.QtWidgets import QPushButton

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.at_rest import REST
from half_yard.desktop.shared.which_part import Part
from half_yard.desktop.stages import Stage
from half_yard.records import Activity, Asset, ClientFile, add
from half_yard.storage import OpenFile
from tests.desktop.window_case import Key, Modifier, WindowCase
from tests.files import client


class NewOffice(WindowCase):
    """A renter with one business makes a home office."""

    def setUp(self) -> None:
        super().setUp()
        self.keys = 0
        path = self.folder / "Reed 2025.halfyard"
        OpenFile.create(path, self.renter()).close()
        self.window.open_path(path)

    def renter(self) -> ClientFile:
        shop = Activity(kind="business", name="Press", owners={"owner": Decimal(100)})
        return client(activities={"a00001": shop})

    def press(self, key: Key, modifier: Modifier = Modifier.NoModifier, times: int = 1) -> None:
        self.keys += times
        super().press(key, modifier, times)

    def test_it_takes_under_thirty_keystrokes_beyond_the_numbers(self) -> None:
        self.press(Key.Key_F3)
        self.type("new home", Key.Key_Return)
        self.keys += len("new home")
        self.assertEqual(self.window.stage, Stage.SHARED)
        self.assertEqual(self.focused().accessibleName(), "Name")
        self.press(Key.Key_Tab, times=2)
        self.assertEqual(self.focused().accessibleName(), "All of it, square feet")
        self.type("1100")
        page = self.window.shared
        self.press(Key.Key_U, Modifier.AltModifier)
        self.press(Key.Key_Return)
        self.type("p", Key.Key_Return)
        self.keys += 1
        self.type("132", Key.Key_Return)
        self.press(Key.Key_C, Modifier.AltModifier)
        self.press(Key.Key_Return, times=3)
        self.type("rent", Key.Key_Return)
        self.keys += 4
        self.type("12*1450", Key.Key_Return)
        self.assertLess(self.keys, 30)
        file = self.window.workspace.file
        thing, use = file.things["h00001"], file.uses["k00001"]
        self.assertEqual((thing.kind, thing.whole), ("home", 1100))
        self.assertEqual((use.activity, use.amount), ("a00001", 132))
        self.assertEqual([entry.amount for entry in file.entries.values()], [17400])
        self.assertEqual(self.amount("form_8829.h00001.a00001.owner/rent"), 2088)
        self.assertEqual(page.methods.isVisible(), True)


class Demo(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.window.show_stage(Stage.SHARED)
        self.page = self.window.shared

    def test_the_other_method_is_one_key_and_its_result_was_foretold(self) -> None:
        workspace = self.window.workspace
        choose = self.page.methods.buttons[0]
        self.wait_for(lambda: "…" not in choose.accessibleName())
        foretold = choose.accessibleName()
        self.assertIn("Simplified method, 710 deducted", foretold)
        self.press(Key.Key_M, Modifier.AltModifier)
        self.assertEqual(workspace.file.things["h00001"].choices, {"method.a00001": "simplified"})
        self.assertIn(f"refund {self.amount('form_1040/overpaid'):,}", foretold)
        self.assertEqual(self.amount("schedule_c.a00001.owner/home_office"), 710)
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(workspace.file.things["h00001"].choices, {})

    def test_what_is_done_with_a_thing_is_done_where_it_is_seen(self) -> None:
        self.page.choose("h00003")
        self.window.show_stage(Stage.BOOKS)
        self.press(Key.Key_L, Modifier.AltModifier)
        self.assertIs(self.window.stage, Stage.SHARED)
        self.assertIs(self.focused(), self.page.tables[Part.LOG].table)

    def test_a_page_not_seen_yet_knows_its_first_thing_and_its_parts(self) -> None:
        self.window.open_path(self.folder / "Lindqvist, Greta 2025.halfyard")
        self.assertNotIn("h00001", self.window.workspace.file.things)
        self.window.open_path(self.folder / MAIN_FILE)
        enabled = {action.name: action.enabled() for action in self.window.actions_here}
        self.assertEqual(self.window.workspace.file.things["h00001"].kind, "home")
        self.assertFalse(enabled["Log of the shared thing"])
        self.assertTrue(enabled["Costs of the shared thing"])
        self.press(Key.Key_L, Modifier.AltModifier)
        self.assertIs(self.window.stage, Stage.BOOKS)

    def test_methods_are_not_worked_out_for_a_file_that_was_left(self) -> None:
        self.page.choose("h00003")
        self.page.refresh()
        self.window.show_stage(Stage.CLIENTS)
        self.window.open_path(self.folder / "Lindqvist, Greta 2025.halfyard")
        QTest.qWait(3 * REST)  # an error in a slot fails the test
        self.assertNotIn("h00003", self.window.workspace.file.things)

    def test_a_trip_changes_what_the_car_deducts(self) -> None:
        self.page.choose("h00003")
        self.assertEqual(self.page.shown, Part.LOG)
        before = self.amount("vehicle.h00003/rate")
        self.settle()
        self.page.focus()
        self.press(Key.Key_Return)
        self.type("12/20", Key.Key_Return)
        self.type("Rockport", Key.Key_Return)
        self.type("Union", Key.Key_Return)
        self.type("Tuning", Key.Key_Return)
        self.type("100", Key.Key_Return)
        self.type("piano", Key.Key_Return)
        self.assertEqual(self.amount("vehicle.h00003/rate"), before + 70)

    def test_a_log_from_a_list_is_shown_first_and_then_taken_in(self) -> None:
        path = self.folder / "log.csv"
        path.write_text(
            "When,To,Miles,Why,Category\n1/5,Belfast,38,Tunings,piano\n1/9,School,24,,commuting\n"
        )
        self.page.choose("h00003")
        self.assertIs(self.page.list_wanted, Part.LOG)
        view = self.page.list_view(Part.LOG)
        self.assertTrue(view.show_file("h00003", path))
        self.page.show_list(Part.LOG, view)
        self.settle()
        self.assertEqual([row.record is None for row in view.rows], [False, False])
        view.raw.role_chosen.emit(0, "date")
        self.assertEqual(view.table.item(0, 1).text(), "Jan 5")  # type: ignore[union-attr]
        before = len(self.window.workspace.file.trips)
        view.take.setFocus()
        self.press(Key.Key_Space)
        self.assertEqual(len(self.window.workspace.file.trips), before + 2)
        self.assertTrue(self.page.tables[Part.LOG].isVisible())

    def test_overlapping_stays_are_said_at_their_place(self) -> None:
        self.page.choose("h00004")
        self.settle()
        self.page.focus()
        self.press(Key.Key_Return)
        self.type("6/25", Key.Key_Return)
        self.type("6/26", Key.Key_Return)
        self.type("own", Key.Key_Return)
        found = [each for each in self.window.workspace.computation.findings if "stand twice" in each.message]
        self.assertEqual(len(found), 1)
        self.window.workspace.go_to(found[0].path)
        self.settle()
        self.assertEqual(self.window.stage, Stage.SHARED)

    def test_a_cost_goes_to_a_thing_by_its_name(self) -> None:
        self.window.show_stage(Stage.BOOKS)
        entries = self.window.books.activity.entries_view
        self.window.workspace.go_to("/entries/e00039")
        self.settle()
        tires = self.window.workspace.file.entries["e00039"]
        self.assertEqual(tires.payee, "Rockland Tire")
        entries.block.table.selectRow(entries.block.table.currentIndex().row())
        entries.move_to.setFocus()
        self.type("loft van tires", Key.Key_Return)
        moved = self.window.workspace.file.entries["e00039"]
        self.assertEqual((moved.activity, moved.line), ("h00002", "repairs"))
        self.window.workspace.go_to("/entries/e00039")
        self.settle()
        self.assertEqual((self.window.stage, self.page.shown), (Stage.SHARED, Part.COSTS))

    def test_what_arrived_stands_on_its_line_and_says_whence(self) -> None:
        self.window.show_stage(Stage.BOOKS)
        self.window.books.show_line("a00001", "utilities")
        self.settle()
        words = self.window.books.activity.entries_view.block.explanation.text()
        self.assertIn("646.90 from Two mobiles", words)

    def test_a_home_office_typed_as_an_asset_is_moved_at_once(self) -> None:
        office = Asset(
            activity="a00002", name="Studio at home", asset_class="nonresidential_building", share=Decimal(9),
            cost=Decimal(180000), in_service=datetime.date(2021, 5, 1),
        )  # fmt: skip
        workspace = self.window.workspace
        workspace.try_to(add("Studio", "/assets/s00099", office))
        self.window.show_stage(Stage.RETURN)
        findings = self.window.returns.findings
        at = next(n for n in range(findings.count()) if "mends it at once" in findings.item(n).text())
        findings.setFocus()
        findings.setCurrentRow(at)
        self.press(Key.Key_Return, Modifier.ControlModifier)
        home = workspace.file.assets["s00099"].activity
        self.assertEqual(workspace.file.things[home].kind, "home")
        self.assertGreater(self.amount(f"form_8829.{home}.a00002.spouse/depreciation"), 0)
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(workspace.file.assets["s00099"].activity, "a00002")

    def test_a_thing_is_taken_out_and_comes_back(self) -> None:
        file = self.window.workspace.file
        self.page.choose("h00003")
        leave = next(each for each in self.page.findChildren(QPushButton) if each.text() == "Take it out")
        leave.setFocus()
        self.press(Key.Key_Space)
        now = self.window.workspace.file
        self.assertNotIn("h00003", now.things)
        self.assertFalse(any(trip.thing == "h00003" for trip in now.trips.values()))
        self.assertIn(
            "no activity and no shared thing", " ".join(self.window.workspace.computation.stops.values())
        )
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.window.workspace.file, file)
