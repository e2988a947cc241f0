"""What can be measured of the looks: contrast, room for words, names for everything, odd contents."""

from __future__ import annotations

import unittest
from unittest import mock

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from PySide6.QtCore import QPoint, QRect, QSize
from PySide6.QtGui import QColor, QFontMetrics
from PySide6.QtWidgets import (
    QAbstractScrollArea,
    QCheckBox,
    QComboBox,
    QLabel,
    QLineEdit,
    QPushButton,
    QTableView,
    QWidget,
)

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop import theme
from half_yard.desktop.app import show_to_fit
from half_yard.desktop.recent_files import RecentFiles
from half_yard.desktop.stages import Stage
from half_yard.desktop.tables.fitting import fitted
from half_yard.desktop.window import MainWindow
from half_yard.records import add, change
from tests.desktop.window_case import Key, WindowCase
from tests.files import business

GROUNDS = (theme.LINEN, theme.BLEACHED, theme.SHADE, theme.INDIGO_WASH, theme.WELD_WASH)
INKS = (theme.INK, theme.SOFT_INK, theme.INDIGO, theme.MADDER, theme.WALNUT, theme.LICHEN)
AA = 4.5
ALONE = (QLabel, QPushButton, QLineEdit, QComboBox, QCheckBox, QTableView)
"""What never stands over another of these."""


