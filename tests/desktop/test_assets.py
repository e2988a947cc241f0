"""The parts of the Assets page, by keyboard: basis, leaving, every year, several, purchases, lists, files
out."""

from __future__ import annotations

from decimal import Decimal

from PySide6.QtWidgets import QApplication

from half_yard.desktop.assets.asset_view import AssetView
from half_yard.desktop.assets.basis_view import BasisView
from half_yard.desktop.assets.elections_view import ElectionsView
from half_yard.desktop.assets.every_year_view import EveryYearView
from half_yard.desktop.assets.exporting import export
from half_yard.desktop.assets.leaving_view import LeavingView
from half_yard.desktop.assets.list_view import ListView
from half_yard.desktop.assets.projection_view import ProjectionView
from half_yard.desktop.assets.purchase_view import PurchaseView
from half_yard.desktop.assets.several_view import SeveralView
from half_yard.desktop.assets.which_part import Part
from half_yard.records import change
from tests.desktop.assets_case import AssetsCase
from tests.desktop.window_case import Key, Modifier

VAN, MACHINE, HOUSE, ROOF, LOFT, SPAR = "s00001", "s00003", "s00006", "s00008", "a00001", "a00003"


class Typed(AssetsCase):
    def test_an_asset_from_four_fields_has_all_else_proposed(self) -> None:
        self.find("New asset")
        self.press(Key.Key_Return)
        self.type("Dell computer", Key.Key_Return)
        table, model = self.page.assets.table, self.page.model
        row = model.rowCount() - 1
        table.setCurrentIndex(model.index(row, 3))
        self.press(Key.Key_Return)
        self.type("4/2", Key.Key_Return)
        self.type("1899", Key.Key_Return)
        # It stands among those of its activity, and typing goes on in its row.
        self.assertEqual((table.currentIndex().row(), table.currentIndex().column()), (4, 5))
        self.assertTrue(table.isAncestorOf(self.focused()))
        self.press(Key.Key_Escape)
        made = self.workspace.file.assets["s00013"]
        self.assertEqual((made.asset_class, made.cost, made.activity), ("five_year", 1899, LOFT))
        self.assertIn("100% special allowance", self.page.view(AssetView).words.text())
        self.assertIn("section 1245", self.page.view(AssetView).facts.text())

    def test_the_basis_of_a_home_that_was_lived_in(self) -> None:
        self.go(f"/assets/{HOUSE}/origin")
        box = self.focused()
        box.setCurrentIndex(box.findData("converted"))  # type: ignore[attr-defined]
        box.activated.emit(0)  # type: ignore[attr-defined]
        self.settle()
        self.go(f"/assets/{HOUSE}/basis/value_at_change")
        self.type("200000", Key.Key_Tab)
        view = self.page.view(BasisView)
        self.assertIn("Basis for depreciation 200,000.00. A gain counts from 231,200.00", view.result.text())
        self.assertEqual(self.workspace.computation.stories[HOUSE].this_year.amount, Decimal("7272.00"))

    def test_tab_goes_from_the_table_through_the_part_that_is_shown(self) -> None:
        self.go(f"/assets/{VAN}")
        for part, first in ((Part.LEAVING, "Left service"), (Part.BASIS, "How it came")):
            self.find(f"Assets: {part.words}")
            self.page.assets.table.setFocus()
            self.press(Key.Key_Tab, times=3)
            self.assertEqual(self.focused().accessibleName(), first)
        self.press(Key.Key_Tab, times=3)
        self.assertIs(self.focused(), self.page.assets.table, "round the page")

    def test_the_tape_says_which_books_differ(self) -> None:
        self.go(f"/assets/{MACHINE}")
        self.assertEqual(
            self.page.view(AssetView).tape.accessibleName(),
            "Depreciation from 2025 to 2032; Minimum tax differs",
        )
        self.go(f"/assets/{HOUSE}")
        self.assertEqual(self.page.view(AssetView).tape.accessibleName(), "Depreciation from 2019 to 2046")

    def test_a_part_is_taken_off_and_sold_for_itself(self) -> None:
        self.go(f"/assets/{HOUSE}/disposed")
        view = self.page.view(LeavingView)
        view.part.setFocus()
        self.type("10%", Key.Key_Return)
        part = self.workspace.file.assets["s00013"]
        self.assertEqual((part.cost, part.part_of), (23120, HOUSE))
        self.assertEqual(self.workspace.subject, "/assets/s00013")
        self.go("/assets/s00013/disposed")
        self.type("5/1", Key.Key_Tab)
        self.go("/assets/s00013/proceeds")
        self.type("0", Key.Key_Tab)
        self.assertIn("Form 4797: Gain or loss −", view.result.text())
        self.go(f"/assets/{VAN}/disposed")
        self.assertEqual(view.result.text(), "It is in service.")
        view.part.setFocus()
        self.type("100", Key.Key_Return)
        self.assertIn("less than 100 percent", self.said[-1])

    def test_a_cost_study_divides_the_house(self) -> None:
        self.go(f"/assets/{HOUSE}/disposed")
        view = self.page.view(LeavingView)
        view.study.setFocus()
        self.type("Carpet of a rental", Key.Key_Return)
        self.assertIn("has no amount", self.said[-1])
        self.assertEqual(view.study.text(), "Carpet of a rental", "what was typed stays")
        self.type(" 4200; Fence 6000", Key.Key_Return)
        parts = [asset for asset in self.workspace.file.assets.values() if asset.part_of == HOUSE]
        self.assertEqual(
            [asset.asset_class for asset in parts if "Two-family house:" in asset.name],
            ["five_year_trade", "fifteen_year"],
        )
        self.assertIn("Undo takes it back", self.said[-1])

    def test_a_sale_by_instalments_asks_for_its_years(self) -> None:
        self.go(f"/assets/{HOUSE}/disposed")
        self.type("5/1", Key.Key_Tab)
        self.workspace.do(change("How", f"/assets/{HOUSE}/disposal", "instalment_sale"))
        self.go(f"/assets/{HOUSE}/proceeds")
        self.type("400000", Key.Key_Tab)
        self.go(f"/assets/{HOUSE}/instalments/2025")
        self.type("50000", Key.Key_Tab)
        gain = self.workspace.computation.sheet(f"form_6252.{HOUSE}")
        self.assertEqual(gain["payments"].amount, 50000)
        self.assertGreater(gain["not_yet"].amount, 100000)

    def test_an_improvement_is_linked(self) -> None:
        self.go(f"/assets/{HOUSE}")
        self.page.make_improvement()
        self.assertEqual(self.workspace.file.assets["s00013"].part_of, HOUSE)

    def test_a_short_year_and_what_the_elections_change(self) -> None:
        self.go("/short_years/2025")
        self.type("3", Key.Key_Tab)
        self.assertEqual(self.workspace.file.short_years, {"2025": 3})
        self.assertIn("counts from month 3", self.page.view(ElectionsView).effect.text())
        self.go(f"/assets/{MACHINE}")
        self.assertEqual(self.workspace.computation.stories[MACHINE].this_year.amount, Decimal("1064.29"))


