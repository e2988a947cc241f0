"""An exchange of property, from nothing to what it comes to, by keyboard."""

from __future__ import annotations

from pathlib import Path

from half_yard.demo import write_office
from half_yard.desktop.assets.exchange_view import SHEET, ExchangeView
from half_yard.desktop.assets.which_part import Part
from half_yard.desktop.stages import Stage
from tests.desktop.window_case import Key, Modifier, WindowCase

COTTAGE, LAND = "s00001", "s00002"
DEAL = "x00001"


class Exchanges(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Lindqvist, Greta 2025.halfyard")
        self.workspace = self.window.workspace
        self.said: list[str] = []
        self.workspace.said.connect(self.said.append)
        self.window.show_stage(Stage.ASSETS)
        self.window.assets.switch_to(Part.EXCHANGES)
        self.view = self.window.assets.view(ExchangeView)
        self.settle()

    def give(self, words: str) -> None:
        self.view.start()
        self.type(words)
        self.press(Key.Key_Escape)  # the list of what fits
        self.press(Key.Key_Return)

    def cell(self, text: str) -> None:
        """Type into the cell under the cursor and go on; its editor opens at the first sign."""
        self.type(text[:1])
        self.type(text[1:], Key.Key_Tab)

    def test_an_exchange_by_keys(self) -> None:
        self.assertFalse(self.view.body.isVisible())
        self.give("cottage")
        self.assertEqual(self.workspace.file.assets[COTTAGE].given_in, DEAL)
        self.assertIn("nothing is received yet", self.view.words_missing.text())
        self.give("land at")
        self.workspace.go_to(f"/assets/{COTTAGE}")
        self.window.assets.switch_to(Part.EXCHANGES)
        table = self.view.given.table
        table.show_record(COTTAGE, 1)
        self.cell("6/2")
        self.cell("210000")
        self.cell("6/2")
        self.cell("50000")
        given = self.workspace.file.assets
        self.assertEqual([str(given[key].proceeds) for key in (COTTAGE, LAND)], ["210000.00", "50000.00"])
        balance = self.workspace.pack.exchanges.balance(self.workspace.computation, DEAL)
        self.assertEqual(balance.deferred, 0, "all of it is taxed as long as nothing came")
        self.assertGreater(balance.realized or 0, 50000)
        self.view.got.table.start_new()
        self.cell("Quay Street house")
        self.press(Key.Key_Tab)  # its class is proposed
        self.cell("6/20")
        self.cell("230000")
        self.cell("Land at Quay Street")
        self.press(Key.Key_Tab)
        self.cell("6/20")
        self.cell("40000")
        got = [asset for asset in self.workspace.file.assets.values() if asset.got_in == DEAL]
        self.assertEqual([asset.asset_class for asset in got], ["residential_building", "land"])
        self.assertTrue(self.workspace.computation.has_sheet(f"form_8824.{DEAL}"))
        self.view.focus_on(f"/exchanges/{DEAL}/facts/cash_paid")
        self.type("10000", Key.Key_Tab)
        balance = self.workspace.pack.exchanges.balance(self.workspace.computation, DEAL)
        self.assertEqual(balance.recognized, 0)
        self.assertIn("Deferred", self.view.weighing.accessibleName())
        self.assertNotIn("more is", self.view.words_missing.text())
        self.view._switches[SHEET].click()
        self.settle()
        self.assertTrue(self.view.sheet.isVisible())
        self.assertEqual(self.view.sheet.rows_model.rows[-1].place.sheet, f"form_8824.{DEAL}")  # type: ignore[union-attr]

    def test_what_is_taken_out_of_the_given_stays_an_asset(self) -> None:
        self.give("cottage")
        self.view.given.table.show_record(COTTAGE)
        self.press(Key.Key_Delete)
        cottage = self.workspace.file.assets[COTTAGE]
        self.assertEqual((cottage.given_in, cottage.disposal, cottage.disposed), ("", "", None))
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.workspace.file.assets[COTTAGE].given_in, DEAL)

    def test_one_undo_takes_the_beginning_back_and_calling_off_all(self) -> None:
        before = self.workspace.file
        self.give("cottage")
        self.press(Key.Key_Z, Modifier.ControlModifier)
        self.assertEqual(self.workspace.file, before)
        self.give("cottage")
        self.view.off.click()
        self.settle()
        self.assertEqual(self.workspace.file, before)
        self.assertIn("called off", self.said[-1])

    def test_what_does_not_name_one_asset_is_said_and_kept(self) -> None:
        self.give("castle")
        self.assertIn("No asset in service fits", self.said[-1])
        self.assertEqual(self.view.give.text(), "castle")

    def test_the_days_are_written_to_a_calendar_file(self) -> None:
        self.window.open_path(self.folder / "Ravn, Torben 2025.halfyard")
        self.window.assets.switch_to(Part.EXCHANGES)
        self.settle()
        self.assertIn("To be named by Jul 27", self.view.days.text())
        path = Path(self.folder) / "days.ics"
        self.assertIn("written to days.ics", self.view.write_calendar(path))
        self.assertIn(b"DTSTART;VALUE=DATE:20250727", path.read_bytes())
        client = self.folder / "Ravn, Torben 2025.halfyard"
        self.assertIn("not written", self.view.write_calendar(client))

    def test_plain_words_lead_to_it(self) -> None:
        self.window.show_stage(Stage.BOOKS)
        self.find("1031")
        self.assertTrue(self.window.assets.part(Part.EXCHANGES).isVisible())
        self.find("installment sale")
        self.assertTrue(self.window.assets.part(Part.LEAVING).isVisible())

    def test_it_is_found_and_shown_by_its_path(self) -> None:
        self.window.open_path(self.folder / "Ravn, Torben 2025.halfyard")
        self.window.show_stage(Stage.RETURN)
        self.find("exchange granite")
        self.assertIs(self.window.stage, Stage.ASSETS)
        self.workspace.go_to(f"/exchanges/{DEAL}/facts/costs")
        self.settle()
        self.assertEqual(self.focused().accessibleName(), "Given: Costs of the exchange")
