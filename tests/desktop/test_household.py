"""Dependants and what else the household has, in the window by keyboard."""

from __future__ import annotations

from unittest import mock

from half_yard.demo import write_office
from half_yard.desktop.paying_ahead import write_days
from half_yard.desktop.stages import Stage
from tests.desktop.window_case import Key, WindowCase

ENTER = Key.Key_Return


class Household(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.open("Oduya, Femi")

    def open(self, name: str) -> None:
        self.window.open_path(self.folder / f"{name} 2025.halfyard")
        self.workspace = self.window.workspace
        self.window.show_stage(Stage.BOOKS)
        self.window.books.choose("household")
        self.settle()
        self.household = self.window.books.household

    def row(self, collection: str, *cells: str) -> None:
        """Type a new row, cell after cell."""
        if self.household.tables[collection].isHidden():
            self.household.openers[collection].click()
        else:
            self.household.tables[collection].table.start_new()
        self.settle()
        self.press(ENTER)
        for cell in cells:
            self.type(cell, ENTER)
        self.press(Key.Key_Escape)

    def test_what_a_client_does_not_have_takes_no_room(self) -> None:
        shown = [key for key, block in self.household.tables.items() if not block.isHidden()]
        self.assertEqual(shown, ["wages", "items"])
        opened = [key for key, opener in self.household.openers.items() if not opener.isHidden()]
        self.assertEqual(
            opened,
            ["dependants", "interest", "dividends", "sales", "estimated_payments", "expected", "carryovers"],
        )
        self.open("Castellan, Rosa and Anders Bly")
        self.assertFalse(self.household.tables["dependants"].isHidden())
        self.assertTrue(self.household.tables["interest"].isHidden())

    def test_a_child_and_the_babysitter_are_typed_and_followed_to_the_refund(self) -> None:
        self.row("dependants", "Ada", "Oduya", "son", "3/14/2019", "219-09-9999", "12")
        child = self.workspace.file.dependants["m00001"]
        self.assertEqual((child.relation, str(child.birth_date), child.months), ("child", "2019-03-14", 12))
        sheet = self.workspace.computation.sheet("schedule_8812")
        self.assertIn("Ada Oduya: qualifying child of 6, 12 months here.", sheet.notes)
        self.row("items", "babysitter", "ada", "Mrs. Lund", "1800")
        care = self.workspace.file.items["j00001"]
        self.assertEqual((care.kind, care.person, str(care.amount)), ("care", "m00001", "1800.00"))
        self.assertTrue(self.workspace.computation.sheet("form_2441")["credit"].amount)
        said = [each.path for each in self.workspace.computation.findings]
        self.assertIn("/items/j00001/payer_number", said)
        self.workspace.go_to("/items/j00001/payer_number")
        self.settle()
        self.type("01-7730421", Key.Key_Tab)
        self.assertEqual(self.workspace.file.items["j00001"].payer_number, "01-7730421")

    def test_the_status_is_found_by_what_is_said_on_the_clients_page(self) -> None:
        self.row("dependants", "Ada", "Oduya", "son", "3/14/2019", "219-09-9999", "12")
        self.workspace.go_to("/household/choices/marital")
        self.settle()
        self.type("Not", Key.Key_Tab)
        facts = dict(self.workspace.computation.sheet("form_1040").facts)
        self.assertTrue(facts["Filing status"].startswith("Head of household: not married, with Ada"))

    def test_a_refund_is_paid_to_an_account(self) -> None:
        self.workspace.go_to("/household/choices/refund_account")
        self.settle()
        self.type("checking", Key.Key_Tab)
        for key, number in (("refund_routing", "011000015"), ("refund_number", "7731-00")):
            self.workspace.go_to(f"/household/choices/{key}")
            self.settle()
            self.type(number, Key.Key_Tab)
        choices = self.workspace.file.household.choices
        self.assertEqual((choices["refund_routing"], choices["refund_number"]), ("011000015", "7731-00"))
        self.assertEqual(dict(self.workspace.computation.sheet("form_1040").facts)["35d"], "•••1-00")

    def test_thirteen_months_and_a_code_that_is_none_stay_at_their_place(self) -> None:
        self.household.openers["dependants"].click()
        self.settle()
        self.press(ENTER)
        for cell in ("Ada", "Oduya", "son", "3/14/2019", "219-09-9999", "13"):
            self.type(cell, ENTER)
        self.assertIn("12", self.household.tables["dependants"].refusal.text())
        self.assertIsNone(self.workspace.file.dependants["m00001"].months)

    def test_the_days_of_next_years_tax_are_written(self) -> None:
        path = self.folder / "days.ics"
        said = write_days(self.workspace, path)
        self.assertIn("4 days are written to days.ics", said)
        self.assertIn(b"DTSTART;VALUE=DATE:20270115", path.read_bytes())
        printed: list[str] = []
        with mock.patch("half_yard.desktop.paying_ahead.print_page", lambda page, _: printed.append(page)):
            action = next(each for each in self.window.commands.every if "vouchers" in each.name)
            action.act()
        self.assertIn("Voucher 4 of 4", printed[0])
        self.open("Ravn, Torben")
        self.assertIn("Nothing has to be paid ahead", write_days(self.workspace, path))