class Looked(AssetsCase):
    def test_every_year_is_laid_open_and_copied(self) -> None:
        self.go(f"/assets/{MACHINE}")
        self.page.switch_to(Part.YEARS)
        view = self.page.view(EveryYearView)
        cells = [view.table.item(1, column) for column in range(view.table.columnCount())]
        self.assertEqual(
            [cell.text() for cell in cells if cell is not None],
            ["IRS Pub. 946, table A-1, year 2", "2026", "2,189.41", "8,940.00", "24.49%", "2,189.39", "0.02",
             "7,662.86 × 2 / 7 years"],
        )  # fmt: skip
        view.copy.setFocus()
        self.press(Key.Key_Space)
        text = QApplication.clipboard().text()
        self.assertIn("2026: 2,189.41 = 8,940.00 × 24.49% (IRS Pub. 946, table A-1, year 2) By hand:", text)

    def test_the_amount_to_expense_is_found_and_elected(self) -> None:
        self.go(f"/assets/{MACHINE}")
        self.page.switch_to(Part.PROJECTION)
        view = self.page.view(ProjectionView)
        view.wanted.setFocus()
        self.type("38000", Key.Key_Return)
        self.assertIn("brings it to 38,000", view.result.text())
        view.take.setFocus()
        self.press(Key.Key_Space)
        self.assertEqual(self.amount("form_1040/taxable_income"), 38000)
        self.go(f"/assets/{HOUSE}")
        self.page.switch_to(Part.PROJECTION)
        view.find_amount()
        self.assertIn("only then can it be expensed", view.result.text())

    def test_a_sale_in_a_year_to_come_is_seen_beside(self) -> None:
        self.go(f"/assets/{HOUSE}")
        self.page.switch_to(Part.PROJECTION)
        view = self.page.view(ProjectionView)
        view.sold_in.setFocus()
        self.type("2027", Key.Key_Tab)
        cells = {
            name.text(): [view.table.item(row, column) for column in range(1, 5)]
            for row in range(view.table.rowCount())
            if (name := view.table.item(row, 0)) is not None
        }
        self.assertIn("Sold in 2027", cells)
        gone = [cell.text() for cell in cells["Difference"] if cell is not None]
        self.assertEqual(gone, ["·", "·", "−3,852.95", "−8,408.74"])  # 3.636%, 3.637%
        view.sold_in.setText("later")
        view.refresh()
        self.assertIn("no year", self.said[-1])


