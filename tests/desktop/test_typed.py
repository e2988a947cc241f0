"""What is typed is read as it is meant: names, parts of a property, days of payments, birthdays."""

from __future__ import annotations

from decimal import Decimal

from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QLineEdit

from half_yard.countries import compute
from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.assets.purchase_view import PurchaseView
from half_yard.desktop.choice_box import PAUSE
from half_yard.desktop.stages import Stage
from half_yard.records import Entry, change
from half_yard.review import Level
from tests.desktop.window_case import Key, Modifier, WindowCase
from tests.files import BUSINESS, business, client

ENTER = Key.Key_Return


class TypedCase(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.workspace = self.window.workspace


class Typed(TypedCase):
    def test_a_forms_name_in_the_books_is_one_that_is_there(self) -> None:
        self.workspace.go_to("/forms/f00001")
        table = self.window.books.forms.forms.table
        model = table.records
        column = next(number for number, each in enumerate(model.columns) if each.title == "In the books as")
        income = self.amount("form_1040/total_income")
        table.setCurrentIndex(model.index(0, column))
        self.press(ENTER)
        self.type("nobody known", ENTER)
        self.assertIn("Nobody in these books is called “nobody known”", model.problem())
        self.assertEqual(self.workspace.file.forms["f00001"].payee_in_books, "")
        self.press(Key.Key_A, Modifier.ControlModifier)  # the cell stayed open
        self.type("schooner", ENTER)
        self.assertEqual(self.workspace.file.forms["f00001"].payee_in_books, "Schooner Meriwether")
        self.assertNotEqual(self.amount("form_1040/total_income"), income + 11_116, "nothing counts twice")

    def test_a_percentage_of_land_leaves_the_rest_to_the_building(self) -> None:
        self.window.books.choose("a00003")
        self.window.assets.start_purchase()
        view = self.window.assets.view(PurchaseView)
        self.assertEqual(view.activity.currentData(), "a00003", "the activity that was on screen")
        for name, text in (("day", "6/1"), ("price", "200000"), ("land", "15%")):
            view.lines[name].setText(text)
        view.preview()
        self.assertIn("170,000.00", view.result.text())
        self.assertTrue(view.add.isEnabled())
        view.lines["land"].setText("30000")
        view.preview()
        self.assertFalse(view.add.isEnabled(), "an amount alone says nothing of the building")
        self.assertIn("the percentage of one", view.result.text())

    def test_what_is_new_begins_with_the_activity_on_screen(self) -> None:
        self.window.books.choose("a00002")
        self.window.books.choose("forms")
        self.assertEqual(self.window.books.forms.forms.table.records.source.start()["activity"], "a00002")
        self.window.show_stage(Stage.ASSETS)
        self.assertEqual(self.window.assets.model.source.start()["activity"], "a00002")

    def test_a_day_of_january_is_the_last_instalments(self) -> None:
        self.window.books.choose("household")
        table = self.window.books.household.tables["estimated_payments"].table
        before = set(self.workspace.file.estimated_payments)
        table.start_new()
        self.press(ENTER)
        self.type("1/15", ENTER)
        self.type("(45)", ENTER)
        (new,) = set(self.workspace.file.estimated_payments) - before
        payment = self.workspace.file.estimated_payments[new]
        self.assertEqual((str(payment.date), payment.amount), ("2026-01-15", Decimal(-45)))

    def test_a_birthday_needs_its_year(self) -> None:
        self.window.show_stage(Stage.CLIENTS)
        form = self.window.clients.particulars.owner
        form.focus_on("/people/owner/birth_date")
        editor = self.focused()
        assert isinstance(editor, QLineEdit)
        editor.selectAll()
        self.type("3/14", ENTER)
        self.assertIn("has no year", form._problems["/people/owner/birth_date"].text())
        self.assertEqual(str(self.workspace.file.people["owner"].birth_date), "1979-04-23")


class Complete(WindowCase):
    def test_car_costs_without_a_share_are_not_complete(self) -> None:
        cost = Entry(activity=BUSINESS, line="car_and_truck", payee="Fuel", amount=Decimal(900))
        file = client(activities={BUSINESS: business()}, entries={"e00001": cost})
        said = [x for x in compute(file).findings if "car costs count in full" in x.message]
        self.assertEqual([x.level for x in said], [Level.INCOMPLETE])
        only_here = {"vehicles_only_here": True}
        shared = cost.model_copy(update={"share": Decimal(80)})
        for mended in (
            file.model_copy(update={"entries": {"e00001": shared}}),
            file.model_copy(update={"activities": {BUSINESS: business(answers=only_here)}}),
        ):
            self.assertFalse([x for x in compute(mended).findings if "car costs" in x.message])

    def test_the_window_says_what_it_really_knows(self) -> None:
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.window.show_stage(Stage.RETURN)
        self.assertEqual(self.window.returns._standing.text(), "Not complete: the result is not final.")
        workspace = self.window.workspace
        for key in workspace.file.statements["b00001"].rows:
            placed = {entry.from_row for entry in workspace.file.entries.values()}
            row = workspace.file.statements["b00001"].rows[key]
            if not row.set_aside and f"b00001/{key}" not in placed:
                workspace.do(change("Aside", f"/statements/b00001/rows/{key}/set_aside", "personal"))
        self.assertIn("nothing waits to be sorted", self.window.returns._standing.text())


class Words(TypedCase):
    def test_a_share_is_typed_as_arithmetic_and_behind_any_line(self) -> None:
        view = self.window.books.activity
        view.show_all()
        view.entries.table.show_record("e00001", 3)
        self.press(ENTER)
        self.press(Key.Key_A, Modifier.ControlModifier)
        self.type("utilities 70%", ENTER)
        entry = self.workspace.file.entries["e00001"]
        self.assertEqual((entry.line, str(entry.share)), ("utilities", "70"))
        self.press(Key.Key_Escape)
        self.workspace.go_to("/entries/e00001/share")
        self.press(Key.Key_A, Modifier.ControlModifier)
        self.type("11240/15900", Key.Key_Tab)
        self.assertEqual(str(self.workspace.file.entries["e00001"].share), "70.6918")

    def test_a_choice_is_found_by_any_of_its_words(self) -> None:
        self.workspace.go_to("/activities/a00003/property_type")
        self.type("vaca")
        self.assertEqual(self.workspace.file.activities["a00003"].property_type[:1], "3")
        self.press(Key.Key_Home)
        QTest.qWait(PAUSE + 50)
        self.type("single")
        self.assertEqual(self.workspace.file.activities["a00003"].property_type[:1], "1")

    def test_state_and_zip_are_checked_at_their_place(self) -> None:
        for part, wrong, right in (("region", "Maine", "ME"), ("postal_code", "485", "04856")):
            for typed, said in ((wrong, True), (right, False)):
                self.workspace.go_to(f"/household/address/{part}")
                self.press(Key.Key_A, Modifier.ControlModifier)
                self.type(typed, Key.Key_Tab)
                words = [label.text() for label in self.window.findChildren(QLabel) if label.isVisible()]
                self.assertEqual(any(f"“{typed}” is no " in text for text in words), said, typed)

    def test_forms_says_where_a_w2_goes(self) -> None:
        self.window.books.choose("forms")
        table = self.window.books.forms.forms.table
        table.start_new()
        self.press(ENTER)
        self.type("w-2", ENTER)
        self.assertIn("in the household", table.records.problem())

    def test_a_message_goes_with_its_cause_and_its_page(self) -> None:
        message = self.window.message.words
        self.window.books.activity.entries_view.move_selected()
        self.settle()
        self.assertTrue(message.isVisible())
        self.window.show_stage(Stage.RETURN)
        self.assertFalse(message.isVisible())
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.workspace.do(change("Note", "/entries/e00001/note", "one"))
        self.workspace.undo()
        self.settle()
        self.assertTrue(message.isVisible())
        self.workspace.do(change("Note", "/entries/e00001/note", "two"))
        self.assertFalse(message.isVisible())

    def test_undoing_everything_ends_at_saved(self) -> None:
        opened = self.workspace.open_file
        for words in ("one", "two", "three"):
            self.workspace.do(change("Note", "/entries/e00001/note", words))
        self.assertEqual(opened.unsaved, 3)
        for _ in range(3):
            self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(opened.unsaved, 0)
        self.assertIn("saved", self.window.tape._state.text())
        self.workspace.release()
        self.assertEqual(list(self.folder.glob("*journal*")), [])
