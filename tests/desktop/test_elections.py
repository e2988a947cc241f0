"""Elections, uses and sales on the Assets page, by keyboard."""

from __future__ import annotations

from PySide6.QtWidgets import QTableWidget

from half_yard.desktop.assets.asset_view import AssetView
from half_yard.desktop.assets.elections_view import ElectionsView
from half_yard.desktop.assets.projection_view import ProjectionView
from half_yard.desktop.assets.treatments_view import TreatmentsView
from half_yard.desktop.assets.which_part import Part
from tests.desktop.assets_case import AssetsCase
from tests.desktop.window_case import Key

LOFT = "a00001"


def first_year(table: QTableWidget) -> dict[str, str]:
    """What every row of a table of years has in its first year, by its name."""
    cells = [(table.item(row, 0), table.item(row, 1)) for row in range(table.rowCount())]
    return {name.text(): amount.text() for name, amount in cells if name and amount}


class Assets(AssetsCase):
    def test_the_allowance_applies_until_it_is_elected_out_of(self) -> None:
        self.go("/assets/s00003/answers/no_special_allowance")
        self.press(Key.Key_Space)
        self.assertEqual(self.amount(f"form_4562.{LOFT}/allowance"), 8940)
        self.page.switch_to(Part.ELECTIONS)
        self.assertIn(
            "7-year property, elected out of it: this year −7,662",
            self.page.view(ElectionsView).effect.text(),
        )
        box = self.page.view(ElectionsView).form._editors["/elections/allowance.seven_year"]
        box.setFocus()
        self.press(Key.Key_Down)
        self.press(Key.Key_Down)
        self.press(Key.Key_Up)
        self.assertEqual(self.workspace.file.elections["allowance.seven_year"], "out")
        self.assertEqual(self.amount(f"form_4562.{LOFT}/new_seven_year"), 1278)

    def test_a_part_is_expensed_and_lands_on_part_one(self) -> None:
        self.go("/assets/s00003/expensed")
        self.type("3000", Key.Key_Tab)
        self.assertEqual(self.amount("section_179/deduction"), 3000)
        self.assertEqual(self.amount(f"form_4562.{LOFT}/expensed"), 3000)
        self.assertIn("3,000.00 expensed", self.page.view(AssetView).words.text())
        self.go("/assets/s00003/expensed")
        self.type("9000", Key.Key_Tab)
        self.assertIn("more than its cost", self.page.view(AssetView).words.text())

    def test_a_sale_reaches_the_return(self) -> None:
        before = self.amount("form_1040/total_income")
        profit = self.amount(f"schedule_c.{LOFT}.owner/net_profit")
        self.go("/assets/s00001/disposed")
        self.type("6/30/2025", Key.Key_Tab)
        words = [finding.message for finding in self.workspace.computation.findings]
        self.assertTrue(any("its price is not entered" in message for message in words))
        self.go("/assets/s00001/proceeds")
        self.type("15000", Key.Key_Tab)
        # 31,480 less 16,369.60 and half of 6,044.16 leaves 12,088 in whole dollars.
        self.assertEqual(self.amount("form_4797/s00001.gain"), 2912)
        self.assertEqual(self.amount("schedule_1/other_gains"), 2912)
        more = self.amount(f"schedule_c.{LOFT}.owner/net_profit") - profit
        self.assertIn(more, {3022, 3023}, "half of the year's depreciation less")
        self.assertEqual(self.amount("form_1040/total_income"), before + 2912 + more)

    def test_the_years_to_come_stand_beside_each_other(self) -> None:
        self.go("/assets/s00003/answers/no_special_allowance")
        self.press(Key.Key_Space)
        self.page.switch_to(Part.PROJECTION)
        rows = first_year(self.page.view(ProjectionView).table)
        together, without = rows["Together"], rows["Without the allowance"]
        self.assertEqual((together, without), ("37,204.89", "29,542.42"))
        self.assertIn("2025 37,204", self.page.view(ProjectionView).chart.accessibleName())

    def test_the_asset_under_the_cursor_stands_under_three_books(self) -> None:
        self.go("/assets/s00003")
        self.page.switch_to(Part.BOOKS)
        table = self.page.view(TreatmentsView).table
        first = [table.item(row, 1).text() for row in range(table.rowCount())]  # type: ignore[union-attr]
        self.assertEqual(first, ["1,277.53", "957.47", "1,277.53"])
        beyond = first_year(self.page.view(TreatmentsView).totals)
        self.assertEqual(beyond["Minimum tax less regular tax"], "−1,098.30")
        self.page.assets.table.setFocus()
        self.press(Key.Key_Down)
        self.assertEqual(table.item(1, 1).text(), "491.31")  # type: ignore[union-attr]

    def test_a_duplicate_has_no_story_yet(self) -> None:
        self.go("/assets/s00001")
        self.action("Duplicate the asset").trigger()
        made = self.workspace.file.assets["s00013"]
        self.assertEqual((made.name, made.prior_depreciation), ("Cargo van, 9,350 lb (2)", None))
        self.assertEqual(self.workspace.subject, "/assets/s00013")
        self.workspace.undo()
        self.assertNotIn("s00013", self.workspace.file.assets)

    def test_a_class_is_found_by_plain_words(self) -> None:
        table = self.page.assets.table
        self.go("/assets/s00001")
        for words, key in (("fence", "fifteen_year"), ("roof of a rental", "residential_building"),
                           ("van over 6,000", "heavy_vehicle"), ("goodwill", "intangible")):  # fmt: skip
            self.page.model.setData(self.page.model.index(0, 2), words)
            self.assertEqual(self.workspace.file.assets["s00001"].asset_class, key)
        self.assertTrue(table.isVisible())