class Several(AssetsCase):
    def select(self, rows: int) -> SeveralView:
        self.go(f"/assets/{VAN}")
        self.page.assets.table.setFocus()
        for _ in range(rows - 1):
            self.press(Key.Key_Down, Modifier.ShiftModifier)
        self.page.switch_to(Part.SEVERAL)
        return self.page.view(SeveralView)

    def test_one_answer_for_all_that_are_selected(self) -> None:
        view = self.select(3)
        view.setting.setCurrentIndex(view.setting.findData("share"))
        view.answer.setFocus()
        self.type("80", Key.Key_Return)
        shares = [asset.share for asset in self.workspace.file.assets.values()]
        self.assertEqual(shares[:4], [80, 80, 80, None])
        view.setting.setCurrentIndex(view.setting.findData("activity"))
        view.answer.setFocus()
        self.type("nowhere", Key.Key_Return)
        self.assertIn("none of the choices", self.said[-1])
        self.workspace.undo()
        self.assertTrue(all(asset.share is None for asset in self.workspace.file.assets.values()))

    def test_several_leave_at_one_price(self) -> None:
        view = self.select(2)
        item = view.table.item(0, 3)
        assert item is not None
        item.setText("9000")
        other = view.table.item(1, 3)
        assert other is not None
        other.setText("1000")
        view.day.setText("6/30")
        view.price.setText("20000")
        view.costs.setText("100")
        view.leave.setFocus()
        self.press(Key.Key_Space)
        sold = self.workspace.file.assets
        self.assertEqual([sold[key].proceeds for key in (VAN, "s00002")], [18000, 2000])
        self.assertEqual(self.amount(f"form_4797/{VAN}.proceeds"), 18000)