def luminance(colour: QColor) -> float:
    """Relative luminance as WCAG 2.2 defines it."""
    parts = (colour.redF(), colour.greenF(), colour.blueF())
    linear = [part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4 for part in parts]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(one: QColor, other: QColor) -> float:
    light, dark = sorted((luminance(one), luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


class Colours(unittest.TestCase):
    def test_every_ink_reads_on_every_ground(self) -> None:
        """WCAG 2.2, success criterion 1.4.3, level AA."""
        for ground in GROUNDS:
            for ink in INKS:
                with self.subTest(ground=ground.name(), ink=ink.name()):
                    self.assertGreaterEqual(contrast(ground, ink), AA)


class Room(WindowCase):
    def setUp(self) -> None:
        super().setUp()
        write_office(self.folder)
        self.window.open_path(self.folder / MAIN_FILE)

    def test_figures_are_tabular(self) -> None:
        metrics = QFontMetrics(theme.text_font())
        widths = {metrics.horizontalAdvance(digit * 10) for digit in "0123456789"}
        self.assertEqual(len(widths), 1)

    def test_at_every_size_no_button_cuts_its_words_and_nothing_stands_over_another(self) -> None:
        for width, height in ((853, 533), (960, 540), (960, 600), (1024, 700), (1366, 768), (1920, 1080)):
            self.window.resize(width, height)
            self.assertEqual((self.window.width(), self.window.height()), (width, height))
            for name, page in self.pages():
                where = f"{name} at {width} x {height}"
                self.settle()
                self.settle()  # sizes follow each other
                for button in page.findChildren(QPushButton):
                    if button.isVisible():
                        words = button.fontMetrics().horizontalAdvance(button.text().replace("&&", "&"))
                        self.assertGreaterEqual(button.width(), words, f"{button.text()} on {where}")
                for part in page.findChildren(QWidget):
                    if isinstance(part, ALONE) and part.isVisible():
                        least = part.minimumSizeHint().height()
                        if isinstance(part, QLabel) and part.wordWrap():
                            least = part.heightForWidth(part.width())
                        self.assertGreaterEqual(part.height(), least, (where, part, part.accessibleName()))
                boxes = [
                    (part, QRect(part.mapTo(page, QPoint(0, 0)), part.size()))
                    for part in page.findChildren(QWidget)
                    if isinstance(part, ALONE)
                    and part.isVisible()
                    and not self.in_a_scrolled_part(part, page)
                ]
                for number, (one, box) in enumerate(boxes):
                    for other, beside in boxes[number + 1 :]:
                        over = box.intersects(beside) and not one.isAncestorOf(other)
                        self.assertFalse(over, (where, one, box, other, beside))

    def in_a_scrolled_part(self, part: QWidget, page: QWidget) -> bool:
        """Whether a part stands in something that is scrolled by itself, where others may cover its place."""
        around = part.parentWidget()
        while around is not None and around is not page:
            if isinstance(around, QAbstractScrollArea):
                return True
            around = around.parentWidget()
        return False

    def test_many_activities_with_long_names_are_told_apart_and_stay_in_reach(self) -> None:
        workspace, strip = self.window.workspace, self.window.books.strip
        for number in range(14):
            name = f"Featherstonehaugh and Daughters, Sailmakers and Riggers, loft {number + 1}"
            record = business(name=name)
            workspace.do(add("New", f"/activities/a{number + 101:05}", record))
        self.window.show_stage(Stage.BOOKS)
        self.settle()
        shown = [strip.item(row).text() for row in range(strip.count())]
        self.assertEqual(len(set(shown)), len(shown), shown)
        for row in range(strip.count()):
            strip.setCurrentRow(row)
            self.settle()
            seen = strip.viewport().rect().intersects(strip.visualItemRect(strip.item(row)))
            self.assertTrue(seen, shown[row])
        self.assertTrue(str(strip.item(4).data(11)).startswith("Featherstonehaugh and Daughters, Sail"))

    def test_eight_digits_are_seen_whole_in_every_table(self) -> None:
        self.window.workspace.do(change("Amount", "/entries/e00001/amount", "12345678.90"))
        self.window.books.activity.show_all()
        self.settle()
        table = self.window.books.activity.entries.table
        amount = next(n for n, column in enumerate(table.records.columns) if column.title == "Amount")
        room = table.columnWidth(amount) - 2 * 6
        self.assertGreaterEqual(room, table.fontMetrics().horizontalAdvance("12,345,678.90"))

    def test_a_narrow_window_has_no_thread_until_it_is_wanted(self) -> None:
        self.window.resize(960, 600)
        self.settle()
        self.assertFalse(self.window.thread_panel.isVisible())
        self.press(Key.Key_F4)
        self.assertTrue(self.window.thread_panel.isVisible())
        self.press(Key.Key_F4)
        self.window.resize(1400, 800)
        self.settle()
        self.assertFalse(self.window.thread_panel.isVisible(), "it was folded away on purpose")

    def test_the_window_opens_to_fit_the_screen(self) -> None:
        for room, size in (((1024, 700), (1024, 660)), ((2560, 1440), (1280, 800)), ((853, 533), (853, 500))):
            window = MainWindow(RecentFiles())
            self.addCleanup(window.close)
            with mock.patch.object(window, "showMaximized", window.show):
                show_to_fit(window, QSize(*room))
            self.assertEqual((window.width(), window.height()), size)

    def test_the_window_opens_as_large_as_it_was(self) -> None:
        self.window.resize(1111, 666)
        self.window.close()
        again = MainWindow(RecentFiles())
        self.addCleanup(again.close)
        self.assertEqual((again.width(), again.height()), (1111, 666))

    def test_the_seven_figures_of_the_chain_fit_with_seven_digits_and_an_effect(self) -> None:
        self.window.workspace.do(change("Amount", "/entries/e00001/amount", "9999999.99"))
        self.settle()
        number = QFontMetrics(theme.text_font(12.5, bold=True)).horizontalAdvance("9,999,999")
        effect = QFontMetrics(theme.text_font(9.5, italic=True)).horizontalAdvance("+9,999,999")
        for button in self.window.carry.buttons.values():
            if button.isVisible():
                self.assertGreaterEqual(button.width(), number + effect + 8 + 7)

    def test_long_names_do_not_widen_the_window(self) -> None:
        width = self.window.minimumSizeHint().width()
        workspace = self.window.workspace
        long = "Worshipful Company of Sailmakers, Riggers and Canvas Workers of the Upper Penobscot Bay"
        for path in ("/activities/a00001/name", "/people/owner/last_name", "/entries/e00001/payee"):
            workspace.do(change("Name", path, long))
        for stage in Stage:
            self.window.show_stage(stage)
            self.settle()
        self.assertLessEqual(self.window.minimumSizeHint().width(), max(width, 1280))
        self.assertEqual(self.window.width(), 1280)

    def test_an_empty_client_has_words_on_every_page(self) -> None:
        clients = self.window.clients
        clients.first.setText("New")
        clients.last.setText("Person")
        clients.make_new()
        for stage in Stage:
            self.window.show_stage(stage)
            self.settle()
        self.assertIn("No activity yet", self.window.books._empty.text())
        self.assertTrue(self.window.returns.lines.rows_model.rows)
        self.assertIn("Not complete", self.window.returns._standing.text())


class Columns(unittest.TestCase):
    @settings(deadline=None, suppress_health_check=[HealthCheck.too_slow])
    @given(
        st.lists(st.integers(36, 400), min_size=1, max_size=9),
        st.integers(50, 3000),
        st.sets(st.integers(0, 8), max_size=3),
    )
    def test_columns_fill_the_room_and_none_takes_more_than_it_has(
        self, wanted: list[int], room: int, grows: set[int]
    ) -> None:
        least = [min(width, 50) for width in wanted]
        widths = fitted(wanted, least, room, {number for number in grows if number < len(wanted)})
        self.assertTrue(all(width >= floor for width, floor in zip(widths, least, strict=True)))
        if sum(wanted) <= room:
            self.assertLessEqual(sum(widths), room)
            self.assertTrue(all(width >= want for width, want in zip(widths, wanted, strict=True)))
        elif sum(least) <= room:
            self.assertLessEqual(sum(widths), room)
            self.assertGreater(sum(widths), room - len(widths))
