"""Single fields: every kind, what is refused, what undo brings back."""

from __future__ import annotations

import datetime
import unittest
from decimal import Decimal

from PySide6.QtWidgets import QCheckBox, QComboBox, QLineEdit

from half_yard.asked import Field, FieldKind, read_field, value_at
from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.fields import FieldForm
from half_yard.records import ClientFile
from half_yard.records.dates import Calendar
from tests.desktop.window_case import Key, Modifier, WindowCase
from tests.files import sole_proprietor

TAB = Key.Key_Tab


class Reading(unittest.TestCase):
    def read(self, kind: FieldKind, typed: str) -> object:
        return read_field(Field("/x", "X", kind), typed, Calendar(2025))

    def test_every_kind(self) -> None:
        self.assertEqual(self.read(FieldKind.TEXT, "  Ada "), "Ada")
        self.assertEqual(self.read(FieldKind.DATE, "5/6/1982"), "1982-05-06")
        self.assertIsNone(self.read(FieldKind.DATE, ""))
        self.assertEqual(self.read(FieldKind.DAYS, "365"), 365)
        self.assertIsNone(self.read(FieldKind.DAYS, ""))
        self.assertEqual(self.read(FieldKind.PERCENT, "33.3333%"), "33.3333")
        self.assertEqual(self.read(FieldKind.PERCENT, ""), "0")
        self.assertEqual(self.read(FieldKind.AMOUNT, "2*3.5"), "7.00")
        self.assertIsNone(self.read(FieldKind.AMOUNT, " "))

    def test_what_is_refused_says_what_to_type(self) -> None:
        for kind, typed, words in (
            (FieldKind.DATE, "tomorrow", "Type month and day"),
            (FieldKind.DAYS, "400", "at most 366"),
            (FieldKind.DAYS, "-1", "whole number"),
            (FieldKind.PERCENT, "101", "0 to 100"),
            (FieldKind.PERCENT, "half", "Type percent"),
            (FieldKind.AMOUNT, "5 dollars", "not part of an amount"),
        ):
            with self.subTest(kind=kind, typed=typed), self.assertRaises(ValueError) as caught:
                self.read(kind, typed)
            self.assertIn(words, str(caught.exception))

    def test_values_are_found_by_path(self) -> None:
        file = sole_proprietor("12.50")
        self.assertEqual(value_at(file, "/entries/e00001/amount"), Decimal("12.50"))
        self.assertEqual(value_at(file, "/people/owner/birth_date"), datetime.date(1980, 6, 1))
        self.assertIsNone(value_at(file, "/activities/a00001/answers/at_risk"))
        self.assertIsNone(value_at(ClientFile.new("us", 2025), "/people/spouse/first_name"))


class Forms(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)
        self.form = self.window.books.activity.particulars.form

    def go(self, path: str) -> None:
        self.window.workspace.go_to(path)

    def retype(self, text: str) -> None:
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.type(text, TAB)

    def editor(self, form: FieldForm, path: str) -> object:
        return form._editors[path]

    def test_text_days_and_undo(self) -> None:
        activity = self.window.workspace.file.activities["a00003"]
        self.go("/activities/a00003/description")
        self.retype("Two flats")
        self.go("/activities/a00003/days_rented")
        self.retype("300")
        changed = self.window.workspace.file.activities["a00003"]
        self.assertEqual((changed.description, changed.days_rented), ("Two flats", 300))
        self.press(Key.Key_Z, Modifier.ControlModifier, times=2)
        self.assertEqual(self.window.workspace.file.activities["a00003"], activity)
        line = self.editor(self.form, "/activities/a00003/days_rented")
        assert isinstance(line, QLineEdit)
        self.assertEqual(line.text(), "365")

    def test_leaving_a_field_untouched_is_no_edit(self) -> None:
        self.go("/activities/a00003/name")
        self.press(TAB, times=8)
        self.assertEqual(self.window.workspace.open_file.unsaved, 0)

    def test_choices_and_answers(self) -> None:
        self.go("/activities/a00003/property_type")
        box = self.focused()
        assert isinstance(box, QComboBox)
        self.assertEqual(box.currentText(), "2 Multi-family residence")
        self.press(Key.Key_Up)
        self.press(Key.Key_Return)
        self.assertEqual(
            self.window.workspace.file.activities["a00003"].property_type, "1 Single family residence"
        )
        self.go("/activities/a00003/answers/active_participation")
        tick = self.focused()
        assert isinstance(tick, QCheckBox)
        self.assertTrue(tick.isChecked())
        self.press(Key.Key_Space)
        self.assertFalse(self.window.workspace.file.activities["a00003"].answers["active_participation"])
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertTrue(tick.isChecked())

    def test_a_refused_value_stays_until_it_is_mended(self) -> None:
        self.go("/activities/a00003/days_personal")
        self.retype("many")
        problem = self.form._problems["/activities/a00003/days_personal"]
        self.assertIn("no count of days", problem.text())
        self.go("/activities/a00003/name")
        self.retype("Spar Street")
        self.assertIn("no count of days", problem.text())
        self.go("/activities/a00003/days_personal")
        line = self.focused()
        assert isinstance(line, QLineEdit)
        self.assertEqual(line.text(), "many")
        self.retype("12")
        self.assertEqual(problem.text(), "")
        self.assertEqual(self.window.workspace.file.activities["a00003"].days_personal, 12)

    def test_a_spouse_is_added_and_removed(self) -> None:
        self.window.open_path(self.folder / "Lindqvist, Greta 2025.halfyard")
        page = self.window.clients.particulars
        self.go("/people/owner/first_name")
        page._spouse_button.click()
        self.retype("Otto")
        self.assertEqual(self.window.workspace.file.people["spouse"].first_name, "Otto")
        page._spouse_button.click()
        self.assertNotIn("spouse", self.window.workspace.file.people)
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.window.workspace.file.people["spouse"].first_name, "Otto")

    def test_the_filing_status_changes_the_return_at_once(self) -> None:
        self.go("/household/filing_status")
        before = self.amount("form_1040/standard_deduction")
        self.press(Key.Key_Down)
        self.press(Key.Key_Return)
        self.assertEqual(self.window.workspace.file.household.filing_status, "separate")
        self.assertEqual(self.amount("form_1040/standard_deduction"), before // 2)
        self.assertIn("not complete", self.window.carry.buttons["Total tax"].accessibleName())