class In(AssetsCase):
    LIST = (
        "Description,In service,Cost,Prior depreciation,Class,Business\n"
        'Band saw,3/14/2023,"10,000.00",3878,7-year,Hallowell Sail & Canvas\n'
        "Mystery,6/1/2019,100,,zyxw,\n"
    )

    def test_a_purchase_becomes_building_land_and_loan(self) -> None:
        self.find("A property was bought")
        view = self.page.view(PurchaseView)
        self.assertFalse(view.add.isEnabled())
        view.activity.setCurrentIndex(view.activity.findData(SPAR))
        for name, text in (("day", "6/1"), ("price", "412000"), ("added", "4,150.50"), ("roll", "9 limekiln"),
                           ("loan_costs", "3200"), ("loan_months", "360")):  # fmt: skip
            view.lines[name].setFocus()
            self.type(text, Key.Key_Tab)
        self.assertIn("9 Limekiln Lane: 287,424.51", view.result.text())
        view.add.setFocus()
        self.press(Key.Key_Space)
        made = [self.workspace.file.assets[f"s0001{number}"] for number in range(3, 6)]
        self.assertEqual(
            [asset.asset_class for asset in made], ["residential_building", "land", "loan_costs"]
        )
        self.assertEqual(made[0].cost + made[1].cost, Decimal("416150.50"))
        self.assertEqual(made[1].part_of, "s00013")
        self.assertTrue(self.page.assets.isVisible())

    def test_a_list_is_looked_at_corrected_and_taken_in(self) -> None:
        path = self.folder / "Old list.csv"
        path.write_text(self.LIST, encoding="utf-8")
        self.go(f"/assets/{VAN}")
        self.page.show_list(path)
        view = self.page.view(ListView)
        self.wait_for(lambda: bool(view.rows))
        self.assertIn("2 of 2 rows make an asset; 1 with a remark. Of 1 that", view.result.text())
        view.table.setCurrentCell(1, 0)
        self.assertIn("“zyxw” is no class", view.remark.text())
        view.raw.role_chosen.emit(3, "")
        self.assertIn("Of 0 that", view.result.text())
        view.raw.role_chosen.emit(3, "prior_depreciation")
        view.take.setFocus()
        self.press(Key.Key_Space)
        saw = self.workspace.file.assets["s00013"]
        self.assertEqual((saw.prior_depreciation, saw.answers), (3878, {"no_special_allowance": True}))
        self.assertTrue(self.page.assets.isVisible())
        self.workspace.undo()
        self.assertNotIn("s00013", self.workspace.file.assets)

    def test_what_is_no_list_is_said_and_nothing_changes(self) -> None:
        path = self.folder / "picture.csv"
        path.write_bytes(b"\x89PNG\0\0")
        self.page.show_list(path)
        self.wait_for(lambda: bool(self.said))
        self.assertIn("picture.csv was not taken in. It is no text file.", self.said[-1])
        self.page.show_list(self.folder / "none.csv")
        self.assertIn("can't be read", self.said[-1])


class Out(AssetsCase):
    def test_every_kind_of_file_is_written(self) -> None:
        computation = self.workspace.computation
        for name, begins in (("a.xlsx", b"PK"), ("a.csv", b"asset,"), ("a.json", b"["),
                             ("a.html", b"<!DOCTYPE html>"), ("a.pdf", b"%PDF")):  # fmt: skip
            path = self.folder / name
            self.assertIn(f"written to {name}", export(computation, path))
            self.assertTrue(path.read_bytes().startswith(begins), name)
        self.assertIn("can't be written", export(computation, self.folder / "no folder" / "a.pdf"))

    def test_the_table_is_grouped_by_activity_until_it_is_sorted(self) -> None:
        self.go(f"/assets/{VAN}")
        self.workspace.try_to(change("moved", f"/assets/{VAN}/activity", SPAR))
        model = self.page.model
        shown = [model.index(row, 1).data() for row in range(model.rowCount() - 1)]
        self.assertEqual(shown, sorted(shown, key=shown.index))
        self.assertEqual(model.row_of(VAN), shown.index("14 Spar Street"))
        self.page.assets.table.sort_by(4)
        costs = [model.index(row, 4).data() for row in range(model.rowCount() - 1)]
        self.assertEqual(costs[0], "1,149.00")
