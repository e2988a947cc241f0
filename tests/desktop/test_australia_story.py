"""Australia by keyboard: a sole trader from nothing to the return, a car, the kind of income."""

from __future__ import annotations

from decimal import Decimal

from PySide6.QtWidgets import QComboBox, QLineEdit

from half_yard.desktop.assets.asset_view import AssetView
from half_yard.desktop.stages import Stage
from half_yard.figures import Place
from half_yard.storage import read_file
from tests.desktop.window_case import Key, Modifier, WindowCase

TAB, ENTER = Key.Key_Tab, Key.Key_Return


class FromNothing(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        self.press(Key.Key_N, Modifier.ControlModifier)
        self.type("Bindi", TAB)
        self.type("Marsh", TAB)
        self.press(TAB)
        self.type("Au")
        self.window.clients.first.setFocus()
        self.press(ENTER)
        self.path = self.folder / "Marsh, Bindi 2025.halfyard"

    def asked(self, path: str) -> None:
        self.window.workspace.go_to(path)
        self.settle()

    def net(self, sheet: str, line: str) -> Decimal:
        return self.window.workspace.computation.line(Place(sheet, line)).figure.amount

    def test_a_return_by_keyboard(self) -> None:
        workspace = self.window.workspace
        self.assertEqual((workspace.path, workspace.file.country), (self.path, "au"))
        self.find("command new business")
        line = self.focused()
        assert isinstance(line, QLineEdit)
        line.selectAll()
        self.type("Marsh Frames", TAB)
        self.find("activity marsh")
        self.window.books.activity.statement.show_line(["sales"])
        self.press(ENTER, times=2)
        for cell in ("14/9", "Gallery on the quay", "Frames", "12*4000"):
            self.type(cell, ENTER)
        self.find("command new asset")
        self.press(ENTER)
        for cell in ("Mitre saw", "Marsh", "tool", "2/8/2024", "4400"):
            self.type(cell, ENTER)
        entry, asset = workspace.file.entries["e00001"], workspace.file.assets["s00001"]
        self.assertEqual((str(entry.date), str(asset.in_service)), ("2024-09-14", "2024-08-02"))
        # Below 20,000 it is written off at once in the simplified system.
        self.assertEqual(self.net("p8.a00001", "net_income"), Decimal(48000 - 4400))
        self.asked("/assets/s00001")
        self.assertTrue(self.window.assets.view(AssetView).words.text())
        self.press(Key.Key_PageDown, Modifier.ControlModifier)
        self.assertIs(self.window.stage, Stage.RETURN)
        self.assertEqual(self.net("itr.owner", "taxable_income"), Decimal(43600))
        self.press(Key.Key_S, Modifier.ControlModifier)
        self.assertEqual(read_file(self.path), workspace.file)

    def test_a_car_by_the_kilometre_by_keyboard(self) -> None:
        self.find("command new business")
        self.type("Marsh Frames", TAB)
        self.press(Key.Key_F3)
        self.type("new car", ENTER)
        self.assertIs(self.window.stage, Stage.SHARED)
        self.type("Ute", TAB)
        self.press(TAB)
        self.type("20000")
        self.press(Key.Key_U, Modifier.AltModifier)
        self.press(ENTER)
        self.type("marsh", ENTER)
        self.type("8000", ENTER)
        workspace = self.window.workspace
        self.assertEqual(self.net("car.h00001", "all_rate"), Decimal("4400"))
        self.asked("/things/h00001/choices/method")
        self.assertEqual(workspace.file.things["h00001"].kind, "vehicle")

    def test_a_flat_is_bought_let_and_sold_by_keyboard(self) -> None:
        self.find("command new rental")
        self.type("Flat at the Domain", TAB)
        self.find("command new asset")
        self.press(ENTER)
        for cell in ("Flat, land and building", "Flat", "property", "1/8/2020", "410000+16000"):
            self.type(cell, ENTER)
        for cell in ("Its construction", "Flat", "building", "1/8/2020", "146000"):
            self.type(cell, ENTER)
        workspace = self.window.workspace
        self.assertEqual(workspace.file.assets["s00001"].asset_class, "land_and_building")
        self.asked("/assets/s00001/disposed")
        for cell in ("20/6/2025", "520000", "9000"):
            self.type(cell, TAB)
        self.asked("/assets/s00002/disposed")
        self.type("30/7/2025", TAB)
        # 2.5% a year from August 1, 2020 on, 1,795 days to June 30 and 30 after it.
        works = self.net("sale.s00001", "works")
        self.assertEqual(works, round(Decimal(146000) * 1825 * Decimal("0.025") / 365, 2))
        self.assertEqual(self.net("gains.owner", "net"), (520000 - 9000 - 426000 + works) / 2)
        self.assertEqual(self.net("itr.owner", "gains"), int(self.net("gains.owner", "net")))

    def test_what_cost_nothing_has_no_years_to_draw(self) -> None:
        self.find("command new business")
        self.type("Marsh Frames", TAB)
        self.asked("/activities/a00001/answers/simplified")
        self.press(Key.Key_Space)
        self.find("command new asset")
        self.press(ENTER)
        for cell in ("Loft, given", "Marsh", "building", "1/8/2024", "0"):
            self.type(cell, ENTER)
        self.asked("/assets/s00001")
        tape = self.window.assets.view(AssetView).tape
        tape.grab()
        self.assertEqual(tape.accessibleName(), "No depreciation")

    def test_personal_services_are_asked_for_and_decided(self) -> None:
        self.find("command new business")
        self.type("Marsh Consulting", TAB)
        self.asked("/activities/a00001/answers/personal_skills")
        box = self.focused()
        self.assertFalse(isinstance(box, QComboBox))
        self.press(Key.Key_Space)
        workspace = self.window.workspace
        self.assertTrue(workspace.file.activities["a00001"].answers["personal_skills"])
        self.assertTrue(workspace.computation.has_sheet("p1.a00001"))
