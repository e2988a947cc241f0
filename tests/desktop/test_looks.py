"""What can be measured of the looks: contrast, room for words, names for everything, odd contents."""

from __future__ import annotations

import unittest

from PySide6.QtGui import QColor, QFontMetrics
from PySide6.QtWidgets import QPushButton

from half_yard.demo import MAIN_FILE, write_office
from half_yard.desktop import theme
from half_yard.desktop.stages import Stage
from half_yard.records import change
from tests.desktop.window_case import WindowCase

GROUNDS = (theme.LINEN, theme.BLEACHED, theme.SHADE, theme.INDIGO_WASH, theme.WELD_WASH)
INKS = (theme.INK, theme.SOFT_INK, theme.INDIGO, theme.MADDER, theme.WALNUT, theme.LICHEN)
AA = 4.5


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

    def test_no_button_cuts_its_words_at_1280_and_1920(self) -> None:
        for width, height in ((1280, 800), (1920, 1080)):
            self.window.resize(width, height)
            for stage in Stage:
                self.window.show_stage(stage)
                self.settle()
                for button in self.window.pages[stage].findChildren(QPushButton):
                    if button.isVisible():
                        words = button.fontMetrics().horizontalAdvance(button.text().replace("&&", "&"))
                        self.assertGreaterEqual(button.width(), words, f"{button.text()} at {width}")

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
