"""Going round by keyboard: Tab in the order of the page, F6 between the parts of the window, focus that is
seen."""

from __future__ import annotations

from unittest import mock

from PySide6.QtCore import QEvent, QObject, QPoint, QRect
from PySide6.QtGui import QContextMenuEvent
from PySide6.QtWidgets import QApplication, QLineEdit, QMenu, QScrollArea, QTableView, QWidget

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop.panes import tab_stops
from half_yard.desktop.printing import as_pdf
from half_yard.desktop.stages import Stage
from tests.desktop.window_case import Key, Modifier, WindowCase

MOST = 200
PRINTED = ("Schedule C", "Form 8829", "Depreciation 2025", "Form 1040", "side by side", "Form 1040")


class GoingRound(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)

    def test_no_part_of_a_page_is_a_window_for_a_moment_and_takes_the_focus(self) -> None:
        shown: list[str] = []

        class Watch(QObject):
            def eventFilter(self, watched: QObject, event: QEvent) -> bool:
                if event.type() is QEvent.Type.Show and isinstance(watched, QWidget) and watched.isWindow():
                    shown.append(f"{type(watched).__name__} {watched.accessibleName()}")
                return False

        watch = Watch()
        self.application.installEventFilter(watch)
        self.addCleanup(self.application.removeEventFilter, watch)
        for name, _ in self.pages():
            self.assertEqual(shown, [], name)
            self.focused()

    def round_of(self, start: QWidget) -> list[QWidget]:
        """Everything that Tab stops at until it is back."""
        start.setFocus()
        self.settle()
        visited: list[QWidget] = []
        while not visited or self.focused() is not visited[0]:
            self.assertNotIn(self.focused(), visited)
            self.assertLess(len(visited), MOST)
            visited.append(self.focused())
            self.seen(self.focused())
            self.press(Key.Key_Tab)
        return visited

    def seen(self, widget: QWidget) -> None:
        """The focus is scrolled into view, and has a name."""
        around = widget.parentWidget()
        while around is not None:
            if isinstance(around, QScrollArea):
                inside = around.viewport().mapFromGlobal(widget.mapToGlobal(QPoint(0, 0)))
                self.assertTrue(around.viewport().rect().intersects(QRect(inside, widget.size())))
            around = around.parentWidget()

    def assert_reading_order(self, visited: list[QWidget], inside: QWidget) -> None:
        """Of two that stand over each other, the upper comes first; of two in a row, the left one; where
        nothing is scrolled."""
        for area in inside.findChildren(QScrollArea):
            area.verticalScrollBar().setValue(0)
        boxes = [QRect(each.mapTo(inside, QPoint(0, 0)), each.size()) for each in visited]
        start = min(range(len(boxes)), key=lambda n: (boxes[n].top(), boxes[n].left()))
        boxes = boxes[start:] + boxes[:start]
        for number, box in enumerate(boxes):
            for later in boxes[number + 1 :]:
                over = (
                    later.bottom() < box.top() and later.left() < box.right() and later.right() > box.left()
                )
                beside = (
                    later.right() < box.left() and later.top() < box.bottom() and later.bottom() > box.top()
                )
                self.assertFalse(over or beside, (box, later))

    def test_every_page_is_gone_round_in_the_order_in_which_it_stands(self) -> None:
        books, assets = self.window.books, self.window.assets
        for key in ("statements", "forms", "household", "a00003"):
            self.window.show_stage(Stage.BOOKS)
            books.choose(key)
            self.settle()
            self.assert_reading_order(self.round_of(books.strip), books)
        for part in assets.offered:
            self.window.show_stage(Stage.ASSETS)
            assets.switch_to(part)
            self.settle()
            self.assert_reading_order(self.round_of(next(tab_stops(assets))), assets)
        for stage in (Stage.CLIENTS, Stage.RETURN):
            self.window.show_stage(stage)
            self.settle()
            page = self.window.pages.of(stage)
            self.assert_reading_order(self.round_of(next(tab_stops(page))), page)

    def test_after_a_new_activity_tab_goes_on_from_its_name(self) -> None:
        self.action("New rental").trigger()
        self.settle()
        page = self.window.books
        first = self.focused()
        self.assertEqual(first.accessibleName(), "Name")
        visited = self.round_of(first)
        self.assertGreater(len(visited), 8)
        self.assertTrue(all(page.isAncestorOf(each) for each in visited))
        self.assert_reading_order(visited, page)

    def test_from_the_last_table_tab_goes_round_and_not_through_thread_and_strip(self) -> None:
        books = self.window.books
        for key in ("forms", "household"):
            books.choose(key)
            self.settle()
            last = [each for each in tab_stops(books) if isinstance(each, QTableView)][-1]
            last.setFocus()
            self.press(Key.Key_Tab)
            self.assertTrue(books.isAncestorOf(self.focused()), key)

    def test_f6_steps_between_page_thread_strip_and_stages_and_back(self) -> None:
        self.window.show_stage(Stage.BOOKS)
        here = self.focused()
        panes = [self.window.thread_panel, self.window.carry, self.window.tape]
        for pane in panes:
            self.press(Key.Key_F6)
            self.assertTrue(pane.isAncestorOf(self.focused()), pane)
        self.press(Key.Key_F6)
        self.assertIs(self.focused(), here)
        for pane in reversed(panes):
            self.press(Key.Key_F6, Modifier.ShiftModifier)
            self.assertTrue(pane.isAncestorOf(self.focused()), pane)
        self.press(Key.Key_F6, Modifier.ShiftModifier)
        self.assertIs(self.focused(), here)

    def test_the_focus_is_seen_on_everything(self) -> None:
        """What has the focus looks otherwise than it did without."""
        for stage in Stage:
            self.window.show_stage(stage)
            self.settle()
            page = self.window.pages.of(stage)
            for pane in (page, self.window.thread_panel, self.window.carry, self.window.tape):
                for stop in list(tab_stops(pane)):
                    stop.setFocus()
                    self.settle()
                    if not stop.hasFocus():
                        continue
                    with_focus = stop.grab().toImage()
                    stop.clearFocus()
                    self.settle()
                    self.assertNotEqual(
                        with_focus, stop.grab().toImage(), (stage, stop.accessibleName(), stop)
                    )


