"""Sales, losses and what is carried, in the window by keyboard."""

from __future__ import annotations

from half_yard.countries.carried_over import KEY
from half_yard.demo import write_office
from half_yard.desktop.stages import Stage
from half_yard.figures import Place
from half_yard.interop.record_list import SALES
from tests.desktop.window_case import Key, WindowCase

RENTAL = "a00002"
LIST = (
    "Description,Date acquired,Date sold,Proceeds,Cost basis,Wash sale loss disallowed\n"
    "50 sh Casco Rail,03/01/2020,05/02/2025,$12400.50,9800,\n"
    "20 sh Casco Rail,various,06/30/2025,3100,3500,400\n"
    "5 sh Casco Rail,01/15/2025,13/40/2025,100,90,\n"
)


class Gains(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / "Mbeki, Lwazi and Carina 2025.halfyard")
        self.workspace = self.window.workspace

    def to_household(self) -> None:
        self.window.show_stage(Stage.BOOKS)
        self.window.books.choose("household")
        self.settle()
        self.household = self.window.books.household

    def test_a_sale_is_typed_and_followed_to_the_tax(self) -> None:
        self.to_household()
        before = self.workspace.computation.sheet("schedule_d")["net_long"].amount
        table = self.household.tables[SALES].table
        table.start_new()
        self.settle()
        for text in ("Coffee Roasters", "carina", "2019-05-01", "6/3", "8200", "3000"):
            self.type(text[:1])
            self.type(text[1:], Key.Key_Tab)
        file = self.workspace.file
        sale = next(item for item in file.sales.values() if item.name == "Coffee Roasters")
        self.assertEqual((sale.person, str(sale.proceeds), str(sale.basis)), ("spouse", "8200.00", "3000.00"))
        now = self.workspace.computation.sheet("schedule_d")["net_long"].amount
        self.assertEqual(now - before, 5200)
        key = next(key for key, item in file.sales.items() if item is sale)
        self.workspace.go_to(f"/sales/{key}")
        self.settle()
        landed = self.workspace.computation.threads.landing_of(f"/sales/{key}")
        self.assertIn("form_8949", {line.place.sheet for line in landed})

    def test_a_list_of_a_broker_is_taken_in(self) -> None:
        self.to_household()
        path = self.folder / "sold.csv"
        path.write_text(LIST, encoding="utf-8")
        view = self.household.list_view(SALES)
        self.assertTrue(view.show_file("owner", path))
        self.settle()
        self.assertEqual([row.record is None for row in view.rows], [False, False, True])
        item = view.table.item(2, 5)
        assert item is not None
        self.assertIn("no day of the calendar", item.text())
        before = len(self.workspace.file.sales)
        view.take.click()
        self.settle()
        file = self.workspace.file
        self.assertEqual(len(file.sales), before + 2)
        several = next(item for item in file.sales.values() if item.name.startswith("20 sh"))
        self.assertEqual((several.acquired, str(several.boxes["wash_sale"])), (None, "400.00"))
        stops = self.workspace.computation.stops
        self.assertTrue(any("more than a year" in words for words in stops.values()), "its term is asked for")

    def test_how_a_rental_ended_frees_its_losses(self) -> None:
        self.workspace.go_to(f"/activities/{RENTAL}/choices/ended_by")
        self.settle()
        self.type("Sold to a stranger", Key.Key_Return)
        self.assertEqual(self.workspace.file.activities[RENTAL].choices["ended_by"], "sold")
        form = self.workspace.computation.sheet("form_8582")
        self.assertEqual(form[f"{RENTAL}.freed"].amount, 24872 + 14595)
        self.assertEqual(self.workspace.computation.sheet("schedule_e")["total"].amount, -39467)

    def test_what_is_carried_stands_on_one_sheet(self) -> None:
        self.workspace.go_to(Place(KEY, f"passive_loss.{RENTAL}.2024.out"))
        self.settle()
        self.assertTrue(self.window.pages.of(Stage.RETURN).isVisible())
        sheet = self.workspace.computation.sheet(KEY)
        parts = [sheet[f"passive_loss.{RENTAL}.2024.{part}"].amount for part in ("in", "out")]
        self.assertEqual(parts, [8475, 8475])
        self.assertEqual(sheet["long_capital_loss.used"].amount, 4200)