class Commands(WindowCase):
    """What can be done is found without knowing it: menus, keys, context menus, from one declaration."""

    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)

    def menu(self) -> QMenu:
        """The menu that is open; its entries."""
        menu = QApplication.activePopupWidget()
        assert isinstance(menu, QMenu), "no menu is open"
        return menu

    def test_every_action_stands_in_a_menu_with_its_key_and_a_letter(self) -> None:
        seen = set()
        tops = self.window.menuBar().actions()
        self.assertEqual(len({top.text().partition("&")[2][0] for top in tops}), len(tops))
        for top in tops:
            menu = top.menu()
            assert isinstance(menu, QMenu)
            menu.aboutToShow.emit()
            letters = [
                entry.text().replace("&&", "").partition("&")[2][:1].casefold() for entry in menu.actions()
            ]
            self.assertEqual(len(letters), len(set(letters)), menu.title())
            seen |= {entry.text().replace("&", "") for entry in menu.actions()}
        for action in self.window.actions_here:
            self.assertIn(f"{action.name}\t{action.key}" if action.key else action.name, seen)

    def test_a_menu_is_opened_and_chosen_from_by_letters(self) -> None:
        self.press(Key.Key_G, Modifier.AltModifier)
        wanted = next(entry for entry in self.menu().actions() if "Assets" in entry.text())
        letter = wanted.text().partition("&")[2][0]
        self.type(letter)
        self.assertIs(self.window.stage, Stage.ASSETS)

    def test_a_table_s_menu_opens_by_key_and_does_what_its_keys_do(self) -> None:
        view = self.window.books.activity
        view.show_all()
        view.entries.table.show_record("e00002")
        at = view.entries.table.visualRect(view.entries.table.currentIndex()).center()
        reason = QContextMenuEvent.Reason.Keyboard
        QApplication.sendEvent(view.entries.table, QContextMenuEvent(reason, at, view.mapToGlobal(at)))
        self.settle()
        names = [entry.text().replace("&", "") for entry in self.menu().actions()]
        self.assertIn("Take the selected rows out\tDel", names)
        self.menu().actions()[names.index("Take the selected rows out\tDel")].trigger()
        self.assertNotIn("e00002", self.window.workspace.file.entries)

    def test_f1_lists_the_page_s_keys_first_and_can_be_searched(self) -> None:
        self.window.books.activity.show_all()
        self.press(Key.Key_F1)
        found = self.window.finder.list
        shown = [found.item(row).text() for row in range(found.count())]
        self.assertTrue(shown[0].startswith("Here · "))
        self.assertIn("Here · Entries: take the selected rows out · key Del", shown)
        self.type("redo")
        self.assertEqual(found.count(), 1)
        self.assertIn("Ctrl+Shift+Z", found.item(0).text())

    def test_ctrl_f_searches_the_page_and_escape_leads_back_to_the_statement(self) -> None:
        self.press(Key.Key_F, Modifier.ControlModifier)
        self.type("camden")
        view = self.window.books.activity
        self.assertLess(view.model.rowCount(), 12)
        view.entries.table.setFocus()
        self.press(Key.Key_Escape)
        self.assertIs(self.focused(), view.statement)
        self.window.show_stage(Stage.RETURN)
        self.press(Key.Key_F, Modifier.ControlModifier)
        self.assertTrue(self.window.finder.isVisible())

    def test_f2_types_into_the_cell_and_escape_puts_the_message_away(self) -> None:
        view = self.window.books.activity
        view.show_all()
        view.entries.table.show_record("e00001", 1)
        self.press(Key.Key_F2)
        line = self.focused()
        assert isinstance(line, QLineEdit)
        self.assertEqual(line.text(), "Camden Yacht Service")
        self.press(Key.Key_Escape)
        self.window.say("Something to know.")
        self.window.books.strip.setFocus()
        self.press(Key.Key_Escape)
        self.assertFalse(self.window.message.isVisible())

    def test_ctrl_p_prints_what_the_page_shows(self) -> None:
        printed: list[str] = []
        with mock.patch("half_yard.desktop.commands.print_page", lambda page, _parent: printed.append(page)):
            for stage in Stage:
                self.window.show_stage(stage)
                self.press(Key.Key_P, Modifier.ControlModifier)
        self.assertEqual(len(printed), len(PRINTED))
        for page, words in zip(printed, PRINTED, strict=True):
            self.assertIn(words, page)
        self.assertIn("Not complete", printed[-1])
        self.assertTrue(as_pdf(printed[-1]).startswith(b"%PDF"))

    def found(self, words: str) -> list[str]:
        """What the finder has for these words."""
        self.press(Key.Key_F3)
        self.type(words)
        found = self.window.finder.list
        shown = [found.item(row).text() for row in range(found.count())]
        self.press(Key.Key_Escape)
        return shown

    def test_everyday_words_name_lines_things_places_or_what_to_do(self) -> None:
        for typed, first in (
            ("phone", "Utilities"), ("toll", "Car and truck"), ("parking", "Car and truck"),
            ("gas", "Car and truck"), ("mileage", "a vehicle is a shared thing"), ("computer", "asset"),
            ("home office", "a home is a shared thing"), ("dependents", "those at home"),
            ("babysitter", "Child and dependent care"), ("solar", "Residential clean energy"),
            ("w-2", "in the household"),
        ):  # fmt: skip
            self.assertTrue(any(first in text for text in self.found(typed)[:4]), typed)
        self.find("computer laptop")
        self.assertIs(self.window.stage, Stage.ASSETS)
        self.find("books hallowell sail internet")
        row = self.window.books.activity.statement.current_row
        self.assertEqual(row.title if row else "", "Utilities")

    def test_a_word_that_is_no_line_says_where_it_goes(self) -> None:
        view = self.window.books.activity
        view.show_all()
        view.entries.table.show_record("e00001", 3)
        self.press(Key.Key_Return)
        self.type("mileage", Key.Key_Return)
        self.assertIn("a vehicle is a shared thing", view.entries.refusal.text())

    def test_the_finder_knows_clients_and_puts_what_is_typed_first(self) -> None:
        self.assertIn("Client · Lindqvist, Greta 2025", self.found("lindq"))
        machine = self.found("sewing machine")
        self.assertTrue(machine[0].startswith("Asset · "), machine)
        utilities = self.found("utilities")
        typed = next(n for n, text in enumerate(utilities) if text.startswith("Books · "))
        computed = next(n for n, text in enumerate(utilities) if text.startswith("Schedule"))
        self.assertLess(typed, computed)
        self.find("client lindqvist")
        self.assertIn("Lindqvist", self.window.workspace.file.title)
